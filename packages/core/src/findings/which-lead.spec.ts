import { describe, expect, it } from 'vitest';
import { otherOrder } from '../../test/support/other-names.js';
import { leadOf, smallRig } from '../../test/support/small-rig.js';
import { analyse } from '../analysis/index.js';
import { findChains } from '../channels/index.js';
import type { Rig, Wire } from '../rig/index.js';
import { fixesOf, type RuleId } from './index.js';

const told = (rig: Rig, rule: RuleId) => analyse(rig).findings.filter((f) => f.rule === rule);
const turned = (rig: Rig): Rig => ({
  ...rig,
  cables: rig.cables.map((c) => ({ ...c, wires: c.wires.toReversed() })),
});

describe('of several leads and wires the one is named that is wrong, whatever their order', () => {
  it('on a rail with two sources: the lead by which they meet', () => {
    const classes = { PK: 'pack-4s', R5: 'regulator-5v', VT: 'video-transmitter-pack' };
    const sound = [
      ['PK.out.1 R5.in.1', 'PK.out.2 R5.in.2'],
      ['PK.out.1 VT.supply.1', 'PK.out.2 VT.supply.2'],
    ];
    const stray = ['R5.out.1 PK.out.1', 'R5.out.2 PK.out.2'];
    const names = (cables: string[][]): (string | undefined)[] =>
      told(smallRig(classes, cables), 'back-feed').map((f) => f.subjects.at(-1));
    expect(names([...sound, stray])).toEqual(['C3']);
    expect(names([stray, ...sound])).toEqual(['C1']);
  });

  it('on a rail with two sources: none, where a diode in each lets nothing back', () => {
    const classes = { A: 'regulator-5v', B: 'regulator-5v', RX: 'receiver-16' };
    const leads = (inline: (id: string) => Wire['inline'], turned = false): Rig =>
      smallRig(
        classes,
        ['A', 'B'].map((id, i) => {
          const lead = leadOf(`C${i + 1}`, [`${id}.out.1 RX.supply.1`, `${id}.out.2 RX.supply.2`]);
          const [plus, minus] = lead.wires as [Wire, Wire];
          const there = inline(id);
          const own = turned ? { ...plus, from: plus.to, to: plus.from } : plus;
          return { ...lead, wires: [there ? { ...own, inline: there } : own, minus] };
        }),
      );
    const many = (rig: Rig): number => told(rig, 'back-feed').length;
    expect(many(leads(() => undefined))).toBe(1);
    expect(many(leads(() => ({ kind: 'diode' })))).toBe(0);
    // one that has none is fed from behind by the other
    expect(many(leads((id) => (id === 'A' ? { kind: 'diode' } : undefined)))).toBe(1);
    // and one the wrong way round guards nothing
    expect(many(leads(() => ({ kind: 'diode' }), true))).toBe(1);
  });

  it('in a Y lead: the leg that brings another kind comes off', () => {
    const lead = ['RX.bus.1 GB.control.1', 'RX.bus.3 GB.control.3', 'RX.pin1.1 GB.control.1'];
    const set = (control: string): Rig =>
      smallRig({ RX: 'receiver-16', GB: 'gimbal-two-axis' }, [lead], { GB: { settings: { control } } });
    const left = (of: Rig): string[] => {
      const [finding] = told(of, 'y-two-talkers');
      const [edit] = fixesOf(finding!)[0]!.edits;
      if (edit?.kind !== 'removeWire') throw new Error('no wire comes off');
      return of.cables[0]!.wires.filter((_, i) => i !== edit.wire).map((w) => w.from.port);
    };
    expect(left(set('bus'))).toEqual(['bus', 'bus']);
    expect(left(turned(set('bus')))).toEqual(['bus', 'bus']);
    // what the device is set to hear decides
    expect(left(set('pulse'))).toEqual(['bus', 'pin1']);
    expect(left(turned(set('pulse')))).toEqual(['pin1', 'bus']);
  });

  it('at a device that two ports are given to: the one whose own port is not given', () => {
    const held = (resource: string) => ({ part: 'FC', resource, to: 'camera menu', baud: 115200 });
    const classes = { FC: 'flight-controller-3', A: 'fpv-camera-serial', B: 'fpv-camera-serial' };
    const pair = (port: string, cam: string): string[] => [`FC.${port}.2 ${cam}.main.4`, `FC.${port}.3 ${cam}.main.3`];
    const cables = [pair('serial1', 'A'), pair('serial2', 'B')];
    const asked = (list: ReturnType<typeof held>[]): string[][] =>
      told(smallRig(classes, cables, {}, { held: list }), 'port-labels-disagree').map((f) => f.subjects);
    expect(asked([held('serial1'), held('serial3')])).toEqual([['FC', 'B']]);
    expect(asked([held('serial3'), held('serial1')])).toEqual([['FC', 'B']]);
    expect(asked([held('serial1'), held('serial2')])).toEqual([]);
  });

  it('at a plug with several contacts that carry too much: every lead at it', () => {
    const lead = (supply: string): string[] => [`PK.out.1 ${supply}.1 red`, `PK.out.2 ${supply}.2 black`];
    const classes = { PK: 'pack-4s', GB: 'gimbal-two-axis' };
    const rig = smallRig(classes, [[lead('GB.supply')[0]!], [lead('GB.supply')[1]!]]);
    const sheet = rig.sheets['gimbal-two-axis']!;
    const ports = sheet.ports.map((p) => ({ ...p, plug: { ...p.plug, family: 'latching 1.0 mm' } }));
    const thin: Rig = { ...rig, sheets: { ...rig.sheets, [sheet.class]: { ...sheet, ports } } };
    const named = (of: Rig) => told(of, 'connector-overloaded').map((f) => f.subjects.toSorted());
    expect(named(thin)).toEqual([['C1', 'C2', 'GB']]);
    expect(named({ ...thin, cables: thin.cables.toReversed() })).toEqual([['C1', 'C2', 'GB']]);
  });

  it('at a pin with two talkers: the one whose lead comes first, whatever the order of the sheets', () => {
    const pin = (n: number): string[] => [`RX.pin${n}.1 VT.power.1`, `RX.pin${n}.3 VT.power.3`];
    const rig = smallRig({ TX: 'transmitter-16', RX: 'receiver-16', VT: 'video-transmitter-pack' }, [pin(5), pin(2)]);
    const slotOf = (of: Rig) => findChains(of).find((c) => c.part.id === 'VT')?.slot;
    expect(slotOf(rig)).toBe(5);
    expect(slotOf(otherOrder(rig))).toBe(5);
    expect(slotOf({ ...rig, cables: rig.cables.toReversed() })).toBe(2);
  });

  it('at an antenna foot with pins of its own count: signal to signal, return to return', () => {
    const rig = smallRig({ VT: 'video-transmitter-5v', A1: 'antenna-press' });
    const sheet = rig.sheets['antenna-press']!;
    const ports = sheet.ports.map((p) => ({ ...p, pins: p.pins.map((x) => ({ ...x, n: x.n + 6 })) }));
    const links = sheet.links.map((l) => ({ ...l, pins: { data: { ...l.pins.data!, pin: l.pins.data!.pin + 6 } } }));
    const other = { ...rig, sheets: { ...rig.sheets, 'antenna-press': { ...sheet, ports, links } } };
    const [edit] = fixesOf(told(other, 'antenna-missing')[0]!)[0]!.edits;
    if (edit?.kind !== 'addCable') throw new Error('no lead is put on');
    expect(edit.cable.wires.map((w) => [w.from.pin, w.to.pin])).toEqual([
      [1, 7],
      [2, 8],
    ]);
  });
});
