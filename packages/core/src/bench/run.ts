/** The event loop: from moment to moment at which something happens by itself, in whole microseconds. */
import { menusDueMs, startMenus, stepMenus } from './behaviours/gesture-menu.js';
import { fallen, movedAhead, startDevice, stepDevice } from './behaviours/device.js';
import { receiverDueMs, startReceiver, stepReceiver } from './behaviours/receiver.js';
import type { Surroundings } from './behaviours/surroundings.js';
import { startSender, stepTransmitter } from './behaviours/transmitter.js';
import { wholeUs } from './clock.js';
import type { Bench, BenchPart } from './compile.js';
import { drawnPower, fallenPower } from './power.js';
import type { BenchState, Controls, DeviceState, PartState, PowerState, ReceiverState } from './state.js';

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
  const { reset } = bench.supplies.up;
  const tMs = awake ? Math.max(0, ...wakesMs.filter((ms) => ms < Infinity)) : 0;
  const never = wakesMs.map(() => Infinity);
  return {
    tMs,
    controls,
    parts: bench.parts.map((part) => startPart(part, tMs)),
    power: { draw: 0, awakeMs: wakesMs, fallMs: never, restarts: bench.parts.map(({ part }) => (reset.has(part.id) ? 1 : 0)) },
  };
}

const startPart = (part: BenchPart, tMs: number): PartState => ({
  sends: part.does.sends ? startSender(tMs) : null,
  receives: part.does.receives ? startReceiver(part, tMs) : null,
  does: part.does.acts ? startDevice(part) : null,
  menus: startMenus(part),
});

/** Where a part stands among those of a bench. */
export const partIndex = ({ parts }: Pick<Bench, 'parts'>, id: string): number => parts.findIndex((p) => p.part.id === id);

export const isAwakeAt = ({ power, tMs }: Pick<BenchState, 'power' | 'tMs'>, part: number): boolean =>
  power.awakeMs[part]! <= tMs;

/** Runs for a time with the controls as they stand. Pure, and the same whichever way the time is cut. */
export function runBench(bench: Bench, state: BenchState, forMs: number): BenchState {
  const run = runOf(bench);
  run.begin(state);
  const endMs = wholeUs(state.tMs + forMs);
  for (;;) {
    const next = run.nextMs();
    if (next > endMs) return run.stateAt(endMs);
    run.moment(next, endMs);
  }
}

export function setControls(state: BenchState, controls: Controls): BenchState {
  return { ...state, controls: { ...state.controls, ...controls } };
}

const RUNS = new WeakMap<Bench, Run>();

/** Stretches of one bench follow each other sixty times a second: what is only scratch is kept between them. */
function runOf(bench: Bench): Run {
  let run = RUNS.get(bench);
  if (!run) RUNS.set(bench, (run = new Run(bench)));
  return run;
}

/** A stretch of time: the parts as they are now. */
class Run implements Surroundings {
  parts: PartState[] = [];
  controls: Controls = {};
  tMs = 0;
  private power!: PowerState;
  /** When each part does something by itself next, ms; kept from moment to moment, worked out anew for whoever was stepped. */
  private readonly dueMs: Float64Array;
  /** Parts that have to look at this moment, 1: something that they hear changed, or they have just woken. */
  private readonly stirred: Uint8Array;
  /** The first of all these moments, ms. */
  private firstMs = 0;
  /** Somebody told somebody something since this was last put down. */
  private isStirred = false;
  /** Nothing before this was left undone; what woke up to then has been told. */
  private wokenMs = 0;
  private powerDueMs = 0;

  constructor(readonly bench: Bench) {
    this.stirred = new Uint8Array(bench.parts.length);
    this.dueMs = new Float64Array(bench.parts.length).fill(Infinity);
  }

