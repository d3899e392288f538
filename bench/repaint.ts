// From an edit in the walk book to the next painted frame, in headless Chromium.
import { RunningApp } from '../e2e/harness/app.ts';
import { Page } from '../e2e/harness/page.ts';
import { line, quantile } from './report.ts';

const EDITS = 50;

/** Types a length into leg 2 and presses Enter; gives ms to the frame after the flow has changed on screen. */
const EDIT = `
const [text, done] = arguments;
const input = document.querySelector('[data-cell="1-length"] input');
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

export async function repaintBench(): Promise<void> {
  const app = new RunningApp();
  await app.start();
  const page = await Page.open();
  const times: number[] = [];
  try {
    await page.go(`${app.address}/plan/ousel-bank`);
    await page.part('remedy');
    for (let k = 0; k < EDITS; k++) {
      times.push(await page.driver.executeAsyncScript<number>(EDIT, k % 2 === 0 ? '172' : '72'));
      await new Promise((resolve) => setTimeout(resolve, 150));
    }
  } finally {
    await page.close();
    await app.stop();
  }
  line(`edit to repaint, median of ${EDITS}`, `${quantile(times, 0.5).toFixed(1)} ms`);
  line('edit to repaint, 95th percentile', `${quantile(times, 0.95).toFixed(1)} ms`, 'under 50 ms');
}
