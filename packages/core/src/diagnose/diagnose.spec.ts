import { planOf, playStep } from '../prove/index.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BENCHES } from '../../test/practice/benches/index.js';
import { SYSTEMS } from '../../test/practice/benches/systems.js';
import { Proposed } from '../../test/practice/proposed.js';
import type { Rig } from '../rig/index.js';
import {
  casebookOf,
  faultsOf,
  Player,
  playScene,
  propose,
  rank,
  scenesOf,
  scoreOf,
  searchOn,
  soundWorld,
  stageOf,
  unseenFaults,
  widened,
  worldWith,
  type Casebook,
} from './index.js';

const benchNamed = (name: string): Rig => Proposed.of(BENCHES.find((b) => b.name === name)!.brief).rig;
const SMALL = ['scree', 'marl', 'kiln', 'regatta', 'harbour'];
const books = new Map<string, Casebook>();
const bookOf = (name: string): Casebook => {
  let book = books.get(name);
  if (!book) {
    const rig = benchNamed(name);
    books.set(name, (book = casebookOf(rig, planOf(rig))));
  }
  return book;
};
const stepsOf = (book: Casebook, at: number) => book.suspects[at]!.steps;
const isNoticed = (book: Casebook, at: number): boolean =>
  stepsOf(book, at).some((s, k) => s.passed !== book.sound.steps[k]!.passed);

describe('the faults of a rig', () => {
  it.each(SMALL)('of %s have ids of their own, and leave the rig as it was', (name) => {
    const rig = benchNamed(name);
    const before = JSON.stringify(rig);
    const faults = faultsOf(rig);
    expect(new Set(faults.map((f) => f.id)).size).toBe(faults.length);
    for (const f of faults) {
      const { rig: real } = worldWith(rig, f);
      if (!f.flaws) expect(JSON.stringify(real)).not.toBe(before);
      expect(f.remedy.text.length).toBeGreaterThan(5);
      expect(f.weight).toBeGreaterThan(0);
    }
    expect(JSON.stringify(rig)).toBe(before);
  });
});

describe('a row of the table', () => {
  it('is what playing the plan on that rig gives, alone and from nothing', () => {
    const names = fc.constantFrom(...SMALL);
    fc.assert(
      fc.property(names, fc.nat(), (name, draw) => {
        const book = bookOf(name);
        const at = draw % book.faults.length;
        const fault = book.faults[at]!;
        const alone = new Player(planOf(book.rig)).play(worldWith(book.rig, fault));
        expect(alone).toEqual(stepsOf(book, at));
      }),
      { numRuns: 60 },
    );
  });

  it('is so too where a second operator sends on channels of other numbers', () => {
    const rig = benchNamed('chapel');
    const [{ to, channels } = { to: '', channels: [] }] = rig.handOvers;
    expect(channels.some((c) => c.channel !== c.takes)).toBe(true);
    const plan = planOf(rig);
    const shared = new Player(plan);
    const sound = shared.play(soundWorld(rig));
    const own = faultsOf(rig).filter((f) => f.id.split(' ').includes(to));
    const rows = own.map((f) => shared.play(worldWith(rig, f)));
    expect(rows.some((row) => row.some((s, k) => s.passed !== sound[k]!.passed))).toBe(true);
    own.forEach((f, k) => expect(rows[k], f.text).toEqual(new Player(plan).play(worldWith(rig, f))));
  });

  it('is so too where a drive hangs on its kill, its standby and the keys that set its ends', () => {
    const { rig } = Proposed.of(SYSTEMS.find((b) => b.brief.wishes!.some((w) => w.what === 'end-stop'))!.brief);
    const plan = planOf(rig);
    const shared = new Player(plan);
    const sound = shared.play(soundWorld(rig));
    const told = faultsOf(rig).filter((f) =>
      f.put.some((e) => e.kind === 'bind' || e.kind === 'unbind' || e.kind === 'shape'),
    );
    const rows = told.map((f) => shared.play(worldWith(rig, f)));
    const ends = sound.flatMap((s, k) => (s.step.includes('.end.') ? [k] : []));
    expect(ends).toHaveLength(2);
    expect(rows.filter((row) => ends.some((k) => !row[k]!.passed)).length).toBeGreaterThan(3);
    told.forEach((f, k) => expect(rows[k], f.text).toEqual(new Player(plan).play(worldWith(rig, f))));
  });

  it('played in haste is what patient hands see, unless a channel takes seconds from end to end', () => {
    fc.assert(
      fc.property(fc.constantFrom(...SMALL), fc.nat(), fc.nat(), (name, draw, which) => {
        const { rig, faults } = bookOf(name);
        const brisk = faults.filter((f) => f.kind !== 'channel slowed down');
        const stage = stageOf(worldWith(rig, brisk[draw % brisk.length]!));
        const scenes = scenesOf(planOf(rig));
        const scene = scenes[which % scenes.length]!;
        let state = stage.state;
        const patient = scene.map((step) => {
          const played = playStep(stage.bench, state, step);
          state = played.state;
          return [step.id, played.verdict.passed, played.verdict.saw];
        });
        expect(playScene(stage, scene).map((s) => [s.step, s.passed, s.saw])).toEqual(patient);
      }),
      { numRuns: 60 },
    );
  });

  it('of the sound rig passes whole', () => {
    for (const name of SMALL) expect(bookOf(name).sound.steps.filter((s) => !s.passed)).toEqual([]);
  });
});

