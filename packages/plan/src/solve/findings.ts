// Judges a solved plan: what is wrong or right, where, with the figures. Data only, SI.
import { starvedStores } from './inflow.ts';
import { judgeOutlet, judgeRating } from '@vernal-slope/core/judge';
import { finding, worstFirst, type Finding, findingOf, type Remedy } from '../findings/index.ts';
import { LinkStatus, solve, type Solution } from '@vernal-slope/core/network';
import { clearingSpeed, humps, humpStations, trappedAir, type TrappedAir } from '@vernal-slope/core/profile';
import { boreArea, reynoldsNumber } from '@vernal-slope/core/pipe';
import { airPressure, headOfPressure, pressureOfHead } from '@vernal-slope/core/water';
import { qualityFindings } from '../budget/index.ts';
import { deratingFactor, PIPE_ROWS, type PipeRow } from '../catalogue/index.ts';
import {
  pascals,
  metresOfMm,
  resolvePipe,
  stateFor,
  yieldOf,
  type Compiled,
  type LineMap,
  type StateOptions,
} from '../compile/index.ts';
import { SITE_DEFAULTS } from '../schema/index.ts';
import { surgeFindings, valveFindings } from './valves.ts';
import { heightFindings } from './heights.ts';
import { lineName, looseEnds, routeTo } from '../topology/index.ts';
import type { Plan } from '../schema/index.ts';
import { planMonth, tightestMonth, yieldsVary } from '../year/index.ts';
import { profileOf, standingGrades, type LineResult, type PlanResult } from './solve.ts';
import {
  isSource,
  isVessel,
  deliveryElevation,
  fallsFree,
  wantsOf,
  isOutlet,
  waterOf,
  runsIn,
  nameOf,
} from '../kinds/index.ts';

/** How far the end of the walk may miss its node, m. */
const WALK_MISS = 0.01;
/** Bore and Reynolds number below which Hazen-Williams is off (validity in AWWA M23: turbulent, about 50 mm up). */
const HAZEN_BORE = 0.05;
const HAZEN_REYNOLDS = 1e4;
/** A hump that stands less than this above the line of a full pipe is not worth a word, m. */
const HUMP_WORD = 0.005;
const DAY = 86_400;

/** For which month a plan is solved whose sources give by month, against the one with the least to spare. */
function monthFindings(plan: Plan, options: StateOptions): Finding[] {
  if (!yieldsVary(plan)) return [];
  const month = options.month ?? planMonth(plan);
  const tightest = tightestMonth(plan);
  const gives = (m: number): number =>
    plan.nodes.reduce((sum, n) => sum + (isSource(n) && n.yieldByMonthLpm ? yieldOf(n, m) * DAY : 0), 0);
  return [
    finding('month-solved', '', {
      month: month - 1,
      tightest: tightest - 1,
      gives: gives(month),
      then: gives(tightest),
    }),
  ];
}

function outletFindings(c: Compiled, result: PlanResult, options: StateOptions): Finding[] {
  const found: Finding[] = [];
  for (const [id, map] of c.nodes) {
    const node = map.plan;
    const at = result.nodes.get(id);
    if (!at || map.entering.length === 0 || !isOutlet(node) || !runsIn(node, options)) continue;
    const wants = wantsOf(node);
    // a free inlet stands under air: its pressure says nothing
    const free = fallsFree(node);
    found.push(
      ...judgeOutlet({
        id,
        flow: at.flow,
        pressure: at.pressure,
        elevation: deliveryElevation(node),
        staticHead: feedingHead(c, id, at.staticHead, options),
        wantedFlow: wants.flow,
        wantedPressure: free ? undefined : wants.pressure,
        minimumPressure: wants.minimum,
      }).map(findingOf),
    );
  }
  return found;
}

/** Level of the water that feeds a node, m above datum. */
function feedingHead(c: Compiled, id: string, fallback: number, options: StateOptions): number {
  const route = routeTo(c, id);
  return waterOf(route && c.nodes.get(route.start)?.plan, options) ?? fallback;
}

