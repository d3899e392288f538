// Outlets, the garden: rows of one's own with a hole found for them, a loop that evens them, a hole taped over; beds with
// floors entered and moved, the bucket raised instead; at phone width too.
import { By } from 'selenium-webdriver';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { RunningApp } from './harness/app.ts';
import { Key, Page } from './harness/page.ts';

const app = new RunningApp();
let page: Page;
/** A barrel on blocks over level ground, nothing else. */
const barrel = {
  format: 'vernal-slope/plan',
  version: 1,
  title: 'Bean rows',
  nodes: [
    {
      id: 'barrel',
      kind: 'tank',
      name: 'Barrel',
      groundM: 100,
      standM: 0.8,
      shape: { type: 'vertical-cylinder', diameterM: 0.58, heightM: 0.9 },
      outletM: 0.05,
      overflowM: 0.84,
      startLevelM: 0.8,
      inlet: { at: 'top', heightM: 0.88 },
    },
  ],
  lines: [],
};
let address = '';
const open = async (document: object): Promise<string> => {
  const made = await fetch(`${app.address}/api/plans`, {
    method: 'POST',
    headers: { 'Vernal-Write': '1', 'content-type': 'application/json' },
    body: JSON.stringify({ document }),
  });
  return `${app.address}/plan/${((await made.json()) as { id: string }).id}/outlets`;
};
const entry = async (name: string, value: string): Promise<void> => {
  const field = await page.find(`[data-test="${name}"] input`);
  await field.sendKeys(Key.chord(Key.CONTROL, 'a'), value, Key.ENTER);
};
const even = async (): Promise<number> =>
  Number((await page.textWhen('plot-even', (t) => /\d/.test(t))).replace('%', ''));

beforeAll(async () => {
  await app.start();
  page = await Page.open();
  address = await open(barrel);
});
afterAll(async () => {
  await page.close();
  await app.stop();
});
afterEach(async () => {
  expect(await page.complaints()).toEqual([]);
});

describe('rows of holes', () => {
  it('are added, given the hole that waters evenly, closed to a loop, and have a hole taped over', async () => {
    await page.go(address);
    await page.click('add-garden');
    await page.click('add-rows-manifold');
    await page.part('bench-rows');
    // a drill far too wide: the far plants stay dry or short
    await page.pick('[data-test="drill-all"]', '2.5 mm');
    const uneven = await even();
    expect(uneven).toBeLessThan(85);
    // the hole that the search finds, tried and put back
    expect(await page.textWhen('best-hole', (t) => t.includes('widest'))).toMatch(/Holes of [\d.]+ mm/);
    // the search may still put a better one in its place
    const tried = async (): Promise<boolean> =>
      (await page.driver.findElements(By.css('[data-test="trying"]'))).length > 0;
    await page.until('the hole to be tried', async () => {
      if (await tried()) return true;
      await page.click('try-hole');
      return tried();
    });
    await page.until('the rows to be even', async () => (await even()) >= 90);
    await page.click('put-back');
    await page.until('the rows to be as they were', async () => (await even()) === uneven);
    // a loop instead, kept
    await page.textWhen('loop', (t) => t.includes('fed from both ends'));
    await page.click('try-loop');
    await page.part('trying');
    await page.until('the rows to be more even', async () => (await even()) > uneven);
    await page.click('keep');
    await page.saved();
    // a plant chosen by keys, and its hole taped over
    await (await page.find('[data-k="0"]')).sendKeys(Key.ENTER);
    await page.textWhen('plant', (t) => t.includes('Plant 1'));
    await page.click('tape');
    await page.textWhen('taped', (t) => t.includes('Taped over: 1'));
    await page.click('undo');
    await page.saved();
  });

  it('have a hole taken along its pipe by keys, by the pointer and by its figure, and drills by what grows in them', async () => {
    const at = async (): Promise<number> =>
      Number(await (await page.find('[data-test="hole-at"] input')).getAttribute('value'));
    const hole = await page.find('[data-k="3"]');
    await hole.click();
    await page.part('hole-at');
    const before = await at();
    await hole.sendKeys(Key.chord(Key.SHIFT, Key.ARROW_RIGHT));
    await page.until('the hole to be a hand further', async () => Math.abs((await at()) - before - 0.01) < 1e-6);
    await page.driver
      .actions()
      .move({ origin: await page.find('[data-k="3"]') })
      .press()
      .move({ origin: await page.find('[data-k="3"]'), x: 20 })
      .release()
      .perform();
    await page.until('the hole to follow the pointer', async () => (await at()) > before + 0.1);
    await entry('hole-at', '1.5');
    await page.until('the hole to be where it is said', async () => (await at()) === 1.5);
    await entry('hole-at', '-3');
    expect(await (await page.find('[data-test="hole-at"]')).getText()).toMatch(/at least/);
    await (await page.find('[data-test="hole-at"] input')).sendKeys(Key.ESCAPE);
    // its row grows something of its own, and has its own drill
    await (await page.find('input[data-test="row-plant"]')).sendKeys('peas', Key.TAB);
    const bore = async (of: string): Promise<string> => await page.text(of);
    await page.part('drill-plant-0');
    expect(await bore('drill-plant-0')).not.toContain('1.2 mm');
    await page.pick('[data-test="drill-plant-0"]', '1.2 mm');
    await page.until('the drill of the peas', async () => (await bore('drill-plant-0')).includes('1.2 mm'));
    // all together have several now
    expect(await bore('drill-all')).toContain('several');
    await page.saved();
  });
});

