// Cheapest pipe sizes: exact on a tree in one situation, else sought by annealing and a last descent.
import { SizeTrial, type Missing, type SizingProblem } from './sizing.ts';
import { sizeTree, treeOf } from './treesizes.ts';

export type Sureness =
  /** Nothing cheaper keeps every head (to a millimetre of head). */
  | 'exact'
  /** No cheaper choice was found; the bound says how much cheaper one could be at most. */
  | 'searched';

export type SizesFound =
  | {
      readonly ok: true;
      /** Option of each leg. */ readonly choice: readonly number[];
      readonly cost: number;
      readonly sureness: Sureness;
      /** No choice can cost less than this; equal to the cost where the answer is exact. */ readonly bound: number;
      readonly solves: number;
    }
  | { readonly ok: false; readonly reason: 'missing'; readonly missing: readonly Missing[]; readonly solves: number }
  | { readonly ok: false; readonly reason: 'stopped'; readonly solves: number };

export interface SearchOptions {
  /** Steps of one annealing; some hundreds for each leg. */ readonly steps?: number;
  /** Annealings from the start; the cheapest is taken. */ readonly starts?: number;
  /** Where chance starts: the same seed gives the same answer. */ readonly seed?: number;
  /** Told the share done; false stops the search. */ readonly onProgress?: (share: number, cost: number) => boolean;
}

/** Numbers from 0 to 1 that look like chance and are the same every time (mulberry32). */
function chance(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
}

const shuffled = (count: number, random: () => number): number[] => {
  const order = Array.from({ length: count }, (_, k) => k);
  for (let k = count - 1; k > 0; k--) {
    const j = Math.floor(random() * (k + 1));
    [order[k], order[j]] = [order[j], order[k]];
  }
  return order;
};

/** Steps of annealing for each leg, and annealings, when none are named. */
const STEPS_A_LEG = 600;
const STEPS_LEAST = 8000;
const STARTS = 3;
/** Warmth at the start and at the end, and what a metre of missing head costs, as shares of the dearest choice. */
const WARM = 0.006;
const COOL = 2e-5;
const MISSING = 0.05;
/** Share of moves that change a second leg the other way. */
const PAIRS = 0.35;
/** Steps between two words of progress. */
const TELL = 200;

class Search {
  readonly trial: SizeTrial;
  readonly #random: () => number;
  readonly #legs: SizingProblem['legs'];

  constructor(problem: SizingProblem, seed: number) {
    this.trial = new SizeTrial(problem);
    this.#random = chance(seed);
    this.#legs = problem.legs;
  }

  works(choice: ArrayLike<number>): boolean {
    return this.trial.missing(choice, 0) <= 0;
  }

