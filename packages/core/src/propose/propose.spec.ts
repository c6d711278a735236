import { describe, expect, it } from 'vitest';
import { briefRig as brief } from '../../test/support/brief.js';
import { demoRig } from '../../test/support/demo-rig.js';
import { leadOf, smallRig } from '../../test/support/small-rig.js';
import { analyse } from '../analysis/index.js';
import { findConversations } from '../loom/index.js';
import { SHELF } from '../parts/shelf/index.js';
import { solveRails } from '../rails/index.js';
import { applyEdits, newPart, type Rig, type Wish } from '../rig/index.js';
import { cheapestClasses, portCandidates, propose, schoolOutcomes } from './index.js';

const carriedOut = (rig: Rig): Rig => applyEdits(rig, propose(rig).edits).rig;
const stops = (rig: Rig): string[] =>
  analyse(rig)
    .findings.filter((f) => f.mark === 'stop')
    .map((f) => f.title);
const wish = (what: string, more: Partial<Wish> = {}): Wish => ({
  id: `W-${what}`,
  what,
  label: what,
  by: 'pilot',
  control: null,
  hand: 'either',
  ...more,
});

const SERIAL = {
  PK: 'pack-4s',
  R5: 'regulator-5v',
  TX: 'transmitter-16',
  RX: 'receiver-bus',
  FC: 'flight-controller-3',
};

