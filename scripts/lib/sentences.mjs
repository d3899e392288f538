// How a command of ours ends when something is wrong: in a sentence, without a stack.

/** Says why and ends. Faults that are expected say it themselves; of others the stack is shown with LOG_LEVEL=debug. */
export function endWith(error, code = 1) {
  const expected = ['StorageFault', 'StartFailed', 'CopyFailed', 'RestoreFailed', 'KeyFault'].includes(error?.name);
  const message = String(error?.message ?? error).split('\n', 1)[0];
  process.stderr.write(expected ? `${message}\n` : `Something went wrong: ${message}. LOG_LEVEL=debug shows where.\n`);
  if (!expected && process.env.LOG_LEVEL === 'debug') process.stderr.write(`${error?.stack}\n`);
  process.exit(code);
}

/** Options by `parseArgs`, or the usage and an end. */
export function optionsOr(usage, read) {
  try {
    return read();
  } catch (error) {
    process.stderr.write(`${error.message}\nusage: ${usage}\n`);
    process.exit(2);
  }
}
