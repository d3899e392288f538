// The verbs `import` and `export`: walks in from tracks, grids and sheets, out as sheets and tracks.
import type { Fault } from '@vernal-slope/plan/document';
import { applyCommand, legsFromGround, legsFromRows, legsFromTrack, type Command } from '@vernal-slope/plan/edit';
import {
  geoJson,
  gpxOf,
  frameName,
  groundAlong,
  guessFrame,
  readAsciiGrid,
  readGeoTiff,
  readTrackFile,
  readWalkRows,
  TRACK_TOLERANCE,
  trackLegs,
  walkCsv,
  type Origin,
  type Terrain,
  type Track,
} from '@vernal-slope/plan/formats';
import type { Line, Plan } from '@vernal-slope/plan/schema';
import { lineName } from '@vernal-slope/plan/topology';
import type { Options } from './options.ts';

type Outcome<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly faults: readonly Fault[] };
const bad = (path: string, message: string, advice: string): { ok: false; faults: Fault[] } => ({
  ok: false,
  faults: [{ path, message, advice }],
});

/** The line that is named, else the plan's first. */
function lineOf(plan: Plan, id: string | undefined): Line | undefined {
  return id === undefined ? plan.lines[0] : plan.lines.find((l) => l.id === id);
}
const noLine = (id: string | undefined): { ok: false; faults: Fault[] } =>
  bad(
    id === undefined ? '$.lines' : '--line',
    id === undefined ? 'has no line' : `"${id}" is no line`,
    'give the id of a line',
  );

function done(plan: Plan, command: Command): Outcome<Plan> {
  return { ok: true, value: applyCommand(plan, command)?.plan ?? plan };
}

/** The track of a line: the only one, else the one with its id or its name. */
function trackFor(plan: Plan, line: Line, tracks: readonly Track[]): Track | undefined {
  if (tracks.length === 1) return tracks[0];
  const same = (a: string | undefined, b: string): boolean => a?.trim().toLowerCase() === b.trim().toLowerCase();
  const named = tracks.filter((t) => same(t.name, lineName(plan, line.id)) || same(t.name, line.id));
  return tracks.find((t) => t.id === line.id) ?? (named.length === 1 ? named[0] : undefined);
}

/** How files are read: as text, or whole. */
export interface Files {
  readonly text: (file: string) => string;
  readonly bytes: (file: string) => ArrayBuffer;
}

const ADVICE = 'give an ESRI ASCII grid or a GeoTIFF in metres from the plan’s origin, degrees or UTM';

async function terrainOf(file: string, files: Files, origin?: Origin): Promise<Outcome<Terrain>> {
  if (/\.tiff?$/i.test(file)) {
    const read = await readGeoTiff(files.bytes(file));
    if (!read.ok) return bad('--grid', read.fault, ADVICE);
    return { ok: true, value: { grid: read.grid, frame: read.frame ?? guessFrame(read.grid, origin) } };
  }
  const read = readAsciiGrid(files.text(file));
  if (!read.ok) return bad('--grid', read.fault, ADVICE);
  return { ok: true, value: { grid: read.grid, frame: guessFrame(read.grid, origin) } };
}

/** The plan with a line's legs from a track, a sheet, or a grid under its positions. */
export async function importWalk(plan: Plan, options: Options, files: Files): Promise<Outcome<Plan>> {
  const line = lineOf(plan, options.line);
  if (!line) return noLine(options.line);
  if (options.csv !== undefined) {
    const rows = readWalkRows(files.text(options.csv), 'metric');
    if (rows.faults.length > 0)
      return {
        ok: false,
        faults: rows.faults.map((f) => ({ path: `--csv row ${f.row}`, message: f.message, advice: 'mend the row' })),
      };
    return rows.rows.length > 0
      ? done(plan, legsFromRows(line.id, rows.rows))
      : bad('--csv', 'has no rows', 'give length and rise of each leg');
  }
  const { originLatitudeDeg, originLongitudeDeg } = plan.site ?? {};
  const origin =
    originLatitudeDeg === undefined || originLongitudeDeg === undefined
      ? undefined
      : { latitudeDeg: originLatitudeDeg, longitudeDeg: originLongitudeDeg };
  const tolerance = options.tolerance ?? TRACK_TOLERANCE;
  if (options.track === undefined) {
    const terrain = await terrainOf(options.grid ?? '', files, origin);
    if (!terrain.ok) return terrain;
    const ground = groundAlong(plan, line, terrain.value, tolerance, origin);
    return ground.ok
      ? done(plan, legsFromGround(line.id, ground))
      : bad('--grid', `${ground.fault} (read as ${frameName(terrain.value.frame)})`, ADVICE);
  }
  const { tracks, faults } = readTrackFile(new Uint8Array(files.bytes(options.track)), options.track);
  if (tracks.length === 0)
    return {
      ok: false,
      faults: faults.map((message) => ({
        path: '--track',
        message,
        advice: 'give a GPX, KML or GeoJSON file with a line',
      })),
    };
  const track = trackFor(plan, line, tracks);
  if (!track)
    return bad(
      '--track',
      `has ${tracks.length} lines (${tracks.map((t) => t.name).join(', ')}), and none is ${lineName(plan, line.id)}`,
      'give a file with one line, or one whose line has the name of the plan’s',
    );
  const first = track.points[0];
  const from = origin ?? { latitudeDeg: first.lat, longitudeDeg: first.lon };
  const terrain = options.grid === undefined ? undefined : await terrainOf(options.grid, files, from);
  if (terrain && !terrain.ok) return terrain;
  const legs = trackLegs(track, tolerance, terrain?.value, from);
  if (legs.legs.length === 0)
    return bad('--track', legs.faults[0] ?? 'has no legs', 'give a track with heights, or a grid that covers it');
  return done(plan, legsFromTrack(line.id, legs));
}

/** The text of a walk in a format. */
export function exportWalk(plan: Plan, options: Options): Outcome<string> {
  if ((options.format ?? 'csv') === 'csv') {
    const line = lineOf(plan, options.line);
    return line ? { ok: true, value: walkCsv(plan, line) } : noLine(options.line);
  }
  const out = options.format === 'gpx' ? gpxOf(plan) : geoJson(plan);
  return out.ok
    ? { ok: true, value: out.text }
    : bad('$.site', out.fault, 'positions are needed for this format; csv needs none');
}
