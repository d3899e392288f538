// The workings of what the bench of a tote shows.
import { plainWorking, sumWorking, type Working } from '@vernal-slope/core/working';
import { volumeWorking } from '../budget/index.ts';
import { flowFromLpm, type Compiled } from '../compile/index.ts';
import { nameOf } from '../kinds/index.ts';
import type { ToteRuns } from './tote.ts';

/** Water over its outlet when it is full. */
export const toteHoldsWorking = (r: ToteRuns): Working => {
  const [full, low] = [r.node.overflowM, r.node.outletM].map((level) => volumeWorking(r.node, level));
  return sumWorking(
    'tote-holds',
    nameOf(r.node),
    [
      { name: 'water in it up to its overflow', value: full.result.value, working: full },
      { name: 'water under its outlet', value: low.result.value, less: true, working: low },
    ],
    ['V', r.holds, 'volume'],
    'Solid geometry of its shape',
  );
};

/** Height of its tap over the ground. */
export const toteTapWorking = (r: ToteRuns): Working =>
  sumWorking(
    'tote-tap',
    nameOf(r.node),
    [
      { name: 'what it stands on', value: r.node.standM ?? 0, source: 'entered' },
      { name: 'its outlet over its floor', value: r.node.outletM, source: 'entered' },
    ],
    ['h', r.tap, 'length'],
    'Addition of heights',
  );

/** What it weighs when it is full. */
export const toteMassWorking = (c: Compiled, r: ToteRuns): Working => {
  const full = volumeWorking(r.node, r.node.overflowM);
  return plainWorking(
    'tote-mass',
    nameOf(r.node),
    '{{empty}} + {{rho}} \\, {{v}}',
    [
      [
        'empty',
        'm_0',
        'empty',
        r.empty,
        'mass',
        { source: r.node.moved.emptyKg === undefined ? '60 kg for each 1,000 L (common practice)' : 'entered' },
      ],
      ['rho', '\\rho', 'density of water', c.water.density, 'density'],
      ['v', 'V', 'water in it up to its overflow', full.result.value, 'volume', { working: full }],
    ],
    ['m', r.mass, 'mass'],
    'mass of tank and water',
  );
};

/** Slope of the ground at which it goes over, full. */
export const toteSlopeWorking = (r: ToteRuns): Working =>
  plainWorking(
    'tote-slope',
    nameOf(r.node),
    '\\frac{ {{b}} / 2 }{ {{s}} + {{h}} / 2 }',
    [
      ['b', 'b', 'narrow side of its base', r.width, 'length', { source: 'entered' }],
      ['s', 's', 'what it stands on', r.node.standM ?? 0, 'length', { source: 'entered' }],
      ['h', 'h', 'water in it when it is full', r.node.overflowM, 'length', { source: 'entered' }],
    ],
    ['m', r.slopeFull, 'ratio'],
    'Its weight stands over the edge of its base',
    ['What it stands on holds together and gives way nowhere.'],
  );

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
