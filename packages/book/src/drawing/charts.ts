// Charts and cuts on paper: the year's water and need, a day in strips, tanks cut open, places at their heights.
import { stepsOf, SHEET_WIDTH } from './profile.ts';
import { box, cutTo, line, onWhite, SMALL, words, type Drawing, type Mark, type Spot } from './drawing.ts';

const across = (y: number, from: number, to: number): Mark =>
  line(
    [
      [from, y],
      [to, y],
    ],
    { ink: 'faint', width: 0.12 },
  );

export interface YearAsked {
  readonly title: string;
  readonly months: readonly string[];
  /** In the person's unit. */
  readonly given: readonly number[];
  readonly needed: readonly number[];
  readonly unit: string;
  /** Month of it, from 0, that stands out. */
  readonly tightest: number;
}

/** Columns of what is needed under a line of what comes. */
export function yearDrawing(asked: YearAsked): Drawing {
  const [left, top, high] = [22, 8, 52];
  const most = Math.max(...asked.given, ...asked.needed, 1e-9);
  const each = (SHEET_WIDTH - left) / 12;
  const y = (v: number): number => top + high * (1 - v / (most * 1.05));
  const floor = y(0);
  const marks: Mark[] = stepsOf(0, most, 5).flatMap((v, k, all) => [
    across(y(v), left, SHEET_WIDTH),
    words([left - 1.5, y(v) + 1], `${v.toLocaleString('en')}${k === all.length - 1 ? ` ${asked.unit}` : ''}`, {
      align: 'end',
      size: SMALL,
    }),
  ]);
  asked.needed.forEach((v, m) => {
    marks.push(box(left + m * each + 1.5, y(v), each - 3, floor - y(v), 'faint', { width: 0.2 }));
    marks.push(
      words([left + (m + 0.5) * each, floor + 4], asked.months[m], {
        align: 'middle',
        size: SMALL,
        strong: m === asked.tightest,
      }),
    );
  });
  const steps = asked.given.flatMap((v, m): Spot[] => [
    [left + m * each, y(v)],
    [left + (m + 1) * each, y(v)],
  ]);
  marks.push(line(steps, { ink: 'water', width: 0.7 }));
  marks.push(
    line(
      [
        [left, floor],
        [SHEET_WIDTH, floor],
      ],
      { width: 0.3 },
    ),
    line(
      [
        [left, 3],
        [left + 8, 3],
      ],
      { ink: 'water', width: 0.7 },
    ),
    words([left + 10, 4], 'what comes in a day', { size: SMALL }),
    box(left + 48, 1.4, 8, 3, 'faint', { width: 0.2 }),
    words([left + 58, 4], 'what is needed, with losses', { size: SMALL }),
  );
  return { name: 'year', title: asked.title, width: SHEET_WIDTH, height: floor + 6, marks };
}

export interface Strip {
  readonly name: string;
  readonly says: string;
  /** By moment; 0 to `most`. */
  readonly values: ArrayLike<number>;
  readonly most: number;
  /** A line across at this value: where it counts as full. */
  readonly full?: number;
  readonly level: boolean;
}

/** A day in strips: levels as water, flows as bars. */
export function stripsDrawing(
  name: string,
  title: string,
  times: ArrayLike<number>,
  start: number,
  strips: readonly Strip[],
): Drawing {
  const [left, top, high, gap] = [46, 6, 11, 3];
  const duration = times[times.length - 1] || 1;
  const x = (t: number): number => left + ((SHEET_WIDTH - left - 2) * t) / duration;
  const marks: Mark[] = [];
  const bottom = top + strips.length * (high + gap);
  for (let h = 0; h <= duration / 3600 + 1e-6; h += 3) {
    const clock = (start / 3600 + h) % 24;
    marks.push(
      line(
        [
          [x(h * 3600), top - 1],
          [x(h * 3600), bottom],
        ],
        { ink: 'faint', width: 0.12 },
      ),
      words([x(h * 3600), top - 2.2], `${String(Math.floor(clock)).padStart(2, '0')}:00`, {
        size: 2.4,
        align: h === 0 ? 'start' : h * 3600 >= duration - 1 ? 'end' : 'middle',
      }),
    );
  }
  strips.forEach((s, k) => {
    const floor = top + k * (high + gap) + high;
    const y = (v: number): number => floor - (high * Math.max(0, Math.min(s.most, v))) / Math.max(s.most, 1e-12);
    // one point a tenth of a millimetre is enough
    const points: Spot[] = [];
    let last = -1;
    for (let i = 0; i < times.length; i++) {
      const px = x(times[i]);
      if (
        i > 0 &&
        i < times.length - 1 &&
        px - last < 0.12 &&
        Math.abs(y(s.values[i]) - points[points.length - 1][1]) < 0.4
      )
        continue;
      points.push([px, y(s.values[i])]);
      last = px;
    }
    marks.push({
      kind: 'path',
      points: [[x(0), floor], ...points, [x(duration), floor]],
      closed: true,
      fill: s.level ? 'faint' : 'water',
      stroke: null,
    });
    marks.push(line(points, { ink: s.level ? 'ink' : 'water', width: 0.25 }));
    if (s.full !== undefined && s.full <= s.most)
      marks.push(
        line(
          [
            [x(0), y(s.full)],
            [x(duration), y(s.full)],
          ],
          { width: 0.15, dash: [0.8, 0.8] },
        ),
      );
    marks.push(
      line(
        [
          [x(0), floor],
          [x(duration), floor],
        ],
        { width: 0.2 },
      ),
      words([0, floor - high + 4], s.name.length > 24 ? `${s.name.slice(0, 23)}…` : s.name, {
        strong: true,
        size: SMALL,
      }),
      words([0, floor - high + 8], s.says, { size: 2.4, ink: 'grey' }),
    );
  });
  return { name, title, width: SHEET_WIDTH, height: bottom + 2, marks };
}

