import { defineConfig } from 'vitest/config';

const conditions = ['vernal-source'];

export default defineConfig({
  resolve: { conditions },
  ssr: { resolve: { conditions } },
  test: { include: ['packages/*/src/**/*.test.ts', 'scripts/**/*.test.ts'], testTimeout: 20_000 },
});
