// A plan as a place in time: its vessels, sources and taps with their hours, as core runs them.
import type { PlaceInTime, PourInTime, SourceInTime, VesselInTime, Visit, Window } from '@vernal-slope/core/simulation';
import { tankHeight, volumeAt, type TankShape } from '@vernal-slope/core/tank';
import { boreArea } from '@vernal-slope/core/pipe';
import { DAYS_IN_MONTH } from '@vernal-slope/core/supply';
import { GRAVITY } from '@vernal-slope/core/units';
import {
  etByMonth,
  monthsOfDays,
  planMonth,
  planNeeds,
  railHours,
  railPerDay,
  roofDays,
  sourceYield,
} from '../year/index.ts';
import {
  compilePlan,
  cubicMetres,
  floatValve,
  floorOf,
  flowFromLitresPerDay,
  flowFromLpm,
  levelFor,
  metresOfMm,
  overflowBore,
  minutesOf,
  seconds,
  stateFor,
  setEmitters,
  tankShape,
  yieldOf,
  type Compiled,
} from '../compile/index.ts';
import { dateOf, dayNumber } from '../formats/index.ts';
import {
  bedArea,
  bedFloor,
  bedLevel,
  bedTank,
  isBed,
  isSource,
  isStore,
  isTap,
  isTote,
  isVessel,
} from '../kinds/index.ts';
import type { BedNode, Herd, Moved, Plan, PlanNode, Plot, SourceNode, TapNode, VesselNode } from '../schema/index.ts';
import { dice } from './dice.ts';

type ToteNode = VesselNode & { readonly moved: Moved };

const DAY = 86_400;
const HOUR = 3600;
/** Open water evaporates so many times the reference evapotranspiration. @see FAO-56 table 12 (open water, shallow) */
const OPEN_WATER = 1.05;
/** When a hauled load is poured in, hours after midnight (assumption), and how long it takes at least, s. */
const HAUL_AT = 12;
const LEAST_POUR = 600;
/** Rows of the table that stands for tanks joined low down. */
const JOINED_ROWS = 200;

export interface InTime {
  /** s */ readonly duration: number;
  /** s after midnight at which it begins */ readonly start?: number;
  /** 1 to 12; the run begins on its first day */ readonly month?: number;
  /** Of what happens at random. */ readonly seed?: number;
  /** Days by which it begins later in the record of rain. */ readonly day?: number;
  /** Levels to begin with, m above the floor, by node id; the plan's own where left out. */
  readonly levels?: Readonly<Record<string, number>>;
  /** What animals drink and sources give, as a share of the plan's. */
  readonly thirst?: number;
  readonly yields?: number;
  /** Only this trough is visited, and no tap is drawn from. */
  readonly only?: string;
  /** Only this plot is open, all the time, and each of its emitters is told by itself. */
  readonly watering?: string;
}

/** What holds water with a level: a tank, a trough, a bed. */
export type WaterNode = VesselNode | BedNode;

/** A place in time with the ids of its parts, in core's order. */
export interface PlanInTime {
  readonly compiled: Compiled;
  readonly place: PlaceInTime;
  readonly vessels: readonly WaterNode[];
  readonly outlets: readonly TapNode[];
  /** After the taps among core's outlets; then what no plot names, which is always open. */
  readonly plots: readonly Plot[];
  /** How many of core's last outlets are the emitters of the plot that is watered. */
  readonly watered: number;
  readonly sources: readonly SourceNode[];
  readonly pours: readonly SourceNode[];
  readonly lines: readonly string[];
  /** First day of the record whose rain falls on its roofs and open beds, as a date; undefined where no days are known or neither is there. */
  readonly rainFrom?: string;
}

/** A run's clock: the seconds of its days and months. */
interface Clock {
  readonly start: number;
  readonly duration: number;
  /** Month (1 to 12) at a time of the run. */
  readonly monthAt: (t: number) => number;
  /** Midnights, s from the beginning, the one before the beginning first. */
  readonly days: readonly number[];
  /** Where a month turns, s. */
  readonly turns: readonly number[];
}

