/**
 * The laws on the corpus and on random rigs. `npm run laws` runs twenty ranges of seeds, LAWS_RANGE 0…19; without it the first.
 * Each law says how far it reached: a law that met nothing would hold of nothing. The law of fixes has a file of its own, to
 * run beside this one.
 */
import { describe, expect, it } from 'vitest';
import { analyse } from '../../src/analysis/index.js';
import type { Sheet } from '../../src/parts/index.js';
import type { Rig } from '../../src/rig/index.js';
import { breaks, lawCases, mendedOf } from './law-cases.js';
import { otherNames } from '../support/other-names.js';
import { portsByKind, saidInShort } from '../support/said-otherwise.js';
import * as law from './laws.js';

const { sound, faulty } = lawCases();
/** Benches of the corpus come first. */
const CORPUS = 40;

describe('laws of every rig', () => {
  it('1: a granted wish is driven by what it names', () => {
    expect(breaks([...sound, ...faulty], ({ rig }) => law.wishesMatch(rig))).toEqual([]);
    const named = [...sound, ...faulty].filter(({ rig }) =>
      rig.wishes.some((w) => w.control !== null || w.by === 'camera operator'),
    );
    expect(named.length).toBeGreaterThanOrEqual(50);
  });

  it('2: flight has its own channels, a new rig the usual ones, and no payload shares them', () => {
    expect(breaks(sound, ({ rig }) => [...law.flightUsual(rig), ...law.flightAlone(rig)])).toEqual([]);
    expect(breaks([...sound, ...faulty], ({ rig }) => law.assignmentKeepsFlight(rig))).toEqual([]);
    expect(sound.filter(({ rig }) => law.flies(rig)).length).toBeGreaterThanOrEqual(50);
  });

  it('4: no step fails without a finding on what it runs through; on a rig without findings none fails', () => {
    let steps = 0;
    let failed = 0;
    let clean = 0;
    const broken = breaks([...sound, ...faulty, ...mendedOf([...sound, ...faulty])], ({ rig }) => {
      const { findings, brief } = analyse(rig);
      const run = law.stepsExplained(rig);
      steps += run.steps;
      failed += run.failed.length;
      if (findings.some((f) => f.mark !== 'clear') || !brief.granted) return run.unexplained;
      clean++;
      return run.failed;
    });
    expect(broken).toEqual([]);
    expect({ steps: steps > 1000, failed: failed > 100, clean: clean >= 50 }, `${steps} ${failed} ${clean}`).toEqual({
      steps: true,
      failed: true,
      clean: true,
    });
  });

  it('4: every finding is about something on the bench', () => {
    const told = [...sound, ...faulty].flatMap(({ name, rig }) => analyse(rig).findings.map((f) => ({ name, rig, f })));
    expect(told.length).toBeGreaterThanOrEqual(1000);
    const onBench = (rig: Rig): Set<string> => new Set([...rig.parts, ...rig.cables].map((x) => x.id));
    const odd = told.filter(({ rig, f }) => !f.subjects.length || f.subjects.some((id) => !onBench(rig).has(id)));
    expect(odd.map(({ name, f }) => `${name}: ${f.id}`)).toEqual([]);
    // titles stand alone in lists
    const twice = breaks([...sound, ...faulty], ({ rig }) => {
      const titles = analyse(rig).findings.map((f) => f.title);
      return titles.filter((title, i) => titles.indexOf(title) < i);
    });
    expect(twice).toEqual([]);
    // a figure that a sentence names and its rule does not give
    const isSentence = (text: string): boolean => !/^[a-z]/.test(text);
    expect(told.flatMap(({ f }) => [f.title, f.text]).filter((text) => !isSentence(text))).toEqual([]);
    const blank = told.filter(({ f }) => /NaN|undefined|\[object| {2}| \.|""/.test(`${f.title} ${f.text}`));
    expect(blank.map(({ name, f }) => `${name}: ${f.title}. ${f.text}`)).toEqual([]);
  });

  it('5: nothing is forgotten by a proposal', () => {
    expect(breaks(sound, ({ rig, proposal }) => law.nothingForgotten(rig, proposal!))).toEqual([]);
    expect(sound.filter(({ proposal }) => proposal!.idle.length).length).toBeGreaterThanOrEqual(25);
    expect(sound.filter(({ proposal }) => proposal!.unmet.length).length).toBeGreaterThanOrEqual(25);
  });

  it('6: every wire of a proposal earns its place', () => {
    expect(breaks(sound, ({ rig }) => law.wiresEarn(rig))).toEqual([]);
    expect(sound.reduce((sum, { rig }) => sum + rig.cables.length, 0)).toBeGreaterThanOrEqual(1000);
  });

  it('8: of thirty proposals at most one leaves something that a button would mend', () => {
    const left = breaks(sound, ({ rig }) => law.leftToMend(rig));
    expect(new Set(left.map((text) => text.split(':')[0])).size, left.join('\n')).toBeLessThanOrEqual(
      sound.length / 30,
    );
  });

  it('9: nor in which of two ways a sheet is written', () => {
    const some = [...sound, ...faulty].filter((_, i) => i % 6 === 3);
    // every way of saying it otherwise is there to be told apart
    const told = (of: (sheet: Sheet) => unknown, said: (rig: Rig) => Rig): boolean =>
      some.some(({ rig }) => {
        const other = said(rig).sheets;
        return Object.values(rig.sheets).some((s) => JSON.stringify(of(s)) !== JSON.stringify(of(other[s.class]!)));
      });
    expect(told((s) => s.massG, saidInShort)).toBe(true);
    expect(told((s) => s.settings, saidInShort)).toBe(true);
    expect(told((s) => s.functions, saidInShort)).toBe(true);
    expect(told((s) => s.links.map((l) => l.way), saidInShort)).toBe(true);
    expect(told((s) => s.pictures, saidInShort)).toBe(true);
    expect(told((s) => s.ties, saidInShort)).toBe(true);
    expect(told((s) => s.links.length, portsByKind)).toBe(true);
    expect(breaks(some, ({ rig }) => law.sameSaidOtherwise(rig))).toEqual([]);
    expect(breaks(sound.slice(0, CORPUS), ({ rig }) => law.proposedSaidOtherwise(rig))).toEqual([]);
  });

  it('7: what a rig says, and what is proposed for it, lies in no name of a sheet and no order of a list', () => {
    const some = [...sound, ...faulty].filter((_, i) => i % 6 === 0);
    expect(breaks(some, ({ rig }) => law.sameByOtherNames(rig))).toEqual([]);
    expect(breaks(some, ({ rig }) => law.sameInOtherOrder(rig))).toEqual([]);
    expect(breaks(some.slice(0, 30), ({ rig }) => law.speaksInLabels(rig))).toEqual([]);
    expect(breaks(some.slice(0, 30), ({ rig }) => law.sameByBenchWords(rig))).toEqual([]);
    expect(breaks(sound.slice(0, CORPUS), ({ rig }) => law.proposedByOtherNames(rig))).toEqual([]);
    const called = otherNames(sound[0]!.rig);
    expect(Object.values(called.sheets).flatMap((s) => s.ports.map((p) => p.id))).not.toContain('supply');
  });
});
