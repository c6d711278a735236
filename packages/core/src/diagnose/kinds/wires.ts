/** Faults of leads: broken, badly made, off, crossed, on the wrong port. */
import {
  findPin,
  labelOf,
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
    const line = findPin(rig, wire.from)?.pin.line;
    if (wire.inline || line !== 'supply') return [];
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

/** Two neighbouring wires of a cable that carry something else each, swapped at their far ends. */
export const wiresSwapped = (rig: Rig): Fault[] =>
  rig.cables.flatMap((cable) => {
    const pair = serialPairOf(rig, cable);
    return cable.wires.slice(1).flatMap((b, i): Fault[] => {
      const a = cable.wires[i]!;
      const isSignal = [a, b].every((w) => !['supply', 'ground'].includes(findPin(rig, w.to)?.pin.line ?? 'supply'));
      if (!isSignal || pair || a.to.part !== b.to.part) return [];
      return [
        {
          id: `swapped ${cable.id} ${i + 1}`,
          kind: 'two wires swapped',
          text: `${cable.id}: ${a.colour} and ${b.colour} wires are swapped at ${labelOf(rig, a.to.part)}`,
          put: [
            { kind: 'moveEnd', cable: cable.id, wire: i, end: 'to', pin: b.to },
            { kind: 'moveEnd', cable: cable.id, wire: i + 1, end: 'to', pin: a.to },
          ],
          weight: 2,
          remedy: { text: `Swap the ${a.colour} and ${b.colour} wires of ${cable.id} at ${labelOf(rig, a.to.part)}` },
        },
      ];
    });
  });

/** A plug that sits on the next port of its kind: free, or exchanged with the plug that belongs there. */
export const onePortOver = (rig: Rig): Fault[] =>
  rig.cables.flatMap((cable) =>
    (['from', 'to'] as const).flatMap((end): Fault[] => {
      const parts = [...new Set(cable.wires.map((w) => `${w[end].part} ${w[end].port}`))];
      const [part = '', port = ''] = parts.length === 1 ? parts[0]!.split(' ') : [];
      const { ports } = part ? sheetOf(rig, part) : { ports: [] };
      const at = ports.findIndex((p) => p.id === port);
      const own = ports[at];
      if (!own) return [];
      const alike = (p: (typeof ports)[number]): boolean =>
        p.plug.family === own.plug.family && p.pins.length === own.pins.length;
      const next = ports.slice(at + 1).find(alike);
      if (!next || own.pins.every((p) => p.line === 'supply' || p.line === 'ground')) return [];
      return [
        {
          id: `over ${cable.id} ${end}`,
          kind: 'plug one port over',
          text: `${cable.id} sits on ${labelOf(rig, part)} ${next.label} instead of ${own.label}`,
          put: exchange(rig, { part, port }, next.id),
          weight: 3,
          remedy: { text: `Move ${cable.id} to ${own.label} of ${labelOf(rig, part)}` },
        },
      ];
    }),
  );

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
