// What the Refill step asks of its workers: the run of now at every edit, what would mend it, and, when a person asks,
// the questions that take many runs.
import { computed, ref, shallowRef, type ComputedRef, type Ref } from 'vue';
import type { Plan } from '@vernal-slope/plan/schema';
import type { HeadsCarried, InTime, MendTried, RunPicture, Spread } from '@vernal-slope/plan/simulate';
import type { HeadsAsked, RefillApi } from '../../workers/refill.ts';
import { useAnswer, type Answer } from '../../workers/useAnswer.ts';

const worker = (): Worker => new Worker(new URL('../../workers/refill.worker.ts', import.meta.url), { type: 'module' });

export interface RunAnswer {
  readonly plan: Plan;
  readonly picture: RunPicture;
}
interface Question {
  readonly plan: Plan;
  readonly options: InTime;
}

/** How long is looked at, s. */
export const SPANS = { day: 86_400, three: 3 * 86_400, weeks: 14 * 86_400, month: 30 * 86_400 } as const;
export type Span = keyof typeof SPANS;

/** Days that are run for the spread. */
export const SPREAD_DAYS = 100;

export interface RefillState {
  readonly span: Ref<Span>;
  /** 1 to 12; the plan's tightest until one is picked. */
  readonly month: ComputedRef<number>;
  readonly pickedMonth: Ref<number | undefined>;
  readonly run: Answer<RunAnswer>;
  readonly mends: Answer<readonly MendTried[]>;
  readonly heads: Answer<HeadsCarried | undefined>;
  readonly spread: Answer<Spread>;
  readonly askHeads: (asked: HeadsAsked) => void;
  /** s of the run that is looked at */
  readonly now: Ref<number>;
  /** What happens was guessed, where that comes first. */
  readonly guessed: Ref<boolean>;
}

export function useRefill(
  /** Null while nobody looks. */
  plan: Readonly<Ref<Plan | null>>,
  tightest: () => number,
): RefillState {
  const span = ref<Span>('day');
  const pickedMonth = ref<number>();
  const now = ref(8 * 3600);
  const guessed = ref(false);
  const month = computed(() => pickedMonth.value ?? tightest());
  const question = computed<Question | null>(() =>
    plan.value
      ? { plan: plan.value, options: { duration: SPANS[span.value], start: 0, month: month.value, seed: 1 } }
      : null,
  );
  const run = useAnswer<RefillApi, Question, RunAnswer>({
    worker,
    question: () => question.value,
    ask: async (api, q, told) => ({ plan: q.plan, picture: await api.run(q.plan, q.options, told) }),
    keeps: () => true,
  });
  const mends = useAnswer<RefillApi, Question, readonly MendTried[]>({
    worker,
    question: () => question.value,
    // sought once the run of the plan of now is there; what was found stays, or all under it would jump
    waits: () => run.busy.value || run.answer.value?.plan !== question.value?.plan,
    ask: (api, q, told) => api.mends(q.plan, q.options, told),
    keeps: () => true,
    settleMs: 0,
    longMs: 0,
  });
  const asked = shallowRef<HeadsAsked>();
  const heads = useAnswer<RefillApi, Question, HeadsCarried | undefined>({
    worker,
    question: () => question.value,
    ask: async (api, q, told) => (asked.value ? await api.heads(q.plan, q.options, asked.value, told) : undefined),
    onDemand: true,
    longMs: 0,
  });
  const spread = useAnswer<RefillApi, Question, Spread>({
    worker,
    question: () => question.value,
    ask: (api, q, told) => api.spread(q.plan, q.options, SPREAD_DAYS, told),
    onDemand: true,
    longMs: 0,
  });
  return {
    span,
    month,
    pickedMonth,
    run,
    mends,
    heads,
    spread,
    now,
    guessed,
    askHeads: (next) => {
      asked.value = next;
      void heads.ask();
    },
  };
}
