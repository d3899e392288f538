// Text of a file whose encoding nobody says.

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