function clockOf(plan: Plan, { duration, start = 0, month = planMonth(plan) }: InTime): Clock {
  const days: number[] = [];
  for (let t = -start - DAY; t < duration; t += DAY) days.push(t);
  const turns: number[] = [];
  let at = -start;
  for (let k = 0; at < duration; k++) turns.push((at += DAYS_IN_MONTH[(month - 1 + k) % 12] * DAY));
  return {
    start,
    duration,
    days,
    turns,
    monthAt: (t) => ((month - 1 + turns.filter((turn) => t >= turn).length) % 12) + 1,
  };
}

/** Times of day as windows of a run. */
function windowsOf(clock: Clock, at: string, minutes: number): Window[] {
  return clock.days
    .map((midnight) => ({ from: midnight + minutesOf(at) * 60, to: midnight + minutesOf(at) * 60 + seconds(minutes) }))
    .filter((w) => w.to > 0 && w.from < clock.duration);
}

/** Tanks joined low down as one: what all of them hold at a level of the first. */
function shapeOf(node: VesselNode): { shape: TankShape; overflow: number } {
  const own = tankShape(node.shape, node.count);
  const linked = isStore(node) ? (node.linked ?? []) : [];
  if (linked.length === 0) return { shape: own, overflow: node.overflowM };
  const others = linked.map((l) => ({ shape: tankShape(l.shape), floor: l.floorM }));
  const all = (level: number): number =>
    volumeAt(own, level) + others.reduce((sum, o) => sum + volumeAt(o.shape, level - o.floor), 0);
  const height = tankHeight(own);
  const levels = Array.from({ length: JOINED_ROWS + 1 }, (_, k) => (height * k) / JOINED_ROWS);
  return {
    shape: { type: 'table', levels, volumes: levels.map((l) => all(l) - all(0)) },
    overflow: Math.min(node.overflowM, ...linked.map((l) => l.floorM + l.overflowM)),
  };
}

/** Whether a run is of something else alone. */
const alone = ({ only, watering }: InTime, id?: string): boolean =>
  watering !== undefined || (only !== undefined && only !== id);

function visitsOfHerd(plan: Plan, node: VesselNode, k: number, herd: Herd, clock: Clock, options: InTime): Visit[] {
  if (herd.ifToo || alone(options, node.id)) return [];
  const warm = herd.byWarmth
    ? planNeeds(plan).rows.find((row) => row.id === `herd:${node.id}:${k}`)?.perDay
    : undefined;
  const perDay = (month: number): number =>
    (warm?.[month - 1] ?? cubicMetres(herd.count * herd.litresPerHeadPerDay)) * (options.thirst ?? 1);
  const cap =
    herd.litresPerHeadPerMin === undefined
      ? Infinity
      : flowFromLpm(herd.litresPerHeadPerMin) * Math.min(herd.count, herd.headsAtOnce ?? herd.count);
  return herd.visits.flatMap((v) =>
    windowsOf(clock, v.at, v.durationMin)
      .map((w) => ({ ...w, month: clock.monthAt(Math.max(0, w.from)) }))
      .filter(({ month }) => !herd.months || herd.months.includes(month))
      .map(({ from, to, month }) => ({
        from,
        to,
        rate: (perDay(month) * v.share) / (to - from),
        cap,
        patience: seconds(herd.patienceMin ?? 0),
      })),
  );
}

/** Place in the plan's record of rain of the driest whole month of its kind (1 to 12); undefined where none is whole. */
function driestOnRecord(plan: Plan, month: number): number | undefined {
  const daily = plan.climate?.daily;
  if (!daily) return undefined;
  const months = monthsOfDays(daily.start, daily.rainMm.length);
  let best: { at: number; rain: number } | undefined;
  for (let d = 0; d < months.length; d++) {
    if (
      months[d] !== month - 1 ||
      (d > 0 ? months[d - 1] === month - 1 : !dateOf(dayNumber(daily.start)).endsWith('-01'))
    )
      continue;
    let end = d;
    let rain = 0;
    while (end < months.length && months[end] === month - 1) rain += daily.rainMm[end++] ?? 0;
    const whole = end < months.length || end - d >= DAYS_IN_MONTH[month - 1];
    if (whole && (!best || rain < best.rain)) best = { at: d, rain };
  }
  return best?.at;
}

