// What a step of the job is to the rest of the program: one folder a step, one row in the registry.
import type { Component, ComputedRef, Ref } from 'vue';
import type { Working } from '@vernal-slope/core/working';
import type { FigureKey, Finding, StepKey } from '@vernal-slope/plan/findings';
import type { Plan } from '@vernal-slope/plan/schema';
import type { AsRead } from '../drawings/hillside/asread.ts';
import type { StepJudgement } from '../judgement/stepjudgement.ts';
import type { PlanPage } from '../session/planpage.ts';
import type { Budget } from '../session/useBudget.ts';
import type { PlanResults } from '../session/usePlanResults.ts';

/** What is known of the open plan. */
export interface Known {
  readonly plan: Plan;
  readonly results: PlanResults;
  readonly budget: Budget | null;
}

/** What a step keeps while its plan is open. */
export interface StepUse {
  /** What the judgement says there, in place of the judgement of one place. */
  readonly judgement?: Readonly<Ref<StepJudgement | null>>;
  /** Said of the chosen place there besides what the plan's own results say of it. */
  readonly more?: Readonly<Ref<readonly Finding[]>>;
  /** The place that the hillside leads to there while nobody picked another; empty for the page's own. */
  readonly leadsTo?: ComputedRef<string>;
  /** What the drawings show there in place of the plan's own figures: another moment of it. */
  readonly drawn?: Readonly<Ref<PlanResults | null>>;
  /** What was read, for the hillside there. */
  readonly asRead?: Readonly<Ref<AsRead | null>>;
  /** What is due today or late, in a few words, for the top of the page while another step is open; empty for nothing. */
  readonly due?: Readonly<Ref<string>>;
  /** Workings of figures that only this step has. */
  readonly working?: (key: FigureKey) => Working | undefined;
}

export interface StepRow {
  readonly key: StepKey;
  readonly name: string;
  /** Its own page; fetched when it is opened, unless it is on the way to the first answer. */
  readonly page: Component;
  /** Something of the plan belongs to it already. */
  readonly begun: (plan: Plan) => boolean;
  /** What is to see to there, for its drop on the stair. */
  readonly findings: (known: Known) => readonly Finding[];
  /** Called once for the page of a plan, in its setup. */
  readonly use?: (page: PlanPage) => StepUse;
  /** The hillside is a strip there: the step needs the room. */
  readonly short?: boolean;
  /** The hillside comes close to the place it leads to. */
  readonly close?: boolean;
}
