// The walk by keyboard, by reading, by sheet and by branch; older versions looked at and taken back.
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { By } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { RunningApp } from './harness/app.ts';
import { Key, Page } from './harness/page.ts';

const app = new RunningApp();
let page: Page;
const OUSEL = '/plan/ousel-bank';
const figure = (text: string): number => Number.parseFloat(text.replace(/[^\d.−-]/g, '').replace('−', '-'));

beforeAll(async () => {
  await app.start();
  page = await Page.open();
});
afterAll(async () => {
  await page.close();
  await app.stop();
});

const values = async (column: string): Promise<string[]> =>
  Promise.all(
    (await page.driver.findElements(By.css(`[data-cell$="-${column}"] input`))).map(
      async (e) => (await e.getAttribute('value')) ?? '',
    ),
  );
const focused = (): Promise<string> =>
  page.driver.executeScript<string>('return document.activeElement.getAttribute("aria-label") ?? ""');
const tool = (words: string): Promise<void> => page.choose('walk-tools', words);

describe('a walk of ten legs', () => {
  it('is entered by keyboard alone, in the order of the field notes', async () => {
    const made = await app.create({
      format: 'vernal-slope/plan',
      version: 1,
      title: 'Field notes',
      nodes: [
        {
          id: 'tank',
          kind: 'tank',
          groundM: 100,
          shape: { type: 'vertical-cylinder', diameterM: 1.2, heightM: 1.2 },
          outletM: 0.05,
          overflowM: 1.1,
        },
        { id: 'tap', kind: 'outlet', groundM: 99, ratedFlowLpm: 8, ratedPressureKPa: 50 },
      ],
      lines: [
        {
          id: 'l',
          from: 'tank',
          to: 'tap',
          legs: [{ lengthM: 12, endGroundM: 99, pipe: 'astm-d2239-sidr15/1' }],
        },
      ],
    });
    await page.go(`${app.address}/plan/${made}`);
    await page.part('leg-0');
    await (await page.field('Length of leg 1')).click();
    await page.press(Key.ENTER);
    const notes = [
      [18, -1.2],
      [25, -0.8],
      [9.5, 0.35],
      [30, -2.1],
      [22, -1.05],
      [14, -0.4],
      [40, -1.9],
      [16, 0.2],
      [27, -1.35],
    ];
    for (const [length, rise] of notes) {
      // the open row takes the length, asks the rise, and the rise leads on to the next open row
      await page.until('the open row', async () => (await focused()).startsWith('Length of the next leg'));
      await page.press(String(length), Key.ENTER);
      await page.until('the rise', async () => (await focused()).startsWith('Rise or fall of leg'));
      await page.press(String(rise), Key.ENTER);
    }
    await page.until('ten legs', async () => (await values('length')).length === 10);
    expect((await values('length')).join()).toBe('12,18,25,9.5,30,22,14,40,16,27');
    expect((await values('rise')).join()).toBe('−1.00,−1.20,−0.80,+0.35,−2.10,−1.05,−0.40,−1.90,+0.20,−1.35');
    await page.saved();
  });
});

describe('readings', () => {
  it('of a level and a clinometer set rise, and a contradiction of length is refused', async () => {
    await page.go(app.address + OUSEL);
    await (await page.field('Length of leg 2')).click();
    await tool('as it was read');
    const sights = await page.part('sights');
    await sights.sendKeys(Key.chord(Key.CONTROL, 'a'), '0.40, 2.95\n0.55, 2.64');
    expect(await page.text('reading-answer')).toContain('Falls 4.64 m');
    await sights.sendKeys(Key.chord(Key.CONTROL, 'a'), 'high');
    expect(await (await page.find('.n-modal [role=alert]')).getText()).toContain('Give a backsight and a foresight');
    await sights.sendKeys(Key.chord(Key.CONTROL, 'a'), '0.40, 2.95\n0.55, 2.64');
    await page.click('keep-reading');
    await page.until('the fall', async () => (await page.value('Rise or fall of leg 2')) === '−4.64');
    await page.click('undo');
    await page.until('the old fall', async () => (await page.value('Rise or fall of leg 2')) === '−4.54');
    await page.saved();
  });
});

