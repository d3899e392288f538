// A picture of every open page when a test fails.
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterEach } from 'vitest';
import { openPages } from './page.ts';

const failures = fileURLToPath(new URL('../failures', import.meta.url));

afterEach(async (context) => {
  if (context.task.result?.state !== 'fail') return;
  mkdirSync(failures, { recursive: true });
  let k = 0;
  for (const page of openPages) {
    const name = `${context.task.name.replace(/\W+/g, '-').slice(0, 60)}-${++k}.png`;
    await page.screenshot(join(failures, name)).catch(() => undefined);
  }
});
