/** A rig's supplies as a plain SPICE netlist, so that anyone can check us. */
import { deckLines, deckNode, type DeckDrive, type PreparedCircuit } from './circuit/index.js';
import { restV } from './solve-rails.js';
import type { RigNetwork, Terminal } from './rig-network.js';

/** Text that a netlist takes as a comment: one line, no control characters. */
const plain = (text: string): string => text.replace(/[^\x20-\x7e]+/g, ' ');

/** Which node is which contact, as comments. */
export const contactLines = (prepared: PreparedCircuit, terminals: readonly Terminal[]): string[] =>
  terminals.map((t) => {
    const { plus, minus } = prepared.circuit.elements[t.element]!;
    const ends = `${deckNode(prepared, plus)} ${deckNode(prepared, minus)}`;
    return plain(`* ${t.part.id} ${t.id} (${t.part.label}, ${t.is}): ${ends}`);
  });

/** Volts across an element, as a deck prints them. */
export function deckAcross(prepared: PreparedCircuit, element: number): string {
  const { plus, minus } = prepared.circuit.elements[element]!;
  const ends = [deckNode(prepared, plus), deckNode(prepared, minus)];
  return ends[1] === '0' ? `v(${ends[0]})` : `v(${ends.join(',')})`;
}

/** A deck of these lines, its title first. */
export const deckOf = (title: string, lines: readonly string[]): string =>
  [plain(`* ${title}`), ...lines, '.end', ''].join('\n');

/** The operating point of a rig at a charge 0…1 as a deck: `.op`, everything as it stands on the bench. */
export function railsDeck(title: string, network: RigNetwork, charge: number): string {
  const { prepared, terminals } = network;
  const drive: DeckDrive = (e) => restV(network, e, charge);
  return deckOf(title, [...contactLines(prepared, terminals), ...deckLines(prepared, drive), '.op']);
}
