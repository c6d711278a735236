import {
  LineWriter,
  PPM,
  SERVO,
  UART,
  countToPulseUs,
  encodeCrsfChannels,
  encodeSbus,
  pulseUsToCount,
  unpackSlots,
  writePpm,
  writePulse,
  writeUart,
  CRSF,
  SBUS,
  type SbusFrame,
  type UartFormat,
} from '../signals/index.js';
import { TrackWriter, type CaptureLine, type SlotTrack } from '../captures/index.js';
import { idleAt } from '../channels/index.js';
import { hearsAir, type Control, type Link } from '../parts/index.js';
import { settingOf, type Rig } from '../rig/index.js';
import { clamp } from '../units/index.js';
import { compileBench, type Bench, type BenchPart } from './compile.js';
import { setControls, startBench, stepBench } from './step.js';
import type { Controls, ReceiverState } from './state.js';

/** Controls taken somewhere at a time after the start, ms. */
export interface Gesture {
  atMs: number;
  controls: Controls;
}

/** What lies on the lines of every receiver while a rig runs, and the slots of the first. */
export interface Recording {
  lines: CaptureLine[];
  track: SlotTrack;
  /** Length, ns. */
  endNs: number;
}

const BUS: UartFormat = { baud: SBUS.baud, ...UART['8E2'], inverted: true };
const LINK: UartFormat = { baud: CRSF.baud, ...UART['8N1'], inverted: false };
const STEP_MS = 1;

/** One line of a receiver that is written while the bench runs. */
interface Writer {
  receiver: number;
  periodMs: number;
  nextMs: number;
  name: string;
  line: LineWriter;
  /** Whether the receiver says anything there now. */
  speaks: (state: ReceiverState) => boolean;
  write: (state: ReceiverState, atNs: number) => void;
}

/**
 * Runs a rig on the bench and records what its receivers put out: buses as bytes, pins as pulses, trainer frames.
 * Parts are taken as awake; a receiver without volts says nothing.
 */
export function recordBench(rig: Rig, gestures: readonly Gesture[], forMs: number): Recording {
  const bench = compileBench(rig);
  const writers = bench.parts.flatMap((part) => (hearsAir(part.sheet) ? writersOf(part) : []));
  const track = new TrackWriter();
  let state = startBench(bench, { awake: true });
  const startMs = state.tMs;
  let frames = -1;
  let at = 0;
  for (let ms = 0; ms <= forMs; ms += STEP_MS) {
    for (; at < gestures.length && gestures[at]!.atMs <= ms; at++) state = setControls(state, gestures[at]!.controls);
    state = stepBench(bench, state, STEP_MS);
    for (const w of writers) {
      const now = state.parts[w.receiver] as ReceiverState;
      if (ms < w.nextMs || !w.speaks(now)) continue;
      w.write(now, ms * 1e6);
      w.nextMs += w.periodMs;
    }
    frames = follow(
      bench,
      state.parts[firstReceiver(bench)] as ReceiverState | undefined,
      frames,
      state.tMs - startMs,
      track,
    );
  }
  return {
    lines: writers.map(({ name, line }) => ({ name, unknown: 0, ...line.edges() })),
    track: track.track(),
    endNs: forMs * 1e6,
  };
}

const firstReceiver = (bench: Bench): number => bench.parts.findIndex((p) => hearsAir(p.sheet));
const scratch = new Uint16Array(SBUS.slots);

/** Adds a row when a new bus frame went out. */
function follow(bench: Bench, now: ReceiverState | undefined, seen: number, tMs: number, track: TrackWriter): number {
  if (!now || now.busFrames === seen || !now.busFrames) return seen;
  const scale = bench.parts[firstReceiver(bench)]!.sheet.links.find((l) => l.kind === 'sbus')?.params.scale ?? 'micro';
  unpackSlots(now.bytes, 0, scratch);
  track.add(
    tMs,
    Array.from(scratch, (count) => countToPulseUs(scale, count)),
  );
  return now.busFrames;
}

