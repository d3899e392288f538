// The answer of `vernal simulate`: the shape fixed by the plan format, in the file's units.
import type { Finding } from '../findings/index.ts';
import { litres, lpmOfFlow } from '../compile/index.ts';
import { flowAt, type PlanRun } from './simulate.ts';

interface PlaceReport {
  readonly demandL: number;
  readonly deliveredL: number;
  readonly shortfallL: number;
  readonly lowestLevelM?: number;
  readonly overflowL?: number;
  readonly overRimL?: number;
  readonly emptyMin?: number;
  readonly longestRefillMin?: number | null;
}

export interface SimulateReport {
  readonly timesMin: readonly number[];
  readonly levelsM: Readonly<Record<string, readonly number[]>>;
  readonly flowsLpm: Readonly<Record<string, readonly number[]>>;
  readonly linesLpm: Readonly<Record<string, readonly number[]>>;
  readonly summary: Readonly<Record<string, PlaceReport>>;
  readonly balance: {
    readonly inL: number;
    readonly outL: number;
    readonly overflowL: number;
    readonly storedL: number;
    readonly errorL: number;
    readonly refusedL: number;
    readonly lostL: number;
  };
  readonly settled: boolean;
  readonly solves: number;
  readonly findings: readonly Finding[];
}

/** Results of a run in min, m, L and L/min. */
export function simulateReport(found: PlanRun, findings: readonly Finding[]): SimulateReport {
  const { inTime, run } = found;
  const series = (ids: readonly string[], of: (id: string, k: number) => readonly number[]): Record<string, number[]> =>
    Object.fromEntries(ids.map((id, k) => [id, [...of(id, k)]]));
  const vessels = inTime.vessels.map((n) => n.id);
  const flowing = [
    ...vessels,
    ...inTime.outlets.map((n) => n.id),
    ...inTime.plots.map((p) => p.id),
    ...inTime.sources.map((n) => n.id),
  ];
  return {
    timesMin: run.moments.map((m) => m.t / 60),
    levelsM: series(vessels, (_, k) => run.moments.map((m) => m.levels[k])),
    flowsLpm: {
      ...series(flowing, (id) => run.moments.map((m) => lpmOfFlow(flowAt(found, id, m)))),
      ...series(
        inTime.pours.map((n) => n.id),
        (_, k) => run.moments.map((m) => -lpmOfFlow(inTime.place.pours[k].rate(m.t))),
      ),
    },
    linesLpm: series(inTime.lines, (_, k) => run.moments.map((m) => lpmOfFlow(m.lines[k]))),
    summary: Object.fromEntries(
      [...found.summary].map(([id, s]): [string, PlaceReport] => [
        id,
        {
          demandL: litres(s.demand),
          deliveredL: litres(s.delivered),
          shortfallL: litres(s.shortfall),
          ...(s.vessel
            ? {
                lowestLevelM: s.vessel.lowest,
                overflowL: litres(s.vessel.overflow + s.vessel.overRim),
                overRimL: litres(s.vessel.overRim),
                emptyMin: s.vessel.empty / 60,
                longestRefillMin: s.vessel.longestRefill === null ? null : s.vessel.longestRefill / 60,
              }
            : {}),
        },
      ]),
    ),
    balance: {
      inL: litres(run.balance.in),
      outL: litres(run.balance.out),
      overflowL: litres(run.balance.overflow),
      storedL: litres(run.balance.stored),
      errorL: litres(run.balance.error),
      refusedL: litres(run.balance.refused),
      lostL: litres(run.balance.lost),
    },
    settled: run.settled,
    solves: run.solves,
    findings,
  };
}
