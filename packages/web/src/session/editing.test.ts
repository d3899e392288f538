// Edits as the page makes them: undone and done again, tried beside the plan, refused on an older version; two windows on
// one plan.
import { createPinia, setActivePinia } from 'pinia';
import { readFileSync } from 'node:fs';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { setLeg, setTitle } from '@vernal-slope/plan/edit';
import type { Plan } from '@vernal-slope/plan/schema';
import { PlanServer } from '../testing/server.ts';
import { usePlan } from './plan.ts';
import { useEditing } from './useEditing.ts';

const kept = vi.hoisted(() => new Map<string, unknown>());
vi.mock('idb-keyval', () => ({
  createStore: () => 'store',
  get: async (key: string) => structuredClone(kept.get(key)),
  set: async (key: string, value: unknown) => void kept.set(key, structuredClone(value)),
  del: async (key: string) => void kept.delete(key),
}));

const HERE = import.meta.url;
const first = JSON.parse(readFileSync(new URL('../../../../demo/plans/tarn-foot.vernal.json', HERE), 'utf8')) as Plan;

let server: PlanServer;
beforeEach(() => {
  vi.useFakeTimers();
  kept.clear();
  server = new PlanServer(first);
  vi.stubGlobal('fetch', server.fetch);
  vi.stubGlobal('document', { documentElement: { dataset: {} } });
  setActivePinia(createPinia());
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});
const pass = (ms: number): Promise<unknown> => vi.advanceTimersByTimeAsync(ms);
async function open() {
  const store = usePlan();
  await store.open('p');
  const editing = useEditing(() => 'p');
  return { store, editing, title: () => editing.plan.value?.title };
}
/** An edit that cannot be: a leg shorter than it falls. */
const impossible = setLeg('box-tank', 0, { lengthM: 0.02 }, 'too short');

describe('undo', () => {
  it('goes back through every edit and forth again, and each is saved', async () => {
    const { store, editing, title } = await open();
    for (const t of ['One', 'Two', 'Three']) editing.edit(setTitle(t));
    expect(store.undoLabel).toBeDefined();
    editing.undo();
    editing.undo();
    expect(title()).toBe('One');
    editing.redo();
    expect(title()).toBe('Two');
    await pass(10_000);
    expect(server.title).toBe('Two');
    editing.undo();
    editing.undo();
    editing.undo();
    expect(title()).toBe(first.title);
    expect(store.undoLabel).toBeUndefined();
    await pass(10_000);
    expect(server.document).toEqual(first);
  });
  it('an edit after an undo leaves nothing to do again', async () => {
    const { store, editing, title } = await open();
    editing.edit(setTitle('One'));
    editing.undo();
    editing.edit(setTitle('Other'));
    expect(store.redoLabel).toBeUndefined();
    editing.redo();
    expect(title()).toBe('Other');
  });
  it('another plan begins with nothing to undo', async () => {
    const { store, editing } = await open();
    editing.edit(setTitle('One'));
    await store.open('p');
    expect(store.undoLabel).toBeUndefined();
  });
});

describe('an edit that cannot be', () => {
  it('gives its faults to the field, changes nothing and leaves nothing to undo', async () => {
    const { store, editing } = await open();
    const before = editing.plan.value;
    const faults = editing.edit(impossible);
    expect(faults[0].message).toContain('shorter');
    expect(editing.plan.value).toBe(before);
    expect(store.undoLabel).toBeUndefined();
    expect(store.notice).toBe('');
  });
  it('that no field asked for is told on the page', async () => {
    const { store, editing } = await open();
    expect(editing.perform(impossible)).toBe(false);
    expect(store.notice).toMatch(/^That was not done\. .*shorter/);
    expect(editing.perform(setTitle('Well'))).toBe(true);
  });
});

describe('what is tried', () => {
  it('stands beside the plan, gathers edits, and is kept as one', async () => {
    const { store, editing, title } = await open();
    editing.tryIt(setTitle('Tried'));
    expect(title()).toBe('Tried');
    expect(editing.own.value?.title).toBe(first.title);
    editing.edit(setLeg('main', 0, { remark: 'bog' }, 'remark'));
    await pass(10_000);
    expect(server.saves).toHaveLength(0);
    editing.keepIt();
    expect(editing.whatIf.value).toBeNull();
    expect(store.plan).toMatchObject({ title: 'Tried' });
    expect(store.plan?.lines.find((l) => l.id === 'main')?.legs[0].remark).toBe('bog');
    editing.undo();
    expect(store.plan).toEqual(first);
  });
  it('is put back as if it had never been', async () => {
    const { store, editing } = await open();
    editing.tryIt(setTitle('Tried'));
    editing.putBack();
    expect(editing.plan.value).toBe(store.plan);
    expect(store.undoLabel).toBeUndefined();
  });
  it('is undone step by step, then itself', async () => {
    const { editing, title } = await open();
    editing.tryIt(setTitle('One'));
    editing.edit(setTitle('Two'));
    editing.undo();
    expect(title()).toBe('One');
    editing.redo();
    expect(title()).toBe('One');
    editing.undo();
    expect(editing.whatIf.value).toBeNull();
    expect(title()).toBe(first.title);
  });
  it('cannot be what cannot be', async () => {
    const { store, editing } = await open();
    editing.tryIt(impossible);
    expect(editing.whatIf.value).toBeNull();
    expect(store.notice).toContain('That was not done.');
  });
});

