import { analyse } from '@squallmark/core/analysis';
import { solveRails } from '@squallmark/core/rails';
import { labelOf } from '@squallmark/core/rig';
import { amps, roundTo, voltBand, volts } from '@squallmark/core/units';
import { InputProblem, type ExitStatus, type Options, type Shell } from '../shell.js';
import { openRig } from './open-rig.js';

export function rails([file = '']: string[], { json, charge: text = '1' }: Options, shell: Shell): ExitStatus {
  const charge = Number(text);
  if (text.trim() === '' || !(charge >= 0 && charge <= 1))
    throw new InputProblem(`--charge: "${text}" is not a number from 0 to 1`);
  const rig = openRig(file, shell);
  const { nodes } = solveRails(rig, charge);
  if (json) {
    const plain = nodes.map((n) => ({
      part: n.part,
      port: n.port,
      volts: roundTo(n.volts, 4),
      amps: roundTo(n.amps, 4),
    }));
    shell.out(JSON.stringify({ charge, nodes: plain }, null, 2));
  } else {
    for (const n of nodes) {
      const allowed = n.allowed ? `takes ${voltBand(n.allowed)}` : `gives up to ${n.maxA} A`;
      shell.out(
        `${labelOf(rig, n.part).padEnd(22)} ${n.port.padEnd(9)} ${volts(n.volts).padStart(9)} ${amps(n.amps).padStart(8)}   ${allowed}`,
      );
    }
  }
  const stops = analyse(rig).findings.some((f) => f.mark === 'stop' && f.rule.startsWith('supply'));
  return stops ? 1 : 0;
}
