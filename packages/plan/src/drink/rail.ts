// A rail of drinkers under its bucket: the pressure at each with all at rest, what is left when several drink, and how high
// the bucket may hang for all of them.
import { coolTime, FILM } from '@vernal-slope/core/frost';
import { boreArea } from '@vernal-slope/core/pipe';
import { volumeAt } from '@vernal-slope/core/tank';
import { headOfPressure, pressureOfHead } from '@vernal-slope/core/water';
import {
  DRINKER_ROWS,
  findAnimal,
  findDrinker,
  findDrinkerUse,
  type DrinkerRow,
  type DrinkerUse,
} from '../catalogue/index.ts';
import {
  compilePlan,
  cubicMetres,
  flowFromLpm,
  floorOf,
  levelFor,
  metresOfMm,
  pascals,
  resolvePipe,
  tankShape,
  type Compiled,
} from '../compile/index.ts';
import { railPerDay } from '../year/index.ts';
import { glimpse, type Command } from '../edit/index.ts';
import { emittersOf, feedOf, wateringState, type EmitterRuns } from '../garden/index.ts';
import { isStore } from '../kinds/index.ts';
import type { Plan, Plot, StoreNode } from '../schema/index.ts';
import { solvePlan } from '../solve/index.ts';

export type Drinkers = NonNullable<Plot['drinkers']>;
/** A plot whose emitters are drinkers. */
export type RailPlot = Plot & { readonly drinkers: Drinkers };
export const isRail = (plot: Plot | undefined): plot is RailPlot => plot?.drinkers !== undefined;
export const railsOf = (plan: Plan): RailPlot[] => (plan.plots ?? []).filter(isRail);

/** Where nothing is said, this share of the heads drinks at once (common practice, no source). */
const AT_ONCE = 0.1;

export type DrinkerState = 'good' | 'drips' | 'starves' | 'dry';

export interface DrinkerStands {
  readonly e: EmitterRuns;
  /** m above datum: floor under it, its mouth; and its mouth over the floor. */
  readonly floor: number;
  readonly mouth: number;
  readonly hangs: number;
  /** Pa with the bucket full and nobody drinking: what it has to hold back. */
  readonly standing: number;
  /** Pa and m³/s with the bucket at its low water and this one among those that drink; NaN where it is not. */
  readonly drinking: number;
  /** m³/s alone, the bucket full. */
  readonly gives: number;
  readonly state: DrinkerState;
}

export interface RailStands {
  readonly rail: RailPlot;
  readonly kind: DrinkerRow | undefined;
  readonly use: DrinkerUse | undefined;
  readonly bucket: StoreNode | undefined;
  /** m above datum: water when the bucket is full, and when it is filled again. */
  readonly full: number;
  readonly low: number;
  /** Pa that the drinkers like. */ readonly band: { readonly least: number; readonly most: number };
  /** Line by line, along each. */
  readonly drinkers: readonly DrinkerStands[];
  /** How many drink at once. */ readonly atOnce: number;
  /** Worst of those that drink together, Pa and m³/s. */
  readonly worst: { readonly pressure: number; readonly flow: number } | undefined;
  readonly settled: boolean;
  /** m³: what they drink a day, what the bucket holds over its take-off. */
  readonly perDay: number;
  readonly holds: number;
}

/** How many drink at once: as said, else a share of the heads by their class, no more than there are drinkers. */
export function atOnceOf(d: Drinkers, count: number): number {
  const share = findAnimal(d.animal)?.atOnceFar ?? AT_ONCE;
  return Math.max(1, Math.min(count, d.atOnce ?? Math.ceil(share * d.heads)));
}

/** Level at which a bucket is full and at which it is filled again, m over its floor: by hand when it is as good as empty. */
export function bucketLevels(bucket: StoreNode): { full: number; low: number } {
  const float = bucket.inlet?.floatValve;
  const full = float ? Math.min(float.closeLevelM, bucket.overflowM) : (bucket.startLevelM ?? bucket.overflowM);
  const last = levelFor(bucket, 'low');
  const low = float ? Math.max(last, float.closeLevelM - float.bandM) : last;
  return { full: Math.max(full, low), low };
}

