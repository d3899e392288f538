// Where a vessel stands on the drawn hillside, px, and what is written beside it.
import type { ScaleLinear } from 'd3-scale';
import { tankCapacity } from '@vernal-slope/core/tank';
import { tankShape } from '@vernal-slope/plan/compile';
import { isBasin, isStore } from '@vernal-slope/plan/kinds';
import { showText, type UnitSystem } from '@vernal-slope/display/quantities';
import type { Vessel } from '@vernal-slope/display/section';

type Scale = ScaleLinear<number, number>;

/** px; widths of vessels are not to scale. */
export interface VesselBox {
  readonly left: number;
  readonly width: number;
  readonly top: number;
  readonly foot: number;
  readonly water: number;
  readonly ground: number;
}

export interface DrawnVessel extends Vessel {
  readonly box: VesselBox;
  readonly name: string;
  /** What a store holds; empty for what holds no store. */
  readonly holds: string;
  /** Path of the pipe that comes in at the top; empty where none does. */
  readonly filling: string;
}

const WIDTH = { store: 36, basin: 40 } as const;
/** A basin stands a little beyond the end of its line. */
const BASIN_GAP = 14;

function boxOf(v: Vessel, x: Scale, y: Scale): VesselBox {
  const basin = isBasin(v.node);
  const width = basin ? WIDTH.basin : WIDTH.store;
  return {
    left: v.side === 'end' ? x(v.x) + (basin ? BASIN_GAP : 0) : x(v.x) - width,
    width,
    top: y(v.floor + v.height),
    foot: y(v.floor),
    water: y(v.floor + v.level),
    ground: y(v.ground),
  };
}

function fillingOf(v: Vessel, box: VesselBox, x: Scale, y: Scale): string {
  if (v.pipeEnd === undefined || v.inlet === undefined) return '';
  const over = v.side === 'end' ? '' : `H${box.left - 6}`;
  return `M${x(v.x)} ${y(v.pipeEnd)}${over}V${y(v.inlet)}H${box.left + 5}`;
}

export const drawnVessels = (vessels: readonly Vessel[], x: Scale, y: Scale, system: UnitSystem): DrawnVessel[] =>
  vessels.map((v) => {
    const box = boxOf(v, x, y);
    return {
      ...v,
      box,
      name: v.node.name ?? v.id,
      holds: isStore(v.node) ? showText(tankCapacity(tankShape(v.node.shape, v.node.count)), 'volume', system) : '',
      filling: fillingOf(v, box, x, y),
    };
  });
