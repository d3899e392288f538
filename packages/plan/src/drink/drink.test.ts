// Rails of drinkers: pressures by hand, the bucket's range, what the codes ask, bad entries, a day in time.
import { runPlace } from '@vernal-slope/core/simulation';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planBalance } from '../budget/index.ts';
import { planNeeds } from '../year/index.ts';
import { DRINKER_ROWS, DRINKER_USES, findAnimal, findDrinker } from '../catalogue/index.ts';
import { compilePlan, litres, lpmOfFlow, pascals } from '../compile/index.ts';
import { crossChecks } from '../document/crosschecks.ts';
import { loadPlan } from '../document/index.ts';
import { applyCommand, changeNode, toggleHole, type Command } from '../edit/index.ts';
import { judgeGarden } from '../garden/index.ts';
import { placeInTime } from '../intime/index.ts';
import { isStore } from '../kinds/index.ts';
import type { Plan } from '../schema/index.ts';
import {
  addRail,
  bandOf,
  betterStand,
  changeDrinkers,
  drinkingWorking,
  fallPipe,
  fillsPerDay,
  hangBucket,
  hangPipe,
  judgeRails,
  otherDrinkers,
  railDayWorking,
  railFindings,
  railsOf,
  railStands,
  respaceRail,
  setDrinkerKind,
  standingWorking,
  standRange,
  standRangeWorking,
  tableFlow,
  type RailMade,
  type RailStands,
} from './index.ts';

const yard = (() => {
  const loaded = loadPlan(
    JSON.stringify({
      format: 'vernal-slope/plan',
      version: 1,
      title: 'Yard',
      site: { waterTemperatureC: 10 },
      nodes: [
        { id: 'spring', kind: 'source', type: 'spring', groundM: 104, yieldLpm: 5 },
        {
          id: 'tank',
          kind: 'tank',
          groundM: 100,
          standM: 2,
          shape: { type: 'vertical-cylinder', diameterM: 1, heightM: 1.2 },
          outletM: 0.05,
          overflowM: 1.1,
          startLevelM: 1,
          inlet: { at: 'top', heightM: 1.15 },
        },
      ],
      lines: [
        {
          id: 'feed',
          from: 'spring',
          to: 'tank',
          legs: [{ lengthM: 30, endGroundM: 100, pipe: 'astm-d2239-sidr15/1/2' }],
        },
      ],
    }),
  );
  if (!loaded.ok) throw new Error(JSON.stringify(loaded.faults));
  return loaded.plan;
})();
const HENS: RailMade = {
  heights: [0.38],
  lengthM: 7.2,
  fallsM: 0.4,
  drinkers: 10,
  kind: 'poultry-nipple',
  animal: 'layer',
  heads: 40,
  standM: 0.62,
  pipe: { insideDiameterMm: 15.8 },
  fed: true,
};
const done = (plan: Plan, command: Command): Plan => {
  const made = applyCommand(plan, command);
  if (!made) throw new Error('nothing done');
  expect(crossChecks(made.plan)).toEqual([]);
  return made.plan;
};
const hens = (more: Partial<RailMade> = {}, fed = true): Plan =>
  done(yard, addRail(yard, 'tank', 'Hen run', { ...HENS, ...more, fed }));
const stand = (plan: Plan): RailStands => railStands(compilePlan(plan), railsOf(plan)[0]);
const codes = (plan: Plan): string[] => judgeRails(compilePlan(plan)).map((f) => f.code);
/** Density at 10 °C times gravity, Pa a metre. */
const PER_M = 999.7 * 9.80665;

