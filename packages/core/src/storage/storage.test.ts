import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import recorded from '../reference/recorded-storage.json' with { type: 'json' };
import { roofSeries } from '../supply/index.ts';
import { tankCapacity, volumeAt } from '../tank/index.ts';
import {
  cascade,
  daysUntilEmpty,
  emptiedEvery,
  dayReliability,
  dividedStores,
  kneeOf,
  levelTable,
  linkedLevel,
  linkedTanks,
  overflowCapacity,
  overflowHead,
  runStore,
  storeDays,
  sizeCurve,
  sizeRange,
  stickMarks,
  usableParts,
  ventBore,
  volumeReliability,
} from './index.ts';

const series = (list: number[]): Float64Array => Float64Array.from(list);
const constant = (n: number, v: number): Float64Array => new Float64Array(n).fill(v);

describe('daily behaviour', () => {
  // operating rules of Jenkins et al. (1978) and Fewkes and Butler (2000), numbers worked step by step by hand (litres)
  const inflow = series([0, 300, 1200, 0, 0, 0, 0, 500]);
  const demand = constant(8, 250);
  it('yield after spillage: 1,400 L yielded, 500 L spilled, 500 L left', () => {
    // stores 150, 300, 750, 500, 250, 0, 0, 500; yields 250, 150, 250, 250, 250, 250, 0, 0
    const r = runStore(storeDays(inflow, demand), 1000, 'YAS', 400);
    expect([r.yield, r.spill, r.end, r.daysMet, r.longestShort]).toEqual([1400, 500, 500, 5, 2]);
  });
  it('yield before spillage: 2,000 L yielded, 150 L spilled, 250 L left', () => {
    const r = runStore(storeDays(inflow, demand), 1000, 'YBS', 400);
    expect([r.yield, r.spill, r.end, r.daysMet]).toEqual([2000, 150, 250, 8]);
    // days 4 to 7 have no inflow and are all met
    expect(r.longestDrySurvived).toBe(4);
  });
  const random = fc.record({
    inflow: fc.array(fc.double({ min: 0, max: 5, noNaN: true }), { minLength: 1, maxLength: 60 }),
    want: fc.double({ min: 0, max: 3, noNaN: true }),
    capacity: fc.double({ min: 0.1, max: 20, noNaN: true }),
    start: fc.double({ min: 0, max: 1, noNaN: true }),
  });
  it('keeps every litre, in either rule', () => {
    fc.assert(
      fc.property(random, fc.constantFrom('YAS' as const, 'YBS' as const), (x, rule) => {
        const r = runStore(
          storeDays(series(x.inflow), constant(x.inflow.length, x.want)),
          x.capacity,
          rule,
          x.start * x.capacity,
        );
        expect(x.start * x.capacity + r.inflow - r.yield - r.spill - r.end).toBeCloseTo(0, 9);
      }),
    );
  });
  it('a larger store never meets less, and before spillage never less than after', () => {
    fc.assert(
      fc.property(random, fc.double({ min: 1, max: 4, noNaN: true }), (x, more) => {
        const run = (size: number, rule: 'YAS' | 'YBS') =>
          runStore(storeDays(series(x.inflow), constant(x.inflow.length, x.want)), size, rule, x.start * x.capacity)
            .yield;
        expect(run(x.capacity * more, 'YAS')).toBeGreaterThanOrEqual(run(x.capacity, 'YAS') - 1e-9);
        expect(run(x.capacity, 'YBS')).toBeGreaterThanOrEqual(run(x.capacity, 'YAS') - 1e-9);
      }),
    );
  });
  it('calls a store that nobody wants anything of reliable', () => {
    const r = runStore(storeDays(series([1, 2]), constant(2, 0)), 5, 'YAS');
    expect([dayReliability(r), volumeReliability(r)]).toEqual([1, 1]);
  });
});

describe('twelve years of days, recorded from an independent program in exact fractions', () => {
  const csv = readFileSync(new URL('../../../../demo/weather/kestrel-croft.csv', import.meta.url), 'utf8');
  const rain = csv
    .trim()
    .split('\n')
    .slice(1)
    .map((row) => Number(row.split(',')[1]) / 1000);
  const inflow = roofSeries(rain, recorded.area, recorded.runoff, recorded.flush / 1000);
  const days = storeDays(inflow, constant(rain.length, recorded.want / 1000));
  for (const rule of ['YAS', 'YBS'] as const) {
    it.each(recorded[rule === 'YAS' ? 'after' : 'before'])(`$size L, yield ${rule} spillage`, (row) => {
      const r = runStore(days, row.size / 1000, rule, row.size / 1000);
      expect(r.yield * 1000).toBeCloseTo(row.yield, 3);
      expect(r.spill * 1000).toBeCloseTo(row.spill, 3);
      expect(r.end * 1000).toBeCloseTo(row.end, 6);
      expect([r.daysMet, r.longestShort]).toEqual([row.met, row.longestShort]);
    });
  }
});

