// One way to have an answer from a worker: a question that is watched, the answer to the question of now and no other,
// progress, cancel, and what went wrong.
import { proxy, wrap, type Remote } from 'comlink';
import {
  computed,
  onScopeDispose,
  ref,
  shallowRef,
  watch,
  type ComputedRef,
  type Ref,
  type ShallowUnwrapRef,
} from 'vue';

/** Tells how far it is, 0 to 1. */
export type Told = (share: number) => void;

export interface Asking<Api, Q extends object, A> {
  /** Starts the worker; it is kept for the next question. */
  readonly worker: () => Worker;
  /** Puts the question. */
  readonly ask: (api: Remote<Api>, question: Q, told: Told) => Promise<A>;
  /** The question as it is now; null while there is none. The same object is the same question. */
  readonly question: () => Q | null;
  /** True where the answer to one question may stand until that to the next is there. */
  readonly keeps?: (before: Q, now: Q) => boolean;
  /** True while the question waits for another answer: nothing is asked, what runs is cut off, what was found stays. */
  readonly waits?: () => boolean;
  /** Asks only when told to, not whenever the question changes. */
  readonly onDemand?: boolean;
  /** How long after a change it is asked, ms: typing on does not queue up work. */
  readonly settleMs?: number;
  /** A running answer that is older than this is cut off by the next, ms; a younger one is waited for. */
  readonly longMs?: number;
}

export interface Answer<A> {
  /** The answer to the question of now, or to one that `keeps`; null while there is none. */
  readonly answer: ComputedRef<A | null>;
  readonly busy: Readonly<Ref<boolean>>;
  /** 0 to 1 while it works. */
  readonly progress: Readonly<Ref<number>>;
  /** What went wrong, as a sentence; empty while nothing did. */
  readonly error: Readonly<Ref<string>>;
  /** Asks now: again after an error, or on demand. */
  readonly ask: () => Promise<void>;
  readonly cancel: () => void;
}

/** An answer as a component takes it: its refs read without `.value`. */
export type AnswerShown<A> = ShallowUnwrapRef<Answer<A>>;

const SETTLE_MS = 80;
const LONG_MS = 1000;
interface Running<Api> {
  readonly worker: Worker;
  readonly api: Remote<Api>;
  fail?: (why: Error) => void;
}

const FAILED = 'This could not be worked out';

/** Answers of a worker to a question that changes. Ends with the scope it is called in. */
export function useAnswer<Api, Q extends object, A>(asking: Asking<Api, Q, A>): Answer<A> {
  const found = shallowRef<{ readonly question: Q; readonly value: A } | null>(null);
  const busy = ref(false);
  const progress = ref(0);
  const error = ref('');
  const question = shallowRef<Q | null>(null);
  let running: Running<Api> | undefined;
  let turn = 0;
  let inFlight = false;
  /** Another was asked for while one is worked out. */
  let waiting = false;
  let begun = 0;
  let timer: ReturnType<typeof setTimeout> | undefined;

  function start(): Running<Api> {
    if (running) return running;
    const worker = asking.worker();
    const own: Running<Api> = { worker, api: wrap<Api>(worker) };
    // a worker that cannot be loaded, or dies, would otherwise never answer
    const died = (event: Event): void => {
      event.preventDefault();
      own.fail?.(new Error((event as ErrorEvent).message || 'its worker stopped'));
      if (running === own) stop();
    };
    worker.addEventListener('error', died);
    worker.addEventListener('messageerror', died);
    running = own;
    return own;
  }
  function stop(): void {
    running?.worker.terminate();
    running = undefined;
    inFlight = false;
    waiting = false;
  }

  async function askNow(): Promise<void> {
    const now = question.value;
    if (!now) return;
    if (inFlight) {
      // it is nearly done, and a new worker costs more; one that takes long is cut off
      if (performance.now() - begun < (asking.longMs ?? LONG_MS)) {
        waiting = true;
        return;
      }
      stop();
    }
    const mine = ++turn;
    inFlight = true;
    busy.value = true;
    begun = performance.now();
    progress.value = 0;
    error.value = '';
    try {
      const own = start();
      const told = proxy((share: number) => {
        if (mine === turn) progress.value = share;
      });
      const value = await Promise.race([
        asking.ask(own.api, now, told),
        new Promise<never>((_, fail) => (own.fail = fail)),
      ]);
      if (mine === turn && !waiting) found.value = { question: now, value };
    } catch (why) {
      if (mine === turn && !waiting) {
        found.value = null;
        error.value = `${FAILED}: ${why instanceof Error ? why.message : String(why)}.`;
      }
    } finally {
      if (mine === turn) {
        inFlight = false;
        const again = waiting;
        waiting = false;
        if (again) void askNow();
        else busy.value = false;
      }
    }
  }

  function cancel(): void {
    clearTimeout(timer);
    turn++;
    if (inFlight) stop();
    busy.value = false;
    progress.value = 0;
  }

  watch(
    [asking.question, () => asking.waits?.() ?? false] as const,
    ([now, waits]) => {
      question.value = now;
      clearTimeout(timer);
      error.value = '';
      if (!now || asking.onDemand) {
        // what is sought for another question says nothing of this one
        cancel();
        return;
      }
      if (waits) cancel();
      busy.value = true;
      if (!waits) timer = setTimeout(() => void askNow(), asking.settleMs ?? SETTLE_MS);
    },
    { immediate: true },
  );
  onScopeDispose(() => {
    cancel();
    stop();
  });
  const answer = computed(() => {
    const now = question.value;
    if (!found.value || !now) return null;
    return found.value.question === now || asking.keeps?.(found.value.question, now) ? found.value.value : null;
  });
  return { answer, busy, progress, error, ask: askNow, cancel };
}