/** The plan with only some of a rail's drinkers open. */
const withOnly = (
  plan: Plan,
  rail: RailPlot,
  keep: (line: string, leg: number, entry: number, k: number) => boolean,
): Plan => {
  const command: Command = {
    label: 'some drink',
    recipe: (draft) => {
      for (const line of draft.lines)
        if (rail.lines.includes(line.id))
          line.legs.forEach((leg, l) =>
            leg.emitters?.forEach((e, n) => {
              const count = e.atM?.length ?? e.count ?? 1;
              const shut = Array.from({ length: count }, (_, k) => k).filter(
                (k) => e.shut?.includes(k) || !keep(line.id, l, n, k),
              );
              if (shut.length > 0) e.shut = shut;
              else delete e.shut;
            }),
          );
    },
  };
  return glimpse(plan, command);
};

/** Water of a bucket over its take-off, m³. */
function holdsOf(bucket: StoreNode, level: number): number {
  const shape = tankShape(bucket.shape, bucket.count);
  return volumeAt(shape, level) - volumeAt(shape, Math.min(level, bucket.outletM));
}

/** How a rail stands under its bucket. @param c the plan compiled */
export function railStands(c: Compiled, rail: RailPlot): RailStands {
  const { plan, water } = c;
  const d = rail.drinkers;
  const kind = findDrinker(d.kind);
  const use = findDrinkerUse(d.animal);
  const fed = plan.nodes.find((n) => n.id === feedOf(plan, rail));
  const bucket = isStore(fed) ? fed : undefined;
  const levels = bucket ? bucketLevels(bucket) : { full: 0, low: 0 };
  const base = bucket ? floorOf(bucket) : -Infinity;
  const [full, low] = [base + levels.full, base + levels.low];
  const at = bucket ? { levels: { [bucket.id]: levels.low } } : {};
  const all = solvePlan(c, wateringState(c, rail.id, at));
  const open = emittersOf(c, all, rail.lines);
  const atOnce = atOnceOf(d, open.length);
  // those that have least drink: whoever has more is no worse off
  const drinking = [...open].sort((a, b) => a.pressure - b.pressure).slice(0, atOnce);
  const key = (line: string, leg: number, entry: number, k: number): string => `${line} ${leg} ${entry} ${k}`;
  const entryOf = (e: EmitterRuns): number =>
    plan.lines.find((l) => l.id === e.line)?.legs[e.leg].emitters?.indexOf(e.entry) ?? -1;
  const chosen = new Set(drinking.map((e) => key(e.line, e.leg, entryOf(e), e.k)));
  let settled = all.converged;
  const under = new Map<string, EmitterRuns>();
  if (open.length > 0) {
    const some = compilePlan(withOnly(plan, rail, (line, leg, entry, k) => chosen.has(key(line, leg, entry, k))));
    const result = solvePlan(some, wateringState(some, rail.id, at));
    settled &&= result.converged;
    for (const e of emittersOf(some, result, rail.lines)) under.set(`${e.line} ${e.chainage.toFixed(6)}`, e);
  }
  const band = { least: pascals(kind?.least.kPa ?? 0), most: kind ? pascals(kind.most.kPa) : Infinity };
  const ground = (e: EmitterRuns): number => {
    const line = plan.lines.find((l) => l.id === e.line);
    const geometry = c.lines.get(e.line)?.geometry;
    if (!line || !geometry) return e.elevation;
    const [from, to] = [geometry.ground[e.leg], geometry.ground[e.leg + 1]];
    return from + ((e.chainage - geometry.chainage[e.leg]) / line.legs[e.leg].lengthM) * (to - from);
  };
  const drinkers = open.map((e): DrinkerStands => {
    const runs = under.get(`${e.line} ${e.chainage.toFixed(6)}`);
    const standing = pressureOfHead(full - e.elevation, water.density);
    const head = headOfPressure(Math.max(0, standing), water.density);
    const together = runs?.pressure ?? NaN;
    const state: DrinkerState =
      low <= e.elevation
        ? 'dry'
        : standing > band.most * (1 + 1e-9)
          ? 'drips'
          : together < band.least * (1 - 1e-9)
            ? 'starves'
            : 'good';
    const floor = ground(e) + (d.floorsM?.[rail.lines.indexOf(e.line)] ?? 0);
    return {
      e,
      floor,
      mouth: e.elevation,
      hangs: e.elevation - floor,
      standing,
      drinking: together,
      gives: Math.min(e.law.cap ?? Infinity, e.law.a * head ** e.law.exponent),
      state,
    };
  });
  const some = drinkers.filter((k) => Number.isFinite(k.drinking));
  const worstOf = some.reduce<DrinkerStands | undefined>((a, k) => (!a || k.drinking < a.drinking ? k : a), undefined);
  const worstFlow = worstOf && under.get(`${worstOf.e.line} ${worstOf.e.chainage.toFixed(6)}`)?.flow;
  return {
    rail,
    kind,
    use,
    bucket,
    full,
    low,
    band,
    drinkers,
    atOnce,
    worst: worstOf && { pressure: worstOf.drinking, flow: worstFlow ?? 0 },
    settled,
    perDay: railPerDay(d),
    holds: bucket ? holdsOf(bucket, levels.full) : 0,
  };
}

