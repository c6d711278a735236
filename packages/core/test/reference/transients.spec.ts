import { describe, expect, it } from 'vitest';
import { deckLines, prepareCircuit, rigNetwork, type Circuit } from '../../src/rails/index.js';
import { runTransient, type Deed, type TransientRun } from '../../src/rails/studies.js';
import { scheduleWake, wakeTasks } from '../../src/wake/index.js';
import { powerUp, powerUpDeck } from '../../src/wake/studies.js';
import { buck, capacitor, circuit, contact, diode, limit, ohms, pack, power, wire } from '../support/circuits.js';
import { mendedRig } from '../support/demo-rig.js';
import { ngspiceOverTime, ngspiceText } from '../support/ngspice.js';

/**
 * @source [lib ngspice, Debian]: circuits over time, run live: what a start takes the others down by, within 1 % of its depth. The
 * deck switches by straight courses of a microsecond where we switch at once.
 */

interface Case {
  circuit: Circuit;
  /** Driven so at first, and otherwise from a time on. */
  deeds: Deed[];
  endS: number;
  /** Node that dips and the time from which its dip is looked for. */
  node: number;
  fromS: number;
}

const CASES: Record<string, Case> = {
  'a second part starts on a shared lead': {
    circuit: circuit(
      ...[pack(1, 12.4, 0.05), wire(1, 2, 0.15), power(2, 12, 6), capacitor(2, 220e-6, 0.05)],
      ...[contact(2, 3, 0.02), capacitor(3, 1000e-6, 0.04), power(3, 8, 6)],
    ),
    ...{ deeds: [{ atS: 0.02, element: 4, drive: 1 }], endS: 0.03, node: 2, fromS: 0.019 },
  },
  'the same with a soft start': {
    circuit: circuit(
      ...[pack(1, 12.4, 0.05), wire(1, 2, 0.15), power(2, 12, 6), capacitor(2, 220e-6, 0.05)],
      ...[contact(2, 3, 0.02), capacitor(3, 1000e-6, 1.6), power(3, 8, 6)],
    ),
    ...{ deeds: [{ atS: 0.02, element: 4, drive: 1 }], endS: 0.04, node: 2, fromS: 0.019 },
  },
  'a load of resistance on a regulated rail': {
    circuit: circuit(
      ...[pack(1, 14.8), wire(1, 2, 0.05), capacitor(2, 100e-6, 0.02), buck(2, 3, 5, { ohm: 0.05 })],
      ...[capacitor(3, 470e-6, 0.03), contact(3, 4, 0.05), ohms(4, 3), capacitor(4, 330e-6, 0.1)],
    ),
    ...{ deeds: [{ atS: 0.01, element: 5, drive: 1 }], endS: 0.02, node: 3, fromS: 0.0095 },
  },
  'a regulator at its constant limit': {
    circuit: circuit(
      ...[pack(1, 14.8), wire(1, 2, 0.05), buck(2, 3, 5, { ohm: 0.02, limit: limit('constant', 2.5) }), ohms(3, 4)],
      ...[capacitor(3, 220e-6, 0.03), contact(3, 4, 0.05), capacitor(4, 2200e-6, 0.03)],
    ),
    ...{ deeds: [{ atS: 0.01, element: 5, drive: 1 }], endS: 0.03, node: 3, fromS: 0.0095 },
  },
  'a regulator whose limit folds back': {
    circuit: circuit(
      ...[
        pack(1, 14.8),
        wire(1, 2, 0.05),
        buck(2, 3, 5, { ohm: 0.02, limit: limit('fold-back', 3, { shortShare: 0.4 }) }),
      ],
      ...[ohms(3, 8), capacitor(3, 220e-6, 0.03), contact(3, 4, 0.2), capacitor(4, 1000e-6, 0.05)],
    ),
    ...{ deeds: [{ atS: 0.01, element: 5, drive: 1 }], endS: 0.03, node: 3, fromS: 0.0095 },
  },
  'two packs behind diodes, one unplugged': {
    circuit: circuit(
      ...[
        pack(1, 12.6),
        pack(2, 11.4),
        contact(1, 3, 0.01),
        diode(3, 4),
        diode(2, 4),
        capacitor(4, 470e-6, 0.05),
        power(4, 30, 6),
      ],
    ),
    ...{ deeds: [{ atS: 0.005, element: 2, drive: 0 }], endS: 0.02, node: 4, fromS: 0.0045 },
  },
  'a linear regulator behind a buck that is drawn down': {
    circuit: circuit(
      ...[
        pack(1, 12.2),
        wire(1, 2, 0.2),
        buck(2, 3, 7, { ohm: 0.05, limit: limit('constant', 3) }),
        capacitor(3, 330e-6, 0.05),
      ],
      ...[
        buck(3, 4, 5, { linear: true, dropoutV: 1.1, ohm: 0.02, floorV: 5.5 }),
        ohms(4, 10),
        capacitor(4, 100e-6, 0.05),
      ],
      ...[contact(3, 5, 0.05), capacitor(5, 1500e-6, 0.05), power(5, 6, 4)],
    ),
    ...{ deeds: [{ atS: 0.015, element: 7, drive: 1 }], endS: 0.04, node: 4, fromS: 0.0145 },
  },
  'a pack that is weak': {
    circuit: circuit(
      pack(1, 11.1, 0.4),
      ohms(1, 20),
      capacitor(1, 47e-6, 0.1),
      contact(1, 2, 0.03),
      capacitor(2, 4700e-6, 0.03),
    ),
    ...{ deeds: [{ atS: 0.002, element: 3, drive: 1 }], endS: 0.02, node: 1, fromS: 0.0018 },
  },
};

