import { describe, expect, it } from 'vitest';
import {
  antennaLinks,
  carriesNetwork,
  hearsAir,
  isAntenna,
  sendsPictures,
  sheetProblems,
  speaksAir,
  staysOnGround,
  type Link,
  type PartFunction,
  type Sheet,
} from './index.js';
import { inFull, sheetSchema } from './schemas.js';
import { SHELF } from './shelf/index.js';

const shelf = (cls: string): Sheet => SHELF.find((s) => s.class === cls)!;
const AIR: Link = { id: 'air', kind: 'radio', way: 'both', pins: {}, params: {} };
const bothWays = (cls: string): Sheet => ({
  ...shelf(cls),
  links: shelf(cls).links.map((l) => (l.kind === 'radio' || l.kind === 'antenna' ? { ...l, way: 'both' as const } : l)),
});

describe('what a sheet leaves unsaid', () => {
  it('changes no sheet that says everything', () => {
    // nor the order of what it says: two machines compare sheets as they are written
    for (const sheet of SHELF) expect(JSON.stringify(inFull(sheet)), sheet.class).toBe(JSON.stringify(sheet));
  });

  it('calls what a part gives otherwise than what it takes', () => {
    const sheet = shelf('regulator-5v');
    const [supply, source] = [sheet.supplies[0]!, sheet.sources[0]!];
    const sources = [
      { ...source, id: supply.id },
      { ...source, id: `${supply.id}-out` },
    ];
    const said = inFull({ ...sheet, sources });
    expect(said.sources.map((s) => s.id)).toEqual([`${supply.id}-out-2`, `${supply.id}-out`]);
    expect(said.sources[0]!.regulator!.fedBy).toBe(source.regulator!.fedBy);
  });

  it('is that a plug wired through to the next in a row says nothing of its own', () => {
    const head = shelf('gimbal-three-bus');
    const bus = head.links.find((l) => l.kind === 'sbus')!;
    const at = bus.pins.data!;
    const port = head.ports.find((p) => p.id === at.port)!;
    const on: Link = { id: 'on', kind: 'sbus', way: 'talk', pins: { data: { port: 'on', pin: at.pin } }, params: {} };
    const chained: Sheet = { ...head, ports: [...head.ports, { ...port, id: 'on' }], links: [...head.links, on] };
    const tied = { ...chained, ties: [...chained.ties, [at, { port: 'on', pin: at.pin }]] };
    expect(inFull(tied).links.map((l) => l.id)).not.toContain('on');
    // what is not joined inside says something
    expect(inFull(chained).links.map((l) => l.id)).toContain('on');
  });

  it('is said once: a sheet in full stays as it is, and can be read again', () => {
    const long = bothWays('receiver-6-pins');
    const ports = long.ports.map((p) => ({ ...p, label: p.label.padEnd(120, 'x') }));
    const full = inFull({ ...long, ports, settings: [], links: long.links.map(({ slotSetting: _, ...l }) => l) });
    expect(inFull(full)).toEqual(full);
    expect(sheetSchema.safeParse(full).success).toBe(true);
  });

  it('is the side on which a radio or an antenna stands', () => {
    expect(speaksAir(inFull(bothWays('transmitter-16')))).toBe(true);
    expect(hearsAir(inFull(bothWays('transmitter-16')))).toBe(false);
    expect(hearsAir(inFull(bothWays('receiver-16')))).toBe(true);
    const heard = shelf('video-transmitter-pack');
    const turned = {
      ...heard,
      links: heard.links.map((l) => (l.kind === 'antenna' ? { ...l, way: 'listen' as const } : l)),
    };
    expect(antennaLinks(inFull(turned)).length).toBe(1);
    expect(isAntenna(inFull(bothWays('antenna-screw')))).toBe(true);
    expect(antennaLinks(inFull(bothWays('video-transmitter-pack'))).length).toBe(1);
    expect(isAntenna(inFull(bothWays('video-transmitter-pack')))).toBe(false);
  });

  it('is that what takes a picture by lead sends it, though both lines say nothing of their way, and it is told over a serial line', () => {
    const { links, ...sender } = shelf('video-transmitter-serial');
    const said = inFull({
      ...sender,
      links: [...links.filter((l) => l.kind !== 'antenna').map((l) => ({ ...l, way: 'both' as const })), AIR],
    });
    expect(links.some((l) => l.kind === 'device-serial')).toBe(true);
    expect(said.links.find((l) => l.kind === 'radio')!.way).toBe('talk');
    expect(sendsPictures(said)).toBe(true);
  });

  it('is where a network leads: away from a lens, to the air, over the last plug of a hub', () => {
    const onNetwork = SHELF.filter((s) => s.links.some((l) => l.kind === 'ethernet'));
    const short = (s: Sheet): Sheet => ({
      ...s,
      pictures: carriesNetwork(s) ? [] : s.pictures,
      links: s.links.map((l) => (l.kind === 'ethernet' ? { ...l, way: 'both' as const } : l)),
    });
    for (const sheet of onNetwork) expect(inFull(short(sheet)), sheet.class).toEqual(sheet);
    expect(onNetwork.length).toBeGreaterThan(8);
  });

  it('is the way of a pin, of what goes one way only; of a picture the way out of a lens and onto a screen or into the air', () => {
    const isOneWay = (l: Link): boolean => ['pulse', 'sbus', 'ppm', 'composite', 'hdmi'].includes(l.kind);
    const wayAt = (s: Sheet, { pins: { data } }: Link): string | undefined =>
      s.ports.find((p) => p.id === data?.port)?.pins.find((p) => p.n === data?.pin)?.way;
    const both = (s: Sheet, which: (l: Link) => boolean): Sheet => ({
      ...s,
      links: s.links.map((l) => (which(l) ? { ...l, way: 'both' as const } : l)),
    });
    const told = SHELF.filter((s) => s.links.some((l) => isOneWay(l) && /^(in|out)$/.test(wayAt(s, l) ?? '')));
    expect(told.length).toBeGreaterThan(30);
    for (const sheet of told)
      expect(inFull(both(sheet, (l) => isOneWay(l) && wayAt(sheet, l) !== 'both')), sheet.class).toEqual(sheet);

    const unsaid = (s: Sheet): Sheet => ({
      ...both(s, isOneWay),
      ports: s.ports.map((port) => ({ ...port, pins: port.pins.map(({ way: _, ...pin }) => pin) })),
    });
    const ways = (cls: string): string[] =>
      inFull(unsaid(shelf(cls))).links.flatMap((l) => (isOneWay(l) ? [l.way] : []));
    const lenses = SHELF.filter((s) => s.view && s.links.some((l) => ['composite', 'hdmi'].includes(l.kind)));
    expect(lenses.length).toBeGreaterThan(2);
    for (const { class: cls } of lenses) expect(ways(cls), cls).toContain('talk');
    expect(new Set(ways('video-transmitter-pack'))).toEqual(new Set(['listen']));
    expect(new Set(ways('receiver-6-pins'))).toEqual(new Set(['talk']));
  });

  it('is how pictures go through a box that has one way out, chosen by the function that is called so', () => {
    const boxes = SHELF.filter((s) => s.pictures.some((p) => p.chosenBy !== undefined) || s.class === 'hdmi-converter');
    expect(boxes.length).toBeGreaterThan(2);
    for (const sheet of boxes) {
      expect(inFull({ ...sheet, pictures: [] }), sheet.class).toEqual(sheet);
      const unchosen = sheet.pictures.map(({ chosenBy: _, ...path }) => path);
      expect(inFull({ ...sheet, pictures: unchosen }), sheet.class).toEqual(sheet);
      expect(inFull({ ...sheet, pictures: [], functions: [] }).pictures.some((p) => p.inputs.length > 1)).toBe(false);
    }
  });

  it('is where a picture from the air goes: out of the plugs of what has no lens and takes none by lead', () => {
    const goggles = shelf('goggles');
    const out: Link = { id: 'out', kind: 'composite', way: 'talk', pins: {}, params: {} };
    const box = (...links: Link[]): Sheet => ({ ...goggles, apps: [], links, pictures: [] });
    expect(inFull(box(AIR, out)).pictures).toEqual([{ inputs: ['air'], output: 'out' }]);
    expect(inFull({ ...box(AIR, out), view: shelf('nose-camera').view! }).pictures).toEqual([]);
    const own = { ...out, id: 'in', way: 'listen' as const };
    expect(inFull(box(AIR, own, out)).pictures).toEqual([{ inputs: ['in'], output: 'out' }]);
  });

  it('is how far a function goes that follows a width: from end to end of its channel, as far as its joint can', () => {
    const sheet = shelf('gimbal-two-pulse');
    const short = sheet.functions.map(({ range: _, rangeUs: __, ...fn }) => fn);
    for (const takes of ['position', 'rate'] as const)
      for (const fn of inFull({ ...sheet, functions: short.map((f) => ({ ...f, takes })) }).functions) {
        const joint = sheet.joints.find((j) => j.id === fn.joint);
        expect(fn.rangeUs).toEqual([1000, 2000]);
        if (!joint) expect(fn.range).toEqual({ from: -100, to: 100, unit: '%' });
        else if (takes === 'position') expect(fn.range).toEqual({ from: joint.minDeg, to: joint.maxDeg, unit: '°' });
        else expect(fn.range).toEqual({ from: -joint.speedDegPerS, to: joint.speedDegPerS, unit: '°/s' });
      }
    expect(short.filter((f) => f.joint).length).toBeGreaterThan(1);
    const [throttle] = inFull({
      ...sheet,
      functions: [{ ...short[0]!, what: 'throttle', takes: 'position', joint: undefined }],
    }).functions;
    expect(throttle!.range).toEqual({ from: 0, to: 100, unit: '%' });
  });

  it('is that something is on or off, where no channel asks it; what a channel asks must say where it acts', () => {
    const sheet = shelf('nose-camera');
    const record: PartFunction = {
      ...{ id: 'rec', label: 'Record', what: 'record', takes: 'pulse' },
      askedBy: [{ by: 'device', what: 'button' }],
    };
    const full = inFull({ ...sheet, functions: [record] });
    expect(full.functions[0]!.windows).toHaveLength(1);
    expect(sheetProblems({ ...sheet, functions: [record] })).toEqual([]);
    const byChannel: PartFunction = { ...record, askedBy: [{ by: 'slot', over: [sheet.links[0]!.id] }] };
    expect(inFull({ ...sheet, functions: [byChannel] }).functions[0]).toEqual(byChannel);
    expect(sheetProblems({ ...sheet, functions: [byChannel] })).toEqual([
      { where: 'functions[0]', what: 'needs windows' },
    ]);
  });

  it('is the slot of a receiver pin: its number, where no setting names another', () => {
    const { settings: _, ...bare } = shelf('receiver-6-pins');
    const links = bare.links.map(({ slotSetting: _, ...l }) => l);
    const full = inFull({ ...bare, links, settings: [{ ...shelf('receiver-16').settings[0]!, id: 'slot-pin2' }] });
    const carried = full.links
      .filter((l) => l.kind === 'pulse')
      .map((l) => full.settings.find((s) => s.id === l.slotSetting)!.values);
    expect(carried).toEqual([['1'], ['2'], ['3'], ['4'], ['5'], ['6']]);
    // a servo output of a controller is told what it carries
    expect(inFull(shelf('autopilot')).links).toEqual(shelf('autopilot').links);
  });
});

