import { fnSight } from '../bench/index.js';
import { isFlightChain, type Chain } from '../channels/index.js';
import { airSenders, PICTURE_KINDS, type Conversation } from '../loom/index.js';
import { cablesOn, controlName, type Cable, type Rig } from '../rig/index.js';
import { groupBy } from '../units/index.js';
import type { BareStep } from './step.js';

/** What every step of a rig is traced through. */
export interface Ways {
  rig: Rig;
  /** Parts a part hears radio and pictures from. */
  heard: ReadonlyMap<string, readonly string[]>;
  chains: ReadonlyMap<string, readonly Chain[]>;
  /** What feeds a part, as the rails have it, and what that comes through. */
  fedBy: ReadonlyMap<string, readonly string[]>;
}

/**
 * Ids of all that a step runs through: the parts it looks at and what they hear from, the radios that are moved, what
 * feeds each of these, the cables among them, the channels and the settings. A step that fails has its cause in one of them.
 */
export function dependsOf(ways: Ways, step: BareStep): string[] {
  const parts = new Set([
    step.part,
    ...(step.through ?? []),
    ...step.expects.map((e) => e.sight.slice(0, e.sight.indexOf('.'))),
  ]);
  const moved = new Set([...Object.keys(step.setUp), ...step.moves.map((m) => m.control)]);
  const settings = new Set<string>();
  for (const chain of [...parts].flatMap((id) => ways.chains.get(id) ?? [])) {
    if (isFlightChain(chain) && !looksAt(step, chain) && !step.through?.includes(chain.part.id)) continue;
    const drivers = [chain, chain.second].filter((d) => d?.transmitter && d.control);
    if (!drivers.some((d) => moved.has(controlName(ways.rig, d!.transmitter!.id, d!.control!.id)))) continue;
    for (const id of throughs(chain)) parts.add(id);
    for (const id of toldBy(chain)) settings.add(id);
  }
  upstream(parts, (id) => ways.heard.get(id) ?? []);
  upstream(parts, (id) => ways.fedBy.get(id) ?? []);
  const among = new Set<Cable>();
  for (const id of parts)
    for (const cable of cablesOn(ways.rig, id))
      if (!among.has(cable) && cable.wires.some((w) => parts.has(w.from.part) && parts.has(w.to.part)))
        among.add(cable);
  return [...parts, ...[...among].map((c) => c.id), ...settings];
}

/** Name of a transmitter's channel among what a step runs through. */
export const channelId = (transmitter: string, channel: number): string => `${transmitter} channel ${channel}`;
/** Name of a part's setting among what a step runs through. */
export const settingId = (part: string, setting: string): string => `${part} setting ${setting}`;

/** The channels a chain runs over, and the settings that open its links or name the slot of its pin. */
function toldBy({ path, transmitter, slot, second }: Chain): string[] {
  const ends = path.flatMap((c) => [c.talker, c.listener]);
  const settings = ends.flatMap(({ part, link }) =>
    [link.when?.setting, link.slotSetting].flatMap((id) => (id ? settingId(part.id, id) : [])),
  );
  return [
    ...(transmitter && slot !== null ? [channelId(transmitter.id, slot)] : []),
    ...(second ? [channelId(second.transmitter.id, second.channel)] : []),
    ...settings,
  ];
}

const looksAt = (step: BareStep, { part, fn }: Chain): boolean =>
  step.expects.some((e) => e.sight === fnSight(part.id, fn.id));

const throughs = ({ path, transmitter, second }: Chain): string[] => [
  ...path.flatMap((c) => [c.talker.part.id, c.listener.part.id]),
  ...(transmitter ? [transmitter.id] : []),
  ...(second ? [second.transmitter.id] : []),
];

/** Radio into a receiver and pictures into what shows or sends them, through the air too; what else a part hears, its chain tells. */
export function hearsFrom(rig: Rig, conversations: readonly Conversation[]): Map<string, string[]> {
  const heard = conversations
    .filter((c) => c.kind === 'radio' || PICTURE_KINDS.has(c.kind))
    .map(({ listener, talker }): [by: string, from: string] => [listener.part.id, talker.part.id]);
  // a box that sends for a desk stands between it and the receiver
  const byBox = conversations.flatMap(({ listener, talker, via }): [string, string][] =>
    via
      ? [
          [listener.part.id, via.id],
          [via.id, talker.part.id],
        ]
      : [],
  );
  const byAir = [...airSenders(rig)].map(([taker, { id }]): [string, string] => [taker, id]);
  return new Map(
    [...groupBy([...heard, ...byBox, ...byAir], ([by]) => by)].map(([by, own]) => [by, own.map(([, from]) => from)]),
  );
}

function upstream(parts: Set<string>, next: (id: string) => readonly string[]): void {
  for (const id of parts) for (const from of next(id)) parts.add(from);
}
