import { describe, expect, it } from 'vitest';
import { briefText } from '../../test/support/brief.js';
import { demoRig } from '../../test/support/demo-rig.js';
import { SHELF } from '../parts/shelf/index.js';
import { sheetEffect } from '../analysis/index.js';
import { applyEdits, type Rig } from '../rig/index.js';
import { migrateRig } from '../rig/studies.js';
import {
  cableCards,
  cardDefinition,
  cutList,
  partsList,
  priceSum,
  readBrief,
  readRig,
  readSheet,
  writeRig,
  writeSheet,
} from './index.js';

const brief = (change: (b: Record<string, unknown>) => void = () => undefined): string => {
  const value = JSON.parse(briefText('saltmarsh-six')) as Record<string, unknown>;
  change(value);
  return JSON.stringify(value);
};
const problemsOf = (text: string): string[] => {
  const reading = readBrief(text);
  return reading.ok ? [] : reading.problems.map((p) => `${p.where}: ${p.what}`);
};

describe('briefs', () => {
  it('lay parts and wishes on an empty bench', () => {
    const reading = readBrief(brief());
    expect(reading.ok && reading.value).toMatchObject({
      name: 'Saltmarsh Six',
      id: 'saltmarsh-six',
      cables: [],
      revision: 0,
    });
    expect(reading.ok && reading.value.wishes.map((w) => w.label)).toContain('Gimbal mode');
  });

  it.each<[string, (b: Record<string, unknown>) => void, RegExp]>([
    [
      'a class nobody has',
      (b) => ((b.parts as { class: string }[])[0]!.class = 'nowhere'),
      /^parts\[0\]\.class: no class "nowhere"/,
    ],
    ['an id twice', (b) => ((b.parts as { id: string }[])[1]!.id = 'PK'), /^parts\[1\]\.id: "PK" is there twice/],
    [
      'a wish for a part that is not there',
      (b) => ((b.wishes as { part: string }[])[0]!.part = 'XX'),
      /^wishes\[0\]\.part: no part "XX"/,
    ],
    [
      'a part that rides on nothing',
      (b) => ((b.parts as { place: { rides: string } }[])[7]!.place.rides = 'XX'),
      /^parts\[7\]\.place\.rides: no part "XX"/,
    ],
    [
      'a part that rides on itself',
      (b) => Object.assign((b.parts as object[])[7]!, { id: 'X7', place: { xMm: 0, yMm: 0, zMm: 0, rides: 'X7' } }),
      /^parts\[7\]\.place\.rides: no part "X7"/,
    ],
    [
      'something prepared that its sheet does not know',
      (b) => ((b.parts as { prepared?: string[] }[])[2]!.prepared = ['polished']),
      /^parts\[2\]\.prepared: the sheet has no prep item "polished"/,
    ],
    ['another format', (b) => (b.format = 'else'), /^format: /],
    ['a field nobody knows', (b) => (b.colour = 'red'), /colour/],
  ])('with %s are refused with the place', (_name, change, says) =>
    expect(problemsOf(brief(change)).join('\n')).toMatch(says),
  );

  it('that are no JSON say where', () => expect(problemsOf('{\n  "format": oops')[0]).toMatch(/^line 2/));
});

describe('sheets', () => {
  it.each(SHELF.map((s) => [s.class, s] as const))('%s reads back as it was written', (_cls, sheet) => {
    const reading = readSheet(writeSheet(sheet));
    expect(reading.ok && reading.value).toEqual(JSON.parse(JSON.stringify(sheet)));
  });

  it('are at least sixty built-in classes with names of their own', () => {
    expect(SHELF.length).toBeGreaterThanOrEqual(60);
    expect(new Set(SHELF.map((s) => s.name)).size).toBe(SHELF.length);
  });

  it('with a mistake say where', () => {
    const sheet = structuredClone(SHELF.find((s) => s.class === 'thermal-core-5v')!);
    sheet.links[0]!.pins.data = { port: 'nowhere', pin: 1 };
    const broken = readSheet(writeSheet(sheet));
    expect(broken.ok ? [] : broken.problems).toContainEqual({
      where: 'links[0].pins',
      what: 'pin 1 of port "nowhere" is not on the sheet',
    });
    const text = readSheet(writeSheet(sheet).replace('"massG": 74', '"massG": "heavy"'));
    expect(text.ok ? [] : text.problems.map((p) => p.where)).toContain('massG');
  });

  it('show what they would change in a rig, and what it could not take', () => {
    const rig = demoRig();
    const sheet = structuredClone(rig.sheets['thermal-core-5v']!);
    sheet.supplies[0]!.volts = [4.5, 13];
    const effect = sheetEffect(rig, sheet);
    expect(effect).toMatchObject({ parts: 1, refused: null, gone: ['Thermal core is on 11.98 V'] });
    expect(effect.figures.find((f) => f.name === 'stops')).toEqual({
      name: 'stops',
      before: '2 stops',
      after: '1 stop',
    });
    const bare = {
      ...structuredClone(sheet),
      links: sheet.links.slice(2),
      functions: [],
      ports: sheet.ports.filter((p) => p.id !== 'control'),
    };
    expect(sheetEffect(rig, bare).refused).toMatch(/control/);
  });
});

