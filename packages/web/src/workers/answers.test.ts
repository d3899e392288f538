// Answers from workers: the last asked wins, a stale one is never shown, a nearly done one is not cut off.
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { effectScope, nextTick, shallowRef, type EffectScope } from 'vue';
import type { Plan } from '@vernal-slope/plan/schema';
import { useSlowAnswers } from '../judgement/useSlowAnswers.ts';
import { usePipes } from '../steps/pipe/usePipes.ts';
import { useSizes } from '../steps/store/useSizes.ts';
import { useStand } from '../steps/stand/useStand.ts';

interface Asked {
  readonly title: string;
  readonly what: string;
  readonly answer: (value: unknown) => void;
  readonly fail: (why: Error) => void;
}
const calls = vi.hoisted(() => ({
  asked: [] as Asked[],
  workers: 0,
  ended: 0,
  died: undefined as ((event: unknown) => void) | undefined,
}));

vi.mock('comlink', () => ({
  proxy: <T>(f: T): T => f,
  wrap: () =>
    new Proxy(
      {},
      {
        get: (_, what: string) => (plan: Plan) =>
          new Promise((answer, fail) => calls.asked.push({ title: plan.title, what, answer, fail })),
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
      addEventListener(type: string, listener: (event: unknown) => void): void {
        if (type === 'error') calls.died = listener;
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
    const { answer: answers, busy } = scope.run(() => useSlowAnswers(now, shallowRef('low')))!;
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
    const { answer: answers, busy } = scope.run(() => useSlowAnswers(now, shallowRef('low')))!;
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
    const { answer: answers } = scope.run(() => useSlowAnswers(now, shallowRef('low')))!;
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
    const { answer: answers } = scope.run(() => useSlowAnswers(shallowRef<Plan | null>(plan('a')), id))!;
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

describe('an answer that fails', () => {
  it('says why, is busy no more, and can be asked again', async () => {
    const { answer, busy, error, ask } = scope.run(() =>
      useSlowAnswers(shallowRef<Plan | null>(plan('a')), shallowRef('low')),
    )!;
    await settle(100);
    calls.asked[0].fail(new Error('no such pipe'));
    await settle(0);
    expect([answer.value, busy.value]).toEqual([null, false]);
    expect(error.value).toContain('no such pipe');
    void ask();
    await settle(0);
    expect(error.value).toBe('');
    calls.asked[1].answer('of a');
    await settle(0);
    expect(answer.value).toBe('of a');
  });
  it('is known when its worker dies without a word, and the next question has a new one', async () => {
    const now = shallowRef<Plan | null>(plan('a'));
    const { answer, busy, error } = scope.run(() => useSlowAnswers(now, shallowRef('low')))!;
    await settle(100);
    calls.died?.({ preventDefault: () => undefined, message: 'out of memory' });
    await settle(0);
    expect([busy.value, error.value.includes('out of memory')]).toEqual([false, true]);
    now.value = plan('b');
    await settle(100);
    calls.asked[1].answer('of b');
    await settle(0);
    expect([answer.value, error.value, calls.workers]).toEqual(['of b', '', 2]);
  });
  it('of the other ways leaves the heights standing', async () => {
    const stand = scope.run(() => useStand(shallowRef<Plan | null>(plan('a')), shallowRef('tank')))!;
    await settle(100);
    calls.asked[0].answer('heights of a');
    await settle(0);
    calls.asked[1].fail(new Error('it broke'));
    await settle(0);
    expect(stand.figures.answer.value?.heights).toBe('heights of a');
    expect([stand.ways.answer.value, stand.ways.busy.value]).toEqual([null, false]);
    expect(stand.ways.error.value).toContain('it broke');
  });
});

describe('sizes of a store', () => {
  it('follow a change of site and of lines: none of the old plan is shown as of the new', async () => {
    const now = shallowRef<Plan | null>(plan('a'));
    const { answer } = scope.run(() => useSizes(now, shallowRef('tank')))!;
    await settle(100);
    calls.asked[0].answer('of a');
    await settle(0);
    expect(answer.value).toBe('of a');
    now.value = { ...plan('a, higher'), nodes: now.value!.nodes, site: { altitudeM: 900 } };
    await settle(100);
    expect(calls.asked.map((c) => c.title)).toEqual(['a', 'a, higher']);
  });
});

describe('what is sought on demand', () => {
  it('is asked only then, and dropped when the plan changes', async () => {
    const now = shallowRef<Plan>(plan('a'));
    const asked = shallowRef({ line: '', legs: [], like: '', place: '' });
    const pipes = scope.run(() => usePipes(now, asked))!;
    await settle(100);
    expect(calls.asked.map((c) => c.what)).toEqual(['answers']);
    pipes.findSizes();
    await settle(0);
    expect(calls.asked.map((c) => c.what)).toEqual(['answers', 'sizes']);
    calls.asked[1].answer('sizes of a');
    await settle(0);
    expect(pipes.sizes.answer.value).toBe('sizes of a');
    now.value = plan('b');
    await nextTick();
    expect([pipes.sizes.answer.value, pipes.sizes.busy.value]).toEqual([null, false]);
  });
  it('shows its error in place of going on for ever', async () => {
    const pipes = scope.run(() =>
      usePipes(shallowRef(plan('a')), shallowRef({ line: '', legs: [], like: '', place: '' })),
    )!;
    pipes.findWorst('low');
    await settle(0);
    calls.asked.at(-1)?.fail(new Error('it broke'));
    await settle(0);
    expect([pipes.worst.busy.value, pipes.worst.error.value.includes('it broke')]).toEqual([false, true]);
  });
});

describe('heights of a tank', () => {
  it('come first, the other ways after them; an edit begins again and drops what was sought', async () => {
    const now = shallowRef<Plan | null>(plan('a'));
    const stand = scope.run(() => useStand(now, shallowRef('tank')))!;
    const [figures, ways] = [stand.figures.answer, stand.ways.answer];
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
    // what was found stays on the page, and is told as old, until that of now is there
    now.value = plan('c');
    await settle(100);
    expect([ways.value, stand.ways.busy.value]).toEqual(['ways of b', true]);
    calls.asked.at(-1)?.answer('heights of c');
    await settle(0);
    expect([ways.value, stand.ways.busy.value]).toEqual(['ways of b', true]);
    calls.asked.at(-1)?.answer('ways of c');
    await settle(0);
    expect([ways.value, stand.ways.busy.value]).toEqual(['ways of c', false]);
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
