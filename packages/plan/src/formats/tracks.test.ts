import { readFileSync } from 'node:fs';
import { strToU8, zipSync } from 'fflate';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { crossChecks, loadPlan } from '../document/index.ts';
import { applyCommand, legsFromRows, legsFromTrack } from '../edit/index.ts';
import type { Line, Plan } from '../schema/index.ts';
import {
  geoJson,
  gpxOf,
  readAsciiGrid,
  readTrackFile,
  readTracks,
  readWalkRows,
  sampleGrid,
  trackLegs,
  walkCsv,
  type Terrain,
} from './index.ts';

const demo = (path: string): string => readFileSync(new URL(`../../../../demo/${path}`, import.meta.url), 'utf8');
const loaded = loadPlan(demo('plans/ousel-bank.vernal.json'));
if (!loaded.ok) throw new Error('demo plan has faults');
const { plan } = loaded;
const gpx = demo('valley/ousel-bank.gpx');
const asc = demo('valley/ousel-bank.asc');
const main = (p: Plan): Line => p.lines.find((l) => l.id === 'main') as Line;
const gridOf = (text: string) => {
  const read = readAsciiGrid(text);
  if (!read.ok) throw new Error(read.fault);
  return read.grid;
};
const inPlan = (text: string): Terrain => ({ grid: gridOf(text), frame: { kind: 'plan' } });

describe('a walk out and in again', () => {
  const rich = (): Plan => {
    const p = structuredClone(plan);
    const line = main(p);
    Object.assign(line.legs[0], {
      pipe: { insideDiameterMm: 23.5, roughnessMm: 0.01 },
      fittings: [{ type: 'elbow-90', count: 2 }],
      endEastingM: 21.25,
      endNorthingM: -3.5,
      survey: { method: 'sight-level', sights: [{ backM: 1.2, foreM: 2.7 }] },
    });
    line.legs[1].checkValve = true;
    line.legs[2].remark = 'past the ash, "by the wall"';
    return p;
  };
  const back = (p: Plan, text: string): Line => {
    const read = readWalkRows(text, 'metric');
    expect(read.faults).toEqual([]);
    // into a line that is bare
    const bare = structuredClone(p);
    main(bare).legs = [{ lengthM: 1, endGroundM: 742, pipe: 'astm-d2239-sidr15/2' }];
    return main(applyCommand(bare, legsFromRows('main', read.rows))?.plan ?? bare);
  };
  it('keeps pipes, fittings, sights and positions', () => {
    expect(back(rich(), walkCsv(rich(), main(rich()))).legs).toEqual(main(rich()).legs);
  });
  it('in feet keeps them too, heights to a tenth of a millimetre', () => {
    const legs = back(rich(), walkCsv(rich(), main(rich()), 'us')).legs;
    main(rich()).legs.forEach((leg, k) => {
      expect({ ...legs[k], lengthM: 0, endGroundM: 0, depthM: 0 }).toEqual({
        ...leg,
        lengthM: 0,
        endGroundM: 0,
        depthM: 0,
      });
      expect(Math.abs(legs[k].endGroundM - leg.endGroundM)).toBeLessThan(6e-4);
      expect(Math.abs(legs[k].lengthM - leg.lengthM)).toBeLessThan(6e-4);
    });
  });
  it('of a leg that was changed in the sheet drops what was read on it, and keeps how', () => {
    const text = walkCsv(rich(), main(rich())).replace(/^24,/m, '25,');
    const [first] = back(rich(), text).legs;
    expect(first.lengthM).toBe(25);
    expect(first.survey).toEqual({ method: 'sight-level' });
    expect(first.fittings).toEqual([{ type: 'elbow-90', count: 2 }]);
  });
  it('that was damaged says which row, and which cell to empty', () => {
    const rows = walkCsv(rich(), main(rich())).replace('""backM"":1.2', '""backM"":');
    expect(readWalkRows(rows, 'metric').faults).toEqual([
      { row: 2, message: expect.stringContaining('under “as stored”') as string },
    ]);
    expect(readWalkRows('length m,rise m,pipe\n5,-1,no-such-pipe', 'metric').faults[0].message).toContain(
      'no pipe of the catalogue',
    );
  });
  it('as GPX and GeoJSON says which stations it leaves out', () => {
    const p = structuredClone(plan);
    p.site = { ...p.site, originLatitudeDeg: 44.1, originLongitudeDeg: 6.4 };
    const whole = gpxOf(p);
    const without = structuredClone(p);
    delete main(without).legs[1].endEastingM;
    delete main(without).legs[1].endNorthingM;
    const [holed, json] = [gpxOf(without), geoJson(without)];
    if (!whole.ok || !holed.ok || !json.ok) throw new Error('no positions');
    expect(holed.text).toContain('<desc>1 of 7 stations has no position and is left out</desc>');
    expect(holed.left.length).toBe(whole.left.length + 1);
    expect(JSON.parse(json.text)).toMatchObject({ leftOut: holed.left });
    // and it is still a GPX with that line
    expect(readTracks(holed.text, 'x').tracks.map((t) => t.name)).toEqual(
      readTracks(whole.text, 'x').tracks.map((t) => t.name),
    );
  });
});

