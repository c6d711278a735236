import { describe, expect, it } from 'vitest';
import { briefRig } from '../../../test/support/brief.js';
import { demoRig, mendedRig } from '../../../test/support/demo-rig.js';
import { smallRig } from '../../../test/support/small-rig.js';
import { analyse } from '../../analysis/index.js';
import { findConversations } from '../../loom/index.js';
import { SHELF } from '../../parts/shelf/index.js';
import { applyEdits, newPart, NEW_SHAPING, type Edit, type Rig, type Wish } from '../../rig/index.js';
import { propose } from '../../propose/index.js';
import { findChains, wishCoverage } from '../index.js';
import { assignChannels, assignMost } from './explained.js';

const wish = (id: string, what: string, more: Partial<Wish> = {}): Wish => ({
  id,
  what,
  label: what,
  by: 'pilot',
  control: null,
  hand: 'either',
  ...more,
});

/** A gimbal and a flight controller on one bus; nothing on any channel yet. */
function busRig(wishes: Wish[], transmitter = 'transmitter-16', more: Partial<Rig> = {}): Rig {
  const rig = smallRig(
    { TX: transmitter, RX: 'receiver-16', GB: 'gimbal-two-axis', FC: 'flight-controller-6', TH: 'thermal-core-5v' },
    [
      ['RX.bus.1 GB.control.1', 'RX.bus.3 GB.control.3'],
      ['RX.bus.1 FC.bus.1', 'RX.bus.3 FC.bus.3'],
      ['RX.bus.1 TH.control.1', 'RX.bus.3 TH.control.3'],
    ],
    { GB: { settings: { control: 'bus' } }, TH: { settings: { control: 'bus' } } },
  );
  return { ...rig, shaping: [], bindings: [], wishes, ...more };
}
const ALL = [
  wish('W1', 'tilt'),
  wish('W2', 'pan'),
  wish('W3', 'gimbal-mode'),
  wish('W4', 'look-down'),
  wish('W5', 'palette'),
];
const held: Partial<Rig> = {};
const done = (rig: Rig, again = false): Rig => {
  const { edits, clash } = assignChannels(rig, { again });
  expect(clash).toBeNull();
  return applyEdits(rig, edits).rig;
};
const granted = (rig: Rig): string[] =>
  wishCoverage(rig, findChains(rig), null)
    .filter((w) => w.state === 'granted')
    .map((w) => w.wish.what);
const rowOf = (rig: Rig, what: string) => assignChannels(rig).rows.find((r) => r.label.startsWith(what));

