// What a choice of pipe sizes must do, and whether it does: heads enough everywhere, in every situation.
import { minorCoefficient } from '../pipe/index.ts';
import { openState, solve, type Network, type NetworkState, type Solution } from '../network/index.ts';

/** One size that a leg may have. */
export interface SizeOption {
  /** Bore, m */ readonly diameter: number;
  /** m */ readonly roughness: number;
  readonly hazenC: number;
  /** Of the leg's fittings in this size; the leg's own where left out. */ readonly k?: number;
  /** Of the whole leg, in any unit that all share. */ readonly cost: number;
}

/** A leg whose size is sought: a link of one segment. Options rise in bore and in cost. */
export interface SizedLeg {
  readonly link: number;
  /** K of its fittings, and of its entrance where it leaves open water, on its own bore. */
  readonly k: number;
  readonly entranceK: number;
  readonly options: readonly SizeOption[];
}

/** Water drawn and levels at one time, and the heads that must be kept. */
export interface SizingSituation {
  readonly name: string;
  /** m above datum, fixed nodes */ readonly fixedHead: Float64Array;
  /** m³/s, solved nodes */ readonly demand: Float64Array;
  /** Least head, m above datum; −Infinity where none is asked. */ readonly need: Float64Array;
}

/**
 * A network whose every leg is a link of its own, with withdrawals in place of outlets. Its arrays of bores are
 * written to while sizes are tried.
 */
export interface SizingProblem {
  readonly network: Network;
  readonly legs: readonly SizedLeg[];
  readonly situations: readonly SizingSituation[];
}

/** A place that no choice can serve. */
export interface Missing {
  readonly node: number;
  readonly situation: string;
  /** Head that it must have, m above datum, and what of it is missing, m. */ readonly need: number;
  readonly by: number;
}

/** Writes a size into the network. */
export function applySize(n: Network, leg: SizedLeg, option: SizeOption): void {
  const s = n.segmentStart[leg.link];
  n.segmentDiameter[s] = option.diameter;
  n.segmentRoughness[s] = option.roughness;
  n.segmentC[s] = option.hazenC;
  n.segmentMinor[s] = minorCoefficient(option.k ?? leg.k, option.diameter);
  n.endLossForward[leg.link] = minorCoefficient(leg.entranceK, option.diameter);
}

/** Heads kept this well count as kept, m. */
export const HEAD_SLACK = 1e-6;

/** Tries choices on a problem, warm from the choice before, and counts the solves. */
export class SizeTrial {
  readonly problem: SizingProblem;
  solves = 0;
  readonly #states: NetworkState[];
  readonly #warm: (Solution | undefined)[];

  constructor(problem: SizingProblem) {
    this.problem = problem;
    this.#states = problem.situations.map((s) => ({ ...openState(problem.network), fixedHead: s.fixedHead }));
    this.#warm = problem.situations.map(() => undefined);
  }

  /** Cost of a choice. */
  cost(choice: ArrayLike<number>): number {
    let sum = 0;
    this.problem.legs.forEach((leg, k) => (sum += leg.options[choice[k]].cost));
    return sum;
  }

  /**
   * The largest head missing under a choice, m; 0 or less when all is kept.
   * @param enough stop at the first situation that misses more than this
   */
  missing(choice: ArrayLike<number>, enough = Infinity): number {
    const { network, legs, situations } = this.problem;
    legs.forEach((leg, k) => applySize(network, leg, leg.options[choice[k]]));
    let worst = -Infinity;
    for (let s = 0; s < situations.length; s++) {
      const by = this.#missingIn(s);
      if (by > worst) worst = by;
      if (worst > enough) break;
    }
    return worst;
  }

  #missingIn(s: number): number {
    const { network } = this.problem;
    const situation = this.problem.situations[s];
    network.demand.set(situation.demand);
    const solution = solve(network, { ...this.#states[s], warm: this.#warm[s] });
    this.solves++;
    if (!solution.converged) {
      this.#warm[s] = undefined;
      return Infinity;
    }
    this.#warm[s] = solution;
    let worst = -Infinity;
    for (let i = 0; i < network.nodeCount; i++) {
      const by = situation.need[i] - solution.head[i];
      if (by > worst) worst = by;
    }
    return worst - HEAD_SLACK;
  }

  /** Every place that misses head under a choice, the worst situation of each. */
  missingPlaces(choice: ArrayLike<number>): Missing[] {
    this.missing(choice);
    const found = new Map<number, Missing>();
    this.problem.situations.forEach((situation, s) => {
      const solution = this.#warm[s];
      for (let i = 0; i < situation.need.length; i++) {
        const by = situation.need[i] - (solution?.head[i] ?? -Infinity);
        if (by > HEAD_SLACK && by > (found.get(i)?.by ?? 0))
          found.set(i, { node: i, situation: situation.name, need: situation.need[i], by });
      }
    });
    return [...found.values()].sort((a, b) => b.by - a.by);
  }
}
