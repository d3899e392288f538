// For tests of components: a plan's page without server and router, its edits done by the plan's own commands.
import { mount, type VueWrapper } from '@vue/test-utils';
import { createPinia, setActivePinia } from 'pinia';
import { readFileSync } from 'node:fs';
import { computed, defineComponent, ref, shallowRef, type Component, type ShallowRef, type VNode } from 'vue';
import type { Working } from '@vernal-slope/core/working';
import { checkPlan, loadPlan, type Fault } from '@vernal-slope/plan/document';
import { applyCommand, type Command } from '@vernal-slope/plan/edit';
import type { FigureKey } from '@vernal-slope/plan/findings';
import type { Plan } from '@vernal-slope/plan/schema';
import { providePlanPage, type LegRef, type PlanPage } from '../session/planpage.ts';
import { useBudget } from '../session/useBudget.ts';
import { usePlanResults } from '../session/usePlanResults.ts';

/** A plan of the demo, read as any plan is. */
export function demoPlan(name: 'ousel-bank' | 'tarn-foot' | 'kestrel-croft' | 'long-fell-hut'): Plan {
  const loaded = loadPlan(readFileSync(new URL(`../../../../demo/plans/${name}.vernal.json`, import.meta.url), 'utf8'));
  if (!loaded.ok) throw new Error('the demo plan has faults');
  return loaded.plan;
}

export interface TestPage {
  readonly page: PlanPage;
  readonly plan: ShallowRef<Plan>;
  /** Commands that were done, by their labels. */
  readonly done: string[];
  readonly opened: FigureKey[];
  readonly made: (Working | undefined)[];
  readonly tried: Command[];
}

function testPage(first: Plan): TestPage {
  const plan = shallowRef(first);
  const [done, opened, made, tried]: [string[], FigureKey[], (Working | undefined)[], Command[]] = [[], [], [], []];
  const edit = (command: Command): readonly Fault[] => {
    const result = applyCommand(plan.value, command);
    if (!result) return [];
    const checked = checkPlan(result.plan);
    if (!checked.ok) return checked.faults;
    done.push(command.label);
    plan.value = result.plan;
    return [];
  };
  const picked = ref('');
  const page: PlanPage = {
    id: ref('p'),
    plan,
    results: usePlanResults(plan),
    budget: useBudget(plan),
    step: ref('walk'),
    picked,
    chosen: computed(() => picked.value),
    line: computed(() => plan.value.lines[0]?.id ?? ''),
    leg: ref<LegRef | null>(null),
    hovered: ref<LegRef | null>(null),
    trying: computed(() => ''),
    edit,
    perform: (command) => edit(command).length === 0,
    choosePlace: (id) => (picked.value = id),
    showLine: () => undefined,
    pickLeg: () => undefined,
    tryIt: (command) => void tried.push(command),
    open: (key) => void opened.push(key),
    openMade: (working) => void made.push(working),
  };
  return { page, plan, done, opened, made, tried };
}

/** Mounts what `render` gives on the page of a plan; a real element, so that focus can be looked at. */
export function mountOnPage(plan: Plan, render: (on: TestPage) => VNode): TestPage & { view: VueWrapper } {
  const pinia = createPinia();
  setActivePinia(pinia);
  let on: TestPage | undefined;
  const Host: Component = defineComponent({
    setup() {
      const made = testPage(plan);
      on = made;
      providePlanPage(made.page);
      return () => render(made);
    },
  });
  const view = mount(Host, { attachTo: document.body, global: { plugins: [pinia] } });
  if (!on) throw new Error('not mounted');
  return { ...on, view };
}
