/** Things that go wrong at a bench, each told for the parts it is put into. */
import type { Edit } from '../../src/rig/index.js';
import type { Trap } from './bench.js';
import type { Proposed } from './proposed.js';

const end = (p: Proposed, a: string, b: string) => p.lead(a, b);

/** Swaps the far ends of two wires of a lead, told by pins `part.port.pin` of its `to` or `from` side. */
function swapped(p: Proposed, lead: [string, string], x: string, y: string): Edit[] {
  const cable = p.lead(...lead);
  const [a, b] = [p.wireAt(cable, x), p.wireAt(cable, y)];
  const side = (at: number, pin: string): 'from' | 'to' => {
    const w = cable.wires[at]!;
    return `${w.to.part}.${w.to.port}.${w.to.pin}` === pin ? 'to' : 'from';
  };
  const [ea, eb] = [side(a, x), side(b, y)];
  return [
    { kind: 'moveEnd', cable: cable.id, wire: a, end: ea, pin: cable.wires[b]![eb] },
    { kind: 'moveEnd', cable: cable.id, wire: b, end: eb, pin: cable.wires[a]![ea] },
  ];
}

/** A signal and its return changed over in one plug. */
export const misplaced = (from: string, to: string, signal: string, ground: string): Trap => ({
  says: `${from} – ${to}: signal and ground changed over`,
  put: (p) => swapped(p, [from, to], signal, ground),
  rule: 'signal-misplaced',
  about: to.split('.')[0]!,
  fix: 'Swap',
});

/** Plus and minus changed over in a supply lead. */
export const reversedSupply = (from: string, to: string, plus: string, minus: string): Trap => ({
  says: `${to}: plus and minus changed over`,
  put: (p) => swapped(p, [from, to], plus, minus),
  rule: 'polarity',
  about: to.split('.')[0]!,
  fix: 'Swap plus and minus',
});

/** A lead taken off. */
const off =
  (from: string, to: string) =>
  (p: Proposed): Edit[] => [{ kind: 'removeCable', cable: end(p, from, to).id }];

export const unfed = (from: string, to: string, fix: string | null = 'Lead from'): Trap => ({
  says: `the supply lead of ${to} left off`,
  put: off(from, to),
  rule: 'supply-none',
  about: to.split('.')[0]!,
  fix,
});

export const noAntenna = (radio: string, antenna: string): Trap => ({
  says: `${radio} without its antenna`,
  put: off(radio, antenna),
  rule: 'antenna-missing',
  about: radio,
  fix: 'Put',
});

export const noPicture = (camera: string, to: string): Trap => ({
  says: `the picture lead of ${camera} left off`,
  put: off(camera, to),
  rule: 'picture-nowhere',
  about: camera,
  fix: null,
});

/** A supply lead put on another outlet: the plus of an outlet `part.port.1`, its minus on 2. */
export const wrongRail = (from: string, to: string, outlet: string, fix: string | null = 'Move to'): Trap => ({
  says: `${to} plugged into ${outlet}`,
  put: (p) => {
    const cable = p.lead(from, to);
    const [part, port] = outlet.split('.') as [string, string];
    return cable.wires.flatMap((w, i): Edit[] => {
      const side = w.from.part === from.split('.')[0] ? 'from' : 'to';
      const supply = p.lineAt(w[side]) === 'supply';
      const ground = p.lineAt(w[side]) === 'ground';
      if (!supply && !ground) return [];
      return [{ kind: 'moveEnd', cable: cable.id, wire: i, end: side, pin: { part, port, pin: supply ? 1 : 2 } }];
    });
  },
  rule: 'supply-range',
  about: to.split('.')[0]!,
  fix,
});

export const setting = (
  part: string,
  id: string,
  value: string,
  rule: Trap['rule'],
  fix: string | null,
  about = part,
): Trap => ({
  says: `${part}: ${id} on ${value}`,
  put: () => [{ kind: 'set', part, setting: id, value }],
  rule,
  about,
  fix,
});

const TX = 'TX';
const shape = (p: Proposed, name: string, change: object): Edit => {
  const { slot, transmitter } = p.chain(name);
  return { kind: 'shape', transmitter: transmitter!.id, channel: slot!, change };
};

/** Another control on a function's channel than the wish named. */
export const otherControl = (name: string, control: string, fix: string | null = 'Put it on what was named'): Trap => ({
  says: `${name} driven by ${control}, not by what was wished`,
  put: (p) => [shape(p, name, { control })],
  rule: 'wish-otherwise',
  about: name.split('.')[0]!,
  fix,
});

/** A control that does not suit. */
export const unfit = (name: string, control: string, fix: string | null = 'Use'): Trap => ({
  says: `${name} on ${control}`,
  put: (p) => [shape(p, name, { control })],
  rule: 'control-unfit',
  about: name.split('.')[0]!,
  fix,
});

