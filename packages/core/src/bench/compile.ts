import {
  HANDED_FROM,
  airInto,
  armedWindow,
  beginsAtSource,
  findChains,
  gatesOf,
  handOverLink,
  idleAt,
  laterKeys,
  movedBy,
  poweringIn,
  turnsInModes,
  type Chain,
  type FlightAxis,
  type FunctionSetup,
  type StickGesture,
} from '../channels/index.js';
import { bringsChannels, flies, hasControls, hearsAir, isWindowed, sentOver, speaksByLead, type Joint, type PartFunction, type Sheet } from '../parts/index.js';
import { airSenders, findConversations, heardBy, isLadderOff, ladderWire, PICTURE_KINDS, type Conversation, type LinkEnd } from '../loom/index.js';
import { partsWithSheets, controlName, pilotTransmitter, type FailSafe, type Part, type Rig, type Shaping } from '../rig/index.js';
import type { BusScale } from '../signals/index.js';
import { clamp, groupBy, valueIn } from '../units/index.js';
import { CODECS, isCounted, type CountedKind } from './codecs.js';
import { flawedRig, isDeaf, type Flaw } from './flaws.js';
import { Supplies, startsOf, wakeTimes, type Feed } from './power.js';
import { lossOf, radioOf } from './radio.js';
import { reachM } from './range.js';

/** How one function of a part hears its demand. */
export interface HeardFunction {
  fn: PartFunction;
  setup: FunctionSetup;
  /** Bench index of the receiver, which it hears directly or through a controller. */
  receiver: number;
  /** Bench index of the controller in between; null for what hears the receiver itself. */
  controller: number | null;
  /** Bench indices of the boxes behind that one, which only pass on. */
  boxes: readonly number[];
  /** Which of the lines that it, or its controller, hears; −1 for a pin of the receiver. */
  line: number;
  /** Slot index from 0. */
  slot: number;
  /** Scale by which the bus listener reads counts; null on a plain pulse. */
  scale: BusScale | null;
  /** What must be open that it acts, where it turns no joint: those of an axis are the axis's own. */
  gates: readonly GateAt[];
}

/** A function of the same part in whose windows another works. */
interface GateAt {
  /** Its index; −1 where nothing tells it. */
  by: number;
  /** Indices of the windows in which the other works. */
  open: readonly number[];
  /** It works while the gate is told nothing, or a width in none of its windows. */
  openUntold: boolean;
  openBetween: boolean;
}

/** A drive with the keys that set its ends, all of them functions of one part, by index. */
export interface RunEnds {
  /** Index of the drive. */
  drive: number;
  /** And of its keys. */
  keys: readonly number[];
}

/** A joint with the functions that move it, by index; −1 for none. */
export interface Axis {
  joint: Joint;
  /** Index of the function that turns the joint. */
  mover: number;
  /** Function whose window drives the joint whatever else is asked, and that window. */
  driver: number;
  /** Index of that window; −1 for none. */
  driverWindow: number;
  driverDeg: number;
  /** Function whose window must be one of these for the mover to count; a mode never told stands in its first window. */
  gate: number;
  gateWindows: readonly number[] | null;
  /** What gives power to its motor, and the windows in which it does; none when null. Without power it hangs where it is. */
  powers: readonly { by: number; windows: readonly number[] }[];
  /** Function whose window turns a position into a rate, or the other way round, and those windows; none when null. */
  turn: { by: number; windows: readonly number[] } | null;
}

/** A menu that a controller opens and moves in by the sticks it reads. */
export interface Menu {
  fn: string;
  /** Bench index of the controller. */
  controller: number;
  /** Which of the controller's functions each axis is; −1 for none. */
  axes: Readonly<Record<FlightAxis, number>>;
  /** Which of its functions arms, and in which of that one's windows; null where nothing does. */
  arm: Readonly<Record<'fn' | 'window', number>> | null;
  /** The shortest held first. */
  gestures: readonly StickGesture[];
  /** Ids of those that do not come to the camera, since what stands in the wire of its keys is not what it wants. */
  unheard: readonly string[];
}

