// Judgements on results, as data: what was found, where, with the figures.

/** error: it does not do its job (Short on the page); warning: it does, with something to see to (Fair); ok: settled (Good). */
export type Severity = 'error' | 'warning' | 'ok';

/** What could be changed about it, as data; the view words it and tries it. */
export type Remedy =
  | { readonly kind: 'pipe'; readonly line: string; readonly legs: readonly number[]; readonly pipe: string }
  | { readonly kind: 'stand'; readonly tank: string; readonly standM: number }
  | { readonly kind: 'reducer'; readonly line: string; readonly kPa: number }
  | { readonly kind: 'brace'; readonly tank: string }
  | {
      readonly kind: 'fitting';
      readonly line: string;
      readonly leg: number;
      readonly from: string;
      readonly to: string;
    };

/** What the judges here find, with its values in SI (m, m³, m³/s, Pa, s). */
export interface JudgedValues {
  readonly 'outlet-above-water': { readonly above: number };
  readonly 'no-flow': Readonly<Record<never, never>>;
  readonly 'pressure-below-minimum': { readonly pressure: number; readonly minimum: number };
  readonly 'pressure-below-wanted': { readonly pressure: number; readonly wanted: number };
  readonly 'pressure-enough': { readonly pressure: number; readonly wanted: number };
  readonly 'flow-below-wanted': { readonly flow: number; readonly wanted: number };
  readonly 'flow-enough': { readonly flow: number; readonly wanted: number };
  readonly 'rating-unknown': { readonly pressure: number; readonly chainage: number };
  readonly 'rating-exceeded': { readonly pressure: number; readonly chainage: number; readonly rating: number };
  readonly 'rating-enough': { readonly pressure: number; readonly chainage: number; readonly rating: number };
  readonly 'trough-runs-dry': { readonly dry: number; readonly short: number };
  readonly 'trough-not-full-again': { readonly drop: number; readonly horizon: number };
  readonly 'trough-late': { readonly drop: number; readonly after: number; readonly next: number };
  readonly 'trough-full-again': { readonly drop: number; readonly after: number };
}

/** What a judge found, and where (id of the place or line). How bad it is and its words stand with the plan's findings. */
export type Judged = {
  [C in keyof JudgedValues]: { readonly code: C; readonly at: string; readonly values: JudgedValues[C] };
}[keyof JudgedValues];

const RANK: Readonly<Record<Severity, number>> = { error: 0, warning: 1, ok: 2 };

/** Worst first; the order among equals is kept. */
export const worstFirst = <F extends { readonly severity: Severity }>(findings: readonly F[]): F[] =>
  findings.slice().sort((a, b) => RANK[a.severity] - RANK[b.severity]);

/** The worst severity of a list; ok when it is empty. */
export const worstOf = (findings: readonly { readonly severity: Severity }[]): Severity =>
  findings.reduce<Severity>((worst, f) => (RANK[f.severity] < RANK[worst] ? f.severity : worst), 'ok');

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
export function judgeOutlet(c: OutletCase): Judged[] {
  if (c.flow <= 0) {
    const above = c.elevation - c.staticHead;
    return above >= 0
      ? [{ code: 'outlet-above-water', at: c.id, values: { above } }]
      : [{ code: 'no-flow', at: c.id, values: {} }];
  }
  const found: Judged[] = [];
  if (c.minimumPressure !== undefined && c.pressure < c.minimumPressure) {
    found.push({
      code: 'pressure-below-minimum',
      at: c.id,
      values: { pressure: c.pressure, minimum: c.minimumPressure },
    });
  } else if (c.wantedPressure !== undefined) {
    const enough = c.pressure >= c.wantedPressure * (1 - 1e-6);
    found.push({
      code: enough ? 'pressure-enough' : 'pressure-below-wanted',
      at: c.id,
      values: { pressure: c.pressure, wanted: c.wantedPressure },
    });
  }
  if (c.wantedFlow !== undefined) {
    const enough = c.flow >= c.wantedFlow * (1 - 1e-6);
    found.push({
      code: enough ? 'flow-enough' : 'flow-below-wanted',
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
export function judgeRating(c: RatingCase): Judged {
  const { pressure, chainage, rating } = c;
  if (rating === undefined) return { code: 'rating-unknown', at: c.id, values: { pressure, chainage } };
  return {
    code: pressure > rating ? 'rating-exceeded' : 'rating-enough',
    at: c.id,
    values: { pressure, chainage, rating },
  };
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
export function judgeRefill(c: RefillJudgement): Judged {
  if (c.dryTime > 0) {
    return { code: 'trough-runs-dry', at: c.id, values: { dry: c.dryTime, short: c.shortfall } };
  }
  if (c.afterVisit === null) {
    return { code: 'trough-not-full-again', at: c.id, values: { drop: c.drop, horizon: c.horizon } };
  }
  const values = { drop: c.drop, after: c.afterVisit };
  return c.untilNext !== undefined && c.afterVisit > c.untilNext
    ? { code: 'trough-late', at: c.id, values: { ...values, next: c.untilNext } }
    : { code: 'trough-full-again', at: c.id, values };
}
