/** `npm run bench`: builds what it measures, measures, prints a table and writes bench/latest.json. */
import { build } from 'esbuild';
import { existsSync } from 'node:fs';

await import('./install.mjs');
if (!existsSync('apps/web/dist/browser/index.html')) await import('./build.mjs');
await build({
  entryPoints: ['scripts/bench.ts'],
  outfile: 'node_modules/.cache/squallmark-bench.mjs',
  bundle: true,
  platform: 'node',
  format: 'esm',
  mainFields: ['module', 'main'],
  target: 'node20',
  logLevel: 'warning',
  external: ['./first-load.mjs', 'vcd-parser', 'highs', '@playwright/test', 'esbuild'],
});
const { bench } = await import('../node_modules/.cache/squallmark-bench.mjs');
const { firstLoad } = await import('./first-load.mjs');
await bench(firstLoad());
