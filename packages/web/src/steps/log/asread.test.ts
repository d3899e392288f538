// Readings on the hillside: the line that explains them passes through them, and lies apart from the one as planned.
import { describe, expect, it } from 'vitest';
import { headOfPressure } from '@vernal-slope/core/water';
import { calibrate, fromSI, Predictor, readingsOf, type Cause } from '@vernal-slope/plan/diagnose';
import { applyCommand } from '@vernal-slope/plan/edit';
import type { Plan, ReadingEntry } from '@vernal-slope/plan/schema';
import { resultsOf } from '../../session/usePlanResults.ts';
import { logApi } from '../../workers/log.ts';
import { drawnReadings } from './asread.ts';

const PE = 'astm-d2239-sidr15/1';
const plan = {
  format: 'vernal-slope/plan',
  version: 1,
  title: 'Fork',
  nodes: [
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
    { id: 'trunk', from: 'hill', to: 'fork', legs: [{ lengthM: 60, endGroundM: 101, pipe: PE }] },
    { id: 'to-near', from: 'fork', to: 'near', legs: [{ lengthM: 20, endGroundM: 100, pipe: PE }] },
    { id: 'to-far', from: 'fork', to: 'far', legs: [{ lengthM: 50, endGroundM: 98, pipe: PE }] },
  ],
} as unknown as Plan;

/** What would be read with a cause in the plan. */
function logWith(cause: Cause): ReadingEntry[] {
  const real = applyCommand(plan, calibrate(cause, 'real'))?.plan ?? plan;
  const predictor = new Predictor(real, { kind: 'none', at: '', size: 0 });
  const ask = (place: string, kind: 'pressureKPa' | 'flowLpm', open: string[], minute: number): ReadingEntry => {
    const at = `2026-09-18T08:${String(minute).padStart(2, '0')}`;
    const value = predictor.read({ place, kind, open, levels: {}, at }) ?? 0;
    return { at, place, [kind]: Number(fromSI(kind, value).toFixed(2)), open } as ReadingEntry;
  };
  return [
    ask('near', 'pressureKPa', [], 0),
    ask('far', 'pressureKPa', ['near'], 5),
    ask('near', 'flowLpm', ['near'], 8),
    ask('near', 'pressureKPa', ['near'], 10),
    ask('fork', 'pressureKPa', ['near'], 12),
  ];
}
const drawnFor = (log: ReadingEntry[]): ReturnType<typeof drawnReadings> => {
  const read: Plan = { ...plan, log };
  return drawnReadings(logApi.log(read), resultsOf(read), 'metric');
};

describe('readings on the hillside', () => {
  it('with a valve half shut: the dashed line passes through the gauges, the blue one above them', () => {
    const drawn = drawnFor(logWith({ kind: 'blockage', at: 'trunk', size: 120 }));
    expect(drawn?.read.suspect).toEqual({ line: 'trunk', words: 'held back here?' });
    expect(drawn?.read.when).toBe('18 September 2026, near open');
    const points = drawn?.read.points ?? [];
    expect(points.map((p) => p.id).sort()).toEqual(['far', 'fork', 'near']);
    for (const p of points) {
      expect(Math.abs((drawn?.read.results?.result.nodes.get(p.id)?.head ?? 0) - p.z)).toBeLessThan(0.3);
      expect((drawn?.planned.result.nodes.get(p.id)?.head ?? 0) - p.z).toBeGreaterThan(1);
    }
  });
  it('a gauge stands as high over its place as its pressure carries water', () => {
    const log = logWith({ kind: 'none', at: '', size: 0 });
    const drawn = drawnFor(log);
    const read = readingsOf(plan, log).find((r) => r.place === 'fork');
    const fork = drawn?.read.points.find((p) => p.id === 'fork');
    expect((fork?.z ?? 0) - 101).toBeCloseTo(headOfPressure(read?.measured ?? 0, 999.7), 2);
    expect(drawn?.read.suspect).toBeUndefined();
    // nothing has to be explained: no second line is drawn
    expect(drawn?.read.results).toBeUndefined();
  });
  it('with all shut, or nothing read, draws nothing of its own', () => {
    expect(drawnFor([])).toBeUndefined();
    expect(drawnFor([{ at: '2026-09-18T08:00', place: 'near', pressureKPa: 100, open: [] }])).toBeUndefined();
  });
});
