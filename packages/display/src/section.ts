// The section that the hillside draws, as plain data in metres: one chain of lines from the top water down to
// the chosen place, with ground, pipe, running and standing line, vessels and tubes.
import { gradePoints, humpStations, lowStations } from '@vernal-slope/core/profile';
import { headOfPressure } from '@vernal-slope/core/water';
import { floorOf, levelFor, vesselHeight } from '@vernal-slope/plan/compile';
import type { Plan, PlanNode } from '@vernal-slope/plan/schema';
import { totesOf } from '@vernal-slope/plan/tote';
import { routeTo } from '@vernal-slope/plan/topology';
import { bedFloor, bedLevel, wantsOf, feeds, isBed, isOutlet, isStore, isVessel } from '@vernal-slope/plan/kinds';
import type { Compiled } from '@vernal-slope/plan/compile';
import type { Finding } from '@vernal-slope/plan/findings';
import type { PlanResult } from '@vernal-slope/plan/solve';
import { flagOf } from '@vernal-slope/plan/findings';
import { looseEnds, neighbours, reachOf } from '@vernal-slope/plan/topology';

/** What was worked out of a plan. */
interface PlanResults {
  readonly compiled: Compiled;
  readonly result: PlanResult;
  readonly consumers: readonly string[];
  readonly findings: readonly Finding[];
  /** Figures for one frame, while something is dragged. */
  readonly passing?: boolean;
}

export interface Point {
  readonly x: number;
  readonly z: number;
}

export interface SectionLeg {
  readonly line: string;
  readonly leg: number;
  readonly x0: number;
  readonly x1: number;
  readonly rise: number;
}

export interface SectionStrip {
  readonly line: string;
  /** Drawn from its end to its start. */
  readonly reversed: boolean;
  readonly ground: readonly Point[];
  readonly pipe: readonly Point[];
  /** Pipe and running line at the same x, for the water between them. */
  readonly running: readonly { readonly x: number; readonly pipe: number; readonly line: number }[];
  readonly standing: readonly Point[];
  readonly flows: boolean;
}

export interface Vessel {
  readonly id: string;
  readonly node: PlanNode;
  readonly x: number;
  readonly ground: number;
  /** Floor of the vessel: ground and stand. */
  readonly floor: number;
  readonly height: number;
  readonly level: number;
  /** Where water comes in at the top, when a line ends here. */
  readonly inlet?: number;
  readonly pipeEnd?: number;
  readonly side: 'start' | 'middle' | 'end';
}

export interface Tube {
  readonly id: string;
  readonly x: number;
  readonly foot: number;
  /** Top of the water in it. */
  readonly head: number;
  readonly standing: number;
  /** Height the water should reach. */
  readonly wanted?: number;
}

export interface Flag {
  readonly x: number;
  readonly z: number;
  /** What it says. */
  readonly words: string;
}

/** Where a line wants a vent (a high point) or a drain (a low one). */
export interface Mark {
  readonly x: number;
  readonly z: number;
  readonly kind: 'vent' | 'drain';
}

/** A wicking bed on the drawn way or behind it. */
export interface DrawnTote {
  readonly id: string;
  readonly x: number;
  /** m above datum: under its pallets, and its floor. */ readonly ground: number;
  readonly floor: number;
  readonly height: number;
  readonly level: number;
}
export interface DrawnBed {
  readonly id: string;
  readonly x: number;
  readonly ground: number;
  readonly floor: number;
  readonly height: number;
  /** Water over the floor, and where the reservoir ends, m. */
  readonly level: number;
  readonly reservoir: number;
}

/** A line behind the chosen one: from where it leaves, laid out to the right, true to its heights. */
export interface BehindStrip extends SectionStrip {
  /** Place at its far end, when water comes out there. */
  readonly end?: { readonly id: string; readonly x: number; readonly z: number };
}

export interface Section {
  readonly strips: readonly SectionStrip[];
  readonly behind: readonly BehindStrip[];
  readonly legs: readonly SectionLeg[];
  readonly vessels: readonly Vessel[];
  readonly tubes: readonly Tube[];
  readonly marks: readonly Mark[];
  readonly beds: readonly DrawnBed[];
  /** Holes along pipes, those taped over left out. */
  readonly holes: readonly Point[];
  /** Totes that no line joins, at the place where they are filled. */
  readonly totes: readonly DrawnTote[];
  /** Greywater that falls away from a place of the way or behind it. */
  readonly drains: readonly { readonly id: string; readonly points: readonly Point[] }[];
  /** Places on the drawn way, from which a line can be led. */
  readonly places: readonly { readonly id: string; readonly x: number; readonly z: number }[];
  /** Places that no water comes to: they stand at their heights beside the way. */
  readonly apart: readonly { readonly id: string; readonly z: number }[];
  readonly x: readonly [number, number];
  readonly z: readonly [number, number];
}

