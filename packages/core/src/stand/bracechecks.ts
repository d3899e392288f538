// Checks of braces: what holds a stand against swaying, the pull in a brace, the bolt at its end.
import { bolt, BOLT_YIELD, WET_JOINT, type YieldMode } from './bolts.ts';
import { ASCE, LEAN, NDS, NET, area, check, entered, term, worse, type StandCheck } from './check.ts';
import type { StandDesign } from './design.ts';
import type { StandLoads } from './loads.ts';
import { HELD } from './postcolumns.ts';
import { DURATION, timberValues } from './timber.ts';
import { blows, WAYS, type Way, type Wind } from './wind.ts';

/** Ways in which nothing holds the stand against swaying: no brace, and feet that can turn. */
export const loose = (d: StandDesign): Way[] => (d.posts.inGround ? [] : WAYS.filter((way) => !d.braces[way]));

/** What pushes sideways, with the share of the weight that leans. */
const weightAbove = (loads: StandLoads): number => loads.tankFull + loads.person + loads.timberAbove;

/** A stand on post bases without braces is a mechanism: nothing is asked of its posts, for nothing holds their heads. */
export function swayCheck(d: StandDesign, loads: StandLoads): StandCheck | undefined {
  const ways = loose(d);
  if (ways.length === 0) return undefined;
  const weight = weightAbove(loads);
  const x = worse(
    loads.winds.flatMap((w) => ways.map((way) => ({ w, way }))),
    (c) => c.w.force[c.way],
  );
  return check(
    'sway',
    'force',
    {
      rule: '{{f}} + 0.02 \\cdot {{w}}',
      name: `pushed sideways ${HELD[x.way]}`,
      value: x.w.force[x.way] + LEAN * weight,
      terms: [
        term('f', 'F', `wind ${HELD[x.way]}`, x.w.force[x.way], 'force'),
        term('w', 'W', 'weight above, 2 % of it for lean', weight, 'force', { source: 'common practice, no source' }),
      ],
      source: ASCE,
    },
    { rule: '0', name: 'no brace that way, and feet that can turn', value: 0, terms: [] },
    ASCE,
    [
      'Posts on bases turn at their feet: without a brace each way the stand folds. Its posts are not looked at further.',
    ],
  );
}

/** The brace that is pulled most, from every side of the wind. */
function pulled(d: StandDesign, loads: StandLoads) {
  const g = loads.geometry;
  const weight = weightAbove(loads);
  const braced = WAYS.filter((way) => d.braces[way]);
  if (braced.length === 0) return undefined;
  const cases = loads.winds.flatMap((w: Wind) =>
    braced.map((way) => {
      const [span, long, bays] =
        way === 'front'
          ? [g.spanFront, g.braceFront, d.posts.perBeam - 1]
          : [g.spanSide, g.braceSide, d.beams.lines - 1];
      const push = w.force[way] + LEAN * weight;
      return { w, way, span, long, bays, pull: (push * long) / span / 2 / bays };
    }),
  );
  return worse(cases, (c) => c.pull);
}

/** What a bolt holds in each way to yield, in its own terms. @see NDS Table 12.3.1A (from memory) */
const YIELD_RULES: Readonly<Record<YieldMode, string>> = {
  Im: '\\frac{ {{d}} \\cdot {{lm}} \\cdot {{fm}} }{ {{r}} }',
  Is: '\\frac{ {{d}} \\cdot {{ls}} \\cdot {{fs}} }{ {{r}} }',
  II: '\\frac{ {{k}} \\cdot {{d}} \\cdot {{ls}} \\cdot {{fs}} }{ {{r}} }',
  IIIm: '\\frac{ {{k}} \\cdot {{d}} \\cdot {{lm}} \\cdot {{fm}} }{ \\left(1 + 2 \\cdot {{fm}} / {{fs}}\\right) \\cdot {{r}} }',
  IIIs: '\\frac{ {{k}} \\cdot {{d}} \\cdot {{ls}} \\cdot {{fm}} }{ \\left(2 + {{fm}} / {{fs}}\\right) \\cdot {{r}} }',
  IV: '\\frac{ {{d}}^2 }{ {{r}} } \\cdot \\sqrt{ \\frac{2 \\cdot {{fm}} \\cdot {{fy}} }{3 \\cdot \\left(1 + {{fm}} / {{fs}}\\right)} }',
};
const YIELD_WORDS: Readonly<Record<YieldMode, string>> = {
  Im: 'the post crushes (mode Im)',
  Is: 'the brace crushes (mode Is)',
  II: 'both crush, the bolt turns (mode II)',
  IIIm: 'the bolt bends in the brace (mode IIIm)',
  IIIs: 'the bolt bends in the post (mode IIIs)',
  IV: 'the bolt bends in both (mode IV)',
};