describe('a rail of nipples under its bucket', () => {
  const plan = hens();
  const s = stand(plan);
  it('at rest by hand: the bucket’s water over each mouth', () => {
    // water 0.28 m over a floor 0.62 m up; the rail 0.38 m up, and 0.4 m lower after 7.2 m
    s.drinkers.forEach((k, n) => {
      const mouth = 0.38 - (0.4 * (0.36 + 0.72 * n)) / 7.2;
      expect(k.standing / PER_M).toBeCloseTo(0.9 - mouth, 3);
      expect(k.hangs).toBeCloseTo(0.38, 6);
    });
    expect(s.drinkers.map((k) => k.state)).toEqual([
      ...Array.from({ length: 5 }, () => 'good'),
      ...Array.from({ length: 5 }, () => 'drips'),
    ]);
    const c = compilePlan(plan);
    expect(standingWorking(c, s, s.drinkers[3]).result.value).toBe(s.drinkers[3].standing);
  });
  it('a tenth of forty hens drink at once, and those that have least are looked at', () => {
    expect(s.atOnce).toBe(4);
    const drinking = s.drinkers.map((k) => Number.isFinite(k.drinking));
    expect(drinking).toEqual([true, true, true, true, ...Array.from({ length: 6 }, () => false)]);
    // at the level at which its float has opened, less what little is lost
    const still = (0.885 - s.drinkers[0].mouth + 100) * PER_M;
    expect(s.worst!.pressure).toBeLessThan(still);
    expect(s.worst!.pressure).toBeGreaterThan(0.99 * still);
    const w = drinkingWorking(compilePlan(plan), s, s.drinkers[0]);
    const loss = w.terms.find((t) => t.key === 'loss')!.value;
    expect(loss).toBeGreaterThan(0);
    expect(loss).toBeLessThan(60);
  });
  it('drips, and the range of its bucket says by how much to lower it', () => {
    expect(codes(plan)).toContain('drinkers-drip');
    const range = standRange(plan, s)!;
    const most = stand(done(plan, hangBucket(s.bucket!.id, range.high)));
    expect(Math.max(...most.drinkers.map((k) => k.standing))).toBeCloseTo(7000, -1);
    const least = stand(done(plan, hangBucket(s.bucket!.id, range.low)));
    expect(least.worst!.pressure).toBeCloseTo(500, -1);
    const middle = done(plan, hangBucket(s.bucket!.id, (range.low + range.high) / 2));
    expect(stand(middle).drinkers.every((k) => k.state === 'good')).toBe(true);
    expect(codes(middle)).toContain('rail-good');
    expect(standRangeWorking(compilePlan(plan), s, range).result.value).toBe(range.high);
  });
  it('the better height is the middle of the range to a round step, told with what they have there; none where it is right', () => {
    const range = standRange(plan, s)!;
    const better = betterStand(plan, s, range, 0.01)!;
    expect(better.to).toBeCloseTo((range.low + range.high) / 2, 1);
    const there = stand(done(plan, hangBucket(s.bucket!.id, better.to)));
    expect(better.most).toBeCloseTo(Math.max(...there.drinkers.map((k) => k.standing)), 6);
    expect(better.least).toBeCloseTo(there.worst!.pressure, 6);
    const moved = done(plan, hangBucket(s.bucket!.id, better.to));
    expect(betterStand(moved, stand(moved), standRange(moved, stand(moved)), 0.01)).toBeUndefined();
    // the band: from where the low water has the least to where the full one has the most
    const band = bandOf(compilePlan(plan), s)!;
    expect((s.low - band.top) * PER_M).toBeCloseTo(500, 0);
    expect((s.full - band.foot) * PER_M).toBeCloseTo(7000, 0);
  });
  it('other kinds that would do are those whose band holds what it has', () => {
    const fits = otherDrinkers(s).filter((o) => o.fits);
    expect(fits.map((o) => o.kind.id)).toEqual(['poultry-nipple-side', 'poultry-cup', 'rabbit-nipple']);
    const cups = done(plan, setDrinkerKind('rail', 'poultry-cup', 'cups'));
    expect(stand(cups).drinkers.every((k) => k.state === 'good')).toBe(true);
    expect(stand(cups).drinkers).toHaveLength(10);
  });
  it('a bucket on the ground is lowered with its ground', () => {
    const low = done(plan, hangBucket(s.bucket!.id, -0.2)).nodes.find((n) => n.id === s.bucket!.id)!;
    expect(isStore(low) && low.standM).toBe(0);
    expect(low.groundM).toBeCloseTo(99.8, 6);
  });
});

it('two rails have ids of their own, as two plots of rows do', () => {
  const two = done(hens(), addRail(hens(), 'tank', 'Hen run', { ...HENS, fed: true }));
  expect(two.plots!.map((p) => p.id)).toEqual(['rail', 'rail-2']);
  const names = two.nodes.flatMap((n) => n.name ?? []);
  expect(new Set(names).size).toBe(names.length);
});

