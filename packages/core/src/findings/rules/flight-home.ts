import { FLIGHT_CHANNELS, heardChannels, isAxis, type Chain } from '../../channels/index.js';
import { slotsOf } from '../../parts/index.js';
import { shapingOf, type Rig } from '../../rig/index.js';

/**
 * The usual channel of an axis of flight, where its device may listen to it and neither the channel nor its stick moves anything
 * else; else none. @source [practice]
 */
export function homeChannel(rig: Rig, chains: readonly Chain[], chain: Chain): number | null {
  const { what } = chain.fn;
  if (!isAxis(what)) return null;
  const usual = FLIGHT_CHANNELS[what];
  if (slotsOf(chain.fn)?.includes(usual) === false) return null;
  const { id } = chain.transmitter!;
  const heard = heardChannels(rig, chains, id, chain);
  const stick = shapingOf(rig, id, usual)?.control;
  const also = rig.shaping.some(
    (s) => s.transmitter === id && s.control === stick && s.channel !== usual && heard.has(s.channel),
  );
  return heard.has(usual) || also ? null : usual;
}
