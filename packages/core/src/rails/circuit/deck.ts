import type { Capacitor, CircuitElement, Converter, Diode, Load, Pair, Switch } from './circuit.js';
import { LEAK_S, LEAST_INPUT_V, OPEN_S, floorOf } from './elements/index.js';
import type { PreparedCircuit } from './prepare.js';

/** A drive that changes with time: seconds and value, straight between them. */
export type Course = readonly (readonly [atS: number, value: number])[];

/** What drives an element in a deck: a number, or a course over time. */
export type DeckDrive = (element: number) => number | Course | undefined;

/**
 * A circuit as lines of a plain SPICE netlist, so that anyone can check us. The minus of the first source of each piece of copper is
 * node 0; the others are `n` and their number. Elements with laws of their own are behavioural sources.
 */
export function deckLines(prepared: PreparedCircuit, drive: DeckDrive = () => undefined): string[] {
  const { circuit, kinds, live } = prepared;
  return [...live].flatMap((e) => {
    const element = circuit.elements[e]!;
    const driven = drive(e) ?? kinds[e]!.rest(element);
    const course = typeof driven === 'number' ? [] : [`Vd${e} d${e} 0 PWL(${driven.flat().map(number).join(' ')})`];
    const by = typeof driven === 'number' ? number(driven) : `v(d${e})`;
    return [...course, ...linesOf(new Names(prepared), element, e, by)];
  });
}

/** Nodes of a deck that hold a voltage, by node number. */
export const deckNode = ({ row }: PreparedCircuit, node: number): string => (row[node]! < 0 ? '0' : `n${node}`);

/** A number as SPICE reads it whatever its size. */
const number = (value: number): string => String(Number(value.toPrecision(13)));

class Names {
  constructor(private readonly prepared: PreparedCircuit) {}
  ends({ plus, minus }: Pair): string {
    return `${deckNode(this.prepared, plus)} ${deckNode(this.prepared, minus)}`;
  }
  /** Volts of a pair as an expression. */
  across({ plus, minus }: Pair): string {
    if (this.prepared.piece[plus] !== this.prepared.piece[minus]) return '0';
    const [p, m] = [deckNode(this.prepared, plus), deckNode(this.prepared, minus)];
    if (p === m) return '0';
    if (m === '0') return `v(${p})`;
    return p === '0' ? `(-v(${m}))` : `v(${p},${m})`;
  }
}

function linesOf(names: Names, element: CircuitElement, e: number, by: string): string[] {
  switch (element.kind) {
    case 'resistance':
      return [`R${e} ${names.ends(element)} ${number(element.ohm)}`];
    case 'pack':
      return by.startsWith('v')
        ? [`B${e} e${e} ${names.ends(element).split(' ')[1]!} V = ${by}`, seriesOf(names, element, e)]
        : [`V${e} e${e} ${names.ends(element).split(' ')[1]!} ${by}`, seriesOf(names, element, e)];
    case 'switch':
      return [switchLine(names, element, e, by)];
    case 'diode':
      return [diodeLine(names, element, e)];
    case 'load':
      return [loadLine(names, element, e, by)];
    case 'converter':
      return converterLines(names, element, e, by);
    case 'capacitor':
      return capacitorLines(names, element, e);
  }
}

const seriesOf = (names: Names, element: Pair & { ohm: number }, e: number): string =>
  `R${e} e${e} ${names.ends(element).split(' ')[0]!} ${number(element.ohm)}`;

function switchLine(names: Names, element: Switch, e: number, by: string): string {
  const v = names.across(element);
  return `B${e} ${names.ends(element)} I = (${by}) > 0 ? ${v}/${number(element.ohm)} : ${v}*${number(OPEN_S)}`;
}

function diodeLine(names: Names, element: Diode, e: number): string {
  const v = names.across(element);
  return `B${e} ${names.ends(element)} I = ${v} > ${number(element.dropV)} ? (${v}-${number(element.dropV)})/${number(element.ohm)} : ${v}*${number(OPEN_S)}`;
}

/** Watts taken at some volts, as amps: down to a floor, and like a resistor under it. */
const amps = (watts: string, v: string, floorV: number): string =>
  `(${v} >= ${number(floorV)} ? (${watts})/max(${v}, ${number(floorV)}) : (${watts})*max(${v}, 0)/${number(floorV ** 2)})`;

function loadLine(names: Names, load: Load, e: number, by: string): string {
  const v = names.across(load);
  const floorV = floorOf(load);
  const asked = `${number(load.amount)}*(${by})`;
  const draws = {
    power: () => amps(asked, v, floorV),
    current: () => `(${v} >= ${number(floorV)} ? ${asked} : (${asked})*max(${v}, 0)/${number(floorV)})`,
    resistance: () => `max(${v}, 0)*(${by})/${number(load.amount)}`,
  };
  return `B${e} ${names.ends(load)} I = ${draws[load.draw]()} + ${v}*${number(LEAK_S)}`;
}

/** The efficiency as a number, or as a piecewise line over the output current. */
function efficiency({ efficiency: share, efficiencyAt }: Converter, given: string): string {
  if (!efficiencyAt?.length) return number(share);
  const [first, last] = [efficiencyAt[0]!, efficiencyAt.at(-1)!];
  const points = [[-1, first[1]], ...efficiencyAt.filter(([a]) => a > -1), [last[0] + 1e6, last[1]]];
  return `pwl(${given}, ${points.map(([a, share]) => `${number(a)}, ${number(share)}`).join(', ')})`;
}

function converterLines(names: Names, c: Converter, e: number, by: string): string[] {
  const [out, into] = [names.across(c), names.across(c.input)];
  const floorV = floorOf(c);
  const held = c.boosts
    ? `(${into} >= ${number(floorV)} ? (${by}) : (${by})*max(${into}, 0)/${number(floorV)})`
    : `min(${by}, ${into}-${number(c.dropoutV)})`;
  const [plus, minus] = names.ends(c).split(' ');
  const wanted = `max(0, (v(e${e})-(${out}))/${number(c.ohm)})`;
  const most = c.limit && number(c.limit.amps);
  const share = c.limit?.shortShare ?? 1;
  const limited =
    c.limit?.kind === 'fold-back'
      ? `${most}*(${number(share)}+${number(1 - share)}*min(1, max(0, (${out})/${number(c.setV)})))`
      : most;
  const given = `(v(e${e}) > 0 ? ${limited ? `min(${wanted}, ${limited})` : wanted} : 0)`;
  const quiescent = `${number(c.quiescentA)}*min(1, max(0, ${into})/${number(floorV)})`;
  const through = c.linear
    ? `v(g${e})`
    : `(${out})*v(g${e})/${efficiency(c, `v(g${e})`)}/max(${into}, ${number(LEAST_INPUT_V)})`;
  const lines = [
    `Bh${e} e${e} 0 V = ${held}`,
    `Bg${e} g${e} 0 V = ${given}`,
    `Bo${e} ${minus} ${plus} I = v(g${e}) - (${out})*${number(LEAK_S)}`,
  ];
  if (into === '0') return lines;
  return [...lines, `Bi${e} ${names.ends(c.input)} I = ${quiescent} + ${through} + (${into})*${number(LEAK_S)}`];
}

function capacitorLines(names: Names, capacitor: Capacitor, e: number): string[] {
  const [plus, minus] = names.ends(capacitor).split(' ');
  return [
    `R${e} ${plus} c${e} ${number(capacitor.ohm)}`,
    `C${e} c${e} ${minus} ${number(capacitor.farad)} IC=0`,
    `Rl${e} ${plus} ${minus} ${number(1 / LEAK_S)}`,
  ];
}
