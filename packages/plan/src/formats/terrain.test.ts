import { readFileSync } from 'node:fs';
import { writeArrayBuffer } from 'geotiff';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { loadPlan } from '../document/index.ts';
import { applyCommand, legsFromGround } from '../edit/index.ts';
import type { Line } from '../schema/index.ts';
import {
  asciiGrid,
  AsciiGridReader,
  boxOf,
  groundAlong,
  guessFrame,
  heightsOf,
  planGrid,
  readAsciiGrid,
  readGeoTiff,
  utmZone,
  type Grid,
  type Terrain,
} from './index.ts';
import { handTiff, type HandTiff } from './tiff.testdata.ts';

const asc = readFileSync(new URL('../../../../demo/valley/ousel-bank.asc', import.meta.url), 'utf8');
const loaded = loadPlan(
  readFileSync(new URL('../../../../demo/plans/ousel-bank.vernal.json', import.meta.url), 'utf8'),
);
if (!loaded.ok) throw new Error('demo plan has faults');
const { plan } = loaded;
const origin = { latitudeDeg: 44.1, longitudeDeg: 6.4 };
const gridOf = (text: string): Grid => {
  const read = readAsciiGrid(text);
  if (!read.ok) throw new Error(read.fault);
  return read.grid;
};
const valley: Terrain = { grid: gridOf(asc), frame: { kind: 'plan' } };

describe('an ASCII grid', () => {
  it('read in pieces of any size is the same grid', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 9000 }), (size) => {
        const reader = new AsciiGridReader();
        for (let k = 0; k < asc.length; k += size) reader.push(asc.slice(k, k + size));
        const read = reader.end();
        expect(read.ok && read.grid).toEqual(valley.grid);
      }),
      { numRuns: 12 },
    );
  });
  it('written and read again is the grid it was', () => {
    const again = gridOf(asciiGrid(valley.grid));
    expect(again).toEqual(valley.grid);
    const holed = { ...valley.grid, heights: valley.grid.heights.map((z, k) => (k % 7 === 0 ? NaN : z)) };
    expect(gridOf(asciiGrid(holed))).toEqual(holed);
  });
});

describe('an ASCII grid of other writers', () => {
  const head = (cells: string, none = '-9999'): string =>
    `ncols 3\nnrows 2\nxllcorner 100\nyllcorner 200\n${cells}\nNODATA_value ${none}\n1 2 3\n4 ${none} 6\n`;
  it('whose cells are not square has dx and dy', () => {
    const grid = gridOf(head('dx 10\ndy 20'));
    expect(grid).toMatchObject({ cellX: 10, cellY: 20, x0: 105, y0: 210 });
    expect(gridOf(asciiGrid(grid))).toEqual(grid);
  });
  it.each(['nan', 'NaN', '-nan', '-1.#QNAN'])('whose holes are %s', (none) => {
    if (none.includes('#')) {
      // an old runtime's word: said, not guessed
      expect(readAsciiGrid(head('cellsize 10', none)).ok).toBe(false);
      return;
    }
    const read = readAsciiGrid(head('cellsize 10', none));
    expect(read.ok && read.holes).toBe(1);
    expect(read.ok && read.grid.heights[4]).toBeNaN();
  });
  it('whose first row begins with a hole', () => {
    const read = readAsciiGrid(
      'ncols 2\nnrows 2\nxllcorner 0\nyllcorner 0\ncellsize 10\nNODATA_value nan\nnan 2\n3 4\n',
    );
    expect(read.ok && [...read.grid.heights]).toEqual([NaN, 2, 3, 4]);
  });
});

