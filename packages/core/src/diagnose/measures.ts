/** What can be measured, read or looked at on a bench to tell one fault from another, and what it says on a bench as it really is. */
import {
  antennasOf,
  sendsByAir,
  FLAW_SIGHTS,
  SHOWN_FLAWS,
  beepsAtAll,
  failSafesText,
  shakenText,
  stateText,
  tensionText,
  wheeled,
} from '../bench/index.js';
import { findConversations } from '../loom/index.js';
import { isChoice } from '../parts/index.js';
import { stageIsAwake, stageVolts } from './world.js';
import { rigNetwork } from '../rails/index.js';
import {
  controlName,
  findCable,
  findPart,
  findPin,
  labelOf,
  partsWithSheets,
  settingOf,
  sheetOf,
  type Cable,
  type PinRef,
  type Rig,
  type Wire,
} from '../rig/index.js';
import { groupBy, num, volts } from '../units/index.js';
import type { World } from './world.js';

/** One thing to do with the hands or the eyes. */
export interface Measure {
  id: string;
  kind: 'meter' | 'volts' | 'look' | 'read' | 'light' | 'traffic' | 'field';
  /** What to do, in labels. */
  where: string;
  /** What it costs. @source [practice] look 0.2, read a setting 0.5, meter 1; [mem] a probe on a line 1.5, a field meter at an antenna 1 */
  minutes: number;
  /** What it says on a bench. Readings are compared as they are. */
  read(world: World): string;
}

const MINUTES = { light: 0.2, look: 0.3, read: 0.5, volts: 1, meter: 1, traffic: 1.5, field: 1 } as const;

/** Everything that may be measured on a rig, as it is meant. */
export function measuresOf(rig: Rig): Measure[] {
  return [
    ...lights(rig),
    ...states(rig),
    ...tensions(rig),
    ...looks(rig),
    ...pages(rig),
    ...voltsAt(rig),
    ...traffic(rig),
    ...fields(rig),
    ...beeps(rig),
    ...shaken(rig),
  ];
}

const measure = (kind: Measure['kind'], id: string, where: string, read: Measure['read']): Measure => ({
  ...{ id: `${kind} ${id}`, kind, where, minutes: MINUTES[kind], read },
});

/** Whether a part shows that it is awake. */
const lights = (rig: Rig): Measure[] =>
  partsWithSheets(rig)
    .filter(({ sheet }) => sheet.supplies.some((s) => s.draw.kind !== 'regulator'))
    .map(({ part }) =>
      measure('light', part.id, `Look whether ${part.label} shows that it is on`, (world) =>
        stageIsAwake(world, part.id) ? 'on' : 'dark',
      ),
    );

/** Level, balance, a clean picture: what can be seen and heard at a part that works. */
const states = (rig: Rig): Measure[] =>
  partsWithSheets(rig).flatMap(({ part, sheet }) =>
    SHOWN_FLAWS.filter((kind) => kind !== 'forgetful' && FLAW_SIGHTS[kind].has(sheet)).map((kind) => {
      const { what } = FLAW_SIGHTS[kind];
      return measure('look', `${part.id} ${what}`, `Look and listen at ${part.label}: ${STATE_WORDS[what]}`, (world) =>
        stageIsAwake(world, part.id) ? stateText(world.rig, world.flaws, kind, part.id) : 'dark',
      );
    }),
  );

/** How the wheel of each drive sits on its line, with nothing powered. */
const tensions = (rig: Rig): Measure[] =>
  wheeled(rig).map(({ id, label }) =>
    measure('look', `${id} tension`, `Nothing powered: lift the line off the wheel of ${label}`, ({ flaws }) =>
      tensionText(flaws, id),
    ),
  );

const STATE_WORDS: Readonly<Record<string, string>> = {
  horizon: 'the horizon',
  motors: 'the motors',
  air: 'the picture that arrives on the ground',
  card: 'how much room its card has',
};

/** Nothing that a probe could be held to. */
const NO_LINE: ReadonlySet<string> = new Set(['radio', 'antenna']);

/** A probe on each line that somebody is meant to hear: whether its talker says anything at all. */
const traffic = (rig: Rig): Measure[] => {
  const said = findConversations(rig).filter((c) => !NO_LINE.has(c.kind) && !c.troubles.length);
  const talkers = new Map(said.map(({ talker }) => [`${talker.part.id} ${talker.link.id}`, talker]));
  return [...talkers].map(([id, { part, sheet, link }]) => {
    const at = link.pins.data ?? link.pins.send;
    const port = sheet.ports.find((p) => p.id === at?.port)?.label ?? link.id;
    return measure('traffic', id, `Probe ${port} of ${part.label} for traffic`, (world) => {
      const isSilent = world.flaws.some((f) => f.kind === 'dead-output' && f.part === part.id && f.link === link.id);
      return stageIsAwake(world, part.id) && !isSilent ? 'talks' : 'silent';
    });
  });
};

