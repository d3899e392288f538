// Wicking beds: what one holds, and how a chain of them stands at rest under one float.
import type { TankShape } from '../tank/index.ts';

export interface BedForm {
  /** m² */ readonly area: number;
  /** Rim, m above the floor. */ readonly height: number;
  /** Top of the reservoir, m above the floor. */ readonly reservoir: number;
  /** Water in a part of the reservoir, and of the soil above it, 0 to 1. */
  readonly waterShare: number;
  readonly soilShare: number;
}

/** A bed as a vessel: how much water it holds up to a level. */
export function bedShape({ area, height, reservoir, waterShare, soilShare }: BedForm): TankShape {
  const top = Math.min(reservoir, height);
  const low = area * waterShare * top;
  return top >= height
    ? { type: 'table', levels: [0, height], volumes: [0, low] }
    : { type: 'table', levels: [0, top, height], volumes: [0, low, low + area * soilShare * (height - top)] };
}

/** Water (m³) in a bed up to a level, m above its floor. */
export function bedWater(form: BedForm, level: number): number {
  const l = Math.min(Math.max(0, level), form.height);
  const low = Math.min(l, form.reservoir);
  return form.area * (form.waterShare * low + form.soilShare * (l - low));
}

/**
 * Share of water in a reservoir of perforated pipe laid in stone or soil: the pipe's inside and the pores around it.
 * @param bore inside diameter, m @param outside m @param length of pipe in the bed, m @param area m² @param height m
 * @param pores drainable share around the pipe
 */
export function pipeReservoirShare(
  bore: number,
  outside: number,
  length: number,
  area: number,
  height: number,
  pores: number,
): number {
  const circle = (d: number): number => (Math.PI / 4) * d * d;
  const whole = area * height;
  const taken = Math.min(whole, circle(outside) * length);
  return Math.min(
    1,
    (circle(bore) * length * (taken / (circle(outside) * length || 1)) + pores * (whole - taken)) / whole,
  );
}

export interface BedAtRest {
  /** m above datum */ readonly floor: number;
  /** m above the floor */ readonly wants: number;
  readonly join: number;
  /** Hole, m above the floor; Infinity where there is none. */ readonly overflow: number;
  /** m */ readonly tolerance: number;
}

export type BedState = 'dry' | 'overflows' | 'low' | 'high' | 'good';

export interface ChainAtRest {
  /** m above datum */ readonly line: number;
  /** Index of the bed whose hole holds the line; −1 where the float does. */ readonly runsOver: number;
  /** By so much the bucket goes up (m) for the largest of all that is off to be least; holes left aside. */
  readonly bucketShim: number;
  readonly beds: readonly {
    /** m */ readonly depth: number;
    /** m, of the water line: may be less than −wants */ readonly off: number;
    readonly state: BedState;
  }[];
}

/** A chain at rest, nothing used: its water stands at the float, or at the lowest hole under it. */
export function chainAtRest(float: number, beds: readonly BedAtRest[]): ChainAtRest {
  let runsOver = -1;
  let line = float;
  beds.forEach((b, k) => {
    if (b.floor + b.overflow < line) {
      line = b.floor + b.overflow;
      runsOver = k;
    }
  });
  const offs = beds.map((b) => float - b.floor - b.wants);
  const stateOf = (b: BedAtRest, off: number): BedState => {
    if (b.floor + b.join > line) return 'dry';
    if (line >= b.floor + b.overflow) return 'overflows';
    if (off > b.tolerance) return 'high';
    return off < -b.tolerance ? 'low' : 'good';
  };
  return {
    line,
    runsOver,
    bucketShim: beds.length > 0 ? -(Math.max(...offs) + Math.min(...offs)) / 2 : 0,
    beds: beds.map((b) => {
      const off = line - b.floor - b.wants;
      const state = stateOf(b, off);
      return { depth: state === 'dry' ? 0 : Math.max(0, line - b.floor), off, state };
    }),
  };
}

/**
 * Height to which soil lifts water between grains, m. @param pore m @param tension surface tension, N/m
 * @see Jurin's law, h = 4 σ/(ρ g d), any physics text
 */
export const capillaryRise = (pore: number, tension = 0.0728, density = 998, gravity = 9.80665): number =>
  (4 * tension) / (density * gravity * pore);