/** Lines from the highest water down to a node. */
export function chainTo(results: PlanResults, id: string): { line: string; reversed: boolean }[] {
  const chain: { line: string; reversed: boolean }[] = [];
  const seen = new Set<string>();
  for (let at: string | undefined = id; at !== undefined && !seen.has(at);) {
    seen.add(at);
    const route = routeTo(results.compiled, at);
    if (!route) break;
    chain.unshift(...route.lines);
    at = route.start;
  }
  return chain;
}

function vesselOf(
  results: PlanResults,
  id: string,
  x: number,
  side: Vessel['side'],
  pipeEnd?: number,
): Vessel | undefined {
  const node = results.compiled.plan.nodes.find((n) => n.id === id);
  if (!isVessel(node)) return undefined;
  const floor = node.groundM + (node.standM ?? 0);
  const height = vesselHeight(node);
  return {
    id,
    node,
    x,
    ground: node.groundM,
    floor,
    height,
    level: levelFor(node, 'start'),
    inlet:
      pipeEnd === undefined ? undefined : floor + (node.inlet?.heightM ?? (node.inlet?.at === 'bottom' ? 0 : height)),
    pipeEnd,
    side,
  };
}

/**
 * The way that is drawn for a place: the one to it; of a source, the way of its water; of a place that none comes to, the
 * way that would be drawn if nothing were chosen. So a drawing is never empty while there is a line.
 */
function wayFor(results: PlanResults, chosen: string): { line: string; reversed: boolean }[] {
  const chain = chainTo(results, chosen);
  if (chain.length > 0) return chain;
  const { compiled } = results;
  const reached = reachOf(compiled, chosen);
  const ends = results.consumers.filter((id) => compiled.nodes.has(id));
  const end =
    ends.find((id) => reached.has(id)) ?? (isStore(compiled.nodes.get(chosen)?.plan) ? undefined : ends.at(-1));
  if (end !== undefined) return chainTo(results, end);
  const last = [...reached].at(-1);
  if (last !== undefined) return chainTo(results, last);
  const line = isStore(compiled.nodes.get(chosen)?.plan) ? undefined : [...compiled.lines.values()].at(0);
  return line ? [{ line: line.plan.id, reversed: false }] : [];
}

const groundOf = (plan: Plan, id: string): number => plan.nodes.find((n) => n.id === id)?.groundM ?? 0;

/** The place where a way ends. */
function endOf(results: PlanResults, chain: readonly { line: string; reversed: boolean }[]): string | undefined {
  const last = chain.at(-1);
  const line = last && results.compiled.lines.get(last.line)?.plan;
  return line && (last.reversed ? line.from : line.to);
}

