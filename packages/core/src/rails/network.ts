/**
 * A resistive network with sources and loads between node pairs. Node numbers run from 0; there is no
 * fixed ground, every island is measured from its own reference.
 */
export interface Network {
  nodes: number;
  resistors: Resistor[];
  elements: Element[];
}

export interface Resistor {
  a: number;
  b: number;
  ohm: number;
}

interface Pair {
  plus: number;
  minus: number;
}

export type Element = Pair &
  (
    | { kind: 'pack'; outOhm: number; emfV: number }
    | {
        kind: 'regulator';
        outOhm: number;
        setV: number;
        dropoutV: number;
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
