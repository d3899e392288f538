// What findings about sources, needs and stores say, in plain words.
import type { Finding } from '@vernal-slope/core/judge';
import { percent, showPerDay, showText, type Quantity, type UnitSystem } from './quantities.ts';
import { say, type FigureKey, type Part, type WaterFigure } from './words.ts';

export const MONTHS = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
] as const;

/** A date like 2026-09-05 as people write it. */
export function dateText(iso: string): string {
  const [y, m, d] = iso.split('-').map(Number);
  return `${d} ${MONTHS[m - 1]} ${y}`;
}

/** The sentence of a finding about water, need or store; undefined for a code of another kind. */
export function waterSentence(finding: Finding, system: UnitSystem, name: (id: string) => string): Part[] | undefined {
  const v = finding.values;
  const fig = (key: string, quantity: Quantity, opens?: FigureKey): Part => ({
    opens,
    text: showText(Number(v[key]), quantity, system),
    figure: true,
  });
  const day = (key: string): Part => ({ text: showPerDay(Number(v[key]), system), figure: true });
  const text = (key: string): string => String(v[key]);
  const month = (key: string): string => MONTHS[Number(v[key])];
  const count = (key: string): Part => ({ text: String(v[key]), figure: true });
  const to = (of: WaterFigure, leg = 0): FigureKey => ({ of, id: finding.at, leg });
  switch (finding.code) {
    case 'water-untested':
      return say`People drink here, and the water of ${text('source')} is untested. Have it tested; until then boil it or bring other water.`;
    case 'water-test-failed':
      return say`Not for drinking: the water of ${text('source')} failed its test.`;
    case 'water-test-due':
      return say`The drinking water test of ${text('source')} is due again.`;
    case 'water-tested':
      return say`Its water met its test on ${dateText(text('date'))}. A test speaks of its day only.`;
    case 'source-unmeasured':
      return say`What ${name(finding.at)} gives has not been measured. Take a bucket up: five timed fills take ten minutes.`;
    case 'low-season':
      return say`Its lowest test gave ${fig('flow', 'flow', to('test', Number(v.index)))} on ${dateText(text('date'))}, of ${count('tests')} on record.`;
    case 'fill-questioned':
      return say`${count('fills')} of the latest fills lies far from the others. Look whether the vessel was full and level.`;
    case 'passing-by':
      return say`${fig('flow', 'flow')} pass the intake by: a repair would win ${day('perDay')}.`;
    case 'flow-test-due':
      return say`It was last measured ${count('days')} days ago. Measure it again in the driest weeks.`;
    case 'intake-temporary':
      return say`The take-off is a temporary one: look at it after every storm, keep stock out, clear the inlet.`;
    case 'gutter-enough':
      return say`The gutter carries ${fig('carries', 'flow')}; the design rain brings ${fig('comes', 'flow')}.`;
    case 'gutter-overflows':
      return say`The gutter carries ${fig('carries', 'flow')} and the design rain brings ${fig('comes', 'flow')}: it spills.`;
    case 'backflow':
      return say`Mains need a backflow preventer where the local code asks for one, and an air gap at the tank always helps.`;
    case 'nothing-needed':
      return say`Nothing is needed yet: put in the animals, people and gardens.`;
    case 'no-source':
      return say`There is no source in this plan yet.`;
    case 'months-short':
      return say`In ${count('months')} months of the year the sources give less than is needed; ${month('month')} lacks ${day('short')}.`;
    case 'months-carried':
      return say`The sources carry every month; ${month('month')} has the least to spare, ${day('spare')}.`;
    case 'week-short':
      return say`In the driest week, in ${month('month')}, ${fig('week', 'volume')} must come out of the store.`;
    case 'need-note':
      return say`${text('name')}: ${text('note')}.`;
    case 'tap-above-tank':
      return say`${text('tap')} stands above the whole tank: none of its water reaches there.`;
    case 'water-below-tap':
      return say`${fig('volume', 'volume')} stand too low for ${text('tap')}; a second, lower tap reaches them.`;
    case 'float-shuts-low':
      return say`The float shuts ${fig('volume', 'volume')} under the overflow: that room is never filled.`;
    case 'linked-unlevel':
      return say`${text('first')} runs over first and drags the others down: ${fig('lost', 'volume')} of their room is lost. Set it higher, or its overflow.`;
    case 'linked-level':
      return say`The linked tanks stand level: ${fig('usable', 'volume')} can be used.`;
    case 'overflow-unknown':
      return say`No overflow pipe is given. It must carry the largest inflow before the rim, and go somewhere useful.`;
    case 'overflow-small':
      return say`The overflow carries ${fig('carries', 'flow', to('overflow'))} before the rim and ${fig('largest', 'flow')} may come: the tank tops over.`;
    case 'overflow-enough':
      return say`The overflow carries ${fig('carries', 'flow', to('overflow'))}; at the most that comes the water stands ${fig('head', 'drop')} over its lip.`;
    case 'vent':
      return say`It needs a vent of ${fig('bore', 'bore', to('vent'))} or more, screened: a sealed tank stops flowing.`;
    case 'bridges-day':
      return say`It bridges the day: ${fig('bridge', 'volume', to('bridge', Number(v.month)))} carry the hours that take more than comes.`;
    case 'bridges-not':
      return say`It does not bridge the day: ${fig('bridge', 'volume', to('bridge', Number(v.month)))} are needed and ${fig('usable', 'volume')} can be used.`;
    case 'fire-kept':
      return say`The fire reserve of ${fig('reserve', 'volume')} fits and is never planned away.`;
    case 'fire-not-kept':
      return say`The fire reserve of ${fig('reserve', 'volume')} does not fit into it.`;
    case 'days-met':
      return say`It meets ${{ text: percent(Number(v.share)), figure: true, opens: to('met') }} of the ${Number(v.hours) === 24 ? 'days' : 'hours'} and ${{ text: percent(Number(v.volume)), figure: true }} of the water wanted; the longest want lasts ${{ text: `${String(v.longest)} ${Number(v.hours) === 24 ? 'days' : 'hours'}`, figure: true }}.`;
    default:
      return undefined;
  }
}
