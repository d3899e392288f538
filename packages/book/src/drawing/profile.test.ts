// Scales are whole ratios as large as the paper allows, and a line drawn to its scale measures what it is long.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bookOf } from '../book/index.ts';
import { drawingsOf } from '../model/index.ts';
import { DEMOS, demo } from '../read.testdata.ts';
import { scaleFor, stepsOf, svgOf, widthOf } from './index.ts';

describe('a scale', () => {
  it.each([
    [382, 153, 2500],
    [382, 152, 3000],
    [10, 100, 100],
    [12.6, 74, 200],
    [0.4, 62, 8],
  ])('for %d m on %d mm is 1 : %d', (length, room, scale) => {
    expect(scaleFor(length, room)).toBe(scale);
  });
  it('always fits, and is never half as large as it might be', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 1e5, noNaN: true }),
        fc.double({ min: 20, max: 180, noNaN: true }),
        (length, room) => {
          const drawn = (length * 1000) / scaleFor(length, room);
          expect(drawn).toBeLessThanOrEqual(room * (1 + 1e-9));
          expect(drawn).toBeGreaterThan(room * 0.49);
        },
      ),
    );
  });
});

it('steps of an axis are round and within it', () => {
  expect(stepsOf(731.2, 744.6, 7)).toEqual([732, 734, 736, 738, 740, 742, 744]);
  expect(stepsOf(0, 2020, 5)).toEqual([0, 500, 1000, 1500, 2000]);
});

it('a line of 382 m at the scale that is stated is 382 m on the paper', () => {
  const plan = demo('ousel-bank');
  const line = plan.lines.find((l) => Math.abs(l.legs.reduce((s, g) => s + g.lengthM, 0) - 382) < 1e-6);
  const drawing = drawingsOf(bookOf(plan, { units: 'metric', today: '2026-09-18' })).find(
    (d) => d.drawing.name === `line-${line?.id}`,
  )?.drawing;
  const says = drawing?.marks
    .flatMap((m) => (m.kind === 'words' ? [m.text] : []))
    .find((t) => t.startsWith('Lengths 1 : '));
  const scale = Number(says?.match(/Lengths 1 : ([\d,]+)/)?.[1].replace(/,/g, ''));
  // the pipe is the thickest line
  const pipe = drawing?.marks.find((m) => m.kind === 'path' && m.stroke?.width === 0.8);
  if (pipe?.kind !== 'path') throw new Error('no pipe');
  const long = pipe.points[pipe.points.length - 1][0] - pipe.points[0][0];
  expect((long * scale) / 1000).toBeCloseTo(382, 6);
  // and the bar of 50 mm is one
  const bar = drawing?.marks.find(
    (m) => m.kind === 'path' && m.points.length === 4 && !m.closed && m.points[2][0] - m.points[0][0] === 50,
  );
  expect(bar).toBeDefined();
});

it('names in a drawing are text, not marks of SVG', () => {
  const svg = svgOf({
    name: 'x',
    title: '<a> & "b"',
    width: 10,
    height: 5,
    marks: [{ kind: 'words', at: [1, 2], text: '</text><script>' }],
  });
  expect(svg).not.toContain('<script>');
  expect(svg).toContain('aria-label="&lt;a&gt; &amp; &quot;b&quot;"');
  expect(svg).toContain('width="10mm"');
});

it.each(DEMOS)('%s: no words of a line in section stand under a flag', (name) => {
  for (const { drawing } of drawingsOf(bookOf(demo(name), { units: 'metric', today: '2026-09-18' }))) {
    if (!drawing.name.startsWith('line-')) continue;
    const flags = drawing.marks.flatMap((m) =>
      m.kind === 'path' && m.closed && m.points.length === 5 && m.fill === 'paper' ? [m.points.map(([px]) => px)] : [],
    );
    const standing = drawing.marks.find((m) => m.kind === 'words' && m.text === 'standing line, all shut');
    if (standing?.kind !== 'words') continue;
    const half = widthOf(standing.text, standing.size) / 2;
    for (const xs of flags)
      expect(
        standing.at[0] + half < Math.min(...xs) || standing.at[0] - half > Math.max(...xs),
        `${drawing.name}: ${standing.at[0]} beside ${Math.min(...xs)} to ${Math.max(...xs)}`,
      ).toBe(true);
  }
});
