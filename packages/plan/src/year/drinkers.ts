// What animals at the drinkers of a rail take in a day, and over which hours.
import { findAnimal } from '../catalogue/index.ts';
import { cubicMetres, emitterPlaces, type Plot } from '../fields/index.ts';
import type { Plan } from '../schema/index.ts';

type Drinkers = NonNullable<Plot['drinkers']>;
const HOUR = 3600;
/** Hours over which a class drinks where its table says nothing (assumption). */
const USUAL_HOURS = 14;

/** m³ a day of all that drink from a rail. */
export const railPerDay = (d: Drinkers): number =>
  cubicMetres(d.heads * (d.litresPerHeadPerDay ?? findAnimal(d.animal)?.typical ?? 0));

/** Hours of a day over which they drink, around one in the afternoon. */
export const railHours = (d: Drinkers): { readonly from: number; readonly hours: number } => {
  const hours = findAnimal(d.animal)?.hours ?? USUAL_HOURS;
  return { from: 13 - hours / 2, hours };
};

/** m³/s that one drinker of a line gives in time, all alike: no more than is drunk. Lines that are no rails are left out. */
export function drinkRates(plan: Plan): Map<string, number> {
  const rates = new Map<string, number>();
  for (const plot of plan.plots ?? []) {
    const d = plot.drinkers;
    if (!d) continue;
    const lines = plan.lines.filter((l) => plot.lines.includes(l.id));
    const count = lines.reduce(
      (sum, l) =>
        sum +
        l.legs.reduce(
          (n, leg) => n + (leg.emitters ?? []).reduce((k, e) => k + emitterPlaces(e).length - (e.shut?.length ?? 0), 0),
          0,
        ),
      0,
    );
    if (count === 0) continue;
    const rate = railPerDay(d) / (railHours(d).hours * HOUR) / count;
    for (const l of lines) rates.set(l.id, rate);
  }
  return rates;
}
