// Taps under one tank: each alone, and as the plan leaves it.
import { aloneWorkings, cabinRuns, type Cabin } from '@vernal-slope/plan/cabin';
import { showText } from '@vernal-slope/display/quantities';
import { barsDrawing } from '../drawing/index.ts';
import type { Block, Sheet } from '../model/index.ts';
import type { Writer } from '../known/index.ts';
import { said } from './bench.ts';

export function cabinSheet(w: Writer, cabin: Cabin): Sheet {
  const { compiled, units, result, findings } = w.known;
  const runs = cabinRuns(compiled, cabin, []);
  const flow = (v: number): string => showText(v, 'flow', units);
  const bars = runs.fixtures.map((f) => ({ name: w.name(f.tap.id), value: Math.max(0, f.alone), text: flow(f.alone) }));
  return {
    id: `taps-${cabin.feed}`,
    title: `Taps under ${w.name(cabin.feed)}`,
    under: ['Each alone, then as all that is open in this plan leaves it'],
    blocks: [
      ...(runs.settled
        ? [
            {
              kind: 'drawing',
              drawing: barsDrawing(`taps-${cabin.feed}`, `What each tap under ${w.name(cabin.feed)} gives alone`, bars),
            } satisfies Block,
          ]
        : []),
      {
        kind: 'table',
        title: 'Taps',
        columns: [
          { head: 'Tap', grows: 1 },
          { head: 'Alone', align: 'right' },
          { head: 'at', align: 'right' },
          { head: 'In this plan', align: 'right' },
          { head: 'at', align: 'right' },
          { head: 'All shut', align: 'right' },
        ],
        rows: runs.fixtures.map((f) => {
          const now = result.nodes.get(f.tap.id);
          const by = runs.settled ? aloneWorkings(compiled, f.tap.id) : {};
          return {
            cells: [
              [w.name(f.tap.id)],
              [runs.settled ? w.fig(f.alone, 'flow', by.flow) : '–'],
              [runs.settled ? w.fig(f.alonePressure, 'pressure', by.pressure) : '–'],
              [now && result.converged ? w.fig(now.flow, 'flow', { of: 'flow', id: f.tap.id }) : '–'],
              [now && result.converged ? w.fig(now.pressure, 'pressure', { of: 'pressure', id: f.tap.id }) : '–'],
              [now && result.converged ? w.fig(now.staticPressure, 'pressure', { of: 'static', id: f.tap.id }) : '–'],
            ],
          };
        }),
      },
      ...said(
        w,
        findings.filter((f) => cabin.taps.some((t) => t.id === f.at)),
      ),
    ],
  };
}
