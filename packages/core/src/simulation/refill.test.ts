import { describe, expect, it } from 'vitest';
import { orificeFlow } from '../pipe/index.ts';
import { surfaceAt, volumeAt, type TankShape } from '../tank/index.ts';
import { integrate } from './integrate.ts';
import { refillAfterVisit, type RefillCase } from './refill.ts';

const BOX: TankShape = { type: 'box', length: 2, width: 0.5, height: 0.6 };
const WIDE: TankShape = { type: 'box', length: 100, width: 100, height: 3 };
const Q0 = 1e-4;
const base: RefillCase = {
  trough: BOX,
  overflow: 0.5,
  float: { seat: 0.0095, dischargeCoefficient: 0.62, characteristic: 'proportional', closeLevel: 0.4, band: 0.06 },
  visitVolume: 0.05,
  visitDuration: 60,
  tank: WIDE,
  tankLevel: 2,
  tankInflow: 0,
  tankOutlet: 0.05,
  tankOverflow: 2.9,
  flow: (opening) => Q0 * opening,
  horizon: 86400,
};

describe('filling after a visit', () => {
  it('ends as the closed form of a proportional float says', () => {
    // with constant head q = q₀(c − y)/b below wide open, and q₀ when wide open; the visit takes 50 L in a minute
    // and leaves the trough at y₀ = 0.4 − (0.05 − water that came meanwhile) / 1 m²
    const r = refillAfterVisit(base);
    const y0 = r.lowestLevel;
    const [c, b, area] = [0.4, 0.06, 1];
    const band = Math.max(0, c - b - y0);
    const from = Math.max(y0, c - b);
    const expected = (band * area) / Q0 + ((area * b) / Q0) * Math.log((c - from) / (c - (c - 0.005)));
    expect(Math.abs((r.afterVisit ?? 0) / expected - 1)).toBeLessThan(1e-5);
  });
  it('ends in the time of volume over flow for a snap float', () => {
    const r = refillAfterVisit({ ...base, visitVolume: 0.1, float: { ...base.float!, characteristic: 'snap' } });
    // once open it stays open to the closing level; full again is 5 mm below that
    const missing = volumeAt(BOX, 0.395) - volumeAt(BOX, r.lowestLevel);
    expect(Math.abs((r.afterVisit ?? 0) / (missing / Q0) - 1)).toBeLessThan(1e-4);
  });
  it('never comes when a snap float was not pulled down to its opening', () => {
    const r = refillAfterVisit({ ...base, visitVolume: 0.02, float: { ...base.float!, characteristic: 'snap' } });
    expect(r.afterVisit).toBeNull();
    expect(r.flows.every((q) => q === 0)).toBe(true);
  });
  it('takes longer as the tank that feeds it sinks', () => {
    const narrow: TankShape = { type: 'vertical-cylinder', diameter: 0.5, height: 3 };
    const flow = (opening: number, _y: number, tank: number): number => opening * orificeFlow(tank, 0.008, 0.6);
    const high = refillAfterVisit({ ...base, flow, visitVolume: 0.2 });
    const sinking = refillAfterVisit({ ...base, flow, visitVolume: 0.2, tank: narrow });
    expect(sinking.afterVisit!).toBeGreaterThan(high.afterVisit!);
    expect(sinking.tankLevels.at(-1)!).toBeLessThan(2);
  });
  it('runs dry when more is wanted than there is, and counts what is missing', () => {
    const r = refillAfterVisit({ ...base, visitVolume: 0.6, visitDuration: 600 });
    expect(r.lowestLevel).toBeLessThan(1e-3);
    expect(r.dryTime).toBeGreaterThan(60);
    // 0.6 m³ wanted, 0.4 m³ in the trough, and 1e-4 m³/s over 600 s once wide open
    expect(r.shortfall).toBeGreaterThan(0.6 - 0.4 - Q0 * 600 - 1e-6);
    expect(r.shortfall).toBeLessThan(0.6 - 0.4 - Q0 * 500);
  });
  it('does not end when the tank is empty', () => {
    const r = refillAfterVisit({ ...base, tankLevel: 0.05, horizon: 7200 });
    expect(r.afterVisit).toBeNull();
  });
  it('loses no water', () => {
    for (const c of [base, { ...base, visitVolume: 0.6 }, { ...base, float: undefined }]) {
      expect(Math.abs(refillAfterVisit(c).balanceError)).toBeLessThan(1e-6);
    }
  });
  it('starts to fill at once from an open end', () => {
    const r = refillAfterVisit({ ...base, float: undefined });
    const missing = volumeAt(BOX, 0.5) - volumeAt(BOX, r.lowestLevel);
    expect(Math.abs((r.afterVisit ?? 0) - missing / Q0)).toBeLessThan(1);
  });
});

describe('integration', () => {
  it('follows exponential decay to its tolerance and finds an event', () => {
    const end = integrate(
      (_t, y, r) => (r[0] = -y[0] / 100),
      0,
      Float64Array.of(1),
      1000,
      { absolute: 1e-9, relative: 1e-9, longest: 50 },
      (_t, y) => y[0] - 0.5,
    );
    expect(end.event).toBe(true);
    expect(end.t).toBeCloseTo(100 * Math.LN2, 2);
  });
  it('drains a tank in the time of the closed form (1.45 m tank, 20 mm hole, 1.5 to 0.5 m: 2014.3 s)', () => {
    // t = 2A / (Cd a √2g) (√h₁ − √h₂), all textbooks
    const tank: TankShape = { type: 'vertical-cylinder', diameter: 1.45, height: 2 };
    const end = integrate(
      (_t, y, r) => (r[0] = -orificeFlow(y[0], 0.02, 0.61) / surfaceAt(tank, y[0])),
      0,
      Float64Array.of(1.5),
      1e5,
      { absolute: 1e-8, relative: 1e-8, longest: 100 },
      (_t, y) => y[0] - 0.5,
    );
    expect(end.t).toBeCloseTo(2014.3, 0);
  });
});
