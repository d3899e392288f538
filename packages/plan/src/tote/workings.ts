// The workings of what the bench of a tote shows.
import type { Working } from '@vernal-slope/core/working';
import { flowFromLpm } from '../compile/index.ts';
import { nameOf } from '../kinds/index.ts';
import type { ToteRuns } from './tote.ts';

export const lastsWorking = (r: ToteRuns): Working => ({
  code: 'tote-lasts',
  of: nameOf(r.node),
  rule: 't = \\frac{ {{holds}} }{ ({{can}} + {{line}}) / 86400 }',
  terms: [
    { key: 'holds', tex: 'V', name: 'water over its tap', value: r.holds, dimension: 'volume' },
    { key: 'can', tex: 'V_c', name: 'by can or bucket, a day', value: r.byCan, dimension: 'volume' },
    { key: 'line', tex: 'V_l', name: 'by its lines, a day', value: r.byLine, dimension: 'volume' },
  ],
  result: { tex: 't', value: r.lasts, dimension: 'time' },
  source: 'volume over use',
});

export const fillWorking = (r: ToteRuns): Working => ({
  code: 'tote-fill',
  of: nameOf(r.node),
  rule: 't = \\frac{ {{holds}} }{ {{flow}} }',
  terms: [
    { key: 'holds', tex: 'V', name: 'from its tap to the brim', value: r.holds, dimension: 'volume' },
    {
      key: 'flow',
      tex: 'Q',
      name: 'flow where it is filled',
      value: flowFromLpm(r.node.moved.fillLpm),
      dimension: 'flow',
    },
  ],
  result: { tex: 't', value: r.fillTime, dimension: 'time' },
  source: 'volume over flow',
});
