/** Parts that nobody asks for anything: a position sensor, a scanner, a hub. */
import { bridgesBytes, carriesNetwork, flies, hasApps, hasControls, passesOn, sees } from './capabilities.js';
import { PICTURE_LINKS } from './kinds.js';
import type { Link, LinkKind, Sheet } from './sheet.js';
import { tieAt } from './ties.js';

const PICTURES: ReadonlySet<LinkKind> = new Set(PICTURE_LINKS);

/** By this link a part is to be heard: nothing that is asked of it, no radio and no picture of it wants a lead. */
export function onlyTells(sheet: Sheet, link: Link): boolean {
  if (flies(sheet) || passesOn(sheet) || hasControls(sheet) || hasApps(sheet) || onAir(sheet) || bridgesBytes(sheet))
    return false;
  if (link.kind === 'usb' && givesAt(sheet, link)) return false;
  if (link.kind === 'usb' && sees(sheet)) return !sheet.links.some((l) => PICTURES.has(l.kind));
  if (link.kind === 'usb' && !sheet.functions.length && sheet.links.filter((l) => l.kind === 'usb').length > 1)
    return true;
  if (!isMute(sheet) || carriesNetwork(sheet)) return false;
  return TELLS.has(link.kind) || (link.kind === 'pulse' && link.way === 'talk');
}

const TELLS: ReadonlySet<LinkKind> = new Set(['device-serial', 'ethernet', 'usb']);
const onAir = ({ links }: Sheet): boolean => links.some((l) => l.kind === 'radio' || l.kind === 'antenna');

/** Does nothing that is asked, sees, shows and gives nothing. */
export const isMute = (sheet: Sheet): boolean =>
  !sees(sheet) &&
  !sheet.functions.length &&
  !sheet.sources.length &&
  !sheet.pictures.length &&
  !sheet.links.some((l) => l.kind !== 'ethernet' && PICTURES.has(l.kind));

/** Its plug gives volts: a socket that devices hang on. */
export function givesAt(sheet: Sheet, { pins: { data } }: Link): boolean {
  const at = new Set(sheet.sources.flatMap((s) => [s.plus, ...(tieAt(sheet, s.plus) ?? [])]).map((p) => p.port));
  return data !== undefined && at.has(data.port);
}
