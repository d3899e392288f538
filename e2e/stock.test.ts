// Outlets, stock and treatment: a trough on its bench, another vessel tried, its water line by keys, frost; a bio-sand filter put
// into the cabin's line and its spill led too low; a tote that is carried with its pallets; from plans of one's own, in US units,
// at phone width.
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { RunningApp } from './harness/app.ts';
import { Key, Page } from './harness/page.ts';

const app = new RunningApp();
let page: Page;
const open = async (document: object): Promise<string> => {
  const made = await fetch(`${app.address}/api/plans`, {
    method: 'POST',
    headers: { 'Vernal-Write': '1', 'content-type': 'application/json' },
    body: JSON.stringify({ document }),
  });
  return `${app.address}/plan/${((await made.json()) as { id: string }).id}/outlets`;
};
const pipe = { insideDiameterMm: 20 };
const range = {
  format: 'vernal-slope/plan',
  version: 1,
  title: 'Range',
  nodes: [
    {
      id: 'tank',
      kind: 'tank',
      name: 'Hill tank',
      groundM: 112,
      shape: { type: 'vertical-cylinder', diameterM: 2, heightM: 1.6 },
      outletM: 0.05,
      overflowM: 1.5,
      startLevelM: 1.4,
    },
    {
      id: 'low',
      kind: 'trough',
      name: 'Far trough',
      groundM: 100,
      shape: { type: 'box', lengthM: 1.2, widthM: 0.6, heightM: 0.5 },
      overflowM: 0.45,
      startLevelM: 0.4,
      inlet: {
        at: 'top',
        heightM: 0.46,
        floatValve: {
          seatMm: 9.5,
          dischargeCoefficient: 0.62,
          characteristic: 'proportional',
          closeLevelM: 0.4,
          bandM: 0.06,
        },
      },
      herds: [
        {
          class: 'beef-lactating',
          count: 40,
          litresPerHeadPerDay: 55,
          visits: [{ at: '08:00', durationMin: 60, share: 1 }],
        },
      ],
    },
    {
      id: 'kitchen',
      kind: 'outlet',
      name: 'Kitchen tap',
      groundM: 104,
      heightM: 1,
      ratedFlowLpm: 10,
      ratedPressureKPa: 40,
    },
  ],
  lines: [
    { id: 'down', from: 'tank', to: 'low', legs: [{ lengthM: 120, endGroundM: 100, pipe }] },
    { id: 'in', from: 'tank', to: 'kitchen', legs: [{ lengthM: 60, endGroundM: 104, pipe }] },
  ],
};
const field = async (label: string, value: string): Promise<void> => {
  const input = await page.find(`input[aria-label^="${label}"]`);
  await input.sendKeys(Key.chord(Key.CONTROL, 'a'), value, Key.ENTER);
};
const slides = async (test: string): Promise<string> =>
  (await (await page.part(test)).getAttribute('aria-valuetext')) ?? '';

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

describe('a trough', () => {
  it('has a bench of its own; it is too small, and a larger vessel mends it', async () => {
    await page.go(await open(range));
    await page.click('bench-low');
    expect(await page.text('trough-places')).toMatch(/^\s*7/);
    await page.textWhen('sentences', (t) => t.includes('it should hold'));
    await page.click('try-vessel-round-8ft');
    await page.part('trying');
    await page.textWhen('trough-places', (t) => t.trim().startsWith('21'));
    await page.click('keep');
    await page.textWhen('sentences', (t) => !t.includes('it should hold'));
    await page.click('undo');
    await page.textWhen('trough-places', (t) => t.trim().startsWith('7'));
  });
  it('has its water line moved by keys, and a line over its rim is not taken', async () => {
    const line = await page.part('trough-line');
    expect(await slides('trough-line')).toContain('400');
    await line.sendKeys(Key.ARROW_UP);
    await page.until('the line to rise', async () => (await slides('trough-line')).includes('410'));
    await page.click('undo');
    await page.until('the line to fall', async () => (await slides('trough-line')).includes('400'));
  });
  it('asks more of them that come from far, and says what keeps it open in frost', async () => {
    await field('How far they come', '500');
    await page.textWhen('trough-places', (t) => t.includes('20 are asked'));
    await field('Coldest night', '-10');
    expect(await page.textWhen('trough-keeps', (t) => t.includes('hold it open'))).toMatch(/0\.\d+\s+L\/min/);
    await page.textWhen('sentences', (t) => t.includes('freezes'));
  });
  it('its second trough takes its overflow', async () => {
    await page.click('try-second');
    await page.part('trying');
    await page.click('keep');
    await page.part('bench-low-second');
    await page.saved();
  });
});

