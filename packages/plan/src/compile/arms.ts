// Which ends of lines meet at a place, and which of them the run of its tees goes through.
import { isBed, isSource, isTap, isVessel } from '../kinds/index.ts';
import type { Leg, Line, Plan } from '../schema/index.ts';
import { partedAtTee, resolvePipe, takenK } from './parts.ts';

/** An end of a line where it meets others. */
export interface Arm {
  readonly line: Line;
  readonly leg: Leg;
  /** Which leg of its line that is. */
  readonly index: number;
  /** The line begins here. */
  readonly out: boolean;
}

const boreOf = (leg: Leg): number => resolvePipe(leg.pipe).insideDiameterMm;

/**
 * Ends of lines by the place where they meet; what comes before what goes, the wider before the narrower. The first two
 * are the run, the others its branches, each with a tee of its own. Vessels, sources and beds have walls and no tees.
 */
export function armsOf(plan: Plan): Map<string, Arm[]> {
  const open = new Set(plan.nodes.filter((n) => !isVessel(n) && !isSource(n) && !isBed(n)).map((n) => n.id));
  const found = new Map<string, Arm[]>();
  for (const line of plan.lines) {
    const last = line.legs.length - 1;
    const ends: readonly (readonly [string, Arm])[] = [
      [line.from, { line, leg: line.legs[0], index: 0, out: true }],
      [line.to, { line, leg: line.legs[last], index: last, out: false }],
    ];
    for (const [id, arm] of ends) if (open.has(id)) found.set(id, [...(found.get(id) ?? []), arm]);
  }
  for (const arms of found.values())
    arms.sort(
      (a, b) => Number(a.out) - Number(b.out) || boreOf(b.leg) - boreOf(a.leg) || (a.line.id < b.line.id ? -1 : 1),
    );
  return found;
}

/** K that taken chains of tees and reducers add to a line: at its start on its first bore, at its end on its last. */
export interface AddedK {
  readonly start: number;
  readonly end: number;
}

/** K of the chains that are kept at places and lines, not at legs, by line; lines without any are left out. */
export function chainsBetweenLegs(plan: Plan): Map<string, AddedK> {
  const found = new Map<string, AddedK>();
  const add = (line: string, out: boolean, k: number): void => {
    const { start, end } = found.get(line) ?? { start: 0, end: 0 };
    found.set(line, out ? { start: start + k, end } : { start, end: end + k });
  };
  for (const line of plan.lines)
    if (line.reducerKPa !== undefined && line.reducerChain) add(line.id, true, takenK(line.reducerChain, line.legs[0]));
  if (!plan.nodes.some((n) => n.chains?.tees)) return found;
  const arms = armsOf(plan);
  for (const node of plan.nodes) {
    const [run, ahead, ...branches] = arms.get(node.id) ?? [];
    const tees = node.chains?.tees ?? [];
    const last = branches.length + (isTap(node) ? 1 : 0) - 1;
    for (const [k, ids] of tees.slice(0, last + 1).entries()) {
      const [before, behind] = partedAtTee(ids);
      const next = k < last ? run : ahead;
      add(run.line.id, run.out, takenK(before, run.leg));
      add(next.line.id, next.out, takenK(behind, next.leg));
    }
  }
  return found;
}
