// Commands that make a place of one's own: places added and joined by lines, wherever one begins; refused with a reason.
import { metresOfFeet } from '../fields/index.ts';
import { inletElevation, isSource, isStore, isTap, isVessel, kindOf, nameOf, type PlanNode } from '../kinds/index.ts';
import { reachOf } from '../topology/index.ts';
import type { Leg, Line, Plan } from '../schema/index.ts';
import type { Command } from './apply.ts';
import { lineOf, nodeOf, tidy } from './beyond.ts';
import { presetOf, type PresetKey, type UnitSystem } from './presets.ts';
import { freeId } from './sources.ts';
import { splitLeg } from './legs.ts';
import { dropPosition } from './beyond.ts';

/** Where a line begins or ends: a place, or a point of a line, `along` m from the start of one of its legs (its end when left out). */
export type LineSpot =
  { readonly place: string } | { readonly line: string; readonly leg: number; readonly along?: number };

/** A line to be made. */
export interface NewLine {
  /** m, along the ground */ readonly lengthM?: number;
  /** Of the catalogue, or by its bore; like the line it leaves when left out. */
  readonly pipe?: Leg['pipe'];
  readonly depthM?: number;
}

/** How a new place is joined. */
export type Joining =
  /** By a line from or to a place or a point of a line. */
  | ({ readonly by: 'line'; readonly at: LineSpot; /** m above the ground there */ readonly riseM?: number } & NewLine)
  /** Straight into a tank: a downpipe, a spring over it, a bucket. */
  | { readonly by: 'hand'; readonly tank: string }
  /** Not yet: it stands at a height and is joined to nothing. */
  | { readonly by: 'later'; readonly groundM?: number };

/** Pipe of a line that has no other to be like: the middle of what is bought for such lines (common practice). */
export const USUAL_PIPE = 'astm-d2239-sidr15/1';
/** Length of a line nobody has measured yet, m and ft. */
const GUESS_M = 20;
const GUESS_FT = 60;
const FOOT = metresOfFeet(1);
/** Shortest line that is made, m. */
const SHORTEST = 0.1;

export const unitsOf = (plan: Plan): UnitSystem => plan.settings?.units ?? 'metric';

/** Length of a line nobody has measured yet, m, round in the plan's units. */
export const guessedLength = (plan: Plan): number => (unitsOf(plan) === 'us' ? GUESS_FT * FOOT : GUESS_M);

/** First id of the form `stem`, `stem-2`, … that no line has. */
export function freeLineId(plan: Plan, stem: string): string {
  const taken = new Set(plan.lines.map((l) => l.id));
  let id = stem;
  for (let k = 2; taken.has(id); k++) id = `${stem}-${k}`;
  return id;
}

/** First name of the form "Trough", "Trough 2", … that no place has. */
export function freeName(plan: Plan, name: string): string {
  const taken = new Set(plan.nodes.map((n) => n.name));
  let free = name;
  for (let k = 2; taken.has(free); k++) free = `${name} ${k}`;
  return free;
}

/** The place at a spot; undefined where it is inside a line. */
export function placeAt(plan: Plan, spot: LineSpot): PlanNode | undefined {
  if ('place' in spot) return plan.nodes.find((n) => n.id === spot.place);
  const line = plan.lines.find((l) => l.id === spot.line);
  const leg = line?.legs[spot.leg];
  if (!line || !leg) return undefined;
  const along = spot.along ?? leg.lengthM;
  if (spot.leg === 0 && along <= SHORTEST) return plan.nodes.find((n) => n.id === line.from);
  return spot.leg === line.legs.length - 1 && along >= leg.lengthM - SHORTEST
    ? plan.nodes.find((n) => n.id === line.to)
    : undefined;
}

/** Ground at a spot, m above datum; undefined where there is no such spot. */
export function groundAt(plan: Plan, spot: LineSpot): number | undefined {
  const place = placeAt(plan, spot);
  if (place) return place.groundM;
  if ('place' in spot) return undefined;
  const line = plan.lines.find((l) => l.id === spot.line);
  const leg = line?.legs[spot.leg];
  if (!line || !leg) return undefined;
  const start =
    spot.leg === 0 ? (plan.nodes.find((n) => n.id === line.from)?.groundM ?? 0) : line.legs[spot.leg - 1].endGroundM;
  const share = Math.min(1, Math.max(0, (spot.along ?? leg.lengthM) / leg.lengthM));
  return tidy(start + share * (leg.endGroundM - start));
}

/** The point of a line that lies `at` m from its start, held to the line; undefined where there is no such line. */
export function spotAlong(plan: Plan, lineId: string, at: number): LineSpot | undefined {
  const line = plan.lines.find((l) => l.id === lineId);
  if (!line) return undefined;
  let left = Math.max(0, at);
  for (const [leg, { lengthM }] of line.legs.entries()) {
    if (left <= lengthM) return { line: lineId, leg, along: tidy(left) };
    left -= lengthM;
  }
  return { line: lineId, leg: line.legs.length - 1 };
}

