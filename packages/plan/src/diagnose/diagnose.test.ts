// Faults planted with the program's own solver and named again; readings in words, sheets in any order, places that are gone.
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { holdsInAnyUnits, ruleValue } from '@vernal-slope/core/working';
import { compilePlan, lpmOfFlow } from '../compile/index.ts';
import { loadPlan, savePlan } from '../document/index.ts';
import { applyCommand } from '../edit/index.ts';
import type { ReadingEntry } from '../fields/index.ts';
import type { Plan } from '../schema/index.ts';
import { solvePlan } from '../solve/index.ts';
import {
  calibrate,
  diagnose,
  diagnoseReport,
  possibleReadings,
  Predictor,
  readingsOf,
  readLogCsv,
  shareWorking,
  usualError,
  withCause,
  type Cause,
  type Read,
} from './index.ts';

const demo = (name: string): Plan => {
  const loaded = loadPlan(
    readFileSync(fileURLToPath(new URL(`../../../../demo/plans/${name}.vernal.json`, import.meta.url)), 'utf8'),
  );
  if (!loaded.ok) throw new Error(JSON.stringify(loaded.faults));
  return loaded.plan;
};
const bank = demo('ousel-bank');
/** A spring, a tank, a tee, two taps. */
const small: Plan = (() => {
  const plan = {
    format: 'vernal-slope/plan',
    version: 1,
    title: 'Fork',
    nodes: [
      { id: 'spring', kind: 'source', type: 'spring', groundM: 113, yieldLpm: 6 },
      {
        id: 'hill',
        kind: 'tank',
        groundM: 110,
        shape: { type: 'vertical-cylinder', diameterM: 2, heightM: 2 },
        outletM: 0.1,
        overflowM: 1.9,
        startLevelM: 1.5,
      },
      { id: 'fork', kind: 'junction', groundM: 101 },
      { id: 'near', kind: 'outlet', groundM: 100, ratedFlowLpm: 20, ratedPressureKPa: 100 },
      { id: 'far', kind: 'outlet', groundM: 98, ratedFlowLpm: 15, ratedPressureKPa: 100 },
    ],
    lines: [
      { id: 'feed', from: 'spring', to: 'hill', legs: [{ lengthM: 30, endGroundM: 110, pipe: 'astm-d2239-sidr15/1' }] },
      { id: 'trunk', from: 'hill', to: 'fork', legs: [{ lengthM: 60, endGroundM: 101, pipe: 'astm-d2239-sidr15/1' }] },
      {
        id: 'to-near',
        from: 'fork',
        to: 'near',
        legs: [{ lengthM: 20, endGroundM: 100, pipe: 'astm-d2239-sidr15/3/4' }],
      },
      { id: 'to-far', from: 'fork', to: 'far', legs: [{ lengthM: 50, endGroundM: 98, pipe: 'astm-d2239-sidr15/3/4' }] },
    ],
  };
  const loaded = loadPlan(JSON.stringify(plan));
  if (!loaded.ok) throw new Error(JSON.stringify(loaded.faults));
  return loaded.plan;
})();
const AT = '2026-08-14T07:40';
const UNIT = { pressureKPa: 1e3, flowLpm: 1 / 60_000, levelM: 1, refillMin: 60 } as const;
/** All gauges and buckets of a plan with a fault in it, without noise, with the errors that are taken where none is said. */
function readings(plan: Plan, cause: Cause): Read[] {
  const predictor = new Predictor(withCause(plan, cause), cause);
  const list = possibleReadings(plan, AT);
  const sources = plan.nodes
    .filter((n) => n.kind === 'source')
    .map((n) => ({ place: n.id, kind: 'flowLpm' as const, open: [], levels: {}, at: AT }));
  return [...list, ...sources].flatMap((r, index): Read[] => {
    const measured = predictor.read(r);
    if (measured === undefined) return [];
    return [{ ...r, index, measured, error: usualError(r.kind, measured / UNIT[r.kind]) * UNIT[r.kind] }];
  });
}

