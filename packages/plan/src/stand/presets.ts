// Where a stand starts from: members that suit a tank's size, before anything is entered.
import { tankCapacity } from '@vernal-slope/core/tank';
import { litres, tankShape, vesselHeight } from '../compile/index.ts';
import type { EARTHQUAKES, Stand, StoreNode, TERRAINS, WIND_MAPS } from '../schema/index.ts';

interface Member {
  readonly widthMm: number;
  readonly depthMm: number;
  /** As long as it must be when left out. */ readonly lengthM?: number;
}

/** A stand with every figure given, in the plan's units. */
export interface FullStand {
  readonly kind: Stand['kind'];
  readonly timber: {
    readonly species: string;
    readonly grade: string;
    readonly wet: boolean;
    readonly incised: boolean;
  };
  readonly platform: {
    readonly frontM: number;
    readonly sideM: number;
    readonly deckMm: number;
    readonly gapMm: number;
  };
  readonly joists: Member & { readonly spacingMm: number };
  readonly beams: Member & { readonly lines: 2 | 3; readonly plies: number };
  readonly posts: Member & { readonly perBeam: 2 | 3; readonly inGround: boolean };
  readonly braces: Member & {
    readonly front: boolean;
    readonly side: boolean;
    readonly girts: 0 | 1;
    readonly bolts: 1 | 2;
    readonly boltMm: number;
  };
  readonly footing: {
    readonly sideMm: number;
    readonly thicknessMm: number;
    readonly depthMm: number;
    readonly pierMm: number;
    readonly anchored: boolean;
  };
  readonly soil: string;
  readonly frostM: number;
  readonly wind: {
    readonly gustMs: number;
    readonly map: (typeof WIND_MAPS)[number];
    readonly terrain: (typeof TERRAINS)[number];
    readonly crest: boolean;
  };
  readonly earthquake: (typeof EARTHQUAKES)[number];
  readonly peopleNear: boolean;
  readonly strapped: boolean;
  readonly ribbed: boolean;
  readonly emptyTankKg: number;
  readonly pouredOn?: string;
  readonly pourTemperatureC: number;
}

/** Sides that a section is planed to, mm. */
const TWO = 38.1;
const FOUR = 88.9;
const SIX = 139.7;
const EIGHT = 184.15;
const TEN = 234.95;
const TWELVE = 285.75;

interface Members {
  readonly name: string;
  /** Up to this many litres. */ readonly upTo: number;
  readonly post: number;
  readonly perBeam: 2 | 3;
  readonly plies: number;
  readonly beam: number;
  readonly joist: number;
  readonly spacingMm: number;
  readonly bolts: 1 | 2;
  readonly boltMm: number;
  /** Up to a height, m: side and thickness of a footing, mm. A gust lifts a taller one more. */
  readonly footings: readonly (readonly [upTo: number, sideMm: number, thicknessMm: number])[];
}

/** ⅝ and ¾ in. */
const FIVE_EIGHTHS = 15.875;
const THREE_QUARTERS = 19.05;

/**
 * Members to start from, by the tank's size (common practice, no source); every one is checked as entered. Four posts each,
 * braced both ways: heavy footings hold down a corner that a gust lifts.
 */
export const STAND_PRESETS: readonly Members[] = [
  {
    name: 'drum of 200 L',
    upTo: 300,
    post: FOUR,
    perBeam: 2,
    plies: 1,
    beam: SIX,
    joist: SIX,
    spacingMm: 300,
    bolts: 1,
    boltMm: FIVE_EIGHTHS,
    footings: [
      [1.2, 600, 250],
      [2.2, 750, 350],
      [Infinity, 750, 500],
    ],
  },
  {
    name: 'tote or 1,000 L',
    upTo: 1250,
    post: SIX,
    perBeam: 2,
    plies: 2,
    beam: EIGHT,
    joist: EIGHT,
    spacingMm: 300,
    bolts: 1,
    boltMm: THREE_QUARTERS,
    footings: [
      [1.2, 700, 250],
      [2.2, 800, 300],
      [Infinity, 950, 350],
    ],
  },
  {
    name: '2,000 L',
    upTo: 2400,
    post: SIX,
    perBeam: 2,
    plies: 3,
    beam: TEN,
    joist: EIGHT,
    spacingMm: 200,
    bolts: 2,
    boltMm: FIVE_EIGHTHS,
    footings: [
      [1.2, 750, 300],
      [2.2, 900, 300],
      [Infinity, 1000, 350],
    ],
  },
  {
    name: '3,000 L',
    upTo: 3600,
    post: SIX,
    perBeam: 2,
    plies: 4,
    beam: TEN,
    joist: TEN,
    spacingMm: 250,
    bolts: 2,
    boltMm: FIVE_EIGHTHS,
    footings: [
      [1.2, 900, 350],
      [2.2, 950, 350],
      [Infinity, 1050, 400],
    ],
  },
  {
    name: '5,000 L',
    upTo: Infinity,
    post: SIX,
    perBeam: 2,
    plies: 4,
    beam: TWELVE,
    joist: TWELVE,
    spacingMm: 200,
    bolts: 2,
    boltMm: THREE_QUARTERS,
    footings: [
      [1.2, 1000, 400],
      [2.2, 1050, 400],
      [Infinity, 1150, 450],
    ],
  },
];

