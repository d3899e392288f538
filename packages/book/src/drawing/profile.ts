// A line in section on paper: ground, pipe, running and standing water, its vessels and pegs, to a stated scale.
import { gradePoints, type LineGeometry, type LineProfile } from '@vernal-slope/core/profile';
import {
  area,
  cutTo,
  box,
  hatch,
  line,
  onWhite,
  SMALL,
  TYPE,
  uprights,
  widthOf,
  words,
  type Drawing,
  type Mark,
  type Spot,
} from './drawing.ts';

/** Width of every drawing that spans a sheet, mm: it fits A4 and Letter. */
export const SHEET_WIDTH = 182;
const LEFT = 22;
const RIGHT = 7;
/** Room for heights, mm; of a line with many pegs less, for its table takes more of the sheet. */
const TALL = 50;
const LEAST_TALL = 36;
const tallFor = (legs: number): number => Math.max(LEAST_TALL, TALL - 3.5 * Math.max(0, legs - 4));
const HEAD = 8;
const PEGS = 15;
const FOOT = 9;
/** Room for the name of an end, mm. */
const NAME = 78;
/** The bar that tells whether a sheet was printed at its size: 50 mm, or 2 in, mm. */
const BARS = { mm: 50, inches: 50.8 } as const;

/** Ratios that a scale may have. */
const STEPS = [1, 1.25, 1.5, 2, 2.5, 3, 4, 5, 6, 7.5, 8, 10];
/**
 * The scale at which a length fits: a whole ratio, as large as it can be.
 * @param length m @param room mm of paper @returns N of 1 : N
 */
export function scaleFor(length: number, room: number): number {
  const least = (Math.max(length, 1e-6) * 1000) / room;
  const power = 10 ** Math.floor(Math.log10(least));
  const step = STEPS.find((s) => s * power >= least - 1e-9) ?? 10;
  return Math.max(1, Math.ceil(Number((step * power).toPrecision(6))));
}

/** Round steps of an axis, in its own unit. */
export function stepsOf(from: number, to: number, most: number): number[] {
  const span = Math.max(to - from, 1e-9);
  const power = 10 ** Math.floor(Math.log10(span / most));
  const step = power * ([1, 2, 5, 10].find((s) => span / (s * power) <= most) ?? 10);
  const steps: number[] = [];
  for (let k = Math.ceil(from / step - 1e-9); k * step <= to + step * 1e-6; k++)
    steps.push(Number((k * step).toPrecision(10)));
  return steps;
}

export interface ProfileEnd {
  readonly name: string;
  /** Second line under its name. */
  readonly says?: string;
  /** Vessel to draw: m above datum. */
  readonly vessel?: { readonly floor: number; readonly height: number; readonly level: number };
}

export interface ProfileAsked {
  readonly name: string;
  readonly title: string;
  readonly geometry: LineGeometry;
  readonly profile: LineProfile & { readonly flow: number; readonly staticGrade: readonly number[] };
  /** False where nothing was worked out: ground and pipe alone. */
  readonly solved: boolean;
  readonly from: ProfileEnd;
  readonly to: ProfileEnd;
  /** Flags at stations. */
  readonly flags: readonly { readonly station: number; readonly words: string }[];
  /** One unit of the axes in m, and what it is called: m, ft. */
  readonly unit: { readonly size: number; readonly symbol: string };
  /** Writes a length along the line, without its unit. */
  readonly along: (m: number) => string;
}

export interface ProfileDrawn {
  readonly drawing: Drawing;
  /** N of 1 : N. */
  readonly lengths: number;
  readonly heights: number;
}

const STANDING = 'standing line, all shut';
/** How far a flag's tail stands out, and what words keep from it, mm. */
const NOTCH = 2.4;
/** Shares of a line's length at which words over it may stand, the best first. */
const SPOTS = [0.62, 0.75, 0.5, 0.84, 0.38, 0.25];
/** Middle of words that no flag stands in the way of; the best where all have one. @param wide mm */
function clearOf(flagged: readonly (readonly [number, number])[], wide: number, at: (share: number) => number): number {
  const free = SPOTS.map(at).find((mid) => flagged.every(([from, to]) => mid + wide / 2 < from || mid - wide / 2 > to));
  return free ?? at(SPOTS[0]);
}