describe('a planted fault is named first, in its place, with its size', () => {
  it.each<Cause>([
    { kind: 'leak', at: 'trunk', size: 5 },
    { kind: 'leak', at: 'to-far', size: 4 },
    { kind: 'blockage', at: 'trunk', size: 120 },
    { kind: 'blockage', at: 'to-near', size: 300 },
    { kind: 'height', at: 'far', size: -1.5 },
    { kind: 'height', at: 'hill', size: 1.2 },
    { kind: 'gauge', at: 'near', size: 0.8 },
    { kind: 'supply', at: 'spring', size: 0.5 },
  ])('$kind at $at', (cause) => {
    const { causes } = diagnose(small, readings(small, cause));
    expect([causes[0].kind, causes[0].at]).toEqual([cause.kind, cause.at]);
    expect(Math.abs(causes[0].size / cause.size - 1)).toBeLessThan(0.1);
    expect(causes.reduce((sum, c) => sum + c.share, 0)).toBeCloseTo(1, 9);
  });
  it('a pipe narrower all along is told from a blockage where flows differ enough', () => {
    const bore = 26.6;
    const { causes } = diagnose(small, readings(small, { kind: 'narrow', at: 'trunk', size: 0.6 * bore }));
    expect(causes.slice(0, 2).map((c) => `${c.kind} ${c.at}`)).toContain('narrow trunk');
  });
  it('of readings as planned nothing is wrong', () => {
    const { causes, readings: against } = diagnose(small, readings(small, { kind: 'none', at: '', size: 0 }));
    expect(causes[0].kind).toBe('none');
    expect(against.every((r) => r.agrees)).toBe(true);
  });
  it('in Ousel Bank a screen half blocked above Low Meadow is found', () => {
    const { causes } = diagnose(bank, readings(bank, { kind: 'blockage', at: 'main', size: 900 }));
    expect([causes[0].kind, causes[0].at]).toEqual(['blockage', 'main']);
  });
});

it('a trough that takes longer to fill has something in its line', () => {
  const log: ReadingEntry[] = [
    { at: AT, place: 'low', refillMin: 100, open: ['low'] },
    { at: AT, place: 'low', pressureKPa: 103.2, open: [] },
  ];
  const reads = readingsOf(bank, log);
  const d = diagnose(bank, reads);
  expect(d.readings[0].agrees).toBe(false);
  expect(d.readings[0].read.measured).toBeGreaterThan(d.readings[0].predicted ?? Infinity);
  expect(d.causes[0].kind).not.toBe('none');
  // whatever holds it back, it lies on the way to the trough
  expect(d.causes.slice(0, 2).some((c) => c.at === 'main')).toBe(true);
});

describe('what to read next', () => {
  it('parts the first two causes by more than a standard error, and is a reading that can be made', () => {
    // one gauge read low: a gauge, a height or a blockage could all be it
    const one = readings(small, { kind: 'blockage', at: 'trunk', size: 60 }).filter(
      (r) => r.place === 'near' && r.kind === 'pressureKPa' && r.open?.length === 1 && r.open[0] === 'near',
    );
    const d = diagnose(small, one);
    expect(d.causes.length).toBeGreaterThan(2);
    expect(d.next?.apart).toBeGreaterThan(1);
    expect(small.nodes.some((n) => n.id === d.next?.place)).toBe(true);
    expect(Math.abs((d.next?.first ?? 0) - (d.next?.second ?? 0))).toBeGreaterThan(0);
  });
});

describe('predictions', () => {
  it('are those of a solve with the same taps open and the same levels', () => {
    const predictor = new Predictor(small, { kind: 'none', at: '', size: 0 });
    const result = solvePlan(compilePlan(small), { open: ['near'], levels: { hill: 0.7 } });
    const r = { place: 'near', open: ['near'], levels: { hill: 0.7 }, at: AT } as const;
    expect(predictor.read({ ...r, kind: 'pressureKPa' })).toBeCloseTo(result.nodes.get('near')!.pressure, 6);
    expect(predictor.read({ ...r, kind: 'flowLpm' })).toBeCloseTo(result.nodes.get('near')!.flow, 12);
  });
  it('with all shut are the standing pressures, with a leak they are less, and a tap that is shut gives nothing', () => {
    const shut = { place: 'far', open: [], levels: {}, at: AT, kind: 'pressureKPa' } as const;
    const still = new Predictor(small, { kind: 'none', at: '', size: 0 }).read(shut)!;
    expect(still).toBeCloseTo(solvePlan(compilePlan(small)).nodes.get('far')!.staticPressure, 3);
    const leak: Cause = { kind: 'leak', at: 'trunk', size: 6 };
    expect(new Predictor(withCause(small, leak), leak).read(shut)).toBeLessThan(still);
    expect(
      new Predictor(small, { kind: 'none', at: '', size: 0 }).read({ ...shut, open: ['near'], kind: 'flowLpm' }),
    ).toBe(0);
  });
  it('of a trough’s refill are those of the plan’s own filling', () => {
    const log: ReadingEntry[] = [{ at: AT, place: 'low', refillMin: 60 }];
    const [read] = readingsOf(bank, log);
    const predicted = new Predictor(bank, { kind: 'none', at: '', size: 0 }).read(read);
    expect(predicted).toBeGreaterThan(60);
  });
});

