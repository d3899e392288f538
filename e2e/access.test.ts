// By keyboard alone, on a phone, at twice the size, in every theme, for screen readers.
import { By } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { RunningApp } from './harness/app.ts';
import { Key, Page } from './harness/page.ts';

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

const focused = (): Promise<string> =>
  page.driver.executeScript<string>(
    'return document.activeElement.getAttribute("aria-label") ?? document.activeElement.textContent',
  );

/** Tabs on until the focus fits; fails when it never does. */
async function tabTo(fits: (label: string) => boolean, most = 80): Promise<string> {
  for (let k = 0; k < most; k++) {
    await page.press(Key.TAB);
    const label = (await focused()) ?? '';
    if (fits(label)) return label;
  }
  throw new Error('the focus never came there');
}

describe('by keyboard alone', () => {
  it('a plan is opened, walked, judged and undone', async () => {
    await page.go(app.address);
    await page.part('card-ousel-bank');
    await tabTo((l) => l.includes('Ousel Bank') && !l.startsWith('D') && !l.startsWith('S'));
    await page.press(Key.ENTER);
    const flow = await page.textWhen('flow', (t) => t !== '');

    await tabTo((l) => l.startsWith('Length of leg 1'));
    await page.press('60', Key.ENTER);
    await page.textWhen('flow', (t) => t !== flow);
    expect(await focused()).toContain('Length of leg 2');
    await page.press(Key.TAB);
    expect(await focused()).toContain('Rise or fall of leg 2');

    // the working of a figure, and out again
    await page.driver.executeScript('document.activeElement.blur()');
    await page.press('w');
    await page.part('working');
    await page.press(Key.ESCAPE);
    await page.until(
      'the working to go',
      async () => (await page.driver.findElements(By.css('[data-test="working"]'))).length === 0,
    );

    await page.press('1');
    await page.find('#water-title');
    await page.press('2');
    await page.find('#need-title');
    await page.press('3');
    await page.find('#store-title');
    await page.press('5');
    await page.find('#high-title');
    await page.press('7');
    await page.find('#trough-title');
    await page.press('4');
    await page.find('#walk-title');
    await page.press('?');
    await page.until('the keys', async () => (await page.driver.findElement(By.css('dl'))).isDisplayed());
    await page.press(Key.ESCAPE);
    await page.until('the keys to go', async () => (await page.driver.findElements(By.css('.n-modal'))).length === 0);
    await page.chord(Key.CONTROL, 'z');
    await page.textWhen('flow', (t) => t === flow);
    await page.saved();
  });

  it('the hillside is walked by arrows, row and ground lit together', async () => {
    await page.go(`${app.address}/plan/ousel-bank`);
    await page.part('flow');
    await tabTo((l) => l.startsWith('Hill tank to Low Meadow'));
    await page.press(Key.ARROW_RIGHT, Key.ARROW_RIGHT);
    await page.find('tr.active');
    const legs = await page.driver.findElement(By.css('.band-label')).getText();
    expect(legs).toMatch(/^leg \d/);
  });

  it('a pipe is chosen', async () => {
    await page.go(`${app.address}/plan/kestrel-croft`);
    const flow = await page.textWhen('flow', (t) => t !== '');
    await tabTo((l) => l.startsWith('Pipe of leg 1'));
    await page.press(Key.ENTER);
    await page.part('pipe-iso-4427-pe100-sdr17/63');
    await tabTo((l) => l.trim() === '63 mm');
    await page.press(Key.ENTER);
    await page.textWhen('flow', (t) => t !== flow);
    // away at once, while the save may still be on its way: no question is asked on coming back
    await page.go(app.address);
    await page.part('card-kestrel-croft');
    await page.go(`${app.address}/plan/kestrel-croft`);
    await page.textWhen('flow', (t) => t !== flow && t !== '');
    expect((await page.driver.findElements(By.css('[data-test="conflict"]'))).length).toBe(0);
  });

  it('axe-core finds nothing serious in the dialogs', async () => {
    await page.go(`${app.address}/plan/ousel-bank`);
    await page.part('flow');
    await (await page.find('button[aria-label^="Pipe of leg 1"]')).click();
    await page.find('[data-test^="pipe-"]');
    expect(await page.axe(), 'pipes').toEqual([]);
    await page.press(Key.ESCAPE);
    await page.until('it to go', async () => (await page.driver.findElements(By.css('.n-modal'))).length === 0);
    await (await page.find('button[aria-label^="Fittings of leg 1"]')).click();
    await page.find('.n-modal table');
    expect(await page.axe(), 'fittings').toEqual([]);
    await page.press(Key.ESCAPE);
  });
});

