import { describe, expect, it } from 'vitest';
import {
  deckLines,
  deckNode,
  operatingPoint,
  packV,
  prepareCircuit,
  rigNetwork,
  type Circuit,
  type OperatingPoint,
  type PreparedCircuit,
} from '../../src/rails/index.js';
import { BENCHES } from '../practice/benches/index.js';
import { Proposed } from '../practice/proposed.js';
import { buck, circuit, current, diode, limit, ohms, pack, power, wire } from '../support/circuits.js';
import { mendedRig } from '../support/demo-rig.js';
import { ngspice } from '../support/ngspice.js';

/** @source [lib ngspice, Debian]: operating points of each circuit, run live, node volts within 0.1 %. */

/** Node volts of ours against those of a deck, every node that is not a zero. */
function agree(prepared: PreparedCircuit, point: OperatingPoint, lines: string[]): void {
  const names = [...prepared.row.keys()].filter((node) => prepared.row[node]! >= 0);
  const theirs = ngspice(
    ['.options reltol=1e-7 vntol=1e-9 abstol=1e-12', ...lines],
    names.map((node) => `v(${deckNode(prepared, node)})`),
  );
  expect(point.converged).toBe(true);
  for (const node of names) {
    const [ours, spice] = [point.nodeV[node]!, theirs[`v(n${node})`]!];
    expect(Math.abs(ours - spice), `node ${node}: ${ours} V, ngspice ${spice} V`).toBeLessThan(
      1e-3 * Math.max(0.05, Math.abs(spice)),
    );
  }
}

/** Poor when it idles, best at a third of its load. */
const CURVE = [
  [0.05, 0.62],
  [0.8, 0.94],
  [3, 0.86],
] as const;

const CIRCUITS: [name: string, circuit: Circuit][] = [
  ['a pack and one load', circuit(pack(1, 12.6), wire(1, 2, 0.2), power(2, 20, 7))],
  ['two wires both ways', circuit(pack(1, 16), wire(1, 2, 0.1), wire(3, 0, 0.1), current(2, 2, 7, 3))],
  [
    'two packs that differ',
    circuit(pack(1, 16.4), pack(2, 15.8, 0.05), wire(1, 2, 0.01), wire(2, 3, 0.02), power(3, 60, 9)),
  ],
  ['two packs in series', circuit(pack(1, 12.2), pack(2, 12.4, 0.04, 1), wire(2, 3, 0.05), ohms(3, 12))],
  [
    'two packs through diodes',
    circuit(pack(1, 12.6), pack(2, 11.1), diode(1, 3), diode(2, 3), wire(3, 4, 0.03), power(4, 25, 7)),
  ],
  ['a diode the wrong way round', circuit(pack(1, 12.6), diode(2, 1), power(2, 5, 4), power(1, 5, 4))],
  [
    'a buck that regulates',
    circuit(pack(1, 15.2), wire(1, 2, 0.04), buck(2, 3, 5), wire(3, 4, 0.06), power(4, 9, 4.5)),
  ],
  ...[0.02, 0.3, 1.2, 4].map((amps): [string, Circuit] => [
    `a buck whose efficiency goes with its load, at ${amps} A`,
    circuit(pack(1, 14.8, 0.2), wire(1, 2, 0.3), buck(2, 3, 5, { efficiencyAt: CURVE }), current(3, amps, 4)),
  ]),
  ['a buck below its head room', circuit(pack(1, 12.4), wire(1, 2, 0.05), buck(2, 3, 12), power(3, 9.5, 7))],
  [
    'a linear one behind a buck',
    circuit(
      pack(1, 14.8),
      buck(1, 2, 9),
      wire(2, 3, 0.1),
      buck(3, 4, 5, { linear: true, dropoutV: 1.1, efficiency: 1 }),
      current(4, 0.4, 3),
    ),
  ],
  ['a boost', circuit(pack(1, 7.4), buck(1, 2, 12, { boosts: true, floorV: 6 }), wire(2, 3, 0.05), power(3, 14, 9))],
  ['a boost under its floor', circuit(pack(1, 5.2), buck(1, 2, 12, { boosts: true, floorV: 6 }), ohms(2, 40))],
  [
    'a constant limit into a resistance',
    circuit(pack(1, 12), buck(1, 2, 5, { limit: limit('constant', 1.5) }), ohms(2, 2)),
  ],
  [
    'a constant limit into a starved load',
    circuit(pack(1, 12), buck(1, 2, 5, { limit: limit('constant', 1) }), power(2, 9, 4.5)),
  ],
  [
    'a limit that folds back',
    circuit(pack(1, 12), buck(1, 2, 5, { limit: limit('fold-back', 2, { shortShare: 0.3 }) }), ohms(2, 1.1)),
  ],
  ['a limit that is not met', circuit(pack(1, 12), buck(1, 2, 5, { limit: limit('constant', 3) }), power(2, 6, 4.5))],
  [
    'a rail fed from two sides',
    circuit(pack(1, 12), buck(1, 2, 5.1), pack(3, 5.0, 0.2), diode(3, 4), wire(2, 4, 0.05), power(4, 6, 4.5)),
  ],
  [
    'a starved load on a thin feeder beside a healthy one',
    circuit(pack(1, 12.6), wire(1, 2, 0.9), wire(2, 3, 4.5), power(2, 9, 7), power(3, 12, 7)),
  ],
  [
    'a ring of wires',
    circuit(
      pack(1, 22),
      wire(1, 2, 0.1),
      wire(2, 3, 0.2),
      wire(3, 4, 0.1),
      wire(4, 1, 0.3),
      power(3, 30, 9),
      current(4, 1.5, 5),
      ohms(2, 22),
    ),
  ],
  [
    'an open switch beside a closed one',
    circuit(
      pack(1, 12),
      { kind: 'switch', plus: 1, minus: 2, ohm: 0.01 },
      ohms(2, 10),
      wire(1, 3, 0.1),
      power(3, 8, 6),
    ),
  ],
  [
    'three regulators that share a thin lead',
    circuit(
      pack(1, 14.6),
      wire(1, 2, 0.4),
      wire(5, 0, 0.4),
      buck(2, 3, 12, { minus: 5, input: { plus: 2, minus: 5 } }),
      power(3, 18, 9, 5),
      buck(2, 4, 5, { minus: 5, input: { plus: 2, minus: 5 } }),
      power(4, 6, 4.5, 5),
      buck(4, 6, 3.3, { minus: 5, input: { plus: 4, minus: 5 }, linear: true, floorV: 3.5, dropoutV: 0.3 }),
      current(6, 0.3, 2, 5),
    ),
  ],
];

