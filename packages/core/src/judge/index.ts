// Judgements on results, as data: what was found, where, how bad, with the figures. Words live in the views.

/** short: it does not do its job; fair: it does, with something to see to; good: settled. */
export type Severity = 'short' | 'fair' | 'good';

/** What could be changed about it, as data; the view words it and tries it. */
export type Remedy =
  | { readonly kind: 'pipe'; readonly line: string; readonly legs: readonly number[]; readonly pipe: string }
  | { readonly kind: 'stand'; readonly tank: string; readonly standM: number }
  | { readonly kind: 'brace'; readonly tank: string }
  | {
      readonly kind: 'fitting';
      readonly line: string;
      readonly leg: number;
      readonly from: string;
      readonly to: string;
    };

export interface Finding {
  readonly code: string;
  readonly severity: Severity;
  /** Id of the node or line it is about. */
  readonly at: string;
  /** SI values (lengths m, flows m³/s, pressures Pa, times s) and names. */
  readonly values: Readonly<Record<string, number | string>>;
  readonly remedy?: Remedy;
}

const RANK: Readonly<Record<Severity, number>> = { short: 0, fair: 1, good: 2 };

/** Worst first; the order among equals is kept. */
export const worstFirst = (findings: readonly Finding[]): Finding[] =>
  findings.slice().sort((a, b) => RANK[a.severity] - RANK[b.severity]);

/** The worst severity of a list; good when it is empty. */
export const worstOf = (findings: readonly Finding[]): Severity =>
  findings.reduce<Severity>((worst, f) => (RANK[f.severity] < RANK[worst] ? f.severity : worst), 'good');

export interface OutletCase {
  readonly id: string;
  /** m³/s and Pa, as it runs */ readonly flow: number;
  readonly pressure: number;
  /** Head below which no water comes, m above datum, and the head that stands there with all shut. */
  readonly elevation: number;
  readonly staticHead: number;
  readonly wantedFlow?: number;
  readonly wantedPressure?: number;
  readonly minimumPressure?: number;
}

/** Judges an outlet or a trough's float: does water come, and at the pressure it wants. */
export function judgeOutlet(c: OutletCase): Finding[] {
  if (c.flow <= 0) {
    const above = c.elevation - c.staticHead;
    return above >= 0
      ? [{ code: 'outlet-above-water', severity: 'short', at: c.id, values: { above } }]
      : [{ code: 'no-flow', severity: 'short', at: c.id, values: {} }];
  }
  const found: Finding[] = [];
  if (c.minimumPressure !== undefined && c.pressure < c.minimumPressure) {
    found.push({
      code: 'pressure-below-minimum',
      severity: 'short',
      at: c.id,
      values: { pressure: c.pressure, minimum: c.minimumPressure },
    });
  } else if (c.wantedPressure !== undefined) {
    const enough = c.pressure >= c.wantedPressure * (1 - 1e-6);
    found.push({
      code: enough ? 'pressure-enough' : 'pressure-below-wanted',
      severity: enough ? 'good' : 'fair',
      at: c.id,
      values: { pressure: c.pressure, wanted: c.wantedPressure },
    });
  }
  if (c.wantedFlow !== undefined) {
    const enough = c.flow >= c.wantedFlow * (1 - 1e-6);
    found.push({
      code: enough ? 'flow-enough' : 'flow-below-wanted',
      severity: enough ? 'good' : 'fair',
      at: c.id,
      values: { flow: c.flow, wanted: c.wantedFlow },
    });
  }
  return found;
}

export interface RatingCase {
  readonly id: string;
  /** Highest pressure with all shut and the tanks full, Pa, at chainage m. */
  readonly pressure: number;
  readonly chainage: number;
  /** Pa; undefined where the pipe has none. */
  readonly rating?: number;
}

/** Judges the standing pressure of a leg against what the pipe is rated for. */
export function judgeRating(c: RatingCase): Finding {
  const values = {
    pressure: c.pressure,
    chainage: c.chainage,
    ...(c.rating === undefined ? {} : { rating: c.rating }),
  };
  if (c.rating === undefined) return { code: 'rating-unknown', severity: 'fair', at: c.id, values };
  return c.pressure > c.rating
    ? { code: 'rating-exceeded', severity: 'short', at: c.id, values }
    : { code: 'rating-enough', severity: 'good', at: c.id, values };
}

export interface RefillJudgement {
  readonly id: string;
  /** m */ readonly drop: number;
  /** s; null when not within the time looked at */ readonly afterVisit: number | null;
  readonly dryTime: number;
  readonly shortfall: number;
  /** s until the next visit */ readonly untilNext?: number;
  readonly horizon: number;
}

/** Judges a trough's filling after a visit. */
export function judgeRefill(c: RefillJudgement): Finding {
  if (c.dryTime > 0) {
    return { code: 'trough-runs-dry', severity: 'short', at: c.id, values: { dry: c.dryTime, short: c.shortfall } };
  }
  if (c.afterVisit === null) {
    return { code: 'trough-not-full-again', severity: 'short', at: c.id, values: { drop: c.drop, horizon: c.horizon } };
  }
  const late = c.untilNext !== undefined && c.afterVisit > c.untilNext;
  return {
    code: late ? 'trough-late' : 'trough-full-again',
    severity: late ? 'fair' : 'good',
    at: c.id,
    values: { drop: c.drop, after: c.afterVisit, ...(late ? { next: c.untilNext ?? 0 } : {}) },
  };
}
