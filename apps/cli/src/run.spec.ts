import { encodeSbus } from '@squallmark/core/signals';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { runCommand } from './run.js';

const demo = readFileSync(new URL('../../../demo/saltmarsh-six.json', import.meta.url));
const frame = encodeSbus({
  slots: new Array<number>(16).fill(992),
  digital: [true, false],
  lost: false,
  failsafe: false,
});

async function run(line: string, files: Record<string, Uint8Array> = {}) {
  const said = { out: '', err: '', written: {} as Record<string, Uint8Array> };
  const all: Record<string, Uint8Array> = { 'rig.json': demo, ...files };
  const status = await runCommand(line.split(' ').filter(Boolean), {
    read(file) {
      const bytes = all[file];
      if (!bytes) throw new Error('no such file');
      return bytes;
    },
    *pieces(file) {
      const bytes = all[file];
      if (!bytes) throw new Error('no such file');
      yield bytes;
    },
    write: (file, bytes) => void (said.written[file] = bytes),
    out: (text) => void (said.out += `${text}\n`),
    err: (text) => void (said.err += `${text}\n`),
  });
  return { status, ...said };
}
const json = (text: string) =>
  JSON.parse(text) as Record<string, unknown[]> & { seconds: number; charge: number; skippedBytes: number };

describe('squallmark check', () => {
  it('leaves with 1 and the stops of the demo rig', async () => {
    const { status, out } = await run('check rig.json');
    expect(status).toBe(1);
    expect(out).toContain('Thermal core is on 11.98 V');
  });

  it('gives findings with rule, mark, subjects, figures and text', async () => {
    const { findings } = json((await run('check rig.json --json')).out);
    expect(findings![0]).toMatchObject({ rule: 'supply-range', mark: 'stop', subjects: ['TH', 'C9'] });
    expect(Object.keys(findings![0] as object)).toEqual([
      'rule',
      'mark',
      'subjects',
      'figures',
      'silences',
      'text',
      'fix',
    ]);
  });

  it('prints the fix under each finding that has one, and what it silences with the cause', async () => {
    const { out } = await run('check rig.json');
    expect(out).toContain('        → Cross it');
    expect(out).toContain('So Record and Zoom are not there yet.');
    const { findings } = json((await run('check rig.json --json')).out);
    const crossed = findings!.find((f) => (f as { rule: string }).rule === 'pair-not-crossed');
    expect(crossed).toMatchObject({ fix: { text: 'Cross it', edits: [{ kind: 'crossPair', cable: 'C6' }] } });
    const dropped = findings!.find((f) => (f as { rule: string }).rule === 'wish-impossible');
    expect(dropped).toMatchObject({ fix: null });
  });
});

describe('squallmark mend', () => {
  it('does the fixes of the stops and leaves a rig without any', async () => {
    const { status, out, written } = await run('mend rig.json --out mended.json');
    expect(status).toBe(0);
    expect(out).toContain('→ Cross it');
    const after = await run('check mended.json', { 'mended.json': written['mended.json']! });
    expect(after.status).toBe(0);
    expect(after.out).not.toContain('stop');
  });

  it('does those of one rule alone, and all of them when asked', async () => {
    const one = json((await run('mend rig.json --rule pair-not-crossed --json')).out);
    expect(one.done).toHaveLength(1);
    const all = json((await run('mend rig.json --all --json')).out);
    expect(all.done!.length).toBeGreaterThan(4);
    expect(all.left).toEqual([expect.objectContaining({ rule: 'wish-impossible' })]);
  });

  it('refuses a rule that is none', async () => {
    const { status, err } = await run('mend rig.json --rule nonsense');
    expect([status, err]).toEqual([2, expect.stringContaining('no rule "nonsense"')]);
  });
});

