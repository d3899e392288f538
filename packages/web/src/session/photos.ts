// Photographs of the log that the server has not taken yet, kept in the browser until it has.
import { createStore, del, get, keys, set } from 'idb-keyval';
import { api, type Failure } from './client.ts';

const store = createStore('vernal-slope-photos', 'pending');

const keyOf = (plan: string, photo: string): string => `${plan} ${photo}`;

/** Keeps a photograph for later. @returns false where this browser keeps nothing */
export async function keepPhoto(plan: string, photo: string, blob: Blob): Promise<boolean> {
  try {
    await set(keyOf(plan, photo), blob, store);
    return true;
  } catch {
    return false;
  }
}

/** A photograph that waits here; undefined where it does not. */
export async function waitingPhoto(plan: string, photo: string): Promise<Blob | undefined> {
  try {
    return await get<Blob>(keyOf(plan, photo), store);
  } catch {
    return undefined;
  }
}

async function waiting(plan: string): Promise<string[]> {
  try {
    return (await keys<string>(store)).filter((k) => k.startsWith(`${plan} `)).map((k) => k.slice(plan.length + 1));
  } catch {
    return [];
  }
}

/** Takes photographs over to a copy of their plan; one that cannot be had is left out. */
export async function copyPhotos(from: string, to: string, photos: readonly string[]): Promise<void> {
  for (const photo of photos) {
    const blob = (await waitingPhoto(from, photo)) ?? (await api.photo(from, photo));
    if (blob) await api.keepPhoto(to, photo, blob);
  }
}

/** Whether any photograph of a plan waits here. */
export const photosWait = async (plan: string): Promise<boolean> => (await waiting(plan)).length > 0;

/** Sends what waits of a plan; what the server took is let go here. @returns the first failure */
export async function sendPhotos(plan: string): Promise<Failure | undefined> {
  for (const photo of await waiting(plan)) {
    const blob = await waitingPhoto(plan, photo);
    if (!blob) continue;
    const answer = await api.keepPhoto(plan, photo, blob);
    if (!answer.ok && answer.failure.kind !== 'refused') return answer.failure;
    // one that will never be taken is told once and not sent for ever
    await del(keyOf(plan, photo), store);
    if (!answer.ok) return answer.failure;
  }
  return undefined;
}
