// Build: three steps ticked off and the start moved, by keys and on a phone; from an empty plan; kept over a reload.
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { By } from 'selenium-webdriver';
import { RunningApp } from './harness/app.ts';
import { Key, Page } from './harness/page.ts';

const app = new RunningApp();
let page: Page;
const open = async (document: object): Promise<string> => `${app.address}/plan/${await app.create(document)}/build`;
const count = async (css: string): Promise<number> => (await page.driver.findElements(By.css(css))).length;
const plan = {
  format: 'vernal-slope/plan',
  version: 1,
  title: 'North pasture',
  settings: { units: 'us' },
  nodes: [
    {
      id: 'tank',
      kind: 'tank',
      name: 'Upper tank',
      groundM: 112,
      shape: { type: 'vertical-cylinder', diameterM: 2, heightM: 1.6 },
      outletM: 0.05,
      overflowM: 1.5,
    },
    { id: 'tap', kind: 'outlet', name: 'Yard tap', groundM: 100, ratedFlowLpm: 30, ratedPressureKPa: 50 },
  ],
  lines: [
    {
      id: 'down',
      from: 'tank',
      to: 'tap',
      legs: [{ lengthM: 60, endGroundM: 100, pipe: 'astm-d1785-sch40/1', depthM: 0.5 }],
    },
  ],
};

beforeAll(async () => {
  await app.start();
  page = await Page.open();
  await page.go(app.address);
  await page.driver.executeScript("localStorage.setItem('vernal-units','us')");
});
afterAll(async () => {
  await page.close();
  await app.stop();
});
afterEach(async () => {
  expect(await page.complaints()).toEqual([]);
});

describe('build', () => {
  it('three steps are ticked off on a phone and the start is moved; all of it is there after a reload', async () => {
    await page.size(390, 844);
    await page.go(await open(plan));
    await page.part('all-steps');
    for (const step of ['pegs:all', 'base:tank', 'trench:down'])
      await page.until(`a tick at ${step}`, async () => {
        // the days are laid out anew after each tick
        if (await page.driver.executeScript(`return document.querySelector('[data-row="${step}"] input').checked`))
          return true;
        await (await page.find(`[data-row="${step}"] .tick-cell`)).click();
        return false;
      });
    await page.until('three done', async () => (await page.text('build-count')).includes('3 done'));
    await page.driver.executeScript(`
      const field = document.querySelector('[data-test="build-from"]');
      field.value = '2027-04-05';
      field.dispatchEvent(new Event('change', { bubbles: true }));
    `);
    // the next open one is planned from the new start
    await page.until('the new start', async () =>
      (await (await page.find('[data-step="set-tank:tank"]')).getAttribute('aria-label'))?.includes(
        'from 5 April 2027',
      ),
    );
    await page.saved();
    await page.driver.navigate().refresh();
    await page.until('three done still', async () => (await page.text('build-count')).includes('3 done'));
    expect(await page.driver.executeScript('return document.documentElement.scrollWidth')).toBe(390);
    expect(await page.axe()).toEqual([]);
    await page.size(1280, 800);
  });

  it('a step is looked at and ticked off by the keyboard alone, with its cautions, and undone', async () => {
    await page.go(await open(plan));
    await page.part('slope');
    const tabTo = async (css: string): Promise<void> => {
      for (let k = 0; k < 200; k++) {
        await page.press(Key.TAB);
        if (await page.driver.executeScript('return document.activeElement.matches(arguments[0])', css)) return;
      }
      throw new Error(`no Tab leads to ${css}`);
    };
    await tabTo('[data-step="trench:down"]');
    await page.press(Key.ENTER);
    expect(await page.text('step-facts')).toContain('Have buried cables and pipes marked before you dig');
    // cement in the line stands a day before it is flushed
    await tabTo('[data-step="flush:down"]');
    await page.press(Key.ENTER);
    expect(await page.text('waits-for')).toMatch(/Lay the pipe, Upper tank to Yard tap, then one day/);
    await tabTo('[data-test="tick-step"]');
    await page.press(Key.ENTER);
    await page.until('it done', async () => (await page.text('build-count')).includes('1 done'));
    await page.click('undo');
    await page.until('it open again', async () => (await page.text('build-count')).includes('0 done'));
    expect(await page.axe()).toEqual([]);
  });

  it('what is due is told at the top of every other step, and leads there', async () => {
    await page.go((await open({ ...plan, build: { from: '2026-01-05' } })).replace(/build$/, 'walk'));
    await page.textWhen('due', (t) => t.startsWith('Due: Peg out the lines and the places'));
    await page.click('due');
    await page.part('slope');
    await page.until('it to go', async () => (await count('[data-test="due"]')) === 0);
    expect(await page.axe()).toEqual([]);
  });

  it('an empty plan says what to do first', async () => {
    await page.go(await open({ format: 'vernal-slope/plan', version: 1, title: 'Bare', nodes: [], lines: [] }));
    expect(await page.text('no-work')).toContain('Nothing to build yet');
    expect(await count('[data-test="slope"]')).toBe(0);
  });
});