describe('squallmark rails', () => {
  it('looks up heat, packs, thinnest leads, the gimbal feed and the cheapest regulators', async () => {
    const asked = '--heat --packs --margin 0.1 --gimbal-feed --feeding 0.1 --celsius 0';
    const { out } = await run(`rails rig.json ${asked} --json`);
    const found = JSON.parse(out) as Record<string, unknown[]> & {
      heat: { celsius: number; regulators: { riseK: number }[] };
      packs: { minutes: number };
      gauges: { leads: { cable: string; nowG: number; leastG: number }[] };
      feeding: { massG: number; nowG: number; outlets: unknown[] };
    };
    expect(found).toMatchObject({ celsius: 0, heat: { celsius: 0 } });
    expect(found.heat.regulators[0]!.riseK).toBeGreaterThan(0);
    const warm = JSON.parse((await run('rails rig.json --packs --json')).out) as typeof found;
    expect(warm.packs.minutes).toBeGreaterThan(found.packs.minutes);
    expect(found.gauges.leads.every((l) => l.leastG <= l.nowG + 1e-9)).toBe(true);
    expect(found.gimbalFeed).toHaveLength(2);
    expect(found.feeding.massG).toBeLessThanOrEqual(found.feeding.nowG);
    const said = (await run(`rails rig.json ${asked}`)).out;
    for (const word of ['of heat', 'until the first pack', 'will do', 'gimbal from', 'cheapest set', 'mm²'])
      expect(said).toContain(word);
  });

  it.each(['--celsius=-60', '--celsius=warm', '--margin=-1', '--feeding=x'])(
    'refuses %s with its bounds',
    async (flag) => {
      const { status, err } = await run(`rails rig.json ${flag}`);
      expect(status).toBe(2);
      expect(err).toMatch(/is not a number from/);
    },
  );

  it('gives volts and amperes at a charge', async () => {
    const answer = json((await run('rails rig.json --charge 0.5 --json')).out);
    expect(answer.charge).toBe(0.5);
    expect(answer.nodes).toContainEqual(expect.objectContaining({ part: 'PK', port: 'out' }));
    expect(Object.keys(answer.nodes![0] as object)).toEqual(['part', 'port', 'volts', 'amps']);
  });

  it('says how far the volts may lie apart, and what goes first in a short', async () => {
    const { nodes, shorts } = JSON.parse((await run('rails rig.json --band --short --json')).out) as {
      nodes: { volts: number; band: { lowV: number; highV: number; leastV: number; mostV: number } }[];
      shorts: { part: string; first: string; amps: number }[];
    };
    for (const { volts, band } of nodes) {
      expect(band.leastV).toBeLessThanOrEqual(volts);
      expect(band.mostV).toBeGreaterThanOrEqual(volts);
      expect(band.lowV).toBeLessThanOrEqual(band.highV);
    }
    expect(shorts.map((s) => s.part)).toContain('VT');
    const { out } = await run('rails rig.json --band --short');
    expect(out).toMatch(/95 of 100 rigs/);
    expect(out).toMatch(/short at Video transmitter, main: [\d.]+ A/);
  });

  it.each(['2', '-0.1', 'half', ''])('refuses the charge "%s"', async (charge) => {
    const { status, err } = await run(`rails rig.json --charge=${charge}`);
    expect([status, err]).toEqual([2, `--charge: "${charge}" is not a number from 0 to 1\n`]);
  });
});

describe('squallmark spice', () => {
  it.each([
    ['spice rig.json --charge 0.4', '.op'],
    ['spice rig.json --transient', '.tran'],
  ])('%s writes a deck with its title and every contact by name', async (line, analysis) => {
    const { status, out } = await run(line);
    expect(status).toBe(0);
    const lines = out.trimEnd().split('\n');
    expect(lines[0]).toMatch(/^\* .*charge/);
    expect(lines.at(-1)).toBe('.end');
    expect(lines.filter((l) => l.startsWith(`${analysis} `) || l === analysis)).toHaveLength(1);
    expect(lines.filter((l) => l.startsWith('* PK pack'))).toHaveLength(1);
  });

  it('draws more at the peak', async () => {
    const amps = async (line: string): Promise<number> => {
      const { nodes } = JSON.parse((await run(line)).out) as { nodes: { part: string; amps: number }[] };
      return nodes.find((n) => n.part === 'PK')!.amps;
    };
    expect(await amps('rails rig.json --json --peak')).toBeGreaterThan(await amps('rails rig.json --json'));
  });
});

