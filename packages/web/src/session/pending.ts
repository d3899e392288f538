// Edits that the server has not taken yet, kept in the browser so that nothing is lost.
import { createStore, del, get, set } from 'idb-keyval';
import { z } from 'zod';
import { checkPlan } from '@vernal-slope/plan/document';
import type { Plan } from '@vernal-slope/plan/schema';
import type { Asked, Known } from './logrows.ts';

/** A save that was sent and not answered: the server may have it, or not. */
export interface Unanswered {
  readonly key: string;
  readonly revision: number;
  readonly document: Plan;
  readonly summary: string;
}

export interface Pending {
  readonly document: Plan;
  /** Revision the edits are based on. */
  readonly revision: number;
  readonly unanswered?: Unanswered;
  /** What the server was known to have of the log. */
  readonly known?: Known;
  /** What of the log was sent and not answered. */
  readonly asked?: Asked;
}

const planSchema = z.unknown().transform((value, context): Plan => {
  const checked = checkPlan(value);
  if (checked.ok) return checked.plan;
  context.addIssue({ code: 'custom', message: 'is no plan' });
  return z.NEVER;
});
const pendingSchema = z.object({
  document: planSchema,
  revision: z.number().int().min(1),
  unanswered: z
    .object({ key: z.string(), revision: z.number().int().min(1), document: planSchema, summary: z.string() })
    .optional(),
  known: z.record(z.string(), z.object({ version: z.number().int().min(1), text: z.string().nullable() })).optional(),
  asked: z
    .record(z.string(), z.object({ base: z.number().int().min(0), texts: z.array(z.string().nullable()) }))
    .optional(),
});

const store = createStore('vernal-slope', 'pending');

// a browser without IndexedDB (private windows) still works, it only keeps nothing
const quietly = async <T>(work: Promise<T>): Promise<T | undefined> => {
  try {
    return await work;
  } catch {
    return undefined;
  }
};

export const keepPending = (id: string, pending: Pending): Promise<void> => quietly(set(id, pending, store));
/** What was kept, looked at like any plan; undefined where nothing is, or what is there cannot be read. */
export const readPending = async (id: string): Promise<Pending | undefined> => {
  const kept = await quietly(get<unknown>(id, store));
  return kept === undefined ? undefined : pendingSchema.safeParse(kept).data;
};
export const dropPending = (id: string): Promise<void> => quietly(del(id, store));
