import { fixesOf } from './index.js';
import { describe, expect, it } from 'vitest';
import { demoRig, mendedRig, rulesOf } from '../../test/support/demo-rig.js';
import { smallRig } from '../../test/support/small-rig.js';
import { analyse } from '../analysis/index.js';
import { applyEdits, emptyRig, NEW_SHAPING, type Edit, type Rig } from '../rig/index.js';

const wire = { colour: 'black', gaugeAwg: 28, lengthMm: 100 };
const pin = (text: string) => {
  const [part, port, n] = text.split('.');
  return { part: part!, port: port!, pin: Number(n) };
};
const lead = (id: string, ...pairs: [string, string][]): Edit => ({
  kind: 'addCable',
  cable: {
    id,
    marked: false,
    locked: false,
    wires: pairs.map(([from, to]) => ({ from: pin(from), to: pin(to), ...wire })),
  },
});
const end = (cable: string, index: number, to: string): Edit => ({
  kind: 'moveEnd',
  cable,
  wire: index,
  end: 'to',
  pin: pin(to),
});
const off = (cable: string, index: number): Edit => ({ kind: 'removeWire', cable, wire: index });
const shape = (channel: number, change: object): Edit => ({ kind: 'shape', transmitter: 'TX', channel, change });

/** What breaks the mended rig so that a rule must speak. */
const BREAKS: [rule: string, edits: Edit[]][] = [
  [
    'supply-range stop',
    [
      { kind: 'moveEnd', cable: 'C9', wire: 0, end: 'from', pin: pin('R12.out.1') },
      { kind: 'moveEnd', cable: 'C9', wire: 1, end: 'from', pin: pin('R12.out.2') },
    ],
  ],
  ['supply-none stop', [{ kind: 'removeCable', cable: 'C5' }]],
  ['supply-none stop', [off('C5', 1)]],
  ['wrong-way watch', [shape(12, { reverse: true })]],
  ['window-missed watch', [shape(12, { lowUs: 1440, highUs: 1560 })]],
  ['supply-thin watch', [{ kind: 'setWire', cable: 'C7', wire: 0, gaugeAwg: 30, lengthMm: 650 }]],
  ['pair-not-crossed stop', [{ kind: 'crossPair', cable: 'C6' }]],
  ['pair-half stop', [off('C6', 1)]],
  ['talkers-collide stop', [lead('C30', ['FC.pads.4', 'TH.control.1'])]],
  ['port-used-twice stop', [lead('C30', ['RX.pin4.1', 'TH.control.1'])]],
  ['polarity stop', [end('C5', 0, 'RX.supply.2'), end('C5', 1, 'RX.supply.1')]],
  ['ground-missing stop', [off('C8', 1), off('C3', 3)]],
  ['ground-twice watch', [lead('C30', ['R5.out.2', 'ZC.video.2'])]],
  [
    'pad-held-twice watch',
    [
      { kind: 'hold', held: { part: 'FC', resource: 'p3', to: 'LED strip' } },
      { kind: 'hold', held: { part: 'FC', resource: 'p3', to: 'buzzer' } },
    ],
  ],
  ['port-used-twice stop', [lead('C30', ['FC.serial4.2', 'ZC.main.4'])]],
  ['wrong-type stop', [{ kind: 'set', part: 'TH', setting: 'control', value: 'bus' }]],
  ['port-not-set stop', [{ kind: 'release', part: 'FC', resource: 'serial4', to: 'camera menu' }]],
  ['look-alike watch', [{ kind: 'markAdapter', cable: 'C10', marked: false }]],
  ['window-missed watch', [shape(13, { subTrimUs: -60 })]],
  ['window-thin watch', [shape(13, { subTrimUs: 15 })]],
  ['pulse-from-latch watch', [shape(12, { control: 'B' })]],
  ['one-control-many watch', [shape(5, { control: 'left-slider' })]],
  ['two-on-one-slot watch', [{ kind: 'bind', binding: { part: 'ZC', fn: 'zoom', slot: 8, reverse: false } }]],
  ['wish-open watch', [{ kind: 'unbind', part: 'GB', fn: 'pan' }]],
  ['bench-missing watch', [{ kind: 'tick', part: 'NC', onBench: false }]],
];

/** The mended rig with its watches mended too, so that each break is the only one. */
function clean(): Rig {
  let rig = mendedRig();
  for (let round = 0; round < 4; round++) {
    const edits = analyse(rig).findings.flatMap((f) => fixesOf(f)[0]?.edits ?? []);
    if (edits.length) rig = applyEdits(rig, edits).rig;
  }
  return rig;
}
const count = (list: string[], what: string): number => list.filter((x) => x === what).length;