describe('coordinates', () => {
  // from memory, agreed with by any atlas: zone 31 holds 0° to 6° east, zone 32 what follows, zone 1 begins at 180° west
  it.each([
    [2.35, 31],
    [6.4, 32],
    [-179.9, 1],
    [179.9, 60],
  ])('of longitude %d lie in UTM zone %d', (lon, zone) => expect(utmZone(lon)).toBe(zone));
  it('of UTM are those of the projection: 500 km east on the zone’s own meridian, scale 0.9996', () => {
    // on the central meridian easting is 500,000 m by definition; a metre east is 0.9996 grid metres there (Snyder 1987, USGS PP 1395)
    const centre = { latitudeDeg: 44.1, longitudeDeg: 9 };
    const plane: Grid = {
      columns: 3,
      rows: 3,
      x0: 499_000,
      y0: 4_881_000,
      cellX: 1000,
      cellY: 1000,
      heights: Float32Array.from([0, 1000, 2000, 0, 1000, 2000, 0, 1000, 2000]),
    };
    const at = heightsOf({ grid: plane, frame: { kind: 'utm', zone: 32, south: false } }, centre);
    expect(at(0, 0)).toBeCloseTo(1000, 1);
    // metres are counted on a sphere here, which is 0.3 % off on the ellipsoid at most
    expect((at(500, 0) - 1000) / 500).toBeGreaterThan(0.9966);
    expect((at(500, 0) - 1000) / 500).toBeLessThan(1.0036);
  });
  it('are guessed from how they look', () => {
    const like = (x0: number, y0: number, cell: number): Grid => ({ ...valley.grid, x0, y0, cellX: cell, cellY: cell });
    expect(guessFrame(like(6.39, 44.09, 0.0001))).toEqual({ kind: 'degrees' });
    expect(guessFrame(like(291_000, 4_886_000, 5), origin)).toEqual({ kind: 'utm', zone: 32, south: false });
    expect(guessFrame(like(-40, -150, 5), origin)).toEqual({ kind: 'plan' });
  });
  it('in degrees give the heights of the same ground in metres', () => {
    const metre = 180 / (Math.PI * 6_371_008.8);
    const shrink = Math.cos((origin.latitudeDeg * Math.PI) / 180);
    const degrees: Terrain = {
      frame: { kind: 'degrees' },
      grid: {
        ...valley.grid,
        x0: origin.longitudeDeg + (valley.grid.x0 * metre) / shrink,
        y0: origin.latitudeDeg + valley.grid.y0 * metre,
        cellX: (5 * metre) / shrink,
        cellY: 5 * metre,
      },
    };
    const [a, b] = [heightsOf(valley), heightsOf(degrees, origin)];
    for (const [e, n] of [
      [0, 0],
      [57, -26],
      [301.3, 44.4],
    ])
      expect(b(e, n)).toBeCloseTo(a(e, n), 3);
    expect(boxOf(degrees, origin)?.x1).toBeCloseTo(boxOf(valley)?.x1 ?? 0, 3);
  });
});

describe('the grid kept with a plan', () => {
  it('is the terrain’s own where it is small enough, wider where not', () => {
    const box = boxOf(valley);
    if (!box) throw new Error('no box');
    expect(planGrid(valley, box)?.heights).toEqual(valley.grid.heights);
    const thin = planGrid(valley, box, undefined, 500);
    expect((thin?.columns ?? 0) * (thin?.rows ?? 0)).toBeLessThan(560);
    expect(planGrid(valley, { x0: 9000, y0: 0, x1: 9100, y1: 100 })).toBeUndefined();
  });
});

