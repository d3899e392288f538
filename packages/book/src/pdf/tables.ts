// Tables in the PDF: widths by what stands in the columns, the head again on each page.
import type { BlockOf, Column } from '../model/index.ts';
import { FAINT, headingSlab, PAD, rule, TABLE } from './common.ts';
import { gapOf, type Slab } from './slabs.ts';
import { Flow, flowOf, INK, QUIET, setText } from './text.ts';
import { addSymbol } from './worked.ts';

/** Widths of columns: as wide as what stands in them where there is room; what is left goes to those that grow. */
function widthsOf(
  columns: readonly Column[],
  heads: readonly Flow[],
  rows: readonly (readonly Flow[])[],
  width: number,
): number[] {
  const cells = [heads, ...rows];
  const gaps = PAD * (columns.length - 1);
  const wants = columns.map((_, k) => Math.max(...cells.map((row) => row[k]?.width ?? 0)) + 0.5);
  const least = columns.map((_, k) => Math.max(...cells.map((row) => row[k]?.least ?? 0)) + 0.5);
  const room = width - gaps;
  const sum = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0);
  if (sum(wants) <= room) {
    const grows = columns.map((c) => c.grows ?? 0);
    const all = sum(grows);
    const spare = room - sum(wants);
    return wants.map((w, k) => w + (all > 0 ? (spare * grows[k]) / all : k === columns.length - 1 ? spare : 0));
  }
  // figures keep their width; texts give way, down to their widest word, and no column takes all
  const fixed = columns.map((c, k) => {
    const own = Math.max(...rows.map((row) => row[k]?.width ?? 0), heads[k].least) + 0.5;
    return c.align === 'right' || c.align === 'middle' ? Math.min(own, 0.3 * room) : Math.min(least[k], 0.5 * room);
  });
  const over = sum(fixed);
  if (over >= room) return fixed.map((w) => (w * room) / over);
  const needs = columns.map((_, k) => Math.max(0, wants[k] - fixed[k]));
  return fixed.map((w, k) => w + ((room - over) * needs[k]) / (sum(needs) || 1));
}

export function tableSlabs(block: BlockOf<'table'>, width: number): Slab[] {
  const { columns, rows } = block;
  const heads = columns.map((c) => {
    const flow = c.tex ? addSymbol(new Flow(), c.tex, TABLE, true) : new Flow();
    if (c.head) flow.add(c.head, { size: TABLE, bold: true });
    return c.unit ? flow.add(` ${c.unit}`, { size: TABLE, color: QUIET }) : flow;
  });
  const cells = rows.map((r) => r.cells.map((cell) => flowOf(cell, { size: TABLE, bold: r.sum })));
  const widths = widthsOf(columns, heads, cells, width);
  const starts = widths.map((_, k) => widths.slice(0, k).reduce((a, b) => a + b + PAD, 0));
  const setRow = (flows: readonly Flow[]): ReturnType<typeof setText>[] =>
    flows.map((f, k) => setText(f, widths[k], TABLE, columns[k].align));
  const top = setRow(heads);
  const headHigh = Math.max(...top.map((s) => s.height)) + 4;
  const title = block.titled ? headingSlab(block.title, width) : gapOf(3);
  const head: Slab = {
    height: title.height + headHigh,
    draw: (paper, x, y) => {
      title.draw(paper, x, y);
      top.forEach((s, k) => s.draw(paper, x + starts[k], y + title.height + headHigh - 3 - s.height));
      rule(paper, x, y + title.height + headHigh - 0.6, width, 0.9);
    },
    keepsNext: true,
  };
  const body = rows.map((r, j): Slab => {
    const sets = setRow(cells[j]);
    const height = Math.max(TABLE, ...sets.map((s) => s.height)) + 3.4;
    return {
      height,
      head,
      draw: (paper, x, y) => {
        if (r.worked !== undefined) paper.addNamedDestination(`w${r.worked}`, 'XYZ', x, y, null);
        if (r.marked) paper.rect(x, y, width, height).fillColor('#e9e9e9').fill();
        sets.forEach((s, k) => s.draw(paper, x + starts[k], y + 1.9));
        if (r.sum) rule(paper, x, y, width, 0.9);
        rule(
          paper,
          x,
          y + height,
          width,
          r.sum || j === rows.length - 1 ? 0.9 : 0.4,
          r.sum || j === rows.length - 1 ? INK : FAINT,
        );
      },
    };
  });
  return [head, ...body, gapOf(6)];
}
