/**
 * A resistive network with sources and loads between node pairs. Node numbers run from 0; there is no
 * fixed ground, every island is measured from its own reference.
 */
export interface Network {
  /** Number of nodes, from 0. */
  nodes: number;
  resistors: Resistor[];
  elements: Element[];
}

/** A resistance between two nodes. */
export interface Resistor {
  /** Node at one end. */
  a: number;
  /** Node at the other end. */
  b: number;
  /** Ω. */
  ohm: number;
}

interface Pair {
  plus: number;
  minus: number;
}

/** What can stand between nodes: source, regulator, load. */
export type Element = Pair &
  (
    | { kind: 'pack'; outOhm: number; emfV: number }
    | {
        kind: 'regulator';
        outOhm: number;
        setV: number;
        dropoutV: number;
        /** Holds its output below and above what it gets; starved under its input's floor it gives less, roughly in proportion. */
        boosts?: boolean;
        quiescentA: number;
        linear: boolean;
        efficiency: number;
        input: number;
      }
    /** The input of a regulator; what it draws follows from the output. */
    | { kind: 'input'; floorV: number }
    /** Below `floorV` a load browns out and draws like a resistor. */
    | { kind: 'load'; draw: 'power' | 'current' | 'resistance'; amount: number; floorV: number }
  );

/** Volts a regulator would hold at its output from what its input has: its setting, or less in drop-out. */
export function heldV(
  { elements }: Network,
  regulator: Extract<Element, { kind: 'regulator' }>,
  inputV: number,
): number {
  if (!regulator.boosts) return Math.max(0, Math.min(regulator.setV, inputV - regulator.dropoutV));
  const input = elements[regulator.input]!;
  const floorV = input.kind === 'input' ? input.floorV : 0;
  return inputV >= floorV ? regulator.setV : (regulator.setV * Math.max(0, inputV)) / floorV;
}

/**
 * Current a load takes at a voltage, A. Above its floor: P/V, I or V/R as it says; below, a straight line
 * through zero that meets it at the floor, so that a starved part takes little instead of everything.
 */
export function loadAmps(
  draw: 'power' | 'current' | 'resistance',
  amount: number,
  floorV: number,
  volts: number,
): number {
  if (volts <= 0 || amount <= 0) return 0;
  if (draw === 'resistance') return volts / amount;
  // no closure: a solve asks this some hundred thousand times
  const least = Math.max(volts, floorV);
  const amps = draw === 'power' ? amount / least : amount;
  return volts >= floorV ? amps : (amps * volts) / floorV;
}
