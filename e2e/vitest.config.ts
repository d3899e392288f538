import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    root: import.meta.dirname,
    setupFiles: ['harness/failures.ts'],
    include: ['**/*.test.ts'],
    // two windows at a time: more wait for one another
    maxWorkers: 2,
    testTimeout: 240_000,
    hookTimeout: 120_000,
    retry: 0,
  },
});
