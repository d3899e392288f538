// One reading: where, with what, what was open, one number, and what the plan says that it would be.
import { computed, onScopeDispose, ref, shallowRef, watch, type ComputedRef, type Ref } from 'vue';
import { wrap } from 'comlink';
import { agrees, usualErrorSI, type ReadingKind } from '@vernal-slope/plan/diagnose';
import { levelFor } from '@vernal-slope/plan/compile';
import { feeds, isSource, isStore, isTap, isVessel, type StoreNode } from '@vernal-slope/plan/kinds';
import type { Plan, PlanNode, ReadingEntry } from '@vernal-slope/plan/schema';
import { nameIn } from '@vernal-slope/display/names';
import { planField } from '@vernal-slope/display/planfields';
import type { LogApi } from '../../workers/log.ts';
import { kindsAt } from '@vernal-slope/display/logwords';
import { useEntry, type Entry } from './useEntry.ts';

export interface ReadingDraft extends Omit<Entry, 'keep' | 'wrongTime'> {
  readonly places: ComputedRef<readonly { value: string; label: string }[]>;
  readonly place: Ref<string>;
  readonly node: ComputedRef<PlanNode | undefined>;
  readonly kinds: ComputedRef<readonly ReadingKind[]>;
  readonly kind: Ref<ReadingKind>;
  /** What ran, as a choice. */
  readonly open: Ref<string>;
  readonly opens: ComputedRef<readonly { value: string; label: string }[]>;
  readonly tanks: ComputedRef<readonly StoreNode[]>;
  readonly levels: Ref<Record<string, number>>;
  readonly levelOf: (tank: StoreNode) => number;
  readonly setLevel: (id: string, m: number) => string | undefined;
  /** In the plan's unit. */
  readonly value: Ref<number | undefined>;
  readonly setValue: (v: number) => string | undefined;
  /** SI; undefined while the plan has not said, or cannot. */
  readonly planned: Readonly<Ref<number | undefined>>;
  readonly off: ComputedRef<{ readonly apart: number; readonly far: boolean } | undefined>;
  /** Keeps it. @returns whether it was kept */
  readonly keep: () => Promise<boolean>;
}

export function useReading(plan: () => Plan): ReadingDraft {
  const { date, time, note, photo, fault, wrongTime, keep: keepEntry } = useEntry();
  const places = computed(() =>
    plan()
      .nodes.filter((n) => kindsAt(n).length > 0)
      .map((n) => ({ value: n.id, label: nameIn(plan(), n.id) })),
  );
  const wanted = computed(() => plan().nodes.filter((n) => isTap(n) || (isVessel(n) && !feeds(n))));
  const place = ref(wanted.value[0]?.id ?? places.value[0]?.value ?? '');
  const node = computed(() => plan().nodes.find((n) => n.id === place.value));
  const kinds = computed(() => kindsAt(node.value));
  const kind = ref<ReadingKind>('pressureKPa');
  watch(kinds, (now) => (kind.value = now.includes(kind.value) ? kind.value : (now[0] ?? 'pressureKPa')), {
    immediate: true,
  });
  /** What ran: only here, all shut, all, a situation of the plan. */
  const open = ref('here');
  const opens = computed(() => [
    {
      value: 'here',
      label: node.value && !isSource(node.value) ? `${nameIn(plan(), place.value)} only` : 'nothing else',
    },
    { value: 'none', label: 'all shut' },
    { value: 'all', label: 'all open' },
    ...(plan().situations ?? []).map((s, k) => ({ value: `situation ${k}`, label: s.name })),
  ]);
  const openList = computed((): readonly string[] => {
    if (open.value === 'none') return [];
    if (open.value === 'all') return wanted.value.map((n) => n.id);
    if (open.value.startsWith('situation')) return plan().situations?.[Number(open.value.slice(10))]?.open ?? [];
    return wanted.value.some((n) => n.id === place.value) ? [place.value] : [];
  });
  /** Levels that the tanks stood at, m above their floors; as the plan starts where nothing is said. */
  const tanks = computed(() => plan().nodes.filter(isStore));
  const levels = ref<Record<string, number>>({});
  const levelOf = (tank: (typeof tanks.value)[number]): number => levels.value[tank.id] ?? levelFor(tank, 'start');
  function setLevel(id: string, m: number): string | undefined {
    levels.value = { ...levels.value, [id]: m };
    return undefined;
  }
  /** In the plan's unit. */
  const value = ref<number>();
  watch([place, kind], () => {
    value.value = undefined;
    fault.value = '';
  });
  const entry = computed((): Omit<ReadingEntry, 'at'> => ({
    place: place.value,
    [kind.value]: value.value ?? 1,
    open: [...openList.value],
    ...(Object.keys(levels.value).length > 0 ? { levelsM: { ...levels.value } } : {}),
  }));
  const si = (v: number): number => planField(kind.value).toSI(v);

  /** What the plan says that it would be: asked of a worker, the last question counts. */
  const worker = new Worker(new URL('../../workers/log.worker.ts', import.meta.url), { type: 'module' });
  const api = wrap<LogApi>(worker);
  onScopeDispose(() => {
    worker.terminate();
  });
  const planned = shallowRef<number>();
  let asked = 0;
  watch(
    () => [plan(), place.value, kind.value, open.value, date.value, levels.value] as const,
    async () => {
      const own = ++asked;
      planned.value = undefined;
      const { value: found } = await api.planned(plan(), {
        ...entry.value,
        at: `${date.value}T${time.value}`,
        [kind.value]: 1,
      } as ReadingEntry);
      if (own === asked) planned.value = found;
    },
    { immediate: true },
  );
  const off = computed(() => {
    if (value.value === undefined || planned.value === undefined) return undefined;
    const read = si(value.value);
    return { apart: read - planned.value, far: !agrees(read, usualErrorSI(kind.value, read), planned.value) };
  });
  const setValue = (v: number): string | undefined => {
    value.value = v;
    fault.value = '';
    return undefined;
  };
  async function keep(): Promise<boolean> {
    fault.value = value.value === undefined ? 'Give what was read.' : wrongTime();
    if (fault.value !== '' || !(await keepEntry(entry.value))) return false;
    value.value = undefined;
    return true;
  }

  return {
    date,
    time,
    note,
    photo,
    fault,
    places,
    place,
    node,
    kinds,
    kind,
    open,
    opens,
    tanks,
    levels,
    levelOf,
    setLevel,
    value,
    setValue,
    planned,
    off,
    keep,
  };
}
