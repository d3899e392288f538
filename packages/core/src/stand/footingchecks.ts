// Checks of footings: the ground under them, their own thickness, a push that comes beside their middle, posts that stand
// in the ground.
import type { Term } from '../working/index.ts';
import { LEAN, check, entered, term, worse, type Side, type StandCheck } from './check.ts';
import type { StandDesign } from './design.ts';
import { DEAD_SHARE, edgeFactor, embedment } from './ground.ts';
import { pushOn, type StandLoads } from './loads.ts';
import { HELD } from './postcolumns.ts';
import { blows, WAYS, type Way, type Ways, type Wind } from './wind.ts';

/** Strength that plain concrete of small footings is taken to have, Pa (2,500 psi). @see IRC Table R402.2 (from memory) */
const CONCRETE = 17.2e6;
/** Of a footing's thickness that is not counted where it is cast on earth, m (2 in). @see ACI 318 14.5.1.7 (from memory) */
const ROUGH = 0.05;
/** What loads are multiplied by for the strength of concrete (assumption, over 1.4 D and 1.2 D + 1.6 W of the kind). */
const FACTORED = 1.6;
/** φ of plain concrete. @see ACI 318 21.2.1 (from memory) */
const PHI = 0.6;

/** Which ways crossed braces take to the feet; what stands in the ground without them is no matter of its footing. */
const braced = (d: StandDesign): readonly Way[] => WAYS.filter((way) => d.braces[way]);

/** Push at a foot each braced way: a braced bay of each outer face has one foot that takes it. */
const footPush = (d: StandDesign, w: Wind, way: Way): number =>
  w.force[way] / (2 * (way === 'front' ? d.posts.perBeam - 1 : d.beams.lines - 1));

/** How far beside the middle of its footing a foot presses, each way, m. */
const leanOf = (d: StandDesign, loads: StandLoads, w: Wind, down: number): Ways => {
  const arm = d.footing.depth + loads.geometry.postFoot;
  const one = (way: Way): number => (!d.braces[way] ? 0 : down > 0 ? (footPush(d, w, way) * arm) / down : Infinity);
  return { front: one('front'), side: one('side') };
};

/** Terms of a foot's push beside its middle, one way. */
const leanTerms = (d: StandDesign, loads: StandLoads, w: Wind, way: Way): Term[] => [
  term('h', 'H', `push at a foot, wind ${blows(w)}, its part ${HELD[way]}`, footPush(d, w, way), 'force'),
  term(
    'z',
    'z',
    'from the top of the pier to the footing’s bottom',
    d.footing.depth + loads.geometry.postFoot,
    'length',
  ),
];

/** A foot in a gust: what comes down on it, N. */
interface Foot {
  readonly w: Wind;
  readonly name: string;
  readonly post: number;
  readonly own: number;
}

/** Corner feet in every wind: leaned on or blown from, the tank full; leaned on, the tank empty and 0.6 counted. */
const feet = (loads: StandLoads): Foot[] =>
  loads.winds.flatMap((w) => {
    const push = pushOn(loads, w);
    const own = loads.footingEach;
    return [
      { w, name: 'windward corner, tank full', post: loads.corner - push, own },
      { w, name: 'lee corner, tank full', post: loads.corner + push, own },
      { w, name: 'lee corner, tank empty', post: loads.cornerDead + push, own: DEAD_SHARE * own },
    ];
  });

/** The way in which a foot leans more. */
const moreLean = (lean: Ways): Way => (lean.side > lean.front ? 'side' : 'front');

/** A foot whose load falls past its footing's edge: no pressure can be told. */
function beyond(
  d: StandDesign,
  loads: StandLoads,
  at: Foot & { readonly lean: Ways; readonly down: number },
): StandCheck {
  const way = moreLean(at.lean);
  return check(
    'soil-wind',
    'length',
    {
      rule: '{{h}} \\cdot {{z}} / {{n}}',
      name: `how far beside its middle a footing presses, ${at.name}`,
      value: at.lean[way],
      terms: [...leanTerms(d, loads, at.w, way), term('n', 'N', 'on the footing and its own weight', at.down, 'force')],
    },
    {
      rule: '{{b}} / 2',
      name: 'its edge',
      value: d.footing.side / 2,
      terms: [term('b', 'B', 'footing, each side', d.footing.side, 'length', entered)],
    },
    'The ground can press back no farther out than the footing reaches',
  );
}

