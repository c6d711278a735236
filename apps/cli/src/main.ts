import { createReadStream, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname } from 'node:path';
import { runCommand } from './run.js';
import type { Shell } from './shell.js';

// `| head` closes the pipe early: that is no fault
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code === 'EPIPE') process.exit(0);
  throw error;
});

const shell: Shell = {
  read: (file) => readFileSync(file),
  pieces: (file) => createReadStream(file, { highWaterMark: 1 << 20 }) as AsyncIterable<Uint8Array>,
  write: (file, bytes) => {
    mkdirSync(dirname(file), { recursive: true });
    writeFileSync(file, bytes);
  },
  out: (text) => void process.stdout.write(`${text}\n`),
  err: (text) => void process.stderr.write(`${text}\n`),
};

process.exitCode = await runCommand(process.argv.slice(2), shell);
