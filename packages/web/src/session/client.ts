// The server's API as seen from the browser: answers pass a schema, failures are values.
import { z } from 'zod';
import { checkPlan, faultLine, type Fault } from '@vernal-slope/plan/document';
import { readingSchema, type Plan, type ReadingEntry } from '@vernal-slope/plan/schema';
import { tellAccess, tellSignedOut } from './access.ts';
import { withoutLog, type LogChanges } from './logrows.ts';

const summarySchema = z.object({
  id: z.string(),
  title: z.string(),
  revision: z.number(),
  createdAt: z.string(),
  updatedAt: z.string(),
});
/** A plan of the server is looked at like any other: an older one is brought up, one that is none is never shown. */
const documentSchema = z.unknown().transform((value, context): Plan => {
  const checked = checkPlan(value);
  if (checked.ok) return checked.plan;
  context.addIssue({ code: 'custom', message: checked.faults.slice(0, 3).map(faultLine).join(' ') });
  return z.NEVER;
});
const planSchema = summarySchema.extend({
  document: documentSchema,
  /** How often each entry of the log was written, those taken out too. */
  readings: z.record(z.string(), z.number().int()).default({}),
  /** Changes of the log so far. */
  logRevision: z.number().int().default(0),
});
const logSchema = z.object({
  logRevision: z.number().int(),
  readings: z.array(
    z.object({
      id: z.string(),
      version: z.number().int(),
      entry: z.unknown().transform((entry, context): ReadingEntry | null => {
        if (entry === null) return null;
        const read = readingSchema.safeParse(entry);
        if (read.success) return read.data;
        context.addIssue({ code: 'custom', message: 'is no entry of a log' });
        return z.NEVER;
      }),
    }),
  ),
});
const versionSchema = z.object({
  revision: z.number(),
  title: z.string(),
  summary: z.string(),
  name: z.string().nullable(),
  savedAt: z.string(),
});
const versionPlanSchema = versionSchema.extend({ document: documentSchema });
const faultSchema = z.object({ path: z.string(), message: z.string(), advice: z.string() });
const errorSchema = z.object({
  error: z.object({ code: z.string(), message: z.string(), faults: z.array(faultSchema).optional() }),
});
const roleSchema = z.enum(['writes', 'reads']);
const meSchema = z.object({ asks: z.boolean(), role: roleSchema.nullable() });
const copySchema = z.object({
  name: z.string(),
  why: z.enum(['daily', 'asked', 'before-restore']),
  madeAt: z.string(),
  bytes: z.number(),
});
const copiesSchema = z.object({
  folder: z.string(),
  possible: z.boolean(),
  failed: z.string().nullable(),
  copies: z.array(copySchema),
});
const staleSchema = z.object({ current: planSchema });

export type PlanSummary = z.infer<typeof summarySchema>;
export type Version = z.infer<typeof versionSchema>;
export type VersionPlan = z.infer<typeof versionPlanSchema>;
export type StoredPlan = z.infer<typeof planSchema>;
export type LogAnswer = z.infer<typeof logSchema>;

/** A copy of the whole database, in the server's own folder. */
export type DataCopy = z.infer<typeof copySchema>;
export type DataCopies = z.infer<typeof copiesSchema>;

export type Failure =
  | { readonly kind: 'unreachable' }
  | { readonly kind: 'stale'; readonly current: StoredPlan }
  | { readonly kind: 'missing' }
  | { readonly kind: 'refused'; readonly message: string; readonly faults: readonly Fault[] };

export type Answer<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly failure: Failure };

const PATIENCE_MS = 15_000;
/** A copy of everything takes as long as a disk does. */
const COPY_PATIENCE_MS = 300_000;

/** A server that is not there, is going down, is asked too much, or wants to know first who asks: later it may be. */
function isLater(status: number): boolean {
  if (status === 401) tellSignedOut();
  return status === 401 || status === 429 || (status >= 502 && status !== 507);
}

