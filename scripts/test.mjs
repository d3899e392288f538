// `npm test`: everything that is checked, on a fresh clone too. The last line counts passed and failed.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureBuilt, root } from './ensure.mjs';

const CHROMIUM = '/usr/bin/chromium';
const DRIVER = '/usr/bin/chromedriver';

/** Debian's Chromium and ChromeDriver, installed when they are missing and this may be done. */
function ensureBrowser() {
  if (existsSync(CHROMIUM) && existsSync(DRIVER)) return true;
  const apt = (args) =>
    spawnSync('apt-get', args, { stdio: ['ignore', 2, 2], env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' } })
      .status === 0;
  if (
    process.getuid?.() === 0 &&
    apt(['update']) &&
    apt(['install', '-y', '--no-install-recommends', 'chromium', 'chromium-driver'])
  ) {
    return true;
  }
  console.error(
    'The browser checks need Chromium: apt-get install -y --no-install-recommends chromium chromium-driver',
  );
  return false;
}

let passed = 0;
let failed = 0;
const summary = [];

function count(name, ok, good, bad, seconds) {
  passed += good;
  failed += bad;
  summary.push(`${ok ? 'ok    ' : 'FAILED'} ${name} (${seconds.toFixed(0)} s)`);
}

/** A check that passes or fails as one; what it says is shown when it is done, for several run at once. */
function check(name, command, args) {
  const begun = performance.now();
  return new Promise((done) => {
    const said = [];
    const running = spawn(command, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] });
    running.stdout.on('data', (part) => said.push(part));
    running.stderr.on('data', (part) => said.push(part));
    const end = (ok) => {
      console.log(`\n== ${name}`);
      process.stdout.write(Buffer.concat(said));
      count(name, ok, ok ? 1 : 0, ok ? 0 : 1, (performance.now() - begun) / 1000);
      done();
    };
    running.on('error', () => end(false));
    running.on('close', (status) => end(status === 0));
  });
}

/** Checks one after the other. */
async function lane(...checks) {
  for (const [name, ...args] of checks) await check(name, 'npx', ['--no-install', ...args]);
}

/** A Vitest run, counted test by test. */
function tests(name, config) {
  console.log(`\n== ${name}`);
  const begun = performance.now();
  const file = join(mkdtempSync(join(tmpdir(), 'vernal-test-')), 'result.json');
  const { status } = spawnSync(
    'npx',
    [
      '--no-install',
      'vitest',
      'run',
      '--config',
      config,
      '--reporter=default',
      '--reporter=json',
      `--outputFile.json=${file}`,
    ],
    { cwd: root, stdio: 'inherit' },
  );
  let good = 0;
  let bad;
  try {
    const result = JSON.parse(readFileSync(file, 'utf8'));
    good = result.numPassedTests;
    bad = result.numFailedTests;
  } catch {
    bad = 1;
  }
  // a suite that could not even start has no failed test to count
  if (status !== 0 && bad === 0) bad = 1;
  if (good + bad === 0) bad = 1;
  count(name, bad === 0, good, bad, (performance.now() - begun) / 1000);
}

ensureBuilt();
await Promise.all([
  lane(
    ['lint and layers', 'eslint', '.', '--max-warnings', '0'],
    ['format', 'prettier', '--check', '.', '--log-level', 'warn'],
  ),
  lane(
    ['types of the packages', 'tsc', '-b'],
    ['types of the web app', 'vue-tsc', '--noEmit', '-p', 'packages/web'],
    // those of the web app’s tests are among its own
    ['types of the other tests', 'tsc', '--noEmit', '-p', 'tsconfig.tests.json'],
  ),
]);
tests('unit', 'vitest.config.ts');
if (ensureBrowser()) tests('browser', 'e2e/vitest.config.ts');
else count('browser', false, 0, 1, 0);

console.log(`\n${summary.join('\n')}\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
