// Water, Need and Store by mouse, thumb and keyboard: timed fills on a phone, rain brought in, sizes, drinking water.
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { By } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { RunningApp } from './harness/app.ts';
import { Key, Page } from './harness/page.ts';

const app = new RunningApp();
let page: Page;
const folder = mkdtempSync(join(tmpdir(), 'vernal-rain-'));
const demoRain = fileURLToPath(new URL('../demo/weather/kestrel-croft.csv', import.meta.url));
const figure = (text: string): number => Number.parseFloat(text.replace(/[^\d.−-]/g, '').replace('−', '-'));
const count = async (css: string): Promise<number> => (await page.driver.findElements(By.css(css))).length;
const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

beforeAll(async () => {
  await app.start();
  page = await Page.open();
});
afterAll(async () => {
  await page.close();
  await app.stop();
});

describe('a bucket on a phone', () => {
  it('five timed fills with the stopwatch make a test, and nothing is lost on the way', async () => {
    await page.size(390, 844);
    await page.go(`${app.address}/plan/ousel-bank/water`);
    await page.part('tests');
    const before = await count('[data-test="tests"] tbody tr');
    await page.click('time-bucket');
    // a slip of the finger is no fill: two presses at once, however slow the machine is
    await page.part('press');
    await page.driver.executeScript(`
      const button = document.querySelector('[data-test="press"]');
      button.click();
      button.click();
    `);
    await page.find('.slip');
    expect(await count('[data-test="fill"]')).toBe(0);
    for (let k = 0; k < 5; k++) {
      await page.click('press');
      await wait(500);
      await page.click('press');
      await page.until('the fill', async () => (await count('[data-test="fill"]')) === k + 1);
    }
    expect(figure(await page.text('bucket-mean'))).toBeGreaterThan(0);
    // away and back: the fills are still there
    await page.click('bucket-back');
    await page.driver.navigate().refresh();
    await page.click('time-bucket');
    expect(await count('[data-test="fill"]')).toBe(5);
    await page.click('type-time');
    await (await page.part('typed-time')).sendKeys('0');
    await page.click('keep-typed');
    expect(await (await page.find('.typed [role=alert]')).getText()).toContain('Give a time above nothing');
    await page.click('keep-test');
    await page.until('the test', async () => (await count('[data-test="tests"] tbody tr')) === before + 1);
    await page.saved();
    await page.click('undo');
    await page.until('it to go', async () => (await count('[data-test="tests"] tbody tr')) === before);
    await page.saved();
    await page.size(1280, 800);
  });

  it('the lowest test is counted on with one press, and its working opens', async () => {
    await page.go(`${app.address}/plan/ousel-bank/water`);
    expect(await page.text('low-test')).toBe('1.40 L/min');
    await (await page.find('[data-test="tests"] button.figure')).click();
    await page.part('working');
    expect(await page.text('working')).toContain('fills, added up');
    await page.find('.formula .katex');
    await page.click('close-working');
  });
});

describe('rain', () => {
  it('is brought in, the share of days met is read, and another tank chosen', async () => {
    await page.go(`${app.address}/plan/kestrel-croft/water`);
    await page.part('weather-series');
    await (await page.find('[data-test="rain-file"]')).sendKeys(demoRain);
    expect(await page.text('rain-preview')).toContain('4383 days from 1 January 2012');
    expect(await page.text('rain-preview')).toContain('rain from “rain mm”, in mm; tmax from');
    expect(await page.text('rain-first')).toContain('2 January 2012: 4.5 mm, 6.2 °C and 1.6 °C');
    await page.click('take-rain');
    await page.saved();
    await page.click('step-store');
    const days = figure(await page.textWhen('own-days', (t) => t !== ''));
    expect(days).toBeGreaterThan(70);
    expect(days).toBeLessThan(100);
    await page.part('size-curve');
    await page.fill('Across, inside', '2.1 m');
    const more = figure(await page.textWhen('own-days', (t) => figure(t) > days));
    expect(more).toBeGreaterThan(days);
    // other sizes are read on the curve by the arrow keys
    const curve = await page.part('size-curve');
    await page.driver.executeScript('arguments[0].focus()', curve);
    await page.press(Key.ARROW_LEFT, Key.ARROW_LEFT);
    const small = await page.text('hovered-size');
    await page.press(Key.ARROW_RIGHT, Key.ARROW_RIGHT, Key.ARROW_RIGHT);
    expect(figure(await page.text('hovered-size'))).toBeGreaterThan(figure(small));
    await page.click('own-days');
    expect(await page.text('working')).toContain('on which all that was wanted was there');
    await page.click('close-working');
    await page.click('undo');
    await page.textWhen('own-days', (t) => figure(t) === days);
    await page.saved();
  });

  it('with gaps and words is taken apart row by row, and what was there stays', async () => {
    const bad = join(folder, 'bad.csv');
    writeFileSync(bad, 'date,rain\n2024-01-01,1.5\n2024-01-02,wet\n2024-02-03,2\nyesterday,3\n');
    await page.go(`${app.address}/plan/kestrel-croft/water`);
    const before = await page.text('weather-series');
    await (await page.find('[data-test="rain-file"]')).sendKeys(bad);
    const preview = await page.textWhen('rain-preview', (t) => t.includes('Row'));
    expect(preview).toContain('Row 3: “wet” under “rain” is not a number');
    expect(preview).toContain('Row 5: “yesterday” is no date');
    expect(preview).toContain('2024-01-02 to 2024-02-02');
    await page.click('leave-rain');
    expect(await page.text('weather-series')).toBe(before);
    const wrong = join(folder, 'wrong.csv');
    writeFileSync(wrong, 'station;snow\n1;2\n');
    await (await page.find('[data-test="rain-file"]')).sendKeys(wrong);
    expect(await page.textWhen('rain-preview', (t) => t.includes('Row 1'))).toContain('no column is headed “date”');
    await page.click('leave-rain');
  });
});

