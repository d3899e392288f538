// Orders that hold over random graphs, circles that are named, days of a week that is worked.
import { describe, expect, it } from 'vitest';
import { cementDays, orderOf, schedule, type Calendar, type Task } from './index.ts';

const DAY = 86_400;
const HOUR = 3600;
/** Mulberry32: the same numbers each time. */
function random(seed: number): () => number {
  let a = seed;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}
const task = (id: string, hours: number, holds: readonly [string, number][] = [], rank = 0): Task => ({
  id,
  time: hours * HOUR,
  holds: holds.map(([of, days]) => ({ of, wait: days * DAY })),
  rank,
});
/** Tasks that wait for some of those before them, in a list that is shuffled. */
function some(seed: number): Task[] {
  const next = random(seed);
  const n = 3 + Math.floor(40 * next());
  const list = Array.from({ length: n }, (_, k) =>
    task(
      `t${k}`,
      12 * next(),
      Array.from({ length: k }, (_, b): [string, number] => [`t${b}`, Math.floor(4 * next())]).filter(
        () => next() < 0.15,
      ),
      Math.floor(5 * next()),
    ),
  );
  return list
    .map((t) => ({ t, at: next() }))
    .sort((a, b) => a.at - b.at)
    .map(({ t }) => t);
}
/** Monday to Friday; day 4 was a Monday (1 January 1970 a Thursday). */
const week: Calendar = { from: 4, perDay: 6 * HOUR, working: (day) => (day + 3) % 7 < 5 };

describe('an order of work', () => {
  it('holds for random graphs: each comes once, after all that it waits for', () => {
    for (let seed = 1; seed <= 200; seed++) {
      const tasks = some(seed);
      const order = orderOf(tasks);
      if (!order.ok) throw new Error('a circle');
      const place = new Map(order.tasks.map((t, k) => [t.id, k]));
      expect(place.size).toBe(tasks.length);
      for (const t of order.tasks) for (const h of t.holds) expect(place.get(h.of)).toBeLessThan(place.get(t.id) ?? 0);
    }
  });
  it('takes of what is free the least rank, then the first', () => {
    const order = orderOf([task('b', 1, [], 2), task('c', 1, [], 1), task('d', 1, [], 1), task('a', 1, [['c', 0]], 0)]);
    expect(order.ok && order.tasks.map((t) => t.id)).toEqual(['c', 'a', 'd', 'b']);
  });
  it('names the ring of what waits for itself, and nothing that only hangs on it', () => {
    const order = orderOf([
      task('a', 1, [['c', 0]]),
      task('b', 1, [['a', 0]]),
      task('c', 1, [['b', 0]]),
      task('d', 1, [['c', 0]]),
    ]);
    expect(order.ok).toBe(false);
    expect(!order.ok && [...order.circle].sort()).toEqual(['a', 'b', 'c']);
  });
  it('does not wait for what is not there', () => {
    expect(orderOf([task('a', 1, [['gone', 3]])]).ok).toBe(true);
  });
});

describe('days of work', () => {
  it('begin no sooner than what they wait for allows, on days of work alone, one after the other', () => {
    for (let seed = 1; seed <= 200; seed++) {
      const order = orderOf(some(seed));
      if (!order.ok) throw new Error('a circle');
      const slots = schedule(order.tasks, week);
      for (const t of order.tasks) {
        const slot = slots.get(t.id)!;
        expect(week.working(slot.first) && week.working(slot.last)).toBe(true);
        expect(slot.last).toBeGreaterThanOrEqual(slot.first);
        for (const h of t.holds)
          expect(slot.first).toBeGreaterThanOrEqual(slots.get(h.of)!.last + Math.floor(h.wait / DAY));
      }
      // six hours a day of one crew: never more work in the span than it has hours
      const days = [...slots.values()];
      const last = Math.max(...days.map((s) => s.last));
      const worked = Array.from({ length: last - 3 }, (_, k) => k + 4).filter(week.working).length;
      expect(order.tasks.reduce((sum, t) => sum + t.time, 0)).toBeLessThanOrEqual(worked * week.perDay + 1);
    }
  });
  it('of ten hours from a Friday go over the weekend', () => {
    const slots = schedule([task('a', 10)], { ...week, from: 8 });
    expect(slots.get('a')).toEqual({ first: 8, last: 11 });
  });
  it('use a wait for other work: three days for the concrete, dug meanwhile', () => {
    const order = orderOf([task('pour', 6, [], 0), task('raise', 6, [['pour', 3]], 1), task('dig', 6, [], 2)]);
    if (!order.ok) throw new Error('a circle');
    const slots = schedule(order.tasks, week);
    // Monday poured until two, Tuesday dug; from Thursday two o'clock it bears, at the end of the day of work: Friday
    expect([slots.get('pour')?.first, slots.get('dig')?.first, slots.get('raise')?.first]).toEqual([4, 5, 8]);
  });
  it('lay long work aside in the evening where what comes before it is free next morning', () => {
    const order = orderOf([task('fit', 2, [], 0), task('lay', 3, [['fit', 1]], 1), task('trench', 14, [], 2)]);
    if (!order.ok) throw new Error('a circle');
    const slots = schedule(order.tasks, week);
    // Monday: fitted by ten, four hours of trench; Tuesday at eight it has not stood a day: six hours of trench;
    // Wednesday the pipe first, then three hours of trench, and the last one on Thursday
    expect(slots.get('lay')).toEqual({ first: 6, last: 6 });
    expect(slots.get('trench')).toEqual({ first: 4, last: 7 });
  });
  it('keep what is done on its day, and plan nothing open before today', () => {
    const order = orderOf([task('a', 6), task('b', 6, [['a', 2]])]);
    if (!order.ok) throw new Error('a circle');
    const slots = schedule(order.tasks, week, new Map([['a', 5]]), 12);
    expect(slots.get('a')).toEqual({ first: 5, last: 5 });
    expect(slots.get('b')?.first).toBe(12);
  });
  it('wait for the weather: what does not fit a day waits for one that does, and the rest goes on', () => {
    const order = orderOf([task('pour', 4, [], 0), task('raise', 2, [['pour', 1]], 1), task('dig', 9, [], 2)]);
    if (!order.ok) throw new Error('a circle');
    const warm = { ...week, fits: (id: string, day: number) => id !== 'pour' || day >= 13 };
    const slots = schedule(order.tasks, warm);
    expect([slots.get('dig')?.first, slots.get('dig')?.last]).toEqual([4, 5]);
    expect(slots.get('pour')?.first).toBe(13);
    expect(slots.get('raise')?.first).toBeGreaterThanOrEqual(14);
    expect(() => schedule(order.tasks, { ...week, fits: (id) => id !== 'pour' })).toThrow(RangeError);
  });
  it('are refused where no day is worked', () => {
    expect(() => schedule([task('a', 1)], { ...week, working: () => false })).toThrow(RangeError);
  });
});

it('cement stands longer in the cold', () => {
  expect([20, 15, 14.9, 5, 4.9, -5].map(cementDays)).toEqual([1, 1, 2, 2, 4, 4]);
});
