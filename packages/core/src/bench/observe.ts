import { hearsAir, hasControls, sees, sendsPictures, isWindowed } from '../parts/index.js';
import { decodeSbus, countToPulseUs, SBUS } from '../signals/index.js';
import type { Bench, BenchPart, Feed } from './compile.js';
import { isAwake, positionOf, windowLabel } from './roles.js';
import type { BenchState, DeviceState, ReceiverState } from './state.js';

/** What can be seen or measured at the bench: `part.what` → figure, word, or null when it gives no sign. */
export type Sights = Record<string, number | string | boolean | null>;

/** A picture at a place: which camera, in which standard. */
export interface Picture {
  part: string;
  label: string;
  standard: string;
}

/**
 * Everything there is to see: a function's answer under `part.fn`, a joint's angle under `part.joint`, a picture's
 * source under `part.picture`, a part's supply under `part.feed`. What nothing was told stays null.
 * @param only parts that are looked at; all when left out
 */
export function observe(bench: Bench, state: BenchState, only?: ReadonlySet<string>): Sights {
  const sights: Sights = {};
  for (const own of bench.parts) {
    const { id } = own.part;
    if (only && !only.has(id)) continue;
    sights[`${id}.feed`] = own.feed;
    sights[`${id}.awake`] = isAwake(own, state.tMs);
    for (const { id: terminal, volts } of own.terminals) sights[voltsSight(id, terminal)] = volts;
    const now = state.parts[own.index]!;
    if (now.role === 'receiver') {
      sights[`${id}.frames`] = now.busFrames;
      sights[`${id}.radio`] = now.heard ? (now.lost ? 'lost' : 'heard') : null;
      // slot by slot only where somebody looks: the page draws its bars from the frame
      if (only) for (let i = 0; i < SBUS.slots; i++) sights[slotSight(id, i + 1)] = slotOf(now, i);
    }
    if (now.role === 'device') seeDevice(own, now, state, sights);
    if (sendsPictures(own.sheet)) sights[`${id}.on-air`] = pictureInto(bench, state, own.index)?.part ?? null;
    for (const link of own.pictureInputs)
      sights[`${id}.${link}-picture`] = pictureInto(bench, state, own.index, link)?.part ?? null;
  }
  return sights;
}

/** Sight of what a receiver puts out on a slot, µs, counted from 1. */
export const slotSight = (receiver: string, slot: number): string => `${receiver}.slot-${slot}`;
/** Sight of the volts at a supply or source of a part. */
export const voltsSight = (part: string, terminal: string): string => `${part}.${terminal}-volts`;

function slotOf({ pulses }: ReceiverState, at: number): number | null {
  const us = pulses[at];
  return us === undefined || Number.isNaN(us) ? null : us;
}

function seeDevice(own: BenchPart, now: DeviceState, state: BenchState, sights: Sights): void {
  const { id } = own.part;
  const awake = isAwake(own, state.tMs);
  for (const fn of own.sheet.functions) {
    const i = own.functions.findIndex((heard) => heard.fn.id === fn.id);
    const answer = now.answers[i];
    const heard = awake && answer !== undefined && !Number.isNaN(answer);
    if (fn.takes === 'pulse') sights[`${id}.${fn.id}`] = awake ? (now.toggles[i] ?? false) : null;
    else if (isWindowed(fn)) sights[`${id}.${fn.id}`] = heard ? (windowLabel(own.functions[i]!, answer) ?? null) : null;
    else sights[`${id}.${fn.id}`] = heard ? answer : null;
  }
  own.sheet.joints.forEach((joint, j) => (sights[`${id}.${joint.id}-angle`] = awake ? now.joints[j]! : null));
}

/** The picture that arrives at a part's first picture input, following switchers and displays upstream. */
export function pictureInto(bench: Bench, state: BenchState, part: number, input?: string): Picture | null {
  const own = bench.parts[part]!;
  if (!isAwake(own, state.tMs)) return null;
  const link = input ?? own.pictureInputs.find((l) => bench.pictures.has(`${own.part.id}.${l}`));
  const feed = link === undefined ? undefined : bench.pictures.get(`${own.part.id}.${link}`);
  return feed ? pictureFrom(bench, state, feed.part, feed.link) : null;
}

