// Sizes of a store, off the main thread.
import { storeSizes, type SizeAnswer } from '@vernal-slope/plan/budget';
import type { Plan } from '@vernal-slope/plan/schema';
import { isStore } from '@vernal-slope/plan/kinds';

export interface StoreApi {
  sizes: (plan: Plan, tank: string, onProgress: (share: number) => void) => SizeAnswer | undefined;
}

export const storeApi: StoreApi = {
  sizes: (plan, id, onProgress) => {
    const tank = plan.nodes.find((n) => n.id === id);
    if (!isStore(tank)) return undefined;
    let told = 0;
    return storeSizes(plan, tank, (share) => {
      // a word every tenth is enough
      if (share - told >= 0.1) {
        told = share;
        onProgress(share);
      }
      return true;
    });
  },
};
