// The commands of the walk book and of the steps. Rises and falls are what was walked: changing one moves
// everything beyond it up or down with it.
import { stationsOf } from '../positions/index.ts';
import type { Leg, Plan, PlanNode } from '../schema/index.ts';
import { isSource } from '../kinds/index.ts';
import { neighbours } from '../topology/index.ts';
import type { Command } from './apply.ts';
import { dropPosition, lineOf, nodeOf, riseOf, shiftLegs, startGround, tidy } from './beyond.ts';

/** Length of a new leg, m. */
const NEW_LEG_LENGTH = 10;

/** Sets the rise (positive) or fall of a leg, m. */
export const setRise = (lineId: string, leg: number, rise: number): Command => ({
  label: `leg ${leg + 1}: ${rise < 0 ? 'fall' : 'rise'}`,
  recipe: (plan) => {
    const line = lineOf(plan, lineId);
    const by = tidy(rise - riseOf(plan, line, leg));
    if (by !== 0) shiftLegs(plan, line, leg, by);
  },
});

/** Changes fields of a leg that move nothing else: length, pipe, depth, fittings, remark. */
export const setLeg = (
  lineId: string,
  leg: number,
  changes: Partial<Omit<Leg, 'endGroundM'>>,
  what: string,
): Command => ({
  label: `leg ${leg + 1}: ${what}`,
  recipe: (plan) => {
    Object.assign(lineOf(plan, lineId).legs[leg], changes);
  },
});

/** Puts a level leg (m; 10 unless said), of the same pipe, after leg `after` (−1: at the start). */
export const insertLeg = (lineId: string, after: number, lengthM = NEW_LEG_LENGTH): Command => ({
  label: `leg ${after + 2}: put in`,
  recipe: (plan) => {
    const line = lineOf(plan, lineId);
    const like = line.legs[Math.max(0, after)];
    const leg: Leg = {
      lengthM,
      endGroundM: startGround(plan, line, after + 1),
      pipe: like.pipe,
      depthM: like.depthM ?? 0,
    };
    // the entrance belongs to whichever leg is first
    if (after < 0 && like.entrance) {
      leg.entrance = like.entrance;
      delete like.entrance;
    }
    line.legs.splice(after + 1, 0, leg);
  },
});

/** Takes a leg out; what lies beyond moves by its rise. A line keeps at least one leg. */
export const removeLeg = (lineId: string, leg: number): Command => ({
  label: `leg ${leg + 1}: taken out`,
  recipe: (plan) => {
    const line = lineOf(plan, lineId);
    if (line.legs.length < 2) return;
    const rise = riseOf(plan, line, leg);
    const [removed] = line.legs.splice(leg, 1);
    if (leg === 0 && removed.entrance) line.legs[0].entrance = removed.entrance;
    shiftLegs(plan, line, leg, -rise);
  },
});

/** Moves a leg to another place in the line; every leg keeps its own rise, the ends stay where they are. */
export const moveLeg = (lineId: string, from: number, to: number): Command => ({
  label: `leg ${from + 1}: moved to place ${to + 1}`,
  recipe: (plan) => {
    const line = lineOf(plan, lineId);
    if (from === to || to < 0 || to >= line.legs.length) return;
    const rises = line.legs.map((_, k) => riseOf(plan, line, k));
    const stations = stationsOf(plan, line);
    const steps = line.legs.map((_, k): [number, number] => [
      (stations[k + 1].east ?? NaN) - (stations[k].east ?? NaN),
      (stations[k + 1].north ?? NaN) - (stations[k].north ?? NaN),
    ]);
    const entrance = line.legs[0].entrance;
    delete line.legs[0].entrance;
    line.legs.splice(to, 0, ...line.legs.splice(from, 1));
    rises.splice(to, 0, ...rises.splice(from, 1));
    steps.splice(to, 0, ...steps.splice(from, 1));
    if (entrance) line.legs[0].entrance = entrance;
    let ground = nodeOf(plan, line.from).groundM;
    let [east, north] = [stations[0].east ?? NaN, stations[0].north ?? NaN];
    line.legs.forEach((leg, k) => {
      ground = tidy(ground + rises[k]);
      leg.endGroundM = ground;
      // each leg keeps its own way over the ground, where all of it is known
      [east, north] = [east + steps[k][0], north + steps[k][1]];
      if (Number.isNaN(east)) dropPosition(leg);
      else [leg.endEastingM, leg.endNorthingM] = [tidy(east), tidy(north)];
    });
  },
});

