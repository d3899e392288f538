// Plan document to network of numbers, with a map back to the plan's nodes and lines.
import { floatCoefficient } from '@vernal-slope/core/floatvalve';
import { NetworkBuilder, type HighPoint, type Network } from '@vernal-slope/core/network';
import type { LineGeometry } from '@vernal-slope/core/profile';
import { headOfPressure, waterAt, type Water } from '@vernal-slope/core/water';
import { boreArea } from '@vernal-slope/core/pipe';
import { GRAVITY } from '@vernal-slope/core/units';
import {
  SITE_DEFAULTS,
  type Line,
  type Outlet,
  type Plan,
  type PlanNode,
  type Tank,
  type Trough,
} from '../schema/index.ts';
import { floatValve, flowFromLpm, metresOfMm, pascals, tankShape } from './convert.ts';
import { entranceK, segmentOf } from './parts.ts';

/** K lost by water that enters a tank from below, and that leaves it by a bottom inlet (ruling 3). */
const INTO_WATER = 1;
const OUT_OF_BOTTOM_INLET = 0.5;
/** K of a free discharge: one velocity head. */
const FREE_DISCHARGE = 1;

/** Where a node of the plan went. */
export interface NodeMap {
  readonly plan: PlanNode;
  /** Node of the network whose head is this node's (ruling 5). */
  readonly node: number;
  /** Elevation at which its pressure is told, m. */
  readonly elevation: number;
  /** Open water of a tank, trough or source; −1 for others. */
  readonly surface: number;
  /** Links that let water out of the system here: outlet law, floats. */
  readonly lawLinks: readonly number[];
  /** Yield limit of a source; −1 where there is none. */
  readonly limitLink: number;
  readonly entering: readonly LineEnd[];
  readonly leaving: readonly LineEnd[];
}

/** An end of a line at a node. */
export interface LineEnd {
  readonly line: string;
  readonly link: number;
}

