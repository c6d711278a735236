/**
 * The rig document, `squallmark-rig` version 4: the one definition of what is stored and exported.
 * It carries the part sheets it uses, so that a file means the same on every bench.
 */
import * as z from 'zod';
import { idSchema, leaf, sheetSchema } from '../parts/schemas.js';
import { MOST, RIG_FORMAT, RIG_VERSION, WIDTHS_US } from './format.js';

const { addressLeaf, choice, figure, flagLeaf, idLeaf, listOf, slotLeaf, textLeaf, versionLeaf, whole, wordLeaf } =
  leaf;

const widthSchema = (title: string) => figure(title, 'µs', WIDTHS_US.least, WIDTHS_US.most);
const percent = (title: string, least: number, most: number) => figure(title, '%', least, most);
const channelLeaf = (title = 'Channel') => whole(title, 'channel', 1, 16);

export const pinRefSchema = z.strictObject({
  part: idLeaf('Part'),
  port: idLeaf('Port'),
  pin: whole('Pin', 'pin', 1, 99),
});

/** Where a part sits, mm from the craft's middle: forward, right, up. */
const placeSchema = z.strictObject({
  xMm: figure('Forward', 'mm', -5000, 5000),
  yMm: figure('Right', 'mm', -5000, 5000),
  zMm: figure('Up', 'mm', -5000, 5000),
  /** The part whose joint it rides on; it sits on the frame when left out. */
  rides: idLeaf('Rides on').optional(),
  /** Which of its joints; the last one when left out. */
  joint: idLeaf('Joint').optional(),
});

const partSchema = z.strictObject({
  id: idLeaf('Id'),
  class: idLeaf('Class'),
  label: textLeaf('Label'),
  settings: z.record(idSchema, wordLeaf('Setting')).default({}),
  /** Ticked off as lying on the bench. */
  onBench: flagLeaf('On the bench').default(true),
  place: placeSchema.optional(),
  /** Firmware noted on the part, like 4.2.1. */
  firmware: versionLeaf('Firmware').optional(),
  /** Ids of the sheet's prep list that are done. */
  prepared: listOf('Prepared', idLeaf('Item'), 32).default([]),
  /** Network address, where the part has one; the maker's when left out. */
  address: addressLeaf('Address').optional(),
  /** What it cost, in the rig's currency. */
  price: figure('Price', 'own currency', 0, 1e6).optional(),
  /** A pack's own state: its charge, or the volts read at rest, which say more. */
  charge: z
    .strictObject({
      share: figure('Charge', '1', 0, 1).optional(),
      volts: figure('Volts at rest', 'V', 0, 120).optional(),
    })
    .optional(),
  /** What its ports are told, by port. */
  told: z.record(idSchema, textLeaf('Use')).optional(),
  /** Profile that is active. */
  profile: whole('Profile', 'count', 1, 16).optional(),
  /** The transmitter a receiver is bound to, where there are several; found from its work when left out. */
  bound: idLeaf('Bound to').optional(),
});

const wireSchema = z.strictObject({
  /** Names the wire within its cable; given when left out. */
  id: idLeaf('Id').optional(),
  from: pinRefSchema,
  to: pinRefSchema,
  colour: wordLeaf('Colour', 24),
  gaugeAwg: whole('Gauge', 'AWG', 4, 36),
  lengthMm: figure('Length', 'mm', 1, 200_000),
  /** What sits in the middle of the wire. */
  inline: z
    .discriminatedUnion('kind', [
      z.strictObject({
        kind: z.literal('resistor').meta({ title: 'Resistor' }),
        ohm: figure('Resistance', 'Ω', 1e-3, 1e7),
      }),
      z.strictObject({
        kind: z.literal('fuse').meta({ title: 'Fuse' }),
        amps: figure('Rating', 'A', 1e-3, 500),
        /** How soon it goes; a usual blade when left out. */
        speed: choice('Speed', ['fast', 'slow']).optional(),
      }),
      /** Lets current through from the wire's first end to its second. */
      z.strictObject({ kind: z.literal('diode').meta({ title: 'Diode' }) }),
      z.strictObject({ kind: z.literal('inverter').meta({ title: 'Inverter' }) }),
      z.strictObject({ kind: z.literal('switch').meta({ title: 'Switch' }), closed: flagLeaf('Closed') }),
    ])
    .optional(),
});

