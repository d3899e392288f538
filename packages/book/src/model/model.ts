// The book as plain data: what is said, in which order, with every figure already written in the person's units. Pages on
// screen, the PDF, the one file and the Markdown are all made from it.
import type { UnitSystem } from '@vernal-slope/display/quantities';
import type { Severity } from '@vernal-slope/plan/findings';
import type { Drawing } from '../drawing/index.ts';

export type Paper = 'letter' | 'a4';
/** `whole` is everything; `field` has a sheet a line and what is ticked off on site. */
export type Form = 'whole' | 'field';

/** A stretch of text. */
export interface Run {
  readonly text: string;
  readonly strong?: boolean;
  readonly muted?: boolean;
  /** A figure: set so that digits stand under each other. */
  readonly figure?: boolean;
  /** Number of its working in the appendix. */
  readonly working?: number;
}
export type Runs = readonly (string | Run)[];

export type Align = 'left' | 'right' | 'middle';

export interface Column {
  readonly head: string;
  /** Symbol before the head, TeX. */
  readonly tex?: string;
  /** Its unit, once for the column. */
  readonly unit?: string;
  readonly align?: Align;
  /** Share of the width that is free; 0 for as wide as what stands in it. */
  readonly grows?: number;
}

export interface Row {
  readonly cells: readonly Runs[];
  /** Stands out: the place where something is wrong. */
  readonly marked?: boolean;
  /** A row of sums. */
  readonly sum?: boolean;
  /** Number of the working that the row is. */
  readonly worked?: number;
}

/** A box to tick, with room for what was found. */
export interface Check {
  readonly text: Runs;
  /** Unit of what is written in; left out where there is nothing to write. */
  readonly found?: string;
  readonly done?: boolean;
}

export interface Said {
  readonly severity: Severity | 'begun';
  readonly text: Runs;
}

export type Block =
  | { readonly kind: 'heading'; readonly text: string; readonly id?: string }
  | { readonly kind: 'text'; readonly text: Runs; readonly small?: boolean }
  | { readonly kind: 'list'; readonly items: readonly Runs[]; readonly numbered?: boolean }
  | {
      readonly kind: 'table';
      /** What it is, for those who do not see it; shown above it where `titled`. */
      readonly title: string;
      readonly titled?: boolean;
      readonly columns: readonly Column[];
      readonly rows: readonly Row[];
    }
  | { readonly kind: 'pairs'; readonly title: string; readonly rows: readonly (readonly [name: string, value: Runs])[] }
  | { readonly kind: 'checks'; readonly title: string; readonly items: readonly Check[] }
  | { readonly kind: 'drawing'; readonly drawing: Drawing; readonly caption?: Runs }
  | { readonly kind: 'side'; readonly columns: readonly (readonly Block[])[] }
  | { readonly kind: 'says'; readonly title: string; readonly said: readonly Said[] }
  | { readonly kind: 'working'; readonly working: Worked }
  | { readonly kind: 'rule'; readonly rule: Rule };

export type BlockOf<K extends Block['kind']> = Extract<Block, { readonly kind: K }>;

/** A working of the appendix. */
export interface Worked {
  readonly number: number;
  readonly title: string;
  /** It is told in a line, as a sum or a product of its terms. */
  readonly plain?: 'sum' | 'product';
  /** TeX of the rule, of the rule with figures in SI, and in the person's units where it holds in any. */
  readonly rule: string;
  readonly also: readonly string[];
  readonly figures: string;
  readonly own: string;
  /** The result in the person's units, and in SI where that is another unit. */
  readonly result: string;
  readonly resultSI?: string;
  readonly terms: readonly {
    readonly tex: string;
    readonly name: string;
    readonly value: string;
    readonly inRule: string;
    readonly source?: string;
    /** Taken away in a sum. */
    readonly less?: boolean;
    /** Number of its own working. */
    readonly working?: number;
  }[];
  readonly source: string;
  readonly assumptions: readonly string[];
}

/** A rule by which several figures are worked out, told once before the table of them. */
export interface Rule {
  readonly title: string;
  /** TeX of the rule, of what it leans on, and of the rule with the figures of the first. */
  readonly rule: string;
  readonly also: readonly string[];
  readonly first: string;
  /** Where it comes from, and what is assumed. */
  readonly source: string;
  /** Its symbols; with a figure where it is the same for all. */
  readonly terms: readonly {
    readonly tex: string;
    readonly name: string;
    readonly source?: string;
    readonly value?: string;
    /** Number of its own working, where it is the same for all. */
    readonly working?: number;
  }[];
}

/** A sheet: what begins on a page of its own. */
export interface Sheet {
  readonly id: string;
  readonly title: string;
  /** A line under the title. */
  readonly under?: Runs;
  /** Which of the whole it is about, at the right of the title. */
  readonly where?: Drawing;
  readonly blocks: readonly Block[];
}

export interface Chapter {
  readonly id: string;
  readonly title: string;
  readonly sheets: readonly Sheet[];
}

export interface Book {
  readonly title: string;
  readonly units: UnitSystem;
  readonly paper: Paper;
  readonly form: Form;
  /** How it is read: "the plan, printed; metric, water at 10 °C". */
  readonly reads: string;
  /** Date of printing, as people write it. */
  readonly printed: string;
  /** When what is printed was saved; left out where nobody knows. */
  readonly saved?: string;
  readonly chapters: readonly Chapter[];
}

export const run = (text: string, more: Omit<Run, 'text'> = {}): Run => ({ text, ...more });
export const strong = (text: string): Run => ({ text, strong: true });
export const muted = (text: string): Run => ({ text, muted: true });
export const figure = (text: string): Run => ({ text, figure: true });

/** A working of figures added up, or of one times plain numbers, as a line: "12 L (heads) − 3 L (…)". */
export function lineOf({ plain: form, terms, source, assumptions }: Worked): Run[] {
  const told = terms.flatMap((t, k): Run[] => [
    { text: form === 'product' ? (k > 0 ? ' × ' : '= ') : t.less ? (k > 0 ? ' − ' : '= −') : k > 0 ? ' + ' : '= ' },
    { text: t.value, figure: true, ...(t.working === undefined ? {} : { working: t.working }) },
    { text: ` (${t.name}${t.source ? `; ${t.source}` : ''})`, muted: true },
  ]);
  // what stands with a figure is not said again
  const whence = terms.some((t) => t.source === source) ? '' : ` ${source}.`;
  return [...told, { text: `.${whence}${assumptions.map((a) => ` Assumed: ${a}`).join('')}`, muted: true }];
}

/** Plain text of some runs. */
export const plain = (runs: Runs): string => runs.map((r) => (typeof r === 'string' ? r : r.text)).join('');
/** Each stretch as an object. */
export const whole = (runs: Runs): Run[] => runs.map((r) => (typeof r === 'string' ? { text: r } : r));

/** Every block of a book, those in columns too. */
export function* blocksOf(blocks: readonly Block[]): Generator<Block> {
  for (const block of blocks) {
    yield block;
    if (block.kind === 'side') for (const column of block.columns) yield* blocksOf(column);
  }
}
/** Every drawing of a book with its sheet, in order. */
export function drawingsOf(book: Book): { readonly sheet: Sheet; readonly drawing: Drawing }[] {
  return book.chapters.flatMap((c) =>
    c.sheets.flatMap((sheet) =>
      [...blocksOf(sheet.blocks)].flatMap((b) => (b.kind === 'drawing' ? [{ sheet, drawing: b.drawing }] : [])),
    ),
  );
}
