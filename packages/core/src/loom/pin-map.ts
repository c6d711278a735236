import { LINK_WORDS, canBeMade, connectorOf, type Pin, type PinAt, type Port } from '../parts/index.js';
import { findPin, type Cable, type PinRef, type Rig, type Wire } from '../rig/index.js';
import {
  furtherPairs,
  BUS_PROTOCOL,
  bringsGround,
  isPair,
  ownReturn,
  otherThanPulses,
  pinOf,
  resourceOf,
  type LinkEnd,
} from './conversations.js';
import { isSerial, keysOf, speaksAlready, speechOf } from './serial-kinds.js';
import { preferredOhm } from './preferred.js';

/** Two parts joined by one lead: a supply, or a conversation with or without a supply on the same plugs. */
export type Join =
  | { kind: 'feed'; from: Terminals; to: Terminals }
  | { kind: 'link'; talker: LinkEnd; listener: LinkEnd; feed: { from: Terminals; to: Terminals } | null };

/** Plus and ground of a supply or an outlet, on pins of one part. */
export interface Terminals {
  plus: PinRef;
  minus: PinRef;
}

/** A pin that stays without a wire, and why. */
export interface EmptyPin {
  at: PinRef;
  label: string;
  why: string;
}

/** A cable as a table of which contact goes to which. */
export interface PinMap {
  wires: Wire[];
  empty: EmptyPin[];
  /** Plugs that mate but carry their lines in another order: made crossed, and marked. */
  adapter: boolean;
  notes: string[];
}

/** How a pin map is to be told. */
export interface PinMapOptions {
  gaugeAwg?: number;
  lengthMm: number;
  /** What already joins the two parts' grounds; null when nothing does. */
  groundBy: string | null;
  /** Rating of the fuse that a lead from a pack gets, A. */
  fuseA?: number;
}

/** Gauge of a wire that carries signals. @source [practice] */
const SIGNAL_AWG = 28;

/**
 * Pin-to-pin lines of a join: crossing for serial pairs, one ground path, supply pins left empty where the part is fed
 * elsewhere, the series resistor of a key ladder, an inverter where a port has none.
 */
export function pinMap(rig: Rig, join: Join, options: PinMapOptions): PinMap {
  const wires = join.kind === 'feed' ? feedWires(join, options) : linkWires(rig, join, options);
  return {
    wires,
    empty: emptyPins(rig, wires, join, options.groundBy),
    adapter: isAdapter(rig, wires),
    notes: notesOf(wires, options.groundBy),
  };
}

type Draft = Pick<Wire, 'from' | 'to' | 'colour'> & Partial<Wire>;

const sized =
  (options: PinMapOptions, gaugeAwg: number) =>
  (draft: Draft): Wire => ({
    gaugeAwg,
    lengthMm: options.lengthMm,
    ...draft,
  });

function feedWires({ from, to }: { from: Terminals; to: Terminals }, options: PinMapOptions): Wire[] {
  const wire = sized(options, options.gaugeAwg ?? 22);
  const fuse = options.fuseA === undefined ? {} : { inline: { kind: 'fuse' as const, amps: options.fuseA } };
  return [
    wire({ from: from.plus, to: to.plus, colour: 'red', ...fuse }),
    wire({ from: from.minus, to: to.minus, colour: 'black' }),
  ];
}

const COLOURS: Partial<Record<string, string>> = {
  composite: 'yellow',
  hdmi: 'grey',
  ribbon: 'grey',
  ethernet: 'blue',
  ladder: 'blue',
  can: 'green',
  usb: 'green',
  contact: 'blue',
  antenna: 'coax',
};

/** Of the further wires of one conversation, so that they are told apart. */
const FURTHER = ['orange', 'violet', 'brown', 'white'] as const;