describe('water to drink', () => {
  it('untested is said at the kitchen tap, and no longer once a test is recorded', async () => {
    await page.go(`${app.address}/plan/ousel-bank/outlets`);
    await page.part('sentences');
    const choose = async (): Promise<string> => {
      await page.click('bench-places');
      await page.until('the kitchen tap', async () => {
        const options = await page.driver.findElements(By.css('[data-node="kitchen"]'));
        await options[0]?.click();
        return options.length > 0;
      });
      return page.textWhen('sentences', () => true);
    };
    expect(await choose()).toContain('the water of Adit is untested');
    await page.click('step-water');
    expect(await page.text('quality-state')).toContain('Untested. It reaches Kitchen tap');
    await page.click('record-quality');
    await page.textWhen('quality-state', (t) => t.includes('Met its test'));
    await page.click('step-outlets');
    expect(await choose()).not.toContain('untested');
    await page.click('undo');
    expect(await choose()).toContain('untested');
    await page.saved();
  });
});

describe('needs', () => {
  it('more animals leave less to spare; a count that cannot be changes nothing; undo brings all back', async () => {
    await page.go(`${app.address}/plan/ousel-bank/need`);
    const spare = figure(await page.text('spare'));
    const heads = await page.find('input[aria-label^="Heads"]');
    await heads.sendKeys(Key.chord(Key.CONTROL, 'a'), '96', Key.TAB);
    await page.textWhen('spare', (t) => figure(t) < spare);
    await heads.sendKeys(Key.chord(Key.CONTROL, 'a'), '-3', Key.TAB);
    expect(await heads.getAttribute('value')).toBe('96');
    await page.click('undo');
    await page.textWhen('spare', (t) => figure(t) === spare);
    await page.click('add-garden');
    await page.part('garden:1');
    await page.click('undo');
    await page.until('the garden to go', async () => (await count('[data-test="garden:1"]')) === 0);
    await page.click('spare');
    expect(await page.text('working')).toContain('brought a day from all sources');
    await page.click('close-working');
    await page.saved();
  });
});

describe('figures that say what they know', () => {
  it('flows name their month, another can be chosen by keys, and a sentence leads to what is not known', async () => {
    const id = await app.create({
      format: 'vernal-slope/plan',
      version: 1,
      title: 'Fern seep',
      site: { latitudeDeg: -40 },
      needs: { people: [{ name: 'Cabin', count: 4, litresPerDay: 90 }] },
      nodes: [
        {
          id: 'seep',
          kind: 'source',
          type: 'spring',
          name: 'Fern seep',
          groundM: 120,
          yieldByMonthLpm: [3, 2, 3, 6, 10, 16, 20, 18, 14, 9, 6, 4],
        },
        {
          id: 'tank',
          kind: 'tank',
          groundM: 116,
          shape: { type: 'vertical-cylinder', diameterM: 1.8, heightM: 1.8 },
          outletM: 0.1,
          overflowM: 1.7,
          startLevelM: 1,
        },
        { id: 'tap', kind: 'outlet', groundM: 100, heightM: 1, ratedFlowLpm: 6, ratedPressureKPa: 50 },
      ],
      lines: [
        { id: 'up', from: 'seep', to: 'tank', legs: [{ lengthM: 60, endGroundM: 116, pipe: 'astm-d2239-sidr15/3/4' }] },
        {
          id: 'down',
          from: 'tank',
          to: 'tap',
          legs: [{ lengthM: 150, endGroundM: 100, pipe: 'astm-d2239-sidr15/3/4' }],
        },
      ],
    });
    await page.size(1280, 800);
    await page.go(`${app.address}/plan/${id}/pipe`);
    expect(await page.textWhen('good-sentences', (t) => t.includes('worked out for'))).toContain(
      'worked out for February, the month with the least to spare',
    );
    await page.driver.executeScript("document.querySelector('details.method summary').click()");
    await page.pick('[data-test="solved-month"]', 'July');
    expect(await page.textWhen('sentences', (t) => t.includes('worked out for'))).toContain('February has the least');
    await page.saved();
    const limit = await page.find('[data-test="limit"]');
    await page.go(String(await limit.getAttribute('href')));
    expect(await (await page.find('h1')).getText()).toBe('What the program does not know');
    await page.until('the part in question', async () =>
      page.driver.executeScript('return document.activeElement?.id === location.hash.slice(1)'),
    );
  });
  it('a garden is kept from thirst in a soil of its own, and asks for less then', async () => {
    await page.go(`${app.address}/plan/kestrel-croft/need`);
    await page.part('garden-kept');
    expect(await page.text('garden-how')).toContain('day by day');
    const spare = async (): Promise<number> => figure(await page.text('spare'));
    const moist = await spare();
    await page.pick('[data-test="garden-kept"]', 'from thirst, no more');
    await page.part('garden-soil');
    await page.until('less is lacking', async () => (await spare()) > moist);
    await page.pick('[data-test="garden-soil"]', 'sand');
    await page.saved();
    expect(await page.text('recorded')).toMatch(/4,383 recorded days .* are met/);
  });
});

describe('a plan that has just begun', () => {
  it('says what to measure and how long it takes', async () => {
    await page.go(`${app.address}/plan/long-fell-hut/water`);
    await page.textWhen('step-sentences', (t) => t.includes('five timed fills take ten minutes'));
    await page.go(`${app.address}/plan/long-fell-hut/need`);
    await page.textWhen('step-sentences', (t) => t.includes('Nothing is needed yet'));
  });
});
