import { inject, Injectable, signal } from '@angular/core';
import type { Guess, Sense, SenseKind } from '@squallmark/core/captures';
import type { Identified, Touch } from '@squallmark/core/channels';
import type { Rig } from '@squallmark/core/rig';
import type { BusScale } from '@squallmark/core/signals';
import { problemText } from '@squallmark/core/units';
import { wrap, type Remote } from 'comlink';
import type { BusLine, CaptureSummary, CaptureWorkerApi, DecodedLine, SignalPicture } from '../workers/capture.worker';
import { ReviveWorker } from '../workers/revive';
import { telling } from '../workers/telling';
import { latestOnly } from './latest';
import { RigStore } from './rig-store';

/** What a drawing of a line asks for. */
export interface PictureAsk {
  line: number;
  sense: Sense | null;
  fromNs: number;
  toNs: number;
  columns: number;
}

/** The recording on the desk: read, recognised, decoded and drawn from beside the page. */
@Injectable({ providedIn: 'root' })
export class CaptureDesk {
  private readonly store = inject(RigStore);
  private readonly worker = new ReviveWorker<Remote<CaptureWorkerApi>>(
    () => new Worker(new URL('../workers/capture.worker', import.meta.url), { type: 'module' }),
    (raw) => wrap<CaptureWorkerApi>(raw),
  );
  readonly summary = signal<CaptureSummary | null>(null);
  /** How far a file is read, 0…1; null while none is. */
  readonly progress = signal<number | null>(null);

  readonly picture = latestOnly(({ line, sense, fromNs, toNs, columns }: PictureAsk): Promise<SignalPicture> =>
    this.worker.call((api) => api.picture(line, sense, fromNs, toNs, columns)),
  );

  /** Reads a file; what was open stays when it cannot be read. True when the file is open. */
  async open(file: File): Promise<boolean> {
    this.progress.set(0);
    try {
      const hear = (part: number): void => this.progress.set(part);
      const reading = await telling(hear, (tell) => this.worker.call((api) => api.load(file, tell)));
      if (reading.summary) this.summary.set(reading.summary);
      else this.store.say(reading.problems.map(problemText).join(' · '));
      return reading.summary !== null;
    } catch (error) {
      this.failed('Not read', error);
      return false;
    } finally {
      this.progress.set(null);
    }
  }

  stop(): void {
    void this.worker.call((api) => api.stop());
  }

  async record(rig: Rig): Promise<boolean> {
    try {
      this.summary.set(await this.worker.call((api) => api.record(rig)));
      return true;
    } catch (error) {
      this.failed('Not recorded', error);
      return false;
    }
  }

  async guess(line: number): Promise<Guess[]> {
    try {
      return await this.worker.call((api) => api.guess(line));
    } catch (error) {
      this.failed('Not recognised', error);
      return [];
    }
  }

  /** What a line is when it is said to be of a kind; null when nothing on it speaks for that. */
  async guessAs(line: number, kind: SenseKind): Promise<Guess | null> {
    try {
      return await this.worker.call((api) => api.guessAs(line, kind));
    } catch (error) {
      this.failed('Not recognised', error);
      return null;
    }
  }

  async nextFrame(line: number, sense: Sense, afterNs: number): Promise<{ fromNs: number; toNs: number } | null> {
    try {
      return await this.worker.call((api) => api.nextFrame(line, sense, afterNs));
    } catch (error) {
      this.failed('Not found', error);
      return null;
    }
  }

  async decode(line: number, sense: Sense): Promise<DecodedLine | null> {
    try {
      return await this.worker.call((api) => api.decode(line, sense));
    } catch (error) {
      this.failed('Not decoded', error);
      return null;
    }
  }

  async identify(rig: Rig, scale: BusScale, touches: Touch[]): Promise<{ line: string; found: Identified } | null> {
    try {
      const found = await this.worker.call((api) => api.identify(rig, scale, touches));
      if (!found) this.store.say('No line of this recording carries channels');
      return found;
    } catch (error) {
      this.failed('Not identified', error);
      return null;
    }
  }

  /** What came on the line that carries the channels; null, and said, where there is none. */
  async bus(): Promise<BusLine | null> {
    try {
      const found = await this.worker.call((api) => api.bus());
      if (!found) this.store.say('No line of this recording carries a bus with channels');
      return found;
    } catch (error) {
      this.failed('Not played', error);
      return null;
    }
  }

  async write(form: 'vcd' | 'csv'): Promise<Blob | null> {
    try {
      return await this.worker.call((api) => api.write(form));
    } catch (error) {
      this.failed('Not written', error);
      return null;
    }
  }

  private failed(what: string, error: unknown): void {
    this.store.say(`${what}: ${error instanceof Error ? error.message : String(error)}`);
  }
}
