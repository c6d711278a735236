import { describe, expect, it } from 'vitest';
import { SYSTEMS } from '../../test/practice/benches/systems.js';
import { Proposed } from '../../test/practice/proposed.js';
import { SHELF } from '../parts/shelf/index.js';
import { applyEdits, newPart, type Edit, type Rig } from '../rig/index.js';
import { doersOfWishes, findAsks, findChains, wishCoverage } from './index.js';

const systemRig = (name: string): Rig => Proposed.of(SYSTEMS.find((s) => s.name.startsWith(name))!.brief).rig;
const after = (rig: Rig, ...edits: Edit[]): Rig => applyEdits(rig, edits).rig;
const between = (rig: Rig, ...parts: string[]) =>
  rig.cables.find((c) => parts.every((p) => c.wires.some((w) => w.from.part === p || w.to.part === p)))!;
const parted = (rig: Rig, ...parts: string[]): Rig =>
  after(rig, { kind: 'removeCable', cable: between(rig, ...parts).id });
const ask = (rig: Rig, part: string, fn: string) => findAsks(rig).find((a) => a.part.id === part && a.fn.id === fn)!;
const stateOf = (rig: Rig, what: string) => wishCoverage(rig, findChains(rig), null).find((w) => w.wish.what === what)!;

describe('a menu by stick gestures', () => {
  const rig = systemRig('Scarp five');
  const lead = rig.cables.find((c) =>
    c.wires.some((w) => [w.from, w.to].some((at) => at.part === 'CA' && at.pin > 2)),
  )!;

  it('is granted by a radio of six channels, with none of them spent on it', () => {
    expect(stateOf(rig, 'menu')).toMatchObject({ state: 'granted', by: 'gesture', channel: null, control: null });
    expect(findChains(rig).find((c) => c.part.id === 'CA')!.slot).toBeNull();
    expect(ask(rig, 'CA', 'menu').steps.map((s) => s.kind)).toEqual(['hand', 'relay', 'gesture', 'wire', 'demand']);
  });

  it('says where it breaks: no lead, a pair that is not crossed, a controller without sticks', () => {
    const cut = after(rig, { kind: 'removeCable', cable: lead.id });
    expect(ask(cut, 'CA', 'menu').breaks).toBe('no controller is wired to it');
    const straight = after(rig, { kind: 'crossPair', cable: lead.id });
    expect(ask(straight, 'CA', 'menu').breaks).toMatch(/not crossed/);
    expect(ask(parted(rig, 'RX', 'FC'), 'CA', 'menu').breaks).toBe(
      'no stick gives FC roll, pitch, throttle and yaw'.replace('FC', rig.parts.find((p) => p.id === 'FC')!.label),
    );
    expect(stateOf(cut, 'menu').state).toBe('open');
  });

  it('is not what was wished where a control is named', () => {
    const named = after(rig, { kind: 'setWish', wish: 'W1', change: { control: 'B' } });
    expect(stateOf(named, 'menu')).toMatchObject({ state: 'otherwise', by: 'gesture' });
    expect(stateOf(named, 'menu').why).toBe('wished for switch B, driven by stick gestures');
    const left = after(rig, { kind: 'setWish', wish: 'W1', change: { hand: 'left' } });
    expect(stateOf(left, 'menu').why).toContain('driven by both sticks');
  });
});

describe('a function asked from a screen', () => {
  const rig = systemRig('Estuary six');

  it('runs from the app over the air and the lead to the part', () => {
    expect(ask(rig, 'GN', 'tilt')).toMatchObject({ breaks: null, parts: ['GU', 'AU', 'GN'] });
  });

  it('breaks where the lead is out, on another subnet, and where the app only shows', () => {
    const cut = parted(rig, 'AU', 'GN');
    expect(ask(cut, 'GN', 'tilt').breaks).toBe('nothing is wired to its network plug');
    const phone = SHELF.find((s) => s.class === 'ground-unit-phone')!;
    const shown = after(
      rig,
      { kind: 'removePart', part: 'GU' },
      { kind: 'addPart', part: newPart('GU', phone.class, 'Phone'), sheet: phone },
    );
    expect(ask(shown, 'GN', 'zoom').breaks).toBe('Phone shows it, and its app steers no zoom');
    const bare = after(rig, { kind: 'removePart', part: 'GU' });
    expect(ask(bare, 'GN', 'tilt').breaks).toBe('no screen with an app is on this bench');
    const tablet = SHELF.find((s) => s.class === 'tablet-steering')!;
    const radios = systemRig('Scree six');
    expect(ask(radios, 'GL', 'palette').breaks).toBeNull();
    const apart = after(radios, { kind: 'note', part: 'TB', change: { address: '10.1.2.3' } });
    expect(tablet.links[0]!.pins).toEqual({});
    expect(ask(apart, 'GL', 'palette').breaks).toMatch(/is on another subnet/);
  });
});

describe('a button of the device itself', () => {
  const rig = systemRig('Weir rig');

  it('asks what no channel can, and after a channel what one can', () => {
    const by = [...doersOfWishes(rig, findChains(rig))].map(([wish, d]) => `${wish.what} ${d.by}`);
    expect(by).toEqual(['pan slot', 'tilt slot', 'record slot', 'recentre device']);
    const unheard = parted(rig, 'RX', 'GB');
    expect(stateOf(unheard, 'record')).toMatchObject({ state: 'granted', by: 'device' });
    expect(stateOf(unheard, 'pan').state).toBe('open');
  });
});
