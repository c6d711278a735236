/** What the rules of one chain have in common: who moves what, and its channel sent otherwise. */
import type { Chain } from '../../channels/index.js';
import type { Edit } from '../../rig/index.js';
import type { Figure, Fix } from '../finding.js';

/** Who moves what. */
export const whoMoves = ({ control, part, fn }: Chain): Figure<'control' | 'part' | 'function'>[] => [
  { name: 'control', value: control!.label },
  { name: 'part', value: part.id },
  { name: 'function', value: fn.label },
];

type Change = Extract<Edit, { kind: 'shape' }>['change'];

/** The channel of a chain sent otherwise. */
export const sendFix = ({ shaping }: Chain, label: string, change: Change): Fix => {
  const { transmitter, channel } = shaping!;
  return { label, edits: [{ kind: 'shape', transmitter, channel, change }] };
};
