// What of a tank can be used, and several tanks joined low down that do not stand level.
import { levelAt, tankCapacity, tankHeight, volumeAt, type TankShape } from '../tank/index.ts';

export interface UsableCase {
  readonly shape: TankShape;
  /** Outlet above the floor, m. */ readonly outlet: number;
  /** Overflow above the floor, m. */ readonly overflow: number;
  /** Level at which the filling float shuts, m above the floor. */
  readonly floatShuts?: number;
  /** Level under which the tap it feeds gets nothing, m above the floor. */
  readonly tapLevel?: number;
}

/** Volumes of a tank from floor to rim, m³, and the levels that part them, m. */
export interface Usable {
  readonly usable: number;
  readonly lowest: number;
  readonly highest: number;
  /** Below the outlet. */ readonly belowOutlet: number;
  /** Above the outlet but too low for the tap. */ readonly belowTap: number;
  /** Above where the float shuts, up to the overflow. */ readonly aboveFloat: number;
  /** Above the overflow, up to the rim. */ readonly aboveOverflow: number;
}

/** Parts of a tank's water that can and cannot be used. */
export function usableParts(c: UsableCase): Usable {
  const height = tankHeight(c.shape);
  const overflow = Math.min(c.overflow, height);
  const highest = Math.min(overflow, c.floatShuts ?? overflow);
  const outlet = Math.min(c.outlet, highest);
  const lowest = Math.min(highest, Math.max(outlet, c.tapLevel ?? outlet));
  const v = (level: number): number => volumeAt(c.shape, level);
  return {
    usable: v(highest) - v(lowest),
    lowest,
    highest,
    belowOutlet: v(outlet),
    belowTap: v(lowest) - v(outlet),
    aboveFloat: v(overflow) - v(highest),
    aboveOverflow: v(height) - v(overflow),
  };
}

export interface LinkedTank {
  readonly shape: TankShape;
  /** Floor above datum, m. */ readonly floor: number;
  /** Above its floor, m. */ readonly outlet: number;
  readonly overflow: number;
}

export interface LinkedGroup {
  /** Water level, above datum, at which the group runs over, m. */
  readonly spillLevel: number;
  /** Level, above datum, down to which it can be drawn, m. */
  readonly drawnTo: number;
  /** Index of the tank that runs over first. */
  readonly spillsFirst: number;
  /** m³ in each when the group is full */ readonly full: readonly number[];
  /** m³ of each that the group can give */ readonly usable: readonly number[];
  /** m³ of each that lie above the group's spill level though under its own overflow */
  readonly lost: readonly number[];
}

/** m³ of a linked tank between the group's level and what it can be drawn down to, both above datum, m. */
export const linkedVolume = (t: LinkedTank, level: number, drawnTo: number): number =>
  Math.max(0, volumeAt(t.shape, level - t.floor) - volumeAt(t.shape, Math.max(t.outlet, drawnTo - t.floor)));

/**
 * Tanks joined low down: one level for all, above datum. The one whose overflow stands lowest drags the rest down;
 * each gives only what stands above its own outlet, and above the level down to which the first of them, from which the
 * taps are fed, can be drawn: water of a lower neighbour does not rise into it.
 */
export function linkedTanks(tanks: readonly LinkedTank[]): LinkedGroup {
  if (tanks.length === 0) throw new RangeError('no tank');
  const spills = tanks.map((t) => t.floor + t.overflow);
  const spillLevel = Math.min(...spills);
  const within = (t: LinkedTank, level: number): number => volumeAt(t.shape, level - t.floor);
  const drawnTo = tanks[0].floor + tanks[0].outlet;
  return {
    drawnTo,
    spillLevel,
    spillsFirst: spills.indexOf(spillLevel),
    full: tanks.map((t) => within(t, spillLevel)),
    usable: tanks.map((t) => linkedVolume(t, spillLevel, drawnTo)),
    lost: tanks.map((t) => Math.max(0, volumeAt(t.shape, t.overflow) - within(t, spillLevel))),
  };
}

/** Level above datum at which a volume of water settles over linked tanks, m; at most their lowest rim. */
export function linkedLevel(tanks: readonly LinkedTank[], volume: number): number {
  let low = Math.min(...tanks.map((t) => t.floor));
  let high = Math.min(...tanks.map((t) => t.floor + tankHeight(t.shape)));
  const sum = (level: number): number => tanks.reduce((total, t) => total + volumeAt(t.shape, level - t.floor), 0);
  if (volume >= sum(high)) return high;
  for (let i = 0; i < 80; i++) {
    const mid = (low + high) / 2;
    if (sum(mid) < volume) low = mid;
    else high = mid;
  }
  return (low + high) / 2;
}

/** A table of levels and volumes of a shape in even steps of level, for printing and for a stick with marks. */
export const levelTable = (shape: TankShape, steps = 10): { level: number; volume: number }[] =>
  Array.from({ length: steps + 1 }, (_, k) => {
    const level = (tankHeight(shape) * k) / steps;
    return { level, volume: volumeAt(shape, level) };
  });

/** Levels of a shape for even steps of volume: where to put the marks on a stick. */
export const stickMarks = (shape: TankShape, step: number): { level: number; volume: number }[] =>
  Array.from({ length: Math.floor(tankCapacity(shape) / step + 1e-9) }, (_, k) => ({
    volume: (k + 1) * step,
    level: levelAt(shape, (k + 1) * step),
  }));
