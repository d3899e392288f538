// What an overflow can carry, a cascade of overflow places, and the vent a tank needs.
import { orificeFlow } from '../pipe/index.ts';
import { GRAVITY } from '../units/index.ts';

export type OverflowKind = 'wall' | 'upright';

const ORIFICE_CD = 0.6;
/** Share of the velocity head that is lost where water enters a pipe in the wall, its edge flush and square. */
const ENTRY_K = 0.5;
const WEIR_C = 1.7; // m^0.5/s, broad rim; sharp ones carry some 8 % more

/** Wetted area and top width of a circular section filled to `depth`, m² and m. */
function segment(diameter: number, depth: number): { area: number; width: number } {
  const angle = 2 * Math.acos(Math.min(1, Math.max(-1, 1 - (2 * depth) / diameter)));
  return {
    area: (diameter * diameter * (angle - Math.sin(angle))) / 8,
    width: diameter * Math.sin(angle / 2),
  };
}

/** Flow through a short pipe in the wall that is not drowned: critical depth at its mouth, head y + (1 + K) A/2T. */
function criticalFlow(diameter: number, head: number): number {
  let low = 0;
  let high = 0.999 * diameter;
  const energy = (y: number): number => {
    const { area, width } = segment(diameter, y);
    return width > 0 ? y + ((1 + ENTRY_K) * area) / (2 * width) : y;
  };
  if (energy(high) <= head) return Infinity;
  for (let i = 0; i < 60; i++) {
    const mid = (low + high) / 2;
    if (energy(mid) < head) low = mid;
    else high = mid;
  }
  const { area, width } = segment(diameter, low);
  return width > 0 ? Math.sqrt((GRAVITY * area ** 3) / width) : 0;
}

/**
 * What an overflow pipe carries at its mouth: a weir while it is shallow, an orifice once it drowns; the lesser of
 * the two.
 * @param head above the invert of a pipe in the wall, or above the rim of an upright pipe, m
 * @param diameter bore at the mouth, m (a cut-down or belled rim has the bore of the rim)
 * @param kind `wall`: critical depth in the circular section (energy y + A/2T, and half a velocity head lost at its
 *   square edge), then orifice on its centre;
 *   `upright`: weir round the rim Q = 1.7 πD h^1.5, then orifice
 * @returns m³/s
 * @see Chow (1959), Open-Channel Hydraulics, ch. 3 (critical flow); Brater and King (weirs, orifices), from memory
 * @example overflowCapacity(0.05, 0.05, 'upright') = 1.17e-3 m³/s (orifice governs)
 */
export function overflowCapacity(head: number, diameter: number, kind: OverflowKind): number {
  if (head <= 0) return 0;
  if (kind === 'upright') {
    return Math.min(WEIR_C * Math.PI * diameter * head ** 1.5, orificeFlow(head, diameter, ORIFICE_CD));
  }
  // the mouth drowns once the water stands over its crown
  if (head > diameter)
    return Math.min(criticalFlow(diameter, head), orificeFlow(head - diameter / 2, diameter, ORIFICE_CD));
  return criticalFlow(diameter, head);
}

/** Head at which an overflow carries a flow, m; Infinity when it does not within 2 m. */
export function overflowHead(flow: number, diameter: number, kind: OverflowKind): number {
  if (flow <= 0) return 0;
  let low = 0;
  let high = 2;
  if (overflowCapacity(high, diameter, kind) < flow) return Infinity;
  for (let i = 0; i < 60; i++) {
    const mid = (low + high) / 2;
    if (overflowCapacity(mid, diameter, kind) < flow) low = mid;
    else high = mid;
  }
  return high;
}

/** A place that overflow runs to: how much it takes, m³ a day, in the order in which the water reaches them. */
export interface CascadePlace {
  readonly name: string;
  readonly takes: number;
}

/** What each place of a cascade gets of a day's overflow, m³, and what still runs on from the last. */
export function cascade(spill: number, places: readonly CascadePlace[]): { gets: number[]; rest: number } {
  let left = spill;
  const gets = places.map((p) => {
    const g = Math.min(left, p.takes);
    left -= g;
    return g;
  });
  return { gets, rest: left };
}

const AIR_DENSITY = 1.2; // kg/m³, near sea level at 20 °C; thinner air asks for less

/**
 * Bore of a vent that lets air in as fast as water leaves.
 * @param flow largest flow out of the tank, m³/s
 * @param suction allowed in the tank, Pa; 50 Pa (5 mm of water) keeps thin tanks from drawing in (common practice)
 * @returns m: d from q = 0.6 A √(2 Δp / ρ_air)
 * @example ventBore(5e-4) = 0.0108 m
 */
export const ventBore = (flow: number, suction = 50): number =>
  Math.sqrt((4 / Math.PI) * (flow / (0.6 * Math.sqrt((2 * suction) / AIR_DENSITY))));

/** The vent is never narrower than this: insects' mesh and dust take their share (common practice, no source), m. */
export const LEAST_VENT = 0.02;
