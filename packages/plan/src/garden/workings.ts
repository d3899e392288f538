// The workings of what the benches show.
import { GRAVITY } from '@vernal-slope/core/units';
import { headOfPressure } from '@vernal-slope/core/water';
import { plainWorking, sumWorking, type Term, type Working } from '@vernal-slope/core/working';
import { metresOfMm, type Compiled } from '../compile/index.ts';
import { HOLE_CD } from '../fields/index.ts';
import { bedArea, bedForm, nameOf } from '../kinds/index.ts';
import type { BedStands, ChainStands } from './beds.ts';
import type { EmitterRuns, PlotRuns } from './drip.ts';

const length = (key: string, tex: string, name: string, value: number): Term => ({
  key,
  tex,
  name,
  value,
  dimension: 'length',
});

/** Water over a bed's floor, and what it is off. */
export function bedWorking(c: ChainStands, b: BedStands): Working {
  const held = c.runsOver !== undefined;
  return {
    code: 'bed-off',
    of: nameOf(b.bed),
    rule: 'd = {{line}} - {{floor}} - {{wants}}',
    terms: [
      length('line', 'z_\\mathrm{line}', held ? 'the lowest hole of the chain' : 'where the float shuts', c.line),
      length('floor', 'z_\\mathrm{floor}', 'floor of the bed: ground and what it stands on', b.floor),
      length('wants', 'h_\\mathrm{want}', 'water line wanted over the floor', b.wants),
    ],
    result: { tex: 'd', value: b.off, dimension: 'length' },
    source: 'communicating vessels at rest; 13 mm over the reservoir is common practice, no source',
    assumptions: [
      'Nothing is used meanwhile; while plants drink the line stands a little lower.',
      `The bucket stands at ${nameOf(c.bucket)}; its float is set by hand to a few millimetres at best.`,
    ],
  };
}

/** Where the float of a chain's bucket shuts, m above datum. */
export const chainFloatWorking = (c: ChainStands): Working =>
  sumWorking(
    'chain-float',
    nameOf(c.bucket),
    [
      { name: 'ground under the bucket', value: c.bucket.groundM, source: 'entered' },
      { name: 'what it stands on', value: c.bucket.standM ?? 0, source: 'entered' },
      {
        name: 'its float shuts, over its floor',
        value: c.bucket.inlet?.floatValve?.closeLevelM ?? 0,
        source: 'entered',
      },
    ],
    ['z', c.float, 'length'],
    'Addition of heights',
  );

/** Floor of a bed, m above datum. */
export const bedFloorWorking = (b: BedStands): Working =>
  sumWorking(
    'bed-floor',
    nameOf(b.bed),
    [
      { name: 'ground under the bed', value: b.bed.groundM, source: 'entered' },
      { name: 'what it stands on', value: b.bed.baseM ?? 0, source: 'entered' },
    ],
    ['z', b.floor, 'length'],
    'Addition of heights',
  );

/** Water over the floor of a bed at rest. */
export const bedDepthWorking = (c: ChainStands, b: BedStands): Working =>
  b.state === 'dry' || c.line < b.floor
    ? sumWorking(
        'bed-depth',
        nameOf(b.bed),
        [{ name: 'the water line stands below its joint: none comes in', value: 0 }],
        ['h', b.depth, 'length'],
        'communicating vessels at rest',
      )
    : sumWorking(
        'bed-depth',
        nameOf(b.bed),
        [
          {
            name: c.runsOver === undefined ? 'water line, where the float shuts' : 'water line, at the lowest hole',
            value: c.line,
            ...(c.runsOver === undefined ? { working: chainFloatWorking(c) } : {}),
          },
          { name: 'floor of the bed', value: b.floor, less: true, working: bedFloorWorking(b) },
        ],
        ['h', b.depth, 'length'],
        'communicating vessels at rest',
      );

