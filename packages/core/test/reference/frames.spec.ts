/**
 * Frames against packages from the registry. Their code is used here only: [lib crc], [lib crsf], [lib node-mavlink],
 * [lib mavlink-mappings] for [std MAVLink common.xml].
 */
import { crc16kermit, crc8dvbs2 } from 'crc';
import { CrossfireFrame, CrossfireParser, serialize } from 'crsf';
import fc from 'fast-check';
import { common, minimal, type MavLinkData } from 'mavlink-mappings';
import { MavLinkProtocolV1, MavLinkProtocolV2 } from 'node-mavlink';
import { describe, expect, it } from 'vitest';
import {
  CRSF,
  CRSF_ADDRESS,
  MAV_COMMANDS,
  MAV_MESSAGES,
  crc8,
  crsfChannels,
  crsfStream,
  encodeCrsf,
  encodeCrsfChannels,
  encodeMav,
  encodeSbus,
  mavStream,
  x25Of,
  type CrsfFrame,
  type MavFrame,
} from '../../src/signals/index.js';

describe('the bus, packed by hand', () => {
  /** @source [practice] 0x5AC is 101 1010 1100: eight low bits in the first byte, three in the next */
  it('slot by slot, least significant bit first', () => {
    const slots = new Array<number>(16).fill(0);
    slots[0] = 0x5ac;
    slots[1] = 0x401;
    const bytes = encodeSbus({ slots, digital: [true, false], lost: true, failsafe: false });
    // slot 2 begins at bit 11: its bit 0 is bit 3 of byte 2, its bit 10 is bit 5 of byte 3
    expect([...bytes.subarray(0, 5)]).toEqual([0x0f, 0xac, 0x05 | 0x08, 0x20, 0]);
    expect(bytes[23]).toBe(0b0101);
    expect(bytes[24]).toBe(0);
  });

  it('all at the centre of the micro school: 992 is 011 1110 0000', () => {
    const bytes = encodeSbus({
      slots: new Array<number>(16).fill(992),
      digital: [false, false],
      lost: false,
      failsafe: false,
    });
    // eleven bytes hold eight slots; the pattern repeats after them
    const half = [0xe0, 0x03, 0x1f, 0xf8, 0xc0, 0x07, 0x3e, 0xf0, 0x81, 0x0f, 0x7c];
    expect([...bytes]).toEqual([0x0f, ...half, ...half, 0, 0]);
  });
});

describe('check sums [lib crc]', () => {
  it('of the serial link', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 64 }), (bytes) => {
        expect(crc8(bytes)).toBe(crc8dvbs2(Buffer.from(bytes)));
      }),
    );
    // the value tables of check sums give for "123456789" [mem]
    expect(crc8(new TextEncoder().encode('123456789'))).toBe(0xbc);
  });

  it('of telemetry: the reflected CCITT sum that starts at 0xFFFF', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 64 }), (bytes) => {
        expect(x25Of(bytes)).toBe(crc16kermit(Buffer.from(bytes), 0xffff));
      }),
    );
    // the value tables of check sums give for "123456789" [mem]
    expect(x25Of(new TextEncoder().encode('123456789'))).toBe(0x6f91);
  });
});

describe('the serial link [lib crsf]', () => {
  const slotsArb = fc.array(fc.integer({ min: 0, max: 2047 }), { minLength: 16, maxLength: 16 });

  it('sends what the package reads, byte for byte', () => {
    fc.assert(
      fc.property(slotsArb, (slots) => {
        const bytes = encodeCrsfChannels(slots);
        const heard: CrossfireFrame[] = [];
        new CrossfireParser((frame) => heard.push(frame)).appendChunk(bytes);
        expect(heard).toHaveLength(1);
        expect(heard[0]).toMatchObject({ syncByte: CRSF_ADDRESS.controller, type: CRSF.channels });
        expect([...serialize(heard[0]!)]).toEqual([...bytes]);
        // the package's own unpacking of its sixteen channels
        expect(bitsOf(heard[0]!.payload)).toEqual(slots);
      }),
    );
  });

  it('reads any frame the package sends', () => {
    const type = fc.integer({ min: 0, max: 255 });
    fc.assert(
      fc.property(type, fc.uint8Array({ minLength: 1, maxLength: 60 }), (kind, payload) => {
        const sent = serialize(new CrossfireFrame(CRSF_ADDRESS.controller, kind, payload));
        const heard: CrsfFrame[] = [];
        crsfStream((frame) => heard.push(frame)).push(sent);
        expect(heard).toEqual([{ address: CRSF_ADDRESS.controller, type: kind, payload }]);
        expect([...encodeCrsf(heard[0]!)]).toEqual([...sent]);
      }),
    );
  });

  it('leaves other frames alone', () => {
    expect(crsfChannels({ address: 0xc8, type: CRSF.linkStatistics, payload: new Uint8Array(10) })).toBeNull();
  });
});

/** Sixteen numbers of eleven bits out of one long number: slow, plain, and ours in no other place. */
function bitsOf(payload: Uint8Array): number[] {
  const all = [...payload].reduceRight((sum, byte) => (sum << 8n) | BigInt(byte), 0n);
  return Array.from({ length: 16 }, (_, i) => Number((all >> BigInt(11 * i)) & 0x7ffn));
}

/** The fields of a message that both versions carry. */
const heldBy = (
  { FIELDS }: { FIELDS: { name: string; extension: boolean }[] },
  data: Record<string, unknown>,
): Record<string, unknown> => Object.fromEntries(FIELDS.filter((f) => !f.extension).map((f) => [f.name, data[f.name]]));

