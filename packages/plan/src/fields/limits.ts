// How many entries each list of the plan document may have. One place: the schema, the first look at a file and the
// forms read it here.
import { z } from 'zod';

/** Most entries of a list, by the name of its field. */
export const LIST_LIMITS = {
  nodes: 20_000,
  lines: 20_000,
  legs: 5000,
  fittings: 100,
  treatment: 20,
  emitters: 100,
  atM: 2000,
  shutHoles: 2000,
  plots: 200,
  drains: 100,
  drainLegs: 100,
  basins: 64,
  reachM: 2,
  floorsM: 1000,
  plotLines: 1000,
  sights: 200,
  marksM: 2,
  heightsM: 2,
  levelsM: 1000,
  volumesL: 1000,
  herds: 100,
  visits: 200,
  draws: 200,
  takings: 200,
  habits: 50,
  months: 12,
  yieldByMonthLpm: 12,
  hoursByMonth: 12,
  closedHose: 200,
  linked: 50,
  overflowTo: 20,
  tests: 2000,
  fills: 200,
  depthsM: 50,
  seconds: 50,
  quality: 500,
  areas: 100,
  barrels: 20,
  people: 200,
  uses: 50,
  gardens: 200,
  situations: 100,
  open: 1000,
  pipes: 1000,
  parts: 1000,
  rainMm: 60_000,
  tMaxC: 60_000,
  tMinC: 60_000,
  humidityPercent: 12,
  sunshineH: 12,
  windMs: 12,
  used: 20,
  chain: 12,
  tees: 50,
  startChain: 12,
  endChain: 12,
  workDays: 7,
  off: 2000,
  done: 20_000,
  log: 20_000,
  every: 2000,
  leftOut: 2000,
  own: 500,
  bought: 2000,
  shed: 2000,
  stock: 200,
  lengthsM: 50,
  lengths: 1000,
} as const;

export type ListName = keyof typeof LIST_LIMITS;

/** A list of the document under its field's name, no longer than its limit. */
export const list = <T extends z.ZodType>(name: ListName, of: T): z.ZodArray<T> => z.array(of).max(LIST_LIMITS[name]);

/** Twelve numbers, one a month. */
export const twelve = (of: z.ZodNumber): z.ZodArray<z.ZodNumber> =>
  z.array(of).length(12, 'must have 12 numbers, January first');

/** Most entries of a list that the format does not know: it is kept, and must not be a way round the limits. */
export const UNKNOWN_LIST_LIMIT = 100_000;
/** Deepest nesting of a plan file. */
export const MAX_DEPTH = 64;
/** Most bytes of a plan file. */
export const MAX_BYTES = 10 * 1024 * 1024;
/** Most faults that are named; the rest are counted. */
export const FAULTS_NAMED = 50;
/** Faults after which counting stops too. */
export const FAULTS_COUNTED = 5000;
