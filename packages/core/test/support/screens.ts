import type { Sheet } from '../../src/parts/index.js';
import { SHELF } from '../../src/parts/shelf/index.js';

/** A setting as senders and screens of analogue pictures have it. */
export const tuning = (default_: string): Sheet['settings'][number] => ({
  ...{ id: 'own-channel', label: 'Channel', values: ['1', '2', '3'], default: default_, how: 'menu' },
});

/** Goggles that look for their picture on a channel, fed by a battery of their own. */
export const screenOn = (channel: string): Sheet => ({
  ...SHELF.find((s) => s.class === 'goggles')!,
  class: 'own-screen',
  ports: [],
  supplies: [],
  inside: { battery: true, minutes: 120 },
  links: [{ id: 'air', kind: 'radio', way: 'listen', pins: {}, params: {} }],
  settings: [tuning(channel)],
});
