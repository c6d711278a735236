import type { Converter, CurrentLimit } from '../circuit.js';
import { EDGE_V, LEAK_S, type ElementKind, type PortLaw } from './kind.js';
import { floorOf, perWattA, perWattSlope } from './load.js';

/** What the output of a regulator does; off also where something else holds it higher. */
export const OUTPUT = { regulates: 0, dropOut: 1, limits: 2, off: 3 } as const;

const OUTPUT_BITS = 3;
/** Input under its floor; input with nothing on it. */
const STARVED = 4;
const UNFED = 8;
/** Was asked for more than it gives and switched itself off. */
const TRIPPED = 16;

/** What the output does in this state, one of {@link OUTPUT}. */
export const outputOf = (state: number): number => state & OUTPUT_BITS;
/** Switched itself off in this state. */
export const isTripped = (state: number): boolean => (state & TRIPPED) !== 0;

/** Down to here a starved input gives all that the output takes, V. */
export const LEAST_INPUT_V = 1e-3;

/** Switched off by hand or by itself, its input as it is. */
export const trippedState = (state: number): number => (state & (STARVED | UNFED)) | OUTPUT.off | TRIPPED;
/** As it begins after it was switched on again. */
export const restartedState = (state: number): number => state & (STARVED | UNFED);

/** Most amps that a limited output gives at its volts. */
export function limitAmps({ kind, amps, shortShare = 1 }: CurrentLimit, setV: number, outV: number): number {
  if (kind !== 'fold-back') return amps;
  return amps * (shortShare + (1 - shortShare) * Math.min(1, Math.max(0, outV / setV)));
}

const limitSlope = ({ kind, amps, shortShare = 1 }: CurrentLimit, setV: number, outV: number): number =>
  kind === 'fold-back' && outV > 0 && outV < setV ? (amps * (1 - shortShare)) / setV : 0;

/** Volts it would hold without a load; 0 or less where it holds none. */
function heldV(c: Converter, setV: number, inV: number): number {
  if (c.boosts) return inV >= floorOf(c) ? setV : (setV * Math.max(0, inV)) / floorOf(c);
  return Math.min(setV, inV - c.dropoutV);
}

/** Current out of the output and how it changes with the volts there and at the input. */
interface Out {
  amps: number;
  byOut: number;
  byIn: number;
}
const out: Out = { amps: 0, byOut: 0, byIn: 0 };

function setOut(c: Converter, state: number, setV: number, outV: number, inV: number): void {
  const does = state & OUTPUT_BITS;
  out.byIn = 0;
  if (does === OUTPUT.off) {
    out.amps = out.byOut = 0;
  } else if (does === OUTPUT.limits) {
    out.amps = limitAmps(c.limit!, c.setV, outV);
    out.byOut = limitSlope(c.limit!, c.setV, outV);
  } else {
    const gain = does === OUTPUT.regulates ? 0 : c.boosts ? setV / floorOf(c) : 1;
    const emfV = does === OUTPUT.regulates ? setV : c.boosts ? gain * inV : inV - c.dropoutV;
    out.amps = (emfV - outV) / c.ohm;
    out.byOut = -1 / c.ohm;
    out.byIn = gain / c.ohm;
  }
}

/** Efficiency at an output current and how it changes with it. */
const share = { at: 1, slope: 0 };

/** @param amps out of the output; what flows back counts as none */
function setShare({ efficiency, efficiencyAt }: Converter, amps: number): void {
  share.at = efficiency;
  share.slope = 0;
  if (!efficiencyAt?.length) return;
  const k = efficiencyAt.findIndex(([a]) => a >= amps);
  if (k <= 0) {
    share.at = efficiencyAt.at(k)![1];
    return;
  }
  const [[a0, e0], [a1, e1]] = [efficiencyAt[k - 1]!, efficiencyAt[k]!];
  share.slope = (e1 - e0) / (a1 - a0);
  share.at = e0 + share.slope * (amps - a0);
}

