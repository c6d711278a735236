import { railsDeck, rigNetwork } from '@squallmark/core/rails';
import { scheduleWake, wakeTasks } from '@squallmark/core/wake';
import { powerUpDeck } from '@squallmark/core/wake-studies';
import type { ExitStatus, Options, Shell } from '../shell.js';
import { chargeOf } from './charge.js';
import { openRig } from './open-rig.js';

/** A rig's supplies as a SPICE deck, at rest or while it is switched on. */
export function spice([file = '']: string[], options: Options, shell: Shell): ExitStatus {
  const charge = chargeOf(options.charge);
  const rig = openRig(file, shell);
  const network = rigNetwork(rig, options.peak ? 'peak' : 'typical');
  const title = `${rig.name}, charge ${charge}, ${options.peak ? 'peak' : 'usual'} draw`;
  const deck = options.transient
    ? powerUpDeck(title, network, scheduleWake(wakeTasks(rig)), charge)
    : railsDeck(title, network, charge);
  shell.out(options.json ? JSON.stringify({ charge, deck }, null, 2) : deck.trimEnd());
  return 0;
}
