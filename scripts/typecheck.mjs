/** Checks every TypeScript project of the root tsconfig; templates are checked by the build. */
import { readFileSync } from 'node:fs';
import { run } from './run.mjs';

const { references } = JSON.parse(readFileSync('tsconfig.json', 'utf8'));
for (const { path } of references) run('npx', ['tsc', '--noEmit', '-p', path]);
