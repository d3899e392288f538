// The book as a page, and its lists as sheets: off the main thread.
import { bookOf, type BookAsked } from '@vernal-slope/book/book';
import { svgOf } from '@vernal-slope/book/drawing';
import { drawingsOf } from '@vernal-slope/book/model';
import { SHEETS } from '@vernal-slope/book/sheets';
import { bodyHtml, styleOf } from '@vernal-slope/book/write';
import type { Plan } from '@vernal-slope/plan/schema';

export interface BookDrawing {
  readonly name: string;
  readonly title: string;
  readonly svg: string;
  /** mm */ readonly width: number;
  readonly height: number;
}

export interface BookPage {
  readonly plan: Plan;
  readonly body: string;
  readonly style: string;
  readonly drawings: readonly BookDrawing[];
}

export interface BookApi {
  book: (plan: Plan, asked: BookAsked, told: (share: number) => void) => Omit<BookPage, 'plan'>;
  sheet: (plan: Plan, id: string) => string;
}

export const bookApi: BookApi = {
  book: (plan, asked, told) => {
    const book = bookOf(plan, asked, told);
    return {
      body: bodyHtml(book),
      style: styleOf(book),
      drawings: drawingsOf(book).map(({ drawing }) => ({
        name: drawing.name,
        title: drawing.title,
        svg: svgOf(drawing),
        width: drawing.width,
        height: drawing.height,
      })),
    };
  },
  sheet: (plan, id) => SHEETS.find((s) => s.id === id)?.make(plan) ?? '',
};
