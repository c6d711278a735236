/** Two states of a rig side by side, in bench words: what whoever stands at the bench would have to do to get from one to the other. */
import { lowerFirst, listed, micros } from '../units/index.js';
import { editSentence, inlineText, noteText } from './edit-sentence.js';
import { calledOn, labelOf, pinText, settingOf, sheetOf } from './look-up.js';
import type { Cable, Held, Part, Rig, Shaping, Wire } from './rig.js';

/** One thing that is otherwise. */
export interface Difference {
  /** Part, cable or channel that it is about. */
  subject: string;
  text: string;
}

/** What is otherwise in the second state; nothing where only names of revisions differ. */
export function differences(before: Rig, after: Rig): Difference[] {
  return [
    ...(before.name === after.name ? [] : [{ subject: after.id, text: `the rig is called ${after.name}` }]),
    ...partsDiffer(before, after),
    ...cablesDiffer(before, after),
    ...channelsDiffer(before, after),
    ...toldDiffer(before, after),
    ...radioDiffer(before, after),
    ...wishesDiffer(before, after),
    ...ELSE.flatMap(([field, text]) => (isSame(before[field], after[field]) ? [] : [{ subject: after.id, text }])),
  ];
}

/** What is told as a whole. */
const ELSE: readonly [keyof Rig, string][] = [
  ['kind', 'the rig is of another kind'],
  ['schools', 'ways of doing things are chosen otherwise'],
  ['sheets', 'sheets of its classes are otherwise'],
  ['merges', 'plugs are merged otherwise'],
  ['ticked', 'other steps are ticked'],
  ['wakeOrder', 'the order of waking is another'],
  ['currency', 'prices are in another currency'],
];

const isSame = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** What is in one list only, and what is in both but otherwise. */
function paired<T>(before: readonly T[], after: readonly T[], keyOf: (t: T) => string) {
  const [was, now] = [before, after].map((all) => new Map(all.map((t) => [keyOf(t), t])));
  return {
    gone: before.filter((t) => !now!.has(keyOf(t))),
    come: after.filter((t) => !was!.has(keyOf(t))),
    changed: after.flatMap((t) => {
      const old = was!.get(keyOf(t));
      return old !== undefined && !isSame(old, t) ? [[old, t] as const] : [];
    }),
  };
}

function partsDiffer(before: Rig, after: Rig): Difference[] {
  const { gone, come, changed } = paired(before.parts, after.parts, (p) => p.id);
  return [
    ...gone.map((p) => ({ subject: p.id, text: `${p.label} is not there any more` })),
    ...come.map((p) => ({ subject: p.id, text: `${p.label} has come` })),
    ...changed.flatMap(([a, b]) => {
      const { settings } = sheetOf(after, b.id);
      const set = settings.flatMap((s) => {
        const [was, now] = [settingOf(sheetOf(before, a.id), a, s.id), settingOf(sheetOf(after, b.id), b, s.id)];
        return was === now ? [] : [`${lowerFirst(s.label)} ${was ?? 'nothing'} → ${now ?? 'nothing'}`];
      });
      const more = [
        ...(a.label === b.label ? [] : [`called ${b.label}`]),
        ...(a.class === b.class ? [] : [`a ${b.class} in place of a ${a.class}`]),
        ...(a.address === b.address ? [] : [`address ${a.address ?? "the maker's"} → ${b.address ?? "the maker's"}`]),
        ...(a.bound === b.bound
          ? []
          : [b.bound ? `bound to ${labelOf(after, b.bound)}` : 'bound to whom its work is for']),
        ...notedOtherwise(after, a, b),
        ...set,
      ];
      const text = more.length ? listed(more) : 'noted otherwise';
      return [{ subject: b.id, text: `${a.label}: ${text}` }];
    }),
  ];
}

/** What is noted about a part: where it sits, what it cost, how it stands. */
const NOTED = ['place', 'firmware', 'price', 'charge', 'told', 'profile'] as const;

