// What a piece of work takes along: its parts out of the bill, its tools.
import { isStore } from '../kinds/index.ts';
import { standName, type Bill, type BillItem, type Joint, type Units } from '../parts/index.ts';
import { partLines, standAnswer, type PartLine } from '../stand/index.ts';
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
  /** What it is counted in, where it is no piece. */
  readonly per?: BillItem['per'];
}

/** Pipe that a piece of work lays: by kind, m. */
export interface TakenPipe {
  readonly name: string;
  readonly length: number;
}

export function stepPipe(bill: Bill, step: BuildStep): TakenPipe[] {
  if (step.work !== 'lay') return [];
  return bill.pipe.flatMap((p) => {
    const length = (bill.lengthOf.get(p.pipe) ?? []).reduce((sum, r) => sum + (r.line === step.at ? r.length : 0), 0);
    return length > 0 ? [{ name: p.name, length }] : [];
  });
}

/** Which piece of work at a stand a line of its list is for. */
const standWork = (l: PartLine): BuildStep['work'] => {
  if (l.kind === 'gravel') return 'footings';
  if (l.kind === 'concrete' || l.fastener === 'anchor') return 'pour';
  return l.fastener === 'strap' ? 'set-tank' : 'stand';
};
const STAND_STEPS: readonly BuildStep['work'][] = ['footings', 'pour', 'stand', 'set-tank'];

/** Timber, concrete and fasteners that a piece of work at a stand takes, as the bill counts them. */
export function stepStand(bill: Bill, step: BuildStep, units: Units): Taken[] {
  const node = bill.plan.nodes.find((n) => n.id === step.at);
  if (!STAND_STEPS.includes(step.work) || !isStore(node) || !node.stand || !((node.standM ?? 0) > 0)) return [];
  const { parts } = standAnswer(bill.plan, node);
  if (!parts) return [];
  return partLines(bill.plan, parts, units)
    .filter((l) => standWork(l) === step.work)
    .map((l) => ({ id: l.part, name: standName(l), count: l.quantity, per: l.per }));
}

/** Parts that a piece of work takes, as the bill names them, most first; pipe and timber besides. */
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
