/** What some steps of the plan can feel of a bench: where two benches agree in it, they give the steps the same verdicts. */
import { stillSights, type Bench, type BenchPart, type HeardFunction } from '../bench/index.js';
import { looksOf, type CheckStep } from '../prove/index.js';

/** A slot of a receiver that is looked at. */
const SLOT = /\.slot-(\d+)$/;

/** What a scene looks at and moves, whichever bench it is played on. */
interface Asked {
  sights: readonly string[];
  /** Ids of the parts it is about. */
  own: readonly string[];
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
    own: [...new Set([...steps.map((s) => s.part), ...sights.map((sight) => sight.slice(0, sight.indexOf('.')))])],
    slots: sights.flatMap((sight) => (SLOT.test(sight) ? [Number(SLOT.exec(sight)![1]) - 1] : [])),
    controls: steps.flatMap((s) => [...Object.keys(s.setUp), ...s.moves.map((m) => m.control)]),
    readsVolts: sights.some((s) => s.endsWith('-volts')),
  };
  ASKED.set(steps, asked);
  return asked;
}

/**
 * Everything that the sights of some steps hang on, as one text: the parts that are watched with all they are told, whose pictures
 * they show, and of the radios on the way only the slots that are listened to.
 */
export function signatureOf(bench: Bench, steps: readonly CheckStep[]): string {
  const { sights, own, slots: asked, controls, readsVolts } = askedBy(steps);
  const texts = textsOf(bench);
  const watched = new Set(own.flatMap((id) => texts.at.get(id) ?? []));
  // a set that grows while it is walked: everything upstream comes in turn
  for (const index of watched) for (const from of texts.of(index).picturesFrom) watched.add(from);
  const parts = [...watched].map((i) => bench.parts[i]!);
  const slots = new Set([
    ...asked,
    ...parts.flatMap((p) => [...p.functions, ...sticksOf(bench, p)].map((f) => f.slot)),
  ]);
  const way = new Set(parts.flatMap(upstream));
  for (const index of way) for (const from of upstream(bench.parts[index]!)) way.add(from);
  // what is handed over is sent on a channel of the second transmitter's own
  for (const index of way)
    for (const { channel, takes } of bench.parts[index]!.handed.flatMap((h) => h.channels))
      if (slots.has(channel - 1)) slots.add(takes - 1);
  const isFailing = controls.some((c) => texts.radios.has(c));
  const inOrder = [...slots].sort((a, b) => a - b);
  return [
    JSON.stringify(stillSights(bench, sights)),
    ...(readsVolts ? parts.map((p) => JSON.stringify(p.terminals)) : []),
    // who draws more while it moves, and what that costs the others
    texts.supplies,
    ...[...watched].map((i) => texts.of(i).watched),
    ...[...way].sort((a, b) => a - b).map((i) => wayText(texts.of(i), inOrder, isFailing)),
  ].join('\n');
}

/** What a controller hears of the sticks and the switch that arms, for the menus that it moves. */
const sticksOf = ({ parts }: Bench, { menus }: BenchPart): HeardFunction[] =>
  menus.flatMap(({ controller, axes, arm }) =>
    [...Object.values(axes), ...(arm ? [arm.fn] : [])].flatMap((i) => parts[controller]!.functions[i] ?? []),
  );

const upstream = (own: BenchPart): readonly number[] => [
  ...own.upstream,
  ...(own.transmitter === null ? [] : [own.transmitter]),
  ...own.handed.map((h) => h.second),
];

/** Texts of a part, made once for a bench. */
interface PartTexts {
  watched: string;
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
  ];
  const told = functions.map(toldBy);
  const menus = own.menus.map((m) => [m, sticksOf(bench, own).map(toldBy)]);
  const flaws = bench.flaws.filter((f) => f.kind !== 'loose' && f.part === part.id);
  const bySlot = new Map<number, string>();
  const add = (slot: number, what: unknown): void =>
    void bySlot.set(slot, `${bySlot.get(slot) ?? ''}${JSON.stringify(what)}`);
  for (const s of own.shaping) add(s.channel - 1, s);
  for (const { channels, ...h } of own.handed) for (const c of channels) add(c.channel - 1, [h, c]);
  return {
    watched: JSON.stringify([part.id, feed, startsMs, hears, transmitter, told, menus, pictures, flaws]),
    picturesFrom: pictures.map(([, from]) => from.part),
    way: JSON.stringify([part.id, feed, startsMs, hears, transmitter, own.idle]),
    bySlot,
    failSafes: JSON.stringify(own.failSafes),
  };
}

/** Where the radio is lost, what was never set counts for every slot: a bus falls silent only as a whole. */
const wayText = ({ way, bySlot, failSafes }: PartTexts, slots: readonly number[], isFailing: boolean): string =>
  [way, ...slots.map((s) => bySlot.get(s) ?? ''), isFailing ? failSafes : ''].join('|');
