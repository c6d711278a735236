import { csvPieces, joined, vcdPieces } from '@squallmark/core/captures';
import { recordBench, wiggleAll } from '@squallmark/core/bench';
import { InputProblem, type ExitStatus, type Options, type Shell } from '../shell.js';
import { openRig } from './open-rig.js';

/** Lines of the simulated rig while every control is moved once, as .vcd or .csv. */
export function record([file = '']: string[], { json, to }: Options, shell: Shell): ExitStatus {
  const write = to?.endsWith('.vcd') ? vcdPieces : to?.endsWith('.csv') ? csvPieces : null;
  if (to === undefined || !write) throw new InputProblem('--out is missing: say --out FILE.vcd or --out FILE.csv');
  const rig = openRig(file, shell);
  const { gestures, forMs, order } = wiggleAll(rig);
  const { lines, endNs } = recordBench(rig, gestures, forMs);
  if (!lines.length)
    throw new InputProblem(`${file}: no receiver, controller or box here puts out pulses or frames by a lead`);
  shell.write(to, joined(write(lines, 0, endNs)));
  if (json)
    shell.out(JSON.stringify({ written: [to], lines: lines.map((l) => l.name), order, seconds: endNs / 1e9 }, null, 2));
  else shell.out(`${to}: ${lines.length} lines, ${(endNs / 1e9).toFixed(1)} s; moved in turn ${order.join(', ')}`);
  return 0;
}
