/** Kinds of rig, with what is different about them at the bench. */
export const RIG_KINDS = [
  { kind: 'rotor', note: 'hovers: props off until proven, pan held for take-off' },
  { kind: 'fixed wing', note: 'long leads, receiver away from the motor' },
  { kind: 'FPV', note: 'little room, pack straight to the video transmitter' },
  { kind: 'carriage on a line', note: 'two lines, end stops, a kill switch' },
  { kind: 'hand-held or ground', note: 'no flight controller, accessory rails' },
] as const;
