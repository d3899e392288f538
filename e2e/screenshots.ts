// `npm run screenshots`: one picture of each main view from the demo data, into docs/screenshots.
// `npm run screenshots -- NAME …` takes only those; `--out DIR` puts them elsewhere.
import { mkdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { RunningApp } from './harness/app.ts';
import { Key, Page } from './harness/page.ts';

interface Shot {
  readonly name: string;
  readonly path: string;
  /** A plan of its own, made for the picture. */
  readonly plan?: () => object;
  readonly size?: readonly [width: number, height: number];
  readonly theme?: 'light' | 'dark' | 'outdoor';
  /** What is done before the picture is taken. */
  readonly act?: (page: Page) => Promise<void>;
}

/** Ousel Bank as it was read on a morning with its screen half blocked. */
function bankRead(): object {
  const bank = JSON.parse(
    readFileSync(fileURLToPath(new URL('../demo/plans/ousel-bank.vernal.json', import.meta.url)), 'utf8'),
  ) as object;
  const at = (time: string): string => `2026-09-18T${time}`;
  return {
    ...bank,
    log: [
      { at: at('08:00'), place: 'low', pressureKPa: 5.1, open: ['low'] },
      { at: at('08:10'), place: 'low', flowLpm: 8.4, open: ['low'] },
      { at: at('08:20'), place: 'low', pressureKPa: 103, open: [] },
      { at: at('08:40'), place: 'kitchen', pressureKPa: 54, open: ['kitchen'] },
    ],
  };
}

const PHONE = [390, 844] as const;
const OUSEL = '/plan/ousel-bank';

const SHOTS: readonly Shot[] = [
  { name: 'home', path: '/' },
  {
    name: 'walk',
    path: OUSEL,
    act: async (page) => {
      await page.part('remedy');
      await (await page.field('Length of leg 3')).click();
    },
  },
  {
    name: 'book',
    path: `${OUSEL}/book`,
    act: async (page) => {
      await page.find('#workings');
      await page.driver.executeScript(
        "[...document.querySelectorAll('.vs-sheet')].find((s) => s.querySelector('h2').textContent === 'Hill tank to Low Meadow').scrollIntoView()",
      );
    },
  },
  { name: 'water', path: `${OUSEL}/water`, act: async (page) => void (await page.part('flow-chart')) },
  { name: 'need', path: `${OUSEL}/need`, act: async (page) => void (await page.part('balance-chart')) },
  {
    name: 'store',
    path: '/plan/kestrel-croft/store',
    act: async (page) => {
      const curve = await page.part('size-curve');
      await page.driver.executeScript('arguments[0].scrollIntoView({ block: "end" }); window.scrollBy(0, 120)', curve);
    },
  },
  {
    name: 'stand',
    path: `${OUSEL}/stand`,
    act: async (page) => {
      await page.part('ways');
      await page.driver.executeScript('window.scrollTo(0, 200)');
    },
  },
  {
    name: 'refill',
    path: '/plan/tarn-foot/refill',
    act: async (page) => {
      await page.part('strip-foot');
      await page.click('open-foot');
      await page.click('six-hours');
      for (let k = 0; k < 2; k++) await (await page.part('scrub')).sendKeys(Key.ARROW_RIGHT);
      await page.driver.executeScript('document.querySelector("[data-test=scrub]").blur(); window.scrollTo(0, 120)');
    },
  },
  {
    name: 'beds',
    path: '/plan/schoolyard-beds/outlets',
    act: async (page) => {
      await page.click('bench-bucket');
      await page.textWhen('levelling', (t) => t.includes('level again'));
      await page.driver.executeScript("document.querySelector('.bench').scrollIntoView()");
    },
  },
  {
    name: 'drip',
    path: `${OUSEL}/outlets`,
    act: async (page) => {
      await page.click('bench-currants');
      await page.textWhen('best-hole', (t) => t.includes('widest'));
      await page.driver.executeScript("document.querySelector('.bench').scrollIntoView()");
    },
  },
  {
    name: 'outlets',
    path: '/plan/bakehouse-yard/outlets',
    act: async (page) => {
      await page.part('trough-visit');
      await page.driver.executeScript("document.querySelector('.bench').scrollIntoView()");
    },
  },
  {
    name: 'above',
    path: OUSEL,
    act: async (page) => {
      await page.part('remedy');
      await page.click('view-above');
      await page.part('contour');
    },
  },
  {
    name: 'pipe',
    path: `${OUSEL}/pipe`,
    size: [1280, 1180],
    act: async (page) => void (await page.part('shared')),
  },
  {
    name: 'place',
    path: OUSEL,
    act: async (page) => {
      await page.part('remedy');
      await page.click('view-place');
      await (await page.find('[data-ring$="-kitchen"]')).click();
      await page.part('line-menu');
    },
  },
  {
    name: 'parts',
    path: `${OUSEL}/parts`,
    act: async (page) => {
      await page.part('joint-drawing');
      await page.pick('[data-test="joint"]', 'Low Meadow: the float');
    },
  },
  {
    name: 'build',
    path: `${OUSEL}/build`,
    act: async (page) => {
      await page.part('all-steps');
      await page.driver.executeScript('document.querySelector("#build-title").scrollIntoView()');
    },
  },
  {
    name: 'log',
    path: '/log',
    plan: bankRead,
    act: async (page) => {
      await page.part('causes');
      await page.driver.executeScript('document.querySelector("#entry-title").scrollIntoView()');
    },
  },
  { name: 'start', path: '/start' },
  { name: 'phone', path: OUSEL, size: PHONE, theme: 'outdoor', act: async (page) => void (await page.part('remedy')) },
];

const { values, positionals } = parseArgs({ allowPositionals: true, options: { out: { type: 'string' } } });
const folder = values.out ?? fileURLToPath(new URL('../docs/screenshots', import.meta.url));
mkdirSync(folder, { recursive: true });
const app = new RunningApp();
await app.start();
const page = await Page.open();
try {
  for (const shot of SHOTS) {
    if (positionals.length > 0 && !positionals.includes(shot.name)) continue;
    await page.size(...(shot.size ?? [1280, 800]));
    await page.go(app.address + (shot.plan ? `/plan/${await app.create(shot.plan())}${shot.path}` : shot.path));
    await page.setTheme(shot.theme ?? 'light');
    await page.find('h1, h2');
    await shot.act?.(page);
    await new Promise((resolve) => setTimeout(resolve, 500));
    await page.screenshot(join(folder, `${shot.name}.png`));
    console.log(`${shot.name}.png`);
  }
} finally {
  await page.close();
  await app.stop();
}
