// A whole plan with its readings and photographs as one file, and back.
import { packArchive, unpackArchive, type Photo } from '@vernal-slope/book/archive';
import { loadPlan, savePlan, type Fault } from '@vernal-slope/plan/document';
import type { Plan } from '@vernal-slope/plan/schema';
import { api, type Answer, type PlanSummary } from './client.ts';
import { waitingPhoto } from './photos.ts';

/** Ids of the photographs of a plan's log, each once. */
const photosOf = (plan: Plan): string[] => [
  ...new Set((plan.log ?? []).flatMap((e) => (e.photo === undefined ? [] : [e.photo]))),
];

const TYPES = ['image/jpeg', 'image/png', 'image/webp'] as const;

/** Packs a plan; photographs that cannot be had are named, for nothing is left out unseen. */
export async function archiveOf(id: string, plan: Plan): Promise<{ bytes: Uint8Array; missing: string[] }> {
  const photos: Photo[] = [];
  const missing: string[] = [];
  for (const photo of photosOf(plan)) {
    const blob = (await waitingPhoto(id, photo)) ?? (await api.photo(id, photo));
    const type = TYPES.find((t) => t === blob?.type);
    if (blob && type) photos.push({ id: photo, type, bytes: new Uint8Array(await blob.arrayBuffer()) });
    else missing.push(photo);
  }
  return { bytes: packArchive({ document: savePlan(plan), photos }), missing };
}

export type BroughtIn =
  | { readonly ok: true; readonly stored: PlanSummary; readonly lost: number }
  | { readonly ok: false; readonly message: string; readonly faults: readonly Fault[] };

/** Brings an archive in as a new plan with its photographs. */
export async function bringArchive(
  bytes: Uint8Array,
  create: (plan: Plan) => Promise<Answer<PlanSummary>>,
): Promise<BroughtIn> {
  const read = unpackArchive(bytes);
  if (!read.ok) return { ok: false, message: read.message, faults: [] };
  const loaded = loadPlan(read.archive.document);
  if (!loaded.ok) return { ok: false, message: '', faults: loaded.faults };
  const made = await create(loaded.plan);
  if (!made.ok)
    return {
      ok: false,
      message:
        made.failure.kind === 'refused'
          ? made.failure.message
          : 'The plan could not be saved: the server cannot be reached. Nothing was changed.',
      faults: made.failure.kind === 'refused' ? made.failure.faults : [],
    };
  let lost = 0;
  for (const photo of read.archive.photos) {
    const kept = await api.keepPhoto(made.value.id, photo.id, new Blob([photo.bytes.slice()], { type: photo.type }));
    if (!kept.ok) lost++;
  }
  return { ok: true, stored: made.value, lost };
}
