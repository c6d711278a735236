import { findConversations, heardBy, saidBy, type Conversation, type LinkEnd } from '../loom/index.js';
import {
  flies,
  hasControls,
  hasThrough,
  hearsAir,
  speaksAir,
  speaksByLead,
  tellsOn,
  type LinkKind,
} from '../parts/index.js';
import { oncePerSlices, partsThat, sheetOf, shapingOf, type Part, type Rig, type Wish } from '../rig/index.js';

/** The radio a receiver hears: that of the transmitter it is bound to. */
export function airInto(rig: Rig, all: readonly Conversation[], receiver: string): Conversation | undefined {
  const transmitter = boundReceivers(rig).get(receiver);
  return heardBy(all, receiver).find((c) => c.kind === 'radio' && c.talker.part.id === transmitter);
}

/** Whose controls come into the wiring by a part: the transmitter a receiver hears, or the desk itself. */
export const sentBy = (
  rig: Rig,
  all: readonly Conversation[],
  { part, sheet }: Pick<LinkEnd, 'part' | 'sheet'>,
): Part | undefined => (speaksByLead(sheet) ? part : airInto(rig, all, part.id)?.talker.part);

/** Desks whose radio is a box on a lead, by that box. */
const desksOf = (all: readonly Conversation[]): ReadonlyMap<string, Part> =>
  new Map(all.flatMap((c) => (c.via ? [[c.via.id, c.talker.part] as const] : [])));

/** Whoever speaks to receivers: what has a radio of its own, and the desk in place of a box that sends for it. */
function speakers(rig: Rig, all: readonly Conversation[]): Part[] {
  const desks = desksOf(all);
  return partsThat(rig, speaksAir).map(({ part }) => desks.get(part.id) ?? part);
}

/**
 * Which transmitter each receiver is bound to, by id. What the rig says goes first. A receiver wired to a transmitter's trainer
 * socket hears the second transmitter, never the one it is plugged into. Of the others each hears the transmitter whose work it
 * does: the one that flies, the one whose wishes its parts do, the one that drives its slots.
 */
export const boundReceivers = oncePerSlices(
  ['parts', 'cables', 'sheets', 'held', 'handOvers', 'wishes', 'bindings', 'shaping'],
  (rig): ReadonlyMap<string, string> => {
    const all = findConversations(rig);
    const transmitters = speakers(rig, all);
    // whoever says to which box it is bound means the desk before it
    const desks = desksOf(all);
    const bound = new Map<string, string>();
    const open: Part[] = [];
    for (const { part } of partsThat(rig, hearsAir)) {
      const host = saidBy(all, part.id).find((c) => hasControls(c.listener.sheet))?.listener.part;
      const named = part.bound && (desks.get(part.bound)?.id ?? part.bound);
      const own = named ?? (host && heardInSocket(rig, transmitters, host.id));
      if (own !== undefined && transmitters.some((t) => t.id === own)) bound.set(part.id, own);
      else if (!host) open.push(part);
    }
    const owners = ownRadios(rig, all);
    if (owners.length < 2) for (const { id } of open) setIf(bound, id, (owners[0] ?? transmitters[0])?.id);
    else shareOut(rig, all, owners, open, bound);
    return bound;
  },
);

/** A receiver in a trainer socket: the transmitter that has the channels by it, else any but the one it is plugged into. */
function heardInSocket(rig: Rig, transmitters: readonly Part[], host: string): string | undefined {
  const others = transmitters.filter((t) => t.id !== host);
  return (others.find((t) => rig.handOvers.some((h) => h.to === t.id)) ?? others[0] ?? transmitters[0])?.id;
}

function setIf(map: Map<string, string>, key: string, value: string | undefined): void {
  if (value !== undefined) map.set(key, value);
}

/** Transmitters with a radio of their own: nobody's second, and not on another's trainer lead. */
export function ownRadios(rig: Rig, all: readonly Conversation[] = findConversations(rig)): Part[] {
  const seconds = new Set(rig.handOvers.map((h) => h.to));
  const onLead = (id: string): boolean =>
    saidBy(all, id).some((c) => c.kind === 'ppm' && hasControls(c.listener.sheet));
  return speakers(rig, all).filter((p) => !seconds.has(p.id) && !onLead(p.id));
}

