// Readings of several devices through connections that lose answers: none is lost, none is there twice.
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { createPinia, setActivePinia } from 'pinia';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { addReading, takeReading } from '@vernal-slope/plan/diagnose';
import { setTitle } from '@vernal-slope/plan/edit';
import type { Plan, ReadingEntry } from '@vernal-slope/plan/schema';
import { PlanServer } from '../testing/server.ts';
import {
  askedToo,
  changesOf,
  knownOf,
  merged,
  nothingIn,
  rowsOf,
  textOf,
  type Asked,
  type Known,
  type LogChanges,
  type Row,
} from './logrows.ts';
import { keepPhoto } from './photos.ts';
import { usePlan } from './plan.ts';

const kept = vi.hoisted(() => new Map<string, unknown>());
vi.mock('idb-keyval', () => ({
  createStore: (name: string) => name,
  get: async (key: string, store: string) => structuredClone(kept.get(`${store} ${key}`)),
  set: async (key: string, value: unknown, store: string) => void kept.set(`${store} ${key}`, structuredClone(value)),
  del: async (key: string, store: string) => void kept.delete(`${store} ${key}`),
  keys: async (store: string) =>
    [...kept.keys()].filter((k) => k.startsWith(`${store} `)).map((k) => k.slice(store.length + 1)),
}));

const plan = JSON.parse(
  readFileSync(new URL('../../../../demo/plans/tarn-foot.vernal.json', import.meta.url), 'utf8'),
) as Plan;
const [{ id: place }] = plan.nodes;
const entry = (id: string, levelM = 1): ReadingEntry => ({ id, at: '2026-08-14T07:40', place, levelM });

/** Rows of a server, by the rules of the real one. */
class Rows {
  readonly rows = new Map<string, Row>();
  write({ put, gone }: LogChanges): Row[] {
    const one = (id: string, base: number, e: ReadingEntry | null): void => {
      const row = this.rows.get(id);
      if (row ? row.version === base : base === 0) this.rows.set(id, { id, version: base + 1, entry: e });
    };
    for (const { base, entry: e } of put) one(e.id ?? '', base, e);
    for (const { base, id } of gone) one(id, base, null);
    return [...this.rows.values()];
  }
}
class Device {
  log: readonly ReadingEntry[] = [];
  known: Known = {};
  #asked: Asked = {};
  readonly #server: Rows;
  constructor(server: Rows) {
    this.#server = server;
  }
  /** A save: answered, its answer lost, or the request lost on its way. */
  send(fate: 'answer' | 'lose-answer' | 'lose-request'): void {
    const changes = changesOf(this.known, this.log);
    this.#asked = askedToo(this.#asked, changes);
    if (fate === 'lose-request') return;
    const rows = this.#server.write(changes);
    if (fate === 'answer') this.take(rows);
  }
  take(rows: Row[]): void {
    this.log = merged(this.log, this.known, rows, this.#asked);
    this.known = knownOf(rows);
    this.#asked = {};
  }
}
const ids = (log: readonly (ReadingEntry | null)[]): (string | undefined)[] => log.map((e) => e?.id);

describe('the log of two devices', () => {
  const step = fc.record({
    device: fc.nat(1),
    does: fc.constantFrom('read', 'read', 'take out', 'send', 'send', 'look'),
    fate: fc.constantFrom('answer', 'answer', 'lose-answer', 'lose-request'),
    which: fc.nat(9),
  });
  it('after any order of entering, taking out, sending and losing: all that was read and not taken out is there once', () => {
    fc.assert(
      fc.property(fc.array(step, { maxLength: 40 }), (steps) => {
        const server = new Rows();
        const devices = [new Device(server), new Device(server)];
        const read = new Set<string>();
        const out = new Set<string>();
        let n = 0;
        for (const s of steps) {
          const device = devices[s.device];
          if (s.does === 'read') {
            const id = `r${n++}`;
            read.add(id);
            device.log = [...device.log, entry(id, n)];
          } else if (s.does === 'take out' && device.log.length > 0) {
            const victim = device.log[s.which % device.log.length];
            out.add(victim.id ?? '');
            device.log = device.log.filter((e) => e !== victim);
          } else if (s.does === 'send') device.send(s.fate);
          else if (s.does === 'look') device.take([...server.rows.values()]);
        }
        for (let k = 0; k < 3; k++) for (const d of devices) d.send('answer');
        const want = [...read].filter((id) => !out.has(id)).sort();
        for (const d of devices) {
          expect([...ids(d.log)].sort()).toEqual(want);
          expect(nothingIn(changesOf(d.known, d.log))).toBe(true);
        }
      }),
      { numRuns: 400, seed: 18 },
    );
  });
  it('keeps the very entries at hand, and the array where nothing changes', () => {
    const log = [entry('a'), entry('b')];
    const rows = rowsOf([{ ...entry('a') }, { ...entry('b') }], { a: 1, b: 3, c: 2 });
    expect(rows.find((r) => r.id === 'c')).toEqual({ id: 'c', version: 2, entry: null });
    expect(merged(log, {}, rows)).toBe(log);
    expect(textOf({ ...entry('a'), open: ['x'] })).toBe(
      textOf({ open: ['x'], levelM: 1, place, at: entry('a').at, id: 'a' }),
    );
  });
});

describe('the open plan', () => {
  let server: PlanServer;
  const pass = (ms: number): Promise<unknown> => vi.advanceTimersByTimeAsync(ms);
  const again = async (): Promise<ReturnType<typeof usePlan>> => {
    setActivePinia(createPinia());
    const store = usePlan();
    await store.open('p');
    return store;
  };
  beforeEach(() => {
    vi.useFakeTimers();
    kept.clear();
    server = new PlanServer(plan);
    vi.stubGlobal('fetch', server.fetch);
  });
  afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
  });