/** Adds what the input draws for the output that stands in {@link out}. */
function setInput(c: Converter, state: number, outV: number, inV: number, into: PortLaw): void {
  const floorV = floorOf(c);
  const isStarved = (state & STARVED) !== 0;
  const isUnfed = (state & UNFED) !== 0;
  let amps = isUnfed ? 0 : isStarved ? (c.quiescentA * inV) / floorV : c.quiescentA;
  let byIn = isStarved && !isUnfed ? c.quiescentA / floorV : 0;
  let byOut = 0;
  if (!isUnfed && outputOf(state) !== OUTPUT.off) {
    if (c.linear) {
      amps += out.amps;
      byIn += out.byIn;
      byOut = out.byOut;
    } else {
      // starved or not it makes no power: its output falls with its input
      const leastV = isStarved ? LEAST_INPUT_V : floorV;
      const perWatt = perWattA(inV, leastV);
      const slope = perWattSlope(inV, leastV);
      setShare(c, out.amps);
      const watts = (outV * out.amps) / share.at;
      // how the watts change with the current alone, efficiency and all
      const perAmp = (outV - watts * share.slope) / share.at;
      amps += watts * perWatt;
      byIn += perAmp * out.byIn * perWatt + watts * slope;
      byOut = (out.amps / share.at + perAmp * out.byOut) * perWatt;
    }
  }
  into.amps[1] = amps + LEAK_S * inV;
  into.siemens[2] = byOut;
  into.siemens[3] = byIn + LEAK_S;
}

/** Linear, buck, boost and buck-boost: port 0 is the output, port 1 the input. */
export const CONVERTER: ElementKind<Converter> = {
  ports: (c) => [c, c.input],
  straight: false,
  gives: true,
  rest: (c) => c.setV,
  running: () => OUTPUT.regulates,
  cold: () => OUTPUT.regulates,
  law(c, state, setV, outV, inV, into) {
    setOut(c, state, setV, outV, inV);
    into.amps[0] = LEAK_S * outV - out.amps;
    into.siemens[0] = LEAK_S - out.byOut;
    into.siemens[1] = -out.byIn;
    setInput(c, state, outV, inV, into);
  },
  stateAt(c, state, setV, outV, inV) {
    const input = inputStateAt(c, state, inV);
    if (isTripped(state)) return input | OUTPUT.off | TRIPPED;
    if (input === UNFED || setV <= 0) return input | OUTPUT.off;
    const does = outputOf(state);
    const isTooMuch = (amps: number): boolean => c.limit !== null && amps > limitAmps(c.limit, c.setV, outV) + EDGE_A;
    if (does === OUTPUT.regulates || does === OUTPUT.dropOut) {
      // before anything else: what it gives beyond its limit has drawn its input down to where it never comes
      setOut(c, state, setV, outV, inV);
      if (isTooMuch(out.amps)) return input | atLimit(c.limit!);
    }
    const emfV = heldV(c, setV, inV);
    const isLow = emfV < setV - (does === OUTPUT.dropOut ? -EDGE_V : EDGE_V);
    const holds = isLow ? OUTPUT.dropOut : OUTPUT.regulates;
    const wanted = (emfV - outV) / c.ohm;
    // the volts that stand are of the other state: what it would take back shows once they are of this one
    if (emfV > 0 && (does === OUTPUT.regulates || does === OUTPUT.dropOut) && does !== holds) return input | holds;
    // it takes nothing back: with more on its output than it would hold it stands by
    if (wanted < (does === OUTPUT.off ? EDGE_A : -EDGE_A)) {
      // a limit holds no volts: what it makes of its input may lie far under where the input comes to rest without it
      return input | (does === OUTPUT.limits ? holds : OUTPUT.off);
    }
    return input | (does === OUTPUT.limits && isTooMuch(wanted) ? OUTPUT.limits : holds);
  },
};

const atLimit = ({ kind }: CurrentLimit): number =>
  kind === 'constant' || kind === 'fold-back' ? OUTPUT.limits : OUTPUT.off | TRIPPED;

/** The same for amps: {@link EDGE_V} over the least resistance of an output. */
const EDGE_A = 1e-7;

/** One step at a time, and on an edge, where both sides say the same, as it is. */
function inputStateAt(c: Converter, state: number, inV: number): number {
  const now = state & (STARVED | UNFED);
  if (now === UNFED) return inV > EDGE_V ? STARVED : UNFED;
  if (now === 0) return inV < floorOf(c) - EDGE_V ? STARVED : 0;
  return inV < -EDGE_V ? UNFED : inV > floorOf(c) + EDGE_V ? 0 : STARVED;
}
