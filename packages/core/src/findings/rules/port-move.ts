import { heldTo, resourceOf, type Conversation } from '../../loom/index.js';
import { samePin, type Edit, type Rig } from '../../rig/index.js';
import { overOf, type Resource, type Sheet } from '../../parts/index.js';
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
      tellsAsMuch(talker.sheet, talker.link.id, r.id),
  );
  const to = free && talker.sheet.links.find((l) => l.id === free.id);
  const given = heldTo(talker, listener);
  if (!now || !free || !to || !given) return [];
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
    .filter((h) => h.part === talker.part.id && h.resource === now.id && h.to === given.to)
    .map((h) => ({ kind: 'release', part: h.part, resource: h.resource, to: h.to }));
  const held: Edit = { kind: 'hold', held: { part: talker.part.id, resource: free.id, ...given } };
  return [{ label: `Move to ${free.label}`, edits: [...edits, ...released, held] }];
}

/** All that can be told over one link can be told over the other: a craft flown by this pair is flown by that one. */
const tellsAsMuch = (sheet: Sheet, from: string, to: string): boolean =>
  sheet.functions.every((f) => !overOf(f).includes(from) || overOf(f).includes(to));

type Pins = Sheet['links'][number]['pins'];

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
