// What comes before what: an order that holds, or the circle that lets none be.

/** Another task that must be over, and how long it must stand then. */
export interface Hold {
  readonly of: string;
  /** s */ readonly wait: number;
}

export interface Task {
  readonly id: string;
  /** Work in it, s, 0 or more. */
  readonly time: number;
  readonly holds: readonly Hold[];
  /** Of what could be done next the least is. */
  readonly rank: number;
}

/** Tasks in an order in which each comes after all it waits for, or ids that wait for one another in a ring. */
export type Order<T extends Task> =
  { readonly ok: true; readonly tasks: readonly T[] } | { readonly ok: false; readonly circle: readonly string[] };

/**
 * An order that holds: of what may be done the one with the least rank, then the first in the list. What a task waits for
 * and is no task of the list holds nothing up.
 * @source A. B. Kahn, Topological sorting of large networks, 1962
 */
export function orderOf<T extends Task>(tasks: readonly T[]): Order<T> {
  const place = new Map(tasks.map((t, k) => [t.id, k]));
  const open = tasks.map((t) => new Set(t.holds.map((h) => h.of).filter((of) => place.has(of))).size);
  const after: number[][] = tasks.map(() => []);
  tasks.forEach((t, k) => {
    for (const of of new Set(t.holds.map((h) => h.of))) {
      const before = place.get(of);
      if (before !== undefined) after[before].push(k);
    }
  });
  const ready = tasks.map((_, k) => k).filter((k) => open[k] === 0);
  const out: T[] = [];
  while (ready.length > 0) {
    let best = 0;
    for (let r = 1; r < ready.length; r++) {
      const [a, b] = [tasks[ready[r]], tasks[ready[best]]];
      if (a.rank < b.rank || (a.rank === b.rank && ready[r] < ready[best])) best = r;
    }
    const [k] = ready.splice(best, 1);
    out.push(tasks[k]);
    for (const next of after[k]) if (--open[next] === 0) ready.push(next);
  }
  return out.length === tasks.length ? { ok: true, tasks: out } : { ok: false, circle: ringOf(tasks, open) };
}

/** Follows what is waited for among the tasks that never came free, until one comes round again. */
function ringOf(tasks: readonly Task[], open: readonly number[]): string[] {
  const stuck = new Map(tasks.filter((_, k) => open[k] > 0).map((t) => [t.id, t]));
  const seen: string[] = [];
  let at = stuck.keys().next().value;
  while (at !== undefined && !seen.includes(at)) {
    seen.push(at);
    at = stuck.get(at)?.holds.find((h) => stuck.has(h.of))?.of;
  }
  return at === undefined ? seen : seen.slice(seen.indexOf(at));
}
