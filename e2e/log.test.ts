// Log: readings entered on a phone, held against the plan at once; the half-shut valve is named, tried in the plan, put back;
// what cannot be is told, and nothing is lost.
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { By } from 'selenium-webdriver';
import { RunningApp } from './harness/app.ts';
import { Key, Page } from './harness/page.ts';

const app = new RunningApp();
let page: Page;
const PE = 'astm-d2239-sidr15/1';
/** Two taps on one trunk. */
const plan = {
  format: 'vernal-slope/plan',
  version: 1,
  title: 'Fork',
  nodes: [
    {
      id: 'hill',
      kind: 'tank',
      name: 'Upper tank',
      groundM: 110,
      shape: { type: 'vertical-cylinder', diameterM: 2, heightM: 2 },
      outletM: 0.1,
      overflowM: 1.9,
      startLevelM: 1.5,
    },
    { id: 'fork', kind: 'junction', name: 'Fork', groundM: 101 },
    { id: 'near', kind: 'outlet', name: 'Near tap', groundM: 100, ratedFlowLpm: 20, ratedPressureKPa: 100 },
    { id: 'far', kind: 'outlet', name: 'Far tap', groundM: 98, ratedFlowLpm: 15, ratedPressureKPa: 100 },
  ],
  lines: [
    { id: 'trunk', from: 'hill', to: 'fork', legs: [{ lengthM: 60, endGroundM: 101, pipe: PE }] },
    {
      id: 'to-near',
      from: 'fork',
      to: 'near',
      legs: [{ lengthM: 20, endGroundM: 100, pipe: 'astm-d2239-sidr15/3/4' }],
    },
    { id: 'to-far', from: 'fork', to: 'far', legs: [{ lengthM: 50, endGroundM: 98, pipe: 'astm-d2239-sidr15/3/4' }] },
  ],
};
const open = async (document: object): Promise<string> => `${app.address}/plan/${await app.create(document)}/log`;
const count = async (css: string): Promise<number> => (await page.driver.findElements(By.css(css))).length;

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

describe('log', () => {
  it('readings on a phone name the half-shut valve; tried, the plan says what was read; put back, it says what it did', async () => {
    // what the plan would say with K 120 on its trunk: out of a sheet, but one, which is typed
    const file = join(mkdtempSync(join(tmpdir(), 'vernal-log-')), 'log.csv');
    writeFileSync(
      file,
      'at;place;pressureKPa;open\n2026-09-18T08:00;near;97;none\n2026-09-18T08:05;far;116;none\n2026-09-18T08:10;near;39;near\n2026-09-18T08:15;far;63;far\n',
    );
    await page.size(390, 844);
    await page.go(await open(plan));
    await page.part('planned');
    await page.until('what is planned', async () => /planned [\d.]+\skPa/.test(await page.text('planned')));
    // nothing but a number is kept
    await page.click('keep-reading');
    expect(await page.text('reading-fault')).toContain('Give what was read');
    await (await page.field('Reading at Near tap')).sendKeys('39');
    await page.until('the question', async () => /Short by .* Is anything else open\?/.test(await page.text('off')));
    await page.click('keep-reading');
    await page.until('the reading kept', async () => (await count('[data-test="readings"] tbody tr')) === 1);
    await (await page.find('[data-test="readings-in"] input, input[data-test="readings-in"]')).sendKeys(file);
    await page.until('five readings', async () => (await count('[data-test="readings"] tbody tr')) === 5);
    await page.until('the valve named', async () =>
      /^\d+\s%\s*Upper tank to Fork held back/.test(await page.text('causes')),
    );
    expect(await page.driver.executeScript('return document.documentElement.scrollWidth')).toBe(390);
    expect(await page.axe()).toEqual([]);
    await page.size(1280, 800);
    await page.click('try-cause');
    await page.part('what-if');
    await page.click('put-back');
    await page.saved();
    // all of it is there after a reload, once each
    await page.driver.navigate().refresh();
    await page.until('five readings still', async () => (await count('[data-test="readings"] tbody tr')) === 5);
  });

  it('a reading still to come, words and a sheet of other columns are told, and nothing is lost; by keys alone', async () => {
    await page.go(await open(plan));
    await page.part('planned');
    // a tank that stood lower gives less
    const full = await page.textWhen('planned', (t) => /[\d.]+\skPa/.test(t));
    await page.driver.executeScript(`document.querySelector('[data-test="tank-levels"]').open = true`);
    await page.fill('Level of Upper tank then', '0.3');
    await page.textWhen('planned', (t) => /[\d.]+\skPa/.test(t) && t !== full);
    const field = await page.field('Reading at Near tap');
    await field.sendKeys('about fifty', Key.TAB);
    await page.until(
      'no number',
      async () => (await page.driver.findElements(By.css('.quantity.wrong, [role="alert"]'))).length > 0,
    );
    expect(await field.getAttribute('value')).toBe('about fifty');
    await field.sendKeys(Key.chord(Key.CONTROL, 'a'), '50', Key.TAB);
    await page.driver.executeScript(`
      const day = document.querySelector('input[aria-label="Day of the reading"]');
      day.value = '2099-01-01';
      day.dispatchEvent(new Event('change', { bubbles: true }));
    `);
    // a time that is none, at phone width: told within the page
    await page.size(390, 844);
    const time = await page.field('Time of the reading');
    await time.sendKeys(Key.chord(Key.CONTROL, 'a'), 'noon', Key.TAB);
    await page.find('.time-field [role="alert"]');
    expect(await page.driver.executeScript('return document.documentElement.scrollWidth')).toBe(390);
    await time.sendKeys(Key.chord(Key.CONTROL, 'a'), '07:40', Key.TAB);
    await page.size(1280, 800);
    const keep = await page.part('keep-reading');
    await keep.sendKeys(Key.ENTER);
    expect(await page.text('reading-fault')).toContain('still to come');
    expect(await (await page.field('Reading at Near tap')).getAttribute('value')).toBe('50');
    expect(await count('[data-test="readings"] tbody tr')).toBe(0);
    const file = join(mkdtempSync(join(tmpdir(), 'vernal-log-')), 'other.csv');
    writeFileSync(file, 'where|what\nnear|5\n');
    await (await page.find('[data-test="readings-in"] input, input[data-test="readings-in"]')).sendKeys(file);
    await page.until('what is missing', async () => (await page.text('readings-told')).includes('has no column "at"'));
  });
});
