// Commands on where things lie and how far they are slid: positions, lengths that were drawn, heights from a grid,
// a place moved up or down the slope, a tee along its line.
import { slopeOf } from '@vernal-slope/core/survey';
import { lineLength, stationsOf, type Layout } from '../positions/index.ts';
import type { Leg, Line, Plan, PlanNode } from '../schema/index.ts';
import type { Command } from './apply.ts';
import { layLegs, lineOf, startGround, tidy } from './beyond.ts';
import { isBareJoint } from '../kinds/index.ts';

/** Shortest leg that a slide leaves, m. */
const SHORTEST = 0.1;

const nodeOf = (plan: Plan, id: string): PlanNode | undefined => plan.nodes.find((n) => n.id === id);

/** Lengths that were drawn follow the positions of their ends. */
function followPositions(plan: Plan, line: Line): void {
  const stations = stationsOf(plan, line);
  line.legs.forEach((leg, k) => {
    const [a, b] = [stations[k], stations[k + 1]];
    if (!leg.drawn || a.east === undefined || a.north === undefined || b.east === undefined || b.north === undefined)
      return;
    leg.lengthM = Math.max(
      SHORTEST,
      tidy(slopeOf(Math.hypot(b.east - a.east, b.north - a.north), b.ground - a.ground)),
    );
  });
}

/** A place, or the end of a leg inside a line. */
export type Spotted = { readonly node: string } | { readonly line: string; readonly leg: number };

/** Puts a place or a station elsewhere, m east and north of the origin; lengths follow only where they were drawn. */
export const setPosition = (what: Spotted, east: number, north: number): Command => ({
  label: 'position',
  recipe: (plan) => {
    if ('node' in what) {
      const node = nodeOf(plan, what.node);
      if (!node) return;
      [node.eastingM, node.northingM] = [tidy(east), tidy(north)];
      for (const line of plan.lines) {
        if (line.to === what.node) {
          const last = line.legs[line.legs.length - 1];
          [last.endEastingM, last.endNorthingM] = [node.eastingM, node.northingM];
        }
        if (line.to === what.node || line.from === what.node) followPositions(plan, line);
      }
      return;
    }
    const line = lineOf(plan, what.line);
    const leg = line.legs[what.leg];
    [leg.endEastingM, leg.endNorthingM] = [tidy(east), tidy(north)];
    followPositions(plan, line);
  },
});

/** Says whether a leg's length was drawn (and follows its positions) or measured. */
export const setDrawn = (lineId: string, leg: number, drawn: boolean): Command => ({
  label: `leg ${leg + 1}: ${drawn ? 'drawn' : 'measured'}`,
  recipe: (plan) => {
    const line = lineOf(plan, lineId);
    if (drawn) {
      line.legs[leg].drawn = true;
      followPositions(plan, line);
    } else delete line.legs[leg].drawn;
  },
});

/** Takes a sketch's spots as positions, so that they can be dragged to where things are. Lengths stay as walked. */
export const keepLayout = (layout: Layout): Command => ({
  label: 'sketch taken as positions',
  recipe: (plan) => {
    for (const node of plan.nodes) {
      const spot = layout.nodes.get(node.id);
      if (spot?.sketched) [node.eastingM, node.northingM] = [tidy(spot.x), tidy(spot.y)];
    }
    for (const line of plan.lines)
      layout.lines.get(line.id)?.forEach((spot, k) => {
        const leg = line.legs[k - 1] as Leg | undefined;
        if (leg && spot.sketched) [leg.endEastingM, leg.endNorthingM] = [tidy(spot.x), tidy(spot.y)];
      });
  },
});

/** What a grid says of the ground along a line. */
export interface GroundParts {
  readonly startGroundM: number;
  readonly parts: readonly {
    readonly leg: number;
    readonly lengthM: number;
    readonly endGroundM: number;
    readonly eastingM: number;
    readonly northingM: number;
  }[];
}

/**
 * Takes the rises of a line from a grid, counted from the ground where the line starts. A leg that was measured keeps
 * its length, shared over its parts; pipe, depth and remarks stay, fittings go with the first part.
 */
export const legsFromGround = (lineId: string, ground: GroundParts): Command => ({
  label: 'heights from the grid',
  recipe: (plan) => {
    const line = lineOf(plan, lineId);
    const shift = startGround(plan, line, 0) - ground.startGroundM;
    const legs = line.legs.flatMap((old, k) => {
      const parts = ground.parts.filter((p) => p.leg === k);
      const sum = parts.reduce((total, p) => total + p.lengthM, 0);
      const scale = old.drawn || sum === 0 ? 1 : old.lengthM / sum;
      return parts.map((part, i): Leg => {
        const leg: Leg = {
          ...old,
          lengthM: Math.max(0.01, tidy(part.lengthM * scale)),
          endGroundM: tidy(part.endGroundM + shift),
          endEastingM: part.eastingM,
          endNorthingM: part.northingM,
          survey: { method: 'grid' },
        };
        if (i > 0) {
          delete leg.fittings;
          delete leg.entrance;
          delete leg.checkValve;
          delete leg.remark;
        }
        if (i < parts.length - 1) {
          delete leg.treatment;
          delete leg.endChain;
        }
        if (i > 0) delete leg.startChain;
        return leg;
      });
    });
    if (legs.length === 0) return;
    layLegs(plan, line, legs);
  },
});

/** Which end of a line. */
export type LineEnd = 'from' | 'to';

