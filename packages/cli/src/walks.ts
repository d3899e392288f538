// The verbs `import` and `export`: walks in from tracks, grids and sheets, out as sheets and tracks.
import type { Fault } from '@vernal-slope/plan/document';
import { applyCommand, legsFromRows, legsFromTrack, type Command } from '@vernal-slope/plan/edit';
import {
  geoJson,
  gpxOf,
  readAsciiGrid,
  readTracks,
  readWalkRows,
  TRACK_TOLERANCE,
  trackLegs,
  walkCsv,
  type Grid,
} from '@vernal-slope/plan/formats';
import type { Line, Plan } from '@vernal-slope/plan/schema';
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

/** The plan with a line's legs from a track or a sheet. `read` gives a file's text. */
export function importWalk(
  plan: Plan,
  options: Options,
  read: (file: string, limit: number) => string,
  limit: number,
): Outcome<Plan> {
  const line = lineOf(plan, options.line);
  if (!line) return noLine(options.line);
  if (options.csv !== undefined) {
    const rows = readWalkRows(read(options.csv, limit), 'metric');
    if (rows.faults.length > 0)
      return {
        ok: false,
        faults: rows.faults.map((f) => ({ path: `--csv row ${f.row}`, message: f.message, advice: 'mend the row' })),
      };
    return rows.rows.length > 0
      ? done(plan, legsFromRows(line.id, rows.rows))
      : bad('--csv', 'has no rows', 'give length and rise of each leg');
  }
  const { tracks, faults } = readTracks(read(options.track ?? '', limit), options.track ?? 'track');
  if (tracks.length === 0)
    return {
      ok: false,
      faults: faults.map((message) => ({
        path: '--track',
        message,
        advice: 'give a GPX, KML or GeoJSON file with a line',
      })),
    };
  let grid: Grid | undefined;
  if (options.grid !== undefined) {
    const answer = readAsciiGrid(read(options.grid, limit));
    if (!answer.ok) return bad('--grid', answer.fault, 'give an ESRI ASCII grid in metres from the plan’s origin');
    ({ grid } = answer);
  }
  const { originLatitudeDeg, originLongitudeDeg } = plan.site ?? {};
  const origin =
    originLatitudeDeg === undefined || originLongitudeDeg === undefined
      ? undefined
      : { latitudeDeg: originLatitudeDeg, longitudeDeg: originLongitudeDeg };
  const legs = trackLegs(tracks[0], options.tolerance ?? TRACK_TOLERANCE, grid, origin);
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