export interface CutPart {
  readonly from: number;
  readonly to: number;
  readonly usable: boolean;
  readonly words: string;
}

/** A vessel cut open, true to its heights: what can be used of it and what cannot. */
export function cutDrawing(
  name: string,
  title: string,
  height: number,
  parts: readonly CutPart[],
  level: number,
): Drawing {
  const [top, high, wide] = [3, 46, 30];
  const y = (z: number): number => top + high * (1 - Math.max(0, Math.min(height, z)) / Math.max(height, 1e-9));
  const marks: Mark[] = [];
  let last = -10;
  for (const p of parts) {
    marks.push(
      box(2, y(p.to), wide, y(p.from) - y(p.to), p.usable ? 'faint' : 'paper', { width: 0.15, dash: [0.8, 0.8] }),
    );
    const at = Math.max(last + 4.2, (y(p.from) + y(p.to)) / 2 + 1);
    marks.push(
      line(
        [
          [2 + wide, (y(p.from) + y(p.to)) / 2],
          [wide + 6, at - 1],
        ],
        { width: 0.15 },
      ),
      words([wide + 7, at], p.words, { size: SMALL, strong: p.usable }),
    );
    last = at;
  }
  marks.push(
    line(
      [
        [2, y(level)],
        [2 + wide, y(level)],
      ],
      { ink: 'water', width: 0.5 },
    ),
    line(
      [
        [2, top],
        [2, top + high],
        [2 + wide, top + high],
        [2 + wide, top],
      ],
      { width: 0.5 },
    ),
  );
  return { name, title, width: 110, height: Math.max(top + high, last) + 3, marks };
}

export interface Standing {
  readonly name: string;
  readonly says: string;
  /** m above datum: under it, its floor, its rim, its water. */
  readonly ground: number;
  readonly floor: number;
  readonly top: number;
  readonly level?: number;
}

