import { turns, type Link, type LinkKind, type PortUse, type Sheet } from '../parts/index.js';
import { findPart, type Part, type Rig } from '../rig/index.js';

/** What a port may have to be told for each kind of conversation on it, the likeliest first. @source [practice] */
const USES: Partial<Record<LinkKind, readonly PortUse[]>> = {
  sbus: ['bus'],
  ppm: ['bus'],
  pulse: ['trigger', 'bus'],
  mavlink: ['telemetry', 'gimbal'],
  'device-serial': ['telemetry', 'serial', 'gimbal'],
  contact: ['extension', 'trigger'],
  ethernet: ['network'],
  usb: ['camera'],
  can: ['gimbal', 'smart battery'],
};

/** One end of a conversation. */
interface LinkEnd {
  part: Part;
  sheet: Sheet;
  link: Link;
}

type Assignable = NonNullable<Sheet['assignablePorts']>[number];

/** Port of a link that is told in its own page what hangs on it; undefined for a port that need not be told. */
export function assignablePort({ sheet, link }: Pick<LinkEnd, 'sheet' | 'link'>): Assignable | undefined {
  const at = link.pins.data ?? link.pins.send ?? link.pins.hear;
  return sheet.assignablePorts?.find((p) => p.port === at?.port);
}

/** What a port is told: by the user, else as the maker leaves it. */
export const toldUse = (part: Part, { port, default: whenNew }: Assignable): string => part.told?.[port] ?? whenNew;

/** What a port must be told for a conversation with another part; the first is what one would choose. Empty where it cannot be. */
export function wantedUses(
  { mayBe }: Assignable,
  { link }: Pick<LinkEnd, 'link'>,
  other: Pick<LinkEnd, 'sheet'>,
): PortUse[] {
  const uses = (USES[link.kind] ?? []).filter((use) => mayBe.includes(use));
  return turns(other.sheet) && uses.includes('gimbal') ? ['gimbal', ...uses.filter((u) => u !== 'gimbal')] : [...uses];
}

/** Whether a port of one end is told something else than what hangs on it. */
export function toldOther(rig: Rig, end: LinkEnd, other: LinkEnd): boolean {
  const port = assignablePort(end);
  if (!port) return false;
  const part = findPart(rig, end.part.id) ?? end.part;
  return !(wantedUses(port, end, other) as string[]).includes(toldUse(part, port));
}
