// Head lost in a length of pipe and in its fittings, with its slope for the solver.
import { GRAVITY } from '../units/index.ts';
import { factor, frictionFactor } from './friction.ts';

/** Head loss (m) and d(loss)/d(flow) (s/m²); reused by the kernels, so copy what must last. */
export const lossOut = { loss: 0, slope: 0 };

/** Cross-section of a round bore, m². */
export const boreArea = (diameter: number): number => (Math.PI / 4) * diameter * diameter;

/**
 * Darcy-Weisbach friction loss; writes `lossOut`. Odd in the flow: a negative flow loses a negative head.
 * @param flow m³/s
 * @param length m
 * @param diameter bore, m
 * @param roughness m
 * @param viscosity kinematic, m²/s
 */
export function darcyKernel(
  flow: number,
  length: number,
  diameter: number,
  roughness: number,
  viscosity: number,
): void {
  const area = boreArea(diameter);
  const speed = Math.abs(flow) / area;
  const reynolds = (speed * diameter) / viscosity;
  if (reynolds <= 2000) {
    // Hagen-Poiseuille, written without the division by Re so that no flow loses nothing
    const slope = (32 * viscosity * length) / (GRAVITY * diameter * diameter * area);
    lossOut.loss = slope * flow;
    lossOut.slope = slope;
    return;
  }
  frictionFactor(reynolds, roughness / diameter);
  const c = length / (diameter * 2 * GRAVITY * area * area);
  const q = Math.abs(flow);
  lossOut.loss = c * factor.f * q * flow;
  lossOut.slope = c * q * (2 * factor.f + factor.slope * reynolds);
}

// SI constant and exponent of AWWA M23 and NFPA 13; sources give constants from 10.5088 to 10.6792
const HAZEN_SI = 10.667;
const HAZEN_BORE = 4.871;
// below this speed the law is continued as a straight line: its slope vanishes at rest
const HAZEN_LINEAR_SPEED = 1e-4;

/**
 * Hazen-Williams friction loss h = 10.667 L (Q/C)^1.852 / D^4.871; writes `lossOut`.
 * Meant for water near 15 °C, turbulent flow, bores of 50 mm and more; no laminar law.
 * @param flow m³/s
 * @param length m
 * @param diameter bore, m
 * @param c Hazen-Williams coefficient
 */
export function hazenKernel(flow: number, length: number, diameter: number, c: number): void {
  const q = Math.abs(flow);
  const resistance = (HAZEN_SI * length) / (c ** 1.852 * diameter ** HAZEN_BORE);
  const least = HAZEN_LINEAR_SPEED * boreArea(diameter);
  if (q < least) {
    const slope = resistance * least ** 0.852;
    lossOut.loss = slope * flow;
    lossOut.slope = slope;
    return;
  }
  const power = resistance * q ** 0.852;
  lossOut.loss = power * flow;
  lossOut.slope = 1.852 * power;
}

export interface Loss {
  /** Head lost, m. */
  readonly loss: number;
  /** d(loss)/d(flow), s/m². */
  readonly slope: number;
}

const copy = (): Loss => ({ loss: lossOut.loss, slope: lossOut.slope });

/**
 * Darcy-Weisbach friction loss h = f L/D v²/2g.
 * @param flow m³/s (sign kept) @param length m @param diameter m @param roughness m @param viscosity m²/s
 * @see Weisbach 1845; White, Fluid Mechanics, ch. 6
 * @example darcyLoss(1e-4, 100, 0.0209, 7e-6, 1.306e-6).loss = 0.65 m
 */
export function darcyLoss(flow: number, length: number, diameter: number, roughness: number, viscosity: number): Loss {
  darcyKernel(flow, length, diameter, roughness, viscosity);
  return copy();
}

/** Hazen-Williams friction loss; arguments as `hazenKernel`. @see AWWA M23; Williams and Hazen 1905 */
export function hazenLoss(flow: number, length: number, diameter: number, c: number): Loss {
  hazenKernel(flow, length, diameter, c);
  return copy();
}

/**
 * Minor loss h = K v²/2g. Odd in the flow.
 * @param flow m³/s @param k loss coefficient on this bore @param diameter m
 * @example minorLoss(5e-4, 1, 0.025).loss = 0.0529 m
 */
export function minorLoss(flow: number, k: number, diameter: number): Loss {
  const c = minorCoefficient(k, diameter);
  return { loss: c * flow * Math.abs(flow), slope: 2 * c * Math.abs(flow) };
}

/** K/(2gA²), s²/m⁵: minor loss = coefficient × Q². */
export const minorCoefficient = (k: number, diameter: number): number => {
  const area = boreArea(diameter);
  return k / (2 * GRAVITY * area * area);
};

/** Velocity head v²/2g, m, at a flow (m³/s) in a bore (m). */
export const velocityHead = (flow: number, diameter: number): number => minorCoefficient(1, diameter) * flow * flow;

/** Reynolds number of a flow (m³/s) in a bore (m) of water of kinematic viscosity (m²/s). */
export const reynoldsNumber = (flow: number, diameter: number, viscosity: number): number =>
  (Math.abs(flow) * diameter) / (boreArea(diameter) * viscosity);

/**
 * K, on the pipe's velocity, of an insert fitting: into the narrower bore, through it, out again.
 * @param beta fitting bore over pipe bore, above 0 to 1
 * @param kFitting K of the turn itself on the fitting's bore: coupling 0, elbow 1.2, tee through 0.2, tee branch 1.4
 * @see Crane TP-410 sudden contraction and enlargement; the sum ignores recovery between the two, so it is high
 * @example insertFittingK(0.8, 0) = 0.76
 */
export function insertFittingK(beta: number, kFitting: number): number {
  const b2 = beta * beta;
  return (0.5 * (1 - b2) + kFitting + (1 - b2) ** 2) / (b2 * b2);
}

/**
 * Flow through an orifice Q = Cd A √(2gh).
 * @param head over the orifice, m; nothing flows at 0 or less
 * @param diameter m @param dischargeCoefficient 0 to 1
 * @returns m³/s
 * @see Torricelli; Brater and King, Handbook of Hydraulics
 * @example orificeFlow(2, 0.0095, 0.62) = 2.75e-4
 */
export const orificeFlow = (head: number, diameter: number, dischargeCoefficient: number): number =>
  head > 0 ? dischargeCoefficient * boreArea(diameter) * Math.sqrt(2 * GRAVITY * head) : 0;
