// What the plan says against an edit, in one sentence beside its field.
import type { Fault } from '@vernal-slope/plan/document';

/** The first fault as a sentence; nothing where there is none. */
export const said = (faults: readonly Fault[]): string | undefined =>
  faults[0] && `${faults[0].message.charAt(0).toUpperCase()}${faults[0].message.slice(1)}: ${faults[0].advice}.`;
