// From an edit in the walk book to the next painted frame, in headless Chromium.
import { RunningApp } from '../e2e/harness/app.ts';
import { Page } from '../e2e/harness/page.ts';
import { line, quantile } from './report.ts';

const EDITS = 50;

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

async function repaints(
  page: Page,
  address: string,
  cell: string,
  texts: readonly [string, string],
): Promise<number[]> {
  const times: number[] = [];
  await page.go(address);
  await page.part('sentences');
  await page.find(`[data-cell="${cell}"] input`);
  for (let k = 0; k < EDITS; k++) {
    times.push(await page.driver.executeAsyncScript<number>(EDIT, cell, texts[k % 2]));
    await new Promise((resolve) => setTimeout(resolve, 150));
  }
  return times;
}

export async function repaintBench(): Promise<void> {
  const app = new RunningApp();
  await app.start();
  const page = await Page.open();
  try {
    const bank = await repaints(page, `${app.address}/plan/ousel-bank`, '1-length', ['172', '72']);
    line(`edit to repaint, median of ${EDITS}`, `${quantile(bank, 0.5).toFixed(1)} ms`);
    line('edit to repaint, 95th percentile', `${quantile(bank, 0.95).toFixed(1)} ms`, 'under 50 ms');
    const yard = await repaints(page, `${app.address}/plan/bakehouse-yard`, '0-length', ['75', '45']);
    line('   with rails, taps, sand, a tote, a drain: median', `${quantile(yard, 0.5).toFixed(1)} ms`);
    line('   the same, 95th percentile', `${quantile(yard, 0.95).toFixed(1)} ms`, 'under 50 ms');
  } finally {
    await page.close();
    await app.stop();
  }
}
