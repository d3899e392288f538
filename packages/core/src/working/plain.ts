// Short workings: a handful of figures under a plain rule, and sums.
import type { Dimension } from '../units/index.ts';
import type { Term, Working } from './working.ts';

/** A figure of a plain working: key in the rule, TeX, words, SI value, dimension, and where it comes from. */
export type Figure = readonly [
  key: string,
  tex: string,
  name: string,
  value: number,
  dimension: Dimension,
  more?: Pick<Term, 'source' | 'working'>,
];

/** A working of figures under a rule. @param result TeX, SI value, dimension */
export const plainWorking = (
  code: string,
  of: string,
  rule: string,
  figures: readonly Figure[],
  [tex, value, dimension]: readonly [string, number, Dimension],
  source: string,
  assumptions?: readonly string[],
): Working => ({
  code,
  of,
  rule: `${tex} = ${rule}`,
  terms: figures.map(([key, symbol, name, figure, of, more]): Term => ({
    key,
    tex: symbol,
    name,
    value: figure,
    dimension: of,
    ...more,
  })),
  result: { tex, value, dimension },
  source,
  ...(assumptions ? { assumptions } : {}),
});

/** A part of a sum; taken away where `less` is true. */
export interface Part extends Pick<Term, 'source' | 'working'> {
  readonly name: string;
  readonly value: number;
  readonly less?: boolean;
}

/** A working that adds up. @param result TeX of it and of its parts, SI value, dimension */
export const sumWorking = (
  code: string,
  of: string,
  parts: readonly Part[],
  [tex, value, dimension]: readonly [string, number, Dimension],
  source: string,
  assumptions?: readonly string[],
): Working =>
  plainWorking(
    code,
    of,
    parts.map((p, k) => `${p.less ? '- ' : k > 0 ? '+ ' : ''}{{t${k}}}`).join(' ') || '0',
    parts.map(({ name, value: figure, source: from, working }, k): Figure => [
      `t${k}`,
      `${tex}_{${k + 1}}`,
      name,
      figure,
      dimension,
      { ...(from === undefined ? {} : { source: from }), ...(working ? { working } : {}) },
    ]),
    [tex, value, dimension],
    source,
    assumptions,
  );

const OF_SUM = /^(?:[^={}]*=)?\s*-?\s*\{\{\w+\}\}(\s*[+-]\s*\{\{\w+\}\})*\s*$/;
const OF_PRODUCT = /^(?:[^={}]*=)?\s*\{\{\w+\}\}(\s*(\\,|\\cdot)?\s*\{\{\w+\}\})*\s*$/;

/**
 * How a working can be told in one line, its figures each with their unit: as a sum of figures of one kind, as a product
 * of one figure and of plain numbers. Undefined where it is more than that.
 */
export function plainForm(w: Working): 'sum' | 'product' | undefined {
  if ((w.also ?? []).length > 0) return undefined;
  // figures that stand beside the rule have their place in a table
  const used = new Set([...w.rule.matchAll(/\{\{(\w+)\}\}/g)].map((m) => m[1]));
  if (used.size === 0 || w.terms.some((t) => !used.has(t.key))) return undefined;
  if (OF_SUM.test(w.rule)) return w.terms.every((t) => t.dimension === w.result.dimension) ? 'sum' : undefined;
  if (!OF_PRODUCT.test(w.rule)) return undefined;
  const measured = w.terms.filter((t) => t.dimension !== 'ratio');
  return measured.length === 0 || (measured.length === 1 && measured[0].dimension === w.result.dimension)
    ? 'product'
    : undefined;
}