describe('a body that turns', () => {
  const called = (cls: string, change: (fn: PartFunction) => Partial<PartFunction>): string[] => {
    const sheet = shelf(cls);
    return inFull({ ...sheet, functions: sheet.functions.map((fn) => ({ ...fn, ...change(fn) })) }).functions.map(
      (fn) => fn.what,
    );
  };
  const own = shelf('gimbal-servo-pan').functions.map((fn) => fn.what);
  const OF_CRAFT: Partial<Record<string, PartFunction['what']>> = { 'roll-trim': 'roll', tilt: 'pitch', pan: 'yaw' };

  it('has axes of its own, by whichever names', () => {
    expect(own).toEqual(expect.arrayContaining(Object.keys(OF_CRAFT)));
    expect(called('gimbal-servo-pan', (fn) => ({ what: OF_CRAFT[fn.what] ?? fn.what }))).toEqual(own);
  });

  it('keeps the words of a craft where it flies one, or has both', () => {
    const flying = (fn: PartFunction): Partial<PartFunction> => ({ what: fn.what === 'tilt' ? 'throttle' : 'roll' });
    expect(called('gimbal-servo-pan', flying)).toContain('roll');
    expect(called('gimbal-servo-pan', (fn) => (fn.what === 'pan' ? { what: 'pitch' } : {}))).toContain('pitch');
    expect(called('flight-controller-3', () => ({}))).toEqual(
      shelf('flight-controller-3').functions.map((f) => f.what),
    );
  });
});