const cableSchema = z.strictObject({
  id: idLeaf('Id'),
  wires: listOf('Wires', wireSchema, 64).min(1),
  /** A marked adapter: its crossed plugs are on purpose. */
  marked: flagLeaf('Marked adapter').default(false),
  /** Kept as it is by every proposal. */
  locked: flagLeaf('Locked').default(false),
});

/** Several leads that meet in one keyed plug, put on at the field in one movement. */
const mergeSchema = z.strictObject({
  id: idLeaf('Id'),
  label: textLeaf('Label'),
  cables: listOf('Cables', idLeaf('Cable'), 32).min(2),
});

export const shapingSchema = z.strictObject({
  transmitter: idLeaf('Transmitter'),
  channel: channelLeaf(),
  control: idLeaf('Control').nullable(),
  lowUs: widthSchema('Low end point'),
  highUs: widthSchema('High end point'),
  subTrimUs: figure('Sub-trim', 'µs', -200, 200).default(0),
  reverse: flagLeaf('Reversed').default(false),
  deadBandPct: percent('Dead band', 0, 50).default(0),
  /** Softness round the middle: positive is softer, negative sharper; ends and middle stay. */
  softPct: percent('Softness round the middle', -100, 100).default(0),
  /** Heights of an own curve at equal steps of the control, from its low end to its high end; instead of the softness. */
  points: listOf('Own curve', percent('Height', -100, 100), 17)
    .min(2)
    .optional(),
  /** Share of the travel that is sent; all of it when left out. */
  sharePct: percent('Share of travel', -125, 125).optional(),
  /** Added after the share, per cent of travel. */
  shiftPct: percent('Shift', -100, 100).optional(),
  /** Seconds the channel takes from end to end at its fastest; at once when left out. */
  endToEndS: figure('End to end in', 's', 0, 25).optional(),
  /** Kept as it is by every assignment, with all that is on its slot. */
  locked: flagLeaf('Locked').optional(),
});

/** What a receiver puts out on a slot when the radio is lost. */
const failSafeSchema = z.strictObject({
  receiver: idLeaf('Receiver'),
  slot: slotLeaf('Slot'),
  does: choice('Does', ['hold', 'value', 'none']),
  valueUs: widthSchema('Width').optional(),
});

/** A second transmitter that has some channels of the first while a switch on the first says so. */
const handOverSchema = z.strictObject({
  from: idLeaf('From'),
  to: idLeaf('To'),
  over: choice('Over', ['trainer lead', 'wireless']),
  /** Control of the first transmitter that hands over; it takes back in every other place. */
  control: idLeaf('Switch').nullable(),
  channels: listOf(
    'Channels',
    z.strictObject({
      channel: channelLeaf(),
      /** Channel of the second transmitter that is taken. */
      takes: channelLeaf('Takes'),
    }),
    16,
  ),
});

const heldSchema = z.strictObject({
  part: idLeaf('Controller'),
  resource: idLeaf('Port or pad'),
  to: textLeaf('Given to'),
  baud: whole('Speed', 'baud', 1, 20_000_000).optional(),
});

const bindingSchema = z.strictObject({
  part: idLeaf('Part'),
  fn: idLeaf('Function'),
  /** Bus slot as the bus counts, from 1. */
  slot: slotLeaf('Slot'),
  reverse: flagLeaf('Reversed').default(false),
  /** The device's own settings for this axis; as the maker leaves it when left out. */
  speedPct: percent('Speed', 5, 100).optional(),
  deadBandPct: percent('Dead band', 0, 50).optional(),
  smoothingMs: figure('Smoothing', 'ms', 0, 2000).optional(),
  /** The device's own end points: the widths it takes for the ends of its range. */
  lowUs: widthSchema('Low end of the device').optional(),
  highUs: widthSchema('High end of the device').optional(),
});