describe('tracks of other writers', () => {
  const kmlOf = (inner: string): string =>
    `<?xml version="1.0"?><kml xmlns="http://www.opengis.net/kml/2.2" xmlns:gx="http://www.google.com/kml/ext/2.2"><Placemark><name>Rill</name>${inner}</Placemark></kml>`;
  const piece = (from: number, mode = ''): string =>
    `<LineString>${mode}<coordinates>${from},44.1,700 ${from + 0.001},44.1,690</coordinates></LineString>`;
  const absolute = '<altitudeMode>absolute</altitudeMode>';
  it('in a MultiGeometry that goes on where it left off are one line, others several', () => {
    const one = readTracks(kmlOf(`<MultiGeometry>${piece(6, absolute)}${piece(6.001, absolute)}</MultiGeometry>`), 'f');
    expect(one.tracks.map((t) => [t.name, t.points.length])).toEqual([['Rill', 4]]);
    expect(one.notes[0]).toContain('2 pieces');
    const two = readTracks(kmlOf(`<MultiGeometry>${piece(6, absolute)}${piece(6.2, absolute)}</MultiGeometry>`), 'f');
    expect(two.tracks).toHaveLength(2);
  });
  it('in a MultiTrack have the heights that the bundle speaks of', () => {
    const track = (from: number): string =>
      `<gx:Track><when>2024-01-01T00:00:00Z</when><when>2024-01-01T00:01:00Z</when><gx:coord>${from} 44.1 700</gx:coord><gx:coord>${from + 0.001} 44.1 690</gx:coord></gx:Track>`;
    const read = readTracks(kmlOf(`<gx:MultiTrack>${absolute}${track(6)}${track(6.001)}</gx:MultiTrack>`), 'f');
    expect(read.tracks).toHaveLength(1);
    expect(read.tracks[0].points.map((p) => p.z)).toEqual([700, 690, 700, 690]);
    expect(read.notes.join()).not.toContain('over the sea');
  });
  it('packed as KMZ are read; a packed file without one is refused in words', () => {
    const kmz = zipSync({ 'files/a.png': new Uint8Array(9), 'doc.kml': strToU8(kmlOf(piece(6, absolute))) });
    expect(readTrackFile(kmz, 'f').tracks.map((t) => t.name)).toEqual(['Rill']);
    expect(readTrackFile(zipSync({ 'a.txt': strToU8('x') }), 'f').faults).toEqual([
      'there is no KML in the packed file',
    ]);
    expect(readTrackFile(kmz.slice(0, 60), 'f').faults).toEqual(['the packed file is not whole']);
  });
  it('as GPX with routes, prefixes, CDATA and empty heights', () => {
    const read = readTracks(
      '<?xml version="1.0"?><!-- x --><g:gpx xmlns:g="http://www.topografix.com/GPX/1/1"><g:wpt lat="1" lon="2"><g:name>post</g:name><g:ele>5</g:ele></g:wpt><g:rte><g:name><![CDATA[Rill & co]]></g:name><g:rtept lat="44" lon="6"><g:ele>700</g:ele><g:name>a</g:name></g:rtept><g:rtept lat="44" lon="6.001"><g:ele></g:ele></g:rtept></g:rte></g:gpx>'
        .replace(/g:gpx/g, 'gpx')
        .replace('xmlns:g', 'xmlns:g'),
      'f',
    );
    expect(read.tracks).toEqual([
      {
        name: 'Rill & co',
        points: [
          { lat: 44, lon: 6, z: 700 },
          { lat: 44, lon: 6.001 },
        ],
      },
    ]);
    expect(readTracks('<gpx><trk><trkseg><trkpt lat="1" lon="2">', 'f').faults[0]).toContain('not whole');
  });
  it('of many points come in whole', () => {
    const n = 60_000;
    const points = Array.from(
      { length: n },
      (_, k) => `<trkpt lat="${44 + k * 1e-6}" lon="6"><ele>${700 + (k % 7)}</ele></trkpt>`,
    );
    const read = readTracks(`<gpx><trk><trkseg>${points.join('')}</trkseg></trk></gpx>`, 'f');
    expect(read.tracks[0].points).toHaveLength(n);
    expect(read.tracks[0].points[n - 1]).toEqual({ lat: 44 + (n - 1) * 1e-6, lon: 6, z: 700 + ((n - 1) % 7) });
  });
});