/** By how much the bucket of a chain goes up for the largest error of its beds to be least. */
export function bucketShimWorking(c: ChainStands): Working {
  // as the float would hold them, holes left aside
  const offs = c.beds.map((b) => ({ name: nameOf(b.bed), off: c.float - b.floor - b.wants }));
  const [most, least] = [
    offs.reduce((a, b) => (b.off > a.off ? b : a), offs[0]),
    offs.reduce((a, b) => (b.off < a.off ? b : a), offs[0]),
  ];
  return plainWorking(
    'bucket-shim',
    nameOf(c.bucket),
    '- \\frac{ {{most}} + {{least}} }{2}',
    [
      ['most', 'd_\\mathrm{most}', `most too high, ${most.name}`, most.off, 'length'],
      ['least', 'd_\\mathrm{least}', `most too low, ${least.name}`, least.off, 'length'],
    ],
    ['s', c.bucketShim, 'length'],
    'Half way between the two that are most off',
  );
}

/** Water in the beds of a chain. */
export const chainWaterWorking = (c: ChainStands): Working =>
  sumWorking(
    'chain-water',
    nameOf(c.bucket),
    c.beds.map((b) => ({ name: nameOf(b.bed), value: b.water, working: bedWaterWorking(b) })),
    ['V', c.water, 'volume'],
    'All beds, the bucket left out',
  );

/** Water in one bed at rest. */
function bedWaterWorking(b: BedStands): Working {
  const form = bedForm(b.bed);
  return plainWorking(
    'bed-water',
    nameOf(b.bed),
    '{{area}} ({{share}} \\, {{low}} + {{soil}} \\, {{high}})',
    [
      ['area', 'A', 'area of the bed', bedArea(b.bed), 'area', { source: 'entered' }],
      ['share', 's_w', 'share of water in the reservoir', form.waterShare, 'ratio'],
      ['low', 'h_w', 'water in the reservoir', Math.min(b.depth, form.reservoir), 'length'],
      ['soil', 's_s', 'share of water in wet soil', form.soilShare, 'ratio'],
      ['high', 'h_s', 'water above it', Math.max(0, b.depth - form.reservoir), 'length'],
    ],
    ['V', b.water, 'volume'],
    'water balance; shares as entered',
  );
}

/** All that the emitters of a plot give while it is open. */
export const plotFlowWorking = (r: PlotRuns): Working =>
  plainWorking(
    'plot-flow',
    r.plot.name ?? r.plot.id,
    '{{n}} \\, {{q}}',
    [
      ['n', 'n', 'holes and emitters that are open', r.emitters.length, 'ratio'],
      ['q', '\\bar q', 'mean of all', r.emitters.length > 0 ? r.flow / r.emitters.length : 0, 'flow'],
    ],
    ['Q', r.flow, 'flow'],
    'the network solved piece by piece, each emitter by its own law',
  );

/** Water in a bed and the days that it lasts. @param days s */
export function bedDaysWorking(b: BedStands, use: number): Working {
  const form = bedForm(b.bed);
  return {
    code: 'bed-days',
    of: nameOf(b.bed),
    rule: 't = \\frac{{{area}}\\,({{share}}\\,{{low}} + {{soil}}\\,{{high}})}{{{use}}}',
    terms: [
      { key: 'area', tex: 'A', name: 'area of the bed', value: bedArea(b.bed), dimension: 'area' },
      { key: 'share', tex: 's_w', name: 'share of water in the reservoir', value: form.waterShare, dimension: 'ratio' },
      length('low', 'h_w', 'water in the reservoir', Math.min(b.depth, form.reservoir)),
      { key: 'soil', tex: 's_s', name: 'share of water in wet soil', value: form.soilShare, dimension: 'ratio' },
      length('high', 'h_s', 'water above it', Math.max(0, b.depth - form.reservoir)),
      { key: 'use', tex: 'q', name: 'what its plants use', value: use, dimension: 'flow' },
    ],
    result: { tex: 't', value: b.water / use, dimension: 'time' },
    source: 'water balance; shares as entered',
    assumptions: ['Shut off from its bucket, and rain left out.', 'Plants draw down to the floor.'],
  };
}

