// The book: on screen, on paper by the browser's own printing, taken away in each form; its figures are those of the steps.
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { unzipSync } from 'fflate';
import { By } from 'selenium-webdriver';
import type { Driver as ChromiumDriver } from 'selenium-webdriver/chrome.js';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { bigPlan } from '../bench/sixty.ts';
import { RunningApp } from './harness/app.ts';
import { Page } from './harness/page.ts';

const app = new RunningApp();
let page: Page;
beforeAll(async () => {
  await app.start();
  page = await Page.open();
});
afterAll(async () => {
  await page.close();
  await app.stop();
});

const script = <T>(text: string, ...args: unknown[]): Promise<T> =>
  page.driver.executeScript(text, ...args) as Promise<T>;
/** A book is seconds of work, and more on a machine that does much else, ms. */
const LONG_MS = 90_000;
const until = <T>(what: string, look: () => Promise<T | false>): Promise<T> => page.until(what, look, LONG_MS);
const openBook = async (id: string): Promise<void> => {
  await page.go(`${app.address}/plan/${id}/book`);
  await until(
    'the book',
    async () => (await script<number>("return document.querySelectorAll('.vs-sheet').length")) > 3,
  );
};

/** Pages of the browser's own printing: size, and what stands out of them. */
async function printed(): Promise<{ sizes: number[][]; outside: string[]; pages: number; text: string }> {
  const answer = (await (page.driver as ChromiumDriver).sendAndGetDevToolsCommand('Page.printToPDF', {
    preferCSSPageSize: true,
    printBackground: true,
  })) as unknown as { data: string };
  const task = getDocument({ data: new Uint8Array(Buffer.from(answer.data, 'base64')), verbosity: 0 });
  const document = await task.promise;
  const sizes: number[][] = [];
  const outside: string[] = [];
  let text = '';
  for (let k = 1; k <= document.numPages; k++) {
    const sheet = await document.getPage(k);
    const [, , width, height] = sheet.view;
    sizes.push([Math.round(width), Math.round(height)]);
    for (const item of (await sheet.getTextContent()).items) {
      if (!('str' in item) || item.str.trim() === '') continue;
      const [, , , , x, y] = item.transform as number[];
      text += item.str;
      // what is hidden from sight for those who read by ear is a point wide
      if (item.width > 2 && (x < 0 || x + item.width > width + 1 || y < 0 || y > height))
        outside.push(`page ${k}: ${item.str}`);
    }
  }
  const pages = document.numPages;
  await task.destroy();
  return { sizes, outside, pages, text: text.replace(/\s/g, '') };
}

