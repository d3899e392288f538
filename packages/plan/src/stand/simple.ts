// What a tank can stand on instead of posts: ground up the slope, a pad, a berm. Shown before any stand.
import type { Term, Working } from '@vernal-slope/core/working';
import type { Plan, StoreNode } from '../schema/index.ts';
import { lineGeometry } from '../compile/index.ts';
import { changeNode, slidePlace, together, type Command } from '../edit/index.ts';
import { isStore } from '../kinds/index.ts';
import { starvedBy } from '../solve/index.ts';
import { tankOutside } from './presets.ts';

export interface GroundSpot {
  readonly line: string;
  /** Which end of the line the tank is at. */ readonly end: 'from' | 'to';
  /** Along the line from the tank, and from the line's start, m */ readonly distance: number;
  readonly chainage: number;
  /** m above datum */ readonly ground: number;
}

/** The nearest place on a line of the tank where the ground is as high as `height` m above the tank's; or none. */
export function groundUpSlope(plan: Plan, tank: StoreNode, height: number): GroundSpot | undefined {
  const target = tank.groundM + height;
  const spots: GroundSpot[] = [];
  for (const line of plan.lines) {
    const end = line.to === tank.id ? 'to' : line.from === tank.id ? 'from' : undefined;
    const start = plan.nodes.find((n) => n.id === line.from)?.groundM;
    if (!end || start === undefined) continue;
    const { chainage, ground } = lineGeometry(line, start);
    const total = chainage[chainage.length - 1];
    const away = chainage.map((c) => (end === 'from' ? c : total - c));
    const order = end === 'from' ? away.map((_, k) => k) : away.map((_, k) => away.length - 1 - k);
    for (let j = 1; j < order.length; j++) {
      const [a, b] = [order[j - 1], order[j]];
      if (ground[b] < target - 1e-9) continue;
      const rise = ground[b] - ground[a];
      const share = rise > 0 ? Math.max(0, (target - ground[a]) / rise) : 0;
      const distance = away[a] + share * (away[b] - away[a]);
      spots.push({
        line: line.id,
        end,
        distance,
        chainage: end === 'from' ? distance : total - distance,
        ground: target,
      });
      break;
    }
  }
  return spots.sort((a, b) => a.distance - b.distance)[0];
}

/** A tank moved to a spot up its line, on the ground there. */
export const upSlopeCommand = (tank: StoreNode, spot: GroundSpot): Command =>
  together('on the ground up the slope', [
    slidePlace(spot.line, spot.end, spot.chainage),
    changeNode(tank.id, isStore, 'on the ground', (n) => void (n.standM = 0)),
  ]);

/** Sides of heaps and pads: run for one of rise (common practice, no source). */
const PAD_SLOPE = 1;
const BERM_SLOPE = 2;
/** Level ground around the tank on a pad and on a berm, m (common practice, no source). */
const PAD_EDGE = 0.3;
const BERM_EDGE = 0.6;
/** Highest that a pad and a berm are proposed, m (common practice, no source). */
export const HIGHEST_PAD = 0.6;
export const HIGHEST_BERM = 1.5;

/** Volume of a heap with a level top of `front` by `side`, m³: prismoid with sides of `slope` to one. */
export function heapVolume(front: number, side: number, height: number, slope: number): number {
  const run = slope * height;
  // prismoidal formula: ends and the section half way up
  const top = front * side;
  const foot = (front + 2 * run) * (side + 2 * run);
  const middle = (front + run) * (side + run);
  return (height / 6) * (top + 4 * middle + foot);
}

export interface Heap {
  /** m³ */ readonly volume: number;
  readonly working: Working;
}

export interface SimpleWays {
  /** m above the tank's ground that must be won */ readonly height: number;
  readonly ground?: GroundSpot;
  /** Tanks that would fill no more with this one there. */ readonly dry: readonly string[];
  /** Of gravel or blocks, of earth; undefined where too high for it */
  readonly pad?: Heap;
  readonly berm?: Heap;
}

/** A heap under a tank, level for `edge` metres around it. */
function heapUnder(tank: StoreNode, height: number, of: string, edge: number, slope: number): Heap {
  const o = tankOutside(tank);
  const [front, side] = [o.front + 2 * edge, o.side + 2 * edge];
  const volume = heapVolume(front, side, height, slope);
  const length = (key: string, tex: string, name: string, value: number): Term => ({
    key,
    tex,
    name,
    value,
    dimension: 'length',
  });
  return {
    volume,
    working: {
      code: 'stand-heap',
      of,
      rule: '{{h}} \\cdot \\left( {{a}} \\cdot {{b}} + {{m}} \\cdot {{h}} \\cdot ({{a}} + {{b}}) + \\frac{4}{3} \\cdot {{m}}^2 \\cdot {{h}}^2 \\right)',
      terms: [
        length('h', 'h', 'height', height),
        length('a', 'a', `level top, front: the tank and ${edge} m on both sides`, front),
        length('b', 'b', 'level top, side', side),
        {
          key: 'm',
          tex: 'm',
          name: 'run of its sides for one of rise',
          value: slope,
          dimension: 'ratio',
          source: 'common practice, no source',
        },
      ],
      result: { tex: 'V', value: volume, dimension: 'volume' },
      source: 'Prismoidal formula',
    },
  };
}

/** Simple ways to have a tank `height` m higher. */
export function simpleWays(plan: Plan, tank: StoreNode, height: number): SimpleWays {
  const ground = height > 0 ? groundUpSlope(plan, tank, height) : undefined;
  return {
    height,
    ground,
    dry: ground ? starvedBy(plan, upSlopeCommand(tank, ground), tank.id) : [],
    ...(height > 0 && height <= HIGHEST_PAD ? { pad: heapUnder(tank, height, 'a pad', PAD_EDGE, PAD_SLOPE) } : {}),
    ...(height > 0 && height <= HIGHEST_BERM ? { berm: heapUnder(tank, height, 'a berm', BERM_EDGE, BERM_SLOPE) } : {}),
  };
}