describe('the time until a trough is full again', () => {
  /** Low Meadow with a small visit in the morning and a large one in the evening. */
  const twice: Plan = {
    ...bank,
    nodes: bank.nodes.map((n) =>
      n.kind === 'trough' && n.id === 'low'
        ? {
            ...n,
            herds: [
              {
                class: 'alpaca',
                count: 48,
                litresPerHeadPerDay: 8.9,
                visits: [
                  { at: '06:00', durationMin: 20, share: 0.1 },
                  { at: '18:00', durationMin: 20, share: 0.9 },
                ],
              },
            ],
          }
        : n,
    ),
  };
  const planned = (at: string, levelsM?: Record<string, number>): number => {
    const [read] = readingsOf(twice, [{ at, place: 'low', refillMin: 60, ...(levelsM ? { levelsM } : {}) }]);
    return new Predictor(twice, { kind: 'none', at: '', size: 0 }).read(read) ?? NaN;
  };
  it('is counted from the last visit before: the small one at noon, the large one at night and before the morning', () => {
    const noon = planned('2026-08-14T12:00');
    const night = planned('2026-08-14T23:00');
    expect(night).toBeGreaterThan(3 * noon);
    expect(planned('2026-08-15T05:00')).toBe(night);
  });
  it('is counted from a level of the trough where one was read: nothing once it is full, longer from lower', () => {
    const node = bank.nodes.find((n) => n.id === 'low');
    const full =
      (node && 'inlet' in node && (node.inlet as { floatValve?: { closeLevelM: number } }).floatValve?.closeLevelM) ||
      0;
    const from = (level: number): number => planned('2026-08-14T12:00', { low: level });
    expect(from(full)).toBe(0);
    expect(from(full - 0.2)).toBeGreaterThan(from(full - 0.1));
    expect(from(full - 0.1)).toBeGreaterThan(60);
  });
});

describe('taking a cause into the plan', () => {
  it('makes the plan say what was read: the blockage as a fitting, the height at its place', () => {
    for (const cause of [
      { kind: 'blockage', at: 'trunk', size: 120 },
      { kind: 'height', at: 'far', size: -1.5 },
      { kind: 'narrow', at: 'trunk', size: 20 },
      { kind: 'supply', at: 'spring', size: 0.5 },
      { kind: 'leak', at: 'trunk', size: 4 },
    ] as const) {
      const done = applyCommand(small, calibrate(cause, 'as read'))!.plan;
      const reloaded = loadPlan(savePlan(done));
      expect(reloaded.ok, `${cause.kind} ${JSON.stringify(!reloaded.ok && reloaded.faults)}`).toBe(true);
      const r = { place: 'far', open: ['far'], levels: {}, at: AT, kind: 'pressureKPa' } as const;
      const read = new Predictor(withCause(small, cause), cause).read(r)!;
      const none: Cause = { kind: 'none', at: '', size: 0 };
      const said = new Predictor(done, none).read(cause.kind === 'leak' ? { ...r, open: ['far', 'trunk~leak'] } : r)!;
      expect(said, cause.kind).toBeCloseTo(read, 3);
    }
    // the plan it came from is as it was
    expect(small.lines).toHaveLength(4);
    expect(small.lines[1].legs[0].fittings).toBeUndefined();
  });
});

