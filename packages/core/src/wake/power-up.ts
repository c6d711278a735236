/** What the supplies do while a rig is switched on in its order: in-rush, dips, who resets whom. */
import type { Supply } from '../parts/index.js';
import { packV, type Capacitor, type CircuitElement, type RigNetwork, type Terminal } from '../rails/index.js';
import { runTransient, type Deed, type Life, type TransientRun } from '../rails/over-time.js';
import type { WakeSchedule } from './schedule.js';

/** One supply over the whole sequence. */
export interface PowerLine {
  /** Whose supply or source. */
  part: string;
  terminal: string;
  /** V, in the order of `timeS`. */
  volts: readonly number[];
  /** What it takes, V; null for a source. */
  allowed: readonly [number, number] | null;
  /** Least volts once it stood; null for what never stood. */
  lowest: { volts: number; atS: number } | null;
}

/** A supply that was awake and fell below its floor. */
export interface Reset {
  part: string;
  terminal: string;
  /** From the beginning, s. */
  atS: number;
  /** Lowest volts in the moment after. */
  leastV: number;
  /** What it fell under, V. */
  floorV: number;
  /** The step that had just been done; null where none had. */
  step: string | null;
}

/** Something that starts, dies and starts again without end. */
export interface PowerCycle {
  /** Whose supply. */
  part: string;
  terminal: string;
  /** Since when, s. */
  fromS: number;
  /** How long one round takes, s. */
  periodS: number;
}

/** A power-up over time. */
export interface PowerUp {
  /** Ends of the steps that were computed, s. */
  timeS: readonly number[];
  lines: PowerLine[];
  /** Amps out of all packs together, in the order of `timeS`. */
  packA: number[];
  /** Greatest of them, and when. */
  mostA: { amps: number; atS: number };
  resets: Reset[];
  cycles: PowerCycle[];
  /** Supplies of whose in-rush the sheet says nothing: none is reckoned. */
  unknown: { part: string; terminal: string }[];
  /** How many steps were computed. */
  steps: number;
  /** Every one came to rest. */
  converged: boolean;
}

/** Contact of a pack's plug or switch, Ω. @source [mem] a clean contact of its size */
const CONTACT_OHM = 0.003;
/** What stands before an input's charge without a soft start, Ω. @source [mem] a usual capacitor's own */
const BARE_OHM = 0.05;
/** A supply runs from so much above its floor, and stays off for so long once it fell. @source [mem] usual supervisors */
const RUNS_ABOVE = 1.02;
const LEAST_OFF_S = 0.01;
/** A fall is put down to a step that was done within this, s. */
const BLAMED_S = 0.5;

/**
 * The power-up of a rig in the order of its schedule. Packs are plugged and outlets switched where their step ends; every supply
 * charges its input, then draws as its sheet says, resets below its floor and comes back when its volts do. Inductance is left out.
 * @param charge of the packs, 0…1
 * @param watched which supplies and sources are looked at; a circuit with none of them is not worked out
 */
export function powerUp(
  network: RigNetwork,
  schedule: WakeSchedule,
  charge = 1,
  watched: (t: Terminal) => boolean = () => true,
): PowerUp {
  const plan = startPlan(network, schedule, charge);
  const terminals = network.terminals.filter(watched);
  const run = runTransient({ ...plan, endS: schedule.seconds + 1, watch: terminals.map((t) => t.element) });
  return readRun(terminals, schedule, plan, run);
}

/** The circuit of a power-up, and what is done to it. */
export interface StartPlan {
  circuit: { nodes: number; elements: CircuitElement[] };
  drive: (element: number) => number | undefined;
  deeds: Deed[];
  lives: Life[];
  unknown: PowerUp['unknown'];
}

export function startPlan(
  { prepared, terminals, packs }: RigNetwork,
  schedule: WakeSchedule,
  charge: number,
): StartPlan {
  const elements = [...prepared.circuit.elements];
  let { nodes } = prepared.circuit;
  // what a step switches on is on once the step is done: so the parts behind it start
  const doneAt = (id: string): number | undefined => {
    const step = schedule.steps.find((s) => s.id === id);
    return step && step.start + step.seconds;
  };
  const begins = new Map<number, number>();
  const deeds: Deed[] = [];
  for (const t of terminals) {
    const source = elements[t.element]!;
    const pack = packs.get(t.element);
    if (source.kind === 'pack') {
      if (pack) elements[t.element] = { ...source, emfV: packV(pack.cells, charge * pack.share, pack.chemistry) };
      const atS = doneAt(`${t.part.id}:on`);
      // what no step switches on is there from the beginning
      if (atS === undefined) continue;
      const inside = nodes++;
      elements[t.element] = { ...elements[t.element]!, plus: inside };
      begins.set(elements.length, 0);
      deeds.push({ atS, element: elements.length, drive: 1 });
      elements.push({ kind: 'switch', plus: inside, minus: source.plus, ohm: CONTACT_OHM });
    } else if (source.kind === 'converter') {
      const atS = doneAt(`${t.part.id}:rail`);
      if (atS === undefined || !t.source?.when) continue;
      begins.set(t.element, 0);
      deeds.push({ atS, element: t.element, drive: source.setV });
    }
  }
  const eaters = terminals.filter((t) => t.supply);
  const known = eaters.filter((t) => supplyOf(t).inrush);
  for (const t of known) elements.push(inputOf(t, elements[t.element]!));
  return {
    circuit: { nodes, elements },
    drive: (e) => begins.get(e),
    deeds,
    lives: terminals.filter((t) => t.is === 'load').map(lifeOf),
    unknown: eaters.filter((t) => !known.includes(t)).map(nameOf),
  };
}

