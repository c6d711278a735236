import { describe, expect, it } from 'vitest';
import { latestOnly } from './latest';

function stepper() {
  const ran: string[] = [];
  const finish: (() => void)[] = [];
  const ask = latestOnly((name: string) => {
    ran.push(name);
    return new Promise<string>((done, fail) =>
      finish.push(() => (name === 'bad' ? fail(new Error(name)) : done(name))),
    );
  });
  const next = async (): Promise<void> => {
    finish.shift()!();
    await Promise.resolve();
    await Promise.resolve();
    await Promise.resolve();
  };
  return { ran, ask, next };
}

describe('latest only', () => {
  it('runs the first and the newest; those between resolve to null', async () => {
    const { ran, ask, next } = stepper();
    const answers = ['a', 'b', 'c'].map(ask);
    await next();
    await next();
    expect(await Promise.all(answers)).toEqual(['a', null, 'c']);
    expect(ran).toEqual(['a', 'c']);
  });

  it('goes on after one that failed', async () => {
    const { ask, next } = stepper();
    const bad = ask('bad');
    const good = ask('good');
    await next();
    await expect(bad).rejects.toThrow('bad');
    await next();
    expect(await good).toBe('good');
  });
});
