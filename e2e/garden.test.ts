// Outlets, the garden: rows of one's own with a hole found for them, a loop that evens them, a hole taped over; beds with
// floors entered and moved, the bucket raised instead; at phone width too.
import { By } from 'selenium-webdriver';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { RunningApp } from './harness/app.ts';
import { Key, Page } from './harness/page.ts';

const app = new RunningApp();
let page: Page;
/** A barrel on blocks over level ground, nothing else. */
const barrel = {
  format: 'vernal-slope/plan',
  version: 1,
  title: 'Bean rows',
  nodes: [
    {
      id: 'barrel',
      kind: 'tank',
      name: 'Barrel',
      groundM: 100,
      standM: 0.8,
      shape: { type: 'vertical-cylinder', diameterM: 0.58, heightM: 0.9 },
      outletM: 0.05,
      overflowM: 0.84,
      startLevelM: 0.8,
      inlet: { at: 'top', heightM: 0.88 },
    },
  ],
  lines: [],
};
let address = '';
const open = async (document: object): Promise<string> => {
  const made = await fetch(`${app.address}/api/plans`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ document }),
  });
  return `${app.address}/plan/${((await made.json()) as { id: string }).id}/outlets`;
};
const entry = async (name: string, value: string): Promise<void> => {
  const field = await page.find(`[data-test="${name}"] input`);
  await field.sendKeys(Key.chord(Key.CONTROL, 'a'), value, Key.ENTER);
};
const even = async (): Promise<number> =>
  Number((await page.textWhen('plot-even', (t) => /\d/.test(t))).replace('%', ''));

beforeAll(async () => {
  await app.start();
  page = await Page.open();
  address = await open(barrel);
});
afterAll(async () => {
  await page.close();
  await app.stop();
});
afterEach(async () => {
  expect(await page.complaints()).toEqual([]);
});

describe('rows of holes', () => {
  it('are added, given the hole that waters evenly, closed to a loop, and have a hole taped over', async () => {
    await page.go(address);
    await page.click('add-garden');
    await page.click('add-rows-manifold');
    await page.part('bench-rows');
    // a drill far too wide: the far plants stay dry or short
    await page.pick('[data-test="drill-all"]', '2.5 mm');
    const uneven = await even();
    expect(uneven).toBeLessThan(85);
    // the hole that the search finds, tried and put back
    expect(await page.textWhen('best-hole', (t) => t.includes('widest'))).toMatch(/Holes of [\d.]+ mm/);
    await page.click('try-hole');
    await page.part('trying');
    await page.until('the rows to be even', async () => (await even()) >= 90);
    await page.click('put-back');
    await page.until('the rows to be as they were', async () => (await even()) === uneven);
    // a loop instead, kept
    await page.textWhen('loop', (t) => t.includes('fed from both ends'));
    await page.click('try-loop');
    await page.part('trying');
    await page.until('the rows to be more even', async () => (await even()) > uneven);
    await page.click('keep');
    await page.saved();
    // a plant chosen by keys, and its hole taped over
    await (await page.find('[data-k="0"]')).sendKeys(Key.ENTER);
    await page.textWhen('plant', (t) => t.includes('Plant 1'));
    await page.click('tape');
    await page.textWhen('taped', (t) => t.includes('Taped over: 1'));
    await page.click('undo');
    await page.saved();
  });
});

describe('wicking beds', () => {
  it('have their floors entered, say what to shim, and are levelled by the bucket instead', async () => {
    await page.go(address);
    await page.click('bench-places');
    await page.click('add-garden');
    await page.click('add-beds-barrels');
    await page.part('bench-bucket');
    const floors = ['62', '64', '84', '60'];
    const ids = ['bed', 'bed-2', 'bed-3', 'bed-4'];
    for (const [k, id] of ids.entries()) await entry(`base-${id}`, floors[k]);
    // the float is set over the path as the bench's picture has it
    await entry('stick-float', '175');
    await page.textWhen('off-bed-3', (t) => t.includes('−22'));
    expect(await page.text('shim-bed-3')).toContain('−22');
    expect(await page.text('off-bed')).toMatch(/^0/);
    // its grip moves it by a millimetre with each arrow
    await (await page.part('grip-bed-3')).sendKeys(Key.ARROW_DOWN);
    await page.textWhen('off-bed-3', (t) => t.includes('−21'));
    await page.click('undo');
    await page.textWhen('off-bed-3', (t) => t.includes('−22'));
    await page.click('way-bucket');
    await page.click('try-beds');
    await page.part('trying');
    await page.textWhen('off-bed-3', (t) => t.includes('−12') || t.includes('−10') || t.includes('−11'));
    await page.click('put-back');
    await page.textWhen('off-bed-3', (t) => t.includes('−22'));
    await page.click('off-bed-3');
    expect(await page.textWhen('working', (t) => t.includes('float shuts'))).toContain('communicating vessels');
    await page.press(Key.ESCAPE);
    await page.textWhen('levelling', (t) => t.includes('level again'));
  });

  it('refuse what cannot be beside the field, and nothing is lost', async () => {
    await entry('stick-joinM', '9000');
    const field = await page.find('[data-test="stick-joinM"]');
    expect(await field.getText()).toMatch(/at most|above the rim/);
    await (await page.find('[data-test="stick-joinM"] input')).sendKeys(Key.ESCAPE);
    await page.textWhen('off-bed-3', (t) => t.includes('−22'));
  });
});

describe('on a phone', () => {
  it('both benches are as wide as the screen, drawings slide, and axe has nothing to say', async () => {
    await page.size(390, 844);
    await page.go(address);
    for (const bench of ['bench-bucket', 'bench-rows']) {
      await page.click(bench);
      await page.part('step-sentences');
      const wide = await page.driver.executeScript('return document.documentElement.scrollWidth');
      expect(wide).toBeLessThanOrEqual(390);
      expect(await page.axe()).toEqual([]);
    }
    expect((await page.driver.findElements(By.css('[data-k]'))).length).toBeGreaterThan(100);
    await page.size(1280, 800);
  });
});
