// What a working says: its heading, its rule in symbols and with figures put in (TeX), its figures in the person's units.
import type { CheckCode } from '@vernal-slope/core/stand';
import { holdsInAnyUnits, ruleInFigures, ruleInSymbols, type Term, type Working } from '@vernal-slope/core/working';
import { CHECK_WORDS } from '@vernal-slope/plan/findings';
import { inRule, showTerm, showText, type UnitSystem } from './quantities.ts';

const NAMES: Readonly<Record<string, string>> = {
  pressure: 'pressure at',
  'cause-share': 'weight of',
  'static-pressure': 'pressure with all shut at',
  'outlet-flow': 'flow at',
  'orifice-flow': 'flow into',
  'free-flow': 'flow into',
  'net-flow': 'flow into and out of',
  'head-at-valve': 'head at the valve of',
  'leg-loss': 'head lost on',
  'leg-loss-hazen': 'head lost on',
  speed: 'speed in',
  'station-pressure': 'pressure on',
  refill: 'filling of',
  height: 'height of',
  'height-hump': 'height of',
  'height-static': 'height from pressure and heights alone of',
  given: 'water given to',
  'water-level': 'water level of',
  'loss-sum': 'head lost on the way to',
  test: 'flow of',
  need: 'water of',
  spare: 'spare water of',
  usable: 'usable water of',
  overflow: 'overflow of',
  vent: 'vent of',
  met: 'how often it meets the need,',
  bridge: 'store that bridges',
  'stretch-loss': 'head lost on',
  'rating-used': 'share of its rating used on',
  'pipe-cost': 'cost of',
  stand: 'least stand of',
  'stand-pad': 'pressure under',
  'stand-weight': 'mass of',
  'stand-heap': 'volume of',
  'stand-concrete': 'concrete in',
  'stand-wind': 'turning by',
  'sizes-cost': 'cost of the sizes of',
  'lost-to': 'share of its flow that is lost by',
  'missing-head': 'head missing at',
  item: 'how many of',
  'pipe-bought': 'pipe bought:',
  'hold-all': 'water in',
  holds: 'water in',
  lengths: 'length of',
  'height-range': 'rise and fall of',
  needed: 'water needed by',
  yield: 'water given by',
  brought: 'water brought of',
  today: 'water of use today in',
  reserve: 'water kept for fire in',
  largest: 'the most that may come to',
  'line-flow': 'flow through',
  'line-loss': 'head lost on all of',
  'pipe-height': 'height of the pipe of',
  'station-static': 'pressure with all shut on',
  'bucket-time': 'time to fill a bucket at',
  'spare-pressure': 'pressure to spare at',
  'height-error': 'error of the heights to',
  'height-worth': 'pressure that an error of the heights is worth at',
  'chain-float': 'height at which the float shuts of',
  'bed-floor': 'floor of',
  'bed-depth': 'water over the floor of',
  'bed-off': 'shim under',
  'bed-water': 'water in',
  'chain-water': 'water in the beds of',
  'bucket-shim': 'shim of the bucket',
  'plot-flow': 'flow of',
  'plot-evenness': 'evenness of',
  'trough-day': 'water drunk a day at',
  'trough-places': 'places to drink at',
  'drinker-standing': 'pressure at rest at a drinker of',
  'drinker-drinking': 'pressure while they drink at a drinker of',
  'drain-length': 'length of',
  'drain-day': 'water a day down',
  'drain-fall': 'fall of a leg of',
  'tote-holds': 'water over the outlet of',
  'tote-tap': 'height of the tap of',
  'tote-mass': 'mass of',
  'tote-lasts': 'how long lasts',
  'tote-fill': 'filling of',
  'sand-flow': 'most flow of',
  'sand-under': 'spill under the sand of',
  'sand-film': 'water over the sand of',
  'sand-day': 'water a day of',
  'element-loss': 'head lost in',
  'time-low': 'lowest level of',
  'time-change': 'change of level of',
  'time-dry': 'how long empty,',
  'time-refill': 'longest refill of',
  'time-wanted': 'water wanted at',
  'time-short': 'water short at',
  'run-came': 'water that came to',
  'run-over': 'water that ran over of',
  'run-short': 'water short over all of',
  'run-error': 'what does not balance over',
  chainage: 'way along',
  'hump-above': 'height over the running line of',
  'suction-left': 'suction that is left on',
  'air-clears': 'speed that carries air on in',
  'air-missing': 'head that is missing to fill',
  'air-missing-pressed': 'head that is missing to fill',
  'valve-loss': 'head lost in a valve of',
  'valve-share': 'share of the head that a valve takes of',
  surge: 'rise of pressure by a tap shut at once, on',
  misclosure: 'misclosure of',
  'walk-missed': 'what the walk misses by,',
  'misclosure-expected': 'misclosure to be expected of',
  'passing-by': 'water that passes by',
  'design-rain': 'design rain on',
  gutter: 'what is carried by the gutter of',
  'week-short': 'water out of the store in the driest week of',
  'float-depth': 'room over the float of',
  'float-room': 'water that the float keeps out of',
  'trough-share': 'share of a day’s water held by',
  'all-day': 'water a day through',
  'trough-wants': 'flow asked by',
  'trough-rim': 'height of the rim of',
  'trough-holds': 'what should be held by',
  'trough-frost': 'flow that keeps open',
  'bed-shimmed': 'what is left off at',
  'bed-under': 'float over the floor of',
  'bed-joint': 'joint over the water of',
  'bed-hole': 'float over the hole of',
  'plot-times': 'most over least of',
  screen: 'openings of a screen for',
  'rail-day': 'water drunk a day at',
  'drain-longest': 'longest way at the least fall of',
  'basin-share': 'share of a basin of',
  'basin-has': 'ground that it has,',
  'basin-area': 'ground that it wants,',
  'tote-slope': 'slope that tips',
  'friction-laminar': '',
  'friction-join': '',
  'friction-turbulent': '',
};

