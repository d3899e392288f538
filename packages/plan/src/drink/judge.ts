// What is found of rails of drinkers.
import { flowFromLpm } from '../compile/index.ts';
import type { Compiled } from '../compile/index.ts';
import { finding, worstFirst, type Finding } from '../findings/index.ts';
import { metresOfMm } from '../fields/index.ts';
import { apartOf, fillsPerDay, isRail, railStands, type RailStands } from './rail.ts';

/** Least height of a take-off over the bucket's floor, m; a rise that gathers air, m (common practice, no source). */
export const TAKE_OFF = metresOfMm(50);
const RISE = 0.01;
/** By hand a bucket is filled so often a day without a word. */
const BY_HAND = 1;

/** From where to where animals reach, m over the floor; undefined where neither entry nor table says. */
export function reachOf(s: RailStands): readonly [number, number] | undefined {
  const own = s.rail.drinkers.reachM;
  if (own?.length === 2) return [own[0], own[1]];
  return s.use && [s.use.low, s.use.high];
}

/** Largest rise of a rail's lines on their way from the bucket, and how far their pipe stands over its low water, m. */
function pipeHeights(c: Compiled, s: RailStands): { rise: number; over: number } {
  let [rise, over] = [0, -Infinity];
  for (const id of s.rail.lines) {
    const pipe = c.lines.get(id)?.geometry.pipe ?? [];
    for (let k = 1; k < pipe.length; k++) rise = Math.max(rise, pipe[k] - pipe[k - 1]);
    for (const z of pipe.slice(1)) over = Math.max(over, z - s.low);
  }
  return { rise, over };
}

/** Of one rail that stands under its bucket. */
export function railFindings(c: Compiled, s: RailStands): Finding[] {
  const { rail, drinkers, kind, bucket } = s;
  const d = rail.drinkers;
  const at = rail.id;
  const found: Finding[] = [];
  if (!kind) found.push(finding('rail-kind-unknown', at, { kind: d.kind }));
  if (drinkers.length === 0) return [...found, finding('rail-empty', at, {})];
  if (!bucket) return [...found, finding('rail-no-bucket', at, {})];
  const dry = drinkers.filter((k) => k.state === 'dry');
  const drips = drinkers.filter((k) => k.state === 'drips');
  const starves = drinkers.filter((k) => k.state === 'starves');
  const { rise, over } = pipeHeights(c, s);
  if (dry.length > 0)
    found.push(finding('drinkers-dry', at, { count: dry.length, over: Math.max(...dry.map((k) => k.mouth)) - s.low }));
  else if (over > 0) found.push(finding('rail-over-water', at, { over }));
  if (drips.length > 0)
    found.push(
      finding('drinkers-drip', at, {
        count: drips.length,
        worst: Math.max(...drips.map((k) => k.standing)),
        most: s.band.most,
      }),
    );
  if (starves.length > 0)
    found.push(
      finding('drinkers-starve', at, {
        count: starves.length,
        worst: Math.min(...starves.map((k) => k.drinking)),
        least: s.band.least,
        together: s.atOnce,
      }),
    );
  if (s.settled && kind && dry.length + drips.length + starves.length === 0 && s.worst)
    found.push(
      finding('rail-good', at, {
        count: drinkers.length,
        least: s.worst.pressure,
        most: Math.max(...drinkers.map((k) => k.standing)),
      }),
    );
  const wants = s.use?.leastLpm === undefined ? undefined : flowFromLpm(s.use.leastLpm);
  if (wants !== undefined && s.worst && dry.length === 0 && s.worst.flow < wants * (1 - 1e-6))
    found.push(finding('drinkers-slow', at, { flow: s.worst.flow, wants }));
  const each = s.use?.perDrinker;
  if (each !== undefined && d.heads > each * drinkers.length)
    found.push(finding('drinkers-few', at, { heads: d.heads, drinkers: drinkers.length, each }));
  const reach = reachOf(s);
  if (reach) {
    const out = drinkers.filter((k) => k.hangs < reach[0] - 1e-6 || k.hangs > reach[1] + 1e-6).length;
    if (out > 0) found.push(finding('drinkers-reach', at, { count: out, low: reach[0], high: reach[1] }));
  }
  const gaps = drinkers.flatMap((k, n) => {
    const next = drinkers.at(n + 1);
    return next?.e.line === k.e.line ? [next.e.chainage - k.e.chainage] : [];
  });
  const apart = Math.min(...gaps, Infinity);
  if (kind && apart < apartOf(kind) - 1e-6) found.push(finding('drinkers-close', at, { apart, least: apartOf(kind) }));
  if (rise > RISE) found.push(finding('rail-rises', at, { rise }));
  if (bucket.outletM < TAKE_OFF - 1e-9) found.push(finding('rail-grit', at, { up: bucket.outletM, least: TAKE_OFF }));
  if (d.flush === false) found.push(finding('rail-no-flush', at, {}));
  if (d.vented === false) found.push(finding('bucket-locked', at, {}));
  const byHand = !bucket.inlet?.floatValve && !c.plan.lines.some((l) => l.to === bucket.id);
  if (byHand && fillsPerDay(s) > BY_HAND)
    found.push(finding('bucket-small', at, { perDay: s.perDay, holds: s.holds, fills: fillsPerDay(s) }));
  return worstFirst(found);
}

/** All that is found of a plan's rails. */
export const judgeRails = (c: Compiled): Finding[] =>
  worstFirst((c.plan.plots ?? []).filter(isRail).flatMap((rail) => railFindings(c, railStands(c, rail))));
