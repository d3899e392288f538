// For tests of components: a plan's page without server and router, its edits done by the plan's own commands.
import { mount, type VueWrapper } from '@vue/test-utils';
import { createPinia, setActivePinia } from 'pinia';
import { readFileSync } from 'node:fs';
import { computed, defineComponent, provide, ref, shallowRef, type Component, type ShallowRef, type VNode } from 'vue';
import type { Working } from '@vernal-slope/core/working';
import { checkPlan, loadPlan, type Fault } from '@vernal-slope/plan/document';
import { applyCommand, type Command } from '@vernal-slope/plan/edit';
import type { FigureKey, StepKey } from '@vernal-slope/plan/findings';
import type { Plan } from '@vernal-slope/plan/schema';
import { usePlanChoices } from '../app/usePlanChoices.ts';
import type { StepJudgement } from '../judgement/stepjudgement.ts';
import { SEEN } from '../fields/seen.ts';
import { AT_ONCE } from '../shell/atonce.ts';
import { providePlanPage, type PlanPage } from '../session/planpage.ts';
import { STEPS } from '../steps/registry.ts';
import type { StepUse } from '../steps/step.ts';
import { useJoining } from '../session/joining.ts';
import { useBudget } from '../session/useBudget.ts';
import { usePlanResults } from '../session/usePlanResults.ts';

// on its own: next to `new URL` it would be taken for the address of a picture
const HERE = import.meta.url;

/** A plan of the demo, read as any plan is. */
export function demoPlan(
  name: 'ousel-bank' | 'tarn-foot' | 'kestrel-croft' | 'long-fell-hut' | 'bakehouse-yard',
): Plan {
  const loaded = loadPlan(readFileSync(new URL(`../../../../demo/plans/${name}.vernal.json`, HERE), 'utf8'));
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
  /** What the step says in place of the judgement of one place. */
  readonly judgement: () => StepJudgement | null;
}

function testPage(first: Plan, step: StepKey): TestPage {
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
  const results = usePlanResults(plan);
  const uses = new Map<StepKey, StepUse>();
  const choices = usePlanChoices(results, () => uses.get(step)?.leadsTo?.value);
  const page: PlanPage = {
    id: ref('p'),
    plan,
    results,
    budget: useBudget(plan),
    step: ref(step),
    ...choices,
    trying: computed(() => ''),
    edit,
    perform: (command) => edit(command).length === 0,
    joining: useJoining(
      plan,
      (command) => edit(command).length === 0,
      () => false,
    ),
    tryIt: (command) => void tried.push(command),
    open: (key) => void opened.push(key),
    openMade: (working) => void made.push(working),
  };
  providePlanPage(page);
  provide(SEEN, plan);
  provide(AT_ONCE, true);
  for (const s of STEPS) if (s.use) uses.set(s.key, s.use(page));
  return { page, plan, done, opened, made, tried, judgement: () => uses.get(step)?.judgement?.value ?? null };
}

/** Mounts what `render` gives on the page of a plan; a real element, so that focus can be looked at. */
export function mountOnPage(
  plan: Plan,
  render: (on: TestPage) => VNode,
  step: StepKey = 'walk',
): TestPage & { view: VueWrapper } {
  const pinia = createPinia();
  setActivePinia(pinia);
  let on: TestPage | undefined;
  const Host: Component = defineComponent({
    setup() {
      const made = testPage(plan, step);
      on = made;
      return () => render(made);
    },
  });
  const view = mount(Host, { attachTo: document.body, global: { plugins: [pinia] } });
  if (!on) throw new Error('not mounted');
  return { ...on, view };
}
