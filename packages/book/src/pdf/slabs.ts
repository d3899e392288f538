// What is laid onto pages: slabs that are not broken, one under the other, with what goes along onto a new page.
import type { Paper } from './text.ts';

export interface Slab {
  readonly height: number;
  readonly draw: (paper: Paper, x: number, y: number) => void;
  /** Not the last on a page: it belongs to what follows it. */
  readonly keepsNext?: boolean;
  /** Drawn again on top of a page that begins with this slab: the head of its table. */
  readonly head?: Slab;
  /** Begins a page. */
  readonly opens?: boolean;
  /** Told on which page it came to lie, from 1. */
  readonly lies?: (page: number) => void;
}

export interface Laid {
  readonly page: number;
  /** From the top of the page's body. */
  readonly y: number;
  readonly slab: Slab;
}

export const gapOf = (height: number, more: Partial<Slab> = {}): Slab => ({ height, draw: () => undefined, ...more });

/** Slabs one under the other as one, which is not broken. */
export function together(slabs: readonly Slab[], more: Partial<Slab> = {}): Slab {
  return {
    height: slabs.reduce((sum, s) => sum + s.height, 0),
    draw: (paper, x, y) => {
      let at = y;
      for (const s of slabs) {
        s.draw(paper, x, at);
        at += s.height;
      }
    },
    lies: (page) => slabs.forEach((s) => s.lies?.(page)),
    ...more,
  };
}

/** Lays slabs onto pages of a body's height. A slab higher than a page begins one. */
export function layOut(slabs: readonly Slab[], body: number): { laid: Laid[]; pages: number } {
  const laid: Laid[] = [];
  let page = 1;
  let y = 0;
  const put = (slab: Slab): void => {
    laid.push({ page, y, slab });
    slab.lies?.(page);
    y += slab.height;
  };
  for (let k = 0; k < slabs.length; k++) {
    const slab = slabs[k];
    if (slab.opens && y > 0) {
      page++;
      y = 0;
    }
    // with all that must not be parted from it
    let needs = slab.height;
    for (let j = k; slabs[j].keepsNext && j + 1 < slabs.length && !slabs[j + 1].opens; j++)
      needs += slabs[j + 1].height;
    const fits = y + (needs <= body ? needs : slab.height) <= body + 0.01;
    if (!fits && y > 0) {
      page++;
      y = 0;
      if (slab.head) put(slab.head);
    }
    put(slab);
  }
  return { laid, pages: page };
}
