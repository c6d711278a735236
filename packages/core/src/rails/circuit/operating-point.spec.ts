import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { buck, circuit, current, diode, limit, ohms, pack, power, wire } from '../../../test/support/circuits.js';
import { randomCircuits } from '../../../test/support/random-circuits.js';
import { LOAD, OUTPUT, isTripped, loadAmps, operatingPoint, outputOf, prepareCircuit, type Circuit } from './index.js';

const rest = (made: Circuit, from: 'running' | 'cold' = 'running') =>
  operatingPoint(prepareCircuit(made), undefined, from);

describe('operating point', () => {
  it('gives the closed form of one power behind a resistance', () => {
    // V = (E + sqrt(E² − 4RP)) / 2
    fc.assert(
      fc.property(
        fc.double({ min: 6, max: 26, noNaN: true }),
        fc.double({ min: 0.01, max: 0.5, noNaN: true }),
        fc.double({ min: 0.1, max: 20, noNaN: true }),
        (emfV, ohm, watts) => {
          const total = ohm + 0.03;
          fc.pre(4 * total * watts < 0.99 * emfV ** 2);
          const { volts, converged } = rest(circuit(pack(1, emfV), wire(1, 2, ohm), power(2, watts, 0.1)));
          expect(converged).toBe(true);
          expect(volts[2]).toBeCloseTo((emfV + Math.sqrt(emfV ** 2 - 4 * total * watts)) / 2, 6);
        },
      ),
    );
  });

  it('keeps power and current on random circuits: given = eaten + heat, and nothing is lost at a node', () => {
    fc.assert(
      fc.property(randomCircuits(), (made) => {
        const prepared = prepareCircuit(made);
        const point = operatingPoint(prepared);
        expect(point.converged).toBe(true);
        let watts = 0;
        const nodeA = new Float64Array(made.nodes);
        made.elements.forEach((e, i) => {
          watts += point.volts[i]! * point.amps[i]! + point.inputV[i]! * point.inputA[i]!;
          nodeA[e.plus]! += point.amps[i]!;
          nodeA[e.minus]! -= point.amps[i]!;
          if (e.kind !== 'converter') return;
          nodeA[e.input.plus]! += point.inputA[i]!;
          nodeA[e.input.minus]! -= point.inputA[i]!;
          // a converter makes nothing: what leaves it came in
          expect(point.inputV[i]! * point.inputA[i]! + point.volts[i]! * point.amps[i]!).toBeGreaterThan(-1e-4);
        });
        // sources count below 0: what they give is what is eaten and what becomes heat
        expect(Math.abs(watts)).toBeLessThan(1e-5);
        nodeA.forEach((amps) => expect(Math.abs(amps)).toBeLessThan(1e-5));
      }),
      { numRuns: 400 },
    );
  });

  it('every state is the one that its volts ask for', () => {
    fc.assert(
      fc.property(randomCircuits(), fc.constantFrom('running', 'cold'), (made, from) => {
        const prepared = prepareCircuit(made);
        const point = operatingPoint(prepared, undefined, from);
        for (const e of prepared.live) {
          const kind = prepared.kinds[e]!;
          const asked = kind.stateAt(
            made.elements[e]!,
            point.states[e]!,
            kind.rest(made.elements[e]!),
            point.volts[e]!,
            point.inputV[e]!,
          );
          expect(asked).toBe(point.states[e]);
        }
      }),
    );
  });

  it('browns a starved load out instead of running away', () => {
    const { volts, states } = rest(circuit(pack(1, 12), wire(1, 2, 8), power(2, 30, 7)));
    expect(volts[2]).toBeGreaterThan(0);
    expect(volts[2]).toBeLessThan(7);
    expect(states[2]).toBe(LOAD.starved);
  });

  it('leaves what nothing feeds at zero', () => {
    expect(rest(circuit(power(1, 5, 4))).volts[0]).toBe(0);
    expect(rest(circuit(pack(1, 12), diode(2, 1), power(2, 5, 4))).volts[2]).toBeCloseTo(0, 6);
  });

  it.each([
    ['its plus in the air', 3, 2],
    ['its minus in the air', 1, 3],
  ])('leaves a load with %s at zero, though the wire it hangs on drops', (_, plus, minus) => {
    // one ampere back over the wire 2–0, and the open load on the far end of that wire
    const made = circuit(pack(1, 12), wire(2, 0, 0.1), current(1, 1, 4, 2), current(plus, 1, 4, minus));
    const { volts, amps, nodeV } = rest(made);
    expect([volts[3], amps[3]]).toEqual([0, 0]);
    expect(nodeV[2]).toBeCloseTo(0.1, 6);
    expect(-amps[0]!).toBeCloseTo(1, 6);
  });

  it.each([
    [12, 12],
    [8, 12],
    [6, 12],
    [3, 6],
    [0, 0],
  ])('a boost stage at %d V in holds %d V out: its setting down to its floor, then in proportion', (inV, outV) => {
    const made = circuit(
      pack(1, inV, 1e-4),
      buck(1, 2, 12, { boosts: true, floorV: 6, ohm: 1e-4, quiescentA: 0, efficiency: 0.9 }),
      ohms(2, 100),
    );
    const { volts, amps, inputV, inputA } = rest(made);
    expect(volts[2]).toBeCloseTo(outV, 2);
    if (inV >= 6) expect(volts[2]! * amps[2]!).toBeCloseTo(0.9 * inputV[1]! * inputA[1]!, 2);
  });

  it('draws P/V, I or V/R above the floor and joins them below it', () => {
    expect(loadAmps(power(1, 10, 4), 5)).toBe(2);
    expect(loadAmps(power(1, 10, 4), 4)).toBeCloseTo(loadAmps(power(1, 10, 4), 4 - 1e-9), 6);
    expect(loadAmps(current(1, 0.3, 4), 9)).toBe(0.3);
    expect(loadAmps(ohms(1, 50), 10)).toBe(0.2);
    expect(loadAmps(power(1, 10, 4), -1)).toBe(0);
  });

  it('a regulator without input lets nothing back in', () => {
    // 5 V from a computer at the output of a dead regulator
    const { amps, inputV } = rest(circuit(pack(1, 0), buck(1, 2, 5), pack(2, 5, 0.1), power(2, 1, 4.5)));
    expect(amps[1]).toBeCloseTo(0, 6);
    expect(inputV[1]).toBeCloseTo(0, 6);
  });
});

