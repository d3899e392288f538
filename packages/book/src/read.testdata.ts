// Plans for tests of the book, and a PDF read back by a general-purpose library.
import { readFileSync } from 'node:fs';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { loadPlan } from '@vernal-slope/plan/document';
import type { Plan } from '@vernal-slope/plan/schema';

export const DEMOS = [
  'ousel-bank',
  'kestrel-croft',
  'bakehouse-yard',
  'long-fell-hut',
  'schoolyard-beds',
  'tarn-foot',
] as const;

export function demo(name: string): Plan {
  const loaded = loadPlan(readFileSync(new URL(`../../../demo/plans/${name}.vernal.json`, import.meta.url), 'utf8'));
  if (!loaded.ok) throw new Error(JSON.stringify(loaded.faults));
  return loaded.plan;
}

export interface ReadItem {
  readonly text: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly size: number;
}
export interface ReadPage {
  readonly width: number;
  readonly height: number;
  readonly items: readonly ReadItem[];
  /** All of it, spaces of every kind left out: where a line broke does not matter. */
  readonly packed: string;
}

/** A text without any space, as `packed` of a page is. */
export const packed = (text: string): string => text.replace(/[\s\u00A0\u200A]+/g, '');

export async function readPdf(bytes: Uint8Array): Promise<{ pages: ReadPage[]; title: string }> {
  const task = getDocument({ data: bytes.slice(), useSystemFonts: false, verbosity: 0 });
  const document = await task.promise;
  const pages: ReadPage[] = [];
  for (let k = 1; k <= document.numPages; k++) {
    const page = await document.getPage(k);
    const [, , width, height] = page.view;
    const content = await page.getTextContent();
    const items = content.items.flatMap((item): ReadItem[] => {
      if (!('str' in item) || item.str.trim() === '') return [];
      const [a, b, , , x, y] = item.transform as number[];
      return [{ text: item.str, x, y, width: item.width, size: Math.hypot(a, b) }];
    });
    pages.push({ width, height, items, packed: packed(items.map((i) => i.text).join('')) });
  }
  const { info } = (await document.getMetadata()) as { info: { Title?: string } };
  await task.destroy();
  return { pages, title: info.Title ?? '' };
}

/** Fonts that a PDF names, and whether each brings its letters along; the file itself is looked through. */
export function fontsIn(bytes: Uint8Array): { named: Set<string>; embedded: number } {
  const text = Buffer.from(bytes).toString('latin1');
  return {
    named: new Set([...text.matchAll(/\/FontName\s*\/([\w+-]+)/g)].map((m) => m[1])),
    embedded: [...text.matchAll(/\/FontFile[23]?\s/g)].length,
  };
}
