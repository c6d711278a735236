import { tiesOf, type Sheet, type Source, type Supply } from '../parts/index.js';
import { oncePerSlices, partsWithSheets, pinKey, isSetOn, type Part, type PinRef, type Rig } from '../rig/index.js';
import {
  prepareCircuit,
  type CircuitElement,
  type Converter,
  type CurrentLimit,
  type Pair,
  type PreparedCircuit,
} from './circuit/index.js';
import { USUAL_C, cellOhmShare, chargeOf, type Chemistry } from './pack.js';
import { RailsUnsolvable } from './unsolvable.js';
import { contactsOhm } from './lead.js';
import { copperShare, wireOhm } from './wire.js';

/** A supply or source of a part, as element of the circuit. */
export interface Terminal {
  part: Part;
  sheet: Sheet;
  id: string;
  is: 'pack' | 'regulator' | 'load' | 'regulator input';
  /** Index of its element in the circuit; of a mere regulator's input an element that draws nothing. */
  element: number;
  /** What it takes, of a supply; what it gives, of a source. */
  supply: Supply | null;
  source: Source | null;
  /** Regulators of the part that draw through this supply, by element. */
  feeds: number[];
  plus: PinRef;
  minus: PinRef;
}

/** A rig as an electrical circuit, and which element is what. */
export interface RigNetwork {
  prepared: PreparedCircuit;
  terminals: Terminal[];
  /** Which wire is which resistance, and how much of it is copper at 20 °C, Ω. */
  wires: { cable: string; wire: number; element: number; copperOhm: number }[];
  /** Part whose source a supply hangs on, by element; nothing for what no wire feeds. */
  feeders: Map<number, string>;
  /** Cells in series, kind of cell and own charge 0…1 of each pack, by element. */
  packs: Map<number, { cells: number; chemistry: Chemistry; share: number }>;
  /** Of what wires and packs are, °C. */
  celsius: number;
}

const BOOSTS: ReadonlySet<string> = new Set(['boost', 'buck-boost']);

/**
 * The power network of a rig: pins are nodes (grounds and tied supplies of one part are one), every wire
 * between supply or ground pins is its resistance, every supply a load, every source a source.
 * @param load whether loads draw their typical or their peak
 */
export const rigNetwork = (rig: Rig, load: Load = 'typical'): RigNetwork => NETWORKS[load](rig);

type Load = 'typical' | 'peak';
/** All that is read here of a rig. */
const READ = ['parts', 'cables', 'sheets'] as const;
const NETWORKS: Record<Load, (rig: Rig) => RigNetwork> = {
  typical: oncePerSlices(READ, (rig) => buildNetwork(rig, 'typical')),
  peak: oncePerSlices(READ, (rig) => buildNetwork(rig, 'peak')),
};

function buildNetwork(rig: Rig, load: Load): RigNetwork {
  const nodes = numberNodes(rig);
  const build: Build = { nodes, free: new Set(nodes.values()).size, elements: [], wires: [], terminals: [] };
  addWires(build, rig);
  for (const { part, sheet } of partsWithSheets(rig)) addPart(build, part, sheet, load);
  const { elements, terminals, wires, free } = build;
  return {
    prepared: prepareCircuit({ nodes: free, elements }),
    terminals,
    wires,
    feeders: feedersOf(build),
    packs: packsOf(terminals),
    celsius: USUAL_C,
  };
}

/** A network as it grows. */
interface Build {
  nodes: ReadonlyMap<string, number>;
  /** The next node that nothing stands on. */
  free: number;
  elements: CircuitElement[];
  wires: RigNetwork['wires'];
  terminals: Terminal[];
}

/** No wire is without any resistance, Ω. */
const LEAST_OHM = 1e-5;

function addWires(build: Build, rig: Rig): void {
  const { nodes, elements } = build;
  for (const cable of rig.cables) {
    cable.wires.forEach((wire, index) => {
      const plus = nodes.get(pinKey(wire.from));
      const minus = nodes.get(pinKey(wire.to));
      if (plus === undefined || minus === undefined || plus === minus) return;
      const { inline } = wire;
      if (inline?.kind === 'switch' && !inline.closed) return;
      const copperOhm = Math.max(LEAST_OHM, wireOhm(wire));
      const ohm = copperOhm + contactsOhm(rig, wire) + (inline?.kind === 'resistor' ? inline.ohm : 0);
      build.wires.push({ cable: cable.id, wire: index, element: elements.length, copperOhm });
      // a diode sits between the wire and its far end, on a node of its own
      const end = inline?.kind === 'diode' ? build.free++ : minus;
      elements.push({ kind: 'resistance', plus, minus: end, ohm });
      if (end !== minus) elements.push({ kind: 'diode', plus: end, minus, ...DIODE });
    });
  }
}

