// Float valves: how far one is open at a level, and what it lets through.
import { GRAVITY } from '../units/index.ts';
import { boreArea } from '../pipe/index.ts';

export interface FloatValve {
  /** Bore of the seat, m. */
  readonly seat: number;
  readonly dischargeCoefficient: number;
  readonly characteristic: 'proportional' | 'snap';
  /** Level at which it is shut, m above the floor. */
  readonly closeLevel: number;
  /** Fall from there to wide open (proportional) or to opening (snap), m. */
  readonly band: number;
}

/**
 * Opening of a float, 0 shut to 1 wide open.
 * @param level m above the floor
 * @param wasOpen for a snap valve inside its band: whether it was open
 */
export function floatOpening(valve: FloatValve, level: number, wasOpen = false): number {
  if (valve.characteristic === 'proportional') {
    return Math.min(1, Math.max(0, (valve.closeLevel - level) / valve.band));
  }
  if (level >= valve.closeLevel) return 0;
  if (level <= valve.closeLevel - valve.band) return 1;
  return wasOpen ? 1 : 0;
}

/** Flow of the wide-open valve under 1 m of head, m³/s: q = this × opening × √h. */
export const floatCoefficient = (valve: FloatValve): number =>
  valve.dischargeCoefficient * boreArea(valve.seat) * Math.sqrt(2 * GRAVITY);
