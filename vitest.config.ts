import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['packages/core/**/*.spec.ts', 'apps/server/**/*.spec.ts', 'apps/cli/**/*.spec.ts'],
    environment: 'node',
    setupFiles: ['packages/core/test/support/seed.ts'],
    // a shared machine may be slow for a while; no test leans on the clock, this only ends one that hangs
    testTimeout: 900_000,
    hookTimeout: 900_000,
    // nothing here keeps state between files: modules are loaded once a worker, not once a file
    isolate: false,
  },
});
