import { hasControls, speaksAir, type Control } from '../parts/index.js';
import { partsThat, sheetOf } from './look-up.js';
import { oncePerRig } from './per-rig.js';
import type { Rig } from './rig.js';

const pilotOf = oncePerRig((rig): { id: string | undefined } => {
  const seconds = new Set(rig.handOvers.map((h) => h.to));
  const all = partsThat(rig, hasControls);
  const own = all.filter(({ part }) => !seconds.has(part.id));
  return { id: (own.find(({ sheet }) => speaksAir(sheet)) ?? own[0] ?? all[0])?.part.id };
});

/** The transmitter whose channels the ladder shows: the first on the air that is no second one. */
export const pilotTransmitter = (rig: Rig): string | undefined => pilotOf(rig).id;

/** A control's name among those of all transmitters: its own on the pilot's, `part.control` on any other. */
export const controlName = (rig: Rig, transmitter: string, control: string): string =>
  transmitter === pilotTransmitter(rig) ? control : `${transmitter}.${control}`;

/** What the pilot's hands find on it; nothing where the rig has no transmitter. */
export function pilotControls(rig: Rig): readonly Control[] {
  const transmitter = pilotTransmitter(rig);
  return transmitter ? sheetOf(rig, transmitter).controls : [];
}
