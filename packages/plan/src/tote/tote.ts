// A tank that is carried: how high it stands for what it serves, how long it lasts, how long its filling takes, its round.
import { tippingPush, tippingSlope, tippingWind, type Loose } from '@vernal-slope/core/stand';
import { tankCapacity, volumeAt } from '@vernal-slope/core/tank';
import { weatherOf } from '../year/index.ts';
import { cubicMetres, flowFromLpm, levelFor, seconds, tankShape, type Compiled } from '../compile/index.ts';
import { isBed, isTap, isTote, isVessel, vesselHeight } from '../kinds/index.ts';
import type { Moved, Plan, StoreNode } from '../schema/index.ts';
import { optionsOf, solvePlan } from '../solve/index.ts';
import { routeTo } from '../topology/index.ts';

export type Tote = StoreNode & { readonly moved: Moved };
export const totesOf = (plan: Plan): Tote[] =>
  plan.nodes.flatMap((n) => (isVessel(n) && n.kind === 'tank' && isTote(n) ? [n] : []));

/** Height of a pallet, m, and mass of an empty tote of 1,000 L, kg a m³ (reference of tanks, common practice). */
export const PALLET = 0.145;
const EMPTY_PER_M3 = 60;
const DAY = 86_400;
/** Winds, m/s: a fresh gale is told (Beaufort 8). */
export const GALE = 17.2;
/** Rise of a can's rim, a bucket's, and head of a drip line, m over the ground (common practice, no source). */
export const SERVES = { can: 0.45, bucket: 0.35, drip: 0.3 } as const;
/** What of those heights is under the tap, not the vessel, m. */
export const UNDER_TAP = 0.05;

export interface ToteServes {
  readonly what: 'can' | 'bucket' | 'drip';
  /** m over the ground at which its tap (a drip line: its low water) must be. */ readonly needs: number;
  readonly has: number;
  /** Courses under it that would do. */ readonly courses: number;
  readonly served: boolean;
}

export interface ToteRuns {
  readonly node: Tote;
  /** m³ over its outlet when it is full */ readonly holds: number;
  /** m³ a day: by can, and what hangs on it. */ readonly byCan: number;
  readonly byLine: number;
  readonly perDay: number;
  /** False where for some of its lines no flow was found: then what they take is not known. */
  readonly settled: boolean;
  /** s that it lasts; Infinity where nothing is taken. */ readonly lasts: number;
  /** s */ readonly every: number;
  readonly fillTime: number;
  readonly visitTime: number;
  /** m over the ground: of its tap. */ readonly tap: number;
  readonly courses: number;
  readonly courseM: number;
  readonly serves: readonly ToteServes[];
  /** kg full and empty */ readonly mass: number;
  readonly empty: number;
  /** m/s that tip it empty and full; m a metre of slope; N of a push, empty. */
  readonly windEmpty: number;
  readonly windFull: number;
  readonly slopeFull: number;
  /** m, the narrow side of its base */ readonly width: number;
  readonly pushEmpty: number;
  /** Months (0 to 11) in which it stands out, and the frosty ones among them. */
  readonly months: readonly number[];
  readonly frosty: readonly number[];
}

/** Its foot over what it is stacked on, m: a stack's height is `standM` less this. */
const stackOf = (node: Tote): number => (node.moved.courses ?? 0) * (node.moved.courseM ?? PALLET);

export function toteRuns(c: Compiled, node: Tote): ToteRuns {
  const { moved } = node;
  const shape = tankShape(node.shape, node.count);
  const holds = volumeAt(shape, node.overflowM) - volumeAt(shape, node.outletM);
  const byCan = cubicMetres(moved.litresPerDay ?? 0);
  const { volume: byLine, settled } = lineUse(c, node);
  const perDay = byCan + byLine;
  const fillTime = holds / flowFromLpm(moved.fillLpm);
  const stand = node.standM ?? 0;
  const tap = stand + node.outletM;
  const courseM = moved.courseM ?? PALLET;
  const foot = stand - stackOf(node);
  const courses = (needs: number, over: number): number =>
    Math.max(0, Math.ceil((needs - foot - over) / courseM - 1e-9));
  const highest = highestEmitter(c, node);
  const drip = (highest ?? node.groundM) - node.groundM + SERVES.drip;
  const low = levelFor(node, 'low');
  const serves: ToteServes[] = [
    {
      what: 'can',
      needs: SERVES.can,
      has: tap,
      courses: courses(SERVES.can, node.outletM),
      served: tap >= SERVES.can - 1e-9,
    },
    {
      what: 'bucket',
      needs: SERVES.bucket,
      has: tap,
      courses: courses(SERVES.bucket, node.outletM),
      served: tap >= SERVES.bucket - 1e-9,
    },
    { what: 'drip', needs: drip, has: stand + low, courses: courses(drip, low), served: stand + low >= drip - 1e-9 },
  ];
  const empty = moved.emptyKg ?? EMPTY_PER_M3 * tankCapacity(shape);
  const mass = empty + c.water.density * volumeAt(shape, node.overflowM);
  const height = vesselHeight(node);
  const [width, breadth] =
    node.shape.type === 'box'
      ? [Math.min(node.shape.lengthM, node.shape.widthM), Math.max(node.shape.lengthM, node.shape.widthM)]
      : node.shape.type === 'table'
        ? [1, 1]
        : [node.shape.diameterM, node.shape.diameterM];
  const loose = (kg: number, middle: number): Loose => ({
    mass: kg,
    width,
    breadth,
    height,
    raised: stand,
    middle: stand + middle,
  });
  const weather = weatherOf(c.plan);
  const months = moved.months?.map((m) => m - 1) ?? Array.from({ length: 12 }, (_, m) => m);
  return {
    node,
    holds,
    byCan,
    byLine,
    perDay,
    settled,
    lasts: perDay > 0 ? (holds / perDay) * DAY : Infinity,
    every: moved.everyDays * DAY,
    fillTime,
    visitTime: fillTime + seconds(moved.travelMin),
    tap,
    courses: moved.courses ?? 0,
    courseM,
    serves,
    mass,
    empty,
    windEmpty: tippingWind(loose(empty, height / 2)),
    windFull: tippingWind(loose(mass, node.overflowM / 2)),
    width,
    slopeFull: tippingSlope(loose(mass, node.overflowM / 2)),
    pushEmpty: tippingPush(loose(empty, height / 2)),
    months,
    frosty: months.filter((m) => weather.tMinC[m] < 0),
  };
}