function notedOtherwise(after: Rig, a: Part, b: Part): string[] {
  const change = Object.fromEntries(NOTED.filter((f) => !isSame(a[f], b[f])).map((f) => [f, b[f] ?? null]));
  const said = noteText(after, { part: b.id, change });
  const done = (p: Part): number => p.prepared.length;
  return [
    ...(said ? [said] : []),
    ...(a.onBench === b.onBench ? [] : [b.onBench ? 'lies on the bench' : 'does not lie on the bench']),
    ...(isSame(a.prepared, b.prepared) ? [] : [`${done(a)} → ${done(b)} of its preparations done`]),
  ];
}

function cablesDiffer(before: Rig, after: Rig): Difference[] {
  const { gone, come, changed } = paired(before.cables, after.cables, (c) => c.id);
  const between = (rig: Rig, c: Cable): string =>
    listed([...new Set(c.wires.flatMap((w) => [w.from.part, w.to.part]))].map((id) => labelOf(rig, id)));
  return [
    ...gone.map((c) => ({ subject: c.id, text: `${c.id} between ${between(before, c)} taken off` })),
    ...come.map((c) => ({ subject: c.id, text: `${c.id} put between ${between(after, c)}` })),
    ...changed.map(([a, b]) => ({ subject: b.id, text: `${b.id}: ${cableText(before, after, a, b)}` })),
  ];
}

function cableText(before: Rig, after: Rig, a: Cable, b: Cable): string {
  if (isCrossed(a, b)) return 'its pair crossed the other way';
  const wires = b.wires.flatMap((w, i) => {
    const old = twinOf(a, w, i);
    if (!old) return [`${w.colour} wire to ${pinText(after, w.to)} added`];
    return isSame(old, w) ? [] : [wireText(before, after, old, w)];
  });
  const gone = a.wires.filter((w, i) => !twinOf(b, w, i)).map((w) => `${w.colour} wire taken out`);
  const more = [
    ...(a.marked === b.marked ? [] : [b.marked ? 'marked as an adapter' : 'no marked adapter any more']),
    ...(a.locked === b.locked ? [] : [b.locked ? 'locked' : 'free again']),
  ];
  const said = [...wires, ...gone, ...more];
  return said.length ? listed(said) : 'its wires in another order';
}

const twinOf = ({ wires }: Cable, { id }: Wire, index: number): Wire | undefined =>
  id === undefined ? wires[index] : wires.find((w) => w.id === id);

/** Two wires that have exchanged their far ends. */
function isCrossed(a: Cable, b: Cable): boolean {
  if (a.wires.length !== b.wires.length) return false;
  const odd = b.wires.flatMap((w, i) => (isSame(a.wires[i], w) ? [] : [i]));
  const [i = -1, j = -1] = odd;
  if (odd.length !== 2) return false;
  return (['from', 'to'] as const).some(
    (end) => isSame(a.wires[i]![end], b.wires[j]![end]) && isSame(a.wires[j]![end], b.wires[i]![end]),
  );
}

function wireText(before: Rig, after: Rig, a: Wire, b: Wire): string {
  const moved = (['from', 'to'] as const).flatMap((end) =>
    isSame(a[end], b[end]) ? [] : [`from ${pinText(before, a[end])} to ${pinText(after, b[end])}`],
  );
  const said = [
    ...moved,
    ...(a.gaugeAwg === b.gaugeAwg ? [] : [`${a.gaugeAwg} → ${b.gaugeAwg} AWG`]),
    ...(a.lengthMm === b.lengthMm ? [] : [`${a.lengthMm} → ${b.lengthMm} mm`]),
    ...(a.colour === b.colour ? [] : [`now ${b.colour}`]),
    ...(isSame(a.inline, b.inline) ? [] : [b.inline ? `with ${inlineText(b.inline)}` : 'nothing in it']),
  ];
  return `${a.colour} wire ${listed(said)}`;
}

function channelsDiffer(before: Rig, after: Rig): Difference[] {
  const { gone, come, changed } = paired(before.shaping, after.shaping, (s) => `${s.transmitter} ${s.channel}`);
  const name = (rig: Rig, s: Shaping): string => `${labelOf(rig, s.transmitter)} channel ${s.channel}`;
  const about = (s: Shaping): string => `${s.transmitter} channel ${s.channel}`;
  return [
    ...gone.map((s) => ({ subject: about(s), text: `${name(before, s)} is not set any more` })),
    ...come.map((s) => ({ subject: about(s), text: `${name(after, s)} follows ${controlText(after, s)}` })),
    ...changed.map(([a, b]) => ({ subject: about(b), text: `${name(after, b)}: ${shapingText(before, after, a, b)}` })),
  ];
}

