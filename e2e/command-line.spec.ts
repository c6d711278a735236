import { expect, test } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';

/** What the README tells to type, word by word. */
const lines = readFileSync('README.md', 'utf8')
  .split('\n')
  .filter((line) => line.startsWith('node apps/cli/dist/squallmark.mjs '));

test('every command that the README shows runs as built, one after another', () => {
  expect(lines.length).toBeGreaterThan(8);
  const cwd = mkdtempSync(join(tmpdir(), 'squallmark-'));
  for (const line of lines) {
    const [, program, ...words] = line.split(' ');
    const args = words.map((w) => (w.startsWith('demo/') ? resolve(w) : w));
    const said = run(cwd, [resolve(program!), ...args]);
    expect.soft(said.status, `${line}\n${said.text}`).toBeLessThan(2);
    expect.soft(said.text, line).not.toMatch(/\bError\b|\bNaN\b|undefined/);
    expect.soft(said.text.trim(), line).not.toBe('');
  }
});

function run(cwd: string, args: string[]): { status: number; text: string } {
  try {
    return { status: 0, text: execFileSync('node', args, { cwd, encoding: 'utf8', stdio: 'pipe' }) };
  } catch (error) {
    const { status, stdout, stderr } = error as { status: number; stdout: string; stderr: string };
    return { status, text: stdout + stderr };
  }
}
