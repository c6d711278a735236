import loadHighs from 'highs';
import { beforeAll, describe, expect, it } from 'vitest';
import { readBrief } from '../../src/files/index.js';
import {
  poseRig,
  proposeProven,
  SolverFailed,
  solveProblem,
  solveProven,
  type ProgrammeSolver,
} from '../../src/propose/index.js';
import { applyEdits, pinKey, type Rig } from '../../src/rig/index.js';
import { BENCHES } from '../practice/benches/index.js';
import { randomRig, seeded } from '../support/random-rig.js';

let highs: ProgrammeSolver;
beforeAll(async () => {
  highs = (await loadHighs()) as ProgrammeSolver;
});

const laid = (brief: object): Rig => {
  const reading = readBrief(JSON.stringify(brief));
  if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
  return reading.value;
};

/** Which pins are joined, whatever the cables are called. */
const wiringOf = (rig: Rig): string[] =>
  applyEdits(rig, proposeProven(rig, highs).edits)
    .rig.cables.flatMap((c) => c.wires.map((w) => [pinKey(w.from), pinKey(w.to)].sort().join(' = ')))
    .sort();

/** The same rig with its parts and wishes told in another order. */
function retold(rig: Rig, seed: number): Rig {
  const next = seeded(seed);
  const mixed = <T>(list: readonly T[]): T[] =>
    list
      .map((item) => ({ item, at: next() }))
      .sort((a, b) => a.at - b.at)
      .map(({ item }) => item);
  return { ...rig, parts: mixed(rig.parts), wishes: mixed(rig.wishes) };
}

/** @source [lib highs] the programme as text, solved by a general solver; own branch and bound as the oracle */
describe('the wiring as an integer programme', () => {
  it.each(Array.from({ length: 120 }, (_, i) => i + 1))('random rig %i costs what the own search proves', (seed) => {
    const { problem } = poseRig(randomRig(seed));
    const [own, proven] = [solveProblem(problem), solveProven(problem, highs)];
    expect(own.proven).toBe(true);
    expect(proven.cost).toBeCloseTo(own.cost, 6);
    expect(proven.chosen === null).toBe(own.chosen === null);
    const strict = solveProven(problem, highs, true);
    expect(strict.chosen === null).toBe(solveProblem(problem, { strict: true, anyCover: true }).chosen === null);
  });

  it.each(BENCHES)('$name: the same bench told in another order gets the same wiring', ({ brief }) => {
    const rig = laid(brief);
    const wiring = wiringOf(rig);
    expect(wiring.length).toBeGreaterThan(6);
    expect(wiringOf(retold(rig, 7))).toEqual(wiring);
  });

  it('anything but an optimum is an error that says why', () => {
    const { problem } = poseRig(randomRig(1));
    const tired: ProgrammeSolver = { solve: () => ({ Status: 'Time limit reached', Columns: {} }) };
    expect(() => solveProven(problem, tired)).toThrow(SolverFailed);
    expect(() => solveProven(problem, tired)).toThrow('time limit reached');
  });
});
