import { describe, expect, it } from 'vitest';
import { demoRig, mendedRig } from '../../test/support/demo-rig.js';
import { smallRig } from '../../test/support/small-rig.js';
import { analyse } from '../analysis/index.js';
import { applyEdit, applyEdits, type Edit, type Rig } from '../rig/index.js';
import { boardPlan, cableViews, findConversations, findNets } from './index.js';

const troubles = (rig: Rig, talker: string, listener: string): string[] =>
  findConversations(rig).find((c) => c.talker.part.id === talker && c.listener.part.id === listener)?.troubles ?? [
    'no conversation',
  ];
const after = (...edits: Edit[]): Rig => applyEdits(mendedRig(), edits).rig;

describe('nets', () => {
  it('join pins over wires and through a common ground', () => {
    const nets = findNets(demoRig());
    expect(nets.joined({ part: 'RX', port: 'bus', pin: 1 }, { part: 'GB', port: 'control', pin: 1 })).toBe(true);
    expect(nets.groundOf('GB')).toBe(nets.groundOf('ZC'));
    expect(nets.groundOf('TX')).toBeUndefined();
    expect(nets.netOf({ part: 'FC', port: 'serial1', pin: 2 })).toBeUndefined();
  });

  it('without going through parts are bare wiring', () => {
    const bare = findNets(demoRig(), false);
    expect(bare.joined({ part: 'R5', port: 'out', pin: 2 }, { part: 'R5', port: 'in', pin: 2 })).toBe(false);
    expect(bare.joined({ part: 'PK', port: 'out', pin: 2 }, { part: 'R5', port: 'in', pin: 2 })).toBe(true);
  });
});

describe('conversations', () => {
  it('are sound on the mended rig, every one', () => {
    expect(findConversations(mendedRig()).filter((c) => c.troubles.length)).toEqual([]);
  });

  it('name the uncrossed pair in both directions', () => {
    expect(troubles(demoRig(), 'FC', 'ZC')).toEqual(['not crossed']);
    expect(troubles(demoRig(), 'ZC', 'FC')).toEqual(['not crossed']);
  });

  it('are none between two serial ports that hear one bus', () => {
    const rig = smallRig({ RX: 'receiver-bus', A: 'flight-controller-3', B: 'flight-controller-3' }, [
      ['RX.bus.1 A.serial1.3', 'RX.bus.1 B.serial1.3', 'RX.bus.3 A.serial1.4', 'RX.bus.3 B.serial1.4'],
    ]);
    expect(troubles(rig, 'A', 'B')).toEqual(['no conversation']);
    expect(troubles(rig, 'RX', 'B')).toEqual(['port not set']);
    // where nobody talks they are joined the wrong way
    const alone = smallRig({ A: 'flight-controller-3', B: 'flight-controller-3' }, [
      ['A.serial1.3 B.serial1.3', 'A.serial1.4 B.serial1.4'],
    ]);
    expect(troubles(alone, 'A', 'B')).toContain('not crossed');
  });

  it('notice half a pair, a port given to something else and a wrong speed', () => {
    expect(troubles(after({ kind: 'removeWire', cable: 'C6', wire: 0 }), 'FC', 'ZC')).toEqual(['half joined']);
    const release: Edit = { kind: 'release', part: 'FC', resource: 'serial4', to: 'camera menu' };
    expect(troubles(after(release), 'FC', 'ZC')).toEqual(['port not set']);
    const slow: Edit = { kind: 'hold', held: { part: 'FC', resource: 'serial4', to: 'camera menu', baud: 9600 } };
    expect(troubles(after(release, slow), 'FC', 'ZC')).toEqual(['wrong speed']);
  });

  it('know what a port is given to however it is written: what is spoken there, its kind, or whose it is', () => {
    const release: Edit = { kind: 'release', part: 'FC', resource: 'serial4', to: 'camera menu' };
    const given = (to: string): Edit => ({ kind: 'hold', held: { part: 'FC', resource: 'serial4', to, baud: 115200 } });
    for (const to of ['Camera Menu', 'camera-menu', 'ZC', 'zoom camera', 'Device serial'])
      expect(troubles(after(release, given(to)), 'FC', 'ZC'), to).not.toContain('port not set');
    for (const to of ['telemetry', 'camera', 'TH'])
      expect(troubles(after(release, given(to)), 'FC', 'ZC'), to).toContain('port not set');
  });

  it('notice the switch that stands on the other type', () => {
    expect(troubles(after({ kind: 'set', part: 'GB', setting: 'control', value: 'pulse' }), 'RX', 'GB')).toEqual([
      'wrong type',
    ]);
  });

  it('notice two talkers and a ground that is nowhere', () => {
    const wire = { colour: 'white', gaugeAwg: 26, lengthMm: 100 };
    const second: Edit = {
      kind: 'addCable',
      cable: {
        id: 'C30',
        marked: false,
        locked: false,
        wires: [{ from: { part: 'RX', port: 'pin4', pin: 1 }, to: { part: 'TH', port: 'control', pin: 1 }, ...wire }],
      },
    };
    expect(troubles(after(second), 'RX', 'TH')).toContain('talkers collide');
    const grounds = (cable: string, index: number): Edit => ({ kind: 'removeWire', cable, wire: index });
    const cut = after(grounds('C8', 1), grounds('C3', 3));
    expect(troubles(cut, 'RX', 'GB')).toEqual(['no ground']);
  });
});

