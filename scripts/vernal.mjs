// `npm run -s vernal -- VERB FILE`: the command, built first when it must be (messages go to standard error).
import { ensureCompiled, ensureInstalled } from './ensure.mjs';

// files are named from where the person stands, not from the project's folder
if (process.env.INIT_CWD) process.chdir(process.env.INIT_CWD);
ensureInstalled();
ensureCompiled();
await import('../packages/cli/bin/vernal.mjs');
