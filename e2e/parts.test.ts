// Parts: a chain with a better bore taken and the flow seen to follow; the list ticked off on a phone, the shed taken off, the
// week in which the line is paid; a joint that does not close; from plans of one's own, in US units.
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { RunningApp } from './harness/app.ts';
import { Key, Page } from './harness/page.ts';

const app = new RunningApp();
let page: Page;
const PE = 'astm-d2239-sidr15/3/4';
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
      startLevelM: 1.4,
    },
    { id: 'tap', kind: 'outlet', name: 'Yard tap', groundM: 100, ratedFlowLpm: 30, ratedPressureKPa: 50 },
  ],
  lines: [
    {
      id: 'down',
      from: 'tank',
      to: 'tap',
      legs: [
        {
          lengthM: 60,
          endGroundM: 100,
          pipe: PE,
          startChain: ['bulkhead/npt-1_2-f', 'insert-adapter/npt-1_2-m/insert-3_4-m'],
        },
      ],
    },
  ],
};
const open = async (document: object, step = 'parts'): Promise<string> => {
  const made = await fetch(`${app.address}/api/plans`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ document }),
  });
  return `${app.address}/plan/${((await made.json()) as { id: string }).id}/${step}`;
};
const inRow = (id: string, css: string): string => `[data-item="${id}"] ${css}`;

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

describe('parts', () => {
  it('a chain that keeps more bore is tried and kept, and the flow follows', async () => {
    const address = await open(plan);
    await page.go(address);
    await page.part('chains');
    await page.until('the narrow chain that was taken', async () => (await page.text('chains')).includes('is taken'));
    const flowOf = async (): Promise<number> => {
      await page.click('step-walk');
      const flow = Number.parseFloat((await page.text('flow')).replace(',', ''));
      await page.click('step-parts');
      await page.part('chains');
      return flow;
    };
    const before = await flowOf();
    await page.driver.executeScript(
      `[...document.querySelectorAll('[data-test="chains"] tr')].find((r) => /bulkhead ¾ in and insert adapter ¾ in/.test(r.textContent)).querySelector('[data-test="take-chain"]').click()`,
    );
    await page.part('what-if');
    await page.click('keep');
    await page.until('the wider chain', async () => !/½ × ¾ in[^▶]*is taken/.test(await page.text('chains')));
    expect(await flowOf()).toBeGreaterThan(before);
  });

  it('the list is ticked off on a phone, the shed taken off, and the week in which it is paid follows the prices', async () => {
    await page.size(390, 844);
    await page.go(await open(plan));
    await page.part('bill');
    expect(await page.text('paid')).toContain('Nothing has a price yet');
    const price = await page.find(inRow(PE, '.price-field input'));
    await price.sendKeys('0.50', Key.TAB);
    const clamp = await page.find(inRow('clamp/insert_3_4', '.price-field input'));
    await clamp.sendKeys('1', Key.TAB);
    // 197 ft of pipe out of a coil of 300 ft, and two clamps at each of two barbs
    await page.until('the sum', async () => (await page.text('bill-total')) === '154.00');
    await (await page.find(inRow('clamp/insert_3_4', '.count-cell input'))).sendKeys('3', Key.TAB);
    await page.until('the shed taken off', async () => (await page.text('bill-left')) === '151.00');
    await (await page.find(inRow(PE, 'input[type=checkbox]'))).click();
    await page.until('the pipe bought', async () => (await page.text('bill-left')) === '1.00');
    await page.fill('Water a day to carry', '150');
    await page.until('the week', async () => /is paid in week \d+\s+of use, month \d+/.test(await page.text('paid')));
    const wide = await page.driver.executeScript('return document.documentElement.scrollWidth');
    expect(wide).toBe(390);
    expect(await page.axe()).toEqual([]);
    await page.size(1280, 800);
  });

  it('a joint of a pipe with unknown ends asks for them, by keys alone, and closes then', async () => {
    const own = structuredClone(plan) as { lines: { legs: { pipe: unknown; startChain?: string[] }[] }[] };
    own.lines[0].legs[0].pipe = { insideDiameterMm: 19 };
    delete own.lines[0].legs[0].startChain;
    await page.go(await open(own));
    await page.part('joint-unknown');
    await page.pick('[data-test="pipe-end"]', '3/4 in hose end');
    await page.part('joint-drawing');
    await page.until('every joint closed', async () => !(await page.text('all-joints')).includes('ends not known'));
    // another joint, by keys
    const second = await page.find('[data-test="all-joints"] li:nth-child(2) button');
    await second.sendKeys(Key.ENTER);
    await page.until('the second joint', async () => (await second.getAttribute('aria-pressed')) === 'true');
    expect(await page.axe()).toEqual([]);
  });

  it('any two ends are joined, or said not to be', async () => {
    await page.go(await open(plan));
    await page.until('a chain from a wide old pipe', async () =>
      /rubber reducing coupling/.test(await page.text('any-chains')),
    );
  });
});
