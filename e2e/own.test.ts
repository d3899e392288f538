// A place of one's own from nothing, in US units: a spring, a tank, a trough over a hump, a cabin and a second tank. By
// mouse, by keyboard alone, and by touch on a phone; what the page shows is what the command line says of the same plan.
import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By, Origin, type WebElement } from 'selenium-webdriver';
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

const GALLON = 3.785411784;
const PSI = 6.894757293;

interface Kept {
  readonly title: string;
  readonly nodes: { readonly id: string; readonly kind: string; readonly name: string; readonly groundM: number }[];
  readonly lines: {
    readonly id: string;
    readonly from: string;
    readonly to: string;
    readonly legs: { lengthM: number }[];
  }[];
}
const planId = async (): Promise<string> => /\/plan\/([^/?#]+)/.exec(await page.driver.getCurrentUrl())?.[1] ?? '';
async function kept(): Promise<Kept> {
  await page.saved();
  const answer = await fetch(`${app.address}/api/plans/${await planId()}`);
  return ((await answer.json()) as { document: Kept }).document;
}
interface Solved {
  readonly converged: boolean;
  readonly nodes: Record<string, { flowLpm: number; pressureKPa: number }>;
  readonly findings: { code: string }[];
}
function byCommandLine(plan: Kept): Solved {
  const file = join(mkdtempSync(join(tmpdir(), 'vernal-own-')), 'mine.vernal.json');
  writeFileSync(file, JSON.stringify(plan));
  const out = execFileSync(process.execPath, ['scripts/vernal.mjs', 'solve', file], { encoding: 'utf8' });
  return JSON.parse(out) as Solved;
}

/** The figures of an outlet on the page against the command line's, to the digits that the page shows. */
async function agrees(plan: Kept, solved: Solved, name: string): Promise<void> {
  const node = plan.nodes.find((n) => n.name === name);
  const expected = solved.nodes[node?.id ?? ''];
  const flow = Number((await page.text('flow')).replace(/,/g, ''));
  const pressure = Number((await page.text('pressure')).replace(/,/g, ''));
  expect(expected.flowLpm, name).toBeGreaterThan(0);
  expect(flow / (expected.flowLpm / GALLON), `${name}, gal/min`).toBeCloseTo(1, 2);
  expect(pressure / (expected.pressureKPa / PSI), `${name}, psi`).toBeCloseTo(1, 2);
}
const nameTag = (name: string): string => `//*[contains(@class,"judgement")]//h2[normalize-space()="${name}"]`;
const judgedIs = (name: string): Promise<WebElement> =>
  page.until(`${name} to be judged`, async () => (await page.driver.findElements(By.xpath(nameTag(name))))[0]);

/** What all three ways must have made. */
async function isTheStory(): Promise<{ plan: Kept; solved: Solved }> {
  const plan = await kept();
  expect(plan.nodes.map((n) => n.name).sort()).toEqual(['Kitchen tap', 'Spring', 'Tank', 'Tank 2', 'Tee', 'Trough']);
  const ends = plan.lines.map((l) => {
    const name = (id: string): string => plan.nodes.find((n) => n.id === id)?.name ?? id;
    return `${name(l.from)} to ${name(l.to)}`;
  });
  expect(ends.sort()).toEqual([
    'Spring to Tank',
    'Tank to Tank 2',
    'Tank to Tee',
    'Tee to Kitchen tap',
    'Tee to Trough',
  ]);
  const solved = byCommandLine(plan);
  expect(solved.converged).toBe(true);
  // nothing hangs loose
  expect(solved.findings.filter((f) => /loose|unfed|feeds-nothing|unfilled|bare/.test(f.code))).toEqual([]);
  return { plan, solved };
}

/** Begins an empty plan in US units. */
async function emptyPlan(press: (name: string) => Promise<unknown>): Promise<void> {
  await page.go(app.address);
  await page.driver.executeScript("localStorage.setItem('vernal-units', 'us')");
  await page.go(app.address);
  await press('empty-plan');
  await page.part('first-run');
}

describe('by mouse', () => {
  const ring = (key: string): Promise<WebElement> => page.find(`[data-ring$="-${key}"]`);
  /** A new place on a line from a ring. */
  async function lead(from: WebElement, kind: string, drop: string, length: string): Promise<void> {
    await from.click();
    if ((await page.driver.findElements(By.css(`[data-test=new-${kind}]`))).length === 0)
      await page.click('more-kinds');
    await page.click(`new-${kind}`);
    await page.fill('How much', drop);
    await page.fill('How far it is', length);
    await page.click('join-keep');
    await page.until(
      'the panel to go',
      async () => (await page.driver.findElements(By.css('[data-test=join-panel]'))).length === 0,
    );
  }
  it('a spring, a tank, a trough over a hump, a kitchen tap on a tee, a second tank by dragging', async () => {
    await emptyPlan((name) => page.click(name));
    await page.click('first-water');
    await page.pick('[data-test=join-what]', 'Spring or seep');
    await page.pick('[data-test=join-from]', 'later');
    await page.click('join-keep');
    // it feeds nothing, and nothing is said to be good
    await page.textWhen('step-sentences', (t) => t.includes('feeds nothing'));
    await page.fill('Yield that is counted on', '2 gal/min');
    await page.fill('Ground there', '700 ft');
    expect(await page.text('step-water')).toContain('to see to');
    await page.click('step-walk');
    await page.click('view-place');
    await lead(await ring('spring'), 'tank', '6 ft', '40 ft');
    // a trough far below, its line walked over a hump in the book
    await lead(await ring('tank'), 'trough', '32 ft', '150 ft');
    await page.fill('Length of the next leg', '100 ft');
    await page.fill('Rise or fall of leg 2', '+12 ft');
    await page.fill('Length of the next leg', '200 ft');
    await page.fill('Rise or fall of leg 3', '-25 ft');
    // a tee on its last leg, to a cabin
    await (await page.find('[data-leg$=" 2"] .catch')).click();
    await lead(await page.find('[data-ring=spot]'), 'kitchen', '2 ft', '30 ft');
    // a second tank: its own place first, then a line by dragging from the first one
    await page.click('step-store');
    await page.click('add-tank');
    await page.pick('[data-test=join-what]', 'Tank with a float');
    await page.pick('[data-test=join-from]', 'later');
    await page.click('join-keep');
    expect(await page.textWhen('joined', (t) => t.includes('Nothing fills'))).toContain('Nothing fills it yet');
    await page.fill('Ground under it', '680 ft');
    const [a, b] = [await ring('tank'), await ring('tank-2')];
    await page.driver
      .actions()
      .move({ origin: a })
      .press()
      .move({ origin: b, x: 4, y: -4 })
      .move({ origin: b })
      .release()
      .perform();
    await page.fill('How far it is', '60 ft');
    await page.click('join-keep');
    expect(await page.textWhen('joined', (t) => t.includes('Filled by'))).toContain('Filled by Tank, by a line');
    const { plan, solved } = await isTheStory();
    expect(plan.nodes.find((n) => n.name === 'Spring')?.groundM).toBeCloseTo(700 * 0.3048, 3);
    expect(plan.lines.find((l) => l.to === 'tank')?.legs[0].lengthM).toBeCloseTo(40 * 0.3048, 3);
    await page.click('step-outlets');
    await page.click('bench-places');
    await (await page.find('[data-node="trough"]')).click();
    await judgedIs('Trough');
    await agrees(plan, solved, 'Trough');
    await (await page.find('[data-node="kitchen"]')).click();
    await judgedIs('Kitchen tap');
    await agrees(plan, solved, 'Kitchen tap');
  });
  it('a place is taken out with what hangs on it told first, and Undo brings it back', async () => {
    await page.click('step-walk');
    const before = await kept();
    await (await ring('tank')).click();
    await page.click('menu-out');
    expect(await page.textWhen('hangs', (t) => t.includes('no water comes'))).toMatch(/3 lines.*Kitchen tap/);
    await page.click('out-loose');
    await page.until(
      'the flags',
      async () => (await page.driver.findElements(By.css('[data-test=loose-flag]'))).length >= 3,
    );
    await page.textWhen('sentences', (t) => t.includes('hang together with no tank and no source'));
    await page.click('undo');
    await page.until(
      'no flag',
      async () => (await page.driver.findElements(By.css('[data-test=loose-flag]'))).length === 0,
    );
    expect((await kept()).nodes).toEqual(before.nodes);
  });
  it('what makes no sense says why', async () => {
    await (await ring('trough')).click();
    await page.click('more-kinds');
    await page.click('new-butt');
    expect(await page.textWhen('why', (t) => t !== '')).toContain('has an outlet for a line to leave by');
    await page.press(Key.ESCAPE);
  });
  it('a drag into the open asks for a new place at that height', async () => {
    const from = await ring('kitchen');
    await page.driver
      .actions()
      .move({ origin: from })
      .press()
      .move({ origin: from, x: 20, y: 20 })
      .move({ origin: from, x: 60, y: 40 })
      .release()
      .perform();
    await page.click('new-tap');
    await page.part('join-panel');
    expect(Number(await page.value('How much'))).toBeGreaterThan(0);
    await page.click('join-let-go');
    await page.driver.actions().move({ x: 0, y: 0, origin: Origin.VIEWPORT }).perform();
  });
});

describe('by keyboard alone', () => {
  const label = (): Promise<string> =>
    page.driver.executeScript<string>(
      'const e = document.activeElement; return (e?.getAttribute("aria-label") ?? e?.textContent ?? "").trim();',
    );
  async function tabTo(what: string, fits: (label: string) => boolean): Promise<void> {
    for (let k = 0; k < 160; k++) {
      if (fits(await label())) return;
      await page.press(Key.TAB);
    }
    throw new Error(`no way by Tab to ${what}; at “${await label()}”`);
  }
  /** The panel of a new line: its fields in turn, and kept. */
  async function answer(drop: string, length: string): Promise<void> {
    await tabTo('the drop', (l) => l.startsWith('How much'));
    await page.chord(Key.CONTROL, 'a');
    await page.press(...drop, Key.ENTER);
    await tabTo('the length', (l) => l.startsWith('How far it is'));
    await page.chord(Key.CONTROL, 'a');
    await page.press(...length, Key.ENTER);
    await tabTo('keeping', (l) => l === 'Keep the line');
    await page.press(Key.ENTER);
    await page.until(
      'the panel to go',
      async () => (await page.driver.findElements(By.css('[data-test=join-panel]'))).length === 0,
    );
  }
  async function choose(words: string): Promise<void> {
    await page.press(Key.ENTER);
    for (let k = 0; k < 30; k++) {
      const now = await page.driver.executeScript<string>(
        'return [...document.querySelectorAll(".n-base-select-option--pending")].find((o) => o.offsetParent !== null)?.textContent ?? ""',
      );
      if (now.includes(words)) break;
      await page.press(Key.ARROW_DOWN);
    }
    await page.press(Key.ENTER);
  }
  it('the same place', async () => {
    await emptyPlan(async () => {
      await tabTo('an empty plan', (l) => l.startsWith('An empty plan'));
      await page.press(Key.ENTER);
    });
    await tabTo('the first step', (l) => l === 'Add a source');
    await page.press(Key.ENTER);
    await page.part('join-panel');
    await tabTo('which water', (l) => l === 'What');
    await choose('Spring');
    await tabTo('joined to', (l) => l === 'Joined to');
    await choose('later');
    await tabTo('keeping', (l) => l === 'Keep it');
    await page.press(Key.ENTER);
    await tabTo('the yield', (l) => l.startsWith('Yield that is counted on'));
    await page.press(...'2 gal/min', Key.ENTER);
    await page.driver.executeScript('document.activeElement.blur()');
    await page.press('4');
    await tabTo('the whole place', (l) => l === 'Whole place');
    await page.press(Key.ENTER);
    await tabTo('the spring', (l) => l.startsWith('Spring') && l.endsWith('line from here'));
    await page.press(Key.ENTER);
    await page.part('line-menu');
    await page.press('k');
    await page.part('join-panel');
    await answer('6', '40');
    await tabTo('the tank', (l) => l === 'Tank: line from here');
    await page.press(Key.ENTER);
    await page.part('line-menu');
    await page.press('t');
    await page.part('join-panel');
    await answer('40', '300');
    // a tee in the middle of the trough's line, from the walk book's own tool
    await tabTo('the walk book', (l) => l === 'A place');
    await page.press(Key.ENTER);
    await page.part('join-panel');
    await tabTo('what', (l) => l === 'What');
    await choose('Kitchen tap');
    await tabTo('joined to', (l) => l === 'Joined to');
    await choose('by a tee on Tank to trough');
    await answer('2', '30');
    await tabTo('the tank', (l) => l === 'Tank: line from here');
    await page.press(Key.ENTER);
    await page.part('line-menu');
    await page.press('k');
    await page.part('join-panel');
    await answer('10', '60');
    const { plan, solved } = await isTheStory();
    await page.driver.executeScript('document.activeElement.blur()');
    await page.press('7');
    await tabTo('all entries', (l) => l === 'All entries');
    await page.press(Key.ENTER);
    await tabTo('the kitchen tap', (l) => l === 'Kitchen tap');
    await page.press(Key.ENTER);
    await judgedIs('Kitchen tap');
    await agrees(plan, solved, 'Kitchen tap');
  });
});

describe('by touch on a phone', () => {
  const command = (name: string, params: object): Promise<unknown> =>
    (page.driver as unknown as { sendDevToolsCommand: (n: string, p: object) => Promise<unknown> }).sendDevToolsCommand(
      name,
      params,
    );
  async function tapAt(x: number, y: number): Promise<void> {
    await command('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: [{ x, y }] });
    await command('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
  }
  /** A finger on the middle of an element, brought into sight; it must be what lies on top there, and be hit. */
  async function tap(css: string): Promise<void> {
    let last = { x: NaN, y: NaN };
    await page.until(`a finger on ${css}`, async () => {
      const at = await page.driver.executeScript<{ x: number; y: number; top: boolean } | null>(
        `const e = document.querySelector(arguments[0]); if (!e) return null;
         e.scrollIntoView({ block: 'center', inline: 'center' });
         const r = e.getBoundingClientRect(); const x = r.x + r.width / 2, y = r.y + r.height / 2;
         const top = document.elementFromPoint(x, y);
         window.hit = false;
         const on = (event) => { window.hit ||= event.composedPath().includes(e) || e.contains(event.target) || event.target.contains(e); };
         window.addEventListener('click', on, { capture: true, once: true });
         return { x, y, top: top !== null && (e === top || e.contains(top) || top.contains(e)) };`,
        css,
      );
      // a finger waits until what it is after stands still
      const same = at?.top && at.x === last.x && at.y === last.y;
      last = at ?? { x: NaN, y: NaN };
      if (!at || !same) return false;
      await tapAt(at.x, at.y);
      // on a busy machine a tap may last so long that it is none: whoever sees that puts the finger down again
      return page
        .until('the tap', () => page.driver.executeScript<boolean>('return window.hit'), 2_000)
        .catch(() => {
          last = { x: NaN, y: NaN };
          return false;
        });
    });
  }
  const part = (name: string): Promise<void> => tap(`[data-test="${name}"]`);
  /** The phone's own list: chosen as the phone does, by its value. */
  async function choose(css: string, words: string): Promise<void> {
    await page.until(`the choice ${words}`, () =>
      page.driver.executeScript<boolean>(
        `const s = document.querySelector(arguments[0] + ' select, select' + arguments[0]); if (!s) return false;
         const o = [...s.options].find((o) => o.textContent.includes(arguments[1])); if (!o) return false;
         s.value = o.value; s.dispatchEvent(new Event('change', { bubbles: true })); return true;`,
        css,
        words,
      ),
    );
  }
  async function type(label: string, text: string): Promise<void> {
    await tap(`input[aria-label^="${label}"]`);
    await page.chord(Key.CONTROL, 'a');
    await page.press(...text, Key.ENTER);
  }
  async function answer(drop: string, length: string): Promise<void> {
    for (let k = 0; k < 6; k++) {
      if ((await page.driver.findElements(By.css('input[aria-label^="How much"]'))).length > 0)
        await type('How much', drop);
      if ((await page.driver.findElements(By.css('input[aria-label^="How far it is"]'))).length > 0)
        await type('How far it is', length);
      const [keep] = await page.driver.findElements(By.css('[data-test=join-keep]'));
      if (keep) return part('join-keep');
      await part('join-next');
    }
    throw new Error('the questions do not end');
  }
  async function lead(ring: string, kind: string, drop: string, length: string): Promise<void> {
    await tap(ring);
    if ((await page.driver.findElements(By.css(`[data-test=new-${kind}]`))).length === 0) await part('more-kinds');
    await part(`new-${kind}`);
    await page.part('join-panel');
    await answer(drop, length);
    await page.until(
      'the panel to go',
      async () => (await page.driver.findElements(By.css('[data-test=join-panel]'))).length === 0,
    );
  }
  it('the same place', async () => {
    await page.size(390, 844);
    await command('Emulation.setTouchEmulationEnabled', { enabled: true, maxTouchPoints: 1 });
    await emptyPlan((name) => part(name));
    await part('first-water');
    await choose('[data-test=join-what]', 'Spring or seep');
    await part('join-next');
    await choose('[data-test=join-from]', 'later');
    await part('join-keep');
    await type('Yield that is counted on', '2 gal/min');
    await tap('.fold');
    await part('step-walk');
    await part('view-place');
    await lead('[data-ring$="-spring"]', 'tank', '6', '40');
    await lead('[data-ring$="-tank"]', 'trough', '40', '300');
    await tap('[data-leg^="to-trough"] .catch');
    await lead('[data-ring=spot]', 'kitchen', '2', '30');
    await lead('[data-ring$="-tank"]', 'float-tank', '10', '60');
    const { plan, solved } = await isTheStory();
    await tap('.fold');
    await part('step-outlets');
    await tap('[data-test="bench-places"]');
    await tap('[data-node="kitchen"]');
    await judgedIs('Kitchen tap');
    await agrees(plan, solved, 'Kitchen tap');
    // nothing scrolls sideways but the drawing
    expect(await page.driver.executeScript<number>('return document.documentElement.scrollWidth')).toBeLessThanOrEqual(
      390,
    );
    await command('Emulation.setTouchEmulationEnabled', { enabled: false });
    await page.size(1280, 800);
  });
});
