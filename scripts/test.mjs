/**
 * `npm test`: installs what is missing, then lint, types, unit and reference tests, production build, size
 * budget and browser tests. Ends with one line that adds up all runners.
 */
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { run, runApart } from './run.mjs';

await import('./install.mjs');
installDebian({ chromium: '/usr/bin/chromium', ngspice: '/usr/bin/ngspice' });

/** Browser tests of the stations, in quarters: the first where the shorter lane has time left, the others with the machine to themselves. */
const QUARTERS = 4;
const stations = (quarter, ...more) => [
  `browser, stations ${quarter} of ${QUARTERS}`,
  'npx',
  ['playwright', 'test', '--project=stations', `--shard=${quarter}/${QUARTERS}`, ...more],
];

/** Two lanes side by side, one a core. */
const lanes = [
  [
    ['lint', 'npx', ['eslint', '.', '--max-warnings', '0']],
    ['format', 'npx', ['prettier', '--check', '--log-level', 'warn', '.']],
    ['imports', 'npx', ['depcruise', '--config', '.dependency-cruiser.cjs', 'packages', 'apps']],
    ['unused', 'npx', ['knip']],
    ['build', 'node', ['scripts/build.mjs']],
    ['size', 'node', ['scripts/size.mjs']],
    ['application units', 'npx', ['ng', 'test']],
    ['browser, what is kept', 'npx', ['playwright', 'test', '--project=keeping', '--workers=1']],
    stations(1, '--workers=1'),
  ],
  [
    ['core, server, command line', 'npx', ['vitest', 'run']],
    ['types', 'node', ['scripts/typecheck.mjs', '--beside-build']],
  ],
];

const total = { passed: 0, failed: 0 };
/** What did not pass, told once more at the very end: whoever sees only the last lines sees it. */
const broken = [];
await Promise.all(lanes.map(runLane));
await runLane(Array.from({ length: QUARTERS - 1 }, (_, k) => stations(k + 2)));
if (broken.length) console.log(`\n— what did not pass\n${broken.join('\n\n')}`);
console.log(`\n${total.passed} passed, ${total.failed} failed`);
process.exitCode = total.failed ? 1 : 0;

/** One stage after the other; what each says is printed when it has ended, so that lanes do not mix. */
async function runLane(stages) {
  for (const [name, command, args] of stages) {
    const since = Date.now();
    const { status, text } = await runApart(command, args);
    console.log(`\n— ${name}, ${Math.round((Date.now() - since) / 1000)} s\n${text}`);
    const counted = countOf(text);
    total.passed += counted.passed;
    total.failed += counted.failed;
    if (status === 0) {
      if (!counted.passed) total.passed++;
    } else {
      broken.push(`${name} (status ${status})\n${failuresOf(text)}`);
      if (!counted.failed) total.failed++;
    }
  }
}

/** The lines about failures, or the last ones of a stage that marks none. */
function failuresOf(text) {
  const lines = text.trimEnd().split('\n');
  const marks = lines.flatMap((line, n) => (/^\s*(FAIL|✘|×|\d+\) )|Error:|error /.test(line) ? [n] : []));
  const shown = new Set(marks.flatMap((n) => Array.from({ length: 12 }, (_, k) => n + k)));
  const told = lines.filter((_, n) => shown.has(n));
  return (told.length ? told.slice(0, 100) : lines.slice(-40)).join('\n');
}

/** Tests a runner says it ran; a stage without tests counts as one by its status. */
function countOf(text) {
  const vitest = /^\s*Tests\s+(.*)$/m.exec(text)?.[1];
  const lines =
    vitest ??
    [...text.matchAll(/^\s+(\d+) (passed|failed|flaky|did not run)/gm)].map((m) => `${m[1]} ${m[2]}`).join(', ');
  const of = (word) => Number(new RegExp(`(\\d+) ${word}`).exec(lines)?.[1] ?? 0);
  return { passed: of('passed'), failed: of('failed') + of('did not run') };
}

function installDebian(programs) {
  const missing = Object.entries(programs)
    .filter(([, path]) => !existsSync(path))
    .map(([name]) => name);
  if (!missing.length) return;
  const has = (command) => spawnSync('sh', ['-c', `command -v ${command}`]).status === 0;
  if (!has('apt-get') || process.getuid?.() !== 0) {
    console.error(
      `The tests need ${missing.join(' and ')}. Install them with your system's package manager (Debian: apt-get install ${missing.join(' ')}) and run npm test again.`,
    );
    process.exit(1);
  }
  console.log(`Installing ${missing.join(' and ')} with apt-get…`);
  const env = { DEBIAN_FRONTEND: 'noninteractive' };
  run('apt-get', ['update', '-qq'], env);
  run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', ...missing], env);
}
