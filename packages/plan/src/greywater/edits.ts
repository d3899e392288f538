// Commands on greywater drains.
import { freeId, type Command } from '../edit/index.ts';
import type { Drain, Plan } from '../schema/index.ts';

const tidy = (v: number): number => Number(v.toFixed(4));

/** Changes a drain. */
export const changeDrain = (id: string, label: string, change: (drain: Drain) => void): Command => ({
  label,
  recipe: (plan) => {
    const drain = plan.drains?.find((d) => d.id === id);
    if (drain) change(drain);
  },
});

export const takeOutDrain = (id: string): Command => ({
  label: 'drain taken out',
  recipe: (plan) => {
    plan.drains = (plan.drains ?? []).filter((d) => d.id !== id);
  },
});

/** Lays a drain at one fall from its start to its basins, the drop that it has shared out by length. */
export const layEven = (id: string, fall: number): Command =>
  changeDrain(id, 'one fall all the way', (d) => {
    let at = d.startInvertM;
    for (const leg of d.legs) {
      at -= fall * leg.lengthM;
      leg.endInvertM = tidy(at);
    }
    for (const b of d.basins) b.endInvertM = tidy(at - fall * b.lengthM);
  });

export interface DrainMade {
  readonly basins: number;
  /** m */ readonly runM: number;
  readonly branchM: number;
  readonly pipeMm: number;
  /** m a metre that the ground falls, and the pipe. */ readonly ground: number;
  readonly fall: number;
  readonly soil: string;
}

/** A drain from a place, or from nowhere yet, to basins down the slope. */
export function addDrain(
  plan: Plan,
  from: string | undefined,
  name: string,
  made: DrainMade,
): Command & { readonly drain: string } {
  const id = freeId(plan, 'drain');
  return {
    label: name,
    drain: id,
    recipe: (draft) => {
      const ground = draft.nodes.find((n) => n.id === from)?.groundM ?? 100;
      const start = ground - 0.1;
      const at = (length: number): { endGroundM: number; endInvertM: number } => ({
        endGroundM: tidy(ground - made.ground * length),
        endInvertM: tidy(start - made.fall * length),
      });
      (draft.drains ??= []).push({
        id,
        name,
        ...(from === undefined ? {} : { from }),
        startGroundM: ground,
        startInvertM: tidy(start),
        pipeMm: made.pipeMm,
        legs: [{ lengthM: made.runM, ...at(made.runM) }],
        basins: Array.from({ length: made.basins }, () => ({
          lengthM: made.branchM,
          ...at(made.runM + made.branchM),
          areaM2: 1,
        })),
        soil: made.soil,
      });
    },
  };
}
