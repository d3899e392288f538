// Outlets, rails of drinkers: three stacked cages from nothing with a bucket filled by hand, a hen run under a tank, the bucket
// taken lower by pointer, keys and offer; another kind tried; US units and phone width.
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { RunningApp } from './harness/app.ts';
import { Key, Page } from './harness/page.ts';

const app = new RunningApp();
let page: Page;
const open = async (document: object): Promise<string> => {
  const made = await fetch(`${app.address}/api/plans`, {
    method: 'POST',
    headers: { 'Vernal-Write': '1', 'content-type': 'application/json' },
    body: JSON.stringify({ document }),
  });
  return `${app.address}/plan/${((await made.json()) as { id: string }).id}/outlets`;
};
const empty = { format: 'vernal-slope/plan', version: 1, title: 'Cages', nodes: [], lines: [] };
const yard = {
  ...empty,
  title: 'Yard',
  nodes: [
    {
      id: 'tank',
      kind: 'tank',
      name: 'Yard tank',
      groundM: 100,
      standM: 2,
      shape: { type: 'vertical-cylinder', diameterM: 1, heightM: 1.2 },
      outletM: 0.05,
      overflowM: 1.1,
      startLevelM: 1,
      inlet: { at: 'top', heightM: 1.15 },
    },
  ],
};
const entry = async (name: string, value: string): Promise<void> => {
  const field = await page.find(`[data-test="${name}"] input`);
  await field.sendKeys(Key.chord(Key.CONTROL, 'a'), value, Key.ENTER);
};
const standsAt = async (): Promise<number> =>
  Number(await (await page.find('[data-test="rail-stand"] input')).getAttribute('value'));
const off = (): Promise<string> => page.text('rail-off');

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

describe('rails of drinkers', () => {
  it('three stacked cages from nothing: a bucket by hand, and from which height to which it serves them all', async () => {
    await page.go(await open(empty));
    await page.click('add-garden');
    await page.click('add-rail-cages');
    const range = await page.textWhen('rail-range', (t) => t.includes('between'));
    expect(range.replaceAll('\u00a0', ' ')).toMatch(/between\s+2\.\d+ m\s+and\s+4\.\d+ m/);
    expect(await page.text('rail-day')).toContain('filled by hand');
    expect(await off()).toContain('0');
    // too low for the upper cage
    await entry('rail-stand', '1.9');
    await page.textWhen('rail-better', (t) => t.includes('higher'));
    await page.click('try-hang');
    await page.part('trying');
    await page.until('all to be served', async () => (await off()).startsWith('0'));
    await page.click('put-back');
    await page.until('it to hang low again', async () => (await standsAt()) === 1.9);
  });

  it('a hen run: lowered by hand and by keys, its drinkers changed, its animals few or many', async () => {
    await page.go(await open(yard));
    await page.click('add-garden');
    await page.click('add-rail-hens');
    await page.textWhen('rail-range', (t) => t.includes('between'));
    await entry('rail-stand', '1.2');
    await page.until('the nipples to drip', async () => (await off()).startsWith('10'));
    const bucket = await page.part('rail-bucket');
    await page.driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', bucket);
    await page.driver.actions().move({ origin: bucket }).press().move({ origin: bucket, y: 40 }).release().perform();
    await page.until('the bucket to hang lower', async () => (await standsAt()) < 1.1);
    const before = await standsAt();
    await (await page.part('rail-bucket')).sendKeys(Key.ARROW_UP);
    await page.until('it to be a hand higher', async () => Math.abs((await standsAt()) - before - 0.01) < 1e-6);
    await page.click('try-poultry-cup');
    await page.part('trying');
    await page.until('cups to hold it back', async () => (await off()).startsWith('0'));
    await page.click('keep');
    await page.saved();
    await (
      await page.find('input[aria-label="Heads that drink here"]')
    ).sendKeys(Key.chord(Key.CONTROL, 'a'), '140', Key.TAB);
    await page.textWhen('step-sentences', (t) => t.includes('one for 10 is asked'));
    await page.click('rail-day');
    await page.click('step-need');
    expect(await page.textWhen('rail:rail', (t) => t.includes('laying hens'))).toContain('35');
  });

  it('refuses what cannot be beside the field', async () => {
    await page.click('step-outlets');
    await entry('rail-stand', '-3');
    expect(await (await page.part('rail-stand')).getText()).toMatch(/at least/);
    await (await page.find('[data-test="rail-stand"] input')).sendKeys(Key.ESCAPE);
    await entry('rail-spacing', '0');
    expect(await (await page.part('rail-spacing')).getText()).toMatch(/at least/);
    await (await page.find('[data-test="rail-spacing"] input')).sendKeys(Key.ESCAPE);
  });

  it('in US units and on a phone it fits, and axe has nothing to say', async () => {
    const own = await open(yard);
    await page.driver.executeScript("localStorage.setItem('vernal-units', 'us')");
    await page.size(390, 844);
    await page.go(own);
    await page.click('add-garden');
    await page.click('add-rail-hens');
    await page.textWhen('rail-range', (t) => t.includes('ft'));
    expect(await page.text('rail-day')).toContain('gal');
    expect(await page.driver.executeScript('return document.documentElement.scrollWidth')).toBeLessThanOrEqual(390);
    expect(await page.axe()).toEqual([]);
    await page.driver.executeScript("localStorage.setItem('vernal-units', 'metric')");
    await page.size(1280, 800);
  });
});
