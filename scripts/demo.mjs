// `npm run demo [-- --port 4100 --data DIR]`: builds what is stale, then serves the app with the demo plans.
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { ensureBuilt, root } from './ensure.mjs';

let options;
try {
  options = parseArgs({
    options: { port: { type: 'string' }, data: { type: 'string' }, host: { type: 'string' } },
  }).values;
} catch (error) {
  process.stderr.write(`${error.message}\nusage: npm run demo -- [--port 4100] [--data DIR] [--host 127.0.0.1]\n`);
  process.exit(2);
}
const port = Number(options.port ?? 4100);
if (!Number.isInteger(port) || port < 0 || port > 65535) {
  process.stderr.write(`--port is "${options.port}"; give a number from 0 to 65535\n`);
  process.exit(2);
}
ensureBuilt();
const { start } = await import('../packages/server/dist/start.js');
await start({
  port,
  host: options.host ?? '127.0.0.1',
  dataFolder: resolve(process.env.INIT_CWD ?? '.', options.data ?? join(root, 'data')),
  webFolder: join(root, 'packages/web/dist'),
  demoFolder: join(root, 'demo/plans'),
  nextPortWhenTaken: true,
});