/** What an input charges: its capacitance behind what its soft start lets through, which fills it in that time. */
function inputOf(t: Terminal, { plus, minus }: CircuitElement): Capacitor {
  const inrush = supplyOf(t).inrush!;
  return { kind: 'capacitor', plus, minus, farad: inrush.capacitanceUf * 1e-6, ohm: chargingOhm(inrush) };
}

/** What stands before the capacitance of an input while it fills, Ω. */
export const chargingOhm = ({ capacitanceUf, softStartMs }: NonNullable<Supply['inrush']>): number =>
  Math.max(BARE_OHM, softStartMs / 1000 / (3 * capacitanceUf * 1e-6));

function lifeOf(t: Terminal): Life {
  const [floorV] = supplyOf(t).volts;
  return { element: t.element, offV: floorV, onV: floorV * RUNS_ABOVE, leastOffS: LEAST_OFF_S };
}

const supplyOf = (t: Terminal): Supply => t.supply!;
const nameOf = (t: Terminal): { part: string; terminal: string } => ({ part: t.part.id, terminal: t.id });

function readRun(terminals: readonly Terminal[], schedule: WakeSchedule, plan: StartPlan, run: TransientRun): PowerUp {
  const byElement = new Map(terminals.map((t) => [t.element, t]));
  const packA = run.timeS.map((_, i) => run.packA.reduce((sum, p) => sum + p.amps[i]!, 0));
  const most = packA.reduce((best, amps, i) => (amps > packA[best]! ? i : best), 0);
  return {
    timeS: run.timeS,
    lines: terminals.map((t, i) => ({
      ...nameOf(t),
      volts: run.volts[i]!,
      allowed: t.supply?.volts ?? null,
      lowest: lowestOf(run.timeS, run.volts[i]!),
    })),
    packA,
    mostA: { amps: packA[most] ?? 0, atS: run.timeS[most] ?? 0 },
    resets: run.happenings
      .filter((h) => h.what === 'resets' && byElement.has(h.element))
      .map(({ element, atS }) => {
        const t = byElement.get(element)!;
        const volts = run.volts[terminals.indexOf(t)]!;
        return {
          ...nameOf(t),
          atS,
          leastV: leastAfter(run.timeS, volts, atS),
          floorV: supplyOf(t).volts[0],
          step: stepAt(schedule, atS),
        };
      }),
    cycles: run.cycles.flatMap(({ element, fromS, periodS }) => {
      const t = byElement.get(element);
      return t ? [{ ...nameOf(t), fromS, periodS }] : [];
    }),
    unknown: plan.unknown,
    ...{ steps: run.steps, converged: run.converged },
  };
}

/** A supply stands once it has come so near to its highest volts. */
const STANDS = 0.99;

function lowestOf(timeS: readonly number[], volts: readonly number[]): PowerLine['lowest'] {
  const highest = volts.reduce((most, v) => Math.max(most, v), 0);
  const from = highest > 0 ? volts.findIndex((v) => v >= STANDS * highest) : -1;
  if (from < 0) return null;
  let at = from;
  for (let i = from; i < volts.length; i++) if (volts[i]! < volts[at]!) at = i;
  return { volts: volts[at]!, atS: timeS[at]! };
}

function leastAfter(timeS: readonly number[], volts: readonly number[], atS: number): number {
  let least = Infinity;
  for (let i = 0; i < timeS.length; i++)
    if (timeS[i]! >= atS && timeS[i]! <= atS + LEAST_OFF_S) least = Math.min(least, volts[i]!);
  return least;
}

/** The step of hands that was done last before a time, when that was shortly before. */
function stepAt({ steps }: WakeSchedule, atS: number): string | null {
  const since = (s: WakeSchedule['steps'][number]): number => atS - (s.start + s.seconds);
  const done = steps.filter((s) => s.hands && since(s) > -1e-6 && since(s) <= BLAMED_S);
  return done.sort((a, b) => since(a) - since(b))[0]?.id ?? null;
}
