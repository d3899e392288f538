// Elevation grids in ESRI ASCII: read whole, sampled between their points.
export interface Grid {
  readonly columns: number;
  readonly rows: number;
  /** Centre of the lower left cell, m. */
  readonly x0: number;
  readonly y0: number;
  /** m */ readonly cell: number;
  /** m above datum, the northern row first; NaN for a hole. */
  readonly heights: Float32Array;
}

export type GridRead =
  { readonly ok: true; readonly grid: Grid; readonly holes: number } | { readonly ok: false; readonly fault: string };

const MAX_CELLS = 20_000_000;

/** Reads an ESRI ASCII grid. Never throws for a bad file. */
export function readAsciiGrid(text: string): GridRead {
  const bad = (fault: string): GridRead => ({ ok: false, fault });
  const header: Record<string, number> = {};
  let at = 0;
  for (;;) {
    const m = /^\s*([A-Za-z_]+)\s+(\S+)[^\S\n]*\n?/.exec(text.slice(at, at + 200));
    if (!m) break;
    const value = Number(m[2]);
    if (!Number.isFinite(value)) return bad(`the heading “${m[1]}” is “${m[2]}”, not a number`);
    header[m[1].toLowerCase()] = value;
    at += m[0].length;
  }
  const { ncols: columns, nrows: rows, cellsize: cell } = header;
  for (const [name, value] of [
    ['ncols', columns],
    ['nrows', rows],
    ['cellsize', cell],
  ] as const)
    if (!(value > 0)) return bad(`the heading has no ${name}`);
  if (columns * rows > MAX_CELLS) return bad(`the grid has ${columns * rows} cells, more than ${MAX_CELLS}`);
  const x0 = header.xllcenter ?? (header.xllcorner === undefined ? NaN : header.xllcorner + cell / 2);
  const y0 = header.yllcenter ?? (header.yllcorner === undefined ? NaN : header.yllcorner + cell / 2);
  if (Number.isNaN(x0) || Number.isNaN(y0)) return bad('the heading has no xllcorner or yllcorner');
  const none = header.nodata_value ?? -9999;
  const heights = new Float32Array(columns * rows);
  let count = 0;
  let holes = 0;
  const number = /\S+/g;
  number.lastIndex = at;
  for (let m = number.exec(text); m; m = number.exec(text)) {
    const value = Number(m[0]);
    if (Number.isNaN(value))
      return bad(`“${m[0].slice(0, 20)}” in row ${Math.floor(count / columns) + 1} of the grid is not a number`);
    if (count < heights.length) {
      if (value === none) holes++;
      heights[count] = value === none ? NaN : value;
    }
    count++;
  }
  if (count !== heights.length) return bad(`the grid has ${count} heights against ${columns} columns of ${rows} rows`);
  return { ok: true, grid: { columns, rows, x0, y0, cell, heights }, holes };
}

/** Height at a place, between the four points round it; NaN outside the grid or beside a hole. m */
export function sampleGrid(g: Grid, x: number, y: number): number {
  const c = (x - g.x0) / g.cell;
  const r = g.rows - 1 - (y - g.y0) / g.cell;
  const [c0, r0] = [Math.min(Math.floor(c), g.columns - 2), Math.min(Math.floor(r), g.rows - 2)];
  if (!(c >= 0 && r >= 0 && c <= g.columns - 1 && r <= g.rows - 1)) return NaN;
  const [u, v] = [c - c0, r - r0];
  const h = (i: number, j: number): number => g.heights[j * g.columns + i];
  return (
    (1 - u) * (1 - v) * h(c0, r0) +
    u * (1 - v) * h(c0 + 1, r0) +
    (1 - u) * v * h(c0, r0 + 1) +
    u * v * h(c0 + 1, r0 + 1)
  );
}
