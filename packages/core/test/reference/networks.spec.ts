import { describe, expect, it } from 'vitest';
import {
  prepareNetwork,
  rigNetwork,
  solveNetwork,
  solveRails,
  packV,
  type Element,
  type Network,
} from '../../src/rails/index.js';
import { applyEdit } from '../../src/rig/index.js';
import { mendedRig } from '../support/demo-rig.js';
import { ngspice } from '../support/ngspice.js';

/** @source [lib ngspice, Debian]: operating point of each network, run live. */

const close = (ours: number, theirs: number): void => expect(Math.abs(ours - theirs)).toBeLessThan(2e-4);
const load = (plus: number, minus: number, amount: number, floorV: number): Element => ({
  kind: 'load',
  plus,
  minus,
  draw: 'power',
  amount,
  floorV,
});

describe('operating points against ngspice', () => {
  it('a pack, wires both ways and resistive loads', () => {
    const network: Network = {
      nodes: 6,
      resistors: [
        { a: 1, b: 2, ohm: 0.031 },
        { a: 0, b: 3, ohm: 0.031 },
        { a: 2, b: 4, ohm: 0.12 },
        { a: 3, b: 5, ohm: 0.17 },
      ],
      elements: [
        { kind: 'pack', plus: 1, minus: 0, emfV: 16.1, outOhm: 0.02 },
        { kind: 'load', plus: 2, minus: 3, draw: 'resistance', amount: 5.6, floorV: 0 },
        { kind: 'load', plus: 4, minus: 5, draw: 'resistance', amount: 3.3, floorV: 0 },
        { kind: 'load', plus: 4, minus: 3, draw: 'current', amount: 0.4, floorV: 1 },
      ],
    };
    const ours = solveNetwork(prepareNetwork(network));
    const theirs = ngspice(
      [
        'V1 e 0 16.1',
        'Rs e n1 0.02',
        'R1 n1 n2 0.031',
        'R2 0 n3 0.031',
        'R3 n2 n4 0.12',
        'R4 n3 n5 0.17',
        'RL1 n2 n3 5.6',
        'RL2 n4 n5 3.3',
        'IL n4 n3 0.4',
      ],
      ['v(n2,n3)', 'v(n4,n5)', 'v(n4,n3)'],
    );
    close(ours.volts[1]!, theirs['v(n2,n3)']!);
    close(ours.volts[2]!, theirs['v(n4,n5)']!);
    close(ours.volts[3]!, theirs['v(n4,n3)']!);
  });

  it('constant-power loads that share a thin feeder, one of them browned out', () => {
    const network: Network = {
      nodes: 4,
      resistors: [
        { a: 1, b: 2, ohm: 0.9 },
        { a: 2, b: 3, ohm: 4.5 },
      ],
      elements: [{ kind: 'pack', plus: 1, minus: 0, emfV: 12.6, outOhm: 0.05 }, load(2, 0, 9, 7), load(3, 0, 12, 7)],
    };
    const ours = solveNetwork(prepareNetwork(network));
    const power = (node: string, watts: number, floor: number): string =>
      `I = v(${node})>=${floor} ? ${watts}/max(v(${node}),0.01) : v(${node})*${watts / floor ** 2}`;
    const theirs = ngspice(
      [
        'V1 e 0 12.6',
        'Rs e n1 0.05',
        'R1 n1 n2 0.9',
        'R2 n2 n3 4.5',
        `B1 n2 0 ${power('n2', 9, 7)}`,
        `B2 n3 0 ${power('n3', 12, 7)}`,
      ],
      ['v(n2)', 'v(n3)'],
    );
    expect(ours.converged).toBe(true);
    expect(ours.volts[2]!).toBeLessThan(7);
    close(ours.volts[1]!, theirs['v(n2)']!);
    close(ours.volts[2]!, theirs['v(n3)']!);
  });

  it('a buck in drop-out feeding a linear regulator', () => {
    const network: Network = {
      nodes: 6,
      resistors: [
        { a: 1, b: 2, ohm: 0.05 },
        { a: 3, b: 4, ohm: 0.08 },
      ],
      elements: [
        { kind: 'pack', plus: 1, minus: 0, emfV: 12.4, outOhm: 0.03 },
        { kind: 'input', plus: 2, minus: 0, floorV: 7 },
        {
          kind: 'regulator',
          plus: 3,
          minus: 0,
          outOhm: 0.01,
          setV: 12,
          dropoutV: 0.9,
          quiescentA: 0.012,
          linear: false,
          efficiency: 0.93,
          input: 1,
        },
        load(4, 0, 9.5, 7),
        { kind: 'input', plus: 4, minus: 0, floorV: 6 },
        {
          kind: 'regulator',
          plus: 5,
          minus: 0,
          outOhm: 0.02,
          setV: 5,
          dropoutV: 1.1,
          quiescentA: 0.004,
          linear: true,
          efficiency: 1,
          input: 4,
        },
        load(5, 0, 1.2, 4.5),
      ],
    };
    const ours = solveNetwork(prepareNetwork(network));
    const theirs = ngspice(
      [
        'V1 e 0 12.4',
        'Rs e n1 0.03',
        'R1 n1 n2 0.05',
        'Bs b 0 V = max(0, min(12, v(n2)-0.9))',
        'Rb b n3 0.01',
        'Bi n2 0 I = v(n3)*(v(b)-v(n3))/0.01/0.93/v(n2) + 0.012',
        'R2 n3 n4 0.08',
        'B1 n4 0 I = 9.5/v(n4)',
        'Bl l 0 V = max(0, min(5, v(n4)-1.1))',
        'Rl l n5 0.02',
        'Bli n4 0 I = (v(l)-v(n5))/0.02 + 0.004',
        'B2 n5 0 I = 1.2/v(n5)',
      ],
      ['v(n2)', 'v(n3)', 'v(n4)', 'v(n5)'],
    );
    close(ours.volts[1]!, theirs['v(n2)']!);
    close(ours.volts[2]!, theirs['v(n3)']!);
    close(ours.volts[3]!, theirs['v(n4)']!);
    close(ours.volts[6]!, theirs['v(n5)']!);
  });

  it('the whole demo rig, written out as a deck from its network', () => {
    const rig = applyEdit(mendedRig(), { kind: 'setWire', cable: 'C7', wire: 0, gaugeAwg: 30 }).rig;
    const { prepared, terminals } = rigNetwork(rig);
    const { resistors, elements } = prepared.network;
    // the pack's minus is everybody's zero
    const zero = elements.find((e) => e.kind === 'pack')!.minus;
    const node = (n: number): string => (n === zero ? '0' : `n${n}`);
    const across = (e: { plus: number; minus: number }): string =>
      e.minus === zero
        ? `v(${node(e.plus)})`
        : e.plus === zero
          ? `(-v(${node(e.minus)}))`
          : `v(${node(e.plus)},${node(e.minus)})`;
    const lines = resistors.map((r, i) => `R${i} ${node(r.a)} ${node(r.b)} ${r.ohm}`);
    const draws = (v: string, watts: string, floor: number): string =>
      `${v}>=${floor} ? (${watts})/max(${v},0.01) : ${v}*(${watts})/${floor ** 2}`;
    elements.forEach((e, i) => {
      const ends = `${node(e.plus)} ${node(e.minus)}`;
      if (e.kind === 'pack') {
        lines.push(`V${i} e${i} ${node(e.minus)} ${packV(4, 0.4)}`, `Rs${i} e${i} ${node(e.plus)} ${e.outOhm}`);
      } else if (e.kind === 'load') {
        lines.push(`B${i} ${ends} I = ${e.draw === 'power' ? draws(across(e), String(e.amount), e.floorV) : e.amount}`);
      } else if (e.kind === 'regulator') {
        const input = elements[e.input] as Extract<Element, { kind: 'input' }>;
        const watts = `${across(e)}*(v(e${i}${e.minus === zero ? '' : `,${node(e.minus)}`})-${across(e)})/${e.outOhm}/${e.efficiency}`;
        lines.push(
          `Bv${i} e${i} ${node(e.minus)} V = max(0, min(${e.setV}, ${across(input)}-${e.dropoutV}))`,
          `Rs${i} e${i} ${node(e.plus)} ${e.outOhm}`,
          `Bi${i} ${node(input.plus)} ${node(input.minus)} I = (${draws(across(input), watts, input.floorV)}) + ${e.quiescentA}`,
        );
      }
    });
    lines.push(
      ...Array.from({ length: prepared.network.nodes }, (_, n) => (n === zero ? '' : `Rg${n} n${n} 0 1e9`)).filter(
        Boolean,
      ),
    );
    const ours = solveRails(rig, 0.4);
    const loads = terminals.filter((t) => elements[t.element]!.kind === 'load');
    const names = loads.map((t) => ({ t, e: elements[t.element]! }));
    const plus = (e: Element): string => `v(${node(e.plus)})`;
    const wanted = [
      ...new Set(names.flatMap(({ e }) => [plus(e), ...(e.minus === zero ? [] : [`v(${node(e.minus)})`])])),
    ];
    const theirs = ngspice(lines, wanted);
    expect(loads).toHaveLength(8);
    for (const { t, e } of names) {
      const low = e.minus === zero ? 0 : theirs[`v(${node(e.minus)})`]!;
      close(ours.nodes.find((n) => n.part === t.part.id && n.terminal === t.id)!.volts, theirs[plus(e)]! - low);
    }
  });
});
