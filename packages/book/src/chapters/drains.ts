// A drain of greywater: the fall of each leg.
import {
  drainDayWorking,
  drainFindings,
  drainLengthWorking,
  drainRuns,
  fallWorking,
} from '@vernal-slope/plan/greywater';
import type { Drain } from '@vernal-slope/plan/schema';
import { fallText, showText } from '@vernal-slope/display/quantities';
import { barsDrawing } from '../drawing/index.ts';
import { figure, type Sheet } from '../model/index.ts';
import type { Writer } from '../known/index.ts';
import { said } from './bench.ts';

export function drainSheet(w: Writer, drain: Drain): Sheet {
  const { plan, units } = w.known;
  const r = drainRuns(plan, drain);
  return {
    id: `drain-${drain.id}`,
    title: w.name(drain.id),
    under: [
      w.fig(r.length, 'distance', drainLengthWorking(r)),
      ' to its farthest basin, ',
      w.fig(r.perDay, 'volume', drainDayWorking(r)),
      ' a day',
    ],
    blocks: [
      {
        kind: 'drawing',
        drawing: barsDrawing(
          `drain-${drain.id}`,
          `Fall of each leg of ${w.name(drain.id)}`,
          r.legs.map((l, k) => ({ name: `leg ${k + 1}`, value: Math.max(0, l.fall), text: fallText(l.fall) })),
        ),
      },
      {
        kind: 'table',
        title: 'Legs',
        columns: [
          { head: 'Leg', grows: 1 },
          { head: 'Length', align: 'right' },
          { head: 'Invert from', align: 'right' },
          { head: 'to', align: 'right' },
          { head: 'Fall', align: 'right' },
          { head: 'It is' },
        ],
        rows: r.legs.map((l, k) => ({
          marked: l.state !== 'good',
          cells: [
            [String(k + 1)],
            [figure(showText(l.length, 'distance', units))],
            [figure(showText(l.fromInvert, 'height', units))],
            [figure(showText(l.toInvert, 'height', units))],
            [w.worked(fallText(l.fall), fallWorking(r, l))],
            [l.state],
          ],
        })),
      },
      ...said(w, drainFindings(r)),
    ],
  };
}
