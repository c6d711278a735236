/** Installs the packages when they are missing or the lock has changed since. Needs only Node.js and npm. */
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { run } from './run.mjs';

const STAMP = 'node_modules/.squallmark-lock';

const lock = createHash('sha256').update(readFileSync('package-lock.json')).digest('hex');
if (!existsSync(STAMP) || readFileSync(STAMP, 'utf8') !== lock) {
  console.log('Installing packages…');
  run('npm', ['ci', '--no-progress', '--loglevel=error']);
  writeFileSync(STAMP, lock);
}