function linkWires(rig: Rig, join: Extract<Join, { kind: 'link' }>, options: PinMapOptions): Wire[] {
  const { talker, listener, feed } = join;
  const wire = sized(options, SIGNAL_AWG);
  const supply = feed ? feedWires(feed, options) : [];
  const signals = signalPairs(talker, listener).map(([a, b, colour]) =>
    wire({ from: pinOf(talker, a), to: pinOf(listener, b), colour, ...inlineOf(talker, listener) }),
  );
  const isAlone = !bringsGround(talker.link.kind) || (isPair(talker) && isPair(listener));
  const ground = feed || options.groundBy || isAlone ? null : groundPair(rig, talker, listener);
  return [...supply, ...signals, ...(ground ? [wire({ ...ground, colour: groundColour(talker) })] : [])];
}

const groundColour = (talker: LinkEnd): string => (talker.link.kind === 'antenna' ? 'shield' : 'black');

function signalPairs(talker: LinkEnd, listener: LinkEnd): [PinAt, PinAt, string][] {
  const [a, b] = [talker.link.pins, listener.link.pins];
  if (isSerial(talker.link) && isSerial(listener.link)) {
    const both: [PinAt, PinAt, string][] = [];
    if (a.send && b.hear && !isReceiveOnly(talker)) both.push([a.send, b.hear, 'yellow']);
    if (a.hear && b.send && !isReceiveOnly(listener)) both.push([a.hear, b.send, 'green']);
    return both;
  }
  // a bus on a plain serial port ends on its hearing pin
  const from = a.data ?? a.send!;
  const to = b.data ?? b.hear!;
  const colour = COLOURS[talker.link.kind] ?? 'white';
  const further = furtherPairs(talker, listener).map(([a, b], i): [PinAt, PinAt, string] => [
    a,
    b,
    FURTHER[i % FURTHER.length]!,
  ]);
  return [[from, to, colour], ...further];
}

const isReceiveOnly = (end: LinkEnd): boolean => resourceOf(end)?.receiveOnly ?? false;

function inlineOf(talker: LinkEnd, listener: LinkEnd): Pick<Wire, 'inline'> | null {
  const window = listener.link.params.seriesOhm;
  const ohm = talker.link.kind === 'ladder' && window ? preferredOhm(window) : null;
  if (ohm !== null) return { inline: { kind: 'resistor', ohm } };
  return needsInverter(talker, listener) ? { inline: { kind: 'inverter' } } : null;
}

/** A bus on a plain serial port: the line is upside down for it. @source [practice] */
export function needsInverter(talker: LinkEnd, listener: LinkEnd): boolean {
  return talker.link.kind === 'sbus' && listener.link.kind !== 'sbus';
}

/** What a controller's resource must be given to for this join; null when no resource is used. */
export function heldTo(controller: LinkEnd, device: LinkEnd): { to: string; baud?: number } | null {
  const resource = resourceOf(controller);
  if (!resource) return null;
  if (controller.link.kind === 'pulse')
    return otherThanPulses(resource, device).length ? { to: LINK_WORDS.pulse } : null;
  if (device.link.kind === 'sbus') return { to: BUS_PROTOCOL, baud: 100000 };
  if (controller.link.kind === 'ladder') return { to: keysOf(controller.link) };
  const { baud } = device.link.params;
  const own = controller.link.params.baud;
  if (speaksAlready(controller, device.link) && (own === undefined || baud === undefined || own === baud)) return null;
  const to = speechOf(device.link);
  return to ? { to, ...(baud === undefined ? {} : { baud }) } : null;
}

function groundPair(rig: Rig, talker: LinkEnd, listener: LinkEnd): Pick<Wire, 'from' | 'to'> | null {
  // a lead that is bought whole has its shield in it, and no wire to another plug
  const isWhole = ownReturn(talker.link.kind);
  const from = groundNear(talker, isWhole);
  const to = groundNear(listener, isWhole);
  return from && to && findPin(rig, from) && findPin(rig, to) ? { from, to } : null;
}

