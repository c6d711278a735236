import type { Sheet } from '../sheet.js';
import { ranged, thirds, windows } from './define.js';

/** Stabilising modes of a three-position switch. @source [practice] */
export const modeFunction = (over: string[]) =>
  windows('mode', 'Mode', 'gimbal-mode', over, thirds('follow nose', 'follow craft', 'hold heading'));

/** Power state of a gimbal whose pan is to stand for take-off and landing. @source [practice] off, tilt and roll only, all */
export const powerFunction = (over: string[]) =>
  windows('power', 'Power state', 'gimbal-power', over, thirds('off', 'tilt and roll', 'all axes'), {
    powers: [
      { window: 'tilt and roll', joints: ['tilt', 'roll'] },
      { window: 'all axes', joints: ['tilt', 'roll', 'pan'] },
    ],
  });

const ENABLED: Readonly<Record<string, string[]>> = {
  tilt: ['follow nose', 'hold heading'],
  pan: ['hold heading'],
};

/** Slots a gimbal listens to as it is shipped. @source [practice] 1 = pan, 2 = tilt, fed by a receiver directly */
const FIRST_SLOT: Readonly<Record<string, number>> = { pan: 1, tilt: 2 };

/** Tilt by position or pan by rate of a gimbal with modes. */
export const axisFunction = (
  what: 'tilt' | 'pan' | 'roll-trim',
  label: string,
  takes: 'position' | 'rate',
  over: string[],
  from: number,
  to: number,
  moded = true,
) =>
  ranged(what, label, what, takes, over, from, to, takes === 'rate' ? '°/s' : '°', {
    ...(FIRST_SLOT[what] ? { firstSlot: FIRST_SLOT[what] } : {}),
    joint: what === 'roll-trim' ? 'roll' : what,
    ...(moded && ENABLED[what] ? { enabledIn: { fn: 'mode', windows: ENABLED[what] } } : {}),
  });

export const joint = (id: string, minDeg: number, maxDeg: number, speedDegPerS = 90): Sheet['joints'][number] => ({
  id,
  label: id,
  minDeg,
  maxDeg,
  speedDegPerS,
  homeDeg: 0,
});

export const mounting = {
  id: 'mounting',
  label: 'Mounting',
  values: ['upright', 'inverted'],
  default: 'inverted',
  how: 'app' as const,
  shows: 'the app; motors strain when it is wrong',
};

export const ARC = 'Nobody in the arc of the gimbal; keep it still while it finds level.';
export const LEVEL = [
  { text: 'motors off', seconds: 4, still: false },
  { text: 'finds level', seconds: 8, still: true },
];