describe('the book', () => {
  it('has the figures of the walk as the step shows them, in both systems', async () => {
    for (const units of ['metric', 'us']) {
      await page.go(`${app.address}/plan/ousel-bank/walk`);
      await page.remember('vernal-units', units);
      await until(
        'the walk',
        async () =>
          (await script<number>("return document.querySelectorAll('[data-test^=leg-]').length")) > 5 &&
          (await script<string>("return document.querySelector('table').textContent")).includes(
            units === 'us' ? 'psi' : 'kPa',
          ),
      );
      const shown = await script<string[]>(
        "return [...document.querySelectorAll('[data-test^=leg-] td.worked, [data-test^=leg-] td .figure')].map((c) => c.textContent.replace(/\\s+/g, '')).filter(Boolean)",
      );
      expect(shown.length).toBeGreaterThan(12);
      await page.click('open-book');
      await until(
        'the book',
        async () => (await script<number>("return document.querySelectorAll('.vs-sheet').length")) > 3,
      );
      const line = await script<string>(
        "return [...document.querySelectorAll('.vs-sheet h2')].find((h) => h.textContent === 'Hill tank to Low Meadow').parentElement.textContent.replace(/\\s+/g, '')",
      );
      // the book says how good a height is where it says what matters most
      for (const figure of shown) expect(line).toContain(figure.replace(/±.*/, ''));
    }
  });

  it('is clean for axe, and every number leads to its working', async () => {
    await openBook('kestrel-croft');
    expect(await page.axe()).toEqual([]);
    const lost = await script<string[]>(
      "return [...document.querySelectorAll('.vs-book a[href^=\"#\"]')].map((a) => a.getAttribute('href').slice(1)).filter((id) => !document.getElementById(id))",
    );
    expect(lost).toEqual([]);
    expect(await page.complaints()).toEqual([]);
  });

  it('prints on A4 and on Letter without anything cut off', async () => {
    await openBook('kestrel-croft');
    const a4 = await printed();
    expect(new Set(a4.sizes.map(String))).toEqual(new Set(['595,842']));
    expect(a4.outside).toEqual([]);
    expect(a4.text).toContain(`page1of${a4.pages}`);
    await page.pick('[data-test=book-paper]', 'Letter');
    await openBook('ousel-bank');
    const letter = await printed();
    expect(new Set(letter.sizes.map(String))).toEqual(new Set(['612,792']));
    expect(letter.outside).toEqual([]);
    // every drawing is as wide as the paper at most
    const drawn = await script<number[]>(
      "return [...document.querySelectorAll('.vs-book figure svg')].map((s) => parseFloat(s.getAttribute('width')))",
    );
    expect(drawn.length).toBeGreaterThan(25);
    expect(Math.max(...drawn)).toBeLessThanOrEqual(182);
    await page.pick('[data-test=book-paper]', 'A4');
  });

  it('a plan of one’s own with nothing in it, and one of sixty places, have theirs', async () => {
    const bare = await app.create({
      format: 'vernal-slope/plan',
      version: 1,
      title: 'Bare ground',
      nodes: [],
      lines: [],
    });
    await page.go(`${app.address}/plan/${bare}/book`);
    await until('the short book', async () =>
      (await script<string>("return document.querySelector('.vs-book')?.textContent ?? ''")).includes(
        'Nothing is in this plan yet.',
      ),
    );
    const sixty = await app.create(bigPlan());
    await openBook(sixty);
    const names = bigPlan().nodes.map((n) => n.name ?? n.id);
    const text = await script<string>("return document.querySelector('.vs-book').textContent");
    for (const name of names.slice(0, 40)) expect(text).toContain(name);
    expect(await page.complaints()).toEqual([]);
  });

  it('is taken away as a PDF that the server prints, and as a file that opens by itself', async () => {
    await openBook('tarn-foot');
    const pdf = await fetch(`${app.address}/api/plans/tarn-foot/book.pdf`);
    expect([pdf.status, (await pdf.text()).slice(0, 5)]).toEqual([200, '%PDF-']);
    const html = await (await fetch(`${app.address}/api/plans/tarn-foot/book.html?units=us`)).text();
    // the one file, opened from nowhere
    await page.driver.get(`data:text/html;base64,${Buffer.from('<p>away</p>').toString('base64')}`);
    await script('document.open(); document.write(arguments[0]); document.close()', html);
    await until(
      'the file',
      async () => (await script<number>("return document.querySelectorAll('.vs-sheet').length")) > 3,
    );
    expect(await script<string>("return getComputedStyle(document.querySelector('.vs-book h2')).fontFamily")).toContain(
      'Book Head',
    );
  });

  it('gives each drawing as SVG and PNG, each list as CSV, and the PDF by a press', async () => {
    await openBook('kestrel-croft');
    const press = async (button: string): Promise<{ type: string; start: string; size: number }> => {
      await script(
        'window.taken = null; const made = URL.createObjectURL.bind(URL); URL.createObjectURL = (b) => { window.taken = b; return made(b); }',
      );
      await page.click(button);
      await until(button, async () => await script<boolean>('return window.taken !== null'));
      return script(
        'const b = window.taken; return { type: b.type, size: b.size, start: (await b.slice(0, 400).text()).replace(/\\s+/g, " ") }',
      );
    };
    const svg = await press('take-svg');
    expect(svg.start).toMatch(/^<\?xml .*<svg xmlns="http:\/\/www.w3.org\/2000\/svg" width="182mm"/);
    const png = await press('take-png');
    expect([png.type, png.start.slice(1, 4)]).toEqual(['image/png', 'PNG']);
    expect(png.size).toBeGreaterThan(10_000);
    const csv = await press('take-sheet');
    expect(csv.start).toMatch(/^line,name,leg,pipe,/);
    const pdf = await press('take-pdf');
    expect(pdf.start.slice(0, 5)).toBe('%PDF-');
    expect(await page.complaints()).toEqual([]);
  });

  it('goes out with readings and photographs as one archive, and comes back unchanged; a damaged one is refused', async () => {
    const jpeg = Buffer.concat([Buffer.from([0xff, 0xd8, 0xff, 0xe0]), Buffer.alloc(3000, 7)]);
    const log = [{ id: 'row-000001', at: '2026-08-14T07:40', place: 'tap', photo: 'photo-0001', note: 'the tap' }];
    const id = await app.create({
      format: 'vernal-slope/plan',
      version: 1,
      title: 'Packed',
      nodes: [
        {
          id: 'tank',
          kind: 'tank',
          groundM: 20,
          shape: { type: 'vertical-cylinder', diameterM: 1, heightM: 1 },
          outletM: 0.05,
          overflowM: 0.9,
          startLevelM: 0.5,
        },
        { id: 'tap', kind: 'outlet', groundM: 10, ratedFlowLpm: 8, ratedPressureKPa: 50 },
      ],
      lines: [
        {
          id: 'main',
          from: 'tank',
          to: 'tap',
          legs: [{ lengthM: 40, endGroundM: 10, pipe: { insideDiameterMm: 20 } }],
        },
      ],
      log,
    });
    const put = await fetch(`${app.address}/api/plans/${id}/photos/photo-0001`, {
      method: 'PUT',
      headers: { 'Vernal-Write': '1', 'Content-Type': 'image/jpeg' },
      body: jpeg,
    });
    expect(put.status).toBe(204);
    const taken = async (): Promise<Buffer> => {
      await script(
        'window.taken = null; const made = URL.createObjectURL.bind(URL); URL.createObjectURL = (b) => { window.taken = b; return made(b); }',
      );
      await page.click('take-zip');
      await until('the archive', async () => await script<boolean>('return window.taken !== null'));
      const text = await script<string>(
        'return btoa(String.fromCharCode(...new Uint8Array(await window.taken.arrayBuffer())))',
      );
      return Buffer.from(text, 'base64');
    };
    await openBook(id);
    const first = await taken();
    const folder = mkdtempSync(join(tmpdir(), 'vernal-zip-'));
    const file = join(folder, 'packed.vernal.zip');
    const bringIn = async (bytes: Uint8Array): Promise<void> => {
      writeFileSync(file, bytes);
      await page.go(`${app.address}/`);
      await page.driver.findElement(By.css('input[type=file]')).sendKeys(file);
    };
    await bringIn(first);
    await until('the plan', async () => /\/plan\/(?!undefined)/.test(await page.driver.getCurrentUrl()));
    const other = /\/plan\/([^/?]+)/.exec(await page.driver.getCurrentUrl())?.[1] ?? '';
    expect(other).not.toBe(id);
    await openBook(other);
    const second = await taken();
    const [a, b] = [unzipSync(first), unzipSync(second)];
    expect(Object.keys(a).sort()).toEqual(['archive.json', 'photos/photo-0001', 'plan.vernal.json']);
    for (const name of Object.keys(a)) expect(Buffer.from(b[name]).equals(Buffer.from(a[name])), name).toBe(true);
    expect(Buffer.from(b['photos/photo-0001']).equals(jpeg)).toBe(true);
    const broken = Buffer.from(first);
    broken[broken.indexOf('Packed') > 0 ? broken.indexOf('Packed') : 200] ^= 0xff;
    await bringIn(broken);
    await until('the refusal', async () =>
      (await script<string>('return document.body.textContent')).includes('Nothing was taken from it.'),
    );
    expect(await page.complaints()).toEqual([]);
  });

  it('fits a phone', async () => {
    await page.size(390, 844);
    await openBook('tarn-foot');
    expect(await script<number>('return document.documentElement.scrollWidth')).toBeLessThanOrEqual(390);
    expect(await page.axe()).toEqual([]);
    // whatever can be wider than the phone is moved by keys too, also where the fonts at hand make it so
    const slides = await script<string[]>(`
      return [...document.querySelectorAll('.vs-book *')]
        .filter((e) => /auto|scroll/.test(getComputedStyle(e).overflowX))
        .map((e) => e.className + ' ' + (e.getAttribute('aria-label') ? e.tabIndex : 'without a name'))`);
    expect(slides.length).toBeGreaterThan(20);
    expect(slides.filter((line) => !line.endsWith(' 0'))).toEqual([]);
    await script("document.querySelector('.vs-book').style.fontSize = '24px'");
    await script("for (const f of document.querySelectorAll('.vs-formula')) f.style.fontSize = '26px'");
    expect(await page.axe('scrollable-region-focusable')).toEqual([]);
    await page.size(1280, 800);
  });
});