  it('sends a reading by itself: the document is not saved again', async () => {
    const store = await again();
    store.edit(addReading(entry('a')));
    expect(store.state).toBe('unsaved');
    await pass(600);
    expect([store.state, ids(server.log), server.saves.length, store.revision]).toEqual(['saved', ['a'], 0, 1]);
    store.undo();
    await pass(600);
    expect([store.state, server.log]).toEqual(['saved', []]);
    store.redo();
    await pass(600);
    expect(ids(server.log)).toEqual(['a']);
  });
  it('saves a document without its log', async () => {
    const store = await again();
    store.edit(addReading(entry('a')));
    store.edit(setTitle('Two'));
    await pass(600);
    expect([ids(server.log), server.title, (server.document as Plan).log]).toEqual([['a'], 'Two', undefined]);
    expect(store.plan?.log).toHaveLength(1);
  });
  it('keeps a reading that was entered without a connection, once, though its answer is lost and the window is closed', async () => {
    const store = await again();
    server.fate = ['lose-request', 'lose-answer'];
    store.edit(addReading(entry('a')));
    await pass(600);
    expect(store.state).toBe('offline');
    store.edit(addReading(entry('b')));
    await pass(600);
    const next = await again();
    await pass(5000);
    expect([next.state, ids(next.plan?.log ?? []), ids(server.log)]).toEqual(['saved', ['a', 'b'], ['a', 'b']]);
    expect([...kept.keys()]).toEqual([]);
  });
  it('takes readings of another device in, and undoes its own edits still', async () => {
    const store = await again();
    store.edit(setTitle('Two'));
    store.edit(addReading(entry('mine')));
    await pass(600);
    server.write('theirs', 0, entry('theirs'));
    await store.lookForNewer();
    expect([ids(store.plan?.log ?? []), store.notice]).toEqual([
      ['mine', 'theirs'],
      'Brought up to date: readings came in from another window.',
    ]);
    // the reading is undone by its own button now; the title still by undo
    expect(store.undoLabel).toBe(setTitle('').label);
    server.write('mine', 1, null);
    await store.lookForNewer();
    store.undo();
    await pass(600);
    expect([server.title, ids(server.log)]).toEqual([plan.title, ['theirs']]);
  });
  it('that was saved from elsewhere meanwhile: readings of both are kept, whichever document is chosen', async () => {
    const store = await again();
    server.document = { ...plan, title: 'Theirs' };
    server.revision = 5;
    server.write('theirs', 0, entry('theirs'));
    store.edit(setTitle('Mine'));
    store.edit(addReading(entry('mine')));
    await pass(600);
    expect([store.state, ids(server.log)]).toEqual(['conflict', ['theirs', 'mine']]);
    // while the choice is open more is read
    store.edit(addReading(entry('later')));
    await pass(600);
    expect([store.state, ids(server.log)]).toEqual(['conflict', ['theirs', 'mine', 'later']]);
    await store.takeTheirs();
    await pass(600);
    expect([store.state, store.plan?.title, ids(store.plan?.log ?? [])]).toEqual([
      'saved',
      'Theirs',
      ['theirs', 'mine', 'later'],
    ]);
    store.edit(takeReading(0));
    await pass(600);
    expect(ids(server.log)).toEqual(['mine', 'later']);
  });
  it('sends photographs that waited, and lets them go only once they are there', async () => {
    const store = await again();
    await keepPhoto('p', 'shot', new Blob(['x'], { type: 'image/jpeg' }));
    server.fate = ['lose-request'];
    store.edit(addReading({ ...entry('a'), photo: 'shot' }));
    await pass(600);
    expect([store.state, server.photos.size, ids(server.log)]).toEqual(['offline', 0, []]);
    await pass(5000);
    expect([store.state, [...server.photos.keys()], ids(server.log)]).toEqual(['saved', ['shot'], ['a']]);
    expect([...kept.keys()].filter((k) => k.includes('photo'))).toEqual([]);
  });
  it('kept as a copy takes its photographs along', async () => {
    const store = await again();
    server.photos.set('shot', 'x');
    store.edit(addReading({ ...entry('a'), photo: 'shot' }));
    await pass(600);
    server.document = { ...plan, title: 'Theirs' };
    server.revision = 5;
    store.edit(setTitle('Mine'));
    await pass(600);
    const asked: string[] = [];
    vi.stubGlobal('fetch', (path: string, init: RequestInit = {}) => {
      if (path.includes('/photos/')) asked.push(`${init.method ?? 'GET'} ${path}`);
      return server.fetch(path, init);
    });
    expect(await store.keepBoth()).toBe('copy-1');
    expect(asked).toEqual(['GET /api/plans/p/photos/shot', 'PUT /api/plans/copy-1/photos/shot']);
    expect(server.made[0].log).toHaveLength(1);
  });
  it('kept by an older program without ids: entries find their rows and are not doubled', async () => {
    server.write('row-1', 0, entry('row-1', 1));
    const bare = { at: '2026-08-14T07:40', place, levelM: 1 };
    kept.set('vernal-slope p', { document: { ...plan, log: [bare, { ...bare, levelM: 2 }] }, revision: 1 });
    const store = await again();
    await pass(5000);
    expect([store.state, server.log.map((e) => e?.levelM)]).toEqual(['saved', [1, 2]]);
    expect(store.plan?.log).toHaveLength(2);
  });
});
