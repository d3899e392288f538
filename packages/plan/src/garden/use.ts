// What a bed's plants use by the weather, the holes that let the heaviest rain out, and beds that want buckets of their own.
import { boreArea } from '@vernal-slope/core/pipe';
import { GRAVITY } from '@vernal-slope/core/units';
import type { Working } from '@vernal-slope/core/working';
import { DESIGN_RAIN } from '../budget/index.ts';
import { etByMonth } from '../year/index.ts';
import { findCrop } from '../catalogue/index.ts';
import { flowFromLitresPerDay, metresOfMm, rainRate } from '../compile/index.ts';
import { bedArea, bedFloor, bedTolerance, bedWants, nameOf } from '../kinds/index.ts';
import type { BedNode, Plan } from '../schema/index.ts';

/** Crop coefficient where Need has no garden (assumption). */
const USUAL_KC = 1;

/** What a bed's plants use as entered, m³/s; undefined where nothing is entered. */
export const enteredUse = (bed: BedNode): number | undefined =>
  bed.useLPerDay ? flowFromLitresPerDay(bed.useLPerDay) : undefined;

/** How long a bed lives on the water that it holds, s; undefined where no use is entered. */
export function bedLasts(bed: BedNode, water: number): number | undefined {
  const use = enteredUse(bed);
  return use === undefined ? undefined : water / use;
}

/** The garden of Need whose crop stands in a bed: the one that it names, else the first. */
function cropOf(plan: Plan, bed: BedNode): { kc: number; name: string } {
  const gardens = plan.needs?.gardens ?? [];
  const g = gardens.find((one) => one.name === bed.garden) ?? gardens.at(0);
  const crop = g && findCrop(g.crop);
  return { kc: g?.kc ?? crop?.kcMid ?? USUAL_KC, name: g ? (crop?.name ?? g.name) : 'a crop of Kc 1 (assumption)' };
}

/** What a bed uses by the weather, m³ a day, under cover: no rain counted. @param month 1 to 12 */
export function bedUse(plan: Plan, bed: BedNode, month: number): { perDay: number; crop: string } {
  const { kc, name } = cropOf(plan, bed);
  return { perDay: metresOfMm(etByMonth(plan).et0[month - 1]) * kc * bedArea(bed), crop: name };
}

export function bedUseWorking(plan: Plan, bed: BedNode, month: number): Working {
  const et = etByMonth(plan);
  const { kc, name } = cropOf(plan, bed);
  const rate = metresOfMm(et.et0[month - 1]);
  return {
    code: 'bed-use',
    of: nameOf(bed),
    rule: 'V = {{et}}\\,{{kc}}\\,{{area}}',
    terms: [
      { key: 'et', tex: 'ET_0', name: 'reference evapotranspiration of a day', value: rate, dimension: 'length' },
      { key: 'kc', tex: 'K_c', name: `crop coefficient: ${name}`, value: kc, dimension: 'ratio' },
      { key: 'area', tex: 'A', name: 'area of the bed', value: bedArea(bed), dimension: 'area' },
    ],
    result: { tex: 'V', value: rate * kc * bedArea(bed), dimension: 'volume' },
    source: `FAO-56 (Allen and others 1998); ET0 from ${et.from}`,
    assumptions: [
      'No rain is counted: the bed stands under cover, or it is dry.',
      'Leaves hang no farther out than the bed is wide.',
    ],
  };
}

/** Head over a hole that runs full, m, and its coefficient (textbooks, from memory). */
const OVER_HOLE = 0.01;
const HOLE = 0.61;
/** Bore of an overflow hole where nothing is said, m (common practice, no source). */
export const OVERFLOW_BORE = metresOfMm(19);

export interface RainHoles {
  /** m³/s that fall on the bed in the heaviest rain counted on. */
  readonly rain: number;
  /** m³/s through one hole with 10 mm of water over its middle. */
  readonly one: number;
  readonly holes: number;
}

/** How many overflow holes a bed wants for the heaviest rain (75 mm/h where the plan's roofs say nothing). */
export function holesForRain(plan: Plan, bed: BedNode, bore = OVERFLOW_BORE): RainHoles {
  const roof = plan.nodes
    .map((n) => (n.kind === 'source' ? n.roof?.designRainMmPerH : undefined))
    .find((v) => v !== undefined);
  const rain = rainRate(roof ?? DESIGN_RAIN) * bedArea(bed);
  const one = HOLE * boreArea(bore) * Math.sqrt(2 * GRAVITY * OVER_HOLE);
  return { rain, one, holes: Math.max(1, Math.ceil(rain / one)) };
}

/** The bed that runs over first when the chain fills: its hole stands lowest. Undefined where none has one. */
export function firstToRunOver(beds: readonly BedNode[]): BedNode | undefined {
  const withHole = beds.filter((b) => b.overflowM !== undefined);
  return [...withHole].sort((a, b) => bedFloor(a) + (a.overflowM ?? 0) - bedFloor(b) - (b.overflowM ?? 0)).at(0);
}

/** Beds whose wanted lines one float can serve together, from the lowest up: on sloping ground each group has its bucket. */
export function groupsOf(beds: readonly BedNode[]): BedNode[][] {
  const line = (b: BedNode): number => bedFloor(b) + bedWants(b);
  const groups: BedNode[][] = [];
  for (const bed of [...beds].sort((a, b) => line(a) - line(b))) {
    const group = groups.at(-1);
    const reach = group && Math.min(...[...group, bed].map((b) => metresOfMm(2 * bedTolerance(b))));
    if (group && reach !== undefined && line(bed) - line(group[0]) <= reach) group.push(bed);
    else groups.push([bed]);
  }
  return groups;
}
