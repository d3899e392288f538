// Checks of posts and braces in the wind.
import { GRAVITY } from '../units/index.ts';
import type { Term, Working } from '../working/index.ts';
import type { StandDesign } from './design.ts';
import { DEAD_SHARE, GUST, WIND_SHARE, windPressure } from './ground.ts';
import type { SideWind, StandLoads } from './loads.ts';
import { timberValues } from './timber.ts';
import {
  type StandCheck,
  NDS,
  ASCE,
  LEAN,
  NET,
  FIRST_LOOK,
  term,
  entered,
  type Side,
  check,
  area,
  worse,
} from './check.ts';
import { postColumns, HELD, bearsSide } from './postcolumns.ts';

/**
 * The busiest post as a lee post in a gust, the tank full. Braced, it is pressed; without a brace it is bent too, as if
 * its foot could not turn; pressed past what it buckles at, nothing is left to bend it.
 */
export function postInWind(d: StandDesign, loads: StandLoads, w: SideWind): StandCheck {
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
export const windWorking = (d: StandDesign, w: SideWind): Working => ({
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
export function braceCheck(d: StandDesign, loads: StandLoads): StandCheck | undefined {
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
/** Lift at one windward post, the tank empty and no footing counted, N; not below nothing. */
export function liftOf(d: StandDesign, loads: StandLoads, w: SideWind): number {
  const dead = DEAD_SHARE * (d.tank.empty * GRAVITY + loads.timber);
  return Math.max(0, w.empty.turning / w.base - dead / 2) / w.leePosts;
}
