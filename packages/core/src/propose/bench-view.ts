import {
  findConversations,
  findNets,
  linkEnds,
  pinOf,
  type Conversation,
  type LinkEnd,
  type Nets,
} from '../loom/index.js';
import {
  flies,
  screenWays,
  tieAt,
  toldOver,
  type Link,
  type LinkKind,
  type Pin,
  type PinAt,
  type Sheet,
} from '../parts/index.js';
import { rigNetwork } from '../rails/index.js';
import { partsWithSheets, type Part, type PinRef, type Rig } from '../rig/index.js';
import { groupBy } from '../units/index.js';
import { flightPin, isBeyond } from './pins.js';

/** A port, or a controller's serial port or pad: what one plug takes up. */
export interface Unit {
  id: string;
  part: Part;
  sheet: Sheet;
  port: string;
  resource: Sheet['resources'][number] | null;
  links: LinkEnd[];
  /** Features that must be released before it is given away. */
  holders: string[];
}

/** Units of one part that are alike in everything that matters: any of them will do. */
interface UnitClass {
  id: string;
  part: Part;
  sheet: Sheet;
  members: Unit[];
}

/** One link of a class of units, shown by its first free member. */
export interface ClassEnd {
  cls: UnitClass;
  /** Which of several such ends of a class, from 0. */
  nth: number;
  end: LinkEnd;
}

/** Everything a proposal reads of a rig, worked out once. */
export interface BenchView {
  rig: Rig;
  /** The rig with the locked cables only. */
  base: Rig;
  nets: Nets;
  kept: readonly Conversation[];
  parts: { part: Part; sheet: Sheet }[];
  classes: UnitClass[];
  /** Every link of every class that has a free member. */
  ends: ClassEnd[];
  /** Supplies that locked cables feed, as `part.supply`. */
  fed: Set<string>;
  /** Pins that locked cables end on. */
  taken: Set<string>;
}

const pinText = (at: PinRef): string => `${at.part}.${at.port}.${at.pin}`;

/** @param shareBus a bus plug that is in use may get another listener */
export function viewBench(rig: Rig, { shareBus = false } = {}): BenchView {
  const base = { ...rig, cables: rig.cables.filter((c) => c.locked) };
  const nets = findNets(base);
  const taken = new Set(base.cables.flatMap((c) => c.wires).flatMap((w) => [pinText(w.from), pinText(w.to)]));
  const parts = partsWithSheets(rig);
  const classes = unitClasses(rig, taken, shareBus);
  const network = rigNetwork(base);
  return {
    rig,
    base,
    nets,
    kept: findConversations(base),
    parts,
    classes,
    ends: classes.flatMap((cls) => (cls.members[0]?.links ?? []).map((end, nth) => ({ cls, nth, end }))),
    fed: new Set(network.terminals.filter((t) => network.feeders.has(t.element)).map((t) => `${t.part.id}.${t.id}`)),
    taken,
  };
}

/** Units of every part, gathered by what they are. */
function unitClasses(rig: Rig, taken: ReadonlySet<string>, shareBus: boolean): UnitClass[] {
  const units = unitsOf(rig);
  const classes = [...groupBy(units, (u) => `${u.part.id} ${signature(rig, u)}`).values()];
  return classes.map((members) => {
    const { part, sheet, id } = members[0]!;
    return {
      id: `${part.id}.${id}`,
      part,
      sheet,
      members: members.filter(
        (u) => (isFree(u, taken) || (shareBus && isBus(u))) && !u.links.some((end) => isBeyond(rig, end)),
      ),
    };
  });
}

function unitsOf(rig: Rig): Unit[] {
  const ends = linkEnds(rig).filter((end) => pinsOf(end).length);
  const byUnit = groupBy(ends, (end) => {
    const resource = resourceIdOf(end);
    return `${end.part.id} ${resource ?? pinsOf(end)[0]!.port}`;
  });
  return [...byUnit.values()].flatMap(conversationsOf).map((links) => {
    const [first] = links as [LinkEnd, ...LinkEnd[]];
    const resource = first.sheet.resources.find((r) => r.id === resourceIdOf(first)) ?? null;
    const holders = rig.held.filter((h) => h.part === first.part.id && h.resource === resource?.id).map((h) => h.to);
    const port = pinsOf(first)[0]!.port;
    const alone =
      links.length === ends.filter((e) => e.part.id === first.part.id && pinsOf(e)[0]!.port === port).length;
    return {
      id: resource?.id ?? (alone ? port : `${port}:${pinsOf(first)[0]!.pin}`),
      part: first.part,
      sheet: first.sheet,
      port,
      resource,
      links,
      holders,
    };
  });
}

