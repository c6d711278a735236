import type { Sheet } from '../parts/index.js';
import { oncePerRig, partsWithSheets, pinKey, settingOf, type Part, type PinRef, type Rig } from '../rig/index.js';
import type { Element, Network } from './network.js';
import { chargeOf, type Chemistry } from './pack.js';
import { prepareNetwork, type PreparedNetwork } from './solve-network.js';
import { RailsUnsolvable } from './unsolvable.js';
import { wireOhm } from './wire.js';

/** A supply or source of a part, as element of the network. */
export interface Terminal {
  part: Part;
  sheet: Sheet;
  id: string;
  kind: 'source' | 'supply';
  /** Index of its element in the network. */
  element: number;
  plus: PinRef;
  minus: PinRef;
}

/** A rig as an electrical network, and which node is which contact. */
export interface RigNetwork {
  prepared: PreparedNetwork;
  terminals: Terminal[];
  /** Which wire is which resistor, in the order of `network.resistors`. */
  wires: { cable: string; wire: number }[];
  /** Part whose source a supply hangs on, by element; nothing for what no wire feeds. */
  feeders: Map<number, string>;
  /** Cells in series, kind of cell and own charge 0…1 of each pack, by element. */
  packs: Map<number, { cells: number; chemistry: Chemistry; share: number }>;
  /** Sources that hold a voltage whatever the charge, by element. */
  fixedV: Map<number, number>;
}

const BOOSTS: ReadonlySet<string> = new Set(['boost', 'buck-boost']);

/**
 * The power network of a rig: pins are nodes (grounds and tied supplies of one part are one), every wire
 * between supply or ground pins is its resistance, every supply a load, every source a source.
 * @param load whether loads draw their typical or their peak
 */
export const rigNetwork = (rig: Rig, load: Load = 'typical'): RigNetwork => NETWORKS[load](rig);

type Load = 'typical' | 'peak';
const NETWORKS: Record<Load, (rig: Rig) => RigNetwork> = {
  typical: oncePerRig((rig) => buildNetwork(rig, 'typical')),
  peak: oncePerRig((rig) => buildNetwork(rig, 'peak')),
};

function buildNetwork(rig: Rig, load: Load): RigNetwork {
  const nodes = numberNodes(rig);
  const nodeOf = (at: PinRef): number | undefined => nodes.get(pinKey(at));
  const network: Network = { nodes: new Set(nodes.values()).size, resistors: [], elements: [] };
  const wires: RigNetwork['wires'] = [];
  const diodes: { from: number; to: number }[] = [];
  for (const cable of rig.cables) {
    cable.wires.forEach((wire, index) => {
      const a = nodeOf(wire.from);
      const b = nodeOf(wire.to);
      if (a === undefined || b === undefined || a === b) return;
      const { inline } = wire;
      if (inline?.kind === 'switch' && !inline.closed) return;
      const ohm = Math.max(1e-5, wireOhm(wire)) + (inline?.kind === 'resistor' ? inline.ohm : 0);
      // a diode sits between the wire and its far end, on a node of its own
      const end = inline?.kind === 'diode' ? network.nodes++ : b;
      if (end !== b) diodes.push({ from: end, to: b });
      network.resistors.push({ a, b: end, ohm });
      wires.push({ cable: cable.id, wire: index });
    });
  }
  const terminals: Terminal[] = [];
  for (const { part, sheet } of partsWithSheets(rig)) {
    const on = (at: { port: string; pin: number }): PinRef => ({ part: part.id, ...at });
    const pairOf = (plus: PinRef, minus: PinRef): { plus: number; minus: number } => ({
      plus: nodeOf(plus) ?? lacks(part, 'plus pin is no supply pin'),
      minus: nodeOf(minus) ?? lacks(part, 'minus pin is no ground pin'),
    });
    const add = (id: string, kind: Terminal['kind'], plus: PinRef, minus: PinRef, element: Element): void => {
      const none = Object.entries(element).find(([, figure]) => typeof figure === 'number' && !Number.isFinite(figure));
      if (none) lacks(part, `${id} has no number for ${none[0]}`);
      terminals.push({ part, sheet, id, kind, element: network.elements.length, plus, minus });
      network.elements.push(element);
    };
    const supplyAt = new Map<string, number>();
    for (const supply of sheet.supplies) {
      const pair = pairOf(on(supply.plus), on(supply.minus));
      supplyAt.set(supply.id, network.elements.length);
      const { kind } = supply.draw;
      add(
        supply.id,
        'supply',
        on(supply.plus),
        on(supply.minus),
        kind === 'regulator'
          ? { ...pair, kind: 'input', floorV: supply.volts[0] }
          : { ...pair, kind: 'load', draw: kind, amount: supply.draw[load], floorV: supply.volts[0] },
      );
    }
    for (const source of sheet.sources) {
      if (source.when && settingOf(sheet, part, source.when.setting) !== source.when.value) continue;
      const pair = { ...pairOf(on(source.plus), on(source.minus)), outOhm: source.outOhm };
      const regulator = source.regulator;
      add(
        source.id,
        'source',
        on(source.plus),
        on(source.minus),
        regulator
          ? {
              ...pair,
              kind: 'regulator',
              setV: regulator.volts,
              dropoutV: regulator.dropoutV,
              boosts: BOOSTS.has(source.kind),
              efficiency: regulator.efficiency,
              quiescentA: regulator.quiescentA,
              linear: source.kind === 'linear',
              input: supplyAt.get(regulator.fedBy) ?? lacks(part, 'regulator is fed by no supply of its own'),
            }
          : { ...pair, kind: 'pack', emfV: 0 },
      );
    }
  }
  const through = conducting(network, terminals, diodes);
  const firstDiode = network.elements.length;
  for (const { from, to } of through)
    network.elements.push({ kind: 'pack', plus: to, minus: from, outOhm: DIODE.ohm, emfV: -DIODE.dropV });
  return {
    prepared: prepareNetwork(network),
    terminals,
    wires,
    feeders: feedersOf(network, terminals, through),
    packs: packsOf(terminals),
    fixedV: new Map([
      ...through.map((_, i) => [firstDiode + i, -DIODE.dropV] as const),
      ...terminals.flatMap((t) => {
        const fixed = t.kind === 'source' ? t.sheet.sources.find((s) => s.id === t.id)?.fixedV : undefined;
        return fixed === undefined ? [] : [[t.element, fixed] as const];
      }),
    ]),
  };
}

