// Plans in the database: list, read, save with a revision, delete and bring back.
import { promisify } from 'node:util';
import { gunzip } from 'node:zlib';
import { and, desc, eq, isNotNull, isNull, lt, sql, type SQL } from 'drizzle-orm';
import type { Prepared } from '../documents/prepare.ts';
import type { Db } from './database.ts';
import {
  changeLog,
  keepPhoto,
  logOf,
  logRevisionOf,
  photoOf,
  putIn,
  withLog,
  withoutLog,
  type LogChange,
  type LogResult,
  type LogRow,
  type Photo,
} from './log.ts';
import { grids, marks, plans, versions } from './schema.ts';
import { textOf, textOrNull } from './text.ts';

const unpack = promisify(gunzip);

export interface StoredPlan {
  readonly id: string;
  readonly title: string;
  readonly revision: number;
  readonly createdAt: Date;
  readonly updatedAt: Date;
  /** JSON, its log put back into it. */ readonly document: string;
  /** How often each entry of the log was written, those taken out too. */
  readonly readings: Readonly<Record<string, number>>;
  /** Changes of the log so far. */ readonly logRevision: number;
}

export type PlanSummary = Omit<StoredPlan, 'document' | 'readings' | 'logRevision'>;

/** One save of a plan. */
export interface Version {
  readonly revision: number;
  readonly title: string;
  readonly summary: string;
  readonly name: string | null;
  readonly savedAt: Date;
}

/** How many unnamed saves of a plan are kept. */
export const VERSIONS_KEPT = 400;

export type SaveResult =
  | { readonly kind: 'saved'; readonly plan: StoredPlan }
  | { readonly kind: 'stale'; readonly current: StoredPlan }
  | { readonly kind: 'missing' };

/** What a save reads back; the document is in hand already, and megabytes are not fetched to be the same. */
const KEPT = {
  id: textOf(plans.id),
  title: textOf(plans.title),
  revision: plans.revision,
  createdAt: plans.createdAt,
  updatedAt: plans.updatedAt,
} as const;
const WHOLE = { ...KEPT, document: textOf(plans.document) } as const;
/** What the history says of a save. */
const OF_VERSION = {
  revision: versions.revision,
  title: textOf(versions.title),
  summary: textOf(versions.summary),
  name: textOrNull(versions.name),
  savedAt: versions.savedAt,
} as const;

/** What a plan is with the rows of its log. `text` is the document without its log. */
const stored = (row: PlanSummary, text: string, log: readonly LogRow[]): StoredPlan => ({
  id: row.id,
  title: row.title,
  revision: row.revision,
  createdAt: row.createdAt,
  updatedAt: row.updatedAt,
  document: withLog(text, log),
  readings: Object.fromEntries(log.map((r) => [r.id, r.version])),
  logRevision: logRevisionOf(log),
});

/** Plans put into a new database: id, document, and the grid of its valley, gzipped. */
export type Seed = readonly [id: string, document: Prepared, grid?: Uint8Array];

/** Store of plans over a database; `now` is the clock. What belongs together is one transaction. */
export class PlanStore {
  readonly #db: Db;
  readonly #now: () => Date;
  readonly #newId: () => string;

  constructor(db: Db, newId: () => string, now: () => Date = () => new Date()) {
    this.#db = db;
    this.#newId = newId;
    this.#now = now;
  }

  async list(): Promise<PlanSummary[]> {
    return this.#db.select(KEPT).from(plans).where(isNull(plans.deletedAt)).orderBy(desc(plans.updatedAt), plans.title);
  }

