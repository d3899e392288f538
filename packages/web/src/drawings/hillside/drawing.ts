// Marks of the hillside worked out from its scales: ticks, columns of water, tufts of grass.
import { scaleLinear, type ScaleLinear } from 'd3-scale';
import { fixed, fromSI, unitFor, type UnitSystem } from '@vernal-slope/display/quantities';
import type { Point, SectionStrip } from '@vernal-slope/display/section';

type Scale = ScaleLinear<number, number>;

/** Ticks with as many decimals as tell them apart. */
function ticksOf(from: number, to: number, count: number): { at: number; text: string }[] {
  const list = scaleLinear().domain([from, to]).ticks(count);
  const step = list.length > 1 ? list[1] - list[0] : 1;
  const decimals = Math.max(0, -Math.floor(Math.log10(step) + 1e-9));
  return list.map((at) => ({ at, text: fixed(at, decimals) }));
}

/** Round heights of the part that is seen (px from its top to its bottom), in the unit shown. */
export function heightTicks(
  y: Scale,
  [top, bottom]: readonly [number, number],
  system: UnitSystem,
  count: number,
): { z: number; text: string }[] {
  const per = fromSI(1, unitFor('height', system));
  const [from, to] = [y.invert(bottom) * per, y.invert(top) * per];
  return ticksOf(from, to, count).map((t) => ({ z: t.at / per, text: t.text }));
}

/** Round distances along the line of the part that is seen; none before its start. */
export function distanceTicks(
  x: Scale,
  [left, right]: readonly [number, number],
  system: UnitSystem,
  count: number,
): { x: number; text: string }[] {
  const per = fromSI(1, unitFor('height', system));
  const [from, to] = [Math.max(0, x.invert(left) * per), x.invert(right) * per];
  return to > from ? ticksOf(from, to, count).map((t) => ({ x: t.at / per, text: t.text })) : [];
}

/** Columns of water between pipe and running line, px, one every few pixels of what is seen. */
export function waterColumns(
  strips: readonly SectionStrip[],
  x: Scale,
  y: Scale,
  width: number,
): { x: number; top: number; foot: number }[] {
  const list: { x: number; top: number; foot: number }[] = [];
  for (const strip of strips) {
    const points = strip.running;
    for (let k = 0; k + 1 < points.length; k++) {
      const [a, b] = [points[k], points[k + 1]];
      const [xa, xb] = [x(a.x), x(b.x)];
      const end = Math.min(width, xb);
      for (let px = Math.ceil(Math.max(0, xa) / 6) * 6; px < end; px += 6) {
        const t = (px - xa) / (xb - xa);
        const pipe = a.pipe + t * (b.pipe - a.pipe);
        const grade = a.line + t * (b.line - a.line);
        if (grade > pipe) list.push({ x: px, top: y(grade), foot: y(pipe) });
      }
    }
  }
  return list;
}

/** Tufts of grass along the ground, placed the same on every draw. */
export function grassAlong(points: readonly Point[], x: Scale, y: Scale, width: number): string {
  let d = '';
  for (let k = 0; k + 1 < points.length; k++) {
    const [xa, xb] = [x(points[k].x), x(points[k + 1].x)];
    const [za, zb] = [y(points[k].z), y(points[k + 1].z)];
    const first = Math.max(xa, xa + 5 * Math.ceil(-xa / 5)) + 3;
    for (let px = first; px < Math.min(xb, width); px += 5) {
      const z = za + ((px - xa) / (xb - xa)) * (zb - za);
      const lean = (Math.round(px * 7919) % 5) - 2;
      d += `M${px.toFixed(1)} ${z.toFixed(1)}l${(lean * 0.6).toFixed(1)} ${(-2 - (Math.round(px * 31) % 3)).toFixed(1)}`;
    }
  }
  return d;
}

/** The point of a ground a share of the way along it; undefined of one without points. */
export function alongGround(
  ground: readonly { readonly x: number; readonly z: number }[],
  share: number,
): { x: number; z: number } | undefined {
  if (ground.length === 0) return undefined;
  const sorted = [...ground].sort((a, b) => a.x - b.x);
  const [first, last] = [sorted[0], sorted[sorted.length - 1]];
  const x = first.x + share * (last.x - first.x);
  const k = Math.max(
    1,
    sorted.findIndex((p) => p.x >= x),
  );
  const [a, b] = [sorted[k - 1], sorted[k] ?? last];
  return { x, z: b.x > a.x ? a.z + ((x - a.x) / (b.x - a.x)) * (b.z - a.z) : a.z };
}