/** Ground pin on the plug of the link, else the first on the part unless only that plug is asked. */
function groundNear(end: LinkEnd, onlyThere: boolean): PinRef | null {
  const own = end.link.pins.data ?? end.link.pins.send ?? end.link.pins.hear;
  const ports = end.sheet.ports
    .filter((p) => !onlyThere || p.id === own?.port)
    .sort((a, b) => Number(b.id === own?.port) - Number(a.id === own?.port));
  for (const port of ports) {
    const pin = port.pins.find((p) => p.line === 'ground');
    if (pin) return { part: end.part.id, port: port.id, pin: pin.n };
  }
  return null;
}

function emptyPins(rig: Rig, wires: readonly Wire[], join: Join, groundBy: string | null): EmptyPin[] {
  const used = new Set(wires.flatMap((w) => [key(w.from), key(w.to)]));
  const plugs = new Map(wires.flatMap((w) => [w.from, w.to]).map((at) => [`${at.part}.${at.port}`, at]));
  return [...plugs.values()].flatMap((at) => {
    const port = findPin(rig, at)!.port;
    if (port.plug.family === 'solder pads') return [];
    return port.pins
      .map((pin) => ({ pin, at: { part: at.part, port: port.id, pin: pin.n } }))
      .filter((p) => !used.has(key(p.at)))
      .map((p) => ({ at: p.at, label: p.pin.label, why: whyEmpty(p.pin, join, groundBy) }));
  });
}

const key = (at: PinRef): string => `${at.part}.${at.port}.${at.pin}`;

function whyEmpty(pin: Pin, join: Join, groundBy: string | null): string {
  if (pin.line === 'ground') return groundBy ? `ground already with ${groundBy}` : 'ground on another pin';
  if (pin.line === 'supply') return join.kind === 'feed' ? 'not part of this supply' : 'fed elsewhere';
  return pin.line === 'empty' ? 'left empty' : 'another lead, or not used';
}

/** Same family at both ends, lines in another order, and a supply among them. @source [practice] look-alike plugs */
function isAdapter(rig: Rig, wires: readonly Wire[]): boolean {
  const ports = new Map<string, Port>();
  for (const at of wires.flatMap((w) => [w.from, w.to])) ports.set(`${at.part}.${at.port}`, findPin(rig, at)!.port);
  const [a, b] = [...ports.values()];
  return !!a && !!b && ports.size === 2 && looksAlike(a, b);
}

/** Two plugs that mate, but put a supply where the other has ground or signal. */
export function looksAlike(a: Port, b: Port): boolean {
  if (a.plug.family !== b.plug.family || a.pins.length !== b.pins.length) return false;
  const lines = a.pins.map((pin, i) => [pin.line, b.pins[i]!.line]);
  const differ = lines.filter(([x, y]) => x !== y && x !== 'empty' && y !== 'empty');
  return differ.length > 0 && a.pins.some((p) => p.line === 'supply') && b.pins.some((p) => p.line === 'supply');
}

function notesOf(wires: readonly Wire[], groundBy: string | null): string[] {
  const notes: string[] = [];
  if (groundBy) notes.push(`ground already with ${groundBy}`);
  for (const { inline } of wires) {
    if (inline?.kind === 'resistor') notes.push(`${inline.ohm} Ω in the wire`);
    if (inline?.kind === 'inverter') notes.push('inverter in the wire');
    if (inline?.kind === 'fuse') notes.push(`${inline.amps} A fuse near the pack`);
  }
  return notes;
}

/** Whether a lead between two ports exists or can be made. */
export function portsCanJoin(a: Port, b: Port): boolean {
  return canBeMade(a.plug.family, b.plug.family);
}

/** Current a plug's contact carries, the weaker of two, A; null when neither is rated. */
export function contactA(a: Port, b: Port): number | null {
  const rated = [connectorOf(a.plug.family).maxA, connectorOf(b.plug.family).maxA].filter(
    (x): x is number => x !== null,
  );
  return rated.length ? Math.min(...rated) : null;
}

/** A cable of its own with these wires. */
export const cableOf = (id: string, wires: Wire[], adapter = false): Cable => ({
  id,
  wires,
  marked: adapter,
  locked: false,
});
