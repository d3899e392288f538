// What a hole or an emitter lets through, as laws of the network: q = a · h^x, and no more than its cap.
import { boreArea } from '../pipe/index.ts';
import { GRAVITY } from '../units/index.ts';

export interface EmitterLaw {
  /** m³/s under 1 m of head */ readonly a: number;
  readonly exponent: number;
  /** m³/s: what a compensating one gives from its pressure up. */ readonly cap?: number;
}

/** A hole: q = Cd · A · √(2 g h). @param diameter m */
export const holeLaw = (diameter: number, dischargeCoefficient: number): EmitterLaw => ({
  a: dischargeCoefficient * boreArea(diameter) * Math.sqrt(2 * GRAVITY),
  exponent: 0.5,
});

/**
 * An emitter by its published law, q = k · H^x. @param flow m³/s at `head` @param head m
 * @see Keller and Karmeli (1974), Trickle irrigation design parameters, Trans. ASAE 17
 */
export const ratedLaw = (flow: number, head: number, exponent: number): EmitterLaw => ({
  a: flow / head ** exponent,
  exponent,
});

/** One that compensates: flat from a head up, below it by the square root. @param flow m³/s @param from m */
export const compensatingLaw = (flow: number, from: number): EmitterLaw => ({
  a: flow / Math.sqrt(from),
  exponent: 0.5,
  cap: flow,
});

/** Flow of an emitter under a head (m), m³/s; none without a head. */
export const emitterFlow = (law: EmitterLaw, head: number): number =>
  head <= 0 ? 0 : Math.min(law.cap ?? Infinity, law.a * head ** law.exponent);

/** Head (m) at which an emitter gives a flow; Infinity past its cap. */
export const emitterHead = (law: EmitterLaw, flow: number): number =>
  flow > (law.cap ?? Infinity) ? Infinity : (flow / law.a) ** (1 / law.exponent);
