/** Edits that put a function on another control or channel, right by construction: what others listen to stays as it is. */
import { findConversations } from '../loom/index.js';
import { goesBothWays, slotsNamed, slotsOf, type Control } from '../parts/index.js';
import { isFlown, sheetOf, shapingOf, type Edit, type Rig } from '../rig/index.js';
import { controlOptions, type TransmitterInUse } from './assign/control-options.js';
import { chainsOfWishes } from './doers.js';
import { carriedBy, pinSetting, pinTold, slotOptions, untoldSlots } from './assign/slot-options.js';
import { heardBlindly } from './blind-ears.js';
import { findChains, receiversOf, repeatedBy, type Chain } from './chain.js';
import { fitOf, runsAcross } from './fit.js';
import { flightChannels, reservedChannels } from './flight.js';
import { mismatchOf } from './match.js';
import { isThrottle } from './sticks.js';

/**
 * Channels of a transmitter that something listens to: some function, but for those of `without` and of what hangs on its output, or
 * what is told nothing by its sheet.
 */
export function heardChannels(rig: Rig, chains: readonly Chain[], transmitter: string, without?: Chain): Set<number> {
  const output = without ? repeatedBy(without) : null;
  return new Set([
    ...heardBlindly(rig, transmitter),
    ...chains.flatMap((c) =>
      c !== without &&
      (output === null || repeatedBy(c) !== output) &&
      c.carrier &&
      c.slot !== null &&
      c.transmitter?.id === transmitter
        ? [c.slot]
        : [],
    ),
  ]);
}

/** Controls of a transmitter that move something, or hand over, besides a chain's own. */
function busyControls(rig: Rig, chains: readonly Chain[], chain: Chain): Set<string> {
  const { id } = chain.transmitter!;
  const heard = heardChannels(rig, chains, id, chain);
  const rows = rig.shaping.filter((s) => s.transmitter === id && s.control && (s.locked || heard.has(s.channel)));
  const handing = rig.handOvers.filter((h) => h.from === id).map((h) => h.control);
  return new Set([...rows.map((s) => s.control), ...handing].filter((c) => c !== null));
}

function transmitterInUse(rig: Rig, chains: readonly Chain[], { transmitter }: Chain): TransmitterInUse {
  const sheet = sheetOf(rig, transmitter!.id);
  const flying = flightChannels(rig, chains).has(transmitter!.id);
  return { part: transmitter!, sheet, flying, craft: isFlown(rig), mayFly: !flying && isFlown(rig) };
}

/** The best control for a function's channel; null when there is none, or when another function listens to that channel too. */
export function betterControl(rig: Rig, chains: readonly Chain[], chain: Chain): Control | null {
  const shared =
    chain.transmitter && chain.slot !== null && heardChannels(rig, chains, chain.transmitter.id, chain).has(chain.slot);
  return shared ? null : bestControl(rig, chains, chain);
}

/** The best control that moves nothing else and suits a function well; null when there is none. */
function bestControl(rig: Rig, chains: readonly Chain[], chain: Chain): Control | null {
  if (!chain.transmitter || chain.slot === null || chain.shaping?.locked) return null;
  const transmitter = transmitterInUse(rig, chains, chain);
  const { options } = controlOptions([chain.fn], null, transmitter, busyControls(rig, chains, chain));
  const suits = options.filter(
    (o) =>
      o.value.id !== chain.control?.id &&
      fitOf(chain.fn, o.value, isThrottle(transmitter, o.value.id)).grade === 'well' &&
      // a drive that goes both ways would be asked to go back where a throttle rests
      !(chain.fn.what === 'drive' && goesBothWays(chain.fn) && isThrottle(transmitter, o.value.id)) &&
      !runsAcross(chain.fn, o.value),
  );
  return suits.sort((a, b) => a.cost - b.cost)[0]?.value ?? null;
}

/** Puts a control on a chain's channel: rows of it that move nothing let go of it, and a wish that named another names it. */
export function controlEdits(rig: Rig, chains: readonly Chain[], chain: Chain, control: string): Edit[] {
  const { id } = chain.transmitter!;
  const wish = chainsOfWishes(rig, chains).get(chain);
  return [
    ...releaseIdle(rig, chains, id, control, chain.slot!),
    { kind: 'shape', transmitter: id, channel: chain.slot!, change: { control } },
    ...(wish?.control && wish.control !== control
      ? [{ kind: 'setWish' as const, wish: wish.id, change: { control } }]
      : []),
  ];
}

/** Rows of a control that move nothing, but for the one it is put on, let go of it. */
function releaseIdle(rig: Rig, chains: readonly Chain[], transmitter: string, control: string, but: number): Edit[] {
  const heard = heardChannels(rig, chains, transmitter);
  return rig.shaping
    .filter((s) => s.transmitter === transmitter && s.control === control && s.channel !== but)
    .filter((s) => !s.locked && !heard.has(s.channel))
    .map((s) => ({ kind: 'shape', transmitter, channel: s.channel, change: { control: null } }));
}

/** A channel that nothing listens to and that gets through to a function; null when there is none. */
export function freeChannel(rig: Rig, chains: readonly Chain[], chain: Chain): number | null {
  const { transmitter } = chain;
  if (!transmitter) return null;
  const sheet = sheetOf(rig, transmitter.id);
  const flying = flightChannels(rig, chains).get(transmitter.id);
  const locked = rig.shaping.filter((s) => s.transmitter === transmitter.id && s.locked).map((s) => s.channel);
  const taken = new Set([...heardChannels(rig, chains, transmitter.id, chain), ...locked]);
  const reserved = { slots: reservedChannels(rig, flying), flying: true };
  const untold = untoldSlots(chains, transmitter.id, new Set([chain]));
  const wish = chainsOfWishes(rig, chains).get(chain) ?? null;
  const options = slotOptions({ ...chain, slot: null }, sheet, taken, reserved, untold, wish).filter(
    (o) => o.value !== chain.slot && o.value <= carriedBy(chain, sheet),
  );
  return options.sort((a, b) => a.cost - b.cost)[0]?.value ?? null;
}

