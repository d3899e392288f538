// Terms that workings share: gravity, density, where the water stands, what is lost on the way.
import type { Term } from '@vernal-slope/core/working';
import { GRAVITY } from '@vernal-slope/core/units';
import { floorOf, levelFor, type Compiled, type StateOptions } from '../compile/index.ts';
import { isSource, isStore } from '../kinds/index.ts';
import { nameOfId } from '../topology/index.ts';

export const nameOf = (c: Compiled, id: string): string => nameOfId(c.plan, id);
export const gravity: Term = {
  key: 'g',
  tex: 'g',
  name: 'standard gravity',
  value: GRAVITY,
  dimension: 'gravity',
  source: 'ISO 80000-3',
};
/** Density of the plan's water, with its source. */
export const density = (c: Compiled): Term => ({
  key: 'rho',
  tex: '\\rho',
  name: 'density of the water',
  value: c.water.density,
  dimension: 'density',
  source: `Kell (1975), at ${c.water.temperatureC} °C`,
});
/** Head of the water at a tank or source, built up from ground, stand and level. */
export function waterLevel(c: Compiled, id: string, options: StateOptions): Term | undefined {
  const node = c.nodes.get(id)?.plan;
  if (!node) return undefined;
  if (isSource(node)) {
    const value = node.groundM + (node.heightM ?? 0);
    return {
      key: 'zw',
      tex: 'z_\\mathrm{water}',
      name: `${nameOf(c, id)}, water surface`,
      value,
      dimension: 'length',
      source: 'entered',
    };
  }
  if (!isStore(node)) return undefined;
  const level = options.levels?.[id] ?? levelFor(node, options.level ?? 'start');
  const value = floorOf(node) + level;
  return {
    key: 'zw',
    tex: 'z_\\mathrm{water}',
    name: `${nameOf(c, id)}, water level`,
    value,
    dimension: 'length',
    working: {
      code: 'water-level',
      of: nameOf(c, id),
      rule: 'z_\\mathrm{water} = {{zg}} + {{s}} + {{y}}',
      terms: [
        {
          key: 'zg',
          tex: 'z_\\mathrm{ground}',
          name: 'ground under the tank',
          value: node.groundM,
          dimension: 'length',
          source: 'entered',
        },
        {
          key: 's',
          tex: 's',
          name: 'height of its stand',
          value: node.standM ?? 0,
          dimension: 'length',
          source: 'entered',
        },
        { key: 'y', tex: 'y', name: 'water in the tank', value: level, dimension: 'length', source: 'entered' },
      ],
      result: { tex: 'z_\\mathrm{water}', value, dimension: 'length' },
      source: 'Addition of heights',
    },
  };
}