/** How far a spot of a line lies from the line's start, m; 0 of a place. */
export function chainageOf(plan: Plan, spot: LineSpot): number {
  if ('place' in spot) return 0;
  const legs = plan.lines.find((l) => l.id === spot.line)?.legs ?? [];
  const before = legs.slice(0, spot.leg).reduce((sum, l) => sum + l.lengthM, 0);
  return tidy(before + (spot.along ?? legs.at(spot.leg)?.lengthM ?? 0));
}

/** Rise from a spot to a new place that nobody has measured yet, m, round in the plan's units: up to a source, down to all else. */
export function guessedRise(plan: Plan, preset: PresetKey, at: LineSpot): number {
  const unit = unitsOf(plan) === 'us' ? FOOT : 1;
  const round = (metres: number): number => tidy(Math.ceil(metres / unit - 1e-9) * unit);
  const { group } = presetOf(preset);
  if (group === 'joint') return 0;
  if (group !== 'source') return -round(2);
  const there = placeAt(plan, at);
  // above the rim of the tank that it fills, or nothing would run in
  return isVessel(there) ? round(inletElevation(there) - there.groundM + 0.5) : round(2);
}

/** True where water comes to a place from somewhere else than the place `but`. */
const fedWithout = (plan: Plan, id: string, but: string): boolean => {
  const others = plan.nodes.filter((n) => n.id !== but && n.id !== id && (isSource(n) || isStore(n)));
  return others.some((n) => reachOf(plan, n.id).has(id));
};

/** True where a trough or the like has nothing for a line to leave by. */
const cannotLeave = (node: PlanNode): boolean => kindOf(node).cannotLeave?.(node) !== undefined;

/** Which way a line between two places runs, or why there is none that makes sense. */
export function wayBetween(
  plan: Plan,
  a: PlanNode,
  b: PlanNode,
): { readonly from: PlanNode; readonly to: PlanNode } | { readonly why: string } {
  if (a.id === b.id) return { why: 'A line cannot end where it begins: choose another place.' };
  const way = (from: PlanNode, to: PlanNode): { from: PlanNode; to: PlanNode } => ({ from, to });
  if (isSource(a) && isSource(b))
    return { why: `Water comes out of both ${nameOf(a)} and ${nameOf(b)}: lead each to a tank or to a tee.` };
  if (isSource(a)) return way(a, b);
  if (isSource(b)) return way(b, a);
  if (cannotLeave(a) && cannotLeave(b))
    return {
      why: `Neither ${nameOf(a)} nor ${nameOf(b)} has an outlet for a line to leave by: lead a line to each from a tee.`,
    };
  if (cannotLeave(a)) return way(b, a);
  if (cannotLeave(b)) return way(a, b);
  if (isStore(a) && isStore(b))
    return a.groundM + (a.standM ?? 0) >= b.groundM + (b.standM ?? 0) ? way(a, b) : way(b, a);
  // to a tank from a tee or a tap: it fills the tank where water comes there already, else the tank feeds it
  if (isStore(b)) return fedWithout(plan, a.id, b.id) ? way(a, b) : way(b, a);
  if (isStore(a)) return way(a, b);
  return !fedWithout(plan, a.id, b.id) && fedWithout(plan, b.id, a.id) ? way(b, a) : way(a, b);
}

/** Stands for a tee that is not made yet. */
const TEE: PlanNode = { id: '\0tee', kind: 'junction', groundM: 0 };

/** Why no line can be made between two spots; undefined when one can. */
export function joinRefusal(plan: Plan, from: LineSpot, to: LineSpot): string | undefined {
  const [a, b] = [placeAt(plan, from), placeAt(plan, to)];
  if (groundAt(plan, from) === undefined || groundAt(plan, to) === undefined) return 'There is no such place any more.';
  if (!a && !b) return undefined;
  const way = wayBetween(plan, a ?? TEE, b ?? { ...TEE, id: '\0tee2' });
  return 'why' in way ? way.why : undefined;
}

/**
 * Which way a line to a new place runs. No water comes to a new tap yet: where the place that is there lets no line leave it,
 * the tap would feed it with nothing.
 */
function wayToNew(plan: Plan, there: PlanNode, made: PlanNode): ReturnType<typeof wayBetween> {
  if (cannotLeave(there) && isTap(made))
    return {
      why: `${nameOf(there)} has no outlet for a line to leave by: lead the line from a tee on the way to it, or give it an outlet.`,
    };
  return wayBetween({ ...plan, nodes: [...plan.nodes, made] }, there, made);
}

