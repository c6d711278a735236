import type { Capacitor, Diode, Pack, Pair, Resistance, Switch } from '../circuit.js';
import { EDGE_V, LEAK_S, OPEN_S, setStraight, type ElementKind } from './kind.js';

const itself = (pair: Pair): readonly Pair[] => [pair];
const one = { straight: true, running: () => 0, cold: () => 0, stateAt: () => 0 } as const;

/** Wire, contact, fuse, resistor. */
export const RESISTANCE: ElementKind<Resistance> = {
  ...one,
  ports: itself,
  gives: false,
  rest: () => 1,
  law: (element, _state, _drive, v, _v1, into) => setStraight(into, 1 / element.ohm, v, 0),
};

/** Closed or open, as it is driven. */
export const SWITCH: ElementKind<Switch> = {
  ...one,
  ports: itself,
  gives: false,
  rest: () => 1,
  law: (element, _state, drive, v, _v1, into) => setStraight(into, drive > 0 ? 1 / element.ohm : OPEN_S, v, 0),
};

/** An emf behind a resistance. */
export const PACK: ElementKind<Pack> = {
  ...one,
  ports: itself,
  gives: true,
  rest: (element) => element.emfV,
  law: (element, _state, drive, v, _v1, into) => setStraight(into, 1 / element.ohm, v, drive / element.ohm),
};

/** Charge that is not asked for while a circuit rests; the transient stamps it itself. */
export const CAPACITOR: ElementKind<Capacitor> = {
  ...one,
  ports: itself,
  gives: false,
  rest: () => 1,
  law: (_element, _state, _drive, v, _v1, into) => setStraight(into, LEAK_S, v, 0),
};

const BLOCKS = 0;
const CONDUCTS = 1;

/** A drop and a resistance one way, nothing the other. */
export const DIODE: ElementKind<Diode> = {
  ports: itself,
  straight: true,
  gives: true,
  rest: () => 1,
  running: () => CONDUCTS,
  cold: () => BLOCKS,
  law(element, state, _drive, v, _v1, into) {
    const siemens = 1 / element.ohm;
    if (state === CONDUCTS) setStraight(into, siemens, v, element.dropV * siemens);
    else setStraight(into, OPEN_S, v, 0);
  },
  stateAt: (element, state, _drive, v) => {
    // on the edge it stays as it is, or two diodes in a ring would take turns for ever
    const edge = state === CONDUCTS ? -EDGE_V : EDGE_V;
    return v - element.dropV > edge ? CONDUCTS : BLOCKS;
  },
};
