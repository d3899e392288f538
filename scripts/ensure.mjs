// Brings a clone to a runnable state: dependencies, builds. Does nothing when nothing changed.
import { createHash } from 'node:crypto';
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
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

/** Installs the locked dependencies when they are missing or the lock file changed. */
export function ensureInstalled() {
  const value = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  if (existsSync(join(root, 'node_modules')) && stampIs('install', value)) return;
  process.stderr.write('Installing what the app needs …\n');
  runOrExit('npm', ['ci', '--no-audit', '--no-fund']);
  writeStamp('install', value);
}

const shared = ['package-lock.json', 'tsconfig.base.json', 'tsconfig.json'];

/** Compiles core, plan, server and the command when their sources changed. */
export function ensureCompiled() {
  const packages = ['core', 'plan', 'server', 'cli'];
  const value = fingerprint([
    ...shared,
    ...packages.flatMap((p) => [`packages/${p}/src`, `packages/${p}/tsconfig.json`, `packages/${p}/package.json`]),
  ]);
  const built = packages.every((p) => existsSync(join(root, 'packages', p, 'dist')));
  if (built && stampIs('compiled', value)) return;
  process.stderr.write('Compiling …\n');
  runOrExit('npx', ['--no-install', 'tsc', '-b']);
  writeStamp('compiled', value);
}

/** Builds the web app when its sources changed. */
export function ensureWebBuilt() {
  const value = fingerprint([...shared, 'packages/core/src', 'packages/plan/src', 'packages/web']);
  if (existsSync(join(root, 'packages/web/dist/index.html')) && stampIs('web', value)) return;
  process.stderr.write('Building the app …\n');
  runOrExit('npx', ['--no-install', 'vite', 'build', '--logLevel', 'warn'], { cwd: join(root, 'packages/web') });
  writeStamp('web', value);
}

export function ensureBuilt() {
  ensureInstalled();
  ensureCompiled();
  ensureWebBuilt();
}
