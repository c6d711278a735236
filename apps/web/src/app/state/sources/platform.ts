import { InjectionToken } from '@angular/core';
import type { Pace, PadState } from '@squallmark/core/sources';

/** What this needs of a browser's serial port. */
export interface SerialPortLike {
  open(how: { baudRate: number; parity?: 'none' | 'even'; stopBits?: 1 | 2 }): Promise<void>;
  close(): Promise<void>;
  readable: ReadableStream<Uint8Array> | null;
}

/** What this needs of a socket. */
export interface SocketLike {
  binaryType: string;
  onmessage: ((event: MessageEvent) => void) | null;
  onclose: ((event: CloseEvent) => void) | null;
  send(text: string): void;
  close(): void;
}

/** What sources use of the machine, so that a test can stand in for it. */
export interface Platform extends Pace {
  /** Whether this browser lets a page use a serial port, and game controllers. */
  canSerial: boolean;
  canPads: boolean;
  requestPort(): Promise<SerialPortLike>;
  /** The game controller that was touched last; null when none was. */
  pad(): (PadState & { id: string }) | null;
  socket(path: string): SocketLike;
  /** ms. */
  now(): number;
}

/** The browser's own. */
export const PLATFORM = new InjectionToken<Platform>('devices', {
  providedIn: 'root',
  factory: (): Platform => ({
    canSerial: 'serial' in navigator,
    canPads: 'getGamepads' in navigator,
    requestPort: () =>
      (navigator as unknown as { serial: { requestPort(): Promise<SerialPortLike> } }).serial.requestPort(),
    pad() {
      const pads = navigator.getGamepads().filter((p) => p !== null);
      const last = pads.sort((a, b) => b.timestamp - a.timestamp)[0];
      return last ? { id: last.id, axes: last.axes, buttons: last.buttons.map((b) => b.value) } : null;
    },
    socket: (path) => new WebSocket(new URL(path, location.href.replace(/^http/, 'ws'))),
    now: () => performance.now(),
    wait: (ms, stop) =>
      new Promise((go) => {
        if (stop.aborted) return go();
        const timer = setTimeout(go, ms);
        const stopped = (): void => {
          clearTimeout(timer);
          go();
        };
        stop.addEventListener('abort', stopped, { once: true });
      }),
  }),
});
