import { analyse } from '@squallmark/core/analysis';
import { COLDEST_C, HOTTEST_C, atCelsius, rigNetwork, solveRigNetwork, startsDiffer } from '@squallmark/core/rails';
import { railBand, type RailBand } from '@squallmark/core/rails-studies';
import { labelOf } from '@squallmark/core/rig';
import { amps, percent, roundTo, voltBand, volts } from '@squallmark/core/units';
import { InputProblem, type ExitStatus, type Options, type Shell } from '../shell.js';
import { chargeOf } from './charge.js';
import { openRig } from './open-rig.js';
import { railStudies } from './rail-studies.js';

export async function rails([file = '']: string[], options: Options, shell: Shell): Promise<ExitStatus> {
  const charge = chargeOf(options.charge);
  const celsius = numberIn('--celsius', options.celsius, COLDEST_C, HOTTEST_C);
  const margin = numberIn('--margin', options.margin, 0, 20);
  const feeding = numberIn('--feeding', options.feeding, 0, 20);
  const rig = openRig(file, shell);
  const usual = rigNetwork(rig, options.peak ? 'peak' : 'typical');
  const network = celsius === null ? usual : atCelsius(usual, celsius);
  const now = solveRigNetwork(network, charge);
  // where it runs, but would not start, both are said
  const fromCold = startsDiffer(network, charge);
  const band = options.band ? railBand(network, charge) : null;
  const studies = await railStudies(rig, network, now, options, { margin, feeding });
  if (options.json) {
    const nodes = now.nodes.map((n, i) => ({
      ...{ part: n.part, port: n.port, volts: roundTo(n.volts, 4), amps: roundTo(n.amps, 4) },
      ...(fromCold[i] == null ? {} : { fromCold: roundTo(fromCold[i], 4) }),
      ...(band ? { band: plainBand(band[i]!) } : {}),
    }));
    const draw = options.peak ? 'peak' : 'typical';
    const more = Object.fromEntries(studies.map((s) => [s.key, s.plain]));
    shell.out(JSON.stringify({ charge, draw, celsius: network.celsius, nodes, ...more }, null, 2));
  } else {
    now.nodes.forEach((n, i) => {
      const allowed = n.allowed ? `takes ${voltBand(n.allowed)}` : `gives up to ${n.maxA} A`;
      const start = fromCold[i] == null ? '' : `; switched on together ${volts(fromCold[i])}`;
      shell.out(
        `${labelOf(rig, n.part).padEnd(22)} ${n.port.padEnd(9)} ${volts(n.volts).padStart(9)} ${amps(n.amps).padStart(8)}   ${allowed}${start}${band ? bandText(band[i]!) : ''}`,
      );
    });
    for (const study of studies) for (const line of study.lines) shell.out(line);
  }
  const stops = analyse(rig).findings.some((f) => f.mark === 'stop' && f.rule.startsWith('supply'));
  return stops ? 1 : 0;
}

/** A figure as it was typed; null where it was not. @throws {InputProblem} when it is none within its bounds */
function numberIn(name: string, text: string | undefined, least: number, most: number): number | null {
  if (text === undefined) return null;
  const value = Number(text);
  if (text.trim() === '' || !(value >= least && value <= most))
    throw new InputProblem(`${name}: "${text}" is not a number from ${least} to ${most}`);
  return value;
}

const plainBand = ({ lowV, highV, leastV, mostV, outside }: RailBand): object => ({
  ...{ lowV: roundTo(lowV, 4), highV: roundTo(highV, 4), leastV: roundTo(leastV, 4), mostV: roundTo(mostV, 4) },
  outside,
});

const bandText = ({ lowV, highV, leastV, mostV, outside }: RailBand): string =>
  `; 95 of 100 rigs ${voltBand([roundTo(lowV, 2), roundTo(highV, 2)])}, at worst ${voltBand([roundTo(leastV, 2), roundTo(mostV, 2)])}${outside ? `, ${percent(outside)} outside` : ''}`;
