import { availableParallelism } from 'node:os';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    root: import.meta.dirname,
    setupFiles: ['harness/failures.ts'],
    include: ['**/*.test.ts'],
    // one more window than cores: a window waits for its server, its workers and what moves
    maxWorkers: availableParallelism() + 1,
    testTimeout: 240_000,
    hookTimeout: 120_000,
    retry: 0,
  },
});
