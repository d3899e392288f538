// The open plan: an immutable document, edits with undo, autosave, what the server says.
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { changeFaults, fieldWords, type Fault } from '@vernal-slope/plan/document';
import { applyCommand, redoEdit, undoEdit, type Command, type Edit } from '@vernal-slope/plan/edit';
import type { Plan, ReadingEntry } from '@vernal-slope/plan/schema';
import { nameOfId } from '@vernal-slope/plan/topology';
import { readsOnly } from './access.ts';
import { api, newKey, type Failure, type StoredPlan } from './client.ts';
import {
  askedToo,
  changesOf,
  differ,
  knownOf,
  merged,
  named,
  nothingIn,
  rowsOf,
  withIds,
  withLog,
  withoutLog,
  type Asked,
  type Known,
  type LogChanges,
  type Row,
} from './logrows.ts';
import { dropPending, keepPending, readPending, type Unanswered } from './pending.ts';
import { copyPhotos, photosWait, sendPhotos } from './photos.ts';
import { keepUndo, readUndo } from './undone.ts';

export type SaveState = 'saved' | 'unsaved' | 'saving' | 'offline' | 'conflict' | 'refused';

const SAVE_AFTER_MS = 500;
const RETRY_MS = 4000;
/** Writing down what can be undone waits until the typing pauses. */
const UNDO_AFTER_MS = 300;
const UNDO_STEPS = 500;
/** A fault of the server with the place or line of the plan that it speaks of. */
export interface Refusal {
  readonly fault: Fault;
  /** Id of the place or line; empty where it is of the plan as a whole. */
  readonly at: string;
  readonly name: string;
  readonly field: string;
}

/** Where a path of the document points, for people. */
function placeOf(plan: Plan, path: string): Omit<Refusal, 'fault'> {
  const found = /^\$\.(nodes|lines)\[(\d+)\]/.exec(path);
  const item = found && plan[found[1] as 'nodes' | 'lines'][Number(found[2])];
  const field = fieldWords(/([A-Za-z]\w*)(?:\[\d+\])*$/.exec(path)?.[1] ?? '');
  return item
    ? { at: item.id, name: nameOfId(plan, item.id), field }
    : { at: '', name: plan.title || 'The plan', field };
}

/** Why nothing is changed for who may only read. */
const READ_ONLY: readonly Fault[] = [
  { path: '$', message: 'this is signed in to read only', advice: 'sign in with the passphrase that also writes' },
];
const PUT_BACK = 'Edits kept in this browser were put back.';