describe('what the sticks fly against the mode that is set', () => {
  const set = (value: string): Edit => ({ kind: 'set', part: 'TX', setting: 'mode', value });
  const said = (...edits: Edit[]) => {
    const { rig } = applyEdits(clean(), edits);
    const finding = analyse(rig).findings.find((f) => f.rule === 'stick-mode');
    return finding && { mark: finding.mark, text: finding.text, fixes: fixesOf(finding).map((f) => f.label) };
  };
  const swapped = (a: number, b: number): Edit[] => {
    const at = (channel: number) => clean().shaping.find((s) => s.transmitter === 'TX' && s.channel === channel)!;
    return [shape(a, { control: at(b).control }), shape(b, { control: at(a).control })];
  };

  it('is a stop where the throttle would spring back, and says which mode it is', () =>
    expect(said(set('1'))).toEqual({
      mark: 'stop',
      text: 'Set to mode 1, yet pitch is on the right stick ↕ and throttle is on the left stick ↕. Left stick ↕ springs back there: half throttle with nobody at it. Pitch stays where it was put. So it is in mode 2; if it really is in 1, give the axes their sticks by hand.',
      fixes: ['It is in mode 2'],
    }));

  it('is a watch where all come to rest as they should', () => expect(said(set('4'))?.mark).toBe('watch'));

  it('has no fix where no mode has it so, and leaves flight alone', () => {
    const odd = said(...swapped(3, 4));
    expect(odd?.mark).toBe('stop');
    expect(odd?.text).toContain('Are two channels exchanged?');
    expect(odd?.fixes).toEqual([]);
  });

  it('is a watch where what rolls is pushed up and down: two channels are exchanged', () => {
    const across = said(...swapped(1, 2));
    expect(across?.mark).toBe('watch');
    expect(across?.text).toContain('roll is on the right stick ↕ and pitch is on the right stick ↔');
    expect(across?.fixes).toEqual([]);
  });

  it('leaves an axis alone that is on no stick at all', () =>
    expect(said(shape(4, { control: 'right-knob' }))).toBeUndefined());
});

