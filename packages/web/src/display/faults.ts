// What the plan says against an edit, in one sentence beside its field.
import type { Fault, FaultWords } from '@vernal-slope/plan/document';
import { showField } from '@vernal-slope/display/planfields';
import { showText, type UnitSystem } from '@vernal-slope/display/quantities';
import { useSettings } from './settings.ts';

const wordsIn = (words: FaultWords, system: UnitSystem): string =>
  words
    .map((w) =>
      typeof w === 'string'
        ? w
        : 'metres' in w
          ? showText(w.metres, 'rise', system)
          : showField(w.field, w.figure, system),
    )
    .join('');

/** The first fault as a sentence, lengths in the person's units; nothing where there is none. */
export function said(faults: readonly Fault[]): string | undefined {
  if (faults.length === 0) return undefined;
  const { units } = useSettings();
  const [{ told, ...plain }] = faults;
  const message = told ? wordsIn(told.message, units) : plain.message;
  const advice = told ? wordsIn(told.advice, units) : plain.advice;
  return `${message.charAt(0).toUpperCase()}${message.slice(1)}: ${advice}.`;
}
