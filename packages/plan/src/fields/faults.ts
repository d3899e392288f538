// Faults of a plan file: where, what is wrong, what would be right.

export interface Fault {
  /** JSON path, e.g. `$.lines[0].legs[2].lengthM`. */
  readonly path: string;
  readonly message: string;
  readonly advice: string;
}

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
