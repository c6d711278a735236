import { expose, wrap } from 'comlink';
import { describe, expect, it } from 'vitest';
import { telling } from './telling';

/** Says how far it is once more when its answer has come long since. */
function overtaken() {
  const { port1, port2 } = new MessageChannel();
  // across a port whoever is told answers
  let late: () => Promise<void> = () => Promise.resolve();
  expose(
    {
      async run(tell: (at: number) => Promise<void>): Promise<string> {
        await tell(1);
        late = () => tell(2);
        return 'done';
      },
    },
    port2,
  );
  const api = wrap<{ run: (tell: (at: number) => void) => Promise<string> }>(port1);
  return { api, late: () => late(), ports: [port1, port2] };
}

describe('work that tells how far it is', () => {
  it('is not heard any more once its answer is there', async () => {
    const { api, late, ports } = overtaken();
    const heard: number[] = [];
    expect(
      await telling(
        (at: number) => heard.push(at),
        (tell) => api.run(tell),
      ),
    ).toBe('done');
    await late();
    expect(heard).toEqual([1]);
    for (const port of ports) port.close();
  });

  it('fails as the work fails', async () => {
    await expect(
      telling(
        () => undefined,
        () => Promise.reject(new Error('gone')),
      ),
    ).rejects.toThrow('gone');
  });
});
