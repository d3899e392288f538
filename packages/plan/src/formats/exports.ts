// Walks out: as CSV of the walk book, as GeoJSON and as GPX.
import { fromSI, unit } from '@vernal-slope/core/units';
import { xmlText } from '../fields/index.ts';
import { lineName } from '../topology/index.ts';
import Papa from 'papaparse';
import { stationsOf } from '../positions/index.ts';
import type { Line, Plan } from '../schema/index.ts';
import { lonLat } from './terrain.ts';

/** The walk book of a line as CSV, a row a leg; reads back as the same legs. */
export function walkCsv(plan: Plan, line: Line, system: 'metric' | 'us' = 'metric'): string {
  const symbol = system === 'us' ? 'ft' : 'm';
  const as = (metres: number): number => Math.round(1e4 * fromSI(metres, unit(symbol, 'length'))) / 1e4;
  let ground = plan.nodes.find((n) => n.id === line.from)?.groundM ?? 0;
  const rows = line.legs.map((leg) => {
    const rise = Math.round((leg.endGroundM - ground) * 1e4) / 1e4;
    ground = leg.endGroundM;
    return {
      [`length ${symbol}`]: as(leg.lengthM),
      [`rise ${symbol}`]: as(rise),
      [`depth ${symbol}`]: as(leg.depthM ?? 0),
      remarks: leg.remark ?? '',
    };
  });
  return `${Papa.unparse(rows, { newline: '\n' })}\n`;
}

export type PositionsRead =
  { readonly ok: true; readonly text: string } | { readonly ok: false; readonly fault: string };

function placed(plan: Plan): { line: Line; points: [lon: number, lat: number, z: number][] }[] | string {
  const { originLatitudeDeg: lat0, originLongitudeDeg: lon0 } = plan.site ?? {};
  if (lat0 === undefined || lon0 === undefined)
    return 'the plan does not know where on the Earth it lies: bring in a track, which says so';
  const lines = plan.lines.flatMap((line) => {
    const points = stationsOf(plan, line).flatMap((s): [number, number, number][] =>
      s.east === undefined || s.north === undefined
        ? []
        : [[...lonLat({ latitudeDeg: lat0, longitudeDeg: lon0 }, s.east, s.north), s.ground]],
    );
    return points.length > 1 ? [{ line, points }] : [];
  });
  return lines.length > 0 ? lines : 'no line of the plan has positions';
}
const tidy = (v: number): number => Math.round(v * 1e8) / 1e8;

/** Lines with positions as GeoJSON (RFC 7946, longitude, latitude, height). */
export function geoJson(plan: Plan): PositionsRead {
  const lines = placed(plan);
  if (typeof lines === 'string') return { ok: false, fault: lines };
  return {
    ok: true,
    text: `${JSON.stringify({
      type: 'FeatureCollection',
      features: lines.map(({ line, points }) => ({
        type: 'Feature',
        properties: { id: line.id, name: lineName(plan, line.id) },
        geometry: { type: 'LineString', coordinates: points.map(([x, y, z]) => [tidy(x), tidy(y), z]) },
      })),
    })}\n`,
  };
}

const escape = (text: string): string =>
  xmlText(text).replace(
    /[<>&'"]/g,
    (c) => ({ '<': '&lt;', '>': '&gt;', '&': '&amp;', "'": '&apos;', '"': '&quot;' })[c] ?? c,
  );

/** Lines with positions as GPX 1.1 tracks. */
export function gpxOf(plan: Plan): PositionsRead {
  const lines = placed(plan);
  if (typeof lines === 'string') return { ok: false, fault: lines };
  const tracks = lines.map(
    ({ line, points }) =>
      `  <trk><name>${escape(lineName(plan, line.id))}</name><trkseg>\n${points
        .map(([x, y, z]) => `    <trkpt lat="${tidy(y)}" lon="${tidy(x)}"><ele>${z}</ele></trkpt>`)
        .join('\n')}\n  </trkseg></trk>`,
  );
  return {
    ok: true,
    text: `<?xml version="1.0" encoding="UTF-8"?>\n<gpx version="1.1" creator="Vernal Slope" xmlns="http://www.topografix.com/GPX/1/1">\n${tracks.join('\n')}\n</gpx>\n`,
  };
}
