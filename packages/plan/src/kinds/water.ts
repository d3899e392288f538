// What tanks and troughs share: their water, their inlets, their state.
import { floatCoefficient } from '@vernal-slope/core/floatvalve';
import type { NetworkState } from '@vernal-slope/core/network';
import { bedConductance, hazenConductivity } from '@vernal-slope/core/filter';
import { surfaceAt } from '@vernal-slope/core/tank';
import {
  floatValve,
  metresOfMm,
  shapeHeight,
  speedOfMPerH,
  tankShape,
  type Filter,
  type Moved,
  type VesselEntry,
} from '../fields/index.ts';
import type { Arrival, Departure, LevelChoice, Placed, PlaceMap, Placing, StateOptions } from './kind.ts';

/** K lost by water that enters a tank from below, and that leaves it by a bottom inlet. */
const INTO_WATER = 1;
const OUT_OF_BOTTOM_INLET = 0.5;
/** K of a free discharge: one velocity head. */
const FREE_DISCHARGE = 1;
/** How far above its outlet a tank's low water stands, m (plan format). */
export const LOW_WATER = 0.1;

export const floorOf = (node: VesselEntry): number => node.groundM + (node.standM ?? 0);

/** Height of the inside of a vessel, m. */
export const vesselHeight = (node: Pick<VesselEntry, 'shape'>): number => shapeHeight(node.shape);

/** Elevation of a vessel's inlet, m above datum; a top inlet is at the rim unless it says otherwise. */
export function inletElevation(node: VesselEntry): number {
  const top = node.inlet?.at !== 'bottom';
  return floorOf(node) + (node.inlet?.heightM ?? (top ? vesselHeight(node) : 0));
}

/** Level of a vessel for a choice, m above its floor. */
export function levelFor(node: VesselEntry, choice: LevelChoice): number {
  if (choice === 'full') return node.overflowM;
  if (choice === 'low') return Math.min(node.overflowM, (node.outletM ?? 0) + LOW_WATER);
  return node.startLevelM ?? node.overflowM;
}

/** Level of a vessel in a solve, m above its floor. */
export const levelIn = (node: VesselEntry, options: StateOptions): number =>
  options.levels?.[node.id] ?? levelFor(node, options.level ?? 'start');

export const vesselWater = (node: VesselEntry, options: StateOptions): number => floorOf(node) + levelIn(node, options);

export const isFree = (node: VesselEntry): boolean => !node.inlet?.floatValve;

/** Pipe that stands for the way through sand and up to the spill: so short and wide that nothing but the sand is lost in it. */
const SPILL_PIPE = { length: 1e-3, diameter: 0.5, roughness: 0, hazenC: 150, k: 0 };

/** Sand's surface, m²: as entered, else the vessel's there. */
export const sandArea = (node: VesselEntry & { readonly filter: Filter }): number =>
  node.filter.areaM2 ?? surfaceAt(tankShape(node.shape), node.filter.sandM);

/** What the sand of a vessel lets through for each metre over its spill, m²/s. */
export const sandConductance = (node: VesselEntry & { readonly filter: Filter }, temperatureC: number): number =>
  bedConductance(sandConductivity(node.filter, temperatureC), sandArea(node), node.filter.depthM);

/** m/s, as measured or by its grains. */
export const sandConductivity = (f: Filter, temperatureC: number): number =>
  f.conductivityMPerH === undefined
    ? hazenConductivity(metresOfMm(f.grainMm), temperatureC)
    : speedOfMPerH(f.conductivityMPerH);

/** A tank that is carried about. */
export const isTote = <T extends VesselEntry>(node: T): node is T & { readonly moved: Moved } =>
  node.moved !== undefined;

export const isFilter = <T extends VesselEntry>(node: T): node is T & { readonly filter: Filter } =>
  node.filter !== undefined;

export function placeVessel(vessel: VesselEntry, on: Placing): Placed {
  const surface = on.builder.fixedNode();
  if (isFilter(vessel)) {
    // out of the water, through the sand and over the spill: it never draws the water down under that
    const { node, limitLink } = limited(surface, on);
    const behind = on.builder.node();
    const spill = on.builder.pipe(
      node,
      behind,
      [{ ...SPILL_PIPE, linear: 1 / sandConductance(vessel, on.water.temperatureC) }],
      { oneWay: true, points: [{ segment: 0, elevation: floorOf(vessel) + (vessel.outletM ?? 0) }] },
    );
    return { node: behind, surface, limitLink, lawLinks: [], spill };
  }
  if (vessel.outletM === undefined) return { node: surface, surface, limitLink: -1, lawLinks: [] };
  return { ...limited(surface, on), surface, lawLinks: [] };
}

/** In time, at its outlet a vessel passes on what comes in, and always takes back what runs back. */
function limited(surface: number, on: Placing): { node: number; limitLink: number } {
  if (!on.inTime) return { node: surface, limitLink: -1 };
  const node = on.builder.node();
  const limitLink = on.builder.yieldLimit(surface, node);
  on.builder.yieldLimit(node, surface);
  return { node, limitLink };
}

/** Where a line ends at a vessel: by its float, free at the top, or against the level. */
export function arriveAtVessel(node: VesselEntry, placed: Placed, on: Placing): Arrival {
  const valve = node.inlet?.floatValve;
  const bottom = node.inlet?.at === 'bottom';
  if (!valve) {
    return bottom
      ? {
          to: placed.surface,
          exitK: INTO_WATER,
          backwardToK: OUT_OF_BOTTOM_INLET,
          oneWay: false,
          free: true,
          open: true,
        }
      : {
          to: on.fixedAt(inletElevation(node)),
          exitK: FREE_DISCHARGE,
          backwardToK: 0,
          oneWay: true,
          free: true,
          open: true,
        };
  }
  // several lines may end at one inlet; each has a valve of its own
  const before = on.builder.node();
  const after = bottom ? placed.surface : on.fixedAt(inletElevation(node));
  placed.lawLinks.push(on.builder.power(before, after, floatCoefficient(floatValve(valve)), 0.5));
  return { to: before, exitK: 0, backwardToK: 0, oneWay: false, free: false, open: true };
}

export const DEPARTS_FROM_VESSEL: Departure = { entrance: true, backwardK: INTO_WATER, oneWay: false };

/** One that feeds shows its water; one that only receives shows the head before its inlet. */
export function vesselShown(
  node: VesselEntry,
  placed: Placed,
  leaving: boolean,
  end?: number,
): { node: number; elevation: number } {
  const shown = leaving ? (placed.spill === undefined ? placed.node : placed.surface) : (end ?? placed.node);
  return {
    node: shown,
    elevation:
      leaving || shown === placed.surface || shown === placed.node
        ? floorOf(node) + (node.outletM ?? 0)
        : inletElevation(node),
  };
}

export function setVessel(map: PlaceMap<VesselEntry>, options: StateOptions, state: NetworkState): void {
  const node = map.plan;
  const level = levelIn(node, options);
  // below its outlet water falls in there, unless it comes in low down
  const falls = node.outletM !== undefined && map.leaving.length > 0 && node.inlet?.at !== 'bottom';
  state.fixedHead[map.surface] = floorOf(node) + (falls ? Math.max(level, node.outletM ?? 0) : level);
  // at or below its outlet a tank takes water back but gives none
  if (map.limitLink < 0 && level <= (node.outletM ?? 0)) for (const { link } of map.leaving) state.direction[link] = -1;
  const opening = options.shut?.includes(node.id) ? 0 : (options.floatOpening?.[node.id] ?? 1);
  for (const link of map.lawLinks) state.opening[link] = opening;
}