  /** Takes up a state. It is not changed. */
  begin({ parts, controls, tMs, power }: BenchState): void {
    // where the last stretch ended, everybody is due as it was then
    const isGoingOn = parts === this.parts && power === this.power;
    this.parts = parts.slice();
    this.controls = controls;
    this.tMs = tMs;
    this.power = power;
    this.wokenMs = tMs;
    if (isGoingOn) return;
    this.stirred.fill(0);
    this.isStirred = false;
    this.settleDues();
    this.firstMs = Math.min(this.powerDueMs, ...this.dueMs);
  }

  isAwake(part: number): boolean {
    return this.power.awakeMs[part]! <= this.tMs;
  }

  stateAt(tMs: number): BenchState {
    return { tMs, controls: this.controls, parts: this.parts, power: this.power };
  }

  /** When something happens next, ms. */
  nextMs(): number {
    // a part that slept past its own moment does it when it is awake
    return Math.max(this.firstMs, this.tMs);
  }

  /**
   * Everything that happens at one moment, in the order in which signals flow.
   * @param endMs how far one that moves all by itself may go ahead
   */
  moment(tMs: number, endMs: number): void {
    const { order } = this.bench;
    this.tMs = tMs;
    let isPushed = this.powerDueMs <= tMs;
    if (isPushed) this.fallOrWake();
    for (let round = 0; round < MOST_ROUNDS; round++) {
      this.isStirred = false;
      for (const i of order) {
        if (!this.stirred[i] && this.dueMs[i]! > tMs) continue;
        this.stepPart(i);
        this.dueMs[i] = this.dueOf(i);
        isPushed ||= this.parts[i]!.does !== null;
      }
      // one that was told by a part after it in the order looks once more
      if (!this.isStirred || !this.isAnybodyStirred()) break;
    }
    if (isPushed) this.drawAsMoving();
    this.goAhead(endMs);
  }

  private isAnybodyStirred(): boolean {
    return this.stirred.includes(1);
  }

  /**
   * Finds the next moment. Steps of an axis to which nothing else happens are made here, one after the other: only its own part has
   * to be looked at.
   */
  private goAhead(endMs: number): void {
    const { dueMs } = this;
    let first = -1;
    let firstMs = Infinity;
    let othersMs = this.powerDueMs;
    for (const i of this.bench.order) {
      const due = dueMs[i]!;
      if (due >= firstMs) {
        if (due < othersMs) othersMs = due;
        continue;
      }
      if (firstMs < othersMs) othersMs = firstMs;
      first = i;
      firstMs = due;
    }
    if (first >= 0 && firstMs < othersMs) firstMs = this.aheadOf(first, Math.min(othersMs, endMs));
    this.firstMs = Math.min(firstMs, othersMs);
  }

  /** Moves one part by itself up to a moment; when it is due then, ms. */
  private aheadOf(i: number, beforeMs: number): number {
    const due = this.dueMs[i]!;
    const { sends, receives, does, menus } = this.parts[i]!;
    if (!does || menus.length || sends || receives || does.nextMs >= beforeMs) return due;
    const ahead = movedAhead(this.bench.parts[i]!, does, beforeMs);
    if (ahead === does) return due;
    this.parts[i] = { sends, receives, does: ahead, menus };
    return (this.dueMs[i] = ahead.nextMs);
  }

  /** When a part does something by itself; never while it sleeps, but a transmitter's clock runs on while it sends nothing. */
  private dueOf(i: number): number {
    const { sends, receives, does, menus } = this.parts[i]!;
    let due = sends ? sends.nextMs : Infinity;
    if (!sends && !this.isAwake(i)) return due;
    if (does && does.nextMs < due) due = does.nextMs;
    if (menus.length) due = Math.min(due, menusDueMs(menus));
    if (receives && this.bench.parts[i]!.transmitter !== null) due = Math.min(due, receiverDueMs(receives));
    return due;
  }

  /** After the supplies said something else: who is due when, and when somebody wakes or falls. */
  private settleDues(): void {
    for (const i of this.bench.order) this.dueMs[i] = this.dueOf(i);
    const { awakeMs, fallMs } = this.power;
    this.powerDueMs = Infinity;
    for (let i = 0; i < awakeMs.length; i++) {
      if (awakeMs[i]! > this.wokenMs && awakeMs[i]! < this.powerDueMs) this.powerDueMs = awakeMs[i]!;
      if (fallMs[i]! < this.powerDueMs) this.powerDueMs = fallMs[i]!;
    }
  }

