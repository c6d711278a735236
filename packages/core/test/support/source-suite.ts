import { describe, expect, it } from 'vitest';
import { SourceProblem, slotDecoder, type Chunk, type LiveKind, type SignalSource } from '../../src/sources/index.js';

/** A source to be held to what every source promises. */
export interface SourceUnderTest {
  /** A fresh one, that gives at least three chunks. */
  make: () => SignalSource;
  /** Whether everything it held is let go. */
  isLetGo?: () => boolean;
  /** One that fails after it was opened. */
  broken: () => SignalSource;
  /** Slots that its first frames carry, µs, where it carries any. */
  slots?: { kind: LiveKind; us: readonly number[] };
}

export async function taken(source: SignalSource, many: number): Promise<Chunk[]> {
  const stop = new AbortController();
  const chunks: Chunk[] = [];
  for await (const chunk of source.open(stop.signal)) {
    chunks.push(chunk);
    if (chunks.length >= many) stop.abort();
    if (chunks.length > many) throw new Error('it goes on after it was stopped');
  }
  return chunks;
}

/** What must hold of every source of signals. */
export function sourceSuite(what: string, { make, isLetGo, broken, slots }: SourceUnderTest): void {
  describe(`a source: ${what}`, () => {
    it('gives chunks in the order of time, each with something in it', async () => {
      const chunks = await taken(make(), 3);
      expect(chunks).toHaveLength(3);
      const times = chunks.map((c) => c.atMs);
      expect([...times].sort((a, b) => a - b)).toEqual(times);
      for (const chunk of chunks) expect(chunk.kind === 'pad' || chunk.bytes.length > 0).toBe(true);
      if (isLetGo) expect(isLetGo()).toBe(true);
    });

    it('ends when it is stopped, at once when it was before it began, and can be opened again', async () => {
      const source = make();
      const stopped = new AbortController();
      stopped.abort();
      for await (const _ of source.open(stopped.signal)) throw new Error('it should not have begun');
      expect(await taken(make(), 2)).toHaveLength(2);
      if (isLetGo) expect(isLetGo()).toBe(true);
    });

    it('that fails says which source it is and why, and holds nothing', async () => {
      const failed = async (): Promise<void> => {
        for await (const _ of broken().open(new AbortController().signal));
      };
      await expect(failed()).rejects.toThrow(SourceProblem);
      if (isLetGo) expect(isLetGo()).toBe(true);
    });

    if (slots)
      it('carries the slots that were sent', async () => {
        const seen: (readonly number[])[] = [];
        const decode = slotDecoder(slots.kind, 'micro', (frame) => seen.push(frame.us));
        (await taken(make(), 3)).forEach(decode);
        // a last chunk without meaning closes what waits for more
        decode({ kind: 'bytes', atMs: 1e9, bytes: new Uint8Array(0) });
        expect(seen.length).toBeGreaterThan(0);
        slots.us.forEach((us, i) => expect(Math.abs(seen[0]![i]! - us)).toBeLessThan(1.5));
      });
  });
}
