// What the year brings and takes: the soil of a garden day by day against an independent run, herds by their warmth.
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { soilDays } from '@vernal-slope/core/demand';
import { drinkByWarmth, findAnimal } from '../catalogue/index.ts';
import { litres } from '../fields/index.ts';
import { loadPlan } from '../document/index.ts';
import type { Plan } from '../schema/index.ts';
import { storeSizes } from '../budget/index.ts';
import { isStore } from '../kinds/index.ts';
import { dryNeed, monthsOfDays, planNeeds, weatherDays } from './index.ts';

interface Recorded {
  readonly total: number;
  readonly daysGiven: number;
  readonly means: readonly number[];
  readonly met: number;
}
/** Written by `core/src/reference/record_soil.py`. */
const recorded = JSON.parse(
  readFileSync(new URL('../../../core/src/reference/recorded-soil.json', import.meta.url), 'utf8'),
) as { available: number; mayLack: number; kc: number; moist: Recorded; fromThirst: Recorded; byMonth: Recorded };

function demo(name: string): Plan {
  const loaded = loadPlan(readFileSync(new URL(`../../../../demo/plans/${name}.vernal.json`, import.meta.url), 'utf8'));
  if (!loaded.ok) throw new Error(JSON.stringify(loaded.faults));
  return structuredClone(loaded.plan);
}
const kestrel = (change: (p: Plan) => void = () => undefined): Plan => {
  const p = demo('kestrel-croft');
  change(p);
  return p;
};
const garden = (p: Plan) => {
  const row = planNeeds(p).rows.find((r) => r.kind === 'garden');
  if (!row) throw new Error('no garden');
  return row;
};
const ownDays = (p: Plan): number => {
  const tank = p.nodes.find(isStore);
  if (!tank) throw new Error('no tank');
  return storeSizes(p, tank).own.days;
};

describe('a garden by the days of its weather', () => {
  it.each(['moist', 'fromThirst'] as const)('%s: agrees with the independent run, day and store', (way) => {
    const p = kestrel((x) => {
      const g = x.needs?.gardens?.[0];
      if (g && way === 'fromThirst') g.kept = 'from-thirst';
    });
    const weather = weatherDays(p);
    if (!weather) throw new Error('no weather');
    const months = p.needs?.gardens?.[0].months ?? [];
    const { given } = soilDays(
      weather.et0,
      weather.rain,
      recorded.kc,
      { available: recorded.available / 1000, mayLack: way === 'moist' ? 0 : recorded.mayLack / 1000 },
      (d) => months.includes(weather.months[d] + 1),
    );
    expect(given.reduce((a, b) => a + b, 0) * 1000).toBeCloseTo(recorded[way].total, 6);
    expect(given.filter((v) => v > 0)).toHaveLength(recorded[way].daysGiven);
    // 15 m², nine tenths reach the roots
    garden(p).perDay.forEach((v, m) => expect(litres(v)).toBeCloseTo((recorded[way].means[m] * 15) / 0.9, 6));
    // 76.0 and 71.8 % of days, where the mean of the month would have 84.2
    expect(ownDays(p)).toBeCloseTo(recorded[way].met, 12);
    expect(recorded[way].met).toBeLessThan(recorded.byMonth.met - 0.05);
  });
  it('says which way it went, and goes by the month where no days are known', () => {
    expect(garden(kestrel()).source).toContain('soil water day by day');
    expect(garden(kestrel()).working.source).toContain('eq. 82');
    const bare = garden(kestrel((p) => delete p.climate));
    expect(bare.source).toContain('by the mean of each month');
    expect(bare.days).toBeUndefined();
  });
  it('under a roof takes all that it evaporates, and without rain a garden takes more than its mean', () => {
    const open = planNeeds(kestrel());
    const roofed = planNeeds(
      kestrel((p) => {
        const g = p.needs?.gardens?.[0];
        if (g) g.rainFed = false;
      }),
    );
    expect(dryNeed(roofed, 6)).toBeCloseTo(dryNeed(open, 6), 12);
    expect(roofed.totals.perDay[6]).toBeGreaterThan(1.1 * open.totals.perDay[6]);
    expect(dryNeed(open, 6)).toBeGreaterThan(open.totals.perDay[6]);
    // by its own days, not the month's: within two in a hundred of the mean ET0
    expect(roofed.totals.perDay[6] / dryNeed(roofed, 6)).toBeCloseTo(1, 1);
  });
  it('balances: what falls and is given leaves, runs through or stays', () => {
    const n = 400;
    const et = Float64Array.from({ length: n }, (_, d) => 0.002 + 0.003 * Math.abs(Math.sin(d / 40)));
    const rain = Float64Array.from({ length: n }, (_, d) => (d % 9 === 0 ? 0.025 : 0));
    const run = soilDays(et, rain, 1.1, { available: 0.1, mayLack: 0.04 }, () => true);
    const sum = (a: Float64Array): number => a.reduce((x, y) => x + y, 0);
    expect(sum(rain) + sum(run.given) - sum(run.lost) - 1.1 * sum(et) + run.depletion).toBeCloseTo(0, 9);
  });
  it('dries to the wilting point at most while nothing stands in it: the first watering fills no more than it holds', () => {
    const et = new Float64Array(300).fill(0.005);
    const run = soilDays(et, new Float64Array(300), 1, { available: 0.08, mayLack: 0 }, (d) => d >= 200);
    // 80 mm and the day's own 5; from then on each day's 5
    expect(run.given[200]).toBeCloseTo(0.085, 12);
    expect(run.given[201]).toBeCloseTo(0.005, 12);
  });
  it('months of days step through leap years as the calendar does', () => {
    const months = monthsOfDays('2019-12-30', 430);
    for (let d = 0; d < months.length; d++) expect(months[d]).toBe(new Date(Date.UTC(2019, 11, 30 + d)).getUTCMonth());
  });
});

