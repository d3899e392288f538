// Faults of a plan file: where, what is wrong, what would be right.

export interface Fault {
  /** JSON path, e.g. `$.lines[0].legs[2].lengthM`. */
  readonly path: string;
  readonly message: string;
  readonly advice: string;
  /** The same in parts, where it has lengths: for those who read them in other units. */
  readonly told?: { readonly message: FaultWords; readonly advice: FaultWords };
}

/** Words with lengths (m), or figures of a field in the file's own unit, between them. */
export type FaultWords = readonly (
  string | { readonly metres: number } | { readonly figure: number; readonly field: string }
)[];

const inMetres = (words: FaultWords): string =>
  words
    .map((w) => (typeof w === 'string' ? w : 'metres' in w ? `${Number(w.metres.toFixed(3))} m` : String(w.figure)))
    .join('');

/** A fault whose words have lengths in them; files and the command line read them in metres. */
export const faultWith = (path: string, message: FaultWords, advice: FaultWords): Fault => ({
  path,
  message: inMetres(message),
  advice: inMetres(advice),
  told: { message, advice },
});

/** `$.a.b[3]` from the parts of a path. */
export const jsonPath = (parts: readonly PropertyKey[]): string =>
  parts.reduce<string>(
    (path, part) =>
      typeof part === 'number'
        ? `${path}[${part}]`
        : /^[A-Za-z_]\w*$/.test(String(part))
          ? `${path}.${String(part)}`
          : `${path}[${JSON.stringify(String(part))}]`,
    '$',
  );

/** One line: `$.nodes[0].groundM: is missing; give a number (metres above datum)`. */
export const faultLine = (fault: Fault): string =>
  `${fault.path}: ${fault.message}; ${fault.advice}`.replace(/\s+/g, ' ');
