// What is shown while a place is dragged is what the plan would give if it were let go.
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { loadPlan } from '@vernal-slope/plan/document';
import { glimpse, slidePlace } from '@vernal-slope/plan/edit';
import type { Plan } from '@vernal-slope/plan/schema';
import { passingResults, resultsOf, type PlanResults } from './usePlanResults.ts';

const read = loadPlan(readFileSync(new URL('../../../../demo/plans/ousel-bank.vernal.json', import.meta.url), 'utf8'));
if (!read.ok) throw new Error('demo plan has faults');
const ousel = read.plan;

function same(passing: PlanResults, plan: Plan): void {
  const settled = resultsOf(plan);
  for (const [id, node] of settled.result.nodes) {
    const now = passing.result.nodes.get(id);
    expect(now?.flow, `flow at ${id}`).toBeCloseTo(node.flow, 8);
    expect((now?.pressure ?? NaN) / 1000, `pressure at ${id}`).toBeCloseTo(node.pressure / 1000, 3);
    expect((now?.staticPressure ?? NaN) / 1000, `standing at ${id}`).toBeCloseTo(node.staticPressure / 1000, 3);
  }
}

describe('figures in passing', () => {
  it.each([
    ['a trough', 'main', 'low', 'to', [380, 372.4, 366, 378]],
    ['a tap on the way of another', 'bakehouse', 'kitchen', 'to', [64, 60, 66]],
    // a tank moves the standing line too
    ['a tank', 'main', 'hill', 'from', [2, 5, 3]],
  ] as const)('of %s are those of the plan let go there', (_, line, node, end, chainages) => {
    let before = resultsOf(ousel);
    for (const chainage of chainages) {
      const plan = glimpse(ousel, slidePlace(line, end, chainage));
      before = passingResults(plan, before, node);
      same(before, plan);
    }
    // nothing of it stays in the plan
    expect(ousel.lines.find((l) => l.id === 'main')?.legs[0].lengthM).toBe(24);
  });
  it('say that they pass, and keep the findings of before', () => {
    const before = resultsOf(ousel);
    const passing = passingResults(glimpse(ousel, slidePlace('main', 'to', 370)), before, 'low');
    expect(passing.passing).toBe(true);
    expect(passing.findings).toBe(before.findings);
    expect(passing.height('low')).toBeUndefined();
  });
});