describe('wicking beds', () => {
  it('have their floors entered, say what to shim, and are levelled by the bucket instead', async () => {
    await page.go(address);
    await page.click('bench-places');
    await page.click('add-garden');
    await page.click('add-beds-barrels');
    await page.part('bench-bucket');
    const floors = ['62', '64', '84', '60'];
    const ids = ['bed', 'bed-2', 'bed-3', 'bed-4'];
    for (const [k, id] of ids.entries()) await entry(`base-${id}`, floors[k]);
    // the float is set over the path as the bench's picture has it
    await entry('stick-float', '175');
    await page.textWhen('off-bed-3', (t) => t.includes('−22'));
    expect(await page.text('shim-bed-3')).toContain('−22');
    expect(await page.text('off-bed')).toMatch(/^0/);
    // its grip moves it by a millimetre with each arrow
    await (await page.part('grip-bed-3')).sendKeys(Key.ARROW_DOWN);
    await page.textWhen('off-bed-3', (t) => t.includes('−21'));
    await page.click('undo');
    await page.textWhen('off-bed-3', (t) => t.includes('−22'));
    await page.click('way-bucket');
    await page.click('try-beds');
    await page.part('trying');
    await page.textWhen('off-bed-3', (t) => t.includes('−12') || t.includes('−10') || t.includes('−11'));
    await page.click('put-back');
    await page.textWhen('off-bed-3', (t) => t.includes('−22'));
    await page.click('off-bed-3');
    expect(await page.textWhen('working', (t) => t.includes('float shuts'))).toContain('communicating vessels');
    await page.press(Key.ESCAPE);
    await page.textWhen('levelling', (t) => t.includes('level again'));
    expect(await page.text('hose-fill')).toMatch(/\d/);
    await page.press(Key.ESCAPE);
  });

  it('refuse what cannot be beside the field, and nothing is lost', async () => {
    await entry('stick-joinM', '9000');
    const field = await page.find('[data-test="stick-joinM"]');
    expect(await field.getText()).toMatch(/at most|above the rim/);
    await (await page.find('[data-test="stick-joinM"] input')).sendKeys(Key.ESCAPE);
    await page.textWhen('off-bed-3', (t) => t.includes('−22'));
  });

  it('have their reservoir tried as another kind, and its share from the pipe that lies in it', async () => {
    const share = async (): Promise<number> =>
      Number(await (await page.find('input[data-test="water-share"]')).getAttribute('value'));
    const before = await share();
    await page.click('try-stone');
    await page.part('trying');
    await page.until('the share of stone', async () => (await share()) === 40);
    await page.click('put-back');
    await page.until('the share as it was', async () => (await share()) === before);
    await entry('pipe-bore', '92');
    await entry('pipe-length', '1.2');
    await page.click('share-working');
    expect(await page.textWhen('working', (t) => t.includes('Share') || t.includes('pipe'))).toContain(
      'volumes of pipe and stone',
    );
    await page.press(Key.ESCAPE);
    // what the plants use counts in Need
    for (const k of [1, 2]) await page.fill(`What Bed ${k} uses a day`, '9');
    await page.click('step-need');
    expect(await page.textWhen('beds', (t) => t.includes('wicking beds'))).toContain('2 wicking beds');
  });
});