/** What a sheet calls the figures of an element. */
const SHEET_WORDS: Readonly<Record<string, string>> = { ohm: 'outOhm', setV: 'volts', emfV: 'fixedV', floorV: 'volts' };

function addPart({ nodes, elements, terminals }: Build, part: Part, sheet: Sheet, load: Load): void {
  const pairOf = ({ plus, minus }: Supply | Source): Pair => ({
    plus: nodes.get(pinKey({ part: part.id, ...plus })) ?? lacks(part, 'plus pin is no supply pin'),
    minus: nodes.get(pinKey({ part: part.id, ...minus })) ?? lacks(part, 'minus pin is no ground pin'),
  });
  const add = (at: Supply | Source, is: Terminal['is'], element: CircuitElement): Terminal => {
    const none = Object.entries(element).find(([, figure]) => typeof figure === 'number' && !Number.isFinite(figure));
    if (none) lacks(part, `${at.id} has no number for ${SHEET_WORDS[none[0]] ?? none[0]}`);
    const [plus, minus] = [at.plus, at.minus].map((pin) => ({ part: part.id, ...pin })) as [PinRef, PinRef];
    const isSupply = is === 'load' || is === 'regulator input';
    const supply = isSupply ? (at as Supply) : null;
    const source = isSupply ? null : (at as Source);
    const terminal: Terminal = {
      part,
      sheet,
      id: at.id,
      is,
      element: elements.length,
      supply,
      source,
      feeds: [],
      plus,
      minus,
    };
    terminals.push(terminal);
    elements.push(element);
    return terminal;
  };
  const inputs = new Map<string, { input: Pair; terminal: Terminal; floorV: number }>();
  for (const supply of sheet.supplies) {
    const pair = pairOf(supply);
    const { kind } = supply.draw;
    const floorV = supply.volts[0];
    const terminal =
      kind === 'regulator'
        ? add(supply, 'regulator input', { ...pair, kind: 'load', draw: 'current', amount: 0, floorV })
        : add(supply, 'load', { ...pair, kind: 'load', draw: kind, amount: supply.draw[load], floorV });
    inputs.set(supply.id, { input: pair, terminal, floorV });
  }
  for (const source of sheet.sources) {
    if (!isSetOn(sheet, part, source)) continue;
    const pair = pairOf(source);
    if (!source.regulator) {
      add(source, 'pack', { ...pair, kind: 'pack', emfV: source.fixedV ?? 0, ohm: source.outOhm });
      continue;
    }
    const from = inputs.get(source.regulator.fedBy) ?? lacks(part, 'regulator is fed by no supply of its own');
    from.terminal.feeds.push(elements.length);
    add(source, 'regulator', {
      ...pair,
      ...converterOf(source, source.regulator),
      input: from.input,
      floorV: from.floorV,
    });
  }
}

function converterOf(
  { kind, outOhm }: Source,
  { volts, dropoutV, efficiency, efficiencyAt, quiescentA, limit, startMs }: NonNullable<Source['regulator']>,
): Omit<Converter, 'plus' | 'minus' | 'input' | 'floorV'> {
  return {
    ...{ kind: 'converter', setV: volts, ohm: outOhm, dropoutV, efficiency, quiescentA },
    ...{ boosts: BOOSTS.has(kind), linear: kind === 'linear' },
    ...{ limit: limit ? limitOf(limit) : null, startMs: startMs ?? START_MS },
    ...(efficiencyAt?.length ? { efficiencyAt: efficiencyAt.map((p) => [p.amps, p.efficiency] as const) } : {}),
  };
}

type SheetLimit = NonNullable<NonNullable<Source['regulator']>['limit']>;

const limitOf = ({ kind, amps, shortShare, tripMs, offMs }: SheetLimit): CurrentLimit => ({
  ...{ kind, amps },
  ...(shortShare === undefined ? {} : { shortShare }),
  ...(tripMs === undefined ? {} : { tripMs }),
  ...(offMs === undefined ? {} : { offMs }),
});

/** How long a regulator's output climbs. @source [mem] a usual soft start of its class */
const START_MS = 2;

/** @throws {RailsUnsolvable} always: a sheet that was never checked has no such terminal */
function lacks(part: Part, what: string): never {
  throw new RailsUnsolvable(`${part.label}'s ${what}`);
}