describe('a filter in the cabin’s line', () => {
  it('is put in by one press, with its clean tank over the tap, and the tap gets slower', async () => {
    await page.go(await open(range));
    await page.click('bench-cabin-tank');
    await page.part('try-treat');
    await page.click('try-treat');
    await page.part('trying');
    await page.click('keep');
    await page.click('bench-treatment');
    expect(await page.textWhen('gives-filter', (t) => t.includes('an hour'))).toContain('0.38');
    expect(await page.text('filter-film')).toContain('50');
    await page.textWhen('step-sentences', (t) => t.includes('keeps 50'));
  });
  it('falls dry where its spill is led under the sand, and says so', async () => {
    await field('Water over the sand at rest', '-20');
    await page.textWhen('step-sentences', (t) => t.includes('falls dry and dies'));
    await page.click('undo');
    const spill = await page.part('spill-filter');
    await spill.sendKeys(Key.ARROW_UP);
    await page.until('the spill to rise', async () => (await slides('spill-filter')).includes('55'));
    await page.click('undo');
    await page.textWhen('step-sentences', (t) => t.includes('keeps 50'));
  });
  it('an element takes its part of the flow, more when it clogs', async () => {
    await page.click('bench-cabin-clean');
    await page.pick('[data-test="treat-what"]', 'Carbon block');
    await page.click('try-treat');
    await page.part('trying');
    await page.click('keep');
    await page.click('bench-treatment');
    await field('Times its clean loss', '6');
    await page.textWhen('step-sentences', (t) => t.includes('Carbon block in') && t.includes('takes'));
    await page.saved();
  });
});

describe('a tote that is carried', () => {
  it('stands as high as a can asks, lasts, and goes its round', async () => {
    await page.go(await open(range));
    await page.click('add-garden');
    await page.click('add-tote');
    expect(await page.textWhen('tote-lasts', (t) => t.includes('lasts'))).toContain('9.5');
    expect(await page.text('tote-round')).toContain('26 fills in 26 weeks');
    const courses = await page.find('[data-test="tote-courses"] input, input[data-test="tote-courses"]');
    await courses.sendKeys(Key.chord(Key.CONTROL, 'a'), '0', Key.TAB);
    await page.textWhen('serves-can', (t) => t.includes('Too low'));
    await page.click('try-courses-can');
    await page.part('trying');
    await page.textWhen('serves-can', (t) => t.includes('Enough'));
    await page.click('keep');
    await page.click('tote-month-12');
    await page.textWhen('tote-round', (t) => !t.includes('26 fills'));
    await page.click('step-refill');
    await page.until('its strip', async () =>
      page.driver.executeScript<boolean>(`return document.body.textContent.includes('Orchard tote')`),
    );
  });
});

describe('in US units at phone width', () => {
  it('every bench is there, nothing of it runs out of the page', async () => {
    await page.size(390, 844);
    await page.driver.executeScript(`localStorage.setItem('vernal-units', 'us')`);
    await page.go(`${app.address}/plan/bakehouse-yard/outlets`);
    for (const [tab, part] of [
      ['bench-goats', 'trough-places'],
      ['bench-treatment', 'filter-filter'],
      ['bench-tote-tote', 'tote-lasts'],
      ['bench-cabin-tank', 'at-once'],
    ]) {
      await page.click(tab);
      await page.part(part);
      expect(await page.axe(), tab).toEqual([]);
      expect(
        await page.driver.executeScript<number>('return document.documentElement.scrollWidth'),
        tab,
      ).toBeLessThanOrEqual(390);
      const words = await page.driver.executeScript<string>(
        'return document.querySelector(".bench").textContent.replaceAll("\\u00a0", " ")',
      );
      expect(words, tab).not.toMatch(/[0-9] (L|kPa|mm|L\/min|°C)\b/);
    }
    // what is said of a wrong value stays within the page, and Escape brings back what stood there
    await page.click('bench-treatment');
    const film = await page.find('input[aria-label^="Water over the sand at rest"]');
    const was = await film.getAttribute('value');
    await film.sendKeys(Key.chord(Key.CONTROL, 'a'), 'abc', Key.ENTER);
    await page.until('it to be said within the page', async () =>
      page.driver.executeScript<boolean>(
        `const said = document.querySelector('.bench .quantity [role=alert]'); return !!said && said.getBoundingClientRect().right <= 390;`,
      ),
    );
    await film.sendKeys(Key.ESCAPE);
    expect(await film.getAttribute('value')).toBe(was);
    await page.driver.executeScript(`localStorage.removeItem('vernal-units')`);
    await page.size(1280, 800);
  });
});
