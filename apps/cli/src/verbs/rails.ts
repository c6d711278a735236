import { analyse } from '@squallmark/core/analysis';
import { rigNetwork, solveRigNetwork, type RailNode } from '@squallmark/core/rails';
import { labelOf } from '@squallmark/core/rig';
import { amps, roundTo, voltBand, volts } from '@squallmark/core/units';
import type { ExitStatus, Options, Shell } from '../shell.js';
import { chargeOf } from './charge.js';
import { openRig } from './open-rig.js';

/** Volts that differ by less are one operating point. */
const SAME_V = 0.01;

export function rails([file = '']: string[], options: Options, shell: Shell): ExitStatus {
  const charge = chargeOf(options.charge);
  const rig = openRig(file, shell);
  const network = rigNetwork(rig, options.peak ? 'peak' : 'typical');
  const { nodes } = solveRigNetwork(network, charge);
  const cold = solveRigNetwork(network, charge, 'cold').nodes;
  // where it runs, but would not start, both are said
  const fromCold = (n: RailNode, i: number): number | null =>
    Math.abs(cold[i]!.volts - n.volts) > SAME_V ? cold[i]!.volts : null;
  if (options.json) {
    const plain = nodes.map((n, i) => {
      const start = fromCold(n, i);
      return {
        ...{ part: n.part, port: n.port, volts: roundTo(n.volts, 4), amps: roundTo(n.amps, 4) },
        ...(start === null ? {} : { fromCold: roundTo(start, 4) }),
      };
    });
    shell.out(JSON.stringify({ charge, draw: options.peak ? 'peak' : 'typical', nodes: plain }, null, 2));
  } else {
    nodes.forEach((n, i) => {
      const allowed = n.allowed ? `takes ${voltBand(n.allowed)}` : `gives up to ${n.maxA} A`;
      const start = fromCold(n, i);
      shell.out(
        `${labelOf(rig, n.part).padEnd(22)} ${n.port.padEnd(9)} ${volts(n.volts).padStart(9)} ${amps(n.amps).padStart(8)}   ${allowed}${start === null ? '' : `; switched on together ${volts(start)}`}`,
      );
    });
  }
  const stops = analyse(rig).findings.some((f) => f.mark === 'stop' && f.rule.startsWith('supply'));
  return stops ? 1 : 0;
}
