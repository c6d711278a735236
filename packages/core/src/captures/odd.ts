/** What of a line is not as usual, in words. */
import { SBUS } from '../signals/index.js';
import { groups3, num } from '../units/index.js';
import type { LineDecoding } from './decode-line.js';
import { nominalBaud } from './speed.js';
import { USUAL } from './sense.js';
import { timingReport } from './timing-report.js';

/** A speed off by this much is said. */
const SPEED_OFF = 0.015;

/** So often only servos with narrow pulses are told. @source [mem] 760 µs at 560 Hz */
const FAST_MS = 2.5;

/** How a train of servo pulses differs from the usual one. */
export function oddPulses(pulse: LineDecoding): string[] {
  const { periodMs, outOfRange } = timingReport(pulse);
  const odd: string[] = [];
  if (periodMs && (periodMs.usual < 18 || periodMs.usual > 23))
    odd.push(`${num(1000 / periodMs.usual)} pulses a second; 50 is usual`);
  const narrow = periodMs !== null && periodMs.usual < FAST_MS;
  if (narrow && outOfRange) odd.push(`${outOfRange} narrow pulses: 760 µs is the middle of what such fast servos take`);
  else if (outOfRange) odd.push(`${outOfRange} pulses outside 800–2200 µs`);
  return odd;
}

/** How frames of summed pulses differ from the usual ones. */
export function oddFrames(ppm: LineDecoding): string[] {
  const { periodMs } = timingReport(ppm);
  const { bad } = ppm.counts;
  return [
    ...(periodMs && Math.abs(periodMs.usual - 22.5) > 1
      ? [`a frame every ${num(periodMs.usual, 1)} ms; 22.5 is usual`]
      : []),
    ...(bad ? [`${bad} damaged frames`] : []),
  ];
}

/** How a speed differs from the usual one it stands for. */
export function oddSpeed(measured: number, named: { baud: number; usual: boolean }): string[] {
  if (!named.usual) return [`${groups3(named.baud)} baud is no usual speed`];
  const off = measured / named.baud - 1;
  return Math.abs(off) > SPEED_OFF ? [`speed is ${num(Math.abs(off) * 100, 1)} % ${off > 0 ? 'high' : 'low'}`] : [];
}

/** Frames of the first version of a kind whose second is usual. */
export function oddVersion({ firstVersion, frames }: LineDecoding['counts']): string[] {
  if (!firstVersion) return [];
  return firstVersion === frames
    ? ['the first version: a device that wants the second hears nothing']
    : [
        `${firstVersion} of ${frames} frames are of the first version: a device that wants the second hears nothing of them`,
      ];
}

/** How frames on bytes differ from the usual ones. */
export function oddBytes(decoding: LineDecoding, measured: number): string[] {
  const { sense, counts } = decoding;
  const usual = USUAL[sense.kind];
  const odd: string[] = [];
  const named = nominalBaud(measured);
  if ('format' in sense && 'format' in usual && sense.format.inverted !== usual.format.inverted)
    odd.push(
      usual.format.inverted
        ? 'not inverted: a device that wants the usual bus hears nothing'
        : 'inverted: a device that wants the usual line hears nothing',
    );
  odd.push(...oddSpeed(measured, named));
  if (named.usual && sense.kind === 'sbus' && named.baud !== SBUS.baud)
    odd.push(`${groups3(named.baud)} baud; 100 000 is usual`);
  if (named.usual && sense.kind === 'crsf' && named.baud !== 420_000)
    odd.push(`${groups3(named.baud)} baud; 420 000 is usual`);
  odd.push(...oddVersion(counts));
  if (counts.failsafe) odd.push(`${counts.failsafe} frames say fail-safe`);
  if (counts.lost > counts.failsafe) odd.push(`${counts.lost} frames say the radio was lost`);
  if (counts.bad) odd.push(`${counts.bad} damaged frames`);
  return odd;
}
