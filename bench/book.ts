// The book printed: the demo's and that of sixty places, on the press's own thread; and what a save waits meanwhile.
import { readFileSync } from 'node:fs';
import { openPress } from '../packages/server/dist/book/press.js';
import { bigPlan } from './sixty.ts';
import { line } from './report.ts';

const asked = { units: 'metric', paper: 'a4', form: 'whole', today: '2026-09-18', format: 'pdf' } as const;

export async function bookBench(): Promise<void> {
  const press = openPress();
  const demo = readFileSync(new URL('../demo/plans/ousel-bank.vernal.json', import.meta.url), 'utf8');
  const sixty = JSON.stringify(bigPlan());
  const print = async (document: string): Promise<number> => {
    const begun = performance.now();
    const made = await press.print({ ...asked, document });
    if (!made.ok) throw new Error(made.message);
    return (performance.now() - begun) / 1000;
  };
  const begun = performance.now();
  await press.ready();
  line('the press made ready, as when the book is opened', `${((performance.now() - begun) / 1000).toFixed(1)} s`);
  const cold = await print(demo);
  line('the demo’s book as PDF, the first one then', `${cold.toFixed(1)} s`);
  const warm = [await print(demo), await print(demo), await print(demo)].sort((a, b) => a - b)[1];
  line('the demo’s book as PDF', `${warm.toFixed(1)} s`, 'under 3 s');
  line('sixty places as PDF', `${(await print(sixty)).toFixed(1)} s`, 'under 10 s');
  // the serving thread while a book is printed: the longest it was kept from its work
  let longest = 0;
  let last = performance.now();
  const watch = setInterval(() => {
    const now = performance.now();
    longest = Math.max(longest, now - last - 5);
    last = now;
  }, 5);
  await print(demo);
  clearInterval(watch);
  line('the serving thread held up while a book is printed, most', `${longest.toFixed(0)} ms`, 'under 50 ms');
  await press.close();
}