async function ask<T>(
  method: string,
  path: string,
  schema: z.ZodType<T>,
  body?: unknown,
  /** Of a request that may be sent twice and counts once. */
  key?: string,
  patience = PATIENCE_MS,
): Promise<Answer<T>> {
  let response: Response;
  let data: unknown;
  try {
    response = await fetch(`/api${path}`, {
      method,
      headers: {
        ...(body === undefined ? {} : { 'Content-Type': 'application/json' }),
        ...(key === undefined ? {} : { 'Idempotency-Key': key }),
      },
      body: body === undefined ? undefined : JSON.stringify(body),
      signal: AbortSignal.timeout(patience),
    });
    data = response.status === 204 ? null : await response.json();
  } catch {
    return { ok: false, failure: { kind: 'unreachable' } };
  }
  if (response.ok) {
    const parsed = schema.safeParse(data);
    if (parsed.success) return { ok: true, value: parsed.data };
    const why = parsed.error.issues.find((issue) => issue.path[0] === 'document')?.message;
    return {
      ok: false,
      failure: {
        kind: 'refused',
        message: why ? `The plan cannot be read here. ${why}` : 'The server answered something unexpected.',
        faults: [],
      },
    };
  }
  if (response.status === 409) {
    const stale = staleSchema.safeParse(data);
    if (stale.success) return { ok: false, failure: { kind: 'stale', current: stale.data.current } };
  }
  if (response.status === 404) return { ok: false, failure: { kind: 'missing' } };
  if (isLater(response.status)) return { ok: false, failure: { kind: 'unreachable' } };
  const error = errorSchema.safeParse(data);
  return {
    ok: false,
    failure: {
      kind: 'refused',
      message: error.data?.error.message ?? 'The server refused.',
      faults: error.data?.error.faults ?? [],
    },
  };
}

/** A text of the server, or a text or a file sent to it; null where there is none. */
async function askText(method: string, path: string, body?: string | Blob): Promise<Answer<string | null>> {
  try {
    const response = await fetch(`/api${path}`, {
      method,
      headers: body === undefined ? {} : { 'Content-Type': typeof body === 'string' ? 'text/plain' : body.type },
      body,
      signal: AbortSignal.timeout(PATIENCE_MS * 4),
    });
    if (response.ok) return { ok: true, value: response.status === 204 ? null : await response.text() };
    if (response.status === 404)
      return method === 'GET' ? { ok: true, value: null } : { ok: false, failure: { kind: 'missing' } };
    if (isLater(response.status)) return { ok: false, failure: { kind: 'unreachable' } };
    const error = errorSchema.safeParse(await response.json());
    const message = error.data?.error.message ?? 'The server refused.';
    return { ok: false, failure: { kind: 'refused', message, faults: [] } };
  } catch {
    return { ok: false, failure: { kind: 'unreachable' } };
  }
}

/**
 * Key of a request that may be sent twice, and name of what is entered. A phone that opened the plan by a bare address of
 * the local network has no `randomUUID`.
 */
export const newKey = (): string =>
  [...crypto.getRandomValues(new Uint8Array(16))].map((b) => b.toString(16).padStart(2, '0')).join('');

const at = (id: string): string => `/plans/${encodeURIComponent(id)}`;

