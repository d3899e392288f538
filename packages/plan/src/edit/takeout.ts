// Commands that take a place or a line out, and what is told before: what hangs on it, and what can become of that.
import { isBareJoint, isJoint, isSource, isStore, type PlanNode } from '../kinds/index.ts';
import { lineLength } from '../positions/index.ts';
import type { Line, Plan } from '../schema/index.ts';
import { reachOf } from '../topology/index.ts';
import type { Command } from './apply.ts';
import { swapEnds } from './branches.ts';
import { lineOf } from './beyond.ts';
import { freeName } from './places.ts';

/**
 * What becomes of what hangs on something that is taken out.
 * - `join`: its lines are joined up again, through it;
 * - `loose`: what is beyond stays, and hangs loose;
 * - `all`: what only it brought water to goes too.
 */
export type TakeOut = 'join' | 'loose' | 'all';

/** What hangs on a place or a line. */
export interface Hanging {
  /** Lines that begin or end at it; of a line, itself. */
  readonly lines: readonly string[];
  /** m of pipe in those lines */
  readonly length: number;
  /** Places to which no water comes any more without it. */
  readonly cutOff: readonly string[];
  /** Places that only it brings water to, all the way: they go with it where everything does. */
  readonly beyond: readonly string[];
  /** Which ways there are; the first is the mildest. */
  readonly ways: readonly TakeOut[];
}

/** Places to which water of another place comes. */
function watered(plan: Plan): Set<string> {
  const found = new Set<string>();
  for (const n of plan.nodes)
    if (isSource(n) || isStore(n)) for (const at of reachOf(plan, n.id)) if (at !== n.id) found.add(at);
  return found;
}

/** A plan without some places and lines; only what ways of water ask for is kept right. */
function without(plan: Plan, places: ReadonlySet<string>, lines: ReadonlySet<string>): Plan {
  return {
    ...plan,
    nodes: plan.nodes.filter((n) => !places.has(n.id)),
    lines: plan.lines.filter((l) => !places.has(l.from) && !places.has(l.to) && !lines.has(l.id)),
  };
}

function lostWithout(plan: Plan, places: ReadonlySet<string>, lines: ReadonlySet<string>): string[] {
  const after = watered(without(plan, places, lines));
  return [...watered(plan)].filter((id) => !places.has(id) && !after.has(id));
}

/** Everything that water comes to only by what is taken out, tanks and what they feed included. */
function allBeyond(plan: Plan, place: string | undefined, lines: ReadonlySet<string>): string[] {
  const gone = new Set(place === undefined ? [] : [place]);
  for (;;) {
    const more = lostWithout(plan, gone, lines);
    if (more.length === 0) break;
    for (const id of more) gone.add(id);
  }
  if (place !== undefined) gone.delete(place);
  return [...gone];
}

const touching = (plan: Plan, id: string): Line[] => plan.lines.filter((l) => l.from === id || l.to === id);
const bare = (plan: Plan, id: string): boolean => isBareJoint(plan.nodes.find((n) => n.id === id));

/** True where the lines of a place can be joined up without it. */
function canJoin(node: PlanNode, lines: readonly Line[]): boolean {
  if (lines.length === 2) {
    const [into, out] = [lines.filter((l) => l.to === node.id), lines.filter((l) => l.from === node.id)];
    const far = (l: Line): string => (l.from === node.id ? l.to : l.from);
    if (far(lines[0]) === far(lines[1]) || lines.some((l) => l.reducerKPa !== undefined)) return false;
    return (into.length === 1 && out.length === 1) || isJoint(node);
  }
  return lines.length > 2 && !isBareJoint(node) && isJoint(node);
}

/** What hangs on a place. Throws where there is none: a bug of the caller. */
export function hangsOnPlace(plan: Plan, id: string): Hanging {
  const node = plan.nodes.find((n) => n.id === id);
  if (!node) throw new Error(`no node ${id}`);
  const lines = touching(plan, id);
  const none = new Set<string>();
  const cutOff = lostWithout(plan, new Set([id]), none).filter((at) => !bare(plan, at));
  const beyond = allBeyond(plan, id, none).filter((at) => !bare(plan, at));
  return {
    lines: lines.map((l) => l.id),
    length: lines.reduce((sum, l) => sum + lineLength(l), 0),
    cutOff,
    beyond,
    ways: [
      ...(canJoin(node, lines) ? (['join'] as const) : []),
      'loose',
      ...(beyond.length > 0 ? (['all'] as const) : []),
    ],
  };
}

