/** Faults of leads: broken, badly made, off, crossed, on the wrong port. */
import {
  changedOver,
  endAt,
  endsTogether,
  findPin,
  wireLine,
  labelOf,
  pinKey,
  samePin,
  serialPairOf,
  sheetOf,
  type Cable,
  type Edit,
  type PinRef,
  type Rig,
  type Wire,
} from '../../rig/index.js';
import type { Fault } from '../fault.js';

/** A contact that is nearly none, Ω. @source [mem] */
const BAD_OHM = 3;

const endText = (rig: Rig, at: PinRef): string =>
  `${labelOf(rig, at.part)} ${findPin(rig, at)?.port.label ?? at.port}, ${findPin(rig, at)?.pin.label ?? `pin ${at.pin}`}`;
const wireText = (rig: Rig, cable: Cable, wire: Wire): string =>
  `${cable.id}: ${wire.colour} wire from ${endText(rig, wire.from)} to ${endText(rig, wire.to)}`;

const eachWire = (rig: Rig, of: (cable: Cable, wire: Wire, index: number) => Fault[]): Fault[] =>
  rig.cables.flatMap((cable) => cable.wires.flatMap((wire, index) => of(cable, wire, index)));

/** Each conductor broken inside. */
export const broken = (rig: Rig): Fault[] =>
  eachWire(rig, (cable, wire, index) => [
    {
      id: `broken ${cable.id} ${index + 1}`,
      kind: 'wire broken',
      text: `${wireText(rig, cable, wire)} is broken`,
      put: [{ kind: 'removeWire', cable: cable.id, wire: index }],
      weight: 2,
      remedy: { text: `Make the ${wire.colour} wire of ${cable.id} anew` },
    },
  ]);

/** Each supply wire with a contact that nearly does not touch. */
export const badContact = (rig: Rig): Fault[] =>
  eachWire(rig, (cable, wire, index) => {
    if (wire.inline || wireLine(rig, wire) !== 'supply') return [];
    return [
      {
        id: `contact ${cable.id} ${index + 1}`,
        kind: 'bad contact',
        text: `${wireText(rig, cable, wire)} has a bad contact`,
        put: [{ kind: 'setWire', cable: cable.id, wire: index, inline: { kind: 'resistor', ohm: BAD_OHM } }],
        weight: 1,
        remedy: { text: `Crimp or solder the ends of ${cable.id} anew` },
      },
    ];
  });

/** Each cable not plugged in. */
export const cableOff = (rig: Rig): Fault[] =>
  rig.cables.map((cable) => ({
    id: `off ${cable.id}`,
    kind: 'cable off',
    text: `${cable.id} is not plugged in`,
    put: [{ kind: 'removeCable', cable: cable.id }],
    weight: 3,
    remedy: { text: `Plug ${cable.id} in at both ends` },
  }));

/** Each serial pair the other way round. */
export const pairTurned = (rig: Rig): Fault[] =>
  rig.cables.flatMap((cable): Fault[] =>
    serialPairOf(rig, cable)
      ? [
          {
            id: `pair ${cable.id}`,
            kind: 'pair the wrong way round',
            text: `${cable.id}: the two serial wires go the wrong way round`,
            put: [{ kind: 'crossPair', cable: cable.id }],
            weight: 5,
            remedy: { text: `Swap the two serial wires at one end of ${cable.id}` },
          },
        ]
      : [],
  );

/** Two neighbouring wires of a cable, one at least with a signal, swapped at a part where both end. */
export const wiresSwapped = (rig: Rig): Fault[] =>
  rig.cables.flatMap((cable) => {
    const pair = serialPairOf(rig, cable);
    return cable.wires.slice(1).flatMap((b, i): Fault[] => {
      const a = cable.wires[i]!;
      const isSignal = [a, b].some((w) => !['supply', 'ground'].includes(findPin(rig, w.to)?.pin.line ?? 'supply'));
      const ends = endsTogether(a, b);
      if (!isSignal || pair || !ends || samePin(a[ends[0]], b[ends[1]])) return [];
      const at = labelOf(rig, a[ends[0]].part);
      return [
        {
          id: `swapped ${cable.id} ${i + 1}`,
          kind: 'two wires swapped',
          text: `${cable.id}: ${a.colour} and ${b.colour} wires are swapped at ${at}`,
          put: changedOver(cable, i, i + 1, ends),
          weight: 2,
          remedy: { text: `Swap the ${a.colour} and ${b.colour} wires of ${cable.id} at ${at}` },
        },
      ];
    });
  });

