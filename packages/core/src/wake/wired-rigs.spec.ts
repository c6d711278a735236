import { describe, expect, it } from 'vitest';
import { demoNamed } from '../../test/support/demo-rig.js';
import { soundRig } from '../../test/support/sound-rig.js';
import { solveRails } from '../rails/index.js';
import { hasControls, isPack } from '../parts/index.js';
import { partsThat, type Rig } from '../rig/index.js';
import { scheduleWake, wakeTasks, type WakeStep } from './index.js';

const RIGS: [name: string, rig: Rig][] = [
  ['the first demo', demoNamed('saltmarsh-six')],
  ['the second demo', demoNamed('ridgeline-seven')],
  ['the third demo', demoNamed('glasshouse-line')],
  ...[2, 5, 11, 14, 23, 31].map((seed): [string, Rig] => [`random rig ${seed}`, soundRig(seed)]),
];
/** Steps that ask something of a part. */
const TRIED = /^check:|:(menu|told|again|record)\b/;
const end = (s: WakeStep): number => s.start + s.seconds;

describe.each(RIGS)('%s wakes', (_, rig) => {
  const tasks = wakeTasks(rig);
  const { steps, seconds, floorSeconds } = scheduleWake(tasks);
  const of = (can: Parameters<typeof partsThat>[1]): Set<string> =>
    new Set(partsThat(rig, can).map(({ part }) => part.id));

  it('with every task once, each after what it waits for', () => {
    expect(steps.map((s) => s.id).sort()).toEqual(tasks.map((t) => t.id).sort());
    const at = new Map(steps.map((s) => [s.id, s]));
    for (const s of steps)
      for (const before of s.after) expect(s.start).toBeGreaterThanOrEqual(end(at.get(before)!) - 1e-9);
  });

  it('with one pair of hands, off while anything must lie still', () => {
    const hands = steps.filter((s) => s.hands).sort((a, b) => a.start - b.start);
    hands.slice(1).forEach((s, i) => expect(s.start).toBeGreaterThanOrEqual(end(hands[i]!) - 1e-9));
    for (const still of steps.filter((s) => s.still))
      for (const s of hands) expect(s.start >= end(still) - 1e-9 || end(s) <= still.start + 1e-9).toBe(true);
  });

  it('in the time it says, never under its floor', () => {
    expect(seconds).toBeCloseTo(Math.max(0, ...steps.map(end)), 9);
    expect(seconds).toBeGreaterThanOrEqual(floorSeconds - 1e-9);
  });

  it('transmitter before any pack, antennas before the pack that feeds them', () => {
    const packs = steps.filter((s) => s.hands && of(isPack).has(s.part));
    const firstPack = Math.min(...packs.map((s) => s.start));
    const before = steps.filter((s) => s.hands && (of(hasControls).has(s.part) || s.id.endsWith(':antenna')));
    for (const s of before.filter((x) => x.id.endsWith(':on') || x.id.endsWith(':antenna')))
      expect(end(s)).toBeLessThanOrEqual(firstPack + 1e-9);
  });

  it('with nothing tried of what a pack feeds before it is on, whatever the sheets say of starting', () => {
    const sheets = Object.fromEntries(
      Object.entries(rig.sheets).map(([cls, sheet]) => [cls, { ...sheet, starts: [] }]),
    );
    for (const told of [rig, { ...rig, sheets }]) {
      const all = scheduleWake(wakeTasks(told)).steps;
      const packsOn = Math.max(0, ...all.filter((s) => of(isPack).has(s.part) && s.id.endsWith(':on')).map(end));
      const tried = all.filter((s) => TRIED.test(s.id) && !of((x) => hasControls(x) || !!x.inside).has(s.part));
      expect(tried.length).toBeGreaterThan(0);
      for (const s of tried) expect(s.start, s.text).toBeGreaterThanOrEqual(packsOn - 1e-9);
    }
  });

  it('with every part whose supplies hang on something, and none of the others', () => {
    const { nodes } = solveRails(rig, 1);
    const isFed = (part: string): boolean =>
      nodes.filter((n) => n.part === part && n.allowed).every((n) => n.fedBy !== null && isFed(n.fedBy));
    for (const part of rig.parts) {
      const { starts, supplies } = rig.sheets[part.class]!;
      if (!starts.length || !supplies.length) continue;
      expect([part.id, steps.some((s) => s.part === part.id && !s.hands)]).toEqual([part.id, isFed(part.id)]);
    }
  });
});
