import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoRig, mendedRig } from '../../test/support/demo-rig.js';
import { saltmarshSix } from '../../../../demo/saltmarsh-six.js';
import { analyse } from '../analysis/index.js';
import { applyEdit, emptyRig } from '../rig/index.js';
import { SHELF } from '../parts/shelf/index.js';
import { ASKED_WHATS } from '../parts/sheet-words.js';
import { sheetSchema } from '../parts/schemas.js';
import { sheetProblems } from '../parts/index.js';
import { cautionsOf, channelTable, READING_STEPS, readRig, rigJsonSchema, wiringCard, writeRig } from './index.js';

const problemsOf = (text: string): string[] => {
  const reading = readRig(text);
  return reading.ok ? [] : reading.problems.map((p) => `${p.where}: ${p.what}`);
};

describe('rig files', () => {
  it('come back as they were written', () => {
    for (const rig of [demoRig(), mendedRig(), emptyRig('x', 'Ünïcödé 名')])
      expect(readRig(writeRig(rig))).toEqual({ ok: true, value: rig });
  });

  it('tell how far their reading is, to the step that fails', () => {
    const told = (text: string): string[] => {
      const steps: string[] = [];
      readRig(text, (step) => steps.push(step));
      return steps;
    };
    const rig = demoRig();
    expect(told(writeRig(rig))).toEqual(READING_STEPS);
    expect(told('{"format":')).toEqual(['text']);
    expect(told(JSON.stringify({ ...rig, parts: 'none' }))).toEqual(['text', 'parts and wires']);
  });

  it('wish for the roll of what turns a camera, whatever it is called: flying is not wished for', () => {
    const rig = demoRig();
    const part = rig.parts.find((p) => p.id === 'GB')!;
    const wished = (what: string, of?: string): string => {
      const wishes = [{ ...rig.wishes[0]!, what, ...(of ? { part: of } : {}) }];
      const reading = readRig(JSON.stringify({ ...rig, wishes }));
      return reading.ok ? reading.value.wishes[0]!.what : 'refused';
    };
    const does = rig.sheets[part.class]!.functions.map((fn) => fn.what);
    expect(does).toContain('tilt');
    expect(does).not.toContain('roll-trim');
    expect([wished('pitch'), wished('pitch', 'GB'), wished('pitch', 'FC'), wished('roll'), wished('zoom')]).toEqual([
      ...['tilt', 'tilt', 'pitch', 'roll', 'zoom'],
    ]);
  });

  it('the shipped demo is what its source prints', () => expect(demoRig()).toEqual(saltmarshSix()));

  it('that are not JSON are refused with line and column', () => {
    expect(problemsOf('{\n  "format": nope }')).toEqual([
      'line 2, column 13: this is not JSON: a word that JSON does not know',
    ]);
    expect(problemsOf('')[0]).toContain('the file is empty');
  });

  it.each([
    ['{"a": 1,}', 'line 1, column 9'],
    ['{"a": 1\n "b": 2}', 'line 2, column 2'],
    ['{\r\n"a": 1 // why\r\n}', 'line 2, column 8'],
    ['{"a": "open\n}', 'line 1, column 7'],
    ['{"a": [1, 2}', 'line 1, column 12'],
    ['{"a": 1} x', 'line 1, column 10'],
    ['{"a": 1', 'line 1, column 8'],
    ["{'a': 1}", 'line 1, column 2'],
  ])('%j is no JSON, and the place is %s', (text, place) => expect(problemsOf(text)[0]).toContain(`${place}:`));

  it('a mistake put anywhere into a good file is placed there', () => {
    const text = writeRig(demoRig());
    const lines = text.split('\n');
    // the engine's own reader is the oracle of whether, the place is where we put it
    for (const at of [3, 40, 200, lines.length - 3]) {
      const broken = [...lines.slice(0, at), `@${lines[at]!.trimStart()}`, ...lines.slice(at + 1)].join('\n');
      expect(() => JSON.parse(broken) as unknown).toThrow();
      expect(problemsOf(broken)[0]).toMatch(new RegExp(`^line ${at + 1}, column 1:`));
    }
  });

  it.each([
    ['\u0007', 'a bell'],
    ['\u202e', 'writing turned round'],
    ['\u200f', 'a mark that turns writing'],
    ['\n', 'a line end'],
    ['\u0000', 'a nul'],
  ])('a name with %j, %s, is refused in a file and in an edit', (bad) => {
    const rig = demoRig();
    expect(problemsOf(JSON.stringify({ ...rig, name: `Salt${bad}marsh` }))[0]).toMatch(/^name: holds a character/);
    expect(() => applyEdit(rig, { kind: 'rename', name: `Salt${bad}marsh` })).toThrow('cannot be seen');
    expect(() => applyEdit(rig, { kind: 'rename', name: 'Salt marsh é 名 🛩' })).not.toThrow();
  });

  it('a class that is a word every object answers to is still looked for in the file', () => {
    const rig = demoRig();
    const parts = rig.parts.map((p, i) => (i ? p : { ...p, class: 'constructor' }));
    expect(problemsOf(JSON.stringify({ ...rig, parts }))).toContain(
      'parts[0].class: no sheet "constructor" in the file',
    );
  });

  it('of another kind or a newer version are refused by name', () => {
    expect(problemsOf('[]')[0]).toContain('one object');
    expect(problemsOf('{"format":"other"}')).toEqual(['format: expected "squallmark-rig", found "other"']);
    expect(problemsOf(JSON.stringify({ ...demoRig(), version: 9 }))[0]).toContain('newer Squallmark');
  });

  it('with a broken field name its place', () => {
    const rig = structuredClone(demoRig()) as unknown as { cables: { wires: { lengthMm: unknown }[] }[] };
    rig.cables[2]!.wires[1]!.lengthMm = 'long';
    expect(problemsOf(JSON.stringify(rig))[0]).toMatch(/^cables\[2\]\.wires\[1\]\.lengthMm: /);
  });

  it('say in words what is missing, what stands there and what is wanted', () => {
    const rig = structuredClone(demoRig());
    const camera = rig.sheets['zoom-camera-serial']!;
    const broken = (change: (doc: Record<string, unknown>) => void): string => {
      const doc = structuredClone(rig) as unknown as Record<string, unknown>;
      change(doc);
      return problemsOf(JSON.stringify(doc))[0]!;
    };
    const inSheet = (name: string, value: unknown) =>
      broken((doc) => Object.assign((doc.sheets as typeof rig.sheets)[camera.class]!.links[0]!, { [name]: value }));
    expect(broken((doc) => delete doc.name)).toBe('name: is missing; a text is wanted');
    expect(broken((doc) => (doc.parts = {}))).toBe('parts: is an object; a list is wanted');
    expect(broken((doc) => (doc.name = ''))).toBe('name: has no letters; at least 1 is wanted');
    expect(broken((doc) => (doc.revision = -1))).toMatch(/^revision: is -1; at least \d is wanted$/);
    expect(broken((doc) => ((doc.cables as typeof rig.cables)[0]!.wires = []))).toBe(
      'cables[0].wires: has no entries; at least 1 is wanted',
    );
    expect(inSheet('kind', 'Device_Serial')).toMatch(/: is "Device_Serial", perhaps "device-serial"; one of /);
    expect(broken((doc) => (doc.revision = 1.5))).toBe('revision: is 1.5; a whole number is wanted');
    expect(inSheet('kind', 'pwm')).toMatch(
      /^sheets\.zoom-camera-serial\.links\[0\]\.kind: is "pwm"; one of "pulse", "sbus", .* is wanted$/,
    );
    const odd = broken((doc) => {
      Object.assign((doc.sheets as typeof rig.sheets)[camera.class]!.functions[0]!, { what: 'shutter' });
    });
    for (const what of ASKED_WHATS) expect(odd).toContain(`"${what}"`);
    expect(inSheet('colour', 'red')).toMatch(
      /^sheets\.zoom-camera-serial\.links\[0\]: nobody reads "colour"; what is read here: "id", "kind", "way", /,
    );
    expect(inSheet('slot_setting', 'x')).toContain('nobody reads "slot_setting", perhaps "slotSetting"; ');
    const asked = broken((doc) => {
      Object.assign((doc.sheets as typeof rig.sheets)[camera.class]!.functions[0]!.askedBy[0]!, { by: 'voice' });
    });
    expect(asked).toMatch(/askedBy\[0\]\.by: is "voice"; one of "slot", "gesture", "screen", "device" is wanted$/);
  });

  it('with a reference to nothing name its place', () => {
    const rig = structuredClone(demoRig());
    rig.cables[0]!.wires[0]!.from.part = 'GHOST';
    expect(problemsOf(writeRig(rig))).toEqual(['cables[0].wires[0].from: no pin 1 on port "out" of part "GHOST"']);
  });

  it('never throw, whatever the text', () => {
    fc.assert(
      fc.property(fc.oneof(fc.string(), fc.json()), (text) => {
        expect(readRig(text).ok).toBe(false);
      }),
    );
  });

  it('never throw when any one value of a good file is replaced', () => {
    const leaves: (string | number)[][] = [];
    const walk = (value: unknown, path: (string | number)[]): void => {
      if (typeof value !== 'object' || value === null) return void leaves.push(path);
      for (const [key, inner] of Object.entries(value))
        walk(inner, [...path, Array.isArray(value) ? Number(key) : key]);
    };
    const good = JSON.stringify(demoRig());
    walk(demoRig(), []);
    fc.assert(
      fc.property(
        fc.constantFrom(...leaves),
        fc.constantFrom<unknown>(null, -1, 1e9, '', 'GHOST', [], {}),
        (path, junk) => {
          const rig = JSON.parse(good) as Record<string | number, unknown>;
          const holder = path
            .slice(0, -1)
            .reduce<Record<string | number, unknown>>((at, key) => at[key] as Record<string | number, unknown>, rig);
          holder[path.at(-1)!] = junk;
          const reading = readRig(JSON.stringify(rig));
          if (reading.ok) expect(() => analyse(reading.value)).not.toThrow();
          else expect(reading.problems.every((p) => p.where && p.what)).toBe(true);
        },
      ),
      { numRuns: 300 },
    );
  });

  it('have a JSON Schema that names the format', () =>
    expect(JSON.stringify(rigJsonSchema())).toContain('squallmark-rig'));
});