describe('a proposal', () => {
  it.each(['saltmarsh-six', 'ridgeline-seven', 'glasshouse-line'])(
    'wires %s from wishes and parts alone, without stops, every wish granted',
    (name) => {
      const proposal = propose(brief(name));
      expect(proposal).toMatchObject({ proven: true, unmet: [], clashes: [] });
      const wired = carriedOut(brief(name));
      expect(stops(wired)).toEqual([]);
      expect(analyse(wired).brief.granted).toBe(wired.wishes.length);
    },
  );

  it('changes nothing where the wiring is already so', () =>
    expect(propose(carriedOut(brief('glasshouse-line'))).edits).toEqual([]));

  it('mends the demo and leaves alone what was right', () => {
    const { edits } = propose(demoRig());
    const off = edits.flatMap((e) => (e.kind === 'removeCable' ? [e.cable] : []));
    expect(off).toEqual(expect.arrayContaining(['C6', 'C9']));
    expect(off).not.toContain('C7');
    expect(stops(applyEdits(demoRig(), edits).rig)).toEqual([]);
  });

  it('keeps a cable the user locked, and plans round it', () => {
    const rig = smallRig(
      { ...SERIAL, CAM: 'fpv-camera-serial' },
      [{ ...leadOf('C1', ['FC.serial2.2 CAM.main.4', 'FC.serial2.3 CAM.main.3']), locked: true }],
      {},
      { wishes: [wish('menu')] },
    );
    const wired = carriedOut(rig);
    expect(wired.cables.find((c) => c.id === 'C1')).toEqual(rig.cables[0]);
    expect(
      wired.cables.filter((c) => c.wires.some((w) => w.from.port.startsWith('serial') && w.to.part === 'CAM')),
    ).toHaveLength(1);
  });

  it('follows the school: the gimbal from the pack, or from a regulator', () => {
    const rig = smallRig({ PK: 'pack-4s', R12: 'regulator-12v', GB: 'gimbal-two-axis' });
    const feeder = (gimbalFeed: 'pack' | 'steady'): string | undefined => {
      const wired = carriedOut({ ...rig, schools: { ...rig.schools, gimbalFeed } });
      return wired.cables.flatMap((c) => c.wires).find((w) => w.to.part === 'GB')?.from.part;
    };
    expect([feeder('pack'), feeder('steady')]).toEqual(['PK', 'R12']);
  });

  it('feeds a serial device over a port with room, never the one that only listens', () => {
    const wired = carriedOut(smallRig({ ...SERIAL, CAM: 'fpv-camera-serial' }, [], {}, { wishes: [wish('menu')] }));
    const menu = findConversations(wired).find((c) => c.listener.part.id === 'CAM' && c.kind === 'device-serial');
    expect(menu?.troubles).toEqual([]);
    expect(menu?.talker.link.id).toBe('serial2');
  });

  it('says in figures why nothing here feeds a part', () => {
    const why = (parts: Record<string, string>) =>
      propose(smallRig(parts)).unmet.find((u) => u.demand.endsWith('has its volts'))?.why;
    expect(why({ PK: 'pack-2s', NR: 'network-radio' })).toBe('it wants 11–26 V; PK gives 6.6–8.4 V');
    expect(why({ NR: 'network-radio' })).toBe('it wants 11–26 V, and nothing here gives any volts');
    expect(why({ PK: 'pack-14s-tool', R5: 'regulator-5v', TX: 'transmitter-16', RX: 'receiver-bus' })).toBe(
      'it wants 4.5–8.4 V; nothing here feeds R5, which would give it',
    );
  });

  it('takes a pack that is short at the end of its charge only where nothing here does better, and says so', () => {
    const short = smallRig({ PK: 'pack-3s', NR: 'network-radio' });
    const { unmet, edits } = propose(short);
    expect(unmet.find((u) => u.part === 'NR' && u.demand.endsWith('has its volts'))?.why).toBe(
      'PK feeds it, and gives 9.9–12.6 V where it wants 11–26 V',
    );
    const fedBy = (rig: Rig): string | null | undefined =>
      solveRails(rig, 1).nodes.find((n) => n.part === 'NR' && n.allowed)?.fedBy;
    expect(fedBy(applyEdits(short, edits).rig)).toBe('PK');
    const better = smallRig({ PK: 'pack-3s', P4: 'pack-4s', NR: 'network-radio' });
    const proposal = propose(better);
    expect(fedBy(applyEdits(better, proposal.edits).rig)).toBe('P4');
    expect(proposal.unmet.filter((u) => u.part === 'NR' && u.demand.endsWith('volts'))).toEqual([]);
  });

  it('goes by what a part can do, not by the group it stands in', () => {
    const rig = smallRig(
      { ...SERIAL, G: 'gimbal-three-bus', CAM: 'fpv-camera-serial' },
      [],
      {},
      { wishes: [wish('tilt'), wish('menu')] },
    );
    const other = structuredClone(rig);
    for (const id of ['RX', 'FC', 'TX']) other.sheets[other.parts.find((p) => p.id === id)!.class]!.role = 'tool';
    const { edits, unmet } = propose(other);
    expect(edits.length).toBeGreaterThan(5);
    expect({ edits, unmet }).toEqual({ edits: propose(rig).edits, unmet: propose(rig).unmet });
  });

  it('says in kinds and names why a wish, a picture or an antenna stays open', () => {
    const unmet = (parts: Record<string, string>, wishes: ReturnType<typeof wish>[] = []) =>
      new Map(propose(smallRig(parts, [], {}, { wishes })).unmet.map((u) => [u.demand, u.why]));
    expect(unmet({ CAM: 'ribbon-camera', VT: 'video-transmitter-5v' }).get('The picture of CAM arrives')).toBe(
      'it comes as a ribbon, and what shows or sends here takes composite video',
    );
    expect(unmet({ VT: 'video-transmitter-5v' }).get('VT has its antenna')).toBe('no antenna is left on this bench');
    const press = unmet({ AU: 'ribbon-air-unit', AN: 'antenna-screw' }).get('AU has its antenna');
    expect(press).toMatch(/^no lead joins AU .* \(coax press\) to AN .* \(coax screw\)$/);
    const told = { RX: 'receiver-ppm', TX: 'transmitter-16', G: 'gimbal-three-bus' };
    expect(unmet(told, [wish('tilt')]).get('tilt')).toBe('G is told over SBUS, and what could tell it here talks PPM');
    expect(unmet(told, [wish('zoom')]).get('zoom')).toBe('no part here has a function for it');
  });

  it('says which demands clash when the ports run out: the smallest set', () => {
    const rig = smallRig(
      { ...SERIAL, A: 'fpv-camera-serial', B: 'zoom-block', C: 'video-transmitter-serial', AN: 'antenna-screw' },
      [],
      {},
      {
        wishes: [wish('menu'), wish('focus'), wish('radio-power')],
      },
    );
    const { unmet, clashes } = propose(rig);
    expect(unmet.some((u) => u.wish !== null)).toBe(true);
    const about = clashes.find((c) => c.wishes.length > 1)!;
    expect(about.smallest).toBe(true);
    // two ports talk both ways and one of them is all the bus can use: any three of these four want a third
    expect(about.demands).toHaveLength(3);
    for (const demand of about.demands)
      expect(['FC hears a receiver', 'focus', 'menu', 'radio-power']).toContain(demand);
  });

  it('puts an inverter in where the only port has none, and a resistor in a key ladder', () => {
    const rig = smallRig(
      { ...SERIAL, FC: 'flight-controller-6', CAM: 'fpv-camera-ladder' },
      [],
      {},
      { wishes: [wish('menu')] },
    );
    const noBus = structuredClone(rig);
    const sheet = noBus.sheets['flight-controller-6']!;
    sheet.links = sheet.links.filter((l) => l.id !== 'bus');
    sheet.functions = sheet.functions.map((f) => ({
      ...f,
      askedBy: f.askedBy.map((w) => (w.by === 'device' ? w : { ...w, over: w.over.filter((id) => id !== 'bus') })),
    }));
    const inline = carriedOut(noBus).cables.flatMap((c) => c.wires.flatMap((w) => (w.inline ? [w.inline] : [])));
    expect(inline).toEqual(expect.arrayContaining([{ kind: 'inverter' }, { kind: 'resistor', ohm: 470 }]));
  });

  it('gives network parts addresses of their own on one subnet', () => {
    const wired = carriedOut(
      smallRig({
        PK: 'pack-4s',
        A: 'thermal-network',
        B: 'thermal-network',
        ES: 'ethernet-switch-5',
        NR: 'network-radio',
        AN: 'antenna-screw',
      }),
    );
    const addresses = ['A', 'B', 'NR'].map((id) => wired.parts.find((p) => p.id === id)?.address ?? 'maker');
    expect(addresses.filter((a) => a === 'maker')).toHaveLength(2);
    expect(stops(wired)).toEqual([]);
  });

  it('joins the camera operator over the trainer lead when there are two', () => {
    const rig = smallRig(
      { T1: 'transmitter-10', T2: 'transmitter-operator' },
      [],
      {},
      { wishes: [wish('tilt', { by: 'camera operator' })] },
    );
    const two = carriedOut({ ...rig, schools: { ...rig.schools, operators: 'two' } });
    expect(two.cables[0]?.wires.map((w) => `${w.from.part}.${w.from.port} ${w.to.part}.${w.to.port}`)[0]).toBe(
      'T2.trainer T1.trainer',
    );
    expect(two.parts.map((p) => p.settings.trainer)).toEqual(['teaches', undefined]);
    expect(carriedOut(rig).cables).toEqual([]);
  });

  it('explains each choice with its cost and the next best', () => {
    const { choices } = propose(brief('saltmarsh-six'));
    for (const c of choices.filter((x) => x.cable)) expect(c.cost.length, c.text).toBeGreaterThan(0);
    expect(choices.find((c) => c.text === 'Gimbal, two axis from Regulator 12 V')?.next).toMatchObject({
      text: 'Gimbal, two axis from Pack 4S',
    });
  });

  it('of an empty bench is empty', () =>
    expect(propose(smallRig({}))).toMatchObject({ edits: [], points: 0, proven: true }));
});

