// Every remedy of the demo plans does what it promised, to all that it names, and is not offered again.
import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { compilePlan } from '../compile/index.ts';
import { crossChecks, loadPlan } from '../document/index.ts';
import { applyCommand, remedyCommand, setSizes } from '../edit/index.ts';
import type { Plan } from '../schema/index.ts';
import { routeTo, servedPlaces } from '../topology/index.ts';
import { bestWiderPipe, judgePlan, solvePlan, withPipes } from './index.ts';
import { planOf } from './smallplans.testdata.ts';

const folder = new URL('../../../../demo/plans/', import.meta.url);
const plans = readdirSync(folder).map((name): [string, Plan] => {
  const read = loadPlan(readFileSync(new URL(name, folder), 'utf8'));
  if (!read.ok) throw new Error(`${name} has faults`);
  return [name, read.plan];
});
const judged = (plan: Plan) => {
  const c = compilePlan(plan);
  return judgePlan(c, solvePlan(c));
};

describe.each(plans)('%s', (_, plan) => {
  it('each finding that offers a change is gone when the change is made', () => {
    for (const f of judged(plan)) {
      const command = f.remedy && remedyCommand(plan, f.remedy);
      if (!command) continue;
      const after = applyCommand(plan, command)?.plan;
      expect(after, `${f.code} at ${f.at} changes something`).toBeDefined();
      if (!after) continue;
      expect(crossChecks(after)).toEqual([]);
      expect(judged(after).filter((g) => g.code === f.code && g.at === f.at && g.severity === 'error')).toEqual([]);
    }
  });
  it('wider pipe gives each place what it promised, over all of the way that it names', () => {
    const c = compilePlan(plan);
    for (const id of servedPlaces(c)) {
      const r = c.nodes.has(id) ? bestWiderPipe(c, id) : undefined;
      if (!r) continue;
      const sizes = r.parts.flatMap(({ line, legs }) => legs.map((leg) => ({ line, leg, pipe: r.pipe })));
      const after = applyCommand(plan, setSizes(sizes, 'wider'))?.plan ?? plan;
      const flow = solvePlan(compilePlan(after)).nodes.get(id)?.flow ?? NaN;
      expect(flow / r.flowAfter, id).toBeCloseTo(1, 6);
      expect(r.flowAfter).toBeGreaterThan(r.flowBefore);
      // what is all the way leaves nothing narrower on the way, and nothing of the size to offer again
      const again = bestWiderPipe(compilePlan(after), id);
      if (r.all) expect(again?.pipe, id).not.toBe(r.pipe);
    }
  });
});

describe('a way of several lines', () => {
  const leg = (lengthM: number, endGroundM: number) => ({ lengthM, endGroundM, pipe: 'astm-d2239-sidr15/1/2' });
  const plan = planOf(
    [
      {
        id: 'tank',
        kind: 'tank',
        groundM: 120,
        shape: { type: 'vertical-cylinder', diameterM: 1, heightM: 1 },
        outletM: 0.05,
        overflowM: 0.9,
      },
      { id: 'a', kind: 'junction', groundM: 115 },
      { id: 'b', kind: 'junction', groundM: 110 },
      { id: 'tap', kind: 'outlet', groundM: 105, ratedFlowLpm: 20, ratedPressureKPa: 50, wants: { flowLpm: 15 } },
    ],
    [
      { id: 'one', from: 'tank', to: 'a', legs: [leg(100, 115)] },
      { id: 'two', from: 'a', to: 'b', legs: [leg(100, 110)] },
      { id: 'three', from: 'b', to: 'tap', legs: [leg(100, 105)] },
    ],
  );
  it('is widened as far as it takes, across its lines, in one change', () => {
    const c = compilePlan(plan);
    const r = bestWiderPipe(c, 'tap');
    expect(routeTo(c, 'tap')?.lines).toHaveLength(3);
    expect(r?.parts.length).toBeGreaterThan(1);
    const flow = solvePlan(compilePlan(withPipes(plan, r?.parts ?? [], r?.pipe ?? ''))).nodes.get('tap')?.flow;
    expect((flow ?? 0) * 60_000).toBeGreaterThanOrEqual(15);
  });
});

describe('a pipe over its rating', () => {
  const over = (pipe: object | string) =>
    planOf(
      [
        {
          id: 'tank',
          kind: 'tank',
          groundM: 200,
          shape: { type: 'vertical-cylinder', diameterM: 1, heightM: 1 },
          outletM: 0.05,
          overflowM: 0.9,
        },
        { id: 'tap', kind: 'outlet', groundM: 100, ratedFlowLpm: 10, ratedPressureKPa: 100 },
      ],
      [
        {
          id: 'main',
          from: 'tank',
          to: 'tap',
          legs: [
            { lengthM: 200, endGroundM: 150, pipe },
            { lengthM: 200, endGroundM: 100, pipe },
          ],
        },
      ],
    );
  it('is offered one that bears what stands on it, and about as wide, on the legs that do not', () => {
    const plan = over('astm-d2239-sidr15/1');
    const f = judged(plan).find((g) => g.code === 'rating-exceeded');
    expect(f?.remedy).toMatchObject({ kind: 'pipe', line: 'main', legs: [1] });
    const after = f?.remedy && applyCommand(plan, remedyCommand(plan, f.remedy)!)?.plan;
    expect(judged(after!).some((g) => g.code === 'rating-exceeded')).toBe(false);
  });
  it('of a bore that no catalogue has is offered a pressure break', () => {
    const wide = (ratingKPa: number) => ({ insideDiameterMm: 900, ratingKPa });
    const plan = planOf(
      [
        {
          id: 'tank',
          kind: 'tank',
          groundM: 200,
          shape: { type: 'vertical-cylinder', diameterM: 1, heightM: 1 },
          outletM: 0.05,
          overflowM: 0.9,
        },
        { id: 'tee', kind: 'junction', groundM: 120 },
        { id: 'tap', kind: 'outlet', groundM: 100, ratedFlowLpm: 10, ratedPressureKPa: 100 },
      ],
      [
        { id: 'high', from: 'tank', to: 'tee', legs: [{ lengthM: 200, endGroundM: 120, pipe: wide(2000) }] },
        { id: 'main', from: 'tee', to: 'tap', legs: [{ lengthM: 200, endGroundM: 100, pipe: wide(600) }] },
      ],
    );
    const f = judged(plan).find((g) => g.code === 'rating-exceeded');
    // nine tenths of 600 kPa, less the 196 kPa that the line falls behind it
    expect(f?.remedy).toEqual({ kind: 'reducer', line: 'main', kPa: 340 });
    const after = f?.remedy && applyCommand(plan, remedyCommand(plan, f.remedy)!)?.plan;
    expect(judged(after!).some((g) => g.code === 'rating-exceeded')).toBe(false);
    // the line falls 980 kPa: behind a reducer at its start alone nothing would bear it
    const steep = over({ insideDiameterMm: 900, ratingKPa: 600 });
    expect(judged(steep).find((g) => g.code === 'rating-exceeded')?.remedy).toBeUndefined();
  });
});
