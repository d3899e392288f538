// What a plan says that a gauge, a bucket, a stick and a watch would read.
import { solve, type Solution } from '@vernal-slope/core/network';
import { pressureOfHead } from '@vernal-slope/core/water';
import { compilePlan, stateFor, type Compiled } from '../compile/index.ts';
import {
  flowFromLpm,
  kiloPascals,
  lpmOfFlow,
  minutesOf,
  minutesOfSeconds,
  pascals,
  seconds,
  type ReadingEntry,
} from '../fields/index.ts';
import { feeds, isSource, isTap, isVessel, yieldOf, type StateOptions } from '../kinds/index.ts';
import type { Plan } from '../schema/index.ts';
import { nodeFlow, refillOf } from '../solve/index.ts';
import { planMonth } from '../year/index.ts';
import { leakId, type Cause } from './causes.ts';

export type ReadingKind = 'pressureKPa' | 'flowLpm' | 'levelM' | 'refillMin';
export const READING_KINDS: readonly ReadingKind[] = ['pressureKPa', 'flowLpm', 'levelM', 'refillMin'];

/** A reading of the log in SI. */
export interface Read {
  /** Its place in the log. */
  readonly index: number;
  readonly at: string;
  readonly place: string;
  readonly kind: ReadingKind;
  /** Pa, m³/s, m or s */ readonly measured: number;
  readonly error: number;
  /** Outlets, plots and troughs that ran; undefined: nothing was said, all run. */
  readonly open?: readonly string[];
  readonly levels: Readonly<Record<string, number>>;
}

/** Least standard errors, where none is said: 3 % of the reading and no less than these. */
const LEAST: Readonly<Record<ReadingKind, number>> = { pressureKPa: 0.5, flowLpm: 0.1, levelM: 0.005, refillMin: 0.5 };
const SHARE = 0.03;
const TO_SI: Readonly<Record<ReadingKind, (v: number) => number>> = {
  pressureKPa: pascals,
  flowLpm: flowFromLpm,
  levelM: (v) => v,
  refillMin: seconds,
};
const FROM_SI: Readonly<Record<ReadingKind, (v: number) => number>> = {
  pressureKPa: kiloPascals,
  flowLpm: lpmOfFlow,
  levelM: (v) => v,
  refillMin: minutesOfSeconds,
};
const ERROR_OF = { pressureKPa: 'errorKPa', flowLpm: 'errorLpm', levelM: 'errorM', refillMin: 'errorMin' } as const;
export const toSI = (kind: ReadingKind, v: number): number => TO_SI[kind](v);
export const fromSI = (kind: ReadingKind, v: number): number => FROM_SI[kind](v);
/** Standard error of a reading in its own unit where none is said. */
export const usualError = (kind: ReadingKind, value: number): number => Math.max(SHARE * Math.abs(value), LEAST[kind]);

/** The same in SI. */
export const usualErrorSI = (kind: ReadingKind, v: number): number => toSI(kind, usualError(kind, fromSI(kind, v)));
/** A reading agrees with a prediction within so many standard errors. */
const AGREES = 2;
export const agrees = (measured: number, error: number, predicted: number): boolean =>
  Math.abs(measured - predicted) <= AGREES * error;

/** Readings of a log in SI; entries without a figure, and those of places that are gone, are left out. */
export function readingsOf(plan: Plan, log: readonly ReadingEntry[]): Read[] {
  const known = new Set(plan.nodes.map((n) => n.id));
  return log.flatMap((entry, index): Read[] => {
    const kind = READING_KINDS.find((k) => entry[k] !== undefined);
    if (!kind || !known.has(entry.place)) return [];
    const value = entry[kind] ?? 0;
    const error = entry[ERROR_OF[kind]] ?? usualError(kind, value);
    return [
      {
        index,
        at: entry.at,
        place: entry.place,
        kind,
        measured: toSI(kind, value),
        error: toSI(kind, error),
        ...(entry.open ? { open: entry.open } : {}),
        levels: entry.levelsM ?? {},
      },
    ];
  });
}

/** Floats that were shut: of troughs that were not named, and of all when nothing ran. */
export function shutFloats(plan: Plan, open: readonly string[] | undefined): string[] | undefined {
  if (!open) return undefined;
  return plan.nodes
    .filter((n) => isVessel(n) && n.inlet?.floatValve && (open.length === 0 || !feeds(n)) && !open.includes(n.id))
    .map((n) => n.id);
}

/** How a plan stood when a reading was made. */
export function situationOf(plan: Plan, r: Pick<Read, 'open' | 'levels' | 'at'>): StateOptions {
  const month = Number(r.at.slice(5, 7)) || undefined;
  return {
    levels: r.levels,
    ...(r.open ? { open: r.open, shut: shutFloats(plan, r.open) } : {}),
    ...(month ? { month } : {}),
  };
}