describe('a GeoTIFF', () => {
  const tiff = (keys: Record<string, unknown>, values = [1, 2, 3, 4, 5, 6]): ArrayBuffer =>
    writeArrayBuffer(Float32Array.from(values), {
      width: 3,
      height: 2,
      ModelPixelScale: [10, 10, 0],
      ModelTiepoint: [0, 0, 0, 300_000, 4_880_000, 0],
      GTModelTypeGeoKey: 1,
      GTRasterTypeGeoKey: 1,
      GDAL_NODATA: '-9999',
      ...keys,
    } as never);
  it('of a UTM zone has its heights, its place and its holes', async () => {
    const read = await readGeoTiff(tiff({ ProjectedCSTypeGeoKey: 32632 }, [1, 2, -9999, 4, 5, 6]));
    expect(read).toMatchObject({ ok: true, holes: 1, feet: false, frame: { kind: 'utm', zone: 32, south: false } });
    if (!read.ok) return;
    // the corner of the first cell is given, heights stand in the middle of cells
    expect([read.grid.x0, read.grid.y0]).toEqual([300_005, 4_879_985]);
    expect([...read.grid.heights]).toEqual([1, 2, NaN, 4, 5, 6]);
  });
  it('in feet comes in as metres', async () => {
    const read = await readGeoTiff(tiff({ ProjectedCSTypeGeoKey: 32632, VerticalUnitsGeoKey: 9002 }));
    expect(read.ok && read.feet && read.grid.heights[0]).toBeCloseTo(0.3048, 6);
  });
  const laid: HandTiff = {
    width: 3,
    height: 2,
    values: [1, 2, 3, 4, 5, 6],
    scale: [10, 10, 0],
    ties: [0, 0, 0, 300_000, 4_880_000, 0],
    keys: { 1024: 1, 1025: 1, 3072: 32632 },
  };
  const gridIn = async (t: HandTiff): Promise<Grid> => {
    const read = await readGeoTiff(handTiff(t));
    if (!read.ok) throw new Error(read.fault);
    return read.grid;
  };
  it('made by hand is the one that a library writes', async () => {
    const other = await readGeoTiff(tiff({ ProjectedCSTypeGeoKey: 32632 }));
    expect(other.ok && other.grid).toEqual(await gridIn(laid));
  });
  it('tied at another of its points lies where that says', async () => {
    expect(await gridIn({ ...laid, ties: [2, 1, 0, 300_020, 4_879_990, 0] })).toEqual(await gridIn(laid));
    // several ties that agree are one
    expect(await gridIn({ ...laid, ties: [0, 0, 0, 300_000, 4_880_000, 0, 3, 2, 0, 300_030, 4_879_980, 0] })).toEqual(
      await gridIn(laid),
    );
  });
  it('laid by a matrix, north up or south up, has each height at its place', async () => {
    const north = {
      ...laid,
      scale: undefined,
      ties: undefined,
      matrix: [10, 0, 0, 300_000, 0, -10, 0, 4_880_000, 0, 0, 0, 0, 0, 0, 0, 1],
    };
    expect(await gridIn(north)).toEqual(await gridIn(laid));
    // its first row is the southern one
    const south = await gridIn({
      ...north,
      values: [4, 5, 6, 1, 2, 3],
      matrix: [10, 0, 0, 300_000, 0, 10, 0, 4_879_980, 0, 0, 0, 0, 0, 0, 0, 1],
    });
    expect(south).toEqual(await gridIn(laid));
  });
  it('scaled and in feet by what its band says comes in as metres', async () => {
    const item = (name: string, value: string): string =>
      `<Item name="${name}" sample="0" role="${name.toLowerCase()}">${value}</Item>`;
    const scaled = await gridIn({
      ...laid,
      metadata: `<GDALMetadata>${item('SCALE', '0.1')}${item('OFFSET', '500')}</GDALMetadata>`,
    });
    expect([...scaled.heights].map((z) => Number(z.toFixed(3)))).toEqual([500.1, 500.2, 500.3, 500.4, 500.5, 500.6]);
    const feet = await readGeoTiff(
      handTiff({ ...laid, metadata: `<GDALMetadata>${item('UNITTYPE', 'US survey foot')}</GDALMetadata>` }),
    );
    expect(feet.ok && feet.feet && feet.grid.heights[5]).toBeCloseTo(6 * 0.3048, 6);
  });
  it('packed in one strip has all its heights, and holes written as no number are holes', async () => {
    const [width, height] = [400, 1600];
    const values = Array.from({ length: width * height }, (_, k) => (k === 7 ? NaN : k % 977));
    const grid = await gridIn({ ...laid, width, height, values, deflate: true, none: 'nan' });
    expect(grid.heights[7]).toBeNaN();
    expect(grid.heights[width * height - 1]).toBe((width * height - 1) % 977);
  });
  it.each<[string, Partial<HandTiff>, RegExp]>([
    [
      'turned',
      { scale: undefined, ties: undefined, matrix: [7, 7, 0, 300_000, 7, -7, 0, 4_880_000, 0, 0, 0, 0, 0, 0, 0, 1] },
      /turned/,
    ],
    ['mirrored', { scale: [-10, 10, 0] }, /turned/],
    ['bent over several points', { ties: [0, 0, 0, 300_000, 4_880_000, 0, 3, 2, 0, 300_035, 4_879_980, 0] }, /bend it/],
    ['without a place', { scale: undefined }, /no position/],
    [
      'a picture in colour',
      { bands: 3, bytes: true, photometric: 2, values: new Array<number>(18).fill(90) },
      /picture of 3 colours/,
    ],
    ['a picture with a palette', { bytes: true, photometric: 3 }, /is a picture/],
    ['with coordinates in feet', { keys: { 1024: 1, 1025: 1, 3072: 32632, 3076: 9002 } }, /coordinates are in feet/],
  ])('%s is refused in words', async (_, change, fault) => {
    const read = await readGeoTiff(handTiff({ ...laid, ...change }));
    expect(!read.ok && read.fault).toMatch(fault);
  });
  it('cut into strips of next to no rows is refused: its reader would never end', async () => {
    const bytes = new DataView(handTiff(laid));
    for (let k = 0; k < bytes.getUint16(8, true); k++) {
      const at = 10 + 12 * k;
      if (bytes.getUint16(at, true) !== 278) continue;
      // rows in a strip as a double that lies in the head of the file
      bytes.setUint16(at + 2, 12, true);
      bytes.setUint32(at + 8, 2, true);
    }
    const read = await readGeoTiff(bytes.buffer);
    expect(!read.ok && read.fault).toBe('the file is damaged');
  });
  it('with bytes that were changed is read or refused, and never throws', async () => {
    let seed = 11;
    const random = (n: number): number => (seed = (seed * 16807) % 2147483647) % n;
    for (let k = 0; k < 400; k++) {
      const bytes = new Uint8Array(handTiff({ ...laid, none: '-9999', metadata: '<GDALMetadata/>' }));
      for (let n = 0; n <= random(4); n++) bytes[8 + random(bytes.length - 8)] = random(256);
      const read = await readGeoTiff(bytes.buffer);
      expect(read.ok ? read.grid.heights.length : read.fault.length).toBeGreaterThan(0);
    }
  });
  it.each<[string, ArrayBuffer, RegExp]>([
    ['of another projection', tiff({ ProjectedCSTypeGeoKey: 27700 }), /EPSG 27700\) are not known here/],
    ['that breaks off', tiff({ ProjectedCSTypeGeoKey: 32632 }).slice(0, 40), /breaks off/],
    ['that is none', new TextEncoder().encode('up the hill').buffer, /no TIFF/],
  ])('%s is said in words', async (_, buffer, fault) => {
    const read = await readGeoTiff(buffer);
    expect(!read.ok && read.fault).toMatch(fault);
  });
});

