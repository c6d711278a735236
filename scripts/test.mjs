/**
 * `npm test`: installs what is missing, then lint, types, unit and reference tests, production build, size
 * budget and browser tests. Ends with one line that adds up all runners.
 */
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { run, runApart } from './run.mjs';

await import('./install.mjs');
installDebian({ chromium: '/usr/bin/chromium', ngspice: '/usr/bin/ngspice' });

/** Browser tests of the stations, so many parts of them. */
const PARTS = 6;
const browser = (name, ...args) => ({
  name: `browser, ${name}`,
  needs: 'build',
  command: [
    'npx',
    'playwright',
    'test',
    '--workers=1',
    `--output=test-results/${name.replaceAll(/\W+/g, '-')}`,
    ...args,
  ],
});

/** In the order in which they are begun: what is long or holds others up comes first. */
const stages = [
  { name: 'core, server, command line', command: ['npx', 'vitest', 'run'] },
  { name: 'build', command: ['node', 'scripts/build.mjs'] },
  { name: 'application units', needs: 'build', command: ['npx', 'ng', 'test'] },
  { name: 'lint', command: ['npx', 'eslint', '.', '--max-warnings', '0'] },
  { name: 'types', command: ['node', 'scripts/typecheck.mjs', '--beside-build'] },
  browser('what is kept', '--project=keeping'),
  ...Array.from({ length: PARTS }, (_, k) =>
    browser(`stations ${k + 1} of ${PARTS}`, '--project=stations', `--shard=${k + 1}/${PARTS}`),
  ),
  { name: 'format', command: ['npx', 'prettier', '--check', '--log-level', 'warn', '.'] },
  { name: 'imports', command: ['npx', 'depcruise', '--config', '.dependency-cruiser.cjs', 'packages', 'apps'] },
  { name: 'unused', command: ['npx', 'knip'] },
  { name: 'size', needs: 'build', command: ['node', 'scripts/size.mjs'] },
];
/** Stages side by side, one a core; each lane has a port of its own for what it serves. */
const LANES = 2;
const FIRST_PORT = 4879;

const total = { passed: 0, failed: 0 };
/** What did not pass, told once more at the very end: whoever sees only the last lines sees it. */
const broken = [];
/** What passed only when it was tried again. */
const wavering = [];
const ended = new Set();
await Promise.all(Array.from({ length: LANES }, (_, lane) => runLane(FIRST_PORT + lane)));
if (wavering.length) console.log(`\n— what passed at the second try only\n${wavering.join('\n')}`);
if (broken.length) console.log(`\n— what did not pass\n${broken.join('\n\n')}`);
console.log(`\n${total.passed} passed, ${total.failed} failed`);
process.exitCode = total.failed ? 1 : 0;

/** The first stage that can begin, one after the other; what each says is printed when it has ended, so that lanes do not mix. */
async function runLane(port) {
  while (stages.length) {
    const at = stages.findIndex(({ needs }) => needs === undefined || ended.has(needs));
    const [{ name, command }] = stages.splice(at, 1);
    const since = Date.now();
    const { status, text } = await runApart(command[0], command.slice(1), { E2E_PORT: String(port) });
    ended.add(name);
    console.log(`\n— ${name}, ${Math.round((Date.now() - since) / 1000)} s\n${text}`);
    const counted = countOf(text);
    total.passed += counted.passed;
    total.failed += counted.failed;
    if (counted.flaky) wavering.push(`${name}: ${counted.flaky}\n${failuresOf(text)}`);
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
  return { passed: of('passed') + of('flaky'), failed: of('failed') + of('did not run'), flaky: of('flaky') };
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
