// Sizes for taps that run as they run: a tap that gets more than it wants draws more and leaves its neighbour less, so what
// serves throttled taps may fall short. Such sizes are widened where it helps most for its cost, then narrowed where they
// may be; what stays short is told.
import type { PipeRow } from '../catalogue/index.ts';
import { compilePlan, type Compiled } from '../compile/index.ts';
import type { Plan, Situation } from '../schema/index.ts';
import { routeTo } from '../topology/index.ts';
import { servedIn, optionsOf, type Served } from './situations.ts';
import { solvePlan, type PlanResult } from './solve.ts';

/** A place that gets less than it wants, everything of the situation running freely. */
export interface ShortServed extends Served {
  readonly situation: string;
}

/** A leg with its sizes in rising order, and which of them it has. */
export interface SizedRow {
  readonly line: string;
  readonly leg: number;
  readonly rows: readonly PipeRow[];
  at: number;
}

export interface FreeRun {
  /** Legs that were changed. */ readonly changed: boolean;
  readonly solves: number;
  readonly settled: boolean;
  readonly short: readonly ShortServed[];
  readonly check: readonly { readonly situation: string; readonly served: readonly Served[] }[];
}

interface Look {
  readonly check: FreeRun['check'];
  readonly short: ShortServed[];
  readonly settled: boolean;
  /** What is lacking, in shares of what is wanted; 0 where all have enough. */ readonly lack: number;
  readonly results: readonly PlanResult[];
  readonly compiled: Compiled;
}

const lackOf = (s: Served): number => {
  const share = (has: number, wants: number | undefined): number =>
    wants ? Math.max(0, 1 - Math.max(0, has) / wants) : 0;
  return s.enough ? 0 : share(s.flow, s.wantedFlow) + share(s.pressure, s.wantedPressure) + 1e-9;
};

/** Legs that are tried at each step: those that lose most head for what a size more costs. */
const TRIED = 10;
/** Steps of widening, for each leg. */
const STEPS_A_LEG = 6;

/**
 * Widens the sizes of `legs` (in place) until every place of every situation has what it wants with all of it running freely,
 * and narrows again what may be narrower. `withRows` gives the plan with those sizes; `cost` is that of a leg's row.
 * @param tell told from time to time; false stops, and what is found by then stands
 */
export function serveFreely(
  legs: readonly SizedRow[],
  situations: readonly Situation[],
  withRows: (legs: readonly SizedRow[]) => Plan,
  cost: (leg: SizedRow, row: PipeRow) => number,
  tell: () => boolean = () => true,
): FreeRun {
  let solves = 0;
  const look = (): Look => {
    const compiled = compilePlan(withRows(legs));
    const results: PlanResult[] = [];
    let settled = true;
    const check = situations.map((s) => {
      const result = solvePlan(compiled, optionsOf(compiled, s.open, s.level));
      solves++;
      settled &&= result.converged;
      results.push(result);
      return { situation: s.name, served: servedIn(compiled, result, s.open) };
    });
    const short = check.flatMap((c) =>
      c.served.filter((s) => !s.enough).map((s) => ({ ...s, situation: c.situation })),
    );
    const lack = settled ? short.reduce((sum, s) => sum + lackOf(s), 0) : Infinity;
    return { check, short, settled, lack, results, compiled };
  };
  /** What the next size of a leg costs more. */
  const dearer = (leg: SizedRow): number => cost(leg, leg.rows[leg.at + 1]) - cost(leg, leg.rows[leg.at]);
  /** Legs that could be wider and lead to somebody who is short, by the head they lose for what more of them costs. */
  const worth = (now: Look): SizedRow[] => {
    const ways = new Set(now.short.flatMap((s) => (routeTo(now.compiled, s.id)?.lines ?? []).map((l) => l.line)));
    const loses = (leg: SizedRow): number =>
      Math.max(...now.results.map((r) => Math.abs(r.lines.get(leg.line)?.segmentLoss[leg.leg] ?? 0)));
    return legs
      .filter((leg) => leg.at + 1 < leg.rows.length && ways.has(leg.line))
      .map((leg) => ({ leg, by: loses(leg) / Math.max(1e-9, dearer(leg)) }))
      .sort((a, b) => b.by - a.by)
      .map((x) => x.leg);
  };

  const first = legs.map((leg) => leg.at);
  let now = look();
  let going = true;
  for (let step = 0; now.lack > 0 && step < STEPS_A_LEG * legs.length && going; step++) {
    const could = worth(now);
    let best: { leg: SizedRow; look: Look; by: number } | undefined;
    for (const leg of could.slice(0, TRIED)) {
      going = tell();
      if (!going) break;
      const more = dearer(leg);
      leg.at++;
      const then = look();
      leg.at--;
      const by = (now.lack - then.lack) / Math.max(1e-9, more);
      if (then.lack < now.lack - 1e-9 && (!best || by > best.by)) best = { leg, look: then, by };
    }
    if (best) {
      best.leg.at++;
      now = best.look;
      continue;
    }
    // no leg helps alone: all of the way wider at once, or it is as wide as it gets
    if (!going || could.length === 0) break;
    for (const leg of could) leg.at++;
    now = look();
  }
  // what was widened for another may no longer be needed, the dearest first
  const wider = legs.filter((leg, k) => leg.at > first[k]);
  const served = now.lack === 0;
  if (served)
    for (const leg of [...wider].sort((a, b) => cost(b, b.rows[b.at]) - cost(a, a.rows[a.at])))
      while (going && leg.at > 0) {
        going = tell();
        leg.at--;
        const then = look();
        if (then.lack > 0) {
          leg.at++;
          break;
        }
        now = then;
      }
  // where not all can be served nothing is paid for trying: the sizes as they were sought stand, and what they lack is told
  if (!served && wider.length > 0) {
    legs.forEach((leg, k) => (leg.at = first[k]));
    now = look();
  }
  return {
    changed: legs.some((leg, k) => leg.at !== first[k]),
    solves,
    settled: now.settled,
    short: now.short,
    check: now.check,
  };
}
