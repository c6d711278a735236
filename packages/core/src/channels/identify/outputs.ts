import { hearsAir } from '../../parts/index.js';
import { partsThat, slotCarried, type Rig } from '../../rig/index.js';

/** Which channel each pulse output of the rig's receiver puts out, by its number: what it is set to, else its own number. */
export function channelOfOutput(rig: Rig): (output: number) => number {
  const outputs = partsThat(rig, hearsAir).map(({ part, sheet }) =>
    sheet.links.filter((l) => l.kind === 'pulse' && l.way === 'talk').map((l) => slotCarried(sheet, part, l)),
  );
  const [own = []] = outputs.filter((all) => all.length);
  return (output) => own[output - 1] ?? output;
}
