// A run as plain data, for drawing and for handing from one thread to another.
import type { Working } from '@vernal-slope/core/working';
import type { Finding } from '../findings/index.ts';
import { vesselHeight } from '../compile/index.ts';
import { bedWants, isBed, isStore, nameOf } from '../kinds/index.ts';
import { herdWords } from '../catalogue/index.ts';
import { judgeRun } from './judge.ts';
import { planMonth } from '../year/index.ts';
import { overflowOf } from '../intime/index.ts';
import type { PlanRun } from './simulate.ts';
import { timeWorking, toldKey, vesselTold } from './workings.ts';

/** Something that happens for a while: a visit, a tap that is open. */
export interface Block {
  /** s of the run */ readonly from: number;
  readonly to: number;
  /** m³ wanted; 0 where nothing is said */ readonly volume: number;
}

export interface VesselPicture {
  readonly id: string;
  readonly name: string;
  readonly feeds: boolean;
  /** Who drinks there, in words. */ readonly who: string;
  /** m, by moment */ readonly levels: Float32Array;
  /** 0 to 1, by moment; undefined where it has no float */ readonly openings?: Float32Array;
  /** m³/s, by moment */ readonly drunk: Float32Array;
  readonly spilt: Float32Array;
  /** m above the floor */ readonly height: number;
  readonly overflow: number;
  readonly outlet?: number;
  /** Where it counts as full: its float's closing level, else its overflow. */ readonly full: number;
  readonly visits: readonly Block[];
  /** When it was dry, or at its outlet. */ readonly empty: readonly Block[];
  /** m */ readonly lowest: number;
  /** s */ readonly lowestAt: number;
  /** m³ */ readonly shortfall: number;
  readonly demand: number;
  /** s from leaving the full mark to being back at it; null where it is not back at the end. */
  readonly longestRefill: number | null;
}

export interface FlowPicture {
  readonly id: string;
  readonly name: string;
  /** m³/s, by moment */ readonly flows: Float32Array;
  readonly draws: readonly Block[];
  /** m³ */ readonly shortfall: number;
}

export interface RunPicture {
  /** s, rising; a moment stands twice where something jumps */ readonly times: Float64Array;
  /** s after midnight at which the run begins */ readonly start: number;
  readonly duration: number;
  readonly month: number;
  readonly settled: boolean;
  /** First day of the record whose rain falls; undefined where none does. */
  readonly rainFrom?: string;
  readonly vessels: readonly VesselPicture[];
  readonly taps: readonly FlowPicture[];
  readonly sources: readonly FlowPicture[];
  readonly findings: readonly Finding[];
  /** Working of each place, by its id; and of what findings tell of it besides, by `toldKey`. */
  readonly workings: Readonly<Record<string, Working>>;
  /** m³ */ readonly shortfall: number;
  readonly overflow: number;
  readonly came: number;
  readonly out: number;
  readonly error: number;
  readonly solves: number;
}

/** Stretches in which a vessel was empty, from its events. */
function emptyOf(found: PlanRun, id: string, feeds: boolean): Block[] {
  const [begins, ends] = feeds ? (['at-outlet', 'off-outlet'] as const) : (['dry', 'wet'] as const);
  const list: Block[] = [];
  let since: number | undefined;
  for (const e of found.events) {
    if (e.at !== id) continue;
    if (e.kind === begins) since ??= e.t;
    else if (e.kind === ends && since !== undefined) {
      list.push({ from: since, to: e.t, volume: 0 });
      since = undefined;
    }
  }
  if (since !== undefined) list.push({ from: since, to: found.options.duration, volume: 0 });
  return list;
}

