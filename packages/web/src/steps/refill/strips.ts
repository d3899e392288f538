// How a run lies on the page: which of a vessel's water its strip shows, where the hairlines are, curves thinned to
// what can be seen.
import { bisector } from 'd3-array';
import type { VesselPicture } from '@vernal-slope/plan/simulate';
import type { UnitSystem } from '@vernal-slope/display/quantities';

/** Between two hairlines, px; and how many a closed strip has at least and at most. */
export const SPACING = 9;
const LEAST = 3;
const MOST = 8;
/** Height of a strip that is opened to its floor, px. */
export const OPENED = 132;

/** What lies between two hairlines, m: coarse in a tank, fine where animals drink. */
export const hairline = (feeds: boolean, units: UnitSystem): number =>
  units === 'metric' ? (feeds ? 0.2 : 0.02) : feeds ? 0.1524 : 0.0254;

export interface Strip {
  /** m above the floor */ readonly top: number;
  readonly bottom: number;
  /** px */ readonly height: number;
  /** It is shown down to its floor. */ readonly whole: boolean;
  /** m of each hairline */ readonly lines: readonly number[];
}

/** The part of a vessel that its strip shows: down to a little under its lowest water, or to the floor. */
export function stripOf(v: VesselPicture, units: UnitSystem, opened: boolean): Strip {
  const step = hairline(v.feeds, units);
  const top = Math.max(v.full, ...v.levels) + step * 0.5;
  const needed = Math.ceil((top - v.lowest) / step) + 1;
  const whole = opened || needed > MOST;
  const bottom = whole ? 0 : Math.max(0, top - step * Math.max(LEAST, needed));
  const lines: number[] = [];
  const apart = whole ? step * Math.max(1, Math.ceil((SPACING * (top / step)) / OPENED)) : step;
  for (let y = Math.ceil(bottom / apart + 1e-9) * apart; y < top - 1e-9; y += apart) lines.push(y);
  return { top, bottom, height: whole ? OPENED : Math.round(((top - bottom) / step) * SPACING), whole, lines };
}

const at = bisector((t: number) => t);

/** Value of a series at a time, straight between its moments; where it jumps, what holds from then on. */
export function valueAt(times: Float64Array, values: ArrayLike<number>, t: number): number {
  if (times.length === 0) return 0;
  const k = at.right(times, t);
  if (k === 0) return values[0];
  if (k >= times.length) return values[times.length - 1];
  const [t0, t1] = [times[k - 1], times[k]];
  const share = t1 > t0 ? (t - t0) / (t1 - t0) : 0;
  return values[k - 1] + share * (values[k] - values[k - 1]);
}

/** Points of a curve between two times, px, no more than can be seen: first, least, most and last of each column. */
export function curve(
  times: Float64Array,
  values: ArrayLike<number>,
  x: (t: number) => number,
  y: (v: number) => number,
  from: number,
  to: number,
): [number, number][] {
  const first = Math.max(0, at.left(times, from) - 1);
  const last = Math.min(times.length - 1, at.right(times, to));
  const points: [number, number][] = [];
  let column = NaN;
  let held: [number, number][] = [];
  const flush = (): void => {
    if (held.length <= 4) points.push(...held);
    else {
      const low = held.reduce((a, b) => (b[1] < a[1] ? b : a));
      const high = held.reduce((a, b) => (b[1] > a[1] ? b : a));
      const kept = new Set([held[0], low, high, held[held.length - 1]]);
      points.push(...held.filter((p) => kept.has(p)));
    }
    held = [];
  };
  for (let k = first; k <= last; k++) {
    const p: [number, number] = [x(times[k]), y(values[k])];
    const here = Math.round(p[0]);
    if (here !== column) {
      flush();
      column = here;
    }
    held.push(p);
  }
  flush();
  return points;
}

/** Marks of the axis: s of the run and what the clock shows, as many as there is room for. */
export function hourMarks(
  start: number,
  from: number,
  to: number,
  most: number,
): { t: number; text: string; midnight: boolean }[] {
  const HOUR = 3600;
  const steps = [0.25, 0.5, 1, 3, 6, 12, 24, 48, 96, 168].map((h) => h * HOUR);
  const step = steps.find((s) => (to - from) / s <= most) ?? steps[steps.length - 1];
  const marks: { t: number; text: string; midnight: boolean }[] = [];
  for (let c = Math.ceil((from + start) / step) * step; c <= to + start + 1e-6; c += step) {
    const day = Math.floor(c / 86_400);
    const rest = c - day * 86_400;
    const hours = Math.floor(rest / HOUR);
    const minutes = Math.round((rest - hours * HOUR) / 60);
    marks.push({
      t: c - start,
      midnight: rest < 1,
      text:
        step >= 24 * HOUR || (rest < 1 && to - from > 25 * HOUR)
          ? `day ${day + 1}`
          : `${String(hours).padStart(2, '0')}:${String(minutes).padStart(2, '0')}`,
    });
  }
  return marks;
}
