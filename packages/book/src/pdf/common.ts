// What blocks of the PDF share: measures, rules, headings.
import { setText, plainFlow, INK, type Paper } from './text.ts';
import type { Slab } from './slabs.ts';

export const MM = 72 / 25.4;
export const FAINT = '#c4c4c4';
export const TEXT = 9.5;
export const TABLE = 8.5;
/** Between columns, points. */
export const PAD = 5;

/** A line across. */
export const rule = (paper: Paper, x: number, y: number, width: number, thick: number, color = INK): void => {
  paper
    .moveTo(x, y)
    .lineTo(x + width, y)
    .lineWidth(thick)
    .strokeColor(color)
    .stroke();
};

export function headingSlab(text: string, width: number): Slab {
  const set = setText(plainFlow(text, { size: 11.5, use: 'head', bold: true }), width, 11.5);
  return { height: set.height + 11, draw: (paper, x, y) => set.draw(paper, x, y + 8), keepsNext: true };
}