describe('for everybody', () => {
  const pages = [
    '/',
    '/start',
    '/plan/ousel-bank/walk',
    '/plan/ousel-bank/water',
    '/plan/ousel-bank/need',
    '/plan/kestrel-croft/store',
    '/plan/ousel-bank/stand',
    '/plan/ousel-bank/pipe',
    '/plan/ousel-bank/outlets',
    '/plan/tarn-foot/refill',
    '/plan/long-fell-hut',
  ];

  /** Time in which a page begins to move after a change, ms. */
  const BEGIN_MS = 150;
  /** Until widths and colours have come to rest, however slow the machine. */
  const rest = async (): Promise<void> => {
    await new Promise((resolve) => setTimeout(resolve, BEGIN_MS));
    await page.until('the page at rest', () =>
      page.driver.executeScript<boolean>(
        'return document.getAnimations().every((a) => !(a instanceof CSSTransition) || a.playState !== "running")',
      ),
    );
  };
  const cleanInAllThemes = async (what: string): Promise<void> => {
    for (const theme of ['light', 'dark', 'outdoor'] as const) {
      await page.setTheme(theme);
      await rest();
      // another theme is other colours, and nothing else
      expect(await page.axe(theme === 'light' ? undefined : 'color-contrast'), `${theme} ${what}`).toEqual([]);
    }
    await page.setTheme('light');
  };

  it.each(pages)(
    '%s: nothing runs off the side at any width, and axe-core finds nothing serious in any theme',
    async (path) => {
      await page.size(390, 844);
      await page.go(app.address + path);
      await page.find('h1, h2');
      for (const [width, height] of [
        [390, 844],
        [640, 400],
        [1920, 1080],
        [1280, 800],
      ]) {
        await page.size(width, height);
        await rest();
        // a drawing takes its new width when the page has its own
        await page.until(`${path} to have room at ${width}`, () =>
          page.driver.executeScript<boolean>(
            'return document.documentElement.scrollWidth <= document.documentElement.clientWidth',
          ),
        );
      }
      await cleanInAllThemes(path);
    },
  );

  it('axe-core finds nothing serious in a working, in any theme', async () => {
    await page.go(`${app.address}/plan/ousel-bank`);
    await page.click('flow');
    await page.find('.formula .katex');
    await cleanInAllThemes('working');
  });

  it('on a phone a leg can be changed and the stair opens', async () => {
    await page.size(390, 844);
    await page.go(`${app.address}/plan/ousel-bank`);
    const flow = await page.textWhen('flow', (t) => t !== '');
    await page.fill('Length of leg 3', '60');
    await page.textWhen('flow', (t) => t !== flow);
    await page.click('undo');
    await page.textWhen('flow', (t) => t === flow);
    await (await page.find('.fold')).click();
    await page.click('step-store');
    await page.find('#store-title');
    await page.size(1280, 800);
  });

  it('the page runs under its own content policy without a complaint', async () => {
    await page.complaints();
    await page.go(`${app.address}/plan/ousel-bank`);
    await page.click('flow');
    await page.find('.formula .katex');
    await page.part('remedy');
    expect(await page.complaints()).toEqual([]);
  });

  it('a plan that is not there says so', async () => {
    await page.go(`${app.address}/plan/none`);
    expect(await (await page.find('h1')).getText()).toBe('No such plan');
    await page.go(`${app.address}/else`);
    expect(await (await page.find('h1')).getText()).toBe('Nothing here');
  });
});
