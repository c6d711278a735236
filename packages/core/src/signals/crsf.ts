import { Misuse } from '../units/index.js';
import { packBits, unpackBits } from './slot-bits.js';
import { FrameStream, type Match } from './frame-stream.js';

/**
 * Frames of the open serial radio link: address, length, type, payload, check byte over type and payload.
 * @source [mem; lib crsf, lib crc] 420 000 baud 8N1 not inverted; CRC-8 polynomial 0xD5; channels in type 0x16
 */
export const CRSF = {
  baud: 420_000,
  channels: 0x16,
  linkStatistics: 0x14,
  slots: 16,
  slotBits: 11,
  channelBytes: 22,
  /** Length byte counts type, payload and check: least and most. */
  leastLength: 2,
  mostLength: 62,
} as const;

/** Addresses a frame may begin with: controller, transmitter module, hand set, receiver. */
export const CRSF_ADDRESS = { controller: 0xc8, module: 0xee, handset: 0xea, receiver: 0xec } as const;

/** What the frames that are not channels tell, by type. @source [mem] */
export const CRSF_TYPES: Readonly<Record<number, string>> = {
  0x02: 'position',
  0x07: 'climb',
  0x08: 'battery',
  0x09: 'height',
  0x14: 'link statistics',
  0x1e: 'attitude',
  0x21: 'flight mode',
  0x28: 'who is there',
  0x29: 'device',
};
const ADDRESSES: ReadonlySet<number> = new Set(Object.values(CRSF_ADDRESS));

/** A whole frame of the fast link. */
export interface CrsfFrame {
  /** First byte of the frame. */
  address: number;
  /** Type byte. */
  type: number;
  payload: Uint8Array;
}

const TABLE = crcTable(0xd5);

function crcTable(polynomial: number): Uint8Array {
  return Uint8Array.from({ length: 256 }, (_, byte) => {
    let crc = byte;
    for (let i = 0; i < 8; i++) crc = crc & 0x80 ? ((crc << 1) ^ polynomial) & 0xff : crc << 1;
    return crc;
  });
}

/** CRC-8, polynomial 0xD5, start 0, over `bytes[from…to)`. */
export function crc8(bytes: ArrayLike<number>, from = 0, to = bytes.length): number {
  let crc = 0;
  for (let i = from; i < to; i++) crc = TABLE[crc ^ bytes[i]!]!;
  return crc;
}

/** A frame as bytes. @throws {RangeError} when the payload is longer than 60 bytes. */
export function encodeCrsf({ address, type, payload }: CrsfFrame): Uint8Array {
  const length = payload.length + 2;
  if (length > CRSF.mostLength) throw new Misuse(`a payload has 60 bytes at most, not ${payload.length}`);
  const bytes = new Uint8Array(length + 2);
  bytes[0] = address;
  bytes[1] = length;
  bytes[2] = type;
  bytes.set(payload, 3);
  bytes[length + 1] = crc8(bytes, 2, length + 1);
  return bytes;
}

/** Sixteen counts 0…2047 as a channels frame. */
export function encodeCrsfChannels(slots: ArrayLike<number>, address: number = CRSF_ADDRESS.controller): Uint8Array {
  const payload = new Uint8Array(CRSF.channelBytes);
  packBits(slots, payload, 0);
  return encodeCrsf({ address, type: CRSF.channels, payload });
}

/** Counts of a channels frame; null for any other frame. */
export function crsfChannels(frame: CrsfFrame): number[] | null {
  if (frame.type !== CRSF.channels || frame.payload.length !== CRSF.channelBytes) return null;
  const slots = new Array<number>(CRSF.slots).fill(0);
  unpackBits(frame.payload, 0, slots);
  return slots;
}

/** Whether a frame begins at `at`. */
export function matchCrsf(bytes: Uint8Array, at: number, closed: boolean): Match<CrsfFrame> {
  if (!ADDRESSES.has(bytes[at]!)) return { is: 'no' };
  const length = bytes[at + 1];
  if (length === undefined) return { is: closed ? 'no' : 'more' };
  if (length < CRSF.leastLength || length > CRSF.mostLength) return { is: 'no' };
  const check = at + length + 1;
  if (check >= bytes.length) return { is: closed ? 'no' : 'more' };
  if (crc8(bytes, at + 2, check) !== bytes[check]) return { is: 'bad' };
  const frame = { address: bytes[at]!, type: bytes[at + 2]!, payload: bytes.slice(at + 3, check) };
  return { is: 'frame', byteCount: length + 2, frame };
}

export const crsfStream = (found: (frame: CrsfFrame, at: number, byteCount: number) => void): FrameStream<CrsfFrame> =>
  new FrameStream(matchCrsf, found);
