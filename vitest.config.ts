import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    projects: [
      { test: { name: 'core', root: 'packages/core', include: ['src/**/*.spec.ts'], testTimeout: 30_000 } },
      { test: { name: 'server', root: 'apps/server', include: ['src/**/*.spec.ts'], testTimeout: 240_000, hookTimeout: 60_000 } },
    ],
  },
});
