// The benches of the Outlets step: which one is open, and what its workers are asked.
import { computed, ref, type ComputedRef, type Ref } from 'vue';
import { cabinsOf, type Cabin } from '@vernal-slope/plan/cabin';
import { DEFAULT_MONTH } from '@vernal-slope/plan/compile';
import { isRail, type RailPlot } from '@vernal-slope/plan/drink';
import {
  chainsOf,
  chainStands,
  type Chain,
  type ChainStands,
  type GroupDrills,
  type HoleSearch,
  type Levelling,
  type Watering,
} from '@vernal-slope/plan/garden';
import { isBasin, isTap } from '@vernal-slope/plan/kinds';
import { filtersOf } from '@vernal-slope/plan/treat';
import { totesOf, type Tote } from '@vernal-slope/plan/tote';
import type { BasinNode, Drain, Plan, Plot } from '@vernal-slope/plan/schema';
import type { PlanRefill } from '@vernal-slope/plan/solve';
import type { GardenApi, HolesAsked } from '../../workers/garden.ts';
import { useAnswer, type Answer } from '../../workers/useAnswer.ts';

export const gardenWorker = (): Worker =>
  new Worker(new URL('../../workers/garden.worker.ts', import.meta.url), { type: 'module' });

/** What is on the bench: a place of the plan, a plot, or a chain of beds (by its bucket, else its first bed). */
export type Bench =
  | { readonly kind: 'place' }
  | { readonly kind: 'plot'; readonly plot: Plot }
  | { readonly kind: 'rail'; readonly rail: RailPlot }
  | { readonly kind: 'cabin'; readonly cabin: Cabin }
  | { readonly kind: 'drain'; readonly drain: Drain }
  | { readonly kind: 'trough'; readonly node: BasinNode }
  | { readonly kind: 'tote'; readonly node: Tote }
  | { readonly kind: 'treatment' }
  | { readonly kind: 'chain'; readonly chain: Chain; readonly stands: ChainStands | undefined };

export interface BenchTab {
  readonly id: string;
  readonly kind: 'plot' | 'chain' | 'rail' | 'cabin' | 'drain' | 'trough' | 'tote' | 'treatment';
  /** Whose name it goes by. */ readonly of: string;
}

/** Stands for taps and troughs: longer than an id may be. */
export const PLACES = 'places'.repeat(40);

/** Stands for the taps under a tank: longer than an id may be. */
export const cabinId = (cabin: Cabin): string => `${'cabin'.repeat(41)} ${cabin.feed}`;
/** Stand for treatment, and for a tank that is carried. */
export const TREATMENT = 'treatment'.repeat(40);
export const toteId = (node: Tote): string => `${'carried'.repeat(40)} ${node.id}`;
const treats = (plan: Plan): boolean =>
  filtersOf(plan).length > 0 || plan.lines.some((l) => l.legs.some((leg) => (leg.treatment ?? []).length > 0));
export const chainId = (chain: Chain): string => chain.buckets.at(0)?.id ?? chain.beds[0].id;

interface PlotAsked {
  readonly plan: Plan;
  readonly asked: HolesAsked;
}

export interface OutletsState {
  /** Id of the bench that was picked; empty while none is, `PLACES` for taps and troughs. */
  readonly picked: Ref<string>;
  /** Id of the bench that is open. */
  readonly shown: ComputedRef<string>;
  /** Taps of the cabin that are open on its bench. */
  readonly opened: Ref<readonly string[]>;
  readonly tabs: ComputedRef<readonly BenchTab[]>;
  readonly bench: ComputedRef<Bench>;
  readonly month: ComputedRef<number>;
  readonly wished: Ref<number>;
  readonly holes: Answer<HoleSearch | undefined>;
  readonly groups: Answer<GroupDrills | undefined>;
  readonly watering: Answer<Watering | undefined>;
  readonly levelling: Answer<Levelling | undefined>;
  readonly visit: Answer<PlanRefill | undefined>;
}

