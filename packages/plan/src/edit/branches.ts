// Commands that make a network of lines: a tee on a line with a branch to something new, ends swapped, lines taken out.
import type { Leg, Line, NodeKind, Plan, PlanNode } from '../schema/index.ts';
import { stationsOf } from '../positions/index.ts';
import type { Command } from './apply.ts';
import { dropPosition } from './beyond.ts';
import { freeLineId, freeName, teeAfter } from './places.ts';
import { freeId } from './sources.ts';
import { feeds, isJoint, isSource, KINDS } from '../kinds/index.ts';

const lineOf = (plan: Plan, id: string): Line | undefined => plan.lines.find((l) => l.id === id);

/** What a branch or a walk can lead to. */
export type EndKind = NodeKind;

/** Parts the line at the end of leg `leg` with a tee; returns the tee's id, the line's own end where it is a junction. */
function teeAt(plan: Plan, lineId: string, leg: number): string | undefined {
  const line = lineOf(plan, lineId);
  if (!line || leg < 0 || leg >= line.legs.length) return undefined;
  if (leg < line.legs.length - 1) return teeAfter(plan, lineId, leg).id;
  const end = plan.nodes.find((n) => n.id === line.to);
  // an outlet may have lines going on from it
  return isJoint(end) ? end.id : undefined;
}

/** Why no branch can leave at the end of a leg; undefined when one can. */
export function branchFault(plan: Plan, lineId: string, leg: number): string | undefined {
  const line = lineOf(plan, lineId);
  if (!line) return 'there is no such line';
  if (leg < line.legs.length - 1) return undefined;
  const end = plan.nodes.find((n) => n.id === line.to);
  return isJoint(end) ? undefined : 'the line ends here in a tank or trough; choose an earlier leg';
}

/** A tee at the end of leg `leg` and a branch of one leg from it to a new place. Carries the new ids. */
export function addBranch(
  plan: Plan,
  lineId: string,
  leg: number,
  kind: EndKind,
): Command & { readonly node: string; readonly line: string } {
  const node = freeId(plan, kind === 'junction' ? 'tee-end' : kind);
  const branch = freeLineId(plan, `to-${node}`);
  const like: Leg | undefined = lineOf(plan, lineId)?.legs[leg];
  return {
    node,
    line: branch,
    label: 'branch',
    recipe: (draft) => {
      const tee = teeAt(draft, lineId, leg);
      const ground = draft.nodes.find((n) => n.id === tee)?.groundM;
      if (tee === undefined || ground === undefined || !like) return;
      draft.nodes.push({ ...KINDS[kind].fresh(node, ground), name: freeName(draft, KINDS[kind].name) });
      // water comes from a spring, and goes to everything else
      const source = KINDS[kind].roles.includes('source');
      draft.lines.push({
        id: branch,
        from: source ? node : tee,
        to: source ? tee : node,
        legs: [{ lengthM: 20, endGroundM: ground, pipe: structuredClone(like.pipe), depthM: like.depthM ?? 0 }],
      });
    },
  };
}

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
