import { describe, expect, it } from 'vitest';
import recorded from '../../../core/src/reference/recorded.json' with { type: 'json' };
import { insertFittingK } from '@vernal-slope/core/pipe';
import { fittingK } from '../compile/index.ts';
import { plasticOf } from '../solve/index.ts';
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
  it.each(PIPE_ROWS.filter((r) => r.id.startsWith('iso-4427')))('$standard $nominal: wall from SDR', (pipe) => {
    const outside = Number.parseFloat(pipe.nominal);
    const sdr = Number(/SDR ([\d.]+)/.exec(pipe.family)?.[1]);
    const wall = (outside - (pipe.largestInsideDiameterMm ?? 0)) / 2;
    // the standard works with nominal ratios (13.6, 17), whose exact values are a little less: up to 0.25 mm
    expect(Math.abs(wall - Math.max(1.8, outside / sdr))).toBeLessThan(0.25);
  });
  // AS/NZS 4130 Series 1: wall = diameter over SDR, the smallest 1.6 mm; mean bores as tables of the trade give them, mm
  it.each(PIPE_ROWS.filter((r) => r.id.startsWith('as-nzs-4130')))('$standard $nominal: wall from SDR', (pipe) => {
    const sdr = Number(/SDR ([\d.]+)/.exec(pipe.standard)?.[1]);
    const outside = pipe.outsideDiameterMm ?? 0;
    expect(outside).toBe(Number(pipe.nominal.replace('DN ', '')));
    expect(Math.abs((pipe.minimumWallMm ?? 0) - Math.max(1.6, outside / sdr))).toBeLessThan(0.2);
    // PN in bar: 2 · 8 MPa over SDR − 1, named in round classes
    expect(Math.abs((pipe.ratingKPa ?? 0) / ((2 * 8000) / (sdr - 1)) - 1)).toBeLessThan(0.03);
  });
  it.each([
    ['as-nzs-4130-pe100-sdr13-6/25', 21],
    ['as-nzs-4130-pe100-sdr13-6/32', 27],
    ['as-nzs-4130-pe100-sdr13-6/50', 42],
    ['as-nzs-4130-pe100-sdr13-6/63', 53],
  ])('%s has about the bore that the trade names, %d mm (from memory)', (id, bore) => {
    expect(Math.abs((findPipe(id)?.insideDiameterMm ?? 0) - bore)).toBeLessThan(0.8);
  });
  // ASTM D2737 SDR 9 has the diameters of copper tube, and so the bores of PEX SDR 9 (ASTM F876), which stand here too
  it.each(PIPE_ROWS.filter((r) => r.id.startsWith('astm-d2737')))(
    'PE tubing $nominal: copper’s outside, wall over nine',
    (pipe) => {
      const copper = findPipe(`astm-b88-l/${pipe.nominal.replace(' in', '')}`);
      expect(pipe.outsideDiameterMm).toBe(copper?.outsideDiameterMm);
      expect(Math.abs((pipe.outsideDiameterMm ?? 0) / (pipe.minimumWallMm ?? 1) - 9)).toBeLessThan(0.1);
      const pex = PIPE_ROWS.find((r) => r.family === 'PEX SDR 9' && r.nominal === pipe.nominal);
      if (pex) expect(Math.abs(pipe.insideDiameterMm - pex.insideDiameterMm)).toBeLessThan(0.35);
      expect(pipe.ratingKPa).toBe(Math.round(((2 * 800) / 8) * 6.894757));
    },
  );
  // ASTM D3035: iron pipe sizes, as ASME B36.10 of python3-fluids has them; average bore = outside less 2.12 walls
  it.each(PIPE_ROWS.filter((r) => r.id.startsWith('astm-d3035')))('$standard $nominal: iron pipe’s outside', (pipe) => {
    const steel = recorded.schedulePipes.find((r) => r.schedule === '40' && r.nps === inches(pipe.nominal));
    if (steel) expect(Math.abs((pipe.outsideDiameterMm ?? 0) - steel.outsideM * 1000)).toBeLessThan(0.15);
    const dr = Number(/DR (\d+)/.exec(pipe.standard)?.[1]);
    expect((pipe.outsideDiameterMm ?? 0) / (pipe.minimumWallMm ?? 1)).toBeCloseTo(dr, 0);
    const bore = (pipe.outsideDiameterMm ?? 0) - 2.12 * (pipe.minimumWallMm ?? 0);
    expect(Math.abs(pipe.insideDiameterMm - bore)).toBeLessThan(0.03);
    expect(pipe.ratingKPa).toBe(Math.round(((2 * 800) / (dr - 1)) * 6.894757));
  });
  // inside diameters of copper tube, in, as tube handbooks print them (from memory)
  it.each([
    ['k', '1/2', 0.527],
    ['k', '1', 0.995],
    ['l', '1/2', 0.545],
    ['l', '3/4', 0.785],
    ['l', '1', 1.025],
    ['l', '2', 1.985],
    ['m', '1/2', 0.569],
    ['m', '3/4', 0.811],
    ['m', '1-1/2', 1.527],
  ])('copper type %s, %s in, is %d in wide', (type, size, bore) => {
    expect((findPipe(`astm-b88-${type}/${size}`)?.insideDiameterMm ?? 0) / INCH).toBeCloseTo(bore, 2);
  });
  it('copper weighs what tube handbooks print: type L, 1 in, 0.655 lb a foot (from memory)', () => {
    const row = findPipe('astm-b88-l/1');
    if (!row) throw new Error('no copper');
    expect((plasticOf(row) * 2.2046) / 3.2808).toBeCloseTo(0.655, 2);
  });
  it('copper of a thicker type bears more, and none bears more than 2 S t/(D − 0.8 t) of soft copper at 41 MPa', () => {
    for (const size of ['1/2', '3/4', '1', '1-1/4', '1-1/2', '2']) {
      const [k, l, m] = ['k', 'l', 'm'].map((t) => findPipe(`astm-b88-${t}/${size}`)?.ratingKPa ?? NaN);
      expect(k).toBeGreaterThan(l);
      expect(l).toBeGreaterThan(m);
      const row = findPipe(`astm-b88-l/${size}`);
      const [d, t] = [row?.outsideDiameterMm ?? NaN, row?.minimumWallMm ?? NaN];
      // S 6,000 psi at 38 °C (ASME B31, from memory); the printed ratings allow for the tube's tolerance
      expect(l / ((2 * 41_369 * t) / (d - 0.8 * t))).toBeLessThan(1.02);
      expect(l / ((2 * 41_369 * t) / (d - 0.8 * t))).toBeGreaterThan(0.85);
    }
  });
  // ASHRAE and Hydraulic Institute, screwed elbows by size; twice what Crane's 30 fT gives (0.78 to 0.51)
  it('a threaded elbow takes the K of the screwed table for its size, straight between sizes', () => {
    const elbow = { type: 'elbow90-threaded' };
    const at = (bore: number): number => fittingK(elbow, { insideDiameterMm: bore });
    expect([15.8, 26.64, 52.5, 77.93].map(at)).toEqual([2.1, 1.5, 1.0, 0.8]);
    expect(at(10)).toBe(2.1);
    expect(at(150)).toBe(0.8);
    expect(at((26.64 + 35.05) / 2)).toBeCloseTo(1.4, 9);
    const row = findFitting('elbow90-threaded');
    for (const [, k] of row?.kByBore ?? []) {
      expect(k).toBeGreaterThanOrEqual(row?.kLow ?? 9);
      expect(k).toBeLessThanOrEqual(row?.kHigh ?? 0);
    }
  });
  // the table of insert fittings of the reference: β 0.6 to 0.95, Crane TP-410 and a mitre of 1.2
  it.each([
    [0.6, 5.63, 14.89, 7.17, 16.43],
    [0.7, 2.15, 7.14, 2.98, 7.98],
    [0.8, 0.76, 3.69, 1.24, 4.17],
    [0.9, 0.2, 2.03, 0.5, 2.33],
  ])(
    'insert fittings whose bore is %d of the pipe lose %d, %d, %d and %d',
    (beta, coupling, elbow, through, branch) => {
      const pipe = { insideDiameterMm: 25 };
      const k = (type: string): number => fittingK({ type, boreMm: 25 * beta }, pipe);
      expect(k('coupling-insert')).toBeCloseTo(coupling, 1);
      expect(k('elbow90-insert')).toBeCloseTo(elbow, 1);
      expect(k('tee-insert-through')).toBeCloseTo(through, 1);
      expect(k('tee-insert-branch')).toBeCloseTo(branch, 1);
    },
  );
  it('where nobody measured it, an insert narrows PE to 0.78, PEX to 0.77 and drip tube to 0.72 (common practice)', () => {
    const k = (pipe: string): number => fittingK({ type: 'coupling-insert' }, pipe);
    expect(k('astm-d2239-sidr15/1')).toBeCloseTo(insertFittingK(0.78, 0), 9);
    const of = (family: RegExp): string => PIPE_ROWS.find((r) => family.test(r.family))?.id ?? '';
    expect(k(of(/^PEX/))).toBeCloseTo(insertFittingK(0.77, 0), 9);
    expect(k(of(/^Drip/))).toBeCloseTo(insertFittingK(0.72, 0), 9);
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
