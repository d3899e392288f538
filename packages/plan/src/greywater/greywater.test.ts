// Greywater by fall: legs, the longest run, splitters, basins by soil; what is wrong with a run.
import { describe, expect, it } from 'vitest';
import { litres } from '../compile/index.ts';
import { crossChecks } from '../document/crosschecks.ts';
import { loadPlan } from '../document/index.ts';
import { applyCommand, takeOutPlace, type Command } from '../edit/index.ts';
import type { Plan } from '../schema/index.ts';
import {
  addDrain,
  basinWorking,
  changeDrain,
  drainRuns,
  fallWorking,
  judgeDrains,
  layEven,
  longestWorking,
  takeOutDrain,
  type DrainMade,
} from './index.ts';

const house = (() => {
  const loaded = loadPlan(
    JSON.stringify({
      format: 'vernal-slope/plan',
      version: 1,
      title: 'House',
      needs: { people: [{ name: 'House', count: 4, level: 'cabin-gravity' }] },
      nodes: [
        {
          id: 'tank',
          kind: 'tank',
          groundM: 103,
          shape: { type: 'vertical-cylinder', diameterM: 1, heightM: 1 },
          outletM: 0.05,
          overflowM: 0.9,
        },
        { id: 'bath', kind: 'outlet', groundM: 100, heightM: 0.6, ratedFlowLpm: 10, ratedPressureKPa: 20 },
      ],
      lines: [
        { id: 'l', from: 'tank', to: 'bath', legs: [{ lengthM: 8, endGroundM: 100, pipe: { insideDiameterMm: 16 } }] },
      ],
    }),
  );
  if (!loaded.ok) throw new Error(JSON.stringify(loaded.faults));
  return loaded.plan;
})();
const MADE: DrainMade = { basins: 3, runM: 6, branchM: 2, pipeMm: 38, ground: 0.05, fall: 0.025, soil: 'sandy-loam' };
const done = (plan: Plan, command: Command): Plan => {
  const made = applyCommand(plan, command);
  if (!made) throw new Error('nothing done');
  expect(crossChecks(made.plan)).toEqual([]);
  return made.plan;
};
const laid = (more: Partial<DrainMade> = {}): Plan =>
  done(house, addDrain(house, 'bath', 'Bath water', { ...MADE, ...more }));
const runs = (plan: Plan) => drainRuns(plan, plan.drains![0]);
const codes = (plan: Plan): string[] => judgeDrains(plan).map((f) => f.code);

describe('a greywater run', () => {
  it('falls as it is laid; its drop over the least fall is the longest run, by hand', () => {
    const r = runs(laid());
    expect(r.legs).toHaveLength(4);
    for (const l of r.legs) expect(l.fall).toBeCloseTo(0.025, 9);
    expect(r.drop).toBeCloseTo(0.2, 9);
    expect(r.longest).toBeCloseTo(0.2 * 48, 9);
    expect(r.length).toBeCloseTo(8, 9);
    expect(codes(laid())).toContain('drain-falls');
    expect(fallWorking(r, r.legs[0]).result.value).toBeCloseTo(0.025, 9);
    expect(longestWorking(r).result.value).toBe(r.longest);
  });
  it('1 in 48 up to 2 1/2 in, 1 in 96 from 3 in on (IPC 704.1): 1.5 % is too flat for the one, enough for the other', () => {
    expect(codes(laid({ fall: 0.015 }))).toContain('drain-flat');
    expect(codes(laid({ fall: 0.015, pipeMm: 100 }))).not.toContain('drain-flat');
    expect(codes(laid({ fall: 1 / 48 }))).not.toContain('drain-flat');
    const even = done(laid({ fall: 0.015 }), layEven('drain', 0.03));
    expect(runs(even)).toMatchObject({ isEven: true, toSplitter: 6 });
    expect(runs(even).even).toBeCloseTo(0.03, 4);
    const bent = changeDrain('drain', 'bent', (d) => void (d.legs[0].endInvertM += 0.05));
    expect(runs(done(even, bent)).isEven).toBe(false);
    expect(codes(even)).toContain('drain-falls');
    for (const l of runs(even).legs) expect(l.fall).toBeCloseTo(0.03, 4);
  });
  it('running uphill or level does not run', () => {
    expect(codes(laid({ fall: -0.01 }))).toContain('drain-uphill');
    expect(codes(laid({ fall: 0 }))).toContain('drain-uphill');
    expect(codes(laid({ fall: 0 }))).not.toContain('drain-falls');
  });
  it('three basins get a half and two quarters, and ground by their soil: UPC 0.98 m² for 100 L a day of sandy loam', () => {
    const r = runs(laid());
    // four heads of 25 gal (UPC)
    expect(litres(r.perDay)).toBeCloseTo(4 * 94.6, 6);
    expect(r.basins.map((b) => b.share)).toEqual([0.25, 0.25, 0.5]);
    expect(r.basins[2].wants).toBeCloseTo((0.98 * 4 * 94.6 * 0.5) / 100, 9);
    expect(basinWorking(r, 2)!.result.value).toBe(r.basins[2].wants);
    expect(codes(laid())).toEqual(expect.arrayContaining(['split-uneven', 'basin-small']));
    const wide = done(
      laid({ basins: 4 }),
      changeDrain('drain', 'wide', (d) => d.basins.forEach((b) => (b.areaM2 = 2))),
    );
    expect(codes(wide)).not.toContain('basin-small');
    expect(codes(wide)).not.toContain('split-uneven');
    const said = done(
      wide,
      changeDrain('drain', 'litres', (d) => void (d.litresPerDay = 900)),
    );
    expect(codes(said)).toContain('basin-small');
  });
  it('no basin, no mulch, a deep trench, a kitchen, nobody', () => {
    expect(codes(laid({ basins: 0 }))).toContain('drain-no-basin');
    expect(codes(laid({ ground: 0.025 }))).not.toContain('basin-bare');
    const bare = changeDrain('drain', 'bare', (d) => d.basins.forEach((b) => (b.endGroundM = b.endInvertM + 0.03)));
    expect(codes(done(laid(), bare))).toContain('basin-bare');
    expect(codes(laid({ ground: -0.2 }))).toContain('drain-deep');
    expect(
      codes(
        done(
          laid(),
          changeDrain('drain', 'kitchen', (d) => void (d.kitchen = true)),
        ),
      ),
    ).toContain('drain-kitchen');
    const alone = { ...structuredClone(laid()), needs: undefined } as Plan;
    expect(codes(alone)).toContain('drain-nobody');
  });
  it('legs shorter than their change of height and places that are none are faults', () => {
    const bad = structuredClone(laid()) as Plan;
    bad.drains![0].legs[0].lengthM = 0.1;
    bad.drains![0].from = 'shed';
    expect(crossChecks(bad).map((f) => f.path)).toEqual(['$.drains[0].from', '$.drains[0].legs[0].lengthM']);
    expect(loadPlan(JSON.stringify({ ...bad, drains: [{ id: 'd' }] })).ok).toBe(false);
  });
  it('is laid twice under ids of its own', () => {
    const two = done(laid(), addDrain(laid(), 'bath', 'Another', MADE));
    expect(two.drains!.map((d) => d.id)).toEqual(['drain', 'drain-2']);
  });
  it('goes on without the place that it came from, and is taken out', () => {
    const plan = laid();
    const without = done(plan, takeOutPlace(plan, 'bath', 'loose'));
    expect(without.drains![0].from).toBeUndefined();
    expect(done(plan, takeOutDrain('drain')).drains).toEqual([]);
  });
});
