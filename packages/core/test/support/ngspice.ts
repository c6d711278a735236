import { spawnSync } from 'node:child_process';

/** Runs a deck in batch mode and reads the vectors it prints. Exit codes are not to be trusted, the text is. */
export function ngspice(lines: string[], vectors: string[]): Record<string, number> {
  const deck = [
    'squallmark check',
    ...lines,
    '.control',
    'op',
    ...vectors.map((v) => `print ${v}`),
    '.endc',
    '.end',
    '',
  ].join('\n');
  const { stdout, stderr, error } = spawnSync('ngspice', ['-b'], { input: deck, encoding: 'utf8' });
  if (error) throw new Error(`ngspice could not be run: ${error.message}`);
  const text = `${stdout}\n${stderr}`;
  if (/singular matrix|no such|error/i.test(text)) throw new Error(`ngspice did not solve the deck:\n${text}`);
  return Object.fromEntries(vectors.map((v) => [v, valueOf(text, v)]));
}

function valueOf(text: string, vector: string): number {
  const line = text.split('\n').find((l) => l.trim().toLowerCase().startsWith(`${vector.toLowerCase()} = `));
  const value = Number(line?.split('=')[1]);
  if (!Number.isFinite(value)) throw new Error(`ngspice printed no ${vector}:\n${text}`);
  return value;
}