describe('a port click', () => {
  const rig = smallRig({ ...SERIAL, CAM: 'fpv-camera-serial', ZB: 'zoom-block' });

  it('ranks what could be plugged in, cheapest first', () => {
    const found = portCandidates(rig, 'FC', 'serial2');
    expect(found.map((c) => c.part)).toEqual(expect.arrayContaining(['CAM', 'ZB']));
    const points = found.map((c) => c.points);
    expect(points).toEqual([...points].sort((a, b) => a - b));
  });

  it('makes cable, pin map and port setting with one click', () => {
    const candidate = portCandidates(rig, 'FC', 'serial2').find((c) => c.part === 'CAM')!;
    const after = applyEdits(rig, candidate.edits).rig;
    expect(
      findConversations(after)
        .find((c) => c.listener.part.id === 'CAM')
        ?.troubles.filter((t) => t !== 'no ground'),
    ).toEqual([]);
    expect(after.held).toContainEqual({ part: 'FC', resource: 'serial2', to: 'camera menu', baud: 115200 });
  });

  it('makes a bus lead that is there a Y lead', () => {
    const bus = smallRig({ RX: 'receiver-bus', A: 'gimbal-three-bus', B: 'thermal-network' }, [
      ['RX.bus.1 A.bus.1', 'RX.bus.3 A.bus.3'],
    ]);
    const candidate = portCandidates(bus, 'B', 'bus').find((c) => c.part === 'RX')!;
    const after = applyEdits(bus, candidate.edits).rig;
    expect(after.cables).toHaveLength(1);
    expect(after.cables[0]?.wires).toHaveLength(4);
  });

  it('offers the supplies whose volts fit', () => {
    const supplies = portCandidates(
      smallRig({ PK: 'pack-4s', R5: 'regulator-5v', R12: 'regulator-12v', TH: 'thermal-core-5v' }),
      'TH',
      'supply',
    );
    expect(supplies.map((c) => c.part)).toEqual(['R5']);
  });
});

