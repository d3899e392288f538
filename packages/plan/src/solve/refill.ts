// A visit to a trough of a plan, from its herds and its line: the case that core integrates.
import { floatOpening } from '@vernal-slope/core/floatvalve';
import { solve, type Solution } from '@vernal-slope/core/network';
import { refillAfterVisit, type Refill } from '@vernal-slope/core/simulation';
import {
  cubicMetres,
  floatValve,
  levelFor,
  minutesOf,
  seconds,
  stateFor,
  tankShape,
  type Compiled,
  type StateOptions,
} from '../compile/index.ts';
import type { BasinNode } from '../schema/index.ts';
import { routeTo } from '../topology/index.ts';
import { solvePlan } from './solve.ts';
import { isBasin, isStore, isVessel } from '../kinds/index.ts';

/** How long after a visit is looked at, s. */
const HORIZON = 24 * 3600;

export interface Visit {
  /** Minutes after midnight. */
  readonly at: number;
  /** s */ readonly duration: number;
  /** Water wanted, m³. */
  readonly volume: number;
  readonly herd: string;
  readonly heads: number;
}

/** Visits of a trough's herds in the order of the day. */
export const visitsOf = (node: BasinNode): Visit[] =>
  (node.herds ?? [])
    .filter((herd) => !herd.ifToo)
    .flatMap((herd) =>
      herd.visits.map((v) => ({
        at: minutesOf(v.at),
        duration: seconds(v.durationMin),
        volume: cubicMetres(herd.count * herd.litresPerHeadPerDay * v.share),
        herd: herd.class,
        heads: herd.count,
      })),
    )
    .sort((a, b) => a.at - b.at);

export interface PlanRefill {
  readonly visit: Visit;
  /** s from the end of this visit to the start of the next. */
  readonly untilNext: number;
  /** Tank that feeds the trough. */
  readonly tank: string;
  readonly refill: Refill;
  /** False where for some level no answer was found: then no figure of it is to be shown. */
  readonly settled: boolean;
}

/**
 * The day's thirstiest visit to a trough and the filling after it, with nothing else running and the tank at its
 * starting level. Undefined when nobody visits, or no tank feeds the trough.
 */
export function refillOf(c: Compiled, id: string, options: StateOptions = {}): PlanRefill | undefined {
  const node = c.nodes.get(id)?.plan;
  if (!isBasin(node)) return undefined;
  const visits = visitsOf(node).filter((v) => v.volume > 0);
  const route = routeTo(c, id);
  const tank = route && c.nodes.get(route.start)?.plan;
  if (visits.length === 0 || !isStore(tank)) return undefined;
  const most = visits.reduce((a, b) => (b.volume > a.volume ? b : a));
  const following = visits[(visits.indexOf(most) + 1) % visits.length];
  const untilNext = ((((following.at - most.at) * 60 - most.duration) % 86400) + 86400) % 86400;

  const others = [...c.nodes]
    .filter(([other, m]) => other !== id && m.lawLinks.length > 0 && isVessel(m.plan))
    .map(([other]) => other);
  const tankShut = tank.inlet?.floatValve
    ? floatOpening(floatValve(tank.inlet.floatValve), levelFor(tank, 'start'))
    : 1;
  const inflowState = solvePlan(c, {
    ...options,
    open: [],
    shut: others.filter((o) => o !== tank.id),
    floatOpening: { [tank.id]: tankShut },
  });
  const entering = c.nodes.get(tank.id)?.entering ?? [];
  const tankInflow = Math.max(
    0,
    entering.reduce((sum, end) => sum + inflowState.solution.flow[end.link], 0),
  );

  const map = c.nodes.get(id);
  let settled = inflowState.converged;
  let warm: Solution | undefined;
  const flow = (opening: number, troughLevel: number, tankLevel: number): number => {
    const state = stateFor(c, {
      ...options,
      open: [],
      shut: others,
      floatOpening: { [id]: opening },
      levels: { ...options.levels, [id]: troughLevel, [tank.id]: tankLevel },
    });
    warm = solve(c.network, { ...state, warm });
    settled &&= warm.converged;
    return Math.max(
      0,
      (map?.entering ?? []).reduce((sum, end) => sum + (warm?.flow[end.link] ?? 0), 0),
    );
  };
  const refill = refillAfterVisit({
    trough: tankShape(node.shape, node.count),
    overflow: node.overflowM,
    float: node.inlet?.floatValve && floatValve(node.inlet.floatValve),
    visitVolume: most.volume,
    visitDuration: most.duration,
    tank: tankShape(tank.shape, tank.count),
    tankLevel: options.levels?.[tank.id] ?? levelFor(tank, options.level ?? 'start'),
    tankInflow,
    tankOutlet: tank.outletM,
    tankOverflow: tank.overflowM,
    flow,
    horizon: HORIZON,
  });
  return { visit: most, untilNext, tank: tank.id, refill, settled };
}

/** The filling of a trough where it is settled; undefined where it is not. */
export function settledRefill(c: Compiled, id: string, options: StateOptions = {}): PlanRefill | undefined {
  const found = refillOf(c, id, options);
  return found?.settled ? found : undefined;
}
