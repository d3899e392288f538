// `npm run backup [-- --data DIR] [FILE]`: a copy of the whole database, checked, while a server may have it open.
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { ensureCompiled, ensureInstalled, root } from './ensure.mjs';
import { endWith, optionsOr } from './lib/sentences.mjs';

const { values, positionals } = optionsOr('npm run backup -- [--data DIR] [FILE]', () =>
  parseArgs({ options: { data: { type: 'string' } }, allowPositionals: true }),
);
const from = process.env.INIT_CWD ?? '.';
ensureInstalled();
ensureCompiled();
try {
  const { backupTo } = await import('../packages/server/dist/storage/commands.js');
  const file = positionals[0] === undefined ? undefined : resolve(from, positionals[0]);
  process.stdout.write(`${await backupTo(resolve(from, values.data ?? join(root, 'data')), file)}\n`);
} catch (error) {
  endWith(error);
}
