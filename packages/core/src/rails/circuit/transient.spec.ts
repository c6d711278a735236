import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { buck, capacitor, circuit, contact, limit, ohms, pack, power, wire } from '../../../test/support/circuits.js';
import { randomCircuits } from '../../../test/support/random-circuits.js';
import { operatingPoint, prepareCircuit, type Circuit, type CircuitElement } from './index.js';
import { runTransient } from '../studies.js';

/** Both side by side, sharing no copper: the elements of the second after those of the first. */
function beside(a: Circuit, b: Circuit): Circuit {
  const moved = (e: CircuitElement): CircuitElement => {
    const at = { plus: e.plus + a.nodes, minus: e.minus + a.nodes };
    if (e.kind !== 'converter') return { ...e, ...at };
    return { ...e, ...at, input: { plus: e.input.plus + a.nodes, minus: e.input.minus + a.nodes } };
  };
  return { nodes: a.nodes + b.nodes, elements: [...a.elements, ...b.elements.map(moved)] };
}

/** A circuit with some charge across every load. */
const charged = (made: Circuit): Circuit => ({
  ...made,
  elements: [
    ...made.elements,
    ...made.elements.flatMap((e) => (e.kind === 'load' ? [capacitor(e.plus, 220e-6, 0.05)] : [])),
  ],
});

describe('a circuit over time', () => {
  it('charges as the closed form says: through 1 Ω into 1 mF', () => {
    const made = circuit(pack(1, 10, 0.5), contact(1, 2, 0.3), capacitor(2, 1e-3, 0.2));
    const run = runTransient({ circuit: made, deeds: [], endS: 0.01, watch: [2] });
    run.timeS.forEach((t, i) => {
      // the capacitor's own 0.2 Ω stand between its charge and the node
      const closed = 10 * (1 - Math.exp(-t / 1e-3)) + 0.2 * 10 * Math.exp(-t / 1e-3);
      if (t > 5e-6) expect(Math.abs(run.volts[0]![i]! - closed)).toBeLessThan(0.02);
    });
    expect(run.steps).toBeLessThan(400);
  });

  it('comes to rest where the operating point from cold says, on random trees without limits', () => {
    fc.assert(
      fc.property(randomCircuits(12, false), (drawn) => {
        const made = charged({
          ...drawn,
          elements: drawn.elements.map((e) => (e.kind === 'converter' ? { ...e, limit: null } : e)),
        });
        const loads = made.elements.flatMap((e, i) => (e.kind === 'load' ? [i] : []));
        fc.pre(loads.length > 0);
        const run = runTransient({ circuit: made, deeds: [], endS: 100, watch: loads });
        const rest = operatingPoint(prepareCircuit(made), undefined, 'cold');
        expect(run.converged).toBe(true);
        loads.forEach((e, i) => expect(run.volts[i]!.at(-1)).toBeCloseTo(rest.volts[e]!, 2));
      }),
      { numRuns: 100 },
    );
  });

  it('a latched regulator stays off until it is switched on anew', () => {
    const made = circuit(
      ...[pack(1, 12), buck(1, 2, 5, { limit: limit('latched', 2) }), ohms(2, 10), contact(2, 3, 0.01), ohms(3, 1)],
    );
    const deeds = [
      { atS: 0.1, element: 3, drive: 1 },
      { atS: 0.2, element: 3, drive: 0 },
      { atS: 0.3, element: 1, drive: 5 },
    ];
    const at = (endS: number): number =>
      runTransient({ circuit: made, drive: (e) => (e === 3 ? 0 : undefined), deeds, endS, watch: [2] }).volts[0]!.at(
        -1,
      )!;
    expect(at(0.09)).toBeCloseTo(5, 1);
    expect(at(0.29)).toBeCloseTo(0, 3);
    // what is switched on again climbs again
    expect(at(0.4)).toBeCloseTo(0, 3);
  });

  it('a load whose volts fall resets, and wakes when they are back', () => {
    const made = circuit(
      ...[pack(1, 12, 0.4), wire(1, 2, 0.1), power(2, 6, 9), capacitor(2, 100e-6, 0.05)],
      ...[contact(1, 3, 0.02), capacitor(3, 10_000e-6, 0.05)],
    );
    const run = runTransient({
      circuit: made,
      drive: (e) => (e === 4 ? 0 : undefined),
      deeds: [{ atS: 0.1, element: 4, drive: 1 }],
      lives: [{ element: 2, offV: 9, onV: 9.5, leastOffS: 0.01 }],
      ...{ endS: 0.3, watch: [2] },
    });
    expect(run.happenings.map((h) => h.what)).toEqual(['wakes', 'resets', 'wakes']);
    const [, resets, wakes] = run.happenings;
    expect(resets!.atS).toBeGreaterThan(0.1);
    expect(resets!.atS).toBeLessThan(0.101);
    expect(wakes!.atS - resets!.atS).toBeGreaterThan(0.0099);
  });

  it('goes on beside another as it would alone, and has the ends of its own steps among all', () => {
    fc.assert(
      fc.property(randomCircuits(8), randomCircuits(8), (one, two) => {
        const [a, b] = [charged(one), charged(two)];
        const alone = [a, b].map((made) =>
          runTransient({ circuit: made, deeds: [], endS: 10, watch: made.elements.map((_, e) => e) }),
        );
        const both = beside(a, b);
        const run = runTransient({ circuit: both, deeds: [], endS: 10, watch: both.elements.map((_, e) => e) });
        const at = new Map(run.timeS.map((t, i) => [t, i]));
        alone.forEach((own, k) =>
          own.timeS.forEach((t, i) => {
            const now = at.get(t)!;
            own.volts.forEach((volts, e) => expect(run.volts[e + k * a.elements.length]![now]).toBe(volts[i]));
          }),
        );
        expect(run.steps).toBe(alone[0]!.steps + alone[1]!.steps);
        expect(run.converged).toBe(alone.every((x) => x.converged));
      }),
      { numRuns: 60 },
    );
  });

  it('what happens in one of two side by side is told of its own element', () => {
    const falls = circuit(
      ...[pack(1, 12, 0.4), wire(1, 2, 0.1), power(2, 6, 9), capacitor(2, 100e-6, 0.05)],
      ...[contact(1, 3, 0.02), capacitor(3, 10_000e-6, 0.05)],
    );
    const still = circuit(pack(1, 12, 0.1), ohms(1, 10));
    const n = still.elements.length;
    const run = runTransient({
      circuit: beside(still, falls),
      drive: (e) => (e === n + 4 ? 0 : undefined),
      deeds: [{ atS: 0.1, element: n + 4, drive: 1 }],
      lives: [{ element: n + 2, offV: 9, onV: 9.5, leastOffS: 0.01 }],
      ...{ endS: 0.3, watch: [1, n + 2] },
    });
    expect(run.happenings.map((h) => h.element)).toEqual([n + 2, n + 2, n + 2]);
    expect(run.packA.map((p) => p.element)).toEqual([0, n]);
    // the one that stands still stands all the while
    expect(Math.min(...run.volts[0]!.slice(1))).toBeCloseTo(12 * (10 / 10.1), 3);
  });

  it('stands without volts where there is no source', () => {
    const run = runTransient({
      circuit: beside(circuit(pack(1, 12), ohms(1, 10)), circuit(ohms(1, 10))),
      deeds: [],
      endS: 1,
      watch: [2],
    });
    expect(run.volts[0]!.length).toBe(run.timeS.length);
    expect(new Set(run.volts[0])).toEqual(new Set([0]));
  });
});
