/** What is laid beside today: the supplies with something changed, and both ways to feed a gimbal. */
import { sweepRails, type RailSweep } from '../rails/index.js';
import { feedChoices, leastGauges, type FeedChoice } from '../rails/studies.js';
import { carryOut, oncePerRig, type Rig } from '../rig/index.js';
import { FROST_C, lookedAt, type RailLook, type Scenario } from './look.js';

/** Both sides of the question of gimbal feed; worked out when the brief is looked at. */
export const feedsOf = oncePerRig((rig): FeedChoice[] => feedChoices(rig));

/** Volts at every load from full to flat with something changed; null where there is nothing of the kind to change. */
export function sweepBeside(rig: Rig, look: RailLook, scenario: Scenario, marginV: number): RailSweep | null {
  if (scenario === 'peak') return sweepRails(lookedAt(rig, { ...look, peak: true }));
  if (scenario === 'cold') return sweepRails(lookedAt(rig, { ...look, celsius: FROST_C }));
  const edits =
    scenario === 'leads'
      ? leastGauges(rig, lookedAt(rig, look), marginV).leads.flatMap((l) => l.edits)
      : (feedChoices(rig).find((f) => f.edits.length > 0)?.edits ?? []);
  return edits.length ? sweepRails(lookedAt(carryOut(rig, edits).rig, look)) : null;
}
