// Tracks from GPX, KML and GeoJSON: points along a line, with what is wrong said in words.
import { kml } from '@tmcw/togeojson';
import { DOMParser, type Document as XmlFile, type Element as XmlElement } from '@xmldom/xmldom';
import { SaxesParser } from 'saxes';
import { isPacked, textOfBytes, textOfKmz } from './encoding.ts';
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

type Position = [number, number, ...unknown[]];
// checked by hand: a schema of its own for each of half a million points takes minutes
const isLine = (v: unknown): v is Position[] =>
  Array.isArray(v) && v.every((p) => Array.isArray(p) && typeof p[0] === 'number' && typeof p[1] === 'number');
const lineString = z.looseObject({ type: z.literal('LineString'), coordinates: z.custom<Position[]>(isLine) });
const multiLine = z.looseObject({
  type: z.literal('MultiLineString'),
  coordinates: z.custom<Position[][]>((v) => Array.isArray(v) && v.every(isLine)),
});
const feature = z.looseObject({
  type: z.literal('Feature'),
  geometry: z.unknown(),
  properties: z.unknown().optional(),
});
const bundle = z.looseObject({ type: z.literal('GeometryCollection'), geometries: z.array(z.unknown()) });
const collection = z.looseObject({ type: z.literal('FeatureCollection'), features: z.array(z.unknown()) });

/** A line with its pieces: where a recorder paused it begins anew. */
interface Found {
  readonly id?: string;
  readonly name: string;
  readonly pieces: readonly Position[][];
}

/** m between pieces of a bundle that count as one line. */
const GOES_ON = 500;
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
  if (many.success) {
    const parts = many.data.geometries.flatMap(inside);
    // what is bundled and goes on where it left off is one line
    const pieces = parts.flatMap((p) => p.pieces).filter((p) => p.length > 0);
    const joined = pieces.slice(1).every((p, k) => apart(pieces[k][pieces[k].length - 1], p[0]) <= GOES_ON);
    return parts.length > 1 && joined ? [{ ...parts[0], pieces }] : parts;
  }
  const own = { name, ...(id === undefined ? {} : { id }) };
  const line = lineString.safeParse(value);
  if (line.success) return [{ ...own, pieces: [line.data.coordinates] }];
  const parts = multiLine.safeParse(value);
  return parts.success ? [{ ...own, pieces: parts.data.coordinates }] : [];
}

/** Higher or lower than any ground, m: what stands for no height in files (−9999, −32768, the least of floats). */
const NO_GROUND = { low: -500, high: 9000 } as const;
const heightIs = (z: unknown): z is number =>
  typeof z === 'number' && Number.isFinite(z) && z > NO_GROUND.low && z < NO_GROUND.high;

/** Reference systems whose figures are degrees of longitude and latitude. */
const DEGREES_OF = /(CRS84|EPSG:+(4326|4979|4258))$/i;
const declared = z.looseObject({ crs: z.looseObject({ properties: z.looseObject({ name: z.string() }) }) });

/** What a bundle of tracks says of the heights of all of them. */
function modeOfBundle(line: XmlElement): string | undefined {
  const bundled = line.parentNode as XmlElement | null;
  if (bundled?.nodeName !== 'gx:MultiTrack') return undefined;
  const said = Array.from(bundled.childNodes).find((n) => /^(gx:)?altitudeMode$/.test(n.nodeName));
  return said?.textContent?.trim();
}

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
        .concat(modeOfBundle(line))
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

type XmlDocument = Parameters<typeof kml>[0];

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

