import { bringsChannels } from '../parts/index.js';
import { partsThat, type Rig } from '../rig/index.js';
import { SbusReader, countToPulseUs, crsfChannels, crsfStream, type BusScale } from '../signals/index.js';
import type { Chunk } from './source.js';

/** What a live line speaks. */
export type LiveKind = 'sbus' | 'crsf';

/** How the first receiver of a rig counts on a line of this kind; by the usual school where it has none. */
export const lineScale = (rig: Rig, kind: LiveKind): BusScale =>
  partsThat(rig, bringsChannels)
    .flatMap(({ sheet }) => sheet.links)
    .find((l) => l.kind === kind && l.way !== 'listen')?.params.scale ?? 'micro';

/** Widths of all slots as a line brings them, µs. */
export interface SlotFrame {
  /** Since the source was opened, ms. */
  atMs: number;
  us: readonly number[];
  /** The receiver says that it has lost the radio. */
  isLost: boolean;
}

/** A silence longer than this ends a burst, ms: pieces of one frame arrive closer together. */
const GAP_MS = 2;

/** Puts the bytes of a source together to frames, whatever pieces they come in. */
export function slotDecoder(
  kind: LiveKind,
  scale: BusScale,
  found: (frame: SlotFrame) => void,
): (chunk: Chunk) => void {
  let lastMs = 0;
  const tell = (counts: readonly number[], isLost: boolean): void =>
    found({ atMs: lastMs, us: counts.map((c) => countToPulseUs(scale, c)), isLost });
  if (kind === 'crsf') {
    const stream = crsfStream((frame) => {
      const counts = crsfChannels(frame);
      if (counts) tell(counts, false);
    });
    return (chunk) => {
      lastMs = chunk.atMs;
      if (chunk.kind === 'bytes') stream.push(chunk.bytes);
    };
  }
  const bus = new SbusReader((frame) => tell(frame.slots, frame.lost || frame.failsafe));
  return (chunk) => {
    if (chunk.kind !== 'bytes') return;
    // what a silence closes came before it
    if (chunk.atMs - lastMs > GAP_MS) bus.gap();
    lastMs = chunk.atMs;
    for (const byte of chunk.bytes) bus.push(byte);
    bus.settle();
  };
}