/** Water of a source at a time, m³/s; Infinity where nothing is stated. */
function yieldsOf(
  plan: Plan,
  source: SourceNode,
  clock: Clock,
  times: number,
  rainAt: number | undefined,
): (t: number) => number {
  if (source.yieldLpm !== undefined || source.yieldByMonthLpm !== undefined)
    return (t) => yieldOf(source, clock.monthAt(t)) * times;
  if (!source.roof && !source.pump && !source.ram && !source.haul && !source.tests?.length) return () => Infinity;
  const rain = source.roof && rainAt !== undefined ? roofDays(plan, source.roof) : undefined;
  if (rain && rainAt !== undefined)
    // a day's rain comes evenly through the day
    return (t) => ((rain[(rainAt + Math.floor((t + clock.start) / DAY)) % rain.length] ?? 0) / DAY) * times;
  const found = sourceYield(plan, source);
  const hours = Array.from({ length: 12 }, (_, m) => found.hours(m));
  return (t) => {
    const m = clock.monthAt(t) - 1;
    const hour = Math.floor(((((t + clock.start) % DAY) + DAY) % DAY) / HOUR);
    return ((found.perDay[m] * hours[m][hour]) / HOUR) * times;
  };
}

/** Loads of hauled water, poured in at noon of the days on which there is a trip. */
function loadsOf(source: SourceNode, clock: Clock): (t: number) => number {
  const haul = source.haul;
  if (!haul) return () => 0;
  const every = haul.litresPerTrip / haul.litresPerDay;
  const long = Math.max(LEAST_POUR, seconds(haul.standingMin) / 2);
  const windows: Window[] = [];
  for (let k = 0; k * every * DAY < clock.duration + DAY; k++) {
    const from = Math.floor(k * every) * DAY + HAUL_AT * HOUR - clock.start;
    windows.push({ from, to: from + long });
  }
  const rate = cubicMetres(haul.litresPerTrip) / long;
  return (t) => windows.filter((w) => w.from <= t && t < w.to).length * rate;
}

/** Whether what a source gives changes with the hour. */
const byHour = (source: SourceNode): boolean => source.pump !== undefined || source.haul !== undefined;

function drawsOf(tap: TapNode, clock: Clock, options: InTime): Window[] {
  if (alone(options)) return [];
  const fixed = (tap.draws ?? []).flatMap((d) => windowsOf(clock, d.at, d.durationMin));
  const roll = dice(options.seed ?? 1, tap.id);
  const random = (tap.habits ?? []).flatMap((h) =>
    clock.days.flatMap((midnight) => {
      const [from, to] = [minutesOf(h.from), minutesOf(h.to)];
      const span = to > from ? to - from : to - from + 24 * 60;
      // as often as it is said, the part of a time by chance
      const count = Math.floor(h.timesPerDay + roll());
      return Array.from({ length: count }, () => {
        const at = midnight + (from + roll() * span) * 60;
        return { from: at, to: at + seconds(h.durationMin) };
      });
    }),
  );
  return [...fixed, ...random.filter((w) => w.to > 0 && w.from < clock.duration)];
}

/** How much longer than its volume asks somebody stands by a tote that fills: the last of it comes slowly. */
const TOPPED = 1.5;
/** When water is carried from a tote by can, where nothing else is said. */
const CANS = { at: '07:00', durationMin: 30 } as const;

/** Visits to a tote: from when to when it is being filled, in its months. */
function visitsTo(node: ToteNode, clock: Clock): Window[] {
  const { moved } = node;
  const { shape, overflow } = shapeOf(node);
  const long = (TOPPED * volumeAt(shape, overflow)) / flowFromLpm(moved.fillLpm);
  // the midnight before the beginning comes first
  return clock.days
    .filter((_, k) => k > 0 && (k - 1) % moved.everyDays === 0)
    .map((midnight) => midnight + minutesOf(moved.at ?? '08:00') * 60)
    .map((from) => ({ from, to: from + long }))
    .filter(({ from, to }) => {
      const month = clock.monthAt(Math.max(0, from));
      return to > 0 && from < clock.duration && (!moved.months || moved.months.includes(month));
    });
}

