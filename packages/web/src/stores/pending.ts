// Edits that the server has not taken yet, kept in the browser so that nothing is lost.
import { createStore, del, get, set } from 'idb-keyval';
import type { Plan } from '@vernal-slope/plan/schema';

export interface Pending {
  readonly document: Plan;
  /** Revision the edits are based on. */
  readonly revision: number;
}

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
export const readPending = (id: string): Promise<Pending | undefined> => quietly(get<Pending>(id, store));
export const dropPending = (id: string): Promise<void> => quietly(del(id, store));
