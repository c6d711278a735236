/** `npm run seeds [N]`: every random test from N seeds that no run had, three unless told otherwise; CI always begins from one. */
import { spawnSync } from 'node:child_process';

const broken = [];
for (let n = Number(process.argv[2] ?? '3'); n > 0; n--) {
  const seed = String(Math.floor(Math.random() * 2 ** 31));
  const env = { ...process.env, SEED: seed };
  if (spawnSync('npx', ['vitest', 'run', 'packages/core/src'], { stdio: 'inherit', env }).status !== 0)
    broken.push(seed);
}
console.log(broken.length ? `broken: SEED=${broken.join(', SEED=')} npm run unit` : 'every seed holds');
process.exitCode = broken.length ? 1 : 0;