/** Why a preset cannot be joined by a line to a spot; undefined when it can. */
export function addRefusal(plan: Plan, preset: PresetKey, at: LineSpot): string | undefined {
  const there = placeAt(plan, at);
  if (groundAt(plan, at) === undefined) return 'There is no such place any more.';
  const made = presetOf(preset).make('\0new', 0, 'metric');
  const named = { ...made, name: `the new ${kindOf(made).word}` } as PlanNode;
  const way = wayToNew(plan, there ?? TEE, named);
  return 'why' in way ? way.why : undefined;
}

/** The place of a spot in a draft: where it is inside a line, the line is parted there with a tee. */
export function spotPlace(plan: Plan, spot: LineSpot): PlanNode | undefined {
  const place = placeAt(plan, spot);
  if (place || 'place' in spot) return place;
  const line = plan.lines.find((l) => l.id === spot.line);
  const leg = line?.legs[spot.leg];
  if (!line || !leg) return undefined;
  const along = spot.along ?? leg.lengthM;
  let end = spot.leg;
  if (along <= SHORTEST) end = spot.leg - 1;
  else if (along < leg.lengthM - SHORTEST) splitLeg(line.id, spot.leg, tidy(along)).recipe(plan);
  return end < 0 ? nodeOf(plan, line.from) : teeAfter(plan, line.id, end);
}

/** Parts a line at the end of leg `leg`, which is not its last, with a tee. Both parts go by their ends then. */
export function teeAfter(plan: Plan, lineId: string, leg: number): PlanNode {
  const line = lineOf(plan, lineId);
  const id = freeId(plan, 'tee');
  const { endGroundM, endEastingM, endNorthingM } = line.legs[leg];
  const tee: PlanNode = {
    id,
    kind: 'junction',
    name: freeName(plan, 'Tee'),
    groundM: endGroundM,
    ...(endEastingM === undefined || endNorthingM === undefined
      ? {}
      : { eastingM: endEastingM, northingM: endNorthingM }),
  };
  plan.nodes.push(tee);
  const rest: Line = {
    id: freeLineId(plan, `${line.id}-on`),
    from: id,
    to: line.to,
    legs: line.legs.splice(leg + 1),
  };
  // a name that spoke of the whole line speaks of neither part
  delete line.name;
  line.to = id;
  plan.lines.splice(plan.lines.indexOf(line) + 1, 0, rest);
  // both parts are watered as the line was
  for (const plot of plan.plots ?? []) if (plot.lines.includes(lineId)) plot.lines.push(rest.id);
  return nodeOf(plan, id);
}

/** A pipe of its own, of a draft too. */
const pipeLike = (pipe: Leg['pipe']): Leg['pipe'] => (typeof pipe === 'string' ? pipe : { ...pipe });

/** A leg of pipe like that of a line that is at a place already. */
function legLike(plan: Plan, at: readonly string[]): Pick<Leg, 'pipe' | 'depthM'> {
  const near =
    plan.lines.find((l) => at.includes(l.from))?.legs[0] ??
    plan.lines.find((l) => at.includes(l.to))?.legs.at(-1) ??
    plan.lines[0]?.legs[0];
  return { pipe: pipeLike(near?.pipe ?? USUAL_PIPE), depthM: near?.depthM ?? 0 };
}

/** Puts a line of one leg between two places of a draft; returns its id. */
function layLine(plan: Plan, id: string, from: PlanNode, to: PlanNode, made: NewLine): void {
  const like = legLike(plan, [from.id, to.id]);
  const rise = Math.abs(to.groundM - from.groundM);
  const apart =
    from.eastingM !== undefined &&
    from.northingM !== undefined &&
    to.eastingM !== undefined &&
    to.northingM !== undefined
      ? Math.hypot(to.eastingM - from.eastingM, to.northingM - from.northingM, rise)
      : guessedLength(plan);
  // along the ground it cannot be shorter than its rise
  const least = Math.max(SHORTEST, Math.ceil(rise * 100) / 100);
  const leg: Leg = {
    lengthM: tidy(Math.max(made.lengthM ?? Math.max(apart, least), made.lengthM === undefined ? least : SHORTEST)),
    endGroundM: to.groundM,
    pipe: pipeLike(made.pipe ?? like.pipe),
    depthM: made.depthM ?? like.depthM ?? 0,
  };
  if (to.eastingM !== undefined && to.northingM !== undefined)
    [leg.endEastingM, leg.endNorthingM] = [to.eastingM, to.northingM];
  else dropPosition(leg);
  plan.lines.push({ id, from: from.id, to: to.id, legs: [leg] });
}

/** A command that makes a line; carries the id the line will have. */
export type LineCommand = Command & { readonly line: string };

