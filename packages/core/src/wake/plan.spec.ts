import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BENCHES } from '../../test/practice/benches/index.js';
import { SYSTEMS } from '../../test/practice/benches/systems.js';
import { Proposed } from '../../test/practice/proposed.js';
import { demoRig } from '../../test/support/demo-rig.js';
import { smallRig } from '../../test/support/small-rig.js';
import {
  flies,
  hasApps,
  hasControls,
  hearsAir,
  isPack,
  radiates,
  showsAir,
  turns,
  type Sheet,
} from '../parts/index.js';
import { applyEdits, emptyRig, partsThat, partsWithSheets, type Rig } from '../rig/index.js';
import { freeStep, handSteps, moveStep, roomOf, WAKE_KINDS } from './index.js';
import { wakePlan } from './studies.js';

const rigs = [...BENCHES, ...SYSTEMS].map((b): [string, Rig] => [b.name, Proposed.of(b.brief).rig]);
/** What no practice bench has: a radio in the hand with a screwed antenna, a gimbal that nothing feeds. */
const OWN: [string, Rig][] = [
  smallRig({ PK: 'pack-4s', TX: 'transmitter-16', G: 'gimbal-two-axis', CAM: 'nose-camera' }),
].map((rig) => {
  const sheet = rig.sheets['transmitter-16']!;
  const foot = { id: 'foot', label: 'antenna', side: 'left', plug: { family: 'coax screw', pins: 1 } } as const;
  const screwed: Sheet = {
    ...sheet,
    ports: [...sheet.ports, { ...foot, pins: [{ n: 1, label: 'core', line: 'signal', way: 'out' }] }],
    links: [
      ...sheet.links,
      { id: 'foot', kind: 'antenna', way: 'talk', pins: { data: { port: 'foot', pin: 1 } }, params: {} },
    ],
  };
  return ['a radio with an antenna to screw on', { ...rig, sheets: { ...rig.sheets, [sheet.class]: screwed } }];
});
/** A closed craft: its battery inside, a gimbal hung on it that it feeds. */
const OWN_BATTERY: [string, Rig][] = [
  smallRig({
    TX: 'transmitter-16',
    FC: 'flight-controller-3',
    G: 'gimbal-two-axis',
    CAM: 'nose-camera',
    VT: 'video-transmitter-5v',
  }),
].map((rig) => {
  const sheet = rig.sheets['flight-controller-3']!;
  const closed = { ...sheet, supplies: [], sources: [], inside: { battery: true as const, minutes: 20 } };
  return ['a closed craft', { ...rig, sheets: { ...rig.sheets, [sheet.class]: closed } }];
});
const someRig = fc.constantFrom(...rigs.map(([, rig]) => rig), demoRig());
const someMove = fc.record({
  rig: someRig,
  kind: fc.constantFrom(...WAKE_KINDS),
  step: fc.nat(30),
  place: fc.integer({ min: -1, max: 30 }),
  pairs: fc.constantFrom(1, 2),
});

describe('a wake in an order of the user’s own', () => {
  it('puts a step where it may stand, at no less than the shortest order takes, and says what forbids the rest', () => {
    let [moved, refused] = [0, 0];
    fc.assert(
      fc.property(someMove, ({ rig, kind, step, place, pairs }) => {
        const plan = wakePlan(rig, kind, pairs);
        const hands = handSteps(plan);
        if (!hands.length) return;
        const own = hands[step % hands.length]!;
        const edit = moveStep(plan, own.id, place);
        if (typeof edit === 'string') {
          refused++;
          const room = roomOf(plan, own.id)!;
          expect(place < room.from || place > room.to).toBe(true);
          expect(edit).toContain('waits for');
          return;
        }
        moved++;
        const pinned = wakePlan(applyEdits(rig, [edit]).rig, kind, pairs);
        expect(pinned.against).toEqual([]);
        if (pinned.proven && plan.proven) expect(pinned.seconds).toBeGreaterThanOrEqual(plan.seconds - 1e-6);
        const at = (id: string): number => pinned.steps.findIndex((s) => s.id === id);
        if (edit.behind !== null) expect(at(edit.behind)).toBeLessThan(at(own.id));
        if (edit.before !== null) expect(at(own.id)).toBeLessThan(at(edit.before));
        const freed = wakePlan(applyEdits(rig, [edit, freeStep(own)]).rig, kind, pairs);
        expect(freed).toEqual(plan);
      }),
      { numRuns: 60 },
    );
    expect(Math.min(moved, refused)).toBeGreaterThan(0);
  });

  it('keeps a step in the place it had when it is put back there', () => {
    const plan = wakePlan(demoRig());
    for (const { id } of handSteps(plan)) expect(roomOf(plan, id)!.at).toBeGreaterThanOrEqual(roomOf(plan, id)!.from);
  });

  it('tells a wanted order that cannot be, and leaves it out', () => {
    const rig = demoRig();
    const pack = partsWithSheets(rig).find(({ sheet }) => isPack(sheet))!.part.id;
    const pin = { first: `${pack}:on`, then: 'safe' };
    const plan = wakePlan({ ...rig, wakeOrder: [pin] });
    expect(plan.against).toEqual([pin]);
    expect(plan.pins).toEqual([]);
    expect(plan.seconds).toBe(wakePlan(rig).seconds);
  });

  it('holds to what was asked for last where two wishes contradict each other', () => {
    const rig = demoRig();
    const [a, b] = handSteps(wakePlan(rig)).filter((s) => s.id.endsWith(':antenna') || s.id.endsWith(':place'));
    const wakeOrder = [
      { first: a!.id, then: b!.id },
      { first: b!.id, then: a!.id },
    ];
    expect(wakePlan({ ...rig, wakeOrder })).toMatchObject({ pins: [wakeOrder[1]], against: [wakeOrder[0]] });
  });

  it('passes over a step that is no longer there', () => {
    const rig = { ...demoRig(), wakeOrder: [{ first: 'gone:on', then: 'safe' }] };
    expect(wakePlan(rig)).toEqual(wakePlan(demoRig()));
  });
});

