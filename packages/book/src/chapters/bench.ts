// What sheets of benches share.
import { worstFirst, type Finding } from '@vernal-slope/plan/findings';
import type { Block, Runs } from '../model/index.ts';
import type { Writer } from '../known/index.ts';

export type Pair = readonly [string, Runs];

/** What is found, the worst first; no more than has room on its sheet. */
export const said = (w: Writer, findings: readonly Finding[]): Block[] =>
  findings.length === 0
    ? []
    : [{ kind: 'says', title: 'What the plan says', said: worstFirst(findings).slice(0, 10).map(w.said) }];
/** Columns beside each other; empty ones are left out. */
export const beside = (...columns: readonly (readonly Block[])[]): Block => ({
  kind: 'side',
  columns: columns.filter((c) => c.length > 0),
});
