// A stand on paper, front and side to a stated scale, with its measures.
import { area, box, line, SMALL, words, type Drawing, type Mark } from './drawing.ts';
import type { Elevation, ShapeOf } from './elevation.ts';
import { scaleFor, SHEET_WIDTH } from './profile.ts';

const FILLED: readonly ShapeOf[] = ['footing', 'pier', 'water'];

/** @param text writes a measure */
export function standDrawing(
  name: string,
  title: string,
  faces: readonly [Elevation, Elevation],
  text: (m: number) => string,
): Drawing {
  const width = faces.reduce((sum, f) => sum + (f.right - f.left), 0);
  const tall = Math.max(...faces.map((f) => f.top - f.bottom));
  const scale = Math.max(scaleFor(width, SHEET_WIDTH - 80), scaleFor(tall, 105));
  const mm = (m: number): number => (m * 1000) / scale;
  const top = 6;
  const base = top + mm(Math.max(...faces.map((f) => f.top)));
  const y = (z: number): number => base - mm(z);
  const marks: Mark[] = [];
  let left = 4;
  let bottom = base;
  faces.forEach((f, k) => {
    const x = (m: number): number => left + mm(m - f.left);
    marks.push(words([x((f.left + f.right) / 2), 3.4], k === 0 ? 'front' : 'side', { strong: true, align: 'middle' }));
    for (const s of f.strokes)
      marks.push(
        line(
          [
            [x(s.x1), y(s.y1)],
            [x(s.x2), y(s.y2)],
          ],
          { ink: 'grey', width: Math.max(0.4, mm(s.w)) },
        ),
        line(
          [
            [x(s.x1), y(s.y1)],
            [x(s.x2), y(s.y2)],
          ],
          { ink: 'paper', width: Math.max(0.1, mm(s.w) - 0.5) },
        ),
      );
    for (const b of f.boxes)
      marks.push(
        box(
          x(b.x),
          y(b.y + b.h),
          mm(b.w),
          mm(b.h),
          FILLED.includes(b.of) ? 'faint' : b.of === 'tank' ? undefined : 'paper',
          b.of === 'water'
            ? null
            : { width: b.of === 'tank' ? 0.5 : 0.25, ...(b.of === 'short' ? { dash: [0.8, 0.6] } : {}) },
        ),
      );
    marks.push(
      line(
        [
          [left - 2, y(0)],
          [x(f.right) + 3, y(0)],
        ],
        { width: 0.5 },
      ),
    );
    for (const m of f.measures) {
      const out = 4 + m.row * 9;
      if (m.along === 'x') {
        const at = y(f.bottom) + out;
        bottom = Math.max(bottom, at + 4);
        marks.push(
          ...dimension([x(m.x1), at], [x(m.x2), at]),
          words([(x(m.x1) + x(m.x2)) / 2, at + 3.4], text(m.value), { size: SMALL, align: 'middle' }),
        );
      } else {
        const at = x(f.right) + out;
        marks.push(
          ...dimension([at, y(m.y1)], [at, y(m.y2)]),
          words([at + 1, (y(m.y1) + y(m.y2)) / 2 + 1], text(m.value), { size: SMALL }),
        );
      }
    }
    left = x(f.right) + 38;
  });
  const foot = bottom + 6;
  marks.push(words([0, foot], `Scale 1 : ${scale.toLocaleString('en')}`, { strong: true, size: SMALL }));
  return { name, title, width: SHEET_WIDTH, height: foot + 2, marks };
}

/** A line between two ticks. */
function dimension(a: readonly [number, number], b: readonly [number, number]): Mark[] {
  const flat = a[1] === b[1];
  const tick = ([px, py]: readonly [number, number]): Mark =>
    area(
      flat
        ? [
            [px - 0.1, py - 1],
            [px + 0.1, py - 1],
            [px + 0.1, py + 1],
            [px - 0.1, py + 1],
          ]
        : [
            [px - 1, py - 0.1],
            [px + 1, py - 0.1],
            [px + 1, py + 0.1],
            [px - 1, py + 0.1],
          ],
      'ink',
    );
  return [line([a, b], { width: 0.2 }), tick(a), tick(b)];
}
