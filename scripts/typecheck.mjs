/**
 * Checks every TypeScript project of the root tsconfig; templates are checked by the build. With `--beside-build` the application is
 * left to its build and its unit tests, which check it too, and all that runs on Node is checked in one go beside the core alone.
 */
import { readFileSync } from 'node:fs';
import { run } from './run.mjs';

const { references } = JSON.parse(readFileSync('tsconfig.json', 'utf8'));
const projects = process.argv.includes('--beside-build')
  ? ['packages/core', 'tsconfig.node.json']
  : references.map(({ path }) => path);
for (const path of projects) run('npx', ['tsc', '--noEmit', '-p', path]);
