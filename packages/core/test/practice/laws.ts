/** What must hold for every rig. Each law gives what breaks it, in words; an empty list is the law kept. */
import { analyse } from '../../src/analysis/index.js';
import { compileBench, startBench } from '../../src/bench/index.js';
import { findAsks, findChains, isFlightChain, mismatchOf, type Chain } from '../../src/channels/index.js';
import { assignChannels } from '../../src/channels/studies.js';
import { faultsOf, measuresOf } from '../../src/diagnose/index.js';
import { fixesOf, type Finding, type Fix, type RuleId } from '../../src/findings/index.js';
import { bringsGround, findConversations, findNets, PICTURE_KINDS } from '../../src/loom/index.js';
import { antennaLinks, sees, wantsOneOf } from '../../src/parts/index.js';
import { planOf, playStep } from '../../src/prove/index.js';
import { propose, type Proposal } from '../../src/propose/index.js';
import { readRig } from '../../src/files/index.js';
import { otherNames, otherOrder } from '../support/other-names.js';
import { portsByKind, saidInShort } from '../support/said-otherwise.js';
import { applyEdits, findPin, partsWithSheets, sheetOf, type Rig } from '../../src/rig/index.js';

/** 1. A granted wish is driven by all that it names. */
export function wishesMatch(rig: Rig): string[] {
  const chains = findChains(rig);
  const { findings, brief } = analyse(rig);
  return brief.wishes.flatMap((state) => {
    const { wish } = state;
    const own = chains.filter(
      (c) => c.fn.what === wish.what && (wish.part === undefined || wish.part === c.part.id) && !c.breaks,
    );
    if (state.state === 'granted' && !own.some((c) => mismatchOf(rig, wish, c) === null) && !askedOtherwise(rig, wish))
      return [`${wish.what} is called granted, and nothing drives it as it was named`];
    const told = findings.some((f) => f.rule === 'wish-otherwise' && f.figures.some((x) => x.value === wish.label));
    return state.state === 'otherwise' && !told ? [`${wish.what} is driven otherwise and nobody says so`] : [];
  });
}

/** Something that is no channel does it, and it names nothing that only a channel gives. */
function askedOtherwise(rig: Rig, wish: Rig['wishes'][number]): boolean {
  const named = wish.control !== null || wish.channel !== undefined;
  const twoHands = wish.hand !== 'either' || wish.by === 'camera operator';
  return findAsks(rig).some(
    ({ fn, part, way, breaks }) =>
      fn.what === wish.what &&
      (wish.part === undefined || wish.part === part.id) &&
      breaks === null &&
      !named &&
      !(way.by === 'gesture' && twoHands),
  );
}

const flightOf = (rig: Rig): Map<string, string> =>
  new Map(
    findChains(rig)
      .filter((c: Chain) => isFlightChain(c) && c.slot !== null)
      .map((c) => [`${c.part.id}.${c.fn.id}`, `${c.slot} ${c.control?.id} ${c.transmitter?.id}`]),
  );

/**
 * 2. Flight keeps control, channel and slot. What a fault has put out of its place, or off its stick, may go home: to the usual
 * channel of its axis, or to a stick.
 */
export function flightKept(before: Rig, after: Rig): string[] {
  // what hears a slot over a wire that talks otherwise, and from no control, flies nothing: the slot is an accident
  const isAccident = (c: Chain): boolean => !c.control && c.path.some((way) => way.troubles.includes('wrong type'));
  const was = findChains(before).filter((c) => isFlightChain(c) && c.slot !== null && !isAccident(c));
  const now = new Map(findChains(after).map((c) => [`${c.part.id}.${c.fn.id}`, c]));
  return was.flatMap((c) => {
    const name = `${c.part.id}.${c.fn.id}`;
    const then = now.get(name);
    if (!then || (then.slot === c.slot && then.control?.id === c.control?.id)) return [];
    const home = then.slot === USUAL[c.fn.what] && then.control?.kind === 'stick';
    const onStick = then.slot === c.slot && c.control?.kind !== 'stick' && then.control?.kind === 'stick';
    return home || onStick ? [] : [`${name} was on ${c.slot} ${c.control?.id}, is on ${then.slot} ${then.control?.id}`];
  });
}

const USUAL: Record<string, number> = { roll: 1, pitch: 2, throttle: 3, yaw: 4 };

