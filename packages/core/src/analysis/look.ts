/** Under which draw and at which temperature the supplies are looked at, and what is laid beside today. */
import { USUAL_C, atCelsius, rigNetwork, sweepRails, type RailSweep, type RigNetwork } from '../rails/index.js';
import type { Rig } from '../rig/index.js';
import { lastCall } from '../units/index.js';

/** How the supplies are looked at. */
export interface RailLook {
  /** Everything at its peak, not as it usually draws. */
  peak: boolean;
  /** Of wires and packs, °C. */
  celsius: number;
}

export const USUAL_LOOK: RailLook = { peak: false, celsius: USUAL_C };

const networkUnder = lastCall((rig: Rig, peak: boolean, celsius: number): RigNetwork => {
  const network = rigNetwork(rig, peak ? 'peak' : 'typical');
  return celsius === USUAL_C ? network : atCelsius(network, celsius);
});

/** A rig's supplies as they are looked at. */
export const lookedAt = (rig: Rig, { peak, celsius }: RailLook): RigNetwork => networkUnder(rig, peak, celsius);

/** Volts at every load from full to flat; worked out when the rails are looked at. */
export const sweepOf = (rig: Rig, look: RailLook = USUAL_LOOK): RailSweep => sweepUnder(rig, look.peak, look.celsius);

const sweepUnder = lastCall((rig: Rig, peak: boolean, celsius: number): RailSweep =>
  sweepRails(networkUnder(rig, peak, celsius)),
);

/** What is laid beside today: everything at its peak, a frosty day, the thinnest leads, the gimbal fed the other way. */
export const SCENARIOS = ['peak', 'cold', 'leads', 'gimbal'] as const;
/** One of {@link SCENARIOS}. */
export type Scenario = (typeof SCENARIOS)[number];

/** A frosty day, °C. */
export const FROST_C = -10;
