import { describe, expect, it } from 'vitest';
import { demoRig } from '../../test/support/demo-rig.js';
import { leadOf, smallRig } from '../../test/support/small-rig.js';
import { propose } from '../propose/index.js';
import { applyEdits, type Edit, type Rig } from '../rig/index.js';
import {
  adaptersToMake,
  apartMm,
  benchList,
  boardSettings,
  cableViews,
  leadLength,
  linkEnds,
  looksAlike,
  mergedPlug,
  orderOfHands,
  pinMap,
} from './index.js';

const end = (rig: Rig, part: string, link: string) =>
  linkEnds(rig).find((e) => e.part.id === part && e.link.id === link)!;
const lines = (wires: { from: { port: string; pin: number }; to: { port: string; pin: number } }[]): string[] =>
  wires.map((w) => `${w.from.port}.${w.from.pin} ${w.to.port}.${w.to.pin}`);

describe('pin maps', () => {
  const rig = smallRig({
    FC: 'flight-controller-6',
    CAM: 'zoom-camera-serial',
    RX: 'receiver-16',
    GB: 'gimbal-two-axis',
    NC: 'nose-camera',
    SW: 'picture-switcher-3',
  });

  it('cross a serial pair and leave the ground out that the supply lead brings', () => {
    const map = pinMap(
      rig,
      { kind: 'link', talker: end(rig, 'FC', 'serial4'), listener: end(rig, 'CAM', 'menu'), feed: null },
      { lengthMm: 180, groundBy: 'C7' },
    );
    expect(lines(map.wires)).toEqual(['serial4.2 main.4', 'serial4.3 main.3']);
    expect(map.empty.find((e) => e.at.part === 'FC' && e.label === 'GND')?.why).toBe('ground already with C7');
    expect(map.empty.find((e) => e.label === 'V in')?.why).toBe('fed elsewhere');
  });

  it('bring the ground along where nothing else does', () => {
    const map = pinMap(
      rig,
      { kind: 'link', talker: end(rig, 'RX', 'bus'), listener: end(rig, 'GB', 'bus'), feed: null },
      { lengthMm: 180, groundBy: null },
    );
    expect(lines(map.wires)).toEqual(['bus.1 control.1', 'bus.3 control.3']);
  });

  it('carry the supply on the same plugs, crossed where the order differs, and mark it', () => {
    const at = (part: string, port: string, pin: number) => ({ part, port, pin });
    const feed = {
      from: { plus: at('SW', 'in1', 2), minus: at('SW', 'in1', 1) },
      to: { plus: at('NC', 'plug', 1), minus: at('NC', 'plug', 2) },
    };
    const map = pinMap(
      rig,
      { kind: 'link', talker: end(rig, 'NC', 'video'), listener: end(rig, 'SW', 'in1'), feed },
      { lengthMm: 100, groundBy: null },
    );
    expect(lines(map.wires)).toEqual(['in1.2 plug.1', 'in1.1 plug.2', 'plug.3 in1.3']);
    expect(map.adapter).toBe(true);
  });

  it('look-alike plugs differ where one has supply and the other ground; an empty pin differs from nothing', () => {
    const port = (id: string) => smallRig({ P: id }).sheets[id]!.ports[0]!;
    expect(looksAlike(port('nose-camera'), port('picture-switcher-3'))).toBe(true);
    expect(looksAlike(port('picture-switcher-3'), port('picture-switcher-3'))).toBe(false);
  });
});

describe('lengths', () => {
  const place = (xMm: number, yMm: number, zMm: number, rides?: string) => ({
    place: { xMm, yMm, zMm, ...(rides ? { rides } : {}) },
  });
  const rig = smallRig({ A: 'pack-4s', B: 'regulator-5v', GB: 'gimbal-two-axis', CAM: 'nose-camera', X: 'meter' }, [], {
    A: place(0, 0, 0),
    B: place(100, 50, 0),
    GB: place(0, 0, 0),
    CAM: place(100, 0, 0, 'GB'),
  });

  it('run along the frame, with ease and ends, rounded up', () =>
    expect(leadLength(rig, 'A', 'B')).toMatchObject({ pathMm: 150, slackMm: 0, needMm: 210, placed: true }));

  it('add slack for every joint between the two ends', () => {
    const { joints, slackMm } = leadLength(rig, 'A', 'CAM');
    expect(joints.map((j) => j.joint)).toEqual(['tilt', 'pan']);
    expect(slackMm).toBe(Math.ceil(((130 + 340) * Math.PI * 25) / 180));
    expect(leadLength(rig, 'CAM', 'A').slackMm).toBe(slackMm);
  });

  it('are a guess, said to be one, without places', () =>
    expect(leadLength(rig, 'A', 'X')).toMatchObject({ placed: false, needMm: 200 }));
  it('straight distance needs two places', () =>
    expect([apartMm(rig, 'A', 'B'), apartMm(rig, 'A', 'X')]).toEqual([Math.hypot(100, 50), null]));
});

describe('merged plugs', () => {
  it('have six ways or more, one of them blocked, every wire once, supplies first', () => {
    const rig = demoRig();
    const plug = mergedPlug(rig, { id: 'M1', label: 'Field plug', cables: ['C8', 'C17', 'C18'] });
    expect(plug.pins).toHaveLength(8);
    expect(plug.pins.filter((p) => p.wire === null)).toHaveLength(2);
    expect(plug.pins[1]!.wire).toBeNull();
    expect(plug.pins[0]!.wire?.colour).toBe('red');
    expect(plug.pins.flatMap((p) => (p.wire ? [p.wire.cable] : [])).sort()).toEqual([
      'C17',
      'C17',
      'C18',
      'C18',
      'C8',
      'C8',
    ]);
  });
});

