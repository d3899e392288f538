// How high a tank must stand so that each of several outlets has its pressure while giving its flow, in any network.
import { solve, type Network, type Solution } from '@vernal-slope/core/network';
import { headOfPressure } from '@vernal-slope/core/water';
import type { Working } from '@vernal-slope/core/working';
import { compilePlan, levelFor, stateFor, type Compiled, type NodeMap } from '../compile/index.ts';
import type { Plan, StoreNode } from '../schema/index.ts';

import { optionsOf } from './situations.ts';
import { nodeFlow } from './solve.ts';
import { isBasin, isOutlet, isStore, deliveryElevation, fallsFree, wantsOf, ratedOf } from '../kinds/index.ts';

export interface StandAsked {
  /** Tank that is raised. */ readonly tank: string;
  /** Outlets or troughs that must be served. */ readonly outlets: readonly string[];
  /** m³/s each and Pa each; what the outlet wants where left out */
  readonly flow?: number;
  readonly pressure?: number;
  /** Further outlets that flow by their law. */ readonly open?: readonly string[];
}

export interface StandNeed {
  readonly id: string;
  /** m³/s */ readonly flow: number;
  /** Pa */ readonly pressure: number;
  /** m above datum, in front of the outlet */ readonly head: number;
  readonly elevation: number;
}

export type StandFound =
  | {
      readonly ok: true;
      /** Least height of the stand over the tank's ground, m; not below nothing. */ readonly stand: number;
      /** Outlet with the least to spare there. */ readonly governing: string;
      /** The height from pressure and elevation alone, m; negative where the ground is more than enough. */
      readonly staticOnly: number;
      readonly needs: readonly StandNeed[];
      /** Head lost from the tank to the governing outlet, m. */ readonly loss: number;
    }
  | { readonly ok: false; readonly reason: 'too-high'; readonly limit: number; readonly governing: string }
  | { readonly ok: false; readonly reason: 'no-wants'; readonly id: string };

/** Highest stand that is looked at, m. */
export const HIGHEST_STAND = 200;
/** Flows this close to what is wanted count as enough. */
const CLOSE = 1e-6;
/** The answer is found to this, m. */
const EXACT = 1e-5;

interface Trial {
  readonly network: Network;
  readonly at: (stand: number) => { margins: number[]; solution: Solution };
}

/** A network with the spill of a filter so much higher, m. */
function raised(network: Network, map: NodeMap | undefined, by: number): Network {
  if (map?.spill === undefined) return network;
  const pointElevation = network.pointElevation.slice();
  pointElevation[network.pointStart[map.spill]] += by;
  return { ...network, pointElevation };
}

function trialOf(c: Compiled, tank: StoreNode, asked: StandAsked, needs: readonly StandNeed[]): Trial {
  const demand = c.network.demand.slice();
  for (const need of needs) {
    const map = c.nodes.get(need.id);
    if (map) demand[map.node] += need.flow;
  }
  const network = { ...c.network, demand };
  // named troughs draw what is asked in place of their float; other floats are wide open, other outlets shut
  const named = new Set(asked.outlets);
  const open = (asked.open ?? []).filter((id) => !named.has(id));
  const shut = needs.flatMap((n) => (isBasin(c.nodes.get(n.id)?.plan) ? [n.id] : []));
  let warm: Solution | undefined;
  return {
    network,
    at: (stand) => {
      const state = stateFor(c, { level: 'low', open, shut });
      const map = c.nodes.get(tank.id);
      if (map) state.fixedHead[map.surface] = tank.groundM + stand + levelFor(tank, 'low');
      const solution = solve(raised(network, map, stand - (tank.standM ?? 0)), { ...state, warm });
      warm = solution.converged ? solution : undefined;
      return {
        solution,
        margins: needs.map((n) =>
          solution.converged ? solution.head[c.nodes.get(n.id)?.node ?? 0] - n.head : -Infinity,
        ),
      };
    },
  };
}

