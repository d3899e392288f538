// Commands on sources: added with figures to start from, taken out while nothing hangs on them.
import type { Plan } from '../schema/index.ts';
import type { Command } from './apply.ts';
import { isSource, isStore } from '../kinds/index.ts';

/** First id of the form `stem`, `stem-2`, … that no node has. */
export function freeId(plan: Plan, stem: string): string {
  const taken = new Set(plan.nodes.map((n) => n.id));
  let id = stem;
  for (let k = 2; taken.has(id); k++) id = `${stem}-${k}`;
  return id;
}

const SOURCE_NAMES = {
  spring: 'Spring',
  stream: 'Stream',
  roof: 'Roof',
  pump: 'Pump',
  ram: 'Ram',
  haul: 'Hauled water',
  mains: 'Mains',
} as const;

/** Adds a source of a kind, with figures to start from. The command carries the id it will have. */
export function addSource(plan: Plan, type: keyof typeof SOURCE_NAMES): Command & { readonly id: string } {
  const id = freeId(plan, type);
  const tank = plan.nodes.find((n) => isStore(n));
  return {
    id,
    label: 'another source',
    recipe: (draft) => {
      draft.nodes.unshift({
        id,
        kind: 'source',
        name: SOURCE_NAMES[type],
        groundM: tank?.groundM ?? 100,
        heightM: 0,
        type,
        ...(tank && (type === 'roof' || type === 'haul' || type === 'pump' || type === 'ram')
          ? { feeds: tank.id }
          : {}),
        ...(type === 'roof' ? { roof: { areas: [{ planM2: 40, material: 'metal' }] } } : {}),
        ...(type === 'pump' ? { pump: { ratedFlowLpm: 10, ratedLiftM: 20, liftM: 20 } } : {}),
        ...(type === 'ram' ? { ram: { driveFlowLpm: 40, fallM: 2, liftM: 15 } } : {}),
        ...(type === 'haul'
          ? { haul: { litresPerTrip: 1000, distanceKm: 6, speedKmh: 30, standingMin: 25, litresPerDay: 300 } }
          : {}),
      });
    },
  };
}

/** Takes a source out that no line leaves. */
export const removeSource = (id: string): Command => ({
  label: 'source taken out',
  recipe: (plan) => {
    if (plan.lines.some((l) => l.from === id || l.to === id)) return;
    const at = plan.nodes.findIndex((n) => n.id === id && isSource(n));
    if (at >= 0) plan.nodes.splice(at, 1);
  },
});
