// Greywater: least falls by code, what comes a head and day, how much soil takes it.
export interface DrainFall {
  readonly id: string;
  readonly name: string;
  /** mm inside up to which it holds. */ readonly upToMm: number;
  /** m a metre */ readonly least: number;
  readonly source: string;
}
/** IPC 704.1 and IRC P3005.3, from memory: 1/4 in a foot up to 2 1/2 in, 1/8 in a foot from 3 to 6 in. */
export const DRAIN_FALLS: readonly DrainFall[] = [
  { id: 'small', name: '1/4 in a foot', upToMm: 70, least: 1 / 48, source: 'IPC Table 704.1 / IRC P3005.3' },
  { id: 'large', name: '1/8 in a foot', upToMm: 500, least: 1 / 96, source: 'IPC Table 704.1 / IRC P3005.3' },
];
/** Speed that keeps a drain clean, m/s (2 ft/s, sanitary engineering rule, from memory). */
export const CLEAN_SPEED = 0.6;
/** L a head and day of showers, baths and basins (UPC greywater chapter: 25 gal; from memory). */
export const GREYWATER_PER_HEAD = 94.6;

export interface GreySoil {
  readonly id: string;
  readonly name: string;
  /** m² for 100 L a day */ readonly area: number;
}
/** UPC / California Plumbing Code, greywater design table, from memory. */
export const GREY_SOILS: readonly GreySoil[] = [
  { id: 'coarse-sand', name: 'Coarse sand or gravel', area: 0.49 },
  { id: 'fine-sand', name: 'Fine sand', area: 0.61 },
  { id: 'sandy-loam', name: 'Sandy loam', area: 0.98 },
  { id: 'sandy-clay', name: 'Sandy clay', area: 1.47 },
  { id: 'clay-sand', name: 'Clay with much sand or gravel', area: 2.21 },
  { id: 'clay', name: 'Clay with little sand or gravel', area: 2.95 },
];
export const GREY_SOURCE = 'UPC / California Plumbing Code, greywater design table (from memory)';
export const findGreySoil = (id: string | undefined): GreySoil | undefined => GREY_SOILS.find((s) => s.id === id);
/** Least fall for a bore, m a metre. */
export const leastFall = (mm: number): DrainFall => DRAIN_FALLS.find((f) => mm <= f.upToMm) ?? DRAIN_FALLS[1];
