// Elevation grids in GeoTIFF: north up, in degrees or metres of a UTM zone, read row by row.
import type { GeoTIFFImage } from 'geotiff';
import { FOOT, MAX_CELLS, type Grid } from './grid.ts';
import type { Frame } from './terrain.ts';

export type TiffRead =
  | {
      readonly ok: true;
      readonly grid: Grid;
      readonly holes: number;
      /** What the file says its coordinates are; undefined where it does not say. */
      readonly frame?: Frame;
      /** Heights were in feet and were turned to metres. */
      readonly feet: boolean;
    }
  | { readonly ok: false; readonly fault: string };

/** Rows read at a time. */
const STRIP = 64;

/** EPSG codes of the vertical unit: metre, international and US survey foot. */
const FEET_CODES = [9002, 9003];

function frameOf(keys: Partial<Record<string, unknown>>, x: number, y: number): Frame | 'unknown' | undefined {
  const projected = Number(keys.ProjectedCSTypeGeoKey ?? NaN);
  if (projected >= 32601 && projected <= 32660) return { kind: 'utm', zone: projected - 32600, south: false };
  if (projected >= 32701 && projected <= 32760) return { kind: 'utm', zone: projected - 32700, south: true };
  // ETRS89 / UTM differs from WGS 84 by less than a metre
  if (projected >= 25828 && projected <= 25838) return { kind: 'utm', zone: projected - 25800, south: false };
  if (projected >= 26901 && projected <= 26923) return { kind: 'utm', zone: projected - 26900, south: false };
  // some writers call every grid geographic; degrees end at 360 and 90
  if (Number(keys.GTModelTypeGeoKey) === 2)
    return Math.abs(x) <= 360 && Math.abs(y) <= 90 ? { kind: 'degrees' } : undefined;
  // 32767: a system of the maker's own, which the person must name
  return Number.isNaN(projected) || projected === 32767 ? undefined : 'unknown';
}

/**
 * Reads the first band of a GeoTIFF as heights. Never throws for a bad file.
 * @param onProgress told the share read, 0 to 1
 */
export async function readGeoTiff(file: Blob | ArrayBuffer, onProgress?: (share: number) => void): Promise<TiffRead> {
  const bad = (fault: string): TiffRead => ({ ok: false, fault });
  let image: GeoTIFFImage;
  // large, and few bring such a grid: fetched when it is needed
  const { fromArrayBuffer, fromBlob } = await import('geotiff');
  try {
    const tiff = await (file instanceof ArrayBuffer ? fromArrayBuffer(file) : fromBlob(file));
    image = await tiff.getImage();
  } catch {
    return bad('the file is no TIFF, or it breaks off');
  }
  const [columns, rows] = [image.getWidth(), image.getHeight()];
  if (columns < 2 || rows < 2) return bad('the grid needs at least 2 columns and 2 rows');
  if (columns * rows > MAX_CELLS) return bad(`the grid has ${columns * rows} cells, more than ${MAX_CELLS}`);
  let place: { x: number; y: number; dx: number; dy: number };
  try {
    const [ox, oy] = image.getOrigin();
    const [dx, dy] = image.getResolution();
    place = { x: ox, y: oy, dx, dy };
  } catch {
    return bad('the file has no position: a picture, not an elevation grid');
  }
  if (!(place.dx > 0 && place.dy < 0)) return bad('the grid is turned; one with north up is wanted');
  const keys = (image.getGeoKeys() ?? {}) as Partial<Record<string, unknown>>;
  const frame = frameOf(keys, place.x, place.y);
  if (frame === 'unknown')
    return bad(
      `its coordinates (EPSG ${String(keys.ProjectedCSTypeGeoKey)}) are not known here; WGS 84 degrees or UTM is wanted`,
    );
  const feet = FEET_CODES.includes(Number(keys.VerticalUnitsGeoKey));
  const none = image.getGDALNoData();
  const heights = new Float32Array(columns * rows);
  let holes = 0;
  try {
    for (let top = 0; top < rows; top += STRIP) {
      const bottom = Math.min(rows, top + STRIP);
      const [band] = (await image.readRasters({ window: [0, top, columns, bottom], samples: [0] })) as unknown as [
        ArrayLike<number>,
      ];
      for (let k = 0; k < band.length; k++) {
        const value = band[k];
        const hole = value === none || !Number.isFinite(value) || value < -12_000 || value > 30_000;
        if (hole) holes++;
        heights[top * columns + k] = hole ? NaN : feet ? value * FOOT : value;
      }
      onProgress?.(bottom / rows);
    }
  } catch {
    return bad('the file breaks off before its last row');
  }
  const pixelIsPoint = Number(keys.GTRasterTypeGeoKey) === 2;
  const half = pixelIsPoint ? 0 : 0.5;
  return {
    ok: true,
    holes,
    feet,
    ...(frame ? { frame } : {}),
    grid: {
      columns,
      rows,
      x0: place.x + half * place.dx,
      y0: place.y + (rows - 1 + half) * place.dy,
      cellX: place.dx,
      cellY: -place.dy,
      heights,
    },
  };
}