export function useBenches(
  /** Null while nobody looks. */
  plan: Readonly<Ref<Plan | null>>,
  us: () => boolean,
  tightest: () => number,
  chosen: () => string,
): OutletsState {
  const picked = ref('');
  const opened = ref<readonly string[]>([]);
  const wished = ref(0.9);
  const month = computed(() => tightest() || DEFAULT_MONTH);
  const chains = computed(() => (plan.value ? chainsOf(plan.value) : []));
  const cabins = computed(() => (plan.value ? cabinsOf(plan.value) : []));
  const tabs = computed<BenchTab[]>(() => [
    ...(plan.value?.nodes ?? []).filter(isBasin).map((n) => ({ id: n.id, kind: 'trough' as const, of: n.id })),
    ...cabins.value.map((c) => ({ id: cabinId(c), kind: 'cabin' as const, of: c.feed })),
    ...(plan.value && treats(plan.value) ? [{ id: TREATMENT, kind: 'treatment' as const, of: '' }] : []),
    ...chains.value.map((c) => ({ id: chainId(c), kind: 'chain' as const, of: chainId(c) })),
    ...(plan.value?.plots ?? []).map((p) => ({
      id: p.id,
      kind: isRail(p) ? ('rail' as const) : ('plot' as const),
      of: p.id,
    })),
    ...(plan.value ? totesOf(plan.value) : []).map((n) => ({ id: toteId(n), kind: 'tote' as const, of: n.id })),
    ...(plan.value?.drains ?? []).map((d) => ({ id: d.id, kind: 'drain' as const, of: d.id })),
  ]);
  /** The bench of a place: of a trough its own, of a tap that of the taps under its tank. */
  const benchOf = (id: string): string | undefined => {
    const node = plan.value?.nodes.find((n) => n.id === id);
    if (isBasin(node)) return node.id;
    if (!isTap(node)) return undefined;
    const cabin = cabins.value.find((c) => c.taps.some((t) => t.id === id));
    return cabin && cabinId(cabin);
  };
  /** What was picked; where nothing was, the bench of the chosen place, else the first. */
  const shown = computed(() => {
    const known = picked.value === PLACES || tabs.value.some((t) => t.id === picked.value);
    if (picked.value !== '' && known) return picked.value;
    return benchOf(chosen()) ?? tabs.value.at(0)?.id ?? '';
  });
  const bench = computed<Bench>(() => {
    const cabin = cabins.value.find((c) => cabinId(c) === shown.value);
    if (cabin) return { kind: 'cabin', cabin };
    const chain = chains.value.find((c) => chainId(c) === shown.value);
    if (chain) return { kind: 'chain', chain, stands: chainStands(chain) };
    const plot = plan.value?.plots?.find((p) => p.id === shown.value);
    const drain = plan.value?.drains?.find((d) => d.id === shown.value);
    if (drain) return { kind: 'drain', drain };
    if (shown.value === TREATMENT) return { kind: 'treatment' };
    const trough = plan.value?.nodes.find((n) => n.id === shown.value);
    if (isBasin(trough)) return { kind: 'trough', node: trough };
    const tote = plan.value && totesOf(plan.value).find((n) => toteId(n) === shown.value);
    if (tote) return { kind: 'tote', node: tote };
    if (isRail(plot)) return { kind: 'rail', rail: plot };
    return plot ? { kind: 'plot', plot } : { kind: 'place' };
  });
  const plotAsked = computed<PlotAsked | null>(() =>
    plan.value && bench.value.kind === 'plot'
      ? {
          plan: plan.value,
          asked: { plot: bench.value.plot.id, us: us(), wished: wished.value, month: month.value },
        }
      : null,
  );
  const watering = useAnswer<GardenApi, PlotAsked, Watering | undefined>({
    worker: gardenWorker,
    question: () => plotAsked.value,
    ask: (api, q) => api.watering(q.plan, q.asked.plot, q.asked.month),
    keeps: (before, now) => before.asked.plot === now.asked.plot,
  });
  const holes = useAnswer<GardenApi, PlotAsked, HoleSearch | undefined>({
    worker: gardenWorker,
    question: () => plotAsked.value,
    waits: () => watering.busy.value,
    ask: (api, q, told) => api.holes(q.plan, q.asked, told),
    keeps: (before, now) => before.asked.plot === now.asked.plot,
    settleMs: 0,
    longMs: 0,
  });
  const groups = useAnswer<GardenApi, PlotAsked, GroupDrills | undefined>({
    worker: gardenWorker,
    question: () => plotAsked.value,
    waits: () => watering.busy.value || holes.busy.value,
    ask: (api, q, told) => api.groups(q.plan, q.asked, told),
    keeps: (before, now) => before.asked.plot === now.asked.plot && before.plan === now.plan,
    settleMs: 0,
    longMs: 0,
  });
  const levelling = useAnswer<GardenApi, { readonly plan: Plan; readonly bucket: string }, Levelling | undefined>({
    worker: gardenWorker,
    question: computedQuestion(() =>
      plan.value && bench.value.kind === 'chain' && bench.value.stands
        ? { plan: plan.value, bucket: bench.value.stands.bucket.id }
        : null,
    ),
    ask: (api, q) => api.levelling(q.plan, q.bucket),
    keeps: (before, now) => before.bucket === now.bucket,
  });
  const visit = useAnswer<GardenApi, { readonly plan: Plan; readonly trough: string }, PlanRefill | undefined>({
    worker: gardenWorker,
    question: computedQuestion(() =>
      plan.value && bench.value.kind === 'trough' && typeof Worker !== 'undefined'
        ? { plan: plan.value, trough: bench.value.node.id }
        : null,
    ),
    ask: (api, q) => api.visit(q.plan, q.trough),
    keeps: (before, now) => before.trough === now.trough,
  });
  return { picked, shown, opened, tabs, bench, month, wished, holes, groups, watering, levelling, visit };
}

/** A question made once for each change of what it is made of. */
function computedQuestion<Q extends object>(make: () => Q | null): () => Q | null {
  const question = computed(make);
  return () => question.value;
}
