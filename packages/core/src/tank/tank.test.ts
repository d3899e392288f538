import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import recorded from '../reference/recorded.json' with { type: 'json' };
import { levelAt, surfaceAt, tankCapacity, tankHeight, volumeAt, type TankShape } from './index.ts';

const { diameter, length, rows } = recorded.lyingCylinder;
const SHAPES: TankShape[] = [
  { type: 'vertical-cylinder', diameter: 1.9, height: 2 },
  { type: 'horizontal-cylinder', diameter, length },
  { type: 'box', length: 1.8, width: 0.6, height: 0.5 },
  { type: 'table', levels: [0, 0.2, 1, 1.5], volumes: [0, 0.1, 0.9, 1.1] },
];

describe('lying cylinder (recorded from python3-fluids)', () => {
  it.each(rows)('at $level m', ({ level, volume }) => {
    expect(volumeAt({ type: 'horizontal-cylinder', diameter, length }, level)).toBeCloseTo(volume, 9);
  });
});

describe.each(SHAPES)('$type', (shape) => {
  it('turns level to volume and back', () => {
    fc.assert(
      fc.property(fc.double({ min: 1e-3, max: 1, noNaN: true }), (share) => {
        const level = share * tankHeight(shape);
        expect(levelAt(shape, volumeAt(shape, level))).toBeCloseTo(level, 5);
      }),
    );
  });
  it('has a surface that is the slope of its volume', () => {
    const y = tankHeight(shape) * 0.43;
    const d = 1e-6;
    expect((volumeAt(shape, y + d) - volumeAt(shape, y - d)) / (2 * d)).toBeCloseTo(surfaceAt(shape, y), 5);
  });
  it('holds levels to floor and rim', () => {
    expect(volumeAt(shape, -1)).toBe(volumeAt(shape, 0));
    expect(levelAt(shape, tankCapacity(shape) * 2)).toBe(tankHeight(shape));
  });
});
