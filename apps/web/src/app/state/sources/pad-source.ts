import { SourceProblem, type Chunk, type SignalSource } from '@squallmark/core/sources';
import type { Platform } from './platform';

const NAME = 'Game controller';
/** How often it is looked at, ms. */
const LOOK_MS = 16;
/** Browsers show a controller only once it was touched: so long it is waited for, ms. */
const PATIENCE_MS = 8000;

/** A transmitter or a pad plugged in as a game controller: every move of an axis or a button. */
export const padSource = (platform: Pick<Platform, 'pad' | 'now' | 'wait' | 'canPads'>): SignalSource => ({
  name: NAME,
  async *open(stop): AsyncGenerator<Chunk> {
    if (!platform.canPads) throw new SourceProblem(NAME, 'this browser knows none');
    const beginMs = platform.now();
    let before = '';
    let lastMs = beginMs;
    while (!stop.aborted) {
      const pad = platform.pad();
      const nowMs = platform.now();
      if (pad) lastMs = nowMs;
      else if (nowMs - lastMs > PATIENCE_MS)
        throw new SourceProblem(NAME, before ? 'it was unplugged' : 'none was touched; plug it in and move a stick');
      const stands = pad ? JSON.stringify([pad.axes, pad.buttons]) : before;
      if (pad && stands !== before)
        yield { kind: 'pad', atMs: nowMs - beginMs, axes: [...pad.axes], buttons: [...pad.buttons] };
      before = stands;
      await platform.wait(LOOK_MS, stop);
    }
  },
});