/**
 * Least stand of a tank at its low water. Raising the tank never lowers any outlet's head, so the height is found by
 * halving; at each height the whole network is solved, with others drawing by their law and humps holding.
 */
export function standFor(plan: Plan, asked: StandAsked): StandFound {
  const c = compilePlan(plan);
  const tank = plan.nodes.find((n) => n.id === asked.tank);
  if (!isStore(tank)) throw new Error(`${asked.tank} is no tank`);
  const needs: StandNeed[] = [];
  for (const id of asked.outlets) {
    const map = c.nodes.get(id);
    if (!isOutlet(map?.plan)) throw new Error(`${id} is no outlet`);
    // a rating goes before what a person wants: the height asked for is that of the rating
    const rated = ratedOf(map.plan);
    const flow = asked.flow ?? rated.flow;
    const pressure = asked.pressure ?? rated.pressure;
    if (flow === undefined || pressure === undefined) return { ok: false, reason: 'no-wants', id };
    const elevation = deliveryElevation(map.plan);
    needs.push({ id, flow, pressure, elevation, head: elevation + headOfPressure(pressure, c.water.density) });
  }
  const trial = trialOf(c, tank, asked, needs);
  const lowOnGround = tank.groundM + levelFor(tank, 'low');
  const staticOnly = Math.max(...needs.map((n) => n.head)) - lowOnGround;
  const least = (stand: number): { worst: number; at: string; solution: Solution } => {
    const { margins, solution } = trial.at(stand);
    const worst = Math.min(...margins);
    return { worst, at: needs[margins.indexOf(worst)]?.id ?? needs[0].id, solution };
  };
  return search(needs, tank, staticOnly, least, (id, solution) => solution.head[c.nodes.get(id)?.node ?? 0]);
}

/** Halves to the least stand at which nobody is short. */
function search<T>(
  needs: readonly StandNeed[],
  tank: StoreNode,
  staticOnly: number,
  least: (stand: number) => { worst: number; at: string; solution: T },
  headAt: (id: string, solution: T) => number,
): StandFound {
  let low = 0;
  let high = Math.max(1, staticOnly);
  let found = least(0);
  if (found.worst < 0) {
    for (found = least(high); found.worst < 0; found = least(high)) {
      low = high;
      high *= 2;
      if (low > HIGHEST_STAND) return { ok: false, reason: 'too-high', limit: HIGHEST_STAND, governing: found.at };
    }
    while (high - low > EXACT) {
      const middle = (low + high) / 2;
      if (least(middle).worst >= 0) high = middle;
      else low = middle;
    }
  } else high = 0;
  const answer = least(high);
  return {
    ok: true,
    stand: high,
    governing: answer.at,
    staticOnly,
    needs,
    loss: tank.groundM + levelFor(tank, 'low') + high - headAt(answer.at, answer.solution),
  };
}

/**
 * Least stand of a tank at its low water with everything of a situation running by its own law: each place that says
 * what it wants has its pressure and its flow. Differs from `standFor` in that nobody throttles a tap that gets more.
 */