/** A field meter at each antenna of what sends: of several one may be dead, and the picture is there all the same until it is far away. */
const fields = (rig: Rig): Measure[] =>
  antennasOf(rig)
    .filter(({ talker: { sheet } }) => sendsByAir(sheet))
    .map(({ talker: { part, sheet, link } }) => {
      const port = sheet.ports.find((p) => p.id === link.pins.data?.port)?.label ?? link.id;
      const where = `Hold a field meter near the antenna at ${port} of ${part.label}`;
      return measure('field', `${part.id} ${link.id}`, where, (world) => {
        const isDead = world.flaws.some((f) => f.kind === 'dead-output' && f.part === part.id && f.link === link.id);
        const isOn = antennasOf(world.rig).some(({ talker: t }) => t.part.id === part.id && t.link.id === link.id);
        return isOn && !isDead && stageIsAwake(world, part.id) ? 'a field' : 'nothing';
      });
    });
/** How the plugs and wires of a cable sit. What is broken inside cannot be seen. */
const looks = (rig: Rig): Measure[] =>
  rig.cables.map((cable) =>
    measure('look', cable.id, `Look how the plugs and wires of ${cable.id} sit`, ({ rig: real }) => {
      const own = real.cables.find((c) => c.id === cable.id);
      if (!own) return 'not plugged in';
      const odd = cable.wires.flatMap((wire, i) => {
        const now = twinOf(own, wire, i);
        return now && sitsText(now) !== sitsText(wire) ? [`${wire.colour}: ${sitsAt(real, now, wire)}`] : [];
      });
      return odd.length ? odd.join(', ') : 'as drawn';
    }),
  );

const twinOf = (cable: Cable, wire: Wire, index: number): Wire | undefined =>
  wire.id === undefined ? cable.wires[index] : cable.wires.find((w) => w.id === wire.id);

const pinText = ({ part, port, pin }: PinRef): string => `${part}.${port}.${pin}`;
/** Ends and what can be seen in the wire; ohms of a bad contact cannot. */
const sitsText = ({ from, to, inline, gaugeAwg }: Wire): string =>
  `${pinText(from)} ${pinText(to)} ${gaugeAwg} ${inline?.kind === 'switch' ? (inline.closed ? 'on' : 'off') : inline?.kind === 'inverter' ? 'inverter' : ''}`;
const sitsAt = (rig: Rig, { from, to, inline, gaugeAwg }: Wire, drawn: Wire): string =>
  `${endText(rig, from)} to ${endText(rig, to)}${gaugeAwg === drawn.gaugeAwg ? '' : `, ${gaugeAwg} AWG`}${inline?.kind === 'switch' && !inline.closed ? ', switch off' : ''}`;
const endText = (rig: Rig, at: PinRef): string =>
  `${labelOf(rig, at.part)} ${findPin(rig, at)?.port.label ?? at.port} ${findPin(rig, at)?.pin.label ?? at.pin}`;

/** What the pages of devices and transmitters say. */
function pages(rig: Rig): Measure[] {
  const settings = partsWithSheets(rig).flatMap(({ part, sheet }) =>
    sheet.settings.filter(isChoice).map((setting) =>
      measure('read', `${part.id} ${setting.id}`, `Read "${setting.label}" of ${part.label}`, ({ rig: real }) => {
        const own = findPart(real, part.id);
        return (own && settingOf(sheetOf(real, part.id), own, setting.id)) ?? 'nothing';
      }),
    ),
  );
  const told = rig.bindings.map(({ part, fn }) => {
    const label = sheetOf(rig, part).functions.find((f) => f.id === fn)?.label ?? fn;
    return measure(
      'read',
      `${part} told ${fn}`,
      `Read what ${labelOf(rig, part)} is told for "${label}"`,
      ({ rig: real }) => {
        const b = real.bindings.find((x) => x.part === part && x.fn === fn);
        if (!b) return 'nothing';
        const more = [b.reverse ? 'reversed' : '', b.speedPct === undefined ? '' : `speed ${b.speedPct} %`];
        return [`slot ${b.slot}`, ...more.filter(Boolean)].join(', ');
      },
    );
  });
  const channels = rig.shaping.map(({ transmitter, channel }) =>
    measure(
      'read',
      `${transmitter} channel ${channel}`,
      `Read channel ${channel} of ${labelOf(rig, transmitter)}`,
      ({ rig: real }) => {
        const s = real.shaping.find((x) => x.transmitter === transmitter && x.channel === channel);
        if (!s) return 'nothing';
        const control = s.control === null ? 'no control' : controlName(real, transmitter, s.control);
        const ends = `${s.lowUs} to ${s.highUs} µs`;
        return [
          control,
          ends,
          ...(s.reverse ? ['reversed'] : []),
          ...(s.subTrimUs ? [`sub-trim ${num(s.subTrimUs)} µs`] : []),
          ...(s.endToEndS ? [`${num(s.endToEndS)} s from end to end`] : []),
        ].join(', ');
      },
    ),
  );
  return [...settings, ...told, ...channels, ...radioPages(rig), ...partPages(rig)];
}

