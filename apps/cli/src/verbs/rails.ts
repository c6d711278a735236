import { analyse } from '@squallmark/core/analysis';
import {
  firstToGo,
  railBand,
  rigNetwork,
  shortsOf,
  solveRigNetwork,
  standsText,
  type RailBand,
  type RailNode,
  type Short,
  type Yields,
} from '@squallmark/core/rails';
import { labelOf, type Rig } from '@squallmark/core/rig';
import { amps, percent, roundTo, voltBand, volts } from '@squallmark/core/units';
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
  const band = options.band ? railBand(network, charge) : null;
  const shorts = options.short ? shortsOf(rig, network) : null;
  if (options.json) {
    const plain = nodes.map((n, i) => {
      const start = fromCold(n, i);
      return {
        ...{ part: n.part, port: n.port, volts: roundTo(n.volts, 4), amps: roundTo(n.amps, 4) },
        ...(start === null ? {} : { fromCold: roundTo(start, 4) }),
        ...(band ? { band: plainBand(band[i]!) } : {}),
      };
    });
    shell.out(
      JSON.stringify(
        {
          charge,
          draw: options.peak ? 'peak' : 'typical',
          nodes: plain,
          ...(shorts && { shorts: shorts.map(plainShort) }),
        },
        null,
        2,
      ),
    );
  } else {
    nodes.forEach((n, i) => {
      const allowed = n.allowed ? `takes ${voltBand(n.allowed)}` : `gives up to ${n.maxA} A`;
      const start = fromCold(n, i);
      shell.out(
        `${labelOf(rig, n.part).padEnd(22)} ${n.port.padEnd(9)} ${volts(n.volts).padStart(9)} ${amps(n.amps).padStart(8)}   ${allowed}${start === null ? '' : `; switched on together ${volts(start)}`}${band ? bandText(band[i]!) : ''}`,
      );
    });
    for (const short of shorts ?? []) shell.out(shortText(rig, short));
  }
  const stops = analyse(rig).findings.some((f) => f.mark === 'stop' && f.rule.startsWith('supply'));
  return stops ? 1 : 0;
}

const plainBand = ({ lowV, highV, leastV, mostV, outside }: RailBand): object => ({
  ...{ lowV: roundTo(lowV, 4), highV: roundTo(highV, 4), leastV: roundTo(leastV, 4), mostV: roundTo(mostV, 4) },
  outside,
});

const bandText = ({ lowV, highV, leastV, mostV, outside }: RailBand): string =>
  `; 95 of 100 rigs ${voltBand([roundTo(lowV, 2), roundTo(highV, 2)])}, at worst ${voltBand([roundTo(leastV, 2), roundTo(mostV, 2)])}${outside ? `, ${percent(outside)} outside` : ''}`;

const plainYields = (y: Yields | null): object | null =>
  y && { ...y, amps: roundTo(y.amps, 2), afterS: roundTo(y.afterS, 6) };
const plainShort = ({ fuse, wire, amps: through, ...rest }: Short): object => ({
  ...{ ...rest, amps: roundTo(through, 2), fuse: plainYields(fuse), wire: plainYields(wire) },
});

function shortText(rig: Rig, short: Short): string {
  const where = `short at ${labelOf(rig, short.part)}, ${short.terminal}: ${amps(short.amps)}`;
  const y = firstToGo(short);
  if (!y) return `${where}; no fuse blows, the leads stand it`;
  return `${where}; ${short.first === 'fuse' ? 'the fuse' : 'FIRST THE WIRE'} in ${y.cable} after ${standsText(y)}`;
}
