import { TestBed } from '@angular/core/testing';
import type { Rig } from '@squallmark/core/rig';
import { expose } from 'comlink';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Aftercare, Standing, Told } from '../workers/diagnose.worker';
import { Finder } from './finder';

const MEASURES = 3;
const end: Aftercare = { again: ['step'], document: [] };

/** A casebook of three measurements, one after another, whose weighing waits until the test lets it go on. */
class StandInBook {
  told: Told[] = [];
  private gate: (() => void)[] = [];
  isHeld = false;

  open(): void {
    this.told = [];
  }

  async ask(told: Told): Promise<Standing> {
    this.told.push(told);
    if (this.isHeld) await new Promise<void>((go) => this.gate.push(go));
    const at = told.readings.length + told.skipped.length;
    return {
      suspects: [{ id: `left by ${at}`, text: '', remedy: '', weight: 1 }],
      next: at < MEASURES ? { at, where: `place ${at}`, minutes: 1, readings: [] } : null,
    };
  }

  read(at: number): string {
    return `reads ${at}`;
  }

  aftercare(): Aftercare {
    return end;
  }

  letGo(): void {
    this.isHeld = false;
    for (const go of this.gate.splice(0)) go();
  }
}

describe('what is measured, and where', () => {
  let book: StandInBook;
  let finder: Finder;
  const settled = () => vi.waitFor(() => expect(finder.isAsking()).toBe(false));
  const places = () => finder.taken().map((t) => `${t.where}: ${t.reading}`);

  beforeEach(async () => {
    book = new StandInBook();
    const ports: MessagePort[] = [];
    vi.stubGlobal(
      'Worker',
      class {
        constructor() {
          const { port1, port2 } = new MessageChannel();
          expose(book, port2);
          ports.push(port1);
          return Object.assign(port1, { terminate: () => ports.forEach((p) => p.close()) });
        }
      },
    );
    TestBed.configureTestingModule({ providers: [Finder] });
    finder = TestBed.inject(Finder);
    await finder.begin({} as Rig, [], []);
  });

  afterEach(() => {
    TestBed.resetTestingModule();
    vi.unstubAllGlobals();
  });

  it('goes on from place to place, and says what follows at the end', async () => {
    await finder.take('high');
    await finder.read(null);
    await finder.take(null);
    expect(places()).toEqual(['place 0: high', 'place 1: reads 1', 'place 2: null']);
    expect(finder.standing()!.next).toBeNull();
    expect(finder.aftercare()).toEqual(end);
    expect(finder.minutes()).toBe(2);
  });

  it('takes no second answer for a measurement while the first is weighed', async () => {
    book.isHeld = true;
    void finder.take('high');
    void finder.take('high');
    void finder.read(null);
    expect(finder.isAsking()).toBe(true);
    await vi.waitFor(() => expect(book.told).toHaveLength(2));
    book.letGo();
    await settled();
    expect(places()).toEqual(['place 0: high']);
    expect(finder.standing()!.next!.at).toBe(1);
  });

  it('reads a measurement once, however often it is asked for', async () => {
    book.isHeld = true;
    void finder.read(null);
    void finder.read(null);
    await vi.waitFor(() => expect(book.told).toHaveLength(2));
    void finder.read(null);
    book.letGo();
    await settled();
    expect(places()).toEqual(['place 0: reads 0']);
  });

  it('stands as after the last of what was taken back, not as an earlier answer would have it', async () => {
    book.isHeld = true;
    void finder.take('high');
    void finder.takeBack(0);
    await vi.waitFor(() => expect(book.told).toHaveLength(3));
    book.letGo();
    await settled();
    expect(places()).toEqual([]);
    expect(finder.standing()!.next!.at).toBe(0);
  });
});