/** When a plot is open: at its hours; a rail while its animals are about. */
function plotDraws(plot: Plot, clock: Clock): Window[] {
  if (!plot.drinkers) return (plot.draws ?? []).flatMap((d) => windowsOf(clock, d.at, d.durationMin));
  const { from, hours } = railHours(plot.drinkers);
  return clock.days
    .map((midnight) => ({ from: midnight + from * HOUR, to: midnight + (from + hours) * HOUR }))
    .filter((w) => w.to > 0 && w.from < clock.duration);
}

/** Flow that an outlet is rated for, m³/s; of a hole what it gives under a metre of water. */
const ratedOfTap = (tap: TapNode): number =>
  tap.ratedFlowLpm !== undefined
    ? flowFromLpm(tap.ratedFlowLpm)
    : tap.orifice
      ? tap.orifice.dischargeCoefficient * boreArea(metresOfMm(tap.orifice.diameterMm)) * Math.sqrt(2 * GRAVITY)
      : 0;

const idsOf = (nodes: readonly PlanNode[]): Map<string, number> => new Map(nodes.map((n, k) => [n.id, k]));

/** Links by which a line's emitters let water out, those taped over left out. */
const emitterLinks = (c: Compiled, line: string): number[] => {
  const lateral = c.lines.get(line)?.lateral;
  return lateral ? lateral.outlets.filter((_, k) => !lateral.emitters[k].shut).map((o) => o.link) : [];
};