/** Things side by side at their heights, heights to a stated scale, with a line of water through them where there is one. */
export function standingDrawing(
  name: string,
  title: string,
  things: readonly Standing[],
  line0: { readonly at: number; readonly words: string } | undefined,
  scale: number,
  more: readonly { readonly at: number; readonly words: string }[] = [],
): Drawing {
  const low = Math.min(...things.map((t) => Math.min(t.ground, t.floor)));
  const high = Math.max(...things.map((t) => t.top), line0?.at ?? -Infinity, ...more.map((m) => m.at));
  const mm = (m: number): number => (m * 1000) / scale;
  const top = 9;
  const floor = top + mm(high - low);
  const y = (z: number): number => floor - mm(z - low);
  const each = Math.min(34, (SHEET_WIDTH - 4) / things.length);
  const marks: Mark[] = [];
  things.forEach((t, k) => {
    const x = 2 + k * each;
    const wide = Math.max(4, each * 0.66);
    marks.push(
      line(
        [
          [x - 1, y(t.ground)],
          [x + wide + 1, y(t.ground)],
        ],
        { width: 0.5 },
      ),
    );
    if (t.floor > t.ground + 1e-6)
      marks.push(box(x + wide * 0.15, y(t.floor), wide * 0.7, y(t.ground) - y(t.floor), 'faint', { width: 0.2 }));
    if (t.level !== undefined && t.level > t.floor)
      marks.push(box(x, y(t.level), wide, y(t.floor) - y(t.level), 'faint', null));
    marks.push(
      line(
        [
          [x, y(t.top)],
          [x, y(t.floor)],
          [x + wide, y(t.floor)],
          [x + wide, y(t.top)],
        ],
        { width: 0.4 },
      ),
    );
    if (each > 12) {
      marks.push(
        words([x + wide / 2, floor + 5], cutTo(t.name, each - 1), { align: 'middle', size: SMALL, strong: true }),
      );
      marks.push(words([x + wide / 2, floor + 9], cutTo(t.says, each - 0.5, 2.4), { align: 'middle', size: 2.4 }));
    } else marks.push(words([x + wide / 2, floor + 5], String(k + 1), { align: 'middle', size: 2.4 }));
  });
  for (const m of line0 ? [line0, ...more] : more) {
    marks.push(
      line(
        [
          [0, y(m.at)],
          [SHEET_WIDTH - 2, y(m.at)],
        ],
        { ink: 'water', width: 0.35, dash: [1.6, 0.8] },
      ),
      ...onWhite([SHEET_WIDTH - 2, y(m.at) - 1.2], m.words, { align: 'end', size: SMALL }),
    );
  }
  marks.push(
    words([0, floor + 14], `Heights 1 : ${scale.toLocaleString('en')}; widths free`, { size: SMALL, strong: true }),
  );
  return { name, title, width: SHEET_WIDTH, height: floor + 16, marks };
}

export interface Bar {
  readonly name: string;
  readonly value: number;
  readonly text: string;
}

/** Bars under each other, each with its figure. */
export function barsDrawing(
  name: string,
  title: string,
  bars: readonly Bar[],
  wants?: { readonly value: number; readonly words: string },
): Drawing {
  const [left, each] = [52, 5.6];
  const most = Math.max(...bars.map((b) => b.value), wants?.value ?? 0, 1e-12);
  const x = (v: number): number => left + ((SHEET_WIDTH - left - 30) * Math.max(0, v)) / most;
  const marks: Mark[] = bars.flatMap((b, k): Mark[] => [
    words([left - 2, 4 + k * each], cutTo(b.name, left - 3), { align: 'end', size: SMALL }),
    box(left, 1 + k * each, Math.max(0.2, x(b.value) - left), each - 2, 'faint', { width: 0.2 }),
    words([x(b.value) + 1.5, 4 + k * each], b.text, { size: SMALL, figure: true }),
  ]);
  const bottom = bars.length * each + 1;
  if (wants)
    marks.push(
      line(
        [
          [x(wants.value), 0],
          [x(wants.value), bottom],
        ],
        { width: 0.3, dash: [0.9, 0.7] },
      ),
      words([x(wants.value), bottom + 3.2], wants.words, { align: 'middle', size: SMALL }),
    );
  return { name, title, width: SHEET_WIDTH, height: bottom + (wants ? 5 : 1), marks };
}

/** Flow of each emitter along a line as dots, first to last. */
export function dotsDrawing(
  name: string,
  title: string,
  values: readonly number[],
  texts: { readonly most: string; readonly least: string; readonly along: string },
): Drawing {
  const [left, top, high] = [24, 4, 34];
  const most = Math.max(...values, 1e-12);
  const y = (v: number): number => top + high * (1 - Math.max(0, v) / (most * 1.05));
  const x = (k: number): number => left + ((SHEET_WIDTH - left - 6) * (k + 0.5)) / Math.max(1, values.length);
  const least = Math.min(...values);
  const marks: Mark[] = [
    across(y(0), left, SHEET_WIDTH),
    across(y(most), left, SHEET_WIDTH),
    across(y(least), left, SHEET_WIDTH),
    words([left - 1.5, y(most) + 1], texts.most, { align: 'end', size: SMALL }),
    ...(y(least) - y(most) > 4 ? [words([left - 1.5, y(least) + 1], texts.least, { align: 'end', size: SMALL })] : []),
    words([left - 1.5, y(0) + 1], '0', { align: 'end', size: SMALL }),
    words([left, y(0) + 5], texts.along, { size: SMALL }),
  ];
  const step = Math.max(1, Math.ceil(values.length / 400));
  for (let k = 0; k < values.length; k += step)
    marks.push({
      kind: 'circle',
      at: [x(k), y(values[k])],
      radius: values.length > 120 ? 0.45 : 0.8,
      fill: 'ink',
      stroke: null,
    });
  return { name, title, width: SHEET_WIDTH, height: y(0) + 7, marks };
}
