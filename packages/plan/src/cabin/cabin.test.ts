// Cabins: fixtures under gravity, who takes whose water, a pipe of one's own, what runs at once by both schools.
import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FIXTURE_ROWS, HUNTER } from '../catalogue/index.ts';
import { compilePlan, lpmOfFlow } from '../compile/index.ts';
import { crossChecks } from '../document/crosschecks.ts';
import { loadPlan, loadWhole } from '../document/index.ts';
import { applyCommand, type Command } from '../edit/index.ts';
import { isTap } from '../kinds/index.ts';
import type { Plan, TapNode } from '../schema/index.ts';
import { interactions } from '../solve/index.ts';
import {
  atOnce,
  busyShare,
  cabinFindings,
  cabinRuns,
  cabinsOf,
  fixtureOf,
  fillTime,
  isShort,
  judgeCabin,
  leastHead,
  lostBy,
  ownPipe,
  takings,
  unitsFlow,
  unitsWorking,
} from './index.ts';

const demo = (name: string): Plan => {
  const loaded = loadWhole(
    readFileSync(new URL(`../../../../demo/plans/${name}.vernal.json`, import.meta.url), 'utf8'),
  );
  if (!loaded.ok) throw new Error(JSON.stringify(loaded.faults));
  return loaded.plan;
};
const done = (plan: Plan, command: Command): Plan => {
  const made = applyCommand(plan, command);
  if (!made) throw new Error('nothing done');
  expect(crossChecks(made.plan)).toEqual([]);
  return made.plan;
};
const tap = (id: string, name: string, heightM: number, more: object = {}): object => ({
  id,
  kind: 'outlet',
  name,
  groundM: 100,
  heightM,
  ratedFlowLpm: 15,
  ratedPressureKPa: 30,
  ...more,
});
interface Made {
  readonly standM?: number;
  readonly sharedMm?: number;
  readonly kitchen?: object;
  readonly shower?: object;
}
/** A tank on a stand, a shared pipe to a tee, from there a kitchen tap and a shower. */
const cabin = ({ standM = 4, sharedMm = 15.8, kitchen = {}, shower = {} }: Made = {}): Plan => {
  const pipe = { insideDiameterMm: sharedMm };
  const loaded = loadPlan(
    JSON.stringify({
      format: 'vernal-slope/plan',
      version: 1,
      title: 'Cabin',
      nodes: [
        {
          id: 'tank',
          kind: 'tank',
          groundM: 100,
          standM,
          shape: { type: 'vertical-cylinder', diameterM: 1.2, heightM: 1.2 },
          outletM: 0.05,
          overflowM: 1.1,
          startLevelM: 1,
        },
        { id: 'tee', kind: 'junction', groundM: 100 },
        tap('kitchen', 'Kitchen tap', 1, kitchen),
        tap('shower', 'Shower', 2, shower),
      ],
      lines: [
        { id: 'main', from: 'tank', to: 'tee', legs: [{ lengthM: 20, endGroundM: 100, pipe }] },
        { id: 'to-kitchen', from: 'tee', to: 'kitchen', legs: [{ lengthM: 3, endGroundM: 100, pipe }] },
        { id: 'to-shower', from: 'tee', to: 'shower', legs: [{ lengthM: 5, endGroundM: 100, pipe }] },
      ],
    }),
  );
  if (!loaded.ok) throw new Error(JSON.stringify(loaded.faults));
  return loaded.plan;
};
const run = (plan: Plan, open: string[]) => cabinRuns(compilePlan(plan), cabinsOf(plan)[0], open);

