// What a piece of work takes along: its parts out of the bill, its tools.
import type { Bill, Joint } from '../parts/index.ts';
import type { BuildStep } from './steps.ts';
import { WORK } from './words.ts';

/** Joints that a piece of work makes. */
function madeBy(step: BuildStep, j: Joint): boolean {
  const at = step.at ?? '';
  const wall = j.kind === 'wall' || j.kind === 'overflow' || j.kind === 'lead';
  switch (step.work) {
    case 'intake':
    case 'catch-roof':
    case 'set-pump':
    case 'join-mains':
      return wall && j.place === at;
    case 'fittings':
      return (wall && (j.wallOf ?? j.place) === at) || (wall && j.place === at);
    case 'float':
      return j.kind === 'float' && j.place === at;
    case 'tap':
      return j.kind === 'tap' && j.place === at;
    case 'lay':
      return (
        !wall && j.kind !== 'float' && j.kind !== 'tap' && (j.flowOf === at || j.at === at || j.at.startsWith(`${at}:`))
      );
    default:
      return false;
  }
}

export interface Taken {
  readonly id: string;
  readonly name: string;
  readonly count: number;
}

/** Parts that a piece of work takes, as the bill names them, most first; pipe and timber are told by their own lists. */
export function stepParts(bill: Bill, step: BuildStep): Taken[] {
  const found = new Map<string, Taken>();
  for (const j of bill.joints)
    if (madeBy(step, j))
      for (const l of j.chain?.links ?? []) {
        const known = found.get(l.part.id);
        found.set(l.part.id, { id: l.part.id, name: l.part.name, count: (known?.count ?? 0) + j.count });
      }
  return [...found.values()].sort((a, b) => b.count - a.count);
}

export const stepTools = (step: BuildStep): readonly string[] => WORK[step.work].tools;