/** A power diode in a lead that carries current: what it drops, and its own resistance. @source [practice] Schottky type */
const DIODE = { dropV: 0.4, ohm: 0.02 } as const;

/** Walks wires, and diodes the way they let current, from every source's plus. */
function feedersOf({ elements, terminals, free }: Build): Map<number, string> {
  const near = Array.from({ length: free }, (): number[] => []);
  for (const { kind, plus, minus } of elements) {
    if (kind === 'resistance') near[minus]!.push(plus);
    if (kind === 'resistance' || kind === 'diode') near[plus]!.push(minus);
  }
  const feeders = new Map<number, string>();
  for (const source of terminals.filter((t) => t.is === 'pack' || t.is === 'regulator')) {
    const queue = [elements[source.element]!.plus];
    for (let node = queue.pop(); node !== undefined; node = queue.pop()) {
      if (feeders.has(node)) continue;
      feeders.set(node, source.part.id);
      queue.push(...near[node]!);
    }
  }
  return new Map(
    terminals.flatMap((t) => {
      const feeder = feeders.get(elements[t.element]!.plus);
      return feeder === undefined || t.is === 'pack' || t.is === 'regulator' ? [] : [[t.element, feeder] as const];
    }),
  );
}

function packsOf(terminals: Terminal[]): RigNetwork['packs'] {
  return new Map(
    terminals.flatMap((t) => {
      const pack = t.source?.pack;
      if (!pack) return [];
      const { cells, chemistry = 'lithium-polymer' } = pack;
      return [[t.element, { cells, chemistry, share: ownShare(t.part, cells, chemistry) }] as const];
    }),
  );
}

/** Charge a pack has by itself: what it reads at rest before what was noted of it; full when nothing is known. */
export function ownShare({ charge }: Pick<Part, 'charge'>, cells: number, chemistry: Chemistry): number {
  if (charge?.volts !== undefined) return chargeOf(charge.volts / cells, chemistry);
  return charge?.share ?? 1;
}

/** The same network with other figures in some elements; the layout of its matrix is kept. */
export function withElements(network: RigNetwork, change: (elements: CircuitElement[]) => void): RigNetwork {
  const { prepared } = network;
  const elements = prepared.circuit.elements.slice();
  change(elements);
  return { ...network, prepared: { ...prepared, circuit: { ...prepared.circuit, elements } } };
}

/** The same network with every load at its peak. */
export const atPeak = (network: RigNetwork): RigNetwork =>
  withElements(network, (elements) => {
    for (const t of network.terminals) {
      const element = elements[t.element]!;
      if (t.is !== 'load' || element.kind !== 'load') continue;
      elements[t.element] = { ...element, amount: t.supply!.draw.peak };
    }
  });

/** The same network with wires and packs at a temperature, °C: copper and cells resist differently, and cold cells give less. */
export function atCelsius(network: RigNetwork, celsius: number): RigNetwork {
  const changed = withElements(network, (elements) => {
    for (const { element, copperOhm } of network.wires) {
      const at = elements[element]!;
      const before = copperOhm * copperShare(network.celsius);
      if (at.kind === 'resistance')
        elements[element] = { ...at, ohm: at.ohm - before + copperOhm * copperShare(celsius) };
    }
    for (const element of network.packs.keys()) {
      const at = elements[element]!;
      if (at.kind === 'pack')
        elements[element] = { ...at, ohm: (at.ohm * cellOhmShare(celsius)) / cellOhmShare(network.celsius) };
    }
  });
  return { ...changed, celsius };
}

/** One node number a group of supply or ground pins that are one piece of copper inside a part. */
function numberNodes(rig: Rig): Map<string, number> {
  const nodes = new Map<string, number>();
  let next = 0;
  for (const { part, sheet } of partsWithSheets(rig)) {
    const key = (port: string, pin: number): string => `${part.id}.${port}.${pin}`;
    const tieOf = new Map(tiesOf(sheet).flatMap((tie, t) => tie.map((at) => [key(at.port, at.pin), t] as const)));
    const numbers = new Map<string, number>();
    for (const port of sheet.ports) {
      for (const pin of port.pins) {
        const own = key(port.id, pin.n);
        if (pin.line !== 'supply' && pin.line !== 'ground') continue;
        const tie = tieOf.get(own);
        const group = pin.line === 'ground' ? 'ground' : tie === undefined ? own : `tie ${tie}`;
        if (!numbers.has(group)) numbers.set(group, next++);
        nodes.set(own, numbers.get(group)!);
      }
    }
  }
  return nodes;
}