describe('fixtures', () => {
  it('are what is said, else what their name says, else not known', () => {
    const of = (name: string, fixture?: string) =>
      fixtureOf({ ...(tap('x', name, 1) as TapNode), ...(fixture ? { fixture } : {}) });
    expect(of('Bunk cabin shower')).toMatchObject({ row: { id: 'shower' }, guessed: true });
    expect(of('Washing machine')?.row.id).toBe('washing-machine');
    expect(of('Wash basin')?.row.id).toBe('basin');
    expect(of('Kitchen', 'mixer-shower')).toMatchObject({ row: { id: 'mixer-shower' }, guessed: false });
    expect(of('Outlet 3')).toBeUndefined();
  });
  it('code flows are those of IPC table 604.3: sink 1.75 gpm at 8 psi, mixer 2.5 at 20, hose bibb 5 at 8', () => {
    const code = (id: string) => FIXTURE_ROWS.find((r) => r.id === id)!.code!;
    const GPM = 3.785411784;
    const PSI = 6.894757;
    for (const [id, gpm, psi] of [
      ['sink', 1.75, 8],
      ['basin', 0.8, 8],
      ['shower', 2.5, 8],
      ['mixer-shower', 2.5, 20],
      ['wc', 3, 20],
      ['hose', 5, 8],
    ] as const) {
      expect(code(id).lpm).toBeCloseTo(gpm * GPM, 1);
      expect(Math.abs(code(id).kPa - psi * PSI)).toBeLessThan(0.6);
    }
  });
  it('are judged by what gravity gives: a mixer and a washing machine starve where an open tap does', () => {
    const codes = (made: Made): string[] =>
      judgeCabin(compilePlan(cabin(made)), cabinsOf(cabin(made))[0]).map((f) => `${f.at} ${f.code}`);
    const plain = codes({});
    expect(plain).toContain('kitchen fixture-under-code');
    expect(plain).toContain('shower fixture-under-code');
    expect(codes({ shower: { fixture: 'mixer-shower' } })).toContain('shower fixture-starves');
    expect(codes({ kitchen: { fixture: 'washing-machine' } })).toContain('kitchen fixture-starves');
    expect(codes({ standM: 1 })).toContain('shower fixture-starves');
    // a tap that lets little through is slow, though there is pressure
    expect(codes({ kitchen: { ratedFlowLpm: 2 } })).toContain('kitchen fixture-slow');
  });
});

describe('a cabin as it runs', () => {
  it('shut taps give nothing and stand at the tank’s water; open ones give what the network says', () => {
    const shut = run(cabin(), []);
    expect(shut.flow).toBe(0);
    for (const f of shut.fixtures) expect(f.head).toBeCloseTo(105, 6);
    const both = run(cabin(), ['kitchen', 'shower']);
    expect(both.settled).toBe(true);
    const [kitchen, shower] = both.fixtures;
    expect(both.flow).toBeCloseTo(kitchen.flow + shower.flow, 12);
    expect(kitchen.flow).toBeLessThan(kitchen.alone);
    expect(shower.flow).toBeLessThan(shower.alone);
    expect(kitchen.mouth).toBeCloseTo(101, 9);
    expect(lostBy(shower)).toBeCloseTo(1 - shower.flow / shower.alone, 12);
    expect(lostBy(shut.fixtures[0])).toBe(0);
    // the rose wants 10 kPa, an open tap 3
    expect(isShort(kitchen)).toBe(false);
    expect(shower.pressure).toBeLessThan(10_000);
    expect(isShort(shower)).toBe(true);
    expect(isShort(shut.fixtures[1])).toBe(false);
    // a metre of water, near enough, over a rose that is 2 m up
    expect(leastHead(compilePlan(cabin()), shower)).toBeCloseTo(102 + 10_000 / 9800, 2);
    expect(fillTime(kitchen, 0.01)).toBeCloseTo(0.01 / kitchen.alone, 9);
  });
  it('taps are grouped by the water that they hang on', () => {
    const groups = cabinsOf(demo('ousel-bank'));
    expect(groups.map((g) => g.feed)).toEqual(['hill', 'bakehouse-tank']);
    expect(groups.flatMap((g) => g.taps.map((t) => t.id)).sort()).toEqual(
      demo('ousel-bank')
        .nodes.filter(isTap)
        .map((n) => n.id)
        .sort(),
    );
  });
});

