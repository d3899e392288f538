// Fonts of the PDF: the app's own, and for letters that they do not have one that has most; which of them writes what.
import { createRequire } from 'node:module';
import { readFileSync } from 'node:fs';
import { create, type Font } from 'fontkit';

const require = createRequire(import.meta.url);
const ttf = (file: string): string => require.resolve(`@expo-google-fonts/${file}.ttf`);
const NEXT = 'atkinson-hyperlegible-next';
const MONO = 'atkinson-hyperlegible-mono';
const more = (name: string): string => require.resolve(`dejavu-fonts-ttf/ttf/${name}.ttf`);

export interface Face {
  readonly normal: string;
  readonly bold: string;
}
const both = (folder: string, name: string): Face => ({
  normal: ttf(`${folder}/400Regular/${name}_400Regular`),
  bold: ttf(`${folder}/700Bold/${name}_700Bold`),
});

/** Families by name, with their files; the last takes what the others cannot write. */
export const FACES = {
  Text: both(NEXT, 'AtkinsonHyperlegibleNext'),
  Figure: both(MONO, 'AtkinsonHyperlegibleMono'),
  Head: { ...both('bitter', 'Bitter'), normal: ttf('bitter/700Bold/Bitter_700Bold') },
  Rest: { normal: more('DejaVuSans'), bold: more('DejaVuSans-Bold') },
} as const satisfies Record<string, Face>;
export type Family = keyof typeof FACES;
export type Use = 'text' | 'head' | 'figure';

const ORDER: Readonly<Record<Use, readonly Family[]>> = {
  text: ['Text', 'Rest'],
  head: ['Head', 'Rest'],
  figure: ['Figure', 'Text', 'Rest'],
};

/** Tables by which letters are exchanged and moved closer: looked through for every word, and hardly seen at nine points. */
const FINE = ['GSUB', 'GPOS', 'GDEF', 'kern'];

/**
 * A font without its fine setting: it is laid out three times as fast. @see ISO/IEC 14496-22 (OpenType), table directory
 */
function plainFont(bytes: Buffer): Buffer {
  const count = bytes.readUInt16BE(4);
  const tables = Array.from({ length: count }, (_, k) => {
    const at = 12 + 16 * k;
    const [offset, length] = [bytes.readUInt32BE(at + 8), bytes.readUInt32BE(at + 12)];
    return { entry: bytes.subarray(at, at + 16), data: bytes.subarray(offset, offset + length) };
  }).filter(({ entry }) => !FINE.includes(entry.toString('latin1', 0, 4)));
  const power = Math.floor(Math.log2(tables.length));
  const head = Buffer.alloc(12 + 16 * tables.length);
  bytes.copy(head, 0, 0, 4);
  [tables.length, 16 * 2 ** power, power, 16 * tables.length - 16 * 2 ** power].forEach((v, k) =>
    head.writeUInt16BE(v, 4 + 2 * k),
  );
  const parts = [head];
  let offset = head.length;
  tables.forEach(({ entry, data }, k) => {
    entry.copy(head, 12 + 16 * k);
    head.writeUInt32BE(offset, 12 + 16 * k + 8);
    const padded = Buffer.alloc(Math.ceil(data.length / 4) * 4);
    data.copy(padded);
    parts.push(padded);
    offset += padded.length;
  });
  return Buffer.concat(parts);
}

const files = new Map<string, Buffer>();
/** The bytes of a face; headings keep their fine setting. */
export function faceBytes(family: Family, bold: boolean): Buffer {
  const file = FACES[family][bold ? 'bold' : 'normal'];
  let bytes = files.get(file);
  if (!bytes) {
    bytes = family === 'Head' ? readFileSync(file) : plainFont(readFileSync(file));
    files.set(file, bytes);
  }
  return bytes;
}

const opened = new Map<string, Font>();
export function fontOf(family: Family, bold: boolean): Font {
  const file = FACES[family][bold ? 'bold' : 'normal'];
  let font = opened.get(file);
  if (!font) {
    font = create(faceBytes(family, bold)) as Font;
    opened.set(file, font);
  }
  return font;
}

const has = (family: Family, code: number): boolean => fontOf(family, false).hasGlyphForCodePoint(code);
const known = new Map<string, Family | undefined>();
function familyOf(char: string, use: Use): Family | undefined {
  const key = `${use}${char}`;
  if (!known.has(key)) {
    const code = char.codePointAt(0) ?? 32;
    known.set(
      key,
      ORDER[use].find((f) => has(f, code)),
    );
  }
  return known.get(key);
}
/** What stands for a letter that no font has. */
const MISSING = '□';

export interface Stretch {
  readonly text: string;
  readonly family: Family;
}

/** What has no look of its own: marks of direction and joining, chosen variants. */
const unseen = (char: string): boolean => {
  const code = char.codePointAt(0) ?? 0;
  return /\p{Cf}/u.test(char) || (code >= 0xfe00 && code <= 0xfe0f);
};

/** A text in stretches of one font each; letters that none has stand as boxes. */
export function stretchesOf(text: string, use: Use): Stretch[] {
  const list: { text: string; family: Family }[] = [];
  for (const char of text) {
    if (unseen(char)) continue;
    const plain = /\s/.test(char) && char !== '\u00A0' ? ' ' : char;
    const found = familyOf(plain, use);
    const family = found ?? 'Rest';
    const written = found ? plain : MISSING;
    const last = list.at(-1);
    // a space goes with what stands before it
    if (last && (last.family === family || plain === ' ')) last.text += written;
    else list.push({ text: written, family });
  }
  return list.length > 0 ? list : [{ text: '', family: ORDER[use][0] }];
}

/** One family that has every letter of a text, for a drawing, whose words are of one font each. */
export function oneFamily(text: string, use: Use): Family {
  const letters = [...text].filter((c) => !/\s/.test(c));
  return ORDER[use].find((f) => letters.every((c) => has(f, c.codePointAt(0) ?? 32))) ?? 'Rest';
}

const widths = new Map<string, number>();
/** So many widths are kept: words come again and again. */
const KEPT = 50_000;
/** Width of a text in a font, in the unit of `size`, its letters set as they are drawn. */
export function textWidth(text: string, family: Family, size: number, bold = false): number {
  const key = `${family}${bold ? '!' : ' '}${text}`;
  let width = widths.get(key);
  if (width === undefined) {
    if (widths.size >= KEPT) widths.clear();
    const font = fontOf(family, bold);
    width = font.layout(text).advanceWidth / font.unitsPerEm;
    widths.set(key, width);
  }
  return width * size;
}

/** WOFF2 files of the app's fonts, for a file of HTML. */
export const htmlFonts = (): { family: string; weight: number; base64: string }[] =>
  (
    [
      ['Book Text', NEXT, 400],
      ['Book Text', NEXT, 700],
      ['Book Head', 'bitter', 700],
      ['Book Figure', MONO, 400],
    ] as const
  ).map(([family, files, weight]) => ({
    family,
    weight,
    base64: readFileSync(require.resolve(`@fontsource/${files}/files/${files}-latin-${weight}-normal.woff2`)).toString(
      'base64',
    ),
  }));
