// The thread that copies and restores: each may take as long as the disk does.
import { join } from 'node:path';
import { CopyFailed, makeCopy } from './copies.ts';
import { restore, RestoreFailed } from './restore.ts';
import type { Copy, Why } from './names.ts';
import type { Restored } from './restore.ts';
import type { Place } from './place.ts';

/** An answer that crosses from thread to thread: errors lose what they are on the way. */
export type Told<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly why: string };

export async function copyTask({ place, why }: { readonly place: Place; readonly why: Why }): Promise<Told<Copy>> {
  try {
    return { ok: true, value: await makeCopy(place, why) };
  } catch (error) {
    if (error instanceof CopyFailed) return { ok: false, why: error.message };
    throw error;
  }
}

export async function restoreTask({
  place,
  name,
}: {
  readonly place: Place;
  readonly name: string;
}): Promise<Told<Restored>> {
  try {
    return { ok: true, value: await restore(place, join(place.copies, name), { inUse: true }) };
  } catch (error) {
    if (error instanceof RestoreFailed || error instanceof CopyFailed) return { ok: false, why: error.message };
    throw error;
  }
}
