// Parts and the list for the shop, aisle by aisle, with what is in hand and what it costs; holes and their saws.
import { GROUPS, itemWorking, pipeWorking, toBuy } from '@vernal-slope/plan/parts';
import { fixed, showPrice, showText } from '@vernal-slope/display/quantities';
import { figure, muted, strong, type Block, type Row } from '../model/index.ts';
import type { ChapterRow } from './chapter.ts';

export const partsChapter: ChapterRow = {
  id: 'parts',
  title: 'Parts and shop list',
  forms: ['whole', 'field'],
  make: (w) => {
    const { bill, units } = w.known;
    if (bill.items.length + bill.pipe.length === 0) return [];
    const length = (m: number): string => showText(m, 'distance', units);
    const cost = (v: number | undefined): string => (v === undefined ? '–' : fixed(v, 2));
    const rows: Row[] = GROUPS.flatMap(({ group, name }): Row[] => {
      const pipes = group === 'pipe' ? bill.pipe : [];
      const items = bill.items.filter((i) => i.group === group);
      if (pipes.length + items.length === 0) return [];
      return [
        { cells: [[], [], [strong(name)], [], [], []] },
        ...pipes.map((p): Row => {
          const priced = p.stock.every((s) => s.price !== undefined);
          const sum = priced ? p.stock.reduce((total, s) => total + (s.price ?? 0) * s.count, 0) : undefined;
          return {
            cells: [
              [p.bought ? '✓' : '☐'],
              [w.worked(p.stock.map((s) => `${s.count} of ${length(s.length)}`).join(', '), pipeWorking(bill, p))],
              [w.quoted(p.name), muted(` ${length(p.need)} laid`)],
              [p.shed > 0 ? figure(length(p.shed)) : ''],
              [
                figure(
                  p.perM === undefined
                    ? '–'
                    : `${fixed(Number(showPrice(p.perM, units)), 2)} a ${units === 'us' ? 'ft' : 'm'}`,
                ),
              ],
              [figure(cost(sum))],
            ],
          };
        }),
        ...items.map((i): Row => {
          const amount =
            i.per === 'm' ? length(i.count) : i.per === 'm³' ? showText(i.count, 'bulk', units) : fixed(i.count, 0);
          return {
            cells: [
              [toBuy(i) === 0 ? '✓' : '☐'],
              [w.worked(amount, itemWorking(bill, i.id))],
              [w.quoted(i.name), ...(i.rule || i.note ? [muted(` ${w.quoted(i.rule ?? i.note ?? '')}`)] : [])],
              [i.shed > 0 ? figure(fixed(i.shed, 0)) : ''],
              [figure(cost(i.price))],
              [figure(i.price === undefined ? '–' : fixed(i.price * i.count, 2))],
            ],
          };
        }),
      ];
    });
    const blocks: Block[] = [
      {
        kind: 'table',
        title: 'To buy',
        columns: [
          { head: 'In hand', align: 'middle' },
          { head: 'How many', align: 'right' },
          { head: 'What', grows: 1 },
          { head: 'In the shed', align: 'right' },
          { head: 'Each', align: 'right' },
          { head: 'Cost', align: 'right' },
        ],
        rows: [
          ...rows,
          {
            sum: true,
            cells: [
              [],
              [],
              [`All that has a price${bill.unpriced.length > 0 ? `; ${bill.unpriced.length} without one` : ''}`],
              [],
              [],
              [figure(fixed(bill.total, 2))],
            ],
          },
        ],
      },
    ];
    if (bill.holes.length > 0)
      blocks.push({
        kind: 'table',
        title: 'Holes and their saws',
        titled: true,
        columns: [
          { head: 'Where', grows: 1 },
          { head: 'What goes in', grows: 1 },
          { head: 'Saw' },
          { head: 'Wall that it suits', align: 'right' },
          { head: 'Holes', align: 'right' },
        ],
        rows: bill.holes.map((h) => ({
          cells: [
            [w.name(h.place)],
            [w.quoted(bill.items.find((i) => i.id === h.part)?.name ?? h.part)],
            [w.quoted(h.saw)],
            [figure(`${w.field('wallMm', h.wallMm[0])} to ${w.field('wallMm', h.wallMm[1])}`)],
            [figure(String(h.count))],
          ],
        })),
      });
    return [
      {
        id: 'parts',
        title: 'Parts and shop list',
        under: [
          'Parts are kinds by their sizes, never makers’ own; prices are those that were entered; a cost is how many times what each costs',
        ],
        blocks,
      },
    ];
  },
};