describe('squallmark wake', () => {
  it('gives the order of powering down', async () => {
    const { steps } = json((await run('wake rig.json --power-down --json')).out);
    expect(steps![0]).toMatchObject({ start: 0, text: 'Landed, disarmed, props stand' });
    expect((await run('wake rig.json --power-down --transient')).status).toBe(2);
    expect((await run('wake rig.json --kind usb')).out).toContain('has a free USB socket');
    expect((await run('wake rig.json --kind bench')).out).toContain('Props off, craft held down');
    expect((await run('wake rig.json --kind shed')).err).toContain('none of field, bench, usb');
  });

  it('is no longer with two pairs of hands, and refuses three', async () => {
    const secondsOf = async (line: string): Promise<number> => json((await run(line)).out).seconds;
    expect(await secondsOf('wake rig.json --hands 2 --json')).toBeLessThan(await secondsOf('wake rig.json --json'));
    const { status, err } = await run('wake rig.json --hands 3');
    expect([status, err]).toEqual([2, '--hands: "3" is neither 1 nor 2\n']);
  });

  it('says what the supplies do meanwhile', async () => {
    const { status, out } = await run('wake rig.json --transient --json');
    expect(status).toBe(0);
    const { power } = JSON.parse(out) as { power: { mostA: { amps: number }; resets: unknown[]; leftOut: string[] } };
    expect(power.mostA.amps).toBeGreaterThan(0.5);
    expect(power.resets).toEqual([]);
    expect(power.leftOut).toEqual(['inductance']);
    expect((await run('wake rig.json --transient')).out).toMatch(/packs give at most [\d.]+ A/);
  });

  it('gives the seconds and the steps with what they come after', async () => {
    const { status, out } = await run('wake rig.json --json');
    expect(status).toBe(0);
    const answer = json(out);
    expect(answer.seconds).toBe(43);
    expect(answer.steps![0]).toEqual({ start: 0, seconds: 2, part: 'FC', text: 'Props off', after: [] });
  });
});

/** A recording of the demo's lines, made once. */
const recorded = new Map<string, Promise<Uint8Array>>();
function recording(name: string): Promise<Uint8Array> {
  const made = recorded.get(name) ?? run(`record rig.json --out ${name}`).then((r) => r.written[name]!);
  recorded.set(name, made);
  return made;
}

