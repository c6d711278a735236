import fc from 'fast-check';
import type { Circuit, CircuitElement } from '../../src/rails/index.js';
import { buck, circuit, current, diode, limit, ohms, pack, power, wire } from './circuits.js';

const figure = (min: number, max: number): fc.Arbitrary<number> => fc.double({ min, max, noNaN: true });

/** What is hung on a node that is there; `at` chooses it among those there are. */
const limbs = fc.record({
  what: fc.constantFrom(
    'wire',
    'wire',
    'power',
    'power',
    'current',
    'resistance',
    'buck',
    'linear',
    'boost',
    'diode',
    'pack',
    'ring',
  ),
  at: fc.nat(1000),
  x: figure(0, 1),
  y: figure(0, 1),
  limited: fc.constantFrom(null, null, 'constant', 'fold-back', 'hiccup', 'latched'),
});

/**
 * Networks as they grow on a bench: from a pack outward, with every kind of element.
 * @param most elements at most, the pack apart @param rings whether wires lead back to what is there already */
export const randomCircuits = (most = 24, rings = true): fc.Arbitrary<Circuit> =>
  fc.tuple(figure(5, 26), fc.array(limbs, { minLength: 1, maxLength: most })).map(([emfV, list]) => {
    const elements: CircuitElement[] = [pack(1, emfV)];
    // highest volts that a node could stand at, so that loads are not all browned out from the start
    const heights = [0, emfV];
    const grow = (height: number): number => heights.push(height) - 1;
    for (const { what, at, x, y, limited } of list) {
      const node = 1 + (at % (heights.length - 1));
      const height = heights[node]!;
      const floorV = height * (0.3 + 0.6 * y);
      const limits = limited && {
        limit: limit(limited, 0.2 + 4 * y, limited === 'fold-back' ? { shortShare: 0.3 + 0.7 * x } : {}),
      };
      if (what === 'wire') elements.push(wire(node, grow(height), 0.005 + x));
      else if (what === 'power') elements.push(power(node, 0.1 + 30 * x, floorV));
      else if (what === 'current') elements.push(current(node, 0.05 + 3 * x, floorV));
      else if (what === 'resistance') elements.push(ohms(node, 2 + 100 * x));
      else if (what === 'diode') elements.push(y < 0.8 ? diode(node, grow(height)) : diode(grow(height), node));
      else if (what === 'pack')
        elements.push(wire(node, heights.length, 0.01 + x), pack(grow(height), height * (0.9 + 0.2 * y), 0.05));
      else if (what === 'ring' && rings) elements.push(wire(node, 1 + ((at * 7 + 3) % (heights.length - 1)), 0.01 + x));
      else if (height < 3.2 || what === 'ring') elements.push(ohms(node, 5 + 100 * x));
      else {
        const setV = what === 'boost' ? height * (1.1 + x) : height * (0.4 + 0.7 * x);
        const more = { boosts: what === 'boost', linear: what === 'linear', floorV: height * 0.5, ...limits };
        elements.push(buck(node, grow(setV), setV, more));
      }
    }
    return circuit(...elements.filter((e) => e.plus !== e.minus));
  });
