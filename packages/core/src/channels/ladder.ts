import { isWindowed, sentOver, type Control, type PartFunction } from '../parts/index.js';
import type { Conversation } from '../loom/index.js';
import { sheetOf, pilotTransmitter, type Rig, type Shaping } from '../rig/index.js';
import type { Chain } from './chain.js';
import { demandOf, type FunctionSetup } from './demand.js';
import { chainLatency, type Latency } from './latency.js';
import { slotName } from './numbering.js';
import { pictureSteps, type PictureStep } from './picture-steps.js';
import { shapePulseUs } from './shaping.js';
import type { BusScales } from './bus-scales.js';
import { resolutionOf, throughBus, type Resolution } from './signal-path.js';

/** One rung: a transmitter channel with what drives it and everything it moves. */
export interface LadderRow {
  transmitter: string;
  channel: number;
  /** What the transmitter calls the channel. */
  channelName: string;
  control: Control | null;
  shaping: Shaping | null;
  locked: boolean;
  moves: LadderMove[];
  /** The second transmitter's side, when it can have this channel. */
  second: {
    transmitter: string;
    label: string;
    control: Control | null;
    channel: number;
    breaks: string | null;
  } | null;
}

/** One function on a channel's ladder, with all that its rungs show. */
export interface LadderMove {
  part: string;
  partLabel: string;
  fn: PartFunction;
  setup: FunctionSetup;
  carrier: Chain['carrier'];
  /** The receiver whose slot it is; null when nothing reaches it. */
  receiver: string | null;
  slot: number;
  /** The slot as the device counts it. */
  deviceNumber: number;
  /** What the device calls the slot. */
  deviceName: string;
  /** Scales of the bus on the way, for counts; null over plain pulses. */
  scales: BusScales | null;
  latency: Latency;
  resolution: Resolution | null;
  pictures: Pick<PictureStep, 'telePoints' | 'shows'>[];
  breaks: string | null;
}

/**
 * One row a channel that is driven or that something listens to, by channel number: the pilot's, then those of every other
 * transmitter with receivers of its own.
 */
export function ladderRows(rig: Rig, chains: readonly Chain[], conversations: readonly Conversation[]): LadderRow[] {
  const pilot = pilotTransmitter(rig);
  if (!pilot) return [];
  const others = new Set(
    chains.flatMap((c) => (c.transmitter && c.transmitter.id !== pilot ? [c.transmitter.id] : [])),
  );
  return [pilot, ...others].flatMap((id) => rowsOf(rig, chains, conversations, id, id === pilot));
}

function rowsOf(
  rig: Rig,
  chains: readonly Chain[],
  conversations: readonly Conversation[],
  transmitter: string,
  isPilot: boolean,
): LadderRow[] {
  const hears = (c: Chain): boolean => (c.transmitter ? c.transmitter.id === transmitter : isPilot);
  const sheet = sheetOf(rig, transmitter);
  const { controls } = sheet;
  const params = sentOver(sheet)?.params ?? {};
  const rows: LadderRow[] = [];
  for (let channel = 1; channel <= 16; channel++) {
    const shaping = rig.shaping.find((s) => s.transmitter === transmitter && s.channel === channel) ?? null;
    const own = chains.filter((chain) => chain.slot === channel && chain.carrier && hears(chain));
    if (!shaping?.control && !shaping?.locked && !own.length) continue;
    const control = controls.find((c) => c.id === shaping?.control) ?? null;
    rows.push({
      transmitter,
      channel,
      channelName: slotName(params, channel),
      control,
      shaping,
      locked: shaping?.locked ?? false,
      moves: own.map((chain) => moveOf(rig, conversations, chain)),
      second: secondOf(own),
    });
  }
  return rows;
}

function secondOf(chains: readonly Chain[]): LadderRow['second'] {
  const second = chains.find((c) => c.second)?.second;
  if (!second) return null;
  const { transmitter, control, channel, breaks } = second;
  return { transmitter: transmitter.id, label: transmitter.label, control, channel, breaks };
}

function moveOf(rig: Rig, conversations: readonly Conversation[], chain: Chain): LadderMove {
  return {
    part: chain.part.id,
    partLabel: chain.part.label,
    fn: chain.fn,
    setup: chain.setup,
    carrier: chain.carrier,
    receiver: chain.path[0]?.talker.part.id ?? null,
    slot: chain.slot!,
    deviceNumber: chain.deviceNumber!,
    deviceName: chain.deviceName!,
    scales: chain.scales,
    latency: chainLatency(rig, conversations, chain),
    resolution: resolutionOf(chain),
    pictures: pictureSteps(rig, chain).map(({ telePoints, shows }) => ({ telePoints, shows })),
    breaks: chain.breaks,
  };
}

/** What moves a row, in words: the pilot's control, else that of the second transmitter; null where nothing does. */
export function moverOf({ control, second }: LadderRow): string | null {
  if (control) return control.label;
  return second?.control && second.breaks === null ? `${second.label}: ${second.control.label}` : null;
}

/** What a row sends at a control position, and the window its first windowed function takes that for. */
export function rowNow(row: LadderRow, position: number): { sentUs: number; window: string | null } | null {
  if (!row.shaping || !row.control) return null;
  const sentUs = shapePulseUs(row.shaping, position);
  const move = row.moves.find((m) => isWindowed(m.fn));
  const demand = move && demandOf(move.fn, throughBus(move.scales, sentUs), move.setup);
  return { sentUs, window: demand && 'window' in demand ? demand.window : null };
}