describe('squallmark decode', () => {
  it('finds frames between noise and counts the rest', async () => {
    const noisy = Uint8Array.from([1, 2, 3, ...frame, 9, ...frame.slice(0, 20)]);
    const { status, out } = await run('decode bytes --as sbus --json', { bytes: noisy });
    expect(status).toBe(0);
    expect(json(out)).toMatchObject({
      bus: 'sbus',
      skippedBytes: 24,
      frames: [{ digital: [true, false], lost: false, failsafe: false }],
    });
  });

  it('says which bus it reads when asked for another', async () => {
    expect(await run('decode bytes --as morse', { bytes: frame })).toMatchObject({
      status: 2,
      err: '--as: "morse" is not read here; pulse, ppm, sbus, crsf, mavlink, uart are\n',
    });
  });

  it('finds out by itself what raw bytes and lines are', async () => {
    const bytes = Uint8Array.from(new Array(20).fill([...frame]).flat() as number[]);
    expect((await run('decode bytes', { bytes })).out).toMatch(/^bytes: SBUS in bytes, 99 % sure/);
    const vcd = await recording('lines.vcd');
    const { status, out } = await run('decode lines.vcd --json', { 'lines.vcd': vcd });
    expect(status).toBe(0);
    const lines = (JSON.parse(out) as { lines: { line: string; what: string; counts: { frames: number } }[] }).lines;
    const bus = lines.find((l) => l.what.startsWith('SBUS'))!;
    expect(bus.what.replaceAll('\u202f', ' ')).toBe('SBUS, 100 000 baud 8E2, inverted');
    expect(bus.counts.frames).toBeGreaterThan(1000);
    expect(lines.some((l) => l.what === 'servo pulse')).toBe(true);
    expect((await run('decode lines.vcd --line none', { 'lines.vcd': vcd })).err).toMatch(/no line "none"; it has rig/);
  });

  it('says of a dump without lines what was left out, and of a rig that says nothing by leads that there is nothing to record', async () => {
    const real = '$timescale 1 ns $end $var real 64 ! v $end $enddefinitions $end #0 r1.5 ! #5 r2 ! #9';
    expect((await run('decode real.vcd', { 'real.vcd': new TextEncoder().encode(real) })).err).toBe(
      'real.vcd: no line of two levels is in it; left out: 2 real values\n',
    );
    const full = JSON.parse(new TextDecoder().decode(demo)) as Record<string, unknown>;
    const none = [
      'wishes',
      'parts',
      'cables',
      'shaping',
      'held',
      'bindings',
      'failSafes',
      'handOvers',
      'merges',
      'ticked',
    ];
    const silent = JSON.stringify({ ...full, ...Object.fromEntries(none.map((list) => [list, []])) });
    const { err, written } = await run('record silent.json --out a.csv', {
      'silent.json': new TextEncoder().encode(silent),
    });
    expect(err).toMatch(/^silent.json: no receiver, controller or box here puts out pulses/);
    expect(written).toEqual({});
  });

  it('says where a dump cannot be read', async () => {
    const bad = new TextEncoder().encode('$timescale 1 ns $end $enddefinitions $end\n#5\n1?\n');
    expect(await run('decode bad.vcd', { 'bad.vcd': bad })).toMatchObject({
      status: 2,
      err: 'bad.vcd, line 3: no line has the code "?"\n',
    });
  });
});

describe('squallmark identify', () => {
  it('finds every control of the simulated rig on its slot, from a dump and from a table', async () => {
    for (const name of ['lines.vcd', 'lines.csv']) {
      const file = await recording(name);
      const { status, out } = await run(`identify ${name} rig.json --json`, { [name]: file });
      expect(status).toBe(0);
      const answer = JSON.parse(out) as {
        found: { control: string; slots: number[] }[];
        edits: unknown[];
        dead: string[];
      };
      expect(answer.edits).toEqual([]);
      expect(answer.dead).toEqual([]);
      const rig = JSON.parse(new TextDecoder().decode(demo)) as { shaping: { channel: number; control: string }[] };
      for (const { control, channel } of rig.shaping)
        expect([control, answer.found.find((f) => f.control === control)?.slots]).toEqual([control, [channel]]);
    }
  });

  it('wants both files', async () => {
    expect((await run('identify rig.json')).err).toContain('identify wants a recording and a rig');
  });
});

describe('squallmark channels', () => {
  it('shows the ladder, and fills open rows when asked', async () => {
    expect((await run('channels rig.json')).out).toMatch(/ 8 {2}left slider +1012–1871 µs +Gimbal/);
    const { out } = await run('channels rig.json --assign --json');
    const answer = JSON.parse(out) as {
      rows: { channel: number }[];
      assigned: { clash: unknown; unreached: unknown[] };
    };
    expect(answer.assigned.clash).toBeNull();
    expect(answer.rows.length).toBeGreaterThan(10);
    const { written } = await run('channels rig.json --assign --out new.json');
    expect(new TextDecoder().decode(written['new.json'])).toContain('squallmark-rig');
  });
});