export function flightAlone(rig: Rig): string[] {
  const chains = findChains(rig).filter((c) => c.slot !== null && c.transmitter && c.carrier);
  const flying = new Set(chains.filter(isFlightChain).map((c) => `${c.transmitter!.id} ${c.slot}`));
  return chains
    .filter((c) => !isFlightChain(c) && flying.has(`${c.transmitter!.id} ${c.slot}`))
    .map((c) => `${c.part.label} ${c.fn.label} shares channel ${c.slot} with flight`);
}

/** Something on the bench flies and is told so. */
export const flies = (rig: Rig): boolean => flightOf(rig).size > 0;

/** Where flight of a new rig stands after its proposal. */
export function flightUsual(rig: Rig): string[] {
  return findChains(rig)
    .filter((c) => isFlightChain(c) && !c.breaks && c.fn.what in USUAL && c.slot !== USUAL[c.fn.what])
    .map((c) => `${c.fn.label} stands on channel ${c.slot}`);
}

const stops = (rig: Rig): Set<string> =>
  new Set(
    analyse(rig)
      .findings.filter((f) => f.mark === 'stop')
      .map((f) => f.id),
  );
const fed = (rig: Rig): Set<string> =>
  new Set(
    analyse(rig)
      .rails.now.nodes.filter((n) => n.allowed && n.fedBy !== null && n.volts > 0.5)
      .map((n) => `${n.part}.${n.terminal}`),
  );
const granted = (rig: Rig): Set<string> =>
  new Set(
    analyse(rig)
      .brief.wishes.filter((w) => w.state === 'granted')
      .map((w) => w.wish.id),
  );
const missing = (was: Set<string>, now: Set<string>): string[] => [...was].filter((x) => !now.has(x));

/** Mending one of these closes a circuit: what then flows, or talks, may show what else is wrong, unseen before. */
const CLOSES: ReadonlySet<RuleId> = new Set([
  'polarity',
  'ground-missing',
  'supply-none',
  'source-off',
  'fuse-too-small',
  'signal-misplaced',
  'cable-short',
  'back-feed',
]);
const SHOWS_BY_CURRENT =
  /^(supply-range|supply-thin|regulator-|wire-overloaded|connector-overloaded|fuse-too-small|starved-splice|talkers-collide|wrong-type|port-not-set|hdmi-powered|back-feed)/;

/** A line that is mended brings what was noted all along: two functions on one slot, flight on the wrong stick. */
const SHOWS_BY_CHANNEL = /^(stick-mode|two-on-one-slot):/;

/** While a plus meets a ground, or two sources fight, currents are those of the short and say nothing of the sound circuit. */
const isShorted = (rig: Rig, but: Finding): boolean =>
  analyse(rig).findings.some(
    (f) => (f.rule === 'polarity' || (f.rule === 'back-feed' && f.mark === 'stop')) && f.id !== but.id,
  );

/** What mending brings to light stands on the button: the lead that then carries too much, the part that then gets too little
 * or wants a supply. */
function isTold(rig: Rig, { label }: Fix, stop: string): boolean {
  const [rule, about] = stop.split(':') as [string, string];
  const part = rig.parts.find((p) => p.id === about.split('+')[0])?.label;
  const named = rule === 'wire-overloaded' ? about : rule === 'regulator-overload' ? part : undefined;
  if (named) return new RegExp(`${named}\\b.* then carr(ies|y) too much`).test(label);
  if (rule === 'supply-range') return part !== undefined && new RegExp(`${part}.* then gets? too little`).test(label);
  if (rule === 'packs-unequal') return part !== undefined && new RegExp(`${part}\\b.* then .* apart`).test(label);
  return rule === 'supply-none' && part !== undefined && label.includes(`${part} then wants a supply`);
}

