import { findChains } from '../channels/index.js';
import { findConversations } from '../loom/index.js';
import { fullRails, rigNetwork, solveRigNetwork } from '../rails/index.js';
import { oncePerRig, type Rig } from '../rig/index.js';
import { groupBy } from '../units/index.js';
import { feedWays } from './feed-way.js';
import { checkPlan } from './plan.js';
import type { CheckStep } from './step.js';

/** The check plan of a rig; worked out once. */
export const planOf = oncePerRig((rig: Rig): readonly CheckStep[] => {
  const network = rigNetwork(rig);
  const [full, flat] = [fullRails(network).nodes, solveRigNetwork(network, 0).nodes];
  const fed = full.flatMap(({ part, fedBy }) => (fedBy === null ? [] : [{ part, fedBy }]));
  return checkPlan(rig, findChains(rig), findConversations(rig), {
    fedBy: feedWays(
      rig,
      new Map([...groupBy(fed, (f) => f.part)].map(([part, own]) => [part, own.map((f) => f.fedBy)])),
    ),
    volts: full.map(({ part, terminal, volts }, i) => ({ part, terminal, full: volts, flat: flat[i]!.volts })),
  });
});
