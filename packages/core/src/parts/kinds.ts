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

/** What a person may wish for, as the bench says it; flying itself is not wished for. */
export const WISHABLE = [
  { what: 'tilt', label: 'Tilt' },
  { what: 'pan', label: 'Pan' },
  { what: 'roll-trim', label: 'Roll trim' },
  { what: 'gimbal-mode', label: 'Gimbal mode' },
  { what: 'gimbal-power', label: 'Gimbal power state' },
  { what: 'look-down', label: 'Look down' },
  { what: 'recentre', label: 'Recentre' },
  { what: 'record', label: 'Record' },
  { what: 'photo', label: 'Photo' },
  { what: 'zoom', label: 'Zoom' },
  { what: 'focus', label: 'Focus' },
  { what: 'exposure', label: 'Exposure' },
  { what: 'palette', label: 'Palette' },
  { what: 'picture', label: 'Picture' },
  { what: 'menu', label: 'Camera menu' },
  { what: 'radio-power', label: 'Radio power' },
  { what: 'calibrate', label: 'Calibrate' },
  { what: 'ranging', label: 'Ranging laser' },
  { what: 'drive', label: 'Drive' },
  { what: 'brake', label: 'Kill and brake' },
] as const;
