// Members over one or two spans under an even load around their middle: what they bear and what they hand on.

export interface SpanCase {
  /** All the load on the member, N */ readonly load: number;
  /** Length along the member on which it lies, around the middle, m */ readonly loaded: number;
  /** One span, m */ readonly span: number;
  /** 1: on two supports; 2: running on over a third. */ readonly spans: 1 | 2;
}

export interface SpanAnswer {
  /** Largest, N·m */ readonly moment: number;
  /** Largest, N */ readonly shear: number;
  /** N on an outer support, and on the middle one where there is one */
  readonly outer: number;
  readonly middle?: number;
  /** Of the middle of a span, times the stiffness: m of sag is this over E·I (N·m³) */ readonly sag: number;
}

/**
 * One span: M = W(2L − b)/8, δ = W(8L³ − 4b²L + b³)/(384EI), b the loaded length. Two spans with the load around the
 * middle support: each half is a member fixed there and propped outside, R = w a³(4L − a)/(8L³), M = wa²/2 − RL; its
 * sag is taken as that of the span loaded all over, wL⁴/(185EI).
 * @see any handbook of structures, for example Roark (formulas from memory; b = L gives WL/8 and 5WL³/384EI)
 */
export function spanLoad({ load, loaded, span, spans }: SpanCase): SpanAnswer {
  if (spans === 1) {
    const b = Math.min(loaded, span);
    return {
      moment: (load * (2 * span - b)) / 8,
      shear: load / 2,
      outer: load / 2,
      sag: (load * (8 * span ** 3 - 4 * b * b * span + b ** 3)) / 384,
    };
  }
  const a = Math.min(loaded / 2, span);
  const w = load / (2 * a);
  const outer = (w * a ** 3 * (4 * span - a)) / (8 * span ** 3);
  return {
    moment: Math.abs((w * a * a) / 2 - outer * span),
    shear: w * a - outer,
    outer,
    middle: 2 * (w * a - outer),
    sag: (w * span ** 4) / 185,
  };
}
