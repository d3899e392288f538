// What a chain costs the water: each place where it narrows and widens, and turns and seats of its own.
import type { Part } from './part.ts';

/** K of a sudden contraction and of a sudden expansion on the velocity in the smaller bore (Crane TP-410, Borda and Carnot). */
export const contractionK = (beta: number): number => 0.5 * (1 - beta ** 2);
export const expansionK = (beta: number): number => (1 - beta ** 2) ** 2;

/**
 * Loss coefficient of parts in a row, on the velocity in a pipe of `pipeBoreMm` on both sides: every change of bore
 * along them as sudden, and each part's own loss on its own bore, all brought to the pipe (K · (D/d)^4). Wider than the
 * pipe costs nothing.
 * @param parts in the order in which they are passed
 * @param pipeBoreMm bore of the pipe that the velocity is of, mm
 * @source Crane TP-410, contraction and expansion; change of reference by definition
 */
export function chainK(parts: readonly Pick<Part, 'boreMm' | 'k'>[], pipeBoreMm: number): number {
  const onPipe = (k: number, bore: number): number => k * (pipeBoreMm / bore) ** 4;
  let before = pipeBoreMm;
  let sum = 0;
  for (const bore of [...parts.map((p) => Math.min(p.boreMm, pipeBoreMm)), pipeBoreMm]) {
    if (bore < before) sum += onPipe(contractionK(bore / before), bore);
    else if (bore > before) sum += onPipe(expansionK(before / bore), before);
    before = bore;
  }
  return parts.reduce((s, p) => s + onPipe(p.k, Math.min(p.boreMm, pipeBoreMm)), sum);
}
