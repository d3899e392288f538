// What findings say, their figures in the person's units. The words themselves stand with each finding in the plan.
import { tell, type Display, type Finding, type Part, type Severity } from '@vernal-slope/plan/findings';
import { dateText, MONTHS } from './dates.ts';
import { fixed, percent, showEntered, showPerDay, showText, type UnitSystem } from './quantities.ts';
import { quoted } from './quoted.ts';

export { plainText, say, type FigureKey, type Part } from '@vernal-slope/plan/findings';

export const SEVERITY_WORD: Readonly<Record<Severity | 'begun', string>> = {
  ok: 'Good',
  warning: 'Fair',
  error: 'Short',
  begun: 'Begun',
};

/** How figures are written in a person's units; `name` gives a place's or line's name. */
export const displayIn = (system: UnitSystem, name: (id: string) => string): Display => ({
  show: (value, quantity) => showText(value, quantity, system),
  entered: (value, quantity) => showEntered(value, quantity, system),
  percent,
  perDay: (volume) => showPerDay(volume, system),
  number: fixed,
  quoted: (text) => quoted(text, system),
  month: (month) => MONTHS[month],
  date: dateText,
  name,
});

/** The sentence of a finding. `name` gives a node's or line's name. */
export const sentence = (finding: Finding, system: UnitSystem, name: (id: string) => string): Part[] =>
  tell(finding, displayIn(system, name));
