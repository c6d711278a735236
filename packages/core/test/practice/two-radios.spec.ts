import { describe, expect, it } from 'vitest';
import { applyEdits, EditRefused, type Edit } from '../../src/rig/index.js';
import {
  boundReceivers,
  channelOfOutput,
  findChains,
  identify,
  ladderRows,
  linesOfOne,
} from '../../src/channels/index.js';
import { channelCard, channelTable, readChannelTable, writeCsv } from '../../src/files/index.js';
import { findConversations } from '../../src/loom/index.js';
import { decodeLine, fullestTrack, recogniseLine, trackOf } from '../../src/captures/index.js';
import {
  compileBench,
  observe,
  recordBench,
  runBench,
  setControls,
  startBench,
  wiggleAll,
} from '../../src/bench/index.js';
import { planOf } from '../../src/prove/index.js';
import { brief } from './bench.js';
import { Proposed } from './proposed.js';

/** A carriage whose head has a console, a radio and a receiver of its own. */
const BRIEF = brief(
  'Tarn line: two consoles, two radios',
  'carriage on a line',
  [
    ['P1', 'pack-14s-tool'],
    ['P2', 'pack-14s-tool'],
    ['AR', 'accessory-rails'],
    ['R5', 'regulator-5v'],
    ['CO', 'console-line'],
    ['HC', 'console-head-radio'],
    ['RX', 'receiver-long-range'],
    ['RH', 'receiver-16'],
    ['DR', 'line-drive-bus', { prepared: ['safety', 'tension'] }],
    ['HD', 'head-heavy'],
    ['A1', 'antenna-press'],
    ['A2', 'antenna-press'],
  ],
  [
    ['drive', { control: 'drive-pedal' }],
    ['brake', { control: 'K' }],
    ['end-stop'],
    ['pan', { by: 'camera operator', control: 'joy-x' }],
    ['tilt', { by: 'camera operator', control: 'joy-y' }],
    ['roll-trim', { by: 'camera operator' }],
  ],
);

const now = Proposed.of(BRIEF);

describe('two transmitters, each with a receiver of its own', () => {
  it('are proposed whole: each receiver tells what its transmitter is to move', () => {
    expect(now.proposal.unmet.map((u) => u.demand)).toEqual([]);
    const { wishes } = now.analysis.brief;
    expect(wishes.map((w) => [w.wish.what, w.state, w.state === 'granted' ? '' : w.why])).toEqual(
      BRIEF.wishes!.map((w) => [w.what, 'granted', '']),
    );
    const [drive, head] = [now.chain('DR.drive'), now.chain('HD.pan')];
    expect([drive.transmitter!.id, head.transmitter!.id]).toEqual(['CO', 'HC']);
    expect(drive.path[0]!.talker.part.id).not.toBe(head.path[0]!.talker.part.id);
    expect(now.analysis.findings.filter((f) => f.mark === 'stop').map((f) => f.title)).toEqual([]);
  });

  it('may use the same channel, each its own', () => {
    const rows = ladderRows(now.rig, findChains(now.rig), findConversations(now.rig));
    expect(new Set(rows.map((r) => r.transmitter))).toEqual(new Set(['CO', 'HC']));
    for (const row of rows) for (const move of row.moves) expect(move.part === 'HD').toBe(row.transmitter === 'HC');
    expect(now.analysis.findings.filter((f) => f.rule === 'two-on-one-slot')).toEqual([]);
  });

  it('are told apart on the bench: a plan proves each, and moves the other nowhere', () => {
    const plan = planOf(now.rig);
    const bench = compileBench(now.rig);
    expect(now.failing()).toEqual([]);
    const moved = plan.flatMap((s) => s.moves.map((m) => `${s.part} by ${m.control}`));
    expect(moved).toContain('HD by HC.joy-x');
    expect(moved).not.toContain('HD by joy-x');
    // the line console's joystick leaves the head alone
    const rest = startBench(bench, { awake: true });
    const after = (controls: Record<string, number>) =>
      observe(bench, runBench(bench, setControls(rest, controls), 2000))['HD.pan-angle'];
    expect(after({ 'joy-x': 1, 'joy-y': 1 })).toBe(after({}));
    expect(after({ 'HC.joy-x': 1 })).toBeGreaterThan(Number(after({})) + 10);
  });

  it('are told which receiver is theirs, where the work says something else', () => {
    const [own, others] = [
      boundReceivers(now.rig),
      (to: string): Edit => ({ kind: 'note', part: 'RH', change: { bound: to } }),
    ];
    const head = now.chain('HD.pan').path[0]!.talker.part.id;
    expect(own.get(head)).toBe('HC');
    const turned = applyEdits(now.rig, [{ kind: 'note', part: head, change: { bound: 'CO' } }]).rig;
    expect(boundReceivers(turned).get(head)).toBe('CO');
    expect(findChains(turned).find((c) => c.part.id === 'HD' && c.fn.id === 'pan')!.transmitter!.id).toBe('CO');
    expect(() => applyEdits(now.rig, [others('DR')])).toThrow(EditRefused);
    expect(() => applyEdits(now.rig, [others('nobody')])).toThrow(/no part "nobody"/);
    const gone = applyEdits(turned, [{ kind: 'removePart', part: 'CO' }]).rig;
    expect(gone.parts.find((p) => p.id === head)!.bound).toBeUndefined();
  });

  it('have a table of channels that comes back, and a card with a list for each', () => {
    const table = writeCsv(channelTable(now.analysis));
    expect(readChannelTable(table, now.rig)).toEqual({ ok: true, value: [] });
    const wrong = readChannelTable('channel,transmitter\r\n1,Nobody\r\n', now.rig);
    expect(wrong.ok ? [] : wrong.problems.map((p) => `${p.where}: ${p.what}`)).toEqual([
      'row 2, transmitter: no transmitter "Nobody"',
    ]);
    const heads = channelCard(now.rig, now.analysis).tables.map((t) => t.heading);
    expect(heads.filter((h) => h.startsWith('Channels of'))).toHaveLength(2);
  });

  it('are told apart in a recording, by the receivers that its lines are named after', () => {
    const { gestures, forMs, order } = wiggleAll(now.rig);
    const { lines, endNs } = recordBench(now.rig, gestures, forMs);
    expect(order.filter((c) => c.startsWith('HC.')).length).toBeGreaterThan(2);
    const named = lines.flatMap((line) => {
      const guess = recogniseLine(line).at(0);
      return guess ? [{ line: line.name, track: trackOf(decodeLine(line, guess.sense, endNs), 'micro') }] : [];
    });
    for (const [transmitter, receiver] of [...boundReceivers(now.rig)].map(([r, t]) => [t, r] as const)) {
      const { label } = now.rig.parts.find((p) => p.id === receiver)!;
      const own = linesOfOne(
        now.rig,
        named.filter((l) => l.line.startsWith(label)),
      );
      expect(own.transmitter).toBe(transmitter);
      const track = fullestTrack(own.lines, channelOfOutput(now.rig, transmitter))!.track;
      const { found, edits, dead } = identify(now.rig, track, [], transmitter);
      expect(found.length).toBeGreaterThan(1);
      expect({ edits, dead }).toEqual({ edits: [], dead: [] });
    }
  });

  it('leave a pilot with one receiver that receiver, whoever asks', () => {
    const alone = applyEdits(now.rig, [
      { kind: 'removePart', part: now.chain('DR.drive').path[0]!.talker.part.id },
    ]).rig;
    expect([...boundReceivers(alone).values()]).toEqual(['CO']);
  });
});
