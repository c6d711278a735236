import { at, defineSheet, supplyPort } from './define.js';

/** Fuse holder near the pack. */
export const fuseHolder = defineSheet({
  class: 'fuse-holder',
  revision: 2,
  role: 'fuse',
  name: 'Fuse holder',
  summary: 'blade fuse near the pack',
  group: 'Leads and tools',
  fused: true,
  massG: 8,
  ports: [supplyPort('in', 'pack', 'left', 'wire ends'), supplyPort('out', 'load', 'right', 'wire ends')],
  ties: [[at('in', 1), at('out', 1)]],
});
