// What a float bears and what it costs: pressures between which it works, and the water it never lets in.
import { seatThatShuts, shutsAgainst } from '@vernal-slope/core/floatvalve';
import { volumeAt } from '@vernal-slope/core/tank';
import { findFloat, FLOAT_ROWS, type FloatRow } from '../catalogue/index.ts';
import { metresOfMm, pascals, tankShape } from '../compile/index.ts';
import { finding, type Finding } from '../findings/index.ts';
import type { VesselNode } from '../schema/index.ts';
import type { FloatValveEntry } from '../fields/index.ts';

/** The row that a float is taken for: its own, else an arm and ball whose seats are of its size (an assumption). */
export function rowOfFloat(float: FloatValveEntry): { row: FloatRow; assumed: boolean } {
  const own = findFloat(float.type);
  if (own) return { row: own, assumed: false };
  const fits = FLOAT_ROWS.find((r) =>
    float.characteristic === 'snap'
      ? r.characteristic === 'snap'
      : r.lever !== undefined && float.seatMm <= r.seat.high,
  );
  return { row: fits ?? FLOAT_ROWS[FLOAT_ROWS.length - 1], assumed: true };
}

/** Diameter of a float's ball, m: as entered, else of its kind. */
export const ballOf = (float: FloatValveEntry): number =>
  metresOfMm(float.lever?.ballMm ?? rowOfFloat(float).row.lever?.ballMm ?? USUAL_BALL);
/** mm, of a float without an arm. */
const USUAL_BALL = 80;

export interface FloatLimits {
  /** Pa */ readonly least: number;
  readonly most: number;
  /** Bore of a seat that would shut against a pressure (Pa), m; undefined where none follows from a lever. */
  readonly seatFor?: (pressure: number) => number;
  readonly assumed: boolean;
}

/** Pressures between which a float works: as entered, else of its lever, else of its kind. */
export function limitsOfFloat(float: FloatValveEntry, density: number): FloatLimits {
  const { row, assumed } = rowOfFloat(float);
  const entry = float.lever ?? row.lever;
  const lever = entry && { ball: metresOfMm(entry.ballMm), ratio: entry.ratio };
  const byLever = lever && shutsAgainst(metresOfMm(float.seatMm), lever, density);
  return {
    least: pascals(float.leastKPa ?? (assumed ? 0 : row.leastKPa)),
    most: float.mostKPa !== undefined ? pascals(float.mostKPa) : (byLever ?? pascals(row.mostKPa)),
    ...(lever ? { seatFor: (pressure: number) => seatThatShuts(pressure, lever, density) } : {}),
    assumed: assumed && float.lever === undefined && float.mostKPa === undefined,
  };
}

/** From how much of a tank, m, a float that shuts low is worth a word. */
const WORTH = 0.05;

/** What is found of a vessel's float. @param standing pressure on it with all shut and the tanks full, Pa */
export function floatFindings(node: VesselNode, standing: number, density: number): Finding[] {
  const float = node.inlet?.floatValve;
  if (!float) return [];
  const found: Finding[] = [];
  if (float.closeLevelM > node.overflowM)
    found.push(finding('float-over-overflow', node.id, { closes: float.closeLevelM, overflow: node.overflowM }));
  else if (node.overflowM - float.closeLevelM > WORTH) {
    const shape = tankShape(node.shape, node.count);
    found.push(
      finding('float-costs', node.id, {
        depth: node.overflowM - float.closeLevelM,
        volume: volumeAt(shape, node.overflowM) - volumeAt(shape, float.closeLevelM),
      }),
    );
  }
  const limits = limitsOfFloat(float, density);
  if (standing > limits.most)
    found.push(
      finding('float-cannot-shut', node.id, {
        most: limits.most,
        pressure: standing,
        seat: limits.seatFor?.(standing) ?? 0,
      }),
    );
  else if (standing < limits.least)
    found.push(finding('float-under-pressure', node.id, { least: limits.least, pressure: Math.max(0, standing) }));
  return found;
}