describe('heights from a grid along a line', () => {
  const main = plan.lines.find((l) => l.id === 'main') as Line;
  it('put stations in where the ground bends, and keep what was measured', () => {
    const ground = groundAlong(plan, main, valley, 0.5);
    if (!ground.ok) throw new Error(ground.fault);
    expect(ground.added).toBeGreaterThan(0);
    const p = applyCommand(plan, legsFromGround('main', ground))?.plan ?? plan;
    const after = p.lines.find((l) => l.id === 'main') as Line;
    expect(after.legs).toHaveLength(main.legs.length + ground.added);
    expect(after.legs.reduce((sum, l) => sum + l.lengthM, 0)).toBeCloseTo(382, 2);
    expect(after.legs[0].remark).toBe(main.legs[0].remark);
    // the tank's own height stands, all else is counted from it as the grid has it
    const at = heightsOf(valley);
    expect((p.nodes.find((n) => n.id === 'low')?.groundM ?? 0) - 742).toBeCloseTo(at(377.7, -9.3) - at(0, 0), 2);
  });
  it('off the grid say which leg', () => {
    const far = { ...valley, grid: { ...valley.grid, x0: -200 } };
    expect(groundAlong(plan, main, far, 1)).toMatchObject({
      ok: false,
      fault: expect.stringMatching(/^leg \d/) as string,
    });
  });
});
