export {
  num,
  signed,
  volts,
  amps,
  watts,
  micros,
  degrees,
  seconds,
  percent,
  voltBand,
  count,
  listed,
  groups3,
  lowerFirst,
} from './format.js';
export { PULSE, clampPulseUs, pulseToPct, pctToPulse } from './pulse.js';
export { clamp, remap, roundTo } from './maths.js';
export { SEEN_TEXT, unseenIn } from './unseen.js';
export { valueIn } from './value-in.js';
export { isOneOf, isSameName, plain } from './same-name.js';
export { Misuse } from './misuse.js';
export { hairV } from './hair.js';
export { Joined } from './joined.js';
export { groupBy, lastCall } from './groups.js';
export { type Problem, type Reading, readOk, readFailed, problemText } from './problem.js';
export { chanceOf } from './chance.js';
