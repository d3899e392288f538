// The book as PDF: its own fonts embedded, drawings as vectors, contents with pages, nothing cut by a page's edge.
import PDFDocument from 'pdfkit';
import type { Book, Chapter, Sheet } from '../model/index.ts';
import { footOf } from '../write/index.ts';
import { slabsOf } from './blocks.ts';
import { headingSlab, MM } from './common.ts';
import { faceBytes, FACES, type Family } from './fonts.ts';
import { gapOf, layOut, together, type Slab } from './slabs.ts';
import { flowOf, INK, plainFlow, setText, type Paper } from './text.ts';

/** Width of what is printed, points: as wide as a drawing. */
const WIDE = 182 * MM;
const PAGES = { a4: [595.28, 841.89], letter: [612, 792] } as const;
const TOP = 48;
const BOTTOM = 44;

interface Entry {
  readonly text: string;
  readonly sub: boolean;
  readonly to: string;
  page: number;
}

/** Title of a sheet, the name of its chapter at the right. */
function titleSlab(sheet: Sheet, chapter: Chapter, cover: boolean, entry: Entry | undefined): Slab {
  const size = cover ? 26 : 19;
  const alone = chapter.sheets.length === 1;
  const name = alone ? undefined : plainFlow(chapter.title, { size: 9, bold: true });
  const room = WIDE - (name ? name.width + 12 : 0);
  const set = setText(plainFlow(sheet.title, { size, use: 'head', bold: true }), room, size);
  const right = name && setText(name, name.width + 1, 9);
  return {
    height: set.height + 2,
    opens: true,
    keepsNext: true,
    draw: (paper, x, y) => {
      paper.addNamedDestination(`sheet-${sheet.id}`, 'XYZ', x, y, null);
      set.draw(paper, x, y);
      right?.draw(paper, x + WIDE - (name?.width ?? 0), y + 8);
    },
    ...(entry ? { lies: (page: number) => void (entry.page = page) } : {}),
  };
}

const GAP = 20;
const HALF = (WIDE - GAP) / 2;

/** A line of the contents: where it stands is known when all is laid. */
function entrySlab(entry: Entry): Slab {
  const size = 9;
  const indent = entry.sub ? 12 : 0;
  const set = setText(plainFlow(entry.text, { size, bold: !entry.sub }), HALF - 34 - indent, size);
  const over = entry.sub ? 0 : 2;
  const height = set.height + over + 1;
  return {
    height,
    draw: (paper, x, y) => {
      set.draw(paper, x + indent, y + over);
      setText(plainFlow(String(entry.page), { size, use: 'figure' }), 30, size, 'right').draw(
        paper,
        x + HALF - 30,
        y + over,
      );
      paper.goTo(x, y, HALF, height, entry.to);
    },
  };
}

/** The contents in two columns, as many rows at a time as have room. */
function contentsSlabs(entries: readonly Entry[]): Slab[] {
  const lines = entries.map(entrySlab);
  const rows: Slab[] = [];
  const ROWS = 24;
  for (let k = 0; k < lines.length; k += 2 * ROWS) {
    const part = lines.slice(k, k + 2 * ROWS);
    const half = Math.ceil(part.length / 2);
    const [left, right] = [together(part.slice(0, half)), together(part.slice(half))];
    rows.push({
      height: Math.max(left.height, right.height) + 4,
      draw: (paper, x, y) => {
        left.draw(paper, x, y);
        right.draw(paper, x + HALF + GAP, y);
      },
    });
  }
  return rows;
}

function slabsOfBook(book: Book, body: number): Slab[] {
  const entries: Entry[] = [];
  const slabs = book.chapters.flatMap((chapter, c) =>
    chapter.sheets.flatMap((sheet, k): Slab[] => {
      const cover = c === 0 && k === 0;
      const alone = chapter.sheets.length === 1;
      const to = `sheet-${sheet.id}`;
      let entry: Entry | undefined;
      if (!cover) {
        if (k === 0 && !alone) entries.push({ text: chapter.title, sub: false, to, page: 0 });
        entry = { text: sheet.title, sub: !alone, to, page: 0 };
        entries.push(entry);
      }
      const under = sheet.under && setText(flowOf(sheet.under, { size: 10 }), WIDE, 10);
      return [
        titleSlab(sheet, chapter, cover, entry),
        ...(under
          ? [
              {
                height: under.height + 6,
                draw: (paper: Paper, x: number, y: number) => under.draw(paper, x, y + 1),
                keepsNext: true,
              },
            ]
          : []),
        ...sheet.blocks.flatMap((b) => slabsOf(b, WIDE, body)),
      ];
    }),
  );
  // a chapter of several sheets begins where its first one does
  entries.forEach((e, k) => {
    const next = entries[k + 1];
    if (e.page === 0 && !e.sub && next?.sub) Object.defineProperty(e, 'page', { get: () => next.page });
  });
  const first = slabs.findIndex((s, k) => k > 0 && s.opens);
  const at = first < 0 ? slabs.length : first;
  return [
    ...slabs.slice(0, at),
    gapOf(4),
    headingSlab('Contents', WIDE),
    ...contentsSlabs(entries),
    ...slabs.slice(at),
  ];
}

/** The book as the bytes of a PDF. @param book as it was made */
export async function pdfOf(book: Book): Promise<Uint8Array> {
  const size = PAGES[book.paper];
  const left = (size[0] - WIDE) / 2;
  const body = size[1] - TOP - BOTTOM;
  const { laid, pages } = layOut(slabsOfBook(book, body), body);
  const paper = new PDFDocument({
    size: [...size],
    margin: 0,
    autoFirstPage: false,
    lang: 'en',
    displayTitle: true,
    info: { Title: `${book.title}: the book`, Creator: 'Vernal Slope', Producer: 'Vernal Slope' },
  });
  const parts: Buffer[] = [];
  const done = new Promise<void>((resolve, reject) => {
    paper.on('data', (part: Buffer) => parts.push(part));
    paper.on('end', resolve);
    paper.on('error', reject);
  });
  for (const family of Object.keys(FACES) as Family[]) {
    paper.registerFont(family, faceBytes(family, false));
    paper.registerFont(`${family}-bold`, faceBytes(family, true));
  }
  const head = plainFlow(book.title, { size: 9, bold: true }).add(`   ${book.reads}`, { size: 9 });
  // a long title is cut by a new line, which has no room
  const top = setText(head, WIDE, 9);
  const foot = setText(plainFlow(footOf(book), { size: 7.5 }), WIDE - 80, 7.5);
  let at = 0;
  for (let page = 1; page <= pages; page++) {
    paper.addPage();
    top.draw(paper, left, Math.max(12, 36 - top.height));
    paper
      .moveTo(left, 38)
      .lineTo(left + WIDE, 38)
      .lineWidth(0.8)
      .strokeColor(INK)
      .stroke();
    for (; at < laid.length && laid[at].page === page; at++) laid[at].slab.draw(paper, left, TOP + laid[at].y);
    const y = size[1] - BOTTOM + 12;
    paper
      .moveTo(left, y)
      .lineTo(left + WIDE, y)
      .lineWidth(0.6)
      .strokeColor(INK)
      .stroke();
    foot.draw(paper, left, y + 3);
    setText(plainFlow(`page ${page} of ${pages}`, { size: 8, bold: true }), 78, 8, 'right').draw(
      paper,
      left + WIDE - 78,
      y + 3,
    );
  }
  paper.end();
  await done;
  return new Uint8Array(Buffer.concat(parts));
}
