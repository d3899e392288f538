// Checks of posts in the wind.
import type { Term, Working } from '../working/index.ts';
import type { StandDesign } from './design.ts';
import { GUST, windPressure } from './ground.ts';
import { pushOn, type StandLoads } from './loads.ts';
import { timberValues } from './timber.ts';
import { type StandCheck, NDS, ASCE, FIRST_LOOK, term, entered, type Side, check, area, worse } from './check.ts';
import { postColumns, HELD, bearsSide } from './postcolumns.ts';
import { blows, WAYS, type Way, type Wind } from './wind.ts';

/** A corner post that a gust leans on, or the busiest where that bears more still; the tank full. */
function pressedBy(d: StandDesign, loads: StandLoads, w: Wind): Side {
  const gust = loads.corner + pushOn(loads, w);
  if (loads.post > gust)
    return {
      name: 'on the busiest post, which no gust presses, tank full',
      value: loads.post,
      rule: '{{g}}',
      source: ASCE,
      terms: [term('g', 'P_G', 'tank full', loads.post, 'force')],
    };
  return {
    name: 'on a lee corner post, tank full',
    value: gust,
    rule: '{{g}} + \\frac{ {{x}} }{2 \\cdot {{a}} } + \\frac{ {{y}} }{2 \\cdot {{b}} }',
    source: ASCE,
    terms: [
      term('g', 'P_G', 'on a corner post, tank full, no wind', loads.corner, 'force'),
      term('x', 'M_x', `turned along the front, wind ${blows(w)}`, w.turning.front, 'moment', {
        working: windWorking(d, w, 'front'),
      }),
      term('a', 'B_x', 'between the outer posts that way', loads.base.front, 'length'),
      term('y', 'M_y', 'turned along the side', w.turning.side, 'moment', { working: windWorking(d, w, 'side') }),
      term('b', 'B_y', 'between the outer posts that way', loads.base.side, 'length'),
    ],
  };
}

/**
 * A post in a gust, the tank full. Braced, it is pressed; set in the ground without a brace it is bent too; pressed past
 * what it buckles at, nothing is left to bend it.
 */