describe('a file of tracks', () => {
  const line = (x: number): number[][] => [
    [x, 44.1, 700],
    [x + 0.001, 44.1, 690],
  ];
  const json = (value: unknown): ReturnType<typeof readTracks> => readTracks(JSON.stringify(value), 'file');
  it('without properties, and in a bundle of geometries, is read', () => {
    expect(json({ type: 'Feature', geometry: { type: 'LineString', coordinates: line(6) } }).tracks).toHaveLength(1);
    const bundle = {
      type: 'GeometryCollection',
      geometries: [
        { type: 'Point', coordinates: [6, 44] },
        { type: 'LineString', coordinates: line(6) },
      ],
    };
    expect(json({ type: 'Feature', properties: {}, geometry: bundle }).tracks).toHaveLength(1);
  });
  it('in pieces is one line, and says so', () => {
    const read = json({ type: 'MultiLineString', coordinates: [line(6), line(6.001), line(6.0021)] });
    expect(read.tracks.map((t) => t.points.length)).toEqual([6]);
    expect(read.notes).toEqual(['“file” comes in 3 pieces: they are joined in their order, at most 8 m apart']);
    const recorded = readTracks(
      `<gpx xmlns="http://www.topografix.com/GPX/1/1"><trk><name>a</name>${[6, 6.001]
        .map(
          (x) =>
            `<trkseg>${line(x)
              .map(([lon, lat, z]) => `<trkpt lat="${lat}" lon="${lon}"><ele>${z}</ele></trkpt>`)
              .join('')}</trkseg>`,
        )
        .join('')}</trk></gpx>`,
      'file',
    );
    expect(recorded.tracks.map((t) => t.points.length)).toEqual([4]);
  });
  it('with one line that cannot be read says what was left out', () => {
    const read = json({
      type: 'FeatureCollection',
      features: [line(6), line(400)].map((coordinates, k) => ({
        type: 'Feature',
        properties: { name: `n${k}` },
        geometry: { type: 'LineString', coordinates },
      })),
    });
    expect(read.tracks.map((t) => t.name)).toEqual(['n0']);
    expect(read.faults[0]).toContain('“n1” is not in degrees');
  });
  it('has no heights where it has none: over the ground, noughts on the ground, what stands for nothing', () => {
    const kmlOf = (mode: string, coordinates: string): ReturnType<typeof readTracks> =>
      readTracks(
        `<kml xmlns="http://www.opengis.net/kml/2.2"><Placemark><name>a</name><LineString>${mode && `<altitudeMode>${mode}</altitudeMode>`}<coordinates>${coordinates}</coordinates></LineString></Placemark></kml>`,
        'x',
      );
    const heights = (read: ReturnType<typeof readTracks>): (number | undefined)[] | undefined =>
      read.tracks[0]?.points.map((p) => p.z);
    expect(heights(kmlOf('', '6,44,0 6.001,44,0'))).toEqual([undefined, undefined]);
    expect(heights(kmlOf('clampToGround', '6,44,0 6.001,44,0'))).toEqual([undefined, undefined]);
    expect(heights(kmlOf('absolute', '6,44,0 6.001,44,0'))).toEqual([0, 0]);
    expect(heights(kmlOf('relativeToGround', '6,44,2 6.001,44,3'))).toEqual([undefined, undefined]);
    expect(kmlOf('relativeToGround', '6,44,2 6.001,44,3').notes[0]).toContain('over the ground');
    const real = kmlOf('', '6,44,700 6.001,44,690');
    expect([heights(real), real.notes.length]).toEqual([[700, 690], 1]);
    const none = json({
      type: 'LineString',
      coordinates: [-9999, -32768, -3.4e38, 700].map((z, k) => [6 + k / 1000, 44, z]),
    });
    expect(heights(none)).toEqual([undefined, undefined, undefined, 700]);
    expect(heights(readTracks('{"type":"LineString","coordinates":[[6,44,1e999],[6.001,44,5]]}', 'x'))).toEqual([
      undefined,
      5,
    ]);
  });
  it('in another reference system is not taken for degrees', () => {
    const crs = (name: string): object => ({
      type: 'LineString',
      coordinates: line(6),
      crs: { type: 'name', properties: { name } },
    });
    expect(json(crs('urn:ogc:def:crs:EPSG::3857')).faults[0]).toContain('EPSG::3857');
    expect(json(crs('urn:ogc:def:crs:OGC:1.3:CRS84')).tracks).toHaveLength(1);
    expect(json(crs('EPSG:4326')).tracks).toHaveLength(1);
  });
  it('over the date line is short, and a corner without a height is not cut', () => {
    const over = json({
      type: 'LineString',
      coordinates: [
        [179.9995, -40, 10],
        [-179.9995, -40, 5],
      ],
    });
    const [track] = over.tracks;
    expect(trackLegs(track, 1).legs.reduce((sum, l) => sum + l.lengthM, 0)).toBeCloseTo(85.3, 0);
    const round = json({
      type: 'LineString',
      coordinates: [
        [6, 44, 10],
        [6.001, 44],
        [6.001, 44.001, 5],
      ],
    });
    const legs = trackLegs(round.tracks[0], 1);
    // 80 m east and 111 m north, not the 137 m across
    expect(legs.legs.reduce((sum, l) => sum + l.lengthM, 0)).toBeCloseTo(191.2, 0);
    expect(legs.legs[0].endGroundM).toBeCloseTo(10 - (5 * 80) / 191.2, 1);
    expect(legs.faults[0]).toContain('1 of 3 points have no height');
  });
  it('nested ten thousand deep is refused in a sentence', () => {
    const deep = `${'{"type":"Feature","properties":{},"geometry":'.repeat(10_000)}null${'}'.repeat(10_000)}`;
    expect(readTracks(deep, 'deep').faults).toEqual(['there is no track or line in the file']);
  });
  it('written by this program knows its lines, and a control sign in a name breaks no file', () => {
    const named: Plan = { ...plan, lines: plan.lines.map((l) => ({ ...l, name: `a\u0001b\uD800 ${l.id}` })) };
    const out = gpxOf(named);
    expect(out.ok && readTracks(out.text, 'x').tracks.map((t) => t.name)).toContain('ab main');
    const shown = geoJson(plan);
    expect(shown.ok && readTracks(shown.text, 'x').tracks.map((t) => t.id)).toContain('main');
  });
});