/** What a working is of: "pressure at Low Meadow". */
export function workingTitle(w: Working, system: UnitSystem): string {
  const check = CHECK_WORDS[w.code.replace(/^stand-/, '') as CheckCode];
  if (check) return `${check.charAt(0).toLowerCase()}${check.slice(1)}, share used`;
  const along = w.along === undefined ? '' : ` at ${showText(w.along, 'distance', system)}`;
  return `${NAMES[w.code] ?? ''} ${w.of}${along}`.replace(/ +/g, ' ').trim();
}

const figureTex = (text: string): string => {
  const power = /^(-?[\d.]+)e([+-]\d+)$/.exec(text);
  return power ? `${power[1]} \\cdot 10^{${Number(power[2])}}` : text.replace(/,/g, '{,}');
};
const typeset = (symbol: string): string =>
  symbol.replace(/ /g, '\\ ').replace('³', '^3').replace('²', '^2').replace('·', '\\cdot ').replace('°', '{}^\\circ ');

/** The rule in symbols; a long sum is shortened. */
export const ruleTex = (w: Working): string =>
  w.terms.length > 8 ? `${w.result.tex} = h_1 + h_2 + \\dots + h_{${w.terms.length}}` : ruleInSymbols(w);

/** The rule with its figures in SI, so that it can be followed with a calculator; empty where it cannot be put in. */
export function figuresTex(w: Working): string {
  if (w.code === 'refill') return '';
  const { unit } = inRule(w.result.value, w.result.dimension);
  const rule = ruleInFigures(w, (t) => figureTex(inRule(t.value, t.dimension).text));
  return `${rule}${unit ? `\\;\\mathrm{${typeset(unit)}}` : ''}`;
}

/** The rule in the person's units, each figure with its own; empty in metric, and where it holds in SI only. */
export function ownFiguresTex(w: Working, system: UnitSystem): string {
  if (system !== 'us' || w.code === 'refill' || !holdsInAnyUnits(w)) return '';
  const own = (t: Term): string => {
    const { text, unit } = showTerm(t.value, t.dimension, system);
    return `${figureTex(text)}${unit && `\\,\\mathrm{${typeset(unit)}}`}`;
  };
  // what is raised is raised with its unit
  return ruleInFigures({ ...w, rule: w.rule.replace(/(\{\{\w+\}\})\s*\^/g, '\\left( $1 \\right)^') }, own);
}

/** A term as it stands in the rule, where the person reads it in another unit; else empty. */
export function termInRule(term: Term, system: UnitSystem): string {
  const si = inRule(term.value, term.dimension);
  return system === 'us' && si.unit && showTerm(term.value, term.dimension, system).unit !== si.unit
    ? `${si.text} ${si.unit}`
    : '';
}