describe('looking for a fault', () => {
  it.each(SMALL)('on %s names what was put in, first or among those that nothing tells from it', (name) => {
    const score = scoreOf(bookOf(name));
    expect(score.noticed).toBeGreaterThan(0.3 * score.faults.length);
    expect(score.firstOrEqual / score.noticed).toBeGreaterThanOrEqual(0.98);
    expect(score.mean.minutes).toBeLessThan(score.random.minutes);
    expect(score.bound.minutes).toBeLessThanOrEqual(score.mean.minutes);
    expect(score.bound.measurements).toBeLessThanOrEqual(score.mean.measurements + 1e-9);
    const { faults } = score;
    const equals = faults.reduce((sum, f) => sum + f.equals, 0) / faults.length;
    expect(equals).toBeLessThan(3);
  });

  it('with the causes exchanged names the wrong ones', () => {
    const book = bookOf('scree');
    const half = Math.floor(book.faults.length / 2);
    const turned = { ...book, faults: [...book.faults.slice(half), ...book.faults.slice(0, half)] };
    const { firstOrEqual, noticed } = scoreOf(turned);
    expect(firstOrEqual / noticed).toBeLessThan(0.5);
  });

  it('bears one wrong verdict: the cause is still among the first three', () => {
    const book = bookOf('kiln');
    let first = 0;
    let all = 0;
    book.faults.forEach((fault, at) => {
      if (!isNoticed(book, at) || at % 3) return;
      all++;
      const steps = stepsOf(book, at).map((s, k) => (k === 1 ? { ...s, passed: !s.passed } : s));
      const { ranked } = searchOn(book, steps, worldWith(book.rig, fault));
      if (ranked.slice(0, 3).some((r) => r.fault === fault)) first++;
    });
    expect(all).toBeGreaterThan(10);
    expect(first / all).toBeGreaterThan(0.85);
  });

  it('of a bench where everything went well proposes nothing sure, and keeps "something else"', () => {
    const book = bookOf('marl');
    const steps = new Map(book.sound.steps.map((s) => [s.step, s]));
    const ranked = rank(book, { steps, readings: new Map() });
    expect(ranked.some((r) => r.fault === null)).toBe(true);
    expect(ranked.reduce((sum, r) => sum + r.weight, 0)).toBeCloseTo(1, 9);
    expect(ranked[0]!.weight).toBeLessThan(0.9);
    // and what it would measure first tells at least two of them apart
    expect(propose(book, { steps, readings: new Map() })!.expects.length).toBeGreaterThan(1);
  });

  it('says of each fault that no step notices what would tell it', () => {
    for (const { fault, why } of unseenFaults(bookOf('regatta'))) {
      expect(why, fault.id).toMatch(/told by: |nothing offered measures it/);
    }
  });

  it('names a part that is dead where its volts are there', () => {
    const book = bookOf('harbour');
    const at = book.faults.findIndex((f, i) => f.kind === 'part dead' && isNoticed(book, i));
    const { ranked, measurements } = searchOn(book, stepsOf(book, at), worldWith(book.rig, book.faults[at]!));
    expect(ranked[0]!.fault).toBe(book.faults[at]);
    expect(measurements.length).toBeGreaterThan(0);
  });

  it('names a lead whose contact opens only when it is moved, though it beeps through', () => {
    const book = bookOf('harbour');
    const at = book.faults.findIndex((f) => f.kind === 'opens now and then');
    const failed = stepsOf(book, at).filter((s) => !s.passed);
    expect(failed.map((s) => s.saw)).toEqual([expect.stringMatching(/^C\d+: opens now and then while it is moved$/)]);
    const { ranked } = searchOn(book, stepsOf(book, at), worldWith(book.rig, book.faults[at]!));
    expect(ranked[0]!.fault).toBe(book.faults[at]);
    expect(ranked[1]!.weight).toBeLessThan(ranked[0]!.weight);
  });

  it('on the sound rig itself finds nothing to measure that is otherwise than meant', () => {
    const book = bookOf('scree');
    const { measurements } = searchOn(book, book.sound.steps, soundWorld(book.rig));
    for (const m of measurements)
      expect(m.reading).toBe(book.sound.readings[book.measures.findIndex((x) => x.where === m.what)]);
  });
});

describe('two faults at once', () => {
  it('are named where no single one explains what failed, and never where one does', () => {
    const book = bookOf('kiln');
    let [all, first] = [0, 0];
    for (let k = 0; k < 24; k++) {
      const [a, b] = [(7 * k) % book.faults.length, (13 * k + 29) % book.faults.length];
      if (a === b || !isNoticed(book, a) || !isNoticed(book, b)) continue;
      const [one, other] = [book.faults[a]!, book.faults[b]!];
      const both = { put: [...one.put, ...other.put], flaws: [...(one.flaws ?? []), ...(other.flaws ?? [])] };
      let world;
      try {
        world = worldWith(book.rig, both);
      } catch {
        continue;
      }
      const steps = book.player.play(world);
      const answers = { steps: new Map(steps.map((s) => [s.step, s])), readings: new Map<number, string>() };
      if (widened(book, answers) === book) continue;
      all++;
      const { ranked } = searchOn(book, steps, world);
      const said = ranked.slice(0, 3).map((r) => r.fault?.id ?? '');
      if (said.some((id) => id.split(' + ').some((x) => x === one.id || x === other.id))) first++;
    }
    expect(all).toBeGreaterThan(4);
    expect(first / all).toBeGreaterThan(0.7);
    const single = stepsOf(
      book,
      book.faults.findIndex((_, i) => isNoticed(book, i)),
    );
    expect(widened(book, { steps: new Map(single.map((s) => [s.step, s])), readings: new Map() })).toBe(book);
  });
});