/** All of a run that is drawn or told. */
export function pictureOf(found: PlanRun): RunPicture {
  const { inTime, run, options } = found;
  const series = (of: (m: (typeof run.moments)[number]) => number): Float32Array => Float32Array.from(run.moments, of);
  const inside = (w: { from: number; to: number }): Block => ({
    from: Math.max(0, w.from),
    to: Math.min(options.duration, w.to),
    volume: 0,
  });
  const vessels = inTime.vessels.map((node, k): VesselPicture => {
    const s = found.summary.get(node.id);
    const v = run.vessels[k];
    const feeds = isStore(node);
    const overflow = overflowOf(node);
    const float = isBed(node) ? undefined : node.inlet?.floatValve;
    const outlet = isBed(node) ? node.joinM : node.outletM;
    return {
      id: node.id,
      name: nameOf(node),
      feeds,
      who: isBed(node)
        ? ''
        : (node.herds ?? [])
            .filter((h) => !h.ifToo)
            .map((h) => herdWords(h.count, h.class))
            .join(', '),
      levels: series((m) => m.levels[k]),
      ...(float ? { openings: series((m) => m.openings[k]) } : {}),
      drunk: series((m) => m.drunk[k]),
      spilt: series((m) => m.spilt[k]),
      height: isBed(node) ? node.shape.heightM : vesselHeight(node),
      overflow,
      ...(outlet !== undefined ? { outlet } : {}),
      full: isBed(node) ? Math.min(bedWants(node), overflow) : Math.min(float?.closeLevelM ?? overflow, overflow),
      // what plants use goes on day and night: no block of its own
      visits: (isBed(node) ? [] : inTime.place.vessels[k].visits).map((w) => ({
        ...inside(w),
        volume: w.rate * (w.to - w.from),
      })),
      empty: emptyOf(found, node.id, feeds),
      lowest: v.lowest,
      lowestAt: v.lowestAt,
      shortfall: s?.shortfall ?? 0,
      demand: s?.demand ?? 0,
      longestRefill: v.longestRefill,
    };
  });
  const taps = inTime.outlets.map((node, k): FlowPicture => ({
    id: node.id,
    name: nameOf(node),
    flows: series((m) => m.outlets[k]),
    draws: inTime.place.outlets[k].draws.map((w) => ({
      ...inside(w),
      volume: inTime.place.outlets[k].rated * (w.to - w.from),
    })),
    shortfall: found.summary.get(node.id)?.shortfall ?? 0,
  }));
  const plots = inTime.plots.map((plot, n): FlowPicture => {
    const k = inTime.outlets.length + n;
    return {
      id: plot.id,
      name: plot.name ?? plot.id,
      flows: series((m) => m.outlets[k]),
      draws: inTime.place.outlets[k].draws.map(inside),
      shortfall: found.summary.get(plot.id)?.shortfall ?? 0,
    };
  });
  const sources = [
    ...inTime.sources.map((node, k): FlowPicture => ({
      id: node.id,
      name: nameOf(node),
      flows: series((m) => m.given[k]),
      draws: [],
      shortfall: 0,
    })),
    ...inTime.pours.map((node, k): FlowPicture => ({
      id: node.id,
      name: nameOf(node),
      flows: series((m) => inTime.place.pours[k].rate(m.t)),
      draws: [],
      shortfall: 0,
    })),
  ];
  const ids = [...found.summary.keys()];
  return {
    times: Float64Array.from(run.moments, (m) => m.t),
    start: options.start ?? 0,
    duration: options.duration,
    month: options.month ?? planMonth(inTime.compiled.plan),
    settled: run.settled,
    ...(inTime.rainFrom === undefined ? {} : { rainFrom: inTime.rainFrom }),
    vessels,
    taps: [...taps, ...plots],
    sources,
    findings: judgeRun(found),
    workings: Object.fromEntries(
      ids.flatMap((id) => {
        const w = timeWorking(found, id);
        const told = Object.entries(vesselTold(found, id)).map(([figure, by]) => [toldKey(id, figure), by] as const);
        return w ? [[id, w], ...told] : [];
      }),
    ),
    shortfall: [...found.summary.values()].reduce((sum, s) => sum + s.shortfall, 0),
    overflow: run.balance.overflow,
    came: run.balance.in,
    out: run.balance.out,
    error: run.balance.error,
    solves: run.solves,
  };
}