/**
 * Slides the place at an end of a line up or down the slope to `chainage` along it (m from the line's start as it is
 * now; below 0 or past the end the ground goes on at the slope of the leg there). Legs are cut or lengthened; the
 * other lines of the place are lengthened or shortened by as much, which is a guess until they are measured.
 */
export const slidePlace = (lineId: string, end: LineEnd, chainage: number): Command => ({
  label: 'moved along the slope',
  recipe: (plan) => {
    const line = lineOf(plan, lineId);
    const place = nodeOf(plan, line[end]);
    if (!place) return;
    const stations = stationsOf(plan, line);
    const total = stations[stations.length - 1].chainage;
    const by = end === 'from' ? chainage : chainage - total;
    if (Math.abs(by) < 1e-6) return;
    const c = end === 'from' ? Math.min(chainage, total - SHORTEST) : Math.max(chainage, SHORTEST);
    // the leg that the place now stands on, or beyond
    let k = stations.findIndex((s, j) => j > 0 && c <= s.chainage + 1e-9) - 1;
    if (k < 0) k = c < 0 ? 0 : line.legs.length - 1;
    const [a, b] = [stations[k], stations[k + 1]];
    const share = (c - a.chainage) / (b.chainage - a.chainage);
    const on = (p?: number, q?: number): number | undefined =>
      p === undefined || q === undefined ? undefined : Math.round((p + share * (q - p)) * 100) / 100;
    const ground = tidy(a.ground + share * (b.ground - a.ground));
    const [east, north] = [on(a.east, b.east), on(a.north, b.north)];
    if (end === 'from') {
      const entrance = line.legs[0].entrance;
      line.legs.splice(0, k);
      line.legs[0].lengthM = tidy(b.chainage - c);
      if (entrance) line.legs[0].entrance = entrance;
    } else {
      line.legs.splice(k + 1);
      const last = line.legs[k];
      last.lengthM = tidy(c - a.chainage);
      last.endGroundM = ground;
      if (east !== undefined && north !== undefined) [last.endEastingM, last.endNorthingM] = [east, north];
    }
    place.groundM = ground;
    if (east !== undefined && north !== undefined) [place.eastingM, place.northingM] = [east, north];
    for (const other of plan.lines) {
      if (other.id === lineId) continue;
      // never shorter than it rises or falls
      const fit = (k: number, lengthM: number): void => {
        const leg = other.legs[k];
        const rise = Math.abs(leg.endGroundM - startGround(plan, other, k));
        leg.lengthM = Math.max(SHORTEST, tidy(rise), tidy(lengthM));
      };
      const last = other.legs.length - 1;
      if (other.to === place.id) {
        other.legs[last].endGroundM = ground;
        fit(last, other.legs[last].lengthM + (end === 'from' ? by : -by));
      } else if (other.from === place.id) fit(0, other.legs[0].lengthM + (end === 'from' ? -by : by));
    }
  },
});

/** The line that goes on from the tee at the end of a line; undefined where none does. */
export const lineOn = (plan: Plan, lineId: string): Line | undefined => {
  const line = lineOf(plan, lineId);
  return isBareJoint(nodeOf(plan, line.to))
    ? (plan.lines.find((l) => l.from === line.to && l.id.startsWith(`${lineId}-on`)) ??
        plan.lines.find((l) => l.from === line.to))
    : undefined;
};

/**
 * Moves the tee at the end of a line along the way the water takes, by `by` m (back where negative): what one line
 * gains the line that goes on loses. Branches keep the heights of their far ends and their lengths.
 */
export const moveTee = (lineId: string, by: number): Command => ({
  label: 'tee moved',
  recipe: (plan) => {
    const line = lineOf(plan, lineId);
    const on = lineOn(plan, lineId);
    const tee = nodeOf(plan, line.to);
    if (!on || !tee || by === 0) return;
    const legs = [...line.legs, ...on.legs];
    const starts = [startGround(plan, line, 0), ...legs.map((l) => l.endGroundM)];
    const [before, after] = [lineLength(line), lineLength(on)];
    const at = Math.min(before + after - SHORTEST, Math.max(SHORTEST, before + by));
    let chainage = 0;
    const first: Leg[] = [];
    const rest: Leg[] = [];
    legs.forEach((leg, k) => {
      const endsAt = chainage + leg.lengthM;
      if (endsAt <= at + 1e-6) first.push(leg);
      else if (chainage >= at - 1e-6) rest.push(leg);
      else {
        const share = (at - chainage) / leg.lengthM;
        const cut: Leg = {
          ...leg,
          lengthM: tidy(at - chainage),
          endGroundM: tidy(starts[k] + share * (leg.endGroundM - starts[k])),
        };
        delete cut.survey;
        delete cut.treatment;
        delete cut.endChain;
        delete cut.endEastingM;
        delete cut.endNorthingM;
        const second: Leg = { ...leg, lengthM: tidy(endsAt - at) };
        delete second.survey;
        delete second.fittings;
        delete second.entrance;
        delete second.startChain;
        first.push(cut);
        rest.push(second);
      }
      chainage = endsAt;
    });
    line.legs = first;
    on.legs = rest;
    const last = first[first.length - 1];
    tee.groundM = last.endGroundM;
    if (last.endEastingM !== undefined && last.endNorthingM !== undefined)
      [tee.eastingM, tee.northingM] = [last.endEastingM, last.endNorthingM];
    else {
      delete tee.eastingM;
      delete tee.northingM;
    }
    for (const other of plan.lines)
      if (other.to === tee.id && other.id !== lineId) other.legs[other.legs.length - 1].endGroundM = tee.groundM;
  },
});