describe('tracks', () => {
  it('of GPX, KML and GeoJSON are the same points', () => {
    const coordinates = [
      [6.4, 44.1, 700],
      [6.401, 44.1005, 695],
    ];
    const files = [
      `<gpx xmlns="http://www.topografix.com/GPX/1/1"><trk><name>a</name><trkseg>${coordinates.map(([x, y, z]) => `<trkpt lat="${y}" lon="${x}"><ele>${z}</ele></trkpt>`).join('')}</trkseg></trk></gpx>`,
      `<kml xmlns="http://www.opengis.net/kml/2.2"><Document><Placemark><name>a</name><LineString><coordinates>${coordinates.map((c) => c.join(',')).join(' ')}</coordinates></LineString></Placemark></Document></kml>`,
      JSON.stringify({ type: 'Feature', properties: { name: 'a' }, geometry: { type: 'LineString', coordinates } }),
    ];
    for (const file of files) {
      const { tracks, faults } = readTracks(file, 'file');
      expect(faults).toEqual([]);
      expect(tracks).toEqual([
        {
          name: 'a',
          points: [
            { lat: 44.1, lon: 6.4, z: 700 },
            { lat: 44.1005, lon: 6.401, z: 695 },
          ],
        },
      ]);
    }
  });
  it.each<[string, string, RegExp]>([
    ['a GPX that breaks off', gpx.slice(0, 3000), /not whole/],
    ['another kind of XML', '<html><body/></html>', /is <html>; a GPX or KML file is wanted/],
    ['plain text', 'up the hill', /neither GPX, KML nor GeoJSON/],
    ['no line in it', '{"type":"FeatureCollection","features":[]}', /no track or line/],
    [
      'projected coordinates',
      '{"type":"LineString","coordinates":[[500000,4900000],[500010,4900000]]}',
      /not in degrees/,
    ],
    ['a single point', '{"type":"LineString","coordinates":[[6.4,44.1]]}', /fewer than two points/],
  ])('%s is said in words', (_, text, fault) => {
    const read = readTracks(text, 'file');
    expect(read.tracks).toEqual([]);
    expect(read.faults[0]).toMatch(fault);
  });
});

