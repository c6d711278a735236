import type { Control } from '@squallmark/core/parts';

/** How far a step of a control on screen goes: from place to place of a switch, smoothly elsewhere. */
export function controlStep(kind: Control['kind'] | undefined): number {
  if (kind === 'switch3') return 1;
  return kind === 'switch2' || kind === 'button' ? 2 : 0.01;
}