function writersOf(own: BenchPart): Writer[] {
  return own.sheet.links.flatMap((link): Writer[] => {
    const kind = link.way === 'talk' ? WRITES[link.kind as keyof typeof WRITES] : undefined;
    if (!kind) return [];
    const line = new LineWriter(kind.rest);
    const { speaks, write } = kind.on(line, link, own);
    const name = `${own.part.label} ${link.id}`;
    return [
      { receiver: own.index, periodMs: link.params.periodMs ?? kind.usualMs, nextMs: 1, name, line, speaks, write },
    ];
  });
}

interface Writes {
  rest: 0 | 1;
  usualMs: number;
  on: (line: LineWriter, link: Link, own: BenchPart) => Pick<Writer, 'speaks' | 'write'>;
}

const onBus = (now: ReceiverState): boolean => now.bus.length > 0;
const countsOf = ({ params }: Link, now: ReceiverState): number[] =>
  now.bus.map((us) => pulseUsToCount(params.scale ?? 'micro', us));

const WRITES: Record<'sbus' | 'crsf' | 'ppm' | 'pulse', Writes> = {
  sbus: {
    rest: 0,
    usualMs: 14,
    on: (line, link) => ({
      speaks: onBus,
      write: (now, atNs) => void writeUart(line, encodeSbus(busFrame(countsOf(link, now), now.lost)), BUS, atNs),
    }),
  },
  crsf: {
    rest: 1,
    usualMs: 4,
    on: (line, link) => ({
      speaks: onBus,
      write: (now, atNs) => void writeUart(line, encodeCrsfChannels(countsOf(link, now)), LINK, atNs),
    }),
  },
  ppm: {
    rest: 0,
    usualMs: PPM.frameUs / 1000,
    on: (line) => ({
      speaks: onBus,
      write: (now, atNs) => void writePpm(line, now.bus.slice(0, PPM.channels), atNs),
    }),
  },
  pulse: {
    rest: 0,
    usualMs: SERVO.periodUs / 1000,
    on: (line, { slotSetting }, { sheet, part }) => {
      const slot = Number(slotSetting ? settingOf(sheet, part, slotSetting) : NaN);
      const us = (now: ReceiverState): number => now.pulses[slot - 1] ?? 1500;
      return {
        speaks: (now) => now.pulses.length > 0 && !Number.isNaN(us(now)),
        write: (now, atNs) => writePulse(line, atNs, us(now)),
      };
    },
  },
};

const busFrame = (slots: number[], lost: boolean): SbusFrame => ({
  slots,
  digital: [false, false],
  lost,
  failsafe: lost,
});

/** Time one control is in hand, and the pause after it, ms. */
const IN_HAND_MS = 1900;
const PAUSE_MS = 1400;

/** Every driven control of the first transmitter moved once, up or right first, with pauses between: what Identify wants. */
export function wiggleAll(rig: Rig): { gestures: Gesture[]; forMs: number; order: string[] } {
  const bench = compileBench(rig);
  const own = bench.parts.find((p) => p.first);
  const gestures: Gesture[] = [];
  const order: string[] = [];
  let at = 800;
  for (const control of own?.sheet.controls ?? []) {
    if (!own!.shaping.some((s) => s.control === control.id)) continue;
    const rest = idleAt({ part: own!.part, sheet: own!.sheet }, control);
    order.push(control.id);
    for (let ms = 0; ms <= IN_HAND_MS; ms += 20)
      gestures.push({ atMs: at + ms, controls: { [control.id]: handAt(control.kind, rest, ms) } });
    at += IN_HAND_MS + PAUSE_MS;
  }
  return { gestures, forMs: at + 400, order };
}

/** Where a hand has a control, `ms` after it took it: up or right first, back at rest in the end. */
export function handAt(kind: Control['kind'], rest: number, ms: number): number {
  const leg = (from: number, to: number, begin: number, length: number): number =>
    from + (to - from) * clamp((ms - begin) / length, 0, 1);
  if (ms >= IN_HAND_MS) return rest;
  switch (kind) {
    case 'switch2':
      return ms < 900 ? -rest : rest;
    case 'switch3':
      return ms < 500 ? 0 : ms < 1000 ? 1 : ms < 1500 ? 0 : rest;
    case 'button':
      return ms < 180 ? 1 : -1;
    default:
      if (ms < 450) return leg(rest, 1, 0, 400);
      return ms < 1250 ? leg(1, -1, 450, 700) : leg(-1, rest, 1250, 500);
  }
}
