import type {
  Capacitor,
  Circuit,
  CircuitElement,
  Converter,
  CurrentLimit,
  Diode,
  Load,
  Pack,
  Resistance,
  Switch,
} from '../../src/rails/index.js';

/** Elements of a circuit in short; node 0 is the minus of what names no other. */
export const pack = (plus: number, emfV: number, ohm = 0.03, minus = 0): Pack => ({
  kind: 'pack',
  plus,
  minus,
  emfV,
  ohm,
});
export const wire = (plus: number, minus: number, ohm: number): Resistance => ({
  kind: 'resistance',
  plus,
  minus,
  ohm,
});
export const diode = (plus: number, minus: number): Diode => ({ kind: 'diode', plus, minus, dropV: 0.4, ohm: 0.02 });
export const power = (plus: number, amount: number, floorV: number, minus = 0): Load => ({
  ...{ kind: 'load', plus, minus, draw: 'power', amount, floorV },
});
export const current = (plus: number, amount: number, floorV: number, minus = 0): Load => ({
  ...{ kind: 'load', plus, minus, draw: 'current', amount, floorV },
});
export const ohms = (plus: number, amount: number, minus = 0): Load => ({
  ...{ kind: 'load', plus, minus, draw: 'resistance', amount, floorV: 0 },
});

/** A buck of a middling kind from one node to another, save for what is said. */
export const buck = (from: number, to: number, setV: number, more: Partial<Converter> = {}): Converter => ({
  ...{ kind: 'converter', plus: to, minus: 0, input: { plus: from, minus: 0 }, setV, ohm: 0.01, dropoutV: 0.9 },
  ...{ boosts: false, linear: false, efficiency: 0.92, quiescentA: 0.01, floorV: 4.5, limit: null, startMs: 2 },
  ...more,
});
export const limit = (kind: CurrentLimit['kind'], amps: number, more: Partial<CurrentLimit> = {}): CurrentLimit => ({
  ...{ kind, amps },
  ...more,
});

export const contact = (plus: number, minus: number, ohm: number): Switch => ({ kind: 'switch', plus, minus, ohm });
export const capacitor = (plus: number, farad: number, ohm: number): Capacitor => ({
  ...{ kind: 'capacitor', plus, minus: 0, farad, ohm },
});

/** A circuit of these elements, its nodes counted. */
export const circuit = (...elements: CircuitElement[]): Circuit => ({
  elements,
  nodes: 1 + Math.max(...elements.flatMap((e) => [e.plus, e.minus, ...(e.kind === 'converter' ? [e.input.plus] : [])])),
});