const controlText = (rig: Rig, { transmitter, control }: Shaping): string =>
  control === null ? 'nothing' : calledOn(rig, transmitter, 'controls', control);

function shapingText(before: Rig, after: Rig, a: Shaping, b: Shaping): string {
  const said = [
    ...(a.control === b.control ? [] : [`${controlText(before, a)} → ${controlText(after, b)}`]),
    ...(a.lowUs === b.lowUs ? [] : [`low end ${micros(a.lowUs)} → ${micros(b.lowUs)}`]),
    ...(a.highUs === b.highUs ? [] : [`high end ${micros(a.highUs)} → ${micros(b.highUs)}`]),
    ...(a.subTrimUs === b.subTrimUs ? [] : [`sub-trim ${micros(a.subTrimUs)} → ${micros(b.subTrimUs)}`]),
    ...(a.reverse === b.reverse ? [] : [b.reverse ? 'reversed' : 'not reversed any more']),
  ];
  return said.length ? listed(said) : 'shaped otherwise';
}

function toldDiffer(before: Rig, after: Rig): Difference[] {
  const { gone, come, changed } = paired(before.bindings, after.bindings, (b) => `${b.part} ${b.fn}`);
  const name = (rig: Rig, { part, fn }: { part: string; fn: string }): string => {
    return `${labelOf(rig, part)} ${lowerFirst(calledOn(rig, part, 'functions', fn))}`;
  };
  const padName = (rig: Rig, h: Held): string =>
    `${labelOf(rig, h.part)}: ${calledOn(rig, h.part, 'resources', h.resource)}`;
  const held = paired(before.held, after.held, (h) => `${h.part} ${h.resource} ${h.to}`);
  return [
    ...gone.map((b) => ({ subject: b.part, text: `${name(before, b)}: slot ${b.slot} → nothing` })),
    ...come.map((b) => ({ subject: b.part, text: `${name(after, b)}: nothing → slot ${b.slot}` })),
    ...changed.map(([a, b]) => ({
      subject: b.part,
      text: `${name(after, b)}: ${a.slot === b.slot ? 'set otherwise' : `slot ${a.slot} → ${b.slot}`}${a.reverse === b.reverse ? '' : b.reverse ? ', reversed' : ', not reversed any more'}`,
    })),
    ...held.gone.map((h) => ({ subject: h.part, text: `${padName(before, h)} no longer ${h.to}` })),
    ...held.come.map((h) => ({ subject: h.part, text: `${padName(after, h)} given to ${h.to}` })),
  ];
}

function radioDiffer(before: Rig, after: Rig): Difference[] {
  const safe = paired(before.failSafes, after.failSafes, (f) => `${f.receiver} ${f.slot}`);
  const hands = paired(before.handOvers, after.handOvers, (h) => `${h.from} ${h.to}`);
  return [
    ...safe.gone.map((f) => ({
      subject: f.receiver,
      text: editSentence(before, { kind: 'noFailSafe', receiver: f.receiver, slot: f.slot }),
    })),
    ...[...safe.come, ...safe.changed.map(([, f]) => f)].map((failSafe) => ({
      subject: failSafe.receiver,
      text: editSentence(after, { kind: 'failSafe', failSafe }),
    })),
    ...hands.gone.map(({ from, to }) => ({
      subject: from,
      text: editSentence(before, { kind: 'noHandOver', from, to }),
    })),
    ...[...hands.come, ...hands.changed.map(([, h]) => h)].map((handOver) => ({
      subject: handOver.from,
      text: editSentence(after, { kind: 'handOver', handOver }),
    })),
  ];
}

function wishesDiffer(before: Rig, after: Rig): Difference[] {
  const { gone, come, changed } = paired(before.wishes, after.wishes, (w) => w.id);
  return [
    ...gone.map((w) => ({ subject: w.id, text: `${w.label} is not wished for any more` })),
    ...come.map((w) => ({ subject: w.id, text: `${w.label} is wished for` })),
    ...changed.map(([, w]) => ({ subject: w.id, text: `${w.label} is wished for otherwise` })),
  ];
}