/** A plug that sits on the next port of its kind: free, or exchanged with the plug that belongs there. */
export const onePortOver = (rig: Rig): Fault[] =>
  rig.cables.flatMap((cable) =>
    plugsOf(cable).flatMap(({ part, port }): Fault[] => {
      const { ports } = sheetOf(rig, part);
      const at = ports.findIndex((p) => p.id === port);
      const own = ports[at];
      if (!own) return [];
      const alike = (p: (typeof ports)[number]): boolean =>
        p.plug.family === own.plug.family && p.pins.length === own.pins.length;
      const next = ports.slice(at + 1).find(alike);
      if (!next || own.pins.every((p) => p.line === 'supply' || p.line === 'ground')) return [];
      return [
        {
          id: `over ${cable.id} ${part}`,
          kind: 'plug one port over',
          text: `${cable.id} sits on ${labelOf(rig, part)} ${next.label} instead of ${own.label}`,
          put: exchange(rig, { part, port }, next.id),
          weight: 3,
          remedy: { text: `Move ${cable.id} to ${own.label} of ${labelOf(rig, part)}` },
        },
      ];
    }),
  );

/** The plugs in which every wire of a lead has an end. */
const plugsOf = ({ wires }: Cable): PinRef[] =>
  (['from', 'to'] as const).flatMap((end) => {
    const at = wires[0]![end];
    const isThere = (w: Wire): boolean => [w.from, w.to].some((p) => p.part === at.part && p.port === at.port);
    return wires.every(isThere) ? [at] : [];
  });

function exchange(rig: Rig, at: { part: string; port: string }, next: string): Edit[] {
  return rig.cables.flatMap((cable) =>
    cable.wires.flatMap((wire, index) =>
      (['from', 'to'] as const).flatMap((end): Edit[] => {
        const pin = wire[end];
        const to = pin.part !== at.part ? null : pin.port === at.port ? next : pin.port === next ? at.port : null;
        return to ? [{ kind: 'moveEnd', cable: cable.id, wire: index, end, pin: { ...pin, port: to } }] : [];
      }),
    ),
  );
}

/** What sits in a wire: a switch left off, an inverter or resistor left out. */
export const leftOut = (rig: Rig): Fault[] =>
  eachWire(rig, (cable, wire, index): Fault[] => {
    const { inline } = wire;
    if (inline?.kind === 'switch' && inline.closed)
      return [
        {
          id: `switch ${cable.id} ${index + 1}`,
          kind: 'switch left off',
          text: `the switch in ${cable.id} is off`,
          put: [{ kind: 'setWire', cable: cable.id, wire: index, inline: { kind: 'switch', closed: false } }],
          weight: 3,
          remedy: { text: `Switch ${cable.id} on` },
        },
      ];
    if (inline?.kind !== 'inverter' && inline?.kind !== 'resistor') return [];
    return [
      {
        id: `without ${cable.id} ${index + 1}`,
        kind: inline.kind === 'inverter' ? 'inverter left out' : 'resistor left out',
        text: `${cable.id} is made without its ${inline.kind}`,
        put: [{ kind: 'setWire', cable: cable.id, wire: index, inline: null }],
        weight: 2,
        remedy: { text: `Put the ${inline.kind} into ${cable.id}` },
      },
    ];
  });