describe('bad input', () => {
  it.each([
    ['check ghost.json', 'ghost.json: no such file'],
    ['check text', 'text: line 1, column'],
    ['check other', 'other: format: expected "squallmark-rig", found "other"'],
    ['dance rig.json', 'squallmark check RIG.json'],
    ['toString rig.json', 'squallmark check RIG.json'],
    ['check', 'squallmark check RIG.json'],
    ['check rig.json --loud', 'loud'],
  ])('%s leaves with 2 and says why', async (line, reason) => {
    const { status, out, err } = await run(line, {
      text: Buffer.from('hello'),
      other: Buffer.from('{"format":"other"}'),
    });
    expect(status).toBe(2);
    expect(out).toBe('');
    expect(err).toContain(reason);
  });

  it('help is not bad input', async () => expect(await run('--help')).toMatchObject({ status: 0, err: '' }));
});

describe('squallmark propose and loom', () => {
  const brief = readFileSync(new URL('../../../demo/ridgeline-seven.brief.json', import.meta.url));

  it('wires a brief, says why, and keeps the rig', async () => {
    const { status, out, written } = await run('propose brief.json --out wired.json', { 'brief.json': brief });
    expect(status).toBe(0);
    expect(out).toMatch(/C\d+ +Flight controller serial \d → Fence camera/);
    expect(out).toContain('nothing is cheaper');
    const again = await run('check wired.json', { 'wired.json': written['wired.json']! });
    expect(again.out).toBe('○ clear\n');
  });

  it('gives the proposal with its rig as JSON', async () => {
    const { out } = await run('propose brief.json --json', { 'brief.json': brief });
    expect(JSON.parse(out)).toMatchObject({ proven: true, unmet: [], rig: { name: 'Ridgeline Seven' } });
  });

  it('leaves with 1 and says what stays open', async () => {
    const text = new TextDecoder().decode(brief).replace('"radio-power"', '"focus"');
    const { status, out } = await run('propose brief.json', { 'brief.json': new TextEncoder().encode(text) });
    expect(status).toBe(1);
    expect(out).toContain('open');
  });

  it('refuses a brief that names a class nobody has, with its place', async () => {
    const text = new TextDecoder().decode(brief).replace('fpv-camera-serial', 'no-such-class');
    const { status, err } = await run('propose brief.json', { 'brief.json': new TextEncoder().encode(text) });
    expect(status).toBe(2);
    expect(err).toMatch(/brief\.json: parts\[\d+\]\.class: no class "no-such-class"/);
  });

  it('writes drawing, cards and lists', async () => {
    const { status, written } = await run('loom rig.json --out dir');
    expect(status).toBe(0);
    const text = (name: string): string => new TextDecoder().decode(written[`dir/${name}`]);
    expect(text('drawing.svg')).toMatch(/^<svg [^]*<\/svg>\n$/);
    expect(text('drawing.svg')).toContain('Thermal core');
    expect(text('cable-cards.pdf').slice(0, 5)).toBe('%PDF-');
    expect(text('set-up-cards.pdf').slice(0, 5)).toBe('%PDF-');
    const wires = (JSON.parse(new TextDecoder().decode(demo)) as { cables: { wires: unknown[] }[] }).cables.flatMap(
      (c) => c.wires,
    );
    expect(text('cut-list.csv').trim().split('\r\n')).toHaveLength(wires.length + 1);
    expect(text('label-strips.csv')).toMatch(/C6 · Zoom camera .*to Flight controller serial 4/);
    expect(text('parts-list.csv')).toContain('Zoom camera');
  });

  it('asks where to write', async () => expect((await run('loom rig.json')).err).toContain('--out'));
});