describe('assigning channels', () => {
  it('grants every wish with a control that fits, flight on the sticks of the mode', () => {
    const rig = busRig(ALL);
    const { rows } = assignChannels(rig);
    const kinds = Object.fromEntries(
      rows.map((r) => [r.fn, rig.sheets['transmitter-16']!.controls.find((c) => c.id === r.control)!.kind]),
    );
    expect(kinds).toMatchObject({ tilt: 'slider', mode: 'switch3', 'look-down': 'switch2', palette: 'switch3' });
    expect(['knob', 'switch3']).toContain(kinds.pan);
    expect(granted(done(rig))).toEqual(ALL.map((w) => w.what));
    expect(analyse(done(rig)).findings.filter((f) => f.station === 'channels' && f.mark === 'stop')).toEqual([]);
  });

  it('keeps off what a controller is told to fly by that hears nobody yet, whatever kind of rig it is', () => {
    const FLIES = ['roll', 'pitch', 'throttle', 'yaw'];
    const bindings = FLIES.map((fn, i) => ({ part: 'FC', fn, slot: 5 + i, reverse: false }));
    const heard = busRig(ALL, 'transmitter-16', { kind: 'hand-held or ground', bindings });
    const deaf = { ...heard, cables: heard.cables.filter((c) => !c.wires.some((w) => w.to.part === 'FC')) };
    for (const rig of [heard, deaf]) {
      const slots = assignChannels(rig).rows.flatMap((r) => (r.part === 'FC' ? [] : r.slot));
      expect(slots).toHaveLength(ALL.length);
      expect(slots.filter((n) => n >= 5 && n <= 8)).toEqual([]);
    }
  });

  it('leaves a finished rig alone', () => {
    const rig = done(busRig(ALL));
    expect(assignChannels(rig)).toMatchObject({ rows: [], edits: [], clash: null });
    expect(assignChannels(mendedRig()).rows.filter((r) => r.fn === 'tilt')).toEqual([]);
  });

  it('keeps locked rows and what is on their slots, even when all is done again', () => {
    const first = done(busRig(ALL));
    const { slot } = first.bindings.find((b) => b.fn === 'tilt')!;
    const lock: Edit = { kind: 'shape', transmitter: 'TX', channel: slot, change: { locked: true, lowUs: 1111 } };
    const before = applyEdits(first, [lock]).rig;
    const after = done(before, true);
    const row = (rig: Rig): unknown => rig.shaping.find((s) => s.channel === slot);
    expect(row(after)).toEqual(row(before));
    expect(after.bindings.find((b) => b.fn === 'tilt')).toEqual(before.bindings.find((b) => b.fn === 'tilt'));
  });

  it('gives the control of a locked empty row only together with its slot', () => {
    const rig = busRig([wish('W1', 'tilt', { control: 'left-slider' })], 'transmitter-16', {
      shaping: [
        {
          transmitter: 'TX',
          channel: 12,
          ...NEW_SHAPING,
          control: 'left-slider',
          locked: true,
        },
      ],
    });
    expect(rowOf(rig, 'tilt')).toMatchObject({ control: 'left-slider', slot: 12 });
  });

  it('takes the wished hand and the wished control', () => {
    expect(rowOf(busRig([wish('W1', 'tilt', { hand: 'right' })]), 'tilt')?.control).toBe('right-slider');
    expect(rowOf(busRig([wish('W1', 'tilt', { control: 'right-slider' })]), 'tilt')?.control).toBe('right-slider');
  });

  it('brings a middle place into its window by trim', () => {
    const rig = busRig([wish('W5', 'palette')]);
    const narrow = structuredClone(rig);
    narrow.sheets['thermal-core-5v']!.functions[0]!.windows![1] = { fromUs: 1530, toUs: 1560, label: 'black hot' };
    const { edits } = assignChannels(narrow);
    expect(edits.find((e) => e.kind === 'shape' && e.change.subTrimUs !== undefined)).toMatchObject({
      change: { subTrimUs: 45 },
    });
    expect(analyse(applyEdits(narrow, edits).rig).findings.map((f) => f.rule)).not.toContain('window-missed');
  });

  it('says what clashes and what to give up when the transmitter is too small', () => {
    const rig = busRig(ALL, 'transmitter-6', held);
    const { clash, edits } = assignChannels(rig);
    expect(edits).toEqual([]);
    expect(clash).toMatchObject({ smallest: true });
    expect(clash!.demands).toEqual(['GB.tilt', 'GB.pan']);
    expect(clash!.why).toBe('tilt (GB) and pan (GB) share the 1 control that fit');
    const most = assignMost(rig);
    expect(most.givenUp.size).toBeGreaterThan(0);
    const rest = granted(applyEdits(rig, most.edits).rig);
    expect(rest.length).toBeGreaterThan(0);
    expect(rest.length).toBeLessThan(ALL.length);
  });

  it('says when two wishes want the one control that is left', () => {
    const rig = busRig([wish('W3', 'gimbal-mode'), wish('W5', 'palette')], 'transmitter-6', held);
    const { clash } = assignChannels(rig);
    expect(clash!.demands.sort()).toEqual(['GB.mode', 'TH.palette']);
    expect(clash!.why).toMatch(/share the 1 control that fit/);
    expect(clash!.giveUp).toContain('the wish palette (TH)');
  });

  it('frees the channels a new transmitter sends from one control', () => {
    const rig = { ...busRig([wish('W1', 'tilt')]), shaping: [] };
    const shipped = applyEdits(rig, [
      { kind: 'removePart', part: 'TX' },
      {
        kind: 'addPart',
        part: newPart('TX', 'transmitter-16', 'TX'),
        sheet: SHELF.find((s) => s.class === 'transmitter-16')!,
      },
    ]).rig;
    expect(shipped.shaping.filter((s) => s.control === 'right-knob').map((s) => s.channel)).toEqual([9, 10, 11, 12]);
    const after = done(shipped);
    const many = [...new Set(after.shaping.map((s) => s.control).filter(Boolean))];
    expect(after.shaping.filter((s) => s.control)).toHaveLength(many.length);
  });

  it('grants all it can after a proposal of each demo brief', () => {
    for (const name of ['saltmarsh-six', 'ridgeline-seven', 'glasshouse-line']) {
      const rig = briefRig(name);
      const { edits } = propose(rig);
      const states = analyse(applyEdits(rig, edits).rig).brief;
      expect([name, states.granted]).toEqual([name, states.wanted]);
    }
  });

  it('does not touch flight channels that work', () => {
    const rig = demoRig();
    const flight = rig.bindings.filter((b) => b.part === 'FC');
    const after = done({ ...rig, wishes: rig.wishes.map((w) => ({ ...w, hand: 'either' as const })) }, true);
    expect(after.bindings.filter((b) => b.part === 'FC')).toEqual(flight);
    expect(findConversations(after)).toHaveLength(findConversations(rig).length);
  });
});
