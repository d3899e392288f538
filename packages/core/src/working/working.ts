// The working of a figure: rule, figures put in, result, source. Made by the code that makes the figure.
import type { Dimension } from '../units/index.ts';

/** One figure that goes into a rule. */
export interface Term {
  /** Key used between braces in the rule, e.g. `zw`. */
  readonly key: string;
  /** How it is set in type (TeX), e.g. `z_\mathrm{water}`. */
  readonly tex: string;
  /** What it is, in plain words. */
  readonly name: string;
  /** SI value. */
  readonly value: number;
  readonly dimension: Dimension;
  /** Where it comes from when it was entered or looked up. */
  readonly source?: string;
  /** Its own working when it was computed; opens in turn. */
  readonly working?: Working;
}

/** A part of a sum, for example what one leg loses. */
export interface Share {
  readonly name: string;
  readonly value: number;
  /** Which plan object the share belongs to, when there is one. */
  readonly at?: string;
}

/** How the result would change with one change of the plan. */
export interface Alternative {
  readonly code: string;
  readonly value: number;
  readonly values: Readonly<Record<string, number | string>>;
}

export interface Working {
  /** Stable name of the kind of figure, e.g. `pressure`. */
  readonly code: string;
  /** What the figure is of, e.g. the node's name. */
  readonly of: string;
  /** How far along it, m, where it is of a point of a line. */
  readonly along?: number;
  /** Rule in TeX with `{key}` where a term stands. */
  readonly rule: string;
  /** Further rules that the first one leans on (TeX, no figures put in). */
  readonly also?: readonly string[];
  readonly terms: readonly Term[];
  readonly result: { readonly tex: string; readonly value: number; readonly dimension: Dimension };
  readonly source: string;
  readonly assumptions?: readonly string[];
  /** Parts that add up to one of the terms, drawn as a bar. */
  readonly shares?: { readonly of: string; readonly dimension: Dimension; readonly parts: readonly Share[] };
}

/** The rule with each term's symbol in place. */
export const ruleInSymbols = (w: Working): string => w.rule.replace(/\{\{(\w+)\}\}/g, (_, key) => termOf(w, key).tex);

/** The rule with each term's figure in place, formatted by the caller (a negative figure gets brackets). */
export const ruleInFigures = (w: Working, format: (term: Term) => string): string =>
  // what stands side by side as symbols needs a sign between as figures
  w.rule.replace(/(?<!,)\\,/g, '\\cdot ').replace(/\{\{(\w+)\}\}/g, (_, key) => {
    const term = termOf(w, key);
    return term.value < 0 ? `(${format(term)})` : format(term);
  });

function termOf(w: Working, key: string): Term {
  const term = w.terms.find((t) => t.key === key);
  if (!term) throw new Error(`working ${w.code} has no term ${key}`);
  return term;
}
