// @vitest-environment happy-dom
// What can be undone outlives a reload, for just the document it belongs to.
import { beforeEach, describe, expect, it } from 'vitest';
import { applyCommand, setTitle, undoEdit, type Edit } from '@vernal-slope/plan/edit';
import { demoPlan } from '../testing/page.ts';
import { keepUndo, readUndo } from './undone.ts';

beforeEach(() => sessionStorage.clear());

describe('undo kept beside the window', () => {
  const first = demoPlan('ousel-bank');
  const { plan, edit } = applyCommand(first, setTitle('Another name')) as { plan: typeof first; edit: Edit };
  it('takes the plan back to what it was', () => {
    keepUndo('p', plan, [edit], []);
    const read = readUndo('p', structuredClone(plan));
    expect(read?.past).toHaveLength(1);
    expect(undoEdit(plan, read!.past[0])).toEqual(first);
  });
  it('is not taken for another document, another plan, or what nobody can read', () => {
    keepUndo('p', plan, [edit], []);
    expect(readUndo('p', first)).toBeUndefined();
    expect(readUndo('q', plan)).toBeUndefined();
    sessionStorage.setItem('vernal-undo:p', '{"stamp":1}');
    expect(readUndo('p', plan)).toBeUndefined();
    sessionStorage.setItem('vernal-undo:p', 'nonsense');
    expect(readUndo('p', plan)).toBeUndefined();
  });
  it('keeps the last edits of many, and none of a document too large for it', () => {
    keepUndo('p', plan, new Array<Edit>(500).fill(edit), []);
    expect(readUndo('p', plan)?.past).toHaveLength(60);
    const large = { ...plan, notes: 'x'.repeat(2_000_000) };
    keepUndo('p', large, [edit], []);
    expect(readUndo('p', large)).toBeUndefined();
  });
});
