// Every working that the program makes of the demo plans: its rule, with its figures put in, gives its figure, and so
// all the way down; and nothing is left to be put in.
import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { ruleInFigures, ruleInSymbols, ruleValue, type Working } from '@vernal-slope/core/working';
import {
  bridgeWorking,
  metWorking,
  overflowWorking,
  planBalance,
  spareWorking,
  storeSizes,
  tankStore,
  testWorking,
  usableWorking,
  ventWorking,
} from '../budget/index.ts';
import { testResults } from '../year/index.ts';
import { compilePlan, metresOfMm } from '../compile/index.ts';
import { loadPlan } from '../document/index.ts';
import { isSource, isStore } from '../kinds/index.ts';
import type { Plan } from '../schema/index.ts';
import {
  candidatesFor,
  candidateWorking,
  flowWorking,
  heightFor,
  heightWorking,
  legLossWorking,
  lostWorking,
  missingWorking,
  pressureWorking,
  refillOf,
  refillWorking,
  sizePlan,
  sizesCostWorking,
  sizesOf,
  solvePlan,
  speedWorking,
  standFor,
  standWorking,
  staticWorking,
  stationWorking,
} from '../solve/index.ts';
import { servedPlaces } from '../topology/index.ts';
import { heightCurve, needWorking, pointWorking, simpleWays, standAnswer, tankNeeds } from './index.ts';

const folder = new URL('../../../../demo/plans/', import.meta.url);
const PLANS = readdirSync(folder).map((name): [string, Plan] => {
  const loaded = loadPlan(readFileSync(new URL(name, folder), 'utf8'));
  if (!loaded.ok) throw new Error(`${name} has faults`);
  return [name, loaded.plan];
});

/** Rules that cannot be put in: an equation for its own result, a time along a curve, a join between two laws. */
const NOT_PUT_IN = ['refill', 'friction-turbulent', 'friction-join', 'free-flow', 'overflow', 'bridge'];

function* workingsOf(plan: Plan): Generator<Working | undefined> {
  const c = compilePlan(plan);
  const result = solvePlan(c);
  for (const id of c.nodes.keys()) {
    yield pressureWorking(c, result, id);
    yield staticWorking(c, result, id);
    yield flowWorking(c, result, id);
    const height = heightFor(c, id);
    if (height) yield heightWorking(c, height);
    const refill = refillOf(c, id);
    if (refill) yield refillWorking(c, id, refill);
  }
  for (const [id, { plan: line }] of c.lines)
    for (let k = 0; k < line.legs.length; k++) {
      yield legLossWorking(c, result, id, k);
      yield speedWorking(c, result, id, k);
      yield stationWorking(c, result, id, k + 1);
    }
  const [line] = plan.lines;
  const [place] = servedPlaces(c);
  if (line && place)
    for (const k of candidatesFor(c, line.id, [0], sizesOf(c, line.id, 0), place).slice(0, 3))
      for (const of of ['speed', 'loss', 'rating', 'cost'] as const)
        yield candidateWorking(plan, line.id, [0], k, { of });
  const [a, b] = servedPlaces(c);
  if (b) yield lostWorking(plan, a, b);
  const sizes = sizePlan(plan);
  if (sizes.ok) yield sizesCostWorking(plan, sizes.sizes);
  else if (sizes.reason === 'missing') for (const m of sizes.missing) yield missingWorking(plan, m);
  const balance = planBalance(plan);
  for (let month = 0; month < 12; month++) {
    yield spareWorking(balance, month);
    yield bridgeWorking(balance, month);
  }
  for (const row of balance.needs.rows) yield row.working;
  for (const node of plan.nodes) {
    if (isSource(node)) for (const r of testResults(node)) yield testWorking('x', r);
    if (!isStore(node)) continue;
    const store = tankStore(plan, node, balance);
    yield usableWorking('x', store);
    yield ventWorking('x', store, 1e-4);
    if (node.overflowPipe) yield overflowWorking('x', store, metresOfMm(node.overflowPipe.insideDiameterMm));
    yield metWorking('x', storeSizes(plan, node));
    const answer = standAnswer(plan, node);
    for (const check of answer.checks) yield check.working;
    yield answer.weight.working;
    yield answer.concrete;
    yield answer.underPad?.working;
    const simple = simpleWays(plan, node, node.standM ?? 0);
    yield simple.pad?.working;
    yield simple.berm?.working;
    const needs = tankNeeds(plan, node.id);
    for (const n of needs.situations) yield needWorking(plan, node.id, n);
    const curve = heightCurve(plan, needs);
    if (curve) yield pointWorking(plan, node.id, curve, curve.points[1].stand);
    for (const id of servedPlaces(c)) {
      const asked = { tank: node.id, outlets: [id] };
      const found = standFor(plan, asked);
      if (found.ok) yield standWorking(plan, asked, found);
    }
  }
}

/** A working and those below it. */
function* within(w: Working): Generator<Working> {
  yield w;
  for (const t of w.terms) if (t.working) yield* within(t.working);
}

describe('every working of the demo plans', () => {
  it.each(PLANS)('%s: rule and figures give the result, all the way down', (_, plan) => {
    const wrong = new Set<string>();
    let seen = 0;
    for (const made of workingsOf(plan)) {
      if (!made) continue;
      for (const w of within(made)) {
        seen++;
        if (ruleInSymbols(w).includes('{{') || ruleInFigures(w, (t) => String(t.value)).includes('{{'))
          wrong.add(`${w.code}: a figure has no term`);
        if (w.source.length < 6) wrong.add(`${w.code}: no source`);
        for (const t of w.terms)
          if (t.working && !(Math.abs(t.working.result.value - t.value) <= 1e-6 * Math.max(1e-6, Math.abs(t.value))))
            wrong.add(`${w.code}: ${t.name} is ${t.value}, and its own working gives ${t.working.result.value}`);
        if (NOT_PUT_IN.includes(w.code)) continue;
        try {
          const value = ruleValue(w);
          // a stand is found by halving, to 0.01 mm
          const least = w.code === 'stand' ? 1e-5 : 1e-9;
          const near = Math.max(
            least,
            1e-6 * Math.max(Math.abs(w.result.value), ...w.terms.map((t) => Math.abs(t.value) * 1e-3)),
          );
          if (!(Math.abs(value - w.result.value) <= near))
            wrong.add(`${w.code} of ${w.of}: ${w.rule} gives ${value}, shown is ${w.result.value}`);
        } catch (error) {
          wrong.add(`${w.code}: ${(error as Error).message} in ${w.rule}`);
        }
      }
    }
    expect([...wrong].join('\n')).toBe('');
    expect(seen).toBeGreaterThan(5);
  });
});