/** Humps: where the flow is held, where air can gather, what stops a first filling. */
function humpFindings(c: Compiled, result: PlanResult, options: StateOptions): Finding[] {
  const found: Finding[] = [];
  const anyHeld = [...result.lines.values()].some((line) => line.heldStation >= 0);
  const full = anyHeld && !c.network.siphons ? runsFull(c, options) : undefined;
  for (const [id, line] of result.lines) {
    const map = c.lines.get(id);
    if (!map) continue;
    if (line.heldStation >= 0 && c.network.siphons) found.push(siphonBreaks(c, id, map, line.heldStation, options));
    else if (line.heldStation >= 0 && full) {
      const station = line.heldStation;
      const above = map.geometry.pipe[station] - fullGrade(c, full, map)[station];
      // nothing to say where the two lines touch
      if (above > HUMP_WORD) {
        const values = {
          chainage: map.geometry.chainage[station],
          above,
          flow: Math.abs(line.flow),
          full: Math.abs(full.flow[map.link]),
        };
        const yields = limitedByYield(c, result, map);
        const code = line.flow === 0 ? 'hump-stops' : yields ? 'part-full' : 'hump-holds';
        found.push(finding(code, id, values));
      }
    } else if (c.network.siphons) found.push(...suction(c, id, map, line));
    found.push(...fillingFindings(c, id, map, line, options));
  }
  return found;
}

/** The plan with every pipe full, over humps too, and sources that give what the pipes can carry. */
function runsFull(c: Compiled, options: StateOptions): Solution {
  const state = stateFor(c, options);
  for (const { limitLink } of c.nodes.values()) if (limitLink >= 0) state.limit[limitLink] = Infinity;
  return solve(c.standingNetwork, state);
}
/** Running line of a pipe that runs full, under suction too: m at each station. */
const fullGrade = (c: Compiled, full: Solution, map: LineMap): readonly number[] =>
  profileOf({ ...c, network: c.standingNetwork }, full, map).grade;
/** The same of one line, solved for it. */
export const runningFull = (c: Compiled, map: LineMap): readonly number[] => fullGrade(c, runsFull(c, {}), map);

const limitedByYield = (c: Compiled, result: PlanResult, map: LineMap): boolean => {
  const source = c.nodes.get(map.plan.from);
  return source !== undefined && source.limitLink >= 0 && result.solution.status[source.limitLink] === LinkStatus.Held;
};

/** A siphon whose column breaks: what it would ask of the water, and where that ends, Pa against the air. */
function siphonBreaks(c: Compiled, id: string, map: LineMap, station: number, options: StateOptions): Finding {
  const { density } = c.water;
  const whole = solve({ ...c.network, columnHead: Infinity }, stateFor(c, options));
  const { pressure } = profileOf(c, whole, map);
  return finding('siphon-breaks', id, {
    chainage: map.geometry.chainage[station],
    asks: pressure[station],
    least: -pressureOfHead(c.network.columnHead, density),
  });
}

/** Nearer than this to where a column of water breaks, m, a siphon is told as near it (common practice). */
const NEAR_BREAKING = 2;

/** With siphons counted on: where the pipe is under suction. */
function suction(c: Compiled, id: string, map: LineMap, line: LineResult): Finding[] {
  const worst = humps(map.geometry, line.grade).reduce<{ station: number; clearance: number } | null>(
    (low, hump) => (hump.clearance < (low?.clearance ?? 0) ? hump : low),
    null,
  );
  if (!worst) return [];
  const left = c.network.columnHead + worst.clearance;
  return [
    finding('hump-suction', id, {
      chainage: map.geometry.chainage[worst.station],
      above: -worst.clearance,
      left,
      near: left < NEAR_BREAKING ? 'near' : 'not',
    }),
  ];
}

/** Speed past a high point, and the speed that would carry air on down from it. */
function clearing(map: LineMap, line: LineResult, station: number): { speed: number; clears: number } {
  const leg = map.plan.legs[station];
  const fall = (map.geometry.pipe[station] - map.geometry.pipe[station + 1]) / leg.lengthM;
  const bore = metresOfMm(resolvePipe(leg.pipe).insideDiameterMm);
  return { speed: line.segmentSpeed[station], clears: clearingSpeed(bore, fall) };
}

/** True where a line falls away from a joint that another line rises to. */
function beginsAtCrest(c: Compiled, id: string, map: LineMap): boolean {
  const { pipe } = map.geometry;
  const risesTo = (node: string, height: number): boolean => {
    const at = c.nodes.get(node);
    const beside = (line: string, from: boolean): number => {
      const other = c.lines.get(line)?.geometry.pipe ?? [];
      return (from ? other[1] : other[other.length - 2]) ?? Infinity;
    };
    return (
      (at?.entering ?? []).some((e) => e.line !== id && beside(e.line, false) < height) ||
      (at?.leaving ?? []).some((e) => e.line !== id && beside(e.line, true) < height)
    );
  };
  const last = pipe.length - 1;
  return (
    (pipe[1] < pipe[0] && risesTo(map.plan.from, pipe[0])) ||
    (pipe[last - 1] < pipe[last] && risesTo(map.plan.to, pipe[last]))
  );
}