describe('order of hands', () => {
  const rig = demoRig();
  const { edits } = propose(rig);
  const steps = orderOfHands(rig, applyEdits(rig, edits).rig, edits);

  it('starts with everything off and ends with the packs', () => {
    expect(steps[0]).toMatchObject({ kind: 'off' });
    expect(steps.at(-1)!.kind).toBe('on');
  });

  it('takes a plug off that shares a socket, and puts it back after', () => {
    const off = steps.findIndex((s) => s.text.startsWith('C7 off for now'));
    const back = steps.findIndex((s) => s.text === 'C7 back on');
    const plugs = steps.flatMap((s, i) => (s.kind === 'plug' ? [i] : []));
    expect(off).toBeGreaterThan(0);
    expect(back).toBeGreaterThan(Math.max(...plugs));
    expect(off).toBeLessThan(Math.min(...plugs));
  });

  it('names what is replaced and takes it off before the rest, its radio too', () => {
    const old = rig.cables.filter((c) => c.wires.some((w) => w.from.part === 'RX' || w.to.part === 'RX'));
    const other = rig.cables.find((c) => !old.includes(c))!;
    const cut = [...old, other].map(({ id }): Edit => ({ kind: 'removeCable', cable: id }));
    const texts = orderOfHands(rig, applyEdits(rig, cut).rig, cut).map((s) => s.text);
    const named = texts.indexOf(`${rig.parts.find((p) => p.id === 'RX')!.label} is no longer used: its radio off`);
    expect(old.length).toBeGreaterThan(0);
    expect(named).toBeGreaterThan(0);
    const at = (id: string): number => texts.findIndex((t) => t.startsWith(`${id} off: `));
    for (const { id } of old) expect(at(id)).toBeGreaterThan(named);
    expect(at(other.id)).toBeGreaterThan(Math.max(...old.map((c) => at(c.id))));
  });

  it('leaves the plug of a pack for the end', () => {
    const bench = smallRig({
      PK: 'pack-4s',
      R5: 'regulator-5v',
      RX: 'receiver-bus',
      TX: 'transmitter-16',
      GB: 'gimbal-three-bus',
    });
    const own = propose(bench).edits;
    const after = applyEdits(bench, own).rig;
    const list = orderOfHands(bench, after, own);
    const leads = after.cables.filter((c) => c.wires.some((w) => w.from.part === 'PK' || w.to.part === 'PK'));
    expect(leads.length).toBeGreaterThan(0);
    for (const { id } of leads) {
      expect(list.find((s) => s.text.startsWith(`${id} on: `))!.text).toContain('own plug stays off');
      expect(list.find((s) => s.kind === 'on')!.text).toContain(id);
    }
  });

  it('is empty when nothing changes', () => expect(orderOfHands(rig, rig, [])).toEqual([]));

  it('puts antennas on before other leads, straps at power-up', () => {
    const bench = smallRig(
      {
        PK: 'pack-4s',
        R5: 'regulator-5v',
        TX: 'transmitter-16',
        RX: 'receiver-bus',
        FC: 'flight-controller-3',
        CAM: 'fpv-camera-strap',
        VT: 'video-transmitter-5v',
        AN: 'antenna-press',
      },
      [],
      {},
      {
        wishes: [{ id: 'W1', what: 'menu', label: 'Menu', by: 'pilot', control: null, hand: 'either' }],
      },
    );
    const own = propose(bench).edits;
    const list = orderOfHands(bench, applyEdits(bench, own).rig, own);
    expect(list.find((s) => s.kind === 'plug')?.text).toContain('before any power');
    expect(list.at(-1)).toMatchObject({ kind: 'strap' });
  });
});

describe('bench list and boards', () => {
  it('counts leads by their plugs and names what must be made with care', () => {
    const items = benchList(demoRig());
    const leads = items.filter((i) => i.group === 'Leads').reduce((sum, i) => sum + i.count, 0);
    expect(leads + adaptersToMake(demoRig()).length).toBe(demoRig().cables.length);
    expect(adaptersToMake(demoRig()).map((a) => a.cable)).toContain('C3');
    expect(items.filter((i) => i.group === 'Tools').map((i) => i.text)).toContain('Meter');
  });

  it('remembers what was ticked', () => {
    const ticked = applyEdits(demoRig(), [{ kind: 'tickItem', item: 'Meter', on: true }]).rig;
    expect(benchList(ticked).find((i) => i.text === 'Meter')?.ticked).toBe(true);
  });

  it('prints the settings in neutral words, with what to undo first', () => {
    const settings = boardSettings(demoRig());
    expect(settings.map((s) => s.text)).toContain('serial 4: camera menu, 115\u202f200 baud, both ways');
    expect(settings.filter((s) => s.resource === 'p7').map((s) => s.undoFirst)).toEqual([
      ['lap beacon'],
      ['LED strip'],
    ]);
  });

  it('names the cable that another pin of a plug belongs to', () => {
    const rig = smallRig({ R5: 'regulator-5v', CAM: 'zoom-camera-serial', FC: 'flight-controller-6' }, [
      ['R5.out.1 CAM.main.1'],
      ['FC.serial1.2 CAM.main.4'],
    ]);
    const pins = cableViews(rig)
      .find((c) => c.id === 'C2')!
      .ends.find((e) => e.part === 'CAM')!.pins;
    expect(pins.find((p) => p.n === 1)?.others).toEqual(['C1']);
  });

  it('a new board comes with features on its pads', () => {
    expect(smallRig({ FC: 'flight-controller-3' }).held.map((h) => `${h.resource} ${h.to}`)).toEqual([
      'p5 LED strip',
      'p5 lap beacon',
    ]);
    expect(leadOf('C1', ['A.b.1 C.d.2']).wires).toHaveLength(1);
  });
});
