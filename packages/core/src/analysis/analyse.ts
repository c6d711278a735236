import {
  carriedBy,
  findChains,
  ladderRows,
  handOverLink,
  standsAtTakeOff,
  wishCoverage,
  type Chain,
  type HandOverLink,
  type Latency,
  type LadderRow,
  type WishState,
} from '../channels/index.js';
import { findFindings, type Finding } from '../findings/index.js';
import {
  benchList,
  boardPlan,
  boardSettings,
  mergedPlug,
  type BenchItem,
  type BoardSetting,
  type Conversation,
  type MergedPlug,
  cableViews,
  findConversations,
  findNets,
  type CableView,
  type ResourceView,
} from '../loom/index.js';
import { onBoardG, type Sheet } from '../parts/index.js';
import {
  atPeak,
  railTree,
  rigNetwork,
  runTimeMin,
  fullRails,
  solveRigNetwork,
  wireMassG,
  type RailRow,
  type Rails,
  type RigNetwork,
} from '../rails/index.js';
import { sheetOf, type Rig } from '../rig/index.js';
import { lastCall } from '../units/index.js';
import { fieldPlan, type WakePlan } from '../wake/index.js';
import { findStarts } from '../wake/starts.js';
import { USUAL_LOOK, lookedAt, type RailLook } from './look.js';

/** What every station shows about a rig at a state of charge; studies of one station are asked for by themselves. Plain data. */
export interface Analysis {
  rigId: string;
  /** Revision of the rig this was worked out for. */
  revision: number;
  findings: Finding[];
  brief: {
    wishes: WishState[];
    granted: number;
    wanted: number;
    parts: number;
    missing: number;
    massG: number;
    /** Something on board is to be still when the craft takes off. */
    holdsStill: boolean;
  };
  loom: {
    cables: readonly CableView[];
    board: ResourceView[];
    settings: BoardSetting[];
    items: BenchItem[];
    plugs: MergedPlug[];
    wireMm: number;
    wireG: number;
  };
  channels: {
    rows: LadderRow[];
    usedSlots: number;
    /** Channels that get through to the device that hears most of them; 0 where nothing is heard. */
    carriedSlots: number;
    latency: Latency | null;
    handOvers: Pick<HandOverLink, 'handOver' | 'breaks'>[];
  };
  rails: {
    look: RailLook;
    now: Rails;
    rows: RailRow[];
    lowestMargin: { part: string; volts: number } | null;
    runMin: number | null;
  };
  wake: WakePlan;
}

/** A study of a rig that could not be finished: which one, and what it stumbled on. */
export class StudyFailed extends Error {
  override readonly name = 'StudyFailed';
  constructor(
    readonly study: string,
    cause: unknown,
  ) {
    super(`${study}: ${cause instanceof Error ? cause.message : String(cause)}`, { cause });
  }
}

/** Runs a study; what it throws says which study it was. */
function study<R>(name: string, run: () => R): R {
  try {
    return run();
  } catch (error) {
    throw new StudyFailed(name, error);
  }
}

/** What does not depend on the charge; kept as long as the rig is the same object. */
const standing = lastCall((rig: Rig, shelf: readonly Sheet[] | null) => {
  const nets = study('Loom', () => findNets(rig));
  const conversations = study('Loom', () => findConversations(rig));
  const chains = study('Channels', () => findChains(rig));
  const { full, flat } = study('Rails', () => fullAndFlat(rig));
  const wishes = study('Brief', () => wishCoverage(rig, chains, shelf));
  const wake = study('Wake', () => fieldPlan(rig, full));
  const starts = study('Wake', () => findStarts(rigNetwork(rig), () => wake, { full, flat }));
  const findings = study('Findings', () =>
    findFindings({ rig, nets, conversations, chains, wishes, full, flat, wake, starts }),
  );
  const worst = worstMargins(full, flat);
  return {
    worst,
    findings,
    brief: briefOf(rig, wishes),
    loom: study('Loom', () => loomOf(rig, conversations)),
    channels: study('Channels', () => channelsOf(rig, chains, conversations)),
    wake,
  };
});