/**
 * Pipe heights (m) that the first water meets on its way to the far end of a line, from the open water that it comes
 * from; `before` is where the line's own stations begin. Undefined where it comes from none, or by another line.
 */
function wayOfFilling(
  c: Compiled,
  id: string,
  map: LineMap,
  options: StateOptions,
): { head: number; pipe: number[]; before: number; reversed: boolean } | undefined {
  const own = waterOf(c.nodes.get(map.plan.from)?.plan, options);
  if (own !== undefined) return { head: own, pipe: [...map.geometry.pipe], before: 0, reversed: false };
  // the way from the water is long: it is looked at only where air could gather on this line
  if (humpStations(map.geometry.pipe).length === 0 && !beginsAtCrest(c, id, map)) return undefined;
  const route = [map.plan.to, map.plan.from]
    .map((end) => routeTo(c, end))
    .find((r) => r !== undefined && r.lines[r.lines.length - 1]?.line === id);
  const head = route && waterOf(c.nodes.get(route.start)?.plan, options);
  if (!route || head === undefined) return undefined;
  const pipe: number[] = [];
  let before = 0;
  for (const { line, reversed } of route.lines) {
    const heights = c.lines.get(line)?.geometry.pipe ?? [];
    before = Math.max(0, pipe.length - 1);
    const next = reversed ? [...heights].reverse() : heights;
    // the joint is the end of the one and the start of the next
    pipe.push(...(pipe.length > 0 ? next.slice(1) : next));
  }
  return { head, pipe, before, reversed: route.lines[route.lines.length - 1].reversed };
}

/** The air that a first filling shuts in on the way to the far end of a line, and the water that pushes it, m. */
export function airOf(
  c: Compiled,
  id: string,
  map: LineMap,
  options: StateOptions,
): { air: TrappedAir; way: NonNullable<ReturnType<typeof wayOfFilling>> } | undefined {
  const way = wayOfFilling(c, id, map, options);
  if (!way) return undefined;
  const to = c.nodes.get(way.reversed ? map.plan.from : map.plan.to);
  const end = to && isVessel(to.plan) ? deliveryElevation(to.plan) : undefined;
  const pipe = end === undefined ? way.pipe : [...way.pipe, end];
  const airHead = headOfPressure(airPressure(c.plan.site?.altitudeM ?? SITE_DEFAULTS.altitudeM), c.water.density);
  return { air: trappedAir(pipe, way.head, airHead), way };
}

function fillingFindings(c: Compiled, id: string, map: LineMap, line: LineResult, options: StateOptions): Finding[] {
  const shut = airOf(c, id, map, options);
  if (!shut || (shut.way.before === 0 && line.flow < 0)) return [];
  const { air: whole, way } = shut;
  // air in the lines before it is told there
  const vents = whole.vents
    .filter((k) => k >= way.before)
    .map((k) => (way.reversed ? map.geometry.pipe.length - 1 - (k - way.before) : k - way.before));
  const air = { ...whole, vents };
  if (air.vents.length === 0) return [];
  const values = {
    chainage: map.geometry.chainage[Math.min(air.vents[0], map.geometry.chainage.length - 1)],
    humps: air.vents.length,
    missing: air.missing,
    needed: air.needed,
    missingCompressed: air.missingCompressed,
    ...clearing(map, line, Math.min(air.vents[0], map.geometry.pipe.length - 2)),
  };
  // with the air pressed together there is still too little: it does stop
  if (air.missingCompressed > 0) return [finding('air-stops-filling', id, values)];
  return air.missing > 0 ? [finding('air-may-stop-filling', id, values)] : [finding('air-can-gather', id, values)];
}

/**
 * Pipe that bears what stands on a line, about as wide as what is there, on the legs that do not bear it; where none is in
 * the catalogue, a reducer at the start of the line, at what its weakest leg bears less a tenth.
 */
