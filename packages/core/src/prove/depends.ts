import { isFlightChain, type Chain } from '../channels/index.js';
import { PICTURE_KINDS, type Conversation } from '../loom/index.js';
import { controlName, type Rig } from '../rig/index.js';
import { groupBy } from '../units/index.js';
import type { BareStep } from './step.js';

/** What every step of a rig is traced through. */
export interface Ways {
  rig: Rig;
  /** Parts a part hears radio and pictures from. */
  heard: ReadonlyMap<string, readonly string[]>;
  chains: readonly Chain[];
  /** Part that feeds a part, as the rails have it. */
  fedBy: ReadonlyMap<string, readonly string[]>;
}

/**
 * Ids of all that a step runs through: the parts it looks at and what they hear from, the radios that are moved, what
 * feeds each of these, and the cables among them. A step that fails has its cause in one of them.
 */
export function dependsOf(ways: Ways, step: BareStep): string[] {
  const parts = new Set([step.part, ...step.expects.map((e) => e.sight.slice(0, e.sight.indexOf('.')))]);
  const moved = new Set([...Object.keys(step.setUp), ...step.moves.map((m) => m.control)]);
  for (const chain of ways.chains) {
    if (!parts.has(chain.part.id) || (isFlightChain(chain) && !looksAt(step, chain))) continue;
    const drivers = [chain, chain.second].filter((d) => d?.transmitter && d.control);
    if (drivers.some((d) => moved.has(controlName(ways.rig, d!.transmitter!.id, d!.control!.id))))
      for (const id of throughs(chain)) parts.add(id);
  }
  upstream(parts, (id) => ways.heard.get(id) ?? []);
  upstream(parts, (id) => ways.fedBy.get(id) ?? []);
  const among = ways.rig.cables.filter((c) => c.wires.some((w) => parts.has(w.from.part) && parts.has(w.to.part)));
  return [...parts, ...among.map((c) => c.id)];
}

const looksAt = (step: BareStep, { part, fn }: Chain): boolean =>
  step.expects.some((e) => e.sight === `${part.id}.${fn.id}`);

const throughs = ({ path, transmitter, second }: Chain): string[] => [
  ...path.flatMap((c) => [c.talker.part.id, c.listener.part.id]),
  ...(transmitter ? [transmitter.id] : []),
  ...(second ? [second.transmitter.id] : []),
];

/** Radio into a receiver and pictures into what shows or sends them; what else a part hears, its chain tells. */
export function heardBy(conversations: readonly Conversation[]): Map<string, string[]> {
  const told = conversations.filter((c) => c.kind === 'radio' || PICTURE_KINDS.has(c.kind));
  return new Map(
    [...groupBy(told, (c) => c.listener.part.id)].map(([id, own]) => [id, own.map((c) => c.talker.part.id)]),
  );
}

function upstream(parts: Set<string>, next: (id: string) => readonly string[]): void {
  for (const id of parts) for (const from of next(id)) parts.add(from);
}
