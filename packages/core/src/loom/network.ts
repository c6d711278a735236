import { findPart, partsWithSheets, sheetOf, type Part, type Rig } from '../rig/index.js';

/** First three numbers of an address: the subnet of a /24. @source [std RFC 1918] private ranges are used so on the bench */
export const subnetOf = (address: string): string => address.split('.').slice(0, 3).join('.');

/** Parts that have a network address, in the order of the rig. */
export function networkParts(rig: Rig): Part[] {
  return partsWithSheets(rig)
    .filter(({ sheet }) => sheet.links.some((l) => l.kind === 'ethernet' && l.params.address !== undefined))
    .map(({ part }) => part);
}

/** Address of a part: the user's, else the maker's; undefined for a part that has none. */
export function addressOf(rig: Rig, partId: string): string | undefined {
  const maker = sheetOf(rig, partId).links.find((l) => l.params.address !== undefined)?.params.address;
  return maker === undefined ? undefined : (findPart(rig, partId)?.address ?? maker);
}