describe('advice', () => {
  it('names the class that grants a wish at least cost, and leaves the rig alone', () => {
    const rig = smallRig(
      { PK: 'pack-4s', R5: 'regulator-5v', TX: 'transmitter-16', RX: 'receiver-16' },
      [],
      {},
      { wishes: [wish('palette')] },
    );
    const [advice] = cheapestClasses(rig, SHELF, [{ wish: 'W-palette' }]);
    const tried = SHELF.filter((s) => s.functions.some((f) => f.what === 'palette')).map((sheet) => {
      const more = propose(applyEdits(rig, [{ kind: 'addPart', part: newPart('N', sheet.class, 'N'), sheet }]).rig);
      return more.unmet.length ? Infinity : more.points;
    });
    expect(advice).toMatchObject({ wish: 'W-palette', opens: [], points: Math.min(...tried) - propose(rig).points });
    expect(rig.parts).toHaveLength(4);
  });

  it('says when no single class would', () => {
    const rig = smallRig({ PK: 'pack-4s' }, [], {}, { wishes: [wish('palette')] });
    expect(cheapestClasses(rig, SHELF, [{ wish: 'W-palette' }])).toEqual([{ wish: 'W-palette', class: null }]);
  });

  it('weighs both sides of a choice with figures of their own', () => {
    const outcomes = schoolOutcomes(brief('saltmarsh-six')).filter((o) => o.school === 'gimbalFeed');
    expect(outcomes.map((o) => [o.value, o.chosen])).toEqual([
      ['pack', false],
      ['steady', true],
    ]);
    expect(outcomes[0]!.gimbalV!.full - outcomes[0]!.gimbalV!.flat).toBeGreaterThan(2);
    expect(outcomes[1]!.gimbalV!.full).toBeCloseTo(outcomes[1]!.gimbalV!.flat, 1);
  });
});
