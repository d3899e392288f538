// A plan run in time, by its own ids: levels, flows, what happened, and what came of it.
import { runPlace, type Moment, type Run, type RunOptions, type TimedEvent } from '@vernal-slope/core/simulation';
import type { Compiled } from '../compile/index.ts';
import type { Plan } from '../schema/index.ts';
import { placeInTime, type InTime, type PlanInTime, type WaterNode } from '../intime/index.ts';

/** A tank, trough or tap over a run; m³, m and s. */
export interface PlaceSummary {
  readonly demand: number;
  readonly delivered: number;
  readonly shortfall: number;
  /** Undefined for a tap. */
  readonly vessel?: {
    readonly node: WaterNode;
    readonly lowest: number;
    readonly lowestAt: number;
    readonly overflow: number;
    readonly overRim: number;
    readonly empty: number;
    readonly longestRefill: number | null;
    readonly start: number;
    readonly end: number;
    readonly came: number;
    readonly went: number;
  };
}

export interface PlanEvent extends Omit<TimedEvent, 'vessel'> {
  readonly at: string;
}

/** A run of a plan. Series are by the index of `moments`. */
export interface PlanRun {
  readonly inTime: PlanInTime;
  readonly options: InTime;
  readonly run: Run;
  readonly summary: ReadonlyMap<string, PlaceSummary>;
  readonly events: readonly PlanEvent[];
}

/** Runs a plan in time. @throws RunEnded where `progress` ends it */
export function simulatePlan(plan: Plan, options: InTime, run: RunOptions = {}): PlanRun {
  const inTime = placeInTime(plan, options);
  const found = runPlace(inTime.place, run);
  const summary = new Map<string, PlaceSummary>();
  inTime.vessels.forEach((node, k) => {
    const v = found.vessels[k];
    summary.set(node.id, {
      demand: v.demand,
      delivered: v.delivered,
      shortfall: v.shortfall,
      vessel: { ...v, node, start: inTime.place.vessels[k].start },
    });
  });
  inTime.outlets.forEach((node, k) => {
    const { demand, delivered } = found.outlets[k];
    summary.set(node.id, { demand, delivered, shortfall: Math.max(0, demand - delivered) });
  });
  inTime.plots.forEach((plot, k) => {
    const { demand, delivered } = found.outlets[inTime.outlets.length + k];
    summary.set(plot.id, { demand, delivered, shortfall: Math.max(0, demand - delivered) });
  });
  const events = found.events.map(({ t, kind, vessel }) => ({ t, kind, at: inTime.vessels[vessel].id }));
  return { inTime, options, run: found, summary, events };
}

const into = (c: Compiled, id: string, lines: ReadonlyMap<string, number>): number => {
  const map = c.nodes.get(id);
  const sum = (ends: readonly { line: string }[]): number =>
    ends.reduce((total, end) => total + (lines.get(end.line) ?? 0), 0);
  return map ? sum(map.entering) - sum(map.leaving) : 0;
};

/** Flow at a place at a moment, m³/s: out of an outlet, into a vessel less out of it, out of a source below nothing. */
export function flowAt(found: PlanRun, id: string, moment: Moment): number {
  const { inTime } = found;
  const tap = inTime.outlets.findIndex((n) => n.id === id);
  if (tap >= 0) return moment.outlets[tap];
  const plot = inTime.plots.findIndex((p) => p.id === id);
  if (plot >= 0) return moment.outlets[inTime.outlets.length + plot];
  return into(inTime.compiled, id, new Map(inTime.lines.map((line, k) => [line, moment.lines[k]])));
}
