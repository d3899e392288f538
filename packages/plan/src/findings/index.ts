// The table of findings, and what is made of a row: a finding from its values, a sentence from a finding.
import type { Judged, Remedy, Severity } from '@vernal-slope/core/judge';
import { buildFindings } from './build.ts';
import { cabinFindings } from './cabin.ts';
import { drinkFindings } from './drink.ts';
import { gardenFindings } from './garden.ts';
import { greywaterFindings } from './greywater.ts';
import { logFindings } from './log.ts';
import { looseFindings } from './loose.ts';
import { outletFindings } from './outlets.ts';
import { partsFindings } from './parts.ts';
import { pipeFindings } from './pipes.ts';
import { refillFindings } from './refill.ts';
import {
  clockText,
  type Display,
  type FigureKey,
  type FindingRow,
  type Language,
  type Part,
  type StepKey,
  type Teller,
  type ToldFigure,
  type ValueSpec,
  type ValuesFor,
} from './row.ts';
import { standFindings } from './stand.ts';
import { toteFindings } from './tote.ts';
import { treatFindings } from './treat.ts';
import { troughFindings } from './trough.ts';
import { storeFindings } from './store.ts';
import { walkFindings } from './walk.ts';
import { upkeepRows } from './upkeep.ts';
import { waterFindings } from './water.ts';

/** Every finding. A new one is a row of the file it belongs to. */
export const FINDINGS = {
  ...looseFindings,
  ...upkeepRows,
  ...outletFindings,
  ...pipeFindings,
  ...walkFindings,
  ...waterFindings,
  ...storeFindings,
  ...standFindings,
  ...refillFindings,
  ...gardenFindings,
  ...drinkFindings,
  ...cabinFindings,
  ...greywaterFindings,
  ...toteFindings,
  ...treatFindings,
  ...troughFindings,
  ...partsFindings,
  ...buildFindings,
  ...logFindings,
} as const;

export type FindingCode = keyof typeof FINDINGS;
type RowOf<C extends FindingCode> = (typeof FINDINGS)[C];
/** A finding of one code. */
export type FindingOf<C extends FindingCode> = Extract<Finding, { readonly code: C }>;
export type FindingValues<C extends FindingCode> = ValuesFor<RowOf<C>['values']>;
type RemedyOf<C extends FindingCode> =
  RowOf<C> extends { readonly remedy?: readonly (infer R)[] } ? Extract<Remedy, { kind: R }> : never;

/** What was found, where, how bad, with the figures (SI). */
export type Finding = {
  [C in FindingCode]: {
    readonly code: C;
    readonly severity: Severity;
    /** Id of the place or line it is about. */
    readonly at: string;
    readonly values: FindingValues<C>;
    readonly remedy?: Remedy;
  };
}[FindingCode];

const rowOf = (code: FindingCode): FindingRow => FINDINGS[code] as unknown as FindingRow;

/** A finding from its values: how bad it is its row says. */
export function finding<C extends FindingCode>(
  code: C,
  at: string,
  values: FindingValues<C>,
  remedy?: RemedyOf<C>,
): Finding {
  const { severity } = rowOf(code);
  return {
    code,
    severity: typeof severity === 'function' ? severity(values as ValuesFor<ValueSpec>) : severity,
    at,
    values,
    ...(remedy ? { remedy } : {}),
  } as unknown as Finding;
}

/** A finding from what a judge of core found: each of its codes has a row here with the same values. */
export const findingOf = (judged: Judged): Finding => finding<Judged['code']>(judged.code, judged.at, judged.values);

/** True where a finding has a code; its values are known then. */
export const isFinding = <C extends FindingCode>(f: Finding, code: C): f is FindingOf<C> => f.code === code;

/** True when a finding is told at a step. */
export const toldAt = (f: Finding, step: StepKey): boolean => {
  const row = rowOf(f.code);
  return row.everywhere === true || row.step === step || (row.also?.includes(step) ?? false);
};
/** True of what hangs loose: it is told at every step. */
export const toldEverywhere = (f: Finding): boolean => rowOf(f.code).everywhere === true;
/** The step at which a finding is counted. */
export const stepOf = (f: Finding): StepKey => rowOf(f.code).step;
/** Words of a finding's flag on the hillside; undefined where it has none. */
export const flagOf = (f: Finding, language: Language = 'en'): string | undefined => rowOf(f.code).flag?.[language];

/** The sentence of a finding, its figures written by `display`. */
export function tell(f: Finding, display: Display, language: Language = 'en'): Part[] {
  const row = rowOf(f.code);
  const v = f.values as Readonly<Record<string, number | string>>;
  const quantity = (key: string): Parameters<Display['show']>[1] => row.values[key] as Parameters<Display['show']>[1];
  const told = (key: string): ToldFigure => ({ of: 'told', code: f.code, figure: key, id: f.at, values: v });
  const opened = (key: string, opens?: string | FigureKey): FigureKey | undefined =>
    typeof opens !== 'string' ? opens : opens === 'told' ? told(key) : ({ of: opens, id: f.at } as FigureKey);
  const figure = (text: string, key = '', opens?: string | FigureKey): Part => ({
    text,
    figure: true,
    opens: opened(key, opens),
  });
  const teller: Teller<ValueSpec> = {
    v: v as ValuesFor<ValueSpec>,
    here: f.at === '' ? '' : display.name(f.at),
    fig: (key, opens) => figure(display.show(Number(v[key]), quantity(key)), key, opens),
    given: (key) => figure(display.entered(Number(v[key]), quantity(key))),
    count: (key, opens) => figure(String(v[key]), key, opens),
    share: (key, opens) => figure(display.percent(Number(v[key])), key, opens),
    perDay: (key, opens) => figure(display.perDay(Number(v[key])), key, opens),
    month: (key) => display.month(Number(v[key])),
    clock: (key) => figure(clockText(Number(v[key]))),
    date: (key) => display.date(String(v[key])),
    text: (key) => String(v[key]),
    plain: (text, opens) => figure(text, '', opens),
    told,
    to: (of, leg = 0) => ({ of, id: f.at, leg }),
    display,
  };
  return row.words[language](teller);
}

export { worstFirst, worstOf, type Remedy, type Severity } from '@vernal-slope/core/judge';
export {
  clockText,
  plainText,
  say,
  STEP_KEYS,
  type Display,
  type FigureKey,
  type Language,
  type Part,
  type ShownQuantity,
  type StepKey,
  type ToldFigure,
  type WaterFigure,
} from './row.ts';
export { CHECK_WORDS, ENGINEER_HEIGHT, engineerWords, usedText } from './stand.ts';
export { CLOSE_TO, LIMIT_PARTS, limitOf, type LimitPart } from './limits.ts';
