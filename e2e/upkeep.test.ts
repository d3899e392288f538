// The log besides readings, upkeep and the water ahead: entered on a phone, without a connection too; marked done, undone;
// days left read.
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By } from 'selenium-webdriver';
import type { Driver } from 'selenium-webdriver/chrome.js';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { RunningApp } from './harness/app.ts';
import { Key, Page } from './harness/page.ts';

const app = new RunningApp();
let page: Page;
const PE = 'astm-d2239-sidr15/1';
const plan = {
  format: 'vernal-slope/plan',
  version: 1,
  title: 'Moss End',
  nodes: [
    { id: 'spring', kind: 'source', type: 'spring', name: 'Moss spring', groundM: 112, yieldLpm: 0.5 },
    {
      id: 'tank',
      kind: 'tank',
      name: 'Upper tank',
      groundM: 108,
      shape: { type: 'box', lengthM: 1, widthM: 1, heightM: 2 },
      outletM: 0.1,
      overflowM: 1.9,
      startLevelM: 1.1,
    },
    {
      id: 'trough',
      kind: 'trough',
      name: 'Goat trough',
      groundM: 95,
      shape: { type: 'box', lengthM: 1, widthM: 0.5, heightM: 0.5 },
      outletM: 0,
      overflowM: 0.45,
      inlet: { at: 'top', heightM: 0.4 },
      herds: [{ class: 'goat', count: 100, litresPerHeadPerDay: 8.2, visits: [] }],
    },
  ],
  lines: [
    { id: 'in', from: 'spring', to: 'tank', legs: [{ lengthM: 20, endGroundM: 108, pipe: PE }] },
    { id: 'out', from: 'tank', to: 'trough', legs: [{ lengthM: 60, endGroundM: 95, pipe: PE, depthM: 0.9 }] },
  ],
  needs: { lossShare: 0 },
};
const open = async (document: object, step = 'log'): Promise<string> =>
  `${app.address}/plan/${await app.create(document)}/${step}`;
const count = async (css: string): Promise<number> => (await page.driver.findElements(By.css(css))).length;
const idOf = (address: string): string => /plan\/([^/]+)/.exec(address)?.[1] ?? '';
interface Kept {
  readonly document: {
    readonly log?: { rainMm?: number; photo?: string; levelM?: number; upkeep?: string; place?: string }[];
  };
}
const onServer = async (address: string): Promise<NonNullable<Kept['document']['log']>> =>
  ((await (await fetch(`${app.address}/api/plans/${idOf(address)}`)).json()) as Kept).document.log ?? [];
const folder = mkdtempSync(join(tmpdir(), 'vernal-upkeep-'));

beforeAll(async () => {
  await app.start();
  page = await Page.open();
});
afterAll(async () => {
  await page.close();
  await app.stop();
});

