import type { Rig } from '@squallmark/core/rig';
import { expose } from 'comlink';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { workerAnalyst, type Analyst } from './analyst';

/** A worker that says how often it was asked, and of which rig. */
class StandIn {
  asked: string[] = [];
  private held = '';
  failing = false;

  sweep(rig: Rig | null, look: { celsius: number }): string {
    this.held = rig?.id ?? this.held;
    this.asked.push(`sweep of ${this.held} at ${look.celsius}`);
    if (this.failing) throw new Error('no sweep');
    return this.asked.at(-1)!;
  }

  wake(rig: Rig | null, kind: string, pairs: number): string {
    this.held = rig?.id ?? this.held;
    this.asked.push(`wake of ${this.held}, ${kind} ${pairs}`);
    return this.asked.at(-1)!;
  }
}

describe('what was looked up of a rig', () => {
  let studies: StandIn;
  let analyst: Analyst;
  const [one, other] = [{ id: 'one' } as Rig, { id: 'other' } as Rig];
  const at = (celsius: number) => ({ peak: false, celsius });

  beforeEach(() => {
    studies = new StandIn();
    vi.stubGlobal(
      'Worker',
      class {
        constructor() {
          const { port1, port2 } = new MessageChannel();
          expose(studies, port2);
          return Object.assign(port1, { terminate: () => port1.close() });
        }
      },
    );
    analyst = workerAnalyst();
  });

  afterEach(() => {
    vi.unstubAllGlobals();
  });

  it('is there again without another question', async () => {
    const first = await analyst.sweep(one, at(20));
    expect(await analyst.sweep(one, at(20))).toBe(first);
    await analyst.wake(one, 'field', 1);
    await analyst.wake(one, 'field', 1);
    expect(studies.asked).toEqual(['sweep of one at 20', 'wake of one, field 1']);
  });

  it('is asked anew of another rig, and under another look', async () => {
    await analyst.sweep(one, at(20));
    await analyst.sweep(one, at(-10));
    await analyst.sweep(other, at(20));
    await analyst.sweep(one, at(20));
    await analyst.wake(one, 'field', 2);
    expect(studies.asked).toEqual([
      'sweep of one at 20',
      'sweep of one at -10',
      'sweep of other at 20',
      'sweep of one at 20',
      'wake of one, field 2',
    ]);
  });

  it('is asked once more after it failed', async () => {
    studies.failing = true;
    await expect(analyst.sweep(one, at(20))).rejects.toThrow('no sweep');
    studies.failing = false;
    expect(await analyst.sweep(one, at(20))).toBe('sweep of one at 20');
  });
});
