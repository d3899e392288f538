// Undo that outlives a reload: the edits of a plan kept beside its window, for just the document that they lead to.
import type { Edit } from '@vernal-slope/plan/edit';
import type { Plan } from '@vernal-slope/plan/schema';
import { z } from 'zod';

/** Edits kept, and most letters of them and of a document that is worth it. */
const MOST_EDITS = 60;
const MOST_LETTERS = 1_500_000;

const patch = z.object({
  op: z.enum(['replace', 'remove', 'add']),
  path: z.array(z.union([z.string(), z.number()])),
  value: z.unknown().optional(),
});
const edit = z.object({ label: z.string(), patches: z.array(patch), inverse: z.array(patch) });
const keptSchema = z.object({ stamp: z.string(), past: z.array(edit), future: z.array(edit) });

/** Tells documents apart (FNV-1a over their text). */
function stampOf(plan: Plan): string | undefined {
  const text = JSON.stringify(plan);
  if (text.length > MOST_LETTERS) return undefined;
  let hash = 0x811c9dc5;
  for (let k = 0; k < text.length; k++) hash = Math.imul(hash ^ text.charCodeAt(k), 0x01000193);
  return `${text.length}:${(hash >>> 0).toString(16)}`;
}

const keyOf = (id: string): string => `vernal-undo:${id}`;

/** Keeps what can be undone and done again of a plan as it is now. A browser that keeps nothing loses only this. */
export function keepUndo(id: string, plan: Plan, past: readonly Edit[], future: readonly Edit[]): void {
  try {
    const stamp = stampOf(plan);
    const text = stamp && JSON.stringify({ stamp, past: past.slice(-MOST_EDITS), future: future.slice(-MOST_EDITS) });
    if (text && text.length <= MOST_LETTERS) sessionStorage.setItem(keyOf(id), text);
    else sessionStorage.removeItem(keyOf(id));
  } catch {
    // no room, or no storage
  }
}

/** What was kept, where it belongs to the document as it is now. */
export function readUndo(id: string, plan: Plan): { past: readonly Edit[]; future: readonly Edit[] } | undefined {
  try {
    const kept = keptSchema.safeParse(JSON.parse(sessionStorage.getItem(keyOf(id)) ?? 'null'));
    if (!kept.success || kept.data.stamp !== stampOf(plan)) return undefined;
    return { past: kept.data.past as Edit[], future: kept.data.future as Edit[] };
  } catch {
    return undefined;
  }
}
