// Tracks from GPX, KML and GeoJSON: points along a line, with what is wrong said in words.
import { gpx, kml } from '@tmcw/togeojson';
import { DOMParser, type Document as XmlFile } from '@xmldom/xmldom';
import { z } from 'zod';

export interface TrackPointLL {
  readonly lat: number;
  readonly lon: number;
  /** m above datum, where the file has it */ readonly z?: number;
}

export interface Track {
  /** Of a line that was written by this program. */
  readonly id?: string;
  readonly name: string;
  readonly points: readonly TrackPointLL[];
}

export interface TracksRead {
  readonly tracks: readonly Track[];
  /** What could not be taken, though other lines of the file could. */
  readonly faults: readonly string[];
  /** What was done with what could. */
  readonly notes: readonly string[];
}

/** Largest file taken, bytes. */
export const MAX_TRACK_BYTES = 50 * 1024 * 1024;

const position = z.tuple([z.number(), z.number()]).rest(z.unknown());
const lineString = z.looseObject({ type: z.literal('LineString'), coordinates: z.array(position) });
const multiLine = z.looseObject({ type: z.literal('MultiLineString'), coordinates: z.array(z.array(position)) });
const feature = z.looseObject({
  type: z.literal('Feature'),
  geometry: z.unknown(),
  properties: z.unknown().optional(),
});
const bundle = z.looseObject({ type: z.literal('GeometryCollection'), geometries: z.array(z.unknown()) });
const collection = z.looseObject({ type: z.literal('FeatureCollection'), features: z.array(z.unknown()) });

type Position = [number, number, ...unknown[]];

/** A line with its pieces: where a recorder paused it begins anew. */
interface Found {
  readonly id?: string;
  readonly name: string;
  readonly pieces: readonly Position[][];
}

/** No sound file wraps its lines so deep. */
const MOST_DEEP = 20;

/** Lines of a GeoJSON value, whatever it is wrapped in. */
function linesOf(value: unknown, name: string, id?: string, depth = 0): Found[] {
  if (depth > MOST_DEEP) return [];
  const inside = (part: unknown): Found[] => linesOf(part, name, id, depth + 1);
  const all = collection.safeParse(value);
  if (all.success) return all.data.features.flatMap(inside);
  const one = feature.safeParse(value);
  if (one.success) {
    const said = one.data.properties as { name?: unknown; id?: unknown } | null | undefined;
    return linesOf(
      one.data.geometry,
      typeof said?.name === 'string' ? said.name : name,
      typeof said?.id === 'string' ? said.id : undefined,
      depth + 1,
    );
  }
  const many = bundle.safeParse(value);
  if (many.success) return many.data.geometries.flatMap(inside);
  const own = { name, ...(id === undefined ? {} : { id }) };
  const line = lineString.safeParse(value);
  if (line.success) return [{ ...own, pieces: [line.data.coordinates as Position[]] }];
  const parts = multiLine.safeParse(value);
  return parts.success ? [{ ...own, pieces: parts.data.coordinates as Position[][] }] : [];
}

/** Higher or lower than any ground, m: what stands for no height in files (−9999, −32768, the least of floats). */
const NO_GROUND = { low: -500, high: 9000 } as const;
const heightIs = (z: unknown): z is number =>
  typeof z === 'number' && Number.isFinite(z) && z > NO_GROUND.low && z < NO_GROUND.high;

/** Reference systems whose figures are degrees of longitude and latitude. */
const DEGREES_OF = /(CRS84|EPSG:+(4326|4979|4258))$/i;
const declared = z.looseObject({ crs: z.looseObject({ properties: z.looseObject({ name: z.string() }) }) });

/**
 * Takes heights of a KML that are none out of it: over the ground, or noughts of a line that lies on the ground.
 * @returns what was done, for who reads the file
 */
