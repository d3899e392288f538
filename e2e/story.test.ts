// What the first slice is for, done by mouse and keyboard in a real browser.
import { writeFileSync, readFileSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { By } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { RunningApp } from './harness/app.ts';
import { Key, Page } from './harness/page.ts';

const app = new RunningApp();
let page: Page;
const demo = fileURLToPath(new URL('../demo/plans/ousel-bank.vernal.json', import.meta.url));
const figure = (text: string): number => Number.parseFloat(text.replace(/[^\d.−-]/g, '').replace('−', '-'));
const number = async (name: string): Promise<number> => figure(await page.text(name));
const OUSEL = '/plan/ousel-bank';

beforeAll(async () => {
  await app.start();
  page = await Page.open();
});
afterAll(async () => {
  await page.close();
  expect(await app.stop()).toBe(0);
});

const refillText = (): Promise<string> =>
  page.until('the filling', async () => {
    const all = `${await page.text('sentences')} ${await page.text('good-sentences')}`;
    return /refill time is [\d.]+ min/.exec(all)?.[0];
  });

describe('the story', () => {
  it('changes a leg, sees flow, pressure, filling and height change, opens a working, and finds it after a restart', async () => {
    await page.go(app.address);
    await page.click('card-ousel-bank');
    const before = {
      flow: await number('flow'),
      pressure: await number('pressure'),
      refill: await refillText(),
      height: await page.text('height'),
    };
    const line = await (await page.part('running-line')).getAttribute('d');

    await page.fill('Length of leg 2', '172');
    const flow = await page.textWhen('flow', (text) => figure(text) < before.flow - 1);
    expect(await number('pressure')).toBeLessThan(before.pressure);
    expect(await page.text('height')).not.toBe(before.height);
    expect(await (await page.part('running-line')).getAttribute('d')).not.toBe(line);
    await page.until('a slower filling', async () => (await refillText()) !== before.refill);

    await page.click('pressure');
    await page.part('working');
    expect(await page.text('result')).toBe(`${await page.text('pressure')} kPa`);
    expect(await page.text('working')).toContain('Hill tank, water level');
    await page.find('.formula .katex');
    await page.click('close-working');

    await page.saved();
    await app.stop();
    await app.start();
    await page.go(app.address + OUSEL);
    expect(await page.textWhen('flow', (text) => text !== '')).toBe(flow);
    expect(await page.value('Length of leg 2')).toBe('172');
    await page.fill('Length of leg 2', '72');
    await page.textWhen('flow', (text) => figure(text) === before.flow);
    await page.saved();
  });

  it('tries the change that is proposed, puts it back, tries it again by key and keeps it', async () => {
    await page.go(app.address + OUSEL);
    const before = await number('flow');
    await page.click('try');
    await page.textWhen('flow', (text) => figure(text) > before);
    await page.click('put-back');
    await page.textWhen('flow', (text) => figure(text) === before);
    await page.until('it to be worked out', async () => await (await page.part('try')).isEnabled());
    await (await page.driver.findElement(By.css('.drawing'))).click();
    await page.press('t');
    await page.textWhen('flow', (text) => figure(text) > before);
    await page.click('keep');
    expect((await page.driver.findElements(By.css('[data-test="flag"]'))).length).toBe(0);
    await page.click('undo');
    await page.textWhen('flow', (text) => figure(text) === before);
    await page.saved();
  });
});

describe('edits', () => {
  it('are undone and done again, by button and by key', async () => {
    await page.go(app.address + OUSEL);
    const first = await page.text('flow');
    await page.fill('Rise or fall of leg 1', '-2.5');
    const second = await page.textWhen('flow', (text) => text !== first);
    await page.fill('Length of leg 5', '400 ft');
    const third = await page.textWhen('flow', (text) => text !== second);
    await page.click('undo');
    await page.textWhen('flow', (text) => text === second);
    await page.chord(Key.CONTROL, 'z');
    await page.textWhen('flow', (text) => text === first);
    await page.chord(Key.CONTROL, Key.SHIFT, 'z');
    await page.textWhen('flow', (text) => text === second);
    await page.click('redo');
    await page.textWhen('flow', (text) => text === third);
    await page.click('undo');
    await page.click('undo');
    await page.textWhen('flow', (text) => text === first);
    await page.saved();
  });

  it('that cannot be stay in their field with what would be right, and change nothing', async () => {
    await page.go(app.address + OUSEL);
    const flow = await page.text('flow');
    for (const [label, typed, says] of [
      ['Length of leg 2', 'far', '“far” is not a number'],
      ['Length of leg 2', '0', 'Give at least'],
      ['Length of leg 2', '3', 'shorter than the'],
      ['Length of leg 2', '5 kPa', '“kPa” is no unit here'],
      ['Rise or fall of leg 1', '', 'Give a number in m'],
      ['Depth of the pipe on leg 1', '900', 'Give at most'],
    ]) {
      await page.fill(label, typed || Key.BACK_SPACE);
      const error = await page.find('[role=alert]');
      expect(await error.getText()).toContain(says);
      expect(await page.value(label)).toBe(typed);
      expect(await page.text('flow')).toBe(flow);
      await (await page.field(label)).sendKeys(Key.ESCAPE);
      await page.until(
        'the error to go',
        async () => (await page.driver.findElements(By.css('.quantity [role=alert]'))).length === 0,
      );
    }
  });

  it('add, move by key, drag and take out legs', async () => {
    await page.go(app.address + OUSEL);
    const lengths = async (): Promise<string[]> =>
      Promise.all(
        (await page.driver.findElements(By.css('[data-cell$="-length"] input'))).map(
          async (e) => (await e.getAttribute('value')) ?? '',
        ),
      );
    await page.part('leg-5');
    const first = await lengths();
    expect(first).toEqual(['24', '72', '44', '92', '54', '96']);
    // Enter on the last leg comes to the open row; a length typed there is the next leg
    await (await page.field('Length of leg 6')).click();
    await page.press(Key.ENTER, '33', Key.ENTER);
    await page.until('its length', async () => (await lengths())[6] === '33');
    await page.until('a question for its rise', async () =>
      (await page.driver.switchTo().activeElement().getAttribute('aria-label'))?.startsWith('Rise or fall of leg 7'),
    );
    await (await page.field('Length of leg 2')).click();
    await page.click('add-leg');
    await page.until('a leg below it', async () => (await lengths()).join() === '24,72,10,44,92,54,96,33');
    await page.chord(Key.ALT, Key.DELETE);
    await page.until('it to go', async () => (await lengths()).join() === '24,72,44,92,54,96,33');
    await (await page.field('Length of leg 7')).click();
    await page.chord(Key.ALT, Key.ARROW_UP);
    await page.until('the move', async () => (await lengths()).join() === '24,72,44,92,54,33,96');
    const grip = await page.find('[data-test="leg-5"] .grip');
    const target = await page.find('[data-test="leg-3"]');
    await page.driver
      .actions()
      .move({ origin: grip })
      .press()
      .move({ origin: await page.find('[data-test="leg-4"]') })
      .pause(250)
      .move({ origin: target })
      .pause(250)
      .release()
      .perform();
    await page.until('the drag', async () => (await lengths()).join() === '24,72,44,33,92,54,96');
    await (await page.field('Length of leg 4')).click();
    await page.click('remove-leg');
    await page.until('the leg to go', async () => (await lengths()).join() === first.join());
    await page.saved();
  });
});

describe('units', () => {
  it('show in either system, and every field takes the other one', async () => {
    await page.go(app.address + OUSEL);
    const metric = await number('flow');
    await page.click('units');
    expect(await page.textWhen('units', (t) => t === 'US')).toBe('US');
    expect(Math.abs((await number('flow')) * 3.785411784 - metric)).toBeLessThan(0.06);
    expect(figure(await page.value('Length of leg 1'))).toBeCloseTo(24 / 0.3048, 2);
    await page.fill('Length of leg 1', '24 m');
    expect(figure(await page.value('Length of leg 1'))).toBeCloseTo(24 / 0.3048, 2);
    await page.click('units');
    expect(await number('flow')).toBe(metric);
    await page.fill('Length of leg 1', '78.74 ft');
    await page.until('24 m again', async () => (await page.value('Length of leg 1')) === '24');
  });
});

describe('quick start', () => {
  it('gives an answer from five figures, in either system, and a plan to walk', async () => {
    await page.go(`${app.address}/start`);
    await page.fill('1. How high', '40 ft');
    await page.until('12.19 m', async () => (await page.value('1. How high')).startsWith('12.19'));
    await page.fill('2. How far', '120');
    await page.click('choose-pipe');
    await page.click('pipe-astm-d2239-sidr15/1-1/4');
    await page.fill('5. How much', '500 gal');
    const flow = await page.text('quick-flow');
    expect(figure(flow)).toBeGreaterThan(5);
    await page.click('make-plan');
    expect(await page.textWhen('flow', (t) => t !== '')).toBe(flow);
    expect(await page.value('Length of leg 1')).toBe('120');
  });
  it('says plainly that an outlet above the water gets none, and by how much', async () => {
    await page.go(`${app.address}/start`);
    await page.fill('1. How high', '-1.3');
    expect(await page.textWhen('quick-sentences', (t) => t.includes('No flow'))).toContain(
      'the outlet stands 1.30 m above the water',
    );
    expect(await number('quick-flow')).toBe(0);
  });
  it('says when a pipe cannot be that short', async () => {
    await page.go(`${app.address}/start`);
    await page.fill('2. How far', '4');
    expect(await (await page.find('.fault')).getText()).toContain('The pipe is shorter than the height');
    expect(await (await page.part('make-plan')).isEnabled()).toBe(false);
  });
});

describe('plan files', () => {
  const folder = mkdtempSync(join(tmpdir(), 'vernal-files-'));
  const cards = async (): Promise<number> => (await page.driver.findElements(By.css('article.card'))).length;

  it('with faults are listed and change nothing', async () => {
    await page.go(app.address);
    await page.part('card-ousel-bank');
    const before = await cards();
    const bad = join(folder, 'bad.vernal.json');
    writeFileSync(
      bad,
      readFileSync(demo, 'utf8')
        .replace('"lengthM": 24', '"lengthM": "far"')
        .replace('"outletM": 0.05', '"outletM": 5'),
    );
    await (await page.driver.findElement(By.css('[data-test="file"]'))).sendKeys(bad);
    const text = await page.textWhen('faults', (t) => t !== '');
    expect(text).toContain('$.lines[1].legs[0].lengthM');
    expect(text).toContain('give a number in metres');
    await page.go(app.address);
    await page.part('card-ousel-bank');
    expect(await cards()).toBe(before);
  });
  it('that are sound are opened', async () => {
    const good = join(folder, 'good.vernal.json');
    writeFileSync(
      good,
      readFileSync(demo, 'utf8').replace(
        '"Ousel Bank"',
        '"A very long name for a hillside with many words, so that it must be broken somewhere in a card"',
      ),
    );
    await page.go(app.address);
    await (await page.driver.findElement(By.css('[data-test="file"]'))).sendKeys(good);
    await page.part('flow');
    expect(await page.driver.getTitle()).toContain('A very long name');
  });
  it('deleted are brought back', async () => {
    await page.go(app.address);
    await page.part('card-tarn-foot');
    await page.click('delete-tarn-foot');
    await page.until(
      'the card to go',
      async () => (await page.driver.findElements(By.css('[data-test="card-tarn-foot"]'))).length === 0,
    );
    await page.click('undo-delete');
    await page.part('card-tarn-foot');
  });
});

describe('your plans', () => {
  it('keep the room of what is still to come: nothing moves from under a finger', async () => {
    const tools = page.driver as unknown as {
      sendAndGetDevToolsCommand: (n: string, p: object) => Promise<{ identifier: string }>;
    };
    // the plans themselves come when they are let
    const { identifier } = await tools.sendAndGetDevToolsCommand('Page.addScriptToEvaluateOnNewDocument', {
      source: `const ask = window.fetch;
        window.fetch = async (...a) => {
          const answer = await ask(...a);
          while (/\\/api\\/plans\\/./.test(a[0].url ?? a[0]) && !window.let)
            await new Promise((done) => setTimeout(done, 50));
          return answer;
        };`,
    });
    const top = async (): Promise<number> => (await (await page.part('empty-plan')).getRect()).y;
    const drawn = async (): Promise<number> => (await page.driver.findElements(By.css('[data-test^=delete-]'))).length;
    await page.size(390, 844);
    await page.go(app.address);
    const before = await top();
    expect(await drawn()).toBe(0);
    const cards = (await page.driver.findElements(By.css('[data-test^=card-]'))).length;
    expect(cards).toBeGreaterThanOrEqual(6);
    await page.driver.executeScript('window.let = true');
    await page.until('every card', async () => (await drawn()) === cards);
    // less than a line
    const moved = Math.abs((await top()) - before);
    await tools.sendAndGetDevToolsCommand('Page.removeScriptToEvaluateOnNewDocument', { identifier });
    await page.size(1280, 800);
    expect(moved).toBeLessThan(16);
  });
});

describe('two windows on one plan', () => {
  it('do not overwrite each other silently', async () => {
    const url = `${app.address}/plan/kestrel-croft`;
    await page.go(url);
    await page.part('flow');
    const other = await Page.open();
    try {
      await other.go(url);
      await other.fill('Length of leg 1', '15');
      await other.saved();
      await other.until('the save', async () => {
        const answer = await fetch(`${app.address}/api/plans/kestrel-croft`);
        return ((await answer.json()) as { revision: number }).revision === 2;
      });
      await page.fill('Length of leg 2', '41');
      await page.part('conflict');
      const stored = async (): Promise<number[]> => {
        const answer = (await (await fetch(`${app.address}/api/plans/kestrel-croft`)).json()) as {
          document: { lines: { legs: { lengthM: number }[] }[] };
        };
        return answer.document.lines[0].legs.map((l) => l.lengthM);
      };
      expect(await stored()).toEqual([15, 31]);
      await page.click('keep-mine');
      await page.saved();
      await page.until('mine to be kept', async () => (await stored()).join() === '12,41');
      // the other window is behind now: its next edit meets the same question
      await other.fill('Length of leg 1', '16');
      await other.click('take-theirs');
      await other.until('theirs', async () => (await other.value('Length of leg 2')) === '41');
      expect(await stored()).toEqual([12, 41]);
    } finally {
      await other.close();
    }
  });
});

describe('without the server', () => {
  it('edits are kept in the browser and sent when it is back', async () => {
    await page.go(app.address + OUSEL);
    const before = await page.text('flow');
    await app.stop();
    await page.fill('Length of leg 2', '150');
    await page.textWhen('flow', (t) => t !== before);
    expect(await page.textWhen('saved', (t) => t.includes('kept here'))).toContain('no connection');
    await app.start();
    await page.saved();
    await page.driver.navigate().refresh();
    expect(await page.value('Length of leg 2')).toBe('150');
    await page.fill('Length of leg 2', '72');
    await page.saved();
  });
  it('edits of a window that was closed meanwhile are put back when the plan is opened again', async () => {
    await page.go(app.address + OUSEL);
    await page.part('flow');
    await app.stop();
    await page.fill('Length of leg 2', '140');
    await page.textWhen('saved', (t) => t.includes('kept here'));
    await page.go('about:blank');
    await app.start();
    await page.go(app.address + OUSEL);
    expect(await page.text('notice')).toContain('put back');
    expect(await page.value('Length of leg 2')).toBe('140');
    await page.saved();
    await page.fill('Length of leg 2', '72');
    await page.saved();
  });
});
