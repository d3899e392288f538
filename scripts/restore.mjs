// `npm run restore [-- --data DIR] FILE | newest | --undo | --as-is`: brings a copy back; what is there is kept first.
import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { ensureCompiled, ensureInstalled, root } from './ensure.mjs';
import { endWith, optionsOr } from './lib/sentences.mjs';

const USAGE = 'npm run restore -- [--data DIR] FILE | newest | --undo | --as-is | --list';
const { values, positionals } = optionsOr(USAGE, () =>
  parseArgs({
    options: {
      data: { type: 'string' },
      undo: { type: 'boolean', default: false },
      'as-is': { type: 'boolean', default: false },
      list: { type: 'boolean', default: false },
    },
    allowPositionals: true,
  }),
);
const wishes = [values.undo, values['as-is'], values.list, positionals.length === 1].filter(Boolean).length;
if (wishes !== 1 || positionals.length > 1) {
  process.stderr.write(`Say which copy, and nothing else.\nusage: ${USAGE}\n`);
  process.exit(2);
}
const from = process.env.INIT_CWD ?? '.';
ensureInstalled();
ensureCompiled();
try {
  const { listCopies, restoreFrom } = await import('../packages/server/dist/storage/commands.js');
  const data = resolve(from, values.data ?? join(root, 'data'));
  if (values.list) process.stdout.write(`${listCopies(data)}\n`);
  else {
    const named =
      positionals[0] !== undefined && existsSync(resolve(from, positionals[0]))
        ? resolve(from, positionals[0])
        : positionals[0];
    const wish = values.undo ? { kind: 'undo' } : values['as-is'] ? { kind: 'as-is' } : { kind: 'copy', file: named };
    process.stdout.write(`${await restoreFrom(data, wish)}\n`);
  }
} catch (error) {
  endWith(error);
}
