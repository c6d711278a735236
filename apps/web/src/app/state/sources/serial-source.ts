import { CRSF, SBUS } from '@squallmark/core/signals';
import { SourceProblem, type Chunk, type LiveKind, type SignalSource } from '@squallmark/core/sources';
import type { Platform } from './platform';

/** How a port is set. It cannot turn a line upside down: an inverted bus needs an inverter in its lead. */
const HOW = {
  sbus: { baudRate: SBUS.baud, parity: 'even', stopBits: 2 },
  crsf: { baudRate: CRSF.baud, parity: 'none', stopBits: 1 },
} as const satisfies Record<LiveKind, object>;

const NAME = 'Serial port';

/** A receiver's line on a serial port of this computer. The browser asks which port when it is opened. */
export const serialSource = (
  platform: Pick<Platform, 'requestPort' | 'now'>,
  kind: LiveKind,
  opened: () => void = () => undefined,
): SignalSource => ({
  name: NAME,
  async *open(stop): AsyncGenerator<Chunk> {
    if (stop.aborted) return;
    const port = await orProblem(() => platform.requestPort());
    await orProblem(() => port.open(HOW[kind]));
    opened();
    try {
      if (!port.readable) throw new SourceProblem(NAME, 'the port gives nothing to read');
      const reader = port.readable.getReader();
      const cancel = (): void => void reader.cancel().catch(() => undefined);
      stop.addEventListener('abort', cancel, { once: true });
      const beginMs = platform.now();
      try {
        for (;;) {
          const { done, value } = await orProblem(() => reader.read());
          if (done || stop.aborted) return;
          yield { kind: 'bytes', atMs: platform.now() - beginMs, bytes: value };
        }
      } finally {
        stop.removeEventListener('abort', cancel);
        // a reader that is let go without its stream being ended keeps the port
        await reader.cancel().catch(() => undefined);
        reader.releaseLock();
      }
    } finally {
      await port.close();
    }
  },
});

async function orProblem<T>(ask: () => Promise<T>): Promise<T> {
  try {
    return await ask();
  } catch (error) {
    throw new SourceProblem(NAME, error instanceof Error ? error.message : String(error));
  }
}
