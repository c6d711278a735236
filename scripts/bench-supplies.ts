import { spawnSync } from 'node:child_process';
import { railsDeck, rigNetwork, solveRigNetwork } from '@squallmark/core/rails';
import { railBand } from '@squallmark/core/rails-studies';
import { scheduleWake, wakeTasks } from '@squallmark/core/wake';
import { powerUp, powerUpDeck } from '@squallmark/core/wake-studies';
import { practiceRig } from './bench-rigs.js';
import { median, type Row } from './bench-rows.js';

/** Supplies of a thirty-part rig at rest, over many rigs and over time, beside ngspice on the same circuits as a whole process. */
export function supplyRows(): Row[] {
  const rig = practiceRig(30);
  const network = rigNetwork(rig);
  const schedule = scheduleWake(wakeTasks(rig));
  const parts = `${rig.parts.length} parts`;
  const rest = median(() => solveRigNetwork(network, 0.5), 2000);
  const restSpice = median(() => ngspice(railsDeck('bench', network, 0.5)), 9);
  const band = median(() => railBand(network, 0.5), 9);
  const wake = median(() => powerUp(network, schedule), 9);
  const wakeSpice = median(() => ngspice(powerUpDeck('bench', network, schedule)), 1);
  return [
    under(`operating point, ${parts}`, rest, 0.5),
    times('the same against ngspice', restSpice / rest, 200),
    under(`1 000 rigs, ${parts}`, band, 150),
    under(`power-up of ${Math.round(schedule.seconds)} s, ${parts}`, wake, 200),
    times('the same against ngspice', wakeSpice / wake, 20),
    ...[100, 300].map((n): Row => {
      const large = rigNetwork(practiceRig(n));
      const took = median(() => solveRigNetwork(large, 0.5), 200);
      const goal = `${(took / rest).toFixed(1)}× of 30`;
      return { what: `operating point, ${n} parts`, value: took, unit: 'ms', goal, met: null };
    }),
  ];
}

const under = (what: string, value: number, most: number): Row => ({
  ...{ what, value, unit: 'ms', goal: `under ${most}`, met: value < most },
});
const times = (what: string, value: number, least: number): Row => ({
  ...{ what, value, unit: '×', goal: `at least ${least}`, met: value >= least },
});

function ngspice(deck: string): void {
  // written as it comes, not printed as a table
  const { error, stdout, stderr } = spawnSync('ngspice', ['-b', '-r', '/dev/null'], { input: deck, encoding: 'utf8' });
  if (error) throw new Error(`ngspice could not be run: ${error.message}`);
  if (/no simulations run|error/i.test(stdout + stderr)) throw new Error(`ngspice did not run:\n${stdout}\n${stderr}`);
}
