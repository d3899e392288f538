import { availableParallelism } from 'node:os';
import vue from '@vitejs/plugin-vue';
import { defineConfig } from 'vitest/config';

const conditions = ['vernal-source'];
/** Long enough for any test on a machine that does much else; what hangs still fails. */
const testTimeout = 120_000;

export default defineConfig({
  plugins: [vue()],
  resolve: { conditions },
  ssr: { resolve: { conditions } },
  test: {
    // one more than cores: some wait for servers that are killed and begun again
    maxWorkers: availableParallelism() + 1,
    projects: [
      {
        // computation keeps nothing from one test to the next: its modules are loaded once
        extends: true,
        test: {
          name: 'computed',
          include: ['packages/{core,plan,display,book,cli}/src/**/*.test.ts'],
          isolate: false,
          testTimeout,
        },
      },
      {
        extends: true,
        test: {
          name: 'server',
          include: ['packages/server/src/**/*.test.ts', 'scripts/**/*.test.ts'],
          testTimeout,
        },
      },
      {
        extends: true,
        test: {
          name: 'web',
          include: ['packages/web/src/**/*.test.ts'],
          // a thread begins sooner than a process
          pool: 'threads',
          testTimeout,
        },
      },
    ],
  },
});
