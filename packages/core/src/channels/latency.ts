import type { Conversation } from '../loom/index.js';
import type { Rig } from '../rig/index.js';
import { CRSF, PPM, SERVO, bitsPerByte, sbusFrameMs, UART } from '../signals/index.js';
import { airInto } from './air.js';
import { isOwnEar, type Chain } from './chain.js';

/** One wait on the way from stick to device. */
export interface Wait {
  what: string;
  /** How often it passes something on, ms; 0 where it does so at once. */
  periodMs: number;
  /** Time on the wire, ms. */
  transferMs: number;
}

/** Time from a stick to what it moves, by the waits on its way. */
export interface Latency {
  /** Every period waited out in full. */
  worst: number;
  /** Half of every period. */
  usual: number;
  /** How often the device hears something new, Hz; null when no period is known. */
  updateHz: number | null;
  waits: Wait[];
}

const CRSF_MS = ((CRSF.channelBytes + 4) * bitsPerByte(UART['8N1']) * 1000) / CRSF.baud;

/** Time a frame takes on its wire, ms. A frame of pulses is as long as its pulses. */
const TRANSFER_MS: Partial<Record<Conversation['kind'], number>> = {
  sbus: sbusFrameMs,
  crsf: CRSF_MS,
  ppm: PPM.frameUs / 1000,
  pulse: 2,
};
/** Periods where the sheet says none. @source [practice] */
const PERIOD_MS: Partial<Record<Conversation['kind'], number>> = {
  pulse: SERVO.periodUs / 1000,
  ppm: PPM.frameUs / 1000,
  radio: 9,
  sbus: 14,
};

/**
 * Time from stick to device: transmitter frame, every lead on the way, the device's own smoothing.
 * A device's own loop is not on the sheets and not counted.
 * @param handed through the second transmitter as well
 * @source [derived] worst case is the sum of the periods and the transfer times
 */
export function chainLatency(rig: Rig, all: readonly Conversation[], chain: Chain, handed = false): Latency {
  const first = chain.path[0];
  const air = first && airInto(rig, all, first.talker.part.id);
  const way = [
    ...(handed ? (chain.second?.path ?? []) : []),
    ...(air ? [air] : []),
    ...chain.path.filter((c) => !isOwnEar(c)),
  ];
  const waits = way.map(waitOf);
  const smoothing = chain.setup.smoothingMs ?? 0;
  if (smoothing) waits.push({ what: 'smoothing of the device', periodMs: 0, transferMs: smoothing });
  const periods = waits.reduce((sum, w) => sum + w.periodMs, 0);
  const transfer = waits.reduce((sum, w) => sum + w.transferMs, 0);
  const slowest = Math.max(0, ...waits.map((w) => w.periodMs));
  return {
    worst: periods + transfer,
    usual: periods / 2 + transfer,
    updateHz: slowest ? 1000 / slowest : null,
    waits,
  };
}

function waitOf({ kind, talker, listener }: Conversation): Wait {
  const what = kind === 'radio' ? `${talker.part.label} frame` : `${talker.part.label} → ${listener.part.label}`;
  const periodMs = talker.link.params.periodMs ?? PERIOD_MS[kind] ?? 0;
  return { what, periodMs, transferMs: TRANSFER_MS[kind] ?? 0 };
}
