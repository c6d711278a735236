import { encodeSbus, pulseUsToCount } from '@squallmark/core/signals';
import { SourceProblem, type Chunk } from '@squallmark/core/sources';
import { describe, expect, it } from 'vitest';
import { sourceSuite, taken } from '../../../../../../packages/core/test/support/source-suite';
import { padSource } from './pad-source';
import type { Platform, SerialPortLike, SocketLike } from './platform';
import { serialSource } from './serial-source';
import { socketSource } from './socket-source';

const SLOTS = Array.from({ length: 16 }, (_, i) => 1000 + 60 * i);
const frame = (): Uint8Array =>
  encodeSbus({
    slots: SLOTS.map((us) => pulseUsToCount('micro', us)),
    digital: [false, false],
    lost: false,
    failsafe: false,
  });

/** A machine whose clock only goes on when somebody waits. */
function machine(): Pick<Platform, 'now' | 'wait' | 'canPads'> {
  let nowMs = 0;
  return {
    canPads: true,
    now: () => nowMs,
    wait: async (ms, stop) => {
      nowMs += ms;
      if (!stop.aborted) await Promise.resolve();
    },
  };
}

/** A port that gives its pieces one after the other, then breaks or goes on for good. */
class StandInPort implements SerialPortLike {
  static open = 0;
  readable: ReadableStream<Uint8Array>;

  constructor(pieces: readonly Uint8Array[], breaks = false) {
    let at = 0;
    this.readable = new ReadableStream({
      pull(to) {
        const piece = pieces[at++];
        if (piece) to.enqueue(piece);
        else if (breaks) to.error(new Error('The device has been lost.'));
      },
    });
  }

  open(): Promise<void> {
    StandInPort.open++;
    return Promise.resolve();
  }

  close(): Promise<void> {
    // a real one refuses while a reader holds its stream
    if (this.readable.locked) return Promise.reject(new Error('the stream is locked'));
    StandInPort.open--;
    return Promise.resolve();
  }
}

const portOf = (port: SerialPortLike): Pick<Platform, 'requestPort' | 'now'> => {
  let nowMs = 0;
  return { requestPort: () => Promise.resolve(port), now: () => (nowMs += 7) };
};

sourceSuite('a serial port', {
  make: () => serialSource(portOf(new StandInPort([frame(), frame(), frame(), frame()])), 'sbus'),
  broken: () => serialSource(portOf(new StandInPort([frame()], true)), 'sbus'),
  isLetGo: () => StandInPort.open === 0,
  slots: { kind: 'sbus', us: SLOTS },
});

/** A socket that gives so many frames, then closes; `more` of them one after the other. */
class StandInSocket implements SocketLike {
  static open = 0;
  binaryType = '';
  onmessage: ((event: MessageEvent) => void) | null = null;
  onclose: ((event: CloseEvent) => void) | null = null;
  private isOpen = true;

  constructor(frames: number) {
    StandInSocket.open++;
    void Promise.resolve().then(() => {
      for (let i = 0; i < frames; i++) this.onmessage?.(new MessageEvent('message', { data: frame().slice().buffer }));
      this.close();
    });
  }

  send(): void {
    throw new Error('nothing is said to it here');
  }

  close(): void {
    if (!this.isOpen) return;
    this.isOpen = false;
    StandInSocket.open--;
    this.onclose?.(new CloseEvent('close'));
  }
}

sourceSuite('the stand-in receiver', {
  make: () => socketSource({ ...machine(), socket: () => new StandInSocket(5) }),
  broken: () => socketSource({ ...machine(), socket: () => new StandInSocket(0) }),
  isLetGo: () => StandInSocket.open === 0,
  slots: { kind: 'sbus', us: SLOTS },
});

const pads = (stands: readonly number[]): Pick<Platform, 'pad'> => {
  let at = 0;
  return {
    pad: () => (at < stands.length ? { id: 'pad', axes: [stands[at++]!, 0], buttons: [0] } : null),
  };
};

sourceSuite('a game controller', {
  make: () => padSource({ ...machine(), ...pads([0, 0.2, 0.4, 0.4, 0.6, 0.8]) }),
  broken: () => padSource({ ...machine(), ...pads([0, 0.5]) }),
});

describe('the stand-in receiver', () => {
  it('comes back by itself when the server does, however often it goes', async () => {
    const counts = [3, 0, 0, 0, 0, 3, 3];
    let at = 0;
    const said: boolean[] = [];
    const source = socketSource({ ...machine(), socket: () => new StandInSocket(counts[at++] ?? 1) }, (h) =>
      said.push(h),
    );
    expect(await taken(source, 8)).toHaveLength(8);
    // each change is told once, whatever number of frames and tries lie between
    expect(said).toEqual([true, false, true, false, true]);
  });
});

describe('a game controller', () => {
  it('says so where there is none, and tells a rest only once', async () => {
    const none = padSource({ ...machine(), pad: () => null });
    await expect(taken(none, 1)).rejects.toThrow(SourceProblem);
    const chunks = await taken(padSource({ ...machine(), ...pads([0, 0, 0, 1]) }), 2);
    expect(chunks.map((c: Chunk) => (c.kind === 'pad' ? c.axes[0] : NaN))).toEqual([0, 1]);
  });
});

describe('a serial port', () => {
  it('set for the fast link is opened as that wants it', async () => {
    const asked: object[] = [];
    const port = new StandInPort([frame(), frame()]);
    port.open = (how?: object) => (asked.push(how!), StandInPort.open++, Promise.resolve());
    await taken(serialSource(portOf(port), 'crsf'), 1);
    expect(asked).toEqual([{ baudRate: 420_000, parity: 'none', stopBits: 1 }]);
  });
});
