// @vitest-environment happy-dom
import { mount } from '@vue/test-utils';
import { createPinia } from 'pinia';
import { describe, expect, it } from 'vitest';
import type { Interactions } from '@vernal-slope/plan/solve';
import type { Plan } from '@vernal-slope/plan/schema';
import SharedWater from './SharedWater.vue';

const plan = {
  format: 'vernal-slope/plan',
  version: 1,
  title: 'Two taps',
  nodes: [
    { id: 'a', kind: 'outlet', groundM: 0, name: 'Yard' },
    { id: 'b', kind: 'outlet', groundM: 0, name: 'Byre' },
  ],
  lines: [],
} as unknown as Plan;
const table = (settled: boolean): Interactions => ({
  ids: ['a', 'b'],
  alone: [1e-4, 1e-4],
  together: [
    [1e-4, 8e-5],
    [8e-5, 1e-4],
  ],
  lost: [
    [0, 0.2],
    [0.2, 0],
  ],
  settled,
});
const shown = (settled: boolean) =>
  mount(SharedWater, { props: { plan, table: table(settled) }, global: { plugins: [createPinia()] } });

describe('who takes whose water', () => {
  it('tells each pair', () => {
    expect(shown(true).find('[data-shared=a] [data-with=b]').text()).toContain('20');
  });
  it('tells none of it where a pair was not settled', () => {
    const w = shown(false);
    expect(w.find('[data-test=shared]').exists()).toBe(false);
    expect(w.get('[role=alert]').text()).toContain('Not settled');
  });
});