/** Contacts are open, regulators climb by their start; everything else as it is. */
function ours({ circuit: made, deeds, endS, node }: Case): TransientRun {
  const probe = made.elements.length;
  const elements = [...made.elements, capacitor(node, 1e-12, 1)];
  const opened = new Map(deeds.map((d) => [d.element, 1 - d.drive]));
  return runTransient({ circuit: { ...made, elements }, drive: (e) => opened.get(e), deeds, endS, watch: [probe] });
}

/** Lowest volts after a time, and those the moment before. */
function dipOf(run: TransientRun, fromS: number): { before: number; least: number } {
  const first = run.timeS.findIndex((t) => t >= fromS);
  return { before: run.volts[0]![first]!, least: Math.min(...run.volts[0]!.slice(first)) };
}

describe('dips against ngspice', () => {
  it.each(Object.entries(CASES))('%s', (_, made) => {
    const run = ours(made);
    expect(run.converged).toBe(true);
    const { before, least } = dipOf(run, made.fromS);
    const prepared = prepareCircuit(made.circuit);
    const lines = deckLines(prepared, (e) => {
      const deed = made.deeds.find((d) => d.element === e);
      const element = made.circuit.elements[e]!;
      if (deed)
        return [
          [0, 1 - deed.drive],
          [deed.atS, 1 - deed.drive],
          [deed.atS + 1e-6, deed.drive],
          [1, deed.drive],
        ] as const;
      if (element.kind === 'converter')
        return [
          [0, 0],
          [element.startMs / 1000, element.setV],
          [1, element.setV],
        ] as const;
      return undefined;
    });
    const v = `v(n${made.node})`;
    const [spiceBefore, spiceLeast] = ngspiceOverTime(lines, 2e-6, made.endS, [
      `FIND ${v} AT=${made.fromS}`,
      `MIN ${v} FROM=${made.fromS} TO=${made.endS}`,
    ]) as [number, number];
    const depth = spiceBefore - spiceLeast;
    expect(depth).toBeGreaterThan(0.05);
    expect(Math.abs(before - spiceBefore)).toBeLessThan(1e-3 * spiceBefore);
    expect(Math.abs(before - least - depth), `${before - least} V deep, ngspice ${depth} V`).toBeLessThan(0.01 * depth);
  });
});

describe('what goes on for ever', () => {
  // a load that is on from 9 V down to 6 V, behind 10 Ω on 12 V, with 1 mF
  const made = circuit(pack(1, 12, 10), capacitor(1, 1e-3, 1e-4), ohms(1, 4));
  const lives = [{ element: 2, offV: 6, onV: 9, leastOffS: 0 }];
  const closedS = 0.01 * Math.log(6 / 3) + (1e-3 / 0.35) * Math.log((9 - 24 / 7) / (6 - 24 / 7));

  it('a load that starts, dies and starts again: the closed form, and a switch with hysteresis', () => {
    const run = runTransient({ circuit: made, deeds: [], lives, endS: 3, watch: [1] });
    const [cycle] = run.cycles;
    expect(Math.abs(cycle!.periodS / closedS - 1)).toBeLessThan(0.005);
    expect(cycle!.skipped).toBeGreaterThan(100);
    const lines = [
      'V1 e 0 12',
      'R1 e n1 10',
      'C1 n1 0 1e-3 IC=0',
      'S1 n1 l n1 0 sw off',
      'R2 l 0 4',
      '.model sw SW(VT=7.5 VH=1.5 RON=1e-4 ROFF=1e9)',
    ];
    const [a, b] = ngspiceOverTime(lines, 5e-6, 0.08, ['WHEN v(l)=3 RISE=2', 'WHEN v(l)=3 RISE=5']) as [number, number];
    expect(Math.abs(cycle!.periodS / ((b - a) / 3) - 1)).toBeLessThan(0.02);
  });

  it('a hiccup: it climbs to its limit, holds it, is off, climbs again', () => {
    const limits = limit('hiccup', 2, { tripMs: 1.5, offMs: 30 });
    const run = runTransient({
      circuit: circuit(pack(1, 12), buck(1, 2, 5, { limit: limits, startMs: 4, ohm: 0.01 }), ohms(2, 1)),
      ...{ deeds: [], endS: 5, watch: [2] },
    });
    // 2 A stand at 2.02 of 5 V on the climb
    const closed = 0.004 * (2.02 / 5) + 0.0015 + 0.03;
    expect(Math.abs(run.cycles[0]!.periodS / closed - 1)).toBeLessThan(0.02);
    expect(run.steps).toBeLessThan(1000);
  });
});

describe('a power-up as its deck', () => {
  it('runs as it is written, and ends at the same volts', () => {
    const rig = mendedRig();
    const schedule = scheduleWake(wakeTasks(rig));
    const network = rigNetwork(rig);
    // as if the list ended a moment after the last supply was switched on
    const short = { ...schedule, seconds: 13.5 };
    const { lines } = powerUp(network, short);
    const printed = ngspiceText(powerUpDeck('power-up', network, short));
    const tables = printed.split('Transient Analysis').slice(1);
    expect(tables).toHaveLength(network.terminals.length);
    network.terminals.forEach((t, i) => {
      const last = Number(/\s(\S+)\s*$/.exec(tables[i]!.split('\n').findLast((l) => /^\d+\s/.test(l))!)![1]);
      expect(Math.abs(last - lines[i]!.volts.at(-1)!), `${t.part.id} ${t.id}`).toBeLessThan(1e-3 * Math.max(1, last));
    });
  });
});
