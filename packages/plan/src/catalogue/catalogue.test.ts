import { describe, expect, it } from 'vitest';
import recorded from '../../../core/src/reference/recorded.json' with { type: 'json' };
import { deratingFactor, familyOf, findFitting, findPipe, FITTING_ROWS, PIPE_ROWS, PLAIN_ENTRANCE } from './index.ts';

const INCH = 25.4;
const inches = (nominal: string): number => {
  const [whole, part] = nominal.replace(' in', '').split('-');
  const text = part ?? whole;
  const value = text.includes('/') ? Number(text.split('/')[0]) / Number(text.split('/')[1]) : Number(text);
  return part ? Number(whole) + value : value;
};

describe('every row', () => {
  it('has an id of its own, a bore, and its source', () => {
    expect(new Set(PIPE_ROWS.map((r) => r.id)).size).toBe(PIPE_ROWS.length);
    for (const row of PIPE_ROWS) {
      expect(row.insideDiameterMm).toBeGreaterThan(5);
      expect(row.source.length).toBeGreaterThan(5);
      if (row.outsideDiameterMm) expect(row.outsideDiameterMm).toBeGreaterThan(row.insideDiameterMm);
    }
    for (const row of FITTING_ROWS) {
      expect(row.k).toBeGreaterThanOrEqual(row.kLow);
      expect(row.k).toBeLessThanOrEqual(row.kHigh);
    }
  });
});

describe('against a second source', () => {
  // python3-fluids carries ASME B36.10; ASTM D1785 takes the same outside diameters and minimum walls
  it.each(recorded.schedulePipes)('PVC Sch $schedule, $nps in: largest bore is outside less two walls', (row) => {
    const pipe = PIPE_ROWS.find((r) => r.family === `PVC Sch ${row.schedule}` && inches(r.nominal) === row.nps);
    expect(pipe).toBeDefined();
    expect(Math.abs((pipe?.largestInsideDiameterMm ?? 0) - row.insideM * 1000)).toBeLessThan(0.15);
    expect(Math.abs((pipe?.outsideDiameterMm ?? 0) - row.outsideM * 1000)).toBeLessThan(0.15);
  });
  // ASTM D2239 sizes PE by its inside diameter, taken from the bore of Sch 40 steel
  it.each(PIPE_ROWS.filter((r) => r.id.startsWith('astm-d2239-sidr15')))(
    'PE $nominal has the bore of Sch 40',
    (pipe) => {
      const row = recorded.schedulePipes.find((r) => r.schedule === '40' && r.nps === inches(pipe.nominal));
      expect(Math.abs(pipe.insideDiameterMm - (row?.insideM ?? 0) * 1000)).toBeLessThan(0.1);
    },
  );
  // ISO 4427-2: wall = outside diameter over SDR, rounded up to 0.1 mm; the smallest wall is 2.0 (from memory)
  it.each(PIPE_ROWS.filter((r) => r.material === 'PE100'))('$standard $nominal: wall from SDR', (pipe) => {
    const outside = Number.parseFloat(pipe.nominal);
    const sdr = Number(/SDR ([\d.]+)/.exec(pipe.family)?.[1]);
    const wall = (outside - (pipe.largestInsideDiameterMm ?? 0)) / 2;
    // the standard works with nominal ratios (13.6, 17), whose exact values are a little less: up to 0.25 mm
    expect(Math.abs(wall - Math.max(1.8, outside / sdr))).toBeLessThan(0.25);
  });
  // ASTM D2239: rating = 2 HDS / (SIDR + 1), design stress 800 psi for PE3408 and PE3608
  it.each([
    ['astm-d2239-sidr15/1', 15],
    ['astm-d2239-sidr19/1', 19],
  ])('%s is rated by its wall', (id, sidr) => {
    const psi = (2 * 800) / (sidr + 1);
    expect(Math.abs((findPipe(id)?.ratingKPa ?? 0) - psi * 6.894757)).toBeLessThan(2);
  });
  it('entrance of a square edge lies in the spread of python3-fluids', () => {
    const row = findFitting('entrance-square');
    expect(recorded.fittings.entranceSharp).toBeGreaterThanOrEqual(row?.kLow ?? 9);
    expect(recorded.fittings.entranceSharp).toBeLessThanOrEqual(row?.kHigh ?? 0);
  });
});

describe('look-ups', () => {
  it('know the ids of the plan format', () => {
    expect(findPipe('astm-d2239-sidr15/1-1/4')?.insideDiameterMm).toBeCloseTo(1.38 * INCH, 1);
    expect(findFitting('elbow-90')?.id).toBe('elbow90-threaded');
    expect(findFitting(PLAIN_ENTRANCE)?.k).toBe(0.8);
    expect(findPipe('nothing')).toBeUndefined();
  });
  it('order a family from narrow to wide', () => {
    const bores = familyOf(findPipe('astm-d2239-sidr15/1') ?? PIPE_ROWS[0]).map((r) => r.insideDiameterMm);
    expect(bores).toEqual([...bores].sort((a, b) => a - b));
    expect(bores).toHaveLength(6);
  });
});

describe('derating', () => {
  const pvc = findPipe('astm-d1785-sch40/1') ?? PIPE_ROWS[0];
  it('falls with warmth between the published rows and never claims more than the rating', () => {
    expect(deratingFactor(pvc, 10)).toBe(1);
    expect(deratingFactor(pvc, 32)).toBeCloseTo(0.75, 9);
    expect(deratingFactor(pvc, 29.5)).toBeCloseTo(0.815, 3);
    expect(deratingFactor(findPipe('astm-d2239-sidr15/1') ?? pvc, 15.6)).toBe(1);
  });
  it('beyond the warmest published row there is no rating', () => {
    // the table of PVC ends at 140 °F
    expect(deratingFactor(pvc, 60)).toBeGreaterThan(0);
    expect(deratingFactor(pvc, 61)).toBe(0);
  });
});
