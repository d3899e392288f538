// One check of a stand: demand against capacity with the workings of both; what all checks share.
import type { Dimension } from '../units/index.ts';
import type { Term, Working } from '../working/index.ts';
import type { Section, StandDesign } from './design.ts';
import type { TimberValues } from './timber.ts';

export type CheckCode =
  | 'deck-bending'
  | 'joist-bending'
  | 'joist-shear'
  | 'joist-sag'
  | 'joist-seat'
  | 'beam-bending'
  | 'beam-shear'
  | 'beam-sag'
  | 'beam-seat'
  | 'post-slender'
  | 'post-load'
  | 'post-wind'
  | 'sway'
  | 'brace'
  | 'brace-bolt'
  | 'embedment'
  | 'soil'
  | 'soil-wind'
  | 'footing-bend'
  | 'footing-lean'
  | 'overturn-empty'
  | 'overturn-full'
  | 'hold-down'
  | 'slide'
  | 'tank-slide'
  | 'tank-tip';
export interface StandCheck {
  readonly code: CheckCode;
  /** SI, of `dimension` */ readonly demand: number;
  readonly capacity: number;
  readonly dimension: Dimension;
  /** Demand over capacity; over 1 it is too much. Infinite where there is nothing to bear it. */
  readonly ratio: number;
  readonly working: Working;
}
export const NDS = 'NDS for Wood Construction, allowable stress design (formulas and factors from memory)';
export const ASCE = 'ASCE 7, allowable stress combinations and wind on other structures (from memory)';
/** Most that a member may sag for its span, with the years (common practice, no source). */
export const SAG = 240;
/** Sag under a load that stays grows by half, in wet timber to twice. @see NDS 3.5.2 (from memory) */
export const CREEP = { dry: 1.5, wet: 2.0 } as const;
/** What braces hold besides the wind: this share of the weight above (common practice, no source). */
export const LEAN = 0.02;
/** Of a brace's section left beside its bolt (assumption). */
export const NET = 0.75;
/** Friction of a plastic tank on boards (assumption). */
export const ON_BOARDS = 0.3;
/** Stands with every check. */
export const FIRST_LOOK = 'A first look at one thing that can go wrong. It is no design and no approval.';
export const term = (
  key: string,
  tex: string,
  name: string,
  value: number,
  dimension: Dimension,
  more?: Partial<Term>,
): Term => ({
  key,
  tex,
  name,
  value,
  dimension,
  ...more,
});
export const entered = { source: 'entered' } as const;
export interface Side {
  readonly rule: string;
  readonly terms: readonly Term[];
  readonly value: number;
  readonly name: string;
  readonly also?: readonly string[];
  readonly source?: string;
  readonly assumptions?: readonly string[];
}
/** A check from its two sides, each with a working of its own. */
export function check(
  code: CheckCode,
  dimension: Dimension,
  demand: Side,
  capacity: Side,
  source: string,
  assumptions: readonly string[] = [],
): StandCheck {
  const ratio = capacity.value > 0 ? demand.value / capacity.value : demand.value > 0 ? Infinity : 0;
  const side = (key: string, tex: string, s: Side): Term =>
    term(key, tex, s.name, s.value, dimension, {
      working: {
        code: `stand-${code}-${key}`,
        of: s.name,
        rule: s.rule,
        also: s.also,
        terms: s.terms,
        result: { tex, value: s.value, dimension },
        source: s.source ?? source,
        assumptions: s.assumptions,
      },
    });
  const borne = Number.isFinite(ratio);
  return {
    code,
    demand: demand.value,
    capacity: capacity.value,
    dimension,
    ratio,
    working: {
      code: `stand-${code}`,
      of: 'the stand',
      rule: borne ? '\\frac{ {{d}} }{ {{c}} }' : '{{d}}',
      terms: [side('d', 'E', demand), side('c', 'R', capacity)],
      // where nothing bears it there is no share: the demand stands alone
      result: borne ? { tex: 'E/R', value: ratio, dimension: 'ratio' } : { tex: 'E', value: demand.value, dimension },
      source,
      assumptions: [FIRST_LOOK, ...(borne ? [] : ['Nothing here bears it, so no share can be given.']), ...assumptions],
    },
  };
}
export const area = (s: Section): number => s.width * s.depth;
export const modulusOf = (s: Section): number => (s.width * s.depth ** 2) / 6;
export const inertia = (s: Section): number => (s.width * s.depth ** 3) / 12;
/** An allowable stress from its base value and factors. */
export function allowable(d: StandDesign, s: Section, what: 'bending' | 'shear', more: number, v: TimberValues): Side {
  const base = s.timber[what];
  const f = v.factors;
  const wet = what === 'bending' ? f.wetBending : f.wetShear;
  const size = what === 'bending' ? s.timber.sizeBending : 1;
  return {
    rule: '{{f}} \\cdot {{cd}} \\cdot {{cm}} \\cdot {{cf}} \\cdot {{ci}} \\cdot {{cr}}',
    name: what === 'bending' ? 'what it may bear in bending' : 'what it may bear in shear',
    value: v[what] * more,
    terms: [
      term('f', what === 'bending' ? 'F_b' : 'F_v', 'base value', base, 'stress', { source: s.timber.source }),
      term('cd', 'C_D', 'how long the load lasts', f.duration, 'ratio', { source: 'a full tank is permanent' }),
      term('cm', 'C_M', d.use.wet ? 'wet service' : 'dry service', wet, 'ratio', entered),
      term('cf', 'C_F', 'size', size, 'ratio', { source: s.timber.source }),
      term('ci', 'C_i', 'incised for treatment', f.incised, 'ratio', entered),
      term('cr', 'C_r', 'three and more side by side', more, 'ratio'),
    ],
  };
}
export const worse = <T>(list: readonly T[], badness: (x: T) => number): T =>
  list.reduce((a, b) => (badness(b) > badness(a) ? b : a));
