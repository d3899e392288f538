// Stations of a line: along it, above the datum, and on the ground where positions are known.
import type { Line, Plan } from '../schema/index.ts';

export interface Station {
  /** Along the line from its start, m. */ readonly chainage: number;
  /** m above datum */ readonly ground: number;
  /** m east and north of the plan's origin */ readonly east?: number;
  readonly north?: number;
}

/** Stations of a line, its start first; ends have the positions of their places. */
export function stationsOf(plan: Plan, line: Line): Station[] {
  const node = (id: string): Plan['nodes'][number] | undefined => plan.nodes.find((n) => n.id === id);
  const [from, to] = [node(line.from), node(line.to)];
  let chainage = 0;
  const out: Station[] = [{ chainage, ground: from?.groundM ?? 0, east: from?.eastingM, north: from?.northingM }];
  line.legs.forEach((leg, k) => {
    chainage += leg.lengthM;
    const end = k === line.legs.length - 1 ? to : undefined;
    out.push({
      chainage,
      ground: leg.endGroundM,
      east: end?.eastingM ?? leg.endEastingM,
      north: end?.northingM ?? leg.endNorthingM,
    });
  });
  return out;
}

/** Distance on the flat of a leg that is `length` along the slope and rises `rise`, m. */
export const runAlong = (length: number, rise: number): number => Math.sqrt(Math.max(0, length * length - rise * rise));

/** Length of a line along the slope, m. */
export const lineLength = (line: Pick<Line, 'legs'>): number => line.legs.reduce((sum, leg) => sum + leg.lengthM, 0);
