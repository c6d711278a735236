import type { SlotTrack } from '../../src/captures/index.js';
import { handAt } from '../../src/bench/record.js';
import { TrackWriter } from '../../src/captures/index.js';
import { idleAt, shapePulseUs } from '../../src/channels/index.js';
import { sheetOf, pilotTransmitter, type Rig } from '../../src/rig/index.js';
import { seeded } from './random-rig.js';

export interface Wiggle {
  control: string;
  /** Moved by the other hand at the same time. */
  atOnceWith?: string;
}

const PERIOD_MS = 7;

/** A recording of slots while controls are moved one after the other with pauses between. */
export function wiggle(
  rig: Rig,
  order: readonly Wiggle[],
  { noiseUs = 0, random = seeded(1) }: { noiseUs?: number; random?: () => number } = {},
): SlotTrack {
  const id = pilotTransmitter(rig)!;
  const sheet = sheetOf(rig, id);
  const part = rig.parts.find((p) => p.id === id)!;
  const rest = new Map(sheet.controls.map((c) => [c.id, idleAt({ part, sheet }, c)]));
  const writer = new TrackWriter();
  let t = 0;
  const frame = (held: Map<string, number>): void => {
    const widths = Array.from({ length: 16 }, (_, i) => {
      const row = rig.shaping.find((s) => s.transmitter === id && s.channel === i + 1);
      const us = row?.control ? shapePulseUs(row, held.get(row.control) ?? rest.get(row.control)!) : 1500;
      return us + (random() - 0.5) * 2 * noiseUs;
    });
    writer.add(t, widths);
    t += PERIOD_MS;
  };
  const pause = (ms: number): void => {
    for (let i = 0; i < ms / PERIOD_MS; i++) frame(new Map());
  };
  pause(1000);
  for (const { control, atOnceWith } of order) {
    const length = 1900;
    for (let at = 0; at < length; at += PERIOD_MS) {
      const held = new Map<string, number>();
      for (const [name, late] of [
        [control, 0],
        [atOnceWith, 200],
      ] as const) {
        const own = sheet.controls.find((c) => c.id === name);
        if (own && at >= late) held.set(own.id, handAt(own.kind, rest.get(own.id)!, at - late));
      }
      frame(held);
    }
    pause(1500);
  }
  return writer.track();
}
