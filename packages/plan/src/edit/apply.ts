// Edits of an immutable plan: every edit is a named command that can be applied, taken back and grouped.
import { Immer, applyPatches, current, enablePatches, original, produceWithPatches, type Patch } from 'immer';
import type { Plan } from '../schema/index.ts';

enablePatches();

/** A named change of a plan; the recipe changes a draft in place. */
export interface Command {
  /** What was done, for the undo button: "Leg 3: length". */
  readonly label: string;
  readonly recipe: (draft: Plan) => void;
}

/** One applied command. */
export interface Edit {
  readonly label: string;
  readonly patches: readonly Patch[];
  readonly inverse: readonly Patch[];
}

/** A command that also says at which step it was done, in a plan that keeps account of its steps. */
export const usedAt = <C extends Command>(command: C, step: string): C => ({
  ...command,
  recipe: (plan: Plan) => {
    command.recipe(plan);
    if (!plan.used || plan.used.includes(step)) return;
    // what changes nothing is no use of a step
    if (current(plan) !== original(plan)) plan.used.push(step);
  },
});

const quick = new Immer({ autoFreeze: false });

/** Applies a command. @returns the new plan and the edit, or undefined when the command changes nothing */
export function applyCommand(plan: Plan, command: Command): { plan: Plan; edit: Edit } | undefined {
  const [next, patches, inverse] = produceWithPatches(plan, (draft) => {
    command.recipe(draft as Plan);
  });
  return patches.length === 0 ? undefined : { plan: next, edit: { label: command.label, patches, inverse } };
}

/** A plan as a command would leave it, for a look in passing: nothing is kept to undo, nothing is frozen. */
export const glimpse = (plan: Plan, command: Command): Plan =>
  quick.produce(plan, (draft) => {
    command.recipe(draft as Plan);
  });

export const undoEdit = (plan: Plan, edit: Edit): Plan => applyPatches(plan, edit.inverse as Patch[]);
export const redoEdit = (plan: Plan, edit: Edit): Plan => applyPatches(plan, edit.patches as Patch[]);
