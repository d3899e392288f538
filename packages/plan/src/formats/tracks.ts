// Tracks from GPX, KML and GeoJSON: points along a line, with what is wrong said in words.
import { gpx, kml } from '@tmcw/togeojson';
import { DOMParser } from '@xmldom/xmldom';
import { z } from 'zod';

export interface TrackPointLL {
  readonly lat: number;
  readonly lon: number;
  /** m above datum, where the file has it */ readonly z?: number;
}

export interface Track {
  readonly name: string;
  readonly points: readonly TrackPointLL[];
}

export interface TracksRead {
  readonly tracks: readonly Track[];
  readonly faults: readonly string[];
}

/** Largest file taken, bytes. */
export const MAX_TRACK_BYTES = 50 * 1024 * 1024;

const position = z.tuple([z.number(), z.number()]).rest(z.number());
const lineString = z.looseObject({ type: z.literal('LineString'), coordinates: z.array(position) });
const multiLine = z.looseObject({ type: z.literal('MultiLineString'), coordinates: z.array(z.array(position)) });
const feature = z.looseObject({ type: z.literal('Feature'), geometry: z.unknown(), properties: z.unknown() });
const collection = z.looseObject({ type: z.literal('FeatureCollection'), features: z.array(z.unknown()) });

type Position = [number, number, ...number[]];

/** Lines of a GeoJSON value, whatever it is wrapped in. */
function linesOf(value: unknown, name: string): { name: string; coordinates: Position[] }[] {
  const all = collection.safeParse(value);
  if (all.success) return all.data.features.flatMap((f) => linesOf(f, name));
  const one = feature.safeParse(value);
  if (one.success) {
    const named = (one.data.properties as { name?: unknown } | null)?.name;
    return linesOf(one.data.geometry, typeof named === 'string' ? named : name);
  }
  const line = lineString.safeParse(value);
  if (line.success) return [{ name, coordinates: line.data.coordinates as Position[] }];
  const many = multiLine.safeParse(value);
  return many.success ? many.data.coordinates.map((c) => ({ name, coordinates: c as Position[] })) : [];
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
  const fail = (message: string): TracksRead => ({ tracks: [], faults: [message] });
  if (text.length > MAX_TRACK_BYTES) return fail('the file is larger than 50 MB');
  const body = text.replace(/^\uFEFF/, '').trimStart();
  let value: unknown;
  if (body.startsWith('<')) {
    const document = xmlOf(body);
    if (typeof document === 'string') return fail(`the file is not whole: ${document}`);
    const root = (document.documentElement?.tagName ?? '').toLowerCase();
    if (root !== 'gpx' && root !== 'kml') return fail(`the file is <${root}>; a GPX or KML file is wanted`);
    value = root === 'gpx' ? gpx(document) : kml(document);
  } else {
    try {
      value = JSON.parse(body);
    } catch {
      return fail('the file is neither GPX, KML nor GeoJSON');
    }
  }
  const faults: string[] = [];
  const tracks = linesOf(value, name).flatMap(({ name: title, coordinates }): Track[] => {
    const points = coordinates.map(([lon, lat, z]) => ({ lat, lon, ...(Number.isFinite(z) ? { z } : {}) }));
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
    return [{ name: title, points }];
  });
  if (tracks.length === 0 && faults.length === 0) faults.push('there is no track or line in the file');
  return { tracks, faults };
}