export const usePlan = defineStore('plan', () => {
  const id = ref('');
  const plan = shallowRef<Plan | null>(null);
  const revision = ref(0);
  const past = shallowRef<readonly Edit[]>([]);
  const future = shallowRef<readonly Edit[]>([]);
  const state = ref<SaveState>('saved');
  const savedAt = shallowRef<Date | null>(null);
  const conflict = shallowRef<StoredPlan | null>(null);
  const openFailure = shallowRef<Failure | null>(null);
  /** Said once to the person: brought up to date, brought back, refused. */
  const notice = ref('');
  /** What the server would not keep, and where it is. */
  const refused = shallowRef<readonly Refusal[]>([]);
  /** What was done since the last save, for the history. */
  let done: string[] = [];
  let timer: ReturnType<typeof setTimeout> | undefined;
  let undoTimer: ReturnType<typeof setTimeout> | undefined;
  let running: Promise<void> | undefined;
  /** A save whose answer never came: it is sent again as it was before anything newer. */
  let unanswered: Unanswered | undefined;
  /** The plan whose document, its log aside, is the server's at `revision`. */
  let saved: Plan | undefined;
  /** What the server has of the log, and changes of it so far. */
  let known: Known = {};
  /** What of the log was sent and not answered: the server may have it, or not. */
  let asked: Asked = {};
  let logRevision = 0;

  function adopt(stored: StoredPlan): void {
    id.value = stored.id;
    plan.value = saved = withIds(stored.document, newKey);
    known = knownOf(rowsOf(stored.document.log ?? [], stored.readings));
    asked = {};
    logRevision = stored.logRevision;
    revision.value = stored.revision;
    savedAt.value = new Date(stored.updatedAt);
    past.value = [];
    future.value = [];
    done = [];
    unanswered = undefined;
    state.value = 'saved';
    conflict.value = null;
  }

  /** Takes what the server says of the log into the plan: of another device, or what was sent just now. */
  function takeLog(rows: readonly Row[], changes: number): void {
    if (!plan.value) return;
    const before = plan.value.log ?? [];
    const log = merged(before, known, rows, asked);
    known = knownOf(rows);
    asked = {};
    logRevision = changes;
    if (log === before) return;
    const next = withLog(plan.value, log);
    if (saved && !differ(plan.value, saved)) saved = next;
    plan.value = next;
    // what could be undone of the log speaks of entries by their place in it, and others came in between
    const ofLog = (edit: Edit): boolean => edit.patches.some((p) => p.path[0] === 'log');
    past.value = past.value.filter((e) => !ofLog(e));
    future.value = future.value.filter((e) => !ofLog(e));
  }
  const takeLogOf = (stored: StoredPlan): void =>
    takeLog(rowsOf(stored.document.log ?? [], stored.readings), stored.logRevision);
  const unsentLog = (): LogChanges => changesOf(known, plan.value?.log ?? []);
  const logIsThere = (): boolean => nothingIn(unsentLog()) && Object.keys(asked).length === 0;

  /** Opens a plan; edits kept from an earlier visit are put back on top and sent, and can be undone still. */
  async function open(wanted: string): Promise<void> {
    await openKept(wanted);
    if (!plan.value || id.value !== wanted) return;
    const undone = readUndo(wanted, plan.value);
    if (!undone) return;
    past.value = undone.past;
    future.value = undone.future;
  }
  async function openKept(wanted: string): Promise<void> {
    await flush();
    clearTimeout(timer);
    openFailure.value = null;
    if (id.value !== wanted) plan.value = null;
    const kept = await readPending(wanted);
    // what the last visit sent and never heard of: the server says now whether it has it
    const lost = kept?.unanswered;
    const heard = lost ? await api.save(wanted, lost.revision, lost.document, lost.summary, lost.key) : undefined;
    const answer = await api.get(wanted);
    const based = heard?.ok ? heard.value.revision : kept?.revision;
    if (answer.ok) {
      adopt(answer.value);
      const waiting = await photosWait(wanted);
      if (!kept) {
        if (waiting) laterUnsaved();
        return;
      }
      const theirs = plan.value;
      const rows = rowsOf(answer.value.document.log ?? [], answer.value.readings);
      const log = merged(named(kept.document.log ?? [], rows, newKey), kept.known ?? {}, rows, kept.asked);
      // a window closed while its save was on the way: the server has it already
      const same = JSON.stringify(withoutLog(kept.document)) === JSON.stringify(theirs && withoutLog(theirs));
      if (same && theirs && nothingIn(changesOf(known, log)) && !waiting) {
        await dropPending(wanted);
        if (heard?.ok) notice.value = PUT_BACK;
        return;
      }
      plan.value = withLog(same && theirs ? theirs : kept.document, log);
      if (same || based === answer.value.revision) {
        if (same) saved = plan.value;
        notice.value = PUT_BACK;
        state.value = 'unsaved';
        later(0);
      } else {
        revision.value = based ?? kept.revision;
        conflict.value = answer.value;
        state.value = 'conflict';
        later(0);
      }
    } else if (answer.failure.kind === 'unreachable' && kept) {
      id.value = wanted;
      plan.value = kept.document;
      // which of it the server has is not known: all of the document is sent again
      saved = undefined;
      known = kept.known ?? {};
      asked = kept.asked ?? {};
      revision.value = kept.revision;
      unanswered = kept.unanswered;
      state.value = 'offline';
      later(RETRY_MS);
    } else {
      plan.value = null;
      openFailure.value = answer.failure;
    }
  }

  function later(ms: number): void {
    clearTimeout(timer);
    timer = setTimeout(() => void save(), ms);
  }

  function laterUnsaved(): void {
    state.value = 'unsaved';
    later(0);
  }
  function keep(): void {
    if (plan.value) {
      const document = plan.value;
      void keepPending(id.value, { document, revision: revision.value, unanswered, known, asked });
    }
  }
  function changed(): void {
    if (!plan.value) return;
    keep();
    clearTimeout(undoTimer);
    undoTimer = setTimeout(keepUndoNow, UNDO_AFTER_MS);
    if (state.value !== 'offline' && state.value !== 'conflict') state.value = 'unsaved';
    // readings go to the server though two documents wait for a choice
    later(SAVE_AFTER_MS);
  }

  function keepUndoNow(): void {
    clearTimeout(undoTimer);
    if (plan.value) keepUndo(id.value, plan.value, past.value, future.value);
  }

  async function save(): Promise<void> {
    if (running) return running;
    running = send().finally(() => {
      running = undefined;
    });
    return running;
  }

  /** Sends what is new of the log and its photographs. @returns false where the rest has to wait */
  async function sendLog(): Promise<boolean> {
    const sentId = id.value;
    const lost = await sendPhotos(sentId);
    if (lost?.kind === 'refused') notice.value = lost.message;
    if (id.value !== sentId) return false;
    if (lost?.kind !== 'unreachable' && logIsThere()) return true;
    const changes = unsentLog();
    if (lost?.kind !== 'unreachable' && !nothingIn(changes)) {
      asked = askedToo(asked, changes);
      keep();
    }
    const answer = lost?.kind === 'unreachable' ? undefined : await api.changeLog(sentId, changes);
    if (id.value !== sentId) return false;
    if (answer?.ok) {
      takeLog(answer.value.readings, answer.value.logRevision);
      keep();
      return true;
    }
    switch (answer?.failure.kind) {
      case 'missing':
        // told when the document is sent
        return true;
      case 'refused':
        state.value = 'refused';
        notice.value = `The log was not saved; it is kept in this browser. ${answer.failure.message}`;
        return false;
      default:
        if (state.value !== 'conflict') state.value = 'offline';
        later(RETRY_MS);
        return false;
    }
  }

  async function send(): Promise<void> {
    const sentId = id.value;
    if (!plan.value || state.value === 'saved') return;
    const waits = state.value === 'conflict';
    if (state.value !== 'offline' && !waits) state.value = 'saving';
    if (!(await sendLog()) || waits) return;
    const sent = plan.value;
    if (!unanswered && saved && !differ(sent, saved)) {
      savedAt.value = new Date();
      done = [];
      await settled(sentId);
      return;
    }
    const again = unanswered;
    const told = again ? [] : done;
    const now: Unanswered = again ?? {
      key: newKey(),
      revision: revision.value,
      document: sent,
      summary: [...new Set(told)].join('; ').slice(0, 200),
    };
    unanswered = now;
    if (!again) keep();
    const answer = await api.save(sentId, now.revision, now.document, now.summary, now.key);
    if (id.value !== sentId) return;
    if (answer.ok || answer.failure.kind !== 'unreachable') unanswered = undefined;
    if (answer.ok) {
      if (refused.value.length > 0) {
        // what was wrong is mended: the banner goes with it
        refused.value = [];
        notice.value = '';
      }
      done = done.slice(told.length);
      revision.value = answer.value.revision;
      savedAt.value = new Date(answer.value.updatedAt);
      saved = now.document;
      await settled(sentId, again ? 0 : SAVE_AFTER_MS);
      return;
    }
    switch (answer.failure.kind) {
      case 'unreachable':
        state.value = 'offline';
        later(RETRY_MS);
        return;
      case 'stale':
        takeLogOf(answer.failure.current);
        conflict.value = answer.failure.current;
        state.value = 'conflict';
        return;
      case 'missing':
        state.value = 'refused';
        notice.value = 'This plan was deleted from somewhere else. Export it to keep your copy.';
        return;
      case 'refused':
        state.value = 'refused';
        refused.value = answer.failure.faults.map((f) => ({ ...placeOf(sent, f.path), fault: f }));
        notice.value = [
          answer.failure.message,
          ...refused.value
            .slice(0, 3)
            .map(({ name, field, fault: f }) => `${name}: ${field} ${f.message}; ${f.advice}.`),
        ].join(' ');
    }
  }

  /** All that was sent is kept: so is the plan, unless it was changed meanwhile. */
  async function settled(sentId: string, ms = SAVE_AFTER_MS): Promise<void> {
    if (plan.value && saved && !differ(plan.value, saved) && logIsThere()) {
      state.value = 'saved';
      await dropPending(sentId);
    } else {
      state.value = 'unsaved';
      keep();
      later(ms);
    }
  }

  /** Sends what is unsaved now. */
  async function flush(): Promise<void> {
    if (undoTimer !== undefined) keepUndoNow();
    clearTimeout(timer);
    if (running) await running;
    if (state.value === 'unsaved') await save();
  }

  /**
   * Runs a command. @returns the faults that kept it from being done (nothing is changed then)
   */
  function edit(command: Command): readonly Fault[] {
    if (!plan.value) return [];
    if (readsOnly()) return READ_ONLY;
    const applied = applyCommand(plan.value, command);
    if (!applied) return [];
    const faults = changeFaults(plan.value, applied.plan);
    if (faults.length > 0) return faults;
    plan.value = applied.plan;
    done = [...done, command.label];
    past.value = [...past.value.slice(-UNDO_STEPS), applied.edit];
    future.value = [];
    changed();
    return [];
  }

  function undo(): void {
    const last = past.value.at(-1);
    if (!last || !plan.value || readsOnly()) return;
    plan.value = undoEdit(plan.value, last);
    done = [...done, `undone: ${last.label}`];
    past.value = past.value.slice(0, -1);
    future.value = [...future.value, last];
    changed();
  }

  function redo(): void {
    const next = future.value.at(-1);
    if (!next || !plan.value || readsOnly()) return;
    plan.value = redoEdit(plan.value, next);
    done = [...done, next.label];
    future.value = future.value.slice(0, -1);
    past.value = [...past.value, next];
    changed();
  }

  /** Keeps this window's plan over the one saved from elsewhere. */
  function keepMine(): void {
    if (!conflict.value) return;
    revision.value = conflict.value.revision;
    conflict.value = null;
    state.value = 'unsaved';
    later(0);
  }

  /** Takes the plan saved from elsewhere; this window's edits are dropped. */
  async function takeTheirs(): Promise<void> {
    if (!conflict.value) return;
    const theirs = conflict.value;
    // readings of this window are no part of the choice
    const mine = plan.value?.log ?? [];
    const [had, changes] = [known, logRevision];
    await dropPending(id.value);
    adopt(theirs);
    known = had;
    logRevision = changes;
    if (plan.value) plan.value = saved = withLog(plan.value, mine);
    if (!logIsThere()) laterUnsaved();
  }

  /** Saves this window's plan as a plan of its own and takes the other here. @returns the new plan's id */
  async function keepBoth(): Promise<string | undefined> {
    if (!plan.value) return undefined;
    const answer = await api.create({ ...plan.value, title: `${plan.value.title} (my copy)` });
    if (!answer.ok) {
      notice.value = 'The copy could not be saved. Nothing was changed.';
      return undefined;
    }
    const shots = (plan.value.log ?? []).flatMap((e) => (e.photo ? [e.photo] : []));
    await copyPhotos(id.value, answer.value.id, shots);
    await takeTheirs();
    return answer.value.id;
  }

  /** Looks whether the plan was saved from elsewhere; takes it when nothing here would be lost. */
  async function lookForNewer(): Promise<void> {
    if (state.value !== 'saved' || !id.value) return;
    const answer = await api.get(id.value);
    if (!answer.ok || answer.value.id !== id.value || state.value !== 'saved') return;
    if (answer.value.revision > revision.value) {
      adopt(answer.value);
      notice.value = 'Brought up to date: the plan was saved from another window.';
    } else if (answer.value.logRevision > logRevision) {
      takeLogOf(answer.value);
      notice.value = 'Brought up to date: readings came in from another window.';
    }
  }

  /** Entries of the log that the server does not have yet. */
  const unsentReadings = (): ReadingEntry[] => unsentLog().put.map((p) => p.entry);

  const undoLabel = computed(() => past.value.at(-1)?.label);
  const redoLabel = computed(() => future.value.at(-1)?.label);

  return {
    id,
    plan,
    revision,
    state,
    savedAt,
    conflict,
    openFailure,
    notice,
    refused,
    undoLabel,
    redoLabel,
    open,
    edit,
    undo,
    redo,
    save,
    flush,
    keepMine,
    takeTheirs,
    keepBoth,
    lookForNewer,
    unsentReadings,
  };
});
