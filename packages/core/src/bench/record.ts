import {
  LineWriter,
  PPM,
  SERVO,
  UART,
  countToPulseUs,
  pulseUsToCount,
  writePpm,
  writePulse,
  writeUart,
  CRSF,
  SBUS,
  type UartFormat,
} from '../signals/index.js';
import { TrackWriter, type CaptureLine, type SlotTrack } from '../captures/index.js';
import { arrivingUs, findChains } from '../channels/index.js';
import type { Conversation } from '../loom/index.js';
import type { Control, Link } from '../parts/index.js';
import { controlName, slotCarried, type Rig } from '../rig/index.js';
import { clamp } from '../units/index.js';
import { compileBench, type Bench, type BenchPart } from './compile.js';
import type { CountedKind } from './codecs.js';
import { runBench, setControls, startBench } from './run.js';
import type { BenchState, Controls, ReceiverState } from './state.js';

/** Controls taken somewhere at a time after the start, ms. */
export interface Gesture {
  atMs: number;
  controls: Controls;
}

/** What lies on the lines of every receiver, and on the pulse pins of what tells on, while a rig runs, and the slots of the first. */
export interface Recording {
  lines: CaptureLine[];
  track: SlotTrack;
  /** Length, ns. */
  endNs: number;
}

const STEP_MS = 1;

/** One line that is written while the bench runs, by what its receiver heard. */
interface Writer {
  name: string;
  line: LineWriter;
  /** Puts down what came on the line up to now; times from the start of the recording, ms. */
  follow: (now: ReceiverState, ms: number) => void;
}

/**
 * Runs a rig on the bench and records what its receivers put out: buses as bytes, pins as pulses, trainer frames; and the pulses by
 * which a controller or a decoder behind them tells others. Parts are taken as awake; a receiver without volts says nothing.
 */
export function recordBench(rig: Rig, gestures: readonly Gesture[], forMs: number): Recording {
  const bench = compileBench(rig);
  let state = startBench(bench, { awake: true });
  const startMs = state.tMs;
  const writers = [
    ...bench.parts.flatMap((part) =>
      part.does.receives ? writersOf(part, startMs).map((w) => ({ ...w, receiver: part.index })) : [],
    ),
    ...relayWriters(rig, bench),
  ];
  const track = new TrackWriter();
  let frames = 0;
  let at = 0;
  for (let ms = 0; ms <= forMs; ms += STEP_MS) {
    for (; at < gestures.length && gestures[at]!.atMs <= ms; at++) state = setControls(state, gestures[at]!.controls);
    state = runBench(bench, state, STEP_MS);
    for (const w of writers) w.follow(state.parts[w.receiver]!.receives!, ms);
    frames = follow(bench, state, frames, state.tMs - startMs, track);
  }
  return {
    lines: writers.map(({ name, line }) => ({ name, unknown: 0, ...line.edges() })),
    track: track.track(),
    endNs: forMs * 1e6,
  };
}

/** Adds a row when the first receiver put out something new: by its first line, or as it heard it where it has pins only. */
function follow(bench: Bench, state: BenchState, seen: number, tMs: number, track: TrackWriter): number {
  const own = bench.parts.find((p) => p.does.receives);
  const now = own && state.parts[own.index]!.receives;
  if (!own || !now) return seen;
  const [line] = own.lines;
  const frames = line ? now.lines[0]!.frames : now.heard;
  const widths = line ? now.bus : now.pulses;
  if (frames === seen || !widths.length) return seen;
  // as whoever reads the line has them: counts are whole
  track.add(tMs, line ? widths.map((us) => countToPulseUs(line.scale, pulseUsToCount(line.scale, us))) : widths);
  return frames;
}

function writersOf(own: BenchPart, startMs: number): Writer[] {
  const named = (id: string): string => `${own.part.label} ${id}`;
  const buses = own.lines.map(({ link, kind, periodMs }, k): Writer => {
    const line = new LineWriter(ON_WIRE[kind].rest);
    let frames = 0;
    return {
      name: named(link),
      line,
      follow: ({ lines }) => {
        const { bytes, frames: now, nextMs } = lines[k]!;
        if (now === frames || !bytes) return;
        frames = now;
        writeUart(line, bytes, ON_WIRE[kind].format, Math.round((nextMs - periodMs - startMs) * 1e6));
      },
    };
  });
  const pins = own.sheet.links.flatMap((link): Writer[] => {
    const kind = link.way === 'talk' ? WRITES[link.kind as keyof typeof WRITES] : undefined;
    if (!kind) return [];
    const line = new LineWriter(0);
    const periodMs = link.params.periodMs ?? kind.usualMs;
    const { speaks, write } = kind.on(line, link, own);
    let nextMs = 1;
    return [
      {
        name: named(link.id),
        line,
        follow: (now, ms) => {
          if (ms < nextMs || !speaks(now)) return;
          write(now, ms * 1e6);
          nextMs += periodMs;
        },
      },
    ];
  });
  return [...buses, ...pins];
}

