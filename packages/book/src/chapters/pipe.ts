// The pipe schedule: every line with its pipe, and every pipe as it is bought and cut.
import { findPipe } from '@vernal-slope/plan/catalogue';
import { lineLength } from '@vernal-slope/plan/positions';
import { speedWorking } from '@vernal-slope/plan/solve';
import { pipeFamily, pipeName } from '@vernal-slope/display/names';
import { showText } from '@vernal-slope/display/quantities';
import { figure, type Row } from '../model/index.ts';
import type { ChapterRow } from './chapter.ts';
import { throughWorking } from './walk.ts';

/** The leg with the most speed. */
const fastest = (speeds: readonly number[]): number => speeds.reduce((a, v, k) => (v > speeds[a] ? k : a), 0);

export const pipeChapter: ChapterRow = {
  id: 'pipe',
  title: 'Pipe schedule',
  forms: ['whole', 'field'],
  make: (w) => {
    const { plan, compiled, result, bill, units } = w.known;
    if (plan.lines.length === 0) return [];
    const rows = plan.lines.flatMap((line, k): Row[] => {
      const byPipe = new Map<string, { length: number; bore: string; rating: string }>();
      for (const leg of line.legs) {
        const row = typeof leg.pipe === 'string' ? findPipe(leg.pipe) : undefined;
        const name = `${pipeName(leg.pipe, units)} ${w.quoted(pipeFamily(leg.pipe))}`.trim();
        const before = byPipe.get(name);
        byPipe.set(name, {
          length: (before?.length ?? 0) + leg.lengthM,
          bore: row
            ? w.field('insideDiameterMm', row.insideDiameterMm)
            : typeof leg.pipe === 'string'
              ? ''
              : w.field('insideDiameterMm', leg.pipe.insideDiameterMm),
          rating: row?.ratingKPa === undefined ? '–' : w.field('ratingKPa', row.ratingKPa),
        });
      }
      const found = result.lines.get(line.id);
      const speed =
        found && result.converged
          ? w.fig(found.velocity, 'speed', speedWorking(compiled, result, line.id, fastest(found.segmentSpeed)))
          : '–';
      return [...byPipe].map(([name, p], i) => ({
        cells: [
          [i === 0 ? String(k + 1) : ''],
          [i === 0 ? w.name(line.id) : ''],
          [name],
          [figure(p.bore)],
          [figure(showText(p.length, 'distance', units))],
          [figure(p.rating)],
          [
            i === 0 && found && result.converged
              ? w.fig(Math.abs(found.flow), 'flow', throughWorking(w, line))
              : i === 0
                ? '–'
                : '',
          ],
          [i === 0 ? speed : ''],
        ],
      }));
    });
    const all = plan.lines.reduce((sum, l) => sum + lineLength(l), 0);
    return [
      {
        id: 'pipe',
        title: 'Pipe schedule',
        under: ['Lines as they are numbered in the walk; pipe by its inside, not by its name'],
        blocks: [
          {
            kind: 'table',
            title: 'Lines',
            columns: [
              { head: 'No', align: 'right' },
              { head: 'Line', grows: 1 },
              { head: 'Pipe' },
              { head: 'Bore', align: 'right' },
              { head: 'Length', align: 'right' },
              { head: 'Rated', align: 'right' },
              { head: 'Flow', align: 'right' },
              { head: 'Speed', align: 'right' },
            ],
            rows: [
              ...rows,
              { sum: true, cells: [[], ['All'], [], [], [figure(showText(all, 'distance', units))], [], [], []] },
            ],
          },
          {
            kind: 'table',
            title: 'As it is bought and cut',
            titled: true,
            columns: [
              { head: 'Pipe', grows: 1 },
              { head: 'Laid', align: 'right' },
              { head: 'Buy', align: 'right' },
              { head: 'Left over', align: 'right' },
              { head: 'Cuts, longest first', grows: 2 },
            ],
            rows: bill.pipe.map((p) => ({
              cells: [
                [w.quoted(p.name)],
                [figure(showText(p.need, 'distance', units))],
                [figure(p.stock.map((s) => `${s.count} of ${showText(s.length, 'distance', units)}`).join(', '))],
                [figure(showText(p.left, 'distance', units))],
                [
                  cuts(
                    p.bins.map((b) => b.pieces),
                    (m) => showText(m, 'distance', units),
                  ),
                ],
              ],
            })),
          },
        ],
      },
    ];
  },
};

/** "382 m + 12 m | 40 m": what is cut from each length. */
function cuts(bins: readonly (readonly number[])[], text: (m: number) => string): string {
  const shown = bins.slice(0, 12).map((pieces) =>
    [...pieces]
      .sort((a, b) => b - a)
      .map(text)
      .join(' + '),
  );
  return `${shown.join('; ')}${bins.length > 12 ? `; and ${bins.length - 12} more` : ''}`;
}
