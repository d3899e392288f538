// Elevation grids in GeoTIFF: in degrees or metres of a UTM zone, read strip by strip.
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
/** What a band says of its unit where no code does. */
const FEET_WORDS = /^\s*(ft|foot|feet|us[\s_-]*(survey[\s_-]*)?(ft|foot|feet)|ftus|us-ft)\s*$/i;

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

/** Where the upper left corner of the first cell lies, and how far a column and a row lead on. */
interface Placed {
  readonly x: number;
  readonly y: number;
  readonly dx: number;
  readonly dy: number;
}

/** A share of a cell that turning may move a corner by: rounding of who wrote it. */
const SQUARE = 1e-6;

/** The place of an image by its own tags: tied at any of its points, turned or not. A fault in words where it cannot be told. */
function placeOf(image: GeoTIFFImage): Placed | string {
  const directory = image.fileDirectory;
  const matrix = directory.getValue('ModelTransformation') as ArrayLike<number> | undefined;
  if (matrix && matrix.length >= 8) {
    const [dx, turnX, turnY, dy] = [matrix[0], matrix[1], matrix[4], matrix[5]];
    if (Math.abs(turnX) > SQUARE * Math.abs(dx) || Math.abs(turnY) > SQUARE * Math.abs(dy))
      return 'the grid is turned; one with its rows along east and west is wanted';
    return { x: matrix[3], y: matrix[7], dx, dy };
  }
  const scale = directory.getValue('ModelPixelScale') as ArrayLike<number> | undefined;
  const ties = directory.getValue('ModelTiepoint') as ArrayLike<number> | undefined;
  if (!scale || scale.length < 2 || !ties || ties.length < 6)
    return 'the file has no position: a picture, not an elevation grid';
  const [column, row, , x, y] = Array.from(ties);
  // a second tie that says something else bends the grid
  for (let k = 6; k + 5 < ties.length; k += 6) {
    const off = [ties[k + 3] - (x + (ties[k] - column) * scale[0]), ties[k + 4] - (y - (ties[k + 1] - row) * scale[1])];
    if (Math.abs(off[0]) > 1e-3 * scale[0] || Math.abs(off[1]) > 1e-3 * Math.abs(scale[1]))
      return 'the grid is tied to the ground at several points that bend it; one laid straight is wanted';
  }
  return { x: x - column * scale[0], y: y + row * scale[1], dx: scale[0], dy: -scale[1] };
}

/** Kinds of images that are pictures: RGB, palette, mask, CMYK, YCbCr, CIELab. @see TIFF 6.0, PhotometricInterpretation */
const PICTURES = [2, 3, 4, 5, 6, 8];

/** Most pieces that a sound file of the most cells comes in. */
const MOST_PIECES = 1e6;

/** True where an image is cut into strips or tiles as no file is: what reads them would never come to an end. */
function cutOddly(image: GeoTIFFImage, columns: number, rows: number): boolean {
  const sizes = (['RowsPerStrip', 'TileWidth', 'TileLength'] as const).map(
    (tag) => image.fileDirectory.getValue(tag) as unknown,
  );
  if (sizes.some((v) => v !== undefined && !(Number.isInteger(v) && Number(v) >= 1))) return true;
  const [strip, width, length] = sizes.map((v) => (v === undefined ? undefined : Number(v)));
  const pieces =
    width !== undefined || length !== undefined
      ? Math.ceil(columns / (width ?? columns)) * Math.ceil(rows / (length ?? rows))
      : Math.ceil(rows / (strip ?? rows));
  // a tile is unpacked whole, however little of it lies in the image
  return !(pieces <= MOST_PIECES) || (width ?? 1) * (length ?? 1) > MAX_CELLS;
}

/** What is wrong with an image as heights, in words. */
function pictureFault(image: GeoTIFFImage): string | undefined {
  const kind = Number(image.fileDirectory.getValue('PhotometricInterpretation') ?? 1);
  const bands = image.getSamplesPerPixel();
  if (PICTURES.includes(kind) || bands >= 3)
    return `the file is a picture${bands > 1 ? ` of ${bands} colours` : ''}, no elevation grid`;
  return undefined;
}

/**
 * Reads the first band of a GeoTIFF as heights: north or south up, tied anywhere, scaled as it says. Never throws for a bad
 * file.
 * @param onProgress told the share read, 0 to 1
 */
