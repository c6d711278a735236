/** Kinds of link that carry a picture. */
export const PICTURE_LINKS = ['composite', 'hdmi', 'ribbon', 'ethernet'] as const;

/** Controller boards by how much firmware fits on them. */
export const BOARD_CLASSES = ['small', 'middle', 'large'] as const;

/** What flies the craft itself: never a payload's, never changed by a proposal. */
export const FLIGHT_WHATS = ['throttle', 'yaw', 'pitch', 'roll', 'arm', 'flight-mode'] as const;

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