describe('findings', () => {
  it('of the demo rig are two stops and its watches', () => {
    const rules = rulesOf(demoRig());
    expect(rules.filter((r) => r.endsWith('stop'))).toEqual(['supply-range stop', 'pair-not-crossed stop']);
    expect(rules).toContain('pad-held-twice watch');
  });

  it('all have a title, a text, figures and known subjects', () => {
    const rig = demoRig();
    const known = new Set([...rig.parts, ...rig.cables].map((x) => x.id));
    for (const f of analyse(rig).findings) {
      expect(f.title).not.toMatch(/undefined|NaN/);
      expect(f.text).not.toMatch(/undefined|NaN/);
      expect(f.figures.length).toBeGreaterThan(0);
      for (const subject of f.subjects) expect(known).toContain(subject);
    }
  });

  it('come to nothing when every fix is done', () => expect(rulesOf(clean())).toEqual([]));

  it('are none on an empty rig', () => expect(rulesOf(emptyRig('x', 'x'))).toEqual([]));

  it.each(BREAKS)('%s is found where it is and its fix mends it', (what, edits) => {
    const broken = applyEdits(clean(), edits).rig;
    const rule = what.split(' ')[0];
    expect(rulesOf(clean())).not.toContain(what);
    expect(count(rulesOf(broken), what)).toBeGreaterThan(0);
    const finding = analyse(broken).findings.find((f) => f.rule === rule)!;
    expect(`${finding.title} ${finding.text}`).not.toMatch(/undefined|NaN/);
    const fix = fixesOf(finding)[0];
    expect(fix, 'a fix').toBeDefined();
    const mended = rulesOf(applyEdits(broken, fix!.edits).rig);
    expect(count(mended, what)).toBeLessThan(count(rulesOf(broken), what));
  });

  it('of a short say nothing by the currents that it makes', () => {
    const short = applyEdits(clean(), [end('C5', 0, 'RX.supply.2'), end('C5', 1, 'RX.supply.1')]).rig;
    const byCurrent =
      /^(supply-range|supply-thin|regulator-|wire-overloaded|connector-overloaded|starved|fuse-too-small)/;
    expect(rulesOf(short)).toContain('polarity stop');
    expect(rulesOf(short).filter((r) => byCurrent.test(r))).toEqual([]);
  });

  it('of a missing ground wait for what is fed the wrong way round: a common ground would be lifted to its plus', () => {
    const reversed = [end('C5', 0, 'RX.supply.2'), end('C5', 1, 'RX.supply.1')];
    const groundless = applyEdits(clean(), [off('C8', 1), off('C3', 3)]).rig;
    const missing = (rig: Rig) =>
      analyse(rig).findings.filter((f) => f.rule === 'ground-missing' && f.subjects.includes('RX'));
    expect(missing(groundless).flatMap((f) => fixesOf(f)).length).toBeGreaterThan(0);
    const both = missing(applyEdits(groundless, reversed).rig);
    expect(both.length).toBeGreaterThan(0);
    expect(both.flatMap((f) => fixesOf(f))).toEqual([]);
  });

  it('of a second source take off the lead from that very pin, and of one with signals only its plus', () => {
    const classes = { PK: 'pack-6s-ion', AU: 'air-unit-combined', TA: 'thermal-network', TB: 'thermal-network' };
    const feeds = ['AU', 'TA', 'TB'].map((id) => [`PK.out.1 ${id}.supply.1`, `PK.out.2 ${id}.supply.2`]);
    const offered = (...more: string[][]): string[] =>
      analyse(smallRig(classes, [...feeds, ...more]))
        .findings.filter((f) => f.rule === 'back-feed')
        .flatMap((f) => fixesOf(f).map((fix) => fix.label));
    const signal = ['AU.bus.1 TB.bus.1', 'AU.bus.3 TB.bus.3'];
    expect(offered(signal)).toEqual([]);
    expect(offered(signal, ['AU.bus.2 TA.supply.1', 'AU.bus.3 TA.supply.2'])).toEqual(['Take C5 off']);
    expect(offered([...signal, 'AU.bus.2 TA.supply.1'])).toEqual(['Take the plus wire of C4 off']);
  });

  it('of two grounds leave pulses their own, lead by lead', () => {
    const classes = { RX: 'receiver-6-pins', GB: 'gimbal-two-pulse' };
    const pulses = ['1', '2'].map((n, i) => {
      const into = ['pan', 'tilt'][i]!;
      return [`RX.pin${n}.1 GB.${into}.1`, `RX.pin${n}.3 GB.${into}.3`];
    });
    const twice = (leads: string[][]) =>
      analyse(smallRig(classes, leads)).findings.flatMap((f) => (f.rule === 'ground-twice' ? f.subjects : []));
    expect(twice(pulses)).toEqual([]);
    expect(twice([...pulses, ['RX.pin3.3 GB.supply.2']])).toContain('C3');
  });

  it('of a lead past a supply that a hand switches take off that lead, not the switched one', () => {
    const rig = smallRig(
      {
        TX: 'transmitter-16',
        RX: 'receiver-16',
        PK: 'pack-3s',
        SW: 'video-power-switch',
        VT: 'video-transmitter-pack',
      },
      [
        ['PK.out.1 SW.in.1', 'PK.out.2 SW.in.2'],
        ['RX.pin5.1 SW.switch.1', 'RX.pin5.3 SW.switch.3'],
        ['SW.out.1 VT.supply.1', 'SW.out.2 VT.supply.2'],
        ['PK.out.1 VT.supply.1', 'PK.out.2 VT.supply.2'],
      ],
    );
    const switched = { ...rig, shaping: [{ ...NEW_SHAPING, transmitter: 'TX', channel: 5, control: 'A' }] };
    const twice = analyse(switched).findings.find((f) => f.rule === 'back-feed');
    expect(fixesOf(twice!).map((f) => f.label)).toEqual(['Take C4 off']);
  });

  it('of a second source leave its lead on where another part has its ground by it, or nothing else feeds it yet', () => {
    const offered = (...more: string[][]): string[] =>
      analyse(
        smallRig({ U: 'usb-bench-lead', FC: 'flight-controller-3', R5: 'regulator-5v', PK: 'pack-4s' }, [
          ['U.plug.1 FC.usb.1', 'U.plug.3 FC.usb.3'],
          ['R5.out.1 FC.supply.1', 'R5.out.2 FC.supply.2'],
          ...more,
        ]),
      )
        .findings.filter((f) => f.rule === 'back-feed')
        .flatMap((f) => fixesOf(f).map((fix) => fix.label));
    expect(offered(['PK.out.1 R5.in.1', 'PK.out.2 R5.in.2'])).toEqual(['Take C1 off']);
    expect(offered()).toEqual([]);
    // the regulator's way back runs over the computer's lead alone
    expect(offered(['PK.out.1 R5.in.1', 'PK.out.2 U.plug.3'])).toHaveLength(0);
  });

  it('of two axes on one slot are a stop, and the one that is astray goes home', () => {
    const rig = clean();
    const told = applyEdits(rig, [{ kind: 'bind', binding: { part: 'FC', fn: 'yaw', slot: 2, reverse: false } }]).rig;
    const both = analyse(told).findings.find((f) => f.rule === 'two-on-one-slot');
    expect(both?.mark).toBe('stop');
    expect(both?.text).toContain('pitch, Flight controller yaw: both move.');
    expect(fixesOf(both!).map((f) => f.label)).toEqual(['Move yaw to channel 4']);
    expect(rulesOf(applyEdits(told, fixesOf(both!)[0]!.edits).rig)).toEqual(rulesOf(rig));
  });

  it('of two functions on one pin have no fix: the slot of the pin is the slot of both', () => {
    const rig = smallRig(
      { TX: 'transmitter-16', RX: 'receiver-16', TA: 'infra-red-trigger', TB: 'infra-red-trigger' },
      [
        ['RX.pin5.1 TA.in1.1', 'RX.pin5.3 TA.in1.3'],
        ['RX.pin5.1 TB.in1.1', 'RX.pin5.3 TB.in1.3'],
      ],
    );
    const both = analyse(rig).findings.find((f) => f.rule === 'two-on-one-slot');
    expect(both).toBeDefined();
    expect(fixesOf(both!)).toEqual([]);
  });

  it('of a payload on a stick that will fly an axis not told yet name that axis', () => {
    const rig = smallRig(
      { TX: 'transmitter-16', RX: 'receiver-16', FC: 'flight-controller-6', GB: 'gimbal-two-axis' },
      [
        ['RX.bus.1 FC.bus.1', 'RX.bus.3 FC.bus.3'],
        ['RX.bus.1 GB.control.1', 'RX.bus.3 GB.control.3'],
      ],
      { GB: { settings: { control: 'bus' } } },
    );
    const told = applyEdits({ ...rig, bindings: [{ part: 'GB', fn: 'tilt', slot: 8, reverse: false }] }, [
      shape(8, { control: 'left-y' }),
      shape(3, { control: 'left-y' }),
    ]).rig;
    const shared = analyse(told).findings.find((f) => f.rule === 'flight-shared');
    expect(shared?.text).toContain('Left stick ↕ on channel 8 also flies throttle.');
  });

  it('of a lead on a taken pin are that lead, and not what is said over it', () => {
    const twice = applyEdits(clean(), [lead('C30', ['FC.serial4.2', 'ZC.main.4'])]).rig;
    // it is a short lead on this frame as well
    expect(new Set(rulesOf(twice))).toEqual(new Set(['port-used-twice stop', 'cable-short stop']));
  });

  it('a regulator over its current is a stop', () => {
    const rig = structuredClone(clean());
    rig.sheets['regulator-5v']!.sources[0]!.maxA = 1;
    expect(rulesOf(rig)).toContain('regulator-overload stop');
  });

  it('a regulator without head room at a flat pack is a watch', () => {
    const rig = structuredClone(clean());
    rig.sheets['pack-4s']!.sources[0]!.pack!.cells = 3;
    expect(rulesOf(rig)).toContain('regulator-dropout watch');
  });

  it('a listener of the other school of scale is a watch', () => {
    const rig = structuredClone(clean());
    rig.sheets['gimbal-two-axis']!.links[0]!.params.scale = 'percent';
    expect(rulesOf(rig)).toContain('scale-school watch');
    const reach = analyse(rig)
      .findings.find((f) => f.rule === 'scale-school')
      ?.figures.find((f) => f.name === 'reach');
    expect(reach?.value).toBe(119);
  });
});

it('a part fed the wrong way round lifts the ground of what shares it: that is told with it', () => {
  const rig = applyEdits(mendedRig(), [end('C5', 0, 'RX.supply.2'), end('C5', 1, 'RX.supply.1')]).rig;
  const told = analyse(rig).findings.filter((f) => f.rule === 'polarity');
  expect(told.map((f) => f.subjects[0])).toEqual(['C5']);
  // the switcher hangs on the receiver by a servo lead, the nose camera does not
  expect(told[0]!.subjects).toContain('GB');
  expect(told[0]!.subjects).not.toContain('NC');
});