function strongerRemedy(
  map: LineMap,
  grade: readonly number[],
  density: number,
  temperature: number,
): Extract<Remedy, { kind: 'pipe' | 'reducer' }> | undefined {
  const at = (k: number): number =>
    Math.max(...[k, k + 1].map((s) => pressureOfHead(grade[s] - map.geometry.pipe[s], density)));
  const bears = (row: PipeRow): number =>
    row.ratingKPa === undefined ? 0 : pascals(row.ratingKPa) * deratingFactor(row, temperature);
  const pipes = map.plan.legs.map((leg) => resolvePipe(leg.pipe));
  const weak = pipes.flatMap(({ ratingKPa, row }, k) =>
    ratingKPa !== undefined && at(k) > pascals(ratingKPa) * (row ? deratingFactor(row, temperature) : 1) ? [k] : [],
  );
  if (weak.length === 0) return undefined;
  const most = Math.max(...weak.map(at));
  const { insideDiameterMm: bore, row } = pipes[weak[0]];
  const off = (p: PipeRow): number =>
    Math.abs(Math.log(p.insideDiameterMm / bore)) + (p.material === row?.material ? 0 : 0.5);
  const strong = PIPE_ROWS.filter(
    (p) => bears(p) >= most && p.insideDiameterMm >= 0.85 * bore && p.insideDiameterMm <= 1.5 * bore,
  )
    .sort((a, b) => off(a) - off(b))
    .at(0);
  if (strong) return { kind: 'pipe', line: map.plan.id, legs: weak, pipe: strong.id };
  // behind the reducer the pressure grows again as the line falls
  const { pipe } = map.geometry;
  const below = (k: number): number => pressureOfHead(pipe[0] - Math.min(pipe[k], pipe[k + 1]), density);
  const least = Math.min(
    ...weak.map((k) => {
      const { ratingKPa, row } = pipes[k];
      return 0.9 * pascals(ratingKPa ?? 0) * (row ? deratingFactor(row, temperature) : 1) - below(k);
    }),
  );
  const kPa = Math.floor(least / 1e4) * 10;
  return kPa > 0 ? { kind: 'reducer', line: map.plan.id, kPa } : undefined;
}

/** Highest standing pressure on each pipe against its rating, tanks full. */
function ratingFindings(c: Compiled, standing: ReadonlyMap<string, readonly number[]>): Finding[] {
  const temperature = c.plan.site?.waterTemperatureC ?? SITE_DEFAULTS.waterTemperatureC;
  const found: Finding[] = [];
  for (const [id, map] of c.lines) {
    const grade = standing.get(id);
    if (!grade) continue;
    let worst: { pressure: number; chainage: number; rating?: number } | null = null;
    map.plan.legs.forEach((leg, k) => {
      const pipe = resolvePipe(leg.pipe);
      const rating =
        pipe.ratingKPa === undefined
          ? undefined
          : pascals(pipe.ratingKPa) * (pipe.row ? deratingFactor(pipe.row, temperature) : 1);
      for (const station of [k, k + 1]) {
        const pressure = pressureOfHead(grade[station] - map.geometry.pipe[station], c.water.density);
        // hoses and rural pipe have no rating: only worth a word above 100 kPa
        if (rating === undefined && pressure < 1e5) continue;
        const share = pressure / (rating ?? 1e5);
        if (worst === null || share > worst.pressure / (worst.rating ?? 1e5)) {
          worst = { pressure, chainage: map.geometry.chainage[station], rating };
        }
      }
    });
    if (!worst) continue;
    const judged = findingOf(
      judgeRating({ id, ...(worst as { pressure: number; chainage: number; rating?: number }) }),
    );
    found.push(
      judged.code === 'rating-exceeded'
        ? finding(judged.code, id, judged.values, strongerRemedy(map, grade, c.water.density, temperature))
        : judged,
    );
  }
  return found;
}

function walkFindings(c: Compiled): Finding[] {
  return [...c.lines].flatMap(([id, map]) => {
    const to = c.nodes.get(map.plan.to)?.plan;
    const by = map.geometry.ground[map.geometry.ground.length - 1] - (to?.groundM ?? 0);
    return to && Math.abs(by) > WALK_MISS ? [finding('walk-misses-node', id, { by, node: nameOf(to) })] : [];
  });
}

function frictionFindings(c: Compiled, result: PlanResult): Finding[] {
  if (c.network.frictionLaw !== 'hazen-williams') return [];
  return [...c.lines].flatMap(([id, map]) => {
    const flow = result.lines.get(id)?.flow ?? 0;
    const outside = map.plan.legs.some((leg) => {
      const bore = metresOfMm(resolvePipe(leg.pipe).insideDiameterMm);
      return bore < HAZEN_BORE || (flow !== 0 && reynoldsNumber(flow, bore, c.network.viscosity) < HAZEN_REYNOLDS);
    });
    return outside ? [finding('hazen-outside-range', id, { bore: HAZEN_BORE })] : [];
  });
}