export function soilChecks(d: StandDesign, loads: StandLoads): StandCheck[] {
  const { side } = d.footing;
  const under = side ** 2;
  const may: Side = {
    rule: '{{s}}',
    name: 'what this ground is presumed to bear',
    value: d.soil.bearing,
    terms: [
      term('s', 's', 'presumptive bearing', d.soil.bearing, 'pressure', { source: 'IRC Table R401.4.1 (from memory)' }),
    ],
  };
  const own = term('g', 'G', 'its footing', loads.footingEach, 'force', { source: 'plain concrete, 2,320 kg/m³' });
  const area = term('a', 'A', 'footing', under, 'area', entered);
  const still: Side = {
    rule: '\\frac{ {{p}} + {{g}} }{ {{a}} }',
    name: 'under the busiest footing, tank full',
    value: (loads.post + loads.footingEach) / under,
    terms: [term('p', 'P', 'on the busiest post', loads.post, 'force'), own, area],
  };
  const edge = (c: Foot) => {
    const down = c.post + c.own;
    const lean = leanOf(d, loads, c.w, down);
    const factors = { front: edgeFactor(lean.front, side), side: edgeFactor(lean.side, side) };
    const factor = factors.front * factors.side;
    // a foot that is lifted presses nothing: what holds it down is another check
    return { ...c, down, lean, factors, factor, pressure: down <= 0 ? 0 : (factor * down) / under };
  };
  const at = worse(feet(loads).map(edge), (x) => x.pressure);
  const { w } = at;
  const gust: Side = {
    rule: '{{kx}} \\cdot {{ky}} \\cdot \\frac{ {{p}} + {{g}} }{ {{a}} }',
    also: ['k = 1 + 6e/B \\text{ while all of it presses, else } \\frac{4B}{3(B-2e)},\\; e = H z / (P + G)'],
    name: `under the edge of a footing in a gust, ${at.name}`,
    value: at.pressure,
    terms: [
      term('kx', 'k_x', 'more at the edge that it leans on along the front', at.factors.front, 'ratio'),
      term('ky', 'k_y', 'and along the side', at.factors.side, 'ratio'),
      term('p', 'P', `on the post, wind ${blows(w)}`, at.post, 'force'),
      term('g', 'G', at.own < loads.footingEach ? 'its footing, 0.6 of it' : 'its footing', at.own, 'force', {
        source: 'plain concrete, 2,320 kg/m³',
      }),
      area,
      term('ex', 'e_x', 'beside the middle along the front', at.lean.front, 'length'),
      term('ey', 'e_y', 'along the side', at.lean.side, 'length'),
    ],
  };
  const source = 'Bearing: force over area; presumptive values stand in for an investigation';
  return [
    check('soil', 'pressure', still, may, source),
    Number.isFinite(at.factor) ? check('soil-wind', 'pressure', gust, may, source) : beyond(d, loads, at),
  ];
}

/** Plain concrete between the pier or post and the footing's edge, bent by the ground under it. */
export function footingBend(d: StandDesign, loads: StandLoads): StandCheck {
  const { side, thickness, depth, pier } = d.footing;
  // what stands on it: a round pier as the square as large, or the post
  const onIt =
    depth > thickness && !d.posts.inGround ? pier * Math.sqrt(Math.PI / 4) : Math.min(d.posts.width, d.posts.depth);
  const out = Math.max(0, (side - onIt) / 2);
  const w = worse(loads.winds, (x) => pushOn(loads, x));
  const gust = loads.corner + pushOn(loads, w);
  const down = Math.max(loads.post, gust);
  const used = Math.max(0, thickness - ROUGH);
  const stress = 0.42 * Math.sqrt(CONCRETE * 1e6);
  return check(
    'footing-bend',
    'moment',
    {
      rule: '{{k}} \\cdot \\frac{ {{p}} }{ {{b}} } \\cdot \\frac{ {{x}}^2 }{2}',
      name: 'bent up by the ground beside the post',
      value: (((FACTORED * down) / side) * out ** 2) / 2,
      terms: [
        term('k', '\\gamma', 'loads times this for strength', FACTORED, 'ratio', { source: 'assumption' }),
        term(
          'p',
          'P',
          gust > loads.post ? `on a lee corner post, wind ${blows(w)}` : 'on the busiest post',
          down,
          'force',
        ),
        term('b', 'B', 'footing, each side', side, 'length', entered),
        term('x', 'x', 'from the pier or post to its edge', out, 'length'),
      ],
    },
    {
      rule: '0.6 \\cdot {{f}} \\cdot \\frac{ {{b}} \\cdot {{t}}^2 }{6}',
      also: ["f = 0.42\\sqrt{f_c'}\\;\\text{(MPa)}"],
      name: 'what plain concrete of this thickness may bear',
      value: (PHI * stress * side * used ** 2) / 6,
      terms: [
        term('f', 'f', 'plain concrete in bending', stress, 'stress', {
          source: 'ACI 318 14.5.2.1, of 17.2 MPa (from memory)',
        }),
        term('b', 'B', 'footing, each side', side, 'length', entered),
        term('t', 't', 'thickness that counts', used, 'length', {
          source: 'ACI 318 14.5.1.7: 50 mm less, as cast on earth',
        }),
      ],
    },
    'ACI 318 chapter 14, plain concrete (from memory)',
    ['No reinforcing is counted. Shear is not looked at: it seldom governs where this holds.'],
  );
}

