// What the judgement column says on a step that is not about one place: a name, two figures, sentences.
import type { Command } from '@vernal-slope/plan/edit';
import type { FigureKey, Finding } from '@vernal-slope/plan/findings';
import { numberWord } from '@vernal-slope/display/names';
import { show, type UnitSystem } from '@vernal-slope/display/quantities';

export interface StepFigure {
  readonly text: string;
  readonly unit: string;
  readonly label: string;
  readonly test?: string;
  readonly opens?: FigureKey;
}

export interface StepJudgement {
  readonly title: string;
  readonly subtitle: string;
  readonly figures: readonly StepFigure[];
  readonly findings: readonly Finding[];
  /** What could be tried though nothing is wrong. */
  readonly offers?: readonly Offer[];
}

export interface Offer {
  readonly title: string;
  readonly text: string;
  readonly command: Command;
}

/** "three sources" */
export const countOf = (n: number, what: string): string => `${numberWord(n)} ${what}${n === 1 ? '' : 's'}`;

/** A volume a day, m³. */
export function perDayFigure(
  volume: number,
  label: string,
  system: UnitSystem,
  opens?: FigureKey,
  test?: string,
): StepFigure {
  const { text, unit } = show(volume, 'volume', system);
  return { text, unit: `${unit} a day`, label, opens, test };
}
