// Days of the work: one crew, its hours, days on which nothing is done, and waits that run on through the night.
import type { Task } from './order.ts';

/** Days are numbers since 1 January 1970 in the place's own calendar: no clock is ever changed. */
export interface Calendar {
  /** Day on which work begins. */
  readonly from: number;
  /** Work of a working day, s, above 0. */
  readonly perDay: number;
  /** Whether there is work on a day. Some day must be a working day. */
  readonly working: (day: number) => boolean;
}

export interface Slot {
  /** Day on which it is begun, and on which it is over. */
  readonly first: number;
  readonly last: number;
}

const DAY = 86_400;
/** When a working day begins: eight in the morning, s. */
const MORNING = 8 * 3600;
/** Days that are looked at for one with work. */
const FAR = 4000;

/**
 * Days of tasks that come in an order that holds. While one thing sets the next that may be done is done; nothing begins
 * before its holds are over and have stood as long as they must.
 * @param tasks in an order that holds (`orderOf`)
 * @param done day number on which a task was finished, by id: such a task keeps its day
 * @param notBefore day before which nothing that is open can be done: today, once the work is under way
 * @throws RangeError where no working day comes within some ten years
 */
export function schedule(
  tasks: readonly Task[],
  calendar: Calendar,
  done: ReadonlyMap<string, number> = new Map(),
  notBefore = calendar.from,
): Map<string, Slot> {
  const { perDay, working } = calendar;
  const end = new Map<string, number>();
  const slots = new Map<string, Slot>();
  const evening = MORNING + perDay;
  /** The next moment at or after one at which there is work, s since 1970. */
  const next = (t: number): number => {
    let day = Math.floor(t / DAY);
    if (t - day * DAY >= evening - 1e-6) day += 1;
    for (let k = 0; k < FAR; k++, day++) if (working(day)) return Math.max(t, day * DAY + MORNING);
    throw new RangeError('no working day');
  };
  const keep = (id: string, from: number, to: number): void => {
    end.set(id, to);
    slots.set(id, { first: Math.floor(from / DAY), last: Math.floor((to - 1) / DAY) });
  };
  for (const t of tasks) {
    const day = done.get(t.id);
    if (day !== undefined) keep(t.id, day * DAY + MORNING, day * DAY + evening);
  }
  const open = tasks.filter((t) => !end.has(t.id));
  const undone = new Set(open.map((t) => t.id));
  let now = Math.max(calendar.from, notBefore) * DAY + MORNING;
  while (open.length > 0) {
    // of what waits for nothing undone the one that can be begun first; of those the first in the order
    let best = -1;
    let at = Infinity;
    for (let k = 0; k < open.length && at > now; k++) {
      const { holds } = open[k];
      if (holds.some((h) => undone.has(h.of))) continue;
      const may = Math.max(now, ...holds.map((h) => (end.get(h.of) ?? -Infinity) + h.wait));
      if (may < at) [best, at] = [k, may];
    }
    const [task] = open.splice(best, 1);
    undone.delete(task.id);
    const begun = next(at);
    let left = task.time;
    let t = begun;
    for (;;) {
      const room = Math.floor(t / DAY) * DAY + evening - t;
      if (left <= room + 1e-6) break;
      left -= room;
      t = next(t + room);
    }
    keep(task.id, begun, Math.max(begun + 1, t + left));
    now = t + left;
  }
  return slots;
}