/** The section of a plan for one chosen node. */
export function sectionOf(results: PlanResults, chosen: string, still?: readonly BehindStrip[]): Section {
  const { compiled, result } = results;
  const chain = wayFor(results, chosen);
  // a running line that is seen for one frame needs fewer points
  const samples = results.passing ? 2 : undefined;
  const strips: SectionStrip[] = [];
  const legs: SectionLeg[] = [];
  const vessels: Vessel[] = [];
  const tubes: Tube[] = [];
  const push = (vessel: Vessel | undefined): void => {
    if (vessel) vessels.push(vessel);
  };
  // chainage counts from the water that feeds the chosen place; what lies above it has negative x
  const feeding = routeTo(compiled, endOf(results, chain) ?? chosen);
  const above = chain.slice(0, Math.max(0, chain.length - (feeding?.lines.length ?? 0)));
  let x0 = -above.reduce((sum, { line }) => sum + lengthOf(results, line), 0);
  let alone: string | undefined;
  if (chain.length === 0) {
    push(vesselOf(results, chosen, 0, 'middle'));
    if (vessels.length > 0) alone = chosen;
  }
  /** Where the places of the chain stand along it. */
  const placeX = new Map<string, number>();
  if (alone !== undefined) placeX.set(alone, 0);
  chain.forEach(({ line, reversed }, k) => {
    const map = compiled.lines.get(line);
    const found = result.lines.get(line);
    if (!map || !found) return;
    const { geometry } = map;
    const length = geometry.chainage[geometry.chainage.length - 1];
    const at = (chainage: number): number => x0 + (reversed ? length - chainage : chainage);
    const order = <T>(list: T[]): T[] => (reversed ? list.reverse() : list);
    strips.push({
      line,
      reversed,
      ground: order(geometry.chainage.map((c, s) => ({ x: at(c), z: geometry.ground[s] }))),
      pipe: order(geometry.chainage.map((c, s) => ({ x: at(c), z: geometry.pipe[s] }))),
      running: order(
        gradePoints(geometry, found, found.flow, samples).map((p) => ({
          x: at(p.chainage),
          pipe: p.pipe,
          line: p.grade,
        })),
      ),
      standing: order(geometry.chainage.map((c, s) => ({ x: at(c), z: found.staticGrade[s] }))),
      flows: found.flow !== 0,
    });
    map.plan.legs.forEach((_, leg) => {
      const [a, b] = [at(geometry.chainage[leg]), at(geometry.chainage[leg + 1])];
      legs.push({
        line,
        leg,
        x0: Math.min(a, b),
        x1: Math.max(a, b),
        rise: geometry.ground[leg + 1] - geometry.ground[leg],
      });
    });
    const startId = reversed ? map.plan.to : map.plan.from;
    const endId = reversed ? map.plan.from : map.plan.to;
    placeX.set(startId, x0);
    placeX.set(endId, x0 + length);
    if (k === 0) push(vesselOf(results, startId, x0, 'start'));
    const pipeEnd = geometry.pipe[reversed ? 0 : geometry.pipe.length - 1];
    const last = k === chain.length - 1;
    push(vesselOf(results, endId, x0 + length, last ? 'end' : 'middle', pipeEnd));
    const node = compiled.nodes.get(endId);
    const figures = result.nodes.get(endId);
    if (figures && node && isOutlet(node.plan)) {
      const wants = wantsOf(node.plan);
      tubes.push({
        id: endId,
        x: x0 + length,
        foot: Math.min(node.elevation, pipeEnd),
        head: figures.head,
        standing: figures.staticHead,
        wanted:
          wants.pressure === undefined
            ? undefined
            : node.elevation + headOfPressure(wants.pressure, compiled.water.density),
      });
    }
    x0 += length;
  });
  const apart = looseEnds(compiled.plan)
    .map((l) => l.node)
    .filter((n) => !placeX.has(n.id));
  const places = [...placeX].map(([id, x]) => ({ id, x, z: groundOf(compiled.plan, id) }));
  const behind = still ?? behindStrips(results, new Set(chain.map((c) => c.line)), placeX);
  return {
    strips,
    behind,
    legs,
    vessels,
    tubes,
    marks: marksOf(strips),
    beds: bedsOf(results, placeX),
    totes: totesAt(results, placeX),
    drains: drainsOf(results, placeX),
    holes: [...strips, ...behind].flatMap((strip) => holesOf(results, strip)),
    places,
    apart: apart.map((n) => ({ id: n.id, z: n.groundM })),
    ...extent([...behind, ...strips], vessels, tubes, apart),
  };
}

/** What is found at points of the drawn way, each point once. */
export function flagsOn(section: Section, results: PlanResults): Flag[] {
  const flags: Flag[] = [];
  for (const { line, reversed, ground } of section.strips) {
    const geometry = results.compiled.lines.get(line)?.geometry;
    if (!geometry) continue;
    const [x0, x1] = [ground[0].x, ground[ground.length - 1].x];
    for (const f of results.findings) {
      const words = flagOf(f);
      if (f.at !== line || words === undefined || !('chainage' in f.values)) continue;
      const { chainage } = f.values;
      const x = reversed ? x1 - chainage : x0 + chainage;
      const station = geometry.chainage.indexOf(chainage);
      if (!flags.some((flag) => flag.x === x)) flags.push({ x, z: geometry.ground[Math.max(0, station)], words });
    }
  }
  return flags;
}

/** Beds that stand where lines drawn end or pass, from left to right. */
function bedsOf(results: PlanResults, placeX: ReadonlyMap<string, number>): DrawnBed[] {
  return results.compiled.plan.nodes
    .filter(isBed)
    .flatMap((bed): DrawnBed[] => {
      const x = placeX.get(bed.id);
      if (x === undefined) return [];
      return [
        {
          id: bed.id,
          x,
          ground: bed.groundM,
          floor: bedFloor(bed),
          height: bed.shape.heightM,
          level: bedLevel(bed, {}),
          reservoir: bed.reservoir.heightM,
        },
      ];
    })
    .sort((a, b) => a.x - b.x);
}

