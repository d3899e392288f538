// What a person has chosen on the page of a plan: a place, a line, a leg.
import { computed, ref, type ComputedRef, type Ref } from 'vue';
import { isStore } from '@vernal-slope/plan/kinds';
import { routeTo } from '@vernal-slope/plan/topology';
import type { LegRef } from '../session/planpage.ts';
import type { PlanResults } from '../session/usePlanResults.ts';

export interface PlanChoices {
  readonly picked: Ref<string>;
  readonly leg: Ref<LegRef | null>;
  readonly hovered: Ref<LegRef | null>;
  /** The place the page speaks of: what the step leads to, else what was picked, else the last place where water comes out. */
  readonly chosen: ComputedRef<string>;
  /** The line whose walk is shown: the one picked, else the last of the way to the chosen place. */
  readonly line: ComputedRef<string>;
  choosePlace(id: string): void;
  showLine(id: string): void;
  pickLeg(leg: LegRef): void;
  /** Nothing is chosen any more: another plan. */
  reset(): void;
}

export function usePlanChoices(
  results: Readonly<Ref<PlanResults | null>>,
  /** The place that the step on screen leads to, if any. */
  leads: () => string | undefined,
): PlanChoices {
  const picked = ref('');
  const pickedLine = ref('');
  const leg = ref<LegRef | null>(null);
  const hovered = ref<LegRef | null>(null);
  const chosen = computed(() => {
    const r = results.value;
    if (!r) return '';
    const led = leads();
    if (led) return led;
    if (r.compiled.plan.nodes.some((n) => n.id === picked.value)) return picked.value;
    const ends = r.consumers.filter((id) => r.compiled.nodes.has(id) && !isStore(r.compiled.nodes.get(id)?.plan));
    return (
      ends.at(-1) ??
      r.consumers.at(-1) ??
      r.compiled.plan.nodes.find(isStore)?.id ??
      r.compiled.plan.nodes.at(0)?.id ??
      ''
    );
  });
  const line = computed(() => {
    const r = results.value;
    if (!r) return '';
    const { lines } = r.compiled.plan;
    if (pickedLine.value && lines.some((l) => l.id === pickedLine.value)) return pickedLine.value;
    return (
      routeTo(r.compiled, chosen.value)?.lines.at(-1)?.line ??
      lines.find((l) => l.from === chosen.value || l.to === chosen.value)?.id ??
      lines.at(0)?.id ??
      ''
    );
  });
  const showLine = (id: string): void => {
    pickedLine.value = id;
    leg.value = null;
  };
  return {
    picked,
    leg,
    hovered,
    chosen,
    line,
    showLine,
    // another place: its own way, from its own walk
    choosePlace: (id) => {
      picked.value = id;
      showLine('');
    },
    pickLeg: (next) => {
      leg.value = next;
      pickedLine.value = next.line;
    },
    reset: () => {
      picked.value = '';
      showLine('');
    },
  };
}
