// What a chapter of the book is: its sheets from what is known of the plan.
import type { Form, Sheet } from '../model/index.ts';
import type { Writer } from '../known/index.ts';

export interface ChapterRow {
  readonly id: string;
  readonly title: string;
  /** Forms of the book that have it. */
  readonly forms: readonly Form[];
  /** Its sheets; none where the plan has nothing of it. */
  readonly make: (w: Writer, asked: Asked) => readonly Sheet[];
}

/** What was asked of the book besides its units. */
export interface Asked {
  readonly form: Form;
  /** Positions on the earth are left out. */
  readonly withoutPositions: boolean;
}
