import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import {
  SourceProblem,
  controlsOfPad,
  controlsOfSlots,
  lineScale,
  playedSource,
  slotDecoder,
  steady,
  type Chunk,
  type LiveKind,
  type PadMap,
  type PadState,
  type SignalSource,
} from '@squallmark/core/sources';
import { BenchRun } from '../../state/bench-run';
import { CaptureDesk } from '../../state/capture-desk';
import type { Ledger } from '../../state/desk';
import { RigStore } from '../../state/rig-store';
import { recall, remember } from '../../state/small-notes';
import { padSource } from '../../state/sources/pad-source';
import { PLATFORM } from '../../state/sources/platform';
import { serialSource } from '../../state/sources/serial-source';
import { socketSource } from '../../state/sources/socket-source';

/** Where the signals of a proof come from. */
export type SourceKind = 'simulated' | 'pad' | 'serial-sbus' | 'serial-crsf' | 'stand-in' | 'recording' | 'bench';

/** What people call each, and to which ledger its verdicts belong. */
export const SOURCES: Record<SourceKind, { label: string; says: string; ledger: Ledger }> = {
  simulated: { label: 'simulated rig', says: 'simulated rig', ledger: 'simulated' },
  pad: { label: 'game controller', says: 'game controller moves the simulated rig', ledger: 'simulated' },
  'serial-sbus': { label: 'serial port, SBUS', says: 'real sticks move the simulated rig', ledger: 'line' },
  'serial-crsf': { label: 'serial port, CRSF', says: 'real sticks move the simulated rig', ledger: 'line' },
  'stand-in': { label: 'stand-in receiver', says: 'its slots move the simulated rig', ledger: 'line' },
  recording: { label: 'a recording', says: 'what was recorded moves the simulated rig', ledger: 'line' },
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
  private readonly captures = inject(CaptureDesk);
  readonly kind = signal<SourceKind>('simulated');
  readonly ledger = computed(() => SOURCES[this.kind()].ledger);
  /** Slots of a real line as they last came, µs; null while none is heard. */
  readonly slots = signal<readonly number[] | null>(null);
  readonly isLost = signal(false);
  /** It was heard, and is waited for. */
  readonly isGone = signal(false);
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
    const opened = kind === 'recording' ? await this.recording() : this.opened(kind);
    if (!opened || stopping.signal.aborted) return;
    const { source, take } = opened;
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

  /** Opens a file and plays it; what was played before goes on where it cannot be read. */
  async play(file: File): Promise<void> {
    if (await this.captures.open(file)) await this.choose('recording');
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
    this.isGone.set(false);
    this.framesPerS.set(0);
    this.pad.set(null);
    this.times = [];
    this.bench.line(null);
  }

  private opened(kind: SourceKind): Opened | null {
    switch (kind) {
      case 'pad':
        return { source: padSource(this.platform), take: (chunk) => chunk.kind === 'pad' && this.takePad(chunk) };
      case 'stand-in':
        return this.line(
          socketSource(this.platform, (isHeard) => this.hears(isHeard)),
          'sbus',
        );
      case 'serial-sbus':
        return this.line(serialSource(this.platform, 'sbus'), 'sbus');
      case 'serial-crsf':
        return this.line(serialSource(this.platform, 'crsf'), 'crsf');
      default:
        return null;
    }
  }

  /** The recording on the desk at its own pace; null while none is open, or nothing on it can be played. */
  private async recording(): Promise<Opened | null> {
    const name = this.captures.summary()?.name;
    const bus = name === undefined ? null : await this.captures.bus();
    if (!bus) return null;
    const pace = steady(this.platform, () => this.platform.now());
    return this.line(playedSource(`${name}, ${bus.line}`, bus.chunks, pace), bus.kind);
  }

  /** A line with channels, its counts read as the receiver of the rig counts. */
  private line(source: SignalSource, kind: LiveKind): Opened {
    const scale = lineScale(this.store.rig(), kind);
    return { source, take: slotDecoder(kind, scale, ({ us, isLost }) => this.takeSlots(us, isLost)) };
  }

  private hears(isHeard: boolean): void {
    this.isGone.set(!isHeard);
    if (!isHeard) {
      this.times = [];
      this.framesPerS.set(0);
    }
    this.store.say(heardText(isHeard));
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

/** A source with what is done with what comes. */
interface Opened {
  source: SignalSource;
  take: (chunk: Chunk) => void;
}

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
