/** What each pack does over a run: who gives how much, what flows between packs that differ, how much run that costs. */
import { sheetOf, type Rig } from '../rig/index.js';
import { operatingPoint } from './circuit/index.js';
import { capacityShare, packV } from './pack.js';
import type { RigNetwork, Terminal } from './rig-network.js';

/** Share of the charge that is kept for the way home. @source [practice] */
export const KEPT_CHARGE = 0.3;

/** One pack over a run. */
export interface PackShare {
  /** The pack. */
  part: string;
  /** Charge it begins with, 0…1. */
  fromCharge: number;
  /** Charge it ends with, 0…1. */
  toCharge: number;
  /** Volts at rest when the run begins. */
  restV: number;
  /** Out of it when everything is switched on, A; below 0 where another pack charges it. */
  firstA: number;
  /** Most that another pack pushes into it, A. */
  mostInA: number;
  /** Given over the run, Ah. */
  givenAh: number;
  /** Its part of what all packs gave, 0…1. */
  share: number;
}

/** A run until the first pack that gives has only {@link KEPT_CHARGE} left. */
export interface PackRun {
  /** Null where no pack gives anything. */
  minutes: number | null;
  /** The same with every pack full, minutes: what unequal packs cost. */
  fullMinutes: number | null;
  packs: PackShare[];
}

/** Charge that the pack which changes fastest loses in a step. */
const STEP_CHARGE = 0.01;
/** A pack that gives less feeds nothing, A. */
const LEAST_A = 0.001;
const MOST_STEPS = 2000;

/** The run of a rig from the packs as they are. @param network at the draw that is looked at */
export function packRun(rig: Rig, network: RigNetwork): PackRun {
  const packs = network.terminals.flatMap((terminal) => {
    const own = network.packs.get(terminal.element);
    return own ? [{ terminal, ...own, ampS: capacityAh(rig, terminal) * 3600 * capacityShare(network.celsius) }] : [];
  });
  const own = run(
    network,
    packs,
    packs.map((p) => p.share),
  );
  const isFull = packs.every((p) => p.share === 1);
  const full = isFull
    ? own
    : run(
        network,
        packs,
        packs.map(() => 1),
      );
  const total = own.givenAs.reduce((sum, x) => sum + x, 0);
  return {
    minutes: own.minutes,
    fullMinutes: full.minutes,
    packs: packs.map(({ terminal, cells, chemistry, share }, i) => ({
      part: terminal.part.id,
      fromCharge: share,
      toCharge: own.charges[i]!,
      restV: packV(cells, share, chemistry),
      firstA: own.firstA[i]!,
      mostInA: own.mostInA[i]!,
      givenAh: own.givenAs[i]! / 3600,
      share: total > 0 ? own.givenAs[i]! / total : 0,
    })),
  };
}

type Pack = { terminal: Terminal; ampS: number } & (RigNetwork['packs'] extends Map<number, infer P> ? P : never);

interface Course {
  minutes: number | null;
  charges: number[];
  firstA: number[];
  mostInA: number[];
  givenAs: number[];
}

/** Each step at the currents of its middle, so that what the curve does in between counts. */
function run(network: RigNetwork, packs: readonly Pack[], from: readonly number[]): Course {
  let charges = [...from];
  const amps = (at: readonly number[]): number[] => ampsAt(network, packs, at);
  const firstA = amps(charges);
  const course: Course = {
    ...{ minutes: null, charges, firstA },
    mostInA: firstA.map((a) => Math.max(0, -a)),
    givenAs: packs.map(() => 0),
  };
  if (!firstA.some((a) => a > LEAST_A)) return course;
  let seconds = 0;
  for (let step = 0; step < MOST_STEPS; step++) {
    const now = amps(charges);
    const giving = packs.flatMap((p, i) => (now[i]! > LEAST_A && p.ampS > 0 ? [i] : []));
    if (!giving.length || giving.some((i) => charges[i]! <= KEPT_CHARGE + 1e-9)) break;
    const rates = packs.map((p, i) => (p.ampS > 0 ? now[i]! / p.ampS : 0));
    const fastest = Math.max(...rates.map(Math.abs));
    // no step goes past the end of the run
    const toEnd = Math.min(...giving.map((i) => (charges[i]! - KEPT_CHARGE) / rates[i]!));
    const dt = Math.min(STEP_CHARGE / fastest, toEnd);
    const middle = amps(charges.map((c, i) => c - (rates[i]! * dt) / 2));
    charges = charges.map((c, i) => Math.min(1, c - (packs[i]!.ampS > 0 ? (middle[i]! * dt) / packs[i]!.ampS : 0)));
    middle.forEach((a, i) => {
      course.givenAs[i]! += a * dt;
      course.mostInA[i] = Math.max(course.mostInA[i]!, -a);
    });
    seconds += dt;
  }
  return { ...course, charges, minutes: seconds / 60 };
}

function ampsAt(network: RigNetwork, packs: readonly Pack[], charges: readonly number[]): number[] {
  const restV = new Map(packs.map((p, i) => [p.terminal.element, packV(p.cells, charges[i]!, p.chemistry)]));
  const point = operatingPoint(network.prepared, (e) => restV.get(e), 'running');
  return packs.map((p) => -point.amps[p.terminal.element]!);
}

const capacityAh = (rig: Rig, { part, id }: Terminal): number =>
  (sheetOf(rig, part.id).sources.find((s) => s.id === id)?.pack?.capacityMah ?? 0) / 1000;