/** Sets the pipe of several legs at once. */
export const setPipe = (lineId: string, legs: readonly number[], pipe: Leg['pipe'], label: string): Command => ({
  label,
  recipe: (plan) => {
    const line = lineOf(plan, lineId);
    for (const k of legs) line.legs[k].pipe = pipe;
  },
});

/** Sets the pipe of legs of any lines at once. */
export const setSizes = (
  sizes: readonly { readonly line: string; readonly leg: number; readonly pipe: string }[],
  label: string,
): Command => ({
  label,
  recipe: (plan) => {
    for (const { line, leg, pipe } of sizes) {
      const target = lineOf(plan, line).legs[leg];
      // a size that is laid already is no change
      if (target.pipe !== pipe) target.pipe = pipe;
    }
  },
});

/** Puts a pressure reducer (kPa behind it) at the start of a line, or takes it out. */
export const setReducer = (lineId: string, kPa: number | undefined): Command => ({
  label: kPa === undefined ? 'pressure reducer taken out' : 'pressure reducer',
  recipe: (plan) => {
    const line = lineOf(plan, lineId);
    if (kPa === undefined) delete line.reducerKPa;
    else line.reducerKPa = kPa;
  },
});

/** Several commands as one, to be undone at once. */
export const together = (label: string, commands: readonly Command[]): Command => ({
  label,
  recipe: (plan) => {
    for (const command of commands) command.recipe(plan);
  },
});

/** Changes a node that has a role (`isStore`, `isTap` …) by a recipe of its own; another node is left as it is. */
export const changeNode = <T extends PlanNode>(
  id: string,
  is: (node: PlanNode) => node is T,
  label: string,
  change: (node: T) => void,
): Command => ({
  label,
  recipe: (plan) => {
    const node = nodeOf(plan, id);
    if (is(node)) change(node);
  },
});

/** Puts a node's ground elsewhere, m; the legs that touch it follow, the ones between keep their rise. */
export const setGround = (id: string, groundM: number): Command => ({
  label: 'height of the ground',
  recipe: (plan) => {
    nodeOf(plan, id).groundM = groundM;
    for (const line of plan.lines) if (line.to === id) line.legs[line.legs.length - 1].endGroundM = groundM;
  },
});

/** Puts a node's ground elsewhere, m, and all that hangs together with it as much: the walk was right, its datum was not. */
export const moveWalk = (id: string, groundM: number): Command => ({
  label: 'height of the whole walk',
  recipe: (plan) => {
    const by = tidy(groundM - nodeOf(plan, id).groundM);
    const together = new Set([id]);
    const near = (at: string): string[] => [
      ...neighbours(plan, at).map((w) => w.to),
      ...plan.nodes.flatMap((n) =>
        isSource(n) && n.feeds !== undefined ? (n.id === at ? [n.feeds] : n.feeds === at ? [n.id] : []) : [],
      ),
    ];
    // a set is gone through to its end while it grows
    for (const at of together) for (const next of near(at)) together.add(next);
    for (const node of plan.nodes) if (together.has(node.id)) node.groundM = tidy(node.groundM + by);
    for (const line of plan.lines)
      if (together.has(line.from)) for (const leg of line.legs) leg.endGroundM = tidy(leg.endGroundM + by);
  },
});

export const setTitle = (title: string): Command => ({
  label: 'name of the plan',
  recipe: (plan) => {
    plan.title = title;
  },
});

/** Changes settings or site. */
export const changePlan = (label: string, recipe: (plan: Plan) => void): Command => ({ label, recipe });

/** Puts another whole document in place of the plan: an older version taken back. */
export const replacePlan = (document: Plan, label: string): Command => ({
  label,
  recipe: (plan) => {
    for (const key of Object.keys(plan)) Reflect.deleteProperty(plan, key);
    Object.assign(plan, structuredClone(document));
  },
});
