// Workings of figures that findings about sources, needs and floats tell.
import { plainWorking, sumWorking, type Term, type Working } from '@vernal-slope/core/working';
import { GUTTER_LENGTH } from '@vernal-slope/core/supply';
import { metresOfMm, rainRate } from '../compile/index.ts';
import type { ToldFigure } from '../findings/index.ts';
import { isSource, isStore, isVessel, nameOf } from '../kinds/index.ts';
import { gutterCarries, roofArea, summariseTests } from '../year/index.ts';
import type { PlanBalance } from './balance.ts';
import { tankStore, type TankStore } from './store.ts';
import { largestWorking, reserveWorking, volumeWorking } from './storeworkings.ts';
import { testWorking, usableWorking } from './workings.ts';
import { yieldWorking } from './yieldworkings.ts';

const DAY = 86_400;
const WEEK = 7;
/** What a value of a finding is told by; `id` is the place it is about. */
type Told = (b: PlanBalance, id: string) => Working | undefined;

const sourceOf = (b: PlanBalance, id: string) => {
  const node = b.plan.nodes.find((n) => n.id === id);
  return isSource(node) ? node : undefined;
};

/** A flow that is the same all day, m³. */
export const allDayWorking = (
  code: string,
  of: string,
  name: string,
  flow: number,
  more: Pick<Term, 'source' | 'working'>,
): Working =>
  plainWorking(
    code,
    of,
    '{{q}} \\, {{t}}',
    [
      ['q', 'Q', name, flow, 'flow', more],
      ['t', 't', 'a day', DAY, 'time'],
    ],
    ['V', flow * DAY, 'volume'],
    'The same all day',
  );

/** Water a day that passes an intake by. */
const passesBy: Told = (b, id) => {
  const source = sourceOf(b, id);
  const flow = source && summariseTests(source)?.latest.passingBy;
  return source && flow !== undefined
    ? allDayWorking('passing-by', nameOf(source), 'passes the intake by, latest test', flow, { source: 'entered' })
    : undefined;
};

/** What comes off a roof in its design rain. */
const designRain: Told = (b, id) => {
  const source = sourceOf(b, id);
  const roof = source?.roof;
  if (!source || !roof?.designRainMmPerH) return undefined;
  const rain = rainRate(roof.designRainMmPerH);
  return plainWorking(
    'design-rain',
    nameOf(source),
    '{{i}} \\, {{a}}',
    [
      ['i', 'i', `design rain, ${roof.designRainMmPerH} mm an hour`, rain, 'velocity', { source: 'entered' }],
      ['a', 'A', 'plan area of the roof', roofArea(roof), 'area', { source: 'entered' }],
    ],
    ['Q', rain * roofArea(roof), 'flow'],
    'All of it runs off',
  );
};

/** What a gutter carries: found by marching up it. */
const gutter: Told = (b, id) => {
  const source = sourceOf(b, id);
  const g = source?.roof?.gutter;
  if (!source || !g) return undefined;
  const length = g.lengthM ?? GUTTER_LENGTH;
  return {
    ...plainWorking(
      'gutter',
      nameOf(source),
      '\\max Q : \\; y(x) < {{d}} \\;\\text{for}\\; 0 \\le x \\le {{l}}',
      [
        ['d', 'd', 'depth of the gutter', metresOfMm(g.depthMm), 'length', { source: 'entered' }],
        [
          'l',
          'L',
          'length to its outlet',
          length,
          'length',
          { source: g.lengthM === undefined ? 'assumption' : 'entered' },
        ],
        [
          'b',
          'b',
          g.round === false ? 'width' : 'width, half-round',
          metresOfMm(g.widthMm),
          'length',
          { source: 'entered' },
        ],
        ['s', 'S_0', 'fall', metresOfMm(g.fallMmPerM), 'ratio', { source: 'entered' }],
        ...(g.holeMm === undefined
          ? []
          : ([['h', 'D', 'hole into the downpipe', metresOfMm(g.holeMm), 'bore', { source: 'entered' }]] as const)),
      ],
      ['Q', gutterCarries(g), 'flow'],
      'Chow (1959), Open-Channel Hydraulics, ch. 12: spatially varied flow; Manning’s n 0.012',
      [
        g.holeMm === undefined
          ? 'What the hole into the downpipe takes is not counted.'
          : 'The hole takes the lesser of weir and orifice (EN 12056-3:2000, from memory); the lesser of gutter and hole is told.',
      ],
    ),
    also: ['\\dfrac{dy}{dx} = \\dfrac{ S_0 - S_f - 2 Q q / (g A^2) }{ 1 - Q^2 T / (g A^3) }'],
  };
};

