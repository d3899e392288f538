// A trough on its bench: cut open, its float, its settings.
import { drinkWorking, placesWorking, troughFindings, troughRuns } from '@vernal-slope/plan/trough';
import { volumeWorking } from '@vernal-slope/plan/budget';
import { vesselHeight } from '@vernal-slope/plan/compile';
import type { BasinNode } from '@vernal-slope/plan/schema';
import { showText } from '@vernal-slope/display/quantities';
import { cutDrawing } from '../drawing/index.ts';
import { figure, type Sheet } from '../model/index.ts';
import type { Writer } from '../known/index.ts';
import { type Pair, said, beside } from './bench.ts';

export function troughSheet(w: Writer, node: BasinNode): Sheet {
  const { compiled, units, findings, result } = w.known;
  const runs = troughRuns(compiled, node);
  const height = vesselHeight(node);
  const float = node.inlet?.floatValve;
  const flow = result.nodes.get(node.id);
  const rows: Pair[] = [
    ['water line over its floor', [figure(showText(runs.full, 'height', units))]],
    ['rim over the ground', [figure(showText(runs.rim, 'height', units))]],
    ['it holds', [w.fig(runs.holds, 'volume', volumeWorking(node, runs.full))]],
    ['they drink a day', [w.fig(runs.perDay, 'volume', drinkWorking(runs))]],
    ...(float
      ? ([
          ['float shuts at', [figure(w.field('closeLevelM', float.closeLevelM))]],
          ['wide open at', [figure(w.field('closeLevelM', float.closeLevelM - float.bandM))]],
          ['its seat', [figure(w.field('seatMm', float.seatMm))]],
        ] satisfies Pair[])
      : []),
    ...(flow && result.converged
      ? ([
          ['flow in this plan', [w.fig(flow.flow, 'flow', { of: 'flow', id: node.id })]],
          ['pressure at the valve', [w.fig(flow.pressure, 'pressure', { of: 'pressure', id: node.id })]],
          ['pressure with all shut', [w.fig(flow.staticPressure, 'pressure', { of: 'static', id: node.id })]],
        ] satisfies Pair[])
      : []),
    ...(runs.places === undefined
      ? []
      : ([['places to drink at once', [w.worked(String(runs.places), placesWorking(runs))]]] satisfies Pair[])),
  ];
  const drawing = cutDrawing(
    `trough-${node.id}`,
    `${w.name(node.id)} cut open`,
    height,
    [
      {
        from: runs.full,
        to: height,
        usable: false,
        words: `${showText(height - runs.full, 'height', units)} of free board`,
      },
      {
        from: 0,
        to: runs.full,
        usable: true,
        words: `${showText(runs.full, 'height', units)} of water, ${showText(runs.holds, 'volume', units)}`,
      },
    ],
    runs.full,
  );
  const own = findings.filter((f) => f.at === node.id);
  return {
    id: `trough-${node.id}`,
    title: w.name(node.id),
    under: [runs.heads > 0 ? `for ${runs.heads} head` : 'nobody is said to drink here'],
    blocks: [
      beside([{ kind: 'drawing', drawing }], [{ kind: 'pairs', title: 'Settings', rows }]),
      ...said(w, [...troughFindings(runs), ...own]),
    ],
  };
}
