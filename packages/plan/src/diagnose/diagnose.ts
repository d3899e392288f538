// Readings against the plan, and the single causes that would explain them together.
import {
  bestTrial,
  fitSize,
  misfitOf,
  mostTelling,
  rankCauses,
  type Candidate,
  type Weighed,
} from '@vernal-slope/core/diagnosis';
import { resolvePipe } from '../compile/index.ts';
import type { Plan } from '../schema/index.ts';
import { placesOf, withCause, type Cause, type CauseKind } from './causes.ts';
import { agrees, possibleReadings, Predictor, usualErrorSI, type Read, type ReadingKind } from './predict.ts';

export interface ReadAgainst {
  readonly read: Read;
  /** SI; undefined where the plan cannot say or nothing settles. */
  readonly predicted?: number;
  /** Within two standard errors. */
  readonly agrees: boolean;
}

export interface FoundCause extends Cause {
  /** Weighted sum of squares that is left. */
  readonly misfit: number;
  /** 0 to 1 among all that were weighed. */
  readonly share: number;
}

export interface Telling {
  readonly place: string;
  readonly kind: ReadingKind;
  readonly open: readonly string[];
  /** SI: what it would be under the first cause and under the second. */
  readonly first: number;
  readonly second: number;
  /** Standard errors between them. */
  readonly apart: number;
}

export interface Diagnosis {
  readonly readings: readonly ReadAgainst[];
  /** Best first; those of next to no weight are left out, none is always there. */
  readonly causes: readonly FoundCause[];
  /** The reading that would tell the first two apart. */
  readonly next?: Telling;
}

/** How common a cause is before anything is read (common practice, no source). */
const COMMON: Readonly<Record<Exclude<CauseKind, 'none'>, number>> = {
  blockage: 3,
  leak: 2,
  gauge: 1.5,
  supply: 1.5,
  height: 1,
  narrow: 0.7,
};
/** Causes fitted to the end: the best by their trials. */
const FITTED = 14;
/** Share of the time that the trials take. */
const TRIALS_TAKE = 0.6;
/** A prediction that moves less than this many standard errors is not moved. */
const MOVED = 0.2;
/** Weight under which a cause is not told. */
const TOLD = 0.005;

interface Tried {
  readonly kind: Exclude<CauseKind, 'none'>;
  readonly at: string;
  readonly candidate: Candidate;
  readonly best: number;
}

/** Sizes of a cause at a place: its range, and those tried first. */
function sizesOf(
  plan: Plan,
  kind: Exclude<CauseKind, 'none'>,
  at: string,
): Pick<Candidate, 'range' | 'trials' | 'byFactor'> {
  switch (kind) {
    case 'leak':
      return { range: [0.3, 20], trials: [1.5, 4, 8], byFactor: true };
    case 'blockage':
      return { range: [0.5, 5e4], trials: [10, 100, 1000, 8000], byFactor: true };
    case 'narrow': {
      const leg = plan.lines.find((l) => l.id === at)?.legs[0];
      const bore = leg ? resolvePipe(leg.pipe).insideDiameterMm : 20;
      return { range: [0.35 * bore, 0.98 * bore], trials: [0.5 * bore, 0.7 * bore, 0.85 * bore] };
    }
    case 'height':
      return { range: [-6, 6], trials: [-2, -0.5, 0.5, 2] };
    case 'gauge':
      return { range: [0.3, 2.5], trials: [0.75, 1.3], byFactor: true };
    case 'supply':
      return { range: [0.05, 0.98], trials: [0.25, 0.5, 0.8] };
  }
}

/**
 * Compares readings with the plan, and weighs what single cause would explain them together.
 * @param tell is told how far it is, 0 to 1
 */
