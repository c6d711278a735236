/** What a day's work with a rig was like: who, where, how long, which packs. */
import { listed, num } from '../units/index.js';
import type { PackUse, Session } from './schemas.js';

/** A session in one line. */
export function sessionText({ minutes, ambientC, windMps, pilot, operator, packs, words: said }: Session): string {
  const who = [...(pilot ? [`pilot ${pilot}`] : []), ...(operator ? [`payload ${operator}`] : [])];
  const pieces = [
    ...(minutes === undefined ? [] : [`${num(minutes)} min`]),
    ...(ambientC === undefined ? [] : [`${num(ambientC)} °C`]),
    ...(windMps === undefined ? [] : [`wind ${num(windMps, 1)} m/s`]),
    ...(who.length ? [listed(who)] : []),
    ...packs.map(packText),
    ...(said ? [said] : []),
  ];
  return pieces.join(' · ');
}

function packText({ name, beforeV, afterV }: PackUse): string {
  const volts = [
    ...(beforeV === undefined ? [] : [`from ${num(beforeV, 2)} V`]),
    ...(afterV === undefined ? [] : [`to ${num(afterV, 2)} V`]),
  ];
  return [/^pack\b/i.test(name) ? name : `pack ${name}`, ...volts].join(' ');
}
