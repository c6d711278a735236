import { describe, expect, it } from 'vitest';
import type { Control, Sheet } from '../parts/index.js';
import { transmitter16 } from '../parts/shelf/transmitter-16.js';
import { newPart } from '../rig/index.js';
import { runsAcross } from './fit.js';
import { FLIGHT_AXES, isThrottle, steeringStick, stickFor, stickGoes, stickMode, sticksOf } from './sticks.js';

type Stick = Pick<Control, 'id' | 'label' | 'x'>;

/** A transmitter whose maker calls its sticks otherwise. */
function calling(sticks: readonly Stick[], values = ['1', '2', '3', '4'], value = '2', setting = 'mode') {
  const mode = { id: setting, label: 'Stick mode', values, default: value, how: 'menu' as const };
  const sheet: Sheet = {
    ...transmitter16,
    class: 'other-faces',
    controls: sticks.map((s) => ({ ...s, kind: 'stick' as const, y: 0.5 })),
    settings: [mode],
  };
  return { part: newPart('TX', sheet.class, 'Transmitter'), sheet };
}

const flown = (transmitter: ReturnType<typeof calling>): Record<string, string | undefined> =>
  Object.fromEntries(FLIGHT_AXES.map((axis) => [axis, stickFor(transmitter, axis)?.id]));

describe('sticks of a transmitter that others describe', () => {
  it('are told by where they sit and what they are called, whatever their ids', () => {
    const short = ['lx', 'ly', 'rx', 'ry'].map((id, i) => ({ id, label: id.toUpperCase(), x: i < 2 ? 0.2 : 0.8 }));
    expect(flown(calling(short))).toEqual({ roll: 'rx', pitch: 'ry', throttle: 'ly', yaw: 'lx' });
    const words = [
      { id: 'J4', label: 'left, up and down', x: 0.3 },
      { id: 'J1', label: 'right, sideways', x: 0.7 },
      { id: 'J3', label: 'left, sideways', x: 0.3 },
      { id: 'J2', label: 'right, up and down', x: 0.7 },
    ];
    expect(flown(calling(words))).toEqual({ roll: 'J1', pitch: 'J2', throttle: 'J4', yaw: 'J3' });
    const numbers = [0.2, 0.2, 0.9, 0.9].map((x, i) => ({ id: `${i + 1}`, label: `axis ${i + 1}`, x }));
    expect(flown(calling(numbers))).toEqual({ roll: '3', pitch: '4', throttle: '2', yaw: '1' });
  });

  it('are those they are called by, where a sheet calls all four by what they fly and has no modes', () => {
    const called = (words: readonly string[], more: object = {}) => {
      const now = calling(words.map((label, i) => ({ id: `j${i}`, label, x: i < 2 ? 0.25 : 0.75 })));
      return flown({ ...now, sheet: { ...now.sheet, settings: [], ...more } });
    };
    const usual = { throttle: 'j0', yaw: 'j1', pitch: 'j2', roll: 'j3' };
    expect(called(['Throttle', 'Rudder', 'Elevator', 'Aileron'])).toEqual(usual);
    // one who flies with the throttle on the right
    expect(called(['Pitch', 'Yaw', 'Throttle', 'Roll'])).toEqual({
      pitch: 'j0',
      yaw: 'j1',
      throttle: 'j2',
      roll: 'j3',
    });
    // with modes to choose it is the mode that says it, and words only which way a stick goes
    const modes = { settings: calling([]).sheet.settings };
    expect(called(['Throttle', 'Rudder', 'Elevator', 'Aileron'], modes)).toEqual(usual);
    expect(stickGoes({ id: 'a', label: 'Aileron' })).toBe('x');
    expect(stickGoes({ id: 'a', label: 'Elevator' })).toBe('y');
  });

  it('fly by the mode that is set, however the setting is written', () => {
    const sticks = ['lx', 'ly', 'rx', 'ry'].map((id, i) => ({ id, label: id, x: i < 2 ? 0.2 : 0.8 }));
    const modes = ['Mode 1', 'Mode 2', 'Mode 3', 'Mode 4'];
    const one = calling(sticks, modes, 'Mode 1', 'layout');
    expect(stickMode(one)).toBe('1');
    expect(flown(one)).toEqual({ roll: 'rx', pitch: 'ly', throttle: 'ry', yaw: 'lx' });
  });

  it('of a console with one joystick fly nothing, and it is one stick', () => {
    const joystick = [
      { id: 'joy-x', label: 'joystick ↔', x: 0.26 },
      { id: 'joy-y', label: 'joystick ↕', x: 0.26 },
    ];
    const console = calling(joystick);
    expect(flown(console)).toEqual({ roll: undefined, pitch: undefined, throttle: undefined, yaw: undefined });
    expect(sticksOf(console)).toMatchObject([{ x: 'joy-x', y: 'joy-y', flies: [], staysUp: false }]);
    expect(joystick.map(stickGoes)).toEqual(['x', 'y']);
  });

  it('of a set for what drives are a trigger and a wheel, and the trigger comes back when it is let go', () => {
    const pistol = calling([
      { id: 'a', label: 'trigger', x: 0.2 },
      { id: 'b', label: 'wheel', x: 0.8 },
    ]);
    expect([steeringStick(pistol, 'throttle')?.id, steeringStick(pistol, 'yaw')]).toEqual(['a', undefined]);
    expect(['a', 'b'].map((id) => isThrottle(pistol, id))).toEqual([false, false]);
    const lever = calling([
      { id: 'a', label: 'throttle lever', x: 0.2 },
      { id: 'b', label: 'grip, sideways', x: 0.8 },
      { id: 'c', label: 'grip, up and down', x: 0.8 },
    ]);
    expect(['a', 'c'].map((id) => isThrottle(lever, id))).toEqual([true, false]);
    const two = calling(['lx', 'ly', 'rx', 'ry'].map((id, i) => ({ id, label: id, x: i < 2 ? 0.2 : 0.8 })));
    expect([steeringStick(two, 'throttle')?.id, steeringStick(two, 'yaw')?.id, isThrottle(two, 'ly')]).toEqual([
      'ly',
      'lx',
      true,
    ]);
  });

  it('or are a wheel and a trigger: the one steers, the other drives', () => {
    const across = (what: 'throttle' | 'yaw' | 'tilt', label: string): boolean =>
      runsAcross(
        { id: what, label: what, what, takes: 'position', askedBy: [] },
        { id: 'c', label, kind: 'knob', x: 0.5, y: 0.5, sprung: true },
      );
    expect([across('throttle', 'Wheel'), across('yaw', 'Trigger')]).toEqual([true, true]);
    expect([across('throttle', 'Trigger'), across('yaw', 'Wheel'), across('tilt', 'Wheel')]).toEqual([
      false,
      false,
      false,
    ]);
  });
});