export interface StandRange {
  /** m of stand of the bucket over its ground: the least at which nobody starves, the most at which nothing drips. */
  readonly low: number;
  readonly high: number;
}

/** Where the band lies that the drinkers like, m above datum: its top by the low water, its foot by the full. */
export function bandOf(c: Compiled, s: RailStands): { readonly top: number; readonly foot: number } | undefined {
  if (!s.bucket || !s.kind) return undefined;
  const { density } = c.water;
  return {
    top: s.low - headOfPressure(s.band.least, density),
    foot: s.full - headOfPressure(s.band.most, density),
  };
}

export interface BetterStand {
  /** m of stand, and by how much it is moved */ readonly to: number;
  readonly by: number;
  /** Pa that the drinkers have then, least while several drink and most at rest. */
  readonly least: number;
  readonly most: number;
}

/** Heights this close are one, m. */
const SAME = 1e-3;

/** The middle of the range, to a round step (m), where a bucket is not within it; undefined where it is or none suits all. */
export function betterStand(
  plan: Plan,
  now: RailStands,
  range: StandRange | undefined,
  step: number,
): BetterStand | undefined {
  if (!range || !now.bucket || range.low > range.high) return undefined;
  const stand = now.bucket.standM ?? 0;
  if (stand >= range.low - SAME && stand <= range.high + SAME) return undefined;
  const to = Number((Math.round((range.low + range.high) / 2 / step) * step).toFixed(4));
  if (to < 0) return undefined;
  const moved = glimpse(plan, hangBucket(now.bucket.id, to));
  const own = moved.plots?.find((p) => p.id === now.rail.id);
  if (!isRail(own)) return undefined;
  const then = railStands(compilePlan(moved), own);
  return {
    to,
    by: to - stand,
    least: then.worst?.pressure ?? 0,
    most: Math.max(...then.drinkers.map((k) => k.standing)),
  };
}

/** Turns of seeking the least stand, and how near is near enough, m. */
const TURNS = 30;
const NEAR = 2e-4;

/** Puts a bucket on so much of a stand; by its ground where it hangs lower than that. */
export const hangBucket = (bucket: string, stand: number): Command => ({
  label: 'height of the bucket',
  recipe: (plan) => {
    for (const n of plan.nodes)
      if (n.id === bucket && isStore(n)) {
        const below = Math.min(0, stand);
        n.standM = Number(Math.max(0, stand).toFixed(4));
        if (below < 0) n.groundM = Number((n.groundM + below).toFixed(4));
      }
  },
});