describe('a pipe of its own', () => {
  it('is told with the share that it brings the loss to, and does what is told', () => {
    const plan = cabin({ sharedMm: 12 });
    const c = compilePlan(plan);
    const all = takings(c, cabinsOf(plan)[0]);
    const [worst] = all;
    expect(worst).toMatchObject({ id: 'shower', to: 'kitchen' });
    expect(worst.lost).toBeCloseTo(interactions(c, ['shower', 'kitchen'], 'start').lost[0][1], 9);
    expect(worst.own!.lost).toBeLessThan(0.02);
    const after = done(plan, worst.own!.command);
    // the shared line ends at the kitchen; the shower's runs beside it, as long and as wide
    const own = after.lines.find((l) => l.to === 'shower')!;
    expect(own.from).toBe('tank');
    expect(own.legs.map((l) => l.lengthM)).toEqual([20, 5]);
    expect(interactions(compilePlan(after), ['shower', 'kitchen'], 'start').lost[0][1]).toBeCloseTo(worst.own!.lost, 9);
    // there it is its own already
    expect(ownPipe(after, 'shower')).toBeUndefined();
    expect(cabinFindings(c, cabinsOf(plan)[0], run(plan, [])).map((f) => f.code)).toContain('fixture-loses');
  });
  it('is never worse for its fixture, alone or with all open', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1.5, max: 8, noNaN: true }),
        fc.double({ min: 9, max: 25, noNaN: true }),
        (standM, sharedMm) => {
          const plan = cabin({ standM, sharedMm });
          const after = done(plan, ownPipe(plan, 'shower')!);
          const flow = (p: Plan, open: string[]): number =>
            run(p, open).fixtures.find((f) => f.tap.id === 'shower')!.flow;
          for (const open of [['shower'], ['shower', 'kitchen']])
            expect(flow(after, open)).toBeGreaterThanOrEqual(flow(plan, open) * (1 - 1e-6));
        },
      ),
      { numRuns: 20 },
    );
  });
  it('is not offered where something hangs on beyond the tap, or nothing is shared', () => {
    const on = structuredClone(cabin()) as Plan;
    on.lines.push({ ...structuredClone(on.lines[2]), id: 'on', from: 'kitchen', to: 'shower' });
    expect(ownPipe(on, 'kitchen')).toBeUndefined();
    const single = structuredClone(cabin()) as Plan;
    single.lines = [{ ...single.lines[0], to: 'shower' }];
    expect(ownPipe(single, 'shower')).toBeUndefined();
  });
});

describe('what runs at once', () => {
  it('by fixture units: Hunter’s curve through its published points (IPC table E103.3(3)), straight between', () => {
    const gpm = (units: number): number => lpmOfFlow(unitsFlow(units)) / 3.785411784;
    expect(gpm(1)).toBeCloseTo(3, 9);
    expect(gpm(5)).toBeCloseTo(9.4, 9);
    expect(gpm(10)).toBeCloseTo(14.6, 9);
    expect(gpm(20)).toBeCloseTo(19.6, 9);
    expect(gpm(3.5)).toBeCloseTo(7.25, 9);
    expect(unitsFlow(0)).toBe(0);
    HUNTER.slice(1).forEach(([, q], k) => expect(q).toBeGreaterThan(HUNTER[k][1]));
    const runs = run(cabin(), []);
    const found = atOnce(runs);
    expect(found.units).toBeCloseTo(2.8, 9);
    expect(lpmOfFlow(found.byUnits) / 3.785411784).toBeCloseTo(6.2, 9);
    expect(unitsWorking('Cabin', runs, found).result.value).toBe(found.byUnits);
    expect(found.byHabit).toBeUndefined();
  });
  it('by habit, by hand: both at once in one moment of ninety-six pass, both less often do not', () => {
    const habit = (timesPerDay: number, durationMin: number) => ({
      habits: [{ timesPerDay, durationMin, from: '06:00', to: '08:00' }],
    });
    // 120 minutes: the shower runs 15 of them, the kitchen 10: together in 0.125 · 0.083 = 1.04 %
    const often = cabin({ kitchen: habit(5, 2), shower: habit(3, 5) });
    const runs = run(often, []);
    expect(busyShare(runs.fixtures[1].tap)).toBeCloseTo(0.125, 9);
    const both = runs.fixtures.reduce((sum, f) => sum + f.alone, 0);
    expect(atOnce(runs).byHabit).toBeCloseTo(both, 12);
    // the kitchen for 8 of them: 0.83 %, so one alone is what is counted on
    const seldom = run(cabin({ kitchen: habit(4, 2), shower: habit(3, 5) }), []);
    expect(atOnce(seldom).byHabit).toBeLessThan(both);
    expect(atOnce(seldom).byHabit).toBeCloseTo(Math.max(...seldom.fixtures.map((f) => f.alone)), 12);
  });
});