/** Least bore under the school of 1 1/4 in against air locks (common practice, no source), m. */
export const LEAST_BORE = 0.0335;

/** The school of least pipe: which lines are narrower than it asks. */
function leastPipeFindings(c: Compiled): Finding[] {
  if (c.plan.settings?.leastPipe !== '1-1/4') return [];
  return [...c.lines].flatMap(([id, map]) => {
    const bores = map.plan.legs.map((leg) => metresOfMm(resolvePipe(leg.pipe).insideDiameterMm));
    const narrow = bores.filter((b) => b < LEAST_BORE);
    return narrow.length > 0 ? [finding('least-pipe', id, { bore: Math.min(...narrow), legs: narrow.length })] : [];
  });
}

/** Reducers: what they hold, and those that stand open because there is too little before them. */
function reducerFindings(c: Compiled, result: PlanResult): Finding[] {
  return [...c.reducers].map(([id, link]): Finding => {
    const map = c.lines.get(id);
    const pipe = map?.geometry.pipe[0] ?? 0;
    const pressure = (head: number): number => pressureOfHead(head - pipe, c.water.density);
    const before = pressure(result.standing.head[c.network.from[link]]);
    const set = pascals(map?.plan.reducerKPa ?? 0);
    return before > set ? finding('reducer-holds', id, { before, set }) : finding('reducer-idle', id, { before, set });
  });
}

function sourceFindings(c: Compiled, result: PlanResult): Finding[] {
  return [...c.nodes].flatMap(([id, map]): Finding[] => {
    if (!isSource(map.plan)) return [];
    if (map.limitLink < 0) {
      // a roof, a pump or a ram is reckoned by the balance; only what could be timed asks for a bucket
      if (map.plan.type !== 'spring' && map.plan.type !== 'stream') return [];
      const code = map.plan.tests?.length ? 'yield-not-counted' : 'yield-unknown';
      return [finding(code, id, {})];
    }
    if (result.solution.status[map.limitLink] !== LinkStatus.Held) return [];
    return [finding('yield-governs', id, { flow: -(result.nodes.get(id)?.flow ?? 0) })];
  });
}

/** What hangs loose, each with its own words. */
const LOOSE_CODES = {
  alone: 'place-loose',
  unfed: 'place-unfed',
  'feeds-nothing': 'source-feeds-nothing',
  unfilled: 'tank-unfilled',
} as const;

const looseFindings = (plan: Plan): Finding[] =>
  looseEnds(plan).map(({ node, way, line }) =>
    way === 'bare-end'
      ? finding('line-ends-bare', node.id, { line: lineName(plan, line ?? '') })
      : finding(LOOSE_CODES[way], node.id, {}),
  );

/** Every finding of a solved plan, worst first. */
export function judgePlan(c: Compiled, result: PlanResult, options: StateOptions = {}): Finding[] {
  const found: Finding[] = [];
  if (!result.converged) {
    found.push(
      finding('not-converged', result.worstAt ?? '', {
        iterations: result.iterations,
        condition: result.broken ?? 'none',
      }),
    );
  }
  // what pipes must bear: all shut, the tanks full
  const full = standingGrades(c, { ...options, level: 'full', levels: undefined });
  // whatever else is good, a tank that does not fill serves nobody for long
  for (const id of starvedStores(c, result)) found.push(finding('tank-not-filled', id, {}));
  found.push(
    ...looseFindings(c.plan),
    ...monthFindings(c.plan, options),
    ...outletFindings(c, result, options),
    ...humpFindings(c, result, options),
    ...walkFindings(c),
    ...heightFindings(c),
    ...ratingFindings(c, full),
    ...frictionFindings(c, result),
    ...leastPipeFindings(c),
    ...reducerFindings(c, result),
    ...valveFindings(c, result, options),
    ...surgeFindings(c, result, full),
    ...sourceFindings(c, result),
    ...qualityFindings(c.plan, options.today),
  );
  // what is read off an answer that is none is not good
  return worstFirst(result.converged ? found : found.filter((f) => f.severity !== 'ok'));
}

/** Bore area of a leg, m². */
export const legArea = (map: LineMap, leg: number): number =>
  boreArea(metresOfMm(resolvePipe(map.plan.legs[leg].pipe).insideDiameterMm));
