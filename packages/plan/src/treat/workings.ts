// The workings of what the bench of treatment shows.
import { headOfPressure } from '@vernal-slope/core/water';
import { plainWorking, sumWorking, type Working } from '@vernal-slope/core/working';
import { elementLoss, type Compiled } from '../compile/index.ts';
import { nameOf } from '../kinds/index.ts';
import { CHARGE_LEFT, type ElementRuns, type FilterRuns } from './treat.ts';

const DAY = 86_400;

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

/** Water over the sand at rest. */
export const filmWorking = (r: FilterRuns): Working =>
  sumWorking(
    'sand-film',
    nameOf(r.node),
    r.film < 0
      ? [{ name: 'its spill is lower than its sand: none stays over it', value: 0 }]
      : [
          { name: 'its spill over the floor', value: r.node.outletM, source: 'entered' },
          { name: 'top of the sand over the floor', value: r.node.filter.sandM, less: true, source: 'entered' },
        ],
    ['h', Math.max(0, r.film), 'length'],
    'the spill holds the water at rest',
  );

/** What a filter gives a day. */
export const filterDayWorking = (r: FilterRuns): Working =>
  r.fed
    ? plainWorking(
        'sand-day',
        nameOf(r.node),
        '{{q}} \\, {{t}}',
        [
          ['q', 'Q', 'flow with the water highest', r.most, 'flow', { working: sandWorking(r) }],
          ['t', 't', 'a day', DAY, 'time'],
        ],
        ['V', r.perDay, 'volume'],
        'kept full by its line',
      )
    : plainWorking(
        'sand-day',
        nameOf(r.node),
        '{{v}} (1 - {{left}}) {{n}}',
        [
          ['v', 'V_c', 'a charge', r.charge, 'volume'],
          ['left', 's', 'share that is left when it counts as through', CHARGE_LEFT, 'ratio'],
          ['n', 'n', 'charges a day that leave it its rest', r.charges, 'ratio'],
        ],
        ['V', r.perDay, 'volume'],
        'filled by hand, charge by charge',
      );

/** What an element takes at the flow through it. */
export function elementWorking(c: Compiled, e: ElementRuns, of: string): Working {
  const law = elementLoss(e.treatment);
  const full = headOfPressure(law.pressure, c.water.density);
  return plainWorking(
    'element-loss',
    of,
    law.law === 'straight'
      ? '{{h}} \\, \\frac{ {{q}} }{ {{qr}} }'
      : '{{h}} \\left( \\frac{ {{q}} }{ {{qr}} } \\right)^2',
    [
      ['h', 'h_r', 'its loss at its rated flow', full, 'length', { source: e.row.source }],
      ['q', 'Q', 'flow through it', e.flow, 'flow', { source: 'the network solved' }],
      ['qr', 'Q_r', 'rated flow', law.flow, 'flow', { source: e.row.source }],
    ],
    ['h', e.loss, 'length'],
    law.law === 'straight' ? 'loss in proportion to flow' : 'loss by the square of the flow',
  );
}

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
