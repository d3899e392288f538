// Physical constants of the method.

/** Standard acceleration of gravity, m/s². ISO 80000-3 (exact by definition). */
export const GRAVITY = 9.80665;