/** Wall of a plastic tank weighs this share of its water, and a drum at least (assumption). */
const EMPTY_SHARE = 0.033;
const LEAST_EMPTY_KG = 8;
/** Platform beyond the tank on each side, m. */
const BEYOND = 0.1;
/** Posts longer than this start with a girt half way up. */
const GIRT_FROM = 2.2;
/** Walls between the inside of a tank, as entered, and its outside, m (assumption). */
export const WALL = 0.01;

/** What a tank covers from above and how high it is, outside, m; several stand in a row along the front. */
export function tankOutside(tank: StoreNode): { round: boolean; front: number; side: number; height: number } {
  const { shape } = tank;
  const count = tank.count ?? 1;
  const height = vesselHeight(tank) + WALL;
  const out = (inside: number): number => inside + 2 * WALL;
  switch (shape.type) {
    case 'vertical-cylinder':
      return { round: count === 1, front: count * out(shape.diameterM), side: out(shape.diameterM), height };
    case 'horizontal-cylinder':
      return { round: false, front: out(shape.lengthM), side: count * out(shape.diameterM), height };
    case 'box':
      return { round: false, front: count * out(shape.lengthM), side: out(shape.widthM), height };
    case 'table': {
      // its plan is not known: a round one of its volume and height
      const wide = Math.sqrt((4 * tankCapacity(tankShape(shape))) / (Math.PI * vesselHeight(tank)));
      return { round: count === 1, front: count * out(wide), side: out(wide), height };
    }
  }
}

const tidy = (m: number): number => Math.ceil(m * 20 - 1e-9) / 20;

export const membersFor = (volumeLitres: number): Members =>
  STAND_PRESETS.find((p) => volumeLitres <= p.upTo) ?? STAND_PRESETS[STAND_PRESETS.length - 1];

const entriesOf = (m: Members, high: number): StandMembers => {
  const [, sideMm, thicknessMm] = m.footings.find(([upTo]) => high <= upTo) ?? m.footings[m.footings.length - 1];
  return {
    joists: { widthMm: TWO, depthMm: m.joist, spacingMm: m.spacingMm },
    beams: { widthMm: TWO, depthMm: m.beam, lines: 2, plies: m.plies },
    posts: { widthMm: m.post, depthMm: m.post, perBeam: m.perBeam },
    braces: { bolts: m.bolts, boltMm: m.boltMm },
    footing: { sideMm, thicknessMm },
  };
};

/** What is entered of a stand's members. */
interface StandMembers {
  readonly joists: Member & { spacingMm: number };
  readonly beams: Member & { lines: 2 | 3; plies: number };
  readonly posts: Member & { perBeam: 2 | 3 };
  readonly braces: { bolts: 1 | 2; boltMm: number };
  readonly footing: { sideMm: number; thicknessMm: number };
}

/** Members of one of the sizes for a stand so high, m, as entries; what is said of platform, timber and weather stays. */
export function membersOf(
  name: string,
  high: number,
): Pick<Stand, 'joists' | 'beams' | 'posts' | 'braces' | 'footing'> {
  const m = entriesOf(STAND_PRESETS.find((p) => p.name === name) ?? STAND_PRESETS[0], high);
  return {
    joists: { ...m.joists },
    beams: { ...m.beams },
    posts: { ...m.posts },
    braces: { ...m.braces },
    footing: { ...m.footing },
  };
}

/** A stand to start from: members by the tank's size, ground and wind as an assumption to be replaced. */
export function presetStand(tank: StoreNode): FullStand {
  const volume = litres(tankCapacity(tankShape(tank.shape, tank.count)));
  const high = tank.standM ?? 0;
  const m = entriesOf(membersFor(volume), high);
  const o = tankOutside(tank);
  return {
    kind: 'posts',
    timber: { species: 'douglas-fir-larch', grade: 'no-2', wet: true, incised: true },
    platform: { frontM: tidy(o.front + 2 * BEYOND), sideM: tidy(o.side + 2 * BEYOND), deckMm: TWO, gapMm: 10 },
    joists: m.joists,
    beams: m.beams,
    posts: { ...m.posts, inGround: false },
    braces: { widthMm: TWO, depthMm: SIX, front: true, side: true, girts: high > GIRT_FROM ? 1 : 0, ...m.braces },
    footing: { ...m.footing, depthMm: 600, pierMm: 300, anchored: true },
    soil: 'clay',
    frostM: 0.5,
    wind: { gustMs: 40, map: 'allowable', terrain: 'open', crest: false },
    earthquake: 'unknown',
    peopleNear: true,
    strapped: true,
    ribbed: true,
    emptyTankKg: Math.max(LEAST_EMPTY_KG, Math.round(volume * EMPTY_SHARE)),
    pourTemperatureC: 10,
  };
}

/** What was entered, over the start of its tank. */
export function fullStand(tank: StoreNode): FullStand {
  const start = presetStand(tank);
  const s = tank.stand;
  if (!s) return start;
  const { timber, platform, joists, beams, posts, braces, footing, wind, ...plain } = s;
  // what the schema holds is of the same kinds, and nothing in it is there and undefined
  const over = <T extends object>(from: T, entered: object | undefined): T => ({ ...from, ...entered });
  return {
    ...over(start, plain),
    timber: over(start.timber, timber),
    platform: over(start.platform, platform),
    joists: over(start.joists, joists),
    beams: over(start.beams, beams),
    posts: over(start.posts, posts),
    braces: over(start.braces, braces),
    footing: over(start.footing, footing),
    wind: over(start.wind, wind),
  };
}
