import { Joined } from '../../units/index.js';
import type { Circuit } from './circuit.js';
import { kindOf, type ElementKind } from './elements/index.js';
import { SparseLu } from './sparse-lu.js';

/** A circuit with its matrix laid out: any number of solves follow without building anything. */
export interface PreparedCircuit {
  circuit: Circuit;
  kinds: readonly ElementKind[];
  lu: SparseLu;
  /** Row of each node; −1 for the reference of its piece of copper, and where no source reaches. */
  row: Int32Array;
  /** Which piece of copper each node lies on: what wires, diodes and sources hold together. */
  piece: Int32Array;
  /** Piece of copper of each element's ports, two each; `nodes` where there is no second. */
  portPiece: Int32Array;
  /** Rows of the ports of each element, plus and minus of port 0, then of port 1 (−1, −1 where it has one). */
  ends: Int32Array;
  /** Slots of each element: for ports p, q in order, of plus/plus, plus/minus, minus/plus, minus/minus. 16 each. */
  slots: Int32Array;
  /** Elements with volts to solve for. */
  live: Int32Array;
}

/** Lays out the matrix of a circuit. Cost is about that of one elimination. */
export function prepareCircuit(circuit: Circuit): PreparedCircuit {
  const { elements } = circuit;
  const kinds = elements.map(kindOf);
  const ports = elements.map((e, i) => kinds[i]!.ports(e));
  const piece = piecesOf(circuit);
  const { row, rows } = rowsOf(circuit, piece);
  const portPiece = Int32Array.from({ length: 2 * elements.length }, (_, i) => {
    const pair = ports[i >> 1]![i & 1];
    return pair ? piece[pair.plus]! : circuit.nodes;
  });
  const ends = new Int32Array(elements.length * 4).fill(-1);
  ports.forEach((pairs, e) =>
    pairs.forEach(({ plus, minus }, p) => {
      // with its ends on two pieces no current comes back: it lies open, whatever is on either side
      if (piece[plus] !== piece[minus]) return;
      ends[4 * e + 2 * p] = row[plus]!;
      ends[4 * e + 2 * p + 1] = row[minus]!;
    }),
  );
  const joined: [number, number][] = [];
  for (let e = 0; e < elements.length; e++)
    for (let a = 4 * e; a < 4 * e + 4; a++)
      for (let b = 4 * e; b < 4 * e + 4; b++) if (ends[a]! >= 0 && ends[b]! >= 0) joined.push([ends[a]!, ends[b]!]);
  const lu = new SparseLu(rows, joined);
  const slots = new Int32Array(elements.length * 16);
  elements.forEach((_, e) => {
    for (let k = 0; k < 16; k++) {
      const [p, q, a, b] = [k >> 3, (k >> 2) & 1, (k >> 1) & 1, k & 1];
      slots[16 * e + k] = lu.slotOf(ends[4 * e + 2 * p + a]!, ends[4 * e + 2 * q + b]!);
    }
  });
  const live = Int32Array.from([...elements.keys()].filter((e) => ends.subarray(4 * e, 4 * e + 4).some((r) => r >= 0)));
  return { circuit, kinds, lu, row, piece, portPiece, ends, slots, live };
}

function piecesOf({ nodes, elements }: Circuit): Int32Array {
  const held = new Joined();
  for (const e of elements) {
    const isCopper = e.kind === 'load' ? e.draw === 'resistance' : e.kind !== 'capacitor';
    if (isCopper) held.join(e.plus, e.minus);
  }
  return Int32Array.from({ length: nodes }, (_, node) => held.rootOf(node));
}

/** A row a node, save for the minus of the first source of each piece, which is its zero; pieces without a source have none. */
function rowsOf({ nodes, elements }: Circuit, piece: Int32Array): { row: Int32Array; rows: number } {
  const zero = new Map<number, number>();
  for (const e of elements) {
    if (e.kind !== 'pack' && e.kind !== 'converter') continue;
    const at = piece[e.minus]!;
    if (!zero.has(at)) zero.set(at, e.minus);
  }
  const row = new Int32Array(nodes).fill(-1);
  let rows = 0;
  for (let node = 0; node < nodes; node++) {
    const at = zero.get(piece[node]!);
    if (at !== undefined && at !== node) row[node] = rows++;
  }
  return { row, rows };
}