export async function readGeoTiff(file: Blob | ArrayBuffer, onProgress?: (share: number) => void): Promise<TiffRead> {
  const bad = (fault: string): TiffRead => ({ ok: false, fault });
  // large, and few bring such a grid: fetched when it is needed
  const { fromArrayBuffer, fromBlob } = await import('geotiff');
  let image: GeoTIFFImage;
  let place: Placed | string;
  let keys: Partial<Record<string, unknown>>;
  let said: Partial<Record<string, unknown>>;
  let none: number | null;
  let columns: number;
  let rows: number;
  let picture: string | undefined;
  let strip: number;
  try {
    const tiff = await (file instanceof ArrayBuffer ? fromArrayBuffer(file) : fromBlob(file));
    image = await tiff.getImage();
    [columns, rows] = [image.getWidth(), image.getHeight()];
    if (columns * rows <= MAX_CELLS && cutOddly(image, columns, rows)) return bad('the file is damaged');
    picture = pictureFault(image);
    place = placeOf(image);
    keys = (image.getGeoKeys() ?? {}) as Partial<Record<string, unknown>>;
    said = ((await image.getGDALMetadata(0)) ?? {}) as Partial<Record<string, unknown>>;
    none = image.getGDALNoData();
    // a strip is unpacked whole: it is not asked for a piece at a time
    strip = Math.max(STRIP, Math.min(rows, Number(image.fileDirectory.getValue('RowsPerStrip') ?? STRIP)));
  } catch {
    return bad('the file is no TIFF, or it breaks off');
  }
  if (columns < 2 || rows < 2) return bad('the grid needs at least 2 columns and 2 rows');
  if (columns * rows > MAX_CELLS) return bad(`the grid has ${columns * rows} cells, more than ${MAX_CELLS}`);
  if (picture !== undefined) return bad(picture);
  if (typeof place === 'string') return bad(place);
  const { x, y, dx, dy } = place;
  if (!(dx > 0 && dy !== 0 && [x, y, dx, dy].every(Number.isFinite)))
    return bad('the grid is turned; one with its rows from west to east is wanted');
  const frame = frameOf(keys, x, y);
  if (frame === 'unknown')
    return bad(
      `its coordinates (EPSG ${String(keys.ProjectedCSTypeGeoKey)}) are not known here; WGS 84 degrees or UTM is wanted`,
    );
  if (frame?.kind === 'utm' && FEET_CODES.includes(Number(keys.ProjLinearUnitsGeoKey)))
    return bad('its coordinates are in feet; a grid in metres is wanted');
  const feet = FEET_CODES.includes(Number(keys.VerticalUnitsGeoKey)) || FEET_WORDS.test(String(said.UNITTYPE ?? ''));
  const number = (text: unknown, otherwise: number): number => {
    const value = text === undefined ? otherwise : Number(text);
    return Number.isFinite(value) ? value : otherwise;
  };
  const scale = number(said.SCALE, 1) * (feet ? FOOT : 1);
  const offset = number(said.OFFSET, 0) * (feet ? FOOT : 1);
  const north = dy < 0;
  const heights = new Float32Array(columns * rows);
  let holes = 0;
  try {
    for (let top = 0; top < rows; top += strip) {
      const bottom = Math.min(rows, top + strip);
      const [band] = (await image.readRasters({ window: [0, top, columns, bottom], samples: [0] })) as unknown as [
        ArrayLike<number>,
      ];
      for (let k = 0; k < band.length; k++) {
        const value = band[k] * scale + offset;
        const hole = band[k] === none || !Number.isFinite(value) || value < -12_000 || value > 30_000;
        if (hole) holes++;
        const row = top + Math.floor(k / columns);
        heights[(north ? row : rows - 1 - row) * columns + (k % columns)] = hole ? NaN : value;
      }
      onProgress?.(bottom / rows);
    }
  } catch {
    return bad('the file breaks off before its last row');
  }
  const half = Number(keys.GTRasterTypeGeoKey) === 2 ? 0 : 0.5;
  return {
    ok: true,
    holes,
    feet,
    ...(frame ? { frame } : {}),
    grid: {
      columns,
      rows,
      x0: x + half * dx,
      y0: y + ((north ? rows - 1 : 0) + half) * dy,
      cellX: dx,
      cellY: Math.abs(dy),
      heights,
    },
  };
}
