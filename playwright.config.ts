import { defineConfig } from '@playwright/test';
import { fileURLToPath } from 'node:url';

const PORT = Number(process.env.E2E_PORT ?? 4879);

/** What is kept through kills, wipes, full drives and new versions, and the commands as built: long waits and little work. */
const KEEPING = ['bench-run', 'command-line', 'kill', 'offline', 'storage', 'tabs', 'update'].map(
  (name) => `**/${name}.spec.ts`,
);

/** Faults by chance on every demo: minutes of playing, for `npm run blind` alone. */
const BLIND = '**/blind.spec.ts';

export default defineConfig({
  projects: [
    { name: 'keeping', testMatch: KEEPING },
    { name: 'stations', testMatch: '**/*.spec.ts', testIgnore: [...KEEPING, BLIND] },
    { name: 'blind', testMatch: BLIND },
  ],
  testDir: 'e2e',
  fullyParallel: true,
  workers: 2,
  forbidOnly: !!process.env.CI,
  reporter: 'list',
  // a shared machine may be slow for a while; no test leans on the clock, these only end one that hangs
  timeout: 600_000,
  expect: { timeout: 120_000 },
  // what passes only at the second try is told as such at the end of `npm test`
  retries: 1,
  use: {
    baseURL: `http://localhost:${PORT}`,
    viewport: { width: 1280, height: 800 },
    serviceWorkers: 'block',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: ['--no-sandbox', '--disable-background-networking', '--disable-component-update', '--no-first-run'],
    },
  },
  webServer: {
    command: 'node apps/server/dist/server.mjs',
    cwd: fileURLToPath(new URL('.', import.meta.url)),
    url: `http://localhost:${PORT}`,
    env: { PORT: String(PORT) },
    reuseExistingServer: false,
  },
});