  #costAt(leg: number, option: number): number {
    return this.#legs[leg].options[option].cost;
  }

  /** Makes legs smaller as long as all heads are kept: the greatest saving first, with some chance in it. */
  #shrink(choice: Int32Array): void {
    const saving = (k: number): number =>
      choice[k] === 0 ? 0 : (this.#costAt(k, choice[k]) - this.#costAt(k, choice[k] - 1)) * (0.3 + this.#random());
    const stuck = new Set<number>();
    for (;;) {
      let best = -1;
      let most = 0;
      for (let k = 0; k < choice.length; k++) {
        if (stuck.has(k)) continue;
        const s = saving(k);
        if (s > most) {
          most = s;
          best = k;
        }
      }
      if (best < 0) return;
      choice[best]--;
      if (!this.works(choice)) {
        choice[best]++;
        stuck.add(best);
      }
    }
  }

  /** One leg smaller and another larger, where that is cheaper and works. @returns whether one was found */
  #trade(choice: Int32Array): boolean {
    const legs = this.#legs;
    for (const i of shuffled(choice.length, this.#random)) {
      for (let down = 1; down <= 2 && down <= choice[i]; down++) {
        const saved = this.#costAt(i, choice[i]) - this.#costAt(i, choice[i] - down);
        choice[i] -= down;
        for (const j of shuffled(choice.length, this.#random)) {
          if (j === i || choice[j] + 1 >= legs[j].options.length) continue;
          const paid = this.#costAt(j, choice[j] + 1) - this.#costAt(j, choice[j]);
          if (paid >= saved) continue;
          choice[j]++;
          if (this.works(choice)) return true;
          choice[j]--;
        }
        choice[i] += down;
      }
    }
    return false;
  }

  descend(choice: Int32Array): void {
    do this.#shrink(choice);
    while (this.#trade(choice));
  }

  /**
   * Simulated annealing from the largest sizes: a leg a size up or down, now and then two against each other; what
   * misses head is let through at a price.
   * @returns the cheapest choice met that works, or undefined when it was stopped
   * @see Kirkpatrick, Gelatt and Vecchi (1983), Science 220, 671-680
   */
  anneal(start: Int32Array, steps: number, tell: (share: number, cost: number) => boolean): Int32Array | undefined {
    const legs = this.#legs;
    const random = this.#random;
    const x = start.slice();
    const dearest = this.trial.cost(x);
    let cost = dearest;
    let priced = cost;
    let best = x.slice();
    let least = cost;
    const turn = (k: number, by: number): void => {
      x[k] = Math.max(0, Math.min(legs[k].options.length - 1, x[k] + by));
    };
    for (let step = 0; step < steps; step++) {
      if (step % TELL === 0 && !tell(step / steps, least)) return undefined;
      const warmth = dearest * (WARM * (1 - step / steps) ** 2 + COOL);
      const i = Math.floor(random() * x.length);
      const before = x[i];
      turn(i, random() < 0.5 ? -1 : 1);
      const j = random() < PAIRS ? Math.floor(random() * x.length) : i;
      const other = x[j];
      if (j !== i) turn(j, x[i] > before ? -1 : 1);
      if (x[i] === before && x[j] === other) continue;
      const limit = priced - warmth * Math.log(random());
      cost = this.trial.cost(x);
      let price = cost;
      if (cost <= limit) {
        const missing = Math.max(0, this.trial.missing(x));
        price += dearest * MISSING * Math.min(missing, 50);
        if (missing <= 0 && cost < least) {
          least = cost;
          best = x.slice();
        }
      }
      if (price <= limit) priced = price;
      else {
        if (j !== i) x[j] = other;
        x[i] = before;
      }
    }
    return best;
  }
}

/**
 * The cheapest choice of sizes that keeps every head in every situation.
 * On a tree fed from one water and in one situation the answer is exact. With several situations or loops it is
 * searched for by annealing, and a bound says how much cheaper it could be at most.
 * @see Alperovits and Shamir (1977), Water Resources Research 13, 885-900, for the problem
 */
export function findSizes(problem: SizingProblem, options: SearchOptions = {}): SizesFound {
  const tell = options.onProgress ?? (() => true);
  const search = new Search(problem, options.seed ?? 1);
  const { trial } = search;
  const largest = Int32Array.from(problem.legs, (leg) => leg.options.length - 1);
  if (!search.works(largest))
    return { ok: false, reason: 'missing', missing: trial.missingPlaces(largest), solves: trial.solves };
  let bound = problem.legs.reduce((sum, leg) => sum + leg.options[0].cost, 0);
  const tree = treeOf(problem.network);
  let best: Int32Array = largest.slice();
  if (tree) {
    // each situation by itself is exact; all together cannot cost less than the dearest of them
    const alone = problem.situations.map((s) => sizeTree(problem, s, tree));
    const joint = Int32Array.from(problem.legs, (_, k) => Math.max(...alone.map((choice) => choice?.[k] ?? 0)));
    for (const choice of alone) if (choice) bound = Math.max(bound, trial.cost(choice));
    if (search.works(joint)) {
      best = joint;
      if (problem.situations.length === 1 || trial.cost(joint) <= bound + 1e-9)
        return {
          ok: true,
          choice: [...joint],
          cost: trial.cost(joint),
          sureness: 'exact',
          bound,
          solves: trial.solves,
        };
    }
  }
  const steps = options.steps ?? Math.max(STEPS_LEAST, STEPS_A_LEG * problem.legs.length);
  const starts = options.starts ?? STARTS;
  search.descend(best);
  let cost = trial.cost(best);
  for (let start = 0; start < starts && cost > bound + 1e-9; start++) {
    const found = search.anneal(largest, steps, (share) => tell((start + share) / starts, cost));
    if (!found) return { ok: false, reason: 'stopped', solves: trial.solves };
    search.descend(found);
    if (trial.cost(found) < cost - 1e-9) {
      cost = trial.cost(found);
      best = found;
    }
  }
  tell(1, cost);
  // what costs no more than the bound cannot be had cheaper
  const sureness = cost <= bound + 1e-9 ? 'exact' : 'searched';
  return { ok: true, choice: [...best], cost, sureness, bound, solves: trial.solves };
}
