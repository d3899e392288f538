// A rail of drinkers: what stands at each.
import { drinkingWorking, railFindings, railStands, standingWorking, type RailPlot } from '@vernal-slope/plan/drink';
import { showText } from '@vernal-slope/display/quantities';
import { barsDrawing } from '../drawing/index.ts';
import { figure, type Block, type Sheet } from '../model/index.ts';
import type { Writer } from '../known/index.ts';
import { said } from './bench.ts';

export function railSheet(w: Writer, rail: RailPlot): Sheet {
  const { compiled, units } = w.known;
  const s = railStands(compiled, rail);
  return {
    id: `rail-${rail.id}`,
    title: w.name(rail.id),
    under: [
      `${s.drinkers.length} drinkers that like `,
      figure(w.entered(s.band.least, 'pressure')),
      ' to ',
      figure(w.entered(s.band.most, 'pressure')),
    ],
    blocks: [
      ...(s.settled
        ? [
            {
              kind: 'drawing',
              drawing: barsDrawing(
                `rail-${rail.id}`,
                `Pressure at each drinker of ${w.name(rail.id)}, at rest`,
                s.drinkers.map((d, k) => ({
                  name: `drinker ${k + 1}`,
                  value: Math.max(0, d.standing),
                  text: showText(d.standing, 'pressure', units),
                })),
                { value: s.band.most, words: `most they like, ${w.entered(s.band.most, 'pressure')}` },
              ),
            } satisfies Block,
          ]
        : [{ kind: 'text', text: ['What stands at its drinkers is not settled.'] } satisfies Block]),
      {
        kind: 'table',
        title: 'Drinkers',
        columns: [
          { head: 'No', align: 'right' },
          { head: 'Hangs over its floor', align: 'right' },
          { head: 'At rest', align: 'right' },
          { head: 'While they drink', align: 'right' },
          { head: 'It', grows: 1 },
        ],
        rows: s.drinkers.map((d, k) => ({
          marked: s.settled && d.state !== 'good',
          cells: [
            [String(k + 1)],
            [figure(showText(d.hangs, 'height', units))],
            [s.settled ? w.fig(d.standing, 'pressure', standingWorking(compiled, s, d)) : '–'],
            [
              s.settled && Number.isFinite(d.drinking)
                ? w.fig(d.drinking, 'pressure', drinkingWorking(compiled, s, d))
                : '–',
            ],
            [s.settled ? d.state : '–'],
          ],
        })),
      },
      ...said(w, railFindings(compiled, s)),
    ],
  };
}