export function diagnose(
  plan: Plan,
  reads: readonly Read[],
  tell: (share: number) => void = () => undefined,
): Diagnosis {
  const none: Cause = { kind: 'none', at: '', size: 0 };
  const asPlanned = new Predictor(plan, none);
  const readings = reads.map((read): ReadAgainst => {
    const predicted = asPlanned.read(read);
    return {
      read,
      ...(predicted === undefined ? {} : { predicted }),
      agrees: predicted !== undefined && agrees(read.measured, read.error, predicted),
    };
  });
  const used = readings.flatMap((r) => (r.predicted === undefined ? [] : [{ ...r.read, planned: r.predicted }]));
  if (used.length === 0) return { readings, causes: [{ ...none, misfit: 0, share: 1 }] };
  const predictWith = (cause: Cause): number[] | undefined => {
    const predictor = new Predictor(withCause(plan, cause), cause);
    // a filling run in time for every size would take minutes: it lasts longer as the flow into it is less
    const values = used.map((r) => {
      if (r.kind !== 'refillMin') return predictor.read(r);
      const [before, now] = [asPlanned.inflow(r), predictor.inflow(r)];
      return before !== undefined && now !== undefined && now > 0 ? (r.planned * before) / now : undefined;
    });
    return values.every((v): v is number => v !== undefined && Number.isFinite(v)) ? values : undefined;
  };
  const planned = used.map((r) => r.planned);
  const gauged = new Set(used.filter((r) => r.kind === 'pressureKPa').map((r) => r.place));
  const tried: Tried[] = [];
  const places = (Object.keys(COMMON) as (keyof typeof COMMON)[]).map((kind) => placesOf(plan, kind).length);
  const all = places.reduce((sum, n) => sum + n, 0);
  let looked = 0;
  for (const kind of Object.keys(COMMON) as (keyof typeof COMMON)[])
    for (const at of placesOf(plan, kind)) {
      tell((TRIALS_TAKE * ++looked) / all);
      // a gauge that was not read, a place far from all that was
      if (kind === 'gauge' && !gauged.has(at)) continue;
      const predict =
        kind === 'gauge'
          ? (size: number): number[] =>
              planned.map((p, k) => (used[k].kind === 'pressureKPa' && used[k].place === at ? p * size : p))
          : (size: number): number[] | undefined => predictWith({ kind, at, size });
      const candidate: Candidate = { predict, ...sizesOf(plan, kind, at) };
      const best = bestTrial(used, candidate);
      const far = candidate.predict(candidate.trials[candidate.trials.length - 1]);
      const moves = far?.some((v, k) => Math.abs(v - planned[k]) > MOVED * used[k].error) ?? false;
      if (best && moves) tried.push({ kind, at, candidate, best: best.misfit });
    }
  const none0 = misfitOf(used, planned);
  const likely = [...tried].sort((a, b) => a.best - b.best).slice(0, FITTED);
  // of each kind the best is fitted too, however far behind: a coarse trial may hide it
  for (const kind of Object.keys(COMMON))
    for (const t of tried
      .filter((x) => x.kind === kind)
      .sort((a, b) => a.best - b.best)
      .slice(0, 2))
      if (!likely.includes(t)) likely.push(t);
  interface Weigh extends Weighed {
    readonly cause: Cause;
  }
  let fitted = 0;
  const weighed: Weigh[] = [{ cause: none, misfit: none0, fitted: 0, common: 1 }];
  // those that were not fitted stand with the misfit of none: they are no better, and are counted
  for (const t of tried) {
    const fit = likely.includes(t) ? fitSize(used, t.candidate) : undefined;
    if (fit) tell(TRIALS_TAKE + ((1 - TRIALS_TAKE) * ++fitted) / likely.length);
    const common = COMMON[t.kind];
    if (fit)
      weighed.push({
        cause: { kind: t.kind, at: t.at, size: fit.size },
        misfit: Math.min(fit.misfit, none0),
        fitted: 1,
        common,
      });
    else
      weighed.push({
        cause: { kind: t.kind, at: t.at, size: NaN },
        misfit: Math.min(t.best, none0),
        fitted: 1,
        common,
      });
  }
  const ranked = rankCauses(weighed, used.length).filter((r) => Number.isFinite(r.cause.cause.size));
  const kept = ranked.filter((r, k) => k === 0 || r.share >= TOLD || r.cause.cause.kind === 'none');
  const sum = kept.reduce((s, r) => s + r.share, 0);
  const causes = kept.map((r): FoundCause => ({ ...r.cause.cause, misfit: r.cause.misfit, share: r.share / sum }));
  const next = causes.length > 1 ? tellingOf(plan, causes[0], causes[1], used[used.length - 1].at) : undefined;
  return { readings, causes, ...(next ? { next } : {}) };
}

/** The reading at which two causes part most, for what a gauge or a bucket can tell. */
function tellingOf(plan: Plan, a: Cause, b: Cause, at: string): Telling | undefined {
  const [first, second] = [a, b].map((c) => new Predictor(withCause(plan, c), c));
  const list = possibleReadings(plan, at).flatMap((r) => {
    const [x, y] = [first.read(r), second.read(r)];
    if (x === undefined || y === undefined) return [];
    return [{ ...r, first: x, second: y, error: usualErrorSI(r.kind, Math.max(Math.abs(x), Math.abs(y))) }];
  });
  const best = mostTelling(list);
  if (!best || best.apart < 1) return undefined;
  const { place, kind, open, first: x, second: y } = best.of;
  return { place, kind, open: open ?? [], first: x, second: y, apart: best.apart };
}
