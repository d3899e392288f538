// Elevation grids: ESRI ASCII read in pieces and written, and any grid sampled between its points.
export interface Grid {
  readonly columns: number;
  readonly rows: number;
  /** Centre of the lower left cell, in the grid's own coordinates. */
  readonly x0: number;
  readonly y0: number;
  /** Width and height of a cell, in the grid's own coordinates. */
  readonly cellX: number;
  readonly cellY: number;
  /** m above datum, the northern row first; NaN for a hole. */
  readonly heights: Float32Array;
}

export type GridRead =
  { readonly ok: true; readonly grid: Grid; readonly holes: number } | { readonly ok: false; readonly fault: string };

/** m in a foot, for grids whose heights are in feet. */
export const FOOT = 0.3048;

/** The heights of a grid read for feet that were taken for metres, or the other way round; changed in place. */
export function takeHeightsAs(g: Grid, feet: boolean): void {
  const times = feet ? FOOT : 1 / FOOT;
  for (let k = 0; k < g.heights.length; k++) g.heights[k] *= times;
}

/** Most cells taken from a file. */
export const MAX_CELLS = 20_000_000;

const isSpace = (code: number): boolean => code === 32 || (code >= 9 && code <= 13);
const isLetter = (code: number): boolean => (code >= 65 && code <= 90) || (code >= 97 && code <= 122) || code === 95;

/** A hole written as no number, and a heading that says so. */
const NAN_WORD = /^[-+]?nan(\(.*\))?$/i;
const NO_HEIGHT = /^nodata_value[-+]?nan$/i;

/** Reads an ESRI ASCII grid piece by piece, so that a large file can be read while it comes in. */
export class AsciiGridReader {
  #rest = '';
  #name = '';
  readonly #header: Record<string, number> = {};
  #heights: Float32Array | undefined;
  #count = 0;
  #holes = 0;
  #none = -9999;
  #fault = '';

  /** What is wrong so far; empty when nothing is. */
  get fault(): string {
    return this.#fault;
  }

  /** Takes the next piece of the file. */
  push(piece: string): void {
    if (this.#fault) return;
    const text = this.#rest + piece;
    let end = text.length;
    while (end > 0 && !isSpace(text.charCodeAt(end - 1))) end--;
    this.#take(text, end);
    this.#rest = text.slice(end);
  }

  #take(text: string, end: number): void {
    for (let k = 0; k < end && !this.#fault;) {
      while (k < end && isSpace(text.charCodeAt(k))) k++;
      const from = k;
      while (k < end && !isSpace(text.charCodeAt(k))) k++;
      if (k > from) this.#word(text.slice(from, k));
    }
  }