describe('sizes', () => {
  const wet = Float64Array.from({ length: 730 }, (_, d) => (d % 12 === 0 ? 1.5 : 0));
  const rows = sizeCurve(storeDays(wet, constant(730, 0.1)), sizeRange(0.05, 20, 40), 'YAS');
  it('rise with the size and stop paying somewhere between', () => {
    for (let k = 1; k < rows.length; k++) expect(rows[k].volume).toBeGreaterThanOrEqual(rows[k - 1].volume - 1e-12);
    const knee = rows[kneeOf(rows)];
    // the dry spell is 11 days of 0.1: no more than about that is worth having
    expect(knee.capacity).toBeGreaterThan(0.6);
    expect(knee.capacity).toBeLessThan(1.6);
  });
  it('say the same of each size as a run of it does, in either rule', () => {
    const days = storeDays(wet, constant(730, 0.1));
    for (const rule of ['YAS', 'YBS'] as const)
      for (const row of sizeCurve(days, sizeRange(0.05, 20, 12), rule, 0.5)) {
        const run = runStore(days, row.capacity, rule, 0.5 * row.capacity);
        expect(row.days).toBe(dayReliability(run));
        expect(row.volume).toBeCloseTo(volumeReliability(run), 12);
        expect(row.spill).toBeCloseTo(run.spill, 9);
      }
  });
  it('stop when told to, keeping what is done', () => {
    let n = 0;
    expect(sizeCurve(storeDays(wet, constant(730, 0.1)), sizeRange(1, 2, 10), 'YAS', 0, () => ++n < 4)).toHaveLength(4);
  });
  it('of a flat curve have no knee', () => {
    expect(kneeOf([1, 2, 3].map((capacity) => ({ capacity, volume: 1 })))).toBe(0);
  });
});

describe('days until empty', () => {
  it('by hand: 1,000 L, 150 L a day used, 50 L a day coming: ten days', () => {
    expect(daysUntilEmpty(1, 0.15, () => 0.05, 1)).toBe(10);
  });
  it('a falling source empties it sooner', () => {
    const falling = daysUntilEmpty(1, 0.15, (d) => 0.14 * Math.exp(-0.02 * d), 1);
    expect(falling).toBeLessThan(daysUntilEmpty(1, 0.15, () => 0.14, 1) ?? 0);
  });
  it('one that brings enough never', () => expect(daysUntilEmpty(1, 0.1, () => 0.1, 1)).toBeNull());
});

describe('what can be used', () => {
  const box = { type: 'box', length: 2, width: 1, height: 1 } as const;
  it('parts of a tank by hand, adding up to the brim', () => {
    const u = usableParts({ shape: box, outlet: 0.05, overflow: 0.95, floatShuts: 0.8, tapLevel: 0.2 });
    expect(
      [u.belowOutlet, u.belowTap, u.usable, u.aboveFloat, u.aboveOverflow].map((v) => Number(v.toFixed(9))),
    ).toEqual([0.1, 0.3, 1.2, 0.3, 0.1]);
    expect(u.usable + u.belowOutlet + u.belowTap + u.aboveFloat + u.aboveOverflow).toBeCloseTo(tankCapacity(box), 12);
  });
  it('a tap above the whole tank leaves nothing', () => {
    expect(usableParts({ shape: box, outlet: 0.05, overflow: 0.95, tapLevel: 3 }).usable).toBe(0);
  });
  it('the lowest rim drags linked tanks down (by hand)', () => {
    // two boxes of 2 m²; the second stands 0.10 m lower: it runs over at 0.85 of the first
    const g = linkedTanks([
      { shape: box, floor: 10, outlet: 0.05, overflow: 0.95 },
      { shape: box, floor: 9.9, outlet: 0.05, overflow: 0.95 },
    ]);
    expect(g.spillsFirst).toBe(1);
    expect(g.spillLevel).toBeCloseTo(10.85, 12);
    // both down to the outlet of the first, at 10.05: what lies lower in the second does not rise into it
    expect(g.usable.map((v) => Number(v.toFixed(9)))).toEqual([1.6, 1.6]);
    expect(g.drawnTo).toBeCloseTo(10.05, 12);
    expect(g.lost.map((v) => Number(v.toFixed(9)))).toEqual([0.2, 0]);
  });
  it('a tap that stands high limits the whole group: two level tanks, tap at 0.8 of 1 m: 0.8 m³ of 4', () => {
    const top = { shape: box, floor: 10, outlet: 0.8, overflow: 1 };
    const g = linkedTanks([top, { ...top, outlet: 0 }]);
    expect(g.usable.reduce((a, b) => a + b, 0)).toBeCloseTo(0.8, 12);
  });
  it('linked tanks settle at one level', () => {
    const tanks = [
      { shape: box, floor: 10, outlet: 0, overflow: 1 },
      { shape: { type: 'horizontal-cylinder', diameter: 1, length: 2 } as const, floor: 9.8, outlet: 0, overflow: 1 },
    ];
    const level = linkedLevel(tanks, 1.5);
    expect(tanks.reduce((sum, t) => sum + volumeAt(t.shape, level - t.floor), 0)).toBeCloseTo(1.5, 9);
  });
  it('a stick has its marks where the table has its levels', () => {
    const lying = { type: 'horizontal-cylinder', diameter: 1.2, length: 2.5 } as const;
    for (const m of stickMarks(lying, 0.25)) expect(volumeAt(lying, m.level)).toBeCloseTo(m.volume, 9);
    expect(levelTable(lying).at(-1)?.volume).toBeCloseTo(tankCapacity(lying), 12);
  });
});

