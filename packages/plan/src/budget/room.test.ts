// How many more a place carries: against a loop of its own over the days, and against the mean that says too much.
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { loadPlan } from '../document/index.ts';
import { litres } from '../compile/index.ts';
import type { Plan } from '../schema/index.ts';
import { balanceFindings, balanceReport, OFTEN, planBalance, roomOf } from './index.ts';

function demo(name: string): Plan {
  const loaded = loadPlan(readFileSync(new URL(`../../../../demo/plans/${name}.vernal.json`, import.meta.url), 'utf8'));
  if (!loaded.ok) throw new Error(JSON.stringify(loaded.faults));
  return structuredClone(loaded.plan);
}

/** Ten years: 40 mm on every fifth day in winter, on every tenth in summer, and every third summer none for ten weeks. */
function rain(): { start: string; rainMm: number[] } {
  const rainMm: number[] = [];
  const first = Date.UTC(2010, 0, 1) / 86_400_000;
  for (let d = 0; d < 3652; d++) {
    const date = new Date((first + d) * 86_400_000);
    const [year, month] = [date.getUTCFullYear(), date.getUTCMonth()];
    const summer = month >= 4 && month <= 8;
    const dry = year % 3 === 0 && (month === 6 || month === 7);
    rainMm.push(dry ? 0 : d % (summer ? 10 : 5) === 0 ? 40 : 0);
  }
  return { start: '2010-01-01', rainMm };
}

const ewes = (count: number): Plan =>
  ({
    format: 'vernal-slope/plan',
    version: 1,
    title: 'Ewes under a roof',
    climate: { daily: rain() },
    needs: { lossShare: 0 },
    nodes: [
      {
        id: 'roof',
        kind: 'source',
        type: 'roof',
        groundM: 10,
        feeds: 'tank',
        roof: { areas: [{ planM2: 60, runoff: 1 }], firstFlushMm: 0 },
      },
      {
        id: 'tank',
        kind: 'tank',
        groundM: 5,
        shape: { type: 'box', lengthM: 2, widthM: 2, heightM: 1.5 },
        outletM: 0,
        overflowM: 1.5,
        startLevelM: 1,
      },
      {
        id: 'trough',
        kind: 'trough',
        groundM: 0,
        shape: { type: 'box', lengthM: 2, widthM: 0.5, heightM: 0.4 },
        overflowM: 0.35,
        startLevelM: 0.3,
        herds: [{ class: 'ewe-lactating', count, litresPerHeadPerDay: 10, visits: [] }],
      },
    ],
    lines: [
      { id: 'down', from: 'tank', to: 'trough', legs: [{ lengthM: 40, endGroundM: 0, pipe: 'astm-d2239-sidr15/3/4' }] },
    ],
  }) as unknown as Plan;

/** Share of the days on which a store of `volume` L, full on the first, gives all of `want` L; yield after spillage. */
function met(want: number, volume: number): number {
  let stands = volume;
  let days = 0;
  const { rainMm } = rain();
  for (const mm of rainMm) {
    const take = Math.min(want, stands);
    stands = Math.min(stands + mm * 60 - take, volume - take);
    if (take >= want - 1e-9) days++;
  }
  return days / rainMm.length;
}

describe('room for more', () => {
  const heads = 4;
  const b = planBalance(ewes(heads));
  const { rooms, recorded, store } = roomOf(b);
  const [row] = rooms;
  it('by the days of the record is the most with which every day is met, and the most with which nearly all are', () => {
    expect(litres(store)).toBeCloseTo(6000, 6);
    expect(recorded).toEqual({ days: 3652, met: 1 });
    expect(row.more).toBeGreaterThan(0);
    expect(met(10 * (heads + row.more), 6000)).toBe(1);
    expect(met(10 * (heads + row.more + 1), 6000)).toBeLessThan(1);
    const often = row.often ?? 0;
    expect(often).toBeGreaterThan(row.more);
    expect(met(10 * (heads + often), 6000)).toBeGreaterThanOrEqual(OFTEN);
    expect(met(10 * (heads + often + 1), 6000)).toBeLessThan(OFTEN);
    // the tightest month's mean would say more than twice as many
    const spare = Math.min(...b.months.map((m) => litres(m.spare)));
    expect(Math.floor(spare / 10)).toBeGreaterThan(2 * row.more);
  });
  it('is none where days fall short already', () => {
    const many = roomOf(planBalance(ewes(14)));
    expect(many.recorded?.met).toBeCloseTo(met(140, 6000), 12);
    expect(many.recorded?.met).toBeLessThan(1);
    expect(many.rooms[0].more).toBe(0);
  });
  it('the mean year’s months are told beside how many of the record fell short', () => {
    const plan = ewes(12);
    const found = planBalance(plan);
    // every third year July and August are dry
    const dryYears = Array.from({ length: 10 }, (_, k) => 2010 + k).filter((y) => y % 3 === 0).length;
    expect(found.recorded).toEqual({ months: 120, short: 2 * dryYears });
    const told = balanceFindings(found).find((f) => f.code === 'months-carried');
    expect(told).toMatchObject({ severity: 'warning', values: { recorded: 120, dry: 2 * dryYears } });
    expect(balanceReport(plan, found).recordedMonths).toEqual({ months: 120, short: 2 * dryYears });
  });
  it('without a record every month, the leanest week and the hours of the day are heeded', () => {
    const ousel = demo('ousel-bank');
    const full = planBalance(ousel);
    const herd = (of: Plan) => roomOf(planBalance(of)).rooms.find((r) => r.id.startsWith('herd:low'))?.more ?? 0;
    // spare of July over 8 L with losses, as long as the store bridges the hours
    expect(herd(ousel)).toBeLessThanOrEqual(Math.floor((litres(full.months[6].spare) * 0.9) / 8));
    expect(herd(ousel)).toBeGreaterThan(0);
    expect(roomOf(full).recorded).toBeUndefined();
    // 1 L/min and all come at noon: 144 ewes of 10 L by the day's sum; with the tank kept back for fire the trough's
    // 350 L and the hour's 60 L water 41
    const noon = (fireReserveL: number): number => {
      const plan = ewes(4);
      delete plan.climate;
      plan.needs = { lossShare: 0, fireReserveL };
      plan.nodes[0] = { ...plan.nodes[0], type: 'spring', yieldLpm: 1, roof: undefined } as Plan['nodes'][number];
      const trough = plan.nodes.at(-1);
      if (trough?.kind === 'trough' && trough.herds)
        trough.herds[0].visits = [{ at: '12:00', durationMin: 60, share: 1 }];
      return 4 + (roomOf(planBalance(plan)).rooms.at(0)?.more ?? 0);
    };
    expect(noon(0)).toBe(144);
    expect(noon(6000)).toBe(41);
    expect(balanceFindings(full).find((f) => f.code === 'months-carried')).toMatchObject({
      severity: 'ok',
      values: { recorded: 0 },
    });
  });
});
