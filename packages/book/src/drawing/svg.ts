// A drawing as SVG. Everything is an attribute: it looks the same in a page, in a file of its own and in a PDF.
import type { Drawing, Ink, Mark, Spot, Stroke } from './drawing.ts';

/** Colours: ink and one blue that turns dark grey where there is no colour. */
const INKS: Readonly<Record<Ink, string>> = {
  ink: '#111111',
  grey: '#5a5a5a',
  faint: '#b4b4b4',
  water: '#2f6f95',
  paper: '#ffffff',
};
const MM_A_POINT = 25.4 / 72;

/** Which font writes a mark's words. */
export type SvgFonts = (mark: Extract<Mark, { kind: 'words' }>) => string;
const WEB_FONTS: SvgFonts = ({ figure }) =>
  figure
    ? "'Book Figure', 'Atkinson Hyperlegible Mono Variable', monospace"
    : "'Book Text', 'Atkinson Hyperlegible Next Variable', sans-serif";

export const escaped = (text: string): string =>
  text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');

const number = (value: number): string => String(Math.round(value * 1000) / 1000);

function strokeOf(stroke: Stroke | null | undefined): string {
  if (stroke === null || stroke === undefined) return 'stroke="none"';
  const { ink = 'ink', width = 0.25, dash } = stroke;
  return `stroke="${INKS[ink]}" stroke-width="${number(width)}"${dash ? ` stroke-dasharray="${dash.join(' ')}"` : ' stroke-linejoin="round"'}`;
}

const pathOf = (points: readonly Spot[]): string =>
  points.map(([x, y], k) => `${k === 0 ? 'M' : 'L'}${number(x)} ${number(y)}`).join('');

function mark(m: Mark, fonts: SvgFonts): string {
  switch (m.kind) {
    case 'path': {
      return `<path d="${pathOf(m.points)}${m.closed ? 'Z' : ''}" fill="${m.fill ? INKS[m.fill] : 'none'}" ${strokeOf(m.stroke)}/>`;
    }
    case 'strokes':
      return m.strokes.length === 0
        ? ''
        : `<path d="${m.strokes.map(pathOf).join('')}" fill="none" ${strokeOf(m.stroke)}/>`;
    case 'circle':
      return `<circle cx="${number(m.at[0])}" cy="${number(m.at[1])}" r="${number(m.radius)}" fill="${m.fill ? INKS[m.fill] : 'none'}" ${strokeOf(m.stroke)}/>`;
    default: {
      const size = m.size ?? 3.1;
      return `<text x="${number(m.at[0])}" y="${number(m.at[1])}" font-family="${fonts(m)}" font-size="${number(size)}"${m.strong ? ' font-weight="700"' : ''} text-anchor="${m.align ?? 'start'}" fill="${INKS[m.ink ?? 'ink']}">${escaped(m.text)}</text>`;
    }
  }
}

/** @param options `unit` of its outer size: mm for a page, points for a PDF */
export function svgOf(drawing: Drawing, options: { fonts?: SvgFonts; unit?: 'mm' | 'pt' } = {}): string {
  const { fonts = WEB_FONTS, unit = 'mm' } = options;
  const [w, h] =
    unit === 'mm' ? [drawing.width, drawing.height] : [drawing.width / MM_A_POINT, drawing.height / MM_A_POINT];
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${number(w)}${unit === 'mm' ? 'mm' : ''}" height="${number(h)}${unit === 'mm' ? 'mm' : ''}" viewBox="0 0 ${number(drawing.width)} ${number(drawing.height)}"${unit === 'mm' ? ` role="img" aria-label="${escaped(drawing.title)}"` : ''}>`,
    ...drawing.marks.map((m) => mark(m, fonts)),
    '</svg>',
  ].join('');
}
