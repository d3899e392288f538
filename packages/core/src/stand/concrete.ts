// Concrete of footings: how much, in how many bags, and how long before it may be loaded.

/** Concrete and water of one bag by its dry weight: m³ a kg (common practice, no source). */
export const BAG = { yieldPerKg: 1 / 2170 } as const;

/** Bags of a dry weight, kg, for a volume, m³, with a tenth over for waste (assumption). */
export const bags = (volume: number, weight: number): number =>
  Math.ceil((volume * 1.1) / (weight * BAG.yieldPerKg) - 1e-9);

/** Waits from the day of the pour, days. */
export interface Curing {
  /** Forms off. */ readonly strip: number;
  /** Posts, platform and the empty tank. */ readonly light: number;
  /** The tank full. */ readonly full: number;
  /** The strength it is sold by. */ readonly strength: number;
  /** Over how many days it counts as one at 15 °C and more. */ readonly slower: number;
  /** Under 5 °C it must be kept from freezing. */ readonly frost: boolean;
}

/** Temperature under which nothing hardens, °C (maturity of Nurse and Saul; from memory). */
const DATUM = -10;
const MILD = 15;

/**
 * Days to wait at a mean temperature of the air, °C. At 15 °C and more: forms 1, light load 3 (48 to 72 h is common
 * practice), full tank 7, strength 28; colder, longer by maturity, (15 + 10)/(T + 10), and no full tank before 14 days
 * under 10 °C (common practice).
 * @see maturity after Nurse 1949 and Saul 1951, ACI 306 for frost (from memory)
 */
export function curing(temperature: number): Curing {
  const slower = Math.max(1, (MILD - DATUM) / Math.max(5, temperature - DATUM));
  const days = (n: number): number => Math.ceil(n * slower - 1e-9);
  return {
    strip: days(1),
    light: days(3),
    full: temperature < 10 ? Math.max(14, days(7)) : days(7),
    strength: days(28),
    slower,
    frost: temperature < 5,
  };
}
