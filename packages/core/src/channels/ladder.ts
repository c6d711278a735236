import type { Control, PartFunction } from '../parts/index.js';
import { partsOfRole, sheetOf, type Rig, type Shaping } from '../rig/index.js';
import type { Chain } from './chain.js';
import { seenPulseUs, sentPulseUs } from './chain.js';
import { demandOf, type Demand } from './demand.js';
import { shapePulseUs } from './shaping.js';

/** One rung: a transmitter channel with what drives it and everything it moves. */
export interface LadderRow {
  transmitter: string;
  channel: number;
  control: Control | null;
  shaping: Shaping | null;
  moves: LadderMove[];
}

export interface LadderMove {
  part: string;
  partLabel: string;
  fn: PartFunction;
  reverse: boolean;
  carrier: Chain['carrier'];
  slot: number;
  deviceNumber: number;
  breaks: string | null;
}

/** One row a channel that is driven or that something listens to, by channel number. */
export function ladderRows(rig: Rig, chains: Chain[]): LadderRow[] {
  const transmitter = partsOfRole(rig, 'transmitter')[0]?.part;
  if (!transmitter) return [];
  const controls = sheetOf(rig, transmitter.id).controls;
  const rows: LadderRow[] = [];
  for (let channel = 1; channel <= 16; channel++) {
    const shaping = rig.shaping.find((s) => s.transmitter === transmitter.id && s.channel === channel) ?? null;
    const moves = chains.filter((chain) => chain.slot === channel && chain.carrier).map(moveOf);
    if (!shaping?.control && !moves.length) continue;
    const control = controls.find((c) => c.id === shaping?.control) ?? null;
    rows.push({ transmitter: transmitter.id, channel, control, shaping, moves });
  }
  return rows;
}

function moveOf(chain: Chain): LadderMove {
  return {
    part: chain.part.id,
    partLabel: chain.part.label,
    fn: chain.fn,
    reverse: chain.reverse,
    carrier: chain.carrier,
    slot: chain.slot!,
    deviceNumber: chain.deviceNumber!,
    breaks: chain.breaks,
  };
}

/** What a chain asks of its function at a control position; null when nothing drives it. */
export function chainDemand(chain: Chain, position: number): { sentUs: number; seenUs: number; demand: Demand } | null {
  const sentUs = sentPulseUs(chain, position);
  if (sentUs === null) return null;
  const seenUs = seenPulseUs(chain, sentUs);
  return { sentUs, seenUs, demand: demandOf(chain.fn, seenUs, chain.reverse) };
}

/** What a row sends at a control position, and the window its first windowed function takes that for. */
export function rowNow(row: LadderRow, position: number): { sentUs: number; window: string | null } | null {
  if (!row.shaping || !row.control) return null;
  const sentUs = shapePulseUs(row.shaping, position);
  const move = row.moves.find((m) => m.fn.windows);
  const demand = move && demandOf(move.fn, sentUs, move.reverse);
  return { sentUs, window: demand && 'window' in demand ? demand.window : null };
}
