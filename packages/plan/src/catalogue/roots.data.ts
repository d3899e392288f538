// How deep crops root and how much of the soil's water they take without thirst; what soils hold.

/** @see FAO-56 table 22, the shallower end of its range (young roots, irrigated): from memory */
export const ROOT_ROWS: readonly {
  readonly crops: readonly string[];
  readonly depthM: number;
  readonly readily: number;
}[] = [
  { crops: ['lettuce'], depthM: 0.3, readily: 0.3 },
  { crops: ['cabbage', 'broccoli'], depthM: 0.5, readily: 0.45 },
  { crops: ['carrots'], depthM: 0.5, readily: 0.35 },
  { crops: ['onion-dry', 'garlic'], depthM: 0.3, readily: 0.3 },
  { crops: ['tomato'], depthM: 0.7, readily: 0.4 },
  { crops: ['sweet-pepper-bell'], depthM: 0.5, readily: 0.3 },
  { crops: ['potato'], depthM: 0.4, readily: 0.35 },
  { crops: ['beans-green'], depthM: 0.5, readily: 0.45 },
  { crops: ['strawberries'], depthM: 0.2, readily: 0.2 },
  { crops: ['cucumber-fresh-market'], depthM: 0.7, readily: 0.5 },
  { crops: ['maize-sweet'], depthM: 0.8, readily: 0.5 },
  {
    crops: [
      'apples-cherries-pears-no-ground-cover-killing-frost',
      'apples-cherries-pears-active-ground-cover-killing-frost',
    ],
    depthM: 1.0,
    readily: 0.5,
  },
  { crops: ['table-grapes'], depthM: 1.0, readily: 0.35 },
  { crops: ['turf-grass-cool-season'], depthM: 0.5, readily: 0.4 },
];
/** Taken for a crop that the table does not have (assumption): as shallow vegetables. */
export const USUAL_ROOTS = { depthM: 0.4, readily: 0.4 } as const;

export interface GardenSoilRow {
  readonly id: string;
  readonly name: string;
  /** mm of water between field capacity and wilting point in a metre of it */ readonly availableMmPerM: number;
}
/** @see FAO-56 table 19, the middle of its range: from memory */
export const GARDEN_SOIL_ROWS: readonly GardenSoilRow[] = [
  { id: 'sand', name: 'sand', availableMmPerM: 80.0 },
  { id: 'loamy-sand', name: 'loamy sand', availableMmPerM: 90.0 },
  { id: 'sandy-loam', name: 'sandy loam', availableMmPerM: 130.0 },
  { id: 'loam', name: 'loam', availableMmPerM: 155.0 },
  { id: 'silt-loam', name: 'silt loam', availableMmPerM: 160.0 },
  { id: 'silt', name: 'silt', availableMmPerM: 180.0 },
  { id: 'silt-clay-loam', name: 'silt clay loam', availableMmPerM: 155.0 },
  { id: 'silty-clay', name: 'silty clay', availableMmPerM: 160.0 },
  { id: 'clay', name: 'clay', availableMmPerM: 160.0 },
];
/** Taken where the plan names no soil (assumption). */
export const USUAL_GARDEN_SOIL = 'loam';