  async get(id: string): Promise<StoredPlan | undefined> {
    const [rows, log] = await this.#db.batch([
      this.#db
        .select(WHOLE)
        .from(plans)
        .where(and(eq(plans.id, id), isNull(plans.deletedAt))),
      logOf(this.#db, id),
    ]);
    return rows[0] && stored(rows[0], rows[0].document, log);
  }

  async has(id: string): Promise<boolean> {
    const rows = await this.#db
      .select({ there: sql`1` })
      .from(plans)
      .where(and(eq(plans.id, id), isNull(plans.deletedAt)));
    return rows.length > 0;
  }

  /** Rows of a new plan, to be put in together; nothing happens where the id is taken. */
  #begin(id: string, document: Prepared, now: Date) {
    return [
      this.#db
        .insert(plans)
        .values({ id, title: document.title, revision: 1, document: document.text, createdAt: now, updatedAt: now })
        .onConflictDoNothing()
        .returning(KEPT),
      this.#db
        .insert(versions)
        .values({
          planId: id,
          revision: 1,
          title: document.title,
          summary: 'begun',
          savedAt: now,
          document: Buffer.from(document.packed),
        })
        .onConflictDoNothing(),
      ...putIn(this.#db, id, document.log, now),
    ] as const;
  }

  /** Keeps a new plan. An id that is there already is a request sent twice: it is answered as the first was. */
  async create(document: Prepared, id = this.#newId()): Promise<StoredPlan> {
    const [made] = await this.#db.batch(this.#begin(id, document, this.#now()));
    if (made[0]) return stored(made[0], document.text, await logOf(this.#db, id));
    const first = await this.#version(id, eq(versions.revision, 1));
    if (!first) throw new Error(`the plan ${id} is there without its first version`);
    return first;
  }

  /**
   * Saves over `revision` only, with its version, in one transaction: two saves on one revision cannot both win, and
   * what is stored is in the history. Entries of its log that are not known come in; none is changed or taken out by
   * it. A `key` that was seen before is a request sent twice: answered as the first was.
   */
  async save(id: string, revision: number, document: Prepared, summary = '', key?: string): Promise<SaveResult> {
    const now = this.#now();
    const based = and(eq(plans.id, id), eq(plans.revision, revision), isNull(plans.deletedAt));
    const answers = await this.#db.batch([
      this.#db.insert(versions).select(
        this.#db
          .select({
            planId: plans.id,
            revision: sql<number>`${plans.revision} + 1`.as('revision'),
            title: sql<string>`${document.title}`.as('title'),
            summary: sql<string>`${summary}`.as('summary'),
            name: sql<null>`null`.as('name'),
            savedAt: sql<number>`${now.getTime()}`.as('saved_at'),
            document: sql<Buffer>`${Buffer.from(document.packed)}`.as('document'),
            saveKey: sql<string | null>`${key ?? null}`.as('save_key'),
          })
          .from(plans)
          .where(
            and(
              based,
              // the same request again adds nothing
              key === undefined
                ? undefined
                : sql`not exists (select 1 from ${versions} where ${versions.planId} = ${id} and ${versions.saveKey} = ${key})`,
            ),
          ),
      ),
      this.#db
        .update(plans)
        .set({
          title: document.title,
          document: document.text,
          revision: sql`${plans.revision} + 1`,
          updatedAt: now,
        })
        .where(
          and(
            based,
            sql`exists (select 1 from ${versions} where ${versions.planId} = ${id} and ${versions.revision} = ${revision + 1})`,
          ),
        )
        .returning(KEPT),
      // the first saves have none behind them that is too many
      ...(revision < VERSIONS_KEPT ? [] : [this.#forgetOld(id, revision + 2 - VERSIONS_KEPT)]),
      // readings are facts, whatever comes of the document: a save over another's loses none
      ...putIn(this.#db, id, document.log, now),
      logOf(this.#db, id),
    ]);
    const row = (answers[1] as PlanSummary[])[0];
    if (row) return { kind: 'saved', plan: stored(row, document.text, answers.at(-1) as LogRow[]) };
    const current = await this.get(id);
    if (!current) return { kind: 'missing' };
    const first = key === undefined ? undefined : await this.#version(id, eq(versions.saveKey, key));
    return first ? { kind: 'saved', plan: first } : { kind: 'stale', current };
  }

  /** Lets go of unnamed saves before `revision` that are older than the newest ones that are kept. */
  #forgetOld(id: string, revision: number) {
    return this.#db.delete(versions).where(
      and(
        eq(versions.planId, id),
        isNull(versions.name),
        lt(versions.revision, revision),
        // numbers may leap where a copy was brought back: it is saves that are counted
        sql`${versions.revision} < (select v.revision from ${versions} v where v.plan_id = ${id} and v.name is null
          order by v.revision desc limit 1 offset ${VERSIONS_KEPT - 1})`,
      ),
    );
  }

  /** The plan as a version of it has it. */
  async #version(id: string, which: SQL): Promise<StoredPlan | undefined> {
    const [row] = await this.#db
      .select({ ...OF_VERSION, document: versions.document, createdAt: plans.createdAt })
      .from(versions)
      .innerJoin(plans, eq(plans.id, versions.planId))
      .where(and(eq(versions.planId, id), which, isNull(plans.deletedAt)));
    if (!row) return undefined;
    const { title, revision, savedAt, document } = row;
    const text = withoutLog((await unpack(document)).toString('utf8'));
    return stored(
      { id, title, revision, createdAt: row.createdAt, updatedAt: savedAt },
      text,
      await logOf(this.#db, id),
    );
  }

  /** Saves of a plan, newest first; undefined when there is no such plan. */
  async versions(id: string): Promise<Version[] | undefined> {
    if (!(await this.has(id))) return undefined;
    return this.#db.select(OF_VERSION).from(versions).where(eq(versions.planId, id)).orderBy(desc(versions.revision));
  }

  /** The plan as it was at a revision, with the log of today: what was read stays read. */
  async version(id: string, revision: number): Promise<(Version & { document: string }) | undefined> {
    if (!(await this.has(id))) return undefined;
    const [row] = await this.#db
      .select({ ...OF_VERSION, document: versions.document })
      .from(versions)
      .where(and(eq(versions.planId, id), eq(versions.revision, revision)));
    if (!row) return undefined;
    const text = withoutLog((await unpack(row.document)).toString('utf8'));
    return { ...row, document: withLog(text, await logOf(this.#db, id)) };
  }

  /** Gives a version a name, or takes it away. @returns false when there is no such version */
  async nameVersion(id: string, revision: number, name: string | null): Promise<boolean> {
    if (!(await this.has(id))) return false;
    const rows = await this.#db
      .update(versions)
      .set({ name })
      .where(and(eq(versions.planId, id), eq(versions.revision, revision)))
      .returning({ revision: versions.revision });
    return rows.length > 0;
  }

  /** The elevation grid kept with a plan, as ESRI ASCII; null where there is none, undefined without a plan. */
  async grid(id: string): Promise<string | null | undefined> {
    if (!(await this.has(id))) return undefined;
    const [row] = await this.#db.select({ ascii: grids.ascii }).from(grids).where(eq(grids.planId, id));
    return row ? (await unpack(row.ascii)).toString('utf8') : null;
  }

  /** Keeps a grid (gzipped ESRI ASCII) with a plan in place of the one before; null drops it. @returns false when there is no such plan */
  async keepGrid(id: string, packed: Uint8Array | null): Promise<boolean> {
    if (!(await this.has(id))) return false;
    if (packed === null) await this.#db.delete(grids).where(eq(grids.planId, id));
    else {
      const row = { savedAt: this.#now(), ascii: Buffer.from(packed) };
      await this.#db
        .insert(grids)
        .values({ planId: id, ...row })
        .onConflictDoUpdate({ target: grids.planId, set: row });
    }
    return true;
  }

  /** The log of a plan, a row an entry; undefined when there is no such plan. */
  async log(id: string): Promise<readonly LogRow[] | undefined> {
    return (await this.has(id)) ? logOf(this.#db, id) : undefined;
  }

  /** Makes changes of a log; each only over the writing that it is based on. */
  async changeLog(id: string, changes: readonly LogChange[]): Promise<LogResult> {
    return changeLog(this.#db, id, changes, this.#now());
  }

  async keepPhoto(id: string, photo: string, kept: Photo): Promise<'kept' | 'missing' | 'full'> {
    return keepPhoto(this.#db, id, photo, kept, this.#now());
  }

  async photo(id: string, photo: string): Promise<Photo | undefined> {
    return photoOf(this.#db, id, photo);
  }

  /** @returns false when there is no such plan */
  async remove(id: string): Promise<boolean> {
    const rows = await this.#db
      .update(plans)
      .set({ deletedAt: this.#now() })
      .where(and(eq(plans.id, id), isNull(plans.deletedAt)))
      .returning({ revision: plans.revision });
    return rows.length > 0;
  }

  /** Brings a deleted plan back. */
  async restore(id: string): Promise<StoredPlan | undefined> {
    const rows = await this.#db
      .update(plans)
      .set({ deletedAt: null })
      .where(and(eq(plans.id, id), isNotNull(plans.deletedAt)))
      .returning(WHOLE);
    return rows[0] && stored(rows[0], rows[0].document, await logOf(this.#db, id));
  }

  /**
   * Puts plans in once for the life of the database: all of them with the mark that they were, or none. Two servers on
   * one new database put them in once. They are only read where they are wanted.
   */
  async seedOnce(name: string, seeds: () => readonly Seed[]): Promise<void> {
    const seen = await this.#db
      .select({ there: sql`1` })
      .from(marks)
      .where(eq(marks.name, name));
    if (seen.length > 0) return;
    const now = this.#now();
    await this.#db.batch([
      this.#db.insert(marks).values({ name, value: now.toISOString() }).onConflictDoNothing(),
      ...seeds().flatMap(([id, document, grid]) => [
        ...this.#begin(id, document, now),
        ...(grid
          ? [
              this.#db
                .insert(grids)
                .values({ planId: id, savedAt: now, ascii: Buffer.from(grid) })
                .onConflictDoNothing(),
            ]
          : []),
      ]),
    ]);
  }
}
