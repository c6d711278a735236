/** Words of a sheet that only those ask for who read one, or draw the shelf: the first page does without them. */
import { FLIGHT_WHATS } from './kinds.js';

/** Conversations a part can hold. `antenna` is a coaxial lead, `radio` the air itself. */
export const LINK_KINDS = [
  'pulse',
  'sbus',
  'ppm',
  'crsf',
  'mavlink',
  'device-serial',
  'ladder',
  'infra-red',
  'contact',
  'can',
  'usb',
  'ethernet',
  'composite',
  'hdmi',
  'ribbon',
  'antenna',
  'radio',
] as const;

/** Kinds of cell that packs are made of; a pack whose sheet names none is of the first. */
export const CELLS = [
  'lithium-polymer',
  'lithium-ion',
  'lithium-iron-phosphate',
  'nickel-metal-hydride',
  'lead-acid',
] as const;

/** Shelf groups, in the order the trade lays them out. */
export const GROUPS = ['Power', 'Control', 'Payload', 'Picture', 'Leads and tools'] as const;

/** Group of the shelf a class stands in. What a part can do follows from what its sheet has, never from this. */
export const ROLES = [
  'transmitter',
  'pack',
  'regulator',
  'receiver',
  'controller',
  'gimbal',
  'camera',
  'switcher',
  'video-transmitter',
  'splice',
  'fuse',
  'converter',
  'overlay',
  'display',
  'network',
  'trigger',
  'compass',
  'antenna',
  'tool',
  'drive',
] as const;

/** What a port that is told may be. */
export const PORT_USES = [
  'smart battery',
  'extension',
  'telemetry',
  'gimbal',
  'bus',
  'trigger',
  'camera',
  'network',
  'serial',
] as const;

/** What a function can be, as the bench says it. */
export const ASKED_WHATS = [
  ...FLIGHT_WHATS,
  'tilt',
  'pan',
  'gimbal-mode',
  'look-down',
  'record',
  'zoom',
  'palette',
  'picture',
  'radio-power',
  'focus',
  'photo',
  'menu',
  'recentre',
  'roll-trim',
  'gimbal-power',
  'exposure',
  'ranging',
  'drive',
  'brake',
  'calibrate',
  'iris',
  'filter',
  'interval',
  'display-mode',
  'detail',
  'noise-rejection',
  'end-stop',
  'standby',
] as const;