describe('the log besides readings', () => {
  afterEach(async () => {
    expect(await page.complaints()).toEqual([]);
  });

  it('takes rain, a repair with a photograph and a test of the water on a phone; 20 MB are refused and nothing is lost', async () => {
    await page.size(390, 844);
    const address = await open(plan);
    await page.go(address);
    await page.click('log-rain');
    await page.click('keep-event');
    expect(await page.text('event-fault')).toContain('Give how much rain');
    await (await page.field('Rain in the gauge')).sendKeys('31');
    await page.click('keep-event');
    await page.textWhen('diary', (t) => /31\S*\smm of rain/.test(t));
    await page.click('log-repair');
    await page.fill('What was mended', 'a new washer', Key.TAB);
    const large = join(folder, 'large.jpg');
    writeFileSync(large, Buffer.alloc(20_000_000, 1));
    const input = await page.find('input[data-test="photo-in"]');
    await input.sendKeys(large);
    await page.textWhen('photo-fault', (t) => t.includes('has 20 MB'));
    expect(await page.value('What was mended')).toBe('a new washer');
    const none = join(folder, 'none.png');
    writeFileSync(none, 'no picture at all');
    await input.sendKeys(none);
    await page.textWhen('photo-fault', (t) => t.includes('cannot be read as a photograph'));
    const shot = join(folder, 'washer.png');
    writeFileSync(shot, Buffer.from(await page.driver.takeScreenshot(), 'base64'));
    await input.sendKeys(shot);
    await page.part('photo-shown');
    await page.click('keep-event');
    await page.textWhen('diary', (t) => t.includes('Mended: a new washer'));
    await page.saved();
    // it is on the server, small, and comes from there after a reload
    await page.driver.navigate().refresh();
    await page.until('the photograph', async () =>
      page.driver.executeScript(
        `const i = document.querySelector('[data-test="photo"]'); return i !== null && i.complete && i.naturalWidth > 0 && i.src.includes('/api/')`,
      ),
    );
    const log = await onServer(address);
    expect(log.map((e) => e.rainMm).filter((v) => v !== undefined)).toEqual([31]);
    const photo = await fetch(`${app.address}/api/plans/${idOf(address)}/photos/${log.find((e) => e.photo)?.photo}`);
    expect(photo.headers.get('Content-Type')).toBe('image/jpeg');
    expect((await photo.arrayBuffer()).byteLength).toBeLessThan(400_000);
    await page.click('log-test');
    await page.click('keep-event');
    await page.saved();
    expect(await page.driver.executeScript('return document.documentElement.scrollWidth')).toBe(390);
    expect(await page.axe()).toEqual([]);
    await page.size(1280, 800);
    await page.go(address.replace('/log', '/water'));
    await page.textWhen('quality-state', (t) => t.includes('Met its test'));
  });

  it('says what is due and how long the water lasts; a job is marked done, undone, made rarer, left out', async () => {
    const address = await open({ ...plan, upkeep: { from: '2020-01-01', frostOn: '10-25' } });
    await page.go(address);
    expect(await page.textWhen('ahead-days', (t) => t !== '')).toBe('10 days');
    expect(await page.text('ahead-told')).toContain('after 10 days');
    await page.click('ahead-days');
    await page.find('.formula .katex');
    await page.driver.actions().sendKeys(Key.ESCAPE).perform();
    const job = '[data-test="upkeep-due"] [data-job="tank-look:tank"]';
    await page.find(job);
    const due = await count('[data-test="upkeep-due"] > li');
    await (await page.find(`${job} [data-test="upkeep-done"]`)).click();
    await page.until('one less due', async () => (await count('[data-test="upkeep-due"] > li')) === due - 1);
    await page.textWhen('diary', (t) => t.includes('Done: Look over Upper tank'));
    await page.click('undo');
    await page.until('due again', async () => (await count('[data-test="upkeep-due"] > li')) === due);
    // with a day and a note, by keys alone
    await (await page.find(`${job} .title`)).sendKeys(Key.ENTER);
    await page.fill('Note on what was done', 'mesh torn, sewn', Key.TAB);
    await (await page.part('upkeep-keep')).sendKeys(Key.ENTER);
    await page.textWhen('diary', (t) => t.includes('mesh torn, sewn'));
    await page.saved();
    expect((await onServer(address)).map((e) => e.upkeep)).toEqual(['tank-look:tank']);
    // the top of another step says what is due there, and how long the water lasts
    await page.go(address.replace('/log', '/pipe'));
    await page.textWhen('due', (t) => /Due: .* and \d+ more; Water for 10 days/.test(t));
    await page.click('due');
    await page.part('upkeep-due');
    await page.fill('A job of our own', 'Grease the gate', Key.TAB);
    await page.click('add-own');
    await page.until('the job of our own', async () =>
      (await page.driver.findElement(By.css('.upkeep')).getText()).includes('Grease the gate'),
    );
    expect(await page.axe()).toEqual([]);
  });

  it('in US units, from a level that was read: the days follow', async () => {
    const address = await open(plan);
    await page.go(address);
    await page.driver.executeScript(`localStorage.setItem('vernal-units', 'us')`);
    await page.go(address);
    await page.textWhen('ahead-told', (t) => t.includes('gal'));
    await page.pick('[data-test="reading-place"]', 'Upper tank');
    await page.pick('[data-test="reading-kind"]', 'a level');
    await (await page.field('Reading at Upper tank')).sendKeys('12 in');
    await page.click('keep-reading');
    await page.textWhen('ahead-days', (t) => t === '2 days');
    await page.driver.executeScript(`localStorage.setItem('vernal-units', 'metric')`);
  });
});

