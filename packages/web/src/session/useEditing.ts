// Edits of the open plan as its page makes them: on the plan, on a copy beside it that is tried, on nothing while an
// older version is looked at.
import { storeToRefs } from 'pinia';
import { computed, shallowRef, type ComputedRef, type Ref } from 'vue';
import { changeFaults, type Fault } from '@vernal-slope/plan/document';
import { applyCommand, replacePlan, together, type Command } from '@vernal-slope/plan/edit';
import type { Plan } from '@vernal-slope/plan/schema';
import { said } from '../display/faults.ts';
import { api, type Version, type VersionPlan } from './client.ts';
import { usePlan } from './plan.ts';
import { withLog } from './logrows.ts';
import type { Edits } from './planpage.ts';

const OLDER: readonly Fault[] = [
  { path: '$', message: 'this is an older version', advice: 'take it back first, or go back to now' },
];

interface WhatIf {
  readonly label: string;
  readonly commands: readonly Command[];
  readonly plan: Plan;
}

export interface Editing extends Edits {
  /** The plan that is shown: an older one, the copy beside, or the plan itself. */
  readonly plan: ComputedRef<Plan | null>;
  /** The plan itself while a copy beside it is tried. */
  readonly own: ComputedRef<Plan | null>;
  readonly viewing: Ref<VersionPlan | null>;
  readonly whatIf: Readonly<Ref<WhatIf | null>>;
  readonly tryIt: (command: Command) => void;
  readonly keepIt: () => void;
  readonly putBack: () => void;
  readonly undo: () => void;
  readonly redo: () => void;
  /** Looks at an older version. */
  readonly lookAt: (version: Version) => Promise<boolean>;
  /** Takes the version that is looked at back as the plan. */
  readonly takeBack: () => void;
  /** Drops what is tried and looked at: another plan is opened. */
  readonly reset: () => void;
}

/** `mark` says of a command at which step it was done. */
export function useEditing(id: () => string, mark: (command: Command) => Command = (command) => command): Editing {
  const store = usePlan();
  const { plan: stored, notice } = storeToRefs(store);
  /** An older version that is only looked at; nothing can be changed meanwhile. */
  const viewing = shallowRef<VersionPlan | null>(null);
  /** A copy beside the plan with something changed; nothing of it is saved until it is kept. */
  const whatIf = shallowRef<WhatIf | null>(null);
  const plan = computed(() => viewing.value?.document ?? whatIf.value?.plan ?? stored.value);

  function tryMore(command: Command, label: string): readonly Fault[] {
    const from = whatIf.value?.plan ?? stored.value;
    const applied = from && applyCommand(from, command);
    if (!applied) return [];
    const faults = changeFaults(from, applied.plan);
    if (faults.length === 0)
      whatIf.value = { label, commands: [...(whatIf.value?.commands ?? []), command], plan: applied.plan };
    return faults;
  }
  function edit(command: Command): readonly Fault[] {
    if (viewing.value) return OLDER;
    const now = whatIf.value;
    if (!now) return store.edit(mark(command));
    if (!ofLogAlone(command)) return tryMore(command, now.label);
    // what was read was read, whatever is tried beside the plan
    const faults = store.edit(mark(command));
    if (stored.value) whatIf.value = { ...now, plan: withLog(now.plan, stored.value.log ?? []) };
    return faults;
  }
  function ofLogAlone(command: Command): boolean {
    const applied = stored.value && applyCommand(stored.value, command);
    return applied?.edit.patches.every((p) => p.path[0] === 'log') ?? false;
  }
  /** Tells faults on the page. @returns true when there are none */
  function told(faults: readonly Fault[]): boolean {
    if (faults.length > 0) notice.value = `That was not done. ${said(faults) ?? ''}`;
    return faults.length === 0;
  }
  function keepIt(): void {
    const now = whatIf.value;
    whatIf.value = null;
    if (now) told(store.edit(mark(together(now.label, now.commands))));
  }
  /** Within a what-if the last change of it is undone, then the what-if itself. */
  function undo(): void {
    if (viewing.value) return void told(OLDER);
    const now = whatIf.value;
    if (!now || !stored.value) return store.undo();
    const left = now.commands.slice(0, -1);
    const rest = left.length > 0 && applyCommand(stored.value, together(now.label, left));
    whatIf.value = rest ? { ...now, commands: left, plan: rest.plan } : null;
  }
  return {
    plan,
    own: computed(() => (whatIf.value ? stored.value : null)),
    viewing,
    whatIf,
    edit,
    perform: (command) => told(edit(command)),
    tryIt: (command) => void told(viewing.value ? OLDER : tryMore(command, command.label)),
    keepIt,
    putBack: () => void (whatIf.value = null),
    undo,
    redo: () => {
      if (viewing.value) told(OLDER);
      else if (!whatIf.value) store.redo();
    },
    lookAt: async (version) => {
      const answer = await api.version(id(), version.revision);
      if (answer.ok) viewing.value = answer.value;
      else notice.value = 'This version cannot be read: the server cannot be reached.';
      return answer.ok;
    },
    takeBack: () => {
      const old = viewing.value;
      if (!old) return;
      viewing.value = null;
      // an older version is taken back with the log of today
      const document = withLog(old.document, stored.value?.log ?? []);
      told(edit(replacePlan(document, `taken back: ${old.name ?? `version ${old.revision}`}`)));
    },
    reset: () => {
      whatIf.value = null;
      viewing.value = null;
    },
  };
}
