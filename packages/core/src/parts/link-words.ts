import type { LinkKind } from './sheet.js';

/** What a kind of conversation is called where a person reads it. */
export const LINK_WORDS: Readonly<Record<LinkKind, string>> = {
  pulse: 'servo pulses',
  sbus: 'SBUS',
  ppm: 'PPM',
  crsf: 'the fast radio link',
  mavlink: 'telemetry',
  'device-serial': 'serial',
  ladder: 'a key ladder',
  'infra-red': 'infra-red light',
  contact: 'a contact',
  can: 'CAN',
  usb: 'USB',
  ethernet: 'Ethernet',
  composite: 'composite video',
  hdmi: 'HDMI',
  ribbon: 'a ribbon',
  antenna: 'its antenna lead',
  radio: 'radio',
};