/** A part made ready for the bench: wiring and power already worked out. */
export interface BenchPart {
  index: number;
  part: Part;
  sheet: Sheet;
  /** As everything usually draws. */
  feed: Feed;
  volts: number;
  /** What a meter reads at each of its supplies and sources, V. */
  terminals: readonly { id: string; volts: number }[];
  /** Milliseconds after its volts until it works. */
  startsMs: number;
  /** What it does on the bench. */
  does: { sends: boolean; receives: boolean; acts: boolean };
  functions: HeardFunction[];
  /** Lines it reads, for itself or to tell others, each by the bench index of its receiver. */
  hears: readonly { receiver: number; line: number }[];
  /** Bench indices of the receivers and controllers it hears. */
  upstream: readonly number[];
  /** Transmitters: bench indices of the receivers that hear them. */
  sendsTo: readonly number[];
  /** Receivers: bench indices of the parts that hear a pin, and of those that read a line. */
  pinsTo: readonly number[];
  linesTo: readonly number[];
  /** Who is told by it what it read on its lines, itself among them. */
  countsTo: readonly Told[];
  /** Receivers: lines on which they put every channel. */
  lines: readonly BenchLine[];
  axes: Axis[];
  /** The drive that has ends to be set; null for what has none. */
  ends: RunEnds | null;
  menus: readonly Menu[];
  /** Bench indices of those whose menus it moves by its sticks. */
  menusTo: readonly number[];
  shaping: Shaping[];
  /** Which control makes each of these, by the name the bench knows it by; empty for one that none makes. */
  hands: readonly string[];
  /** Where each control stands when nobody touches it. */
  idle: Readonly<Record<string, number>>;
  /** Transmitters: what each control goes by, its own name on the first one, `part.control` on another. */
  names: Readonly<Record<string, string>>;
  first: boolean;
  /** Transmitters: channels a second one can have. */
  handed: Handed[];
  /** Transmitters: from frame to frame of their air link, ms. */
  airMs: number;
  /** Transmitters: the name their own switch goes by. */
  radio: string;
  /** Transmitters: the name that the share of their frames which get lost goes by. */
  loss: string;
  /** How far its orders reach through the air, m. */
  reachM: number;
  /** Receivers: what each slot does without radio. */
  failSafes: FailSafe[];
  /** Links over which pictures come in, in the order of the sheet. */
  pictureInputs: readonly string[];
  /** Receivers: bench index of the transmitter they hear; a desk's own. */
  transmitter: number | null;
  /** Receivers: bench index of the box that sends for it, where its radio is one of its own. */
  via: number | null;
}

/** A part that is told some slots of some lines. */
interface Told {
  /** Its bench index. */
  part: number;
  /** Which slots, from 0, of which lines of the teller. */
  slots: readonly { line: number; slot: number }[];
}

/** Ways in which a part is heard. */
type Hearers = 'sendsTo' | 'pinsTo' | 'linesTo' | 'menusTo';

/** Whom a part tells. */
type ToldBy = Record<Hearers, number[]> & { countsTo: Told[] };

/** A part whose hearers are not known yet. */
type Untold = Omit<BenchPart, Hearers | 'countsTo' | 'menus'>;

/** A line on which a receiver puts every channel, frame by frame. */
export interface BenchLine {
  link: string;
  kind: CountedKind;
  scale: BusScale;
  /** From frame to frame, ms. */
  periodMs: number;
}

/** A hand-over that works: whose channels, by which control, beyond which place. */
interface Handed {
  second: number;
  control: string;
  beyond: number;
  channels: readonly { channel: number; takes: number }[];
}

/** Where a picture comes from: another part's output link. */
interface PictureFeed {
  part: number;
  link: string;
}

/** A rig made ready to be simulated. */
export interface Bench {
  rig: Rig;
  flaws: readonly Flaw[];
  parts: BenchPart[];
  /** Whatever does something, in the order in which signals flow. */
  order: number[];
  supplies: Pick<Supplies, 'movers' | 'at' | 'rails' | 'up'>;
  /** When each part is awake after the packs are on; never while it is not fed, ms. */
  wakesMs: readonly number[];
  /** How long each takes from volts to working, ms. */
  startsMs: readonly number[];
  /** Picture input `part.link` → the output that feeds it. */
  pictures: Map<string, PictureFeed>;
  /** Network plug `part.link` → the plugs that hang on it. */
  network: ReadonlyMap<string, readonly PictureFeed[]>;
}

