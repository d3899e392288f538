// Water and need by month: what each source gives, what each need takes, what is spare.
import { broughtPerDay, leanWorking, neededWorking, yieldWorking } from '@vernal-slope/plan/budget';
import type { Working } from '@vernal-slope/core/working';
import type { NeedRow, SourceYield } from '@vernal-slope/plan/year';
import { inMonth, type Writer } from '../known/index.ts';
import { MONTHS } from '@vernal-slope/display/dates';
import { inUnit, percent, unitFor } from '@vernal-slope/display/quantities';
import { yearDrawing } from '../drawing/index.ts';
import { strong, type Block, type Row, type Runs } from '../model/index.ts';
import type { ChapterRow } from './chapter.ts';

const yieldIn = (w: Writer, y: SourceYield, k: number): Working | undefined => {
  const { balance } = w.known;
  const working = yieldWorking(balance, y, k);
  return (
    working &&
    inMonth(
      working,
      k,
      MONTHS.map((_, m) => broughtPerDay(balance, y, m)),
    )
  );
};
const needIn = (r: NeedRow, k: number): Working => inMonth(r.workings[k], k, r.perDay);
/** All that is needed in a day of a month (0 to 11). */
export const neededIn = ({ known: { balance } }: Writer, k: number): Working =>
  inMonth(
    neededWorking(balance, k),
    k,
    balance.months.map((m) => m.needed),
  );

export const waterChapter: ChapterRow = {
  id: 'water',
  title: 'Water and need',
  forms: ['whole'],
  make: (w) => {
    const { balance, units, budgetFindings, month } = w.known;
    const { months, yields, needs } = balance;
    if (yields.length === 0 && needs.rows.length === 0) return [];
    const unit = unitFor('volume', units).symbol;
    const short = MONTHS.map((m) => m.slice(0, 3));
    // what has no room beside the sums stands under them
    const wide = yields.length + needs.rows.length > 7;
    const rows: Row[] = months.map((m, k) => ({
      marked: k === month - 1,
      cells: [
        [k === month - 1 ? strong(MONTHS[k]) : MONTHS[k]],
        ...(wide
          ? []
          : yields.map((y): Runs => [
              balance.idle.has(y.source.id)
                ? 'not counted'
                : w.bare(broughtPerDay(balance, y, k), 'volume', yieldIn(w, y, k)),
            ])),
        [w.bare(m.given, 'volume', { of: 'given', id: 'need', leg: k })],
        ...(wide ? [] : needs.rows.map((r): Runs => [w.bare(r.perDay[k], 'volume', needIn(r, k))])),
        [w.bare(m.needed, 'volume', neededIn(w, k))],
        [w.bare(m.spare, 'volume', { of: 'spare', id: 'need', leg: k })],
      ],
    }));
    const columns = [
      { head: 'A day in' },
      ...(wide ? [] : yields.map((y) => ({ head: y.source.name ?? y.source.id, unit, align: 'right' as const }))),
      { head: 'Comes', unit, align: 'right' as const },
      ...(wide ? [] : needs.rows.map((r) => ({ head: r.name, unit, align: 'right' as const }))),
      { head: 'Needed', unit, align: 'right' as const },
      { head: 'Spare', unit, align: 'right' as const },
    ];
    const blocks: Block[] = [
      {
        kind: 'drawing',
        drawing: yearDrawing({
          title: 'Water that comes and water that is needed, a day in each month',
          months: short,
          given: months.map((m) => inUnit(m.given, 'volume', units)),
          needed: months.map((m) => inUnit(m.needed, 'volume', units)),
          unit,
          tightest: balance.tightest,
        }),
      },
      {
        kind: 'table',
        title: 'Water and need, a day in each month',
        columns,
        rows,
      },
    ];
    if (yields.length > 0)
      blocks.push({
        kind: 'table',
        title: 'Sources',
        titled: true,
        columns: [
          { head: 'Source' },
          { head: `In ${MONTHS[month - 1]}, a day`, align: 'right' },
          { head: 'In its leanest known stretch', align: 'right' },
          { head: 'What is taken for granted', grows: 1 },
        ],
        rows: yields.map((y) => ({
          cells: [
            [y.source.name ?? y.source.id],
            [
              balance.idle.has(y.source.id)
                ? 'reaches nothing: not counted'
                : w.fig(broughtPerDay(balance, y, month - 1), 'volume', yieldIn(w, y, month - 1)),
            ],
            [w.fig(y.low, 'volume', leanWorking(y))],
            [w.quoted(y.assumption ?? '')],
          ],
        })),
      });
    if (needs.rows.length > 0)
      blocks.push({
        kind: 'table',
        title: 'Needs',
        titled: true,
        columns: [
          { head: 'Need' },
          { head: `In ${MONTHS[month - 1]}, a day`, align: 'right' },
          { head: 'Most, a day', align: 'right' },
          { head: 'Source', grows: 1 },
        ],
        rows: needs.rows.map((r) => ({
          cells: [
            [r.name],
            [w.fig(r.perDay[month - 1], 'volume', needIn(r, month - 1))],
            [w.fig(Math.max(...r.perDay), 'volume', needIn(r, r.perDay.indexOf(Math.max(...r.perDay))))],
            [`${w.quoted(r.source)}${r.note ? `; ${w.quoted(r.note)}` : ''}`],
          ],
        })),
      });
    if (budgetFindings.length > 0)
      blocks.push({ kind: 'says', title: 'What the plan says', said: budgetFindings.slice(0, 12).map(w.said) });
    return [
      {
        id: 'water',
        title: 'Water and need',
        under: [`A mean day of each month; losses of ${percent(needs.losses)} are counted with what is needed`],
        blocks,
      },
    ];
  },
};
