// What a finding is: one row a code, with its values and their quantities, how bad it is, at which step it belongs,
// its flag on the hillside, which remedies it may carry, and its words.
import type { Remedy, Severity } from '@vernal-slope/core/judge';

/** The eleven steps of the job, downhill. */
export const STEP_KEYS = [
  'water',
  'need',
  'store',
  'walk',
  'stand',
  'pipe',
  'outlets',
  'refill',
  'parts',
  'build',
  'log',
] as const;
export type StepKey = (typeof STEP_KEYS)[number];

/** Quantities in which figures are shown; SI underneath (m, m³, m³/s, m/s, Pa, s, °C). */
export type ShownQuantity =
  | 'height'
  | 'rise'
  | 'distance'
  | 'drop'
  | 'loss'
  | 'bore'
  | 'section'
  | 'pressure'
  | 'bearing'
  | 'flow'
  | 'speed'
  | 'volume'
  | 'duration'
  | 'temperature'
  | 'mass'
  | 'gust';

/**
 * What a value of a finding is: a figure of a quantity, a `share` of 1, `perDay` (m³ a day), a `count`, a `month`
 * (0 to 11), a `clock` (s after the first day's midnight), a `ratio`, a `date` such as 2026-08-14, a `name`, or one of some words.
 */
export type ValueKind = ShownQuantity | 'share' | 'perDay' | 'count' | 'month' | 'clock' | 'ratio' | 'date' | 'name';
export type ValueSpec = Readonly<Record<string, ValueKind | readonly string[]>>;

export type ValuesFor<S extends ValueSpec> = {
  readonly [K in keyof S]: S[K] extends readonly (infer W)[] ? W : S[K] extends 'name' | 'date' ? string : number;
};
type KeysOf<S extends ValueSpec, T> = { [K in keyof S]: S[K] extends T ? K : never }[keyof S];

/** Figures of Water, Need and Store that open a working; `leg` is the month (0 to 11) or the place of a test in its list. */
export type WaterFigure = 'test' | 'need' | 'given' | 'spare' | 'usable' | 'overflow' | 'vent' | 'met' | 'bridge';

/** A figure that a finding tells: its working is made of the finding's values and of the plan as it is. */
export interface ToldFigure {
  readonly of: 'told';
  readonly code: string;
  readonly figure: string;
  /** Place or line that the finding is about. */
  readonly id: string;
  readonly values: Readonly<Record<string, number | string>>;
}

/** A figure with a working. */
export type FigureKey =
  | ToldFigure
  | { readonly of: WaterFigure; readonly id: string; readonly leg: number }
  | { readonly of: 'pressure' | 'flow' | 'static' | 'refill' | 'height' | 'time'; readonly id: string }
  | { readonly of: 'loss' | 'speed' | 'station'; readonly id: string; readonly leg: number };
/** A working that a figure opens: of a place, of the finding itself (`told`), or of something else. */
type Opens = PlaceFigure | 'told' | Exclude<FigureKey, { of: PlaceFigure }>;
/** Figures of a place that open a working of their own. */
export type PlaceFigure = 'pressure' | 'flow' | 'static' | 'refill' | 'height' | 'time';

/** A stretch of a sentence: words, or a figure that may open a working. */
export interface Part {
  readonly text: string;
  /** Which working the figure opens. */
  readonly opens?: FigureKey;
  readonly figure?: boolean;
}

type Words = (strings: TemplateStringsArray, ...parts: (string | Part)[]) => Part[];

/** A sentence of words and figures. */
export const say: Words = (strings, ...parts) =>
  strings.flatMap((text, k) => {
    const here: Part[] = text ? [{ text }] : [];
    if (k < parts.length) {
      const part = parts[k];
      here.push(typeof part === 'string' ? { text: part } : part);
    }
    return here;
  });

/** A time of a run as its clock shows it: "18:47", or "18:47 on day 2". */
export function clockText(seconds: number): string {
  const minutes = Math.round(seconds / 60);
  const day = Math.floor(minutes / 1440);
  const rest = minutes - 1440 * day;
  const time = `${String(Math.floor(rest / 60)).padStart(2, '0')}:${String(rest % 60).padStart(2, '0')}`;
  return day > 0 ? `${time} on day ${day + 1}` : time;
}

/** Plain text of a sentence. */
export const plainText = (parts: readonly Part[]): string => parts.map((p) => p.text).join('');

/** How figures are written: by the units of the person, in their language. */
export interface Display {
  readonly show: (value: number, quantity: ShownQuantity) => string;
  /** As somebody entered it: without rounding it away. */
  readonly entered: (value: number, quantity: ShownQuantity) => string;
  readonly percent: (share: number) => string;
  readonly perDay: (volume: number) => string;
  readonly number: (value: number, decimals: number) => string;
  /** What a table is quoted for, its amounts in the person's units. */
  readonly quoted: (text: string) => string;
  readonly month: (month: number) => string;
  readonly date: (iso: string) => string;
  /** Name of a place or a line. */
  readonly name: (id: string) => string;
}

/** What a row's words may use. */
export interface Teller<S extends ValueSpec> {
  readonly v: ValuesFor<S>;
  /** Name of the place or line it is about. */
  readonly here: string;
  /** A worked-out figure; opens the working of the place it is about, or of something else. */
  readonly fig: (key: KeysOf<S, ShownQuantity>, opens?: Opens) => Part;
  /** An entered figure. */
  readonly given: (key: KeysOf<S, ShownQuantity>) => Part;
  readonly count: (key: KeysOf<S, 'count'>, opens?: Opens) => Part;
  readonly share: (key: KeysOf<S, 'share'>, opens?: Opens) => Part;
  readonly perDay: (key: KeysOf<S, 'perDay'>, opens?: Opens) => Part;
  readonly month: (key: KeysOf<S, 'month'>) => string;
  readonly clock: (key: KeysOf<S, 'clock'>) => Part;
  readonly date: (key: KeysOf<S, 'date'>) => string;
  readonly text: (key: KeysOf<S, 'name'>) => string;
  /** Figures that no value carries. */
  readonly plain: (text: string, opens?: FigureKey) => Part;
  readonly to: (of: WaterFigure, leg?: number) => Exclude<FigureKey, { of: PlaceFigure }>;
  /** The working of one of its values, for figures that are written otherwise. */
  readonly told: (key: keyof S & string) => ToldFigure;
  readonly display: Display;
}

export type Language = 'en';

export interface FindingRow<S extends ValueSpec = ValueSpec, R extends Remedy['kind'] = Remedy['kind']> {
  readonly values: S;
  readonly severity: Severity | ((values: ValuesFor<S>) => Severity);
  readonly step: StepKey;
  /** Further steps where it is told. */
  readonly also?: readonly StepKey[];
  /** Told at every step. */
  readonly everywhere?: true;
  /** Words of its flag on the hillside, at `chainage` of its line; none where it has no flag. */
  readonly flag?: Readonly<Record<Language, string>>;
  readonly remedy?: readonly R[];
  readonly words: Readonly<Record<Language, (t: Teller<S>) => Part[]>>;
}

/** A row with its types kept. A flag stands at a chainage. */
export const row = <const S extends ValueSpec, const R extends Remedy['kind'] = never>(
  it: FindingRow<S, R> & (S extends { readonly chainage: 'distance' } ? unknown : { readonly flag?: never }),
): FindingRow<S, R> => it;
