// A tank and its stand, from the file's units to the numbers that are checked.
import { exposureAt, ON_A_CREST, WIND_SHARES, type Section, type StandDesign } from '@vernal-slope/core/stand';
import { tankCapacity } from '@vernal-slope/core/tank';
import { waterAt } from '@vernal-slope/core/water';
import { findSoil, SOIL_ROWS, timberOfSize } from '../catalogue/index.ts';
import { metresOfMm, pascals, stressOfMPa, tankShape } from '../compile/index.ts';
import { SITE_DEFAULTS, type Plan, type StoreNode } from '../schema/index.ts';
import { fullStand, tankOutside, type FullStand } from './presets.ts';

/** kg/m³ of timber: dry, and in the weather or freshly treated (common practice). */
const DENSITY = { dry: 580, wet: 800 } as const;
/** A person with tools on the platform, kg (assumption). */
const PERSON = 120;

export interface StandRead {
  readonly full: FullStand;
  readonly design: StandDesign;
  /** Members whose grade has no value for their size: the nearest one is used. */
  readonly otherGrade: readonly string[];
}

/** The design values of a member's timber; the weakest known where species or size are none of the catalogue's. */
function section(
  full: FullStand,
  name: string,
  entry: { widthMm: number; depthMm: number; lengthM?: number },
  other: string[],
): Section {
  const found =
    timberOfSize(full.timber.species, full.timber.grade, entry.widthMm, entry.depthMm) ??
    timberOfSize('douglas-fir-larch', 'no-2', entry.widthMm, entry.depthMm);
  if (!found) throw new Error('no timber of this size');
  const { row } = found;
  if (found.otherGrade || row.species !== full.timber.species) other.push(name);
  return {
    width: metresOfMm(entry.widthMm),
    depth: metresOfMm(entry.depthMm),
    length: entry.lengthM,
    timber: {
      bending: stressOfMPa(row.bendingMPa),
      tension: stressOfMPa(row.tensionMPa),
      shear: stressOfMPa(row.shearMPa),
      across: stressOfMPa(row.acrossMPa),
      compression: stressOfMPa(row.compressionMPa),
      modulus: stressOfMPa(row.modulusMPa),
      modulusMin: stressOfMPa(row.modulusMinMPa),
      thick: row.thick,
      sizeBending: found.sizeBending,
      sizeCompression: found.sizeCompression,
      wetIncluded: row.wetIncluded,
      gravity: row.gravity,
      source: row.source,
    },
  };
}

/** The stand of a tank, SI; what is not entered comes from its start. */
export function readStand(plan: Plan, tank: StoreNode): StandRead {
  const full = fullStand(tank);
  const other: string[] = [];
  const temperature = plan.site?.waterTemperatureC ?? SITE_DEFAULTS.waterTemperatureC;
  const density = waterAt(temperature).density;
  const soil = findSoil(full.soil) ?? SOIL_ROWS[SOIL_ROWS.length - 1];
  const outside = tankOutside(tank);
  const design: StandDesign = {
    tank: {
      ...outside,
      empty: full.emptyTankKg,
      // to the brim, above any overflow
      water: tankCapacity(tankShape(tank.shape, tank.count)) * density,
      strapped: full.strapped,
      ribbed: full.ribbed,
    },
    height: tank.standM ?? 0,
    platform: {
      front: full.platform.frontM,
      side: full.platform.sideM,
      deck: section(full, 'deck', { widthMm: SIX_BOARD, depthMm: full.platform.deckMm }, other),
      gap: metresOfMm(full.platform.gapMm),
    },
    joists: { ...section(full, 'joists', full.joists, other), spacing: metresOfMm(full.joists.spacingMm) },
    beams: { ...section(full, 'beams', full.beams, other), lines: full.beams.lines, plies: full.beams.plies },
    posts: {
      ...section(full, 'posts', full.posts, other),
      perBeam: full.posts.perBeam,
      inGround: full.posts.inGround,
    },
    braces: {
      ...section(full, 'braces', full.braces, other),
      front: full.braces.front,
      side: full.braces.side,
      girts: full.braces.girts,
      bolts: full.braces.bolts,
      bolt: metresOfMm(full.braces.boltMm),
    },
    footing: {
      side: metresOfMm(full.footing.sideMm),
      thickness: metresOfMm(full.footing.thicknessMm),
      depth: metresOfMm(full.footing.depthMm),
      pier: metresOfMm(full.footing.pierMm),
      anchored: full.footing.anchored,
    },
    use: { wet: full.timber.wet, incised: full.timber.incised },
    timberDensity: full.timber.wet ? DENSITY.wet : DENSITY.dry,
    soil: {
      bearing: pascals(soil.bearingKPa),
      friction: soil.friction,
      lateral: pascals(soil.lateralKPaPerM),
    },
    frost: full.frostM,
    wind: {
      speed: full.wind.gustMs,
      exposure: exposureAt(full.wind.terrain, (tank.standM ?? 0) + outside.height / 2),
      crest: full.wind.crest ? ON_A_CREST : 1,
      share: WIND_SHARES[full.wind.map],
    },
    person: PERSON,
  };
  return { full, design, otherGrade: other };
}

/** Width of a deck board for its size factor, mm. */
const SIX_BOARD = 139.7;
