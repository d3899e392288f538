// The work in an order that holds, with its days and boxes to tick; upkeep with its days.
import { CAUTION_WORDS, SIGN_WORDS, WORK } from '@vernal-slope/plan/build';
import { dateText } from '@vernal-slope/display/dates';
import { showText } from '@vernal-slope/display/quantities';
import { BY_WORDS } from '@vernal-slope/display/logwords';
import { figure, muted, strong, type Block, type Check } from '../model/index.ts';
import type { ChapterRow } from './chapter.ts';

export const buildChapter: ChapterRow = {
  id: 'build',
  title: 'Build order',
  forms: ['whole', 'field'],
  make: (w) => {
    const { steps, units } = w.known;
    if (steps.length === 0) return [];
    const blocks: Block[] = [];
    let day = '';
    let items: Check[] = [];
    const flush = (): void => {
      if (items.length > 0) blocks.push({ kind: 'checks', title: dateText(day), items });
      items = [];
    };
    for (const s of steps) {
      if (s.first !== day) {
        flush();
        day = s.first;
      }
      const waits = s.wait > 0 ? `; then ${showText(s.wait, 'duration', units)} of waiting` : '';
      items.push({
        done: s.done !== undefined,
        text: [
          strong(s.title),
          muted(
            ` ${showText(s.time, 'duration', units)}${s.last === s.first ? '' : `, to ${dateText(s.last)}`}${waits}. `,
          ),
          WORK[s.work].why,
          ...(s.done ? [muted(` Done ${dateText(s.done.on)}${s.done.note ? `: ${s.done.note}` : ''}.`)] : []),
        ],
      });
    }
    flush();
    return [
      {
        id: 'build',
        title: 'Build order',
        under: ['Hours and waits are rules of thumb (common practice, no source); one crew works at one thing'],
        blocks,
      },
    ];
  },
};

export const upkeepChapter: ChapterRow = {
  id: 'upkeep',
  title: 'Upkeep',
  forms: ['whole', 'field'],
  make: (w) => {
    const { dues } = w.known;
    if (dues.length === 0) return [];
    return [
      {
        id: 'upkeep',
        title: 'Upkeep',
        under: ['How often each comes is common practice, no source'],
        blocks: [
          {
            kind: 'table',
            title: 'Upkeep',
            columns: [
              { head: 'Job', grows: 1 },
              { head: 'Every', align: 'right' },
              { head: 'Next' },
              { head: 'Last done' },
              { head: 'Done, on' },
            ],
            rows: dues.map((d) => ({
              marked: d.over >= 0 && d.due !== undefined,
              cells: [
                [strong(d.job.title), muted(` ${w.quoted(d.job.words.why)}`)],
                [
                  d.job.everyDays === undefined
                    ? '–'
                    : figure(`${d.job.everyDays} ${d.job.everyDays === 1 ? 'day' : 'days'}`),
                ],
                [d.due ? `${BY_WORDS[d.by]} ${dateText(d.due)}` : 'not counted yet'],
                [d.last ? dateText(d.last.on.slice(0, 10)) : '–'],
                ['☐ ________'],
              ],
            })),
          },
        ],
      },
    ];
  },
};

export const cautionsChapter: ChapterRow = {
  id: 'cautions',
  title: 'Cautions',
  forms: ['whole', 'field'],
  make: (w) => {
    const { steps } = w.known;
    const cautions = [...new Set(steps.flatMap((s) => s.cautions))];
    const signs = [...new Set(steps.flatMap((s) => s.signs))];
    return [
      {
        id: 'cautions',
        title: 'Cautions',
        under: ['Local codes and licensed practice come before anything that stands in this book'],
        blocks: [
          {
            kind: 'list',
            items: [
              ['These are planning figures, with nothing allowed for wear, leaks or bad measuring.'],
              [
                'Untested water is not for drinking. Nothing here says that water is fit to drink: a laboratory’s test does.',
              ],
              [
                'Water from a plan like this never joins mains water without the device against backflow that the local code asks for.',
              ],
              ['Water rights and permits are not looked up here.'],
              ['Second-hand tanks: only with a known history.'],
              ...cautions.map((c) => [w.quoted(CAUTION_WORDS[c])]),
            ],
          },
          ...(signs.length > 0
            ? [
                {
                  kind: 'checks',
                  title: 'Who signs',
                  items: signs.map((s) => ({ text: [SIGN_WORDS[s]], found: 'name' })),
                } satisfies Block,
              ]
            : []),
        ],
      },
    ];
  },
};