/** @throws {RailsUnsolvable} always: a sheet that was never checked has no such terminal */
function lacks(part: Part, what: string): never {
  throw new RailsUnsolvable(`${part.label}'s ${what}`);
}

/** A power diode in a lead that carries current: what it drops, and its own resistance. @source [practice] Schottky type */
const DIODE = { dropV: 0.4, ohm: 0.02 } as const;

/** Diodes that a source reaches at the end they let current in by; the others block, and their wires are open. */
function conducting<D extends { from: number; to: number }>(network: Network, terminals: Terminal[], diodes: D[]): D[] {
  if (!diodes.length) return [];
  const near = neighbours(network);
  for (const { from, to } of diodes) near[from]!.push(to);
  const seen = new Set<number>();
  const queue = terminals.filter((t) => t.kind === 'source').map((t) => network.elements[t.element]!.plus);
  for (let node = queue.pop(); node !== undefined; node = queue.pop()) {
    if (seen.has(node)) continue;
    seen.add(node);
    queue.push(...near[node]!);
  }
  return diodes.filter((d) => seen.has(d.from));
}

function neighbours(network: Network): number[][] {
  const near = Array.from({ length: network.nodes }, (): number[] => []);
  for (const { a, b } of network.resistors) {
    near[a]!.push(b);
    near[b]!.push(a);
  }
  return near;
}

/** Walks the wires from every source's plus. */
function feedersOf(
  network: Network,
  terminals: Terminal[],
  diodes: readonly { from: number; to: number }[],
): Map<number, string> {
  const near = neighbours(network);
  for (const { from, to } of diodes) near[from]!.push(to);
  const feeders = new Map<number, string>();
  for (const source of terminals.filter((t) => t.kind === 'source')) {
    const queue = [network.elements[source.element]!.plus];
    for (let node = queue.pop(); node !== undefined; node = queue.pop()) {
      if (feeders.has(node)) continue;
      feeders.set(node, source.part.id);
      queue.push(...near[node]!);
    }
  }
  const supplies = terminals.filter((t) => t.kind === 'supply');
  return new Map(
    supplies.flatMap((t) => {
      const feeder = feeders.get(network.elements[t.element]!.plus);
      return feeder === undefined ? [] : [[t.element, feeder] as const];
    }),
  );
}

function packsOf(terminals: Terminal[]): RigNetwork['packs'] {
  return new Map(
    terminals.flatMap((t) => {
      const pack = t.kind === 'source' ? t.sheet.sources.find((s) => s.id === t.id)?.pack : undefined;
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

/** The same network with every load at its peak. The inverse is kept where no load is a resistance. */
export function atPeak(rig: Rig, typical: RigNetwork): RigNetwork {
  const { network, islands } = typical.prepared;
  if (network.elements.some((e) => e.kind === 'load' && e.draw === 'resistance')) return rigNetwork(rig, 'peak');
  const peaks = new Map(
    typical.terminals.flatMap((t) =>
      t.kind === 'supply' ? [[t.element, t.sheet.supplies.find((s) => s.id === t.id)!.draw.peak] as const] : [],
    ),
  );
  const elements = network.elements.map((e, i) => (e.kind === 'load' ? { ...e, amount: peaks.get(i)! } : e));
  return { ...typical, prepared: { network: { ...network, elements }, islands } };
}

/** One node number a group of supply or ground pins that are one piece of copper inside a part. */
function numberNodes(rig: Rig): Map<string, number> {
  const nodes = new Map<string, number>();
  let next = 0;
  for (const { part, sheet } of partsWithSheets(rig)) {
    const key = (port: string, pin: number): string => `${part.id}.${port}.${pin}`;
    const tieOf = new Map(sheet.ties.flatMap((tie, t) => tie.map((at) => [key(at.port, at.pin), t] as const)));
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