describe('the tools of the walk', () => {
  it('split a leg, join it again, and take rows of a sheet', async () => {
    await page.go(app.address + OUSEL);
    await (await page.field('Length of leg 2')).click();
    await tool('Split leg 2');
    // a figure that cannot be is refused; the one before it is not taken in its place
    await page.fill('How far along the leg', '-9999', '');
    expect(await (await page.part('take-amount')).isEnabled()).toBe(false);
    await page.fill('How far along the leg', '30', '');
    await page.click('take-amount');
    await page.until('two parts', async () => (await values('length')).join() === '24,30,42,44,92,54,96');
    await (await page.field('Length of leg 2')).click();
    await tool('Join leg 2');
    await page.until('one leg', async () => (await values('length')).join() === '24,72,44,92,54,96');
    await (await page.field('Length of leg 1')).click();
    await tool('Paste legs');
    const box = await page.part('paste-text');
    await box.sendKeys('length m;fall m;remarks\n12;0,5;gate\n8;x;\n');
    expect(await (await page.find('.n-modal .wrong')).getText()).toContain('Row 3: “x” is not a number');
    expect(await (await page.part('keep-paste')).isEnabled()).toBe(false);
    await box.sendKeys(Key.chord(Key.CONTROL, 'a'), 'length m;fall m;remarks\n12;0,5;gate\n8;-0,1;creek');
    expect(await page.text('paste-preview')).toContain('2 legs, 20 m in all, falling 0.40 m');
    await page.click('keep-paste');
    await page.until('the rows', async () => (await values('length')).join() === '24,12,8,72,44,92,54,96');
    await page.click('undo');
    await page.click('undo');
    await page.click('undo');
    await page.until('all undone', async () => (await values('length')).join() === '24,72,44,92,54,96');
    await page.saved();
  });

  it('branch to a tap at a tee; the hillside shows the other way behind, and leads to it', async () => {
    await page.go(app.address + OUSEL);
    await (await page.field('Length of leg 5')).click();
    await tool('A line from the end of leg 5');
    await page.pick('[data-test=join-panel] [data-test=join-what]', 'Tap');
    await page.click('join-keep');
    await page.until(
      'the new place',
      async () => (await page.text('flow')) !== '' && (await values('length')).join() === '20',
    );
    // the way to Low Meadow is behind now, and a click leads there
    await page.until('the way behind', async () => {
      const [button] = await page.driver.findElements(By.css('[data-behind="low"]'));
      await button?.click();
      return button !== undefined;
    });
    await page.find('[data-behind="tap"]');
    await page.click('undo');
    await page.until(
      'the branch to go',
      async () => (await page.driver.findElements(By.css('[data-behind="tap"]'))).length === 0,
    );
    await page.saved();
  });
});

describe('a track', () => {
  const valley = (name: string): string => fileURLToPath(new URL(`../demo/valley/${name}`, import.meta.url));
  it('is brought in with heights from a grid; a broken one changes nothing', async () => {
    await page.go(app.address + OUSEL);
    await (await page.field('Length of leg 1')).click();
    await tool('Bring in a track');
    const broken = join(mkdtempSync(join(tmpdir(), 'vernal-track-')), 'broken.gpx');
    writeFileSync(broken, readFileSync(valley('ousel-bank.gpx'), 'utf8').slice(0, 2000));
    await (await page.part('track-file')).sendKeys(broken);
    const fault = await page.until('the fault', async () => {
      const [alert] = await page.driver.findElements(By.css('.n-modal [role=alert]'));
      return alert?.getText();
    });
    expect(fault).toContain('not whole');
    await (await page.part('track-file')).sendKeys(valley('ousel-bank.gpx'));
    // the grid kept with the plan gives the heights; the receiver's own wander by metres
    const byGrid = await page.textWhen('track-preview', (t) => t.includes('96 points'));
    await page.click('by-grid');
    const poor = await page.textWhen('track-preview', (t) => t !== byGrid);
    expect(Number(/make (\d+) legs/.exec(poor)?.[1])).toBeGreaterThan(Number(/make (\d+) legs/.exec(byGrid)?.[1]));
    await page.click('by-grid');
    await page.textWhen('track-preview', (t) => t === byGrid);
    // the same grid from its file is the same ground
    await (await page.part('grid-file')).sendKeys(valley('ousel-bank.asc'));
    expect(await page.textWhen('grid-info', (t) => t.includes('ousel-bank.asc'))).toContain('90 by 70 heights');
    await page.textWhen('track-preview', (t) => t === byGrid);
    await page.click('keep-track');
    const legs = Number(/make (\d+) legs/.exec(byGrid)?.[1]);
    await page.until('its legs', async () => (await values('length')).length === legs);
    // as many legs as before may be others
    await page.until(
      'legs from the grid',
      async () => (await page.driver.findElements(By.css('td[title*="elevation grid"]'))).length === legs,
    );
    await page.click('undo');
    await page.until('the old legs', async () => (await values('length')).join() === '24,72,44,92,54,96');
    await page.saved();
  });
});

