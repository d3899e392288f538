// Plan document to network of numbers, with a map back to the plan's nodes and lines. What a place is in the network
// its kind says; here they are joined.
import { drinkRates } from '../year/index.ts';
import { NetworkBuilder, type HighPoint, type Network, type PipeOptions } from '@vernal-slope/core/network';
import {
  compensatingLaw,
  holeLaw,
  layLateral,
  ratedLaw,
  type EmitterLaw,
  type Lateral,
  type LateralEmitter,
} from '@vernal-slope/core/irrigation';
import type { LineGeometry } from '@vernal-slope/core/profile';
import { airPressure, headOfPressure, vapourPressure, waterAt, type Water } from '@vernal-slope/core/water';
import { emitterPlaces, flowFromLpm, HOLE_CD, metresOfMm, pascals } from '../fields/index.ts';
import {
  isJoint,
  kindOf,
  type AnyKind,
  type Arrival,
  type LineEnd,
  type Placed,
  type PlaceMap,
  type Placing,
} from '../kinds/index.ts';
import { SITE_DEFAULTS, type Emitter, type Line, type Plan, type PlanNode } from '../schema/index.ts';
import { fedPart, isOneWay } from '../topology/index.ts';
import { chainsBetweenLegs } from './arms.ts';
import { entranceK, openingHead, segmentOf } from './parts.ts';

/** Where a node of the plan went. */
export type NodeMap = PlaceMap<PlanNode>;

/** Where a line of the plan went. */
export interface LineMap {
  readonly plan: Line;
  readonly link: number;
  readonly geometry: LineGeometry;
  /** True where the line ends in the open, without a float. */
  readonly freeInlet: boolean;
  /** The link by which it comes to its end. */
  readonly last: number;
  /** Its pieces, in order: one, but for a lateral. */
  readonly links: readonly number[];
  /** Holes and emitters on it, where it has any. */
  readonly lateral?: LateralMap;
}

/** An emitter of a line: which entry it is of, and where it stands. */
export interface PlacedEmitter {
  readonly leg: number;
  readonly entry: Emitter;
  /** Which of its entry, and of the line. */
  readonly k: number;
  /** m from the line's start */ readonly chainage: number;
  /** m above datum */ readonly elevation: number;
  readonly law: EmitterLaw;
  /** Taped over. */
  readonly shut: boolean;
}

export interface LateralMap extends Lateral {
  readonly emitters: readonly PlacedEmitter[];
}

export interface Compiled {
  readonly plan: Plan;
  readonly network: Network;
  /** The same without holding at humps: for water that stands. */
  readonly standingNetwork: Network;
  readonly water: Water;
  readonly nodes: ReadonlyMap<string, NodeMap>;
  readonly lines: ReadonlyMap<string, LineMap>;
  /** Line → its pressure reducer's link, where it has one. */
  readonly reducers: ReadonlyMap<string, number>;
  /** Fixed node → its head when it does not move with a level (air at outlets, inlets, springs). */
  readonly fixedElevation: ReadonlyMap<number, number>;
}

/** Stations of a line: the start, then the end of each leg. */
export function lineGeometry(line: Line, startGround: number): LineGeometry {
  const chainage = [0];
  const ground = [startGround];
  const pipe = [startGround - (line.legs[0].depthM ?? 0)];
  for (const leg of line.legs) {
    chainage.push(chainage[chainage.length - 1] + leg.lengthM);
    ground.push(leg.endGroundM);
    pipe.push(leg.endGroundM - (leg.depthM ?? 0));
  }
  return { chainage, ground, pipe };
}

/** An exponent under this is none: the emitter gives the same under any pressure. */
const LEAST_EXPONENT = 0.05;
/** m: from here up such a one gives all. */
const AT_ONCE = 1e-3;

/** Law of an emitter in SI. */
export function emitterLaw(e: Emitter, density: number): EmitterLaw {
  if (e.type === 'hole') return holeLaw(metresOfMm(e.diameterMm), e.dischargeCoefficient ?? HOLE_CD);
  const flow = flowFromLpm(e.ratedFlowLpm);
  const head = (kPa: number): number => headOfPressure(pascals(kPa), density);
  if (e.compensatingFromKPa !== undefined) return compensatingLaw(flow, head(e.compensatingFromKPa));
  const exponent = e.exponent ?? 0.5;
  return exponent < LEAST_EXPONENT
    ? compensatingLaw(flow, AT_ONCE)
    : ratedLaw(flow, head(e.ratedPressureKPa), exponent);
}

/** Holes and emitters of a line, by their entries. */
export function placedEmitters(line: Line, geometry: LineGeometry, density: number): PlacedEmitter[] {
  return line.legs.flatMap((leg, k) => {
    const [from, to] = [geometry.ground[k], geometry.ground[k + 1]];
    return (leg.emitters ?? []).flatMap((entry) => {
      const law = emitterLaw(entry, density);
      return emitterPlaces(entry).map((at, n) => ({
        leg: k,
        entry,
        k: n,
        chainage: geometry.chainage[k] + at,
        elevation: from + (at / leg.lengthM) * (to - from) - (leg.depthM ?? 0) + (entry.heightM ?? 0),
        law,
        shut: entry.shut?.includes(n) ?? false,
      }));
    });
  });
}

interface Joined {
  readonly plan: PlanNode;
  readonly kind: AnyKind;
  readonly placed: Placed;
  readonly entering: LineEnd[];
  readonly leaving: LineEnd[];
  /** Where the last line that ends here ends. */
  end?: number;
}