/** Leads a new line from one spot to another; which way the water runs follows from what the two are. */
export function joinSpots(plan: Plan, from: LineSpot, to: LineSpot, made: NewLine = {}): LineCommand {
  const id = freeLineId(plan, 'line');
  return {
    line: id,
    label: 'a new line',
    recipe: (draft) => {
      const a = spotPlace(draft, from);
      // the first tee may have parted the line that the second spot is on
      const b = a && spotPlace(draft, movedSpot(plan, draft, to));
      if (!a || !b) return;
      const way = wayBetween(draft, a, b);
      if ('why' in way) return;
      layLine(draft, id, nodeOf(draft, way.from.id), nodeOf(draft, way.to.id), made);
    },
  };
}

/** A spot of a line that has been parted since: the same point of the part it is on now. */
function movedSpot(before: Plan, now: Plan, spot: LineSpot): LineSpot {
  if ('place' in spot) return spot;
  const old = before.lines.find((l) => l.id === spot.line);
  if (!old) return spot;
  let at =
    old.legs.slice(0, spot.leg).reduce((sum, l) => sum + l.lengthM, 0) + (spot.along ?? old.legs[spot.leg].lengthM);
  let line = now.lines.find((l) => l.id === spot.line);
  while (line) {
    for (const [k, leg] of line.legs.entries()) {
      if (at <= leg.lengthM + 1e-6) return { line: line.id, leg: k, along: at };
      at -= leg.lengthM;
    }
    const end = line.to;
    line = now.lines.find((l) => l.from === end && !before.lines.some((b) => b.id === l.id));
  }
  return spot;
}

/** A command that adds a place; carries the ids it and its line will have. */
export type PlaceCommand = Command & { readonly node: string; readonly line?: string };

/** Adds a place with figures to start from, and joins it. */
export function addPlace(plan: Plan, key: PresetKey, joining: Joining, name?: string): PlaceCommand {
  const preset = presetOf(key);
  const units = unitsOf(plan);
  const node = freeId(plan, key === 'float-tank' ? 'tank' : key);
  const line = joining.by === 'line' ? freeLineId(plan, `to-${node}`) : undefined;
  const called = freeName(plan, name?.trim() ?? preset.name);
  return {
    node,
    line,
    label: called.toLowerCase() === preset.name.toLowerCase() ? `a new ${preset.name.toLowerCase()}` : called,
    recipe: (draft) => {
      const at = joining.by === 'line' ? spotPlace(draft, joining.at) : undefined;
      if (joining.by === 'line' && !at) return;
      const tank = joining.by === 'hand' ? draft.nodes.find((n) => n.id === joining.tank) : undefined;
      const ground =
        joining.by === 'line'
          ? tidy((at?.groundM ?? 0) + (joining.riseM ?? 0))
          : joining.by === 'hand'
            ? (tank?.groundM ?? 0)
            : (joining.groundM ?? middleGround(draft));
      const made = { ...preset.make(node, ground, units), name: called } as PlanNode;
      if (joining.by === 'line' && at) {
        const way = wayToNew(draft, at, made);
        if ('why' in way) return;
        insert(draft, made);
        layLine(draft, line ?? '', nodeOf(draft, way.from.id), nodeOf(draft, way.to.id), joining);
      } else {
        if (tank && isSource(made)) made.feeds = tank.id;
        insert(draft, made);
      }
    },
  };
}

/** Sources stand first in a plan: water is told from where it begins. */
const insert = (plan: Plan, node: PlanNode): void => {
  if (isSource(node)) plan.nodes.unshift(node);
  else plan.nodes.push(node);
};

/** Ground for a place that stands nowhere yet: the middle of the heights there are, m. */
function middleGround(plan: Plan): number {
  if (plan.nodes.length === 0) return 100;
  const heights = plan.nodes.map((n) => n.groundM);
  return tidy((Math.min(...heights) + Math.max(...heights)) / 2);
}

/** Says which tank a source falls straight into, or (undefined) none. */
export const setFeeds = (source: string, tank: string | undefined): Command => ({
  label: tank === undefined ? 'no longer falls into the tank' : 'falls straight into the tank',
  recipe: (plan) => {
    const node = plan.nodes.find((n) => n.id === source);
    if (!isSource(node)) return;
    if (tank === undefined) delete node.feeds;
    else if (isStore(plan.nodes.find((n) => n.id === tank))) node.feeds = tank;
  },
});

export const renamePlace = (id: string, name: string): Command => ({
  label: 'name',
  recipe: (plan) => {
    nodeOf(plan, id).name = name.trim();
  },
});

/** Gives a line a name of its own, or (empty) lets it go by its ends again. */
export const renameLine = (id: string, name: string): Command => ({
  label: 'name of the line',
  recipe: (plan) => {
    const line = lineOf(plan, id);
    if (name.trim()) line.name = name.trim();
    else delete line.name;
  },
});
