import { spawn, spawnSync } from 'node:child_process';

/** Runs a command with our own output; ends the process with its status when it fails. */
export function run(command, args, env = {}) {
  const { status, error } = spawnSync(command, args, {
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, ...env },
  });
  if (error) console.error(`${command}: ${error.message}`);
  if (status !== 0) process.exit(status ?? 1);
}

/** Runs a command beside others and returns its status and all it said. */
export function runApart(command, args, env = {}) {
  return new Promise((done) => {
    const child = spawn(command, args, {
      stdio: ['ignore', 'pipe', 'pipe'],
      env: { ...process.env, FORCE_COLOR: '0', NO_COLOR: '1', ...env },
    });
    let text = '';
    for (const stream of [child.stdout, child.stderr]) stream.setEncoding('utf8').on('data', (part) => (text += part));
    child.on('error', (error) => done({ status: 1, text: `${text}${command}: ${error.message}` }));
    child.on('close', (code) => done({ status: code ?? 1, text }));
  });
}
