// Reads the write-ahead log of an SQLite database as it stands, to see whether it was damaged: SQLite itself takes the
// first frame whose sum is wrong for the end of the log, and what was saved after it is gone without a word.
// The format is SQLite's own: https://www.sqlite.org/fileformat2.html, part 4, "The Write-Ahead Log".
import { closeSync, openSync, readSync, statSync } from 'node:fs';

const HEAD = 32;
const FRAME_HEAD = 24;
const BIG_ENDIAN_SUMS = 0x377f0683;
const LITTLE_ENDIAN_SUMS = 0x377f0682;

type Sum = readonly [number, number];

/** SQLite's running sum over whole pairs of 32-bit words. */
function summed(bytes: Buffer, from: Sum, big: boolean): Sum {
  let [a, b] = from;
  for (let at = 0; at + 8 <= bytes.length; at += 8) {
    a = (a + (big ? bytes.readUInt32BE(at) : bytes.readUInt32LE(at)) + b) >>> 0;
    b = (b + (big ? bytes.readUInt32BE(at + 4) : bytes.readUInt32LE(at + 4)) + a) >>> 0;
  }
  return [a, b];
}
const sumAt = (bytes: Buffer, at: number): Sum => [bytes.readUInt32BE(at), bytes.readUInt32BE(at + 4)];
const same = (a: Sum, b: Sum): boolean => a[0] === b[0] && a[1] === b[1];

export interface WalState {
  /** Frames that are sound from the beginning on. */
  readonly sound: number;
  /** What is wrong, as the rest of a sentence; undefined where nothing is. */
  readonly damage?: string;
}

/** Looks a log through from its first frame to the first that is not of it any more. An empty one is sound. */
export function walState(file: string): WalState {
  const size = statSync(file).size;
  // shorter than its own head: the first write never came to its end
  if (size < HEAD) return { sound: 0 };
  const handle = openSync(file, 'r');
  try {
    const head = Buffer.alloc(HEAD);
    readSync(handle, head, 0, HEAD, 0);
    const magic = head.readUInt32BE(0);
    const big = magic === BIG_ENDIAN_SUMS;
    const pageSize = head.readUInt32BE(8);
    const headIsSound =
      (big || magic === LITTLE_ENDIAN_SUMS) &&
      pageSize >= 512 &&
      pageSize <= 65536 &&
      same(summed(head.subarray(0, 24), [0, 0], big), sumAt(head, 24));
    if (!headIsSound) return size === HEAD ? { sound: 0 } : { sound: 0, damage: 'has a damaged beginning' };
    const salts = sumAt(head, 16);
    const frame = Buffer.alloc(FRAME_HEAD + pageSize);
    const frames = Math.floor((size - HEAD) / frame.length);
    const load = (k: number): void => void readSync(handle, frame, 0, frame.length, HEAD + k * frame.length);
    const sumOfFrame = (from: Sum): Sum =>
      summed(frame.subarray(FRAME_HEAD), summed(frame.subarray(0, 8), from, big), big);
    let sum = sumAt(head, 24);
    for (let k = 0; k < frames; k++) {
      load(k);
      const own = same(sumAt(frame, 8), salts);
      const next = sumOfFrame(sum);
      if (own && same(next, sumAt(frame, 16))) {
        sum = next;
        continue;
      }
      const half = frame.readUInt32BE(8) === salts[0] || frame.readUInt32BE(12) === salts[1];
      if (own || half) return { sound: k, damage: `has a damaged part, ${k} of ${frames} of its pages in` };
      // of an older round of the log, unless the next one goes on from what this one says its sum is
      const stated = sumAt(frame, 16);
      if (k + 1 < frames) {
        load(k + 1);
        if (same(sumAt(frame, 8), salts) && same(sumOfFrame(stated), sumAt(frame, 16)))
          return { sound: k, damage: `has a damaged part, ${k} of ${frames} of its pages in` };
      }
      return { sound: k };
    }
    return { sound: frames };
  } finally {
    closeSync(handle);
  }
}