/** 3. A fix removes its finding, adds no stop, unfeeds no part, takes no granted wish away, leaves flight alone. */
export function fixMends(rig: Rig, finding: Finding, fix: Fix): string[] {
  const after = applyEdits(rig, fix.edits).rig;
  const name = `${finding.rule} "${fix.label}"`;
  // a fix that drops the wish is no mending and is not counted as one
  if (fix.edits.some((e) => e.kind === 'removeWish')) return [];
  if (SHOWS_BY_CURRENT.test(finding.id) && isShorted(rig, finding)) return [];
  const still = analyse(after).findings.some((f) => f.id === finding.id);
  return [
    ...(still ? [`${name} leaves its finding: ${finding.title}. ${finding.text}`] : []),
    ...missing(stops(after), stops(rig))
      .filter((id) => !CLOSES.has(finding.rule) || !(SHOWS_BY_CURRENT.test(id) || SHOWS_BY_CHANNEL.test(id)))
      // what mending must bring to light is told on the button
      .filter((id) => !isTold(rig, fix, id))
      .map((id) => `${name} adds the stop ${id}`),
    ...(isShorted(rig, finding) ? [] : missing(fed(rig), fed(after)).map((id) => `${name} unfeeds ${id}`)),
    ...missing(granted(rig), granted(after)).map((id) => `${name} takes wish ${id}`),
    ...flightKept(rig, after).map((x) => `${name}: ${x}`),
  ];
}

/** 4. No step fails on a rig without a stop or watch whose subjects meet what the step runs through. */
export function stepsExplained(rig: Rig): { failed: string[]; unexplained: string[]; steps: number } {
  const { findings } = analyse(rig);
  const plan = planOf(rig);
  const bench = compileBench(rig);
  let state = startBench(bench, { awake: true });
  const failed: string[] = [];
  const unexplained: string[] = [];
  for (const step of plan.filter((s) => !s.byEye)) {
    const played = playStep(bench, state, step);
    state = played.state;
    if (played.verdict.passed) continue;
    const name = `${step.id} (${step.title}: expected ${step.expectText}, saw ${played.verdict.saw})`;
    failed.push(name);
    const meets = findings.some(
      (f) =>
        (f.mark === 'stop' || f.mark === 'watch') &&
        !['prep-open', 'firmware-unknown', 'firmware-old', 'bench-missing'].includes(f.rule) &&
        f.subjects.some((id) => step.dependsOn.includes(id)),
    );
    if (!meets) unexplained.push(name);
  }
  return { failed, unexplained, steps: plan.length };
}

