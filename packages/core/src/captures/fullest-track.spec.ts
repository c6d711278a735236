import { describe, expect, it } from 'vitest';
import { fullestTrack } from './fullest-track.js';
import type { SlotTrack } from './slot-track.js';

const track = (timesMs: number[], ...slots: number[][]): SlotTrack => ({
  timesMs: Float64Array.from(timesMs),
  slots: slots.map((s) => Float32Array.from(s)),
});
const pulses = [
  { line: 'RX out 2', track: track([0, 20, 40], [1000, 1100, 1200]) },
  { line: 'RX out 4', track: track([5, 25], [2000, 1900]) },
];

describe('the fullest of the lines of a recording', () => {
  it('is the bus beside pulses', () => {
    const bus = { line: 'bus', track: track([0], [1000], [1500]) };
    expect(fullestTrack([...pulses, bus])).toBe(bus);
  });

  it('is all pulses of a receiver together, each on the channel of its number, as it was last', () => {
    const { line, track: all } = fullestTrack(pulses)!;
    expect(line).toBe('RX out 2, RX out 4');
    expect(all.slots.map((s) => [...s])).toEqual([
      [NaN, NaN, NaN],
      [1000, 1100, 1200],
      [NaN, NaN, NaN],
      [NaN, 2000, 1900],
    ]);
  });

  it('counts lines in order where their names do not tell', () => {
    const slotsOf = (...names: string[]): number[] =>
      fullestTrack(names.map((line) => ({ line, track: pulses[0]!.track })))!.track.slots.flatMap((s, i) =>
        Number.isNaN(s[0]!) ? [] : [i + 1],
      );
    expect(slotsOf('tilt', 'pan')).toEqual([1, 2]);
    expect(slotsOf('D0', 'D1')).toEqual([1, 2]);
    expect(slotsOf('CH3', 'CH3')).toEqual([1, 2]);
    expect(slotsOf('CH3', 'CH7')).toEqual([3, 7]);
  });

  it('is on the channel that each output puts out, but for names that tell the channel', () => {
    const told = (name: string): number[] =>
      fullestTrack(
        [2, 4].map((n) => ({ line: `${name}${n}`, track: pulses[0]!.track })),
        (output) => output + 5,
      )!.track.slots.flatMap((s, i) => (Number.isNaN(s[0]!) ? [] : [i + 1]));
    expect(told('RX out ')).toEqual([7, 9]);
    expect(told('CH')).toEqual([2, 4]);
    expect(told('slot ')).toEqual([2, 4]);
  });

  it('is the only one there is, or none', () => {
    expect(fullestTrack([pulses[0]!])).toBe(pulses[0]);
    expect(fullestTrack([{ line: 'a', track: track([]) }])).toBeNull();
    expect(fullestTrack([])).toBeNull();
  });
});
