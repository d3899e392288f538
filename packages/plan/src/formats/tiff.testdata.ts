// A TIFF made by hand, tag by tag, for what readers of elevation grids must tell apart.
import { deflateSync } from 'node:zlib';

/** Tags of baseline TIFF 6.0, GeoTIFF and GDAL by their numbers. */
const TAGS = {
  ImageWidth: 256,
  ImageLength: 257,
  BitsPerSample: 258,
  Compression: 259,
  PhotometricInterpretation: 262,
  StripOffsets: 273,
  SamplesPerPixel: 277,
  RowsPerStrip: 278,
  StripByteCounts: 279,
  SampleFormat: 339,
  ModelPixelScale: 33550,
  ModelTiepoint: 33922,
  ModelTransformation: 34264,
  GeoKeyDirectory: 34735,
  GDAL_METADATA: 42112,
  GDAL_NODATA: 42113,
} as const;
const DOUBLES = new Set<number>([33550, 33922, 34264]);

export interface HandTiff {
  readonly width: number;
  readonly height: number;
  /** Heights as floats, or cells of whole bytes with `bytes`. */
  readonly values: readonly number[];
  readonly bytes?: boolean;
  readonly bands?: number;
  readonly photometric?: number;
  readonly deflate?: boolean;
  readonly scale?: readonly number[];
  readonly ties?: readonly number[];
  readonly matrix?: readonly number[];
  /** GeoKeys by number, short values. */
  readonly keys?: Readonly<Record<number, number>>;
  readonly metadata?: string;
  readonly none?: string;
}

/** Bytes of a little-endian TIFF of one strip. */
export function handTiff(t: HandTiff): ArrayBuffer {
  const bands = t.bands ?? 1;
  const plain = t.bytes ? Uint8Array.from(t.values) : new Uint8Array(Float32Array.from(t.values).buffer);
  const data = t.deflate ? new Uint8Array(deflateSync(plain)) : plain;
  const keys = Object.entries(t.keys ?? {}).map(([k, v]) => [Number(k), v] as const);
  const rows: (readonly [tag: number, values: readonly number[] | string])[] = [
    [TAGS.ImageWidth, [t.width]],
    [TAGS.ImageLength, [t.height]],
    [TAGS.BitsPerSample, new Array<number>(bands).fill(t.bytes ? 8 : 32)],
    [TAGS.Compression, [t.deflate ? 8 : 1]],
    [TAGS.PhotometricInterpretation, [t.photometric ?? 1]],
    [TAGS.StripOffsets, [0]],
    [TAGS.SamplesPerPixel, [bands]],
    [TAGS.RowsPerStrip, [t.height]],
    [TAGS.StripByteCounts, [data.length]],
    [TAGS.SampleFormat, new Array<number>(bands).fill(t.bytes ? 1 : 3)],
    ...(t.scale ? [[TAGS.ModelPixelScale, t.scale] as const] : []),
    ...(t.ties ? [[TAGS.ModelTiepoint, t.ties] as const] : []),
    ...(t.matrix ? [[TAGS.ModelTransformation, t.matrix] as const] : []),
    [TAGS.GeoKeyDirectory, [1, 1, 0, keys.length, ...keys.flatMap(([k, v]) => [k, 0, 1, v])]],
    ...(t.metadata ? [[TAGS.GDAL_METADATA, `${t.metadata}\0`] as const] : []),
    ...(t.none ? [[TAGS.GDAL_NODATA, `${t.none}\0`] as const] : []),
  ];
  const parts: Uint8Array[] = [];
  const head = 8 + 2 + rows.length * 12 + 4;
  let at = head;
  const directory = new DataView(new ArrayBuffer(head));
  directory.setUint16(0, 0x4949, true);
  directory.setUint16(2, 42, true);
  directory.setUint32(4, 8, true);
  directory.setUint16(8, rows.length, true);
  let strip = 0;
  rows.forEach(([tag, values], k) => {
    const here = 10 + 12 * k;
    const text = typeof values === 'string';
    const type = text ? 2 : DOUBLES.has(tag) ? 12 : tag === 256 || tag === 257 || tag === 278 || tag === 279 ? 4 : 3;
    const size = { 2: 1, 3: 2, 4: 4, 12: 8 }[type] ?? 1;
    const list = text ? [...values].map((c) => c.charCodeAt(0)) : [...values];
    const body = new DataView(new ArrayBuffer(Math.max(4, list.length * size)));
    list.forEach((v, n) => {
      if (type === 2) body.setUint8(n, v);
      else if (type === 3) body.setUint16(2 * n, v, true);
      else if (type === 4) body.setUint32(4 * n, v, true);
      else body.setFloat64(8 * n, v, true);
    });
    directory.setUint16(here, tag, true);
    directory.setUint16(here + 2, tag === TAGS.StripOffsets ? 4 : type, true);
    directory.setUint32(here + 4, list.length, true);
    if (tag === TAGS.StripOffsets) strip = here + 8;
    else if (list.length * size <= 4) directory.setUint32(here + 8, body.getUint32(0, true), true);
    else {
      directory.setUint32(here + 8, at, true);
      parts.push(new Uint8Array(body.buffer, 0, list.length * size));
      at += list.length * size;
    }
  });
  directory.setUint32(strip, at, true);
  const all = new Uint8Array(at + data.length);
  all.set(new Uint8Array(directory.buffer));
  let to = head;
  for (const part of parts) {
    all.set(part, to);
    to += part.length;
  }
  all.set(data, to);
  return all.buffer;
}
