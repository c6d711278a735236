/** What some steps of the plan can feel of a bench: where two benches agree in it, they give the steps the same verdicts. */
import { stillSights, type Bench, type BenchPart } from '../bench/index.js';
import { looksOf, type CheckStep } from '../prove/index.js';

/**
 * Everything that the sights of some steps hang on, as one text: the parts that are watched with all they are told, whose pictures
 * they show, and of the radios on the way only the slots that are listened to.
 */
export function signatureOf(bench: Bench, steps: readonly CheckStep[]): string {
  const at = new Map(bench.parts.map((p) => [p.part.id, p.index]));
  const sights = steps.flatMap((s) => looksOf(s).map((e) => e.sight));
  const own = [...steps.map((s) => s.part), ...sights.map((sight) => sight.slice(0, sight.indexOf('.')))];
  const watched = new Set(own.flatMap((id) => at.get(id) ?? []));
  // a set that grows while it is walked: everything upstream comes in turn
  for (const index of watched) for (const [, feed] of picturesInto(bench, bench.parts[index]!)) watched.add(feed.part);
  const parts = [...watched].map((i) => bench.parts[i]!);
  const slots = new Set(parts.flatMap((p) => p.functions.map((f) => f.slot)));
  for (const sight of sights) if (SLOT.test(sight)) slots.add(Number(SLOT.exec(sight)![1]) - 1);
  const way = new Set(parts.flatMap(upstream));
  for (const index of way) for (const from of upstream(bench.parts[index]!)) way.add(from);
  // what is handed over is sent on a channel of the second transmitter's own
  for (const index of way)
    for (const { channel, takes } of bench.parts[index]!.handed.flatMap((h) => h.channels))
      if (slots.has(channel - 1)) slots.add(takes - 1);
  const isFailing = steps.some((s) =>
    [...Object.keys(s.setUp), ...s.moves.map((m) => m.control)].some((c) => bench.parts.some((p) => p.radio === c)),
  );
  return [
    JSON.stringify(stillSights(bench, sights)),
    ...(sights.some((s) => s.endsWith('-volts')) ? parts.map((p) => JSON.stringify(p.terminals)) : []),
    ...parts.map((p) => watchedText(bench, p)),
    ...[...way].sort((a, b) => a - b).map((i) => wayText(bench.parts[i]!, slots, isFailing)),
  ].join('\n');
}

/** A slot of a receiver that is looked at. */
const SLOT = /\.slot-(\d+)$/;

const upstream = (own: BenchPart): number[] => [
  ...own.functions.flatMap((f) => [f.receiver, ...(f.controller === null ? [] : [f.controller])]),
  ...(own.counts === null ? [] : [own.counts]),
  ...(own.transmitter === null ? [] : [own.transmitter]),
  ...own.handed.map((h) => h.second),
];

const picturesInto = ({ pictures }: Bench, own: BenchPart) =>
  own.sheet.links.flatMap((l) => {
    const feed = pictures.get(`${own.part.id}.${l.id}`);
    return feed ? [[l.id, feed] as const] : [];
  });

const TEXTS = new WeakMap<BenchPart, string>();

function watchedText(bench: Bench, own: BenchPart): string {
  const known = TEXTS.get(own);
  if (known !== undefined) return known;
  const { part, feed, wakesMs, functions, counts, transmitter } = own;
  const text = JSON.stringify([
    ...[part.id, feed, wakesMs, counts, transmitter],
    functions.map(({ fn, setup, receiver, controller, slot, scale }) => [
      fn.id,
      setup,
      receiver,
      controller,
      slot,
      scale,
    ]),
    picturesInto(bench, own),
  ]);
  TEXTS.set(own, text);
  return text;
}

/** Where the radio is lost, what was never set counts for every slot: a bus falls silent only as a whole. */
const wayText = (own: BenchPart, slots: ReadonlySet<number>, isFailing: boolean): string =>
  JSON.stringify([
    ...[own.part.id, own.feed, own.wakesMs, own.counts, own.transmitter],
    own.shaping.filter((s) => slots.has(s.channel - 1)),
    own.handed.map((h) => ({ ...h, channels: h.channels.filter((c) => slots.has(c.channel - 1)) })),
    own.idle,
    isFailing ? own.failSafes : [],
  ]);
