// Commands on the ends of lines: led to another place, swapped.
import type { Line, Plan, PlanNode } from '../schema/index.ts';
import { stationsOf } from '../positions/index.ts';
import type { Command } from './apply.ts';
import { dropPosition } from './beyond.ts';
import { feeds, isSource } from '../kinds/index.ts';

const lineOf = (plan: Plan, id: string): Line | undefined => plan.lines.find((l) => l.id === id);

/** Places that a line's end can be led to: those of another line, where water can come in. */
export const endsFor = (plan: Plan, lineId: string): PlanNode[] => {
  const line = lineOf(plan, lineId);
  return plan.nodes.filter((n) => !isSource(n) && n.id !== line?.to && n.id !== line?.from);
};

/** Leads the end of a line to a place that is there already: a tee of another line closes a loop. */
export const joinEnd = (lineId: string, node: string): Command => ({
  label: 'end of the line led elsewhere',
  recipe: (plan) => {
    const line = lineOf(plan, lineId);
    const place = plan.nodes.find((n) => n.id === node);
    if (!line || !place || line.from === node) return;
    const before = line.to;
    line.to = node;
    const last = line.legs[line.legs.length - 1];
    last.endGroundM = place.groundM;
    const rise = Math.abs(place.groundM - (line.legs.at(-2)?.endGroundM ?? nodeGround(plan, line.from)));
    last.lengthM = Math.max(last.lengthM, Math.ceil(rise * 100) / 100);
    if (place.eastingM !== undefined && place.northingM !== undefined)
      [last.endEastingM, last.endNorthingM] = [place.eastingM, place.northingM];
    else dropPosition(last);
    const hangs = plan.lines.some((l) => l.from === before || l.to === before);
    if (!hangs) plan.nodes = plan.nodes.filter((n) => n.id !== before || feeds(n));
  },
});

const nodeGround = (plan: Plan, id: string): number => plan.nodes.find((n) => n.id === id)?.groundM ?? 0;

/** Swaps the ends of a line: its legs come in the other order, each ending where it began. */
export const swapEnds = (lineId: string): Command => ({
  label: 'ends of the line swapped',
  recipe: (plan) => {
    const line = lineOf(plan, lineId);
    const start = plan.nodes.find((n) => n.id === line?.from)?.groundM;
    if (!line || start === undefined) return;
    const grounds = [start, ...line.legs.map((l) => l.endGroundM)].reverse();
    const stations = stationsOf(plan, line).reverse();
    const legs = line.legs.map((l) => ({ ...l })).reverse();
    legs.forEach((leg, k) => {
      leg.endGroundM = grounds[k + 1];
      delete leg.entrance;
      const { east, north } = stations[k + 1];
      if (east === undefined || north === undefined) dropPosition(leg);
      else [leg.endEastingM, leg.endNorthingM] = [east, north];
    });
    [line.from, line.to] = [line.to, line.from];
    line.legs = legs;
  },
});
