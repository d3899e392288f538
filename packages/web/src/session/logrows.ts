// The log of the open plan against the server's rows: what is to be sent, and what comes of what it says. An entry is
// its id: sent twice, or late, it is one; what one device takes out another does not bring back.
import type { Plan, ReadingEntry } from '@vernal-slope/plan/schema';

/** An entry as the server has it. */
export interface Row {
  readonly id: string;
  /** How often it was written. */
  readonly version: number;
  /** Null where it was taken out. */
  readonly entry: ReadingEntry | null;
}

/** What the server is known to have: of each id how often it was written, and its text (null: taken out). */
export type Known = Readonly<Record<string, { readonly version: number; readonly text: string | null }>>;

export interface LogChanges {
  readonly put: readonly { readonly base: number; readonly entry: ReadingEntry }[];
  readonly gone: readonly { readonly base: number; readonly id: string }[];
}

const texts = new WeakMap<ReadingEntry, string>();
/** An entry as text, whatever the order of its fields. */
export function textOf(entry: ReadingEntry): string {
  const made = texts.get(entry);
  if (made !== undefined) return made;
  const text = JSON.stringify(entry, (_, value: unknown) =>
    typeof value === 'object' && value !== null && !Array.isArray(value)
      ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
      : value,
  );
  texts.set(entry, text);
  return text;
}

export const knownOf = (rows: readonly Row[]): Known =>
  Object.fromEntries(rows.map((r) => [r.id, { version: r.version, text: r.entry === null ? null : textOf(r.entry) }]));

/** Rows of a plan as the server sends it: its log, and how often each entry was written. */
export function rowsOf(log: readonly ReadingEntry[], versions: Readonly<Record<string, number>>): Row[] {
  const here = new Set(log.map((e) => e.id));
  return [
    ...log.flatMap((entry) =>
      entry.id === undefined ? [] : [{ id: entry.id, version: versions[entry.id] ?? 1, entry }],
    ),
    ...Object.entries(versions)
      .filter(([id]) => !here.has(id))
      .map(([id, version]) => ({ id, version, entry: null })),
  ];
}

/** What of a log the server does not have yet. */
export function changesOf(known: Known, log: readonly ReadingEntry[]): LogChanges {
  const here = new Set(log.map((e) => e.id));
  return {
    put: log.flatMap((entry) => {
      if (entry.id === undefined) return [];
      const row = known[entry.id] as Known[string] | undefined;
      return row?.text === textOf(entry) ? [] : [{ base: row?.version ?? 0, entry }];
    }),
    gone: Object.entries(known).flatMap(([id, row]) =>
      row.text === null || here.has(id) ? [] : [{ id, base: row.version }],
    ),
  };
}

export const nothingIn = (changes: LogChanges): boolean => changes.put.length === 0 && changes.gone.length === 0;

/** What was sent and not answered: of each id the writing that it is based on, and the texts that went out. */
export type Asked = Readonly<Record<string, { readonly base: number; readonly texts: readonly (string | null)[] }>>;

export function askedToo(asked: Asked, changes: LogChanges): Asked {
  const next: Record<string, Asked[string]> = { ...asked };
  const add = (id: string, base: number, text: string | null): void => {
    const before = next[id] as Asked[string] | undefined;
    next[id] = { base, texts: before?.base === base ? [...before.texts, text] : [text] };
  };
  for (const { base, entry } of changes.put) add(entry.id ?? '', base, textOf(entry));
  for (const { base, id } of changes.gone) add(id, base, null);
  return next;
}

/**
 * The log after the server told its rows: what was entered or taken out here and is not there yet stays so, what others
 * wrote there since stands. @returns the same array where nothing changes
 */
export function merged(
  log: readonly ReadingEntry[],
  known: Known,
  rows: readonly Row[],
  asked: Asked = {},
): readonly ReadingEntry[] {
  const mine = new Map(log.map((e) => [e.id, e]));
  const there = new Set(rows.map((r) => r.id));
  const next: ReadingEntry[] = [];
  for (const { id, version, entry } of rows) {
    const own = mine.get(id);
    const text = entry === null ? null : textOf(entry);
    const sent = asked[id] as Asked[string] | undefined;
    const ours = sent?.base === version - 1 && sent.texts.includes(text);
    const before = ours ? { version, text } : (known[id] as Known[string] | undefined);
    const changedHere = (own ? textOf(own) : null) !== (before?.text ?? null);
    const stands = changedHere && before?.version === version ? own : (entry ?? undefined);
    // the entry at hand is kept where it says the same: nothing else has to be worked out anew
    if (stands) next.push(own && textOf(own) === textOf(stands) ? own : stands);
  }
  for (const entry of log) if (entry.id === undefined || !there.has(entry.id)) next.push(entry);
  return next.length === log.length && next.every((e, k) => e === log[k]) ? log : next;
}

/** A plan with a log; without one where there is nothing in it. */
export function withLog(plan: Plan, log: readonly ReadingEntry[]): Plan {
  if (plan.log === log || (log.length === 0 && plan.log === undefined)) return plan;
  if (log.length > 0) return { ...plan, log: [...log] };
  const { log: before, ...rest } = plan;
  return before ? rest : plan;
}

/** A plan as it is saved: its log is rows. */
export const withoutLog = (plan: Plan): Plan => withLog(plan, []);

/** Whether two plans differ in more than their logs. Edits leave what they do not touch as it was. */
export function differ(a: Plan, b: Plan): boolean {
  if (a === b) return false;
  const keys = new Set([...Object.keys(a), ...Object.keys(b)]);
  keys.delete('log');
  return [...keys].some((key) => a[key] !== b[key]);
}

/** Entries without an id get that of a row that says the same, else one of their own. */
export function named(
  log: readonly ReadingEntry[],
  rows: readonly Row[],
  newId: () => string,
): readonly ReadingEntry[] {
  if (log.every((e) => e.id !== undefined)) return log;
  const free = rows.flatMap(({ id, entry }) => (entry ? [{ id, text: textOf({ ...entry, id: undefined }) }] : []));
  return log.map((entry) => {
    if (entry.id !== undefined) return entry;
    const k = free.findIndex((row) => row.text === textOf(entry));
    return { ...entry, id: k < 0 ? newId() : free.splice(k, 1)[0].id };
  });
}

/** Entries that came from elsewhere get ids of their own. */
export function withIds(plan: Plan, newId: () => string): Plan {
  if (!plan.log?.some((e) => e.id === undefined)) return plan;
  return { ...plan, log: plan.log.map((e) => (e.id === undefined ? { ...e, id: newId() } : e)) };
}