/** A reason names parts by their labels, or figures; never a part's id, nor that nothing can. */
const saysSomething = (why: string): boolean => why !== '' && !/undefined|NaN|\[object|\bP\d+\b|can do it/.test(why);

/**
 * 5. After a proposal every part is fed, idle with its reason, or unmet; each camera has one way; each radio its antennas; what is
 * not granted is told.
 */
export function nothingForgotten(rig: Rig, proposal: Proposal): string[] {
  const { rails } = analyse(rig);
  const known = new Set([...proposal.unmet.flatMap((u) => u.part ?? []), ...proposal.idle.map((i) => i.part)]);
  // of several supplies each of which will do, one is enough
  const isEither = (part: string): boolean =>
    wantsOneOf(sheetOf(rig, part)) && rails.now.nodes.some((n) => n.part === part && n.fedBy !== null);
  const unfed = rails.now.nodes.filter(
    (n) => n.kind === 'load' && n.fedBy === null && !known.has(n.part) && !isEither(n.part),
  );
  const conversations = findConversations(rig);
  // kinds of picture that an end on this bench takes: only for those has the proposal something to lay
  const shown = new Set(
    partsWithSheets(rig)
      .filter(({ sheet }) => !sees(sheet))
      .flatMap(({ sheet }) =>
        sheet.links.filter((l) => PICTURE_KINDS.has(l.kind) && l.way === 'listen').map((l) => l.kind),
      ),
  );
  const hasEnd = partsWithSheets(rig).some(
    ({ sheet }) =>
      !sees(sheet) &&
      !sheet.pictures.length &&
      sheet.links.some((l) => PICTURE_KINDS.has(l.kind) && l.way === 'listen'),
  );
  const blind = partsWithSheets(rig).filter(
    ({ part, sheet }) =>
      hasEnd &&
      sees(sheet) &&
      sheet.links.some((l) => shown.has(l.kind) && l.way === 'talk') &&
      !known.has(part.id) &&
      !conversations.some((c) => PICTURE_KINDS.has(c.kind) && c.talker.part.id === part.id && !c.troubles.length),
  );
  const bare = partsWithSheets(rig).flatMap(({ part, sheet }) =>
    antennaLinks(sheet)
      .filter(
        (l) =>
          !known.has(part.id) && !conversations.some((c) => c.talker.part.id === part.id && c.talker.link.id === l.id),
      )
      .map((l) => `${part.label} ${l.id} has no antenna`),
  );
  const told = new Set(proposal.unmet.map((u) => u.wish));
  const silent = analyse(rig).brief.wishes.filter(
    ({ state, wish }) => (state === 'open' || state === 'impossible') && !told.has(wish.id),
  );
  return [
    ...silent.map(({ wish, why }) => `${wish.label} is not granted (${why}), and the proposal does not say so`),
    ...unfed.map((n) => `${n.part} (${rig.parts.find((p) => p.id === n.part)!.label}) is not fed`),
    ...proposal.unmet.filter(({ why }) => !saysSomething(why)).map((u) => `${u.demand} stays open: "${u.why}"`),
    ...blind.map(({ part }) => `${part.label} shows nobody its picture`),
    ...bare,
    ...proposal.unmet
      .filter((u) => !u.why || /undefined|NaN/.test(u.why))
      .map((u) => `${u.demand} is open without a reason`),
  ];
}

/** 6. Every wire earns its place: a supply, a signal, or the return beside its signal. */
export function wiresEarn(rig: Rig): string[] {
  const conversations = findConversations(rig);
  const nets = findNets(rig, false);
  return rig.cables.flatMap((cable) => {
    const line = (i: number): string | undefined => findPin(rig, cable.wires[i]!.from)?.pin.line;
    const signals = cable.wires.filter((_, i) => line(i) === 'signal');
    const grounds = cable.wires.filter((_, i) => line(i) === 'ground');
    const supplies = cable.wires.filter((_, i) => line(i) === 'supply');
    const dead = signals.filter((w) => nets.netOf(w.from) === undefined);
    const kinds = new Set(
      conversations
        .filter((c) =>
          signals.some((w) => [c.talker, c.listener].every((end) => [w.from.part, w.to.part].includes(end.part.id))),
        )
        .map((c) => c.kind),
    );
    const light = kinds.size > 0 && [...kinds].every((k) => !bringsGround(k)) && !supplies.length;
    const alone = grounds.filter((g) => {
      const pair = [g.from.part, g.to.part];
      const beside = [...signals, ...supplies].some((w) => pair.includes(w.from.part) && pair.includes(w.to.part));
      return !beside;
    });
    return [
      ...dead.map(() => `${cable.id} has a signal that goes nowhere`),
      ...(light && grounds.length ? [`${cable.id} brings a ground beside ${[...kinds].join(', ')}`] : []),
      ...alone.map(() => `${cable.id} has a ground beside nothing`),
    ];
  });
}

/** 2. An assignment of all wishes leaves flight where it is. */
export function assignmentKeepsFlight(rig: Rig): string[] {
  const { edits } = assignChannels(rig);
  return edits.length ? flightKept(rig, applyEdits(rig, edits).rig).map((x) => `assigned: ${x}`) : [];
}

/** What a user reads off the stations. */
function told(rig: Rig) {
  const { findings, brief, channels, wake } = analyse(rig);
  return {
    findings: findings.map((f) => `${f.rule} ${f.mark} ${f.subjects.toSorted().join('+')}`).sort(),
    wishes: brief.wishes.map((w) => w.state),
    rows: channels.rows.map((r) => r.moves.length),
    wake: Math.round(wake.seconds * 100),
    steps: planOf(rig).length,
    // which plug is beside which is as the sheet lists and calls them
    faults: [...new Set(faultsOf(rig).map((f) => f.kind))].filter((kind) => kind !== 'plug one port over').sort(),
  };
}

/** What two accounts of one rig differ in. */
const differing = (a: ReturnType<typeof told>, b: ReturnType<typeof told>): string[] =>
  (Object.keys(a) as (keyof typeof a)[]).flatMap((key) => {
    const [x, y] = [a[key], b[key]].map((v) => [v].flat().map(String)) as [string[], string[]];
    if (x.join() === y.join()) return [];
    const only = (own: string[], other: string[]): string => own.filter((v) => !other.includes(v)).join(', ');
    return [`${key}: ${only(x, y)} by its own names, ${only(y, x)} by others`];
  });

/** 7. What a rig says of itself does not lie in how its sheets call their ports, links, settings, functions and controls. */
export const sameByOtherNames = (rig: Rig): string[] => {
  const other = otherNames(rig);
  const read = readRig(JSON.stringify(other));
  return read.ok ? differing(told(rig), told(other)) : [JSON.stringify(read.problems)];
};

/** What the bench itself reads of a part, and steps of the plan. */
const BENCH_WORDS = 'feed awake frames radio horizon motors air tags released on-air leads pages lines'.split(' ');

/** 7. Nor where they are called by the words of the bench itself, and ports, links and functions alike: also when it is played. */
export function sameByBenchWords(rig: Rig): string[] {
  const read = readRig(JSON.stringify(otherNames(rig, BENCH_WORDS)));
  if (!read.ok) return [JSON.stringify(read.problems)];
  const failed = (own: Rig): string => String(stepsExplained(own).failed.length);
  const [a, b] = [failed(rig), failed(read.value)];
  return [...differing(told(rig), told(read.value)), ...(a === b ? [] : [`${a} steps failed, now ${b}`])];
}

/** Names that no person gives anything: {@link otherNames}. */
const SHEET_IDS = /\b(port|link|supply|source|setting|fn|resource|joint|prep)\d+n\d+|\bc\d{6,}/;

/** 7. Nothing that is said to a person holds an id of a sheet: findings, what mends them, steps, faults and what to measure. */
export function speaksInLabels(rig: Rig): string[] {
  const other = otherNames(rig);
  const { findings } = analyse(other);
  const said = [
    ...findings.flatMap((f) => [f.title, f.text, ...fixesOf(f).map((fix) => fix.label)]),
    ...planOf(other).flatMap((s) => [s.title, s.setUpText ?? '', s.expectText, ...Object.values(s.names ?? {})]),
    ...faultsOf(other).map((f) => f.text),
    ...measuresOf(other).map((m) => m.where),
  ];
  return said.filter((text) => SHEET_IDS.test(text));
}

/** 7. Nor in the order of its lists. */
export const sameInOtherOrder = (rig: Rig): string[] => differing(told(rig), told(otherOrder(rig)));

/** 7. Nor does its proposal. */
export function proposedByOtherNames(rig: Rig): string[] {
  const bare = { ...rig, cables: [], held: [], bindings: [], shaping: [], failSafes: [], handOvers: [], merges: [] };
  const by = (now: Rig): Rig => applyEdits(now, propose(now).edits).rig;
  return differing(told(by(bare)), told(by(otherNames(bare))));
}

/** 9. It lies in no way of writing a sheet: in short, or with each kind that a port speaks named. */
export function sameSaidOtherwise(rig: Rig): string[] {
  const short = readRig(JSON.stringify(saidInShort(rig)));
  if (!short.ok) return [JSON.stringify(short.problems)];
  const kinds = readRig(JSON.stringify(portsByKind(rig)));
  if (!kinds.ok) return [JSON.stringify(kinds.problems)];
  return [...differing(told(rig), told(short.value)), ...differing(told(rig), told(kinds.value))];
}

/** 9. Nor does what is proposed. */
export function proposedSaidOtherwise(rig: Rig): string[] {
  const bare = { ...rig, cables: [], held: [], bindings: [], shaping: [], failSafes: [], handOvers: [], merges: [] };
  const by = (now: Rig) => told(applyEdits(now, propose(now).edits).rig);
  const short = readRig(JSON.stringify(saidInShort(bare)));
  const kinds = readRig(JSON.stringify(portsByKind(bare)));
  if (!short.ok || !kinds.ok) return ['not read'];
  return [short.value, kinds.value].flatMap((other) => differing(by(bare), by(other)));
}

/** Told by hand once the parts lie there, or the user's own choice among leads: no proposal can know it. */
const FOR_HANDS: ReadonlySet<RuleId> = new Set(['prep-open', 'firmware-unknown', 'wire-too-thick', 'fuse-missing']);

/** 8. A proposal leaves nothing that a button would mend; what a wish names is the user's own. */
export function leftToMend(rig: Rig): string[] {
  const named = rig.wishes.some((w) => w.control !== null);
  return analyse(rig)
    .findings.filter((f) => !FOR_HANDS.has(f.rule) && !(named && f.station === 'channels'))
    .flatMap((f) =>
      fixesOf(f)
        .slice(0, 1)
        .map((fix) => `${f.title}: "${fix.label}"`),
    );
}
