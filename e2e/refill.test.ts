// Refill: a place of one's own run through the day: scrubbed, played, read, mended, asked many times, guessed first.
import { By } from 'selenium-webdriver';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { RunningApp } from './harness/app.ts';
import { Key, Page } from './harness/page.ts';

const app = new RunningApp();
let page: Page;
/** A spring, a tank and a trough too small for who drinks there, in US units. */
const dryGate = {
  format: 'vernal-slope/plan',
  version: 1,
  title: 'Dry Gate',
  settings: { units: 'us' },
  nodes: [
    { id: 'spring', kind: 'source', type: 'spring', name: 'Spring', groundM: 125, yieldLpm: 2 },
    {
      id: 'tank',
      kind: 'tank',
      name: 'Upper tank',
      groundM: 120,
      shape: { type: 'vertical-cylinder', diameterM: 1.5, heightM: 1.5 },
      outletM: 0.05,
      overflowM: 1.4,
      startLevelM: 1.2,
      inlet: { at: 'top', heightM: 1.45 },
    },
    {
      id: 'gate',
      kind: 'trough',
      name: 'Dry Gate trough',
      groundM: 110,
      shape: { type: 'box', lengthM: 0.6, widthM: 0.4, heightM: 0.4 },
      overflowM: 0.36,
      startLevelM: 0.3,
      inlet: {
        at: 'top',
        heightM: 0.38,
        floatValve: {
          seatMm: 3.2,
          dischargeCoefficient: 0.62,
          characteristic: 'proportional',
          closeLevelM: 0.3,
          bandM: 0.06,
        },
      },
      herds: [
        {
          class: 'goat',
          count: 40,
          litresPerHeadPerDay: 8,
          visits: [
            { at: '07:30', durationMin: 20, share: 0.5 },
            { at: '18:00', durationMin: 20, share: 0.5 },
          ],
        },
      ],
    },
  ],
  lines: [
    { id: 'up', from: 'spring', to: 'tank', legs: [{ lengthM: 30, endGroundM: 120, pipe: 'astm-d2239-sidr15/1' }] },
    { id: 'down', from: 'tank', to: 'gate', legs: [{ lengthM: 120, endGroundM: 110, pipe: 'astm-d2239-sidr15/3/4' }] },
  ],
};
let address = '';

beforeAll(async () => {
  await app.start();
  page = await Page.open();
  const made = await fetch(`${app.address}/api/plans`, {
    method: 'POST',
    headers: { 'Vernal-Write': '1', 'content-type': 'application/json' },
    body: JSON.stringify({ document: dryGate }),
  });
  const { id } = (await made.json()) as { id: string };
  address = `${app.address}/plan/${id}/refill`;
});
afterAll(async () => {
  await page.close();
  await app.stop();
});
afterEach(async () => {
  expect(await page.complaints()).toEqual([]);
});

const clock = (): Promise<string> => page.text('scrub');
const scrub = async (...keys: string[]): Promise<void> => (await page.part('scrub')).sendKeys(...keys);
const gone = (name: string): Promise<true> =>
  page.until(
    `${name} to go`,
    async () => (await page.driver.findElements(By.css(`[data-test="${name}"]`))).length === 0,
  );

