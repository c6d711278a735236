/** The event loop: from moment to moment at which something happens by itself, in whole microseconds. */
import { fallen, startDevice, stepDevice } from './behaviours/device.js';
import { receiverDueMs, startReceiver, stepReceiver } from './behaviours/receiver.js';
import type { Surroundings } from './behaviours/surroundings.js';
import { startSender, stepTransmitter } from './behaviours/transmitter.js';
import { wholeUs } from './clock.js';
import type { Bench, BenchPart } from './compile.js';
import { drawnPower, fallenPower } from './power.js';
import type { BenchState, Controls, PartState, PowerState } from './state.js';

/** Changes of draw that may follow each other at one moment. */
const MOST_ROUNDS = 8;

/**
 * The rig at the moment the packs are on.
 * @param awake start with every part already past its starting time, as after the wake list
 */
export function startBench(
  bench: Bench,
  { awake = false, controls = {} }: { awake?: boolean; controls?: Controls } = {},
): BenchState {
  const { wakesMs } = bench;
  const tMs = awake ? Math.max(0, ...wakesMs.filter((ms) => ms < Infinity)) : 0;
  const never = wakesMs.map(() => Infinity);
  return {
    tMs,
    controls,
    parts: bench.parts.map((part) => startPart(part, tMs)),
    power: { draw: 0, awakeMs: wakesMs, fallMs: never, restarts: wakesMs.map(() => 0) },
  };
}

const startPart = (part: BenchPart, tMs: number): PartState => ({
  sends: part.does.sends ? startSender(tMs) : null,
  receives: part.does.receives ? startReceiver(part, tMs) : null,
  does: part.does.acts ? startDevice(part) : null,
});

export const isAwakeAt = ({ power, tMs }: Pick<BenchState, 'power' | 'tMs'>, part: number): boolean =>
  power.awakeMs[part]! <= tMs;

/** Runs for a time with the controls as they stand. Pure, and the same whichever way the time is cut. */
export function runBench(bench: Bench, state: BenchState, forMs: number): BenchState {
  const run = new Run(bench, state);
  const endMs = wholeUs(state.tMs + forMs);
  for (;;) {
    const next = run.nextMs();
    if (next > endMs) return run.stateAt(endMs);
    run.moment(next);
  }
}

export function setControls(state: BenchState, controls: Controls): BenchState {
  return { ...state, controls: { ...state.controls, ...controls } };
}

/** A stretch of time: the parts as they are now. */
class Run implements Surroundings {
  readonly parts: PartState[];
  readonly controls: Controls;
  tMs: number;
  private power: PowerState;
  /** Parts of which something that others hear changed at this moment. */
  private readonly told: boolean[];
  /** Nothing before this was left undone; what woke up to then has been told. */
  private wokenMs: number;
  private due: { of: PowerState; wokenMs: number; atMs: number } | null = null;

  constructor(
    readonly bench: Bench,
    state: BenchState,
  ) {
    this.parts = state.parts.slice();
    this.controls = state.controls;
    this.tMs = state.tMs;
    this.power = state.power;
    this.told = state.parts.map(() => false);
    this.wokenMs = state.tMs;
  }

  isAwake(part: number): boolean {
    return this.power.awakeMs[part]! <= this.tMs;
  }

  stateAt(tMs: number): BenchState {
    return { tMs, controls: this.controls, parts: this.parts, power: this.power };
  }

  /** When something happens next, ms. */
  nextMs(): number {
    const { order } = this.bench;
    let next = Infinity;
    for (const i of order) {
      if (!this.isAwakeOrSends(i)) continue;
      const { sends, receives, does } = this.parts[i]!;
      if (sends && sends.nextMs < next) next = sends.nextMs;
      if (does && does.nextMs < next) next = does.nextMs;
      if (!receives || this.bench.parts[i]!.transmitter === null) continue;
      const due = receiverDueMs(receives);
      if (due < next) next = due;
    }
    const { atMs } = this.duePower();
    if (atMs < next) next = atMs;
    // a part that slept past its own moment does it when it is awake
    return Math.max(next, this.tMs);
  }

  /** When somebody wakes or falls next; kept as long as the supplies say the same. */
  private duePower(): { of: PowerState; wokenMs: number; atMs: number } {
    if (this.due?.of === this.power && (this.due.wokenMs === this.wokenMs || this.due.atMs > this.wokenMs)) return this.due;
    let atMs = Infinity;
    const { awakeMs, fallMs } = this.power;
    for (let i = 0; i < awakeMs.length; i++) {
      if (awakeMs[i]! > this.wokenMs && awakeMs[i]! < atMs) atMs = awakeMs[i]!;
      if (fallMs[i]! < atMs) atMs = fallMs[i]!;
    }
    return (this.due = { of: this.power, wokenMs: this.wokenMs, atMs });
  }

  /** A transmitter's clock runs on while it sends nothing. */
  private isAwakeOrSends(part: number): boolean {
    return this.parts[part]!.sends !== null || this.power.awakeMs[part]! <= Math.max(this.tMs, this.wokenMs);
  }

  /** Everything that happens at one moment, in the order in which signals flow. */
  moment(tMs: number): void {
    this.tMs = tMs;
    const isPowerDue = this.duePower().atMs <= tMs;
    if (isPowerDue && this.power.fallMs.some((ms) => ms <= tMs)) this.fall();
    const isWoken = isPowerDue && this.power.awakeMs.some((ms) => ms > this.wokenMs && ms <= tMs);
    this.wokenMs = tMs;
    this.told.fill(isWoken);
    for (const i of this.bench.order) this.stepPart(i);
    this.drawAsMoving();
  }

  private stepPart(i: number): void {
    const own = this.bench.parts[i]!;
    const before = this.parts[i]!;
    let { sends, receives, does } = before;
    if (sends) sends = stepTransmitter(own, sends, this);
    if (receives) receives = stepReceiver(own, receives, this);
    if (receives !== before.receives && isOtherwise(before.receives!, receives!)) this.told[i] = true;
    if (does) does = stepDevice(own, does, this, this.told[i]! || own.upstream.some((u) => this.told[u]));
    if (does?.counts !== before.does?.counts) this.told[i] = true;
    if (sends !== before.sends || receives !== before.receives || does !== before.does)
      this.parts[i] = { sends, receives, does };
  }

  /** Who moves draws its most, and that may cost others their volts. */
  private drawAsMoving(): void {
    const { movers } = this.bench.supplies;
    if (!movers.length) return;
    for (let round = 0; round < MOST_ROUNDS; round++) {
      let draw = 0;
      movers.forEach((i, bit) => {
        if (this.parts[i]!.does?.isMoving) draw |= 1 << bit;
      });
      if (draw === this.power.draw) return;
      this.power = drawnPower(this.power, draw, this.bench.supplies, this.bench.startsMs, this.tMs);
    }
  }

  private fall(): void {
    this.power.fallMs.forEach((ms, i) => {
      const { does } = this.parts[i]!;
      if (ms <= this.tMs && does) this.parts[i] = { ...this.parts[i]!, does: fallen(this.bench.parts[i]!, does) };
    });
    this.power = fallenPower(this.power, this.tMs);
    // as nobody draws: it comes back where that is enough
    this.power = drawnPower(this.power, 0, this.bench.supplies, this.bench.startsMs, this.tMs);
  }
}

/** Whether a receiver puts out something else than before, on pins or lines. */
const isOtherwise = (
  before: NonNullable<PartState['receives']>,
  now: NonNullable<PartState['receives']>,
): boolean => before.pulses !== now.pulses || now.lines.some((line, i) => line.bytes !== before.lines[i]!.bytes);
