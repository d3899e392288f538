// An archive comes back byte for byte, or is refused in a sentence.
import { strToU8, unzipSync, zipSync } from 'fflate';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { savePlan } from '@vernal-slope/plan/document';
import { demo } from '../read.testdata.ts';
import { looksPacked, packArchive, unpackArchive, type Photo } from './index.ts';

const photo = (id: string, n: number): Photo => ({
  id,
  type: 'image/jpeg',
  bytes: Uint8Array.from({ length: n }, (_, k) => (k * 31 + n) % 256),
});
const photos = [photo('p-1', 5000), photo('p_2', 1), photo('p3', 0)];
const document = savePlan({ ...demo('ousel-bank'), title: 'Ousel Bank, Żółć \u{1F4A7}' });
const packed = packArchive({ document, photos });
const message = (bytes: Uint8Array): string => {
  const read = unpackArchive(bytes);
  return read.ok ? 'taken' : read.message;
};

it('comes back as it was, document and photographs byte for byte', () => {
  const read = unpackArchive(packed);
  if (!read.ok) throw new Error(read.message);
  expect(read.archive.document).toBe(document);
  expect(read.archive.photos).toEqual(photos);
  expect(looksPacked(packed)).toBe(true);
});
it('is the same each time', () => {
  expect(packArchive({ document, photos })).toEqual(packed);
});

describe('is refused where it is not as it was packed', () => {
  const files = unzipSync(packed);
  const changed = (change: (files: Record<string, Uint8Array>) => void): Uint8Array => {
    const copy = { ...files };
    change(copy);
    return zipSync(copy);
  };
  it.each([
    [
      'a photograph changed',
      (f: Record<string, Uint8Array>) => void (f['photos/p-1'] = f['photos/p-1'].map((b, k) => (k === 7 ? b ^ 1 : b))),
      'photos/p-1 is not as it was packed',
    ],
    [
      'a photograph gone',
      (f: Record<string, Uint8Array>) => void Reflect.deleteProperty(f, 'photos/p_2'),
      'photos/p_2 is missing',
    ],
    [
      'the plan changed',
      (f: Record<string, Uint8Array>) => void (f['plan.vernal.json'] = strToU8(document.replace('Ousel', 'Other'))),
      'plan.vernal.json is not as it was packed',
    ],
    [
      'no list',
      (f: Record<string, Uint8Array>) => void Reflect.deleteProperty(f, 'archive.json'),
      'no list of what is in it',
    ],
    [
      'a list that is none',
      (f: Record<string, Uint8Array>) => void (f['archive.json'] = strToU8('{')),
      'its list cannot be read',
    ],
    [
      'a later version',
      (f: Record<string, Uint8Array>) =>
        void (f['archive.json'] = strToU8('{"format":"vernal-slope/archive","version":2,"files":[]}')),
      'one of a later version',
    ],
    [
      'a name that leads elsewhere',
      (f: Record<string, Uint8Array>) =>
        void (f['archive.json'] = strToU8(
          JSON.stringify({
            format: 'vernal-slope/archive',
            version: 1,
            files: [{ name: 'photos/../../x', bytes: 0, sha256: '0'.repeat(64), type: 'image/png' }],
          }),
        )),
      'no archive of a plan',
    ],
  ])('%s', (_, change, words) => {
    const said = message(changed(change));
    expect(said).toContain(words);
    expect(said).toMatch(/\. Nothing was taken from it\.$/);
  });
  it('cut off anywhere, or with bytes turned, it is refused and nothing throws', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: packed.length - 1 }), fc.integer({ min: 1, max: 255 }), (at, by) => {
        expect(message(packed.slice(0, at))).not.toBe('taken');
        const turned = packed.slice();
        turned[at] ^= by;
        // a byte that says nothing of what is packed may be another
        const read = unpackArchive(turned);
        if (read.ok) expect(read.archive).toEqual({ document, photos });
        else expect(read.message).toMatch(/Nothing was taken from it\.$/);
      }),
    );
  });
  it('a file that is none at all', () => {
    expect(message(strToU8('{"format":"vernal-slope/plan"}'))).toContain('cannot be unpacked');
  });
});
