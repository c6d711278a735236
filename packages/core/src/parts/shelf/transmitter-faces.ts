import type { Control, SheetDraft } from '../sheet.js';

/** Two sticks, four axes: the same on every hand-held transmitter. */
export const STICKS: Control[] = [
  { id: 'left-x', label: 'left stick ↔', kind: 'stick', x: 0.26, y: 0.55 },
  { id: 'left-y', label: 'left stick ↕', kind: 'stick', x: 0.26, y: 0.55 },
  { id: 'right-x', label: 'right stick ↔', kind: 'stick', x: 0.74, y: 0.55 },
  { id: 'right-y', label: 'right stick ↕', kind: 'stick', x: 0.74, y: 0.55 },
];

export const SLIDERS: Control[] = [
  { id: 'left-slider', label: 'left slider', kind: 'slider', x: 0, y: 0.45 },
  { id: 'right-slider', label: 'right slider', kind: 'slider', x: 1, y: 0.45 },
];

export const toggle = (id: string, kind: 'switch2' | 'switch3' | 'button', x: number): Control => ({
  id,
  label: kind === 'button' ? `button ${id}` : `switch ${id}`,
  kind,
  x,
  y: 0.12,
});

/** Which stick flies what; set when the transmitter is new to its owner. @source [practice] */
export const STICK_MODE: NonNullable<SheetDraft['settings']>[number] = {
  id: 'mode',
  label: 'Stick mode',
  values: ['1', '2', '3', '4'],
  default: '2',
  how: 'menu',
};

/** Channels as a maker ships them: sticks, switches, and the upper ones all on one control. @source [practice] */
export const shipped = (own: string[], rest: string, upTo: number): NonNullable<SheetDraft['firstChannels']> =>
  Array.from({ length: upTo }, (_, i) => ({ channel: i + 1, control: own[i] ?? rest }));

/** Sticks in the order of their channels. */
export const STICK_ORDER = ['right-x', 'right-y', 'left-y', 'left-x'];

type Part = Pick<SheetDraft, 'ports' | 'links' | 'settings'>;

/** Trainer socket: one transmitter teaches and hears, the other learns and talks. @source [practice] PPM over the lead */
export const TRAINER: Part = {
  ports: [
    {
      id: 'trainer',
      label: 'trainer',
      side: 'right',
      plug: { family: 'trainer jack', pins: 2 },
      pins: [
        { n: 1, label: 'PPM', line: 'signal', way: 'both' },
        { n: 2, label: '−', line: 'ground' },
      ],
    },
  ],
  links: [
    {
      id: 'trainer-in',
      kind: 'ppm',
      way: 'listen',
      pins: { data: { port: 'trainer', pin: 1 } },
      params: {},
      when: { setting: 'trainer', value: 'teaches' },
    },
    {
      id: 'trainer-out',
      kind: 'ppm',
      way: 'talk',
      pins: { data: { port: 'trainer', pin: 1 } },
      params: { periodMs: 22.5, base: 1, channels: 8 },
      when: { setting: 'trainer', value: 'learns' },
    },
  ],
  settings: [
    { id: 'trainer', label: 'Trainer socket', values: ['off', 'teaches', 'learns'], default: 'off', how: 'menu' },
  ],
};
