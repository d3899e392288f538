// How far a jet from a hole is thrown: the bound without air. A real one falls short of it.
import { GRAVITY } from '../units/index.ts';

/**
 * Where a jet comes down, m from the hole, without air and without loss at the hole: an upper bound.
 * @param head m of water at the hole @param height of the hole above where it lands, m @param angle above level, radians
 * @see Torricelli's v = √(2 g h); any physics text on thrown bodies: x = 2 √(h y) for a level jet
 */
export function jetThrow(head: number, height: number, angle = 0): number {
  if (head <= 0) return 0;
  const v = Math.sqrt(2 * GRAVITY * head);
  const up = v * Math.sin(angle);
  const under = up * up + 2 * GRAVITY * height;
  if (under < 0) return 0;
  return (v * Math.cos(angle) * (up + Math.sqrt(under))) / GRAVITY;
}