describe('a gauge against the walk', () => {
  it('is held against it in both terms, and the closing of the walk is told', async () => {
    await page.go(`${app.address}/plan/ousel-bank/outlets`);
    await page.click('bench-places');
    await page.until('the kitchen tap', async () => {
      const [tab] = await page.driver.findElements(By.css('[data-node="kitchen"]'));
      await tab?.click();
      return tab !== undefined;
    });
    await page.fill('Gauge with all shut', '85 kPa');
    const said = await page.textWhen('sentences', (t) => t.includes('closed-hose gauge'));
    expect(said).toContain('85.0 kPa, a fall of 8.67 m; the walk says 5.83 m');
    await page.fill('Gauge with all shut', '57 kPa');
    await page.textWhen('sentences', (t) => !t.includes('closed-hose gauge'));
    await page.fill('Height known from elsewhere', '738.4 m');
    await page.textWhen('sentences', (t) => t.includes('The misclosure of'));
    await page.click('undo');
    await page.click('undo');
    await page.click('undo');
    await page.saved();
  });
});

describe('history', () => {
  it('shows an older version on the hillside, changes nothing there, and takes it back', async () => {
    await page.go(app.address + OUSEL);
    const flow = await page.textWhen('flow', (t) => t !== '');
    await page.click('history');
    await (await page.field('Name it as it is now')).sendKeys('before the long leg');
    await page.click('name-version');
    await page.textWhen('versions', (t) => t.includes('before the long leg'));
    await page.press(Key.ESCAPE);
    await page.until('the dialog to go', async () => (await page.driver.findElements(By.css('.n-modal'))).length === 0);
    await page.fill('Length of leg 2', '190');
    await page.textWhen('flow', (t) => figure(t) < figure(flow));
    await page.saved();
    await page.click('history');
    expect(await page.textWhen('versions', (t) => t.includes('leg 2: length'))).toContain('before the long leg');
    const rows = await page.driver.findElements(By.css('[data-test="versions"] li'));
    for (const row of rows)
      if ((await row.getText()).includes('before the long leg')) {
        await row.findElement(By.css('[data-test^="look-"]')).click();
        break;
      }
    await page.part('viewing');
    expect(await page.value('Length of leg 2')).toBe('72');
    expect(await page.text('flow')).toBe(flow);
    // its fields do not look as if they could be changed, take no pointer, and refuse what is typed by keyboard
    const field = await page.field('Length of leg 2');
    await expect(field.click()).rejects.toThrow(/intercepted/);
    await field.sendKeys(Key.chord(Key.CONTROL, 'a'), '50', Key.ENTER);
    expect(await (await page.find('.quantity [role=alert]')).getText()).toContain('older version');
    await field.sendKeys(Key.ESCAPE);
    await page.click('take-back');
    await page.until('72 again', async () => (await page.value('Length of leg 2')) === '72');
    await page.saved();
    await page.click('undo');
    await page.until('190 again', async () => (await page.value('Length of leg 2')) === '190');
    await page.click('redo');
    await page.saved();
  });
});
