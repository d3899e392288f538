// The workings of what the bench of a drain shows.
import { plainWorking, sumWorking, type Working } from '@vernal-slope/core/working';
import { GREY_SOURCE, GREYWATER_PER_HEAD } from '../catalogue/index.ts';
import { cubicMetres } from '../fields/index.ts';
import type { DrainLeg, DrainRuns } from './drain.ts';

export const fallWorking = (r: DrainRuns, l: DrainLeg): Working => ({
  code: 'drain-fall',
  of: r.drain.name ?? r.drain.id,
  rule: 'S = \\frac{{{from}} - {{to}}}{{{length}}}',
  terms: [
    {
      key: 'from',
      tex: 'z_1',
      name: 'inside of the pipe at its lowest, where the leg begins',
      value: l.fromInvert,
      dimension: 'length',
    },
    { key: 'to', tex: 'z_2', name: 'the same where it ends', value: l.toInvert, dimension: 'length' },
    { key: 'length', tex: 'L', name: 'length', value: l.length, dimension: 'length' },
  ],
  result: { tex: 'S', value: l.fall, dimension: 'ratio' },
  source: `at least ${r.least.name} (${r.least.source}, from memory)`,
});

/** Length of a drain from its start to its farthest basin. */
export const drainLengthWorking = (r: DrainRuns): Working =>
  sumWorking(
    'drain-length',
    r.drain.name ?? r.drain.id,
    [
      { name: 'its legs', value: r.toSplitter, source: 'entered' },
      { name: 'on to the farthest basin', value: r.length - r.toSplitter, source: 'entered' },
    ],
    ['L', r.length, 'length'],
    'Lengths one after the other',
  );

/** What comes down a drain in a day. */
export const drainDayWorking = (r: DrainRuns): Working => {
  const of = r.drain.name ?? r.drain.id;
  const result = ['V', r.perDay, 'volume'] as const;
  const head = cubicMetres(GREYWATER_PER_HEAD);
  return r.entered
    ? sumWorking(
        'drain-day',
        of,
        [{ name: 'washing water a day', value: r.perDay, source: 'entered' }],
        result,
        'As entered',
      )
    : plainWorking(
        'drain-day',
        of,
        '{{n}} \\, {{v}}',
        [
          ['n', 'n', 'people of Need', r.perDay / head, 'ratio', { source: 'entered' }],
          ['v', 'v', 'washing water a head and day', head, 'volume'],
        ],
        result,
        '25 US gallons a head: UPC greywater chapter (from memory)',
      );
};

export const longestWorking = (r: DrainRuns): Working => ({
  code: 'drain-longest',
  of: r.drain.name ?? r.drain.id,
  rule: 'L = \\frac{{{drop}}}{{{least}}}',
  terms: [
    {
      key: 'drop',
      tex: '\\Delta z',
      name: 'drop from its start to its lowest end',
      value: r.drop,
      dimension: 'length',
    },
    { key: 'least', tex: 'S_\\mathrm{min}', name: 'least fall', value: r.least.least, dimension: 'ratio' },
  ],
  result: { tex: 'L', value: r.longest, dimension: 'length' },
  source: `${r.least.source} (from memory)`,
});

export const basinWorking = (r: DrainRuns, k: number): Working | undefined => {
  const b = r.basins.at(k);
  if (b?.wants === undefined || !r.soil) return undefined;
  return {
    code: 'basin-area',
    of: r.drain.name ?? r.drain.id,
    rule: 'A = {{share}}\\,{{volume}}\\,{{per}}',
    terms: [
      { key: 'share', tex: 's', name: 'share of this basin', value: b.share, dimension: 'ratio' },
      { key: 'volume', tex: 'V', name: 'water a day', value: r.perDay, dimension: 'volume' },
      {
        key: 'per',
        tex: 'a',
        name: `m² for a m³ a day: ${r.soil.name.toLowerCase()}`,
        value: r.soil.area * 10,
        dimension: 'ratio',
      },
    ],
    result: { tex: 'A', value: b.wants, dimension: 'area' },
    source: GREY_SOURCE,
    assumptions: r.entered ? [] : ['Water a day: 25 US gallons (94.6 L) a head (UPC greywater chapter, from memory).'],
  };
};