/** A plan, with or without a cause, that answers readings; situations that are alike are solved once. */
export class Predictor {
  readonly #compiled: Compiled;
  readonly #cause: Cause;
  readonly #solved = new Map<string, Solution | undefined>();

  /** @param plan with the cause in it already (`withCause`) */
  constructor(plan: Plan, cause: Cause) {
    this.#compiled = compilePlan(plan);
    this.#cause = cause;
  }

  #solution(r: Pick<Read, 'open' | 'levels' | 'at'>): Solution | undefined {
    const month = Number(r.at.slice(5, 7)) || undefined;
    const key = `${r.open?.join(' ') ?? '*'}|${JSON.stringify(r.levels)}|${month ?? ''}`;
    if (this.#solved.has(key)) return this.#solved.get(key);
    const { plan } = this.#compiled;
    // a hole runs always
    const open = r.open && this.#cause.kind === 'leak' ? [...r.open, leakId(this.#cause.at)] : r.open;
    const state = stateFor(this.#compiled, { ...situationOf(plan, r), ...(open ? { open } : {}) });
    if (r.open?.length === 0)
      for (const line of this.#compiled.lines.values()) {
        if (line.freeInlet) state.opening[line.last] = 0;
        for (const o of line.lateral?.outlets ?? []) state.opening[o.link] = 0;
      }
    const solution = solve(this.#compiled.network, state);
    const found = solution.converged ? solution : undefined;
    this.#solved.set(key, found);
    return found;
  }

  /** Flow into a trough with its float open and nothing else, m³/s; undefined where nothing settles. */
  inflow(r: Pick<Read, 'place' | 'levels' | 'at'>): number | undefined {
    const map = this.#compiled.nodes.get(r.place);
    const levels = { ...r.levels, [r.place]: 0 };
    const solution = this.#solution({ open: [r.place], levels, at: r.at });
    return map && solution ? nodeFlow(map, solution.flow) : undefined;
  }

  /** What would be read, in SI; undefined where nothing settles, or the plan cannot say. */
  read(r: Pick<Read, 'place' | 'kind' | 'open' | 'levels' | 'at'>): number | undefined {
    const map = this.#compiled.nodes.get(r.place);
    if (!map) return undefined;
    const { kind, at, size } = this.#cause;
    if (r.kind === 'levelM') return levelRead(this.#compiled.plan, r);
    if (r.kind === 'refillMin') {
      const { [r.place]: level, ...levels } = r.levels;
      const month = Number(r.at.slice(5, 7)) || undefined;
      const before = minutesOf(r.at.slice(11));
      const found = refillOf(
        this.#compiled,
        r.place,
        { levels, ...(month ? { month } : {}) },
        level === undefined ? { before } : { level },
      );
      return found?.settled ? (found.refill.afterVisit ?? undefined) : undefined;
    }
    const solution = this.#solution(r);
    if (!solution) return undefined;
    if (r.kind === 'pressureKPa') {
      const pressure = pressureOfHead(solution.head[map.node] - map.elevation, this.#compiled.water.density);
      return kind === 'gauge' && at === r.place ? pressure * size : pressure;
    }
    const flow = nodeFlow(map, solution.flow);
    if (!isSource(map.plan)) return Math.max(0, flow);
    // a bucket at a source takes all that it gives, whatever the line takes of it
    const gives = yieldOf(map.plan, Number(r.at.slice(5, 7)) || planMonth(this.#compiled.plan));
    return Number.isFinite(gives) ? gives : Math.max(0, -flow);
  }
}

/** A level that a plan can say: where a float shut it, else what was said of it. */
function levelRead(plan: Plan, r: Pick<Read, 'place' | 'open' | 'levels'>): number | undefined {
  const node = plan.nodes.find((n) => n.id === r.place);
  if (!node || !isVessel(node)) return undefined;
  const valve = node.inlet?.floatValve;
  const drawn = !feeds(node) && (r.open?.includes(node.id) ?? false);
  if (valve && !drawn) return valve.closeLevelM;
  return r.levels[r.place] ?? node.startLevelM ?? node.overflowM;
}

/** Readings that could be made besides: each tap and float open alone, all open, all shut; gauges and buckets. */
export function possibleReadings(plan: Plan, at: string): Pick<Read, 'place' | 'kind' | 'open' | 'levels' | 'at'>[] {
  const outlets = plan.nodes.filter((n) => isTap(n) || (isVessel(n) && !feeds(n))).map((n) => n.id);
  const situations: (readonly string[])[] = [[], outlets, ...outlets.map((o) => [o])];
  const gauges = plan.nodes
    .filter((n) => isTap(n) || n.kind === 'junction' || (isVessel(n) && !feeds(n)))
    .map((n) => n.id);
  return situations.flatMap((open) => [
    ...gauges.map((place) => ({ place, kind: 'pressureKPa' as const, open, levels: {}, at })),
    ...open.map((place) => ({ place, kind: 'flowLpm' as const, open, levels: {}, at })),
  ]);
}