describe('a grid', () => {
  const small = 'ncols 3\nnrows 2\nxllcorner 0\nyllcorner 0\ncellsize 10\nNODATA_value -9999\n1 2 3\n4 5 6\n';
  it('is sampled between its points (by hand)', () => {
    const g = gridOf(small);
    // centres at x 5, 15, 25 and y 15 (north), 5 (south)
    expect(sampleGrid(g, 5, 15)).toBe(1);
    expect(sampleGrid(g, 25, 5)).toBe(6);
    expect(sampleGrid(g, 10, 10)).toBeCloseTo(3, 6);
    expect(sampleGrid(g, 4, 10)).toBeNaN();
  });
  it('of a plane gives the plane everywhere', () => {
    const g = gridOf(
      `ncols 5\nnrows 4\nxllcenter 0\nyllcenter 0\ncellsize 2\n${[3, 2, 1, 0].map((r) => [0, 1, 2, 3, 4].map((c) => 100 + 0.5 * 2 * c - 0.25 * 2 * r).join(' ')).join('\n')}\n`,
    );
    fc.assert(
      fc.property(fc.double({ min: 0, max: 8, noNaN: true }), fc.double({ min: 0, max: 6, noNaN: true }), (x, y) => {
        expect(sampleGrid(g, x, y)).toBeCloseTo(100 + 0.5 * x - 0.25 * y, 4);
      }),
    );
  });
  it('has holes that give no height', () => {
    const read = readAsciiGrid(small.replace('5 6', '-9999 6'));
    expect(read.ok && read.holes).toBe(1);
    expect(read.ok && sampleGrid(read.grid, 10, 10)).toBeNaN();
  });
  it.each([
    [small.replace('ncols 3\n', ''), /no ncols/],
    [small.replace('xllcorner 0\n', ''), /no xllcorner/],
    [small.replace('4 5 6', '4 5'), /5 heights against 3 columns of 2 rows/],
    [small.replace('4 5 6', '4 x 6'), /“x” in row 2/],
    [small.replace('cellsize 10', 'cellsize ten'), /“cellsize” is “ten”/],
    [small.replace('ncols 3', 'ncols 90000').replace('nrows 2', 'nrows 90000'), /more than/],
  ])('that is wrong is said to be: %#', (text, fault) => {
    const read = readAsciiGrid(text);
    expect(!read.ok && read.fault).toMatch(fault);
  });
});

