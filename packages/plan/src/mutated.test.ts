// Files with bytes changed, cut off, doubled or mixed: every reader answers or says what is wrong, none throws.
// VERNAL_MUTATIONS=8000 asks for so many of each kind.
import { readFileSync } from 'node:fs';
import { zipSync, strToU8 } from 'fflate';
import { describe, expect, it } from 'vitest';
import {
  readAsciiGrid,
  readDailyCsv,
  readGeoTiff,
  readTrackFile,
  readWalkRows,
  textOfBytes,
  trackLegs,
  walkCsv,
} from './formats/index.ts';
import { loadPlan } from './document/index.ts';
import { handTiff } from './formats/tiff.testdata.ts';
import { readLogCsv } from './diagnose/index.ts';
import { billCsv, billOf, readPrices } from './parts/index.ts';

const COUNT = Number(process.env.VERNAL_MUTATIONS ?? 150);
const demo = (path: string): string => readFileSync(new URL(`../../../demo/${path}`, import.meta.url), 'utf8');
const loaded = loadPlan(demo('plans/ousel-bank.vernal.json'));
if (!loaded.ok) throw new Error('demo plan has faults');
const { plan } = loaded;

/** Mulberry32. */
function random(seed: number): (below: number) => number {
  let a = seed;
  return (below) => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) % below;
  };
}

function mutated(bytes: Uint8Array, draw: (below: number) => number): Uint8Array {
  let out = bytes.slice();
  for (let k = 0; k <= draw(4); k++) {
    const at = draw(out.length);
    const way = draw(5);
    if (way === 0) out[at] = draw(256);
    else if (way === 1) out[at] ^= 1 << draw(8);
    else if (way === 2) out = out.slice(0, Math.max(1, at));
    else if (way === 3) out = Uint8Array.from([...out.slice(0, at), ...out.slice(at, at + 40), ...out.slice(at)]);
    else out = Uint8Array.from([...out.slice(0, at), ...out.slice(at + draw(20))]);
  }
  return out;
}

const kml = `<?xml version="1.0"?><kml xmlns="http://www.opengis.net/kml/2.2"><Placemark><name>Rill</name><LineString><altitudeMode>absolute</altitudeMode><coordinates>6,44.1,700 6.001,44.1,690 6.002,44.1,685</coordinates></LineString></Placemark></kml>`;
const geo = JSON.stringify({
  type: 'FeatureCollection',
  features: [
    {
      type: 'Feature',
      properties: { name: 'Rill' },
      geometry: {
        type: 'LineString',
        coordinates: [
          [6, 44.1, 700],
          [6.001, 44.1, 690],
        ],
      },
    },
  ],
});
const line = plan.lines.find((l) => l.id === 'main') ?? plan.lines[0];
const tracks = (bytes: Uint8Array): unknown => {
  const read = readTrackFile(bytes, 'file');
  return read.tracks.map((t) => trackLegs(t, 2).legs.length);
};
const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text);
const bill = billOf(plan);
const KINDS: readonly (readonly [name: string, sound: Uint8Array, read: (bytes: Uint8Array) => unknown])[] = [
  ['GPX', utf8(demo('valley/ousel-bank.gpx').slice(0, 6000)), tracks],
  ['KML', utf8(kml), tracks],
  ['KMZ', zipSync({ 'doc.kml': strToU8(kml) }), tracks],
  ['GeoJSON', utf8(geo), tracks],
  [
    'ASCII grid',
    utf8('ncols 3\nnrows 2\nxllcorner 0\nyllcorner 0\ncellsize 5\nNODATA_value -9999\n1 2 3\n4 -9999 6\n'),
    (b) => readAsciiGrid(textOfBytes(b)),
  ],
  ['daily sheet', utf8('date;rain mm;tmax C\n2024-01-01;1,5;4\n2024-01-02;;5\n'), (b) => readDailyCsv(textOfBytes(b))],
  ['plan file', utf8(demo('plans/tarn-foot.vernal.json')), (b) => loadPlan(textOfBytes(b))],
  [
    'sheet of readings',
    utf8(
      'at,place,pressureKPa,levelM,open\n2026-07-01T06:00,kitchen,81.5,,none\n2026-07-02T06:00,hill,,1.25,kitchen\n',
    ),
    (b) => readLogCsv(textOfBytes(b), plan),
  ],
  ['sheet of prices', utf8(billCsv(bill)), (b) => readPrices(textOfBytes(b), bill)],
  ['walk', utf8(walkCsv(plan, line)), (b) => readWalkRows(textOfBytes(b), 'us')],
  [
    'GeoTIFF',
    new Uint8Array(
      handTiff({
        width: 3,
        height: 2,
        values: [1, 2, 3, 4, 5, 6],
        scale: [10, 10, 0],
        ties: [0, 0, 0, 300_000, 4_880_000, 0],
        keys: { 1024: 1, 1025: 1, 3072: 32632 },
        none: '-9999',
      }),
    ),
    (b) => readGeoTiff(b.slice().buffer),
  ],
];

describe('files with bytes changed', () => {
  it.each(KINDS)(
    '%s',
    async (name, sound, read) => {
      const draw = random(name.length * 7919 + 1);
      for (let k = 0; k < COUNT; k++) {
        const bytes = mutated(sound, draw);
        // what throws is shown as the bytes that did it
        const found = await Promise.resolve()
          .then(() => read(bytes))
          .catch((error: unknown) => `${String(error)} by ${Buffer.from(bytes).toString('base64')}`);
        expect(typeof found, `${name} ${k}: ${String(found).slice(0, 400)}`).not.toBe('string');
      }
    },
    600_000,
  );
});