describe('an older version', () => {
  const version = { revision: 1, title: '', summary: '', name: null, savedAt: '' };
  async function older() {
    const on = await open();
    on.editing.edit(setTitle('Newer'));
    await pass(10_000);
    expect(await on.editing.lookAt(version)).toBe(true);
    return on;
  }
  it('is looked at, and nothing can be changed in it', async () => {
    const { store, editing, title } = await older();
    expect(title()).toBe(first.title);
    expect(editing.edit(setTitle('No'))[0].message).toContain('older version');
    editing.tryIt(setTitle('No'));
    editing.undo();
    expect(store.notice).toContain('older version');
    expect(store.plan?.title).toBe('Newer');
  });
  it('is taken back as an edit that can be undone', async () => {
    const { store, editing, title } = await older();
    editing.takeBack();
    expect(editing.viewing.value).toBeNull();
    expect(title()).toBe(first.title);
    await pass(10_000);
    expect(server.title).toBe(first.title);
    editing.undo();
    expect(store.plan?.title).toBe('Newer');
  });
  it('that is not kept any more says so, and the plan stays', async () => {
    const { store, editing, title } = await older();
    editing.viewing.value = null;
    expect(await editing.lookAt({ ...version, revision: 99 })).toBe(false);
    expect(store.notice).toContain('cannot be read');
    expect(title()).toBe('Newer');
  });
  it('another plan drops what was looked at and tried', async () => {
    const { editing } = await older();
    editing.reset();
    expect([editing.viewing.value, editing.whatIf.value]).toEqual([null, null]);
  });
});

describe('two windows on one plan', () => {
  /** This window has typed over a revision that another one has saved over. */
  async function torn() {
    const on = await open();
    server.document = { ...first, title: 'Theirs' };
    server.revision = 2;
    on.editing.edit(setTitle('Mine'));
    await pass(10_000);
    expect(on.store.state).toBe('conflict');
    return on;
  }
  it('mine is kept over theirs, once it is said', async () => {
    const { store } = await torn();
    store.keepMine();
    await pass(10_000);
    expect([server.title, server.revision, store.state]).toEqual(['Mine', 3, 'saved']);
  });
  it('theirs is taken, and nothing of mine is sent later', async () => {
    const { store, title } = await torn();
    await store.takeTheirs();
    await pass(60_000);
    expect([title(), server.title, server.revision]).toEqual(['Theirs', 'Theirs', 2]);
    expect(kept.size).toBe(0);
  });
  it('both: mine becomes a plan of its own', async () => {
    const { store, title } = await torn();
    expect(await store.keepBoth()).toBe('copy-1');
    expect(server.made[0].title).toBe('Mine (my copy)');
    expect(title()).toBe('Theirs');
  });
  it('a copy that cannot be saved changes nothing', async () => {
    const { store, title } = await torn();
    server.fate = ['lose-request'];
    expect(await store.keepBoth()).toBeUndefined();
    expect(store.notice).toContain('could not be saved');
    expect([title(), store.state]).toEqual(['Mine', 'conflict']);
  });
  it('while it is not decided, typing goes on and nothing is sent', async () => {
    const { editing, title } = await torn();
    const sent = server.saves.length;
    editing.edit(setTitle('Mine, more'));
    await pass(60_000);
    expect(server.saves).toHaveLength(sent);
    expect(title()).toBe('Mine, more');
  });
  it('a window that has typed nothing is brought up to date when it is looked at', async () => {
    const { store, title } = await open();
    server.document = { ...first, title: 'Theirs' };
    server.revision = 2;
    await store.lookForNewer();
    expect([title(), store.revision]).toEqual(['Theirs', 2]);
    expect(store.notice).toContain('Brought up to date');
    store.notice = '';
    await store.lookForNewer();
    expect(store.notice).toBe('');
  });
});
