import { availableParallelism } from 'node:os';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    // by itself it leaves one processor free, which of two is half
    maxWorkers: availableParallelism(),
    projects: [
      // pure, so that one load of it does for all files of a worker
      {
        test: {
          name: 'core',
          root: 'packages/core',
          include: ['src/**/*.spec.ts'],
          setupFiles: ['src/drawn.testing.ts'],
          testTimeout: 300_000,
          isolate: false,
        },
      },
      { test: { name: 'server', root: 'apps/server', include: ['src/**/*.spec.ts'], testTimeout: 240_000, hookTimeout: 60_000 } },
      {
        // services of the web app, without a page: Angular's decorators compiled as they load, a browser's store in memory
        esbuild: { tsconfigRaw: { compilerOptions: { experimentalDecorators: true, useDefineForClassFields: true, target: 'ES2022' } } },
        test: {
          name: 'web',
          root: 'apps/web',
          include: ['src/**/*.spec.ts'],
          setupFiles: ['src/browser.testing.ts'],
          testTimeout: 120_000,
        },
      },
    ],
  },
});