/** Several transmitters, each with receivers of its own. The first one is the pilot's. */
function shareOut(
  rig: Rig,
  all: readonly Conversation[],
  owners: readonly Part[],
  open: readonly Part[],
  bound: Map<string, string>,
): void {
  const pilot = owners[0]!;
  const wishes = rig.wishes.flatMap((wish) => {
    const owner = whoseWish(rig, owners, wish);
    return owner ? [{ wish, owner }] : [];
  });
  const judged = open.map((receiver) => {
    const wired = partsTold(all, receiver.id);
    const told = wired.size > 1 ? wired : new Set([...wired, ...onlyItsOwn(rig, open, receiver)]);
    const points = evidence(rig, owners, wishes, told);
    const most = Math.max(...points);
    const clear = points.filter((p) => p === most).length === 1;
    return { receiver, owner: clear ? owners[points.indexOf(most)]! : null, lead: most - points[0]! };
  });
  // the pilot is never without a receiver while there is one
  const known = new Set([...bound.values(), ...judged.map((j) => j.owner?.id)]);
  if (judged.length && !known.has(pilot.id)) judged.reduce((a, b) => (b.lead < a.lead ? b : a)).owner = pilot;
  for (const { receiver, owner } of judged) setIf(bound, receiver.id, owner?.id);
  const left = judged.flatMap((j) => (j.owner ? [] : [j.receiver]));
  // what says nothing of itself goes to a transmitter that has none yet, wired ones first
  const isWired = ({ id }: Part): boolean => saidBy(all, id).some((c) => c.kind !== 'antenna');
  for (const receiver of [...left.filter(isWired), ...left.filter((r) => !isWired(r))]) {
    const without = owners.find((o) => ![...bound.values()].includes(o.id));
    bound.set(receiver.id, (without ?? pilot).id);
  }
}

/** A craft has one pilot, whatever else speaks for another transmitter. */
const FLIES = 100;
/** A wish says whose a function is; a row that drives its slot may be as the maker left it. */
const WISHED = 4;

/** How much speaks for a receiver that tells these parts doing the work of each transmitter, in points of no unit. */
function evidence(
  rig: Rig,
  owners: readonly Part[],
  wishes: readonly { wish: Wish; owner: Part }[],
  told: ReadonlySet<string>,
): number[] {
  const points = owners.map(() => 0);
  const give = (owner: Part, more: number): void => {
    points[owners.indexOf(owner)]! += more;
  };
  if ([...told].some((id) => flies(sheetOf(rig, id)))) give(owners[0]!, FLIES);
  const does = new Map<string, string[]>();
  for (const id of told)
    for (const { what } of sheetOf(rig, id).functions) does.set(what, [...(does.get(what) ?? []), id]);
  for (const { wish, owner } of wishes)
    if (does.get(wish.what)?.some((id) => wish.part === undefined || wish.part === id)) give(owner, WISHED);
  for (const { part, slot } of rig.bindings) {
    if (!told.has(part)) continue;
    const driving = owners.filter((o) => shapingOf(rig, o.id, slot)?.control);
    if (driving.length === 1) give(driving[0]!, 1);
  }
  return points;
}

/** Kinds by which a part says what it heard. */
const saysBy = (rig: Rig, { id }: Part): LinkKind[] =>
  sheetOf(rig, id).links.flatMap((l) =>
    l.way !== 'listen' && l.kind !== 'antenna' && l.kind !== 'radio' ? l.kind : [],
  );

/** What only this one of several receivers could tell, since none of the others speaks as it hears. */
function onlyItsOwn(rig: Rig, open: readonly Part[], receiver: Part): string[] {
  const others = new Set(open.filter((r) => r !== receiver).flatMap((r) => saysBy(rig, r)));
  const own = new Set(saysBy(rig, receiver).filter((kind) => !others.has(kind)));
  return partsThat(rig, (s) => s.links.some((l) => l.way !== 'talk' && own.has(l.kind))).flatMap(({ part }) =>
    part === receiver ? [] : part.id,
  );
}

/** Parts that a receiver tells, directly or through what tells on; itself, since it may do what it hears. */
function partsTold(all: readonly Conversation[], receiver: string): Set<string> {
  const told = new Set([receiver]);
  const edge = saidBy(all, receiver).filter((c) => c.kind !== 'antenna');
  for (const { listener } of edge) {
    if (told.has(listener.part.id)) continue;
    told.add(listener.part.id);
    if (tellsOn(listener.sheet) || hasThrough(listener.sheet)) edge.push(...saidBy(all, listener.part.id));
  }
  return told;
}

/** The transmitter a wish is for, by who is to do it or by a control only one has; null where neither says. */
export function whoseWish(rig: Rig, owners: readonly Part[], { by, control }: Wish): Part | null {
  const [pilot, ...others] = owners;
  const could = by === 'camera operator' ? others : control === null ? [] : owners;
  const named = could.filter((o) => sheetOf(rig, o.id).controls.some((c) => c.id === control));
  if (named.length === 1) return named[0]!;
  if (by === 'camera operator') return others.length === 1 ? others[0]! : null;
  return control !== null && pilot && named.includes(pilot) ? pilot : null;
}