export const api = {
  list: (): Promise<Answer<PlanSummary[]>> =>
    ask(
      'GET',
      '/plans',
      z.object({ plans: z.array(summarySchema) }).transform((v) => v.plans),
    ),
  get: (id: string): Promise<Answer<StoredPlan>> => ask('GET', at(id), planSchema),
  create: (document: Plan, key = newKey()): Promise<Answer<PlanSummary>> =>
    ask('POST', '/plans', summarySchema, { document }, key),
  save: (id: string, revision: number, document: Plan, summary: string, key: string): Promise<Answer<PlanSummary>> =>
    // the log is rows of its own: what a save is based on says nothing of them
    ask('PUT', at(id), summarySchema, { revision, document: withoutLog(document), summary }, key),
  remove: (id: string): Promise<Answer<null>> => ask('DELETE', at(id), z.null()),
  versions: (id: string): Promise<Answer<Version[]>> =>
    ask(
      'GET',
      `${at(id)}/versions`,
      z.object({ versions: z.array(versionSchema) }).transform((v) => v.versions),
    ),
  version: (id: string, revision: number): Promise<Answer<VersionPlan>> =>
    ask('GET', `${at(id)}/versions/${revision}`, versionPlanSchema),
  nameVersion: (id: string, revision: number, name: string | null): Promise<Answer<null>> =>
    ask('PUT', `${at(id)}/versions/${revision}`, z.null(), { name }),
  /** Changes of the log; each counts once however often it is sent. */
  changeLog: (id: string, changes: LogChanges): Promise<Answer<LogAnswer>> =>
    ask('POST', `${at(id)}/log`, logSchema, changes),
  keepPhoto: (id: string, photo: string, blob: Blob): Promise<Answer<string | null>> =>
    askText('PUT', `${at(id)}/photos/${encodeURIComponent(photo)}`, blob),
  /** A photograph that the server has; undefined where it cannot be had. */
  photo: async (id: string, photo: string): Promise<Blob | undefined> => {
    try {
      const response = await fetch(api.photoAddress(id, photo), { signal: AbortSignal.timeout(PATIENCE_MS) });
      return response.ok ? await response.blob() : undefined;
    } catch {
      return undefined;
    }
  },
  /** Address of a photograph that the server has. */
  photoAddress: (id: string, photo: string): string => `/api${at(id)}/photos/${encodeURIComponent(photo)}`,
  /** The elevation grid kept with a plan, as ESRI ASCII; null where there is none. */
  grid: (id: string): Promise<Answer<string | null>> => askText('GET', `${at(id)}/grid`),
  keepGrid: (id: string, ascii: string): Promise<Answer<string | null>> => askText('PUT', `${at(id)}/grid`, ascii),
  dropGrid: (id: string): Promise<Answer<string | null>> => askText('DELETE', `${at(id)}/grid`),
  restore: (id: string): Promise<Answer<StoredPlan>> => ask('POST', `${at(id)}/restore`, planSchema),
  /** Who is signed in, if anybody has to be; takes it in. */
  me: async (): Promise<void> => {
    const answer = await ask('GET', '/me', meSchema);
    if (answer.ok) tellAccess(answer.value);
  },
  /** @returns why not, in a sentence; undefined when signed in */
  signIn: async (passphrase: string): Promise<string | undefined> => {
    try {
      const response = await fetch('/api/sign-in', {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ passphrase }),
        signal: AbortSignal.timeout(PATIENCE_MS),
      });
      const data: unknown = await response.json();
      const signed = z.object({ role: roleSchema }).safeParse(data);
      if (response.ok && signed.success) {
        tellAccess({ asks: true, role: signed.data.role });
        return undefined;
      }
      return errorSchema.safeParse(data).data?.error.message ?? 'The server refused.';
    } catch {
      return 'The server cannot be reached. Try again in a moment.';
    }
  },
  signOut: async (everywhere: boolean): Promise<boolean> => {
    const answer = await ask('POST', '/sign-out', z.null(), { everywhere });
    if (answer.ok) tellSignedOut();
    return answer.ok;
  },
  /** Copies of everything, newest first. */
  copies: (): Promise<Answer<DataCopies>> => ask('GET', '/copies', copiesSchema),
  makeCopy: (): Promise<Answer<DataCopy>> => ask('POST', '/copies', copySchema, {}, undefined, COPY_PATIENCE_MS),
  /** Brings a copy back in place of everything. @returns the copy of what was there */
  restoreCopy: (name: string): Promise<Answer<{ before: DataCopy | null; plans: number }>> =>
    ask(
      'POST',
      `/copies/${encodeURIComponent(name)}/restore`,
      z.object({ before: copySchema.nullable(), plans: z.number() }),
      {},
      undefined,
      COPY_PATIENCE_MS,
    ),
  copyAddress: (name: string): string => `/api/copies/${encodeURIComponent(name)}`,
};
