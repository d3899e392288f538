// @vitest-environment happy-dom
// A source takes the figures of its kind, round in the units of the plan, and keeps none of another kind.
import { describe, expect, it } from 'vitest';
import { h, nextTick } from 'vue';
import { addPlace, applyCommand, presetOf, type PresetKey } from '@vernal-slope/plan/edit';
import { isSource } from '@vernal-slope/plan/kinds';
import type { Plan, SourceNode } from '@vernal-slope/plan/schema';
import { mountOnPage } from '../../testing/page.ts';
import WaterPage from './WaterPage.vue';

function open(units: 'metric' | 'us') {
  const bare: Plan = {
    format: 'vernal-slope/plan',
    version: 1,
    title: 'Mine',
    nodes: [],
    lines: [],
    settings: { units },
  };
  const tank = applyCommand(bare, addPlace(bare, 'tank', { by: 'later', groundM: 100 }))?.plan ?? bare;
  const plan = applyCommand(tank, addPlace(tank, 'spring', { by: 'later', groundM: 110 }))?.plan ?? tank;
  const on = mountOnPage(plan, () => h(WaterPage), 'water');
  const source = (): SourceNode => {
    const found = on.plan.value.nodes.find((n) => isSource(n));
    if (!isSource(found)) throw new Error('no source');
    return found;
  };
  const choose = async (type: SourceNode['type']): Promise<void> => {
    const field = on.view.findAllComponents({ name: 'ChoiceField' }).find((c) => c.props('label') === 'Kind of source');
    field?.vm.$emit('update:value', type);
    await nextTick();
  };
  return { ...on, source, choose };
}

describe.each(['metric', 'us'] as const)('a source changed to another kind, in %s units', (units) => {
  it('begins with what a new one of that kind has, and lets go of the rest', async () => {
    const { source, choose, view } = open(units);
    for (const type of ['roof', 'pump', 'ram', 'haul', 'spring'] as const) {
      await choose(type);
      expect(source().type).toBe(type);
      const made = presetOf(type as PresetKey).make('x', 0, units) as SourceNode;
      for (const part of ['roof', 'pump', 'ram', 'haul'] as const) expect(source()[part]).toEqual(made[part]);
    }
    view.unmount();
  });
  it('a roof or a tank filled by hand falls straight into the tank there is', async () => {
    const { source, choose, view } = open(units);
    await choose('roof');
    expect(source().feeds).toBe('tank');
    view.unmount();
  });
});
