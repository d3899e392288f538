// The PDF read back by another library (pdfjs-dist): all is there, in its place, with its fonts, on both papers and in both
// systems of units.
import { describe, expect, it } from 'vitest';
import type { Plan } from '@vernal-slope/plan/schema';
import { bookOf } from '../book/index.ts';
import { blocksOf, whole, type Block, type Book, type Run, type Runs } from '../model/index.ts';
import { demo, fontsIn, packed, readPdf, type ReadPage } from '../read.testdata.ts';
import { pdfOf } from './index.ts';
import { layOut, type Slab } from './slabs.ts';

const TODAY = '2026-09-18';

/** Every run of a block. */
function runsOf(block: Block): Run[] {
  const all = (list: readonly Runs[]): Run[] => list.flatMap((r) => whole(r));
  switch (block.kind) {
    case 'text':
      return all([block.text]);
    case 'list':
      return all(block.items);
    case 'table':
      return all(block.rows.flatMap((r) => r.cells));
    case 'pairs':
      return all(block.rows.map(([, value]) => value));
    case 'checks':
      return all(block.items.map((i) => i.text));
    case 'says':
      return all(block.said.map((s) => s.text));
    default:
      return [];
  }
}
const figuresOf = (book: Book): Run[] =>
  book.chapters
    .flatMap((c) => c.sheets.flatMap((s) => [...blocksOf(s.blocks)].flatMap(runsOf)))
    .filter((r) => r.figure);

/** Items that reach over the edge of their page. */
const outside = (pages: readonly ReadPage[]): string[] =>
  pages.flatMap((p, k) =>
    p.items
      .filter((i) => i.x < 0 || i.y < 0 || i.x + i.width > p.width + 0.5 || i.y + i.size > p.height)
      .map((i) => `page ${k + 1}: “${i.text}” at ${Math.round(i.x)}, ${Math.round(i.y)}`),
  );

describe.each([
  ['ousel-bank', 'metric', 'a4', [595.28, 841.89]],
  ['ousel-bank', 'us', 'letter', [612, 792]],
  ['bakehouse-yard', 'us', 'a4', [595.28, 841.89]],
  ['schoolyard-beds', 'metric', 'letter', [612, 792]],
] as const)('%s in %s units on %s', (name, units, paper, size) => {
  const plan = demo(name);
  const book = bookOf(plan, { units, paper, today: TODAY });
  const made = pdfOf(book);
  const read = made.then(readPdf);

  it('names every place and every line, and has every figure', async () => {
    const { pages, title } = await read;
    expect(title).toBe(`${plan.title}: the book`);
    const text = pages.map((p) => p.packed).join('');
    for (const thing of [...plan.nodes, ...plan.lines]) if (thing.name) expect(text).toContain(packed(thing.name));
    const figures = figuresOf(book);
    expect(figures.length).toBeGreaterThan(100);
    const missing = figures.filter((f) => !text.includes(packed(f.text)));
    expect(missing.map((f) => f.text)).toEqual([]);
  });
  it('has its paper, and nothing stands outside it', async () => {
    const { pages } = await read;
    for (const p of pages)
      expect([p.width, p.height]).toEqual([expect.closeTo(size[0], 1), expect.closeTo(size[1], 1)]);
    expect(outside(pages)).toEqual([]);
  });
  it('counts its pages at the foot, and its contents lead to where each sheet begins', async () => {
    const { pages } = await read;
    pages.forEach((p, k) => expect(p.packed).toContain(`page${k + 1}of${pages.length}`));
    const titles = book.chapters.slice(1).flatMap((c) => c.sheets.map((s) => s.title));
    let found = 0;
    // the contents stand on the first pages, after the cover
    for (const { items } of pages.slice(0, 3))
      for (const title of titles)
        for (const w of items.filter((i) => i.size < 12 && packed(i.text) === packed(title))) {
          // the entry's number stands at the right of its words, on their line
          const number = items.find(
            (i) => /^\d+$/.test(i.text) && Math.abs(i.y - w.y) < 3 && i.x > w.x && i.x - w.x < 270,
          );
          if (!number) continue;
          found++;
          // large type: the sheet's own title
          const large = pages[Number(number.text) - 1].items.filter((i) => i.size > 15);
          expect(packed(large.map((i) => i.text).join(''))).toMatch(
            new RegExp(`^${packed(title).replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}[()]*$`),
          );
        }
    expect(found).toBeGreaterThanOrEqual(titles.length * 0.8);
  });
  it('has a sheet a line in the walk', async () => {
    const { pages } = await read;
    const begins = plan.lines.map((_, k) =>
      pages.findIndex((p) => p.packed.includes(`line${k + 1}of${plan.lines.length},`)),
    );
    expect(begins).toEqual(begins.map((_, k) => begins[0] + k));
  });
  it('brings its fonts along', async () => {
    const { named, embedded } = fontsIn(await made);
    expect([...named].map((n) => n.replace(/^[A-Z]{6}\+/, '')).sort()).toEqual(
      expect.arrayContaining([
        'AtkinsonHyperlegibleMono-Regular',
        'AtkinsonHyperlegibleNext-Bold',
        'AtkinsonHyperlegibleNext-Regular',
        'Bitter-Bold',
      ]),
    );
    expect(embedded).toBe(named.size);
  });
});

