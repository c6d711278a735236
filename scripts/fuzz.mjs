/** `npm run fuzz [FILES]`: spoiled files of every kind, 100 000 unless told otherwise; CI reads 2 000 of them. */
import { spawnSync } from 'node:child_process';

const files = process.argv[2] ?? '100000';
const { status } = spawnSync('npx', ['vitest', 'run', 'packages/core/test/fuzz', '--testTimeout', '7200000'], {
  stdio: 'inherit',
  env: { ...process.env, FUZZ_FILES: files },
});
process.exitCode = status ?? 1;
