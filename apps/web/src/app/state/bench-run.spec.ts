import { createEnvironmentInjector, EnvironmentInjector } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { CheckStep } from '@squallmark/core/prove';
import { expose } from 'comlink';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { gimbalRig } from '../../spec/rigs';
import { openStore } from '../../spec/store';
import { BenchRun } from './bench-run';
import type { RigStore } from './rig-store';

describe('the simulated rig, visit by visit', () => {
  /** What every worker was asked, in turn. */
  let asked: string[];
  /** What makes a worker die, each. */
  let workers: (() => void)[];
  /** Ends the step that is played. */
  let letGo: () => void;
  let store: RigStore;

  /** Somebody comes to look: the bench, and what ends the visit. */
  function visit(): { bench: BenchRun; leave: () => void } {
    const scope = createEnvironmentInjector([BenchRun], TestBed.inject(EnvironmentInjector));
    return { bench: scope.get(BenchRun), leave: () => scope.destroy() };
  }
  const hears = (...words: string[]) => vi.waitFor(() => expect(asked).toEqual(words));

  beforeEach(async () => {
    asked = [];
    workers = [];
    const hear = (name: string): [string, () => void] => [name, () => void asked.push(name)];
    const api = {
      ...Object.fromEntries(['load', 'again', 'run', 'leave', 'rest', 'setControls'].map(hear)),
      play: () => {
        asked.push('play');
        return new Promise<void>((done) => (letGo = done));
      },
    };
    vi.stubGlobal(
      'Worker',
      class {
        constructor() {
          const { port1, port2 } = new MessageChannel();
          expose(api, port2);
          const dying = new EventTarget();
          workers.push(() => dying.dispatchEvent(Object.assign(new Event('error'), { message: 'out of memory' })));
          const listen = port1.addEventListener.bind(port1);
          return Object.assign(port1, {
            terminate: () => port1.close(),
            addEventListener: (type: 'error' | 'message', heard: (event: Event) => void) =>
              type === 'error' ? dying.addEventListener(type, heard) : listen(type, heard),
          });
        }
      },
    );
    store = await openStore(gimbalRig());
  });

  afterEach(() => {
    TestBed.resetTestingModule();
    vi.unstubAllGlobals();
  });

  it('finds the bench of the visit before with the rig still on it, started afresh', async () => {
    const one = visit();
    one.bench.rest();
    await hears('run', 'load', 'rest');
    one.leave();
    await hears('run', 'load', 'rest', 'leave');
    visit().bench.rest();
    await hears('run', 'load', 'rest', 'leave', 'again', 'run', 'rest');
    expect(workers).toHaveLength(1);
  });

  it('puts another rig on it where it was changed meanwhile', async () => {
    const one = visit();
    one.bench.rest();
    one.leave();
    await hears('run', 'load', 'rest', 'leave');
    expect(store.do([{ kind: 'removePart', part: 'RX' }])).toBe(true);
    visit().bench.rest();
    await hears('run', 'load', 'rest', 'leave', 'run', 'load', 'rest');
  });

  it('has a bench of its own for each of two that look at once', async () => {
    for (const { bench } of [visit(), visit()]) bench.rest();
    await vi.waitFor(() => expect(asked.filter((a) => a === 'load')).toHaveLength(2));
    expect(workers).toHaveLength(2);
    await vi.waitFor(() => expect(asked).toHaveLength(6));
  });

  it('is ended where a step is still played, and who waits for that hears nothing', async () => {
    const one = visit();
    let isHeard = false;
    void one.bench.play({} as CheckStep).finally(() => (isHeard = true));
    await hears('run', 'load', 'play');
    one.leave();
    letGo();
    one.bench.setControl('left-slider', 1);
    visit().bench.rest();
    await hears('run', 'load', 'play', 'run', 'load', 'rest');
    expect(workers).toHaveLength(2);
    expect(isHeard).toBe(false);
  });

  it('starts another with the rig on it where its worker died', async () => {
    const { bench } = visit();
    bench.rest();
    await hears('run', 'load', 'rest');
    workers[0]!();
    bench.setControl('left-slider', 1);
    await hears('run', 'load', 'rest', 'run', 'load', 'setControls');
    expect(workers).toHaveLength(2);
  });
});
