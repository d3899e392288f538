// Outlets, a cabin: taps pressed open on the bench, what the shower loses to the kitchen, a pipe of its own tried and kept, a
// mixer that starves under gravity; by keys, in US units, at phone width.
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { RunningApp } from './harness/app.ts';
import { Key, Page } from './harness/page.ts';

const app = new RunningApp();
let page: Page;
const tap = (id: string, name: string, heightM: number): object => ({
  id,
  kind: 'outlet',
  name,
  groundM: 100,
  heightM,
  ratedFlowLpm: 15,
  ratedPressureKPa: 30,
});
const pipe = { insideDiameterMm: 12 };
const cabin = {
  format: 'vernal-slope/plan',
  version: 1,
  title: 'Cabin',
  nodes: [
    {
      id: 'tank',
      kind: 'tank',
      name: 'Loft tank',
      groundM: 100,
      standM: 4,
      shape: { type: 'vertical-cylinder', diameterM: 1.2, heightM: 1.2 },
      outletM: 0.05,
      overflowM: 1.1,
      startLevelM: 1,
      inlet: { at: 'top', heightM: 1.15 },
    },
    { id: 'tee', kind: 'junction', groundM: 100 },
    tap('kitchen', 'Kitchen tap', 1),
    tap('shower', 'Shower', 2),
  ],
  lines: [
    { id: 'main', from: 'tank', to: 'tee', legs: [{ lengthM: 20, endGroundM: 100, pipe }] },
    { id: 'to-kitchen', from: 'tee', to: 'kitchen', legs: [{ lengthM: 3, endGroundM: 100, pipe }] },
    { id: 'to-shower', from: 'tee', to: 'shower', legs: [{ lengthM: 5, endGroundM: 100, pipe }] },
  ],
};
let address = '';
beforeAll(async () => {
  await app.start();
  page = await Page.open();
  const made = await fetch(`${app.address}/api/plans`, {
    method: 'POST',
    headers: { 'Vernal-Write': '1', 'content-type': 'application/json' },
    body: JSON.stringify({ document: cabin }),
  });
  address = `${app.address}/plan/${((await made.json()) as { id: string }).id}/outlets`;
});
afterAll(async () => {
  await page.close();
  await app.stop();
});
afterEach(async () => {
  expect(await page.complaints()).toEqual([]);
});
const share = (text: string): number => Number(/(\d+)\s?%/.exec(text)?.[1] ?? NaN);

describe('a cabin on its bench', () => {
  it('the shower loses to the kitchen, and a pipe of its own mends it', async () => {
    await page.go(address);
    await page.click('bench-cabin-tank');
    await (await page.part('tap-shower')).sendKeys(Key.ENTER);
    await page.textWhen('cabin-open', (t) => t.startsWith('1'));
    await page.click('tap-kitchen');
    const lost = share(await page.textWhen('lost-shower', (t) => t.includes('less than alone')));
    expect(lost).toBeGreaterThan(15);
    expect(share(await page.text('takes-shower-kitchen'))).toBe(lost);
    await page.click('own-shower');
    await page.part('trying');
    await page.until('the shower to keep its water', async () => {
      const texts = await page.driver.executeScript<string>(
        'return document.querySelector(\'[data-test="lost-shower"]\')?.textContent ?? ""',
      );
      return texts === '' || share(texts) < 3;
    });
    await page.click('put-back');
    await page.textWhen('lost-shower', (t) => share(t) === lost);
    await page.click('own-shower');
    await page.part('trying');
    await page.click('keep');
    await page.saved();
    await page.click('undo');
    await page.saved();
  });

  it('a thermostatic mixer starves there, and says what it takes', async () => {
    await page.pick('[data-test="fixture-shower"]', 'thermostatic mixer');
    await page.textWhen('step-sentences', (t) => /thermostatic mixer takes/i.test(t));
    await page.click('undo');
    await page.saved();
    await page.click('shut-all');
    await page.textWhen('cabin-open', (t) => t.startsWith('0'));
  });

  it('in US units on a phone it fits, and axe has nothing to say', async () => {
    await page.driver.executeScript("localStorage.setItem('vernal-units', 'us')");
    await page.size(390, 844);
    await page.go(address);
    await page.driver.executeScript(
      'arguments[0].scrollIntoView({ block: "center" })',
      await page.part('bench-cabin-tank'),
    );
    await page.click('bench-cabin-tank');
    expect(await page.textWhen('at-once', (t) => t.includes('gal/min'))).toContain('units');
    expect(await page.driver.executeScript('return document.documentElement.scrollWidth')).toBeLessThanOrEqual(390);
    expect(await page.axe()).toEqual([]);
    await page.driver.executeScript("localStorage.setItem('vernal-units', 'metric')");
    await page.size(1280, 800);
  });
});

describe('greywater', () => {
  it('is laid to three basins, runs back where an end is lifted, and is laid at one fall', async () => {
    await page.go(address);
    await page.click('add-garden');
    await page.click('add-drain');
    expect(await page.textWhen('drain-least', (t) => t.includes('4.0'))).toContain('4.0');
    expect((await page.text('longest')).replaceAll('\u00a0', ' ')).toMatch(/carry it 15\.\d m/);
    const lifted = await page.part('drain-basin-1');
    await page.driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', lifted);
    await page.driver.actions().move({ origin: lifted }).press().move({ origin: lifted, y: -90 }).release().perform();
    await page.textWhen('fall-basin-1', (t) => t.includes('−'));
    await page.textWhen('step-sentences', (t) => t.includes('nothing runs uphill'));
    await page.click('try-even');
    await page.part('trying');
    await page.until('it to fall all the way', async () => !(await page.text('fall-basin-1')).includes('−'));
    await page.click('keep');
    await page.saved();
    // on the hillside it falls away from the shower
    expect((await page.driver.findElements({ css: '[data-drain]' })).length).toBe(1);
    await page.size(390, 844);
    expect(await page.driver.executeScript('return document.documentElement.scrollWidth')).toBeLessThanOrEqual(390);
    expect(await page.axe()).toEqual([]);
    await page.size(1280, 800);
  });
});
