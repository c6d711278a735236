/** Under which draw and at which temperature the supplies are looked at, and what is laid beside today. */
import {
  USUAL_C,
  atCelsius,
  feedChoices,
  leastGauges,
  rigNetwork,
  sweepRails,
  type RailSweep,
  type RigNetwork,
} from '../rails/index.js';
import { applyEdits, type Rig } from '../rig/index.js';
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

/** Volts at every load from full to flat with something changed; null where there is nothing of the kind to change. */
export function sweepBeside(rig: Rig, look: RailLook, scenario: Scenario, marginV: number): RailSweep | null {
  if (scenario === 'peak') return sweepRails(lookedAt(rig, { ...look, peak: true }));
  if (scenario === 'cold') return sweepRails(lookedAt(rig, { ...look, celsius: FROST_C }));
  const edits =
    scenario === 'leads'
      ? leastGauges(rig, lookedAt(rig, look), marginV).leads.flatMap((l) => l.edits)
      : (feedChoices(rig).find((f) => f.edits.length > 0)?.edits ?? []);
  return edits.length ? sweepRails(lookedAt(applyEdits(rig, edits).rig, look)) : null;
}
