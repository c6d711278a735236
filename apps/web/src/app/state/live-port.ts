import { inject, Injectable, signal } from '@angular/core';
import {
  CRSF,
  SBUS,
  SbusReader,
  countToPulseUs,
  crsfChannels,
  crsfStream,
  type BusScale,
} from '@squallmark/core/signals';
import { Subject } from 'rxjs';
import { RigStore } from './rig-store';

/** Widths of the slots as a live line brings them, with the time of their arrival. */
export interface LiveFrame {
  tMs: number;
  us: number[];
}

/** How the line is set. A port cannot turn a line upside down: an inverted bus needs an inverter in its lead. */
export type LiveKind = 'sbus' | 'crsf';

/** What this needs of a browser's serial port. */
interface SerialPortLike {
  open(how: { baudRate: number; parity?: 'none' | 'even'; stopBits?: 1 | 2 }): Promise<void>;
  close(): Promise<void>;
  readable: ReadableStream<Uint8Array> | null;
}

interface SerialLike {
  requestPort(): Promise<SerialPortLike>;
}

const HOW = {
  sbus: { baudRate: SBUS.baud, parity: 'even', stopBits: 2 },
  crsf: { baudRate: CRSF.baud, parity: 'none', stopBits: 1 },
} as const;

/** A silence longer than this ends a burst, ms: pieces of one frame arrive closer together. */
const GAP_MS = 2;

/** A receiver's line on a serial port of this computer, read as it comes. */
@Injectable({ providedIn: 'root' })
export class LivePort {
  private readonly store = inject(RigStore);
  private readonly framesSubject = new Subject<LiveFrame>();
  readonly frames$ = this.framesSubject.asObservable();
  /** Whether this browser lets a page use a serial port. */
  readonly can = 'serial' in navigator;
  readonly running = signal(false);
  private reader: ReadableStreamDefaultReader<Uint8Array> | null = null;

  /** Asks for a port and reads it until {@link stop}. What goes wrong is said. */
  async start(kind: LiveKind, scale: BusScale): Promise<void> {
    try {
      const port = await (navigator as unknown as { serial: SerialLike }).serial.requestPort();
      await port.open(HOW[kind]);
      this.running.set(true);
      try {
        await this.read(port, kind, scale);
      } finally {
        await port.close();
      }
    } catch (error) {
      this.store.say(`Serial port: ${error instanceof Error ? error.message : String(error)}`);
    } finally {
      this.running.set(false);
      this.reader = null;
    }
  }

  stop(): void {
    void this.reader?.cancel();
  }

  private async read(port: SerialPortLike, kind: LiveKind, scale: BusScale): Promise<void> {
    if (!port.readable) throw new Error('the port gives nothing to read');
    const reader = (this.reader = port.readable.getReader());
    const push = this.decoder(kind, scale);
    let lastMs = performance.now();
    for (;;) {
      const { done, value } = await reader.read();
      if (done) break;
      const nowMs = performance.now();
      push(value, nowMs - lastMs > GAP_MS);
      lastMs = nowMs;
    }
    reader.releaseLock();
  }

  private decoder(kind: LiveKind, scale: BusScale): (bytes: Uint8Array, gap: boolean) => void {
    const found = (counts: readonly number[]): void =>
      this.framesSubject.next({ tMs: performance.now(), us: counts.map((c) => countToPulseUs(scale, c)) });
    if (kind === 'crsf') {
      const stream = crsfStream((frame) => {
        const counts = crsfChannels(frame);
        if (counts) found(counts);
      });
      return (bytes) => stream.push(bytes);
    }
    const bus = new SbusReader((frame) => found(frame.slots));
    return (bytes, gap) => {
      if (gap) bus.gap();
      for (const byte of bytes) bus.push(byte);
      bus.settle();
    };
  }
}
