// Makes the book of a stored plan in a form that is sent: runs in a worker thread.
import { loadWhole } from '@vernal-slope/plan/document';
import { bookOf, type BookAsked } from '@vernal-slope/book/book';
import { htmlFonts, pdfOf } from '@vernal-slope/book/pdf';
import { bookMarkdown, fileHtml } from '@vernal-slope/book/write';

export type BookFormat = 'pdf' | 'html' | 'md';
export interface PrintAsked extends BookAsked {
  readonly document: string;
  readonly format: BookFormat;
}
export type Printed =
  | { readonly ok: true; readonly bytes: Uint8Array; readonly title: string }
  | { readonly ok: false; readonly status: number; readonly code: string; readonly message: string };

const text = (value: string): Uint8Array => new TextEncoder().encode(value);

/** A place with nothing in it: printing it loads code and fonts. */
const BARE = JSON.stringify({ format: 'vernal-slope/plan', version: 1, title: 'Bare', nodes: [], lines: [] });
const READY: PrintAsked = { document: BARE, format: 'pdf', units: 'metric', today: '2000-01-01' };

/** Makes the thread ready, so that the first book takes no longer than the next. */
export const makeReady = (): Promise<Printed> => printBook(READY);

export async function printBook({ document, format, ...asked }: PrintAsked): Promise<Printed> {
  const loaded = loadWhole(document);
  if (!loaded.ok)
    return {
      ok: false,
      status: 500,
      code: 'damaged',
      message: 'What is stored of this plan cannot be read. Nothing was printed.',
    };
  const book = bookOf(loaded.plan, asked);
  const bytes =
    format === 'pdf'
      ? await pdfOf(book)
      : format === 'html'
        ? text(fileHtml(book, htmlFonts()))
        : text(bookMarkdown(book));
  return { ok: true, bytes, title: loaded.plan.title };
}