/** Pulse pins of controllers and boxes that repeat a slot of a receiver, each once. */
function relayWriters(rig: Rig, bench: Bench): (Writer & { receiver: number })[] {
  const told = findChains(rig).filter((c) => c.breaks === null && c.slot !== null);
  const pins = new Map(
    told.flatMap((chain) =>
      chain.path.slice(1).flatMap((by) => (by.kind === 'pulse' ? [[nameOfPin(by), { chain, by }] as const] : [])),
    ),
  );
  return [...pins].map(([name, { chain, by }]) => {
    const line = new LineWriter(0);
    const { params } = by.talker.link;
    let nextMs = 1;
    return {
      name,
      line,
      receiver: bench.parts.findIndex((p) => p.part.id === chain.path[0]!.talker.part.id),
      follow: ({ bus, pulses }, ms) => {
        const us = (bus.length ? bus : pulses)[chain.slot! - 1];
        if (ms < nextMs || us === undefined || Number.isNaN(us)) return;
        writePulse(line, ms * 1e6, arrivingUs(chain, us));
        nextMs += params.periodMs ?? SERVO.periodUs / 1000;
      },
    };
  });
}
const nameOfPin = ({ talker: { part, link } }: Conversation): string => `${part.label} ${link.id}`;

/** How the bytes of a line stand on its wire. */
const ON_WIRE: Readonly<Record<CountedKind, { rest: 0 | 1; format: UartFormat }>> = {
  sbus: { rest: 0, format: { baud: SBUS.baud, ...UART['8E2'], inverted: true } },
  crsf: { rest: 1, format: { baud: CRSF.baud, ...UART['8N1'], inverted: false } },
};

interface Writes {
  usualMs: number;
  on: (
    line: LineWriter,
    link: Link,
    own: BenchPart,
  ) => { speaks: (now: ReceiverState) => boolean; write: (now: ReceiverState, atNs: number) => void };
}

const WRITES: Record<'ppm' | 'pulse', Writes> = {
  ppm: {
    usualMs: PPM.frameUs / 1000,
    on: (line) => ({
      speaks: (now) => now.bus.length > 0,
      write: (now, atNs) => void writePpm(line, now.bus.slice(0, PPM.channels), atNs),
    }),
  },
  pulse: {
    usualMs: SERVO.periodUs / 1000,
    on: (line, link, { sheet, part }) => {
      const slot = slotCarried(sheet, part, link) ?? NaN;
      const us = (now: ReceiverState): number => now.pulses[slot - 1] ?? 1500;
      return {
        speaks: (now) => now.pulses.length > 0 && !Number.isNaN(us(now)),
        write: (now, atNs) => writePulse(line, atNs, us(now)),
      };
    },
  },
};

/** Time one control is in hand, and the pause after it, ms. */
const IN_HAND_MS = 1900;
const PAUSE_MS = 1400;

/**
 * Every driven control moved once, up or right first, with pauses between: what Identify wants. First the pilot's, then those of each
 * other transmitter that has a receiver of its own; controls go by the names they have on the bench.
 */
export function wiggleAll(rig: Rig): { gestures: Gesture[]; forMs: number; order: string[] } {
  const bench = compileBench(rig);
  const heard = new Set(bench.parts.map((p) => p.transmitter));
  const own = bench.parts.filter((p) => p.first || heard.has(p.index));
  const gestures: Gesture[] = [];
  const order: string[] = [];
  let at = 800;
  for (const { part, sheet, shaping, idle } of own.sort((a, b) => Number(b.first) - Number(a.first)))
    for (const control of sheet.controls) {
      if (!shaping.some((s) => s.control === control.id)) continue;
      const rest = idle[control.id]!;
      const name = controlName(rig, part.id, control.id);
      order.push(name);
      for (let ms = 0; ms <= IN_HAND_MS; ms += 20)
        gestures.push({ atMs: at + ms, controls: { [name]: handAt(control.kind, rest, ms) } });
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
      // one that springs back goes each way out of its middle
      if (rest === 0) return ms < 500 ? 1 : ms < 1000 ? 0 : ms < 1500 ? -1 : 0;
      return ms < 500 ? 0 : ms < 1000 ? 1 : ms < 1500 ? 0 : rest;
    case 'button':
      return ms < 180 ? 1 : -1;
    default:
      if (ms < 450) return leg(rest, 1, 0, 400);
      return ms < 1250 ? leg(1, -1, 450, 700) : leg(-1, rest, 1250, 500);
  }
}
