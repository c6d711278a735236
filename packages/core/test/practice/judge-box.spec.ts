/** Two receivers into one box that goes over to the other when one falls silent, and behind it a box set to a channel. */
import { describe, expect, it } from 'vitest';
import { analyse } from '../../src/analysis/index.js';
import { channelEdits, findChains, receiversOf } from '../../src/channels/index.js';
import { findConversations } from '../../src/loom/index.js';
import { defineSheet, eats, servoPort, supplyPort, wire } from '../../src/parts/shelf/define.js';
import type { Edit, Rig } from '../../src/rig/index.js';
import { brief, type PartLine } from './bench.js';
import { contact, still } from './own-parts.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own' };
const receiver = defineSheet({
  ...base,
  class: 'own-bus-receiver',
  role: 'receiver',
  name: 'Bus receiver',
  group: 'Control',
  massG: 4,
  ports: [supplyPort('volts', 'volts', 'left'), servoPort('out', 'bus', 'right', 'out')],
  supplies: [eats('volts', [4.5, 8.4], 0.3, 0.5)],
  links: [{ id: 'air', kind: 'radio', way: 'listen', pins: {}, params: {} }, wire('out', 'sbus', 'talk', 'out')],
});
const judge = defineSheet({
  ...base,
  class: 'own-judge',
  role: 'converter',
  name: 'Bus judge',
  group: 'Control',
  massG: 14,
  ports: [
    supplyPort('volts', 'volts', 'left'),
    servoPort('a', 'bus A', 'left', 'in'),
    servoPort('b', 'bus B', 'left', 'in'),
    servoPort('out', 'bus out', 'right', 'out'),
  ],
  supplies: [eats('volts', [4.5, 8.4], 0.2, 0.3)],
  links: [wire('a', 'sbus', 'listen', 'a'), wire('b', 'sbus', 'listen', 'b'), wire('out', 'ppm', 'talk', 'out')],
});
/** Set to one channel of the bus, on itself. */
const trigger = defineSheet({
  ...base,
  class: 'own-bus-trigger',
  role: 'trigger',
  name: 'Bus trigger',
  group: 'Payload',
  massG: 9,
  ports: [supplyPort('volts', 'volts', 'left'), servoPort('bus', 'bus', 'left', 'in'), contact('out', 'out')],
  supplies: [eats('volts', [4.5, 8.4], 0.1, 0.2)],
  links: [wire('bus', 'ppm', 'listen', 'bus'), wire('out', 'contact', 'talk', 'out', {}, { slotSetting: 'fires' })],
  settings: [
    {
      ...{ id: 'fires', label: 'Fires on', how: 'switch on the device', default: 'channel 7' },
      values: [5, 6, 7, 8].map((n) => `channel ${n}`),
    },
  ],
});

const now = Proposed.of({
  ...brief(
    'Mole mapper',
    'hand-held or ground',
    [
      ['PK', 'pack-2s'],
      ['TX', 'transmitter-16'],
      ['RA', receiver.class],
      ['RB', receiver.class],
      ['JB', judge.class],
      ['TB', trigger.class],
      ['CA', still.class],
    ],
    [['photo']],
  ),
  sheets: [receiver, judge, trigger, still],
});
const [first, second] = ['RA', 'RB'] as const;
const titles = (rig: Rig, rule: string): string[] =>
  analyse(rig).findings.flatMap((f) => (f.rule === rule ? [f.title] : []));

describe('two receivers into one box', () => {
  it('are both joined by a proposal, each at a plug of its own', () => {
    expect(now.proposal.unmet).toEqual([]);
    const plugs = [first, second].map((id) => now.lead(id, 'JB').wires[0]!).flatMap((w) => [w.from, w.to]);
    expect(plugs.flatMap((p) => (p.part === 'JB' ? [p.port] : [])).sort()).toEqual(['a', 'b']);
  });

  it('of which the second belongs to another transmitter stays out of it', () => {
    const sheets = Object.values(now.bare.sheets);
    const two = Proposed.of({
      ...brief(
        'Mole mapper',
        'hand-held or ground',
        [...now.bare.parts.map((p): PartLine => [p.id, p.class]), ['TO', 'transmitter-16']],
        [['photo']],
      ),
      sheets: sheets.filter((s) => s.class.startsWith('own-')),
    });
    expect(two.proposal.edits.length).toBeGreaterThan(0);
    expect([first, second].filter((id) => two.has(id, 'JB'))).toHaveLength(1);
  });

  it('both may tell what hangs behind it', () => {
    const shot = now.chain('CA.shot');
    expect([shot.breaks, [...receiversOf(findConversations(now.rig), shot)].sort()]).toEqual([null, ['RA', 'RB']]);
    expect(now.failing()).toEqual([]);
  });

  it('a fail-safe that shoots is told of either', () => {
    const slot = now.slot('CA.shot')!;
    for (const id of [first, second]) {
      const loose: Edit = { kind: 'failSafe', failSafe: { receiver: id, slot, does: 'value', valueUs: 2000 } };
      expect(titles(now.with([loose]).rig, 'fail-safe-acts')).toHaveLength(1);
    }
  });

  it('what both do without radio goes with a function to another channel', () => {
    const shot = now.chain('CA.shot');
    const set = (receiver: string): Edit => ({
      kind: 'failSafe',
      failSafe: { receiver, slot: shot.slot!, does: 'value', valueUs: 1000 },
    });
    const { rig } = now.with([set('RA'), set('RB')]);
    const to = shot.slot === 8 ? 7 : 8;
    const moved = channelEdits(
      rig,
      findChains(rig),
      findChains(rig).find((c) => c.fn.id === 'shot')!,
      to,
    );
    const safe = moved.flatMap((e) => (e.kind === 'failSafe' ? [`${e.failSafe.receiver} ${e.failSafe.slot}`] : []));
    expect(safe.sort()).toEqual([`RA ${to}`, `RB ${to}`]);
  });

  it('one that hears nothing there may tell nothing', () => {
    const off = { ...now.rig, cables: now.rig.cables.filter((c) => !c.wires.some((w) => w.from.part === second)) };
    const shot = findChains(off).find((c) => c.fn.id === 'shot')!;
    expect([...receiversOf(findConversations(off), shot)]).toEqual([first]);
  });
});

describe('a box that is set to a channel', () => {
  it('carries that one, whatever is noted of the camera behind it', () => {
    const { settings } = now.rig.parts.find((p) => p.id === 'TB')!;
    const set = settings.fires ?? 'channel 7';
    expect(`channel ${now.slot('CA.shot')}`).toBe(set);
    const other = set === 'channel 8' ? 7 : 8;
    const { transmitter, control } = now.chain('CA.shot');
    const moved = now.with([
      { kind: 'set', part: 'TB', setting: 'fires', value: `channel ${other}` },
      { kind: 'shape', transmitter: transmitter!.id, channel: other, change: { control: control!.id } },
    ]);
    expect(moved.slot('CA.shot')).toBe(other);
    const noted: Edit = { kind: 'bind', binding: { part: 'CA', fn: 'shot', slot: 5, reverse: false } };
    expect(moved.with([noted]).slot('CA.shot')).toBe(other);
    expect(titles(moved.with([noted]).rig, 'pin-other-slot')).toEqual([
      `Release of Still camera is noted on slot 5 and told ${other}`,
    ]);
  });
});