/** How far under air pressure a column of the place's water breaks, m: air at its altitude less the vapour's pressure. */
const columnHead = (plan: Plan, water: Water): number =>
  headOfPressure(
    airPressure(plan.site?.altitudeM ?? SITE_DEFAULTS.altitudeM) - vapourPressure(water.temperatureC),
    water.density,
  );

/**
 * Compiles a plan that passed its checks, for one moment or for a run in time; of what hangs loose no water can be worked out, and
 * it is left out.
 */
export function compilePlan(plan: Plan, inTime = false): Compiled {
  const builder = new NetworkBuilder();
  const water = waterAt(plan.site?.waterTemperatureC ?? SITE_DEFAULTS.waterTemperatureC);
  const fixedElevation = new Map<number, number>();
  const fed = fedPart(plan);
  const meeting = new Map<string, number>();
  for (const line of fed.lines) for (const id of [line.from, line.to]) meeting.set(id, (meeting.get(id) ?? 0) + 1);
  const placing: Placing = {
    builder,
    water,
    inTime,
    meeting: (id) => meeting.get(id) ?? 0,
    fixedAt: (elevation) => {
      const node = builder.fixedNode();
      fixedElevation.set(node, elevation);
      return node;
    },
  };
  const rates = inTime ? drinkRates(plan) : new Map<string, number>();
  const joined = new Map<string, Joined>();
  for (const node of fed.nodes) {
    const kind = kindOf(node);
    joined.set(node.id, { plan: node, kind, placed: kind.place(node, placing), entering: [], leaving: [] });
  }
  const added = chainsBetweenLegs(plan);
  const lines = new Map<string, LineMap>();
  const reducers = new Map<string, number>();
  for (const line of fed.lines) {
    const from = joined.get(line.from);
    const to = joined.get(line.to);
    if (!from || !to) throw new Error(`line ${line.id} has an end that is no node`);
    const map = joinLine(line, from, to);
    lines.set(line.id, map);
    from.leaving.push({ line: line.id, link: map.link });
    to.entering.push({ line: line.id, link: map.last });
  }

  function joinLine(line: Line, from: Joined, to: Joined): LineMap {
    const geometry = lineGeometry(line, from.plan.groundM);
    const end: Arrival = to.kind.arrive(to.plan, to.placed, placing);
    if (end.open) to.end = end.to;
    const last = line.legs.length - 1;
    const points: HighPoint[] = [];
    for (let k = 0; k <= last; k++) {
      // at a vessel's inlet the water is open; everywhere else the pipe must not draw air
      if (k < last || !end.open) points.push({ segment: k, elevation: geometry.pipe[k + 1] });
    }
    let start = from.placed.node;
    // and where it begins at a joint, for water that comes the other way
    if (isJoint(from.plan) && line.reducerKPa === undefined)
      points.unshift({ segment: -1, elevation: geometry.pipe[0] });
    if (line.reducerKPa !== undefined) {
      const behind = builder.node();
      const set = geometry.pipe[0] + headOfPressure(pascals(line.reducerKPa), water.density);
      reducers.set(line.id, builder.reducer(start, behind, set));
      start = behind;
    }
    const { depart } = from.kind;
    const more = added.get(line.id);
    const segments = line.legs.map((leg, k) => {
      const segment = segmentOf(leg);
      const taken = more ? (k === 0 ? more.start : 0) + (k === last ? more.end : 0) : 0;
      return { ...segment, k: segment.k + taken, opening: openingHead(leg, water.density) };
    });
    const entrance = line.legs[0].entrance ? entranceK(line.legs[0]) : depart.entranceK;
    const options: PipeOptions = {
      entranceK: entrance ?? (depart.entrance ? entranceK(line.legs[0]) : 0),
      exitK: end.exitK,
      backwardFromK: depart.backwardK,
      backwardToK: end.backwardToK,
      oneWay: end.oneWay || depart.oneWay || line.legs.some(isOneWay),
      points,
    };
    const map = { plan: line, geometry, freeInlet: end.free };
    // in time a rail gives what is drunk: an even share of the day's water, while there is pressure for it
    const drunk = rates.get(line.id);
    const placed = placedEmitters(line, geometry, water.density);
    const emitters =
      drunk === undefined
        ? placed
        : placed.map((e) => ({ ...e, law: { ...e.law, cap: Math.min(e.law.cap ?? Infinity, drunk) } }));
    if (emitters.length === 0) {
      const link = builder.pipe(start, end.to, segments, options);
      return { ...map, link, last: link, links: [link] };
    }
    const laid = layLateral(
      builder,
      placing.fixedAt,
      start,
      end.to,
      segments,
      options,
      emitters.map((e): LateralEmitter => ({
        at: e.chainage,
        elevation: e.elevation,
        law: e.law,
        equivalentLength: e.entry.equivalentLengthM ?? 0,
      })),
    );
    const links = laid.pieces.map((p) => p.link);
    return { ...map, link: links[0], last: links[links.length - 1], links, lateral: { ...laid, emitters } };
  }

  const nodes = new Map<string, NodeMap>();
  for (const [id, { plan: node, kind, placed, entering, leaving, end }] of joined) {
    nodes.set(id, {
      ...placed,
      plan: node,
      ...kind.shown(node, placed, leaving.length > 0, end),
      entering,
      leaving,
    });
  }
  const network = builder.build(
    plan.settings?.friction ?? 'darcy-weisbach',
    water.kinematicViscosity,
    plan.settings?.siphons === 'allowed',
    columnHead(plan, water),
  );
  return {
    plan,
    network,
    standingNetwork: { ...network, siphons: true, columnHead: Infinity },
    water,
    nodes,
    lines,
    reducers,
    fixedElevation,
  };
}