it('a plan with nothing in it is a short book', async () => {
  const bare: Plan = { format: 'vernal-slope/plan', version: 1, title: 'Bare ground', nodes: [], lines: [] };
  const { pages } = await readPdf(await pdfOf(bookOf(bare, { units: 'us', paper: 'letter', today: TODAY })));
  expect(pages.length).toBeLessThan(8);
  expect(pages[0].packed).toContain('Nothingisinthisplanyet.');
  expect(outside(pages)).toEqual([]);
});

it('letters of other scripts are written by another font, and those that none has are boxes', async () => {
  const plan = { ...demo('tarn-foot'), title: 'Żółć Ωμέγα Родник 泉' };
  const { pages } = await readPdf(await pdfOf(bookOf(plan, { units: 'metric', today: TODAY })));
  expect(pages[0].packed).toContain('ŻółćΩμέγαРодник□');
});

it('words longer than a line stay on the paper', async () => {
  const plan = structuredClone(demo('tarn-foot'));
  plan.title = 'W'.repeat(190);
  for (const node of plan.nodes) node.name = `${'Quellwasserfassung'.repeat(9)}${node.id}`.slice(0, 200);
  for (const line of plan.lines) line.name = 'x'.repeat(200);
  const { pages } = await readPdf(await pdfOf(bookOf(plan, { units: 'metric', today: TODAY })));
  expect(outside(pages)).toEqual([]);
});

describe('pages', () => {
  const slab = (height: number, more: Partial<Slab> = {}): Slab => ({ height, draw: () => undefined, ...more });
  const places = (slabs: readonly Slab[], body: number): number[] => layOut(slabs, body).laid.map((l) => l.page);
  it('begin where nothing more has room', () => {
    expect(places([slab(60), slab(30), slab(20)], 100)).toEqual([1, 1, 2]);
  });
  it('take a heading along with what follows it', () => {
    expect(places([slab(70), slab(20, { keepsNext: true }), slab(20)], 100)).toEqual([1, 2, 2]);
  });
  it('repeat the head of a table that goes on', () => {
    const head = slab(10);
    const { laid } = layOut(
      [slab(85), { ...head, keepsNext: true }, ...[1, 2].map(() => slab(40, { head })), slab(60, { head })],
      100,
    );
    expect(laid.filter((l) => l.page === 3)[0].slab).toBe(head);
    expect(laid.map((l) => l.page)).toEqual([1, 2, 2, 2, 3, 3]);
  });
  it('a sheet opens one', () => {
    expect(places([slab(10), slab(10, { opens: true })], 100)).toEqual([1, 2]);
  });
});
