// What is chosen on the page of a plan, and the working that lies open.
import { describe, expect, it } from 'vitest';
import { nextTick, ref, shallowRef } from 'vue';
import type { Working } from '@vernal-slope/core/working';
import type { FigureKey } from '@vernal-slope/plan/findings';
import type { Plan } from '@vernal-slope/plan/schema';
import { resultsOf, type PlanResults } from '../session/usePlanResults.ts';
import { demoPlan } from '../testing/page.ts';
import { useOpenWorking } from './useOpenWorking.ts';
import { usePlanChoices } from './usePlanChoices.ts';

const ousel = resultsOf(demoPlan('ousel-bank'));

describe('the chosen place', () => {
  const make = () => {
    const results = shallowRef<PlanResults | null>(ousel);
    const led = ref<string>();
    return { results, led, choices: usePlanChoices(results, () => led.value) };
  };
  it('is the last place where water comes out while nothing is picked, never a tank where there is another', () => {
    const { choices, results } = make();
    expect(ousel.consumers).toContain(choices.chosen.value);
    expect(ousel.compiled.nodes.get(choices.chosen.value)?.plan.kind).not.toBe('tank');
    results.value = null;
    expect(choices.chosen.value).toBe('');
    expect(choices.line.value).toBe('');
  });
  it('is what was picked, its walk the last line of the way to it', () => {
    const { choices } = make();
    choices.choosePlace('shower');
    expect(choices.chosen.value).toBe('shower');
    expect(choices.line.value).toBe('bunk');
  });
  it('is what the step leads to before what was picked', () => {
    const { choices, led } = make();
    choices.choosePlace('shower');
    led.value = 'hill';
    expect(choices.chosen.value).toBe('hill');
    led.value = undefined;
    expect(choices.chosen.value).toBe('shower');
  });
  it('a picked place that is taken out is forgotten', () => {
    const { choices, results } = make();
    choices.choosePlace('shower');
    const plan = demoPlan('tarn-foot');
    results.value = resultsOf(plan);
    expect(plan.nodes.map((n) => n.id)).toContain(choices.chosen.value);
    expect(plan.lines.map((l) => l.id)).toContain(choices.line.value);
  });
  it('a leg brings its line along; another line or place lets the leg go', () => {
    const { choices } = make();
    choices.pickLeg({ line: 'fill', leg: 1 });
    expect([choices.line.value, choices.leg.value]).toEqual(['fill', { line: 'fill', leg: 1 }]);
    choices.showLine('bakehouse');
    expect([choices.line.value, choices.leg.value]).toEqual(['bakehouse', null]);
    choices.pickLeg({ line: 'main', leg: 2 });
    choices.choosePlace('kitchen');
    expect([choices.line.value, choices.leg.value]).toEqual(['bakehouse', null]);
    choices.pickLeg({ line: 'main', leg: 2 });
    choices.reset();
    expect([choices.picked.value, choices.leg.value]).toEqual(['', null]);
  });
});

describe('the open working', () => {
  const working = (of: string): Working => ({ code: 'pressure', of }) as unknown as Working;
  const make = () => {
    const plan = shallowRef<Plan | null>(demoPlan('tarn-foot'));
    const asked: FigureKey[] = [];
    const open = useOpenWorking(plan, (key) => {
      asked.push(key);
      return working(key.id);
    });
    return { plan, open, asked };
  };
  it('is none until a figure is opened, and none after it is closed', () => {
    const { open, asked } = make();
    expect(open.working.value).toBeNull();
    expect(asked).toEqual([]);
    open.open({ of: 'flow', id: 'wall' });
    expect(open.working.value?.of).toBe('wall');
    open.close();
    expect(open.working.value).toBeNull();
  });
  it('that a step made goes before the plan’s, and goes when the plan changes', async () => {
    const { open, plan } = make();
    open.open({ of: 'flow', id: 'wall' });
    open.openMade(working('a pipe that is not laid'));
    await nextTick();
    expect(open.working.value?.of).toBe('a pipe that is not laid');
    plan.value = demoPlan('ousel-bank');
    await nextTick();
    expect(open.working.value).toBeNull();
  });
  it('two made one after the other are told apart by their titles', async () => {
    const { open } = make();
    open.openMade(working('a'));
    const first = open.title.value;
    await nextTick();
    open.openMade(working('b'));
    await nextTick();
    expect(open.title.value).not.toBe(first);
    expect(open.working.value?.of).toBe('b');
  });
});