/** What must come out of the store in the driest week. */
const week: Told = (b) =>
  plainWorking(
    'week-short',
    'the place',
    '{{n}} \\left( {{needed}} - {{given}} \\right)',
    [
      ['n', 'n', 'days', WEEK, 'ratio'],
      ['needed', 'N', 'needed a day then', b.week.needed, 'volume'],
      ['given', 'V', 'given a day then', b.week.given, 'volume'],
    ],
    ['V_w', WEEK * (b.week.needed - b.week.given), 'volume'],
    b.week.day === undefined
      ? 'Each source by the least it is known to give, the need of its largest month'
      : 'The leanest seven days running of the days on record',
  );

const floatOf = (b: PlanBalance, id: string) => {
  const node = b.plan.nodes.find((n) => n.id === id);
  const closes = isVessel(node) ? node.inlet?.floatValve?.closeLevelM : undefined;
  return isVessel(node) && closes !== undefined ? { node, closes } : undefined;
};
/** How far under its overflow a float shuts. */
const floatDepth: Told = (b, id) => {
  const float = floatOf(b, id);
  return (
    float &&
    sumWorking(
      'float-depth',
      nameOf(float.node),
      [
        { name: 'overflow over its floor', value: float.node.overflowM, source: 'entered' },
        { name: 'its float shuts, over its floor', value: float.closes, less: true, source: 'entered' },
      ],
      ['h', float.node.overflowM - float.closes, 'length'],
      'Addition of heights',
    )
  );
};
/** Room that a float which shuts low never fills. */
const floatRoom: Told = (b, id) => {
  const float = floatOf(b, id);
  if (!float) return undefined;
  const [full, shut] = [float.node.overflowM, float.closes].map((level) => volumeWorking(float.node, level));
  return sumWorking(
    'float-room',
    nameOf(float.node),
    [
      { name: 'water in it up to its overflow', value: full.result.value, working: full },
      { name: 'water in it where its float shuts', value: shut.result.value, less: true, working: shut },
    ],
    ['V', full.result.value - shut.result.value, 'volume'],
    'Solid geometry of its shape',
  );
};

/** Of a tank as a store. */
const stored =
  (make: (store: TankStore, b: PlanBalance) => Working | undefined): Told =>
  (b, id) => {
    const node = b.plan.nodes.find((n) => n.id === id);
    return isStore(node) ? make(tankStore(b.plan, node, b), b) : undefined;
  };
/** The lowest of a source's tests. */
const lowest: Told = (b, id) => {
  const source = sourceOf(b, id);
  const tests = source && summariseTests(source);
  return source && tests && testWorking(nameOf(source), tests.low);
};
/** What a source's line brings of it in the tightest month. */
const brought: Told = (b, id) => {
  const y = b.yields.find((one) => one.source.id === id);
  return y && yieldWorking(b, y, b.tightest);
};

/** By code, then by the finding's value. */
const TOLD: Readonly<Record<string, Readonly<Record<string, Told>>>> = {
  'passing-by': { perDay: passesBy },
  'gutter-enough': { carries: gutter, comes: designRain },
  'gutter-overflows': { carries: gutter, comes: designRain },
  'week-short': { week },
  'tests-one-season': { flow: lowest },
  'source-held-back': { brings: brought },
  'overflow-small': { largest: stored(largestWorking) },
  'fire-kept': { reserve: stored(reserveWorking) },
  'bridges-not': { usable: stored((store) => usableWorking(nameOf(store.tank), store)) },
  'float-costs': { depth: floatDepth, volume: floatRoom },
};

/** The working of a figure that a finding about water tells; undefined where it has none, or what it is about is gone. */
export const waterTold = (b: PlanBalance, { code, figure, id }: ToldFigure): Working | undefined =>
  TOLD[code]?.[figure]?.(b, id);
