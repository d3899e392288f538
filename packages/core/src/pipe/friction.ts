// Darcy friction factor: laminar, Colebrook-White, and the smooth join between them, with slopes.

const LAMINAR_END = 2000;
const TURBULENT_START = 4000;
const TWO_OVER_LN10 = 2 / Math.LN10;

/** Friction factor and its slope with Reynolds number; reused, so copy what must last. */
export const factor = { f: 0, slope: 0 };

/**
 * Colebrook-White, solved to full double precision by Newton's method on 1/√f.
 * @param reynolds above 0; meant for 4 000 and more
 * @param relativeRoughness roughness over bore, 0 to 0.05
 * @returns Darcy friction factor
 * @see Colebrook, C.F. (1939), J. Inst. Civ. Eng. 11, 133-156
 * @example colebrook(1e5, 0.001) = 0.022175
 */
export function colebrook(reynolds: number, relativeRoughness: number): number {
  turbulent(reynolds, relativeRoughness);
  return factor.f;
}

function turbulent(reynolds: number, relativeRoughness: number): void {
  const rough = relativeRoughness / 3.7;
  const smooth = 2.51 / reynolds;
  // start: Haaland (1983), within 1.5 % of the root
  let x = -1.8 * Math.log10((relativeRoughness / 3.7) ** 1.11 + 6.9 / reynolds);
  let inside = rough + smooth * x;
  for (let i = 0; i < 30; i++) {
    const step = (x + TWO_OVER_LN10 * Math.log(inside)) / (1 + (TWO_OVER_LN10 * smooth) / inside);
    x -= step;
    inside = rough + smooth * x;
    // the error left after a Newton step is of the order of the step squared
    if (Math.abs(step) < 1e-8 * x) break;
  }
  const dxdRe = (TWO_OVER_LN10 * smooth * x) / (reynolds * inside) / (1 + (TWO_OVER_LN10 * smooth) / inside);
  factor.f = 1 / (x * x);
  factor.slope = (-2 * dxdRe) / (x * x * x);
}

/**
 * Darcy friction factor for any flow: 64/Re to Re 2 000, Colebrook-White from 4 000, between them the
 * cubic that has the value and slope of both laws at its ends. Writes `factor` and returns f.
 * @param reynolds above 0
 * @param relativeRoughness roughness over bore, 0 to 0.05
 */
export function frictionFactor(reynolds: number, relativeRoughness: number): number {
  if (reynolds >= TURBULENT_START) {
    turbulent(reynolds, relativeRoughness);
  } else if (reynolds <= LAMINAR_END) {
    factor.f = 64 / reynolds;
    factor.slope = -64 / (reynolds * reynolds);
  } else {
    turbulent(TURBULENT_START, relativeRoughness);
    const span = TURBULENT_START - LAMINAR_END;
    const f0 = 64 / LAMINAR_END;
    const m0 = (-64 / (LAMINAR_END * LAMINAR_END)) * span;
    const f1 = factor.f;
    const m1 = factor.slope * span;
    const t = (reynolds - LAMINAR_END) / span;
    const c2 = 3 * (f1 - f0) - 2 * m0 - m1;
    const c3 = 2 * (f0 - f1) + m0 + m1;
    factor.f = f0 + t * (m0 + t * (c2 + t * c3));
    factor.slope = (m0 + t * (2 * c2 + 3 * t * c3)) / span;
  }
  return factor.f;
}