describe('herds in heat', () => {
  const beef = (change: (h: Record<string, unknown>) => void, tMaxC: number, tMinC: number): Plan =>
    kestrel((p) => {
      p.climate = {
        monthly: {
          rainMm: new Array<number>(12).fill(50),
          tMaxC: new Array<number>(12).fill(tMaxC),
          tMinC: new Array<number>(12).fill(tMinC),
        },
      };
      const herd = { class: 'beef-dry', count: 1, litresPerHeadPerDay: 36.7, visits: [] };
      change(herd);
      p.nodes.push({
        id: 'trough',
        kind: 'trough',
        groundM: 110,
        shape: { type: 'box', lengthM: 2, widthM: 0.5, heightM: 0.4 },
        overflowM: 0.35,
        startLevelM: 0.3,
        herds: [herd],
      } as unknown as Plan['nodes'][number]);
    });
  const row = (p: Plan) => {
    const found = planNeeds(p).rows.find((r) => r.kind === 'herd');
    if (!found) throw new Error('no herd');
    return found;
  };
  it('cattle drink twice as much at 32 °C as when it is mild (rule of 1 and 2 gallons per 100 lb, from memory)', () => {
    const hot = row(beef((h) => (h.byWarmth = true), 38, 26.4));
    expect(hot.each).toBeCloseTo(2 * 36.7, 6);
    const mild = row(beef((h) => (h.byWarmth = true), 26, 16.2));
    expect(mild.each).toBeCloseTo(36.7, 6);
  });
  it('a figure for heat is inside the table, and one for mild days is told in a hot place', () => {
    expect(row(beef((h) => (h.litresPerHeadPerDay = 70), 20, 10)).note).toBeUndefined();
    expect(row(beef((h) => (h.litresPerHeadPerDay = 75), 20, 10)).note).toContain('outside the 22 to 73.4 L');
    expect(row(beef(() => undefined, 38, 26.4)).note).toContain('its table says 73 L a head at the 32 °C');
    expect(row(beef((h) => (h.reason = 'they stand in shade'), 38, 26.4)).note).toBeUndefined();
    expect(row(beef(() => undefined, 20, 10)).note).toBeUndefined();
  });
  it('every class with a figure for hot days drinks as much there, and never less on the way', () => {
    for (const id of ['beef-dry', 'beef-lactating', 'horse', 'sow-lactating', 'layer']) {
      const animal = findAnimal(id);
      const table = (animal && drinkByWarmth(animal)) ?? [];
      expect(table.at(-1), id).toEqual([32.2, animal?.hot]);
      table.forEach(([t, l], k) => {
        if (k > 0) expect(t > table[k - 1][0] && l >= table[k - 1][1], `${id} ${t}`).toBe(true);
      });
    }
  });
  it('drink by each day where days are known', () => {
    const p = kestrel((x) => {
      x.nodes.push({
        id: 'trough',
        kind: 'trough',
        groundM: 110,
        shape: { type: 'box', lengthM: 2, widthM: 0.5, heightM: 0.4 },
        overflowM: 0.35,
        startLevelM: 0.3,
        herds: [{ class: 'beef-dry', count: 3, litresPerHeadPerDay: 38, byWarmth: true, visits: [] }],
      } as unknown as Plan['nodes'][number]);
    });
    const herd = row(p);
    const weather = weatherDays(p);
    expect(herd.days).toHaveLength(4383);
    const hottest = weather?.warmth.indexOf(Math.max(...weather.warmth)) ?? -1;
    expect(litres(herd.days?.[hottest] ?? 0)).toBeGreaterThan(3 * 36.7);
    expect(herd.source).toContain('each day’s warmth');
  });
});
