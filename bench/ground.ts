// Dragging an outlet on sixty places, frame by frame; a grid of some 50 MB read while the page goes on.
import { createWriteStream, mkdtempSync, statSync } from 'node:fs';
import { once } from 'node:events';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { RunningApp } from '../e2e/harness/app.ts';
import { Page } from '../e2e/harness/page.ts';
import { line, quantile } from './report.ts';
import { bigPlan } from './sixty.ts';

const FRAMES = 120;

/** Moves the pointer once a frame and gives the time from frame to frame, ms. */
const DRAG = `
const [frames, done] = arguments;
const handle = document.querySelector('[data-drag^="t"]:last-of-type') ?? document.querySelector('[data-drag]');
const rect = handle.getBoundingClientRect();
const [x, y] = [rect.left + rect.width / 2, rect.top + rect.height / 2];
handle.setPointerCapture = () => {};
const send = (type, dx) => handle.dispatchEvent(new PointerEvent(type, { bubbles: true, button: 0, pointerId: 1, clientX: x + dx, clientY: y }));
send('pointerdown', 0);
const times = [];
let last = 0;
const step = (now) => {
  if (last) times.push(now - last);
  last = now;
  if (times.length >= frames) { send('pointercancel', 0); done(times); return; }
  send('pointermove', 60 * Math.sin(times.length / 12));
  requestAnimationFrame(step);
};
requestAnimationFrame(step);
`;

/** Longest time between two turns of the page's event loop while a file is read, ms. */
const WATCH = `
window.longest = 0;
let last = performance.now();
const channel = new MessageChannel();
channel.port1.onmessage = () => {
  const now = performance.now();
  window.longest = Math.max(window.longest, now - last);
  last = now;
  if (!window.stopWatching) setTimeout(() => channel.port2.postMessage(null), 0);
};
channel.port2.postMessage(null);
`;

async function largeGrid(): Promise<string> {
  const file = join(mkdtempSync(join(tmpdir(), 'vernal-grid-')), 'large.asc');
  const out = createWriteStream(file);
  const [columns, rows] = [2500, 2800];
  out.write(`ncols ${columns}\nnrows ${rows}\nxllcenter -6000\nyllcenter -7000\ncellsize 5\nNODATA_value -9999\n`);
  for (let r = 0; r < rows; r++) {
    const row = Array.from({ length: columns }, (_, c) => (800 - c / 40 + 9 * Math.sin(r / 90)).toFixed(2)).join(' ');
    if (!out.write(`${row}\n`)) await once(out, 'drain');
  }
  out.end();
  await once(out, 'finish');
  return file;
}

export async function groundBench(): Promise<void> {
  const app = new RunningApp();
  await app.start();
  const page = await Page.open();
  try {
    const made = await app.create(bigPlan(60));
    await page.go(`${app.address}/plan/${made}`);
    await page.find('[data-drag]');
    await new Promise((resolve) => setTimeout(resolve, 1500));
    // the first second of a drag is slower: the code is not compiled yet
    const first = await page.driver.executeAsyncScript<number[]>(DRAG, FRAMES / 2);
    const times = await page.driver.executeAsyncScript<number[]>(DRAG, FRAMES);
    line(`dragging on 60 places, frame, median of ${FRAMES}`, `${quantile(times, 0.5).toFixed(1)} ms`, 'under 20 ms');
    line('dragging on 60 places, frame, 95th percentile', `${quantile(times, 0.95).toFixed(1)} ms`);

    const mean = times.reduce((a, t) => a + t, 0) / times.length;
    line('   frames a second', (1000 / mean).toFixed(1), '50 and more');
    line('   in its first second, median', `${quantile(first, 0.5).toFixed(1)} ms`);

    const file = await largeGrid();
    await page.click('view-above');
    await page.click('bring-grid');
    const chooser = await page.part('grid-file');
    await page.driver.executeScript(WATCH);
    const begun = performance.now();
    await chooser.sendKeys(file);
    for (;;) {
      const info = await page.driver.executeScript<boolean>(
        'return document.querySelector("[data-test=grid-info]") !== null',
      );
      if (info) break;
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
    const took = performance.now() - begun;
    const longest = await page.driver.executeScript<number>('window.stopWatching = true; return window.longest');
    const size = (statSync(file).size / 1e6).toFixed(0);
    line(`a grid of ${size} MB read`, `${(took / 1000).toFixed(1)} s`);
    line('   longest stop of the page meanwhile', `${longest.toFixed(0)} ms`, 'under 100 ms');
  } finally {
    await page.close();
    await app.stop();
  }
}
