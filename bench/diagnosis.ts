// Diagnosis on faults planted by the program's own solver, with noise: how often the true cause is named first, and how
// often nothing is found where nothing is wrong.
import { readFileSync } from 'node:fs';
import { resolvePipe } from '@vernal-slope/plan/compile';
import {
  diagnose,
  placesOf,
  possibleReadings,
  Predictor,
  usualError,
  withCause,
  type Cause,
  type CauseKind,
  type Read,
} from '@vernal-slope/plan/diagnose';
import { loadPlan } from '@vernal-slope/plan/document';
import type { Plan } from '@vernal-slope/plan/schema';
import { line } from './report.ts';

type Planted = Exclude<CauseKind, 'none'>;
/** Faults are planted as often as the diagnosis takes them to be (common practice, no source). */
const OFTEN: readonly (readonly [Planted, number])[] = [
  ['blockage', 3],
  ['leak', 2],
  ['gauge', 1.5],
  ['supply', 1.5],
  ['height', 1],
  ['narrow', 0.7],
];
function drawn(share: number): Planted {
  let left = share * OFTEN.reduce((sum, [, n]) => sum + n, 0);
  return OFTEN.find(([, n]) => (left -= n) < 0)?.[0] ?? 'leak';
}
const NAMES = ['ousel-bank', 'bakehouse-yard', 'tarn-foot', 'long-fell-hut'];
const AT = '2026-08-14T07:40';

/** Mulberry32. */
function random(seed: number): () => number {
  let a = seed;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}
const normal = (next: () => number): number => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());

const TO_PLAN = { pressureKPa: 1e3, flowLpm: 1 / 60_000, levelM: 1, refillMin: 60 } as const;

/** All that could be read: gauges, buckets, and a bucket at each source while all runs. */
function askedOf(plan: Plan): ReturnType<typeof possibleReadings> {
  const list = possibleReadings(plan, AT);
  const all = list.find((r) => (r.open?.length ?? 0) > 0)?.open ?? [];
  const sources = plan.nodes.filter((n) => n.kind === 'source').map((n) => n.id);
  return [...list, ...sources.map((place) => ({ place, kind: 'flowLpm' as const, open: all, levels: {}, at: AT }))];
}

/** Readings of a plan with a fault in it: every gauge and bucket of some situations, with their own errors. */
export function readingsWith(plan: Plan, cause: Cause, next: () => number): Read[] | undefined {
  const predictor = new Predictor(withCause(plan, cause), cause);
  const list = possibleReadings(plan, AT);
  const situations = [...new Set(list.map((r) => r.open?.join(' ') ?? ''))];
  // all shut, all open, and three taps or floats alone
  const some = new Set([
    ...situations.slice(0, 2),
    ...situations
      .slice(2)
      .map((s) => ({ s, at: next() }))
      .sort((a, b) => a.at - b.at)
      .slice(0, 3)
      .map((x) => x.s),
  ]);
  const asked = askedOf(plan).filter((r) => some.has(r.open?.join(' ') ?? ''));
  const reads: Read[] = [];
  for (const [index, r] of asked.entries()) {
    const value = predictor.read(r);
    if (value === undefined) return undefined;
    const unit = TO_PLAN[r.kind];
    const error = usualError(r.kind, value / unit) * unit;
    const measured = value + error * normal(next);
    reads.push({ ...r, index, measured: r.kind === 'flowLpm' ? Math.max(0, measured) : measured, error });
  }
  return reads;
}

/** A fault that can be noticed: some reading moves by more than four standard errors. */
function planted(plan: Plan, kind: Planted, next: () => number): Cause | undefined {
  const places = placesOf(plan, kind);
  for (let k = 0; k < 20; k++) {
    const at = places[Math.floor(next() * places.length)];
    if (at === undefined) return undefined;
    const bore = (): number => {
      const leg = plan.lines.find((l) => l.id === at)?.legs[0];
      return leg ? resolvePipe(leg.pipe).insideDiameterMm : 20;
    };
    const size = {
      leak: () => 2 + 4 * next(),
      blockage: () => 20 * 50 ** next(),
      narrow: () => (0.55 + 0.3 * next()) * bore(),
      height: () => (next() < 0.5 ? -1 : 1) * (0.5 + 2 * next()),
      gauge: () => (next() < 0.5 ? 0.6 + 0.25 * next() : 1.2 + 0.4 * next()),
      supply: () => 0.3 + 0.4 * next(),
    }[kind]();
    const cause: Cause = { kind, at, size };
    const [with_, without] = [new Predictor(withCause(plan, cause), cause), new Predictor(plan, NONE)];
    const moved = askedOf(plan).some((r) => {
      const [a, b] = [with_.read(r), without.read(r)];
      const unit = TO_PLAN[r.kind];
      return a !== undefined && b !== undefined && Math.abs(a - b) > 4 * usualError(r.kind, b / unit) * unit;
    });
    if (moved) return cause;
  }
  return undefined;
}
const NONE: Cause = { kind: 'none', at: '', size: 0 };

export function diagnosisBench(cases = 200, clean = 60): void {
  const plans = NAMES.map((name): Plan => {
    const loaded = loadPlan(readFileSync(new URL(`../demo/plans/${name}.vernal.json`, import.meta.url), 'utf8'));
    if (!loaded.ok) throw new Error(name);
    return loaded.plan;
  });
  const table = new Map<string, number>();
  let right = 0;
  let kindRight = 0;
  let done = 0;
  const begun = performance.now();
  for (let seed = 1; done < cases && seed < 5 * cases; seed++) {
    const next = random(seed);
    const plan = plans[seed % plans.length];
    const kind = drawn(next());
    const cause = planted(plan, kind, next);
    const reads = cause && readingsWith(plan, cause, next);
    if (!cause || !reads) continue;
    done++;
    const [first] = diagnose(plan, reads).causes;
    const hit = first.kind === kind && first.at === cause.at;
    if (hit) right++;
    if (first.kind === kind) kindRight++;
    const key = `${kind} → ${hit ? 'named, in its place' : first.kind === kind ? `${first.kind}, elsewhere` : first.kind}`;
    table.set(key, (table.get(key) ?? 0) + 1);
  }
  const each = (performance.now() - begun) / Math.max(1, done);
  line(`true cause first, of ${done} planted faults`, `${((100 * right) / done).toFixed(0)} %`, 'at least 85 %');
  line('its kind, wherever', `${((100 * kindRight) / done).toFixed(0)} %`);
  let still = 0;
  let asked = 0;
  for (let seed = 1; asked < clean && seed < 5 * clean; seed++) {
    const plan = plans[seed % plans.length];
    const reads = readingsWith(plan, NONE, random(9000 + seed));
    if (!reads) continue;
    asked++;
    const kind: CauseKind = diagnose(plan, reads).causes[0].kind;
    if (kind === 'none') still++;
  }
  line(`none stays none, of ${asked} clean cases`, `${((100 * still) / asked).toFixed(0)} %`, 'at least 95 %');
  line('one diagnosis', `${each.toFixed(0)} ms`);
  for (const [key, n] of [...table].sort()) line(`  ${key}`, String(n));
}