describe('overflow and vent', () => {
  it('an upright pipe is a weir while shallow: Q = 1.7 πD h^1.5 (by hand)', () => {
    expect(overflowCapacity(0.005, 0.1, 'upright')).toBeCloseTo(1.7 * Math.PI * 0.1 * 0.005 ** 1.5, 12);
  });
  it('and an orifice once drowned: 0.6 A √(2gh)', () => {
    expect(overflowCapacity(0.05, 0.05, 'upright')).toBeCloseTo(
      0.6 * (Math.PI / 4) * 0.05 ** 2 * Math.sqrt(2 * 9.80665 * 0.05),
      12,
    );
  });
  it('a pipe in the wall runs at critical depth: Q²T = gA³, head y + A/2T and half of that last lost at its edge', () => {
    // by hand for a 0.1 m pipe half full: A = 3.927e-3, T = 0.1: Q = √(9.80665 · A³/T) = 2.437e-3, head 0.05 + 1.5 · 0.0196
    expect(overflowCapacity(0.05 + (1.5 * 3.927e-3) / 0.2, 0.1, 'wall')).toBeCloseTo(2.437e-3, 5);
  });
  it('a pipe in the wall far under water is an orifice on its centre: 0.6 A √(2g(h − D/2)) (by hand)', () => {
    // 50 mm under 0.5 m: 0.6 · 1.9635e-3 · √(2 · 9.80665 · 0.475) = 3.596e-3 m³/s
    expect(overflowCapacity(0.5, 0.05, 'wall')).toBeCloseTo(3.596e-3, 6);
  });
  it('carries more the higher the water stands, and the head is found back', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.002, max: 0.3, noNaN: true }),
        fc.double({ min: 0.02, max: 0.15, noNaN: true }),
        fc.constantFrom('wall' as const, 'upright' as const),
        (head, bore, kind) => {
          const q = overflowCapacity(head, bore, kind);
          expect(overflowCapacity(head * 1.02, bore, kind)).toBeGreaterThanOrEqual(q * (1 - 1e-9));
          expect(overflowCapacity(overflowHead(q, bore, kind), bore, kind)).toBeGreaterThanOrEqual(q * (1 - 1e-9));
        },
      ),
    );
  });
  it('a cascade serves each place in turn', () => {
    expect(
      cascade(10, [
        { name: 'pond', takes: 4 },
        { name: 'orchard', takes: 5 },
        { name: 'brook', takes: 0 },
      ]),
    ).toEqual({ gets: [4, 5, 0], rest: 1 });
  });
  it('a vent passes as much air as water leaves', () => {
    const d = ventBore(5e-4, 50);
    expect(0.6 * (Math.PI / 4) * d * d * Math.sqrt((2 * 50) / 1.2)).toBeCloseTo(5e-4, 12);
  });
});

it('a fixed division between barrels never yields more than one store of both', () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 5, maxLength: 60 }),
      fc.double({ min: 0.1, max: 0.9, noNaN: true }),
      (rain, share) => {
        const d = dividedStores(
          series(rain),
          constant(rain.length, 0.2),
          [
            { capacity: 0.5, share },
            { capacity: 0.5, share: 1 - share },
          ],
          'YAS',
        );
        expect(d.divided).toBeLessThanOrEqual(d.joined + 1e-9);
      },
    ),
  );
});

describe('a store that is emptied every few days', () => {
  // 100 L hold: 40 L a day come, on day 10 90; 10 are used
  const inflow = Float64Array.from({ length: 30 }, (_, d) => (d === 10 ? 0.09 : 0.04));
  const use = new Float64Array(30).fill(0.01);
  it('loses nothing as seldom as the worst stretch of days allows, by hand', () => {
    // the pair with the wet day brings 80 + 30 L, three days with it 30 + 80 + 30
    expect(emptiedEvery(inflow, use, 0.12).every).toBe(2);
    expect(emptiedEvery(inflow, use, 0.1)).toMatchObject({ every: 1, days: 0, lost: 0 });
  });
  it('says what is lost where even every evening is too seldom', () => {
    const found = emptiedEvery(inflow, use, 0.05);
    expect(found).toMatchObject({ every: 0, days: 1 });
    // 30 L once in 30 days
    expect(found.lost).toBeCloseTo((0.03 * 365.25) / 30, 12);
  });
});