/** Where a line of the plan went. */
export interface LineMap {
  readonly plan: Line;
  readonly link: number;
  readonly geometry: LineGeometry;
  /** True where the line ends in the open, without a float. */
  readonly freeInlet: boolean;
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

const floorOf = (node: Tank | Trough): number => node.groundM + (node.standM ?? 0);

/** Height of the inside of a tank, m. */
export const vesselHeight = (node: Tank | Trough): number =>
  node.shape.type === 'horizontal-cylinder'
    ? node.shape.diameterM
    : node.shape.type === 'table'
      ? node.shape.levelsM[node.shape.levelsM.length - 1]
      : node.shape.heightM;

/** Elevation of a tank's or trough's inlet, m above datum; a top inlet is at the rim unless it says otherwise. */
export function inletElevation(node: Tank | Trough): number {
  const top = node.inlet?.at !== 'bottom';
  return floorOf(node) + (node.inlet?.heightM ?? (top ? vesselHeight(node) : 0));
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

/** Flow of an outlet under 1 m of head (m³/s) and its exponent. */
function outletLaw(node: Outlet, density: number): { a: number; exponent: number } {
  if (node.orifice) {
    const area = boreArea(metresOfMm(node.orifice.diameterMm));
    return { a: node.orifice.dischargeCoefficient * area * Math.sqrt(2 * GRAVITY), exponent: 0.5 };
  }
  const exponent = node.exponent ?? 0.5;
  const ratedHead = headOfPressure(pascals(node.ratedPressureKPa ?? 100), density);
  return { a: flowFromLpm(node.ratedFlowLpm ?? 0) / ratedHead ** exponent, exponent };
}

interface Places {
  readonly node: number;
  readonly surface: number;
  readonly limitLink: number;
  readonly lawLinks: number[];
}

/** Compiles a plan that passed its checks. */
export function compilePlan(plan: Plan): Compiled {
  const builder = new NetworkBuilder();
  const water = waterAt(plan.site?.waterTemperatureC ?? SITE_DEFAULTS.waterTemperatureC);
  const fixedElevation = new Map<number, number>();
  const fixedAt = (elevation: number): number => {
    const node = builder.fixedNode();
    fixedElevation.set(node, elevation);
    return node;
  };

  const places = new Map<string, Places>();
  const byId = new Map<string, PlanNode>(plan.nodes.map((n) => [n.id, n]));
  for (const node of plan.nodes) places.set(node.id, placeNode(node));

  function placeNode(node: PlanNode): Places {
    switch (node.kind) {
      case 'junction':
        return { node: builder.node(), surface: -1, limitLink: -1, lawLinks: [] };
      case 'source': {
        const surface = fixedAt(node.groundM + (node.heightM ?? 0));
        if (node.yieldLpm === undefined && node.yieldByMonthLpm === undefined) {
          return { node: surface, surface, limitLink: -1, lawLinks: [] };
        }
        const outlet = builder.node();
        return { node: outlet, surface, limitLink: builder.yieldLimit(surface, outlet), lawLinks: [] };
      }
      case 'outlet': {
        const at = builder.node();
        const air = fixedAt(node.groundM + (node.heightM ?? 0));
        const { a, exponent } = outletLaw(node, water.density);
        return { node: at, surface: -1, limitLink: -1, lawLinks: [builder.power(at, air, a, exponent)] };
      }
      default: {
        const surface = builder.fixedNode();
        return { node: surface, surface, limitLink: -1, lawLinks: [] };
      }
    }
  }

  /** Where a line ends at a tank or trough: node of the network and what it loses there. */
  function endAtVessel(
    node: Tank | Trough,
    place: Places,
  ): { to: number; exitK: number; backwardToK: number; oneWay: boolean; free: boolean } {
    const valve = node.inlet?.floatValve;
    const bottom = node.inlet?.at === 'bottom';
    if (!valve) {
      return bottom
        ? { to: place.surface, exitK: INTO_WATER, backwardToK: OUT_OF_BOTTOM_INLET, oneWay: false, free: true }
        : { to: fixedAt(inletElevation(node)), exitK: FREE_DISCHARGE, backwardToK: 0, oneWay: true, free: true };
    }
    // several lines may end at one inlet; each has a valve of its own (ruling 8)
    const before = builder.node();
    const after = bottom ? place.surface : fixedAt(inletElevation(node));
    place.lawLinks.push(builder.power(before, after, floatCoefficient(floatValve(valve)), 0.5));
    return { to: before, exitK: 0, backwardToK: 0, oneWay: false, free: false };
  }

  const lines = new Map<string, LineMap>();
  const reducers = new Map<string, number>();
  const entering = new Map<string, LineEnd[]>(plan.nodes.map((n) => [n.id, []]));
  const leaving = new Map<string, LineEnd[]>(plan.nodes.map((n) => [n.id, []]));
  const endNodeOf = new Map<string, number>();
  for (const line of plan.lines) {
    const fromNode = byId.get(line.from);
    const toNode = byId.get(line.to);
    const fromPlace = places.get(line.from);
    const toPlace = places.get(line.to);
    if (!fromNode || !toNode || !fromPlace || !toPlace) throw new Error(`line ${line.id} has an end that is no node`);
    const geometry = lineGeometry(line, fromNode.groundM);
    const openWater = fromNode.kind === 'tank' || fromNode.kind === 'trough' || fromNode.kind === 'source';
    const intoVessel = toNode.kind === 'tank' || toNode.kind === 'trough';
    const end = intoVessel
      ? endAtVessel(toNode, toPlace)
      : { to: toPlace.node, exitK: 0, backwardToK: 0, oneWay: false, free: false };
    const last = line.legs.length - 1;
    const points: HighPoint[] = [];
    for (let k = 0; k <= last; k++) {
      // at a tank's inlet the water is open; everywhere else the pipe must not draw air
      if (k < last || !intoVessel) points.push({ segment: k, elevation: geometry.pipe[k + 1] });
    }
    let start = fromPlace.node;
    if (line.reducerKPa !== undefined) {
      const behind = builder.node();
      const set = geometry.pipe[0] + headOfPressure(pascals(line.reducerKPa), water.density);
      reducers.set(line.id, builder.reducer(start, behind, set));
      start = behind;
    }
    const link = builder.pipe(start, end.to, line.legs.map(segmentOf), {
      entranceK: openWater || line.legs[0].entrance ? entranceK(line.legs[0]) : 0,
      exitK: end.exitK,
      backwardFromK: fromNode.kind === 'tank' || fromNode.kind === 'trough' ? INTO_WATER : 0,
      backwardToK: end.backwardToK,
      oneWay: end.oneWay || fromNode.kind === 'source' || line.legs.some((leg) => leg.checkValve),
      points,
    });
    lines.set(line.id, { plan: line, link, geometry, freeInlet: end.free });
    leaving.get(line.from)?.push({ line: line.id, link });
    entering.get(line.to)?.push({ line: line.id, link });
    if (intoVessel) endNodeOf.set(line.to, end.to);
  }

  const nodes = new Map<string, NodeMap>();
  for (const node of plan.nodes) {
    const place = places.get(node.id);
    if (!place) continue;
    const feeds = (leaving.get(node.id)?.length ?? 0) > 0;
    const vessel = node.kind === 'tank' || node.kind === 'trough';
    // a tank that feeds shows its water; a vessel that only receives shows the head before its inlet
    const shown = vessel && !feeds ? (endNodeOf.get(node.id) ?? place.node) : place.node;
    nodes.set(node.id, {
      plan: node,
      node: shown,
      elevation: vessel
        ? feeds || shown === place.surface
          ? floorOf(node) + (node.outletM ?? 0)
          : inletElevation(node)
        : node.kind === 'outlet' || node.kind === 'source'
          ? node.groundM + (node.heightM ?? 0)
          : node.groundM,
      surface: place.surface,
      lawLinks: place.lawLinks,
      limitLink: place.limitLink,
      entering: entering.get(node.id) ?? [],
      leaving: leaving.get(node.id) ?? [],
    });
  }
  const network = builder.build(
    plan.settings?.friction ?? 'darcy-weisbach',
    water.kinematicViscosity,
    plan.settings?.siphons === 'allowed',
  );
  return {
    plan,
    network,
    standingNetwork: { ...network, siphons: true },
    water,
    nodes,
    lines,
    reducers,
    fixedElevation,
  };
}

export { floorOf, tankShape };