/** Braces in pull, and the bolts at their ends. */
export function braceChecks(d: StandDesign, loads: StandLoads): StandCheck[] {
  const x = pulled(d, loads);
  if (!x) return [];
  const weight = weightAbove(loads);
  const v = timberValues(d.braces.timber, d.use, 'wind');
  const pull = {
    rule: '\\frac{ \\left( {{f}} + 0.02 \\cdot {{w}} \\right) \\cdot {{l}} }{ 2 \\cdot {{n}} \\cdot {{s}} }',
    name: 'pull in one brace',
    value: x.pull,
    terms: [
      term('f', 'F', `wind ${blows(x.w)}, its part ${HELD[x.way]}`, x.w.force[x.way], 'force'),
      term('w', 'W', 'weight above, 2 % of it for lean', weight, 'force', { source: 'common practice, no source' }),
      term('l', '\\ell', 'length of the brace', x.long, 'length'),
      term('n', 'n', 'braced bays of one face', x.bays, 'ratio'),
      term('s', 's', 'between the posts', x.span, 'length'),
    ],
    source: ASCE,
  };
  const one = 'Of a pair of crossed braces only the one in pull is counted.';
  // the brace leans from the upright by the angle whose sine is its span over its length
  const angle = (Math.asin(Math.min(1, x.span / x.long)) * 180) / Math.PI;
  const main = x.way === 'front' ? d.posts.depth : d.posts.width;
  const joint = bolt({
    diameter: d.braces.bolt,
    side: d.braces.width,
    main,
    sideGravity: d.braces.timber.gravity,
    mainGravity: d.posts.timber.gravity,
    angle,
  });
  const wet = d.use.wet ? WET_JOINT : 1;
  const gravity = (of: number): string => `NDS 12.3.3, specific gravity ${of} (from memory)`;
  return [
    check(
      'brace',
      'force',
      pull,
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
      [one],
    ),
    check(
      'brace-bolt',
      'force',
      pull,
      {
        rule: '{{n}} \\cdot {{z}} \\cdot {{cd}} \\cdot {{cm}}',
        name: 'what the bolts at one end hold',
        value: d.braces.bolts * joint.holds * DURATION.wind * wet,
        terms: [
          term('n', 'n', 'bolts at an end', d.braces.bolts, 'ratio', entered),
          term('z', 'Z', `one bolt: ${YIELD_WORDS[joint.mode]}`, joint.holds, 'force', {
            working: {
              code: `stand-bolt-${joint.mode}`,
              of: 'one bolt',
              rule: YIELD_RULES[joint.mode],
              terms: [
                term('d', 'D', 'bolt', d.braces.bolt, 'length', entered),
                term('lm', '\\ell_m', 'through the post', main, 'length', entered),
                term('ls', '\\ell_s', 'through the brace', d.braces.width, 'length', entered),
                term(
                  'fm',
                  'F_{em}',
                  `post against the bolt, ${angle.toFixed(0)}° to its grain`,
                  joint.mainBearing,
                  'stress',
                  {
                    source: gravity(d.posts.timber.gravity),
                  },
                ),
                term('fs', 'F_{es}', 'brace against the bolt, along its grain', joint.sideBearing, 'stress', {
                  source: gravity(d.braces.timber.gravity),
                }),
                term('fy', 'F_{yb}', 'bolt in bending', BOLT_YIELD, 'stress', { source: 'NDS Appendix I, 45,000 psi' }),
                term('k', 'k', 'of this way to yield', joint.k, 'ratio', { source: 'NDS Table 12.3.1A' }),
                term('r', 'R_d', 'divided by', joint.reduction, 'ratio', { source: 'NDS Table 12.3.1B' }),
              ],
              result: { tex: 'Z', value: joint.holds, dimension: 'force' },
              source: 'NDS 12.3.1, yield limits of a bolt in single shear (from memory)',
            },
          }),
          term('cd', 'C_D', 'how long the load lasts', DURATION.wind, 'ratio', { source: 'a gust of minutes' }),
          term('cm', 'C_M', d.use.wet ? 'wet timber' : 'dry timber', wet, 'ratio', { source: 'NDS 11.3.3' }),
        ],
      },
      'NDS 12.3, bolts (from memory)',
      [
        one,
        `Full end and edge distances are taken: ${d.braces.bolts > 1 ? 'seven diameters from the end, four between bolts' : 'seven diameters from the end'}, four from the edge that is pulled to.`,
      ],
    ),
  ];
}
