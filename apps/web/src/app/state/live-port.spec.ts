import { TestBed } from '@angular/core/testing';
import { encodeCrsfChannels, encodeSbus, pulseUsToCount } from '@squallmark/core/signals';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { LivePort, type LiveFrame } from './live-port';
import { RigStore } from './rig-store';

/** A port whose bytes the test hands over piece by piece, and which remembers how it was opened. */
class StandInPort {
  opened: object[] = [];
  closed = 0;
  private feed!: ReadableStreamDefaultController<Uint8Array>;
  readable: ReadableStream<Uint8Array> | null = new ReadableStream<Uint8Array>({
    start: (controller) => {
      this.feed = controller;
    },
  });

  open(how: object): Promise<void> {
    this.opened.push(how);
    return Promise.resolve();
  }

  close(): Promise<void> {
    this.closed++;
    return Promise.resolve();
  }

  give(bytes: Uint8Array): void {
    this.feed.enqueue(bytes);
  }

  pull(error: Error): void {
    this.feed.error(error);
  }
}

describe('a receiver on a serial port', () => {
  let port: StandInPort;
  let said: string[];
  let frames: LiveFrame[];
  let clock = 0;
  const request = vi.fn<() => Promise<StandInPort>>();
  const heard = (count: number) => vi.waitFor(() => expect(frames).toHaveLength(count));
  /** Pieces that come one right after the other, after the silence that parts frames. */
  const burst = async (...pieces: Uint8Array[]): Promise<void> => {
    clock += 7;
    for (const piece of pieces) {
      port.give(piece);
      await new Promise((read) => setTimeout(read));
    }
  };
  const bus = (us: number[]): Uint8Array =>
    encodeSbus({
      slots: us.map((w) => pulseUsToCount('micro', w)),
      digital: [false, false],
      lost: false,
      failsafe: false,
    });

  beforeEach(() => {
    port = new StandInPort();
    request.mockReset().mockImplementation(() => Promise.resolve(port));
    vi.spyOn(performance, 'now').mockImplementation(() => clock);
    vi.stubGlobal('navigator', { serial: { requestPort: request } });
    said = [];
    frames = [];
    TestBed.configureTestingModule({
      providers: [{ provide: RigStore, useValue: { say: (t: string) => said.push(t) } }],
    });
  });
  afterEach(() => {
    vi.unstubAllGlobals();
    vi.restoreAllMocks();
  });

  function begin(kind: 'sbus' | 'crsf'): { live: LivePort; over: Promise<void> } {
    const live = TestBed.inject(LivePort);
    live.frames$.subscribe((frame) => frames.push(frame));
    return { live, over: live.start(kind, 'micro') };
  }

  it('is opened as the bus wants it and gives widths frame by frame, in whatever pieces they come', async () => {
    const { live, over } = begin('sbus');
    await vi.waitFor(() => expect(live.running()).toBe(true));
    expect(port.opened).toEqual([{ baudRate: 100_000, parity: 'even', stopBits: 2 }]);
    const one = bus([1000, 1500, 2000]);
    await burst(one);
    await burst(one.slice(0, 7), one.slice(7));
    await burst(one.slice(0, 20));
    await burst(one);
    await burst(one);
    // a burst is over when the next begins: the last one is still held, the one cut short is lost
    await heard(3);
    for (const frame of frames) expect(frame.us.slice(0, 3)).toEqual([1000, 1500, 2000]);
    live.stop();
    await over;
    expect(port.closed).toBe(1);
    expect(live.running()).toBe(false);
    expect(said).toEqual([]);
  });

  it('reads an open serial link, and skips what is damaged', async () => {
    const { live, over } = begin('crsf');
    const good = encodeCrsfChannels(new Array<number>(16).fill(992));
    const bad = good.slice();
    bad[5]! ^= 0x10;
    await vi.waitFor(() => expect(live.running()).toBe(true));
    expect(port.opened).toEqual([{ baudRate: 420_000, parity: 'none', stopBits: 1 }]);
    port.give(bad);
    port.give(good);
    await heard(1);
    expect(frames[0]!.us).toEqual(new Array<number>(16).fill(1500));
    live.stop();
    await over;
  });

  it('says why when no port is given, when it gives nothing, and when it is pulled out', async () => {
    request.mockRejectedValueOnce(new Error('No port selected by the user.'));
    await begin('sbus').over;
    expect(said).toEqual(['Serial port: No port selected by the user.']);

    port.readable = null;
    await begin('sbus').over;
    expect(said[1]).toBe('Serial port: the port gives nothing to read');
    expect(port.closed).toBe(1);

    port = new StandInPort();
    const { live, over } = begin('sbus');
    await vi.waitFor(() => expect(live.running()).toBe(true));
    port.pull(new Error('The device has been lost.'));
    await over;
    expect(said[2]).toBe('Serial port: The device has been lost.');
    expect(port.closed).toBe(1);
    expect(live.running()).toBe(false);
  });
});
