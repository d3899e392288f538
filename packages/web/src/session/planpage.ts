// What the parts of an open plan's page share: the plan and its results, what is chosen, edits, what is to be opened.
import { inject, provide, type ComputedRef, type InjectionKey, type Ref } from 'vue';
import type { Working } from '@vernal-slope/core/working';
import type { Fault } from '@vernal-slope/plan/document';
import type { Command } from '@vernal-slope/plan/edit';
import type { FigureKey, StepKey } from '@vernal-slope/plan/findings';
import type { Plan } from '@vernal-slope/plan/schema';
import type { Budget } from './useBudget.ts';
import type { Joining } from './joining.ts';
import type { PlanResults } from './usePlanResults.ts';

/** A leg of a line, as it is chosen or pointed at. */
export interface LegRef {
  readonly line: string;
  readonly leg: number;
}

/** Edits of the open plan. */
export interface Edits {
  /** Runs a command; the faults that kept it from being done are for the field that asked. */
  readonly edit: (command: Command) => readonly Fault[];
  /** Runs a command; what keeps it from being done is told to the person on the page. @returns true when it was done */
  readonly perform: (command: Command) => boolean;
}

export interface PlanPage extends Edits {
  readonly id: Readonly<Ref<string>>;
  readonly plan: Readonly<Ref<Plan | null>>;
  readonly results: ComputedRef<PlanResults | null>;
  readonly budget: ComputedRef<Budget | null>;
  readonly step: Readonly<Ref<StepKey>>;
  /** What a person picked; empty while nothing is. */
  readonly picked: Ref<string>;
  /** The place the page speaks of: what was picked, else where the way ends. */
  readonly chosen: ComputedRef<string>;
  readonly line: ComputedRef<string>;
  readonly leg: Readonly<Ref<LegRef | null>>;
  readonly hovered: Ref<LegRef | null>;
  readonly trying: ComputedRef<string>;
  readonly choosePlace: (id: string) => void;
  readonly showLine: (line: string) => void;
  readonly pickLeg: (leg: LegRef) => void;
  /** Tries a command beside the plan. */
  readonly tryIt: (command: Command) => void;
  /** Places and lines that are added, joined, named and taken out. */
  readonly joining: Joining;
  /** Opens the working of a figure of the plan, or one that a step made itself. */
  readonly open: (key: FigureKey) => void;
  readonly openMade: (working: Working | undefined) => void;
}

const PAGE: InjectionKey<PlanPage> = Symbol('plan page');

export const providePlanPage = (page: PlanPage): void => provide(PAGE, page);

/** The page that a step or a drawing stands on. Throws outside of one: a bug. */
export function usePlanPage(): PlanPage {
  const page = inject(PAGE);
  if (!page) throw new Error('not on the page of a plan');
  return page;
}

/** Shows a place or a line of the plan on the drawings; nothing happens with an id that is neither. */
export function showThing(page: PlanPage, id: string): void {
  const plan = page.plan.value;
  if (plan?.lines.some((l) => l.id === id)) page.pickLeg({ line: id, leg: 0 });
  else if (plan?.nodes.some((n) => n.id === id)) page.choosePlace(id);
}

/** Edits of the plan whose page this stands on. */
export const useEdits = (): Edits => usePlanPage();
