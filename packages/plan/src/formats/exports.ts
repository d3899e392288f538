// Walks out: as CSV of the walk book, as GeoJSON and as GPX.
import { fromSI, unit } from '@vernal-slope/core/units';
import { xmlText } from '../fields/index.ts';
import { lineName } from '../topology/index.ts';
import { stationsOf } from '../positions/index.ts';
import type { Leg, Line, Plan } from '../schema/index.ts';
import { csvOf } from './sheets.ts';
import { lonLat } from './terrain.ts';

/** What of a leg has no column of its own, as it stands in the plan; and what it was written beside. */
function restOf(leg: Leg, riseM: number): string {
  const columns = ['lengthM', 'endGroundM', 'depthM', 'remark', ...(typeof leg.pipe === 'string' ? ['pipe'] : [])];
  const kept = Object.fromEntries(Object.entries(leg).filter(([field]) => !columns.includes(field)));
  return Object.keys(kept).length === 0 ? '' : JSON.stringify({ ...kept, was: [leg.lengthM, riseM] });
}

/** The walk book of a line as CSV, a row a leg; reads back as the same legs, whatever they have. */
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
      [`depth ${symbol}`]: leg.depthM === undefined ? '' : as(leg.depthM),
      remarks: leg.remark ?? '',
      pipe: typeof leg.pipe === 'string' ? leg.pipe : '',
      // pipes of one's own, fittings, sights, positions: for the way back
      'as stored': restOf(leg, rise),
    };
  });
  return `${csvOf(rows, '\n')}\n`;
}

export type PositionsRead =
  | {
      readonly ok: true;
      readonly text: string;
      /** What had no position and is not in it, in words; also said in the file. */
      readonly left: readonly string[];
    }
  | { readonly ok: false; readonly fault: string };

interface PlacedLine {
  readonly line: Line;
  readonly points: readonly [lon: number, lat: number, z: number][];
  /** What is left out of it, in words; empty where nothing is. */
  readonly left: string;
}

const counted = (n: number, of: number): string =>
  `${n} of ${of} stations ${n === 1 ? 'has' : 'have'} no position and ${n === 1 ? 'is' : 'are'} left out`;

function placed(plan: Plan): { readonly lines: readonly PlacedLine[]; readonly left: readonly string[] } | string {
  const { originLatitudeDeg: lat0, originLongitudeDeg: lon0 } = plan.site ?? {};
  if (lat0 === undefined || lon0 === undefined)
    return 'the plan does not know where on the Earth it lies: bring in a track, which says so';
  const lines: PlacedLine[] = [];
  const left: string[] = [];
  for (const line of plan.lines) {
    const stations = stationsOf(plan, line);
    const points = stations.flatMap((s): [number, number, number][] =>
      s.east === undefined || s.north === undefined
        ? []
        : [[...lonLat({ latitudeDeg: lat0, longitudeDeg: lon0 }, s.east, s.north), s.ground]],
    );
    const without = stations.length - points.length;
    const words = without > 0 ? counted(without, stations.length) : '';
    if (points.length > 1) lines.push({ line, points, left: words });
    if (words !== '')
      left.push(`${lineName(plan, line.id)}: ${points.length > 1 ? words : 'it has no positions and is left out'}`);
  }
  return lines.length > 0 ? { lines, left } : 'no line of the plan has positions';
}
const tidy = (v: number): number => Math.round(v * 1e8) / 1e8;

/** Lines with positions as GeoJSON (RFC 7946, longitude, latitude, height). */
export function geoJson(plan: Plan): PositionsRead {
  const found = placed(plan);
  if (typeof found === 'string') return { ok: false, fault: found };
  const { lines, left } = found;
  return {
    ok: true,
    left,
    text: `${JSON.stringify({
      type: 'FeatureCollection',
      ...(left.length > 0 ? { leftOut: left } : {}),
      features: lines.map(({ line, points, left: of }) => ({
        type: 'Feature',
        properties: { id: line.id, name: lineName(plan, line.id), ...(of === '' ? {} : { leftOut: of }) },
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
  const found = placed(plan);
  if (typeof found === 'string') return { ok: false, fault: found };
  const { lines, left } = found;
  const tracks = lines.map(
    ({ line, points, left: of }) =>
      `  <trk><name>${escape(lineName(plan, line.id))}</name>${of === '' ? '' : `<desc>${escape(of)}</desc>`}<trkseg>\n${points
        .map(([x, y, z]) => `    <trkpt lat="${tidy(y)}" lon="${tidy(x)}"><ele>${z}</ele></trkpt>`)
        .join('\n')}\n  </trkseg></trk>`,
  );
  return {
    ok: true,
    left,
    text: `<?xml version="1.0" encoding="UTF-8"?>\n<gpx version="1.1" creator="Vernal Slope" xmlns="http://www.topografix.com/GPX/1/1">\n${
      left.length > 0 ? `  <metadata><desc>${escape(`Left out: ${left.join('; ')}`)}</desc></metadata>\n` : ''
    }${tracks.join('\n')}\n</gpx>\n`,
  };
}
