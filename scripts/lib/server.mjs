// A server of ours in a process of its own, for the runs that load it, kill it and send it nonsense.
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { join } from 'node:path';
import { root } from '../ensure.mjs';

/** How long a start may take before the run gives up, ms. */
const START_MS = 30_000;

/**
 * Starts the built server on a folder of data. @returns its address once it listens; none, and what it said, where it never
 * did. `early` is the process before that.
 * @param {string} dataFolder
 * @param {{ readonly args?: readonly string[], readonly env?: Record<string, string> }} [more]
 */
export function startServer(dataFolder, { args = [], env = {} } = {}) {
  const child = spawn(
    process.execPath,
    [
      ...(process.env.NODE_ARGS?.split(' ') ?? []),
      join(root, 'scripts/serve.mjs'),
      '--data',
      dataFolder,
      '--port',
      '0',
      ...args,
    ],
    { stdio: ['ignore', 'pipe', 'pipe'], env: { ...process.env, ...env } },
  );
  let said = '';
  const ended = once(child, 'close').then(([code, signal]) => ({ code, signal }));
  const address = new Promise((resolve) => {
    const look = (part) => {
      said += part;
      const found = / is at (http:\/\/\S+)/.exec(said);
      if (found) resolve(found[1]);
    };
    child.stdout.on('data', look);
    child.stderr.on('data', look);
    void ended.then(() => resolve(undefined));
    setTimeout(() => resolve(undefined), START_MS).unref();
  });
  const started = address.then((at) => ({
    address: at,
    pid: child.pid,
    said: () => said,
    ended,
    stop: (signal = 'SIGTERM') => {
      child.kill(signal);
      return ended;
    },
  }));
  return Object.assign(started, { early: child });
}
