/** Figures as people read them at the bench: fixed decimals, a unit, a true minus sign. */

const MINUS = '\u2212';

/** Fixed decimals with a typographic minus; `-0.00` becomes `0.00`. Non-finite input gives an en dash. */
export function num(value: number, decimals = 0): string {
  if (!Number.isFinite(value)) return '–';
  const text = Math.abs(value).toFixed(decimals);
  return value < 0 && Number(text) !== 0 ? MINUS + text : text;
}

/** Like {@link num} with an explicit plus for values above zero. */
export function signed(value: number, decimals = 0): string {
  const text = num(value, decimals);
  return value > 0 && Number(text) !== 0 ? `+${text}` : text;
}

export const volts = (valueV: number): string => `${num(valueV, 2)} V`;
export const amps = (valueA: number): string => `${num(valueA, 2)} A`;
export const watts = (valueW: number): string => `${num(valueW, valueW < 10 ? 1 : 0)} W`;
export const micros = (valueUs: number): string => `${num(valueUs)} µs`;
export const degrees = (valueDeg: number): string => `${signed(valueDeg)}°`;
export const seconds = (valueS: number): string => `${num(valueS, 1)} s`;
export const percent = (fraction: number): string => `${num(fraction * 100)} %`;

/** `[4.75, 5.25]` → `4.75–5.25 V`; whole numbers lose their zeros. */
export function voltBand([low, high]: readonly [number, number]): string {
  return `${plain(low)}–${plain(high)} V`;
}

/** `1 cable`, `2 cables`: the regular English plural of a bench word. */
export function count(n: number, word: string): string {
  return `${n} ${word}${n === 1 ? '' : 's'}`;
}

/** Whole number in groups of three with a thin gap: `115 200`. */
export function groups3(n: number): string {
  return String(Math.round(n)).replace(/\B(?=(\d{3})+$)/g, '\u202f');
}

/** "a", "a and b", "a, b and c". */
export function listed(words: readonly string[], last = 'and'): string {
  if (words.length < 2) return words.join('');
  return `${words.slice(0, -1).join(', ')} ${last} ${words[words.length - 1]}`;
}

/** A label inside a sentence: "Pan speed" → "pan speed", "HDMI" stays. */
export const lowerFirst = (text: string): string =>
  /^[A-Z][^A-Z]/.test(text) ? text[0]!.toLowerCase() + text.slice(1) : text;

function plain(value: number): string {
  return String(Number(value.toFixed(2)));
}
