import { describe, expect, it } from 'vitest';
import { BENCHES } from '../../test/practice/benches/index.js';
import { Proposed } from '../../test/practice/proposed.js';
import { SYSTEMS } from '../../test/practice/benches/systems.js';
import { analyse } from '../analysis/index.js';
import { findConversations, ladderWire } from '../loom/index.js';
import { planOf, playStep } from '../prove/index.js';
import { applyEdits, type Rig } from '../rig/index.js';
import { compileBench, isQuiet, menuSight, observe, runBench, setControls, startBench, type Bench, type BenchState } from './index.js';

/** A small craft whose camera is set up by the sticks: CA over a lead from FC. */
const scree = (): Rig => Proposed.of(BENCHES.find((b) => b.name === 'scree')!.brief).rig;
const MENU = menuSight('CA', 'menu');
const YAW = 'left-x';
const PITCH = 'right-y';
const CENTRED = { 'left-y': 0 };

const awake = (bench: Bench): BenchState => runBench(bench, startBench(bench, { awake: true, controls: CENTRED }), 500);
const held = (bench: Bench, state: BenchState, control: string, to: number, forMs: number): BenchState =>
  runBench(bench, setControls(state, { [control]: to }), forMs);
const at = (bench: Bench, state: BenchState) => observe(bench, state)[MENU];

/** The same with a switch that arms, low at rest. */
function withArm(rig: Rig): Rig {
  const fc = rig.parts.find((p) => p.id === 'FC')!;
  const sheet = rig.sheets[fc.class]!;
  const roll = sheet.functions.find((f) => f.what === 'roll')!;
  const arm = {
    ...{ id: 'arm', label: 'Arm', what: 'arm' as const, takes: 'windows' as const, askedBy: roll.askedBy },
    windows: [
      { fromUs: 800, toUs: 1700, label: 'safe' },
      { fromUs: 1700, toUs: 2200, label: 'armed' },
    ],
  };
  const own = { ...rig, sheets: { ...rig.sheets, [fc.class]: { ...sheet, functions: [...sheet.functions, arm] } } };
  return {
    ...own,
    bindings: [...own.bindings, { part: 'FC', fn: 'arm', slot: 12, reverse: false }],
    shaping: [
      ...own.shaping.filter((s) => s.channel !== 12),
      { ...own.shaping[0]!, channel: 12, control: 'switch-a' },
    ],
  };
}