/** From frame to frame of an air link whose sheet says nothing, ms. @source [mem] */
const AIR_MS = 9;
/** The way a stick's word takes: who sends it, who hears it, who hands it on. */
const FLOW = [hasControls, hearsAir, flies];

/**
 * Works out once what a rig's wiring lets through, at a state of charge.
 * @param flaws what is wrong with it beside what the rig says
 */
export function compileBench(drawn: Rig, charge = 1, flaws: readonly Flaw[] = []): Bench {
  const rig = flaws.length ? flawedRig(drawn, flaws) : drawn;
  const dead = new Set(flaws.flatMap((f) => (f.kind === 'dead' ? [f.part] : [])));
  const conversations = findConversations(rig);
  const chains = findChains(rig);
  const supplies = new Supplies(rig, charge, dead);
  const fed = supplies.at(0);
  const all = partsWithSheets(rig);
  const indexOf = new Map(all.map(({ part }, i) => [part.id, i]));
  const first = pilotTransmitter(rig);
  const chainsInto = groupBy(chains, (c) => c.part.id);
  const nodesOf = groupBy(supplies.rails.nodes, (n) => n.part);
  const seconds = new Set(rig.handOvers.map((h) => h.to));
  const linesOfPart = new Map<string, BenchPart['hears']>();
  const linesInto = (id: string): BenchPart['hears'] => {
    let lines = linesOfPart.get(id);
    if (!lines) linesOfPart.set(id, (lines = linesHeard(conversations, chains, { id }, indexOf)));
    return lines;
  };
  const heard = all.map(({ part, sheet }, index): Untold => {
    const air = airInto(rig, conversations, part.id);
    // a box that nobody tells anything sends nothing
    const isSent = air !== undefined && !air.troubles.length && hasControls(air.talker.sheet);
    const sender = speaksByLead(sheet) ? part : isSent ? air.talker.part : undefined;
    const hears = linesInto(part.id);
    const shaping = rig.shaping.filter((s) => s.transmitter === part.id);
    const names = Object.fromEntries(sheet.controls.map((c) => [c.id, controlName(rig, part.id, c.id)]));
    const functions = gated(
      sheet,
      (chainsInto.get(part.id) ?? []).flatMap((chain) => heardFunction(chain, indexOf, linesInto)),
    );
    return {
      index,
      part,
      sheet,
      ...fed[index]!,
      terminals: (nodesOf.get(part.id) ?? []).map((n) => ({ id: n.terminal, volts: n.volts })),
      startsMs: startsOf(sheet),
      does: {
        sends: hasControls(sheet),
        receives: bringsChannels(sheet),
        acts: sheet.functions.length > 0 || sheet.joints.length > 0 || hears.length > 0,
      },
      functions,
      hears,
      upstream: upstreamOf(hears, functions),
      lines: linesOf(sheet),
      airMs: sentOver(sheet)?.params.periodMs ?? AIR_MS,
      axes: sheet.joints.map((joint) => axisOf(joint, sheet, functions)),
      ends: endsOf(functions),
      shaping,
      hands: shaping.map(({ control }) => (control === null ? '' : (valueIn(names, control) ?? control))),
      // on a second transmitter no stick is a throttle
      idle: Object.fromEntries(
        sheet.controls.map((c) => [c.id, seconds.has(part.id) && c.kind === 'stick' ? 0 : idleAt({ part, sheet }, c, movedBy(rig, part.id, c.id))]),
      ),
      names,
      first: part.id === first,
      handed: handedTo(rig, conversations, part, indexOf),
      radio: radioOf(part.id),
      loss: lossOf(part.id),
      reachM: reachM(sheet, 'orders'),
      pictureInputs: sheet.links.filter((l) => PICTURE_KINDS.has(l.kind) && l.way === 'listen').map((l) => l.id),
      failSafes: rig.failSafes.filter((f) => f.receiver === part.id),
      transmitter: sender ? indexOf.get(sender.id)! : null,
      via: sender && sender !== part && air?.via ? indexOf.get(air.via.id)! : null,
    };
  });
  const menus = heard.map((own) => menusOf(rig, conversations, own, heard, indexOf));
  const told = toldBy(heard, menus);
  const parts = heard.map(
    (own): BenchPart => ({
      ...own,
      menus: menus[own.index]!,
      upstream: [...new Set([...own.upstream, ...menus[own.index]!.flatMap((m) => [m.controller, ...heard[m.controller]!.upstream])])],
      ...told[own.index]!,
    }),
  );
  // a second transmitter before the one that takes from it
  const rank = ({ sheet, handed }: BenchPart): number => {
    const at = FLOW.findIndex((does) => does(sheet));
    return (at < 0 ? FLOW.length : at) + (handed.length ? 0.5 : 0);
  };
  const order = parts
    .filter(({ does }) => does.sends || does.receives || does.acts)
    .sort((a, b) => rank(a) - rank(b))
    .map((p) => p.index);
  return {
    ...{ rig, flaws, parts, order, supplies },
    wakesMs: wakeTimes(rig, fed, supplies.rails),
    startsMs: parts.map((p) => p.startsMs),
    pictures: new Map([...pictureFeeds(conversations, indexOf), ...airFeeds({ rig, flaws, parts }, indexOf)]),
    network: networkPlugs(conversations, indexOf),
  };
}

