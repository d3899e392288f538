// From the command to listening, built and seeded already.
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { RunningApp } from '../e2e/harness/app.ts';
import { line, quantile } from './report.ts';

export async function startBench(): Promise<void> {
  const app = new RunningApp(mkdtempSync(join(tmpdir(), 'vernal-bench-')));
  const times: number[] = [];
  for (let k = 0; k < 4; k++) {
    const begun = performance.now();
    await app.start();
    times.push(performance.now() - begun);
    await app.stop();
  }
  line('npm run demo to listening, new database', `${times[0].toFixed(0)} ms`, 'under 2,000 ms');
  line('the same, database there', `${quantile(times.slice(1), 0.5).toFixed(0)} ms`, 'under 2,000 ms');
}
