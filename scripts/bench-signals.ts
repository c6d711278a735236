import { createReadStream, mkdtempSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { recordBench, wiggleAll } from '@squallmark/core/bench';
import { joined, readCapture, vcdPieces, viewLine } from '@squallmark/core/captures';
import { identify } from '@squallmark/core/channels';
import { assignChannels } from '@squallmark/core/channels-studies';
import { applyEdits, newPart, type Cable, type Edit, type Rig } from '@squallmark/core/rig';
import { SHELF } from '@squallmark/core/shelf';
import VCDParser from 'vcd-parser';
import { median, type Row } from './bench-rows.js';

const PIECE = 1 << 20;

/** Speeds of recordings, identification and assignment. */
export async function signalRows(rig: Rig): Promise<Row[]> {
  return [...(await dumpRows()), ...identifyRows(rig), ...assignRows(rig), ...viewRows()];
}

/** Lines with changes every few microseconds, as a dump of about `mb` megabytes. */
function dump(mb: number): Uint8Array {
  let state = 1;
  const random = (): number => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 2 ** 32;
  const changes = Math.round(mb * 17_000);
  const lines = [0, 1, 2, 3].map((i) => {
    let t = 0;
    return {
      name: `L${i}`,
      first: 0 as const,
      timesNs: Float64Array.from({ length: changes }, () => (t += 5000 + Math.floor(random() * 20_000))),
    };
  });
  return joined(vcdPieces(lines, 0, changes * 30_000));
}

async function dumpRows(): Promise<Row[]> {
  const folder = mkdtempSync(join(tmpdir(), 'squallmark-'));
  const file = join(folder, 'lines.vcd');
  try {
    writeFileSync(file, dump(40));
    const { size } = statSync(file);
    const speed = async (run: () => Promise<unknown>): Promise<number> => {
      const took: number[] = [];
      for (let i = 0; i < 5; i++) {
        const from = performance.now();
        await run();
        took.push(performance.now() - from);
      }
      return size / 1000 / took.sort((a, b) => a - b)[2]!;
    };
    const pieces = () => createReadStream(file, { highWaterMark: PIECE }) as AsyncIterable<Uint8Array>;
    const ours = await speed(() => readCapture({ name: 'lines.vcd', size, pieces: pieces() }));
    const floor = await speed(() => splitLines(file));
    const small = dump(1);
    const text = new TextDecoder().decode(small);
    const parserMs = await once(() => VCDParser.parse(text));
    const oursMs = await once(() => readCapture({ name: 'a.vcd', size: 0, pieces: [small] }));
    const big = await bigRead();
    return [
      {
        what: 'dump decoded',
        value: ours,
        unit: 'MB/s',
        goal: `floor ${floor.toFixed(0)}: ${(floor / ours).toFixed(2)}× of it, goal 3×`,
        met: floor / ours <= 3,
      },
      {
        what: 'dump against a registry parser',
        value: parserMs / oursMs,
        unit: '×',
        goal: 'faster',
        met: parserMs > oursMs,
      },
      { what: '200 MB dump, most memory', value: big, unit: 'MB', goal: 'under 1000', met: big < 1000 },
    ];
  } finally {
    rmSync(folder, { recursive: true });
  }
}

/** The floor: the file read and split into lines. */
async function splitLines(file: string): Promise<number> {
  let lines = 0;
  let rest = '';
  for await (const piece of createReadStream(file, { highWaterMark: PIECE, encoding: 'latin1' })) {
    const split = (rest + String(piece)).split('\n');
    rest = split.pop()!;
    lines += split.length;
  }
  return lines;
}

/** Resident memory at its highest while 200 MB of changes go by, over what there was before, MB. */
async function bigRead(): Promise<number> {
  const before = process.memoryUsage.rss();
  let most = before;
  const LINES = 100_000;
  function* pieces(): Generator<Uint8Array> {
    yield new TextEncoder().encode('$timescale 1 ns $end $var wire 1 ! a $end $enddefinitions $end\n');
    let sent = 0;
    for (let t = 0; sent < 200e6; t++) {
      const text: string[] = [];
      for (let i = 0; i < LINES; i++) text.push(`#${(t * LINES + i) * 1000}\n${i & 1}!\n`);
      const piece = new TextEncoder().encode(text.join(''));
      sent += piece.length;
      most = Math.max(most, process.memoryUsage.rss());
      yield piece;
    }
  }
  const reading = await readCapture({ name: 'big.vcd', size: 200e6, pieces: pieces() });
  if (!reading.ok) throw new Error('the big dump could not be read');
  return (Math.max(most, process.memoryUsage.rss()) - before) / 1e6;
}

async function once(run: () => Promise<unknown>): Promise<number> {
  await run();
  const from = performance.now();
  await run();
  return performance.now() - from;
}

/** Wiggles of the demo rig, run on to sixty seconds. */
function identifyRows(rig: Rig): Row[] {
  const { gestures } = wiggleAll(rig);
  const { track } = recordBench(rig, gestures, 60_000);
  const found = identify(rig, track);
  if (found.found.length < 13) throw new Error('not every control was found');
  const ms = median(() => identify(rig, track), 9);
  return [{ what: 'identify, 60 s recording', value: ms, unit: 'ms', goal: 'under 200', met: ms < 200 }];
}

/** The demo with a second thermal camera on its bus, sixteen rows, every one open. */
function assignRows(rig: Rig): Row[] {
  const sheet = SHELF.find((s) => s.class === 'thermal-interface')!;
  const pin = (part: string, port: string, n: number) => ({ part, port, pin: n });
  const bus = rig.cables.find(
    (c) =>
      c.wires.some((w) => w.from.part === 'GB' || w.to.part === 'GB') &&
      c.wires.some((w) => w.from.port === 'bus' || w.to.port === 'bus'),
  )!;
  const wire = (n: number): Cable['wires'][number] => ({
    ...bus.wires[0]!,
    from: pin('RX', 'bus', n),
    to: pin('T2', 'bus', n),
  });
  const wishes = ['palette', 'zoom', 'record'].map((what): Edit => ({
    kind: 'addWish',
    wish: { id: `T2-${what}`, what, label: what, by: 'pilot', control: null, hand: 'either', part: 'T2' },
  }));
  const wired = applyEdits(rig, [
    { kind: 'addPart', part: { ...newPart('T2', sheet.class, 'Second thermal'), settings: { control: 'bus' } }, sheet },
    { kind: 'addCable', cable: { id: 'C99', wires: [wire(1), wire(3)], marked: false, locked: false } },
    ...wishes,
  ]).rig;
  // a face with four switches more, so that there is something for everybody
  const face = wired.sheets['transmitter-16']!;
  const more = ['I', 'J', 'K', 'L'].map((id, i) => ({
    ...face.controls.find((c) => c.id === 'B')!,
    id,
    label: `switch ${id}`,
    x: 0.1 + i / 5,
  }));
  const sheets = { ...wired.sheets, 'transmitter-16': { ...face, controls: [...face.controls, ...more] } };
  const open = { ...wired, sheets, shaping: [], bindings: [] };
  const { rows: filled, clash } = assignChannels(open);
  if (clash) throw new Error(clash.why);
  const rows = filled.length;
  const ms = median(() => assignChannels(open), 9);
  return [{ what: `assign, ${rows} rows`, value: ms, unit: 'ms', goal: 'under 100', met: ms < 100 }];
}

/** What a drawing asks of a line of ten million changes, whole and close. */
function viewRows(): Row[] {
  const CHANGES = 10_000_000;
  const line = { first: 0 as const, timesNs: Float64Array.from({ length: CHANGES }, (_, i) => i * 1000) };
  return [1, 1e-3, 1e-6].map((share) => {
    const span = CHANGES * 1000 * share;
    let at = 0;
    const ms = median(() => viewLine(line, (at = (at + span / 7) % (CHANGES * 900)), at + span, 900), 60);
    return {
      what: `view of 10⁷ changes, ${share === 1 ? 'whole' : `${share} of it`}`,
      value: ms,
      unit: 'ms',
      goal: 'under 16',
      met: ms < 16,
    };
  });
}
