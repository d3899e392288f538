// Gardens to begin with: sizes as people build them, round in the units of the person.
import { findDrill } from '@vernal-slope/plan/catalogue';
import type { RailMade } from '@vernal-slope/plan/drink';
import type { DrainMade } from '@vernal-slope/plan/greywater';
import type { FilterMade } from '@vernal-slope/plan/treat';
import type { BedsMade, RowsMade } from '@vernal-slope/plan/edit';
import type { UnitSystem } from '@vernal-slope/display/quantities';
import { turned } from '@vernal-slope/display/quantities';

interface BedsPreset {
  readonly key: string;
  readonly name: string;
  readonly made: BedsMade;
}
interface RailPreset {
  readonly key: string;
  readonly name: string;
  /** What it is called in the plan. */ readonly called: string;
  readonly made: RailMade;
}
interface RowsPreset {
  readonly key: string;
  readonly name: string;
  readonly made: RowsMade;
}

const feet = (ft: number): number => Math.round(turned(ft, 'ft', 'm', 'length') * 1e4) / 1e4;
const gallons = (gal: number): number => Math.round(turned(gal, 'US gal', 'L', 'volume') * 1e3) / 1e3;
const inches = (inch: number): number => Math.round(turned(inch, 'in', 'm', 'length') * 1e4) / 1e4;

export function bedsPresets(units: UnitSystem): readonly BedsPreset[] {
  const us = units === 'us';
  const low = { joinM: us ? inches(2.25) : 0.055, overflowM: us ? inches(5.25) : 0.132, hoseMm: 13 };
  const pipe = { type: 'pipe', heightM: us ? inches(4) : 0.1, waterShare: 0.7 } as const;
  return [
    {
      key: 'beds-barrels',
      name: 'Half barrels in a row',
      made: {
        beds: 4,
        shape: { type: 'vertical-cylinder', diameterM: us ? inches(22.5) : 0.57, heightM: us ? inches(16) : 0.41 },
        reservoir: pipe,
        ...low,
        hoseM: us ? feet(3) : 1,
      },
    },
    {
      key: 'beds-floors',
      name: 'False-floor barrels',
      made: {
        beds: 4,
        shape: { type: 'vertical-cylinder', diameterM: us ? inches(22.5) : 0.57, heightM: us ? inches(22) : 0.56 },
        reservoir: { type: 'false-floor', heightM: us ? inches(9) : 0.23, waterShare: 0.95 },
        ...low,
        overflowM: us ? inches(10.25) : 0.262,
        hoseM: us ? feet(3) : 1,
      },
    },
    {
      key: 'beds-boxes',
      name: 'Long boxes',
      made: {
        beds: 3,
        shape: {
          type: 'box',
          lengthM: us ? feet(8) : 2.4,
          widthM: us ? feet(3.5) : 1.1,
          heightM: us ? inches(16) : 0.41,
        },
        reservoir: pipe,
        ...low,
        hoseM: us ? feet(10) : 3,
      },
    },
  ];
}

export function rowsPresets(units: UnitSystem): readonly RowsPreset[] {
  const us = units === 'us';
  const half = 'astm-d2239-sidr15/1/2';
  const base = { diameterMm: findDrill(us ? '1-32-in' : '0.8-mm')?.diameter ?? 0.8, pipe: half };
  return [
    {
      key: 'rows-manifold',
      name: 'Rows off a manifold',
      made: { ...base, rows: 4, lengthM: us ? feet(40) : 12, spacingM: us ? feet(1) : 0.3 },
    },
    {
      key: 'rows-loop',
      name: 'A rectangle closed in a loop',
      made: {
        ...base,
        rows: 2,
        lengthM: us ? feet(40) : 12,
        spacingM: us ? feet(1) : 0.3,
        loop: true,
        betweenM: us ? feet(3) : 1,
      },
    },
    {
      key: 'rows-ring',
      name: 'A ring round a tree',
      made: {
        ...base,
        rows: 1,
        lengthM: us ? feet(10) : 3,
        spacingM: us ? feet(1) : 0.3,
        loop: true,
        betweenM: us ? feet(0.5) : 0.15,
      },
    },
  ];
}

