// What the demo places show in time.
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { loadWhole } from '../document/index.ts';
import type { Plan } from '../schema/index.ts';
import { simulatePlan } from './index.ts';

const demo = (name: string): Plan => {
  const text = readFileSync(new URL(`../../../../demo/plans/${name}.vernal.json`, import.meta.url), 'utf8');
  const loaded = loadWhole(text);
  if (!loaded.ok) throw new Error(JSON.stringify(loaded.faults));
  return loaded.plan;
};
const HOUR = 3600;
const DAY = 24 * HOUR;

describe('Ousel Bank', () => {
  it('is short in the morning at Rowan Gate, and the night mends it', () => {
    const found = simulatePlan(demo('ousel-bank'), { duration: 2 * DAY }, { every: 600 });
    const k = found.inTime.vessels.findIndex((n) => n.id === 'rowan');
    const dry = found.run.events.filter((e) => e.kind === 'dry' && e.vessel === k).map((e) => (e.t % DAY) / HOUR);
    // once each morning, never at the evening's visit
    expect(dry).toHaveLength(2);
    dry.forEach((h) => expect(h).toBeGreaterThan(6.6));
    dry.forEach((h) => expect(h).toBeLessThan(7));
    expect(found.summary.get('rowan')?.shortfall).toBeGreaterThan(2e-3);
    // the second morning begins with the trough full and the tank above as full as on the first
    const level = (hour: number, of: number): number =>
      found.run.moments.find((m) => m.t >= hour * HOUR)?.levels[of] ?? NaN;
    expect(level(30, k)).toBeCloseTo(0.22, 2);
    const hill = found.inTime.vessels.findIndex((n) => n.id === 'hill');
    expect(level(21, hill)).toBeLessThan(level(29, hill));
    expect(level(29, hill)).toBeGreaterThanOrEqual(level(5, hill) - 1e-6);
  });
});

describe('Tarn Foot', () => {
  it('has two troughs that take from each other and are full again in turn', () => {
    const plan = demo('tarn-foot');
    const both = simulatePlan(plan, { duration: DAY });
    const troughs = both.inTime.vessels.filter((n) => n.kind === 'trough').map((n) => n.id);
    expect(troughs).toHaveLength(2);
    for (const id of troughs) {
      const alone = simulatePlan(plan, { duration: DAY, only: id });
      // fuller by itself than beside the other
      expect(both.summary.get(id)?.vessel?.lowest ?? NaN).toBeLessThan(
        (alone.summary.get(id)?.vessel?.lowest ?? NaN) - 1e-3,
      );
    }
    const full = both.run.events.filter((e) => e.kind === 'full-again').map((e) => both.inTime.vessels[e.vessel].id);
    expect(new Set(full.filter((id) => troughs.includes(id))).size).toBe(2);
  });
});