/** Each fuse gone, each diode that stands in its lead the wrong way round. */
export const inWireWrong = (rig: Rig): Fault[] =>
  eachWire(rig, (cable, wire, index): Fault[] => {
    const at = `${cable.id} ${index + 1}`;
    if (wire.inline?.kind === 'fuse')
      return [
        {
          ...{ id: `fuse ${at}`, kind: 'fuse blown', text: `the fuse in ${cable.id} has gone`, weight: 2 },
          put: [{ kind: 'removeWire', cable: cable.id, wire: index }],
          remedy: { text: `Find what drew so much, then put another ${wire.inline.amps} A fuse into ${cable.id}` },
        },
      ];
    if (wire.inline?.kind !== 'diode') return [];
    const moved = (end: 'from' | 'to', pin: PinRef): Edit => ({
      kind: 'moveEnd',
      cable: cable.id,
      wire: index,
      end,
      pin,
    });
    return [
      {
        ...{ id: `diode ${at}`, kind: 'diode the wrong way round', weight: 1 },
        text: `the diode in ${cable.id} stands the wrong way round`,
        put: [moved('from', wire.to), moved('to', wire.from)],
        remedy: { text: `Turn the diode in ${cable.id} round: its ring to ${endText(rig, wire.to)}` },
      },
    ];
  });

/** Each wire crimped into the hole beside its own, where that is free. */
export const onePinOver = (rig: Rig): Fault[] => {
  const taken = new Set(rig.cables.flatMap((c) => c.wires.flatMap((w) => [pinKey(w.from), pinKey(w.to)])));
  return eachWire(rig, (cable, wire, index) =>
    (['from', 'to'] as const).flatMap((end): Fault[] => {
      const at = wire[end];
      const port = findPin(rig, at)?.port;
      const next = [at.pin + 1, at.pin - 1].find(
        (pin) => port?.pins.some((p) => p.n === pin) && !taken.has(pinKey({ ...at, pin })),
      );
      if (next === undefined) return [];
      return [
        {
          ...{ id: `pin ${cable.id} ${index + 1} ${end}`, kind: 'wire one pin over', weight: 1 },
          text: `${cable.id}: the ${wire.colour} wire sits in the hole beside ${endText(rig, at)}`,
          put: [{ kind: 'moveEnd', cable: cable.id, wire: index, end, pin: { ...at, pin: next } }],
          remedy: { text: `Move the ${wire.colour} wire of ${cable.id} to ${endText(rig, at)}` },
        },
      ];
    }),
  );
};

/** Plugs that no key holds. @source [practice] three-way pulse leads go on both ways round */
const UNKEYED = 'three-way 2.54';

/** Each of these put on the other way round. */
export const plugTurned = (rig: Rig): Fault[] =>
  rig.cables.flatMap((cable) =>
    plugsOf(cable).flatMap((at): Fault[] => {
      const port = findPin(rig, at)?.port;
      if (!port?.plug.family.startsWith(UNKEYED) || port.pins.length !== 3) return [];
      const ways = port.pins.map((p) => p.n).sort((a, b) => a - b);
      const put = cable.wires.flatMap((w, wire): Edit[] => {
        const end = endAt(w, at.part)!;
        const pin = ways.at(-1 - ways.indexOf(w[end].pin))!;
        return pin === w[end].pin ? [] : [{ kind: 'moveEnd', cable: cable.id, wire, end, pin: { ...w[end], pin } }];
      });
      if (!put.length) return [];
      return [
        {
          ...{ id: `turned ${cable.id} ${at.part}`, kind: 'plug turned round', weight: 3 },
          text: `${cable.id} sits the wrong way round on ${labelOf(rig, at.part)} ${port.label}`,
          put,
          remedy: { text: `Turn ${cable.id} round on ${labelOf(rig, at.part)} ${port.label}, nothing powered` },
        },
      ];
    }),
  );

/** A wire far too thin for its way, AWG. @source [mem] what signal leads are made of */
const THIN_AWG = 30;

/** Each supply lead made of what was at hand. */
export const tooThin = (rig: Rig): Fault[] =>
  eachWire(rig, (cable, wire, index) =>
    wireLine(rig, wire) === 'supply' && wire.gaugeAwg <= 24
      ? [
          {
            ...{ id: `thin ${cable.id} ${index + 1}`, kind: 'wire too thin', weight: 1 },
            text: `${wireText(rig, cable, wire)} is ${THIN_AWG} AWG`,
            put: [{ kind: 'setWire', cable: cable.id, wire: index, gaugeAwg: THIN_AWG }],
            remedy: { text: `Make the ${wire.colour} wire of ${cable.id} of ${wire.gaugeAwg} AWG` },
          },
        ]
      : [],
  );
