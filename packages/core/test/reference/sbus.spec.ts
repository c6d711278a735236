import { describe, expect, it } from 'vitest';
import { SBUS, countToPulseUs, decodeSbus, encodeSbus, pulseUsToCount } from '../../src/signals/index.js';

/** @source [practice] frames packed by hand, bit by bit: 11 bits a slot, least significant bit first. */

const bytes = (hex: string): number[] => hex.split(' ').map((b) => parseInt(b, 16));
const frame = (
  slots: number[],
  flags: Partial<{ digital: [boolean, boolean]; lost: boolean; failsafe: boolean }> = {},
) => ({
  slots,
  digital: [false, false] as [boolean, boolean],
  lost: false,
  failsafe: false,
  ...flags,
});

/** Another way to the same bytes: the whole frame as one long string of bits. */
function byBitString(slots: number[]): number[] {
  const bits = slots.map((s) => s.toString(2).padStart(11, '0').split('').reverse().join('')).join('');
  return Array.from({ length: 22 }, (_, i) =>
    parseInt(
      bits
        .slice(i * 8, i * 8 + 8)
        .split('')
        .reverse()
        .join(''),
      2,
    ),
  );
}

describe('SBUS frames packed by hand', () => {
  // 992 = 01111100000; eight of them fill eleven bytes, the pattern stands twice
  const centred = `0f ${'e0 03 1f f8 c0 07 3e f0 81 0f 7c '.repeat(2)}00 00`;

  it('all sixteen slots at 992', () => {
    const slots = new Array<number>(16).fill(992);
    expect([...encodeSbus(frame(slots))]).toEqual(bytes(centred));
    expect(decodeSbus(Uint8Array.from(bytes(centred))).frames).toEqual([frame(slots)]);
  });

  it('first slot alone at 1: only the lowest bit of the second byte', () => {
    const slots = [1, ...new Array<number>(15).fill(0)];
    expect([...encodeSbus(frame(slots))]).toEqual([0x0f, 0x01, ...new Array<number>(23).fill(0)]);
  });

  it('second slot alone at 1: bit 11 of the field, bit 3 of the third byte', () => {
    const slots = [0, 1, ...new Array<number>(14).fill(0)];
    expect([...encodeSbus(frame(slots))]).toEqual([0x0f, 0x00, 0x08, ...new Array<number>(22).fill(0)]);
  });

  it('last slot alone at 2047: the last eleven bits of the field', () => {
    const slots = [...new Array<number>(15).fill(0), 2047];
    expect([...encodeSbus(frame(slots))].slice(20)).toEqual([0x00, 0xe0, 0xff, 0x00, 0x00]);
  });

  it('a ramp of slots, worked as one string of bits', () => {
    const slots = Array.from({ length: 16 }, (_, i) => 172 + i * 109);
    expect([...encodeSbus(frame(slots))].slice(1, 23)).toEqual(byBitString(slots));
  });

  it('flags: bit 0 and 1 the digital channels, 2 frame lost, 3 fail-safe', () => {
    const slots = new Array<number>(16).fill(0);
    expect(encodeSbus(frame(slots, { digital: [true, false] }))[23]).toBe(0x01);
    expect(encodeSbus(frame(slots, { digital: [false, true] }))[23]).toBe(0x02);
    expect(encodeSbus(frame(slots, { lost: true }))[23]).toBe(0x04);
    expect(encodeSbus(frame(slots, { failsafe: true }))[23]).toBe(0x08);
  });

  it('25 bytes of 12 bits at 100 000 baud take 3.0 ms', () => {
    expect((SBUS.bytes * SBUS.bitsPerByte) / SBUS.baud).toBeCloseTo(0.003, 12);
  });
});

/** @source [practice] 172…992…1811 ≙ 988…1500…2012 µs; 352…1024…1696 ≙ −100…0…+100 %. */
describe('the two schools of scale', () => {
  it.each([
    [172, 987.5],
    [992, 1500],
    [1811, 2011.875],
  ])('microseconds: %d counts', (count, us) => {
    expect(countToPulseUs('micro', count)).toBe(us);
    expect(Math.round(countToPulseUs('micro', count))).toBe({ 172: 988, 992: 1500, 1811: 2012 }[count]);
    expect(pulseUsToCount('micro', us)).toBe(count);
  });

  it.each([
    [352, 1000],
    [1024, 1500],
    [1696, 2000],
  ])('per cent: %d counts', (count, us) => {
    expect(countToPulseUs('percent', count)).toBeCloseTo(us, 9);
    expect(pulseUsToCount('percent', us)).toBe(count);
  });
});
