// Plans in the database: list, read, save with a revision, delete and bring back.
import { and, desc, eq, isNotNull, isNull, sql } from 'drizzle-orm';
import type { Plan } from '@vernal-slope/plan/schema';
import type { Db } from './database.ts';
import { marks, plans } from './schema.ts';

export interface StoredPlan {
  readonly id: string;
  readonly title: string;
  readonly revision: number;
  readonly createdAt: Date;
  readonly updatedAt: Date;
  readonly document: Plan;
}

export type PlanSummary = Omit<StoredPlan, 'document'>;

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
    return stored(rows[0]);
  }

  /** Saves over `revision` only: one statement, so two saves on one revision cannot both win. */
  async save(id: string, revision: number, document: Plan): Promise<SaveResult> {
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
    if (rows[0]) return { kind: 'saved', plan: stored(rows[0]) };
    const current = await this.get(id);
    return current ? { kind: 'stale', current } : { kind: 'missing' };
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
  async seedOnce(name: string, documents: readonly (readonly [id: string, document: Plan])[]): Promise<void> {
    const seen = await this.#db.select().from(marks).where(eq(marks.name, name));
    if (seen.length > 0) return;
    for (const [id, document] of documents) await this.create(document, id);
    await this.#db.insert(marks).values({ name, value: this.#now().toISOString() });
  }
}
