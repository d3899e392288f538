import { spawn } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, writeFileSync, cpSync, existsSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';

const ensure = fileURLToPath(new URL('./ensure.mjs', import.meta.url));

/** A folder that holds only the script, so that its lock is its own. */
function folder(): string {
  const at = mkdtempSync(join(tmpdir(), 'vernal-ensure-'));
  mkdirSync(join(at, 'scripts'));
  cpSync(ensure, join(at, 'scripts/ensure.mjs'));
  return at;
}
const run = (at: string, code: string): Promise<number | null> =>
  new Promise((resolve) => {
    const child = spawn(process.execPath, ['--input-type=module', '-e', code], { cwd: at, stdio: 'ignore' });
    child.once('exit', (status) => resolve(status));
  });

describe('first runs side by side', () => {
  it('take turns: nobody works while another does', async () => {
    const at = folder();
    const code = `
      import { oneAtATime } from './scripts/ensure.mjs';
      import { appendFileSync } from 'node:fs';
      oneAtATime('x', () => {
        appendFileSync('log', 'in ');
        Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 120);
        appendFileSync('log', 'out ');
      });`;
    expect(await Promise.all([run(at, code), run(at, code), run(at, code)])).toEqual([0, 0, 0]);
    expect(readFileSync(join(at, 'log'), 'utf8')).toBe('in out in out in out ');
    expect(existsSync(join(at, '.stamps/x.lock'))).toBe(false);
  });
  it('do not wait for one that was killed', async () => {
    const at = folder();
    mkdirSync(join(at, '.stamps/x.lock'), { recursive: true });
    // no process has this number: it is above the largest that is given out
    writeFileSync(join(at, '.stamps/x.lock/pid'), '99999999');
    const code = `import { oneAtATime } from './scripts/ensure.mjs'; oneAtATime('x', () => {});`;
    expect(await run(at, code)).toBe(0);
  });
});

describe('what is installed', () => {
  const locked = {
    '': { version: '1.0.0' },
    'packages/core': { version: '1.0.0' },
    'node_modules/a': { version: '1.2.3' },
    'node_modules/@x/core': { link: true },
    'node_modules/only-there': { version: '2.0.0', optional: true, os: ['darwin'] },
  };
  it('by whom ever, is enough when every version is that of the lock file', async () => {
    const { isInstalled } = (await import(ensure as string)) as {
      isInstalled: (locked: object, installed: object | null) => boolean;
    };
    expect(isInstalled(locked, { 'node_modules/a': { version: '1.2.3' } })).toBe(true);
    expect(isInstalled(locked, { 'node_modules/a': { version: '1.2.4' } })).toBe(false);
    expect(isInstalled(locked, {})).toBe(false);
    expect(isInstalled(locked, null)).toBe(false);
  });
});