/** Who is told by each part, found by asking each whom it hears. */
function toldBy(heard: readonly Untold[], menus: readonly (readonly Menu[])[]): ToldBy[] {
  const told = heard.map((): ToldBy => ({ sendsTo: [], pinsTo: [], linesTo: [], menusTo: [], countsTo: [] }));
  const add = (by: number, way: Hearers, part: number): void => {
    const known = told[by]![way];
    if (known.at(-1) !== part) known.push(part);
  };
  for (const { index, transmitter, functions, hears } of heard) {
    if (transmitter !== null) add(transmitter, 'sendsTo', index);
    for (const f of functions) if (f.line < 0) add(f.receiver, 'pinsTo', index);
    for (const h of hears) add(h.receiver, 'linesTo', index);
    for (const m of menus[index]!) add(m.controller, 'menusTo', index);
    for (const [controller, of] of groupBy(functions, (f) => f.controller)) {
      if (controller === null) continue;
      const slots = of.filter((f) => f.line >= 0).map(({ line, slot }) => ({ line, slot }));
      told[controller]!.countsTo.push({ part: index, slots });
    }
    // a box between says nothing of its own: who hears through it looks when it falls
    for (const box of new Set(functions.flatMap((f) => f.boxes))) told[box]!.countsTo.push({ part: index, slots: [] });
  }
  return told;
}

function handedTo(rig: Rig, all: readonly Conversation[], part: Part, indexOf: Map<string, number>): Handed[] {
  return rig.handOvers
    .filter((h) => h.from === part.id && handOverLink(rig, all, h).breaks === null)
    .map((h) => ({ second: indexOf.get(h.to)!, control: h.control!, beyond: HANDED_FROM, channels: h.channels }));
}

/** The bench follows wires, not plans: only a chain whose every conversation is sound is heard. */
function heardFunction(
  chain: Chain,
  indexOf: Map<string, number>,
  linesInto: (part: string) => BenchPart['hears'],
): Omit<HeardFunction, 'gates'>[] {
  const sound = chain.path.length > 0 && chain.path.every((c) => !c.troubles.length);
  if (!sound || chain.slot === null) return [];
  if (!beginsAtSource(chain.path)) return [];
  const first = chain.path[0]!;
  const receiver = indexOf.get(first.talker.part.id)!;
  const line = lineAt(first);
  const isBus = line >= 0;
  const heard = linesInto(first.listener.part.id);
  return [
    {
      fn: chain.fn,
      setup: chain.setup,
      receiver,
      line: isBus ? heard.findIndex((h) => h.receiver === receiver && h.line === line) : -1,
      controller: chain.relayed ? indexOf.get(first.listener.part.id)! : null,
      boxes: chain.path.slice(2).map((c) => indexOf.get(c.talker.part.id)!),
      slot: chain.slot - 1,
      scale: isBus ? (first.listener.link.params.scale ?? 'micro') : null,
    },
  ];
}

