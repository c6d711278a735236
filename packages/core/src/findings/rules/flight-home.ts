import { FLIGHT_CHANNELS, heardChannels, isAxis, type Chain } from '../../channels/index.js';
import { slotsOf } from '../../parts/index.js';

/** The usual channel of an axis of flight, where its device may listen to it and nothing else does; else none. @source [practice] */
export function homeChannel(chains: readonly Chain[], chain: Chain): number | null {
  const { what } = chain.fn;
  if (!isAxis(what)) return null;
  const usual = FLIGHT_CHANNELS[what];
  if (slotsOf(chain.fn)?.includes(usual) === false) return null;
  return heardChannels(chains, chain.transmitter!.id, chain).has(usual) ? null : usual;
}