/** A foot that is pushed sideways while little holds it down: where its footing presses. */
export function footingLean(d: StandDesign, loads: StandLoads): StandCheck | undefined {
  if (braced(d).length === 0) return undefined;
  const { side } = d.footing;
  // the full tank with all of its weight; an empty one, with 0.6, is looked at where it lifts and where it presses
  const full = feet(loads).filter((c) => c.own === loads.footingEach);
  const x = worse(
    full.map((c) => {
      const lean = leanOf(d, loads, c.w, c.post + c.own);
      const way = moreLean(lean);
      return { ...c, way, lean: lean[way] };
    }),
    (c) => c.lean,
  );
  const third = side / 3;
  const assumptions = [
    'The earth beside the footing is not counted on. Each way is looked at for itself.',
    'Past the middle third, a sixth of its side from the middle, an edge of it no longer presses.',
  ];
  const source = 'Half as much again as turns it over its edge (common practice, no source)';
  const may: Side = {
    rule: '\\frac{ {{b}} }{3}',
    name: 'how far it may press beside its middle',
    value: third,
    terms: [term('b', 'B', 'footing, each side', side, 'length', entered)],
  };
  if (!Number.isFinite(x.lean))
    return check(
      'footing-lean',
      'force',
      {
        rule: '-({{p}} + {{g}})',
        name: `lift at the ${x.name}`,
        value: -(x.post + x.own),
        terms: [
          term('p', 'P', `on the post, wind ${blows(x.w)}`, x.post, 'force'),
          term('g', 'G', 'its footing', x.own, 'force'),
        ],
      },
      { rule: '0', name: 'nothing holds it down', value: 0, terms: [] },
      source,
      assumptions,
    );
  return check(
    'footing-lean',
    'length',
    {
      rule: '\\frac{ {{h}} \\cdot {{z}} }{ {{p}} + {{g}} }',
      name: `how far beside its middle the footing presses: ${x.name}`,
      value: x.lean,
      terms: [
        ...leanTerms(d, loads, x.w, x.way),
        term('p', 'P', 'on the post', x.post, 'force'),
        term('g', 'G', 'its footing', x.own, 'force'),
      ],
    },
    may,
    source,
    assumptions,
  );
}

/** Posts set in concrete in the ground, no brace one way or both: the earth beside them holds the push. */
export function embedmentCheck(d: StandDesign, loads: StandLoads): StandCheck | undefined {
  const free = WAYS.filter((way) => !d.braces[way]);
  if (!d.posts.inGround || free.length === 0) return undefined;
  const g = loads.geometry;
  const { depth, pier } = d.footing;
  const weight = loads.tankFull + loads.person + loads.timberAbove;
  const wide = Math.max(pier, Math.hypot(d.posts.width, d.posts.depth));
  const pressure = (d.soil.lateral * depth) / 3;
  const cases = loads.winds.map((w) => {
    const wind = Math.hypot(...free.map((way) => w.force[way]));
    const turning = Math.hypot(...free.map((way) => w.turning[way]));
    // a share of the weight above leans on top of the wind, at the platform
    const push = (wind + LEAN * weight) / g.posts;
    const height = wind + LEAN * weight > 0 ? (turning + LEAN * weight * d.height) / (wind + LEAN * weight) : 0;
    return { w, push, height, needs: embedment(push, height, pressure, wide) };
  });
  const x = worse(cases, (c) => c.needs);
  const source = 'IBC 1807.3.2.1, posts embedded in earth, not held at the ground (from memory)';
  if (!Number.isFinite(x.needs))
    return check(
      'embedment',
      'force',
      {
        rule: '{{p}}',
        name: 'push on one post',
        value: x.push,
        terms: [term('p', 'P', `wind ${blows(x.w)} and 2 % of the weight`, x.push, 'force')],
      },
      { rule: '0', name: 'this ground is presumed to hold nothing', value: 0, terms: [] },
      source,
    );
  const a = (2.34 * x.push) / (pressure * wide);
  return check(
    'embedment',
    'length',
    {
      rule: '\\frac{ {{a}} }{2} \\left( 1 + \\sqrt{1 + \\frac{4.36 \\cdot {{h}} }{ {{a}} } } \\right)',
      name: 'how deep a post must stand',
      value: x.needs,
      terms: [
        term('a', 'A', '2.34 P/(S₁ b)', a, 'length', {
          working: {
            code: 'stand-embedment-a',
            of: 'the push over what the earth may meet',
            rule: '\\frac{2.34 \\cdot {{p}} }{ {{s}} \\cdot {{b}} }',
            terms: [
              term('p', 'P', `on one post: wind ${blows(x.w)} and 2 % of the weight`, x.push, 'force'),
              term('s', 'S_1', 'earth against it, a third of the depth down', pressure, 'pressure', {
                source: 'IBC Table 1806.2 (from memory)',
              }),
              term('b', 'b', 'width of the concrete around it', wide, 'length', entered),
            ],
            result: { tex: 'A', value: a, dimension: 'length' },
            source,
          },
        }),
        term('h', 'h', 'of the push above the ground', x.height, 'length'),
      ],
    },
    {
      rule: '{{d}}',
      name: 'how deep it stands',
      value: depth,
      terms: [term('d', 'd', 'bottom below the ground', depth, 'length', entered)],
    },
    source,
    ['The tabled pressures are not doubled, though the code lets some posts have twice.'],
  );
}
