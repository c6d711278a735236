import { describe, expect, it } from 'vitest';
import { smallRig } from '../../test/support/small-rig.js';
import { twoOperators } from '../../test/support/two-operators.js';
import { partsWithSheets, controlName, pilotControls, pilotTransmitter, type Rig } from '../rig/index.js';
import { FLIGHT_AXES, idleAt, isThrottle, stickFor, stickMode, sticksOf, type FlightAxis } from './sticks.js';
import { slotName } from './index.js';

const handOf = (rig: Rig, id = 'TX') => partsWithSheets(rig).find(({ part }) => part.id === id)!;
const inMode = (mode: string) => handOf(smallRig({ TX: 'transmitter-16' }, [], { TX: { settings: { mode } } }));

it('a lever that springs back rests in the middle that is felt, a pedal at its end', () => {
  const hand = handOf(smallRig({ TX: 'transmitter-16' }));
  const lever = { id: 'lever', label: 'lever', kind: 'slider' as const, sprung: true, x: 0.3, y: 0.5 };
  const idle = (felt: boolean): number => idleAt(hand, { ...lever, felt });
  expect([idle(true), idle(false)]).toEqual([0, -1]);
});

it('a lever that springs back, and nobody says where to, rests in the middle of what has two ways', () => {
  const hand = handOf(smallRig({ TX: 'transmitter-16' }));
  const lever = { id: 'lever', label: 'lever', kind: 'slider' as const, sprung: true, x: 0.3, y: 0.5 };
  const range = (from: number) => ({ from, to: 100, unit: '%' as const });
  expect(idleAt(hand, lever, [{ takes: 'position', range: range(-100) }])).toBe(0);
  expect(idleAt(hand, lever, [{ takes: 'position', range: range(0) }])).toBe(-1);
  expect(idleAt(hand, lever, [{ takes: 'rate' }])).toBe(0);
  expect(idleAt(hand, lever, [{ takes: 'latch' }])).toBe(-1);
  expect(idleAt(hand, { ...lever, felt: false }, [{ takes: 'rate' }])).toBe(-1);
});

it('a lever or a switch that stays is left where a drive stands', () => {
  const hand = handOf(smallRig({ TX: 'transmitter-16' }));
  const idle = (kind: 'slider' | 'switch3' | 'switch2', what: 'drive' | 'tilt', from = -100): number =>
    idleAt(hand, { id: 'lever', label: 'lever', kind, x: 0.3, y: 0.5 }, [
      { what, takes: 'position', range: { from, to: 100, unit: '%' } },
    ]);
  expect([idle('slider', 'drive'), idle('switch3', 'drive')]).toEqual([0, 0]);
  expect([idle('slider', 'drive', 0), idle('switch2', 'drive'), idle('slider', 'tilt')]).toEqual([-1, -1, -1]);
});

describe('sticks', () => {
  /** @source [practice] the four modes by hand: throttle right in 1 and 3, both turning axes swapped in 3 and 4 */
  it.each<[string, Record<FlightAxis, string>]>([
    ['1', { throttle: 'right-y', pitch: 'left-y', yaw: 'left-x', roll: 'right-x' }],
    ['2', { throttle: 'left-y', pitch: 'right-y', yaw: 'left-x', roll: 'right-x' }],
    ['3', { throttle: 'right-y', pitch: 'left-y', yaw: 'right-x', roll: 'left-x' }],
    ['4', { throttle: 'left-y', pitch: 'right-y', yaw: 'right-x', roll: 'left-x' }],
  ])('fly in mode %s as the trade has it', (mode, wanted) => {
    const transmitter = inMode(mode);
    expect(stickMode(transmitter)).toBe(mode);
    expect(Object.fromEntries(FLIGHT_AXES.map((axis) => [axis, stickFor(transmitter, axis)?.id]))).toEqual(wanted);
  });

  it('rest low on the throttle of the mode, in the middle elsewhere', () => {
    for (const mode of ['1', '2', '3', '4']) {
      const transmitter = inMode(mode);
      const sticks = transmitter.sheet.controls.filter((c) => c.kind === 'stick');
      const low = sticks.filter((c) => idleAt(transmitter, c) === -1);
      expect(low.map((c) => c.id)).toEqual([stickFor(transmitter, 'throttle')!.id]);
      expect(sticks.filter((c) => isThrottle(transmitter, c.id))).toEqual(low);
    }
  });

  it('leave switches and buttons up, knobs in the middle', () => {
    const transmitter = inMode('2');
    for (const control of transmitter.sheet.controls) {
      if (control.kind === 'knob') expect(idleAt(transmitter, control)).toBe(0);
      if (control.kind === 'switch2' || control.kind === 'button') expect(idleAt(transmitter, control)).toBe(-1);
    }
  });
});

describe('what a device calls a slot', () => {
  it.each([
    [{}, 1, '1'],
    [{ base: 0 }, 1, '0'],
    [{ base: 0 }, 16, '15'],
    [{ auxFrom: 5 }, 4, '4'],
    [{ auxFrom: 5 }, 5, 'aux 1'],
    [{ auxFrom: 5 }, 12, 'aux 8'],
    [{ auxFrom: 5, base: 0 }, 4, '3'],
  ])('%o: slot %i is "%s"', (params, slot, name) => expect(slotName(params, slot)).toBe(name));
});

describe('whose hands the ladder shows', () => {
  it('are the pilot’s: the transmitter that is no second one', () => {
    const rig = twoOperators();
    expect(pilotTransmitter(rig)).toBe('TX');
    const turned = { ...rig, parts: [...rig.parts].reverse() };
    expect(pilotTransmitter(turned)).toBe('TX');
    expect(pilotControls(turned)).toBe(rig.sheets['transmitter-10']!.controls);
  });

  it('have bare names; the others’ go by their transmitter', () => {
    expect(controlName(twoOperators(), 'TX', 'A')).toBe('A');
    expect(controlName(twoOperators(), 'T2', 'A')).toBe('T2.A');
  });

  it('are nobody’s without a transmitter', () => {
    expect(pilotTransmitter(smallRig({ GB: 'gimbal-two-axis' }))).toBeUndefined();
    expect(pilotControls(smallRig({ GB: 'gimbal-two-axis' }))).toEqual([]);
  });
});

describe('the sticks of a transmitter', () => {
  const face = (cls: string, mode?: string) => {
    const own = handOf(smallRig({ TX: cls }, [], mode ? { TX: { settings: { mode } } } : {}));
    return sticksOf(own).map((s) => [s.label, s.x, s.y, s.flies.join(' '), s.staysUp]);
  };

  it('fly what the mode says, the throttle staying where it is left', () => {
    expect(face('transmitter-16')).toEqual([
      ['Left', 'left-x', 'left-y', 'throttle yaw', true],
      ['Right', 'right-x', 'right-y', 'roll pitch', false],
    ]);
    expect(face('transmitter-16', '1')).toEqual([
      ['Left', 'left-x', 'left-y', 'pitch yaw', false],
      ['Right', 'right-x', 'right-y', 'roll throttle', true],
    ]);
  });

  it('are one on a console with a joystick, which flies nothing', () => {
    expect(face('console-line')).toEqual([['Joy', 'joy-x', 'joy-y', '', false]]);
  });
});
