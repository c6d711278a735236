/** `npm run laws`: the laws of every rig on twenty disjoint ranges of random rigs; CI runs the first of them. */
import { spawnSync } from 'node:child_process';

const RANGES = 20;
const broken = [];
for (let range = 0; range < RANGES; range++) {
  const { status } = spawnSync('npx', ['vitest', 'run', 'packages/core/test/practice/laws'], {
    stdio: 'inherit',
    env: { ...process.env, LAWS_RANGE: String(range) },
  });
  if (status !== 0) broken.push(range);
}
console.log(
  broken.length ? `laws broken in ranges ${broken.join(', ')} of ${RANGES}` : `laws hold in all ${RANGES} ranges`,
);
process.exitCode = broken.length ? 1 : 0;
