/** What would keep a supply up that falls below its floor while the rig wakes: another order, a capacitor, more regulator, an own lead. */
import { contactsOhm, wireOhm, type CircuitElement, type RigNetwork, type Terminal } from '../rails/index.js';
import { labelOf, type EditOf, type Rig } from '../rig/index.js';
import { listed, num } from '../units/index.js';
import type { WakePlan } from './ordered.js';
import { wakePlan } from './plan.js';
import { powerUp, type PowerUp } from './power-up.js';

/** One supply that does not stay up, and what would mend it. Null is what would not, or what there is nothing of to change. */
export interface StartMend {
  part: string;
  terminal: string;
  /** One step after another that it falls together with. */
  spacing: EditOf<'pinStep'> | null;
  /** Smallest capacitor across its input, µF. */
  capacitorUf: number | null;
  /** What feeds it, with so many times the current limit and as much less resistance inside. */
  regulator: { part: string; times: number } | null;
  /** A pair of leads of its own from what feeds it, AWG. */
  ownFeedAwg: number | null;
}

/** Capacitors that are bought, µF. @source [std IEC 60063] E3 over two decades */
const CAPACITORS_UF = [100, 220, 470, 1000, 2200, 4700, 10000];
/** What a capacitor of that kind resists itself, Ω. @source [mem] low-loss electrolytic */
const CAPACITOR_OHM = 0.03;
const TIMES = [1.5, 2, 3];
/** An own feed is a lead of this gauge and length. @source [mem] */
const OWN_FEED = { gaugeAwg: 20, lengthMm: 300 } as const;
/** Starts that are nearer than this fall together, s. */
const NEAR_S = 0.5;
/** Power-ups that are played for all supplies together. */
const MOST_PLAYED = 12;

/**
 * For every supply that resets or goes on and off without end, what would keep it up, each played as a power-up of its own; at most
 * twelve, the supply that falls first first.
 * @param charge of the packs, 0…1
 */
export function startMends(rig: Rig, network: RigNetwork, plan: WakePlan, power: PowerUp, charge = 1): StartMend[] {
  let left = MOST_PLAYED;
  const stays = (t: Terminal, trial: RigNetwork, order: WakePlan = plan): boolean => {
    if (left-- <= 0) return false;
    return !brokenIn(powerUp(trial, order, charge)).some((b) => b.part === t.part.id && b.terminal === t.id);
  };
  return brokenIn(power).flatMap(({ part, terminal, step, atS }): StartMend[] => {
    const t = network.terminals.find((x) => x.part.id === part && x.id === terminal);
    if (!t) return [];
    const spacing = spacings(plan, step, atS).find((pin) => {
      const wakeOrder = [...(rig.wakeOrder ?? []), { first: pin.behind!, then: pin.step }];
      const order = wakePlan({ ...rig, wakeOrder }, plan.kind, plan.pairs);
      return order.against.length === plan.against.length && stays(t, network, order);
    });
    const source = sourceOf(network, t);
    const times = source?.is === 'regulator' ? TIMES.find((x) => stays(t, stronger(network, source, x))) : undefined;
    return [
      {
        ...{ part, terminal },
        spacing: spacing ?? null,
        capacitorUf: smallest(CAPACITORS_UF, (uf) => stays(t, withCapacitor(network, t, uf))),
        regulator: times === undefined ? null : { part: source!.part.id, times },
        ownFeedAwg: source && stays(t, ownFed(rig, network, t, source)) ? OWN_FEED.gaugeAwg : null,
      },
    ];
  });
}

interface Broken {
  part: string;
  terminal: string;
  step: string | null;
  atS: number;
}

function brokenIn({ resets, cycles }: PowerUp): Broken[] {
  const all: Broken[] = [...resets, ...cycles.map((c) => ({ ...c, step: null, atS: c.fromS }))];
  return all
    .sort((a, b) => a.atS - b.atS)
    .filter((b, i, list) => list.findIndex((x) => x.part === b.part && x.terminal === b.terminal) === i);
}

/** Smallest of some sizes that does; a larger never does worse, so halves are enough. Null when the largest does not. */
function smallest(sizes: readonly number[], does: (size: number) => boolean): number | null {
  if (!does(sizes.at(-1)!)) return null;
  let [low, high] = [0, sizes.length - 1];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (does(sizes[middle]!)) high = middle;
    else low = middle + 1;
  }
  return sizes[high]!;
}

/** Orders in which the step that was done last waits for another that ended just as it did. */
function spacings({ steps }: WakePlan, step: string | null, atS: number): EditOf<'pinStep'>[] {
  const own = steps.find((s) => s.id === step);
  if (!own) return [];
  return steps
    .filter((s) => s.hands && s.id !== own.id && Math.abs(s.start + s.seconds - atS) < NEAR_S)
    .map((s) => ({ kind: 'pinStep', step: own.id, text: own.text, behind: s.id, before: null }));
}

/** The source that feeds a supply. */
function sourceOf({ terminals, feeders }: RigNetwork, t: Terminal): Terminal | undefined {
  const feeder = feeders.get(t.element);
  return terminals.find((s) => s.part.id === feeder && s.source !== null);
}

function changed(network: RigNetwork, change: (elements: CircuitElement[], node: () => number) => void): RigNetwork {
  const { circuit } = network.prepared;
  const elements = circuit.elements.slice();
  let { nodes } = circuit;
  change(elements, () => nodes++);
  return { ...network, prepared: { ...network.prepared, circuit: { nodes, elements } } };
}

const withCapacitor = (network: RigNetwork, t: Terminal, uf: number): RigNetwork =>
  changed(network, (elements) => {
    const { plus, minus } = elements[t.element]!;
    elements.push({ kind: 'capacitor', plus, minus, farad: uf * 1e-6, ohm: CAPACITOR_OHM });
  });

const stronger = (network: RigNetwork, source: Terminal, times: number): RigNetwork =>
  changed(network, (elements) => {
    const own = elements[source.element]!;
    if (own.kind !== 'converter') return;
    const limit = own.limit && { ...own.limit, amps: own.limit.amps * times };
    elements[source.element] = { ...own, limit, ohm: own.ohm / times };
  });

const ownFed = (rig: Rig, network: RigNetwork, t: Terminal, source: Terminal): RigNetwork =>
  changed(network, (elements, node) => {
    const [own, from] = [elements[t.element]!, elements[source.element]!];
    const ohm = wireOhm(OWN_FEED) + contactsOhm(rig, { ...OWN_FEED, from: source.plus, to: t.plus });
    const [plus, minus] = [node(), node()];
    elements[t.element] = { ...own, plus, minus };
    elements.push({ kind: 'resistance', plus: from.plus, minus: plus, ohm });
    elements.push({ kind: 'resistance', plus: minus, minus: from.minus, ohm });
  });

/** What would keep a supply up, in a sentence. */
export function mendText(rig: Rig, { part, spacing, capacitorUf, regulator, ownFeedAwg }: StartMend): string {
  const ways = [
    ...(spacing ? [`"${spacing.text}" a moment later`] : []),
    ...(capacitorUf === null ? [] : [`${num(capacitorUf)} µF across its input`]),
    ...(regulator ? [`${num(regulator.times, 1)} times the regulator of ${labelOf(rig, regulator.part)}`] : []),
    ...(ownFeedAwg === null ? [] : [`a lead of its own of ${ownFeedAwg} AWG`]),
  ];
  const label = labelOf(rig, part);
  if (!ways.length)
    return `Neither another order, a capacitor, more regulator nor a lead of its own keeps ${label} up.`;
  return `${label} stays up with ${listed(ways, 'or')}.`;
}
