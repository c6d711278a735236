import { readFileSync } from 'node:fs';
import { runCommand } from './run.js';
import type { Shell } from './shell.js';

const shell: Shell = {
  read: (file) => readFileSync(file),
  out: (text) => void process.stdout.write(`${text}\n`),
  err: (text) => void process.stderr.write(`${text}\n`),
};

process.exitCode = runCommand(process.argv.slice(2), shell);