describe('kinds of power-up', () => {
  it.each(rigs)('%s: no take-off, run or full power at the bench; no pack while a computer feeds it', (_, rig) => {
    const bench = wakePlan(rig, 'bench').steps.map((s) => s.id);
    expect(bench.filter((id) => /^check:(takeoff|drive|power)$/.test(id))).toEqual([]);
    const usb = wakePlan(rig, 'usb').steps;
    const packs = partsWithSheets(rig).filter(({ sheet }) => isPack(sheet));
    for (const { part } of packs) expect(usb.some((s) => s.id === `${part.id}:on`)).toBe(false);
    // every lead that goes in comes out before the next one
    const leads = usb.filter((s) => /:usb(-out)?$/.test(s.id)).map((s) => (s.id.endsWith('out') ? 'out' : 'in'));
    leads.forEach((way, i) => expect(way).toBe(i % 2 ? 'out' : 'in'));
  });

  it('puts the antenna on what the computer wakes by the way', () => {
    const first = rigs.flatMap(([, rig]) => {
      const { steps } = wakePlan(rig, 'usb');
      const lead = steps.findIndex((s) => s.id.endsWith(':usb'));
      return steps.filter((s) => s.id.endsWith(':antenna')).map((s) => [steps.indexOf(s), lead] as const);
    });
    expect(first.length).toBeGreaterThan(0);
    for (const [antenna, lead] of first) expect(antenna).toBeLessThan(lead);
  });

  it.each([...rigs, ...OWN])(
    '%s: no radio is on before its antenna, nothing is checked before the packs are on',
    (_, rig) => {
      const { steps } = wakePlan(rig, 'field');
      const at = (id: string): number => steps.findIndex((s) => s.id === id);
      const packs = partsWithSheets(rig).flatMap(({ part, sheet }) => (isPack(sheet) ? [at(`${part.id}:on`)] : []));
      for (const { part, sheet } of partsWithSheets(rig).filter((p) => radiates(p.sheet))) {
        const on = at(`${part.id}:on`);
        const first = on >= 0 && !isPack(sheet) ? [on] : packs;
        for (const step of first) expect(at(`${part.id}:antenna`)).toBeLessThan(step);
      }
      const checks = steps.flatMap((s, i) => (s.id.startsWith('check:') || s.id.endsWith(':record') ? [i] : []));
      for (const check of checks) for (const pack of packs) expect(check).toBeGreaterThan(pack);
    },
  );

  it.each([...rigs, ...OWN_BATTERY])(
    '%s: what moves or feeds others by a battery of its own comes after every radio, and with every arc clear',
    (_, rig) => {
      const { steps } = wakePlan(rig, 'field');
      const at = (id: string): number => steps.findIndex((s) => s.id === id);
      const stirs = partsThat(
        rig,
        (s) => !!s.inside?.battery && !hasControls(s) && (flies(s) || hearsAir(s) || turns(s) || s.sources.length > 0),
      );
      const first = steps.flatMap((s, i) => (s.id.endsWith(':low') || s.id.endsWith(':place') ? [i] : []));
      for (const { part } of stirs) expect(at(`${part.id}:on`)).toBeGreaterThan(Math.max(-1, ...first));
      const feeding = stirs.filter(({ sheet }) => sheet.sources.length).map(({ part }) => at(`${part.id}:on`));
      if (at('check:pictures') >= 0) for (const on of feeding) expect(at('check:pictures')).toBeGreaterThan(on);
    },
  );

  it.each(rigs)('%s: pictures are looked at once every screen is on', (_, rig) => {
    const { steps } = wakePlan(rig, 'field');
    const at = (id: string): number => steps.findIndex((s) => s.id === id);
    const screens = partsThat(rig, (sheet) => showsAir(sheet) || hasApps(sheet)).map(({ part }) => at(`${part.id}:on`));
    if (at('check:pictures') >= 0) for (const on of screens) expect(at('check:pictures')).toBeGreaterThan(on);
  });

  it('of an empty rig are empty', () => {
    for (const kind of WAKE_KINDS) expect(wakePlan(emptyRig('x', 'x'), kind).steps).toEqual([]);
  });
});
