// Brings a clone to a runnable state: dependencies, builds. Does nothing when nothing changed.
import { createHash } from 'node:crypto';
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = dirname(dirname(fileURLToPath(import.meta.url)));
const stamps = join(root, '.stamps');

/** Runs a command and ends the process with its code when it fails. Output goes to standard error. */
export function runOrExit(command, args, options = {}) {
  const result = spawnSync(command, args, { cwd: root, stdio: ['ignore', 2, 2], ...options });
  if (result.error || result.status !== 0) {
    process.stderr.write(`${command} ${args.join(' ')} failed${result.error ? `: ${result.error.message}` : ''}\n`);
    process.exit(result.status ?? 1);
  }
}

function stampIs(name, value) {
  const file = join(stamps, name);
  return existsSync(file) && readFileSync(file, 'utf8') === value;
}

function writeStamp(name, value) {
  mkdirSync(stamps, { recursive: true });
  writeFileSync(join(stamps, name), value);
}

/** Names, sizes and times of everything below the given paths, as one hash. */
function fingerprint(paths) {
  const hash = createHash('sha256');
  const visit = (path) => {
    const info = statSync(path, { throwIfNoEntry: false });
    if (!info) return;
    if (info.isDirectory()) {
      for (const name of readdirSync(path).sort())
        if (name !== 'node_modules' && name !== 'dist') visit(join(path, name));
    } else hash.update(`${relative(root, path)} ${info.size} ${info.mtimeMs}\n`);
  };
  paths.forEach((path) => visit(join(root, path)));
  return hash.digest('hex');
}

/** How long a run waits before it looks again whether another is done, ms. */
const LOOK_MS = 250;
const sleep = (ms) => Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, ms);

/** True while the process that holds a lock is there. */
function lives(pid) {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return error.code === 'EPERM';
  }
}

/** Does something while no other run in this folder does the same: two first runs side by side take turns. */
export function oneAtATime(name, work) {
  mkdirSync(stamps, { recursive: true });
  const lock = join(stamps, `${name}.lock`);
  const holder = join(lock, 'pid');
  let said = false;
  for (;;) {
    try {
      mkdirSync(lock);
      break;
    } catch (error) {
      if (error.code !== 'EEXIST') throw error;
      const pid = existsSync(holder) ? Number(readFileSync(holder, 'utf8')) : NaN;
      const age = Date.now() - (statSync(lock, { throwIfNoEntry: false })?.mtimeMs ?? Date.now());
      // whoever took it is gone, or never came so far as to say who it is
      if (Number.isNaN(pid) || pid === 0 ? age > 10_000 : !lives(pid)) rmSync(lock, { recursive: true, force: true });
      else {
        if (!said) process.stderr.write('Another run is at it: waiting …\n');
        said = true;
        sleep(LOOK_MS);
      }
    }
  }
  const free = () => rmSync(lock, { recursive: true, force: true });
  // a failed command ends the process where it stands
  process.once('exit', free);
  try {
    writeFileSync(holder, String(process.pid));
    return work();
  } finally {
    process.off('exit', free);
    free();
  }
}

/** What npm says is installed in a folder; null where it says nothing. */
function installedIn(folder) {
  try {
    return JSON.parse(readFileSync(join(folder, 'node_modules/.package-lock.json'), 'utf8')).packages;
  } catch {
    return null;
  }
}

/**
 * True when everything of a lock file is installed at its version, whoever installed it. Packages for other machines
 * and optional ones may be missing.
 * @param locked `packages` of package-lock.json @param installed `packages` of node_modules/.package-lock.json
 */
export function isInstalled(locked, installed) {
  if (!installed) return false;
  return Object.entries(locked).every(([path, entry]) => {
    if (!path.includes('node_modules/') || entry.link) return true;
    const there = installed[path];
    if (!there) return Boolean(entry.optional || entry.os || entry.cpu || (entry.peer && entry.optional));
    return there.version === entry.version;
  });
}

/** Installs the locked dependencies when they are missing or are not those of the lock file. */
export function ensureInstalled() {
  const text = readFileSync(join(root, 'package-lock.json'));
  const value = createHash('sha256').update(text).digest('hex');
  const there = () => existsSync(join(root, 'node_modules')) && stampIs('install', value);
  if (there()) return;
  oneAtATime('install', () => {
    if (there()) return;
    if (!isInstalled(JSON.parse(text.toString('utf8')).packages, installedIn(root))) {
      process.stderr.write('Installing what the app needs …\n');
      runOrExit('npm', ['ci', '--no-audit', '--no-fund']);
    }
    writeStamp('install', value);
  });
}

const shared = ['package-lock.json', 'tsconfig.base.json', 'tsconfig.json'];

/** Compiles core, plan, server and the command when their sources changed. */
export function ensureCompiled() {
  const packages = ['core', 'plan', 'display', 'book', 'server', 'cli'];
  const value = fingerprint([
    ...shared,
    ...packages.flatMap((p) => [`packages/${p}/src`, `packages/${p}/tsconfig.json`, `packages/${p}/package.json`]),
  ]);
  const built = () =>
    packages.every((p) => existsSync(join(root, 'packages', p, 'dist'))) && stampIs('compiled', value);
  if (built()) return;
  oneAtATime('compile', () => {
    if (built()) return;
    process.stderr.write('Compiling …\n');
    runOrExit('npx', ['--no-install', 'tsc', '-b']);
    writeStamp('compiled', value);
  });
}

/** Builds the web app when its sources changed. */
export function ensureWebBuilt() {
  const value = fingerprint([
    ...shared,
    'packages/core/src',
    'packages/plan/src',
    'packages/display/src',
    'packages/book/src',
    'packages/web',
  ]);
  const built = () => existsSync(join(root, 'packages/web/dist/index.html')) && stampIs('web', value);
  if (built()) return;
  oneAtATime('web', () => {
    if (built()) return;
    process.stderr.write('Building the app …\n');
    runOrExit('npx', ['--no-install', 'vite', 'build', '--logLevel', 'warn'], {
      cwd: join(root, 'packages/web'),
      // a run of tests that builds what is stale builds what people get
      env: { ...process.env, NODE_ENV: 'production' },
    });
    writeStamp('web', value);
  });
}

export function ensureBuilt() {
  ensureInstalled();
  ensureCompiled();
  ensureWebBuilt();
}