/** Draws it. */
export function profileDrawing(asked: ProfileAsked): ProfileDrawn {
  const { geometry: g, profile: p, solved } = asked;
  const length = g.chainage[g.chainage.length - 1];
  const lengths = scaleFor(length, SHEET_WIDTH - LEFT - RIGHT);
  const running = solved ? gradePoints(g, p, p.flow) : [];
  const standing = solved ? p.staticGrade.filter(Number.isFinite) : [];
  const vessels = [asked.from.vessel, asked.to.vessel].flatMap((v) => (v ? [v.floor, v.floor + v.height] : []));
  const heights = [...g.ground, ...g.pipe, ...running.map((r) => r.grade), ...standing, ...vessels];
  const [low, high] = [Math.min(...heights), Math.max(...heights)];
  const pad = Math.max(0.04 * (high - low), 0.15);
  const scaleZ = scaleFor(high - low + 2 * pad, tallFor(g.chainage.length - 1));
  const mm = (m: number): number => (m * 1000) / scaleZ;
  const tall = Math.max(24, mm(high - low + 2 * pad));
  const floorY = HEAD + tall;
  const x = (m: number): number => LEFT + (m * 1000) / lengths;
  const y = (z: number): number => floorY - mm(z - low + pad);
  const end = x(length);
  const ground = g.chainage.map((c, k): Spot => [x(c), y(g.ground[k])]);
  const pipe = g.chainage.map((c, k): Spot => [x(c), y(g.pipe[k])]);
  const marks: Mark[] = [];
  // heights across
  const { size, symbol } = asked.unit;
  const axis = stepsOf((low - pad) / size, (high + pad) / size, 7);
  axis.forEach((v, k) => {
    const at = y(v * size);
    if (at < HEAD - 1 || at > floorY) return;
    marks.push(
      line(
        [
          [LEFT - 8, at],
          [SHEET_WIDTH, at],
        ],
        { ink: 'faint', width: 0.12 },
      ),
    );
    marks.push(
      words([LEFT - 9, at + 1], `${v.toLocaleString('en')}${k === axis.length - 1 ? ` ${symbol}` : ''}`, {
        align: 'end',
        size: SMALL,
      }),
    );
  });
  // ground
  marks.push(...hatch(ground, floorY));
  if (running.length > 1) {
    const top = running.map((r): Spot => [x(r.chainage), y(r.grade)]);
    const under = running.map((r): Spot => [x(r.chainage), y(Math.min(r.pipe, r.grade))]);
    marks.push(...uprights(top, under));
  }
  marks.push(line(ground, { width: 0.25 }));
  marks.push(line(pipe, { width: 0.8 }));
  if (standing.length > 1)
    marks.push(
      line(
        g.chainage.flatMap((c, k): Spot[] => (Number.isFinite(p.staticGrade[k]) ? [[x(c), y(p.staticGrade[k])]] : [])),
        { width: 0.3, dash: [0.8, 0.8] },
      ),
    );
  if (running.length > 1)
    marks.push(
      line(
        running.map((r): Spot => [x(r.chainage), y(r.grade)]),
        { width: 0.35, ink: 'water' },
      ),
    );
  // vessels: their widths are free
  const vessel = (v: NonNullable<ProfileEnd['vessel']>, left: number, wide: number): void => {
    const [top, bottom, level] = [y(v.floor + v.height), y(v.floor), y(v.floor + v.level)];
    marks.push(box(left, level, wide, bottom - level, 'paper', null));
    for (let at = level + 0.7; at < bottom; at += 1.1)
      marks.push(
        line(
          [
            [left + 0.8, at],
            [left + wide - 0.8, at],
          ],
          { ink: 'water', width: 0.14 },
        ),
      );
    marks.push(
      line(
        [
          [left, level],
          [left + wide, level],
        ],
        { ink: 'water', width: 0.3 },
      ),
    );
    marks.push(
      line(
        [
          [left, top],
          [left, bottom],
          [left + wide, bottom],
          [left + wide, top],
        ],
        { width: 0.5 },
      ),
    );
  };
  if (asked.from.vessel) vessel(asked.from.vessel, x(0) - 7, 7);
  if (asked.to.vessel) vessel(asked.to.vessel, Math.min(end, SHEET_WIDTH - 7), 6.5);
  // names over the ends
  const over = (zs: readonly number[]): number => Math.max(HEAD - 4, Math.min(...zs.map(y)) - 2.2);
  const nameAt = (e: ProfileEnd, at: number, side: 'start' | 'end', top: number): void => {
    if (e.says) {
      marks.push(...onWhite([at, top - 3.4], cutTo(e.name, NAME), { strong: true, align: side }));
      marks.push(...onWhite([at, top], e.says, { align: side, size: SMALL }));
    } else marks.push(...onWhite([at, top], cutTo(e.name, NAME), { strong: true, align: side }));
  };
  const tops = (station: number, v: ProfileEnd['vessel']): number[] => [
    g.ground[station],
    g.pipe[station],
    ...(solved ? [p.grade[station], ...(Number.isFinite(p.staticGrade[station]) ? [p.staticGrade[station]] : [])] : []),
    ...(v ? [v.floor + v.height] : []),
  ];
  nameAt(asked.from, x(0) - (asked.from.vessel ? 7 : 0), 'start', over(tops(0, asked.from.vessel)));
  nameAt(asked.to, SHEET_WIDTH - 2, 'end', over(tops(g.chainage.length - 1, asked.to.vessel)));
  // flags, and where they stand along the sheet
  const flagged: [from: number, to: number][] = [];
  for (const f of asked.flags) {
    const [px, py] = [
      x(g.chainage[f.station]),
      Math.min(y(g.ground[f.station]), solved ? y(p.grade[f.station]) : floorY),
    ];
    const wide = widthOf(f.words, TYPE, true) + 4;
    const back = px + wide + 2 > SHEET_WIDTH;
    const top = Math.max(3, py - 14);
    const left = back ? px - wide : px;
    marks.push(
      line(
        [
          [px, py],
          [px, top],
        ],
        { width: 0.3 },
      ),
    );
    marks.push(
      area(
        back
          ? [
              [left - 1.4, top],
              [px, top],
              [px, top + 4.6],
              [left - 1.4, top + 4.6],
              [left, top + 2.3],
            ]
          : [
              [px, top],
              [px + wide + 1.4, top],
              [px + wide, top + 2.3],
              [px + wide + 1.4, top + 4.6],
              [px, top + 4.6],
            ],
        'paper',
        { width: 0.3 },
      ),
    );
    marks.push(words([left + wide / 2, top + 3.4], f.words, { strong: true, align: 'middle' }));
    flagged.push([left - NOTCH, left + wide + NOTCH]);
  }
  if (standing.length > 1) {
    const k = Math.floor(g.chainage.length / 2);
    const at = y(p.staticGrade[k]);
    const room = Math.min(...g.ground.map(y)) - at;
    if (room > 4 || at > HEAD)
      marks.push(
        ...onWhite([clearOf(flagged, widthOf(STANDING, SMALL), (share) => x(length * share)), at - 1], STANDING, {
          size: SMALL,
          align: 'middle',
        }),
      );
  }
  // pegs: those that have no room are ticks
  let last = -Infinity;
  let lastText = -Infinity;
  const count = g.chainage.length;
  g.chainage.forEach((c, k) => {
    const px = x(c);
    marks.push(
      line(
        [
          [px, pipe[k][1]],
          [px, floorY + 2],
        ],
        { width: 0.15, dash: [0.9, 0.7] },
      ),
    );
    const least = k === count - 1 ? 0 : 5.2;
    const next = x(g.chainage[count - 1]);
    if (px - last < 5.2 || (k < count - 1 && next - px < least)) {
      marks.push(
        line(
          [
            [px, floorY + 2],
            [px, floorY + 3.4],
          ],
          { width: 0.2 },
        ),
      );
      return;
    }
    last = px;
    marks.push(box(px - 2.3, floorY + 2, 4.6, 4.6, 'paper', { width: 0.35 }));
    marks.push(words([px, floorY + 5.3], String(k), { align: 'middle', strong: true, size: SMALL }));
    const text = asked.along(c);
    const half = widthOf(text, SMALL) / 2;
    if (px - half > lastText + 1) {
      marks.push(words([px, floorY + 10.6], text, { align: 'middle', size: SMALL }));
      lastText = px + half;
    }
  });
  marks.push(
    words([0, floorY + 5.4], 'peg', { strong: true, size: SMALL }),
    words([0, floorY + 10.6], `${symbol} along`, { size: SMALL }),
  );
  // the scale, and a bar to see whether the paper was printed at its size
  const foot = floorY + PEGS;
  const bar = symbol === 'ft' ? BARS.inches : BARS.mm;
  const ratio = (n: number): string => `1 : ${n.toLocaleString('en')}`;
  marks.push(
    words([0, foot + 3], `Lengths ${ratio(lengths)}, heights ${ratio(scaleZ)}`, { strong: true, size: SMALL }),
    words([SHEET_WIDTH - bar - 4, foot + 3], `${symbol === 'ft' ? '2 in' : '50 mm'} on paper, at full size`, {
      size: SMALL,
      align: 'end',
    }),
    line(
      [
        [SHEET_WIDTH - bar - 2, foot + 1.6],
        [SHEET_WIDTH - bar - 2, foot + 3.4],
        [SHEET_WIDTH - 2, foot + 3.4],
        [SHEET_WIDTH - 2, foot + 1.6],
      ],
      { width: 0.3 },
    ),
    line(
      [
        [SHEET_WIDTH - bar / 2 - 2, foot + 2.4],
        [SHEET_WIDTH - bar / 2 - 2, foot + 3.4],
      ],
      { width: 0.3 },
    ),
  );
  return {
    drawing: { name: asked.name, title: asked.title, width: SHEET_WIDTH, height: foot + FOOT - 3, marks },
    lengths,
    heights: scaleZ,
  };
}