describe('lists and cards', () => {
  it('the cut list has a row a wire with its length, weight and what sits in it', () => {
    const { fields, data } = cutList(demoRig());
    expect(data).toHaveLength(demoRig().cables.flatMap((c) => c.wires).length);
    const first = Object.fromEntries(fields.map((f, i) => [f, data[0]![i]]));
    expect(first).toMatchObject({
      cable: 'C1',
      from: 'Pack 4S',
      length_mm: 120,
      gauge_awg: 18,
      in_the_wire: 'a 5 A fuse',
    });
    expect(Number(first.copper_g)).toBeGreaterThan(0.5);
  });

  it('the parts list sums the prices the user entered', () => {
    const priced = applyEdits(demoRig(), [
      { kind: 'note', part: 'PK', change: { price: 62.5 } },
      { kind: 'note', part: 'GB', change: { price: 310 } },
      { kind: 'currency', currency: 'kr' },
    ]).rig;
    expect(priceSum(priced)).toEqual({ sum: 372.5, without: 11 });
    const { fields, data } = partsList(priced);
    expect(fields.at(-1)).toBe('price_kr');
    expect(data.at(-1)!.at(-1)).toBe(372.5);
  });

  it('cable cards have a table a cable, the merged plugs and the boards', () => {
    const merged = applyEdits(demoRig(), [
      { kind: 'merge', merge: { id: 'M1', label: 'Field plug', cables: ['C17', 'C18'] } },
    ]).rig;
    const card = cableCards(merged);
    expect(card.tables).toHaveLength(merged.cables.length + 2);
    expect(card.tables.map((t) => t.heading).join()).toContain('Field plug · 6 ways');
    expect(JSON.stringify(cardDefinition(card))).not.toContain('\u00b5');
  });
});

describe('rigs of version 1', () => {
  const old = (): Record<string, unknown> => {
    const { merges: _m, ticked: _t, currency: _c, ...rig } = JSON.parse(writeRig(demoRig())) as Rig;
    const bare = (list: object[], ...keys: string[]): object[] =>
      list.map((x) => Object.fromEntries(Object.entries(x).filter(([k]) => !keys.includes(k))));
    return {
      ...rig,
      version: 1,
      kind: 'six-rotor',
      schools: { gimbalFeed: 'steady', takeOff: 'pan off' },
      parts: bare(rig.parts, 'prepared', 'place', 'firmware'),
      cables: bare(rig.cables, 'locked'),
      wishes: bare(rig.wishes, 'hand'),
      sheets: Object.fromEntries(
        Object.entries(rig.sheets).map(([cls, s]) => [cls, bare([s], 'firmware', 'prep', 'cues')[0]]),
      ),
    };
  };

  it('are read as version 4, with what was added filled in', () => {
    const reading = readRig(JSON.stringify(old()));
    expect(reading.ok && reading.value).toMatchObject({
      version: 4,
      kind: 'rotor',
      merges: [],
      ticked: [],
      schools: { reach: 'bus' },
    });
  });

  it('filled in without the schema are just the same', () => {
    const reading = readRig(JSON.stringify(old()));
    expect(migrateRig(old())).toEqual(reading.ok && reading.value);
  });

  it('what is no old rig is handed on', () => {
    for (const value of [null, 3, [], { version: 4 }]) expect(migrateRig(value)).toBe(value);
  });
});
