import { SbusReader, countToPulseUs } from '@squallmark/core/signals';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { StandIn, type Listener } from './stand-in.js';

class Ear implements Listener {
  readonly frames: Uint8Array[] = [];
  readonly words: string[] = [];
  send(data: Uint8Array | string): void {
    if (typeof data === 'string') this.words.push(data);
    else this.frames.push(data);
  }
  get us(): number[] {
    let us: number[] = [];
    const reader = new SbusReader((frame) => (us = frame.slots.map((c) => Math.round(countToPulseUs('micro', c)))));
    for (const byte of this.frames.at(-1) ?? []) reader.push(byte);
    reader.end();
    return us;
  }
}

describe('the stand-in receiver', () => {
  afterEach(() => vi.useRealTimers());

  it('beats while somebody listens, carries what it was told to everybody, and keeps it', () => {
    vi.useFakeTimers();
    const standIn = new StandIn();
    const [a, b] = [new Ear(), new Ear()];
    standIn.join(a);
    vi.advanceTimersByTime(71);
    expect(a.frames).toHaveLength(10);
    expect(a.us).toEqual(new Array<number>(16).fill(1500));
    standIn.join(b);
    const slots = Array.from({ length: 16 }, (_, i) => 1000 + i * 60);
    standIn.hear(b, JSON.stringify({ slots }));
    vi.advanceTimersByTime(7);
    a.us.forEach((us, i) => expect(Math.abs(us - slots[i]!)).toBeLessThan(2));
    expect(b.us).toEqual(a.us);
    standIn.leave(a);
    standIn.leave(b);
    vi.advanceTimersByTime(100);
    expect(a.frames).toHaveLength(11);
    expect(vi.getTimerCount()).toBe(0);
  });

  it.each([
    ['hello', 'this is no JSON'],
    ['{"slots":[1500]}', 'slots'],
    [JSON.stringify({ slots: new Array<number>(16).fill(99) }), 'slots.0'],
    [JSON.stringify({ slots: new Array<number>(16).fill(1500), more: 1 }), 'more'],
  ])('says what it cannot read, and changes nothing: %s', (text, why) => {
    vi.useFakeTimers();
    const standIn = new StandIn();
    const ear = new Ear();
    standIn.join(ear);
    standIn.hear(ear, text);
    expect((JSON.parse(ear.words[0]!) as { problem: string }).problem).toContain(why);
    vi.advanceTimersByTime(8);
    expect(ear.us).toEqual(new Array<number>(16).fill(1500));
    standIn.leave(ear);
  });
});
