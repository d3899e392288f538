// Simple beams and boards under an even load: bending, shear, deflection.

export interface BeamCase {
  /** m */ readonly span: number;
  /** N/m on one member */ readonly load: number;
  /** m */ readonly width: number;
  readonly depth: number;
  /** Allowable bending and shear with their factors, Pa */ readonly fb: number;
  readonly fv: number;
  /** Pa */ readonly modulus: number;
  /** Members side by side that share the load; 1 when left out. */ readonly count?: number;
}

export interface BeamAnswer {
  /** N·m and Pa */ readonly moment: number;
  readonly bending: number;
  /** N and Pa */ readonly shearForce: number;
  readonly shear: number;
  /** m */ readonly deflection: number;
  /** Stress over what is allowed; over 1 is too much. */
  readonly bendingRatio: number;
  readonly shearRatio: number;
}

/**
 * A member on two supports under an even load: M = wL²/8, V = wL/2, δ = 5wL⁴/(384EI); fb = M/S, fv = 1.5 V/A.
 * @see any handbook of structures; NDS 3.3 and 3.4 for the stresses of rectangular timber
 */
export function beam(b: BeamCase): BeamAnswer {
  const each = b.load / (b.count ?? 1);
  const moment = (each * b.span ** 2) / 8;
  const shearForce = (each * b.span) / 2;
  const bending = moment / ((b.width * b.depth ** 2) / 6);
  const shear = (1.5 * shearForce) / (b.width * b.depth);
  const inertia = (b.width * b.depth ** 3) / 12;
  return {
    moment,
    bending,
    shearForce,
    shear,
    deflection: (5 * each * b.span ** 4) / (384 * b.modulus * inertia),
    bendingRatio: bending / b.fb,
    shearRatio: shear / b.fv,
  };
}