  private stepPart(i: number): void {
    const own = this.bench.parts[i]!;
    const before = this.parts[i]!;
    let { sends, receives, does, menus } = before;
    const isTold = this.stirred[i] === 1;
    this.stirred[i] = 0;
    if (sends) sends = stepTransmitter(own, sends, this);
    if (receives) receives = stepReceiver(own, receives, this);
    if (does) does = stepDevice(own, does, this, isTold);
    if (menus.length) menus = stepMenus(own, menus, this);
    if (sends === before.sends && receives === before.receives && does === before.does && menus === before.menus) return;
    this.parts[i] = { sends, receives, does, menus };
    // a receiver counts every frame of its transmitter, also one that says the same
    if (sends?.frames !== before.sends?.frames) this.stir(own.sendsTo);
    if (receives?.pulses !== before.receives?.pulses) this.stir(own.pinsTo);
    if (receives && isOtherwise(before.receives!, receives)) this.stir(own.linesTo);
    if (does && does.asked !== before.does!.asked) this.stir(own.menusTo);
    if (does && does.counts !== before.does!.counts) this.stirTold(own, before.does!.counts, does.counts);
  }

  /** Of those that are told what a part read, whoever has something to do with what changed. */
  private stirTold({ countsTo }: BenchPart, before: DeviceState['counts'], now: DeviceState['counts']): void {
    for (const { part, slots } of countsTo) {
      if (this.stirred[part]) continue;
      if (!slots.some(({ line, slot }) => now[line]![slot] !== before[line]![slot])) continue;
      this.stirred[part] = 1;
      this.isStirred = true;
    }
  }

  private stir(parts: readonly number[]): void {
    for (const i of parts) this.stirred[i] = 1;
    this.isStirred ||= parts.length > 0;
  }

  /** Who moves draws its most, and that may cost others their volts. */
  private drawAsMoving(): void {
    const { movers } = this.bench.supplies;
    if (!movers.length) return;
    for (let round = 0; round < MOST_ROUNDS; round++) {
      let draw = 0;
      for (let bit = 0; bit < movers.length; bit++) if (this.parts[movers[bit]!]!.does?.isMoving) draw |= 1 << bit;
      if (draw === this.power.draw) return;
      const before = this.power;
      this.power = drawnPower(before, draw, this.bench.supplies, this.bench.startsMs, this.tMs);
      if (this.power.awakeMs !== before.awakeMs || this.power.fallMs !== before.fallMs) this.settleDues();
    }
  }

  private fallOrWake(): void {
    if (this.power.fallMs.some((ms) => ms <= this.tMs)) this.fall();
    if (this.power.awakeMs.some((ms) => ms > this.wokenMs && ms <= this.tMs)) this.stir(this.bench.order);
    this.wokenMs = this.tMs;
    this.settleDues();
  }

  private fall(): void {
    this.power.fallMs.forEach((ms, i) => {
      const { does } = this.parts[i]!;
      if (ms > this.tMs || !does) return;
      const own = this.bench.parts[i]!;
      this.parts[i] = { ...this.parts[i]!, does: fallen(own, does), menus: startMenus(own) };
      this.stir(own.countsTo.map((told) => told.part));
      this.stir(own.menusTo);
    });
    this.power = fallenPower(this.power, this.tMs);
    // as nobody draws: it comes back where that is enough
    this.power = drawnPower(this.power, 0, this.bench.supplies, this.bench.startsMs, this.tMs);
  }
}

/** Whether a receiver puts something else than before on any line. */
function isOtherwise({ lines: before }: ReceiverState, { lines: now }: ReceiverState): boolean {
  if (before === now) return false;
  for (let i = 0; i < now.length; i++) if (now[i]!.bytes !== before[i]!.bytes) return true;
  return false;
}
