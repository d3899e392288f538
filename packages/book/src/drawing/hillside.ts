// The whole hillside on the cover: the main way down with what hangs on it, true to its heights, lengths to scale.
import type { Section } from '@vernal-slope/display/section';
import {
  cutTo,
  hatch,
  line,
  onWhite,
  SMALL,
  words,
  box,
  uprights,
  type Drawing,
  type Mark,
  type Spot,
} from './drawing.ts';
import { scaleFor, SHEET_WIDTH, stepsOf } from './profile.ts';

export interface HillsideAsked {
  readonly section: Section;
  readonly title: string;
  readonly name: (id: string) => string;
  readonly unit: { readonly size: number; readonly symbol: string };
}

/** Draws it; undefined where there is nothing that has a place along a way. */
export function hillsideDrawing({ section: s, title, name, unit }: HillsideAsked): Drawing | undefined {
  if (s.strips.length === 0) return undefined;
  const [left, right, top] = [20, 8, 14];
  const [x0, x1] = s.x;
  const [z0, z1] = s.z;
  const lengths = scaleFor(x1 - x0, SHEET_WIDTH - left - right);
  const pad = Math.max(0.03 * (z1 - z0), 0.2);
  const heights = scaleFor(z1 - z0 + 2 * pad, 74);
  const mm = (m: number): number => (m * 1000) / heights;
  const floor = top + mm(z1 - z0 + 2 * pad);
  const x = (m: number): number => left + ((m - x0) * 1000) / lengths;
  const y = (z: number): number => floor - mm(z - z0 + pad);
  const spot = (p: { x: number; z: number }): Spot => [x(p.x), y(p.z)];
  const marks: Mark[] = [];
  stepsOf((z0 - pad) / unit.size, (z1 + pad) / unit.size, 7).forEach((v, k, all) => {
    const at = y(v * unit.size);
    if (at > floor || at < top - 1) return;
    marks.push(
      line(
        [
          [left - 8, at],
          [SHEET_WIDTH, at],
        ],
        { ink: 'faint', width: 0.12 },
      ),
      words([left - 9, at + 1], `${v.toLocaleString('en')}${k === all.length - 1 ? ` ${unit.symbol}` : ''}`, {
        align: 'end',
        size: SMALL,
      }),
    );
  });
  for (const b of s.behind) {
    marks.push(line(b.ground.map(spot), { ink: 'grey', width: 0.15 }));
    marks.push(line(b.pipe.map(spot), { ink: 'grey', width: 0.35 }));
  }
  marks.push(
    ...hatch(
      s.strips.flatMap((strip) => strip.ground.map(spot)),
      floor,
      2.6,
    ),
  );
  for (const strip of s.strips) {
    const running = strip.running.filter((r) => Number.isFinite(r.line));
    if (strip.flows && running.length > 1)
      marks.push(
        ...uprights(
          running.map((r): Spot => [x(r.x), y(r.line)]),
          running.map((r): Spot => [x(r.x), y(Math.min(r.pipe, r.line))]),
        ),
        line(
          running.map((r): Spot => [x(r.x), y(r.line)]),
          { ink: 'water', width: 0.3 },
        ),
      );
    marks.push(line(strip.ground.map(spot), { width: 0.25 }), line(strip.pipe.map(spot), { width: 0.8 }));
  }
  for (const v of s.vessels) {
    const wide = 6;
    const at = v.side === 'start' ? x(v.x) - wide : v.side === 'end' ? x(v.x) : x(v.x) - wide / 2;
    const leftAt = Math.max(left - 7, Math.min(SHEET_WIDTH - wide, at));
    const [rim, foot, level] = [y(v.floor + v.height), y(v.floor), y(v.floor + v.level)];
    marks.push(
      box(leftAt, level, wide, foot - level, 'faint', null),
      line(
        [
          [leftAt, rim],
          [leftAt, foot],
          [leftAt + wide, foot],
          [leftAt + wide, rim],
        ],
        { width: 0.45 },
      ),
    );
    if (v.floor > v.ground + 0.02)
      marks.push(
        line(
          [
            [leftAt + 1, foot],
            [leftAt + 1, y(v.ground)],
          ],
          { width: 0.4 },
        ),
        line(
          [
            [leftAt + wide - 1, foot],
            [leftAt + wide - 1, y(v.ground)],
          ],
          { width: 0.4 },
        ),
      );
  }
  // names over the places, in rows so that none covers another
  const named = [
    ...s.places.map((p) => ({ id: p.id, x: p.x, z: p.z, behind: false })),
    ...s.behind.flatMap((b) => (b.end ? [{ id: b.end.id, x: b.end.x, z: b.end.z, behind: true }] : [])),
  ]
    .filter((p, k, all) => all.findIndex((q) => q.id === p.id) === k)
    .sort((a, b) => a.x - b.x)
    .slice(0, 28);
  const rows: { from: number; to: number; row: number }[] = [];
  for (const p of named) {
    const text = cutTo(name(p.id), 34);
    const wide = text.length * 1.55 + 1.5;
    const px = Math.max(left - 7 + wide / 2, Math.min(SHEET_WIDTH - wide / 2, x(p.x)));
    const over = Math.min(y(p.z), ...s.vessels.filter((v) => v.id === p.id).map((v) => y(v.floor + v.height)));
    let at = over - 3.4;
    // upwards until it stands free
    for (let tries = 0; tries < 14; tries++) {
      const hit = rows.find((r) => r.from < px + wide / 2 && r.to > px - wide / 2 && Math.abs(r.row - at) < 3.8);
      if (!hit) break;
      at = hit.row - 3.9;
    }
    if (at < 2) continue;
    rows.push({ from: px - wide / 2, to: px + wide / 2, row: at });
    marks.push(
      line(
        [
          [x(p.x), over],
          [x(p.x), at + 0.8],
        ],
        { width: 0.15 },
      ),
      ...onWhite([px, at], text, { align: 'middle', size: SMALL, strong: !p.behind }),
    );
  }
  const foot = floor + 5;
  marks.push(
    words(
      [0, foot],
      `Lengths 1 : ${lengths.toLocaleString('en')}, heights 1 : ${heights.toLocaleString('en')}; widths of vessels free`,
      {
        size: SMALL,
        strong: true,
      },
    ),
    words([SHEET_WIDTH, foot], 'thick: pipe; strokes: water over it under pressure', { size: SMALL, align: 'end' }),
  );
  return { name: 'hillside', title, width: SHEET_WIDTH, height: foot + 2, marks };
}