describe('a log', () => {
  const csv = (text: string) => readLogCsv(text, small);
  it('a row that is still to come is told, and the others are taken', () => {
    const text = 'at,place,pressureKPa\n2026-08-14T07:40,near,50\n2026-08-15T07:40,near,50\n';
    const read = readLogCsv(text, small, '2026-08-14T23:00');
    expect(read.entries).toHaveLength(1);
    expect(read.faults).toEqual([
      { path: 'row 3', message: '2026-08-15T07:40 is still to come', advice: 'give the time at which it was read' },
    ]);
  });
  it('is read out of a sheet in any order, with semicolons and decimal commas', () => {
    const { entries, faults } = csv(
      'place;pressureKPa;at;open;levelsM;errorKPa\nnear;57,5;2026-08-14T07:40;near far;hill=1.2;0,4\nfar;88;2026-08-14T07:55;none;;\n',
    );
    expect(faults).toEqual([]);
    expect(entries).toEqual([
      { place: 'near', pressureKPa: 57.5, at: AT, open: ['near', 'far'], levelsM: { hill: 1.2 }, errorKPa: 0.4 },
      { place: 'far', pressureKPa: 88, at: '2026-08-14T07:55', open: [] },
    ]);
  });
  it('tells each row that cannot be taken by its number, and takes the others', () => {
    const { entries, faults } = csv(
      [
        'at,place,pressureKPa,flowLpm',
        '2026-08-14T07:40,near,about 50,',
        '2026-08-14T07:40,gone,50,',
        'yesterday,near,50,',
        '2026-08-14T07:40,near,,',
        '2026-08-14T07:40,near,,-3',
        '2026-08-14T07:40,near,57.5,',
      ].join('\n'),
    );
    expect(entries).toHaveLength(1);
    expect(faults.map((f) => f.path)).toEqual(['row 2', 'row 3', 'row 4', 'row 5', 'row 6']);
    expect(faults[0].message).toContain('"about 50" under pressureKPa is no number');
  });
  it('without its columns says which', () => {
    expect(csv('when,where\n1,2').faults.map((f) => f.message)).toEqual([
      'has no column "at"',
      'has no column "place"',
    ]);
    expect(csv('').faults).toHaveLength(2);
  });
  it('of the plan: readings at places that are gone are left aside, errors are 3 % and no less than a half kPa', () => {
    const log: ReadingEntry[] = [
      { at: AT, place: 'gone', pressureKPa: 5 },
      { at: AT, place: 'near', pressureKPa: 5 },
      { at: AT, place: 'near', pressureKPa: 100 },
      { at: AT, place: 'near', flowLpm: 12, errorLpm: 1 },
    ];
    const read = readingsOf(small, log);
    expect(read.map((r) => r.index)).toEqual([1, 2, 3]);
    const gone = diagnoseReport(small, log).findings.find((f) => f.code === 'log-gone');
    expect(gone?.values).toEqual({ readings: 1 });
    expect(read.map((r) => r.error)).toEqual([500, 3000, expect.closeTo(1 / 60_000, 12)]);
    expect(lpmOfFlow(read[2].measured)).toBeCloseTo(12, 9);
  });
  it('is kept with its plan, and a moment that is none is a fault', () => {
    const plan: Plan = { ...small, log: [{ at: AT, place: 'near', pressureKPa: 57 }] };
    const again = loadPlan(savePlan(plan));
    expect(again.ok && again.plan.log).toEqual(plan.log);
    const bad = loadPlan(savePlan({ ...small, log: [{ at: '2026-08-14', place: 'near', pressureKPa: 57 }] } as Plan));
    expect(!bad.ok && bad.faults[0].path).toBe('$.log[0].at');
  });
});

it('the weight of each cause shows its working, in any units', () => {
  const d = diagnose(small, readings(small, { kind: 'blockage', at: 'to-near', size: 40 }));
  for (const c of d.causes) {
    const w = shareWorking(d, c, c.kind);
    expect(ruleValue(w)).toBeCloseTo(c.share, 9);
    expect(holdsInAnyUnits(w)).toBe(true);
  }
});

it('the report prints readings, causes with their units, and findings', () => {
  const log: ReadingEntry[] = [
    { at: AT, place: 'near', pressureKPa: 20, open: ['near'] },
    { at: AT, place: 'near', flowLpm: 9, open: ['near'] },
    { at: AT, place: 'far', pressureKPa: 123, open: [] },
    { at: AT, place: 'far', pressureKPa: 24, open: ['far'] },
  ];
  const report = diagnoseReport(small, log);
  expect(report.readings).toHaveLength(4);
  const causes = report.causes as { cause: string; unit: string | null; share: number }[];
  expect(causes[0].cause).toBe('blockage');
  expect(causes[0].unit).toBe('K');
  expect(causes.reduce((sum, c) => sum + c.share, 0)).toBeCloseTo(1, 3);
  expect(report.findings[0].code).toBe('log-cause-blockage');
  expect(diagnoseReport(small, [{ at: AT, place: 'far', pressureKPa: 123, open: [] }]).readings).toHaveLength(1);
});