/** Each with what must be open that it acts. */
const gated = (sheet: Sheet, heard: readonly Omit<HeardFunction, 'gates'>[]): HeardFunction[] =>
  heard.map((own) => ({
    ...own,
    gates:
      own.fn.joint === undefined
        ? gatesOf(sheet, own.fn).map(({ fn, windows, openUntold, openBetween }) => ({
            by: heard.findIndex((h) => h.fn.id === fn.id),
            open: windowsNamed(sheet, { fn: fn.id, windows }),
            ...{ openUntold, openBetween },
          }))
        : [],
  }));

/** Its menus by the sticks, each over the first lead from a controller that really talks. */
function menusOf(
  rig: Rig,
  conversations: readonly Conversation[],
  { part, sheet }: Untold,
  all: readonly Untold[],
  indexOf: ReadonlyMap<string, number>,
): Menu[] {
  return sheet.functions.flatMap((fn) =>
    fn.askedBy.flatMap((way): Menu[] => {
      if (way.by !== 'gesture') return [];
      const told = conversations.find(
        (c) => c.listener.part.id === part.id && way.over.includes(c.listener.link.id) && flies(c.talker.sheet) && !c.troubles.length,
      );
      if (!told) return [];
      const controller = indexOf.get(told.talker.part.id)!;
      const { functions } = all[controller]!;
      const at = (what: PartFunction['what']): number => functions.findIndex((f) => f.fn.what === what);
      const arm = at('arm');
      const ladder = ladderWire(rig, told);
      return [
        {
          ...{ fn: fn.id, controller },
          axes: { roll: at('roll'), pitch: at('pitch'), throttle: at('throttle'), yaw: at('yaw') },
          arm: arm < 0 ? null : { fn: arm, window: armedWindow(functions[arm]!.fn) },
          gestures: way.gestures.toSorted((a, b) => a.holdS - b.holdS),
          unheard: ladder && isLadderOff(ladder) ? laterKeys(way.gestures) : [],
        },
      ];
    }),
  );
}

/** Lines of a sheet on which every channel goes out. */
const linesOf = ({ links }: Sheet): BenchLine[] =>
  links.flatMap(({ id, kind, way, params }) =>
    isCounted(kind) && way !== 'listen'
      ? [{ link: id, kind, scale: params.scale ?? 'micro', periodMs: params.periodMs ?? CODECS[kind].usualMs }]
      : [],
  );

/** Which line of its receiver a conversation is; −1 for another talker, or another kind. */
const lineAt = ({ talker, kind }: Conversation): number =>
  isCounted(kind) && bringsChannels(talker.sheet) ? linesOf(talker.sheet).findIndex((l) => l.link === talker.link.id) : -1;

/** Lines that a part reads: those of its own functions, and of the functions it hands on, even while none of its own is told. */
function linesHeard(
  conversations: readonly Conversation[],
  chains: readonly Chain[],
  { id }: Pick<Part, 'id'>,
  indexOf: Map<string, number>,
): BenchPart['hears'] {
  const told = chains.flatMap((c) => (c.path[0]?.listener.part.id === id ? [c.path[0]] : []));
  const heard = [...told, ...heardBy(conversations, id)].filter((c) => !c.troubles.length && lineAt(c) >= 0);
  const lines = new Map(heard.map((c) => [`${c.talker.part.id} ${c.talker.link.id}`, c]));
  return [...lines.values()].map((c) => ({ receiver: indexOf.get(c.talker.part.id)!, line: lineAt(c) }));
}

const upstreamOf = (hears: BenchPart['hears'], functions: readonly HeardFunction[]): number[] => [
  ...new Set([
    ...hears.map((h) => h.receiver),
    ...functions.flatMap((f) => [f.receiver, ...(f.controller === null ? [] : [f.controller]), ...f.boxes]),
  ]),
];

