import { decodeSbus } from '@squallmark/core/signals';
import { count } from '@squallmark/core/units';
import { InputProblem, type ExitStatus, type Options, type Shell } from '../shell.js';
import { openBytes } from './open-rig.js';

export function decode(file: string, { json, as }: Options, shell: Shell): ExitStatus {
  if (as !== 'sbus')
    throw new InputProblem(
      as === undefined ? '--as is missing: say --as sbus' : `--as: "${as}" is not read here; sbus is`,
    );
  const { frames, skippedBytes } = decodeSbus(openBytes(file, shell));
  if (json) {
    shell.out(JSON.stringify({ bus: 'sbus', frames, skippedBytes }, null, 2));
  } else {
    for (const f of frames) {
      const flags = [f.digital[0] && '17', f.digital[1] && '18', f.lost && 'lost', f.failsafe && 'fail-safe'].filter(
        Boolean,
      );
      shell.out(`${f.slots.map((s) => String(s).padStart(4)).join(' ')}  ${flags.join(' ')}`);
    }
    shell.out(`${count(frames.length, 'frame')}, ${count(skippedBytes, 'byte')} skipped`);
  }
  return 0;
}
