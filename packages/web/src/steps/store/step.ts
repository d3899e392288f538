// The Store step: holding the night for the day.
import { computed, defineAsyncComponent } from 'vue';
import { metWorking, storeFindings, tankStore } from '@vernal-slope/plan/budget';
import { stepOf, worstFirst } from '@vernal-slope/plan/findings';
import { isStore } from '@vernal-slope/plan/kinds';
import { nameIn } from '@vernal-slope/display/names';
import { show } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import type { StepJudgement } from '../../judgement/stepjudgement.ts';
import type { StepRow } from '../step.ts';
import { storeState } from './state.ts';
import { useSizes } from './useSizes.ts';

export const storeStep: StepRow = {
  key: 'store',
  name: 'Store',
  page: defineAsyncComponent(() => import('./StorePage.vue')),
  begun: (plan) => plan.nodes.some(isStore),
  // of every tank, without the years of days
  findings: ({ budget, results }) => [
    ...results.findings.filter((f) => stepOf(f) === 'store'),
    ...(budget
      ? budget.plan.nodes.flatMap((n) => (isStore(n) ? storeFindings(budget.plan, n.id, budget.balance) : []))
      : []),
  ],
  use: (page) => {
    const settings = useSettings();
    const tank = computed(() => {
      const tanks = page.plan.value?.nodes.filter(isStore) ?? [];
      return (tanks.find((t) => t.id === page.picked.value) ?? tanks[0])?.id ?? '';
    });
    const sizes = useSizes(
      page.plan,
      computed(() => (page.step.value === 'store' ? tank.value : '')),
    );
    storeState.keep({ tank, sizes });
    const judgement = computed<StepJudgement | null>(() => {
      const plan = page.plan.value;
      const budget = page.budget.value;
      const node = plan?.nodes.find((n) => n.id === tank.value);
      if (!plan || !budget || !isStore(node)) return null;
      const store = tankStore(plan, node, budget.balance);
      return {
        title: node.name ?? node.id,
        subtitle: node.linked?.length ? `${node.linked.length + 1} tanks joined` : 'tank',
        figures: [
          {
            ...show(store.usableAll, 'volume', settings.units),
            label: 'can be used',
            test: 'usable',
            opens: { of: 'usable', id: node.id, leg: 0 },
          },
          { ...show(store.today, 'volume', settings.units), label: 'of it there today' },
        ],
        findings: worstFirst([
          // what the network says of it first: a tank that does not fill serves nobody for long
          ...(page.results.value?.findings ?? []).filter((f) => f.at === node.id && stepOf(f) === 'store'),
          ...storeFindings(plan, node.id, budget.balance, sizes.answer.value ?? undefined),
        ]),
      };
    });
    return {
      judgement,
      working: (key) =>
        key.of === 'met' && sizes.answer.value && page.plan.value
          ? metWorking(nameIn(page.plan.value, key.id), sizes.answer.value)
          : undefined,
    };
  },
};
