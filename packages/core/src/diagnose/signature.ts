/** What some steps of the plan can feel of a bench: where two benches agree in it, they give the steps the same verdicts. */
import {
  FLAW_SIGHTS,
  askedText,
  fnWord,
  notesPhotos,
  releasesText,
  shownOn,
  stateText,
  stillSights,
  type Bench,
  type BenchPart,
  turnersAt,
  type HeardFunction,
  probesText,
} from '../bench/index.js';
import { photoWays } from '../loom/index.js';
import { looksOf, type CheckStep } from '../prove/index.js';

/** A slot of a receiver that is looked at. */
const SLOT = /\.slot-(\d+)$/;

/** What a scene looks at and moves, whichever bench it is played on. */
interface Asked {
  sights: readonly string[];
  /** What is looked at of each part, by its id. */
  looks: ReadonlyMap<string, readonly string[]>;
  slots: readonly number[];
  controls: readonly string[];
  readsVolts: boolean;
}

const ASKED = new WeakMap<readonly CheckStep[], Asked>();

function askedBy(steps: readonly CheckStep[]): Asked {
  let asked = ASKED.get(steps);
  if (asked) return asked;
  const sights = [...new Set(steps.flatMap((s) => looksOf(s).map((e) => e.sight)))];
  asked = {
    sights,
    looks: groupedLooks(sights),
    slots: sights.flatMap((sight) => (SLOT.test(sight) ? [Number(SLOT.exec(sight)![1]) - 1] : [])),
    controls: steps.flatMap((s) => [...Object.keys(s.setUp), ...s.moves.map((m) => m.control)]),
    readsVolts: sights.some((s) => s.endsWith('-volts')),
  };
  ASKED.set(steps, asked);
  return asked;
}

/** Sights are `part.what`. */
function groupedLooks(sights: readonly string[]): Map<string, string[]> {
  const looks = new Map<string, string[]>();
  for (const sight of sights) {
    const dot = sight.indexOf('.');
    const of = looks.get(sight.slice(0, dot));
    if (of) of.push(sight.slice(dot + 1));
    else looks.set(sight.slice(0, dot), [sight.slice(dot + 1)]);
  }
  return looks;
}

/**
 * Everything that the sights of some steps hang on, as one text: the parts that are watched with what they are told for it, whose
 * pictures they show, and of the radios on the way only the slots that are listened to.
 */
export function signatureOf(bench: Bench, steps: readonly CheckStep[]): string {
  const { sights, looks, slots: asked, controls, readsVolts } = askedBy(steps);
  const texts = textsOf(bench);
  const watched = watchedParts(bench, texts, looks);
  const slots = new Set(asked);
  const way = new Set<number>();
  for (const [index, fns] of watched) {
    const own = bench.parts[index]!;
    const told = [...fns].map((i) => own.functions[i]!);
    for (const { slot, receiver, controller } of [...told, ...(looksAtMenus(looks, own) ? sticksOf(bench, own) : [])]) {
      slots.add(slot);
      way.add(receiver);
      if (controller !== null) way.add(controller);
    }
    for (const from of upstream(own)) if (own.does.receives || looksAtMenus(looks, own)) way.add(from);
  }
  // a set that grows while it is walked
  for (const index of way) for (const from of upstream(bench.parts[index]!)) way.add(from);
  // what is handed over is sent on a channel of the second transmitter's own
  for (const index of way)
    for (const { channel, takes } of bench.parts[index]!.handed.flatMap((h) => h.channels))
      if (slots.has(channel - 1)) slots.add(takes - 1);
  const isFailing = controls.some((c) => texts.radios.has(c));
  const inOrder = [...slots].sort((a, b) => a - b);
  return [
    JSON.stringify(stillSights(bench, sights)),
    ...(readsVolts ? [...watched.keys()].map((i) => JSON.stringify(bench.parts[i]!.terminals)) : []),
    // who draws more while it moves, and what that costs the others
    texts.supplies,
    ...[...watched].map(([i, fns]) => [texts.of(i).watched, ...[...fns].map((k) => texts.of(i).told[k])].join('|')),
    ...[...way].sort((a, b) => a - b).map((i) => wayText(texts.of(i), inOrder, isFailing)),
  ].join('\n');
}

