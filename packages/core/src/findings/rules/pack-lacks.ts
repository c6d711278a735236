import type { Pin, Sheet } from '../../parts/index.js';
import { onePins } from '../../loom/index.js';
import { wiresAt, type PinRef, type Rig } from '../../rig/index.js';

/** Which wire a pack with leads on it lacks to give anything; null where it lacks none, or has no leads. */
export function packLacks(rig: Rig, part: string, { sources, ports }: Sheet): 'plus' | 'minus' | null {
  const cells = sources.find((s) => s.pack);
  if (!cells) return null;
  const isWired = (at: PinRef): boolean => wiresAt(rig, at).length > 0;
  const isAnyWired = (line?: Pin['line']): boolean =>
    ports.some((port) =>
      port.pins.some((p) => (!line || p.line === line) && isWired({ part, port: port.id, pin: p.n })),
    );
  if (onePins(rig, { part, ...cells.plus }).some(isWired)) return isAnyWired('ground') ? null : 'minus';
  return isAnyWired() ? 'plus' : null;
}
