import { inject, Injectable, signal } from '@angular/core';
import type { BusScale } from '@squallmark/core/signals';
import { SourceProblem, slotDecoder, type LiveKind } from '@squallmark/core/sources';
import { Subject } from 'rxjs';
import { RigStore } from './rig-store';
import { PLATFORM } from './sources/platform';
import { serialSource } from './sources/serial-source';

export type { LiveKind };

/** Widths of the slots as a live line brings them, with the time of their arrival. */
export interface LiveFrame {
  tMs: number;
  us: readonly number[];
}

/** A receiver's line on a serial port of this computer, read as it comes. */
@Injectable({ providedIn: 'root' })
export class LivePort {
  private readonly store = inject(RigStore);
  private readonly platform = inject(PLATFORM);
  private readonly framesSubject = new Subject<LiveFrame>();
  readonly frames$ = this.framesSubject.asObservable();
  /** Whether this browser lets a page use a serial port. */
  readonly can = this.platform.canSerial;
  readonly running = signal(false);
  private stopping = new AbortController();

  /** Asks for a port and reads it until {@link stop}. What goes wrong is said. */
  async start(kind: LiveKind, scale: BusScale): Promise<void> {
    this.stopping = new AbortController();
    const take = slotDecoder(kind, scale, ({ us }) => this.framesSubject.next({ tMs: this.platform.now(), us }));
    const source = serialSource(this.platform, kind, () => this.running.set(true));
    try {
      for await (const chunk of source.open(this.stopping.signal)) take(chunk);
    } catch (error) {
      if (!(error instanceof SourceProblem)) throw error;
      this.store.say(error.message);
    } finally {
      this.running.set(false);
    }
  }

  stop(): void {
    this.stopping.abort();
  }
}
