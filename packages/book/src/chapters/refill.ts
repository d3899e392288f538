// Refill in a typical day: levels and flows in strips, who is short, what runs over.
import { MONTHS } from '@vernal-slope/display/dates';
import { showText, unitFor } from '@vernal-slope/display/quantities';
import { worstFirst } from '@vernal-slope/plan/findings';
import { clockText } from '@vernal-slope/plan/findings';
import { stripsDrawing, type Strip } from '../drawing/index.ts';
import { figure, type Block, type Row } from '../model/index.ts';
import type { ChapterRow } from './chapter.ts';

/** Strips on one drawing. */
const MOST = 15;

export const refillChapter: ChapterRow = {
  id: 'refill',
  title: 'Refill in a day',
  forms: ['whole'],
  make: (w) => {
    const { day, units } = w.known;
    if (!day || day.vessels.length + day.taps.length === 0) return [];
    if (!day.settled)
      return [
        {
          id: 'refill',
          title: 'Refill in a day',
          blocks: [{ kind: 'text', text: ['The day was run and did not settle: no figure of it is printed as good.'] }],
        },
      ];
    const most = (list: ArrayLike<number>): number => Array.from(list).reduce((a, b) => Math.max(a, b), 0);
    const strips: Strip[] = [
      ...day.sources.map((s): Strip => ({
        name: s.name,
        says: `in, most ${showText(most(s.flows), 'flow', units)}`,
        values: s.flows,
        most: Math.max(most(s.flows), 1e-12),
        level: false,
      })),
      ...day.vessels.map((v): Strip => ({
        name: v.name,
        says: v.who || `to ${showText(v.height, 'height', units)}`,
        values: v.levels,
        most: v.height,
        full: v.full,
        level: true,
      })),
      ...day.taps
        .filter((t) => most(t.flows) > 0)
        .map((t): Strip => ({
          name: t.name,
          says: `most ${showText(most(t.flows), 'flow', units)}`,
          values: t.flows,
          most: Math.max(most(t.flows), 1e-12),
          level: false,
        })),
    ];
    const drawings: Block[] = [];
    for (let k = 0; k < strips.length; k += MOST)
      drawings.push({
        kind: 'drawing',
        drawing: stripsDrawing(
          `day-${drawings.length + 1}`,
          'A day in strips: levels of vessels, flows of sources and taps',
          day.times,
          day.start,
          strips.slice(k, k + MOST),
        ),
      });
    const unit = unitFor('volume', units).symbol;
    const rows: Row[] = day.vessels.map((v) => ({
      marked: v.shortfall > 1e-6,
      cells: [
        [v.name],
        [w.fig(v.lowest, 'height', day.sums.vessels.get(v.id)?.lowest)],
        [figure(clockText(day.start + v.lowestAt))],
        [
          v.longestRefill === null
            ? 'not in the day'
            : w.fig(v.longestRefill, 'duration', day.sums.vessels.get(v.id)?.longestRefill),
        ],
        [w.bare(v.demand, 'volume', day.sums.vessels.get(v.id)?.demand)],
        [w.bare(v.shortfall, 'volume', day.sums.vessels.get(v.id)?.shortfall)],
      ],
    }));
    return [
      {
        id: 'refill',
        title: 'Refill in a day',
        under: [
          `A typical day in ${MONTHS[day.month - 1]}, from midnight, all that is in the plan running; dashed: where a vessel counts as full`,
        ],
        blocks: [
          ...drawings,
          {
            kind: 'table',
            title: 'Vessels in that day',
            titled: true,
            columns: [
              { head: 'Vessel', grows: 1 },
              { head: 'Lowest', align: 'right' },
              { head: 'at', align: 'right' },
              { head: 'Longest refill', align: 'right' },
              { head: 'Wanted', unit, align: 'right' },
              { head: 'Short by', unit, align: 'right' },
            ],
            rows,
          },
          {
            kind: 'text',
            text: [
              'Of ',
              w.fig(day.came, 'volume', day.sums.came),
              ' that came ',
              w.fig(day.overflow, 'volume', day.sums.overflow),
              ' ran over; all places together were short by ',
              w.fig(day.shortfall, 'volume', day.sums.shortfall),
              '. What came in, went out and stayed differ by ',
              w.fig(Math.abs(day.error), 'volume', day.sums.error),
              '.',
            ],
          },
          ...(day.findings.length > 0
            ? [
                {
                  kind: 'says',
                  title: 'What the plan says',
                  said: worstFirst(day.findings).slice(0, 12).map(w.said),
                } satisfies Block,
              ]
            : []),
        ],
      },
    ];
  },
};