const wishSchema = z.strictObject({
  id: idLeaf('Id'),
  what: textLeaf('What'),
  label: textLeaf('Label'),
  by: choice('By', ['pilot', 'camera operator']).default('pilot'),
  control: idLeaf('Control').nullable().default(null),
  hand: choice('Hand', ['either', 'left', 'right']).default('either'),
  /** The part that must do it, where several could. */
  part: idLeaf('Part').optional(),
  /** The channel of the transmitter it must be on. */
  channel: channelLeaf('On channel').optional(),
});

export const schoolsSchema = z.strictObject({
  gimbalFeed: choice('Gimbal fed from', ['pack', 'steady']).default('steady'),
  takeOff: choice('At take-off the gimbal is', ['off', 'pan off', 'locked']).default('pan off'),
  /** How the receiver reaches the payload: one bus with a Y lead, or a servo lead each. */
  reach: choice('The payload is reached by', ['bus', 'servo leads']).default('bus'),
  menuOver: choice('Camera menu over', ['serial', 'ladder']).default('serial'),
  operators: choice('Operators', ['alone', 'two']).default('alone'),
  links: choice('Radio links', ['one', 'two']).default('one'),
});

export const rigSchema = z.strictObject({
  format: z.literal(RIG_FORMAT).meta({ title: 'Format' }),
  version: z.literal(RIG_VERSION).meta({ title: 'Version', unit: 'count' }),
  id: idLeaf('Id'),
  name: textLeaf('Name'),
  kind: textLeaf('Kind'),
  revision: whole('Revision', 'count', 0, 1e9),
  wishes: listOf('Wishes', wishSchema, MOST.wishes),
  schools: schoolsSchema,
  sheets: z.record(idSchema, sheetSchema),
  parts: listOf('Parts', partSchema, MOST.parts),
  cables: listOf('Cables', cableSchema, MOST.cables),
  shaping: listOf('Channels', shapingSchema, MOST.rows),
  held: listOf('Given ports and pads', heldSchema, MOST.rows),
  bindings: listOf('Slots of functions', bindingSchema, MOST.rows),
  failSafes: listOf('Fail-safes', failSafeSchema, MOST.rows).default([]),
  handOvers: listOf('Hand-overs', handOverSchema, 16).default([]),
  merges: listOf('Merged plugs', mergeSchema, 64).default([]),
  /** Leads and tools ticked off on the bench, by the id the bench list gives them. */
  ticked: listOf('Ticked', textLeaf('Item', 240), MOST.rows).default([]),
  /** Steps of waking that the user put in an order of their own; ids as the wake list gives them. */
  wakeOrder: listOf(
    'Order of waking',
    z.strictObject({ first: textLeaf('First', 240), then: textLeaf('Then', 240) }),
    200,
  ).optional(),
  /** What prices are counted in, as the user writes it. */
  currency: textLeaf('Currency', 8).default('€'),
});

/** Parts, leads, channels and wishes of one craft, and how they are meant. */
export type Rig = z.infer<typeof rigSchema>;
/** A part on the bench: its class, name, place, settings. */
export type Part = Rig['parts'][number];
/** A lead: its wires and how they are bundled. */
export type Cable = Rig['cables'][number];
/** A wire from contact to contact. */
export type Wire = Cable['wires'][number];
/** A contact of a part of this rig. */
export type PinRef = z.infer<typeof pinRefSchema>;
/** Where a part sits in the craft. */
export type Place = z.infer<typeof placeSchema>;
/** Leads that end in one plug. */
export type Merge = Rig['merges'][number];
/** What sits in a wire: fuse, diode, resistor, switch. */
export type Inline = NonNullable<Wire['inline']>;
/** What a transmitter makes of a control before it sends it. */
export type Shaping = Rig['shaping'][number];
/** A channel held where it is, whatever the control does. */
export type Held = Rig['held'][number];
/** Which slot a function hears, and how its device is set. */
export type Binding = Rig['bindings'][number];
/** What a receiver does with a slot without radio. */
export type FailSafe = Rig['failSafes'][number];
/** Which channels a second transmitter can have, and by what switch. */
export type HandOver = Rig['handOvers'][number];
/** Something the user wants to do from a transmitter, or see. */
export type Wish = Rig['wishes'][number];
/** One step of waking that the user wants before another. */
export type WakePin = NonNullable<Rig['wakeOrder']>[number];
/** Ways of doing things that a user chose. */
export type Schools = Rig['schools'];
