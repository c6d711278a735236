import { describe, expect, it } from 'vitest';
import { demoRig } from '../../test/support/demo-rig.js';
import { smallRig } from '../../test/support/small-rig.js';
import { mendRig } from '../analysis/index.js';
import { propose } from '../propose/index.js';
import { applyEdits, safeLine, type Wish } from '../rig/index.js';
import { planOf } from './index.js';

const wish = (what: Wish['what']): Wish => ({
  id: what,
  what,
  label: what,
  by: 'pilot',
  control: null,
  hand: 'either',
});

describe('a plan that cannot hurt', () => {
  it('begins with props off on a craft', () => {
    expect(planOf(demoRig()).find((s) => s.by === undefined)!.setUpText).toBe('Props off');
  });

  it('takes a winch for no carriage: props off on a craft, nothing in reach of a boat', () => {
    const winch = (kind: string): string => safeLine(smallRig({ DR: 'line-drive' }, [], {}, { kind })).text;
    expect(winch('rotor')).toBe('Props off');
    expect(winch('hand-held or ground')).toBe('Nothing in reach of what moves');
    expect(winch('carriage on a line')).toBe('Line unloaded, carriage in hand');
  });

  it('is of a craft by what anybody calls one, and by a controller that flies where the word says nothing', () => {
    const text = (kind: string, parts: Record<string, string>): string =>
      safeLine(smallRig(parts, [], {}, { kind })).text;
    const board = { FC: 'flight-controller-6' };
    for (const kind of ['multirotor', 'Hexacopter', 'survey drone', 'flying wing', 'airship'])
      expect(text(kind, {}), kind).toBe('Props off');
    for (const kind of ['rover', 'hovercraft', 'Sounding boat', 'camera mast', 'ground robot'])
      expect(text(kind, board), kind).toBe('Nothing in reach of what moves');
    expect([text('own build', board), text('own build', {})]).toEqual(['Props off', 'Nothing in reach of what moves']);
  });

  it('unloads the line first, and runs a drive slowly both ways before it runs it fully', () => {
    const bench = smallRig(
      { PK: 'pack-14s-tool', DR: 'line-drive', TX: 'console-pedals', RX: 'receiver-twin-link', R5: 'regulator-5v' },
      [],
      {},
      { kind: 'carriage on a line', wishes: [wish('drive'), wish('brake')] },
    );
    const rig = mendRig(applyEdits(bench, propose(bench).edits).rig, { all: true }).rig;
    const plan = planOf(rig);
    expect(plan.find((x) => x.by === undefined)!.setUpText).toBe('Line unloaded, carriage in hand');
    const runs = plan.filter((s) => s.id.startsWith('DR.drive.')).map((s) => s.moves[0]!.to);
    expect(runs).toEqual([0.25, -0.25, 1, -1]);
    // and no other step takes the pedal anywhere
    const pedal = plan.find((s) => s.id === 'DR.drive.1')!.moves[0]!.control;
    expect(plan.filter((s) => s.moves.some((m) => m.control === pedal && Math.abs(m.to) > 0.25))).toHaveLength(2);
    expect(plan.find((s) => s.id === 'DR.drive.0.25')!.title).toContain('a quarter up');
  });
});