export function postInWind(d: StandDesign, loads: StandLoads, w: Wind): StandCheck {
  const { posts } = d;
  const columns = postColumns(d, loads, 'wind');
  const weakest = worse(columns, (c) => -c.bears);
  const pressed = pressedBy(d, loads, w);
  const bears = bearsSide(d, weakest, 'wind');
  const free = WAYS.filter((way) => !d.braces[way]);
  if (free.length === 0) return check('post-wind', 'force', pressed, bears, 'NDS 3.7.1 (from memory)');

  const stress = pressed.value / area(posts);
  const may = weakest.bears / area(posts);
  const fb = timberValues(posts.timber, d.use, 'wind').bending;
  // no brace that way: from the platform down to where the foot is held, a third of the way down
  const arm = columns[0].reach;
  const bends = free.map((way) => {
    const depth = way === 'front' ? posts.width : posts.depth;
    return {
      way,
      depth,
      fcE: columns.find((c) => c.along === way)?.fcE ?? weakest.fcE,
      stress: ((w.force[way] / loads.geometry.posts) * arm) / (area(posts) * (depth / 6)),
    };
  });
  const unbraced =
    'Posts set in concrete in the ground, without braces, are held a third of their depth down (assumption).';
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
  const first = worse(bends, (b) => -b.fcE);
  const buckles = (key: string, b: (typeof bends)[number]): Term =>
    term(key, 'F_{cE}', `stress at which it buckles, ${HELD[b.way]}`, b.fcE, 'stress');
  if (stress >= first.fcE) {
    const ratio = stress / first.fcE;
    return {
      code: 'post-wind',
      demand: stress,
      capacity: first.fcE,
      dimension: 'stress',
      ratio,
      working: {
        code: 'stand-post-wind',
        of: 'the stand',
        rule: '\\frac{ {{fc}} }{ {{fce}} }',
        terms: [fc, buckles('fce', first)],
        result: { tex: 'r', value: ratio, dimension: 'ratio' },
        source: 'NDS 3.9.2: the stress along must stay under that at which it buckles (from memory)',
        assumptions: [FIRST_LOOK, unbraced, 'It buckles before the gust bends it: bending is not even looked at.'],
      },
    };
  }
  const ratio = (stress / may) ** 2 + bends.reduce((sum, b) => sum + b.stress / (fb * (1 - stress / b.fcE)), 0);
  const bent = (b: (typeof bends)[number], k: number): Term =>
    term(`fb${k}`, 'f_b', `stress in bending, ${HELD[b.way]}`, b.stress, 'stress', {
      working: {
        code: 'stand-post-wind-fb',
        of: 'stress in bending',
        rule: '\\frac{ 6 \\cdot {{f}} \\cdot {{h}} }{ {{n}} \\cdot {{a}} \\cdot {{d}} }',
        terms: [
          term('f', 'F', `wind ${blows(w)}, its part ${HELD[b.way]}`, w.force[b.way], 'force'),
          term('h', 'h', 'from the platform to where the foot is held', arm, 'length'),
          term('n', 'n', 'posts', loads.geometry.posts, 'ratio'),
          term('a', 'A', 'section', area(posts), 'area', entered),
          term('d', 'd', 'its depth that way', b.depth, 'length', entered),
        ],
        result: { tex: 'f_b', value: b.stress, dimension: 'stress' },
        source: NDS,
      },
    });
  const bending = (k: number): string => `\\frac{ {{fb${k}}} }{ {{fbm}} \\left(1 - {{fc}} / {{fce${k}}}\\right) }`;
  return {
    code: 'post-wind',
    demand: ratio,
    capacity: 1,
    dimension: 'ratio',
    ratio,
    working: {
      code: 'stand-post-wind',
      of: 'the stand',
      rule: `\\left(\\frac{ {{fc}} }{ {{may}} }\\right)^2 + ${bends.map((_, k) => bending(k)).join(' + ')}`,
      terms: [
        fc,
        along('may', "F_c'", 'what it may bear along', bears, may),
        ...bends.flatMap((b, k) => [bent(b, k), buckles(`fce${k}`, b)]),
        term('fbm', "F_b'", 'what it may bear in bending', fb, 'stress', { source: posts.timber.source }),
      ],
      result: { tex: 'r', value: ratio, dimension: 'ratio' },
      source: 'NDS 3.7.1 and 3.9.2 (from memory)',
      assumptions: [FIRST_LOOK, unbraced],
    },
  };
}

/** How the turning of a gust came about, one way. */
export function windWorking(d: StandDesign, w: Wind, way: Way): Working {
  const pressure = d.wind.share * windPressure(d.wind.speed) * d.wind.exposure * d.wind.crest * GUST;
  return {
    code: 'stand-wind',
    of: 'wind',
    rule: '{{c}} \\cdot {{q}} \\cdot {{k}} \\cdot {{g}} \\cdot {{s}}',
    also: ['q = 0.613\\,V^2 \\qquad M_W = \\textstyle\\sum c\\, q\\, K\\, G\\, C_f\\, A\\, h'],
    terms: [
      term('c', 'c', d.wind.share < 1 ? 'map of strength design' : 'map of allowable stresses', d.wind.share, 'ratio', {
        source: 'ASCE 7-10 and later: 0.6 W; ASCE 7-05 and before: 1.0 W (from memory)',
      }),
      term('q', 'q', 'pressure of the gust', windPressure(d.wind.speed), 'pressure', {
        source: 'ASCE 7, density of air at 15 °C',
      }),
      term('v', 'V', 'gust of 3 seconds', d.wind.speed, 'velocity', entered),
      term('k', 'K', 'terrain, height and crest', d.wind.exposure * d.wind.crest, 'ratio', entered),
      term('g', 'G', 'gust factor of a rigid structure', GUST, 'ratio', { source: 'ASCE 7' }),
      term(
        's',
        '\\textstyle\\sum C_f A h',
        `faces, their shape and height, ${HELD[way]}, in m³`,
        w.turning[way] / pressure,
        'ratio',
      ),
    ],
    result: { tex: 'M_W', value: w.turning[way], dimension: 'moment' },
    source: ASCE,
    assumptions: [
      ...(w.angle % 90 === 0 ? [] : [`The wind blows ${blows(w)}: this is its part ${HELD[way]}.`]),
      'No factor for how seldom the worst gust blows the worst way is counted.',
    ],
  };
}
