import { findPart, sheetOf, type Part, type Rig } from '../rig/index.js';

/** First three numbers of an address: the subnet of a /24. @source [std RFC 1918] private ranges are used so on the bench */
export const subnetOf = (address: string): string => address.split('.').slice(0, 3).join('.');

/** Parts that have a network address, in the order of the rig. */
export function networkParts(rig: Rig): Part[] {
  return rig.parts.filter(({ id }) => addressOf(rig, id) !== undefined);
}

/** Address of a part: the user's, else the maker's; undefined for a part that has none, or no network link. */
export function addressOf(rig: Rig, partId: string): string | undefined {
  const links = sheetOf(rig, partId).links.filter((l) => l.kind === 'ethernet');
  if (!links.length) return undefined;
  return findPart(rig, partId)?.address ?? links.find((l) => l.params.address !== undefined)?.params.address;
}