/** Rails of drinkers with their bucket. @param fed from a tank or a tee; else filled by hand */
export function railPresets(units: UnitSystem, fed: boolean): readonly RailPreset[] {
  const us = units === 'us';
  const tube = { insideDiameterMm: 15.8 };
  return [
    {
      key: 'rail-hens',
      name: 'A hen run: one rail of nipples',
      called: 'Hen run',
      made: {
        heights: [us ? inches(15) : 0.38],
        lengthM: us ? feet(20) : 6,
        fallsM: 0,
        drinkers: 10,
        kind: 'poultry-nipple',
        animal: 'layer',
        heads: 40,
        standM: us ? feet(1) : 0.3,
        pipe: tube,
        fed,
      },
    },
    {
      key: 'rail-cages',
      name: 'Rabbit cages, three on top of each other',
      called: 'Rabbit cages',
      made: {
        heights: us ? [inches(34), inches(58), inches(82)] : [0.85, 1.45, 2.05],
        floors: us ? [inches(24), inches(48), inches(72)] : [0.6, 1.2, 1.8],
        lengthM: us ? feet(8) : 2.4,
        drinkers: 4,
        kind: 'rabbit-nipple',
        animal: 'rabbit',
        heads: 12,
        standM: us ? feet(8) : 2.4,
        pipe: tube,
        fed,
      },
    },
    {
      key: 'rail-pigs',
      name: 'Weaned pigs: a rail of four nipples',
      called: 'Weaned pigs',
      made: {
        heights: [us ? inches(9) : 0.22],
        lengthM: us ? feet(8) : 2.4,
        drinkers: 4,
        kind: 'pig-nipple',
        animal: 'pig-weaner',
        heads: 30,
        standM: us ? feet(6) : 1.8,
        pipe: tube,
        fed,
      },
    },
  ];
}

/** A greywater drain as people lay it. */
export function drainPreset(units: UnitSystem): { readonly called: string; readonly made: DrainMade } {
  const us = units === 'us';
  return {
    called: 'Greywater',
    made: {
      basins: 3,
      runM: us ? feet(20) : 6,
      branchM: us ? feet(6) : 2,
      pipeMm: us ? Math.round(inches(1.5) * 10_000) / 10 : 38,
      ground: 0.04,
      fall: 0.04,
      soil: 'sandy-loam',
    },
  };
}

/** Filters as they are built: the household design of 0.06 m² (CAWST), and a drum of slow sand. Lengths in m. */
export function filterPresets(
  units: UnitSystem,
): readonly { readonly key: string; readonly name: string; readonly made: FilterMade }[] {
  const us = units === 'us';
  return [
    {
      key: 'bio-sand',
      name: 'Bio-sand filter, household size',
      made: {
        kind: 'bio-sand',
        side: us ? inches(9.75) : 0.245,
        round: false,
        height: us ? inches(38) : 0.96,
        depth: us ? inches(21) : 0.54,
        gravel: us ? inches(4) : 0.1,
        film: us ? inches(2) : 0.05,
        grainMm: 0.17,
        clean: { diameter: us ? inches(12) : 0.3, height: us ? inches(14) : 0.36 },
      },
    },
    {
      key: 'slow-sand',
      name: 'Slow sand filter in a drum',
      made: {
        kind: 'slow-sand',
        side: us ? inches(22) : 0.565,
        round: true,
        height: us ? inches(48) : 1.2,
        depth: us ? inches(24) : 0.6,
        gravel: us ? inches(8) : 0.2,
        film: us ? inches(2) : 0.05,
        grainMm: 0.2,
        clean: { diameter: us ? inches(22) : 0.565, height: us ? inches(33) : 0.84 },
      },
    },
  ];
}

/** A tote as people fill it. */
export function totePreset(units: UnitSystem): {
  readonly fillLpm: number;
  readonly litresPerDay: number;
  readonly travelMin: number;
} {
  return units === 'us'
    ? { fillLpm: gallons(5), litresPerDay: gallons(25), travelMin: 30 }
    : { fillLpm: 20, litresPerDay: 100, travelMin: 30 };
}