/** Plots on a tote. */
const plotsOn = (c: Compiled, id: string) =>
  (c.plan.plots ?? []).filter((p) => p.lines.some((l) => startOf(c, c.plan.lines.find((x) => x.id === l)?.to) === id));
const startOf = (c: Compiled, to: string | undefined): string | undefined =>
  to === undefined ? undefined : routeTo(c, to)?.start;

/** What is drawn from a tote by its lines in a day, m³: its plots and taps at their hours, its beds by their use. */
function lineUse(c: Compiled, node: Tote): { volume: number; settled: boolean } {
  let settled = true;
  const minutes = (draws: readonly { readonly durationMin: number }[] | undefined): number =>
    (draws ?? []).reduce((sum, d) => sum + seconds(d.durationMin), 0);
  const flow = (open: string): number => {
    const found = solvePlan(c, optionsOf(c, [open], 'start'));
    if (!found.converged) {
      settled = false;
      return 0;
    }
    return (c.nodes.get(node.id)?.leaving ?? []).reduce(
      (sum, l) => sum + Math.max(0, found.lines.get(l.line)?.flow ?? 0),
      0,
    );
  };
  const drawn = [
    ...plotsOn(c, node.id).map((p) => ({ id: p.id, open: minutes(p.draws) })),
    ...c.plan.nodes
      .filter(isTap)
      .filter((t) => startOf(c, t.id) === node.id)
      .map((t) => ({ id: t.id, open: minutes(t.draws) })),
  ].reduce((sum, d) => (d.open > 0 ? sum + d.open * flow(d.id) : sum), 0);
  const beds = c.plan.nodes
    .filter(isBed)
    .filter((b) => startOf(c, b.id) === node.id)
    .reduce((sum, b) => sum + cubicMetres(b.useLPerDay ?? 0), 0);
  return { volume: drawn + beds, settled };
}

/** The highest emitter under a tote, m above datum. */
function highestEmitter(c: Compiled, node: Tote): number | undefined {
  const all = plotsOn(c, node.id).flatMap((p) =>
    p.lines.flatMap((l) => (c.lines.get(l)?.lateral?.emitters ?? []).map((e) => e.elevation)),
  );
  return all.length === 0 ? undefined : Math.max(...all);
}

/** What a tank holds brimful, m³. */
export const capacityOf = (node: StoreNode): number => tankCapacity(tankShape(node.shape, node.count));

export interface RoundWeek {
  /** From 0. */ readonly week: number;
  /** Month (0 to 11) in which it begins. */ readonly month: number;
  /** Fills by the totes' order. */ readonly fills: readonly number[];
  /** s and m³ in all */ readonly time: number;
  readonly volume: number;
}

/** Weeks of a year. */
const WEEKS = 52;
const MONTH_ENDS = [31, 59, 90, 120, 151, 181, 212, 243, 273, 304, 334, 365] as const;
const monthOf = (day: number): number => MONTH_ENDS.findIndex((end) => day < end);

/** The round of all totes, week by week from the first of January: each is filled on every so-manieth day of its months. */
export function roundOf(runs: readonly ToteRuns[]): RoundWeek[] {
  return Array.from({ length: WEEKS }, (_, week) => {
    const days = Array.from({ length: 7 }, (__, k) => 7 * week + k);
    const fills = runs.map(
      (r) => days.filter((d) => d % r.node.moved.everyDays === 0 && r.months.includes(monthOf(d))).length,
    );
    return {
      week,
      month: monthOf(7 * week),
      fills,
      time: runs.reduce((sum, r, k) => sum + fills[k] * r.visitTime, 0),
      volume: runs.reduce((sum, r, k) => sum + fills[k] * Math.min(r.holds, (r.perDay * r.every) / DAY || r.holds), 0),
    };
  });
}

/** Seconds a week spent on the round, on the mean over the weeks in which any is filled. */
export const hoursAWeek = (round: readonly RoundWeek[]): number => {
  const busy = round.filter((w) => w.time > 0);
  return busy.length === 0 ? 0 : busy.reduce((sum, w) => sum + w.time, 0) / busy.length;
};

/** Weeks on end in which the same is filled: from the first to the last of them. */
export interface RoundStretch {
  readonly from: RoundWeek;
  readonly to: RoundWeek;
}

/** A round as stretches of weeks that are alike; weeks without a fill are left out. */
export function stretchesOf(round: readonly RoundWeek[]): RoundStretch[] {
  const found: { from: RoundWeek; to: RoundWeek }[] = [];
  for (const w of round) {
    if (w.time <= 0) continue;
    const last = found.at(-1);
    const alike = last?.to.week === w.week - 1 && last.to.fills.every((n, k) => n === w.fills[k]);
    if (last && alike) last.to = w;
    else found.push({ from: w, to: w });
  }
  return found;
}
