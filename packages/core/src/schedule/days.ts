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
  /** Whether a task may be worked on on a day: some wait for the weather. All may where left out. */
  readonly fits?: (id: string, day: number) => boolean;
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
 * Days of tasks that come in an order that holds. Each day begins with the first in the order that may be done: long work
 * is laid aside while what comes before it has become free. Nothing begins before its holds are over and have stood.
 * @param tasks in an order that holds (`orderOf`)
 * @param done day number on which a task was finished, by id: such a task keeps its day
 * @param notBefore day before which nothing that is open can be done: today, once the work is under way
 * @throws RangeError where no working day, or none that fits a task, comes within some ten years
 */
export function schedule(
  tasks: readonly Task[],
  calendar: Calendar,
  done: ReadonlyMap<string, number> = new Map(),
  notBefore = calendar.from,
): Map<string, Slot> {
  const { perDay, working, fits = () => true } = calendar;
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
  for (const t of tasks) {
    const day = done.get(t.id);
    if (day === undefined) continue;
    end.set(t.id, day * DAY + evening);
    slots.set(t.id, { first: day, last: day });
  }
  const open = tasks.filter((t) => !end.has(t.id));
  const undone = new Set(open.map((t) => t.id));
  const left = new Map(open.map((t) => [t.id, t.time]));
  const begun = new Map<string, number>();
  /** When a task may be worked on; Infinity while something that it waits for is not over. */
  const free = (t: Task): number =>
    Math.max(-Infinity, ...t.holds.map((h) => (undone.has(h.of) ? Infinity : (end.get(h.of) ?? -Infinity) + h.wait)));
  let now = next(Math.max(calendar.from, notBefore) * DAY + MORNING);
  /** The same with the weather: the first moment from now on at which a task may be worked on. */
  const ready = (t: Task): number => {
    const from = Math.max(now, free(t));
    if (from === Infinity) return Infinity;
    const day = Math.floor(from / DAY);
    for (let k = 0; k < FAR; k++) if (fits(t.id, day + k)) return k === 0 ? from : (day + k) * DAY + MORNING;
    throw new RangeError(`no day fits ${t.id}`);
  };
  while (open.length > 0) {
    let at = open.findIndex((t) => ready(t) <= now);
    for (let k = 0; at < 0 && k < FAR; k++) {
      // nothing can be done: until the first is free, on a day with work
      now = next(Math.min(...open.map(ready)));
      at = open.findIndex((t) => ready(t) <= now);
    }
    if (at < 0) throw new RangeError('no working day fits');
    const task = open[at];
    if (!begun.has(task.id)) begun.set(task.id, now);
    const room = Math.floor(now / DAY) * DAY + evening - now;
    const rest = left.get(task.id) ?? 0;
    if (rest > room + 1e-6) {
      left.set(task.id, rest - room);
      now = next(now + room);
      continue;
    }
    open.splice(at, 1);
    undone.delete(task.id);
    end.set(task.id, now + rest);
    slots.set(task.id, {
      first: Math.floor((begun.get(task.id) ?? now) / DAY),
      // what ends with the evening ends on that day
      last: Math.floor((now + Math.max(0, rest - 1)) / DAY),
    });
    now = open.length > 0 ? next(now + rest) : now + rest;
  }
  return slots;
}