describe('properties', () => {
  const floors = fc.double({ min: 0.3, max: 2.5, noNaN: true });
  it('a higher bucket never lowers a drinker’s flow or pressure', () => {
    fc.assert(
      fc.property(floors, floors, (a, b) => {
        const [low, high] = [Math.min(a, b), Math.max(a, b)].map((standM) => stand(hens({ standM })));
        low.drinkers.forEach((k, n) => {
          expect(high.drinkers[n].gives).toBeGreaterThanOrEqual(k.gives - 1e-12);
          expect(high.drinkers[n].standing).toBeGreaterThanOrEqual(k.standing - 1e-6);
        });
        expect(high.worst!.pressure).toBeGreaterThanOrEqual(low.worst!.pressure - 1);
      }),
      { numRuns: 15 },
    );
  });
  it('the more drink, the less the worst has', () => {
    const with_ = (atOnce: number) =>
      stand(
        done(
          hens(),
          changeDrinkers('rail', 'at once', (d) => void (d.atOnce = atOnce)),
        ),
      ).worst!.pressure;
    const list = [1, 3, 6, 10].map(with_);
    list.slice(1).forEach((p, k) => expect(p).toBeLessThanOrEqual(list[k] + 1e-6));
  });
});

describe('tables', () => {
  it('every kind gives what its table says at the pressure that it likes most, and by the square root below', () => {
    for (const row of DRINKER_ROWS) {
      expect(lpmOfFlow(tableFlow(row, pascals(row.most.kPa)))).toBeCloseTo(row.most.lpm, 9);
      expect(lpmOfFlow(tableFlow(row, pascals(row.most.kPa) / 4))).toBeCloseTo(row.most.lpm / 2, 9);
      expect(row.least.kPa).toBeLessThan(row.most.kPa);
    }
    // poultry nipple at the least: 27 mL/min, of 20 to 100 in practice
    const nipple = findDrinker('poultry-nipple')!;
    expect(lpmOfFlow(tableFlow(nipple, 500)) * 1000).toBeCloseTo(26.7, 1);
  });
  it('who drinks is in the table of animals, reaches from low to high', () => {
    for (const use of DRINKER_USES) {
      expect(findAnimal(use.animal), use.animal).toBeDefined();
      expect(use.low).toBeLessThan(use.high);
    }
  });
  it('a nipple for every ten hens (1999/74/EC), a pig’s least flow by its class (DEFRA 2003)', () => {
    expect(codes(hens({ heads: 100 }))).not.toContain('drinkers-few');
    expect(codes(hens({ heads: 101 }))).toContain('drinkers-few');
    const pigs = (standM: number, animal: string): string[] =>
      codes(hens({ kind: 'pig-nipple', animal, heads: 4, drinkers: 4, standM, heights: [0.2], fallsM: 0 }));
    // a weaned pig: 0.3 L/min at least; a sow 2 L/min, which a bucket cannot give
    expect(pigs(2, 'pig-weaner')).not.toContain('drinkers-slow');
    expect(pigs(2, 'sow-lactating')).toContain('drinkers-slow');
  });
});

describe('what is wrong with a rail', () => {
  const plan = hens({ standM: 0.3 });
  const bucket = stand(plan).bucket!.id;
  it('a bucket lower than the rail gives nothing', () => {
    expect(codes(hens({ standM: 0 }))).toContain('drinkers-dry');
    const s = stand(hens({ standM: 0 }));
    expect(s.drinkers[0].state).toBe('dry');
  });
  it('no drinkers, no bucket, a kind that is none', () => {
    const none = structuredClone(plan) as Plan;
    for (const l of none.lines) for (const leg of l.legs) delete leg.emitters;
    expect(codes(none)).toEqual(['rail-empty']);
    expect(standRange(none, stand(none))).toBeUndefined();
    const odd = done(
      plan,
      changeDrinkers('rail', 'kind', (d) => void (d.kind = 'bowl')),
    );
    expect(codes(odd)).toContain('rail-kind-unknown');
    expect(codes(odd)).not.toContain('rail-good');
    const source = structuredClone(plan) as Plan;
    const line = source.lines.find((l) => l.id.startsWith('rail'))!;
    line.from = 'spring';
    expect(codes(source)).toContain('rail-no-bucket');
  });
  it('out of reach, too close, rising, grit, no flush, a tight lid', () => {
    expect(codes(plan)).not.toContain('drinkers-reach');
    expect(codes(done(plan, hangPipe('rail-line', 0.2)))).toContain('drinkers-reach');
    expect(codes(done(plan, respaceRail('rail', 0.1)))).toContain('drinkers-close');
    expect(codes(done(plan, respaceRail('rail', 0.3)))).not.toContain('drinkers-close');
    expect(codes(done(plan, fallPipe('rail-line', -0.1)))).toContain('rail-rises');
    const take = (outletM: number): string[] =>
      codes(
        done(
          plan,
          changeNode(bucket, isStore, 'take-off', (n) => void (n.outletM = outletM)),
        ),
      );
    expect(take(0.02)).toContain('rail-grit');
    expect(take(0.06)).not.toContain('rail-grit');
    const said = (key: 'flush' | 'vented') =>
      codes(
        done(
          plan,
          changeDrinkers('rail', 'x', (d) => void (d[key] = false)),
        ),
      );
    expect(said('flush')).toContain('rail-no-flush');
    expect(said('vented')).toContain('bucket-locked');
  });
  it('a rail is no row of plants, and its judgement is its own', () => {
    expect(judgeGarden(compilePlan(plan))).toEqual([]);
    expect(railFindings(compilePlan(plan), stand(plan)).every((f) => f.at === 'rail')).toBe(true);
  });
});

