import { linksAt, type LinkKind } from '../parts/index.js';
import { findPin, sheetOf, type Cable, type PinRef, type Rig } from '../rig/index.js';

/** What a cable carries, for its colour and stroke. */
export type CableKind = 'power' | 'bus' | 'pulse' | 'serial' | 'video' | 'network' | 'radio';

const OF_LINK: Record<LinkKind, CableKind> = {
  sbus: 'bus',
  ppm: 'bus',
  can: 'bus',
  pulse: 'pulse',
  ladder: 'pulse',
  contact: 'pulse',
  'infra-red': 'pulse',
  crsf: 'serial',
  mavlink: 'serial',
  'device-serial': 'serial',
  usb: 'serial',
  ethernet: 'network',
  composite: 'video',
  hdmi: 'video',
  ribbon: 'video',
  antenna: 'radio',
  radio: 'radio',
};

/** A cable is named after the conversation it carries; with none it is a supply lead. */
export function cableKind(rig: Rig, cable: Cable): CableKind {
  for (const wire of cable.wires) {
    for (const at of [wire.from, wire.to]) {
      if (findPin(rig, at)?.pin.line !== 'signal') continue;
      const kind = linkKindAt(rig, at);
      if (kind) return kind;
    }
  }
  return 'power';
}

function linkKindAt(rig: Rig, at: PinRef): CableKind | undefined {
  const links = linksAt(sheetOf(rig, at.part), at);
  const link = links.find((l) => l.kind === 'sbus') ?? links[0];
  return link && OF_LINK[link.kind];
}
