// Answers from workers: the last asked wins, a stale one is never shown, a nearly done one is not cut off.
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { effectScope, nextTick, shallowRef, type EffectScope } from 'vue';
import type { Plan } from '@vernal-slope/plan/schema';
import { useSlowAnswers } from './useSlowAnswers.ts';
import { useStand } from './useStand.ts';

interface Asked {
  readonly title: string;
  readonly what: string;
  readonly answer: (value: unknown) => void;
}
const calls = vi.hoisted(() => ({ asked: [] as Asked[], workers: 0, ended: 0 }));

vi.mock('comlink', () => ({
  proxy: <T>(f: T): T => f,
  wrap: () =>
    new Proxy(
      {},
      {
        get: (_, what: string) => (plan: Plan) =>
          new Promise((answer) => calls.asked.push({ title: plan.title, what, answer })),
      },
    ),
}));

const plan = (title: string): Plan => ({ format: 'vernal-slope/plan', version: 1, title, nodes: [], lines: [] });
let scope: EffectScope;

beforeEach(() => {
  vi.useFakeTimers();
  Object.assign(calls, { asked: [], workers: 0, ended: 0 });
  vi.stubGlobal(
    'Worker',
    class {
      constructor() {
        calls.workers++;
      }
      terminate(): void {
        calls.ended++;
      }
    },
  );
  scope = effectScope();
});
afterEach(() => {
  scope.stop();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});
const settle = async (ms: number): Promise<void> => {
  await vi.advanceTimersByTimeAsync(ms);
  await nextTick();
};

describe('slow answers of a place', () => {
  it('are asked once typing has stopped, for the last plan only', async () => {
    const now = shallowRef<Plan | null>(plan('a'));
    const { answers, busy } = scope.run(() => useSlowAnswers(now, shallowRef('low')))!;
    await settle(20);
    now.value = plan('b');
    await settle(20);
    now.value = plan('c');
    await settle(100);
    expect(calls.asked.map((c) => c.title)).toEqual(['c']);
    expect(busy.value).toBe(true);
    calls.asked[0].answer('of c');
    await settle(0);
    expect([answers.value, busy.value]).toEqual(['of c', false]);
  });
  it('a stale one is dropped and the new plan asked, by the same worker', async () => {
    const now = shallowRef<Plan | null>(plan('a'));
    const { answers, busy } = scope.run(() => useSlowAnswers(now, shallowRef('low')))!;
    await settle(100);
    now.value = plan('b');
    await settle(100);
    // still at it: the second waits its turn
    expect(calls.asked.map((c) => c.title)).toEqual(['a']);
    calls.asked[0].answer('of a');
    await settle(0);
    expect(answers.value).toBeNull();
    expect(calls.asked.map((c) => c.title)).toEqual(['a', 'b']);
    calls.asked[1].answer('of b');
    await settle(0);
    expect([answers.value, busy.value]).toEqual(['of b', false]);
    expect([calls.workers, calls.ended]).toEqual([1, 0]);
  });
  it('one that takes over a second is cut off by the next', async () => {
    const now = shallowRef<Plan | null>(plan('a'));
    const { answers } = scope.run(() => useSlowAnswers(now, shallowRef('low')))!;
    await settle(1500);
    now.value = plan('b');
    await settle(100);
    expect(calls.ended).toBe(1);
    expect(calls.asked.map((c) => c.title)).toEqual(['a', 'b']);
    calls.asked[0].answer('of a');
    calls.asked[1].answer('of b');
    await settle(0);
    expect(answers.value).toBe('of b');
  });
  it('of another place are not those of the one before', async () => {
    const id = shallowRef('low');
    const { answers } = scope.run(() => useSlowAnswers(shallowRef<Plan | null>(plan('a')), id))!;
    await settle(100);
    calls.asked[0].answer('of low');
    await settle(0);
    expect(answers.value).toBe('of low');
    id.value = 'kitchen';
    await nextTick();
    expect(answers.value).toBeNull();
  });
  it('end with the page', async () => {
    scope.run(() => useSlowAnswers(shallowRef<Plan | null>(plan('a')), shallowRef('low')));
    await settle(100);
    scope.stop();
    expect(calls.ended).toBe(1);
  });
});

describe('heights of a tank', () => {
  it('come first, the other ways after them; an edit begins again and drops what was sought', async () => {
    const now = shallowRef<Plan | null>(plan('a'));
    const { figures, ways } = scope.run(() => useStand(now, shallowRef('tank')))!;
    await settle(100);
    expect(calls.asked.map((c) => c.what)).toEqual(['heights']);
    calls.asked[0].answer('heights of a');
    await settle(0);
    expect(figures.value?.heights).toBe('heights of a');
    expect(ways.value).toBeNull();
    expect(calls.asked.map((c) => c.what)).toEqual(['heights', 'ways']);
    now.value = plan('b');
    await settle(100);
    // the search for the old plan is cut off
    expect(calls.ended).toBe(1);
    calls.asked[1].answer('ways of a');
    calls.asked[2].answer('heights of b');
    await settle(0);
    expect(ways.value).toBeNull();
    calls.asked[3].answer('ways of b');
    await settle(0);
    expect([figures.value?.plan.title, ways.value]).toEqual(['b', 'ways of b']);
  });
  it('are not asked while no tank is looked at', async () => {
    const tank = shallowRef('');
    scope.run(() => useStand(shallowRef<Plan | null>(plan('a')), tank));
    await settle(500);
    expect(calls.asked).toEqual([]);
    tank.value = 'tank';
    await settle(100);
    expect(calls.asked.map((c) => c.what)).toEqual(['heights']);
  });
});
