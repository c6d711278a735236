import { packBits, unpackBits } from './slot-bits.js';

/**
 * SBUS frame: header, sixteen slots of eleven bits, least significant bit first, flags, end byte.
 * @source [practice] 25 bytes at 100 000 baud, 8E2, inverted: 3.0 ms on the wire
 */
export const SBUS = {
  header: 0x0f,
  end: 0x00,
  /** End bytes of the second generation, which counts its telemetry slots there. @source [practice] */
  ends: [0x00, 0x04, 0x14, 0x24, 0x34],
  bytes: 25,
  slots: 16,
  slotBits: 11,
  mostCount: 2047,
  baud: 100_000,
  /** start + 8 data + parity + 2 stop */
  bitsPerByte: 12,
} as const;

const FLAG = { digital17: 1, digital18: 2, lost: 4, failsafe: 8 } as const;

const ENDS: ReadonlySet<number> = new Set(SBUS.ends);

/** Whether a frame may end in this byte. */
export const isSbusEnd = (byte: number): boolean => ENDS.has(byte);

/** A whole bus frame: 16 counts, two digital channels, two flags. */
export interface SbusFrame {
  /** Sixteen raw counts 0…2047. */
  slots: number[];
  /** The two one-bit channels after the sixteen. */
  digital: [boolean, boolean];
  /** The receiver missed the last radio frame. */
  lost: boolean;
  /** The receiver has gone to its fail-safe values. */
  failsafe: boolean;
}

/** Time one frame takes on the wire, ms. */
export const sbusFrameMs = (SBUS.bytes * SBUS.bitsPerByte * 1000) / SBUS.baud;

/** Packs a frame into 25 bytes. Counts are rounded and kept inside 0…2047; missing slots are 0. */
export function encodeSbus(frame: SbusFrame): Uint8Array {
  const bytes = new Uint8Array(SBUS.bytes);
  packSlots(frame.slots, bytes);
  bytes[23] =
    (frame.digital[0] ? FLAG.digital17 : 0) |
    (frame.digital[1] ? FLAG.digital18 : 0) |
    (frame.lost ? FLAG.lost : 0) |
    (frame.failsafe ? FLAG.failsafe : 0);
  return bytes;
}

/** Writes header, slots and end byte into 25 bytes; the flag byte is cleared. Allocates nothing. */
export function packSlots(slots: ArrayLike<number>, bytes: Uint8Array): void {
  bytes[0] = SBUS.header;
  packBits(slots, bytes, 1);
  bytes[23] = 0;
  bytes[24] = SBUS.end;
}

/** Reads the sixteen counts of the frame that starts at `offset` into `slots`. Allocates nothing. */
export function unpackSlots(bytes: Uint8Array, offset: number, slots: Record<number, number>): void {
  unpackBits(bytes, offset + 1, slots);
}

/** Reads the frame that starts at `offset`. The caller knows that header and end byte are there. */
export function readSbusFrame(bytes: Uint8Array, offset = 0): SbusFrame {
  const slots = new Array<number>(SBUS.slots).fill(0);
  unpackSlots(bytes, offset, slots);
  const flags = bytes[offset + 23]!;
  return {
    slots,
    digital: [(flags & FLAG.digital17) !== 0, (flags & FLAG.digital18) !== 0],
    lost: (flags & FLAG.lost) !== 0,
    failsafe: (flags & FLAG.failsafe) !== 0,
  };
}
