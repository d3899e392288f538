// First checks of a stand of posts: what each member meets against what it may bear. A screening, never a design.
import { GRAVITY, type Dimension } from '../units/index.ts';
import type { Term, Working } from '../working/index.ts';
import { column, END_CONDITIONS, MOST_SLENDER, STABILITY_C, type ColumnAnswer, type EndCondition } from './column.ts';
import type { Section, StandDesign } from './design.ts';
import { DEAD_SHARE, GUST, WIND_SHARE, windPressure } from './ground.ts';
import { standLoads, type SideWind, type StandLoads } from './loads.ts';
import type { SpanAnswer } from './spans.ts';
import { REPETITIVE, timberValues, type Duration, type TimberValues } from './timber.ts';

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
  | 'brace'
  | 'soil'
  | 'soil-wind'
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

const NDS = 'NDS for Wood Construction, allowable stress design (formulas and factors from memory)';
const ASCE = 'ASCE 7, allowable stress combinations and wind on other structures (from memory)';
/** Most that a member may sag for its span, with the years (common practice, no source). */
const SAG = 240;
/** Sag under a load that stays grows by half, in wet timber to twice. @see NDS 3.5.2 (from memory) */
const CREEP = { dry: 1.5, wet: 2.0 } as const;
/** What braces hold besides the wind: this share of the weight above (common practice, no source). */
const LEAN = 0.02;
/** Of a brace's section left beside its bolt (assumption). */
const NET = 0.75;
/** Friction of a plastic tank on boards (assumption). */
const ON_BOARDS = 0.3;

/** Stands with every check. */
const FIRST_LOOK = 'A first look at one thing that can go wrong. It is no design and no approval.';

