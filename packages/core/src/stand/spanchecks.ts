// Checks of what spans: boards, joists and beams in bending, shear and sag, and where they sit.
import type { Section, StandDesign } from './design.ts';
import type { SpanAnswer } from './spans.ts';
import { REPETITIVE, timberValues } from './timber.ts';
import {
  type StandCheck,
  NDS,
  SAG,
  CREEP,
  term,
  entered,
  check,
  area,
  modulusOf,
  inertia,
  allowable,
} from './check.ts';

/** Bending, shear and sag of joists or beams. */
export function spanChecks(
  d: StandDesign,
  which: 'joist' | 'beam',
  s: Section,
  plies: number,
  span: number,
  a: SpanAnswer,
  load: number,
  /** How many of them share the load. */ alike: number,
): StandCheck[] {
  const v = timberValues(s.timber, d.use, 'permanent');
  const many = alike >= 3 && d.joists.spacing <= 0.61 ? REPETITIVE : 1;
  const creep = d.use.wet ? CREEP.wet : CREEP.dry;
  const members = term('n', 'n', 'side by side', plies, 'ratio', entered);
  const on = [
    term('w', 'W', `load on the busiest ${which}`, load, 'force'),
    term('l', 'L', 'from support to support', span, 'length'),
  ];
  const spans = a.middle === undefined ? 'on two supports' : 'running on over three supports';
  return [
    check(
      `${which}-bending`,
      'stress',
      {
        rule: '\\frac{ {{m}} }{ {{n}} \\cdot {{s}} }',
        name: 'stress in bending',
        value: a.moment / plies / modulusOf(s),
        also: [a.middle === undefined ? 'M = W(2L - b)/8' : 'M = wa^2/2 - R\\,L,\\; R = wa^3(4L-a)/(8L^3)'],
        terms: [
          term('m', 'M', 'bending moment', a.moment, 'moment'),
          members,
          term('s', 'S', 'bd²/6 of one, in m³', modulusOf(s), 'ratio'),
          ...on,
        ],
      },
      allowable(d, s, 'bending', many, v),
      NDS,
      [`Taken as ${spans}, the tank around its middle.`],
    ),
    check(
      `${which}-shear`,
      'stress',
      {
        rule: '\\frac{ 1.5 \\cdot {{v}} }{ {{n}} \\cdot {{a}} }',
        name: 'stress in shear',
        value: (1.5 * a.shear) / plies / area(s),
        terms: [
          term('v', 'V', 'shear force', a.shear, 'force'),
          members,
          term('a', 'A', 'section of one', area(s), 'area'),
        ],
      },
      allowable(d, s, 'shear', 1, v),
      NDS,
    ),
    check(
      `${which}-sag`,
      'length',
      {
        rule: '{{k}} \\cdot \\frac{ {{x}} }{ {{n}} \\cdot {{e}} \\cdot {{i}} }',
        name: 'sag with the years',
        value: (creep * a.sag) / plies / v.modulus / inertia(s),
        also: [a.middle === undefined ? 'x = W(8L^3 - 4b^2L + b^3)/384' : 'x = wL^4/185'],
        terms: [
          term('k', 'K_{cr}', 'creep under a load that stays', creep, 'ratio', { source: 'NDS 3.5.2' }),
          term('x', 'x', 'load and span, in N·m³', a.sag, 'ratio'),
          members,
          term('e', "E'", 'modulus', v.modulus, 'stress', { source: s.timber.source }),
          term('i', 'I', 'bd³/12 of one, in m⁴', inertia(s), 'ratio'),
        ],
      },
      {
        rule: '\\frac{ {{l}} }{ 240 }',
        name: 'most it may sag',
        value: span / SAG,
        terms: [term('l', 'L', 'from support to support', span, 'length')],
        source: 'common practice, no source',
      },
      NDS,
    ),
  ];
}
/** One member across the grain of another. */
export function seat(
  d: StandDesign,
  code: 'joist-seat' | 'beam-seat',
  force: number,
  contact: number,
  on: Section,
): StandCheck {
  const v = timberValues(on.timber, d.use, 'permanent');
  return check(
    code,
    'stress',
    {
      rule: '\\frac{ {{p}} }{ {{a}} }',
      name: 'pressed across the grain',
      value: force / contact,
      terms: [term('p', 'P', 'force handed on', force, 'force'), term('a', 'A', 'where they touch', contact, 'area')],
    },
    {
      rule: '{{f}} \\cdot {{cm}}',
      name: 'what it may bear across the grain',
      value: v.across,
      terms: [
        term('f', 'F_{c\\perp}', 'base value', on.timber.across, 'stress', { source: on.timber.source }),
        term('cm', 'C_M', d.use.wet ? 'wet service' : 'dry service', v.factors.wetAcross, 'ratio', entered),
      ],
    },
    NDS,
    ['The beam bears on the post, in a notch or a saddle, not on nails (common practice).'],
  );
}