describe('a track over the demo’s valley', () => {
  const { tracks } = readTracks(gpx, 'track');
  it('takes heights from the grid, and says so', () => {
    const legs = trackLegs(tracks[0], 1, inPlan(asc));
    expect(legs.faults).toEqual([]);
    expect(legs.legs.length).toBeGreaterThan(4);
    expect(legs.legs.length).toBeLessThan(tracks[0].points.length / 3);
    expect(legs.legs.every((l) => l.survey.method === 'grid')).toBe(true);
    const p = applyCommand(plan, legsFromTrack('main', legs))?.plan as Plan;
    expect(crossChecks(p)).toEqual([]);
    // the line starts from the tank's own ground
    expect(p.nodes.find((n) => n.id === 'hill')?.groundM).toBe(742);
  });
  it('without a grid keeps the receiver’s heights, flagged as poor', () => {
    expect(trackLegs(tracks[0], 3).legs.every((l) => l.survey.method === 'gps')).toBe(true);
  });
  it('outside the grid has no legs, and says why', () => {
    const far = inPlan(asc.replace('xllcenter -40', 'xllcenter 9000'));
    const legs = trackLegs(tracks[0], 1, far);
    expect(legs.legs).toEqual([]);
    expect(legs.faults[0]).toContain('lie outside the grid');
  });
  it('goes out as GPX and GeoJSON and comes back as the same line', () => {
    const p = applyCommand(plan, legsFromTrack('main', trackLegs(tracks[0], 1, inPlan(asc))))?.plan as Plan;
    const origin = { latitudeDeg: p.site?.originLatitudeDeg ?? 0, longitudeDeg: p.site?.originLongitudeDeg ?? 0 };
    for (const out of [gpxOf(p), geoJson(p)]) {
      expect(out.ok).toBe(true);
      const back = readTracks(out.ok ? out.text : '', 'again').tracks.find((t) => t.name === main(p).name);
      if (!back) throw new Error('the line did not come back');
      const { legs } = trackLegs(back, 0, undefined, origin);
      expect(legs).toHaveLength(main(p).legs.length);
      legs.forEach((leg, k) => {
        expect(leg.lengthM).toBeCloseTo(main(p).legs[k].lengthM, 1);
        // rises: the track counts from its own start
        const before = k === 0 ? undefined : legs[k - 1].endGroundM;
        const walked = k === 0 ? undefined : main(p).legs[k - 1].endGroundM;
        if (before !== undefined && walked !== undefined)
          expect(leg.endGroundM - before).toBeCloseTo(main(p).legs[k].endGroundM - walked, 2);
      });
    }
  });
  it('cannot go out where the plan has no positions', () => {
    const without = { ...plan, site: {} };
    expect(gpxOf(without).ok).toBe(false);
    expect(geoJson(without).ok).toBe(false);
  });
});

describe('the walk book as CSV', () => {
  it('out and in again is the walk it was', () => {
    const read = readWalkRows(walkCsv(plan, main(plan)), 'metric');
    expect(read.faults).toEqual([]);
    const back = applyCommand(plan, legsFromRows('main', read.rows))?.plan as Plan;
    for (const key of ['lengthM', 'endGroundM', 'depthM', 'remark'] as const)
      expect(main(back).legs.map((l) => l[key])).toEqual(main(plan).legs.map((l) => l[key]));
  });
  it('is read in feet where the heading says so, with falls and any order of columns', () => {
    const read = readWalkRows('Remarks,Fall (ft),Length (ft)\n"gate, by the wall",3,100\n', 'metric');
    expect(read.rows).toEqual([{ lengthM: 30.48, riseM: -0.9144, remark: 'gate, by the wall' }]);
    expect(read.columns).toEqual(['remarks', 'fall in ft', 'length in ft']);
  });
  it('without headings is length, rise, depth, remarks', () => {
    expect(readWalkRows('12\t-0.5\t0.4\tturf\n8\t0.2', 'metric').rows).toEqual([
      { lengthM: 12, riseM: -0.5, depthM: 0.4, remark: 'turf' },
      { lengthM: 8, riseM: 0.2 },
    ]);
  });
  it('names rows that cannot be', () => {
    const read = readWalkRows('length,rise\n10,x\n,1\n2,-5\n', 'metric');
    expect(read.faults.map((f) => f.row)).toEqual([2, 3, 4]);
    expect(readWalkRows('station,angle\n1,2\n', 'metric').faults[0].message).toContain('name no length');
  });
});

describe('a walk as a sheet', () => {
  it('is written in the person’s units and read back the same', () => {
    const line = main(plan);
    const us = readWalkRows(walkCsv(plan, line, 'us'), 'metric');
    expect(us.columns.slice(0, 3)).toEqual(['length in ft', 'rise in ft', 'depth in ft']);
    us.rows.forEach((r, k) => expect(r.lengthM).toBeCloseTo(line.legs[k].lengthM, 3));
  });
  it('figures that can be read in two ways are said, never guessed', () => {
    const read = readWalkRows('length m\trise m\n1,250\t-2\n12,5\t-1\n1 250\t-3', 'metric');
    expect(read.faults).toEqual([{ row: 2, message: '“1,250” can be read in two ways: write it without the comma' }]);
    expect(read.rows.map((r) => r.lengthM)).toEqual([12.5, 1250]);
    const short = readWalkRows('10,-30', 'us');
    expect(short.faults[0].message).toBe('is 10 ft long and cannot rise or fall 30 ft');
  });
});
