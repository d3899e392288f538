// The open plan against a server that may lose answers: saved once, never in conflict with itself, nothing lost.
import { createPinia, setActivePinia } from 'pinia';
import { readFileSync } from 'node:fs';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { setTitle } from '@vernal-slope/plan/edit';
import type { Plan } from '@vernal-slope/plan/schema';
import { PlanServer } from '../testing/server.ts';
import { tellAccess } from './access.ts';
import { usePlan } from './plan.ts';

const kept = vi.hoisted(() => new Map<string, unknown>());
vi.mock('idb-keyval', () => ({
  createStore: () => 'store',
  get: async (key: string) => structuredClone(kept.get(key)),
  set: async (key: string, value: unknown) => void kept.set(key, structuredClone(value)),
  del: async (key: string) => void kept.delete(key),
}));

const plan = JSON.parse(
  readFileSync(new URL('../../../../demo/plans/tarn-foot.vernal.json', import.meta.url), 'utf8'),
) as Plan;

let server: PlanServer;
beforeEach(() => {
  vi.useFakeTimers();
  kept.clear();
  server = new PlanServer(plan);
  vi.stubGlobal('fetch', server.fetch);
  setActivePinia(createPinia());
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});
const pass = (ms: number): Promise<unknown> => vi.advanceTimersByTimeAsync(ms);

describe('a save', () => {
  it('comes once typing has stopped, and is known as saved', async () => {
    const store = usePlan();
    await store.open('p');
    store.edit(setTitle('Two'));
    store.edit(setTitle('Three'));
    expect(store.state).toBe('unsaved');
    await pass(600);
    expect(server.saves.map((s) => s.title)).toEqual(['Three']);
    expect([store.state, store.revision]).toEqual(['saved', 2]);
  });
  it('whose answer is lost is sent again as it was, and is no conflict', async () => {
    const store = usePlan();
    await store.open('p');
    server.fate = ['lose-answer'];
    store.edit(setTitle('Two'));
    await pass(600);
    expect([store.state, server.title]).toEqual(['offline', 'Two']);
    await pass(4100);
    expect([store.state, store.revision, store.conflict]).toEqual(['saved', 2, null]);
    expect(new Set(server.saves.map((s) => s.key)).size).toBe(1);
  });
  it('whose answer is lost and that was typed on after is first made sure of, then the rest is saved', async () => {
    const store = usePlan();
    await store.open('p');
    server.fate = ['lose-answer'];
    store.edit(setTitle('Two'));
    await pass(600);
    store.edit(setTitle('Three'));
    await pass(9000);
    expect([store.state, store.conflict, server.title, server.revision]).toEqual(['saved', null, 'Three', 3]);
    expect(server.saves.map((s) => s.title)).toEqual(['Two', 'Two', 'Three']);
  });
  it('that never arrived is sent when there is a connection again', async () => {
    const store = usePlan();
    await store.open('p');
    server.fate = ['lose-request', 'lose-request'];
    store.edit(setTitle('Two'));
    await pass(20_000);
    expect([store.state, server.title, server.revision]).toEqual(['saved', 'Two', 2]);
  });
  it('over a plan that somebody else saved is a conflict, and both are there', async () => {
    const store = usePlan();
    await store.open('p');
    server.document = { ...plan, title: 'Theirs' };
    server.revision = 5;
    store.edit(setTitle('Mine'));
    await pass(600);
    expect([store.state, store.conflict?.document.title, store.plan?.title]).toEqual(['conflict', 'Theirs', 'Mine']);
    store.keepMine();
    await pass(100);
    expect([store.state, server.title]).toEqual(['saved', 'Mine']);
  });
});

describe('a window that was closed', () => {
  const again = async (): Promise<ReturnType<typeof usePlan>> => {
    setActivePinia(createPinia());
    const store = usePlan();
    await store.open('p');
    return store;
  };
  it('before its save: what was typed is put back and sent', async () => {
    const store = usePlan();
    await store.open('p');
    store.edit(setTitle('Two'));
    const next = await again();
    expect(next.plan?.title).toBe('Two');
    await pass(100);
    expect([next.state, server.title]).toEqual(['saved', 'Two']);
  });
  it('before its answer came, and typed on: no conflict with itself', async () => {
    const store = usePlan();
    await store.open('p');
    server.fate = ['lose-answer'];
    store.edit(setTitle('Two'));
    await pass(600);
    store.edit(setTitle('Three'));
    const next = await again();
    await pass(100);
    expect([next.state, next.conflict, server.title]).toEqual(['saved', null, 'Three']);
  });
  it('that kept what is no plan any more opens the plan of the server', async () => {
    kept.set('p', { document: { format: 'else' }, revision: 1 });
    const store = await again();
    expect([store.plan?.title, store.openFailure]).toEqual([plan.title, null]);
  });
});

describe('a plan that cannot be read', () => {
  it('from a newer program is refused with a sentence, not shown', async () => {
    server.document = { ...plan, version: 2 };
    const store = usePlan();
    await store.open('p');
    expect(store.plan).toBeNull();
    const failure = store.openFailure;
    expect(failure?.kind === 'refused' && failure.message).toMatch(/newer Vernal Slope/);
  });
  it('because it has faults names them', async () => {
    server.document = { ...plan, nodes: [{ id: 'x', kind: 'tank' }] };
    const store = usePlan();
    await store.open('p');
    const failure = store.openFailure;
    expect(failure?.kind === 'refused' && failure.message).toMatch(/nodes\[0\]\.groundM/);
  });
});

describe('an edit that the plan does not allow', () => {
  it('is not done, says why, and leaves nothing to undo', async () => {
    const store = usePlan();
    await store.open('p');
    const before = store.plan;
    const faults = store.edit({
      label: 'ring',
      recipe: (p) => void (p.lines[0].to = p.lines[0].from),
    });
    expect(faults.length).toBeGreaterThan(0);
    expect([store.plan, store.undoLabel, store.state]).toEqual([before, undefined, 'saved']);
  });
});

describe('who may only read', () => {
  afterEach(() => tellAccess({ asks: false, role: 'writes' }));
  it('changes nothing, is told why, and sends nothing', async () => {
    const store = usePlan();
    await store.open('p');
    store.edit(setTitle('Two'));
    await pass(600);
    tellAccess({ asks: true, role: 'reads' });
    expect(store.edit(setTitle('Three'))).toMatchObject([{ message: 'this is signed in to read only' }]);
    store.undo();
    await pass(600);
    expect([store.plan?.title, store.state]).toEqual(['Two', 'saved']);
    expect(server.saves.map((s) => s.title)).toEqual(['Two']);
  });
});