describe('in US units', () => {
  it('both benches speak in inches, gallons and number drills, and take them', async () => {
    const own = await open({ ...barrel, title: 'Bean rows, US' });
    await page.driver.executeScript("localStorage.setItem('vernal-units', 'us')");
    await page.go(own);
    await page.click('add-garden');
    await page.click('add-rows-manifold');
    await page.pick('[data-test="drill-all"]', '#70');
    await page.textWhen('ends', (t) => t.includes('gal/h'));
    await (await page.find('[data-k="3"]')).click();
    expect(await (await page.part('plant')).getText()).toMatch(/psi/);
    await page.textWhen('best-hole', (t) => /#\d+|in/.test(t));
    await page.click('bench-places');
    await page.click('add-garden');
    await page.click('add-beds-barrels');
    await page.part('base-bed');
    await entry('base-bed', '2 1/2');
    await page.until(
      'the floor in inches',
      async () => (await (await page.find('[data-test="base-bed"] input')).getAttribute('value')) === '2.5',
    );
    await entry('stick-joinM', '0');
    expect(await (await page.find('[data-test="stick-joinM"]')).getText()).toContain('Give at least 0.04');
    await (await page.find('[data-test="stick-joinM"] input')).sendKeys(Key.ESCAPE);
    expect(await (await page.part('stick-float')).getText()).toContain('in');
    await page.driver.executeScript("localStorage.setItem('vernal-units', 'metric')");
  });
});

describe('beside the benches', () => {
  it('a garden of Need says what waters it, and a situation of Pipe can name the rows', async () => {
    await page.go(`${app.address}/plan/ousel-bank/need`);
    expect(await page.textWhen('garden-served', (t) => t.includes('a day, tanks'))).toContain('80 plants');
    await page.click('opening');
    expect(await page.textWhen('working', (t) => t.includes('garden wants'))).toContain('FAO-56');
    await page.press(Key.ESCAPE);
    await page.go(`${app.address}/plan/ousel-bank/pipe`);
    await page.until('the rows in a situation', async () => {
      const situation = await page.part('situation-0');
      return (await situation.getText()).includes('Currant rows');
    });
    const tick = await page.driver.findElements(By.css('[data-test="situation-0"] fieldset [role=checkbox]'));
    for (const t of tick) if ((await t.getText()).trim() === 'Currant rows') await t.click();
    await page.textWhen('situation-0', (t) => /Currant rows\s+[\d.]+ L\/min/.test(t.replaceAll('\u00a0', ' ')));
    await page.click('undo');
    await page.saved();
  });
});

describe('on a phone', () => {
  it('both benches are as wide as the screen, drawings slide, and axe has nothing to say', async () => {
    await page.size(390, 844);
    await page.go(address);
    for (const bench of ['bench-bucket', 'bench-rows']) {
      // clear of what is kept at the foot of a phone
      await page.driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', await page.part(bench));
      await page.click(bench);
      await page.part('step-sentences');
      const wide = await page.driver.executeScript('return document.documentElement.scrollWidth');
      expect(wide).toBeLessThanOrEqual(390);
      expect(await page.axe()).toEqual([]);
    }
    expect((await page.driver.findElements(By.css('[data-k]'))).length).toBeGreaterThan(100);
    await page.size(1280, 800);
  });
});
