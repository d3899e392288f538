// A whole plan as one archive: the document with its readings, and the photographs beside it, in a zip that comes back
// unchanged. Each file's SHA-256 stands in a list within it: what is not as it was packed is refused, never half taken.
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { sha256 } from '@noble/hashes/sha2';
import { bytesToHex } from '@noble/hashes/utils';
import { z } from 'zod';
import { MAX_BYTES } from '@vernal-slope/plan/document';

/** Name of the document in it. */
const DOCUMENT = 'plan.vernal.json';
const LIST = 'archive.json';
const PHOTOS = 'photos/';
/** Largest archive that is taken, and what may come out of it, bytes. */
export const MAX_ARCHIVE = 200_000_000;
const MAX_FILES = 2000;

const listSchema = z.strictObject({
  format: z.literal('vernal-slope/archive'),
  version: z.literal(1),
  files: z
    .array(
      z.strictObject({
        name: z.string().regex(/^(?:plan\.vernal\.json|photos\/[\w-]{1,200})$/),
        bytes: z.number().int().min(0),
        sha256: z.string().regex(/^[0-9a-f]{64}$/),
        type: z.enum(['application/json', 'image/jpeg', 'image/png', 'image/webp']),
      }),
    )
    .max(MAX_FILES),
});
type Listed = z.infer<typeof listSchema>['files'][number];

export interface Photo {
  readonly id: string;
  readonly type: 'image/jpeg' | 'image/png' | 'image/webp';
  readonly bytes: Uint8Array;
}

export interface Archive {
  /** The plan's document as text, byte for byte. */
  readonly document: string;
  readonly photos: readonly Photo[];
}

export type Unpacked =
  { readonly ok: true; readonly archive: Archive } | { readonly ok: false; readonly message: string };

const listed = (name: string, bytes: Uint8Array, type: Listed['type']): Listed => ({
  name,
  bytes: bytes.byteLength,
  sha256: bytesToHex(sha256(bytes)),
  type,
});

/** One archive of a plan; the same plan gives the same bytes. */
export function packArchive({ document, photos }: Archive): Uint8Array {
  const text = strToU8(document);
  const files = [
    listed(DOCUMENT, text, 'application/json'),
    ...photos.map((p) => listed(`${PHOTOS}${p.id}`, p.bytes, p.type)),
  ];
  const list = strToU8(JSON.stringify({ format: 'vernal-slope/archive', version: 1, files }, null, 2));
  // no time of packing: the same plan is the same archive
  const mtime = new Date(1980, 0, 1);
  return zipSync({
    [LIST]: [list, { mtime }],
    [DOCUMENT]: [text, { mtime }],
    // photographs are packed already
    ...Object.fromEntries(photos.map((p) => [`${PHOTOS}${p.id}`, [p.bytes, { mtime, level: 0 as const }]])),
  });
}

/** True where a file begins as an archive does. */
export const looksPacked = (bytes: Uint8Array): boolean =>
  bytes[0] === 0x50 && bytes[1] === 0x4b && bytes[2] === 0x03 && bytes[3] === 0x04;

const damaged = (what: string): Unpacked => ({ ok: false, message: `${what} Nothing was taken from it.` });

/** Reads an archive, and looks whether every file in it is as it was packed. Never throws. */
export function unpackArchive(bytes: Uint8Array): Unpacked {
  if (bytes.byteLength > MAX_ARCHIVE) return damaged('This archive is larger than 200 MB.');
  let files: Record<string, Uint8Array>;
  let large = false;
  try {
    let sum = 0;
    let count = 0;
    files = unzipSync(bytes, {
      filter: ({ originalSize }) => {
        sum += originalSize;
        large ||= sum > MAX_ARCHIVE || ++count > MAX_FILES + 1;
        return !large;
      },
    });
  } catch {
    return damaged('This archive is damaged: it cannot be unpacked.');
  }
  if (large) return damaged('More is packed in this archive than an archive of a plan holds.');
  if (!(LIST in files)) return damaged('This is no archive of a plan: it has no list of what is in it.');
  let read;
  try {
    read = listSchema.safeParse(JSON.parse(strFromU8(files[LIST])));
  } catch {
    return damaged('This archive is damaged: its list cannot be read.');
  }
  if (!read.success) return damaged('This is no archive of a plan, or one of a later version.');
  const list = read.data.files;
  for (const f of list) {
    const found = Object.hasOwn(files, f.name) ? files[f.name] : undefined;
    if (!found) return damaged(`This archive is damaged: ${f.name} is missing.`);
    if (found.byteLength !== f.bytes || bytesToHex(sha256(found)) !== f.sha256)
      return damaged(`This archive is damaged: ${f.name} is not as it was packed.`);
  }
  const document = list.find((f) => f.name === DOCUMENT);
  if (!document) return damaged('This archive has no plan in it.');
  if (document.bytes > MAX_BYTES) return damaged('The plan in this archive is larger than 10 MB.');
  return {
    ok: true,
    archive: {
      document: strFromU8(files[DOCUMENT]),
      photos: list.flatMap((f): Photo[] =>
        f.type === 'application/json' ? [] : [{ id: f.name.slice(PHOTOS.length), type: f.type, bytes: files[f.name] }],
      ),
    },
  };
}