describe('operating points against ngspice', () => {
  it.each(CIRCUITS)('%s', (_, made) => {
    const prepared = prepareCircuit(made);
    agree(prepared, operatingPoint(prepared), deckLines(prepared));
  });

  it.each([1, 0.8, 0.5, 0.2, 0.05, 0])('the demo rig at a charge of %d', (charge) => {
    const { prepared, packs } = rigNetwork(mendedRig());
    const drive = (e: number): number | undefined => (packs.has(e) ? packV(packs.get(e)!.cells, charge) : undefined);
    agree(prepared, operatingPoint(prepared, drive), deckLines(prepared, drive));
  });

  it.each(BENCHES.slice(0, 8).map((bench) => [bench.name, bench] as const))(
    'the proposed rig of "%s" at its peak',
    (_, bench) => {
      const { prepared, packs } = rigNetwork(Proposed.of(bench.brief).rig, 'peak');
      const drive = (e: number): number | undefined => {
        const pack = packs.get(e);
        return pack && packV(pack.cells, 0.4 * pack.share, pack.chemistry);
      };
      expect(prepared.live.length).toBeGreaterThan(3);
      agree(prepared, operatingPoint(prepared, drive), deckLines(prepared, drive));
    },
  );

  // decks that were written without our own hand in them
  it.each<[string, Circuit, string[]]>([
    [
      'wires both ways, resistances and a current',
      circuit(
        pack(1, 16.1, 0.02),
        wire(1, 2, 0.031),
        wire(0, 3, 0.031),
        wire(2, 4, 0.12),
        wire(3, 5, 0.17),
        ohms(2, 5.6, 3),
        ohms(4, 3.3, 5),
        current(4, 0.4, 1, 3),
      ),
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
    ],
    [
      'powers that share a thin feeder, one browned out',
      circuit(pack(1, 12.6, 0.05), wire(1, 2, 0.9), wire(2, 3, 4.5), power(2, 9, 7), power(3, 12, 7)),
      [
        'V1 e 0 12.6',
        'Rs e n1 0.05',
        'R1 n1 n2 0.9',
        'R2 n2 n3 4.5',
        'B1 n2 0 I = v(n2)>=7 ? 9/max(v(n2),0.01) : v(n2)*9/49',
        'B2 n3 0 I = v(n3)>=7 ? 12/max(v(n3),0.01) : v(n3)*12/49',
      ],
    ],
    [
      'a buck in drop-out feeding a linear regulator',
      circuit(
        pack(1, 12.4),
        wire(1, 2, 0.05),
        buck(2, 3, 12, { quiescentA: 0.012, efficiency: 0.93, floorV: 7 }),
        wire(3, 4, 0.08),
        power(4, 9.5, 7),
        buck(4, 5, 5, { ohm: 0.02, dropoutV: 1.1, quiescentA: 0.004, linear: true, floorV: 6 }),
        power(5, 1.2, 4.5),
      ),
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
    ],
  ])('%s', (_, made, lines) => {
    const prepared = prepareCircuit(made);
    agree(prepared, operatingPoint(prepared), lines);
  });
});
