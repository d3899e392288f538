// A chain of wicking beds at their heights under one float: what each is shimmed by.
import { bedFloor } from '@vernal-slope/plan/kinds';
import {
  bedDepthWorking,
  bedFloorWorking,
  bedWorking,
  bucketShimWorking,
  chainFindings,
  chainFloatWorking,
  chainStands,
  chainWaterWorking,
  type Chain,
} from '@vernal-slope/plan/garden';
import { showText } from '@vernal-slope/display/quantities';
import { scaleFor, standingDrawing, type Standing } from '../drawing/index.ts';
import { figure, type Sheet } from '../model/index.ts';
import type { Writer } from '../known/index.ts';
import { said } from './bench.ts';

export function chainSheet(w: Writer, chain: Chain): Sheet {
  const { plan, units } = w.known;
  const stands = chainStands(chain);
  const id = chain.buckets.at(0)?.id ?? chain.beds[0].id;
  const found = chainFindings(plan, chain, stands);
  if (!stands)
    return {
      id: `beds-${id}`,
      title: `Beds: ${w.name(id)}`,
      under: ['no one bucket with a float holds their level'],
      blocks: said(w, found),
    };
  const things: Standing[] = stands.beds.map((b) => ({
    name: w.name(b.bed.id),
    says: `${b.off >= 0 ? '+' : ''}${showText(b.off, 'drop', units)}`,
    ground: b.bed.groundM,
    floor: bedFloor(b.bed),
    top: bedFloor(b.bed) + b.bed.shape.heightM,
    level: b.floor + b.depth,
  }));
  const low = Math.min(...things.map((t) => t.ground));
  const high = Math.max(...things.map((t) => t.top), stands.line);
  const drawing = standingDrawing(
    `beds-${id}`,
    `Beds under ${w.name(id)} at their heights`,
    things,
    { at: stands.line, words: `water line ${showText(stands.line, 'height', units)}` },
    scaleFor(high - low, 46),
  );
  return {
    id: `beds-${id}`,
    title: `Beds: ${w.name(id)}`,
    under: [
      `${stands.beds.length} beds joined low, one float at `,
      w.fig(stands.float, 'height', chainFloatWorking(stands)),
    ],
    blocks: [
      { kind: 'drawing', drawing },
      {
        kind: 'table',
        title: 'Beds',
        columns: [
          { head: 'Bed', grows: 1 },
          { head: 'Floor at', align: 'right' },
          { head: 'Water in it', align: 'right' },
          { head: 'Wants', align: 'right' },
          { head: 'Shim under it', align: 'right' },
          { head: 'It is' },
        ],
        rows: stands.beds.map((b) => ({
          marked: b.state !== 'good',
          cells: [
            [w.name(b.bed.id)],
            [w.fig(b.floor, 'height', bedFloorWorking(b))],
            [w.fig(b.depth, 'drop', bedDepthWorking(stands, b))],
            [figure(showText(b.wants, 'drop', units))],
            [w.fig(b.off, 'drop', bedWorking(stands, b))],
            [b.state],
          ],
        })),
      },
      {
        kind: 'text',
        text: [
          'A shim below zero: lower its floor by that. Raising the bucket by ',
          w.fig(stands.bucketShim, 'drop', bucketShimWorking(stands)),
          ' makes the largest error of the chain least. The beds hold ',
          w.fig(stands.water, 'volume', chainWaterWorking(stands)),
          '.',
        ],
      },
      ...said(w, found),
    ],
  };
}