/** Totes that are carried and hang on no line, at the place where they are filled, else where the drawing begins. */
function totesAt(results: PlanResults, placeX: ReadonlyMap<string, number>): DrawnTote[] {
  const first = Math.min(...placeX.values());
  return totesOf(results.compiled.plan)
    .filter((t) => !placeX.has(t.id) && Number.isFinite(first))
    .map((t) => ({
      id: t.id,
      x: placeX.get(t.moved.from ?? '') ?? first,
      ground: t.groundM,
      floor: floorOf(t),
      height: vesselHeight(t),
      level: levelFor(t, 'start'),
    }));
}

/** Drains laid out to the right from the places that they begin at, true to their heights. */
const drainsOf = (results: PlanResults, placeX: ReadonlyMap<string, number>): Section['drains'] =>
  (results.compiled.plan.drains ?? []).flatMap((drain) => {
    let at = placeX.get(drain.from ?? '');
    if (at === undefined) return [];
    const points: Point[] = [{ x: at, z: drain.startInvertM }];
    for (const leg of drain.legs) points.push({ x: (at += leg.lengthM), z: leg.endInvertM });
    const far = drain.basins.reduce<Point | undefined>((a, b) => {
      const end = { x: (at ?? 0) + b.lengthM, z: b.endInvertM };
      return !a || end.x > a.x ? end : a;
    }, undefined);
    return [{ id: drain.id, points: far ? [...points, far] : points }];
  });

/** Holes of one drawn line, on its pipe. */
function holesOf(results: PlanResults, { line, reversed, pipe }: SectionStrip): Point[] {
  const lateral = results.compiled.lines.get(line)?.lateral;
  if (!lateral || pipe.length < 2) return [];
  const [first, last] = [pipe[0].x, pipe[pipe.length - 1].x];
  return lateral.emitters
    .filter((e) => !e.shut)
    .map((e) => {
      const x = reversed ? last - e.chainage : first + e.chainage;
      const k = Math.max(
        0,
        pipe.findLastIndex((p, i) => i < pipe.length - 1 && p.x <= x),
      );
      const [a, b] = [pipe[k], pipe[k + 1]];
      return { x, z: a.z + ((x - a.x) / (b.x - a.x || 1)) * (b.z - a.z) };
    });
}

/** A rise or fall smaller than this needs no vent and no drain, m (common practice, no source). */
const MARK_LEAST = 0.2;

/** High and low points of the drawn way that stand out. */
function marksOf(strips: readonly SectionStrip[]): Mark[] {
  const points = strips.flatMap((s, k) => (k === 0 ? s.pipe : s.pipe.slice(1)));
  const heights = points.map((p) => p.z);
  const out = (station: number): boolean =>
    Math.min(Math.abs(heights[station] - heights[station - 1]), Math.abs(heights[station] - heights[station + 1])) >=
    MARK_LEAST;
  return [
    ...humpStations(heights)
      .filter(out)
      .map((k) => ({ ...points[k], kind: 'vent' as const })),
    ...lowStations(heights)
      .filter(out)
      .map((k) => ({ ...points[k], kind: 'drain' as const })),
  ];
}

/** An end of a line on the drawn way, whose place can be slid along the slope. */
export interface SlidingEnd {
  readonly node: string;
  readonly line: string;
  readonly end: 'from' | 'to';
  /** Where the place stands now, m along its line from the line's start. */
  readonly chainage: number;
  /** x of the line's start; x falls along a reversed line. */
  readonly origin: number;
  readonly reversed: boolean;
  /** x counts from this place, so that all else shifts when it moves. */
  readonly shifts: boolean;
  readonly x: number;
  readonly z: number;
}

/** A place being slid along the slope: which end of which line, and where to, m along that line. */
export interface Slide extends SlidingEnd {
  readonly chainage: number;
}

/** The chosen place and the tanks above it: what can be slid up and down the drawn way. */
export function endsThatSlide(section: Section, results: PlanResults): SlidingEnd[] {
  const { lines, nodes } = results.compiled;
  const ends: SlidingEnd[] = [];
  section.strips.forEach((strip, k) => {
    const map = lines.get(strip.line);
    if (!map) return;
    const length = lengthOf(results, strip.line);
    const [first, last] = [strip.ground[0], strip.ground[strip.ground.length - 1]];
    const { reversed } = strip;
    const base = { line: strip.line, reversed, origin: reversed ? last.x : first.x };
    const add = (end: 'from' | 'to', shifts: boolean): void => {
      const node = map.plan[end];
      const place = nodes.get(node)?.plan;
      if (!isVessel(place) && !isOutlet(place)) return;
      if (ends.some((e) => e.node === node)) return;
      const at = (end === 'from') === reversed ? last : first;
      ends.push({ ...base, node, end, chainage: end === 'from' ? 0 : length, shifts, x: at.x, z: at.z });
    };
    // the head of the last stretch is where x counts from
    add(reversed ? 'to' : 'from', first.x === 0);
    if (k === section.strips.length - 1) add(reversed ? 'from' : 'to', false);
  });
  return ends;
}