/**
 * Analyses a rig at a charge 0…1. A second call with the same rig object only solves the rails again.
 * @param shelf classes to look through for what would grant an impossible wish; null leaves that out
 * @param look draw and temperature at which the supplies stand; what is found of them is always of the usual ones
 * @throws {StudyFailed} naming the station whose study stumbled, and on what
 */
export function analyse(
  rig: Rig,
  charge = 1,
  shelf: readonly Sheet[] | null = null,
  look: RailLook = USUAL_LOOK,
): Analysis {
  const { worst, ...rest } = standing(rig, shelf);
  const network = lookedAt(rig, look);
  const now = study('Rails', () => solveRigNetwork(network, charge));
  const runMin = study('Rails', () => runMinutes(rig, network));
  return {
    rigId: rig.id,
    revision: rig.revision,
    ...rest,
    rails: { look, now, rows: railTree(rig, now, worst), lowestMargin: lowestOf(worst), runMin },
  };
}

const runMinutes = lastCall((rig: Rig, network: RigNetwork): number | null => runTimeMin(rig, network));

function fullAndFlat(rig: Rig): { full: Rails; flat: Rails } {
  const network = rigNetwork(rig);
  return { full: fullRails(network), flat: solveRigNetwork(atPeak(network), 0) };
}

function worstMargins(full: Rails, flat: Rails): Map<string, number> {
  const loads = full.nodes.flatMap((node, i) => (node.kind === 'load' ? [[node, flat.nodes[i]!] as const] : []));
  return new Map(loads.map(([a, b]) => [`${a.part}.${a.terminal}`, Math.min(a.marginV!, b.marginV!)]));
}

function lowestOf(worst: Map<string, number>): Analysis['rails']['lowestMargin'] {
  const [lowest] = [...worst].sort((a, b) => a[1] - b[1]);
  return lowest ? { part: lowest[0].split('.')[0]!, volts: lowest[1] } : null;
}

function briefOf(rig: Rig, wishes: WishState[]): Analysis['brief'] {
  return {
    wishes,
    granted: wishes.filter((w) => w.state === 'granted').length,
    wanted: wishes.length,
    parts: rig.parts.length,
    missing: rig.parts.filter((p) => !p.onBench).length,
    massG: rig.parts.reduce((sum, p) => sum + onBoardG(sheetOf(rig, p.id)), 0),
    holdsStill: standsAtTakeOff(rig).length > 0,
  };
}

function loomOf(rig: Rig, conversations: readonly Conversation[]): Analysis['loom'] {
  const wires = rig.cables.flatMap((c) => c.wires);
  return {
    cables: cableViews(rig),
    board: boardPlan(rig),
    settings: boardSettings(rig, conversations),
    items: benchList(rig),
    plugs: rig.merges.map((merge) => mergedPlug(rig, merge)),
    wireMm: wires.reduce((sum, w) => sum + w.lengthMm, 0),
    wireG: wires.reduce((sum, w) => sum + wireMassG(w), 0),
  };
}

function channelsOf(rig: Rig, chains: readonly Chain[], conversations: readonly Conversation[]): Analysis['channels'] {
  const rows = ladderRows(rig, chains, conversations);
  const latencies = rows.flatMap((r) => r.moves.filter((m) => !m.breaks).map((m) => m.latency));
  latencies.sort((a, b) => b.worst - a.worst);
  const heard = chains.filter((c) => c.path.length && c.transmitter);
  return {
    rows,
    usedSlots: rows.filter((r) => r.moves.length).length,
    carriedSlots: Math.max(0, ...heard.map((c) => carriedBy(c, sheetOf(rig, c.transmitter!.id)))),
    latency: latencies[0] ?? null,
    handOvers: rig.handOvers.map((h) => ({ handOver: h, breaks: handOverLink(rig, conversations, h).breaks })),
  };
}
