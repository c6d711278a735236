import {
  heldTo,
  isSerial,
  resourceOf,
  speakAlike,
  speechOf,
  type Conversation,
  type LinkEnd,
} from '../../loom/index.js';
import { samePin, type Edit, type Rig } from '../../rig/index.js';
import { overOf, type Link, type Resource, type Sheet } from '../../parts/index.js';
import type { Fix } from '../finding.js';

/** Moves a device's pair to another free port of the same controller that talks, and fast enough. None when there is no such port. */
export function movePortFix(rig: Rig, { talker, listener }: Conversation): Fix[] {
  const suits = (r: Resource): boolean =>
    !r.receiveOnly && (r.highestBaud ?? Infinity) >= (listener.link.params.baud ?? 0);
  const now = resourceOf(talker);
  const free = talker.sheet.resources.find(
    (r) =>
      r.kind === 'serial' &&
      r.id !== now?.id &&
      suits(r) &&
      isFree(rig, talker.part.id, r) &&
      [linkOn(talker, r)].some(
        (l) =>
          l &&
          speakAlike(l, listener.link) &&
          hasBothWires(talker.link.pins, listener.link.pins, l.pins) &&
          tellsAsMuch(talker.sheet, talker.link.id, l.id),
      ),
  );
  const to = free && linkOn(talker, free);
  if (!now || !free || !to) return [];
  const given = heldTo({ ...talker, link: to }, listener);
  const edits: Edit[] = rig.cables.flatMap((cable) =>
    cable.wires.flatMap((wire, index) =>
      (['from', 'to'] as const).flatMap((end): Edit[] => {
        const target = targetOf(talker.link.pins, to.pins, wire[end], talker.part.id);
        return target
          ? [{ kind: 'moveEnd', cable: cable.id, wire: index, end, pin: { part: talker.part.id, ...target } }]
          : [];
      }),
    ),
  );
  const released: Edit[] = rig.held
    .filter((h) => h.part === talker.part.id && h.resource === now.id && h.to === speechOf(listener.link))
    .map((h) => ({ kind: 'release', part: h.part, resource: h.resource, to: h.to }));
  const held: Edit[] = given ? [{ kind: 'hold', held: { part: talker.part.id, resource: free.id, ...given } }] : [];
  return [{ label: `Move to ${free.label}`, edits: [...edits, ...released, ...held] }];
}

/** The serial link that lives on a port. */
const linkOn = ({ sheet }: LinkEnd, { id }: Resource): Link | undefined =>
  sheet.links.find((link) => isSerial(link) && resourceOf({ sheet, link })?.id === id);

/** All that can be told over one link can be told over the other: a craft flown by this pair is flown by that one. */
const tellsAsMuch = (sheet: Sheet, from: string, to: string): boolean =>
  sheet.functions.every((f) => !overOf(f).includes(from) || overOf(f).includes(to));

type Pins = Sheet['links'][number]['pins'];

/** What is said and heard on the port now can be said and heard on another. */
const hasBothWires = (now: Pins, device: Pins, then: Pins): boolean =>
  (!now.send || !device.hear || then.send !== undefined) && (!now.hear || !device.send || then.hear !== undefined);

function targetOf(from: Pins, to: Pins, at: { part: string; port: string; pin: number }, part: string) {
  for (const role of ['send', 'hear'] as const) {
    const own = from[role];
    if (own && samePin({ part, ...own }, at)) return to[role];
  }
  return undefined;
}

function isFree(rig: Rig, part: string, resource: Resource): boolean {
  const held = rig.held.some((h) => h.part === part && h.resource === resource.id);
  return (
    !held &&
    !rig.cables.some((c) =>
      c.wires.some((w) => [w.from, w.to].some((at) => at.part === part && at.port === resource.port)),
    )
  );
}
