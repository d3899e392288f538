// Commands on troughs: another vessel in their place, a second one below their overflow.
import { findTrough } from '../catalogue/index.ts';
import { changeNode, freeId, freeName, type Command } from '../edit/index.ts';
import { isBasin, nameOf, vesselHeight } from '../kinds/index.ts';
import type { BasinNode, Plan, Setting } from '../schema/index.ts';

const tidy = (v: number): number => Number(v.toFixed(4));

export const changeSetting = (id: string, label: string, change: (setting: Setting) => void): Command =>
  changeNode(id, isBasin, label, (n) => {
    if (n.kind === 'trough') change((n.setting ??= {}));
  });

/** Another vessel: its water line and its overflow stay as far under the rim as they were. */
export const setVesselRow = (id: string, row: string): Command => {
  const of = findTrough(row);
  return changeNode(id, isBasin, of?.name ?? row, (n) => {
    if (!of || n.kind !== 'trough') return;
    const down = vesselHeight(n) - of.shape.heightM;
    const under = (level: number): number => tidy(Math.max(0.02, level - down));
    n.overflowM = under(n.overflowM);
    if (n.startLevelM !== undefined) n.startLevelM = under(n.startLevelM);
    if (n.inlet?.heightM !== undefined) n.inlet.heightM = under(n.inlet.heightM);
    const valve = n.inlet?.floatValve;
    if (valve) {
      valve.closeLevelM = under(valve.closeLevelM);
      valve.bandM = Math.min(valve.bandM, valve.closeLevelM);
    }
    n.shape = { ...of.shape };
    n.standM = of.floorM ?? 0;
    (n.setting ??= {}).vessel = row;
  });
};

/** Water line of a trough's float raised or lowered, m above the floor; the overflow follows where it must. */
export const setWaterLine = (id: string, level: number): Command =>
  changeNode(id, isBasin, 'level at which the float shuts', (n) => {
    const valve = n.inlet?.floatValve;
    const shut = Math.min(vesselHeight(n), Math.max(0.02, tidy(level)));
    if (valve) {
      valve.closeLevelM = shut;
      valve.bandM = Math.min(valve.bandM, shut);
    }
    if (!valve || n.overflowM < shut) n.overflowM = shut;
  });

/** A second trough like the first, on its overflow, a little lower. */
export function addSecond(plan: Plan, id: string): Command & { readonly second: string } {
  const second = freeId(plan, `${id}-second`);
  return {
    label: 'a second trough on its overflow',
    second,
    recipe: (draft) => {
      const first = draft.nodes.find((n): n is BasinNode => n.id === id && isBasin(n));
      if (!first || first.kind !== 'trough') return;
      draft.nodes.push({
        id: second,
        kind: 'trough',
        name: freeName(draft, `${nameOf(first)}, second`),
        groundM: tidy(first.groundM - LOWER),
        shape: { ...first.shape },
        overflowM: first.overflowM,
        startLevelM: first.startLevelM ?? first.overflowM,
        setting: { overflow: 'far-side' },
      });
      first.overflowInto = second;
      (first.setting ??= {}).overflow = 'lower-basin';
    },
  };
}
/** How much lower it stands, m. */
const LOWER = 0.3;
