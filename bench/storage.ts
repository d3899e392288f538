// Thirty years of days for sixty sizes of store, against a bare loop of additions over the same days.
import { sizeCurve, sizeRange, storeDays } from '@vernal-slope/core/storage';
import { line, timeOf } from './report.ts';

const DAYS = 30 * 365;
const SIZES = 60;

export function storageBench(): void {
  const inflow = Float64Array.from({ length: DAYS }, (_, d) => (d % 5 === 0 ? 0.4 + 0.3 * Math.sin(d / 58) : 0));
  const demand = Float64Array.from({ length: DAYS }, (_, d) => 0.08 + 0.04 * Math.cos(d / 58));
  const sizes = sizeRange(0.1, 20, SIZES);
  const all = timeOf(() => void sizeCurve(storeDays(inflow, demand), sizes, 'YAS'));
  let kept = 0;
  const bare = timeOf(() => {
    let sum = 0;
    for (let d = 0; d < DAYS; d++) sum += inflow[d] - demand[d];
    kept += sum;
  });
  line('30 years of days, 60 sizes of store', `${all.toFixed(1)} ms`, 'under 500 ms');
  line('   a tank-day', `${((1e6 * all) / (DAYS * SIZES)).toFixed(2)} ns`);
  line('   against a bare loop of additions', `${(all / SIZES / bare).toFixed(1)} times`, 'within 4 times');
  if (!Number.isFinite(kept)) throw new Error('the bare loop went astray');
}
