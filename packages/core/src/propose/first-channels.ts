import { assignMost } from '../channels/index.js';
import type { Edit, Rig } from '../rig/index.js';

/** Channels for a rig that has just been wired: as many wishes as there are controls and slots for. */
export const firstChannels = (rig: Rig): Edit[] => assignMost(rig).edits;
