// The hillside zoomed, stretched, slid upon and saved; the plan from above, with a grid and without.
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { writeArrayBuffer } from 'geotiff';
import { By } from 'selenium-webdriver';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { bigPlan } from '../bench/sixty.ts';
import { RunningApp } from './harness/app.ts';
import { Key, Page } from './harness/page.ts';

const app = new RunningApp();
let page: Page;
const folder = mkdtempSync(join(tmpdir(), 'vernal-ground-'));
const OUSEL = '/plan/ousel-bank';
const number = (text: string): number => Number.parseFloat(text.replace('−', '-'));

beforeAll(async () => {
  await app.start();
  page = await Page.open();
});
afterAll(async () => {
  await page.close();
  await app.stop();
});
afterEach(async () => {
  expect(await page.complaints()).toEqual([]);
});

const dragBy = async (css: string, x: number, y: number): Promise<void> => {
  const handle = await page.find(css);
  await page.driver
    .actions()
    .move({ origin: handle })
    .press()
    .move({ origin: handle, x: Math.round(x / 2), y: Math.round(y / 2) })
    .move({ origin: handle, x, y })
    .perform();
};
const drop = (): Promise<void> => page.driver.actions().release().perform();
/** A tank, a line down an even slope and a tap at its end. */
const oneLine = {
  format: 'vernal-slope/plan',
  version: 1,
  title: 'One line',
  nodes: [
    {
      id: 'tank',
      kind: 'tank',
      groundM: 100,
      shape: { type: 'vertical-cylinder', diameterM: 1.2, heightM: 1.2 },
      outletM: 0.05,
      overflowM: 1.1,
    },
    { id: 'tap', kind: 'outlet', name: 'Tap', groundM: 94, ratedFlowLpm: 8, ratedPressureKPa: 50 },
  ],
  lines: [{ id: 'l', from: 'tank', to: 'tap', legs: [{ lengthM: 120, endGroundM: 94, pipe: 'astm-d2239-sidr15/1' }] }],
};

describe('an outlet dragged along the slope', () => {
  it('has more pressure further down, shown while it is dragged, and is put back by undo', async () => {
    await page.go(`${app.address}/plan/${await app.create(oneLine)}`);
    const before = number(await page.textWhen('pressure', (t) => t !== ''));
    await dragBy('[data-drag="tap"]', 60, 0);
    const words = await page.text('slide-words');
    expect(words).toMatch(/^Tap: [\d.]+ m down the line, [\d.]+ kPa/);
    // while it is dragged the plan is as it was, the judgement already speaks of the new place
    expect(await page.value('Length of leg 1')).toBe('120');
    expect(number(await page.text('pressure'))).toBeGreaterThan(before);
    await drop();
    await page.until('a longer leg', async () => number(await page.value('Length of leg 1')) > 120);
    expect(number(await page.text('pressure'))).toBeGreaterThan(before);
    await page.click('undo');
    await page.until('120 m again', async () => (await page.value('Length of leg 1')) === '120');
    expect(number(await page.text('pressure'))).toBe(before);
    await page.saved();
  });
  it('moves a metre by arrow key, and by a typed figure', async () => {
    await page.driver.executeScript('document.querySelector("[data-drag=tap]").focus()');
    await page.press(Key.ARROW_RIGHT);
    await page.until('121 m', async () => (await page.value('Length of leg 1')) === '121');
    await page.choose('walk-tools', 'Move Tap');
    await page.fill('How much further', 'far', '');
    expect(await (await page.find('.n-modal [role=alert]')).getText()).not.toBe('');
    await page.fill('How much further', '-21', '');
    await page.click('take-amount');
    await page.until('100 m', async () => (await page.value('Length of leg 1')) === '100');
    await page.saved();
  });
});

