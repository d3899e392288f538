// A tank that is carried.
import {
  fillWorking,
  lastsWorking,
  toteFindings,
  toteHoldsWorking,
  toteMassWorking,
  toteRuns,
  toteTapWorking,
  type Tote,
} from '@vernal-slope/plan/tote';
import { vesselHeight } from '@vernal-slope/plan/compile';
import { showText } from '@vernal-slope/display/quantities';
import { scaleFor, standingDrawing } from '../drawing/index.ts';
import { figure, type Sheet } from '../model/index.ts';
import type { Writer } from '../known/index.ts';
import { type Pair, said, beside } from './bench.ts';

export function toteSheet(w: Writer, node: Tote): Sheet {
  const { compiled, units } = w.known;
  const r = toteRuns(compiled, node);
  const floor = node.groundM + (node.standM ?? 0);
  const high = vesselHeight(node);
  const drawing = standingDrawing(
    `tote-${node.id}`,
    `${w.name(node.id)} on its pallets`,
    [
      {
        name: w.name(node.id),
        says: `tap ${showText(r.tap, 'height', units)} up`,
        ground: node.groundM,
        floor,
        top: floor + high,
      },
    ],
    undefined,
    scaleFor(floor + high - node.groundM, 46),
  );
  return {
    id: `tote-${node.id}`,
    title: w.name(node.id),
    under: ['a tank that is carried to where it is used and filled there'],
    blocks: [
      beside(
        [{ kind: 'drawing', drawing: { ...drawing, width: 90 } }],
        [
          {
            kind: 'pairs',
            title: 'Settings',
            rows: [
              ['it holds over its outlet', [w.fig(r.holds, 'volume', toteHoldsWorking(r))]],
              ['pallets under it', [figure(String(r.courses))]],
              ['tap over the ground', [w.fig(r.tap, 'height', toteTapWorking(r))]],
              ...(r.settled && Number.isFinite(r.lasts)
                ? ([['it lasts', [w.fig(r.lasts, 'duration', lastsWorking(r))]]] satisfies Pair[])
                : []),
              ['filling takes', [w.fig(r.fillTime, 'duration', fillWorking(r))]],
              ['full it weighs', [w.fig(r.mass, 'mass', toteMassWorking(w.known.compiled, r))]],
            ],
          },
        ],
      ),
      ...said(w, toteFindings(r)),
    ],
  };
}
