import { signal } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import type { BenchFrame } from '@squallmark/core/bench';
import { beforeEach, describe, expect, it } from 'vitest';
import { gimbalRig } from '../../../spec/rigs';
import { KitOf } from '../../../spec/harnesses';
import { buttonOf, openStore } from '../../../spec/store';
import { BenchRun } from '../../state/bench-run';
import type { RigStore } from '../../state/rig-store';
import { SweepCard } from './sweep-card';

/** A bench by hand: the slot sends what the sweep last set, a moment later. */
class HandBench {
  readonly frame = signal<BenchFrame | null>(null);
  private position = -1;
  rested = 0;
  setControl(_control: string, position: number): void {
    this.position = position;
  }
  rest(): void {
    this.rested++;
  }
  at(tMs: number, shows: string): void {
    const us = 1500 + 500 * this.position;
    const slots = Array.from({ length: 16 }, (_, i) => ({ us: i === 9 ? us : 1500 }));
    this.frame.set({ tMs, receivers: [{ part: 'RX', slots }], sights: { 'GB.mode': shows } } as unknown as BenchFrame);
  }
}

describe('the sweep for windows', () => {
  let fixture: ComponentFixture<SweepCard>;
  let store: RigStore;
  let kit: KitOf;
  let bench: HandBench;
  const host = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const frame = async (tMs: number, shows = 'follow nose'): Promise<void> => {
    bench.at(tMs, shows);
    await fixture.whenStable();
  };
  const press = async (name: string): Promise<void> => {
    buttonOf(host(), name).click();
    await fixture.whenStable();
  };
  /** Both ways at 8 s each, tapping a third of a second after each of two changes. */
  const sweep = async (edges = [1300, 1700], lateMs = 320): Promise<void> => {
    const up = edges.map((us) => ((us - 1000) / 1000) * 8000 + lateMs);
    const down = edges.map((us) => 8000 + ((2000 - us) / 1000) * 8000 + lateMs);
    const taps = [...up, ...down].sort((a, b) => a - b);
    for (let tMs = 0; tMs <= 16_040; tMs += 40) {
      bench.at(tMs, 'follow nose');
      TestBed.tick();
      if (taps.length && tMs >= taps[0]!) {
        taps.shift();
        document.dispatchEvent(new KeyboardEvent('keydown', { key: 't' }));
      }
    }
    await fixture.whenStable();
  };
  const found = (): number[][] =>
    [...host().querySelectorAll('[aria-label="Windows found"] li .n')].map((e) =>
      e.textContent
        .replace(' µs', '')
        .split('–')
        .map((x) => Number(x)),
    );

  beforeEach(async () => {
    bench = new HandBench();
    TestBed.overrideComponent(SweepCard, { set: { providers: [{ provide: BenchRun, useValue: bench }] } });
    store = await openStore(gimbalRig());
    fixture = TestBed.createComponent(SweepCard);
    kit = new KitOf(fixture);
    await fixture.whenStable();
  });

  it('offers the functions that have windows and a control, and no others', async () => {
    expect(await (await kit.choice('Function to sweep')).options()).toEqual(['GB mode']);
  });

  it('runs the channel up and down, shows what the device does, and counts the taps', async () => {
    await (await kit.toggle('Pace of the sweep')).choose('8 s each way');
    await press('Start the sweep');
    await frame(0);
    await frame(4000, 'hold heading');
    await frame(4020, 'hold heading');
    expect(host().textContent).toContain('1500 µs');
    expect(host().textContent).toContain('hold heading');
    await press('It changed (T)');
    expect(host().textContent).toContain('1 tap');
    await press('End here');
    expect(bench.rested).toBe(1);
  });

  it('finds the edges with the delay of the eye taken off by the two ways', async () => {
    await (await kit.toggle('Pace of the sweep')).choose('8 s each way');
    await press('Start the sweep');
    await sweep();
    const windows = found();
    expect(windows).toHaveLength(3);
    expect(Math.abs(windows[0]![1]! - 1300)).toBeLessThan(8);
    expect(Math.abs(windows[1]![1]! - 1700)).toBeLessThan(8);
  });

  it('puts what was found on the sheet under the names that are typed, as one step', async () => {
    await (await kit.toggle('Pace of the sweep')).choose('8 s each way');
    await press('Start the sweep');
    await sweep();
    for (const [i, name] of ['low', 'middle', 'high'].entries())
      await (await kit.entry(`Name of window ${i + 1}`)).type(name);
    let shut = 0;
    fixture.componentInstance.shut.subscribe(() => shut++);
    await press("Put them on the part's sheet");
    const mode = () => store.rig().sheets['gimbal-two-axis']!.functions.find((f) => f.id === 'mode')!;
    expect(mode().windows?.map((w) => w.label)).toEqual(['low', 'middle', 'high']);
    expect(shut).toBe(1);
    store.undo();
    expect(mode().windows?.map((w) => w.label)).not.toContain('middle');
  });

  it('says when nothing was tapped, and changes nothing', async () => {
    const before = store.rig();
    await press('Start the sweep');
    await frame(0);
    await frame(1000);
    await press('End here');
    expect(host().textContent).toContain('No change was tapped.');
    expect(store.rig()).toBe(before);
  });

  it('has nothing to sweep where no function has windows', async () => {
    store.do([{ kind: 'unbind', part: 'GB', fn: 'mode' }]);
    await fixture.whenStable();
    expect(host().textContent).toContain('No function with windows is on a driven channel yet');
  });
});
