import type { LinkKind } from '@squallmark/core/parts';

/** What carries a function its last way, in a word beside the part; nothing over the bus that everybody hears. */
const WORDS: Partial<Record<LinkKind, string>> = {
  pulse: 'pulse',
  ppm: 'PPM',
  crsf: 'serial',
  'device-serial': 'serial',
  mavlink: 'telemetry',
  ladder: 'keys',
  contact: 'contact',
  'infra-red': 'infra-red',
  can: 'CAN',
  usb: 'USB',
};

export const carrierWord = (carrier: LinkKind | null): string => {
  const word = carrier && WORDS[carrier];
  return word ? ` · ${word}` : '';
};
