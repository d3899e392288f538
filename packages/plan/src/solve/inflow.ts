// Whether tanks still fill: whoever raises one looks upstream.
import { compilePlan, type Compiled } from '../compile/index.ts';
import { applyCommand, remedyCommand, type Command } from '../edit/index.ts';
import { isStore } from '../kinds/index.ts';
import type { Plan } from '../schema/index.ts';
import type { PlanHeight } from './height.ts';
import { solvePlan, type PlanResult } from './solve.ts';

/** Flows this small are none, m³/s. */
const NONE = 1e-9;

/**
 * Tanks that are filled from above, by a free end or an open float, and into which nothing runs: what should fill them
 * stands too low, or its way is shut.
 * @returns their ids
 */
export function starvedStores(c: Compiled, { solution, lines }: Pick<PlanResult, 'solution' | 'lines'>): string[] {
  return [...c.nodes].flatMap(([id, map]) => {
    if (!isStore(map.plan)) return [];
    // a float that is shut lets nothing in, and need not
    if (map.lawLinks.length > 0 && map.lawLinks.every((l) => solution.status[l] === 1)) return [];
    const fills = map.entering.filter((e) => c.lines.get(e.line)?.freeInlet === true || map.lawLinks.length > 0);
    return fills.length > 0 && fills.every((e) => (lines.get(e.line)?.flow ?? 0) < NONE) ? [id] : [];
  });
}

/** What raises a tank so high that a place has what it wants; undefined where it stands so. */
export function raiseFor(plan: Plan, height: PlanHeight): Command | undefined {
  const tank = plan.nodes.find((n) => n.id === height.tank);
  if (!isStore(tank) || (tank.standM ?? 0) >= height.answer.stand - 1e-6) return undefined;
  // up to the next centimetre: nobody builds finer
  const standM = Math.ceil(height.answer.stand * 100 - 1e-6) / 100;
  return remedyCommand(plan, { kind: 'stand', tank: height.tank, standM });
}

/**
 * Tanks that fill now and would not after a command; none where it changes nothing. The tank that is raised counts though
 * it is dry already: a change that leaves it so is no remedy.
 */
export function starvedBy(plan: Plan, command: Command, raised?: string): string[] {
  const applied = applyCommand(plan, command);
  if (!applied) return [];
  const starved = (p: Plan): string[] => {
    const c = compilePlan(p);
    return starvedStores(c, solvePlan(c));
  };
  const before = new Set(starved(plan));
  return starved(applied.plan).filter((id) => id === raised || !before.has(id));
}
