// `npm run passphrase [-- --data DIR] [--read-only] [--remove] [--sign-out]`: sets who may come in, asked for on the
// terminal or read from standard input, never from the command line, which others on the machine can see.
import { join, resolve } from 'node:path';
import { createInterface } from 'node:readline';
import { parseArgs } from 'node:util';
import { ensureCompiled, ensureInstalled, root } from './ensure.mjs';
import { endWith, optionsOr } from './lib/sentences.mjs';

const { values } = optionsOr('npm run passphrase -- [--data DIR] [--read-only] [--remove | --sign-out]', () =>
  parseArgs({
    options: {
      data: { type: 'string' },
      'read-only': { type: 'boolean', default: false },
      remove: { type: 'boolean', default: false },
      'sign-out': { type: 'boolean', default: false },
    },
  }),
);

/** A line without showing it on a terminal. */
function asked(prompt) {
  const terminal = Boolean(process.stdin.isTTY);
  const lines = createInterface({ input: process.stdin, output: terminal ? process.stdout : undefined, terminal });
  return new Promise((done) => {
    if (terminal) {
      process.stdout.write(prompt);
      lines._writeToOutput = () => undefined;
    }
    let line = '';
    lines.once('line', (given) => {
      line = given;
      lines.close();
    });
    lines.once('close', () => {
      if (terminal) process.stdout.write('\n');
      done(line);
    });
  });
}

ensureInstalled();
ensureCompiled();
try {
  const { changeKeys } = await import('../packages/server/dist/storage/commands.js');
  const role = values['read-only'] ? 'reads' : 'writes';
  const wish = values['sign-out']
    ? { kind: 'sign-out' }
    : values.remove
      ? { kind: 'remove', role }
      : {
          kind: 'set',
          role,
          passphrase: await asked(`Passphrase ${role === 'reads' ? 'to read only' : 'to read and write'}: `),
        };
  if (wish.kind === 'set' && process.stdin.isTTY && (await asked('The same again: ')) !== wish.passphrase) {
    process.stderr.write('The two are not the same. Nothing was changed.\n');
    process.exit(1);
  }
  process.stdout.write(
    `${await changeKeys(resolve(process.env.INIT_CWD ?? '.', values.data ?? join(root, 'data')), wish)}\n`,
  );
} catch (error) {
  endWith(error);
}