describe('readings from the top to the bottom', () => {
  it('one place after another by the page’s own keys on a phone, a tank’s level holding for what is read below it', async () => {
    await page.size(390, 844);
    const address = await open(plan);
    await page.go(address);
    await page.click('log-walk');
    const press = async (figures: string): Promise<void> => {
      for (const key of figures) await (await page.find(`[data-key="${key}"]`)).click();
    };
    expect(await page.textWhen('walk-place', (t) => t !== '')).toBe('Moss spring, a timed bucket');
    await page.click('walk-keep');
    expect(await page.text('walk-fault')).toContain('Give what was read');
    await press('.48');
    await page.click('walk-keep');
    await page.textWhen('walk-place', (t) => t === 'Upper tank, a level');
    await press('99');
    await (await page.find('[data-key="back"]')).click();
    await (await page.find('[data-key="back"]')).click();
    await press('0.6');
    await page.click('walk-keep');
    await page.textWhen('walk-place', (t) => t === 'Goat trough, a gauge');
    // with the tank at 0.6 m the gauge is planned lower than as the plan starts
    const low = await page.textWhen('walk-planned', (t) => /[\d.]+\skPa/.test(t));
    expect(await page.text('walk-keep')).toContain('the last one');
    await (await page.part('keypad-value')).sendKeys('eighty');
    await page.find('.keypad [role="alert"]');
    await (await page.part('keypad-value')).sendKeys(Key.chord(Key.CONTROL, 'a'), '80');
    await page.click('walk-keep');
    await page.textWhen('walk-over', (t) => t.startsWith('That was the last place'));
    await page.until('three readings', async () => (await count('[data-test="readings"] tbody tr')) === 3);
    await page.saved();
    expect(await page.driver.executeScript('return document.documentElement.scrollWidth')).toBe(390);
    expect(await page.axe()).toEqual([]);
    const [, , last] = await onServer(address);
    expect(last).toMatchObject({ place: 'trough', pressureKPa: 80, levelsM: { tank: 0.6 } });
    expect(low).toContain('planned');
    await page.size(1280, 800);
    expect(await page.complaints()).toEqual([]);
  });
});

describe('without a connection', () => {
  it('readings are kept in the browser, sent once there is one, and stand there once', async () => {
    const address = await open(plan);
    await page.go(address);
    await page.pick('[data-test="reading-place"]', 'Upper tank');
    await page.pick('[data-test="reading-kind"]', 'a level');
    await page.part('ahead-told');
    const driver = page.driver as unknown as Driver;
    await driver.setNetworkConditions({ offline: true, latency: 0, download_throughput: 0, upload_throughput: 0 });
    for (const level of ['1.2', '1.1']) {
      await (await page.field('Reading at Upper tank')).sendKeys(level);
      await page.click('keep-reading');
    }
    await page.until('two readings', async () => (await count('[data-test="readings"] tbody tr')) === 2);
    await page.textWhen('saved', (t) => t.includes('kept'));
    expect(await onServer(address)).toEqual([]);
    await driver.deleteNetworkConditions();
    await page.saved();
    expect((await onServer(address)).map((e) => e.levelM)).toEqual([1.2, 1.1]);
    await page.driver.navigate().refresh();
    await page.until('two readings still', async () => (await count('[data-test="readings"] tbody tr')) === 2);
    // the browser itself tells of requests that found no connection
    await page.complaints();
  });
});
