// What a request about a plan says, read and checked, and the document made ready to be stored: for a worker thread,
// since ten megabytes take seconds.
import { createHash } from 'node:crypto';
import { gzipSync } from 'node:zlib';
import { checkPlan, MAX_DEPTH, nestingDepth, type Fault } from '@vernal-slope/plan/document';
import { words } from '@vernal-slope/plan/fields';
import type { Plan, ReadingEntry } from '@vernal-slope/plan/schema';
import { z } from 'zod';

/** An entry of a log as it is stored: JSON, without its id. */
export interface PreparedEntry {
  readonly id: string;
  readonly entry: string;
}

/** A sound document as it is stored: its log is rows of their own. */
export interface Prepared {
  readonly title: string;
  /** JSON, without the log. */
  readonly text: string;
  readonly log: readonly PreparedEntry[];
  /** The same, gzipped, for the history. */
  readonly packed: Uint8Array;
}

/** Why a request is refused, as it is answered. */
export interface Refused {
  readonly ok: false;
  readonly status: number;
  readonly code: string;
  readonly message: string;
  readonly faults?: readonly Fault[];
}

export type PreparedCreate = { readonly ok: true; readonly document: Prepared } | Refused;
export type PreparedSave =
  { readonly ok: true; readonly revision: number; readonly summary: string; readonly document: Prepared } | Refused;
export type PreparedGrid = { readonly ok: true; readonly packed: Uint8Array } | Refused;

const createSchema = z.strictObject({ document: z.unknown() });
const saveSchema = z.strictObject({
  revision: z.number().int().min(1),
  document: z.unknown(),
  summary: words(200).optional(),
});

const refused = (status: number, code: string, message: string, faults?: readonly Fault[]): Refused => ({
  ok: false,
  status,
  code,
  message,
  // a file and the API read metres: the parts of a message stay here
  ...(faults ? { faults: faults.map(({ path, message, advice }) => ({ path, message, advice })) } : {}),
});
const NOT_JSON = refused(400, 'not-json', 'The request is not JSON.');

/** Documents nest one deeper in a request than in a file. */
function bodyOf(bytes: Uint8Array): { readonly value: unknown } | Refused {
  let text: string;
  try {
    text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return NOT_JSON;
  }
  if (nestingDepth(text, MAX_DEPTH + 1) > MAX_DEPTH + 1)
    return refused(422, 'not-a-plan', 'The plan has faults. Nothing was saved.', [
      {
        path: '$',
        message: `is nested deeper than ${MAX_DEPTH} levels`,
        advice: `a plan nests at most ${MAX_DEPTH} deep`,
      },
    ]);
  try {
    return { value: text.trim() === '' ? {} : (JSON.parse(text) as unknown) };
  } catch {
    return NOT_JSON;
  }
}

/** Entries as rows. One without an id gets it from what it says, so that the same document sent twice adds nothing. */
function entriesOf(log: readonly ReadingEntry[]): PreparedEntry[] {
  const seen = new Map<string, number>();
  return log.map(({ id, ...rest }) => {
    const entry = JSON.stringify(rest);
    const nth = seen.get(entry) ?? 0;
    seen.set(entry, nth + 1);
    return { id: id ?? createHash('sha256').update(`${nth} ${entry}`).digest('base64url').slice(0, 16), entry };
  });
}

/** A plan as it is stored. */
export function pack(plan: Plan): Prepared {
  const { log, ...rest } = plan;
  const text = JSON.stringify(rest);
  return { title: plan.title, text, packed: gzipSync(text), log: entriesOf(log ?? []) };
}

function soundDocument(document: unknown): { readonly ok: true; readonly document: Prepared } | Refused {
  const checked = checkPlan(document);
  return checked.ok
    ? { ok: true, document: pack(checked.plan) }
    : refused(422, 'not-a-plan', 'The plan has faults. Nothing was saved.', checked.faults);
}

/** A request to keep a new plan. */
export function prepareCreate(bytes: Uint8Array): PreparedCreate {
  const body = bodyOf(bytes);
  if ('ok' in body) return body;
  const parsed = createSchema.safeParse(body.value);
  if (!parsed.success || parsed.data.document === undefined)
    return refused(400, 'bad-body', 'Send { "document": plan }.');
  return soundDocument(parsed.data.document);
}

/** A request to save a plan over a revision. */
export function prepareSave(bytes: Uint8Array): PreparedSave {
  const body = bodyOf(bytes);
  if ('ok' in body) return body;
  const parsed = saveSchema.safeParse(body.value);
  if (!parsed.success || parsed.data.document === undefined)
    return refused(400, 'bad-body', 'Send { "revision": number, "document": plan }.');
  const sound = soundDocument(parsed.data.document);
  return sound.ok
    ? { ok: true, revision: parsed.data.revision, summary: parsed.data.summary ?? '', document: sound.document }
    : sound;
}

/** An elevation grid to be kept with a plan. */
export async function prepareGrid(bytes: Uint8Array): Promise<PreparedGrid> {
  // readers of files are many: a start does not wait for them
  const { readAsciiGrid } = await import('@vernal-slope/plan/formats');
  const text = new TextDecoder().decode(bytes);
  const read = readAsciiGrid(text);
  return read.ok
    ? { ok: true, packed: gzipSync(text) }
    : refused(422, 'not-a-grid', `This is no ESRI ASCII grid: ${read.fault}.`);
}
