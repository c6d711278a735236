import { readFileSync } from 'node:fs';
import { runCommand, type Shell } from './run.js';

const shell: Shell = {
  read: (file) => readFileSync(file),
  out: (text) => void process.stdout.write(`${text}\n`),
  err: (text) => void process.stderr.write(`${text}\n`),
};

process.exitCode = runCommand(process.argv.slice(2), shell);