describe('cages on top of each other', () => {
  const made: RailMade = {
    ...HENS,
    heights: [0.85, 1.45, 2.05],
    floors: [0.6, 1.2, 1.8],
    lengthM: 2.4,
    fallsM: 0,
    drinkers: 4,
    kind: 'rabbit-nipple',
    animal: 'rabbit',
    heads: 12,
    standM: 2.4,
  };
  it('hang on one bucket, each over its own floor', () => {
    const s = stand(hens(made));
    expect(s.drinkers).toHaveLength(12);
    expect(s.drinkers.every((k) => Math.abs(k.hangs - 0.25) < 1e-9)).toBe(true);
    expect(s.drinkers.every((k) => k.state === 'good')).toBe(true);
    const range = standRange(hens(made), s)!;
    // the highest wants 3 kPa at low water, the lowest holds back 35 kPa: by hand, losses of some mm left aside
    expect(range.low).toBeCloseTo(2.05 + 3000 / PER_M - 0.265, 1);
    expect(range.high).toBeCloseTo(0.85 + 35_000 / PER_M - 0.28, 2);
  });
  it('too high a stack suits no bucket', () => {
    const tall = hens({ ...made, kind: 'poultry-nipple' });
    const range = standRange(tall, stand(tall))!;
    expect(range.low).toBeGreaterThan(range.high);
  });
});

describe('a day of drinking', () => {
  it('is a need with its own hours, and is in the balance', () => {
    const row = planNeeds(hens()).rows.find((r) => r.id === 'rail:rail')!;
    expect(litres(row.perDay[0])).toBeCloseTo(40 * 0.25, 9);
    expect(row.kind).toBe('herd');
    expect(row.hours.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
    expect(planBalance(hens()).unreached).toEqual([]);
    expect(railDayWorking(stand(hens())).result.value).toBeCloseTo(row.perDay[0], 12);
    const more = done(
      hens(),
      changeDrinkers('rail', 'more', (d) => void (d.litresPerHeadPerDay = 0.5)),
    );
    expect(litres(planNeeds(more).rows.find((r) => r.id === 'rail:rail')!.perDay[0])).toBeCloseTo(20, 9);
  });
  const run = (plan: Plan) => {
    const inTime = placeInTime(plan, { duration: 86_400 });
    const found = runPlace(inTime.place);
    return { found, rail: found.outlets[inTime.outlets.length] };
  };
  it('in time they get what they drink while there is pressure, no more', () => {
    const { found, rail } = run(hens());
    expect(litres(rail.demand)).toBeCloseTo(10, 3);
    expect(litres(rail.delivered)).toBeCloseTo(10, 2);
    expect(Math.abs(found.balance.error)).toBeLessThan(1e-5);
  });
  it('filled by hand, forty hens empty a bucket in a day and a half: eighty fall short', () => {
    const alone = (heads: number): Plan => {
      const plan = hens({ heads, standM: 0.4 }, false);
      return plan;
    };
    expect(fillsPerDay(stand(alone(40)))).toBeCloseTo(10 / (Math.PI * 0.14 ** 2 * 0.23 * 1000), 2);
    expect(litres(run(alone(40)).rail.delivered)).toBeCloseTo(10, 2);
    const { rail } = run(alone(80));
    // it holds 14.2 L over its take-off; the last of it comes ever slower
    expect(litres(rail.delivered)).toBeLessThan(14.2);
    expect(litres(rail.delivered)).toBeGreaterThan(12);
    expect(litres(rail.demand)).toBeCloseTo(20, 3);
    expect(codes(alone(80))).toContain('bucket-small');
    expect(codes(alone(40))).not.toContain('bucket-small');
  });
  it('a drinker shut off is none', () => {
    const less = done(hens(), toggleHole('rail-line', 1, 0, 9));
    expect(stand(less).drinkers).toHaveLength(9);
    expect(litres(run(less).rail.delivered)).toBeCloseTo(10, 2);
  });
});
