/**
 * A hundred thousand frames with random bit damage. A decoder may pass a damaged frame only where the format's own marks
 * still hold: those are counted by an oracle that shares no code with the decoder, [lib crc] for the check sums, and the
 * counts must agree to the frame.
 */
import { crc16kermit, crc8dvbs2 } from 'crc';
import { describe, expect, it } from 'vitest';
import {
  LineWriter,
  SbusReader,
  UART,
  crsfStream,
  encodeCrsfChannels,
  encodeMav,
  encodeSbus,
  mavStream,
  readUart,
} from '../../src/signals/index.js';
import { seeded } from '../support/random-rig.js';

const random = seeded(20_261_125);
const below = (n: number): number => Math.floor(random() * n);
const slots = (): number[] => Array.from({ length: 16 }, () => below(2048));

/** One to eight different places among `bits`. */
function places(bits: number): Set<number> {
  const chosen = new Set<number>();
  const many = 1 + below(8);
  while (chosen.size < many) chosen.add(below(bits));
  return chosen;
}

describe('the bus on a line, 40 000 damaged frames', () => {
  const BIT_NS = 10_000;
  const FRAMES = 2000;

  /** Start, eight data bits, even parity, two stops, as levels of the idle-high sense. */
  const bitsOf = (byte: number): number[] => {
    const data = Array.from({ length: 8 }, (_, i) => (byte >> i) & 1);
    return [0, ...data, data.reduce((a, b) => a ^ b, 0), 1, 1];
  };

  /** Every mark of the format at its place: starts, parities, stops, header and end. */
  function marksHold(bits: number[]): boolean {
    for (let b = 0; b < 25; b++) {
      const byte = bits.slice(b * 12, b * 12 + 12);
      const ones = byte.slice(1, 10).reduce((a, x) => a + x, 0);
      if (byte[0] !== 0 || ones % 2 || byte[10] !== 1 || byte[11] !== 1) return false;
    }
    const value = (b: number): number => bits.slice(b * 12 + 1, b * 12 + 9).reduce((sum, x, i) => sum + (x << i), 0);
    return value(0) === 0x0f && value(24) === 0;
  }

  it('passes a damaged frame only when starts, parities, stops, header and end all hold', () => {
    let passed = 0;
    let untellable = 0;
    for (let round = 0; round < 20; round++) {
      const line = new LineWriter(0);
      for (let i = 0; i < FRAMES; i++) {
        const frame = encodeSbus({ slots: slots(), digital: [false, false], lost: false, failsafe: false });
        const bits = [...frame].flatMap(bitsOf);
        for (const at of places(bits.length)) bits[at]! ^= 1;
        if (marksHold(bits)) untellable++;
        bits.forEach((bit, b) => line.set(i * 7e6 + b * BIT_NS, (1 - bit) as 0 | 1));
        line.set(i * 7e6 + 300 * BIT_NS, 0);
      }
      const { bytes, fromNs, faults } = readUart(line.edges(), { baud: 100_000, ...UART['8E2'], inverted: true });
      const reader = new SbusReader(() => passed++);
      bytes.forEach((byte, i) => {
        if (i && fromNs[i]! - fromNs[i - 1]! > 1e6) reader.gap();
        reader.push(byte, faults[i]);
      });
      reader.end();
    }
    // two flips in one byte cancel in its parity: the format cannot tell. docs/CHECKS.md states the figure
    expect(untellable).toBeGreaterThan(20);
    expect(untellable).toBeLessThan(1000);
    expect(passed).toBe(untellable);
  });
});

/** Bytes with some of their bits flipped. */
function damaged(sent: Uint8Array): Uint8Array {
  const bytes = sent.slice();
  for (const at of places(bytes.length * 8)) bytes[at >> 3]! ^= 1 << (at & 7);
  return bytes;
}

describe('the serial link, 30 000 damaged frames', () => {
  it('passes only what its check byte passes', () => {
    let passed = 0;
    let untellable = 0;
    for (let i = 0; i < 30_000; i++) {
      const bytes = damaged(encodeCrsfChannels(slots()));
      const stream = crsfStream((_, at, take) => {
        passed++;
        if (crc8dvbs2(Buffer.from(bytes.subarray(at + 2, at + take - 1))) !== bytes[at + take - 1])
          expect.fail(`frame ${i} at ${at}`);
      });
      stream.push(bytes);
      stream.end();
      untellable += framesThatHold(bytes);
    }
    expect(untellable).toBeGreaterThan(20);
    expect(untellable).toBeLessThan(600);
    expect(passed).toBe(untellable);
  });

  /** Frames a reader that walks byte by byte must take: address, length and check byte all right. */
  function framesThatHold(bytes: Uint8Array): number {
    let frames = 0;
    for (let at = 0; at < bytes.length; at++) {
      const check = at + bytes[at + 1]! + 1;
      if (![0xc8, 0xea, 0xec, 0xee].includes(bytes[at]!) || !(bytes[at + 1]! >= 2 && bytes[at + 1]! <= 62)) continue;
      if (check >= bytes.length || crc8dvbs2(Buffer.from(bytes.subarray(at + 2, check))) !== bytes[check]) continue;
      frames++;
      at = check;
    }
    return frames;
  }
});

describe('telemetry, 30 000 damaged frames', () => {
  it('passes only what its sixteen check bits pass', () => {
    let passed = 0;
    for (let i = 0; i < 30_000; i++) {
      const values = Object.fromEntries(slots().map((us, n) => [`chan${n + 1}_raw`, us]));
      const sent = encodeMav({ name: 'RC_CHANNELS_OVERRIDE', values });
      const bytes = damaged(sent);
      const stream = mavStream(({ message }, at, take) => {
        passed++;
        const end = at + take - 2;
        const sum = crc16kermit(Buffer.from([...bytes.subarray(at + 1, end), message.extra]), 0xffff);
        expect(bytes[end]! | (bytes[end + 1]! << 8)).toBe(sum);
      });
      stream.push(bytes);
      stream.end();
    }
    // one in 65 536 slips through sixteen check bits
    expect(passed).toBeLessThanOrEqual(3);
  });
});
