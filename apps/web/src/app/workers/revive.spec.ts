import { describe, expect, it } from 'vitest';
import { GivenUp, ReviveWorker } from './revive';

/** A worker that answers by number, and can be made to die. */
class StandIn extends EventTarget {
  static all: StandIn[] = [];
  ended = false;
  readonly n = StandIn.all.push(this);

  terminate(): void {
    this.ended = true;
  }

  die(message = ''): void {
    this.dispatchEvent(Object.assign(new Event('error'), { message }));
  }
}

const revive = () => {
  StandIn.all = [];
  return new ReviveWorker<{ answer: () => Promise<number>; hang: () => Promise<number> }>(
    () => new StandIn() as unknown as Worker,
    (worker) => ({
      answer: () => Promise.resolve((worker as unknown as StandIn).n),
      hang: () => new Promise<number>(() => undefined),
    }),
  );
};

describe('a worker that is replaced when it dies', () => {
  it('is started with the first call and asked again after', async () => {
    const worker = revive();
    expect(worker.isFresh).toBe(true);
    expect(StandIn.all).toHaveLength(0);
    expect(await worker.call((api) => api.answer())).toBe(1);
    expect(await worker.call((api) => api.answer())).toBe(1);
    expect(worker.isFresh).toBe(false);
  });

  it('fails what it was asked with the reason, and the next call meets another one', async () => {
    const worker = revive();
    const asked = worker.call((api) => api.hang());
    StandIn.all[0]!.die('out of memory');
    await expect(asked).rejects.toThrow('the worker stopped (out of memory) and is started again');
    expect(StandIn.all[0]!.ended).toBe(true);
    expect(worker.isFresh).toBe(true);
    expect(await worker.call((api) => api.answer())).toBe(2);
  });

  it('says so when it could not be loaded at all', async () => {
    const worker = revive();
    const asked = worker.call((api) => api.hang());
    StandIn.all[0]!.die();
    await expect(asked).rejects.toThrow('it could not be loaded');
  });

  it('ends when it is closed; a later call starts another', async () => {
    const worker = revive();
    await worker.call((api) => api.answer());
    worker.close();
    expect(StandIn.all[0]!.ended).toBe(true);
    expect(await worker.call((api) => api.answer())).toBe(2);
  });

  it('given up tells whoever waits; closed it says nothing more', async () => {
    const [given, closed] = [revive(), revive()];
    const told = given.call((api) => api.hang());
    given.giveUp();
    await expect(told).rejects.toBeInstanceOf(GivenUp);
    expect(StandIn.all[0]!.ended).toBe(true);
    const untold = closed.call((api) => api.hang());
    closed.close();
    expect(await Promise.race([untold, Promise.resolve('nothing said')])).toBe('nothing said');
  });

  it('closed before it was ever asked does nothing', () => {
    expect(() => revive().close()).not.toThrow();
    expect(StandIn.all).toHaveLength(0);
  });
});
