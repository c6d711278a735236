import { decodeLine, type Capture, type CaptureLine, type Sense } from '../captures/index.js';
import { SourceProblem, type Chunk, type Pace, type SignalSource } from './source.js';

/** Bytes closer together than this come in one chunk, ns. */
const TOGETHER_NS = 1e6;

/**
 * One line of a recording, played back at the pace given. Bytes that the line read badly are left out.
 * @throws {SourceProblem} while open, where the line is taken for something without bytes
 */
export const captureSource = (
  { name, endNs }: Pick<Capture, 'name' | 'endNs'>,
  line: CaptureLine,
  sense: Sense,
  pace: Pace,
): SignalSource => ({
  name,
  async *open(stop): AsyncGenerator<Chunk> {
    const { bytes } = decodeLine(line, sense, endNs);
    if (!bytes) throw new SourceProblem(name, `${line.name} carries no bytes`);
    const { fromNs, faults } = bytes;
    const beginNs = fromNs[0] ?? 0;
    let [from, beforeMs] = [0, 0];
    for (let i = 1; i <= fromNs.length && !stop.aborted; i++) {
      if (i < fromNs.length && fromNs[i]! - fromNs[i - 1]! < TOGETHER_NS) continue;
      const atMs = (fromNs[i - 1]! - beginNs) / 1e6;
      await pace.wait(atMs - beforeMs, stop);
      if (stop.aborted) return;
      const sound = bytes.bytes.subarray(from, i).filter((_, k) => !faults[from + k]);
      yield { kind: 'bytes', atMs, bytes: sound };
      [from, beforeMs] = [i, atMs];
    }
  },
});
