// Sheets out, made so that a spreadsheet takes no text for a formula; the way back takes the guard off again.
import Papa from 'papaparse';

/**
 * A text that a spreadsheet would compute: it begins with =, +, - or @ (their wide forms too), a tab or a return, after
 * spaces or apostrophes. Numbers are none. (OWASP, "CSV Injection", from memory.)
 */
const FORMULA =
  /^(?!\s*[-+]?(?:\d+(?:[.,]\d+)?|[.,]\d+)(?:e[-+]?\d+)?\s*$)'*\s*[=+\-@\u2212\uFF1D\uFF0B\uFF0D\uFF20\t\r]/i;

/** Rows as CSV, the first row their names; texts that a spreadsheet would compute stand behind an apostrophe. */
export const csvOf = (rows: readonly object[], newline = '\r\n'): string =>
  Papa.unparse([...rows], { newline, escapeFormulae: FORMULA });

/** A cell without the apostrophe that guards it. */
export const unguarded = (cell: string): string =>
  cell.startsWith("'") && FORMULA.test(cell.slice(1)) ? cell.slice(1) : cell;