describe('the view of the slope', () => {
  it('goes closer and back by button and key, and says how much heights are stretched', async () => {
    await page.go(app.address + OUSEL);
    await page.part('remedy');
    const water = async (): Promise<string> => (await (await page.part('pipe')).getAttribute('d')) ?? '';
    const whole = await water();
    await page.click('zoom-in');
    await page.until('a closer look', async () => (await water()) !== whole);
    await (await page.find('.drawing')).sendKeys(Key.HOME);
    await page.until('the whole', async () => (await water()) === whole);
    await (await page.find('.drawing')).sendKeys('+');
    await page.until('a closer look', async () => (await water()) !== whole);
    await page.click('zoom-whole');
    await page.pick('[data-test=stretch]', 'heights true');
    await page.until('true heights', async () =>
      (await (await page.find('.scale')).getText()).includes('Heights true'),
    );
    await page.pick('[data-test=stretch]', 'fill the drawing');
  });
  it('is followed by arrows, at a tee onto the branch with Shift', async () => {
    const id = await app.create(bigPlan(12));
    await page.go(`${app.address}/plan/${id}`);
    await page.part('hillside');
    const drawing = await page.find('.drawing');
    const chosen = async (): Promise<string> =>
      (await (await page.find('.tag.outlet.chosen')).getText()).split('\n')[0];
    const before = await chosen();
    await drawing.sendKeys(Key.ARROW_RIGHT, Key.ARROW_RIGHT);
    await drawing.sendKeys(Key.chord(Key.SHIFT, Key.ARROW_RIGHT));
    await page.until('another place', async () => (await chosen()) !== before);
    expect(await chosen()).toBe('Tap 1');
  });
  it('is saved as SVG with its names inside, and as PNG', async () => {
    await page.go(app.address + OUSEL);
    await page.part('remedy');
    // what a click on Save hands over is caught here
    await page.driver.executeScript(
      'window.saved = []; const made = URL.createObjectURL; URL.createObjectURL = (b) => { window.saved.push(b); return made(b); }; HTMLAnchorElement.prototype.click = function () {};',
    );
    for (const kind of ['SVG', 'PNG']) {
      await page.choose('save-drawing', kind);
    }
    await page.until('both', async () => (await page.driver.executeScript<number>('return window.saved.length')) === 2);
    const svg = await page.driver.executeAsyncScript<string>('window.saved[0].text().then(arguments[0])');
    expect(svg).toContain('<title>Ousel Bank: Hill tank to Low Meadow</title>');
    expect(/<text[^>]*>Hill tank<\/text>/.test(svg)).toBe(true);
    expect(svg.includes('data-drag')).toBe(false);
    expect(/ (fill|stroke)="var/.test(svg)).toBe(false);
    const png = await page.driver.executeAsyncScript<number[]>(
      'window.saved[1].arrayBuffer().then((b) => arguments[0]([...new Uint8Array(b).slice(0, 4), b.byteLength]))',
    );
    expect(png.slice(0, 4)).toEqual([0x89, 0x50, 0x4e, 0x47]);
    expect(png[4]).toBeGreaterThan(10_000);
  });
});

describe('from above', () => {
  it('lines lie over contours; a station dragged moves its drawn length and no measured one', async () => {
    await page.go(app.address + OUSEL);
    await page.part('remedy');
    await page.click('view-above');
    await page.part('contour');
    expect(await page.text('contour-words')).toContain('Contours every 2 m');
    // leg 1 is said to be drawn, leg 2 stays measured
    await (await page.field('Length of leg 1')).click();
    await page.click('leg-drawn');
    await page.until('the drawn length', async () => (await page.value('Length of leg 1')) !== '');
    const drawn = number(await page.value('Length of leg 1'));
    await dragBy('[data-drag="main-0"]', 0, 80);
    await drop();
    await page.until('a longer leg 1', async () => number(await page.value('Length of leg 1')) > drawn + 3);
    expect(await page.value('Length of leg 2')).toBe('72');
    await page.click('undo');
    await page.click('undo');
    await page.until('24 m again', async () => (await page.value('Length of leg 1')) === '24');
    await page.saved();
  });
  it('shares what is chosen with the hillside', async () => {
    await (await page.find('[data-place="kitchen"]')).click();
    await page.until('the kitchen tap', async () =>
      (await (await page.find('.judgement, .column h2')).getText()).includes('Kitchen tap'),
    );
    await page.click('view-hillside');
    expect(await (await page.find('.tag.outlet.chosen')).getText()).toContain('Kitchen tap');
  });
  it('a plan without positions is a sketch that says so, and can be taken and dragged', async () => {
    await page.go(`${app.address}/plan/${await app.create(oneLine)}`);
    await page.part('hillside');
    await page.click('view-above');
    expect(await page.text('sketch-words')).toContain('A sketch, laid out from lengths');
    await page.click('take-sketch');
    await page.until('no sketch', async () => !(await page.driver.findElements(By.css('[data-test=sketch-words]')))[0]);
    await dragBy('[data-drag="tap"]', -40, 60);
    await drop();
    await page.until('its place', async () => number(await page.value('North of the origin')) < -1);
    // the length was walked: it stays
    expect(await page.value('Length of leg 1')).toBe('120');
    await page.saved();
  });
  it('takes a GeoTIFF of the ground, and says when it lies somewhere else', async () => {
    const tiff = (east: number): string => {
      const [columns, rows] = [40, 30];
      const heights = Float32Array.from({ length: columns * rows }, (_, k) => 100 - 0.5 * (k % columns));
      const file = join(folder, `ground-${east}.tif`);
      writeFileSync(
        file,
        Buffer.from(
          writeArrayBuffer(heights, {
            width: columns,
            height: rows,
            ModelPixelScale: [5, 5, 0],
            ModelTiepoint: [0, 0, 0, east, 75, 0],
            GTModelTypeGeoKey: 1,
            ProjectedCSTypeGeoKey: 32767,
            GTRasterTypeGeoKey: 1,
          } as never),
        ),
      );
      return file;
    };
    await page.click('bring-grid');
    await (await page.part('grid-file')).sendKeys(tiff(90_000));
    await page.part('grid-misses');
    await (await page.part('grid-file')).sendKeys(tiff(-30));
    await page.until('no word of missing', async () => {
      const misses = await page.driver.findElements(By.css('[data-test=grid-misses]'));
      return misses.length === 0;
    });
    expect(await page.textWhen('grid-info', (t) => t.includes('ground--30'))).toContain('40 by 30 heights');
    await page.click('keep-grid');
    await page.part('contour');
    // it is kept on the server, with the plan
    await page.driver.navigate().refresh();
    await page.part('hillside');
    await page.click('view-above');
    await page.part('contour');
  });
  it('heights of a line are taken from the kept grid, and said to be', async () => {
    await page.click('view-hillside');
    await (await page.field('Length of leg 1')).click();
    const before = await page.value('Rise or fall of leg 1');
    await page.choose('walk-tools', 'Take the heights');
    await page.until('another fall', async () => (await page.value('Rise or fall of leg 1')) !== before);
    expect((await page.driver.findElements(By.css('td[title*="elevation grid"]'))).length).toBeGreaterThan(0);
    await page.saved();
  });
});