export function standRunning(
  plan: Plan,
  tankId: string,
  served: readonly string[],
  open: readonly string[],
): StandFound {
  const tank = plan.nodes.find((n) => n.id === tankId);
  if (!isStore(tank)) throw new Error(`${tankId} is no tank`);
  const low = levelFor(tank, 'low');
  // on its ground, raised by its level: nothing is compiled again
  const c = compilePlan({ ...plan, nodes: plan.nodes.map((n) => (n === tank ? { ...tank, standM: 0 } : n)) });
  const needs: StandNeed[] = [];
  for (const id of served) {
    const map = c.nodes.get(id);
    if (!isOutlet(map?.plan)) throw new Error(`${id} is no outlet`);
    const { flow, pressure } = wantsOf(map.plan);
    if (flow === undefined || pressure === undefined) return { ok: false, reason: 'no-wants', id };
    const elevation = deliveryElevation(map.plan);
    needs.push({ id, flow, pressure, elevation, head: elevation + headOfPressure(pressure, c.water.density) });
  }
  const options = optionsOf(c, open, 'low');
  let warm: Solution | undefined;
  const least = (stand: number): { worst: number; at: string; solution: Solution } => {
    const solution = solve(raised(c.network, c.nodes.get(tankId), stand), {
      ...stateFor(c, { ...options, levels: { [tankId]: low + stand } }),
      warm,
    });
    warm = solution.converged ? solution : undefined;
    // metres of head to spare, or the share of its flow where that is what is short
    const margins = needs.map((n) => {
      const map = c.nodes.get(n.id);
      if (!map || !solution.converged) return -Infinity;
      const free = fallsFree(map.plan);
      const flow = nodeFlow(map, solution.flow) / n.flow - 1 + CLOSE;
      return free ? flow : Math.min(solution.head[map.node] - n.head, flow);
    });
    const worst = Math.min(...margins);
    return { worst, at: needs[margins.indexOf(worst)]?.id ?? needs[0].id, solution };
  };
  const staticOnly = Math.max(...needs.map((n) => n.head)) - tank.groundM - low;
  return search(needs, tank, staticOnly, least, (id, solution) => solution.head[c.nodes.get(id)?.node ?? 0]);
}

/** How the height came about, for its governing outlet. */
export function standWorking(plan: Plan, asked: Pick<StandAsked, 'tank'>, found: StandFound & { ok: true }): Working {
  const tank = plan.nodes.find((n) => n.id === asked.tank) as StoreNode;
  const need = found.needs.find((n) => n.id === found.governing) as StandNeed;
  const nameOf = (id: string): string => plan.nodes.find((n) => n.id === id)?.name ?? id;
  const low = levelFor(tank, 'low');
  // what the governing outlet has over what it asks, at the height found
  const spare = found.stand + tank.groundM + low - found.loss - need.head;
  const entered = { dimension: 'length', source: 'entered' } as const;
  return {
    code: 'stand',
    of: nameOf(asked.tank),
    rule:
      spare > EXACT
        ? 's = {{zo}} + {{hp}} + {{m}} + {{h}} - {{zg}} - {{y}}'
        : 's = {{zo}} + {{hp}} + {{h}} - {{zg}} - {{y}}',
    terms: [
      { key: 'zo', tex: 'z_\\mathrm{out}', name: `${nameOf(need.id)}, its height`, value: need.elevation, ...entered },
      {
        key: 'hp',
        tex: '\\dfrac{p}{\\rho g}',
        name: 'pressure it must have, as height of water',
        value: need.head - need.elevation,
        ...entered,
      },
      ...(spare > EXACT
        ? [
            {
              key: 'm',
              tex: 'm',
              name:
                found.stand === 0
                  ? 'more than it asks, on its own ground'
                  : 'more than it asks: a hump on the way governs',
              value: spare,
              dimension: 'length' as const,
            },
          ]
        : []),
      {
        key: 'h',
        tex: '\\textstyle\\sum h',
        name: 'lost from the tank to it, with all that flows then',
        value: found.loss,
        dimension: 'length',
      },
      { key: 'zg', tex: 'z_\\mathrm{ground}', name: 'ground under the tank', value: tank.groundM, ...entered },
      {
        key: 'y',
        tex: 'y_\\mathrm{low}',
        name: 'low water',
        value: levelFor(tank, 'low'),
        dimension: 'length',
        source: 'rule of the plan: 0.10 m above its outlet',
      },
    ],
    result: { tex: 's', value: found.stand, dimension: 'length' },
    source: 'The whole network solved at each height tried; found by halving to 0.01 mm',
    assumptions: [
      `From pressure and heights alone it would be ${found.staticOnly.toFixed(2)} m, which leaves out the friction.`,
      ...(found.stand === 0 ? ['On its own ground it stands high enough already.'] : []),
    ],
  };
}