function axisOf(joint: Joint, sheet: Sheet, functions: HeardFunction[]): Axis {
  const mover = functions.findIndex((heard) => heard.fn.joint === joint.id);
  const driver = functions.findIndex((heard) => heard.fn.drives?.joint === joint.id);
  const drives = functions[driver]?.fn.drives;
  const enabledIn = functions[mover]?.fn.enabledIn;
  const moving = functions[mover]?.fn;
  const turn = moving && turnsInModes(moving) ? moving.turnsTo : undefined;
  return {
    joint,
    mover,
    turn: turn
      ? { by: functions.findIndex((heard) => heard.fn.id === turn.fn), windows: windowsNamed(sheet, turn) }
      : null,
    driver,
    driverWindow: functions[driver]?.fn.windows?.findIndex((w) => w.label === drives?.window) ?? -1,
    driverDeg: clamp(drives?.deg ?? 0, joint.minDeg, joint.maxDeg),
    gate: functions.findIndex((heard) => heard.fn.id === enabledIn?.fn),
    gateWindows: enabledIn ? windowsNamed(sheet, enabledIn) : null,
    powers: functions.flatMap(({ fn }, by) =>
      fn.powers ? [{ by, windows: windowsNamed(sheet, { fn: fn.id, windows: poweringIn(fn, joint.id) }) }] : [],
    ),
  };
}

/** What goes along a line by a figure, and what sets its ends. */
function endsOf(functions: readonly HeardFunction[]): RunEnds | null {
  const drive = functions.findIndex(({ fn }) => fn.what === 'drive' && fn.range !== undefined);
  const keys = functions.flatMap(({ fn }, at) => (fn.what === 'end-stop' && isWindowed(fn) ? [at] : []));
  return drive >= 0 && keys.length ? { drive, keys } : null;
}

/** Places of the windows of a mode that are named, in the mode's own order. */
function windowsNamed(sheet: Sheet, { fn, windows }: { fn: string; windows: readonly string[] }): number[] {
  const mode = sheet.functions.find((f) => f.id === fn);
  return (mode?.windows ?? []).flatMap((w, i) => (windows.includes(w.label) ? [i] : []));
}

/** A network is two-way: each plug leads to the other. */
function networkPlugs(conversations: readonly Conversation[], indexOf: Map<string, number>): Map<string, PictureFeed[]> {
  const plugs = new Map<string, PictureFeed[]>();
  const add = (from: LinkEnd, to: LinkEnd): void => {
    const key = `${from.part.id}.${from.link.id}`;
    plugs.set(key, [...(plugs.get(key) ?? []), { part: indexOf.get(to.part.id)!, link: to.link.id }]);
  };
  for (const { kind, talker, listener, troubles } of conversations) {
    if (kind !== 'ethernet' || troubles.length) continue;
    add(talker, listener);
    add(listener, talker);
  }
  return plugs;
}

/** Pictures that come through the air: into what has an ear for them, of what has its antenna. */
function airFeeds({ rig, flaws, parts }: Pick<Bench, 'rig' | 'flaws' | 'parts'>, indexOf: Map<string, number>): [string, PictureFeed][] {
  return [...airSenders(rig)].flatMap(([into, { id }]): [string, PictureFeed][] => {
    const [taker, sender] = [parts[indexOf.get(into)!]!, parts[indexOf.get(id)!]!];
    if ([taker, sender].some((end) => isDeaf(rig, flaws, end))) return [];
    const by = (end: BenchPart, way: 'talk' | 'listen'): string | undefined =>
      end.sheet.links.find((l) => (l.kind === 'radio' || (l.kind === 'antenna' && way === 'talk')) && l.way === way)?.id;
    return [[`${into}.${by(taker, 'listen')!}`, { part: sender.index, link: by(sender, 'talk')! }]];
  });
}

function pictureFeeds(conversations: readonly Conversation[], indexOf: Map<string, number>): Map<string, PictureFeed> {
  return new Map(
    conversations
      .filter((c) => PICTURE_KINDS.has(c.kind) && !c.troubles.length)
      .map((c) => [
        `${c.listener.part.id}.${c.listener.link.id}`,
        { part: indexOf.get(c.talker.part.id)!, link: c.talker.link.id },
      ]),
  );
}
