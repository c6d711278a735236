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

/** Kinds of link that carry a picture. */
export const PICTURE_LINKS = ['composite', 'hdmi', 'ribbon', 'ethernet'] as const;

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

/** Controller boards by how much firmware fits on them. */
export const BOARD_CLASSES = ['small', 'middle', 'large'] as const;

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

/** What flies the craft itself: never a payload's, never changed by a proposal. */
export const FLIGHT_WHATS = ['throttle', 'yaw', 'pitch', 'roll', 'arm', 'flight-mode'] as const;

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

const WISHES = [
  'tilt',
  'pan',
  'roll-trim',
  'gimbal-mode',
  'gimbal-power',
  'look-down',
  'recentre',
  'record',
  'photo',
  'zoom',
  'focus',
  'exposure',
  'palette',
  'picture',
  'menu',
  'radio-power',
  'calibrate',
  'ranging',
  'drive',
  'brake',
  'iris',
  'filter',
  'interval',
  'display-mode',
  'detail',
  'noise-rejection',
  'end-stop',
  'standby',
] as const;

/** Where people say it otherwise than it is called here. */
const SAID: Partial<Record<string, string>> = {
  'gimbal-power': 'Gimbal power state',
  menu: 'Camera menu',
  ranging: 'Ranging laser',
  brake: 'Kill and brake',
};

/** What a person may wish for, as the bench says it; flying itself is not wished for. */
export const WISHABLE = /* @__PURE__ */ WISHES.map((what) => ({
  what,
  label: SAID[what] ?? what.charAt(0).toUpperCase() + what.slice(1).replace('-', ' '),
}));
