// What is being added, joined, named or taken out: asked in one place for all drawings, steps and the walk book, looked at
// beside the plan while it is answered, and kept or let go.
import { computed, shallowRef, type ComputedRef, type Ref } from 'vue';
import { changeFaults, type Fault } from '@vernal-slope/plan/document';
import {
  addPlace,
  addRefusal,
  applyCommand,
  glimpse,
  groundAt,
  guessedLength,
  guessedRise,
  joinRefusal,
  joinSpots,
  type Command,
  type LineSpot,
  type PresetGroup,
  type PresetKey,
} from '@vernal-slope/plan/edit';
import type { Plan } from '@vernal-slope/plan/schema';
import { resultsOf, type PlanResults } from './usePlanResults.ts';

/** A place or a line that is asked for. */
export interface AskedLine {
  readonly mode: 'line';
  /** Only places of a group are offered: a step's own. */
  readonly group?: PresetGroup;
  /** Where the line begins; of a source, where it leads. */
  readonly from?: LineSpot;
  /** A place that is there, or a point of a line. */
  readonly to?: LineSpot;
  /** A new place. */
  readonly preset?: PresetKey;
  /** Straight into this tank, without a line. */
  readonly hand?: string;
  /** Joined to nothing yet. */
  readonly later?: boolean;
  /** m over the ground where the line begins */ readonly riseM?: number;
  /** m */ readonly lengthM?: number;
  readonly name?: string;
}

/** A place or a line that is to be named or taken out. */
export interface AskedThing {
  readonly mode: 'out' | 'name';
  readonly place?: string;
  readonly line?: string;
}

export type Asked = AskedLine | AskedThing;

/** What the command makes. */
type Made = Command & { readonly node?: string; readonly line?: string };

export interface Joining {
  readonly asked: Readonly<Ref<Asked | null>>;
  /** Asks anew, or changes what is asked. */
  readonly ask: (asked: Asked) => void;
  readonly change: (changes: Partial<AskedLine>) => void;
  readonly letGo: () => void;
  /** The command that the answers make, once they are enough. */
  readonly command: ComputedRef<Made | undefined>;
  /** Why what is asked makes no sense. */
  readonly refusal: ComputedRef<string | undefined>;
  /** What of the plan the new line would break. */
  readonly faults: ComputedRef<readonly Fault[]>;
  /** The plan as it would be, with its figures. */
  readonly draft: ComputedRef<
    { readonly results: PlanResults; readonly node?: string; readonly line?: string } | undefined
  >;
  /** Does it. @returns what was made, or undefined when it was not done */
  readonly keep: () => Made | undefined;
}

/** Rise and length of a line as far as they are not said yet. */
export function filledIn(plan: Plan, a: AskedLine): { readonly riseM: number; readonly lengthM: number } {
  const riseM = a.riseM ?? (a.preset && a.from ? guessedRise(plan, a.preset, a.from) : 0);
  const ends = a.to && a.from ? (groundAt(plan, a.to) ?? 0) - (groundAt(plan, a.from) ?? 0) : riseM;
  return { riseM, lengthM: a.lengthM ?? Math.max(guessedLength(plan), Math.ceil(Math.abs(ends) * 100) / 100) };
}

function commandOf(plan: Plan, a: AskedLine): Made | undefined {
  const { riseM, lengthM } = filledIn(plan, a);
  if (a.preset) {
    if (a.hand !== undefined) return addPlace(plan, a.preset, { by: 'hand', tank: a.hand }, a.name);
    if (a.later) return addPlace(plan, a.preset, { by: 'later' }, a.name);
    return a.from && addPlace(plan, a.preset, { by: 'line', at: a.from, riseM, lengthM }, a.name);
  }
  return a.from && a.to && joinSpots(plan, a.from, a.to, { lengthM });
}

/** `plan` is the one that is shown; `perform` does a command and tells the person what kept it from being done. */
export function useJoining(
  plan: Readonly<Ref<Plan | null>>,
  perform: (command: Command) => boolean,
  /** Nothing can be changed: an older version is looked at. */
  locked: () => boolean,
): Joining {
  const asked = shallowRef<Asked | null>(null);
  const line = computed(() => (asked.value?.mode === 'line' ? asked.value : undefined));
  const refusal = computed(() => {
    const a = line.value;
    const p = plan.value;
    if (!a || !p || !a.from || a.hand !== undefined || a.later) return undefined;
    return a.preset ? addRefusal(p, a.preset, a.from) : a.to ? joinRefusal(p, a.from, a.to) : undefined;
  });
  const command = computed(() => {
    if (!line.value || !plan.value || refusal.value !== undefined) return undefined;
    return commandOf(plan.value, line.value);
  });
  const tried = computed(() => (plan.value && command.value ? glimpse(plan.value, command.value) : undefined));
  const faults = computed(() => (tried.value && plan.value ? changeFaults(plan.value, tried.value) : []));
  const draft = computed(() => {
    const made = command.value;
    if (!made || !tried.value || faults.value.length > 0 || tried.value === plan.value) return undefined;
    return { results: resultsOf(tried.value), node: made.node, line: made.line };
  });
  return {
    asked,
    ask: (next) => {
      if (!locked()) asked.value = next;
    },
    change: (changes) => {
      if (line.value) asked.value = { ...line.value, ...changes };
    },
    letGo: () => void (asked.value = null),
    command,
    refusal,
    faults,
    draft,
    keep: () => {
      const made = command.value;
      if (!made || !plan.value || faults.value.length > 0 || !applyCommand(plan.value, made)) return undefined;
      if (!perform(made)) return undefined;
      asked.value = null;
      return made;
    },
  };
}
