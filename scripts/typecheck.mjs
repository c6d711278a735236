/**
 * Checks every TypeScript project of the root tsconfig; templates are checked by the build. With `--beside-build` those of the
 * application are left to its build and its unit tests, which check them too.
 */
import { readFileSync } from 'node:fs';
import { run } from './run.mjs';

const { references } = JSON.parse(readFileSync('tsconfig.json', 'utf8'));
const isLeft = process.argv.includes('--beside-build') ? (path) => path.startsWith('apps/web/') : () => false;
for (const { path } of references) if (!isLeft(path)) run('npx', ['tsc', '--noEmit', '-p', path]);
