import { spawnSync } from 'node:child_process';

/** Runs a command with our own output; ends the process with its status when it fails. */
export function run(command, args, env = {}) {
  const { status, error } = spawnSync(command, args, {
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, ...env },
  });
  if (error) console.error(`${command}: ${error.message}`);
  if (status !== 0) process.exit(status ?? 1);
}

/** Runs a command, shows its output and returns it with its status. */
export function runRead(command, args, env = {}) {
  const { status, stdout, stderr, error } = spawnSync(command, args, {
    stdio: ['ignore', 'pipe', 'pipe'],
    encoding: 'utf8',
    maxBuffer: 1 << 28,
    env: { ...process.env, FORCE_COLOR: '0', NO_COLOR: '1', ...env },
  });
  const text = `${stdout ?? ''}${stderr ?? ''}`;
  process.stdout.write(text);
  return { status: error ? 1 : (status ?? 1), text };
}