  #word(word: string): void {
    if (!this.#heights) {
      if (this.#name) {
        const value = Number(word);
        if (Number.isFinite(value) || NO_HEIGHT.test(this.#name + word)) this.#header[this.#name.toLowerCase()] = value;
        else this.#fault = `the heading “${this.#name}” is “${word.slice(0, 20)}”, not a number`;
        this.#name = '';
        return;
      }
      if (isLetter(word.charCodeAt(0)) && !NAN_WORD.test(word)) {
        this.#name = word;
        return;
      }
      this.#begin();
      if (this.#fault || !this.#heights) return;
    }
    const value = NAN_WORD.test(word) ? this.#none : Number(word);
    if (Number.isNaN(value) && !NAN_WORD.test(word)) {
      this.#fault = `“${word.slice(0, 20)}” in row ${Math.floor(this.#count / this.#header.ncols) + 1} of the grid is not a number`;
      return;
    }
    if (this.#count < this.#heights.length) {
      const hole = value === this.#none || !Number.isFinite(value);
      if (hole) this.#holes++;
      this.#heights[this.#count] = hole ? NaN : value;
    }
    this.#count++;
  }

  /** The headings are there: are they whole? */
  #begin(): void {
    const { ncols, nrows, nodata_value: none } = this.#header;
    for (const [name, value] of [
      ['ncols', ncols],
      ['nrows', nrows],
      ['cellsize, or dx and dy', Math.min(this.#cell('x'), this.#cell('y'))],
    ] as const)
      if (!(value > 0)) this.#fault ||= `the heading has no ${name}`;
    if (this.#fault) return;
    if (!Number.isInteger(ncols) || !Number.isInteger(nrows)) this.#fault = 'ncols and nrows must be whole numbers';
    else if (ncols * nrows > MAX_CELLS) this.#fault = `the grid has ${ncols * nrows} cells, more than ${MAX_CELLS}`;
    else if (ncols < 2 || nrows < 2) this.#fault = 'the grid needs at least 2 columns and 2 rows';
    else if (Number.isNaN(this.#corner('x')) || Number.isNaN(this.#corner('y')))
      this.#fault = 'the heading has no xllcorner or yllcorner';
    if (this.#fault) return;
    this.#none = none ?? -9999;
    this.#heights = new Float32Array(ncols * nrows);
  }

  #corner(axis: 'x' | 'y'): number {
    const centre = this.#header[`${axis}llcenter`] as number | undefined;
    const corner = this.#header[`${axis}llcorner`] as number | undefined;
    return centre ?? (corner === undefined ? NaN : corner + this.#cell(axis) / 2);
  }

  /** Width or height of a cell: of square ones the same, else `dx` and `dy`. */
  #cell(axis: 'x' | 'y'): number {
    return this.#header[`d${axis}`] ?? this.#header.cellsize ?? NaN;
  }

  /** The whole file was given. */
  end(): GridRead {
    this.push('\n');
    if (!this.#fault && !this.#heights) this.#begin();
    const { ncols: columns, nrows: rows } = this.#header;
    if (!this.#fault && this.#count !== columns * rows)
      this.#fault = `the grid has ${this.#count} heights against ${columns} columns of ${rows} rows`;
    if (this.#fault || !this.#heights) return { ok: false, fault: this.#fault };
    return {
      ok: true,
      holes: this.#holes,
      grid: {
        columns,
        rows,
        x0: this.#corner('x'),
        y0: this.#corner('y'),
        cellX: this.#cell('x'),
        cellY: this.#cell('y'),
        heights: this.#heights,
      },
    };
  }
}

/** Reads an ESRI ASCII grid. Never throws for a bad file. */
export function readAsciiGrid(text: string): GridRead {
  const reader = new AsciiGridReader();
  reader.push(text);
  return reader.end();
}

/** A grid as ESRI ASCII, heights to the centimetre. */
export function asciiGrid(g: Grid): string {
  const lines = [
    `ncols ${g.columns}`,
    `nrows ${g.rows}`,
    `xllcenter ${g.x0}`,
    `yllcenter ${g.y0}`,
    ...(g.cellX === g.cellY ? [`cellsize ${g.cellX}`] : [`dx ${g.cellX}`, `dy ${g.cellY}`]),
    'NODATA_value -9999',
  ];
  for (let r = 0; r < g.rows; r++) {
    const row: string[] = [];
    for (let c = 0; c < g.columns; c++) {
      const z = g.heights[r * g.columns + c];
      row.push(Number.isNaN(z) ? '-9999' : String(Math.round(z * 100) / 100));
    }
    lines.push(row.join(' '));
  }
  return `${lines.join('\n')}\n`;
}

/** Height at a place in the grid's own coordinates, between the four points round it; NaN outside or by a hole. m */
export function sampleGrid(g: Grid, x: number, y: number): number {
  const c = (x - g.x0) / g.cellX;
  const r = g.rows - 1 - (y - g.y0) / g.cellY;
  if (!(c >= 0 && r >= 0 && c <= g.columns - 1 && r <= g.rows - 1)) return NaN;
  const [c0, r0] = [Math.min(Math.floor(c), g.columns - 2), Math.min(Math.floor(r), g.rows - 2)];
  const [u, v] = [c - c0, r - r0];
  const at = r0 * g.columns + c0;
  const h = g.heights;
  return (
    (1 - u) * (1 - v) * h[at] +
    u * (1 - v) * h[at + 1] +
    (1 - u) * v * h[at + g.columns] +
    u * v * h[at + g.columns + 1]
  );
}
