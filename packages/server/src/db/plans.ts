// Plans in the database: list, read, save with a revision, delete and bring back.
import { gunzipSync, gzipSync } from 'node:zlib';
import { and, desc, eq, isNotNull, isNull, lt, sql } from 'drizzle-orm';
import type { Plan } from '@vernal-slope/plan/schema';
import type { Db } from './database.ts';
import { grids, marks, plans, versions } from './schema.ts';

export interface StoredPlan {
  readonly id: string;
  readonly title: string;
  readonly revision: number;
  readonly createdAt: Date;
  readonly updatedAt: Date;
  readonly document: Plan;
}

export type PlanSummary = Omit<StoredPlan, 'document'>;

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

const stored = (row: typeof plans.$inferSelect): StoredPlan => ({
  id: row.id,
  title: row.title,
  revision: row.revision,
  createdAt: row.createdAt,
  updatedAt: row.updatedAt,
  document: JSON.parse(row.document) as Plan,
});

/** Store of plans over a database; `now` is the clock. */
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
    return this.#db
      .select({
        id: plans.id,
        title: plans.title,
        revision: plans.revision,
        createdAt: plans.createdAt,
        updatedAt: plans.updatedAt,
      })
      .from(plans)
      .where(isNull(plans.deletedAt))
      .orderBy(desc(plans.updatedAt), plans.title);
  }

  async get(id: string): Promise<StoredPlan | undefined> {
    const rows = await this.#db
      .select()
      .from(plans)
      .where(and(eq(plans.id, id), isNull(plans.deletedAt)));
    return rows[0] && stored(rows[0]);
  }

  async create(document: Plan, id = this.#newId()): Promise<StoredPlan> {
    const now = this.#now();
    const rows = await this.#db
      .insert(plans)
      .values({
        id,
        title: document.title,
        revision: 1,
        document: JSON.stringify(document),
        createdAt: now,
        updatedAt: now,
      })
      .returning();
    await this.#keep(rows[0], 'begun');
    return stored(rows[0]);
  }

  /** Saves over `revision` only: one statement, so two saves on one revision cannot both win. */
  async save(id: string, revision: number, document: Plan, summary = ''): Promise<SaveResult> {
    const rows = await this.#db
      .update(plans)
      .set({
        title: document.title,
        document: JSON.stringify(document),
        revision: sql`${plans.revision} + 1`,
        updatedAt: this.#now(),
      })
      .where(and(eq(plans.id, id), eq(plans.revision, revision), isNull(plans.deletedAt)))
      .returning();
    if (rows[0]) {
      await this.#keep(rows[0], summary);
      return { kind: 'saved', plan: stored(rows[0]) };
    }
    const current = await this.get(id);
    return current ? { kind: 'stale', current } : { kind: 'missing' };
  }

  /** Keeps a save as a version and lets the oldest unnamed ones go. */
  async #keep(row: typeof plans.$inferSelect, summary: string): Promise<void> {
    await this.#db.insert(versions).values({
      planId: row.id,
      revision: row.revision,
      title: row.title,
      summary,
      savedAt: row.updatedAt,
      document: gzipSync(row.document),
    });
    await this.#db
      .delete(versions)
      .where(
        and(
          eq(versions.planId, row.id),
          isNull(versions.name),
          lt(versions.revision, row.revision - VERSIONS_KEPT + 1),
        ),
      );
  }

  /** Saves of a plan, newest first; undefined when there is no such plan. */
  async versions(id: string): Promise<Version[] | undefined> {
    if (!(await this.get(id))) return undefined;
    return this.#db
      .select({
        revision: versions.revision,
        title: versions.title,
        summary: versions.summary,
        name: versions.name,
        savedAt: versions.savedAt,
      })
      .from(versions)
      .where(eq(versions.planId, id))
      .orderBy(desc(versions.revision));
  }

  /** The plan as it was at a revision. */
  async version(id: string, revision: number): Promise<(Version & { document: Plan }) | undefined> {
    if (!(await this.get(id))) return undefined;
    const [row] = await this.#db
      .select()
      .from(versions)
      .where(and(eq(versions.planId, id), eq(versions.revision, revision)));
    return row && { ...row, document: JSON.parse(gunzipSync(row.document).toString('utf8')) as Plan };
  }

  /** Gives a version a name, or takes it away. @returns false when there is no such version */
  async nameVersion(id: string, revision: number, name: string | null): Promise<boolean> {
    if (!(await this.get(id))) return false;
    const rows = await this.#db
      .update(versions)
      .set({ name })
      .where(and(eq(versions.planId, id), eq(versions.revision, revision)))
      .returning({ revision: versions.revision });
    return rows.length > 0;
  }

  /** The elevation grid kept with a plan, as ESRI ASCII; null where there is none, undefined without a plan. */
  async grid(id: string): Promise<string | null | undefined> {
    if (!(await this.get(id))) return undefined;
    const [row] = await this.#db.select().from(grids).where(eq(grids.planId, id));
    return row ? gunzipSync(row.ascii).toString('utf8') : null;
  }

  /** Keeps a grid with a plan in place of the one before; null drops it. @returns false when there is no such plan */
  async keepGrid(id: string, ascii: string | null): Promise<boolean> {
    if (!(await this.get(id))) return false;
    if (ascii === null) await this.#db.delete(grids).where(eq(grids.planId, id));
    else {
      const row = { savedAt: this.#now(), ascii: gzipSync(ascii) };
      await this.#db
        .insert(grids)
        .values({ planId: id, ...row })
        .onConflictDoUpdate({ target: grids.planId, set: row });
    }
    return true;
  }

  /** @returns false when there is no such plan */
  async remove(id: string): Promise<boolean> {
    const rows = await this.#db
      .update(plans)
      .set({ deletedAt: this.#now() })
      .where(and(eq(plans.id, id), isNull(plans.deletedAt)))
      .returning({ id: plans.id });
    return rows.length > 0;
  }

  /** Brings a deleted plan back. */
  async restore(id: string): Promise<StoredPlan | undefined> {
    const rows = await this.#db
      .update(plans)
      .set({ deletedAt: null })
      .where(and(eq(plans.id, id), isNotNull(plans.deletedAt)))
      .returning();
    return rows[0] && stored(rows[0]);
  }

  /** Puts plans in once for the life of the database. */
  async seedOnce(
    name: string,
    documents: readonly (readonly [id: string, document: Plan, grid?: string])[],
  ): Promise<void> {
    const seen = await this.#db.select().from(marks).where(eq(marks.name, name));
    if (seen.length > 0) return;
    for (const [id, document, grid] of documents) {
      await this.create(document, id);
      if (grid !== undefined) await this.keepGrid(id, grid);
    }
    await this.#db.insert(marks).values({ name, value: this.#now().toISOString() });
  }
}