const radioPages = (rig: Rig): Measure[] => [
  ...[...groupBy(rig.failSafes, (f) => f.receiver).keys()].map((receiver) =>
    measure('read', `${receiver} fail-safe`, `Read the fail-safe of ${labelOf(rig, receiver)}`, ({ rig: real }) =>
      failSafesText(real, receiver),
    ),
  ),
  ...rig.handOvers.map(({ from, to }) =>
    measure('read', `${from} hand-over ${to}`, `Read the hand-over of ${labelOf(rig, from)}`, ({ rig: real }) => {
      const own = real.handOvers.find((h) => h.from === from && h.to === to);
      return own
        ? `${own.control ?? 'no switch'}: ${own.channels.map((c) => `${c.channel} from ${c.takes}`).join(', ')}`
        : 'none';
    }),
  ),
];

const partPages = (rig: Rig): Measure[] =>
  rig.parts.flatMap((part) => [
    ...(part.address === undefined
      ? []
      : [
          measure(
            'read',
            `${part.id} address`,
            `Read the address of ${part.label}`,
            ({ rig: real }) => findPart(real, part.id)?.address ?? "the maker's",
          ),
        ]),
    ...(part.told === undefined
      ? []
      : [
          measure('read', `${part.id} ports`, `Read what the ports of ${part.label} are told`, ({ rig: real }) =>
            JSON.stringify(findPart(real, part.id)?.told ?? null),
          ),
        ]),
  ]);

/** A meter across every supply that something feeds, powered, full pack. */
const voltsAt = (rig: Rig): Measure[] =>
  rigNetwork(rig)
    .terminals.filter((t) => t.supply)
    .map((t) =>
      measure(
        'volts',
        `${t.part.id} ${t.id}`,
        `Measure volts at ${t.part.label}, ${findPin(rig, t.plus)?.port.label ?? t.plus.port}`,
        (world) => {
          const read = stageVolts(world, t.part.id, t.id);
          return read === null ? 'no such plug' : volts(Math.round(read * 5) / 5);
        },
      ),
    );

/** A meter from end to end of every wire, unpowered. */
const beeps = (rig: Rig): Measure[] =>
  rig.cables.flatMap((cable) =>
    cable.wires.map((wire, i) =>
      measure(
        'meter',
        `${cable.id} ${i + 1}`,
        `Unpowered, beep the ${wire.colour} wire of ${cable.id} from ${endText(rig, wire.from)} to ${endText(rig, wire.to)}`,
        ({ rig: real }) => (isThrough(real, cable.id, wire) ? 'beeps' : 'open'),
      ),
    ),
  );

/** A meter on the wires of a lead whose plugs are moved: what opens only sometimes. */
const shaken = (rig: Rig): Measure[] =>
  rig.cables.map((cable) =>
    measure(
      'meter',
      `${cable.id} shaken`,
      `Unpowered, move the plugs of ${cable.id} with the meter on its wires`,
      (world) => (findCable(world.rig, cable.id) ? shakenText(world.flaws, cable.id) : 'not plugged in'),
    ),
  );

/** From one plug's contact to the other's, along this cable alone: other ways round it do not count. */
function isThrough(real: Rig, cable: string, wire: Wire): boolean {
  const own = findCable(real, cable);
  if (!own) return false;
  const joined = own.wires.filter(beepsAtAll).map(({ from, to }) => [pinText(from), pinText(to)] as const);
  const reached = new Set([pinText(wire.from)]);
  // a set that grows while it is walked: wires of one cable may meet in a splice
  for (const at of reached)
    for (const [a, b] of joined) {
      if (a === at) reached.add(b);
      if (b === at) reached.add(a);
    }
  return reached.has(pinText(wire.to));
}