describe('the shelf', () => {
  it('is sound, sheet by sheet, each class once', () => {
    for (const sheet of SHELF) {
      expect(sheetSchema.parse(sheet), sheet.class).toEqual(sheet);
      expect(sheetProblems(sheet), sheet.class).toEqual([]);
    }
    expect(new Set(SHELF.map((s) => s.class)).size).toBe(SHELF.length);
  });

  it('a sheet that points nowhere is told where', () => {
    const sheet = structuredClone(SHELF.find((s) => s.role === 'gimbal')!);
    sheet.links[0]!.pins.data!.pin = 9;
    sheet.functions[0]!.joint = 'knee';
    sheet.settings[0]!.default = 'magic';
    expect(sheetProblems(sheet).map((p) => p.where)).toEqual([
      'links[0].pins',
      'settings[0].default',
      'functions[0].joint',
    ]);
  });

  it('a source gives by its cells, by its figures or by what it holds, and by one of these', () => {
    const sheet = SHELF.find((s) => s.sources.some((source) => source.regulator))!;
    const [{ regulator, ...plain }] = sheet.sources as [(typeof sheet.sources)[number]];
    const said = (source: Partial<typeof plain> & { regulator?: typeof regulator }): string[] =>
      sheetProblems({ ...sheet, sources: [{ ...plain, ...source }] }).map((p) => p.where);
    expect([said({ regulator }), said({ fixedV: 5 }), said({ kind: 'stolen', fixedV: 5 })]).toEqual([[], [], []]);
    expect([
      said({}),
      said({ regulator, fixedV: 5 }),
      said({ kind: 'stolen', regulator }),
      said({ kind: 'pack' }),
    ]).toEqual([['sources[0]'], ['sources[0]'], ['sources[0]'], expect.arrayContaining(['sources[0]'])]);
  });

  it('a sheet whose plus is no supply pin, or whose minus no ground, is refused', () => {
    const sheet = structuredClone(SHELF.find((s) => s.sources.some((source) => source.regulator))!);
    [sheet.sources[0]!.plus, sheet.sources[0]!.minus] = [sheet.sources[0]!.minus, sheet.sources[0]!.plus];
    expect(sheetProblems(sheet).map((p) => `${p.where}: ${p.what}`)).toEqual([
      expect.stringMatching(/^sources\[0\].plus: pin \d+ of port ".+" is no supply pin$/),
      expect.stringMatching(/^sources\[0\].minus: pin \d+ of port ".+" is no ground pin$/),
    ]);
  });
});

