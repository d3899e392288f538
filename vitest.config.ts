import vue from '@vitejs/plugin-vue';
import { defineConfig } from 'vitest/config';

const conditions = ['vernal-source'];

export default defineConfig({
  plugins: [vue()],
  resolve: { conditions },
  ssr: { resolve: { conditions } },
  test: { include: ['packages/*/src/**/*.test.ts', 'scripts/**/*.test.ts'], testTimeout: 20_000 },
});
