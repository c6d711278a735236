import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import {
  SourceProblem,
  controlsOfPad,
  controlsOfSlots,
  slotDecoder,
  type Chunk,
  type LiveKind,
  type PadMap,
  type PadState,
  type SignalSource,
} from '@squallmark/core/sources';
import { BenchRun } from '../../state/bench-run';
import type { Ledger } from '../../state/desk';
import { RigStore } from '../../state/rig-store';
import { recall, remember } from '../../state/small-notes';
import { padSource } from '../../state/sources/pad-source';
import { PLATFORM } from '../../state/sources/platform';
import { serialSource } from '../../state/sources/serial-source';
import { socketSource } from '../../state/sources/socket-source';

/** Where the signals of a proof come from. */
export type SourceKind = 'simulated' | 'pad' | 'serial-sbus' | 'serial-crsf' | 'stand-in' | 'bench';

/** What people call each, and to which ledger its verdicts belong. */
export const SOURCES: Record<SourceKind, { label: string; says: string; ledger: Ledger }> = {
  simulated: { label: 'simulated rig', says: 'simulated rig', ledger: 'simulated' },
  pad: { label: 'game controller', says: 'game controller moves the simulated rig', ledger: 'simulated' },
  'serial-sbus': { label: 'serial port, SBUS', says: 'real sticks move the simulated rig', ledger: 'line' },
  'serial-crsf': { label: 'serial port, CRSF', says: 'real sticks move the simulated rig', ledger: 'line' },
  'stand-in': { label: 'stand-in receiver', says: 'its slots move the simulated rig', ledger: 'line' },
  bench: {
    label: 'the rig on the bench',
    says: 'your eyes and meter; beside it the simulated rig, to compare',
    ledger: 'bench',
  },
};

/** The source that is open at Prove, and what comes from it. */
@Injectable()
export class ProofSource {
  private readonly store = inject(RigStore);
  private readonly bench = inject(BenchRun);
  private readonly platform = inject(PLATFORM);
  readonly kind = signal<SourceKind>('simulated');
  readonly ledger = computed(() => SOURCES[this.kind()].ledger);
  /** Slots of a real line as they last came, µs; null while none is heard. */
  readonly slots = signal<readonly number[] | null>(null);
  readonly isLost = signal(false);
  readonly framesPerS = signal(0);
  /** The game controller that is open, and where it stands; null without. */
  readonly pad = signal<(PadState & { id: string }) | null>(null);
  readonly padMap = signal<PadMap>({});
  private stopping = new AbortController();
  private times: number[] = [];

  constructor() {
    inject(DestroyRef).onDestroy(() => this.stopping.abort());
  }

  /** Leaves the source that is open and opens another; what goes wrong is said, and the simulated rig is there again. */
  async choose(kind: SourceKind): Promise<void> {
    this.stopping.abort();
    const stopping = (this.stopping = new AbortController());
    this.kind.set(kind);
    this.forget();
    const source = this.sourceOf(kind);
    if (!source) return;
    const take = this.taker(kind);
    try {
      for await (const chunk of source.open(stopping.signal)) if (!stopping.signal.aborted) take(chunk);
      if (!stopping.signal.aborted) this.store.say(`${source.name}: it ended`);
    } catch (error) {
      if (!(error instanceof SourceProblem)) throw error;
      this.store.say(error.message);
    }
    if (stopping.signal.aborted) return;
    this.kind.set('simulated');
    this.forget();
  }

  /** Keeps what moves which control, for this controller. */
  learn(map: PadMap): void {
    this.padMap.set(map);
    const id = this.pad()?.id;
    if (id !== undefined) remember(`pad:${id}`, JSON.stringify(map));
  }

  private forget(): void {
    this.slots.set(null);
    this.isLost.set(false);
    this.framesPerS.set(0);
    this.pad.set(null);
    this.times = [];
    this.bench.line(null);
  }

  private sourceOf(kind: SourceKind): SignalSource | null {
    if (kind === 'pad') return padSource(this.platform);
    if (kind === 'stand-in') return socketSource(this.platform, (isHeard) => this.store.say(heardText(isHeard)));
    if (kind === 'serial-sbus' || kind === 'serial-crsf') return serialSource(this.platform, lineOf(kind));
    return null;
  }

  private taker(kind: SourceKind): (chunk: Chunk) => void {
    if (kind === 'pad') return (chunk) => chunk.kind === 'pad' && this.takePad(chunk);
    // counts are read by the school of µs; a line of the other school is not told apart here
    return slotDecoder(lineOf(kind), 'micro', ({ us, isLost }) => this.takeSlots(us, isLost));
  }

  private takePad({ axes, buttons }: PadState): void {
    const id = this.platform.pad()?.id ?? '';
    if (this.pad()?.id !== id) this.padMap.set(mapKept(id));
    this.pad.set({ id, axes, buttons });
    this.bench.setControls(controlsOfPad(this.padMap(), { axes, buttons }));
  }

  private takeSlots(us: readonly number[], isLost: boolean): void {
    const nowMs = this.platform.now();
    this.times = [...this.times.filter((t) => nowMs - t < 1000), nowMs];
    this.framesPerS.set(this.times.length);
    this.slots.set(us);
    this.isLost.set(isLost);
    this.bench.line(us);
    this.bench.setControls(controlsOfSlots(this.store.rig(), us));
  }
}

const lineOf = (kind: SourceKind): LiveKind => (kind === 'serial-crsf' ? 'crsf' : 'sbus');

const heardText = (isHeard: boolean): string =>
  isHeard ? 'Stand-in receiver: it is heard' : 'Stand-in receiver: it is gone; waiting for it';

/** What was learnt of a controller; nothing where that cannot be read. */
function mapKept(id: string): PadMap {
  try {
    return JSON.parse(recall(`pad:${id}`) ?? '{}') as PadMap;
  } catch {
    return {};
  }
}
