// The workings of what the bench of rails shows.
import { GRAVITY } from '@vernal-slope/core/units';
import type { Working } from '@vernal-slope/core/working';
import type { Compiled } from '../compile/index.ts';
import { headPerDay, type DrinkerStands, type RailStands, type StandRange } from './rail.ts';

/** Pressure at a drinker with all at rest. */
export function standingWorking(c: Compiled, s: RailStands, k: DrinkerStands): Working {
  return {
    code: 'drinker-standing',
    of: s.rail.name ?? s.rail.id,
    rule: 'p = {{rho}} \\, {{g}} \\, ({{full}} - {{mouth}})',
    terms: [
      {
        key: 'full',
        tex: 'z_\\mathrm{full}',
        name: 'water in the bucket when it is full',
        value: s.full,
        dimension: 'length',
      },
      { key: 'mouth', tex: 'z_\\mathrm{mouth}', name: 'the drinker’s mouth', value: k.mouth, dimension: 'length' },
      { key: 'rho', tex: '\\rho', name: 'density of water', value: c.water.density, dimension: 'density' },
      { key: 'g', tex: 'g', name: 'gravity', value: GRAVITY, dimension: 'gravity' },
    ],
    result: { tex: 'p', value: k.standing, dimension: 'pressure' },
    source: 'hydrostatics; what the drinker likes is common practice',
    assumptions: ['Nobody drinks: this is what the drinker has to hold back.'],
  };
}

/** Pressure at a drinker while several drink. */
export function drinkingWorking(c: Compiled, s: RailStands, k: DrinkerStands): Working {
  const still = c.water.density * GRAVITY * (s.low - k.mouth);
  return {
    code: 'drinker-drinking',
    of: s.rail.name ?? s.rail.id,
    rule: 'p = {{rho}} \\, {{g}} \\, ({{low}} - {{mouth}}) - {{loss}}',
    terms: [
      {
        key: 'low',
        tex: 'z_\\mathrm{low}',
        name: 'water in the bucket before it is filled again',
        value: s.low,
        dimension: 'length',
      },
      { key: 'mouth', tex: 'z_\\mathrm{mouth}', name: 'the drinker’s mouth', value: k.mouth, dimension: 'length' },
      { key: 'rho', tex: '\\rho', name: 'density of water', value: c.water.density, dimension: 'density' },
      { key: 'g', tex: 'g', name: 'gravity', value: GRAVITY, dimension: 'gravity' },
      {
        key: 'loss',
        tex: '\\Delta p',
        name: `lost on the way with ${s.atOnce} drinking, as the network is solved`,
        value: still - k.drinking,
        dimension: 'pressure',
      },
    ],
    result: { tex: 'p', value: k.drinking, dimension: 'pressure' },
    source: 'the whole network solved with those that have least drinking',
    assumptions: ['How many drink at once is the share of their class (common practice) unless it is entered.'],
  };
}

/** The most and the least that a bucket's stand may be. */
export function standRangeWorking(c: Compiled, s: RailStands, range: StandRange): Working {
  const lowest = s.drinkers.reduce((a, k) => (k.standing > a.standing ? k : a), s.drinkers[0]);
  const stand = s.bucket?.standM ?? 0;
  return {
    code: 'rail-stand',
    of: s.rail.name ?? s.rail.id,
    rule: 's_\\mathrm{most} = {{stand}} + \\frac{ {{most}} - {{now}} }{ {{rho}} \\, {{g}} }',
    terms: [
      { key: 'stand', tex: 's', name: 'stand of the bucket now', value: stand, dimension: 'length' },
      {
        key: 'most',
        tex: 'p_\\mathrm{most}',
        name: 'the most that a drinker holds back',
        value: s.band.most,
        dimension: 'pressure',
      },
      {
        key: 'now',
        tex: 'p',
        name: 'at the lowest drinker now, at rest',
        value: lowest.standing,
        dimension: 'pressure',
      },
      { key: 'rho', tex: '\\rho', name: 'density of water', value: c.water.density, dimension: 'density' },
      { key: 'g', tex: 'g', name: 'gravity', value: GRAVITY, dimension: 'gravity' },
    ],
    result: { tex: 's_\\mathrm{most}', value: range.high, dimension: 'length' },
    source: 'hydrostatics at rest; the least stand by the network with several drinking at low water',
    assumptions: ['The least is sought step by step until the worst drinker has what it wants.'],
  };
}

/** What they drink a day. */
export const railDayWorking = (s: RailStands): Working => ({
  code: 'rail-day',
  of: s.rail.name ?? s.rail.id,
  rule: 'V = {{n}} \\, {{v}}',
  terms: [
    { key: 'n', tex: 'n', name: 'heads', value: s.rail.drinkers.heads, dimension: 'ratio' },
    { key: 'v', tex: 'v', name: 'water a head and day', value: headPerDay(s.rail.drinkers), dimension: 'volume' },
  ],
  result: { tex: 'V', value: s.perDay, dimension: 'volume' },
  source: 'the table of animals, or as entered',
});