/** Between which heights of the bucket's stand all drinkers of a rail are right; undefined without a bucket or a known kind. */
export function standRange(plan: Plan, now: RailStands): StandRange | undefined {
  const { bucket, kind, drinkers, rail } = now;
  if (!bucket || !kind || drinkers.length === 0 || !now.settled) return undefined;
  const density = compilePlan(plan).water.density;
  const stand = bucket.standM ?? 0;
  const most = Math.max(...drinkers.map((k) => k.standing));
  const high = stand + headOfPressure(now.band.most - most, density);
  // a higher bucket adds its height, less what the more flow loses
  let low = stand;
  let worst = now;
  for (let turn = 0; turn < TURNS; turn++) {
    const least = worst.worst?.pressure ?? NaN;
    const step = headOfPressure(now.band.least - least, density);
    if (!Number.isFinite(step)) return undefined;
    low += step;
    if (Math.abs(step) < NEAR) return { low, high };
    const moved = glimpse(plan, hangBucket(bucket.id, low));
    const own = moved.plots?.find((p) => p.id === rail.id);
    if (!isRail(own)) return undefined;
    worst = railStands(compilePlan(moved), own);
    if (!worst.settled) return undefined;
  }
  return undefined;
}

export interface OtherDrinker {
  readonly kind: DrinkerRow;
  /** Pa that this kind likes. */ readonly least: number;
  readonly most: number;
  /** True where this rail under this bucket lies within it, by what its drinkers have now. */
  readonly fits: boolean;
}

/** Every kind of drinker against the pressures that this rail has. */
export function otherDrinkers(now: RailStands): OtherDrinker[] {
  const top = Math.max(...now.drinkers.map((k) => k.standing));
  const foot = now.worst?.pressure ?? NaN;
  return DRINKER_ROWS.map((kind) => {
    const [least, most] = [pascals(kind.least.kPa), pascals(kind.most.kPa)];
    return { kind, least, most, fits: top <= most && foot >= least };
  });
}

/** Times a day that a bucket is emptied. */
export const fillsPerDay = (now: RailStands): number => now.perDay / now.holds;

/** What one drinker of a kind gives by its table at a pressure, m³/s. */
export const tableFlow = (kind: DrinkerRow, pressure: number): number =>
  flowFromLpm(kind.most.lpm) * Math.sqrt(Math.max(0, pressure) / pascals(kind.most.kPa));

/** Litres of a head a day, m³. */
export const headPerDay = (d: Drinkers): number =>
  cubicMetres(d.litresPerHeadPerDay ?? findAnimal(d.animal)?.typical ?? 0);

/** m between drinkers that a kind asks for. */
export const apartOf = (kind: DrinkerRow | undefined): number => metresOfMm(kind?.apartMm ?? 0);

/** Frost that a rail is looked at with, °C, and the water in it at first (assumptions); the wind of a shed (ASHRAE, from memory). */
export const RAIL_FROST = { airC: -5, waterC: 10 } as const;

export interface RailFrost {
  /** s until its narrowest pipe, full and still, is at 0 °C. */ readonly still: number;
  /** m³ that run out when it is drained. */ readonly holds: number;
}

/** What frost leaves a rail, and what draining it lets out. */
export function railFrost(plan: Plan, rail: RailPlot): RailFrost {
  const legs = rail.lines.flatMap((id) => plan.lines.find((l) => l.id === id)?.legs ?? []);
  const bores = legs.map((leg) => ({ leg, bore: metresOfMm(resolvePipe(leg.pipe).insideDiameterMm) }));
  return {
    still:
      bores.length === 0
        ? Infinity
        : coolTime(Math.min(...bores.map((b) => b.bore)), RAIL_FROST.waterC, RAIL_FROST.airC, FILM.breeze),
    holds: bores.reduce((sum, { leg, bore }) => sum + leg.lengthM * boreArea(bore), 0),
  };
}