function kmlHeights(document: XmlFile): string[] {
  const notes = new Set<string>();
  for (const tag of ['LineString', 'gx:Track'])
    for (const line of Array.from(document.getElementsByTagName(tag))) {
      const mode = ['altitudeMode', 'gx:altitudeMode']
        .map((name) => line.getElementsByTagName(name)[0]?.textContent?.trim())
        .find((text) => text);
      if (mode === 'absolute') continue;
      const parts = Array.from(line.getElementsByTagName(tag === 'LineString' ? 'coordinates' : 'gx:coord'));
      const [between, within] = tag === 'LineString' ? [/\s+/, ','] : [/\n/, ' '];
      const points = parts.map((p) =>
        (p.textContent ?? '')
          .trim()
          .split(between)
          .map((c) => c.trim().split(within)),
      );
      const none = points.flat().every((c) => Number(c[2] ?? 0) === 0);
      if (mode === 'relativeToGround')
        notes.add('heights in it are over the ground, not over the sea: they were left out');
      else if (!none) {
        notes.add('its line lies on the ground by the file, and has heights: they were taken as heights over the sea');
        continue;
      }
      parts.forEach((p, k) => {
        p.textContent = points[k].map((c) => c.slice(0, 2).join(within)).join(tag === 'LineString' ? ' ' : '\n');
      });
    }
  return [...notes];
}

const METRES_A_DEGREE = 111_195;
/** m, near enough to say how far two pieces lie apart. */
function apart([lonA, latA]: Position, [lonB, latB]: Position): number {
  const east = (lonB - lonA) * Math.cos((latA * Math.PI) / 180);
  return METRES_A_DEGREE * Math.hypot(east, latB - latA);
}

type XmlDocument = Parameters<typeof gpx>[0];

function xmlOf(text: string): XmlDocument | string {
  let wrong = '';
  const note = (_level: string, message: string): void => {
    wrong ||= message.split('\n')[0];
  };
  try {
    const document = new DOMParser({ onError: note }).parseFromString(text, 'text/xml');
    if (wrong) return wrong;
    return document as unknown as XmlDocument;
  } catch (error) {
    return wrong || (error as Error).message.split('\n')[0];
  }
}

/** Reads tracks; never throws for a bad file. `name` is the file's, for a track that has none. */
export function readTracks(text: string, name: string): TracksRead {
  const fail = (message: string): TracksRead => ({ tracks: [], faults: [message], notes: [] });
  if (text.length > MAX_TRACK_BYTES) return fail('the file is larger than 50 MB');
  const body = text.replace(/^\uFEFF/, '').trimStart();
  let value: unknown;
  const notes: string[] = [];
  if (body.startsWith('<')) {
    const document = xmlOf(body);
    if (typeof document === 'string') return fail(`the file is not whole: ${document}`);
    const root = (document.documentElement?.tagName ?? '').toLowerCase();
    if (root !== 'gpx' && root !== 'kml') return fail(`the file is <${root}>; a GPX or KML file is wanted`);
    if (root === 'kml') notes.push(...kmlHeights(document as unknown as XmlFile));
    value = root === 'gpx' ? gpx(document) : kml(document);
  } else {
    try {
      value = JSON.parse(body);
    } catch {
      return fail('the file is neither GPX, KML nor GeoJSON');
    }
  }
  const crs = declared.safeParse(value);
  if (crs.success && !DEGREES_OF.test(crs.data.crs.properties.name))
    return fail(
      `the file says that it is in ${crs.data.crs.properties.name}; degrees of longitude and latitude are wanted`,
    );
  const faults: string[] = [];
  const tracks = linesOf(value, name).flatMap(({ id, name: title, pieces }): Track[] => {
    const coordinates = pieces.flat();
    const points = coordinates.map(([lon, lat, z]) => ({ lat, lon, ...(heightIs(z) ? { z } : {}) }));
    const off = points.findIndex((p) => !(Math.abs(p.lat) <= 90 && Math.abs(p.lon) <= 180));
    if (off >= 0) {
      faults.push(
        `point ${off + 1} of “${title}” is not in degrees of latitude and longitude; projected coordinates cannot be read here`,
      );
      return [];
    }
    if (points.length < 2) {
      faults.push(`“${title}” has fewer than two points`);
      return [];
    }
    const whole = pieces.filter((p) => p.length > 0);
    if (whole.length > 1) {
      const gaps = whole.slice(1).map((p, k) => apart(whole[k][whole[k].length - 1], p[0]));
      notes.push(
        `“${title}” comes in ${whole.length} pieces: they are joined in their order, at most ${Math.round(Math.max(...gaps))} m apart`,
      );
    }
    return [{ ...(id === undefined ? {} : { id }), name: title, points }];
  });
  if (tracks.length === 0 && faults.length === 0) faults.push('there is no track or line in the file');
  return { tracks, faults, notes };
}