describe('a camera menu by the sticks', () => {
  it('opens once the gesture was held long enough, has a second one, and is left', () => {
    const bench = compileBench(scree());
    let state = held(bench, awake(bench), YAW, 1, 1900);
    expect(at(bench, state)).toBe('closed');
    expect(isQuiet(bench, state)).toBe(false);
    state = runBench(bench, state, 400);
    expect(at(bench, state)).toBe('open');
    state = held(bench, held(bench, state, YAW, 0, 200), PITCH, 1, 2300);
    expect(at(bench, state)).toBe('second menu');
    state = held(bench, held(bench, state, PITCH, 0, 200), YAW, -1, 800);
    expect(at(bench, state)).toBe('closed');
  });

  it('counts what is pressed in it, once a gesture, and nothing while it is closed', () => {
    const bench = compileBench(scree());
    const camera = bench.parts.find((p) => p.part.id === 'CA')!.index;
    const keys = ({ parts }: BenchState): number => parts[camera]!.menus[0]!.keys;
    let state = held(bench, held(bench, awake(bench), PITCH, 1, 600), PITCH, 0, 200);
    expect(keys(state)).toBe(0);
    state = held(bench, held(bench, state, YAW, 1, 2300), YAW, 0, 200);
    for (const to of [1, -1]) state = held(bench, held(bench, state, PITCH, to, 600), PITCH, 0, 200);
    expect(keys(state)).toBe(2);
  });

  it('is not opened by a stick that lifts early, is off the middle elsewhere, or goes half the way', () => {
    const bench = compileBench(scree());
    const early = held(bench, held(bench, awake(bench), YAW, 1, 1500), YAW, 0, 100);
    expect(at(bench, held(bench, early, YAW, 1, 1500))).toBe('closed');
    const low = runBench(bench, setControls(awake(bench), { 'left-y': -1 }), 200);
    expect(at(bench, held(bench, low, YAW, 1, 3000))).toBe('closed');
    expect(at(bench, held(bench, awake(bench), YAW, 0.4, 3000))).toBe('closed');
  });

  it('refuses while armed', () => {
    const bench = compileBench(withArm(scree()));
    expect(bench.parts.find((p) => p.part.id === 'CA')!.menus[0]!.arm).not.toBeNull();
    const armed = runBench(bench, setControls(awake(bench), { 'switch-a': 1 }), 200);
    expect(at(bench, held(bench, armed, YAW, 1, 3000))).toBe('closed');
    const safe = runBench(bench, setControls(awake(bench), { 'switch-a': -1 }), 200);
    expect(at(bench, held(bench, safe, YAW, 1, 3000))).toBe('open');
  });

  it('is the same whichever way the time is cut, while a gesture is held', () => {
    const bench = compileBench(scree());
    const start = setControls(awake(bench), { [YAW]: 1 });
    const whole = runBench(bench, start, 2500);
    for (const cutMs of [1, 999.999, 1999, 2000, 2011.5, 2499])
      expect(runBench(bench, runBench(bench, start, cutMs), 2500 - cutMs).parts).toEqual(whole.parts);
  });

  it.each(['1', '2', '3', '4'])('is opened by its steps whichever stick stays where it is left: mode %s', (mode) => {
    const rig = scree();
    const set = { ...rig, parts: rig.parts.map((p) => (p.id === 'TX' ? { ...p, settings: { ...p.settings, mode } } : p)) };
    const bench = compileBench(set);
    const steps = planOf(set).filter((s) => s.id.startsWith('CA.menu.'));
    expect(steps).toHaveLength(3);
    const atRest = runBench(bench, startBench(bench, { awake: true }), 500);
    for (const step of steps) expect(playStep(bench, atRest, step).verdict).toMatchObject({ passed: true });
  });

  it('gives no sign when its lead is off, and its steps of the plan fail', () => {
    const rig = scree();
    const steps = planOf(rig).filter((s) => s.id.startsWith('CA.menu.'));
    expect(steps.map((s) => s.id)).toEqual(['CA.menu.open', 'CA.menu.second-menu', 'CA.menu.keys']);
    const sound = compileBench(rig);
    for (const step of steps) expect(playStep(sound, awake(sound), step).verdict.passed).toBe(true);
    const lead = rig.cables.find((c) => c.wires.some((w) => w.from.part === 'FC' || w.to.part === 'FC') && c.wires.some((w) => w.from.part === 'CA' || w.to.part === 'CA'))!;
    const off = compileBench(applyEdits(rig, [{ kind: 'removeCable', cable: lead.id }]).rig);
    for (const step of steps) {
      expect(step.dependsOn).toContain(lead.id);
      expect(playStep(off, awake(off), step).verdict.passed).toBe(false);
    }
  });
});

describe('a menu by a key ladder', () => {
  /** Rigs in which sticks press the keys of a camera through a resistor. */
  const rigs = [...BENCHES, ...SYSTEMS]
    .map((b) => Proposed.of(b.brief).rig)
    .filter((rig) => findConversations(rig).some((c) => ladderWire(rig, c)) && keysOf(rig).length);
  function keysOf(rig: Rig) {
    return planOf(rig).filter((s) => s.id.endsWith('.keys'));
  }
  /** The same with another resistor in that wire, or none. */
  function withOhm(rig: Rig, ohm: number | null): Rig {
    const { found } = findConversations(rig).flatMap((c) => ladderWire(rig, c) ?? [])[0]!;
    const inline = ohm === null ? null : ({ kind: 'resistor', ohm } as const);
    return applyEdits(rig, [{ kind: 'setWire', cable: found.cable.id, wire: found.index, inline }]).rig;
  }
  const passed = (rig: Rig, on: Rig): boolean[] => {
    const bench = compileBench(on);
    const from = runBench(bench, startBench(bench, { awake: true }), 500);
    return planOf(rig)
      .filter((s) => s.id.endsWith('.open') || s.id.endsWith('.keys'))
      .map((s) => playStep(bench, from, s).verdict.passed);
  };

  it('is on some benches', () => expect(rigs.length).toBeGreaterThan(0));

  it('takes every key with the resistor that the camera wants', () => {
    for (const rig of rigs) {
      expect(passed(rig, rig), rig.name).not.toContain(false);
      expect(passed(rig, withOhm(rig, 560)), rig.name).not.toContain(false);
    }
  });

  it('opens and loses some of its keys with another or none', () => {
    for (const rig of rigs)
      for (const ohm of [4700, 47, null]) {
        const other = withOhm(rig, ohm);
        expect(passed(rig, other), `${rig.name} ${ohm}`).toEqual([true, false]);
        expect(findingRules(other), rig.name).toContain('ladder-resistor');
      }
  });
});

const findingRules = (rig: Rig): string[] => analyse(rig).findings.map((f) => f.rule);
