import { findChains, flightChannels, isFlightChain, receiversOf, type Chain } from '../channels/index.js';
import { findConversations } from '../loom/index.js';
import { carryOut, EditRefused, type Edit, type Rig } from '../rig/index.js';
import { analyse } from './analyse.js';

/** A wire that is broken or a lead that is off is nobody's choice. */
const IS_BROKEN: ReadonlySet<Edit['kind']> = new Set(['removeWire', 'removeCable', 'setWire']);

/**
 * The edits that make the document say what the rig really is, where that is as good: nothing is to be mended then that was not
 * before, so nothing is unfed and no wish lost, and no flight channel is touched. Empty where the rig is to be put right instead.
 */
export function documentEdits(rig: Rig, really: readonly Edit[]): Edit[] {
  if (!really.length || really.some((edit) => IS_BROKEN.has(edit.kind) || touchesFlight(rig, edit))) return [];
  try {
    const after = carryOut(rig, really).rig;
    const known = new Set(analyse(rig).findings.map((f) => f.id));
    return analyse(after).findings.every((f) => known.has(f.id)) ? [...really] : [];
  } catch (error) {
    if (error instanceof EditRefused) return [];
    throw error;
  }
}

function touchesFlight(rig: Rig, edit: Edit): boolean {
  const chains = findChains(rig);
  const fliesAt = (part: string, fn: string): boolean =>
    chains.some((c) => isFlightChain(c) && c.part.id === part && c.fn.id === fn);
  const flown = flightChannels(rig, chains);
  switch (edit.kind) {
    case 'shape':
      return flown.get(edit.transmitter)?.has(edit.channel) ?? false;
    case 'bind':
      return fliesAt(edit.binding.part, edit.binding.fn);
    case 'unbind':
    case 'tune':
      return fliesAt(edit.part, edit.fn);
    case 'failSafe':
    case 'noFailSafe': {
      const { receiver, slot } = edit.kind === 'failSafe' ? edit.failSafe : edit;
      const tells = (c: Chain): boolean => receiversOf(findConversations(rig), c).has(receiver);
      return chains.some((c) => isFlightChain(c) && c.slot === slot && tells(c));
    }
    default:
      return false;
  }
}
