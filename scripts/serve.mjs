// Serves the app as it is built, without building: what `npm run demo` starts once all is there.
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { root } from './ensure.mjs';
import { endWith, optionsOr } from './lib/sentences.mjs';

const USAGE = 'npm run demo -- [--port 4100] [--data DIR] [--host 127.0.0.1] [--name NAME]... [--proxies 1]';

/** What was asked for on the command line. */
export function serveOptions() {
  const { values } = optionsOr(USAGE, () =>
    parseArgs({
      options: {
        port: { type: 'string', default: '4100' },
        data: { type: 'string' },
        host: { type: 'string', default: '127.0.0.1' },
        name: { type: 'string', multiple: true, default: [] },
        proxies: { type: 'string', default: '0' },
      },
    }),
  );
  const whole = (name, most) => {
    const n = Number(values[name]);
    if (Number.isInteger(n) && n >= 0 && n <= most && values[name].trim() !== '') return n;
    process.stderr.write(`--${name} is "${values[name]}"; give a number from 0 to ${most}\n`);
    process.exit(2);
  };
  return {
    port: whole('port', 65535),
    host: values.host,
    names: values.name,
    proxies: whole('proxies', 10),
    dataFolder: resolve(process.env.INIT_CWD ?? '.', values.data ?? join(root, 'data')),
  };
}

/** Serves; says why in a sentence where that cannot be. */
export async function serve(options) {
  try {
    const { start } = await import('../packages/server/dist/start.js');
    return await start({
      ...options,
      webFolder: join(root, 'packages/web/dist'),
      demoFolder: join(root, 'demo/plans'),
      nextPortWhenTaken: true,
    });
  } catch (error) {
    return endWith(error);
  }
}

if (process.argv[1] === import.meta.filename) await serve(serveOptions());
