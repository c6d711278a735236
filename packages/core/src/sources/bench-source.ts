import { compileBench, runBench, setControls, startBench, type Controls } from '../bench/index.js';
import type { Rig } from '../rig/index.js';
import { SourceProblem, type Chunk, type Pace, type SignalSource } from './source.js';

/** The bench is looked at so often, ms: faster than any frame it sends. */
const LOOK_MS = 2;

/**
 * What the first receiver of the simulated rig puts on its bus, frame by frame, while `controls` tells where the hands are.
 * @throws {SourceProblem} while open, on a rig without a receiver that has a bus
 */
export const benchSource = (rig: Rig, controls: () => Controls, pace: Pace): SignalSource => ({
  name: 'simulated rig',
  async *open(stop): AsyncGenerator<Chunk> {
    const bench = compileBench(rig);
    const own = bench.parts.find((p) => p.lines.length);
    if (!own) throw new SourceProblem('simulated rig', 'no receiver with a bus');
    let state = startBench(bench, { awake: true, controls: controls() });
    let sent = 0;
    for (let atMs = 0; !stop.aborted; atMs += LOOK_MS) {
      state = runBench(bench, setControls(state, controls()), LOOK_MS);
      await pace.wait(LOOK_MS, stop);
      const line = state.parts[own.index]!.receives!.lines[0]!;
      if (line.frames === sent || !line.bytes || stop.aborted) continue;
      sent = line.frames;
      yield { kind: 'bytes', atMs: atMs + LOOK_MS, bytes: line.bytes };
    }
  },
});
