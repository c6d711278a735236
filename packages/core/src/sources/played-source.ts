import { SourceProblem, type Chunk, type Pace, type SignalSource } from './source.js';

/**
 * Chunks that were taken before, played again at the pace given.
 * @throws {SourceProblem} while open, where there are none
 */
export const playedSource = (name: string, chunks: readonly Chunk[], pace: Pace): SignalSource => ({
  name,
  async *open(stop): AsyncGenerator<Chunk> {
    if (!chunks.length) throw new SourceProblem(name, 'nothing is on it');
    let beforeMs = chunks[0]!.atMs;
    for (const chunk of chunks) {
      await pace.wait(chunk.atMs - beforeMs, stop);
      if (stop.aborted) return;
      yield chunk;
      beforeMs = chunk.atMs;
    }
  },
});

/**
 * A pace that does not fall behind: what one wait took too long the next ones make up for.
 * @param now of a clock that goes on, ms
 */
export function steady(pace: Pace, now: () => number): Pace {
  let dueMs: number | null = null;
  return {
    wait: async (ms, stop) => {
      dueMs = (dueMs ?? now()) + ms;
      const leftMs = dueMs - now();
      if (leftMs > 0) await pace.wait(leftMs, stop);
    },
  };
}
