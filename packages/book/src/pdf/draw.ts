// Drawings in the PDF: marks in millimetres as lines and words.
import type { Ink, Mark } from '../drawing/index.ts';
import type { BlockOf } from '../model/index.ts';
import { MM } from './common.ts';
import { oneFamily, textWidth } from './fonts.ts';
import type { Slab } from './slabs.ts';
import { BLUE, drawWord, flowOf, INK, QUIET, setText, type Paper } from './text.ts';

const INKS: Readonly<Record<Ink, string>> = {
  ink: INK,
  grey: '#5a5a5a',
  faint: '#b4b4b4',
  water: BLUE,
  paper: '#ffffff',
};

function drawMark(paper: Paper, m: Mark, x: number, y: number, scale: number): void {
  const at = (p: readonly [number, number]): [number, number] => [x + p[0] * scale, y + p[1] * scale];
  const stroke = (s: { ink?: Ink; width?: number; dash?: readonly number[] }): void => {
    paper.lineWidth((s.width ?? 0.25) * scale).strokeColor(INKS[s.ink ?? 'ink']);
    if (s.dash) paper.dash(s.dash[0] * scale, { space: (s.dash[1] ?? s.dash[0]) * scale });
  };
  const trace = (points: readonly (readonly [number, number])[]): void => {
    points.forEach((p, k) => (k === 0 ? paper.moveTo(...at(p)) : paper.lineTo(...at(p))));
  };
  switch (m.kind) {
    case 'strokes':
      if (m.strokes.length === 0) return;
      m.strokes.forEach(trace);
      stroke(m.stroke);
      paper.stroke();
      if (m.stroke.dash) paper.undash();
      return;
    case 'path':
    case 'circle': {
      if (m.kind === 'circle') paper.circle(...at(m.at), m.radius * scale);
      else {
        trace(m.points);
        if (m.closed) paper.closePath();
      }
      if (m.fill) paper.fillColor(INKS[m.fill]);
      if (m.stroke) stroke(m.stroke);
      if (m.fill && m.stroke) paper.fillAndStroke();
      else if (m.fill) paper.fill();
      else if (m.stroke) paper.stroke();
      if (m.stroke?.dash) paper.undash();
      return;
    }
    default: {
      const size = (m.size ?? 3.1) * scale;
      const family = oneFamily(m.text, m.figure ? 'figure' : 'text');
      const wide = textWidth(m.text, family, size, m.strong);
      const [px, py] = at(m.at);
      const left = m.align === 'end' ? px - wide : m.align === 'middle' ? px - wide / 2 : px;
      drawWord(paper, { text: m.text, family, size, bold: m.strong ?? false, color: INKS[m.ink ?? 'ink'] }, left, py);
    }
  }
}

export function drawingSlab({ drawing, caption }: BlockOf<'drawing'>, width: number): Slab {
  const scale = Math.min(MM, width / drawing.width);
  const under = caption && setText(flowOf(caption, { size: 8, color: QUIET }), width, 8);
  const high = drawing.height * scale;
  return {
    height: high + 7 + (under ? under.height + 3 : 0),
    draw: (paper, x, y) => {
      paper.save();
      for (const m of drawing.marks) drawMark(paper, m, x, y + 4, scale);
      paper.restore();
      under?.draw(paper, x, y + 4 + high + 2);
    },
  };
}