describe('squallmark pack and unpack', () => {
  const log = { entries: [{ at: '2031-05-01T08:00:00Z', kind: 'note', text: 'plug of C6 re-made', revision: 3 }] };
  const bytes = (value: unknown): Uint8Array => new TextEncoder().encode(JSON.stringify(value));
  const files = { 'log.json': bytes(log) };

  it('puts a rig and its log into a ZIP, and gives both back', async () => {
    const { status, written } = await run('pack rig.json --log log.json --out all.zip', files);
    expect(status).toBe(0);
    const zip = { 'all.zip': written['all.zip']! };
    const back = await run('unpack all.zip --out here --json', zip);
    expect(JSON.parse(back.out)).toMatchObject({ rig: 'new', changes: [], entries: 1, out: 'here' });
    expect(JSON.parse(new TextDecoder().decode(back.written['here/log.json']))).toEqual(log);
    const same = await run('unpack all.zip --on here.json', { ...zip, 'here.json': back.written['here/rig.json']! });
    expect(same.out).toContain('the same here');
  });

  it('says what taking it in would change before it does', async () => {
    const { written } = await run('pack rig.json --out all.zip');
    const mended = await run('mend rig.json --out mended.json');
    const report = await run('unpack all.zip --on mended.json', { ...written, ...mended.written });
    expect(report.status).toBe(0);
    expect(report.out).toMatch(/C6: its pair crossed the other way/);
    expect(report.written).toEqual({});
  });

  it.each([
    ['pack rig.json', {}, '--out'],
    ['pack rig.json --log log.json --out all.zip', { 'log.json': bytes([]) }, 'log.json: entries'],
    ['unpack all.zip', { 'all.zip': bytes('no zip') }, 'all.zip: top: this is no ZIP'],
    ['unpack none.zip', {}, 'none.zip'],
  ])('refuses %s, naming file, place and reason', async (line, more, says) => {
    const { status, err } = await run(line, more);
    expect([status, err]).toEqual([2, expect.stringContaining(says)]);
  });
});