const term = (
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
const entered = { source: 'entered' } as const;

interface Side {
  readonly rule: string;
  readonly terms: readonly Term[];
  readonly value: number;
  readonly name: string;
  readonly also?: readonly string[];
  readonly source?: string;
  readonly assumptions?: readonly string[];
}

/** A check from its two sides, each with a working of its own. */
function check(
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

const area = (s: Section): number => s.width * s.depth;
const modulusOf = (s: Section): number => (s.width * s.depth ** 2) / 6;
const inertia = (s: Section): number => (s.width * s.depth ** 3) / 12;

/** An allowable stress from its base value and factors. */
function allowable(d: StandDesign, s: Section, what: 'bending' | 'shear', more: number, v: TimberValues): Side {
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

/** Bending, shear and sag of joists or beams. */
function spanChecks(
  d: StandDesign,
  which: 'joist' | 'beam',
  s: Section,
  plies: number,
  span: number,
  a: SpanAnswer,
  load: number,
): StandCheck[] {
  const v = timberValues(s.timber, d.use, 'permanent');
  const many = which === 'joist' && d.joists.spacing <= 0.61 ? REPETITIVE : 1;
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
function seat(
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

interface PostColumn extends ColumnAnswer {
  readonly along: 'front' | 'side';
  readonly ends: EndCondition;
  readonly free: number;
  readonly d: number;
  readonly fcStar: number;
  readonly eMin: number;
  /** Carried by the formula, N */ readonly bears: number;
}

/** The busiest post in the planes of both faces: which way it would go first. */
function postColumns(d: StandDesign, loads: StandLoads, duration: Duration): PostColumn[] {
  const { posts, braces } = d;
  const v = timberValues(posts.timber, d.use, duration);
  const g = loads.geometry;
  return (['front', 'side'] as const).map((along) => {
    const ends: EndCondition = braces[along] ? 'pinned-pinned' : 'fixed-free';
    const free = Math.max(0.01, along === 'front' ? g.freeFront : g.freeSide);
    const least = along === 'front' ? posts.width : posts.depth;
    const answer = column({
      length: free,
      ends,
      side: least,
      area: area(posts),
      fcStar: v.compression,
      eMin: v.modulusMin,
    });
    return {
      ...answer,
      along,
      ends,
      free,
      d: least,
      fcStar: v.compression,
      eMin: v.modulusMin,
      bears: v.compression * answer.stability * area(posts),
    };
  });
}

const HELD: Readonly<Record<'front' | 'side', string>> = { front: 'along the front', side: 'along the side' };

function slenderCheck(c: PostColumn): StandCheck {
  return check(
    'post-slender',
    'ratio',
    {
      rule: '\\frac{ {{k}} \\cdot {{l}} }{ {{d}} }',
      name: `slenderness ${HELD[c.along]}`,
      value: c.slenderness,
      terms: [
        term(
          'k',
          'K_e',
          c.ends === 'fixed-free' ? 'no brace: free to sway' : 'braced: held at both ends',
          END_CONDITIONS[c.ends],
          'ratio',
          {
            source: 'NDS Appendix G',
          },
        ),
        term('l', '\\ell', 'between held points', c.free, 'length'),
        term('d', 'd', 'thickness that way', c.d, 'length', entered),
      ],
    },
    {
      rule: '50',
      name: 'most that the rule holds for',
      value: MOST_SLENDER,
      terms: [],
    },
    'NDS 3.7.1.4 (from memory)',
  );
}

/** How the value of compression along the grain came about. */
function compressionWorking(section: Section, v: TimberValues, duration: string): Working {
  const f = v.factors;
  const { timber } = section;
  return {
    code: 'stand-compression',
    of: 'compression along the grain',
    rule: '{{f}} \\cdot {{cd}} \\cdot {{cm}} \\cdot {{cf}} \\cdot {{ci}}',
    terms: [
      term('f', 'F_c', 'base value', timber.compression, 'stress', { source: timber.source }),
      term('cd', 'C_D', 'how long the load lasts', f.duration, 'ratio', { source: duration }),
      term('cm', 'C_M', 'wet or dry service', f.wetCompression, 'ratio', entered),
      term('cf', 'C_F', 'size', timber.sizeCompression, 'ratio', { source: timber.source }),
      term('ci', 'C_i', 'incised for treatment', f.incised, 'ratio', entered),
    ],
    result: { tex: 'F_c^*', value: v.compression, dimension: 'stress' },
    source: NDS,
  };
}

function bearsSide(d: StandDesign, c: PostColumn, duration: Duration): Side {
  const section = d.posts;
  const words = duration === 'wind' ? 'a gust of minutes' : 'a full tank is permanent';
  const v = timberValues(section.timber, d.use, duration);
  return {
    rule: '{{f}} \\cdot {{cp}} \\cdot {{a}}',
    also: [
      'C_P = \\frac{1+\\alpha}{2c} - \\sqrt{\\left(\\frac{1+\\alpha}{2c}\\right)^2 - \\frac{\\alpha}{c}},\\quad \\alpha = \\frac{F_{cE}}{F_c^*},\\quad F_{cE} = \\frac{0.822\\,E_\\mathrm{min}}{(\\ell_e/d)^2}',
    ],
    name: 'what one post may bear',
    value: c.bears,
    terms: [
      term('f', 'F_c^*', 'compression with its factors', c.fcStar, 'stress', {
        working: compressionWorking(section, v, words),
      }),
      term('cp', 'C_P', `stability, c ${STABILITY_C.sawn}, ${HELD[c.along]}`, c.stability, 'ratio'),
      term('a', 'A', 'section', area(section), 'area', entered),
      term('s', '\\ell_e/d', 'slenderness', c.slenderness, 'ratio'),
      term('fce', 'F_{cE}', 'stress at which it buckles', c.fcE, 'stress'),
      term('e', "E_\\mathrm{min}'", 'modulus for stability', c.eMin, 'stress', { source: section.timber.source }),
    ],
  };
}

const worse = <T>(list: readonly T[], badness: (x: T) => number): T =>
  list.reduce((a, b) => (badness(b) > badness(a) ? b : a));

function postChecks(d: StandDesign, loads: StandLoads): StandCheck[] {
  const still = worse(postColumns(d, loads, 'permanent'), (c) => -c.bears);
  const slender = worse(postColumns(d, loads, 'permanent'), (c) => c.slenderness);
  const postLoad: Side = {
    rule: '{{r}} + {{w}}',
    name: 'on the busiest post, tank full',
    value: loads.post,
    terms: [
      term('r', 'R', 'from the beam above it', Math.max(loads.beam.outer, loads.beam.middle ?? 0), 'force'),
      term(
        'w',
        'G',
        'its share of posts and braces',
        (loads.timber - loads.timberAbove) / loads.geometry.posts,
        'force',
      ),
    ],
  };
  return [
    slenderCheck(slender),
    check('post-load', 'force', postLoad, bearsSide(d, still, 'permanent'), NDS),
    worse(
      loads.winds.map((w) => postInWind(d, loads, w)),
      (c) => c.ratio,
    ),
  ];
}

/**
 * The busiest post as a lee post in a gust, the tank full. Braced, it is pressed; without a brace it is bent too, as if
 * its foot could not turn; pressed past what it buckles at, nothing is left to bend it.
 */
function postInWind(d: StandDesign, loads: StandLoads, w: SideWind): StandCheck {
  const { posts } = d;
  const columns = postColumns(d, loads, 'wind');
  const weakest = worse(columns, (c) => -c.bears);
  const bent = columns.find((c) => c.along === w.along) ?? weakest;
  const push = w.full.turning / w.base / w.leePosts;
  const p = loads.post + push;
  const pressed: Side = {
    name: 'on a lee post, tank full',
    value: p,
    rule: '{{g}} + \\frac{ {{m}} }{ {{b}} \\cdot {{n}} }',
    source: ASCE,
    terms: [
      term('g', 'P_G', 'tank full, no wind', loads.post, 'force'),
      term('m', 'M_W', `wind ${HELD[w.along]} about the lee edge`, w.full.turning, 'moment', {
        working: windWorking(d, w),
      }),
      term('b', 'B', 'between the outer posts that way', w.base, 'length'),
      term('n', 'n', 'lee posts', w.leePosts, 'ratio'),
    ],
  };
  const bears = bearsSide(d, weakest, 'wind');
  if (d.braces[w.along]) return check('post-wind', 'force', pressed, bears, 'NDS 3.7.1 (from memory)');

  const stress = p / area(posts);
  const may = weakest.bears / area(posts);
  const moment = (w.full.force / loads.geometry.posts) * Math.max(0, loads.geometry.postLength);
  const depth = w.along === 'front' ? posts.width : posts.depth;
  const bending = moment / (area(posts) * (depth / 6));
  const fb = timberValues(posts.timber, d.use, 'wind').bending;
  const unbraced =
    'Without braces the posts bend, as if their feet could not turn. Few feet in the ground are as good as that.';
  const along = (key: string, tex: string, name: string, s: Side, value: number): Term =>
    term(key, tex, name, value, 'stress', {
      working: {
        code: `stand-post-wind-${key}`,
        of: name,
        rule: '\\frac{ {{p}} }{ {{a}} }',
        terms: [
          term('p', key === 'fc' ? 'P' : 'R', s.name, s.value, 'force', {
            working: {
              code: `stand-post-wind-${key}-p`,
              of: s.name,
              rule: s.rule,
              also: s.also,
              terms: s.terms,
              result: { tex: 'P', value: s.value, dimension: 'force' },
              source: s.source ?? NDS,
            },
          }),
          term('a', 'A', 'section', area(posts), 'area', entered),
        ],
        result: { tex, value, dimension: 'stress' },
        source: NDS,
      },
    });
  const fc = along('fc', 'f_c', 'stress along the post', pressed, stress);
  const fce = term('fce', 'F_{cE}', 'stress at which it buckles', bent.fcE, 'stress');
  if (stress >= bent.fcE) {
    const ratio = stress / bent.fcE;
    return {
      code: 'post-wind',
      demand: stress,
      capacity: bent.fcE,
      dimension: 'stress',
      ratio,
      working: {
        code: 'stand-post-wind',
        of: 'the stand',
        rule: '\\frac{ {{fc}} }{ {{fce}} }',
        terms: [fc, fce],
        result: { tex: 'r', value: ratio, dimension: 'ratio' },
        source: 'NDS 3.9.2: the stress along must stay under that at which it buckles (from memory)',
        assumptions: [FIRST_LOOK, unbraced, 'It buckles before the gust bends it: bending is not even looked at.'],
      },
    };
  }
  const ratio = (stress / may) ** 2 + bending / (fb * (1 - stress / bent.fcE));
  return {
    code: 'post-wind',
    demand: ratio,
    capacity: 1,
    dimension: 'ratio',
    ratio,
    working: {
      code: 'stand-post-wind',
      of: 'the stand',
      rule: '\\left(\\frac{ {{fc}} }{ {{may}} }\\right)^2 + \\frac{ {{fb}} }{ {{fbm}} \\left(1 - {{fc}} / {{fce}}\\right) }',
      terms: [
        fc,
        along('may', "F_c'", 'what it may bear along', bears, may),
        term('fb', 'f_b', 'stress in bending', bending, 'stress', {
          working: {
            code: 'stand-post-wind-fb',
            of: 'stress in bending',
            rule: '\\frac{ 6 \\cdot {{f}} \\cdot {{h}} }{ {{n}} \\cdot {{a}} \\cdot {{d}} }',
            terms: [
              term('f', 'F', `wind ${HELD[w.along]}`, w.full.force, 'force'),
              term('h', 'h', 'length of a post', loads.geometry.postLength, 'length'),
              term('n', 'n', 'posts', loads.geometry.posts, 'ratio'),
              term('a', 'A', 'section', area(posts), 'area', entered),
              term('d', 'd', 'its depth that way', depth, 'length', entered),
            ],
            result: { tex: 'f_b', value: bending, dimension: 'stress' },
            source: NDS,
          },
        }),
        term('fbm', "F_b'", 'what it may bear in bending', fb, 'stress', { source: posts.timber.source }),
        fce,
      ],
      result: { tex: 'r', value: ratio, dimension: 'ratio' },
      source: 'NDS 3.7.1 and 3.9.2 (from memory)',
      assumptions: [FIRST_LOOK, unbraced],
    },
  };
}

/** How the turning of a gust came about. */
const windWorking = (d: StandDesign, w: SideWind): Working => ({
  code: 'stand-wind',
  of: 'wind',
  rule: '0.6 \\cdot {{q}} \\cdot {{k}} \\cdot {{g}} \\cdot {{s}}',
  also: ['q = 0.613\\,V^2 \\qquad M_W = \\textstyle\\sum 0.6\\, q\\, K\\, G\\, C_f\\, A\\, h'],
  terms: [
    term('q', 'q', 'pressure of the gust', windPressure(d.wind.speed), 'pressure', {
      source: 'ASCE 7, density of air at 15 °C',
    }),
    term('v', 'V', 'gust of 3 seconds', d.wind.speed, 'velocity', entered),
    term('k', 'K', 'terrain, height and crest', d.wind.exposure * d.wind.crest, 'ratio', entered),
    term('g', 'G', 'gust factor of a rigid structure', GUST, 'ratio', { source: 'ASCE 7' }),
    term(
      's',
      '\\textstyle\\sum C_f A h',
      'faces, their shape and height, in m³',
      w.full.turning / (WIND_SHARE * windPressure(d.wind.speed) * d.wind.exposure * d.wind.crest * GUST),
      'ratio',
    ),
  ],
  result: { tex: 'M_W', value: w.full.turning, dimension: 'moment' },
  source: ASCE,
  assumptions: ['0.6 of the design gust goes with allowable stresses.'],
});

function braceCheck(d: StandDesign, loads: StandLoads): StandCheck | undefined {
  const braced = loads.winds.filter((w) => d.braces[w.along]);
  if (braced.length === 0) return undefined;
  const g = loads.geometry;
  const weight = loads.tankFull + loads.person + loads.timberAbove;
  const cases = braced.map((w) => {
    const [span, long, bays] =
      w.along === 'front'
        ? [g.spanFront, g.braceFront, d.posts.perBeam - 1]
        : [g.spanSide, g.braceSide, d.beams.lines - 1];
    const push = w.full.force + LEAN * weight;
    return { w, span, long, push, pull: (push * long) / span / 2 / bays, bays };
  });
  const x = worse(cases, (c) => c.pull);
  const v = timberValues(d.braces.timber, d.use, 'wind');
  return check(
    'brace',
    'force',
    {
      rule: '\\frac{ \\left( {{f}} + 0.02 \\cdot {{w}} \\right) \\cdot {{l}} }{ 2 \\cdot {{n}} \\cdot {{s}} }',
      name: 'pull in one brace',
      value: x.pull,
      terms: [
        term('f', 'F', `wind ${HELD[x.w.along]}`, x.w.full.force, 'force'),
        term('w', 'W', 'weight above, 2 % of it for lean', weight, 'force', { source: 'common practice, no source' }),
        term('l', '\\ell', 'length of the brace', x.long, 'length'),
        term('n', 'n', 'braced bays of one face', x.bays, 'ratio'),
        term('s', 's', 'between the posts', x.span, 'length'),
      ],
      source: ASCE,
    },
    {
      rule: '{{f}} \\cdot 0.75 \\cdot {{a}}',
      name: 'what one brace may bear in pull',
      value: v.tension * NET * area(d.braces),
      terms: [
        term('f', "F_t'", 'tension with its factors', v.tension, 'stress', { source: d.braces.timber.source }),
        term('a', 'A', 'section; a quarter goes for the bolt', area(d.braces), 'area', entered),
      ],
    },
    NDS,
    ['Of a pair of crossed braces only the one in pull is counted.', 'The bolts are not checked here.'],
  );
}

function soilChecks(d: StandDesign, loads: StandLoads): StandCheck[] {
  const under = d.footing.side ** 2;
  const may: Side = {
    rule: '{{s}}',
    name: 'what this ground is presumed to bear',
    value: d.soil.bearing,
    terms: [
      term('s', 's', 'presumptive bearing', d.soil.bearing, 'pressure', { source: 'IRC Table R401.4.1 (from memory)' }),
    ],
  };
  const press = (extra: number, terms: readonly Term[], name: string): Side => ({
    rule: terms.length ? '\\frac{ {{p}} + {{x}} + {{g}} }{ {{a}} }' : '\\frac{ {{p}} + {{g}} }{ {{a}} }',
    name,
    value: (loads.post + extra + loads.footingEach) / under,
    terms: [
      term('p', 'P', 'on the busiest post', loads.post, 'force'),
      ...terms,
      term('g', 'G', 'its footing', loads.footingEach, 'force', { source: 'plain concrete, 2,320 kg/m³' }),
      term('a', 'A', 'footing', under, 'area', entered),
    ],
  });
  const wind = worse(loads.winds, (w) => w.full.turning / w.base / w.leePosts);
  const push = wind.full.turning / wind.base / wind.leePosts;
  const source = 'Bearing: force over area; presumptive values stand in for an investigation';
  return [
    check('soil', 'pressure', press(0, [], 'under the busiest footing, tank full'), may, source),
    check(
      'soil-wind',
      'pressure',
      press(
        push,
        [term('x', 'P_W', 'the gust adds on a lee post', push, 'force')],
        'under a lee footing in a gust, tank full',
      ),
      may,
      source,
    ),
  ];
}

function windChecks(d: StandDesign, loads: StandLoads): StandCheck[] {
  const found: StandCheck[] = [];
  const mass = (full: boolean): number =>
    (full ? loads.tankFull : loads.tankEmpty) + loads.timber + (d.footing.anchored ? loads.footings : 0);
  for (const [code, full] of [
    ['overturn-empty', false],
    ['overturn-full', true],
  ] as const) {
    const w = worse(loads.winds, (x) => (full ? x.full : x.empty).ratio);
    const a = full ? w.full : w.empty;
    found.push(
      check(
        code,
        'moment',
        {
          rule: '{{m}}',
          name: `turned by the wind ${HELD[w.along]}`,
          value: a.turning,
          terms: [term('m', 'M_W', 'about the lee edge', a.turning, 'moment', { working: windWorking(d, w) })],
        },
        {
          rule: '0.6 \\cdot {{g}} \\cdot \\frac{ {{b}} }{2}',
          name: 'held by the weight',
          value: a.holding,
          terms: [
            term('g', 'G', full ? 'tank full, and the stand' : 'tank empty, and the stand', mass(full), 'force'),
            term('b', 'B', 'between the outer posts that way', w.base, 'length'),
          ],
          assumptions: [
            `Only ${DEAD_SHARE} of the weight is counted on.`,
            d.footing.anchored
              ? 'Posts are tied to their footings.'
              : 'Posts are not tied down: footings hold nothing.',
          ],
        },
        ASCE,
      ),
    );
  }
  // what each windward post lifts with, the tank empty, against its own footing
  const lift = worse(loads.winds, (w) => liftOf(d, loads, w));
  const up = liftOf(d, loads, lift);
  const dead = DEAD_SHARE * (loads.tankEmpty + loads.timber);
  if (up > 0)
    found.push(
      check(
        'hold-down',
        'force',
        {
          rule: '\\frac{ {{m}} / {{b}} - {{g}} / 2 }{ {{n}} }',
          name: 'lift at one windward post, tank empty',
          value: up,
          terms: [
            term('m', 'M_W', `turned by the wind ${HELD[lift.along]}`, lift.empty.turning, 'moment'),
            term('b', 'B', 'between the outer posts that way', lift.base, 'length'),
            term('g', '0.6\\,G', 'counted weight of tank and stand', dead, 'force'),
            term('n', 'n', 'windward posts', lift.leePosts, 'ratio'),
          ],
        },
        {
          rule: d.footing.anchored ? '0.6 \\cdot {{f}}' : '0',
          name: d.footing.anchored ? 'held by one footing' : 'nothing ties the post down',
          value: d.footing.anchored ? DEAD_SHARE * loads.footingEach : 0,
          terms: [term('f', 'G_F', 'weight of one footing', loads.footingEach, 'force')],
        },
        ASCE,
        ['The tie between post and footing is not checked here.'],
      ),
    );
  const s = worse(loads.winds, (w) => w.empty.slidingRatio);
  found.push(
    check(
      'slide',
      'force',
      {
        rule: '{{f}}',
        name: 'pushed by the wind',
        value: s.empty.force,
        terms: [term('f', 'F', HELD[s.along], s.empty.force, 'force')],
      },
      {
        rule: '0.6 \\cdot {{g}} \\cdot {{mu}}',
        name: 'held by friction, tank empty',
        value: DEAD_SHARE * mass(false) * d.soil.friction,
        terms: [
          term('g', 'G', 'tank empty, and the stand', mass(false), 'force'),
          term('mu', '\\mu', 'friction on this ground', d.soil.friction, 'ratio', {
            source: 'IBC Table 1806.2 (from memory)',
          }),
        ],
      },
      ASCE,
      ['The ground against buried footings is not counted.'],
    ),
  );
  if (d.tank.strapped) return found;
  const on = worse(loads.winds, (w) => w.onTank);
  const least = Math.min(d.tank.front, d.tank.side);
  const force = term('f', 'F', 'wind on the tank', on.onTank, 'force');
  const weight = term('g', 'G', 'empty tank', loads.tankEmpty, 'force', entered);
  found.push(
    check(
      'tank-slide',
      'force',
      { rule: '{{f}}', name: 'pushed off its boards, empty', value: on.onTank, terms: [force] },
      {
        rule: '0.6 \\cdot {{g}} \\cdot 0.3',
        name: 'held by friction on the boards',
        value: DEAD_SHARE * loads.tankEmpty * ON_BOARDS,
        terms: [weight],
        assumptions: ['Friction of plastic on boards 0.3 (assumption).'],
      },
      ASCE,
    ),
    check(
      'tank-tip',
      'moment',
      {
        rule: '{{f}} \\cdot \\frac{ {{h}} }{2}',
        name: 'tipped on its platform, empty',
        value: (on.onTank * d.tank.height) / 2,
        terms: [force, term('h', 'h', 'height of the tank', d.tank.height, 'length')],
      },
      {
        rule: '0.6 \\cdot {{g}} \\cdot \\frac{ {{b}} }{2}',
        name: 'held by its weight',
        value: (DEAD_SHARE * loads.tankEmpty * least) / 2,
        terms: [weight, term('b', 'b', 'its least width', least, 'length')],
      },
      ASCE,
    ),
  );
  return found;
}

/** Lift at one windward post, the tank empty and no footing counted, N; not below nothing. */
function liftOf(d: StandDesign, loads: StandLoads, w: SideWind): number {
  const dead = DEAD_SHARE * (d.tank.empty * GRAVITY + loads.timber);
  return Math.max(0, w.empty.turning / w.base - dead / 2) / w.leePosts;
}

/** A board from joist to joist under the tank. */
function deckCheck(d: StandDesign, loads: StandLoads): StandCheck {
  const { deck } = d.platform;
  const span = d.joists.spacing;
  const board: Section = { ...deck, width: loads.geometry.deckBoard };
  const v = timberValues(deck.timber, d.use, 'permanent');
  const load = loads.onDeck * (board.width + d.platform.gap) * span;
  const moment = (load * span) / 8;
  return check(
    'deck-bending',
    'stress',
    {
      rule: '\\frac{ {{p}} \\cdot {{w}} \\cdot {{l}}^2 }{ 8 \\cdot {{s}} }',
      name: 'stress in a board',
      value: moment / modulusOf(board),
      terms: [
        term('p', 'p', 'under the full tank and a person', loads.onDeck, 'pressure'),
        term('w', 'b', 'a board and its gap', board.width + d.platform.gap, 'length'),
        term('l', 'L', 'from joist to joist', span, 'length', entered),
        term('s', 'S', 'bd²/6, in m³', modulusOf(board), 'ratio'),
      ],
    },
    allowable(d, deck, 'bending', REPETITIVE, v),
    NDS,
    ['The board is taken as ending on each joist. The size factor of flat use is not counted.'],
  );
}

/** Every check of a stand of posts, members from the top down, then the ground and the wind. */
export function screenStand(d: StandDesign): { readonly checks: StandCheck[]; readonly loads: StandLoads } {
  const loads = standLoads(d);
  const g = loads.geometry;
  const beamReaction = Math.max(loads.beam.outer, loads.beam.middle ?? 0);
  const joistReaction = Math.max(loads.joist.outer, loads.joist.middle ?? 0);
  const brace = braceCheck(d, loads);
  return {
    loads,
    checks: [
      deckCheck(d, loads),
      ...spanChecks(d, 'joist', d.joists, 1, g.spanSide, loads.joist, loads.joistLoad),
      seat(d, 'joist-seat', joistReaction, d.joists.width * d.beams.width * d.beams.plies, d.joists),
      ...spanChecks(d, 'beam', d.beams, d.beams.plies, g.spanFront, loads.beam, loads.beamLoad),
      seat(
        d,
        'beam-seat',
        beamReaction,
        Math.min(d.beams.width * d.beams.plies, d.posts.depth) * d.posts.width,
        d.beams,
      ),
      ...postChecks(d, loads),
      ...(brace ? [brace] : []),
      ...soilChecks(d, loads),
      ...windChecks(d, loads),
    ],
  };
}
