// Commands on totes.
import { changeNode, freeId, freeName, type Command } from '../edit/index.ts';
import { isStore } from '../kinds/index.ts';
import type { Moved, Plan, StoreNode } from '../schema/index.ts';
import { PALLET } from './tote.ts';

const tidy = (v: number): number => Number(v.toFixed(4));

export const changeMoved = (id: string, label: string, change: (moved: Moved, node: StoreNode) => void): Command =>
  changeNode(id, isStore, label, (n) => {
    if (n.moved) change(n.moved, n);
  });

/** So many pallets or courses under it; its own foot stays as it is. */
export const setCourses = (id: string, courses: number): Command =>
  changeMoved(id, `${courses} courses under it`, (m, n) => {
    const high = m.courseM ?? PALLET;
    n.standM = tidy(Math.max(0, (n.standM ?? 0) + (courses - (m.courses ?? 0)) * high));
    m.courses = courses;
  });

/** Another height of a course, m. */
export const setCourseHeight = (id: string, height: number): Command =>
  changeMoved(id, 'height of a course', (m, n) => {
    n.standM = tidy(Math.max(0, (n.standM ?? 0) + (m.courses ?? 0) * (height - (m.courseM ?? PALLET))));
    m.courseM = height;
  });

/** A tote of 1,000 L on its pallet, carried to a far plot; filled at a place of the plan, or anywhere. */
export function addTote(
  plan: Plan,
  from: string | undefined,
  name: string,
  made: { readonly fillLpm: number; readonly litresPerDay: number; readonly travelMin: number },
): Command & { readonly tote: string } {
  const id = freeId(plan, 'tote');
  return {
    label: name,
    tote: id,
    recipe: (draft) => {
      const at = draft.nodes.find((n) => n.id === from);
      draft.nodes.push({
        id,
        kind: 'tank',
        name: freeName(draft, name),
        groundM: at?.groundM ?? 100,
        // its own pallet
        standM: tidy(0.15 + 2 * PALLET),
        shape: { type: 'box', lengthM: 1.11, widthM: 0.93, heightM: 0.97 },
        outletM: 0.03,
        overflowM: 0.95,
        startLevelM: 0.95,
        moved: {
          ...(from === undefined ? {} : { from }),
          everyDays: 7,
          at: '08:00',
          fillLpm: made.fillLpm,
          travelMin: made.travelMin,
          litresPerDay: made.litresPerDay,
          months: [4, 5, 6, 7, 8, 9],
          courses: 2,
          courseM: PALLET,
          dark: false,
          emptyKg: 60,
        },
      });
    },
  };
}
