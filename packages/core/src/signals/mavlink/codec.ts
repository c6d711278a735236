import { Misuse } from '../../units/index.js';
import { FrameStream, type Match } from '../frame-stream.js';
import { x25, x25Of } from './crc-x25.js';
import { MAV_MESSAGES, mavMessage, type FieldType, type MavMessage } from './messages.js';

/** @source [std MAVLink 2] start byte, ten header bytes, payload without trailing zeros, two check bytes, signature of 13 */
const MAV = { start: 0xfd, header: 10, check: 2, signature: 13, signedFlag: 1 } as const;
/** @source [std MAVLink 1; lib node-mavlink] start byte, six header bytes, payload without extensions, two check bytes */
const FIRST = { start: 0xfe, header: 6 } as const;

/** Value of a message field. */
export type MavValue = number | bigint | number[];

/** A whole message with its fields. */
export interface MavFrame {
  /** Of the protocol: a device that wants the second hears nothing of the first. */
  version: 1 | 2;
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
  /** The second when left out; the first carries neither extensions nor messages from 256 on. */
  version?: 1 | 2;
  name: string;
  /** Running number, 0…255. */
  sequence?: number;
  /** Sender's system, 1…255. */
  system?: number;
  /** Part of the system that sends, 0…255. */
  component?: number;
  values: Record<string, MavValue>;
}

/** A frame as bytes; fields left out are zero. @throws {Misuse} for a message that is not in the table, or not in that version. */
export function encodeMav({
  version = 2,
  name,
  sequence = 0,
  system = 1,
  component = 1,
  values,
}: MavDraft): Uint8Array {
  const message = mavMessage(name);
  if (!message || (version === 1 && message.id > 255)) throw new Misuse(`no message "${name}" in the table`);
  const payload = new Uint8Array(message.fullLength);
  const view = new DataView(payload.buffer);
  eachField(message, (field, type, at, i) => {
    const value = values[field];
    write(view, at, type, Array.isArray(value) ? (value[i] ?? 0) : (value ?? 0));
  });
  const from = [sequence, system, component];
  if (version === 1) {
    const { id, length } = message;
    return framed([FIRST.start, length, ...from, id], payload.subarray(0, length), message);
  }
  let length = payload.length;
  while (length > 1 && payload[length - 1] === 0) length--;
  return framed([MAV.start, length, 0, 0, ...from, ...idBytes(message.id)], payload.subarray(0, length), message);
}

/** Header, payload and check bytes; the start byte is not checked. */
function framed(header: readonly number[], payload: Uint8Array, { extra }: MavMessage): Uint8Array {
  const end = header.length + payload.length;
  const bytes = new Uint8Array(end + MAV.check);
  bytes.set(header);
  bytes.set(payload, header.length);
  const crc = x25(x25Of(bytes, 1, end), extra);
  bytes[end] = crc & 0xff;
  bytes[end + 1] = crc >> 8;
  return bytes;
}

const idBytes = (id: number): number[] => [id & 0xff, (id >> 8) & 0xff, id >> 16];

/** What the bytes before the payload say of a frame. */
interface Head {
  version: 1 | 2;
  /** Bytes before the payload. */
  header: number;
  /** Bytes of the payload. */
  length: number;
  /** Where the running number stands; system and component follow it. */
  sequenceAt: number;
  /** Number of the message. */
  id: number;
  signed: boolean;
}

/** Whether a frame of either version begins at `at`. A frame of a message that is not in the table cannot be checked. */
export function matchMav(bytes: Uint8Array, at: number, closed: boolean): Match<MavFrame> {
  const start = bytes[at];
  if (start !== MAV.start && start !== FIRST.start) return { is: 'no' };
  const short = { is: closed ? 'no' : 'more' } as const;
  if (at + (start === MAV.start ? MAV.header : FIRST.header) > bytes.length) return short;
  const head = start === MAV.start ? secondHead(bytes, at) : firstHead(bytes, at);
  if (!head) return { is: 'no' };
  const byteCount = head.header + head.length + MAV.check + (head.signed ? MAV.signature : 0);
  if (at + byteCount > bytes.length) return short;
  const message = MAV_MESSAGES.get(head.id);
  if (!message) return unknownOf(bytes, at, byteCount, closed);
  if (head.length > message.fullLength) return { is: 'bad' };
  const end = at + head.header + head.length;
  const crc = x25(x25Of(bytes, at + 1, end), message.extra);
  if (bytes[end] !== (crc & 0xff) || bytes[end + 1] !== crc >> 8) return { is: 'bad' };
  const values = valuesOf(message, bytes.subarray(at + head.header, end));
  const [sequence, system, component] = bytes.subarray(head.sequenceAt, head.sequenceAt + 3);
  const { version, signed } = head;
  const frame = { version, message, sequence: sequence!, system: system!, component: component!, values, signed };
  return { is: 'frame', byteCount, frame };
}

/** A flag not known here changes what the bytes mean: such a frame is left alone, as the standard asks, and null. */
function secondHead(bytes: Uint8Array, at: number): Head | null {
  const flags = bytes[at + 2]!;
  if (flags & ~MAV.signedFlag) return null;
  const id = bytes[at + 7]! | (bytes[at + 8]! << 8) | (bytes[at + 9]! << 16);
  const signed = (flags & MAV.signedFlag) !== 0;
  return { version: 2, header: MAV.header, length: bytes[at + 1]!, sequenceAt: at + 4, id, signed };
}

const firstHead = (bytes: Uint8Array, at: number): Head => ({
  version: 1,
  header: FIRST.header,
  length: bytes[at + 1]!,
  sequenceAt: at + 2,
  id: bytes[at + 5]!,
  signed: false,
});

/** Without a check sum only what follows tells: another start, or the end. */
function unknownOf(bytes: Uint8Array, at: number, byteCount: number, closed: boolean): Match<MavFrame> {
  const next = bytes[at + byteCount];
  if (next === undefined) return closed ? { is: 'unknown', byteCount } : { is: 'more' };
  return next === bytes[at] ? { is: 'unknown', byteCount } : { is: 'no' };
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