/** A combined plug holds several conversations at once: those that share no pin are apart, and may go to two parts by one lead. */
function conversationsOf(links: LinkEnd[]): LinkEnd[][] {
  if (resourceIdOf(links[0]!) !== undefined) return [links];
  const groups: LinkEnd[][] = [];
  for (const link of links) {
    const pins = pinsOf(link).map((at) => `${at.port}.${at.pin}`);
    const met = groups.filter((g) => g.some((o) => pinsOf(o).some((at) => pins.includes(`${at.port}.${at.pin}`))));
    for (const g of met) groups.splice(groups.indexOf(g), 1);
    groups.push([...met.flat(), link]);
  }
  return groups;
}

const pinsOf = (end: LinkEnd): PinAt[] => Object.values(end.link.pins).filter((pin) => pin !== undefined);

function resourceIdOf(end: LinkEnd): string | undefined {
  const id = end.link.resource ?? end.link.id;
  return end.sheet.resources.some((r) => r.id === id) ? id : undefined;
}

/** Lines that several hear by one plug. */
const SHARED_KINDS: ReadonlySet<LinkKind> = new Set(['sbus', 'can']);
/** One talks and several listen by a Y lead: a bus, and bytes on a line that goes one way. */
export const isSharedPlug = ({ kind, pins, way }: Link): boolean =>
  SHARED_KINDS.has(kind) || (kind === 'device-serial' && pins.data !== undefined && way !== 'both');
const isBus = (unit: Unit): boolean => unit.links.some(({ link }) => isSharedPlug(link) && link.way !== 'listen');

export function isFree(unit: Unit, taken: ReadonlySet<string>): boolean {
  return !unit.links.some((end) => pinsOf(end).some((pin) => taken.has(pinText(pinOf(end, pin)))));
}

const asked = (fn: Sheet['functions'][number]): string[] => [...toldOver(fn), ...screenWays(fn).flatMap((w) => w.over)];

/** Whichever port of a board hears is all one to what it does; of pulses each is for its own. */
const isAnyOf = ({ sheet }: Unit, { kind }: LinkEnd['link']): boolean => flies(sheet) && kind !== 'pulse';

/** What makes two units of a part different: their links, plug, resource, holders, and the functions that hang on them. */
function signature(rig: Rig, unit: Unit): string {
  const port = unit.sheet.ports.find((p) => p.id === unit.port)!;
  const {
    id: _id,
    label: _label,
    port: _port,
    pin: _pin,
    ...resource
  } = unit.resource ?? { id: '', label: '', port: '', pin: 0 };
  const links = unit.links.map(({ link }) => [
    link.kind,
    link.way,
    link.params,
    link.when,
    Boolean(link.slotSetting),
    flightPin(rig, { part: unit.part, sheet: unit.sheet, link }),
    unit.sheet.functions.filter((f) => asked(f).includes(link.id)).map((f) => (isAnyOf(unit, link) ? 'any' : f.id)),
    unit.sheet.pictures.map((p) => [p.inputs.includes(link.id), p.output === link.id]),
  ]);
  const pins = port.pins.map((p) => [p.line, p.way, p.levelV, p.toleratesV, voltsAt(unit, p)]);
  return JSON.stringify([
    links,
    port.plug,
    unit.resource ? resource : unit.resource,
    unit.holders,
    unit.resource?.kind === 'pad' ? 0 : pins,
  ]);
}

/** What feeds a plus pin, or is fed by it, inside the part. */
function voltsAt({ sheet, port }: Unit, { n, line }: Pin): string[] | undefined {
  if (line !== 'supply') return undefined;
  const isHere = ({ plus }: { plus: PinAt }): boolean =>
    [plus, ...(tieAt(sheet, plus) ?? [])].some((at) => at.port === port && at.pin === n);
  return [...sheet.sources, ...sheet.supplies].filter(isHere).map(({ id }) => id);
}

/** Whether some port of one class is wired to some port of the other as the rig stands. */
export function joinedToday(view: BenchView, talker: ClassEnd, listener: ClassEnd): boolean {
  return talker.cls.members.some((a) =>
    listener.cls.members.some((b) => wiredTogether(view.rig, a.links[talker.nth]!, b.links[listener.nth]!)),
  );
}

/** Whether any wire runs between two links' pins. */
export function wiredTogether(rig: Rig, a: LinkEnd, b: LinkEnd): boolean {
  const [mine, other] = [pinsOf(a), pinsOf(b)];
  return rig.cables.some((cable) =>
    cable.wires.some(
      ({ from, to }) =>
        (endsOn(a, mine, from) && endsOn(b, other, to)) || (endsOn(a, mine, to) && endsOn(b, other, from)),
    ),
  );
}

const endsOn = (end: LinkEnd, pins: PinAt[], at: PinRef): boolean =>
  at.part === end.part.id && pins.some((p) => p.port === at.port && p.pin === at.pin);
