import { flies } from '../parts/index.js';
import { canSay, isSerial, needsInverter, resourceOf, speakAlike } from '../loom/index.js';
import { pinKey, samePin, type Edit, type PinRef, type Rig, type Wire } from '../rig/index.js';
import { viewBench, type BenchView, type ClassEnd } from './bench-view.js';
import { COST, pointsOf, type CostPart } from './costs.js';
import { addJoin } from './join-options.js';
import { eatersOf, outletsOf } from './outlets.js';
import { feedOption } from './pose-feeds.js';
import { Poser } from './poser.js';
import { weave, weaveEdits, type Chosen } from './weave.js';
import { valueIn } from '../units/index.js';

/** Something a port can be joined to, what it costs, and the edits that do it. */
export interface Candidate {
  text: string;
  /** The other end's part. */
  part: string;
  /** Points of the lead; fewer are better. */
  points: number;
  cost: CostPart[];
  edits: Edit[];
}

/** What could be plugged into a port as the rig stands, cheapest first. Everything that is plugged stays. */
export function portCandidates(rig: Rig, part: string, port: string): Candidate[] {
  const locked = { ...rig, cables: rig.cables.map((c) => ({ ...c, locked: true })) };
  const view = viewBench(locked, { shareBus: true });
  const poser = new Poser(view);
  poser.need('port', 'this port', null, { part, lacks: () => 'nothing here mates with it' });
  const own = (end: ClassEnd): boolean => end.cls.part.id === part && end.cls.members.some((u) => u.port === port);
  for (const talker of view.ends)
    for (const listener of view.ends)
      if ((own(talker) || own(listener)) && talker.cls.part.id !== listener.cls.part.id && couldTalk(talker, listener))
        addJoin(poser, narrow(talker, part, port), narrow(listener, part, port), {
          covers: ['port'],
          cost: needsInverter(talker.end, listener.end) ? [{ why: 'inverter in the wire', points: COST.inverter }] : [],
        });
  poseFeedsAt(poser, part, port);
  return poser.options
    .filter((o) => !o.open)
    .map((o): Candidate => candidateOf(rig, view, { ...o, ...poser.posed.get(o.id)! }, part))
    .sort((a, b) => a.points - b.points);
}

/** A class at the chosen port is just that port. */
function narrow(end: ClassEnd, part: string, port: string): ClassEnd {
  if (end.cls.part.id !== part) return end;
  const members = end.cls.members.filter((u) => u.port === port);
  return members.length ? { ...end, cls: { ...end.cls, members }, end: members[0]!.links[end.nth]! } : end;
}

function couldTalk({ end: a }: ClassEnd, { end: b }: ClassEnd): boolean {
  if (isSerial(a.link) && isSerial(b.link))
    return flies(a.sheet) !== flies(b.sheet)
      ? flies(a.sheet) && speakAlike(a.link, b.link)
      : a.link.kind === 'crsf' && b.link.kind === 'crsf' && canSay(a.link, b.link);
  if (a.link.kind === 'can') return b.link.kind === 'can' && !flies(a.sheet) && flies(b.sheet);
  if (a.link.way !== 'talk' || a.link.kind === 'radio') return false;
  if (a.link.kind === 'sbus' && b.link.kind === 'device-serial') return flies(b.sheet) && Boolean(resourceOf(b));
  return a.link.kind === b.link.kind && b.link.way === 'listen';
}

function poseFeedsAt(poser: Poser, part: string, port: string): void {
  const outlets = outletsOf(poser.view);
  const eaters = eatersOf(poser.view);
  for (const eater of eaters) {
    const here = eater.part.id === part && eater.supply.plus.port === port;
    if (poser.view.fed.has(eater.id)) continue;
    for (const outlet of outlets)
      if (here || (outlet.part.id === part && outlet.source.plus.port === port))
        feedOption(poser, outlet, eater, outlets, eaters, 'port');
  }
}

function candidateOf(rig: Rig, view: BenchView, chosen: Chosen, part: string): Candidate {
  const woven = weave(view, [chosen]);
  const edits = weaveEdits(view, woven).flatMap((e) => ontoExisting(rig, e));
  const { make } = chosen;
  const ends =
    make.do === 'join'
      ? [make.talker.cls.part.id, make.listener.cls.part.id]
      : make.do === 'feed'
        ? [make.outlet.part.id, make.part]
        : [];
  return {
    text: woven.textOf.get(chosen.id) ?? chosen.text,
    part: ends.find((id) => id !== part) ?? part,
    points: pointsOf(chosen.cost),
    cost: chosen.cost,
    edits,
  };
}

/** A second listener on a bus plug makes the lead there a Y lead; it does not get a plug of its own. */
function ontoExisting(rig: Rig, edit: Edit): Edit[] {
  if (edit.kind !== 'addCable') return [edit];
  const signal = edit.cable.wires.find((w) =>
    rig.cables.some((c) => carries(c.wires, w.from) && isSignal(rig, w.from)),
  );
  const shared = signal && rig.cables.find((c) => carries(c.wires, signal.from));
  return shared ? edit.cable.wires.map((wire): Edit => ({ kind: 'addWire', cable: shared.id, wire })) : [edit];
}

const carries = (wires: readonly Wire[], at: PinRef): boolean =>
  wires.some((w) => samePin(w.from, at) || samePin(w.to, at));

function isSignal(rig: Rig, at: PinRef): boolean {
  const part = rig.parts.find((p) => p.id === at.part)!;
  return valueIn(rig.sheets, part.class)!.links.some((l) =>
    Object.values(l.pins).some((p) => p && pinKey({ part: at.part, ...p }) === pinKey(at)),
  );
}