/** Parts that are watched, by bench index, each with those of its functions that something seen hangs on. */
function watchedParts(bench: Bench, texts: BenchTexts, looks: Asked['looks']): Map<number, Set<number>> {
  const watched = new Map<number, Set<number>>();
  for (const [id, whats] of looks) {
    const index = texts.at.get(id);
    if (index === undefined) continue;
    const own = bench.parts[index]!;
    watched.set(index, new Set(whats.flatMap((what) => functionsBehind(own, what))));
  }
  // how a horizon lies hangs on every joint between, and on what holds each
  for (const [id, whats] of looks)
    if (whats.includes('lean'))
      for (const { own, joint } of turnersAt(bench, id))
        watched.set(
          own.index,
          new Set([...(watched.get(own.index) ?? []), ...functionsBehind(own, `${joint.id}-angle`)]),
        );
  // where moving costs anybody the volts, whoever moves and by whatever counts
  if (texts.supplies) for (const i of bench.supplies.movers) watched.set(i, new Set(bench.parts[i]!.functions.keys()));
  // a map that grows while it is walked: everything upstream comes in turn
  for (const [index, fns] of watched) {
    const own = bench.parts[index]!;
    // which picture goes on hangs on what chooses it
    for (const { chosenBy } of own.sheet.pictures) {
      const at = own.functions.findIndex((f) => f.fn.id === chosenBy);
      if (at >= 0) fns.add(at);
    }
    for (const from of texts.of(index).picturesFrom) if (!watched.has(from)) watched.set(from, new Set());
  }
  return watched;
}

/** Functions of a part that a sight hangs on, by index: its own, or all that move a joint; what must be open for it, and what ends it. */
function functionsBehind(own: BenchPart, what: string): number[] {
  const { functions, axes } = own;
  const axis = axes.find((a) => what === `${a.joint.id}-angle`);
  if (axis)
    return [axis.mover, axis.driver, axis.gate, axis.turn?.by ?? -1, ...axis.powers.map((p) => p.by)].filter(
      (i) => i >= 0,
    );
  const at = functions.findIndex(
    ({ fn }) => what === fnWord(fn.id) || what === `${fn.id}-place` || what === `${fn.id}-ends`,
  );
  return at < 0 ? [] : [...heldBy(own, at)];
}

/** A function with all that can hold it: its gates, and the keys that set the ends of a drive. */
function heldBy({ functions, ends }: BenchPart, at: number): Set<number> {
  const behind = new Set([at]);
  // a set that grows while it is walked
  for (const i of behind) {
    for (const gate of functions[i]!.gates) if (gate.by >= 0) behind.add(gate.by);
    if (ends?.drive === i) for (const key of ends.keys) behind.add(key);
  }
  return behind;
}

const looksAtMenus = (looks: Asked['looks'], { part, menus }: BenchPart): boolean =>
  menus.length > 0 && (looks.get(part.id)?.some((what) => what.endsWith('-menu') || what.endsWith('-keys')) ?? false);

/** What a controller hears of the sticks and the switch that arms, for the menus that it moves. */
const sticksOf = ({ parts }: Bench, { menus }: BenchPart): HeardFunction[] =>
  menus.flatMap(({ controller, axes, arm }) =>
    [...Object.values(axes), ...(arm ? [arm.fn] : [])].flatMap((i) => parts[controller]!.functions[i] ?? []),
  );

const upstream = (own: BenchPart): readonly number[] => [
  ...own.upstream,
  ...(own.transmitter === null ? [] : [own.transmitter]),
  ...(own.via === null ? [] : [own.via]),
  ...own.handed.map((h) => h.second),
];

/** Texts of a part, made once for a bench. */
interface PartTexts {
  watched: string;
  /** How each of its functions is told, in their order. */
  told: readonly string[];
  picturesFrom: readonly number[];
  way: string;
  bySlot: ReadonlyMap<number, string>;
  failSafes: string;
}

/** Texts of all parts of a bench, as they are asked for. */
interface BenchTexts {
  at: ReadonlyMap<string, number>;
  radios: ReadonlySet<string>;
  supplies: string;
  of(index: number): PartTexts;
}

