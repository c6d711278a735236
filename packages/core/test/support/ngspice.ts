import { spawnSync } from 'node:child_process';

/** All that ngspice says of a deck in batch mode. Exit codes are not to be trusted, the text is. */
export function ngspiceText(deck: string): string {
  const { stdout, stderr, error } = spawnSync('ngspice', ['-b'], {
    input: deck,
    encoding: 'utf8',
    maxBuffer: 256 * 1024 * 1024,
  });
  if (error) throw new Error(`ngspice could not be run: ${error.message}`);
  return `${stdout}\n${stderr}`;
}

/** Runs a deck in batch mode and reads the vectors it prints. */
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
  const text = ngspiceText(deck);
  if (/singular matrix|no such|error/i.test(text)) throw new Error(`ngspice did not solve the deck:\n${text}`);
  return Object.fromEntries(vectors.map((v) => [v, valueOf(text, v)]));
}

function valueOf(text: string, vector: string): number {
  const line = text.split('\n').find((l) => l.trim().toLowerCase().startsWith(`${vector.toLowerCase()} = `));
  const value = Number(line?.split('=')[1]);
  if (!Number.isFinite(value)) throw new Error(`ngspice printed no ${vector}:\n${text}`);
  return value;
}

/** Runs a deck over time and gives each measure: `MIN v(n2) from=0.01 to=0.02`, `FIND v(n2) AT=0.01`, in the order asked. */
export function ngspiceOverTime(lines: string[], stepS: number, endS: number, measures: string[]): number[] {
  const deck = [
    'squallmark check over time',
    '.options reltol=1e-5 abstol=1e-9 vntol=1e-7 method=gear',
    ...lines,
    '.control',
    `tran ${stepS} ${endS} 0 ${stepS} uic`,
    ...measures.map((m, i) => `meas tran m${i} ${m}`),
    '.endc',
    '.end',
    '',
  ].join('\n');
  const text = ngspiceText(deck);
  return measures.map((m, i) => {
    const value = Number(new RegExp(`^m${i}\\s*=\\s*(\\S+)`, 'm').exec(text)?.[1]);
    if (!Number.isFinite(value)) throw new Error(`ngspice measured no ${m}:\n${text}`);
    return value;
  });
}