describe('squallmark prove and find', () => {
  const small = new Uint8Array(readFileSync(new URL('../../../demo/ridgeline-seven.json', import.meta.url)));
  const ask = (line: string, more: Record<string, Uint8Array> = {}) => run(line, { 'r7.json': small, ...more });
  const bytes = (value: unknown): Uint8Array => new TextEncoder().encode(JSON.stringify(value));
  const whole = JSON.parse(new TextDecoder().decode(small)) as {
    cables: { id: string; wires: unknown[] }[];
    bindings: unknown[];
  };

  it('prints the plan with what it notices, and why not the rest', async () => {
    const { status, out } = await ask('prove r7.json --plan --json');
    const { steps, coverage } = JSON.parse(out) as {
      steps: { id: string; asks: string; expects: string; watches: string[]; dependsOn: string[] }[];
      coverage: { faults: number; noticed: number; unseen: { fault: string; why: string }[] };
    };
    expect(status).toBe(0);
    expect(steps[0]!.asks).toContain('beep');
    expect(steps.some((s) => s.asks.includes('its volts'))).toBe(true);
    expect(steps.every((s) => s.expects && s.watches.length && s.dependsOn.length)).toBe(true);
    expect(coverage.noticed + coverage.unseen.length).toBe(coverage.faults);
    expect(coverage.unseen.every((u) => u.why.length > 10)).toBe(true);
    expect((await ask('prove r7.json')).out).toMatch(/notices \d+ of \d+ single faults/);
  });

  it('plays the plan on the rig, and on the bench as it really is', async () => {
    expect(await ask('prove r7.json --play')).toMatchObject({ status: 0 });
    const other = { ...whole, cables: whole.cables.filter((c) => c.id !== 'C4') };
    const { status, out } = await ask('prove r7.json --on other.json --json', { 'other.json': bytes(other) });
    const { verdicts } = JSON.parse(out) as { verdicts: { step: string; passed: boolean; saw: string }[] };
    expect(status).toBe(1);
    expect(verdicts.some((v) => !v.passed && v.saw.includes('no answer'))).toBe(true);
    const dead = { rig: whole, perturbations: [{ kind: 'dead', part: 'VT' }] };
    expect((await ask('prove r7.json --on dead.json', { 'dead.json': bytes(dead) })).status).toBe(1);
  });

  it('finds the cable that is off from the verdicts, by itself or one measurement at a time', async () => {
    const other = { 'other.json': bytes({ ...whole, cables: whole.cables.filter((c) => c.id !== 'C4') }) };
    const played = await ask('prove r7.json --on other.json --json', other);
    const files = { ...other, 'verdicts.json': new TextEncoder().encode(played.out) };
    const { out } = await ask('find r7.json --answers verdicts.json --on other.json --json', files);
    const found = JSON.parse(out) as {
      cause: { fault: string; remedy: string };
      measurements: unknown[];
      minutes: number;
    };
    expect(found.cause).toMatchObject({ fault: 'off C4' });
    expect(found.cause.remedy).toContain('C4');
    const first = JSON.parse((await ask('find r7.json --answers verdicts.json --json', files)).out) as {
      suspects: { fault: string | null; weight: number }[];
      next: { where: string; minutes: number; expects: { reading: string; suspects: string[] }[] };
    };
    expect(first.next.expects.length).toBeGreaterThan(1);
    expect(first.suspects.map((s) => s.fault)).toContain('off C4');
    const reading = first.next.expects.find((e) => e.suspects.includes('off C4'))!.reading;
    const answers = { ...(JSON.parse(played.out) as object), readings: [{ where: first.next.where, reading }] };
    const then = JSON.parse(
      (await ask('find r7.json --answers more.json --json', { ...files, 'more.json': bytes(answers) })).out,
    ) as typeof first;
    const weightIn = (list: (typeof first)['suspects']): number => list.find((s) => s.fault === 'off C4')!.weight;
    expect(weightIn(then.suspects)).toBeGreaterThan(weightIn(first.suspects));
  });

  it('puts every fault in and looks for it', async () => {
    const { out } = await ask('prove r7.json --faults --json');
    const score = JSON.parse(out) as {
      faults: { id: string; rank: number | null; unseen?: string }[];
      noticed: number;
      firstOrEqual: number;
      mean: { minutes: number };
      random: { minutes: number };
      seconds: number;
    };
    expect(score.firstOrEqual).toBeGreaterThanOrEqual(0.95 * score.noticed);
    expect(score.mean.minutes).toBeLessThan(score.random.minutes);
    expect(score.faults.every((f) => (f.rank === null) === (f.unseen !== undefined))).toBe(true);
  });

  it.each([
    [
      'answers that are none',
      'find r7.json --answers bad.json',
      { 'bad.json': bytes({ verdicts: [{ step: 1 }] }) },
      'bad.json: verdicts.0',
    ],
    [
      'a step the plan has not',
      'find r7.json --answers bad.json',
      { 'bad.json': bytes({ verdicts: [{ step: 'x', passed: true }] }) },
      'no step "x"',
    ],
    ['no answers at all', 'find r7.json', {}, '--answers'],
    [
      'text that is no JSON',
      'find r7.json --answers bad.json',
      { 'bad.json': new TextEncoder().encode('{') },
      'bad.json: this is no JSON',
    ],
    [
      'a dead part that is not there',
      'prove r7.json --on bad.json',
      { 'bad.json': bytes({ rig: whole, perturbations: [{ kind: 'dead', part: 'QQ' }] }) },
      'no part "QQ"',
    ],
    [
      'a loose lead that is not there',
      'prove r7.json --on bad.json',
      { 'bad.json': bytes({ rig: whole, perturbations: [{ kind: 'loose', cable: 'C99' }] }) },
      'no cable "C99"',
    ],
    [
      'a perturbation of no kind',
      'prove r7.json --on bad.json',
      { 'bad.json': bytes({ rig: whole, perturbations: [{ kind: 'haunted' }] }) },
      'bad.json: perturbations.0',
    ],
  ])('refuses %s, naming file and place', async (_, line, files, said) => {
    const { status, err } = await ask(line, files);
    expect(status).toBe(2);
    expect(err).toContain(said);
  });
});