describe('limits', () => {
  const fed = (kind: Parameters<typeof limit>[0], watts: number) =>
    circuit(
      pack(1, 12),
      buck(1, 2, 5, { limit: limit(kind, 2, kind === 'fold-back' ? { shortShare: 0.3 } : {}) }),
      power(2, watts, 4),
    );

  it('runs, but would not start: both branches where a limit meets a power', () => {
    // 9 W are 1.8 A at 5 V, but 2.25 A at the floor that a start has to climb over
    const [running, cold] = [rest(fed('constant', 9)), rest(fed('constant', 9), 'cold')];
    expect(running.volts[2]).toBeGreaterThan(4.9);
    // 2 A into 4² ⁄ 9 Ω
    expect(cold.volts[2]).toBeCloseTo((2 * 16) / 9, 4);
    expect(outputOf(cold.states[1]!)).toBe(OUTPUT.limits);
  });

  it('a light load has one branch only', () => {
    for (const kind of ['constant', 'fold-back', 'hiccup', 'latched'] as const)
      expect(rest(fed(kind, 3)).volts[2]).toBeCloseTo(rest(fed(kind, 3), 'cold').volts[2]!, 9);
  });

  it.each(['hiccup', 'latched'] as const)('a %s one switches itself off', (kind) => {
    const { states, volts } = rest(fed(kind, 14));
    expect(isTripped(states[1]!)).toBe(true);
    expect(volts[2]).toBeCloseTo(0, 6);
  });

  it('one that folds back gives less into a short than its limit', () => {
    const short = circuit(
      pack(1, 12),
      buck(1, 2, 5, { limit: limit('fold-back', 2, { shortShare: 0.3 }) }),
      ohms(2, 1e-3),
    );
    expect(rest(short).amps[2]).toBeCloseTo(0.6, 2);
  });
});
