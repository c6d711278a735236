import { flies, hasLens, isPack, turns, type Link, type LinkKind, type PortUse, type Sheet } from '../parts/index.js';
import { findPart, type Part, type Rig } from '../rig/index.js';

/** What a port may have to be told for each kind of conversation on it, the likeliest first. @source [practice] */
const USES: Partial<Record<LinkKind, readonly PortUse[]>> = {
  sbus: ['bus'],
  ppm: ['bus'],
  crsf: ['bus', 'serial'],
  pulse: ['trigger', 'bus'],
  mavlink: ['telemetry', 'gimbal', 'serial'],
  'device-serial': ['telemetry', 'serial', 'gimbal', 'extension', 'camera', 'smart battery'],
  contact: ['extension', 'trigger', 'camera'],
  'infra-red': ['trigger', 'camera'],
  ladder: ['camera'],
  ethernet: ['network', 'camera'],
  usb: ['camera', 'serial'],
  can: ['bus', 'extension', 'gimbal', 'smart battery'],
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

/** Uses that are named after what hangs there, and what may be called so; what a contact works is called as one likes. @source [practice] */
const NAMED_AFTER: Partial<Record<PortUse, (sheet: Sheet, kind: LinkKind) => boolean>> = {
  gimbal: (sheet) => !flies(sheet),
  camera: (sheet) => hasLens(sheet),
  'smart battery': (sheet) => isPack(sheet),
  extension: (sheet, kind) => kind === 'contact' || !(flies(sheet) || hasLens(sheet) || isPack(sheet) || turns(sheet)),
};
/** A use that names just this thing is what one would choose. */
const isJust = (use: PortUse, { sheet }: Pick<LinkEnd, 'sheet'>): boolean =>
  (use === 'gimbal' && turns(sheet)) ||
  (use === 'smart battery' && isPack(sheet)) ||
  (use === 'camera' && hasLens(sheet));

/** What a port must be told for a conversation with another part; the first is what one would choose. Empty where it cannot be. */
export function wantedUses(
  { mayBe }: Assignable,
  { link: { kind } }: Pick<LinkEnd, 'link'>,
  other: Pick<LinkEnd, 'sheet'>,
): PortUse[] {
  const fits = (use: PortUse): boolean => mayBe.includes(use) && (NAMED_AFTER[use]?.(other.sheet, kind) ?? true);
  const uses = (USES[kind] ?? []).filter(fits);
  return [...uses.filter((use) => isJust(use, other)), ...uses.filter((use) => !isJust(use, other))];
}

/** Whether a port of one end is told something else than what hangs on it. */
export function toldOther(rig: Rig, end: LinkEnd, other: LinkEnd): boolean {
  const port = assignablePort(end);
  if (!port) return false;
  const part = findPart(rig, end.part.id) ?? end.part;
  return !(wantedUses(port, end, other) as string[]).includes(toldUse(part, port));
}