export const latched = (name: string, control: string, fix: string | null = 'Use'): Trap => ({
  says: `${name}, a pulse, on the latching ${control}`,
  put: (p) => [shape(p, name, { control })],
  rule: 'pulse-from-latch',
  about: name.split('.')[0]!,
  fix,
});

/** End points so near each other that every place of the switch falls into one window. */
export const narrowEnds = (name: string): Trap => ({
  says: `${name}: end points at 1450 and 1550`,
  put: (p) => [shape(p, name, { lowUs: 1450, highUs: 1550 })],
  rule: 'window-missed',
  about: name.split('.')[0]!,
  fix: 'Bring each place',
});

export const reversedChannel = (name: string): Trap => ({
  says: `${name}: channel reversed`,
  put: (p) => [shape(p, name, { reverse: !p.chain(name).shaping!.reverse })],
  rule: 'wrong-way',
  about: name.split('.')[0]!,
  fix: 'Turn it round',
});

/** A bus function told on a channel that flies. */
export const onFlight = (name: string, slot: number): Trap => ({
  says: `${name} on channel ${slot}, which flies`,
  put: (p) => [bindTo(p, name, slot)],
  rule: 'flight-shared',
  about: name.split('.')[0]!,
  fix: 'Move it to channel',
});

/** A pin that repeats a channel that flies. */
export const pinOnFlight = (receiver: string, pin: string, slot: number, about: string): Trap => ({
  says: `${receiver} ${pin} set to channel ${slot}, which flies`,
  put: (p) => [{ kind: 'set', part: receiver, setting: p.pinOf(receiver, pin, about), value: String(slot) }],
  rule: 'flight-shared',
  about,
  fix: 'Move it to channel',
});

const bindTo = (p: Proposed, name: string, slot: number): Edit => {
  const { part, fn, setup } = p.chain(name);
  return { kind: 'bind', binding: { ...setup, part: part.id, fn: fn.id, slot } };
};

/** A function that listens one beside: nothing drives it. */
export const oneBeside = (name: string, slot: number): Trap => ({
  says: `${name} listens on ${slot}, one beside`,
  put: (p) => [bindTo(p, name, slot)],
  rule: 'numbering-base',
  about: name.split('.')[0]!,
  fix: 'Listen on slot',
});

/** A function told on a channel that does not get through. */
export const beyond = (name: string, slot: number, fix: string | null = 'Move it to channel'): Trap => ({
  says: `${name} told on channel ${slot}`,
  put: (p) => [bindTo(p, name, slot)],
  rule: 'channel-beyond',
  about: name.split('.')[0]!,
  fix,
});

export const twoOnOne = (name: string, like: string): Trap => ({
  says: `${name} on the slot of ${like}`,
  put: (p) => [bindTo(p, name, p.slot(like)!)],
  rule: 'two-on-one-slot',
  about: name.split('.')[0]!,
  fix: 'Move',
});

/** Several channels on one control, as a new transmitter sends them. */
export const barsTogether = (name: string, channel: number, transmitter = TX): Trap => ({
  says: `channel ${channel} follows the control of ${name}`,
  put: (p) => [{ kind: 'shape', transmitter, channel, change: { control: p.control(name) } }],
  rule: 'one-control-many',
  about: transmitter,
  fix: 'Free',
});

const wire = (p: Proposed, from: string, to: string, pin: string) => {
  const cable = p.lead(from, to);
  return { cable: cable.id, wire: p.wireAt(cable, pin) };
};

export const fuse = (
  from: string,
  to: string,
  pin: string,
  amps: number,
  rule: Trap['rule'] = 'fuse-too-large',
): Trap => ({
  says: `${to}: fuse of ${amps} A`,
  put: (p) => [{ kind: 'setWire', ...wire(p, from, to, pin), inline: { kind: 'fuse', amps } }],
  rule,
  about: from.split('.')[0]!,
  because: { fuse: amps },
  fix: 'Fuse',
});

export const noFuse = (from: string, to: string, pin: string): Trap => ({
  says: `${to}: no fuse at the pack`,
  put: (p) => [{ kind: 'setWire', ...wire(p, from, to, pin), inline: null }],
  rule: 'fuse-missing',
  about: from.split('.')[0]!,
  fix: 'Fuse',
});

export const gauge = (
  from: string,
  to: string,
  gaugeAwg: number,
  rule: Trap['rule'],
  fix: string | null = 'Use',
): Trap => ({
  says: `${from} – ${to} in ${gaugeAwg} AWG`,
  put: (p) => {
    const cable = p.lead(from, to);
    return cable.wires.flatMap((w, i): Edit[] =>
      p.lineAt(w.from) === 'signal' ? [] : [{ kind: 'setWire', cable: cable.id, wire: i, gaugeAwg }],
    );
  },
  rule,
  about: (rule === 'wire-too-thick' ? to : from).split('.')[0]!,
  because: { gauge: gaugeAwg },
  fix,
});

