// `npm run bench [-- --no-browser]`: start, size, repaint and solve, of what is built and shipped. Figures to read, not tests.
import { ensureBuilt, root } from './ensure.mjs';
import { spawnSync } from 'node:child_process';

ensureBuilt();
const result = spawnSync('npx', ['--no-install', 'tsx', 'bench/main.ts', ...process.argv.slice(2)], {
  cwd: root,
  stdio: 'inherit',
});
process.exit(result.status ?? 1);