const TEXTS = new WeakMap<Bench, BenchTexts>();

function textsOf(bench: Bench): BenchTexts {
  let known = TEXTS.get(bench);
  if (known) return known;
  const made: (PartTexts | undefined)[] = [];
  known = {
    at: new Map(bench.parts.map((p) => [p.part.id, p.index])),
    radios: new Set(bench.parts.map((p) => p.radio)),
    supplies: suppliesText(bench),
    of: (index) => (made[index] ??= partTexts(bench, bench.parts[index]!)),
  };
  TEXTS.set(bench, known);
  return known;
}

/** What happens to anybody's feed when any one of the movers draws its most; nothing where it changes nothing. */
function suppliesText({ supplies }: Bench): string {
  const rest = supplies.at(0);
  const all = 2 ** supplies.movers.length - 1;
  const isOtherwise = supplies.at(all).some((f, i) => f.feed !== rest[i]!.feed);
  return isOtherwise
    ? JSON.stringify([
        supplies.rails.nodes.map((n) => n.volts),
        supplies.movers.map((_, bit) => supplies.at(1 << bit).map((f) => f.feed)),
      ])
    : '';
}

function partTexts(bench: Bench, own: BenchPart): PartTexts {
  const { part, feed, startsMs, functions, hears, transmitter } = own;
  const pictures = own.sheet.links.flatMap((l) => {
    const from = bench.pictures.get(`${part.id}.${l.id}`);
    return from ? [[l.id, from] as const] : [];
  });
  const toldBy = ({ fn, setup, receiver, controller, line, slot, scale }: HeardFunction) => [
    ...[fn.id, setup, receiver, controller, line, slot, scale],
    (controller === null ? own : bench.parts[controller]!).hears[line],
  ];
  const menus = own.menus.map((m) => [m, sticksOf(bench, own).map(toldBy)]);
  const flaws = bench.flaws.filter((f) => f.kind !== 'loose' && f.part === part.id);
  const bySlot = new Map<number, string>();
  const add = (slot: number, what: unknown): void =>
    void bySlot.set(slot, `${bySlot.get(slot) ?? ''}${JSON.stringify(what)}`);
  for (const s of own.shaping) add(s.channel - 1, s);
  for (const { channels, ...h } of own.handed) for (const c of channels) add(c.channel - 1, [h, c]);
  const shown = shownOn(bench, own);
  return {
    watched: JSON.stringify([
      part.id,
      feed,
      startsMs,
      transmitter,
      menus,
      pictures,
      flaws,
      arrivesOf(bench, own),
      tagsOf(bench, own),
      probesText(bench, own),
      askedText(bench, own),
      shown.text,
      releasesText(bench, own),
    ]),
    told: functions.map((f) => JSON.stringify(toldBy(f))),
    picturesFrom: [...pictures.map(([, from]) => from.part), ...shown.cameras],
    way: JSON.stringify([part.id, feed, startsMs, hears, transmitter, own.via, own.idle]),
    bySlot,
    failSafes: JSON.stringify(own.failSafes),
  };
}

/** What the screens make of a picture that is sent. */
const arrivesOf = ({ rig, flaws }: Bench, { sheet, part }: BenchPart): string =>
  FLAW_SIGHTS.disturbed.has(sheet) ? stateText(rig, flaws, 'disturbed', part.id) : '';

/** How a tagger hears of photos, and whether all on the way are fed. */
function tagsOf({ rig, parts }: Bench, { part }: BenchPart): unknown {
  const way = photoWays(rig).find((w) => w.tagger.id === part.id);
  const fed = (id: string): unknown => parts.flatMap((p) => (p.part.id === id ? [p.feed, p.startsMs] : []));
  return way ? [notesPhotos(rig, way), way.parts.map(fed)] : '';
}

/** Where the radio is lost, what was never set counts for every slot: a bus falls silent only as a whole. */
const wayText = ({ way, bySlot, failSafes }: PartTexts, slots: readonly number[], isFailing: boolean): string =>
  [way, ...slots.map((s) => bySlot.get(s) ?? ''), isFailing ? failSafes : ''].join('|');
