// Writes figures and sentences in the person's units, and numbers the working of each figure that is quoted.
import { plainForm, type Working } from '@vernal-slope/core/working';
import { nameIn } from '@vernal-slope/display/names';
import { MONTHS } from '@vernal-slope/display/dates';
import { showField } from '@vernal-slope/display/planfields';
import { show, showEntered, showText, type Quantity } from '@vernal-slope/display/quantities';
import { quoted } from '@vernal-slope/display/quoted';
import { sentence } from '@vernal-slope/display/sentences';
import { workingOf } from '@vernal-slope/display/workingof';
import type { FigureKey, Finding } from '@vernal-slope/plan/findings';
import { toldKey } from '@vernal-slope/plan/simulate';
import { run, type Block, type Run, type Said } from '../model/index.ts';
import { appendixOf } from './appendix.ts';
import type { Known } from './known.ts';

export interface Writer {
  readonly known: Known;
  /** A figure with its unit, worked out: its number leads to its working where that gives this very figure. */
  readonly fig: (si: number, quantity: Quantity, working: Working | FigureKey | undefined) => Run;
  /** The same without its unit, which stands at the head of its column. */
  readonly bare: (si: number, quantity: Quantity, working: Working | FigureKey | undefined) => Run;
  /** What is worked out, already written. */
  readonly worked: (text: string, working: Working | FigureKey | undefined) => Run;
  /** What somebody entered. */
  readonly entered: (si: number, quantity: Quantity) => string;
  readonly field: (name: string, value: number) => string;
  readonly name: (id: string) => string;
  readonly quoted: (text: string) => string;
  readonly said: (finding: Finding) => Said;
  /** Workings quoted up to now, as they are printed; what quotes them has their numbers from here on. */
  readonly appendix: () => Block[];
  /** Workings quoted up to now, in the order of the text. */
  readonly workings: () => readonly Working[];
  /** Figures of the book's own written up to now that are worked out and have no working. */
  readonly loose: () => readonly string[];
}

const keyOf = (w: Working): string => `${w.code} ${w.of} ${w.along ?? ''} ${w.result.value} ${w.rule}`;

/** A figure and its working agree to this share, and to this much in SI. */
const AGREES = 1e-6;
/** A working of a month's day, with the months that have the same where not all have. @param month 0 to 11 @param all by month */
export const inMonth = (w: Working, month: number, all: readonly number[]): Working =>
  all.every((v) => v === all[0]) ? w : { ...w, of: `${w.of}, ${monthsText(all.map((v) => v === all[month]))}` };
/** "January to April and October to December" of the months that are true. */
function monthsText(there: readonly boolean[]): string {
  const stretches: string[] = [];
  for (let m = 0; m < there.length; m++) {
    if (!there[m]) continue;
    const from = m;
    while (there[m + 1]) m++;
    stretches.push(m === from ? MONTHS[m] : `${MONTHS[from]} to ${MONTHS[m]}`);
  }
  return stretches.length > 1 ? `${stretches.slice(0, -1).join(', ')} and ${stretches.at(-1) ?? ''}` : stretches[0];
}

/** @param numbered false where there is no appendix that a number could lead to */
export function writerOf(known: Known, numbered = true): Writer {
  const { plan, units } = known;
  const numbers = new Set<string>();
  const kept: Working[] = [];
  const without: string[] = [];
  /** Figures that lead to a working: they have its number once all are known. */
  const quotes: { readonly made: { working?: number }; readonly of: Working }[] = [];
  const number = (w: Working): void => {
    if (numbers.has(keyOf(w))) return;
    numbers.add(keyOf(w));
    kept.push(w);
  };
  const context = {
    results: { compiled: known.compiled, result: known.result, height: known.height },
    budget: { balance: known.balance },
    slow: null,
  };
  const found = (w: Working | FigureKey | undefined): Working | undefined =>
    w === undefined ? undefined : 'rule' in w ? w : timed(w);
  const timed = (key: FigureKey): Working | undefined => {
    const inTime = key.of === 'time' ? key.id : key.of === 'told' ? toldKey(key.id, key.figure) : undefined;
    const working =
      (inTime === undefined ? undefined : known.day?.workings[inTime]) ?? workingOf(key, context) ?? undefined;
    if (!working || (key.of !== 'given' && key.of !== 'spare' && key.of !== 'bridge')) return working;
    const { months } = known.balance;
    return inMonth(
      working,
      key.leg,
      // a day that every month has is that of all of them
      months.map((m) => (key.of === 'given' ? m.given : m.spare)),
    );
  };
  const quote = (text: string, working: Working | undefined): Run => {
    const made: { text: string; figure: boolean; working?: number } = { text, figure: true };
    if (working && numbered) {
      number(working);
      quotes.push({ made, of: working });
    }
    return made;
  };
  const worked = (text: string, w: Working | FigureKey | undefined): Run => {
    const working = found(w);
    if (!working) without.push(`${text}${w === undefined || 'rule' in w ? '' : ` (${w.of} of ${w.id})`}`);
    return quote(text, working);
  };
  const same = (a: number, b: number): boolean =>
    Math.abs(Math.abs(a) - Math.abs(b)) <= AGREES * Math.max(Math.abs(a), AGREES);
  const agreeing = (si: number, w: Working | FigureKey | undefined): Working | undefined => {
    const working = found(w);
    if (!working || same(si, working.result.value)) return working;
    without.push(`${si}: its working, ${working.code} of ${working.of}, gives ${working.result.value}`);
    return undefined;
  };
  /** What a figure of a sentence opens; of one that the finding itself tells only what gives this very figure. */
  const toldBy = (key: FigureKey | undefined): Working | undefined => {
    if (key?.of !== 'told') return found(key);
    const value = Number(key.values[key.figure]);
    const working = found(key);
    if (!working) without.push(`${key.code} tells ${key.figure} of ${key.id}`);
    // how many there are is a whole number
    return working && Number.isInteger(value) && Math.floor(working.result.value) === value
      ? working
      : agreeing(value, working);
  };
  return {
    known,
    worked,
    fig: (si, quantity, w) => worked(showText(si, quantity, units), agreeing(si, w)),
    bare: (si, quantity, w) => worked(show(si, quantity, units).text, agreeing(si, w)),
    entered: (si, quantity) => showEntered(si, quantity, units),
    field: (name, value) => showField(name, value, units),
    name: (id) => nameIn(plan, id),
    quoted: (words) => quoted(words, units),
    said: (finding) => ({
      severity: finding.severity,
      text: sentence(finding, units, (id) => nameIn(plan, id)).map((p) =>
        p.figure ? quote(p.text, toldBy(p.opens)) : run(p.text),
      ),
    }),
    workings: () => kept,
    loose: () => without,
    appendix: () => {
      // what adds up is quoted by what leans on it: the list grows while it is gone through
      for (const w of kept)
        for (const t of w.terms) if (t.working && plainForm(t.working) !== undefined) number(t.working);
      const { blocks, order } = appendixOf(kept, units, keyOf);
      const place = new Map(order.map((w, k) => [keyOf(w), k + 1]));
      for (const { made, of } of quotes) made.working = place.get(keyOf(of));
      return blocks;
    },
  };
}
