import { atPeak, rigNetwork, solveRigNetwork, wireMaxA, type Rails } from '../../rails/index.js';
import { carryOut, findCable, labelOf, type Edit, type Rig } from '../../rig/index.js';
import { hairV, lastCall, listed } from '../../units/index.js';
import { fieldPlan } from '../../wake/index.js';
import { findStarts, neverUp } from '../../wake/starts.js';
import type { Fix, RuleContext } from '../finding.js';
import { packsThen } from './pack-pairs.js';

/** Rails after some edits, at a flat pack and everything at its peak: a fix is chosen by what it will be, not by a rule of thumb. */
export const flatAfter = (rig: Rig, edits: readonly Edit[]): Rails => railsAfter(rig, edits).flat();

/** The rig after some edits with its rails at a flat pack and all at its peak, and at a full one as usual. */
export function railsAfter(rig: Rig, edits: readonly Edit[]) {
  const after = carryOut(rig, edits).rig;
  const network = rigNetwork(after);
  const [flat, full] = [
    lastCall(() => solveRigNetwork(atPeak(network), 0)),
    lastCall(() => solveRigNetwork(network, 1)),
  ];
  return { rig: after, flat, full };
}

/** Nobody who had enough has too little now, and no source that carried its load is asked too much. */
export function sinksNobody(before: Rails, after: Rails): boolean {
  const name = (n: Rails['nodes'][number]): string => `${n.part}.${n.terminal}`;
  const was = new Map(before.nodes.map((n) => [name(n), n]));
  return after.nodes.every((now) => {
    const then = was.get(name(now));
    if (!then) return true;
    if (now.overloaded && !then.overloaded) return false;
    return !isLow(now) || isLow(then);
  });
}

/** Whoever came up when the rig was switched on comes up still, and nobody falls again and again who did not. */
export function startsAsBefore({ starts }: RuleContext, after: ReturnType<typeof railsAfter>): boolean {
  const was = new Set(neverUp(starts));
  const full = after.full();
  const then = findStarts(rigNetwork(after.rig), () => fieldPlan(after.rig, full), { full, flat: after.flat() });
  return neverUp(then).every((name) => was.has(name));
}

/** Less is nothing, V. */
const NONE_V = 0.5;

/** Whoever had volts has some still. */
export function unfeedsNobody(before: Rails, after: Rails): boolean {
  const has = ({ allowed, fedBy, volts }: Rails['nodes'][number]): boolean =>
    allowed !== null && fedBy !== null && volts > NONE_V;
  const fed = new Set(after.nodes.filter(has).map((n) => `${n.part}.${n.terminal}`));
  return before.nodes.every((n) => !has(n) || fed.has(`${n.part}.${n.terminal}`));
}

/** Under its floor; a supply that nothing feeds is not low but unfed, and told as that. */
export const isLow = ({ allowed, volts, fedBy }: Rails['nodes'][number]): boolean =>
  allowed !== null && fedBy !== null && volts < allowed[0] - hairV(allowed);

/** Leads and sources that carry more than they may, by what a person calls them. */
function overloadedIn(rig: Rig, { wires, nodes }: Rails): Set<string> {
  const gaugeOf = ({ cable, wire }: Rails['wires'][number]): number => findCable(rig, cable)!.wires[wire]!.gaugeAwg;
  return new Set([
    ...wires.filter((w) => Math.abs(w.amps) > wireMaxA(gaugeOf(w))).map((w) => w.cable),
    ...nodes.filter((n) => n.overloaded).map((n) => labelOf(rig, n.part)),
  ]);
}

/** Parts that get less than they may, by their labels. */
const starvedIn = (rig: Rig, { nodes }: Rails): Set<string> =>
  new Set(nodes.filter(isLow).map((n) => labelOf(rig, n.part)));

/** No lead and no source carries too much that did not before: a ground that is moved sends currents round by others. */
export function overloadsNothing(rig: Rig, before: Rails, after: { rig: Rig; flat: () => Rails }): boolean {
  return newIn(overloadedIn, rig, before, after).length === 0;
}

/** Names that are among those of the rails after some edits and were not before. */
function newIn(
  named: (rig: Rig, rails: Rails) => Set<string>,
  rig: Rig,
  before: Rails,
  after: { rig: Rig; flat: () => Rails },
): string[] {
  const was = named(rig, before);
  return [...named(after.rig, after.flat())].filter((name) => !was.has(name));
}

/** A fix that lets more current flow, or sends it another way, with what it brings to light told on its button. */
export function currentWith(rig: Rig, before: Rails, label: string, edits: Edit[]): Fix {
  const after = railsAfter(rig, edits);
  const loaded = newIn(overloadedIn, rig, before, after);
  const starved = newIn(starvedIn, rig, before, after);
  const said = [
    ...(loaded.length ? [`${listed(loaded)} then ${loaded.length > 1 ? 'carry' : 'carries'} too much`] : []),
    ...(starved.length ? [`${listed(starved)} then ${starved.length > 1 ? 'get' : 'gets'} too little`] : []),
    ...packsThen(rig, after.rig),
  ];
  return { label: [label, ...said].join('; '), edits };
}