/** Lines that hang on the chain's places, and on those in turn, each laid out away from the chain. */
function behindStrips(results: PlanResults, taken: Set<string>, placeX: Map<string, number>): BehindStrip[] {
  const { compiled, result } = results;
  const strips: BehindStrip[] = [];
  const queue = [...placeX.keys()];
  for (let at = queue.shift(); at !== undefined; at = queue.shift()) {
    for (const { line: id, reversed, to: other } of neighbours(compiled, at)) {
      const map = compiled.lines.get(id);
      if (!map || taken.has(id)) continue;
      const node = compiled.nodes.get(other)?.plan;
      const found = result.lines.get(id);
      // what feeds a tank from above is drawn by its own route
      if (!found || (reversed && feeds(node))) continue;
      taken.add(id);
      const { geometry } = map;
      const length = geometry.chainage[geometry.chainage.length - 1];
      const x0 = placeX.get(at) ?? 0;
      const place = (chainage: number): number => x0 + (reversed ? length - chainage : chainage);
      const order = <T>(list: T[]): T[] => (reversed ? list.reverse() : list);
      const takes = isOutlet(node) || isStore(node);
      strips.push({
        line: id,
        reversed,
        ground: order(geometry.chainage.map((c, s) => ({ x: place(c), z: geometry.ground[s] }))),
        pipe: order(geometry.chainage.map((c, s) => ({ x: place(c), z: geometry.pipe[s] }))),
        running: order(
          gradePoints(geometry, found, found.flow, 2).map((p) => ({
            x: place(p.chainage),
            pipe: p.pipe,
            line: p.grade,
          })),
        ),
        standing: [],
        flows: found.flow !== 0,
        end: takes ? { id: other, x: x0 + length, z: node.groundM } : undefined,
      });
      if (!placeX.has(other)) {
        placeX.set(other, x0 + length);
        queue.push(other);
      }
    }
  }
  return strips;
}

const lengthOf = (results: PlanResults, line: string): number =>
  results.compiled.lines.get(line)?.geometry.chainage.at(-1) ?? 0;

/** Least length of the slope in a close view, m. */
const CLOSE_VIEW = 10;

/** The slope from the last tank on, which distances count from: for a look at how high that tank stands. */
export function closeUp(section: Section): { x: readonly [number, number]; z: readonly [number, number] } {
  const strips = section.strips.filter((s) => s.ground[0].x >= -1e-9);
  const vessels = section.vessels.filter((v) => v.x >= -1e-9);
  const { x, z } = extent(
    strips,
    vessels,
    section.tubes.filter((t) => t.x >= -1e-9),
  );
  const lengthNow = Math.max(CLOSE_VIEW, x[1] - x[0]);
  // room for the tank itself, which stands before its line
  return { x: [x[0] - 0.12 * lengthNow, x[0] + lengthNow], z };
}

function extent(
  strips: readonly SectionStrip[],
  vessels: readonly Vessel[],
  tubes: readonly Tube[],
  apart: readonly { readonly groundM: number }[] = [],
): { x: [number, number]; z: [number, number] } {
  const xs = [...strips.flatMap((s) => s.ground.map((p) => p.x)), ...vessels.map((v) => v.x)];
  const zs = [
    ...strips.flatMap((s) => [...s.ground.map((p) => p.z), ...s.pipe.map((p) => p.z)]),
    ...vessels.flatMap((v) => [v.ground, v.floor + v.height]),
    ...tubes.flatMap((t) => [t.foot, t.standing, t.wanted ?? t.foot]),
    ...apart.map((n) => n.groundM),
  ];
  if (zs.length === 0) return { x: [0, 1], z: [0, 1] };
  const [x0, x1] = xs.length === 0 ? [0, 0] : [Math.min(...xs), Math.max(...xs)];
  const [z0, z1] = [Math.min(...zs), Math.max(...zs)];
  // flat ground still gets some height to draw in
  const pad = Math.max(0, 2 - (z1 - z0)) / 2;
  return { x: x1 > x0 ? [x0, x1] : [x0 - 5, x1 + 5], z: [z0 - pad, z1 + pad] };
}