/** A slot of its device that no other function listens to and no flight is on, whether or not the radio sends it. */
export function quietSlot(rig: Rig, chains: readonly Chain[], chain: Chain): number | null {
  const { id } = chain.transmitter!;
  const pin = pinSetting(chain);
  const offered = (pin && slotsNamed(pin)) ?? slotsOf(chain.fn) ?? Array.from({ length: 16 }, (_, i) => i + 1);
  const taken = heardChannels(rig, chains, id, chain);
  const flying = reservedChannels(rig, flightChannels(rig, chains).get(id));
  return offered.find((slot) => !taken.has(slot) && !flying.has(slot)) ?? null;
}

/**
 * Moves a function, its control and what it does without radio to another channel. What else listens to the old one keeps its
 * control there; where nothing else does, the old channel lets go of it.
 */
export function channelEdits(rig: Rig, chains: readonly Chain[], chain: Chain, to: number): Edit[] {
  const { id } = chain.transmitter!;
  const row = shapingOf(rig, id, chain.slot!);
  const shared = heardChannels(rig, chains, id, chain).has(chain.slot!);
  const own = shared ? ownControl(rig, chains, chain) : (row?.control ?? null);
  const { lowUs, highUs, subTrimUs, reverse } = row ?? { lowUs: 1000, highUs: 2000, subTrimUs: 0, reverse: false };
  const shape = shared ? { control: own } : { control: own, lowUs, highUs, subTrimUs, reverse };
  return [
    ...toldOn(rig, chain, to),
    ...(shared || !row
      ? []
      : [{ kind: 'shape' as const, transmitter: id, channel: chain.slot!, change: { control: null } }]),
    ...(own === null ? [] : releaseIdle(rig, chains, id, own, to)),
    { kind: 'shape', transmitter: id, channel: to, change: shape },
    ...(shared && !isDrive(chain) ? [] : failSafeMoved(rig, chain, to)),
    ...rig.handOvers
      .filter((h) => !shared && h.from === id && h.channels.some((c) => c.channel === chain.slot))
      .map((h): Edit => ({
        kind: 'handOver',
        handOver: { ...h, channels: h.channels.map((c) => (c.channel === chain.slot ? { ...c, channel: to } : c)) },
      })),
  ];
}

/** What stops a carriage stops it wherever it is told; of other slots that several share, nobody knows whom the fail-safe was set for. */
const isDrive = ({ fn: { what } }: Chain): boolean => what === 'drive' || what === 'brake';

/** What its receivers do without radio goes with a function. */
function failSafeMoved(rig: Rig, chain: Chain, to: number): Edit[] {
  const receivers = receiversOf(findConversations(rig), chain);
  const sets = rig.failSafes.filter((f) => receivers.has(f.receiver) && f.slot === chain.slot);
  return sets.map((set) => ({ kind: 'failSafe', failSafe: { ...set, slot: to } }));
}

/** Whether a function may move off its channel and still do what was wished of it: with its control, or by one of its own where others share it. */
export function mayLeave(rig: Rig, chains: readonly Chain[], chain: Chain): boolean {
  // an output that is to repeat two slots is mended first: whichever slot one of them gets, the other is told it too
  const output = repeatedBy(chain);
  if (output !== null && chains.some((c) => c.slot !== chain.slot && repeatedBy(c) === output)) return false;
  if (!heardChannels(rig, chains, chain.transmitter!.id, chain).has(chain.slot!)) return true;
  const wish = chainsOfWishes(rig, chains).get(chain);
  if (!wish || mismatchOf(rig, wish, chain) !== null) return true;
  // a channel of its own would first have to be handed over, by a control of the second radio's
  if (wish.by === 'camera operator') return false;
  const own = ownControl(rig, chains, chain);
  return own !== null && (wish.control === null || wish.control === own);
}

/** Control for a function that leaves a shared channel: what its wish names while that moves nothing else, else the best. */
function ownControl(rig: Rig, chains: readonly Chain[], chain: Chain): string | null {
  const named = chainsOfWishes(rig, chains).get(chain)?.control ?? null;
  const sheet = sheetOf(rig, chain.transmitter!.id);
  const free =
    named !== null && sheet.controls.some((c) => c.id === named) && !busyControls(rig, chains, chain).has(named);
  return free ? named : (bestControl(rig, chains, chain)?.id ?? null);
}

/** Tells a function to listen on a slot: at the receiver's pin, or on the device. What hangs on one output of a controller goes with it. */
export function toldOn(rig: Rig, chain: Chain, to: number): Edit[] {
  const output = repeatedBy(chain);
  const beside =
    output === null
      ? []
      : findChains(rig).filter(
          (c) => repeatedBy(c) === output && c.slot !== to && !(c.part.id === chain.part.id && c.fn.id === chain.fn.id),
        );
  return [chain, ...beside].flatMap((c) => toldSlot(rig, c, to));
}

function toldSlot(rig: Rig, chain: Chain, to: number): Edit[] {
  const atPin = pinTold(chain, to);
  const binding = rig.bindings.find((b) => b.part === chain.part.id && b.fn === chain.fn.id);
  if (atPin) return [atPin, ...(binding ? [{ kind: 'bind' as const, binding: { ...binding, slot: to } }] : [])];
  const own = binding ?? { part: chain.part.id, fn: chain.fn.id, reverse: false };
  return [{ kind: 'bind', binding: { ...own, slot: to } }];
}
