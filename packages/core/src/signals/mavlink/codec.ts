import { Misuse } from '../../units/index.js';
import { FrameStream, type Match } from '../frame-stream.js';
import { x25, x25Of } from './crc-x25.js';
import { MAV_MESSAGES, mavMessage, type FieldType, type MavMessage } from './messages.js';

/** @source [std MAVLink 2] start byte, ten header bytes, payload without trailing zeros, two check bytes, signature of 13 */
const MAV = { start: 0xfd, header: 10, check: 2, signature: 13, signedFlag: 1 } as const;

/** Value of a message field. */
export type MavValue = number | bigint | number[];

/** A whole message with its fields. */
export interface MavFrame {
  message: MavMessage;
  /** Running number, 0…255. */
  sequence: number;
  /** Sender's system, 1…255. */
  system: number;
  /** Part of the system that sends, 0…255. */
  component: number;
  values: Record<string, MavValue>;
  /** Carries a signature; whether it is a good one is not looked at. */
  signed: boolean;
}

/** A message to be sent. */
export interface MavDraft {
  name: string;
  /** Running number, 0…255. */
  sequence?: number;
  /** Sender's system, 1…255. */
  system?: number;
  /** Part of the system that sends, 0…255. */
  component?: number;
  values: Record<string, MavValue>;
}

/** A frame as bytes; fields left out are zero. @throws {RangeError} for a message that is not in the table. */
export function encodeMav({ name, sequence = 0, system = 1, component = 1, values }: MavDraft): Uint8Array {
  const message = mavMessage(name);
  if (!message) throw new Misuse(`no message "${name}" in the table`);
  const payload = new Uint8Array(message.fullLength);
  const view = new DataView(payload.buffer);
  eachField(message, (field, type, at, i) => {
    const value = values[field];
    write(view, at, type, Array.isArray(value) ? (value[i] ?? 0) : (value ?? 0));
  });
  let length = payload.length;
  while (length > 1 && payload[length - 1] === 0) length--;
  const bytes = new Uint8Array(MAV.header + length + MAV.check);
  bytes.set([MAV.start, length, 0, 0, sequence, system, component, ...idBytes(message.id)]);
  bytes.set(payload.subarray(0, length), MAV.header);
  const crc = x25(x25Of(bytes, 1, MAV.header + length), message.extra);
  bytes[MAV.header + length] = crc & 0xff;
  bytes[MAV.header + length + 1] = crc >> 8;
  return bytes;
}

const idBytes = (id: number): number[] => [id & 0xff, (id >> 8) & 0xff, id >> 16];

/** Whether a frame begins at `at`. A frame of a message that is not in the table cannot be checked. */
export function matchMav(bytes: Uint8Array, at: number, closed: boolean): Match<MavFrame> {
  if (bytes[at] !== MAV.start) return { is: 'no' };
  const short = { is: closed ? 'no' : 'more' } as const;
  if (at + MAV.header > bytes.length) return short;
  const length = bytes[at + 1]!;
  const flags = bytes[at + 2]!;
  // a flag not known here changes what the bytes mean: such a frame is left alone, as the standard asks
  if (flags & ~MAV.signedFlag) return { is: 'no' };
  const signed = (flags & MAV.signedFlag) !== 0;
  const byteCount = MAV.header + length + MAV.check + (signed ? MAV.signature : 0);
  if (at + byteCount > bytes.length) return short;
  const id = bytes[at + 7]! | (bytes[at + 8]! << 8) | (bytes[at + 9]! << 16);
  const message = MAV_MESSAGES.get(id);
  if (!message) return unknownOf(bytes, at, byteCount, closed);
  if (length > message.fullLength) return { is: 'bad' };
  const end = at + MAV.header + length;
  const crc = x25(x25Of(bytes, at + 1, end), message.extra);
  if (bytes[end] !== (crc & 0xff) || bytes[end + 1] !== crc >> 8) return { is: 'bad' };
  const values = valuesOf(message, bytes.subarray(at + MAV.header, end));
  const frame = {
    message,
    sequence: bytes[at + 4]!,
    system: bytes[at + 5]!,
    component: bytes[at + 6]!,
    values,
    signed,
  };
  return { is: 'frame', byteCount, frame };
}