/** Makes a plan ready to be run in time. */
export function placeInTime(plan: Plan, options: InTime): PlanInTime {
  const compiled = compilePlan(plan, true);
  const clock = clockOf(plan, options);
  const there = [...compiled.nodes.values()];
  const vesselMaps = there.flatMap((m) => (isVessel(m.plan) ? [{ map: m, node: m.plan }] : []));
  const bedMaps = there.flatMap((m) => (isBed(m.plan) ? [{ map: m, node: m.plan }] : []));
  const vessels: WaterNode[] = [...vesselMaps.map(({ node }) => node), ...bedMaps.map(({ node }) => node)];
  const plots = (plan.plots ?? []).filter((p) => p.lines.some((id) => compiled.lines.get(id)?.lateral));
  const index = idsOf(vessels);
  const taps = there.flatMap((m) => (isTap(m.plan) ? [{ map: m, node: m.plan }] : []));
  const feeding = there.flatMap((m) => (isSource(m.plan) && m.leaving.length > 0 ? [{ map: m, node: m.plan }] : []));
  const pours = plan.nodes.filter(isSource).filter((n) => n.feeds !== undefined && index.has(n.feeds));
  const pouring = pours.filter((n) => !feeding.some((f) => f.node.id === n.id));
  const totes = vesselMaps.flatMap(({ node }) => (isTote(node) ? [node] : []));
  const filledAt = (tote: ToteNode): number => index.get(tote.moved.from ?? '') ?? -1;
  const et = etByMonth(plan);
  const evaporation = (t: number): number => metresOfMm(OPEN_WATER * et.et0[clock.monthAt(t) - 1]) / DAY;
  const links = (ends: readonly { link: number }[]): number[] => ends.map((e) => e.link);
  const times = options.yields ?? 1;
  const onRecord = driestOnRecord(plan, options.month ?? planMonth(plan));
  const rainAt = onRecord === undefined ? undefined : onRecord + (options.day ?? 0);
  // rain falls into beds under the open sky, where days of it are known
  const daily = plan.climate?.daily?.rainMm;
  const rained = rainAt === undefined ? [] : bedMaps.map(({ node }) => node).filter((b) => b.rainFalls);
  const roofs =
    rained.length > 0 || [...feeding.map((f) => f.node), ...pouring].some((n) => n.roof && n.yieldLpm === undefined);

  const inPlots = new Set(plots.flatMap((p) => p.lines));
  const always = [...compiled.lines.keys()]
    .filter((id) => !inPlots.has(id))
    .flatMap((id) => emitterLinks(compiled, id));
  const watered = plots
    .filter((p) => p.id === options.watering)
    .flatMap((p) => p.lines.flatMap((id) => emitterLinks(compiled, id)));
  const state = stateFor(compiled, { month: options.month });
  // nothing taped over is opened with its plot
  setEmitters(compiled, state, () => false);

  const place: PlaceInTime = {
    network: compiled.network,
    state,
    vessels: [
      ...vesselMaps.map(({ map, node }): VesselInTime => {
        const { shape, overflow } = shapeOf(node);
        return {
          shape,
          floor: floorOf(node),
          surface: map.surface,
          start: Math.min(tankHeight(shape), options.levels?.[node.id] ?? levelFor(node, 'start')),
          ...(node.outletM !== undefined ? { outlet: node.outletM } : {}),
          ...(node.outletM !== undefined && map.leaving.length > 0 && node.inlet?.at !== 'bottom'
            ? { fallsAt: node.outletM }
            : {}),
          outletLink: map.limitLink,
          overflow,
          ...(node.overflowPipe
            ? {
                overflowPipe: {
                  diameter: overflowBore(node.overflowPipe),
                  drop: node.overflowPipe.dropM,
                },
              }
            : {}),
          spillsInto: index.get(node.overflowInto ?? '') ?? -1,
          ...(node.inlet?.floatValve ? { float: floatValve(node.inlet.floatValve) } : {}),
          floatLinks: map.lawLinks,
          entering: links(map.entering),
          ...(node.inlet?.at === 'bottom' && !node.inlet.floatValve ? { runsBackTo: node.inlet.heightM ?? 0 } : {}),
          leaving: links(map.leaving),
          visits: (node.herds ?? []).flatMap((herd, k) => visitsOfHerd(plan, node, k, herd, clock, options)),
          takings: !alone(options)
            ? [
                ...(node.takings ?? []).flatMap((t) =>
                  windowsOf(clock, t.at, t.durationMin).map((w) => ({
                    ...w,
                    rate: flowFromLpm(t.flowLpm),
                    into: index.get(t.into ?? '') ?? -1,
                  })),
                ),
                ...totes
                  .filter((tote) => vessels[filledAt(tote)] === node)
                  .flatMap((tote) =>
                    visitsTo(tote, clock).map((w) => ({
                      ...w,
                      rate: flowFromLpm(tote.moved.fillLpm),
                      into: index.get(tote.id) ?? -1,
                      tops: true,
                    })),
                  ),
                ...(isTote(node) && node.moved.litresPerDay
                  ? windowsOf(clock, CANS.at, CANS.durationMin).map((w) => ({
                      ...w,
                      rate: cubicMetres(node.moved.litresPerDay ?? 0) / seconds(CANS.durationMin),
                      into: -1,
                    }))
                  : []),
              ]
            : [],
          ...(node.evaporates ? { evaporation } : {}),
          leak: flowFromLitresPerDay(node.leakLPerDay ?? 0),
        };
      }),
      ...bedMaps.map(({ map, node }): VesselInTime => ({
        shape: bedTank(node),
        floor: bedFloor(node),
        surface: map.surface,
        start: Math.min(node.shape.heightM, bedLevel(node, { levels: options.levels })),
        outlet: node.joinM,
        outletLink: map.limitLink,
        fallsAt: node.joinM,
        passes: true,
        overflow: node.overflowM ?? node.shape.heightM,
        spillsInto: -1,
        floatLinks: [],
        entering: links(map.entering),
        leaving: links(map.leaving),
        visits:
          node.useLPerDay && !alone(options)
            ? [
                {
                  from: 0,
                  to: options.duration,
                  rate: flowFromLitresPerDay(node.useLPerDay),
                  cap: Infinity,
                  patience: 0,
                },
              ]
            : [],
        takings: [],
        leak: 0,
      })),
    ],
    sources: feeding.map(({ map, node }): SourceInTime => ({
      limitLink: map.limitLink,
      leaving: links(map.leaving),
      yields: yieldsOf(plan, node, clock, times, rainAt),
    })),
    pours: [
      ...pouring.map((node): PourInTime => {
        const yields = node.haul ? loadsOf(node, clock) : yieldsOf(plan, node, clock, times, rainAt);
        return {
          vessel: index.get(node.feeds ?? '') ?? -1,
          // nothing is counted on where nothing is known
          rate: (t) => (Number.isFinite(yields(t)) ? yields(t) : 0),
        };
      }),
      ...totes
        .filter((tote) => filledAt(tote) < 0 && !alone(options))
        .map((tote): PourInTime => {
          const windows = visitsTo(tote, clock);
          const rate = flowFromLpm(tote.moved.fillLpm);
          return {
            vessel: index.get(tote.id) ?? -1,
            rate: (t) => (windows.some((w) => w.from <= t && t < w.to) ? rate : 0),
            tops: true,
          };
        }),
      ...rained.map((bed): PourInTime => ({
        vessel: index.get(bed.id) ?? -1,
        rate: (t) =>
          daily && rainAt !== undefined
            ? (metresOfMm(daily[(rainAt + Math.floor((t + clock.start) / DAY)) % daily.length] ?? 0) / DAY) *
              bedArea(bed)
            : 0,
      })),
    ],
    outlets: [
      ...taps.map(({ map, node }) => ({
        links: map.lawLinks,
        draws: drawsOf(node, clock, options),
        rated: ratedOfTap(node),
      })),
      ...plots.map((plot) => ({
        links: plot.id === options.watering ? [] : plot.lines.flatMap((id) => emitterLinks(compiled, id)),
        draws: !alone(options) ? plotDraws(plot, clock) : [],
        // what is drunk at a rail is wanted; rows of plants are opened for what comes
        rated: plot.drinkers ? railPerDay(plot.drinkers) / (railHours(plot.drinkers).hours * HOUR) : 0,
      })),
      ...(always.length > 0 ? [{ links: always, draws: [{ from: 0, to: Infinity }], rated: 0 }] : []),
      ...watered.map((link) => ({ links: [link], draws: [{ from: 0, to: Infinity }], rated: 0 })),
    ],
    lines: [...compiled.lines.values()].map((l) => l.link),
    duration: options.duration,
    breaks: [
      ...clock.turns,
      ...(roofs && rainAt !== undefined ? clock.days : []),
      ...([...feeding.map((f) => f.node), ...pouring].some(byHour)
        ? Array.from(
            { length: Math.ceil((options.duration + clock.start) / HOUR) },
            (_, k) => (k + 1) * HOUR - (clock.start % HOUR),
          )
        : []),
      ...totes.flatMap((tote) => visitsTo(tote, clock).flatMap((w) => [w.from, w.to])),
      ...pouring.flatMap((node) => {
        const long = Math.max(LEAST_POUR, seconds(node.haul?.standingMin ?? 0) / 2);
        return node.haul ? clock.days.map((midnight) => midnight + HAUL_AT * HOUR + long) : [];
      }),
    ],
  };
  return {
    compiled,
    place,
    vessels,
    outlets: taps.map((t) => t.node),
    plots,
    watered: watered.length,
    sources: feeding.map((f) => f.node),
    pours: pouring,
    lines: [...compiled.lines.keys()],
    ...(roofs && rainAt !== undefined && plan.climate?.daily
      ? { rainFrom: dateOf(dayNumber(plan.climate.daily.start) + rainAt) }
      : {}),
  };
}

/** What a vessel of a plan holds at a level, joined tanks and all, m³. */
export const volumeOfLevel = (node: WaterNode, level: number): number =>
  volumeAt(isBed(node) ? bedTank(node) : shapeOf(node).shape, level);
/** Level at which a vessel of a plan runs over, joined tanks and all, m. */
export const overflowOf = (node: WaterNode): number =>
  isBed(node) ? (node.overflowM ?? node.shape.heightM) : shapeOf(node).overflow;
