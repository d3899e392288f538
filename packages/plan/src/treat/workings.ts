// The workings of what the bench of treatment shows.
import type { Working } from '@vernal-slope/core/working';
import { nameOf } from '../kinds/index.ts';
import type { FilterRuns } from './treat.ts';

/** Flow through the sand with the water at its highest. */
export const sandWorking = (r: FilterRuns): Working => ({
  code: 'sand-flow',
  of: nameOf(r.node),
  rule: 'Q = \\frac{ {{k}} \\, {{area}} \\, {{over}} }{ {{depth}} }',
  terms: [
    {
      key: 'k',
      tex: 'K',
      name: 'conductivity of the sand',
      value: r.conductivity,
      dimension: 'velocity',
      source:
        r.node.filter.conductivityMPerH === undefined
          ? `Hazen (1892): 100 d² cm/s times 0.7 + 0.03 T, with grains of ${r.node.filter.grainMm} mm`
          : 'measured',
    },
    { key: 'area', tex: 'A', name: 'surface of the sand', value: r.area, dimension: 'area' },
    { key: 'over', tex: 'h', name: 'water over the spill', value: r.over, dimension: 'length' },
    { key: 'depth', tex: 'L', name: 'depth of the sand', value: r.node.filter.depthM, dimension: 'length' },
  ],
  result: { tex: 'Q', value: r.most, dimension: 'flow' },
  source: 'Darcy’s law',
  assumptions: ['Clean sand: a grown skin slows it, week by week, until it is stirred or scraped.'],
});

/** How fast water goes down onto the sand. */
export const loadingWorking = (r: FilterRuns): Working => ({
  code: 'sand-loading',
  of: nameOf(r.node),
  rule: 'v = \\frac{ {{q}} }{ {{area}} }',
  terms: [
    { key: 'q', tex: 'Q', name: 'flow', value: r.most, dimension: 'flow', working: sandWorking(r) },
    { key: 'area', tex: 'A', name: 'surface of the sand', value: r.area, dimension: 'area' },
  ],
  result: { tex: 'v', value: r.loading, dimension: 'velocity' },
  source: `${r.row.source} (from memory)`,
});
