import { describe, expect, it } from 'vitest';
import { FLOAT_ROWS } from '../catalogue/index.ts';
import { checkPlan } from '../document/index.ts';
import type { Plan } from '../schema/index.ts';
import { applyCommand, setFloatKind } from './index.ts';

const plan = (closeLevelM: number): Plan => ({
  format: 'vernal-slope/plan',
  version: 1,
  title: 'Floats',
  nodes: [
    {
      id: 'low',
      kind: 'trough',
      groundM: 0,
      shape: { type: 'box', lengthM: 1, widthM: 1, heightM: 0.5 },
      overflowM: 0.45,
      inlet: {
        at: 'top',
        floatValve: {
          seatMm: 9.5,
          dischargeCoefficient: 0.62,
          characteristic: 'proportional',
          closeLevelM,
          bandM: 0.02,
          mostKPa: 60,
        },
      },
    },
  ],
  lines: [],
});

describe('a float of another kind', () => {
  it.each(FLOAT_ROWS.map((r) => [r.id, r] as const))('%s brings its seat, law and band, and is sound', (id, row) => {
    for (const close of [0.4, 0.03]) {
      const made = applyCommand(plan(close), setFloatKind('low', id));
      const float = (made?.plan.nodes[0] as { inlet: { floatValve: Record<string, unknown> } }).inlet.floatValve;
      expect(float).toMatchObject({ type: id, seatMm: row.seat.typical, characteristic: row.characteristic });
      expect(float.mostKPa).toBeUndefined();
      expect(float.bandM).toBeCloseTo(Math.min(row.band.typical / 1000, close), 9);
      expect(checkPlan(made?.plan).ok).toBe(true);
    }
  });
  it('an unknown kind changes nothing', () => {
    expect(applyCommand(plan(0.4), setFloatKind('low', 'nothing'))).toBeUndefined();
  });
});
