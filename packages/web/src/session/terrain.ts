// The ground of the open plan: its elevation grid in the worker, read from files, kept on the server.
import { proxy, wrap, type Remote } from 'comlink';
import { defineStore } from 'pinia';
import { ref, shallowRef } from 'vue';
import type { Box, Origin } from '@vernal-slope/plan/formats';
import { MAX_TRACK_BYTES } from '@vernal-slope/plan/formats';
import type { Plan } from '@vernal-slope/plan/schema';
import { api } from './client.ts';
import type { GridInfo, TerrainApi } from '../workers/terrain.ts';

export const originOf = (plan: Plan): Origin | undefined => {
  const { originLatitudeDeg: latitudeDeg, originLongitudeDeg: longitudeDeg } = plan.site ?? {};
  return latitudeDeg === undefined || longitudeDeg === undefined ? undefined : { latitudeDeg, longitudeDeg };
};

export const useTerrain = defineStore('terrain', () => {
  const planId = ref('');
  /** What is known of the kept grid; null where none is kept. */
  const kept = shallowRef<GridInfo | null>(null);
  const trouble = ref('');
  /** What is being read, and how much of it, 0 to 1. */
  const busy = ref('');
  const progress = ref(0);
  let worker: Worker | undefined;
  let remoteApi: Remote<TerrainApi> | undefined;
  let running = 0;

  function remote(): Remote<TerrainApi> {
    if (!remoteApi) {
      worker = new Worker(new URL('../workers/terrain.worker.ts', import.meta.url), { type: 'module' });
      remoteApi = wrap<TerrainApi>(worker);
    }
    return remoteApi;
  }
  const told = (): ((share: number) => void) => proxy((share: number) => void (progress.value = share));

  /** Takes up the grid kept with a plan. */
  async function open(id: string): Promise<void> {
    if (planId.value === id) return;
    planId.value = id;
    kept.value = null;
    await load(id);
  }
  async function load(id: string): Promise<void> {
    const answer = await api.grid(id);
    if (planId.value !== id || !answer.ok || answer.value === null) return;
    const info = await remote().takeKept(answer.value);
    if (planId.value === id && !('fault' in info)) kept.value = info;
  }

  /** Runs something on a file with progress; undefined when it was stopped or is too large. */
  async function withFile<T>(file: File, run: (api: Remote<TerrainApi>) => Promise<T>): Promise<T | undefined> {
    trouble.value = '';
    if (file.size > MAX_TRACK_BYTES) {
      trouble.value = `“${file.name}” is larger than 50 MB. Nothing was changed.`;
      return undefined;
    }
    const mine = ++running;
    busy.value = file.name;
    progress.value = 0;
    try {
      const answer = await run(remote());
      return mine === running ? answer : undefined;
    } catch {
      if (mine === running) trouble.value = `“${file.name}” could not be read. Nothing was changed.`;
      return undefined;
    } finally {
      if (mine === running) busy.value = '';
    }
  }

  /** Stops what is being read; the kept grid is taken up again. */
  function stop(): void {
    running++;
    worker?.terminate();
    worker = undefined;
    remoteApi = undefined;
    busy.value = '';
    if (kept.value) void load(planId.value);
  }

  /** Keeps the part of the grid that was read which lies in a box. @returns a word on why not */
  async function keep(box: Box, origin: Origin | undefined): Promise<string | undefined> {
    const made = await remote().keep(box, origin);
    if ('fault' in made) return made.fault;
    const answer = await api.keepGrid(planId.value, made.ascii);
    if (!answer.ok)
      return answer.failure.kind === 'unreachable' ? 'the server cannot be reached' : 'the server refused it';
    const info = await remote().takeKept(made.ascii);
    if (!('fault' in info)) kept.value = info;
    return undefined;
  }

  async function forget(): Promise<string | undefined> {
    const answer = await api.dropGrid(planId.value);
    if (!answer.ok) return 'the server cannot be reached';
    kept.value = null;
    return undefined;
  }

  return { planId, kept, trouble, busy, progress, remote, told, open, withFile, stop, keep, forget };
});