/** What one hole or emitter gives. */
export function emitterWorking(c: Compiled, e: EmitterRuns): Working {
  const head = headOfPressure(e.pressure, c.water.density);
  const where = {
    key: 'h',
    tex: 'h',
    name: 'head at its mouth, as the network is solved',
    value: head,
    dimension: 'length',
  } as const;
  if (e.entry.type === 'hole') {
    const d = metresOfMm(e.entry.diameterMm);
    return {
      code: 'emitter-hole',
      of: 'a hole',
      rule: 'q = {{cd}} \\frac{\\pi}{4} {{d}}^2 \\sqrt{ 2 \\cdot {{g}} \\, {{h}} }',
      terms: [
        {
          key: 'cd',
          tex: 'C_d',
          name: 'discharge coefficient',
          value: e.entry.dischargeCoefficient ?? HOLE_CD,
          dimension: 'ratio',
        },
        length('d', 'd', 'drill', d),
        { key: 'g', tex: 'g', name: 'standard gravity', value: GRAVITY, dimension: 'gravity', source: 'ISO 80000-3' },
        where,
      ],
      result: { tex: 'q', value: e.flow, dimension: 'flow' },
      source: 'orifice; 0.61 sharp-edged (textbooks, from memory), 0.65 drilled plastic (common practice)',
      assumptions: ['The drill’s size is the hole’s; burrs and a rough bit change it by a tenth and more.'],
    };
  }
  return {
    code: 'emitter-rated',
    of: 'an emitter',
    rule: 'q = {{a}}\\,{{h}}^{{{x}}}',
    terms: [
      { key: 'a', tex: 'k', name: 'flow under a metre of head', value: e.law.a, dimension: 'flow' },
      where,
      { key: 'x', tex: 'x', name: 'its exponent', value: e.law.exponent, dimension: 'ratio' },
    ],
    result: { tex: 'q', value: e.flow, dimension: 'flow' },
    source: 'Keller and Karmeli (1974), q = k·H^x',
    assumptions: e.law.cap === undefined ? [] : ['Flat from its compensating pressure up.'],
  };
}

/** How even a plot is, by its driest quarter; the other two measures beside it. */
export function evennessWorking(r: PlotRuns): Working {
  const flows = r.emitters.map((e) => e.flow).sort((a, b) => a - b);
  const count = Math.max(1, Math.floor(flows.length / 4));
  const quarter = flows.slice(0, count).reduce((a, b) => a + b, 0) / count;
  const flow = (key: string, tex: string, name: string, value: number): Term => ({
    key,
    tex,
    name,
    value,
    dimension: 'flow',
  });
  const percent = (v: number): string => (Number.isFinite(v) ? `${(100 * v).toFixed(1)} %` : 'none');
  return {
    code: 'plot-evenness',
    of: r.plot.name ?? r.plot.id,
    rule: 'DU = \\frac{{{quarter}}}{{{mean}}}',
    terms: [
      flow('quarter', '\\bar q_{1/4}', 'mean of the driest quarter', quarter),
      flow('mean', '\\bar q', 'mean of all', r.evenness.mean),
      flow('least', 'q_\\mathrm{min}', 'the least', r.evenness.least),
      flow('most', 'q_\\mathrm{max}', 'the most', r.evenness.most),
    ],
    result: { tex: 'DU', value: r.evenness.lowerQuarter, dimension: 'ratio' },
    source: 'Merriam and Keller (1978), distribution uniformity of the low quarter',
    assumptions: [
      `Christiansen’s coefficient (1942): ${percent(r.evenness.christiansen)}.`,
      `Emission uniformity (Keller and Karmeli 1974), with the spread of manufacture: ${percent(r.evenness.emission)}.`,
      'Drilled holes spread besides by the drill: count on 5 to 10 % more (common practice, no source).',
    ],
  };
}
