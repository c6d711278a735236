import { hasControls, sees, sentOver } from '../parts/index.js';
import type { Craft, Turn } from '../scene/index.js';
import { countToPulseUs, pulseUsToCount } from '../signals/index.js';
import { positionOf } from './behaviours/transmitter.js';
import type { Bench, BenchPart } from './compile.js';
import { craftAt, CRAFT, GUSTS } from './craft.js';
import { isFlawed } from './flaws.js';
import { lookOf } from './looks.js';
import type { Feed } from './power.js';
import { AWAY } from './range.js';
import { camerasOver, isNetwork, pictureInto } from './pictures.js';
import { isAwakeAt } from './run.js';
import { getterOf, sightsOf, type Seen } from './sights.js';
import type { BenchState } from './state.js';
import { portTraffic, type PortTraffic } from './traffic.js';

/** What can be seen or measured at the bench: `part.what` → figure, word, or null when it gives no sign. */
export type Sights = Record<string, Seen>;


/** Everything there is to see on a bench at a moment. */
export function observe(bench: Bench, state: BenchState): Sights {
  const sights: Sights = {};
  for (const [name, read] of sightsOf(bench)) sights[name] = read(state);
  return sights;
}

/** How to read some of it, moment by moment; what this bench has not gives no sign. */
export function lookerAt(bench: Bench, asked: readonly string[]): (state: BenchState) => Sights {
  const getters = asked.map((name) => [name, getterOf(bench, name)] as const);
  return (state) => {
    const sights: Sights = {};
    for (const [name, get] of getters) sights[name] = get?.(state) ?? null;
    return sights;
  };
}

/** What a receiver puts out, by its first line or its pins. */
interface ReceiverBars {
  part: string;
  label: string;
  /** Slots as raw counts and as µs; none while it sends nothing. */
  slots: { count: number; us: number }[];
  /** Frames a second. */
  framesPerS: number;
}

/** What the page draws sixty times a second. */
export interface BenchFrame {
  tMs: number;
  controls: Record<string, number>;
  sights: Sights;
  /** What each receiver puts out, in the order of the rig. */
  receivers: ReceiverBars[];
  /** Cameras with what they show; the one on air is marked, and those whose picture comes in anywhere. */
  cameras: { part: string; label: string; standard: string; awake: boolean; onAir: boolean; arrives: boolean }[];
  recordingMs: Record<string, number>;
  feeds: { part: string; label: string; feed: Feed; volts: number }[];
  /** How the craft lies, gusts and all. */
  craft: Craft;
  /** Where each camera looks. */
  looks: Record<string, Turn>;
  /** Angles that joints really take while the craft moves, by `part.joint`: the sticks' and what levels the pictures. */
  held: Record<string, number>;
  /** What comes in at every port that listens for orders. */
  ports: PortTraffic[];
}

function arrivingAt(bench: Bench, state: BenchState, own: BenchPart, link: string): string[] {
  if (isNetwork(own, link)) return camerasOver(bench, state, own.index, link).map((c) => c.part.id);
  const picture = pictureInto(bench, state, own.index, link);
  return picture ? [picture.part] : [];
}

export function benchFrame(bench: Bench, state: BenchState): BenchFrame {
  const sights = observe(bench, state);
  const fed = bench.supplies.at(state.power.draw);
  const arriving = new Set(bench.parts.flatMap((p) => p.pictureInputs.flatMap((link) => arrivingAt(bench, state, p, link))));
  const onAir = new Set(bench.parts.map((p) => sights[`${p.part.id}.on-air`]).filter(Boolean));
  return {
    tMs: state.tMs,
    controls: benchControls(bench, state),
    sights,
    receivers: bench.parts.filter((p) => p.does.receives).map((p) => barsOf(bench, state, p)),
    cameras: bench.parts
      .filter((p) => sees(p.sheet))
      .map((p) => ({
        part: p.part.id,
        label: p.part.label,
        standard: p.sheet.links.find((l) => l.params.standard)?.params.standard ?? '',
        awake: isAwakeAt(state, p.index),
        onAir: onAir.has(p.part.id),
        arrives: arriving.has(p.part.id),
      })),
    recordingMs: recordings(bench, state),
    feeds: bench.parts
      .filter((p) => p.sheet.supplies.length)
      .map((p) => ({ part: p.part.id, label: p.part.label, ...fed[p.index]! })),
    craft: craftAt(state),
    ...looksOf(bench, state),
    ports: portTraffic(bench, state),
  };
}

function looksOf(bench: Bench, state: BenchState): Pick<BenchFrame, 'looks' | 'held'> {
  const all = bench.parts.filter((p) => sees(p.sheet)).map((p) => [p.part.id, lookOf(bench, state, p.part.id)] as const);
  return {
    looks: Object.fromEntries(all.map(([camera, { turn }]) => [camera, turn])),
    held: Object.fromEntries(all.flatMap(([, { degs }]) => degs)),
  };
}

function barsOf(bench: Bench, state: BenchState, own: BenchPart): ReceiverBars {
  const { id: part, label } = own.part;
  const heard = state.parts[own.index]!.receives;
  if (!heard?.pulses.length) return { part, label, slots: [], framesPerS: 0 };
  const [line] = own.lines;
  const air = own.transmitter === null ? undefined : bench.parts[own.transmitter]!.airMs;
  const periodMs = line?.periodMs ?? air;
  const most = own.does.sends ? sentOver(own.sheet)?.params.channels : undefined;
  const widths = (line ? heard.bus : heard.pulses).slice(0, most);
  const scale = line?.scale ?? 'micro';
  return {
    part,
    label,
    // as whoever reads the line has them: counts are whole
    slots: widths.map((us) => pulseUsToCount(scale, us)).map((count) => ({ count, us: countToPulseUs(scale, count) })),
    framesPerS: periodMs && widths.length ? 1000 / periodMs : 0,
  };
}

/** Where every control of every transmitter stands, idle ones too, by the name the bench knows it by; their radios as well. */
export function benchControls(bench: Bench, { controls }: Pick<BenchState, 'controls'>): Record<string, number> {
  let known = STAND.get(bench);
  if (known?.of !== controls) STAND.set(bench, (known = { of: controls, stand: standing(bench, controls) }));
  return known.stand;
}

/** The controls that a bench was last asked about: they are asked about again and again while they stand. */
const STAND = new WeakMap<Bench, { of: BenchState['controls']; stand: Record<string, number> }>();

/** What is done to the craft itself, among the controls. */
const OF_CRAFT = [...Object.values(CRAFT), GUSTS, AWAY];

function standing(bench: Bench, controls: BenchState['controls']): Record<string, number> {
  return Object.fromEntries([
    ...OF_CRAFT.map((name) => [name, controls[name] ?? 0] as const),
    ...bench.parts
      .filter((p) => hasControls(p.sheet))
      .flatMap((p) => [
        [p.radio, controls[p.radio] ?? 1] as const,
        [p.loss, controls[p.loss] ?? 0] as const,
        ...p.sheet.controls.map((c) => [p.names[c.id]!, positionOf(p, c.id, controls)] as const),
      ]),
  ]);
}

function recordings(bench: Bench, state: BenchState): Record<string, number> {
  const running: Record<string, number> = {};
  for (const own of bench.parts) {
    const now = state.parts[own.index]!.does;
    if (!now || isFlawed(bench.flaws, 'full', own.part.id)) continue;
    own.functions.forEach((heard, i) => {
      if (heard.fn.what === 'record' && now.toggles[i]) running[own.part.id] = state.tMs - now.toggledMs[i]!;
    });
  }
  return running;
}