/** Without a check sum only what follows tells: another start, or the end. */
function unknownOf(bytes: Uint8Array, at: number, byteCount: number, closed: boolean): Match<MavFrame> {
  const next = bytes[at + byteCount];
  if (next === undefined) return closed ? { is: 'unknown', byteCount } : { is: 'more' };
  return next === MAV.start ? { is: 'unknown', byteCount } : { is: 'no' };
}

function valuesOf(message: MavMessage, sent: Uint8Array): Record<string, MavValue> {
  const payload = new Uint8Array(message.fullLength);
  payload.set(sent);
  const view = new DataView(payload.buffer);
  const values: Record<string, MavValue> = {};
  eachField(message, (field, type, at, i, many) => {
    const value = read(view, at, type);
    if (many === 1) values[field] = value;
    else if (i === 0) values[field] = [Number(value)];
    else (values[field] as number[]).push(Number(value));
  });
  return values;
}

type Visit = (field: string, type: FieldType, at: number, index: number, many: number) => void;

function eachField(message: MavMessage, visit: Visit): void {
  let at = 0;
  for (const { name, type, many } of message.fields)
    for (let i = 0; i < many; i++) {
      visit(name, type, at, i, many);
      at += type === 'u64' ? 8 : type.endsWith('32') ? 4 : type.endsWith('16') ? 2 : 1;
    }
}

function write(view: DataView, at: number, type: FieldType, value: number | bigint): void {
  if (type === 'u64') return view.setBigUint64(at, BigInt(value), true);
  const n = Number(value);
  if (type === 'f32') return view.setFloat32(at, n, true);
  if (type === 'u8' || type === 'i8') return view.setUint8(at, n & 0xff);
  if (type === 'u16' || type === 'i16') return view.setUint16(at, n & 0xffff, true);
  return view.setUint32(at, n >>> 0, true);
}

function read(view: DataView, at: number, type: FieldType): number | bigint {
  switch (type) {
    case 'u8':
      return view.getUint8(at);
    case 'i8':
      return view.getInt8(at);
    case 'u16':
      return view.getUint16(at, true);
    case 'i16':
      return view.getInt16(at, true);
    case 'u32':
      return view.getUint32(at, true);
    case 'i32':
      return view.getInt32(at, true);
    case 'u64':
      return view.getBigUint64(at, true);
    case 'f32':
      return view.getFloat32(at, true);
  }
}

export const mavStream = (found: (frame: MavFrame, at: number, byteCount: number) => void): FrameStream<MavFrame> =>
  new FrameStream(matchMav, found);

/** What a channel says instead of a width. An override may leave a channel to whoever has it, or give it back. */
export const NO_WIDTH = { unused: -1, leave: -2, release: -3 } as const;

/** Words for {@link NO_WIDTH}. */
export const NO_WIDTH_WORDS: Readonly<Record<number, string>> = {
  [NO_WIDTH.unused]: 'not in use',
  [NO_WIDTH.leave]: 'leave it',
  [NO_WIDTH.release]: 'release',
};

const MOST = 0xffff;

/**
 * Widths of a frame that carries channels, µs, from channel 1; null for any other. What is no width is one of {@link NO_WIDTH};
 * channels after the last that says something are left out.
 * @source [lib mavlink-mappings] what 0, 65534 and 65535 mean in each message
 */
export function mavChannels(frame: MavFrame): number[] | null {
  const { name } = frame.message;
  const head = name.startsWith('SERVO') ? 'servo' : 'chan';
  const isOverride = name === 'RC_CHANNELS_OVERRIDE';
  const widths: number[] = [];
  for (let n = 1; n <= 18; n++) {
    const value = frame.values[`${head}${n}_raw`];
    if (typeof value !== 'number') break;
    widths.push(isOverride ? overridden(n, value) : value === MOST ? NO_WIDTH.unused : value || NO_WIDTH.unused);
  }
  const silent = isOverride ? NO_WIDTH.leave : NO_WIDTH.unused;
  // the first eight stand in every frame; what follows may have been cut off it
  while (widths.length > 8 && widths.at(-1) === silent) widths.pop();
  return widths.length ? widths : null;
}

/** The first eight are given back by 0 and left by the most; those after them are left by either, given back by the most but one. */
function overridden(n: number, value: number): number {
  if (value === MOST) return NO_WIDTH.leave;
  if (n <= 8) return value || NO_WIDTH.release;
  if (value === MOST - 1) return NO_WIDTH.release;
  return value || NO_WIDTH.leave;
}
