import { defineSheet } from './define.js';

/** Reads a pack cell by cell over its balance plug. @source [practice] 4.20 full, 3.5 land now, 3.3 under load the floor */
export const chargeChecker = defineSheet({
  class: 'charge-checker',
  revision: 1,
  role: 'tool',
  name: 'Charge checker',
  summary: 'reads cells over the balance plug',
  group: 'Leads and tools',
  massG: 0,
  cautions: ['Balance plug the right way round; never left on a pack.'],
  cues: [{ when: 'plugged in', shows: 'volts of the pack, then of each cell in turn' }],
});

/** Longer lead for a balance plug that cannot be reached. @source [practice] */
export const balanceLead = defineSheet({
  class: 'balance-lead',
  revision: 1,
  role: 'tool',
  name: 'Balance lead',
  summary: 'brings a balance plug outside',
  group: 'Leads and tools',
  massG: 0,
  cautions: ['Carries the pack’s full volts: ends covered, never bare.'],
});

/** Plug that limits the current of a first power-up. @source [practice] */
export const smokeStopper = defineSheet({
  class: 'current-limiter',
  revision: 1,
  role: 'tool',
  name: 'Current limiter for first power',
  summary: 'lamp or fuse between pack and rig',
  group: 'Leads and tools',
  massG: 0,
  cues: [{ when: 'a short behind it', shows: 'lamp bright: unplug at once' }],
});

/** Bind plug: on while binding, off afterwards. @source [practice] */
export const bindPlug = defineSheet({
  class: 'bind-plug',
  revision: 1,
  role: 'tool',
  name: 'Bind plug',
  summary: 'for binding, then taken off',
  group: 'Leads and tools',
  massG: 0,
  cautions: ['Taken off after binding, or the receiver binds anew at each power-up.'],
});
