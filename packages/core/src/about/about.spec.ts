import { describe, expect, it } from 'vitest';
import { BENCHES } from '../../test/practice/benches/index.js';
import { Proposed } from '../../test/practice/proposed.js';
import { demoNamed, handingOn, mendedRig } from '../../test/support/demo-rig.js';
import { analyse } from '../analysis/index.js';
import type { Rig } from '../rig/index.js';
import {
  aboutAmps,
  aboutLead,
  aboutLatency,
  aboutMass,
  aboutRoom,
  aboutRunTime,
  aboutVolts,
  aboutWake,
  aboutWishes,
  type About,
} from './index.js';

const RIGS: Rig[] = [
  mendedRig(),
  handingOn(),
  demoNamed('ridgeline-seven'),
  demoNamed('glasshouse-line'),
  ...BENCHES.slice(0, 12).map((bench) => Proposed.of(bench.brief).rig),
];

/** Figures of a rig at a charge, with what stands behind each. */
function aboutsOf(rig: Rig, charge: number): About[] {
  const { rails, channels, wake, brief, loom } = analyse(rig, charge);
  return [
    ...rails.rows.flatMap((row) => [
      aboutVolts(rig, rails, row),
      aboutAmps(rig, rails, row),
      aboutRoom(rig, rails, row),
    ]),
    aboutRunTime(rig, rails),
    aboutMass(rig),
    aboutWake(wake),
    channels.latency && aboutLatency(channels.latency),
    aboutWishes(brief.wishes),
    ...loom.cables.map(({ ends: [a, b] }) => a && b && aboutLead(rig, a.part, b.part)),
  ].filter((a) => !!a);
}

const figure = (text: string): number => Number(/[−-]?[\d.]+/.exec(text)![0].replace('−', '-'));
const ground = (about: About, what: RegExp): number => figure(about.grounds.find((g) => what.test(g.what))!.value);

describe('what stands behind a figure', () => {
  it('is said in full for every figure of every rig, and no number is missing', () => {
    let seen = 0;
    for (const about of RIGS.flatMap((rig) => [1, 0.4].flatMap((charge) => aboutsOf(rig, charge)))) {
      const text = JSON.stringify(about);
      expect(text).not.toMatch(/NaN|undefined|Infinity|null/);
      for (const words of [
        about.title,
        about.figure,
        about.is,
        ...about.grounds.flatMap((g) => [g.what, g.value, g.source]),
      ])
        expect(words, text).toMatch(/\S/);
      expect(about.grounds.length, text).toBeGreaterThan(0);
      seen++;
    }
    expect(seen).toBeGreaterThan(200);
  });

  it('adds up to the volts that are shown', () => {
    let [loads, packs, regulators] = [0, 0, 0];
    for (const rig of RIGS) {
      const { rails } = analyse(rig, 0.7);
      for (const row of rails.rows) {
        const about = aboutVolts(rig, rails, row);
        const { node } = row;
        if (node.kind === 'load' && node.fedBy !== null) {
          expect(ground(about, /gives$/) - ground(about, /^falls/), about.title).toBeCloseTo(node.volts, 1);
          loads++;
        } else if (node.kind === 'pack' && about.how.startsWith('cells')) {
          const rest = ground(about, /in series/) * ground(about, /^a cell/);
          const lost = (ground(about, /ohms inside/) / 1000) * ground(about, /^amps/);
          // a cell is told to the hundredth: a dozen of them to the tenth
          expect(Math.abs(rest - lost - node.volts), about.title).toBeLessThan(0.1);
          packs++;
        } else if (node.kind === 'regulator' && !node.inDropout && node.volts > 0) {
          const lost = (ground(about, /ohms of its output/) / 1000) * ground(about, /^amps/);
          expect(ground(about, /set to/) - lost, about.title).toBeCloseTo(node.volts, 1);
          regulators++;
        }
      }
    }
    expect(loads).toBeGreaterThan(50);
    expect(packs).toBeGreaterThan(8);
    expect(regulators).toBeGreaterThan(5);
  });

  it('adds up to the mass, the heat and the amps', () => {
    for (const rig of RIGS) {
      const mass = aboutMass(rig);
      const sum = mass.grounds.reduce((grams, g) => grams + Number(g.value.replace(/[^\d.]/g, '')), 0);
      expect(sum / 1000).toBeCloseTo(figure(mass.figure), 1);
      const { rails } = analyse(rig, 0.7);
      for (const row of rails.rows.filter((r) => r.heatW !== null)) {
        const told = aboutRoom(rig, rails, row)!.grounds.map(({ value }) => value.split('×').map(figure));
        const [into, out] = told.map(([v, a]) => v! * a!);
        // volts and amps are told to the hundredth, and each may be half of one off
        const rounded = told.flat().reduce((sum, x) => sum + 0.005 * x, 0);
        expect(Math.abs(into! - out! - row.heatW!), row.label).toBeLessThan(rounded + 0.005);
      }
    }
  });
});
