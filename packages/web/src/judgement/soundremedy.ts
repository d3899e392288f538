// What may be offered: a change that leaves no tank without what fills it.
import { remedyCommand, type Command } from '@vernal-slope/plan/edit';
import type { Remedy } from '@vernal-slope/plan/findings';
import type { Plan } from '@vernal-slope/plan/schema';
import { starvedBy } from '@vernal-slope/plan/solve';

/** The command of a remedy; undefined where it cannot be, or a tank would fill no more. */
export function soundRemedy(plan: Plan, remedy: Remedy): Command | undefined {
  const command = remedyCommand(plan, remedy);
  if (!command || remedy.kind !== 'stand') return command;
  return starvedBy(plan, command, remedy.tank).length === 0 ? command : undefined;
}