describe('a trough that is drunk dry', () => {
  it('is told with its time, its litres and its working, in the person’s units', async () => {
    await page.go(app.address);
    await page.driver.executeScript("localStorage.setItem('vernal-units', 'us')");
    await page.go(address);
    const said = await page.textWhen('step-sentences', (t) => t.includes('is dry at'));
    expect(said).toMatch(/Short\. Dry Gate trough is dry at 07:\d\d, .* US gal are wanted and not there\./);
    expect(said).not.toMatch(/\d (L|mm|m)\b/);
    await page.click('short');
    const working = await page.textWhen('working', (t) => t.includes('its float opens'));
    expect(working).toContain('drunk there');
    await page.press(Key.ESCAPE);
    await gone('working');
  });

  it('one clock for strips and hillside: by key, by pointer, and let run', async () => {
    await scrub(Key.HOME);
    expect(await clock()).toBe('00:00');
    expect(await page.text('level-gate')).toBe('full');
    await scrub(...Array<string>(7).fill(Key.PAGE_DOWN), ...Array<string>(9).fill(Key.ARROW_RIGHT));
    expect(await clock()).toBe('07:45');
    expect(await page.textWhen('level-gate', (t) => t !== 'full')).toMatch(/^−\d+(\.\d+)? in$/);
    // a press in the middle of the lanes is the middle of the day
    const lane = await page.part('clock-lane');
    await page.driver.actions().move({ origin: lane }).click().perform();
    expect(await clock()).toMatch(/^(11:5\d|12:0\d)$/);
    const before = await clock();
    await page.click('play');
    await page.textWhen('scrub', (t) => t > before && t >= '13:00');
    await page.click('play');
    const stopped = await clock();
    await new Promise((done) => setTimeout(done, 300));
    expect(await clock()).toBe(stopped);
  });

  it('what would mend it is tried beside the plan and kept', async () => {
    const mends = await page.textWhen('mends', (t) => t.includes('Nobody is short'));
    expect(mends).toContain('Dry Gate trough');
    await page.click('try-mend');
    await page.part('trying');
    await page.textWhen('step-sentences', (t) => !t.includes('is dry at'));
    await page.click('put-back');
    await page.textWhen('step-sentences', (t) => t.includes('is dry at'));
    await page.until('a mend that can be tried again', async () => (await page.part('try-mend')).isEnabled());
    await page.click('try-mend');
    await page.click('keep');
    await page.textWhen('step-sentences', (t) => !t.includes('is dry at'));
    await page.saved();
    await page.chord(Key.CONTROL, 'z');
    await page.textWhen('step-sentences', (t) => t.includes('is dry at'));
  });

  it('its seat is entered in its opened strip', async () => {
    const before = /dry at [^;]*/.exec(await page.text('step-sentences'))?.[0] ?? '';
    expect(before).not.toBe('');
    await page.click('open-gate');
    await page.fill('seat', '1/4 in');
    await page.textWhen('step-sentences', (t) => !t.includes(before));
    await page.driver.executeScript('document.activeElement.blur()');
    await page.chord(Key.CONTROL, 'z');
    await page.textWhen('step-sentences', (t) => t.includes(before));
  });
});

describe('asked by running it many times', () => {
  it('how many it carries, and how often a day goes well; a long run is stopped', async () => {
    await page.click('ask-heads');
    const heads = Number.parseInt(await page.textWhen('heads-answer', (t) => t.includes('heads')), 10);
    expect(heads).toBeGreaterThan(3);
    expect(heads).toBeLessThan(40);
    await page.click('ask-spread');
    await page.click('stop-spread');
    await gone('stop-spread');
    expect(await page.driver.findElements(By.css('[data-test="spread-answer"]'))).toHaveLength(0);
    await page.click('ask-spread');
    expect(await page.textWhen('spread-answer', (t) => t.includes('%'))).toMatch(/^\d+ % of the days nobody is short/);
  });
});

describe('guess first', () => {
  it('hides what happens, asks, and is kind about it', async () => {
    await page.click('guess-first');
    await page.part('guess-form');
    expect(await page.driver.findElements(By.css('[data-test="strip-gate"]'))).toHaveLength(0);
    expect(await page.text('step-sentences')).toBe('');
    await page.fill('Minutes until it is full again', '30', '');
    await page.click('guess-show');
    expect(await page.textWhen('guess-told', (t) => t.includes('You said'))).toMatch(
      /You said 30 min; it takes .* min/,
    );
    expect(await page.text('guess-score')).toMatch(/of 3 this time/);
    await page.part('strip-gate');
    await page.click('guess-first');
  });
});

describe('on a phone', () => {
  it('the strips are as wide as the screen, nothing is cut, and axe has nothing to say', async () => {
    await page.size(390, 844);
    await page.go(address);
    const strip = await page.part('strip-gate');
    const { width } = await strip.getRect();
    expect(width).toBeGreaterThan(320);
    expect(width).toBeLessThan(390);
    const wide = await page.driver.executeScript<number>('return document.documentElement.scrollWidth');
    expect(wide).toBeLessThanOrEqual(390);
    expect(await page.axe()).toEqual([]);
    // a name and its entries lie over the lanes, and are reached with the thumb
    await page.click('open-gate');
    await page.fill('begins at', '99 ft');
    const told = await page.until('the fault', async () => (await page.find('.entries [role=alert]')).getText());
    expect(told).toMatch(/above the rim at .* ft/);
    expect(told).not.toMatch(/\d\sm\b/);
    await page.press(Key.ESCAPE);
    await page.size(1280, 800);
    await page.go(address);
    await page.part('strip-gate');
    expect(await page.axe()).toEqual([]);
  });
});
