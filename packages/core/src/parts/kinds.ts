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

/** Shelf groups, in the order the trade lays them out. */
export const GROUPS = ['Power', 'Control', 'Payload', 'Picture', 'Leads and tools'] as const;

/** Controller boards by how much firmware fits on them. */
export const BOARD_CLASSES = ['small', 'middle', 'large'] as const;