/** Lines of a GPX read as it passes, for files of half a million points; a fault in words where it is not whole. */
function gpxLines(text: string, name: string): Found[] | string {
  const found: { name: string; pieces: Position[][] }[] = [];
  const parser = new SaxesParser();
  const path: string[] = [];
  let words = '';
  let point: { lat: number; lon: number; z?: number } | undefined;
  const bare = (tag: string): string => tag.slice(tag.indexOf(':') + 1);
  parser.on('error', (e) => {
    throw e;
  });
  parser.on('opentag', (tag) => {
    const here = bare(tag.name);
    path.push(here);
    words = '';
    if (here === 'trk' || here === 'rte') found.push({ name, pieces: here === 'rte' ? [[]] : [] });
    else if (here === 'trkseg') found.at(-1)?.pieces.push([]);
    else if (here === 'trkpt' || here === 'rtept')
      point = { lat: Number(tag.attributes.lat ?? NaN), lon: Number(tag.attributes.lon ?? NaN) };
  });
  parser.on('text', (part) => {
    words += part;
  });
  parser.on('cdata', (part) => {
    words += part;
  });
  parser.on('closetag', () => {
    const here = path.pop();
    const within = path.at(-1);
    if (here === 'name' && (within === 'trk' || within === 'rte')) {
      const line = found.at(-1);
      if (line && words.trim() !== '') line.name = words.trim();
    } else if (here === 'ele' && point) {
      // an empty height is none, not the sea
      if (words.trim() !== '') point.z = Number(words);
    } else if ((here === 'trkpt' || here === 'rtept') && point) {
      found
        .at(-1)
        ?.pieces.at(-1)
        ?.push([point.lon, point.lat, ...(point.z === undefined ? [] : [point.z])]);
      point = undefined;
    }
    words = '';
  });
  try {
    parser.write(text).close();
  } catch (error) {
    return (error as Error).message.split('\n')[0];
  }
  return found;
}

/** The name of a file's outermost element, lower case; empty where there is none. */
const rootOf = (body: string): string =>
  (/^(?:\s|<\?[\s\S]*?\?>|<!--[\s\S]*?-->|<![^>]*>)*<([^\s/>!?]+)/.exec(body)?.[1] ?? '').toLowerCase();

/** Reads the tracks of a file, packed (KMZ) or not; never throws. */
export function readTrackFile(bytes: Uint8Array, name: string): TracksRead {
  if (!isPacked(bytes)) return readTracks(textOfBytes(bytes), name);
  const kml = textOfKmz(bytes, MAX_TRACK_BYTES);
  return 'fault' in kml ? { tracks: [], faults: [kml.fault], notes: [] } : readTracks(kml.text, name);
}

/** Reads tracks; never throws for a bad file. `name` is the file's, for a track that has none. */
export function readTracks(text: string, name: string): TracksRead {
  const fail = (message: string): TracksRead => ({ tracks: [], faults: [message], notes: [] });
  if (text.length > MAX_TRACK_BYTES) return fail('the file is larger than 50 MB');
  const body = text.replace(/^\uFEFF/, '').trimStart();
  let value: unknown;
  const notes: string[] = [];
  if (body.startsWith('<')) {
    const root = rootOf(body);
    if (root !== 'gpx' && root !== 'kml') {
      // what is no XML at all is said to be that
      const whole = xmlOf(body);
      return fail(
        typeof whole === 'string'
          ? `the file is not whole: ${whole}`
          : `the file is <${root}>; a GPX or KML file is wanted`,
      );
    }
    if (root === 'gpx') {
      const lines = gpxLines(body, name);
      return typeof lines === 'string' ? fail(`the file is not whole: ${lines}`) : tracksOf(lines, []);
    }
    const document = xmlOf(body);
    if (typeof document === 'string') return fail(`the file is not whole: ${document}`);
    notes.push(...kmlHeights(document as unknown as XmlFile));
    value = kml(document);
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
  return tracksOf(linesOf(value, name), notes);
}

/** Lines as tracks, what is wrong with some said. */
function tracksOf(lines: readonly Found[], said: readonly string[]): TracksRead {
  const notes = [...said];
  const faults: string[] = [];
  const tracks = lines.flatMap(({ id, name: title, pieces }): Track[] => {
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