function pictureFrom(bench: Bench, state: BenchState, part: number, output: string): Picture | null {
  const own = bench.parts[part]!;
  if (!isAwake(own, state.tMs)) return null;
  const path = own.sheet.pictures.find((p) => p.output === output);
  if (path) return pictureInto(bench, state, part, chosenInput(own, path, state));
  const link = own.sheet.links.find((l) => l.id === output);
  return { part: own.part.id, label: own.part.label, standard: link?.params.standard ?? '' };
}

/** A switcher shows the input its function chose; untold, its first. */
function chosenInput(own: BenchPart, path: BenchPart['sheet']['pictures'][number], state: BenchState): string {
  const now = state.parts[own.index] as DeviceState;
  const i = own.functions.findIndex((heard) => heard.fn.id === path.chosenBy);
  const chosen = now.answers?.[i];
  return path.inputs[chosen !== undefined && chosen >= 0 ? chosen : 0]!;
}

/** What the page draws sixty times a second. */
export interface BenchFrame {
  tMs: number;
  controls: Record<string, number>;
  sights: Sights;
  /** Slots of the first receiver's bus, as raw counts and as µs. */
  slots: { count: number; us: number }[];
  /** Frames a second on the line that is looked at. */
  framesPerS: number;
  /** Cameras with what they show; the one on air is marked. */
  cameras: { part: string; label: string; standard: string; awake: boolean; onAir: boolean }[];
  recordingMs: Record<string, number>;
  feeds: { part: string; label: string; feed: Feed; volts: number }[];
}

export function benchFrame(bench: Bench, state: BenchState): BenchFrame {
  const sights = observe(bench, state);
  const receiver = bench.parts.find((p) => hearsAir(p.sheet));
  const heard = receiver && (state.parts[receiver.index] as ReceiverState);
  const frame = heard?.busFrames ? decodeSbus(heard.bytes).frames[0] : undefined;
  const scale = receiver?.sheet.links.find((l) => l.kind === 'sbus')?.params.scale ?? 'micro';
  const period = receiver?.sheet.links.find((l) => l.kind === 'sbus')?.params.periodMs;
  const onAir = new Set(bench.parts.map((p) => sights[`${p.part.id}.on-air`]).filter(Boolean));
  return {
    tMs: state.tMs,
    controls: benchControls(bench, state),
    sights,
    slots: (frame?.slots ?? []).map((count) => ({ count, us: countToPulseUs(scale, count) })),
    framesPerS: frame && period ? 1000 / period : 0,
    cameras: bench.parts
      .filter((p) => sees(p.sheet))
      .map((p) => ({
        part: p.part.id,
        label: p.part.label,
        standard: p.sheet.links.find((l) => l.params.standard)?.params.standard ?? '',
        awake: isAwake(p, state.tMs),
        onAir: onAir.has(p.part.id),
      })),
    recordingMs: recordings(bench, state),
    feeds: bench.parts
      .filter((p) => p.sheet.supplies.length)
      .map((p) => ({ part: p.part.id, label: p.part.label, feed: p.feed, volts: p.volts })),
  };
}

/** Where every control of every transmitter stands, idle ones too, by the name the bench knows it by; their radios as well. */
export function benchControls(bench: Bench, state: BenchState): Record<string, number> {
  return Object.fromEntries(
    bench.parts
      .filter((p) => hasControls(p.sheet))
      .flatMap((p) => [
        [p.radio, state.controls[p.radio] ?? 1] as const,
        ...p.sheet.controls.map((c) => [p.names[c.id]!, positionOf(p, c.id, state.controls)] as const),
      ]),
  );
}

function recordings(bench: Bench, state: BenchState): Record<string, number> {
  const running: Record<string, number> = {};
  for (const own of bench.parts) {
    const now = state.parts[own.index]!;
    if (now.role !== 'device') continue;
    own.functions.forEach((heard, i) => {
      if (heard.fn.what === 'record' && now.toggles[i]) running[own.part.id] = state.tMs - now.toggledMs[i]!;
    });
  }
  return running;
}