/** What hangs on a line. Throws where there is none: a bug of the caller. */
export function hangsOnLine(plan: Plan, id: string): Hanging {
  const line = lineOf(plan, id);
  const lines = new Set([id]);
  const cutOff = lostWithout(plan, new Set(), lines).filter((at) => !bare(plan, at));
  const beyond = allBeyond(plan, undefined, lines).filter((at) => !bare(plan, at));
  return {
    lines: [id],
    length: lineLength(line),
    cutOff,
    beyond,
    ways: ['loose', ...(beyond.length > 0 ? (['all'] as const) : [])],
  };
}

/** Nothing speaks any more of places that are gone; tees on which nothing hangs go too. */
function tidyUp(plan: Plan): void {
  const hangs = (id: string): boolean => plan.lines.some((l) => l.from === id || l.to === id);
  const laid = new Set(plan.lines.map((l) => l.id));
  for (const plot of plan.plots ?? [])
    if (plot.lines.some((id) => !laid.has(id))) plot.lines = plot.lines.filter((id) => laid.has(id));
  if (plan.plots?.some((p) => p.lines.length === 0)) plan.plots = plan.plots.filter((p) => p.lines.length > 0);
  plan.nodes = plan.nodes.filter((n) => !isBareJoint(n) || hangs(n.id));
  const there = new Set(plan.nodes.map((n) => n.id));
  for (const node of plan.nodes)
    if (isSource(node) && node.feeds !== undefined && !there.has(node.feeds)) delete node.feeds;
  for (const drain of plan.drains ?? []) if (drain.from !== undefined && !there.has(drain.from)) delete drain.from;
  for (const s of plan.situations ?? []) s.open = s.open.filter((id) => there.has(id));
}

function drop(plan: Plan, places: ReadonlySet<string>, lines: ReadonlySet<string>): void {
  plan.lines = plan.lines.filter((l) => !places.has(l.from) && !places.has(l.to) && !lines.has(l.id));
  plan.nodes = plan.nodes.filter((n) => !places.has(n.id));
  tidyUp(plan);
}

/** Joins up the two lines of a place; one with more of them becomes a tee. */
function joinThrough(plan: Plan, node: PlanNode): void {
  const lines = touching(plan, node.id);
  if (lines.length > 2) {
    const { id, groundM, eastingM, northingM } = node;
    plan.nodes[plan.nodes.indexOf(node)] = {
      id,
      kind: 'junction',
      name: freeName(plan, 'Tee'),
      groundM,
      ...(eastingM === undefined || northingM === undefined ? {} : { eastingM, northingM }),
    };
    tidyUp(plan);
    return;
  }
  const [first, second] = [...lines].sort((l) => (l.to === node.id ? -1 : 1));
  if (first.to !== node.id) swapEnds(first.id).recipe(plan);
  if (second.from !== node.id) swapEnds(second.id).recipe(plan);
  const [a, b] = [lineOf(plan, first.id), lineOf(plan, second.id)];
  const [leg] = b.legs;
  delete leg.entrance;
  a.legs.push(...b.legs);
  a.to = b.to;
  delete a.name;
  plan.lines = plan.lines.filter((l) => l.id !== b.id);
  plan.nodes = plan.nodes.filter((n) => n.id !== node.id);
  tidyUp(plan);
}

/** Takes a place out. */
export const takeOutPlace = (plan: Plan, id: string, how: TakeOut): Command => {
  const { ways, beyond } = hangsOnPlace(plan, id);
  const name = plan.nodes.find((n) => n.id === id)?.name ?? id;
  return {
    label: `${name} taken out`,
    recipe: (draft) => {
      const node = draft.nodes.find((n) => n.id === id);
      if (!node || !ways.includes(how)) return;
      if (how === 'join') joinThrough(draft, node);
      else drop(draft, new Set(how === 'all' ? [id, ...beyond] : [id]), new Set());
    },
  };
};

/** Takes a line out. */
export const takeOutLine = (plan: Plan, id: string, how: Exclude<TakeOut, 'join'>): Command => {
  const { beyond } = hangsOnLine(plan, id);
  return {
    label: 'line taken out',
    recipe: (draft) => drop(draft, new Set(how === 'all' ? beyond : []), new Set([id])),
  };
};