describe('tables and cards', () => {
  it('the channel table has a row a function', () => {
    const { fields, data } = channelTable(analyse(mendedRig()));
    expect(data).toHaveLength(13);
    expect(data.every((row) => row.length === fields.length)).toBe(true);
    expect(data.find((row) => row[0] === 8)).toEqual([
      8,
      'left slider',
      1012,
      1871,
      0,
      'no',
      0,
      0,
      '',
      '',
      '',
      'no',
      8,
      'Gimbal, two axis',
      'Tilt',
      8,
      'no',
      'sbus',
      'TX',
    ]);
  });

  it('the wiring card carries every wire, the stops on top and the cautions', () => {
    const rig = demoRig();
    const card = wiringCard(rig, analyse(rig));
    expect(card.tables[0]?.heading).toBe('Not to be switched on yet');
    expect(card.tables.slice(1).reduce((sum, t) => sum + t.rows.length, 0)).toBe(
      rig.cables.reduce((sum, c) => sum + c.wires.length, 0),
    );
    expect(card.cautions.join(' ')).toMatch(/antenna.*pre-flight check/);
    expect(wiringCard(mendedRig(), analyse(mendedRig())).tables[0]?.heading).not.toContain('Not to be');
  });

  it('cautions are said once each', () => {
    const cautions = cautionsOf(demoRig());
    expect(new Set(cautions).size).toBe(cautions.length);
  });
});