/** A wire taken out of a lead. */
export const wireOff = (
  from: string,
  to: string,
  pin: string,
  rule: Trap['rule'],
  about: string,
  fix: string | null,
): Trap => ({
  says: `${from} – ${to}: the wire on ${pin} left out`,
  put: (p) => [{ kind: 'removeWire', ...wire(p, from, to, pin) }],
  rule,
  about,
  fix,
});

export const leadOff = (from: string, to: string, rule: Trap['rule'], about: string, fix: string | null): Trap => ({
  says: `${from} – ${to}: the lead left off`,
  put: off(from, to),
  rule,
  about,
  fix,
});

export const straight = (controller: string, device: string): Trap => ({
  says: `${device}: TX on TX`,
  put: (p) => [{ kind: 'crossPair', cable: p.lead(controller, device).id }],
  rule: 'pair-not-crossed',
  about: device.split('.')[0]!,
  fix: 'Cross it',
});

/** A port or pad of the controller that is given to nobody, or to another feature as well. */
export const portFree = (controller: string, device: string): Trap => ({
  says: `${controller}: the port of ${device} not given to it`,
  put: (p) =>
    p.heldFor(controller, device).map((h) => ({ kind: 'release', part: h.part, resource: h.resource, to: h.to })),
  rule: 'port-not-set',
  about: device.split('.')[0]!,
  fix: 'Set the port',
});

export const portSpeed = (controller: string, device: string, baud: number): Trap => ({
  says: `${controller}: the port of ${device} at ${baud} baud`,
  put: (p) =>
    p.heldFor(controller, device).flatMap((h): Edit[] => [
      { kind: 'release', part: h.part, resource: h.resource, to: h.to },
      { kind: 'hold', held: { ...h, baud } },
    ]),
  rule: 'port-not-set',
  about: device.split('.')[0]!,
  fix: 'Set the port',
});

export const padHeld = (controller: string, device: string): Trap => ({
  says: `${controller}: the pad of ${device} still holds an LED strip`,
  put: (p) =>
    p
      .heldFor(controller, device)
      .map((h): Edit => ({ kind: 'hold', held: { part: h.part, resource: h.resource, to: 'LED strip' } })),
  rule: 'pad-held',
  about: device,
  fix: 'Give it to the keys',
});

export const resistor = (controller: string, device: string, pin: string, ohm: number | null): Trap => ({
  says: `${device}: ${ohm === null ? 'no resistor' : `${ohm} Ω`} in the key wire`,
  put: (p) => [
    { kind: 'setWire', ...wire(p, controller, device, pin), inline: ohm === null ? null : { kind: 'resistor', ohm } },
  ],
  rule: 'ladder-resistor',
  about: device,
  because: { ohm: ohm ?? 0 },
  fix: 'Put 470',
});

export const firmware = (controller: string, version: string, about: string): Trap => ({
  says: `${controller} with firmware ${version}`,
  put: () => [{ kind: 'note', part: controller, change: { firmware: version } }],
  rule: 'firmware-old',
  about,
  because: { has: version },
  fix: 'Flashed to',
});

export const packReads = (part: string, volts: number): Trap => ({
  says: `${part} reads ${volts} V`,
  put: () => [{ kind: 'note', part, change: { charge: { volts } } }],
  rule: 'packs-unequal',
  about: part,
  fix: null,
});

export const address = (part: string, value: string, rule: Trap['rule']): Trap => ({
  says: `${part} on ${value}`,
  put: () => [{ kind: 'note', part, change: { address: value } }],
  rule,
  about: part,
  fix: 'Give it',
});

export const unprepared = (part: string, item: string): Trap => ({
  says: `${part}: ${item} not done`,
  put: () => [{ kind: 'prepare', part, item, done: false }],
  rule: 'prep-open',
  about: part,
  fix: '',
});

export const failSafe = (
  name: string,
  receiver: string,
  does: 'hold' | 'value',
  valueUs: number | undefined,
  rule: Trap['rule'],
  fix: string,
): Trap => ({
  says: `${name} without radio: ${does}${valueUs ? ` ${valueUs} µs` : ''}`,
  put: (p) => [
    { kind: 'failSafe', failSafe: { receiver, slot: p.slot(name)!, does, ...(valueUs ? { valueUs } : {}) } },
  ],
  rule,
  about: name.split('.')[0]!,
  fix,
});

/** A lead put on that should not be: two talkers, a computer's supply, a plug that does not fit. */
export const added = (
  says: string,
  wires: [from: string, to: string, colour?: string][],
  rule: Trap['rule'],
  about: string,
  fix: string | null,
): Trap => ({
  says,
  put: (p) => [{ kind: 'addCable', cable: p.fresh(wires) }],
  rule,
  about,
  fix,
});

export const unbound = (name: string, rule: Trap['rule'], fix: string | null): Trap => ({
  says: `${name} told on no slot`,
  put: (p) => [{ kind: 'unbind', part: p.chain(name).part.id, fn: p.chain(name).fn.id }],
  rule,
  about: name.split('.')[0]!,
  fix,
});
