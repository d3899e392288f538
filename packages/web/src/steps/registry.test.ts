// The table of steps: in the order of the job, each with its key; a key that leads nowhere leads nowhere.
import { describe, expect, it } from 'vitest';
import { FINDINGS, STEP_KEYS, type StepKey } from '@vernal-slope/plan/findings';
import { balanceFindings, planBalance } from '@vernal-slope/plan/budget';
import type { Plan } from '@vernal-slope/plan/schema';
import { resultsOf } from '../session/usePlanResults.ts';
import { demoPlan } from '../testing/page.ts';
import { FIRST_STEP, hotkeyOf, stepFor, stepOf, STEPS } from './registry.ts';

const known = (plan: Plan) => {
  const balance = planBalance(plan);
  return { plan, results: resultsOf(plan), budget: { plan, balance, findings: balanceFindings(balance, 20_000) } };
};

describe('steps', () => {
  it('stand in the order of the job, none twice, each named and with a page', () => {
    const order = STEPS.map((s) => STEP_KEYS.indexOf(s.key));
    expect(order).toEqual([...order].sort((a, b) => a - b));
    expect(new Set(order).size).toBe(order.length);
    for (const s of STEPS) {
      expect(s.name).toMatch(/^[A-Z]/);
      expect(s.page).toBeDefined();
      expect(stepOf(s.key)).toBe(s);
    }
    expect(stepOf(FIRST_STEP)).toBeDefined();
    expect(stepOf('nowhere')).toBeUndefined();
    expect(stepOf(undefined)).toBeUndefined();
  });
  it('each has a key of its own, of one sign, also those that are not built yet', () => {
    const keys = STEP_KEYS.map(hotkeyOf);
    expect(new Set(keys).size).toBe(STEP_KEYS.length);
    for (const key of keys) expect(key).toHaveLength(1);
    for (const s of STEPS) expect(stepFor(hotkeyOf(s.key), 'water')).toBe(s.key);
  });
  it('n goes down the stair, b back up, and neither leaves it', () => {
    const down: StepKey[] = [STEPS[0].key];
    for (let k = 0; k < STEPS.length + 2; k++) down.push(stepFor('n', down[down.length - 1]) ?? 'water');
    expect([...new Set(down)]).toEqual(STEPS.map((s) => s.key));
    expect(stepFor('n', STEPS[STEPS.length - 1].key)).toBe(STEPS[STEPS.length - 1].key);
    expect(stepFor('b', STEPS[0].key)).toBe(STEPS[0].key);
    expect(stepFor('b', STEPS[2].key)).toBe(STEPS[1].key);
    expect(stepFor('x', 'walk')).toBeUndefined();
  });
});

describe('what is to see to', () => {
  const plans = (['ousel-bank', 'tarn-foot', 'kestrel-croft', 'long-fell-hut'] as const).map(demoPlan);
  it.each(plans.map((p) => [p.title, p] as const))('%s: every finding is told at some step', (_, plan) => {
    const all = known(plan);
    const told = new Set(STEPS.flatMap((s) => s.findings(all)).map((f) => `${f.code} ${f.at}`));
    for (const f of [...all.results.findings, ...all.budget.findings]) {
      const { step } = FINDINGS[f.code];
      if (STEPS.some((s) => s.key === step)) expect(told).toContain(`${f.code} ${f.at}`);
    }
  });
  it.each(plans.map((p) => [p.title, p] as const))('%s: a step tells only its own', (_, plan) => {
    const all = known(plan);
    for (const s of STEPS) {
      for (const f of s.findings(all)) {
        const row: { step: StepKey; also?: readonly StepKey[] } = FINDINGS[f.code];
        expect([row.step, ...(row.also ?? [])]).toContain(s.key);
      }
    }
  });
  it('a plan of nothing has begun nowhere', () => {
    const bare: Plan = { format: 'vernal-slope/plan', version: 1, title: 'Bare', nodes: [], lines: [] };
    expect(STEPS.filter((s) => s.begun(bare)).map((s) => s.key)).toEqual([]);
    expect(STEPS.filter((s) => s.begun(plans[0])).length).toBeGreaterThan(4);
  });
});
