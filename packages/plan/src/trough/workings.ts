// The workings of what the bench of a trough shows.
import { FILM, KEPT_AT, WATER_HEAT } from '@vernal-slope/core/frost';
import { sumWorking, type Working } from '@vernal-slope/core/working';
import { TROUGH_RULES } from '../catalogue/index.ts';
import { cubicMetres } from '../compile/index.ts';
import { nameOf } from '../kinds/index.ts';
import type { TroughRuns } from './trough.ts';

/** How many reach it at once. */
export const placesWorking = (r: TroughRuns): Working | undefined =>
  r.edge === undefined || r.perHead === undefined || r.places === undefined
    ? undefined
    : {
        code: 'trough-places',
        of: nameOf(r.node),
        rule: 'n = \\frac{ {{edge}} }{ {{each}} }',
        terms: [
          { key: 'edge', tex: 'E', name: 'edge from which they drink', value: r.edge, dimension: 'length' },
          {
            key: 'each',
            tex: 'e',
            name: r.node.shape.type === 'vertical-cylinder' ? 'edge a head, round rim' : 'edge a head',
            value: r.perHead,
            dimension: 'length',
            source: 'table of animals (common practice); heads fan out at a round rim, 0.7 of it',
          },
        ],
        result: { tex: 'n', value: r.edge / r.perHead, dimension: 'ratio' },
        source: TROUGH_RULES.source,
        assumptions: ['Whole animals: what is over is left.'],
      };

/** What its animals drink a day. */
export const drinkWorking = (r: TroughRuns): Working =>
  sumWorking(
    'trough-day',
    nameOf(r.node),
    r.herds.map(({ herd }) => ({
      name: `${herd.count} ${herd.class}, ${herd.litresPerHeadPerDay} L a head and day`,
      value: cubicMetres(herd.count * herd.litresPerHeadPerDay),
      source: 'entered',
    })),
    ['V', r.perDay, 'volume'],
    'All herds that drink there',
  );

/** What it should hold. */
export const holdsWorking = (r: TroughRuns): Working => ({
  code: 'trough-holds',
  of: nameOf(r.node),
  rule: 'V = {{share}} \\, {{day}}',
  terms: [
    { key: 'share', tex: 's', name: 'share of the day, by the way they come', value: r.share, dimension: 'ratio' },
    { key: 'day', tex: 'V_d', name: 'what they drink in a day', value: r.perDay, dimension: 'volume' },
  ],
  result: { tex: 'V', value: r.wantsHolds, dimension: 'volume' },
  source: TROUGH_RULES.sizes,
});

/** Flow that keeps it open. */
export const frostWorking = (r: TroughRuns): Working | undefined => {
  const { frost, node } = r;
  if (!frost || !Number.isFinite(frost.keeps) || frost.keeps === 0) return undefined;
  const film = FILM[node.setting?.wind ?? 'windy'];
  return {
    code: 'trough-frost',
    of: nameOf(node),
    rule: 'Q = \\frac{ {{film}} \\, {{area}} \\, {{drop}} }{ {{heat}} \\, {{warm}} }',
    terms: [
      {
        key: 'film',
        tex: 'h',
        name: 'heat lost, W a m² and K',
        value: film,
        dimension: 'ratio',
        source: 'ASHRAE Fundamentals, outdoor surface film (from memory)',
      },
      { key: 'area', tex: 'A', name: 'open water', value: frost.area, dimension: 'area' },
      {
        key: 'drop',
        tex: '\\Delta T',
        name: `from ${KEPT_AT} °C down to the air, K`,
        value: KEPT_AT - frost.coldest,
        dimension: 'ratio',
      },
      { key: 'heat', tex: '\\rho c', name: 'heat of water, J a m³ and K', value: WATER_HEAT, dimension: 'ratio' },
      {
        key: 'warm',
        tex: '\\Delta T_w',
        name: `what comes in, above ${KEPT_AT} °C, K`,
        value: frost.inflow - KEPT_AT,
        dimension: 'ratio',
      },
    ],
    result: { tex: 'Q', value: frost.keeps, dimension: 'flow' },
    source: 'heat in equals heat out',
    assumptions: ['Evaporation, sun and the warmth of the ground are left out; the water is stirred through.'],
  };
};
