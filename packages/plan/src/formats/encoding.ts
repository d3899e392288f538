// Text of a file whose encoding nobody says, and of one in a packed file.
import { unzipSync } from 'fflate';

/**
 * Text of a sheet: UTF-16 by its mark, UTF-8 where it is sound, else Latin-1 as Windows writes it (degree signs and
 * umlauts of older programs). Never throws.
 */
export function textOfBytes(bytes: Uint8Array): string {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return new TextDecoder('utf-16le').decode(bytes);
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return new TextDecoder('utf-16be').decode(bytes);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}

/** True of a packed file: a KMZ is a KML in one. */
export const isPacked = (bytes: Uint8Array): boolean =>
  bytes[0] === 0x50 && bytes[1] === 0x4b && bytes[2] === 3 && bytes[3] === 4;

/**
 * Text of the KML in a KMZ: its first one. Never throws; a fault in words where there is none.
 * @param most bytes that it may hold unpacked
 */
export function textOfKmz(bytes: Uint8Array, most: number): { readonly text: string } | { readonly fault: string } {
  let taken = false;
  let large = false;
  try {
    const files = unzipSync(bytes, {
      filter: (file) => {
        if (taken || !/\.kml$/i.test(file.name)) return false;
        taken = true;
        large = file.originalSize > most;
        return !large;
      },
    });
    const [kml] = Object.values(files);
    if (large) return { fault: 'the KML in it is larger than 50 MB' };
    return kml ? { text: textOfBytes(kml) } : { fault: 'there is no KML in the packed file' };
  } catch {
    return { fault: 'the packed file is not whole' };
  }
}