describe('views', () => {
  it('know a Y lead by its three plugs and what each cable carries', () => {
    const views = cableViews(demoRig());
    expect(views.find((c) => c.id === 'C3')).toMatchObject({ kind: 'bus' });
    expect(views.find((c) => c.id === 'C3')?.ends.map((e) => e.part)).toEqual(['RX', 'FC', 'GB']);
    expect(Object.fromEntries(views.map((c) => [c.id, c.kind]))).toMatchObject({
      C1: 'power',
      C6: 'serial',
      C10: 'video',
      C17: 'pulse',
    });
  });

  it('tell used pins from those left empty', () => {
    const serial = cableViews(demoRig()).find((c) => c.id === 'C6')!;
    expect(serial.ends[0]?.pins.map((p) => p.used)).toEqual([false, true, true, false]);
  });

  it('show who holds what on the board', () => {
    const plan = boardPlan(demoRig());
    expect(plan.find((r) => r.id === 'serial4')).toMatchObject({
      held: [{ to: 'camera menu', baud: 115200 }],
      cables: ['C6'],
    });
    expect(plan.find((r) => r.id === 'p7')?.held).toHaveLength(2);
    expect(boardPlan(applyEdit(demoRig(), { kind: 'removePart', part: 'FC' }).rig)).toEqual([]);
  });
});

describe('one output on two inputs of one part', () => {
  it('over two wires between the same pins is one talker', () => {
    const rig = smallRig({ RX: 'receiver-twin-link', DR: 'line-drive' }, [
      ['RX.pin3.1 DR.drive.1', 'RX.pin3.1 DR.drive.1', 'RX.pin3.3 DR.drive.3'],
    ]);
    expect(analyse(rig).findings.map((f) => f.rule)).not.toContain('y-two-talkers');
  });

  it('is heard at both, and two functions by one slot are told', () => {
    const rig = smallRig({ TX: 'console-pedals', RX: 'receiver-twin-link', DR: 'line-drive' }, [
      ['RX.pin3.1 DR.drive.1', 'RX.pin3.1 DR.brake.1', 'RX.pin3.3 DR.drive.3'],
    ]);
    const heard = findConversations(rig).filter((c) => c.kind === 'pulse' && c.listener.part.id === 'DR');
    expect(heard.map((c) => c.listener.link.id).sort()).toEqual(['brake', 'drive']);
    expect(analyse(rig).findings.map((f) => f.rule)).toContain('two-on-one-slot');
  });
});
