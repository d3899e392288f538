// From an edit in the walk book to the next painted frame, in headless Chromium.
import { RunningApp } from '../e2e/harness/app.ts';
import { Page } from '../e2e/harness/page.ts';
import { line, quantile } from './report.ts';

const EDITS = 50;
/** Edits right after opening, told apart: the program runs them for the first time. */
const FIRST = 2;
/** A plan that was opened is looked at before anybody types, ms. */
const LOOKED_AT = 3000;

/** Types a length into leg 2 and presses Enter; gives ms to the frame after the flow has changed on screen. */
const EDIT = `
const [cell, text, done] = arguments;
const input = document.querySelector('[data-cell="' + cell + '"] input');
const flow = document.querySelector('[data-test="flow"]');
const before = flow.textContent;
input.focus();
input.value = text;
input.dispatchEvent(new Event('input', { bubbles: true }));
const begun = performance.now();
input.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
const look = () => requestAnimationFrame(() => {
  if (flow.textContent === before && performance.now() - begun < 2000) return look();
  const channel = new MessageChannel();
  channel.port1.onmessage = () => done(performance.now() - begun);
  channel.port2.postMessage(null);
});
look();
`;

/** Counts what holds the main thread for over 50 ms from here on: what is judged comes after the figures, in tasks of its own. */
const COUNT_LONG = `
window.longTasks = [];
new PerformanceObserver((list) => window.longTasks.push(...list.getEntries().map((e) => e.duration)))
  .observe({ type: 'longtask' });
`;

interface Repaints {
  /** From Enter to the frame with the new flow, ms: those right after opening, and those that follow. */
  readonly first: number[];
  readonly times: number[];
  /** Tasks of the main thread over 50 ms in that time and after it, ms. */
  readonly long: number[];
}

async function repaints(
  page: Page,
  address: string,
  cell: string,
  texts: readonly [string, string],
): Promise<Repaints> {
  const times: number[] = [];
  await page.go(address);
  await page.part('sentences');
  await page.find(`[data-cell="${cell}"] input`);
  await new Promise((resolve) => setTimeout(resolve, LOOKED_AT));
  for (let k = 0; k < FIRST + EDITS; k++) {
    if (k === FIRST) await page.driver.executeScript(COUNT_LONG);
    times.push(await page.driver.executeAsyncScript<number>(EDIT, cell, texts[k % 2]));
    await new Promise((resolve) => setTimeout(resolve, 150));
  }
  const long = await page.driver.executeScript<number[]>('return window.longTasks');
  return { first: times.slice(0, FIRST), times: times.slice(FIRST), long };
}

export async function repaintBench(): Promise<void> {
  const app = new RunningApp();
  await app.start();
  const page = await Page.open();
  try {
    const say = (what: string, { first, times, long }: Repaints): void => {
      line(`${what}, median of ${EDITS}`, `${quantile(times, 0.5).toFixed(1)} ms`);
      line(`${what}, 95th percentile`, `${quantile(times, 0.95).toFixed(1)} ms`, 'under 50 ms');
      line('   the first two after opening it', `${first.map((t) => t.toFixed(0)).join(' and ')} ms`);
      line(
        '   tasks over 50 ms then and after',
        `${long.length}, longest ${Math.max(0, ...long).toFixed(0)} ms`,
        'none',
      );
    };
    say(
      'edit to repaint, Ousel Bank',
      await repaints(page, `${app.address}/plan/ousel-bank`, '1-length', ['172', '72']),
    );
    say(
      'edit to repaint, Bakehouse yard (every bench)',
      await repaints(page, `${app.address}/plan/bakehouse-yard`, '0-length', ['75', '45']),
    );
  } finally {
    await page.close();
    await app.stop();
  }
}
