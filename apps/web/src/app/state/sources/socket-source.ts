import { SourceProblem, type Chunk, type SignalSource } from '@squallmark/core/sources';
import type { Platform } from './platform';

const NAME = 'Stand-in receiver';
/** Where the server has it. */
const PATH = '/stand-in';
/** Waits between tries once it is gone, ms: it comes back by itself when the server does. */
const AGAIN_MS = [250, 500, 1000, 2000, 4000];
/** Tries without ever having been heard before it is given up. */
const MOST_TRIES = 3;

/** The stand-in receiver of this server. When the server goes away it waits for it, and goes on where it comes back. */
export const socketSource = (
  platform: Pick<Platform, 'socket' | 'now' | 'wait'>,
  told: (isHeard: boolean) => void = () => undefined,
): SignalSource => ({
  name: NAME,
  async *open(stop): AsyncGenerator<Chunk> {
    const beginMs = platform.now();
    let [tries, everHeard, isHeard] = [0, false, false];
    while (!stop.aborted) {
      for await (const bytes of framesOf(platform, stop)) {
        if (!isHeard) told(true);
        [tries, everHeard, isHeard] = [0, true, true];
        yield { kind: 'bytes', atMs: platform.now() - beginMs, bytes };
      }
      if (stop.aborted) return;
      if (isHeard) told(false);
      isHeard = false;
      if (!everHeard && ++tries >= MOST_TRIES)
        throw new SourceProblem(NAME, 'it does not answer; it is there only where `npm run demo` serves this page');
      await platform.wait(AGAIN_MS[Math.min(tries, AGAIN_MS.length - 1)]!, stop);
    }
  },
});

/** Frames of one connection until it closes. */
async function* framesOf(platform: Pick<Platform, 'socket'>, stop: AbortSignal): AsyncGenerator<Uint8Array> {
  const socket = platform.socket(PATH);
  socket.binaryType = 'arraybuffer';
  const waiting: Uint8Array[] = [];
  let isOpen = true;
  let wake = (): void => undefined;
  socket.onmessage = ({ data }: { data: unknown }) => {
    if (data instanceof ArrayBuffer) waiting.push(new Uint8Array(data));
    wake();
  };
  const shut = (): void => {
    isOpen = false;
    wake();
  };
  socket.onclose = shut;
  stop.addEventListener('abort', shut, { once: true });
  try {
    while (isOpen || waiting.length) {
      while (waiting.length && !stop.aborted) yield waiting.shift()!;
      if (stop.aborted || !isOpen) return;
      await new Promise<void>((go) => (wake = go));
    }
  } finally {
    stop.removeEventListener('abort', shut);
    socket.close();
  }
}