describe('what acts for a moment', () => {
  const record = (...windows: [number, number, string][]): Sheet => {
    const [fn, ...others] = shelf('zoom-camera-serial').functions;
    return {
      ...shelf('zoom-camera-serial'),
      functions: [{ ...fn!, windows: windows.map(([fromUs, toUs, label]) => ({ fromUs, toUs, label })) }, ...others],
    };
  };
  const acts = (sheet: Sheet): string[] => inFull(sheet).functions[0]!.windows!.map((w) => w.label);

  it('rests in the window of the middle, else in the lowest', () => {
    expect(acts(record([800, 1600, 'rest'], [1600, 2200, 'go']))).toEqual(['go']);
    expect(acts(record([1500, 2200, 'go'], [800, 1500, 'rest']))).toEqual(['go']);
    expect(acts(record([800, 1200, 'go'], [1200, 2200, 'rest']))).toEqual(['go']);
    expect(acts(record([900, 1200, 'rest'], [1700, 2200, 'go']))).toEqual(['go']);
    expect(acts(record([1700, 2200, 'go']))).toEqual(['go']);
  });
});

describe('who is on the air', () => {
  it('is no picture sender, and nothing that only shows pictures', () => {
    const sender = inFull({
      ...shelf('video-transmitter-pack'),
      links: [...shelf('video-transmitter-pack').links, AIR],
    });
    const screen = inFull({
      ...shelf('goggles'),
      links: [...shelf('goggles').links.filter((l) => l.way === 'listen'), AIR],
    });
    expect([sender, screen].map((s) => [speaksAir(s), hearsAir(s)])).toEqual([
      [false, false],
      [false, false],
    ]);
  });

  it('hears by the radio over which it is told, where its pictures leave by another', () => {
    const { id } = AIR;
    const board = shelf('flight-controller-3');
    const tiny = inFull({
      ...board,
      links: [
        AIR,
        { ...AIR, id: 'pictures' },
        {
          id: 'eye',
          kind: 'composite',
          way: 'listen',
          params: {},
          pins: { data: { port: board.ports[0]!.id, pin: 1 } },
        },
      ],
      functions: board.functions.map((f) => ({ ...f, askedBy: [{ by: 'slot', over: [id] }] })),
    });
    expect(tiny.links.filter((l) => l.kind === 'radio').map((l) => l.way)).toEqual(['listen', 'talk']);
  });

  it('holds its transmitter on the ground, whatever it weighs', () => {
    expect(staysOnGround({ ...shelf('transmitter-16'), massG: 700 })).toBe(true);
    expect(staysOnGround(shelf('receiver-16'))).toBe(false);
  });
});