describe('telemetry [lib node-mavlink, mavlink-mappings]', () => {
  const classes = new Map(
    [...Object.values(common), ...Object.values(minimal)]
      .filter((c): c is typeof common.RcChannels => typeof c === 'function' && 'MSG_ID' in c)
      .map((c) => [c.MSG_ID, c]),
  );
  const protocol = new MavLinkProtocolV2(1, 1);
  const first = new MavLinkProtocolV1(1, 1);
  const whole = [...MAV_MESSAGES.values()].filter((m) => m.fields.length > 0);
  const named = [...MAV_MESSAGES.values()].filter((m) => !m.fields.length);
  const WIDTH: Record<string, string> = {
    uint8_t: 'u8',
    int8_t: 'i8',
    uint16_t: 'u16',
    int16_t: 'i16',
    uint32_t: 'u32',
    int32_t: 'i32',
    float: 'f32',
    'float[]': 'f32',
    uint8_t_mavlink_version: 'u8',
  };

  it.each(named)('$name has the length and seed of the definition', (message) => {
    const known = classes.get(message.id)!;
    expect([known.MSG_NAME, known.MAGIC_NUMBER]).toEqual([message.name, message.extra]);
    const own = known.FIELDS.filter((f) => !f.extension);
    expect(message.length).toBe(Math.max(...own.map((f) => f.offset + f.size * (f.length || 1))));
    expect(known.PAYLOAD_LENGTH).toBeLessThanOrEqual(message.fullLength);
  });

  it.each(named)('$name is known by its check sum in both versions', (message) => {
    const data = new (classes.get(message.id)!)() as unknown as MavLinkData;
    for (const speech of message.id < 256 ? [first, protocol] : [protocol]) {
      const heard: MavFrame[] = [];
      mavStream((frame) => heard.push(frame)).push(new Uint8Array(speech.serialize(data, 7)));
      expect(heard.map((f) => [f.message.name, f.version, f.sequence])).toEqual([
        [message.name, speech === first ? 1 : 2, 7],
      ]);
    }
  });

  it.each(whole.filter((m) => m.id < 256))('$name goes both ways in the first version', (message) => {
    const Known = classes.get(message.id)!;
    const data = new Known() as unknown as MavLinkData & Record<string, unknown>;
    const values: Record<string, number | number[]> = {};
    Known.FIELDS.forEach((f, i) => {
      const value = f.length ? Array.from({ length: f.length }, (_, k) => i + k) : i + 3;
      // what only the second version carries stays at nothing
      if (!f.extension) [data[f.name], values[f.source]] = [value, value];
    });
    const theirs = new Uint8Array(first.serialize(data, 9));
    const heard: MavFrame[] = [];
    mavStream((frame) => heard.push(frame)).push(theirs);
    expect(heard).toHaveLength(1);
    expect(heard[0]).toMatchObject({ version: 1, sequence: 9, system: 1, component: 1, values });
    const ours = encodeMav({ version: 1, name: message.name, sequence: 9, values });
    // the package sends what only the second version has as well
    if (message.length === message.fullLength) expect([...ours]).toEqual([...theirs]);
    else expect(first.data(first.payload(Buffer.from(ours)), Known)).toMatchObject(heldBy(Known, data));
  });

  it.each(whole)('$name has the fields, order, length and seed of the definition', (message) => {
    const known = classes.get(message.id)!;
    expect(known.MSG_NAME).toBe(message.name);
    expect(known.MAGIC_NUMBER).toBe(message.extra);
    expect(known.FIELDS.map((f) => [f.source, WIDTH[f.type], f.length || 1])).toEqual(
      message.fields.map((f) => [f.name, f.type, f.many]),
    );
    expect(known.PAYLOAD_LENGTH).toBe(message.fullLength);
    const own = known.FIELDS.filter((f) => !f.extension);
    expect(message.length).toBe(Math.max(...own.map((f) => f.offset + f.size * (f.length || 1))));
  });

  it.each(whole)('$name goes both ways', (message) => {
    const Known = classes.get(message.id)!;
    const valueArb = fc.integer({ min: 0, max: 120 });
    fc.assert(
      fc.property(fc.array(valueArb, { minLength: 40, maxLength: 40 }), fc.nat({ max: 255 }), (numbers, sequence) => {
        const data = new Known() as unknown as MavLinkData & Record<string, unknown>;
        const values: Record<string, number | number[]> = {};
        Known.FIELDS.forEach((f, i) => {
          const value = f.length ? Array.from({ length: f.length }, (_, k) => numbers[i]! + k) : numbers[i]!;
          data[f.name] = value;
          values[f.source] = value;
        });
        const theirs = new Uint8Array(protocol.serialize(data, sequence));
        const ours = encodeMav({ name: message.name, sequence, values });
        expect([...ours]).toEqual([...theirs]);
        const heard: MavFrame[] = [];
        mavStream((frame) => heard.push(frame)).push(theirs);
        expect(heard).toHaveLength(1);
        expect(heard[0]).toMatchObject({ sequence, system: 1, component: 1, values });
        const back = protocol.data(protocol.payload(Buffer.from(ours)), Known) as unknown as typeof data;
        for (const f of Known.FIELDS) expect(back[f.name]).toEqual(data[f.name]);
      }),
      { numRuns: 20 },
    );
  });

  it('knows the payload commands by their numbers', () => {
    for (const [id, name] of Object.entries(MAV_COMMANDS)) {
      const entry = Object.entries(common.MavCmd).find(([, value]) => Number(value) === Number(id));
      expect(entry?.[0]).toBe(name);
    }
  });
});
