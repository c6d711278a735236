import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { demoRig } from './support/demo-rig.js';
import { leadOf, smallRig } from './support/small-rig.js';
import { analyse } from '../src/analysis/index.js';
import { readRig, readSheet, writeRig } from '../src/files/index.js';
import { SHELF } from '../src/parts/shelf/index.js';
import { applyEdits, editSentence, EditRefused } from '../src/rig/index.js';

const version3 = (): string => readFileSync(new URL('./fixtures/rig-version-3.json', import.meta.url), 'utf8');

describe('a rig of version 3', () => {
  const reading = readRig(version3());
  if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
  const rig = reading.value;

  it('means the same: who drives what, on which slot, and what was wrong with it', () => {
    const now = analyse(rig);
    const told = now.channels.rows.map((r) => [r.channel, r.control?.id, r.moves.map((m) => `${m.part}.${m.fn.id}`)]);
    const same = analyse(demoRig()).channels.rows.map((r) => [
      r.channel,
      r.control?.id,
      r.moves.map((m) => `${m.part}.${m.fn.id}`),
    ]);
    expect(told.length).toBeGreaterThan(8);
    expect(told).toEqual(same);
    expect(now.findings.map((f) => f.id)).toEqual(
      expect.arrayContaining(['supply-range:TH+C9', 'pair-not-crossed:C6+FC+ZC']),
    );
  });

  it('says who asks a function', () => {
    const tilt = rig.sheets['gimbal-two-axis']!.functions.find((f) => f.id === 'tilt')!;
    expect(tilt.askedBy).toEqual([{ by: 'slot', over: ['bus'], firstSlot: 2 }]);
  });

  it('names its wires', () => {
    const names = rig.cables.map((c) => c.wires.map((w) => w.id));
    expect(names.length).toBeGreaterThan(5);
    for (const own of names) expect(own).toEqual(own.map((_, i) => `w${i + 1}`));
  });

  it('a row keeps its shaping under its new words', () => {
    const old = JSON.parse(version3()) as { shaping: Record<string, unknown>[] };
    Object.assign(old.shaping[0]!, { expoPct: 20, weightPct: 90, offsetPct: -5, speedS: 2 });
    const now = readRig(JSON.stringify(old));
    expect(now.ok && now.value.shaping[0]).toMatchObject({ softPct: 20, sharePct: 90, shiftPct: -5, endToEndS: 2 });
  });
});

describe('an own sheet of an older version', () => {
  it('is read with who asks its functions', () => {
    const thermal = SHELF.find((s) => s.class === 'thermal-core-5v')!;
    const { functions, ...rest } = thermal;
    const old = {
      ...rest,
      functions: functions.map(({ askedBy: _, ...f }) => ({ ...f, over: ['pulse', 'bus'], slots: [5] })),
    };
    const reading = readSheet(JSON.stringify(old));
    expect(reading.ok && reading.value.functions[0]!.askedBy).toEqual([
      { by: 'slot', over: ['pulse', 'bus'], slots: [5] },
    ]);
  });
});

describe('fields of version 4', () => {
  it('survive reading and writing', () => {
    const base = demoRig();
    const gimbal = base.sheets['gimbal-two-axis']!;
    const rig = {
      ...base,
      sheets: {
        ...base.sheets,
        'gimbal-two-axis': {
          ...gimbal,
          profiles: 3,
          inside: { battery: true, minutes: 90 },
          assignablePorts: [{ port: 'control', mayBe: ['bus' as const], default: 'nothing' as const }],
          streams: [{ id: 's1', lens: 'visible', kind: 'rtsp' as const, link: 'bus', path: '/main' }],
          apps: [
            {
              id: 'a1',
              name: 'Ground app',
              shows: [{ kind: 'rtsp' as const, toldBy: 'its address' }],
              steers: ['pan' as const],
            },
          ],
          joints: gimbal.joints.map((j) => ({
            ...j,
            carries: 'payload',
            axis: [0, 1, 0] as [number, number, number],
            freeDeg: [-95, 45] as [number, number],
            endless: false,
          })),
          settings: gimbal.settings.map((s) => ({ ...s, kept: false, inProfile: true })),
        },
      },
      parts: base.parts.map((p) =>
        p.id === 'PK'
          ? { ...p, charge: { volts: 15.9 } }
          : p.class === 'gimbal-two-axis'
            ? { ...p, told: { control: 'bus' }, profile: 2 }
            : p,
      ),
      wishes: base.wishes.map((w) => ({ ...w, channel: 7 })),
    };
    const back = readRig(writeRig(rig));
    expect(back.ok && back.value).toEqual(rig);
  });
});

describe('wires by their names', () => {
  const rig = smallRig({ PK: 'pack-3s', R5: 'regulator-5v' }, [
    leadOf('C1', ['PK.out.1 R5.in.1 red', 'PK.out.2 R5.in.2 black']),
  ]);

  it('a cable that is added gets them, and a name stays with its wire when another goes', () => {
    expect(rig.cables[0]!.wires.map((w) => w.id)).toEqual(['w1', 'w2']);
    const less = applyEdits(rig, [
      { kind: 'removeWire', cable: 'C1', wire: 'w1' },
      { kind: 'setWire', cable: 'C1', wire: 'w2', gaugeAwg: 18 },
    ]).rig;
    expect(less.cables[0]!.wires).toMatchObject([{ id: 'w2', gaugeAwg: 18 }]);
    const more = applyEdits(less, [
      { kind: 'addWire', cable: 'C1', wire: { ...rig.cables[0]!.wires[0]!, id: undefined } },
    ]).rig;
    expect(more.cables[0]!.wires.map((w) => w.id)).toEqual(['w2', 'w1']);
  });

  it('a name that is not there is refused with the cable and the name', () => {
    expect(() => applyEdits(rig, [{ kind: 'removeWire', cable: 'C1', wire: 'w9' }])).toThrow(
      'cable C1 has no wire "w9"',
    );
  });

  it('a pack notes what it reads, and nothing else does', () => {
    const noted = applyEdits(rig, [{ kind: 'note', part: 'PK', change: { charge: { volts: 12.1 } } }]).rig;
    expect(noted.parts[0]!.charge).toEqual({ volts: 12.1 });
    expect(editSentence(rig, { kind: 'note', part: 'PK', change: { charge: { volts: 12.1 } } })).toBe(
      'PK: reads 12.1 V',
    );
    expect(() => applyEdits(rig, [{ kind: 'note', part: 'R5', change: { charge: { volts: 5 } } }])).toThrow(
      EditRefused,
    );
  });
});
