/** Faults of what is told: settings, slots, directions, channels, fail-safes, addresses. */
import { findChains, pinnedBy } from '../../channels/index.js';
import {
  controlName,
  labelOf,
  settingOf,
  sheetOf,
  type Binding,
  type Edit,
  type Rig,
  type Shaping,
} from '../../rig/index.js';
import { lowerFirst } from '../../units/index.js';
import type { Setting } from '../../parts/index.js';
import type { Fault } from '../fault.js';

const HOW_OFTEN = { 'switch on the device': 4, 'strap at start': 3, menu: 2, app: 2 } as const;

/**
 * What a setting is found on by mistake: as the maker left it, or one place beside the right one; of a few values, any.
 * @source [mem]
 */
function likelySlips({ values, default: shipped }: Setting, now: string | undefined): string[] {
  if (values.length <= FEW) return values.filter((v) => v !== now);
  const at = values.indexOf(now ?? shipped);
  return [...new Set([shipped, values[at - 1], values[at + 1]])].filter(
    (v): v is string => v !== undefined && v !== now,
  );
}
const FEW = 4;

/** Every setting on what it may be found on instead. */
export const setOtherwise = (rig: Rig): Fault[] =>
  rig.parts.flatMap((part) => {
    const sheet = sheetOf(rig, part.id);
    return sheet.settings.flatMap((setting) => {
      const slips = likelySlips(setting, settingOf(sheet, part, setting.id));
      return slips.map((value): Fault => ({
        id: `set ${part.id} ${setting.id} ${value}`,
        kind: 'set otherwise',
        text: `${part.label}: ${lowerFirst(setting.label)} is set to ${value}`,
        put: [{ kind: 'set', part: part.id, setting: setting.id, value }],
        weight: HOW_OFTEN[setting.how] / slips.length,
        remedy: {
          text: `Set ${lowerFirst(setting.label)} of ${part.label} to ${settingOf(sheet, part, setting.id)}`,
        },
      }));
    });
  });

/** What a device is told of each of its functions. */
export function toldAtDevice(rig: Rig): Fault[] {
  // a pulse is obeyed whatever is noted beside it
  const pulled = new Set(findChains(rig).flatMap((c) => (pinnedBy(c) ? [`${c.part.id} ${c.fn.id}`] : [])));
  return rig.bindings.flatMap((binding): Fault[] => [
    ...(pulled.has(`${binding.part} ${binding.fn}`) ? [] : slotSlips(rig, binding)),
    ...setupSlips(rig, binding),
  ]);
}

const functionOf = (rig: Rig, { part, fn }: Binding) => sheetOf(rig, part).functions.find((f) => f.id === fn);
const nameOf = (rig: Rig, binding: Binding): string =>
  `${labelOf(rig, binding.part)} ${lowerFirst(functionOf(rig, binding)?.label ?? binding.fn)}`;

/** It listens one slot beside the right one, or to none. */
function slotSlips(rig: Rig, binding: Binding): Fault[] {
  const { part, fn, slot } = binding;
  const name = nameOf(rig, binding);
  const offBy = (by: number): Fault[] =>
    slot + by < 1 || slot + by > 16
      ? []
      : [
          {
            id: `${by > 0 ? 'slot-up' : 'slot-down'} ${part} ${fn}`,
            kind: 'slot off by one',
            text: `${name} listens to slot ${slot + by} instead of ${slot}`,
            put: [{ kind: 'bind', binding: { ...binding, slot: slot + by } }],
            weight: 3,
            remedy: { text: `Tell ${name} slot ${slot}` },
          },
        ];
  return [
    ...offBy(1),
    ...offBy(-1),
    {
      id: `untold ${part} ${fn}`,
      kind: 'told nothing',
      text: `${name} is told no slot: its row was not saved`,
      put: [{ kind: 'unbind', part, fn }],
      weight: 3,
      remedy: { text: `Tell ${name} slot ${slot} and save it` },
    },
  ];
}

/** It takes what it hears the other way round, or too slowly. */
function setupSlips(rig: Rig, binding: Binding): Fault[] {
  const { part, fn, reverse } = binding;
  const own = functionOf(rig, binding);
  if (own?.takes !== 'position' && own?.takes !== 'rate') return [];
  const name = nameOf(rig, binding);
  const turned: Fault = {
    id: `reversed ${part} ${fn}`,
    kind: 'reversed at the device',
    text: `${name} is reversed in the device`,
    put: [{ kind: 'tune', part, fn, change: { reverse: !reverse } }],
    weight: 3,
    remedy: { text: `Turn ${name} round in the device` },
  };
  const slow: Fault = {
    id: `slow ${part} ${fn}`,
    kind: 'too slow at the device',
    text: `${name} is set to its slowest in the device`,
    put: [{ kind: 'tune', part, fn, change: { speedPct: 5 } }],
    weight: 1,
    remedy: { text: `Set the speed of ${name} back` },
  };
  return own.slewPerS ? [turned, slow] : [turned];
}

const changed = (s: Shaping, change: Partial<Shaping>): Edit => ({
  kind: 'shape',
  transmitter: s.transmitter,
  channel: s.channel,
  change,
});

/** Of what a second transmitter sends, only what is taken over is heard by anybody. */
const isTakenUp = ({ handOvers }: Rig, { transmitter, channel }: Shaping): boolean =>
  !handOvers.some((h) => h.to === transmitter) ||
  handOvers.some((h) => h.to === transmitter && h.channels.some((c) => c.takes === channel));

/** What a transmitter's page of a channel says. */
export const toldAtTransmitter = (rig: Rig): Fault[] => {
  const driven = rig.shaping.filter((s) => s.control !== null && isTakenUp(rig, s));
  return driven.flatMap((s, i): Fault[] => {
    const name = `${labelOf(rig, s.transmitter)} channel ${s.channel}`;
    const control = controlName(rig, s.transmitter, s.control!);
    const fault = (
      id: string,
      kind: Fault['kind'],
      text: string,
      put: Edit[],
      weight: number,
      mend: string,
    ): Fault => ({
      id: `${id} ${s.transmitter} ${s.channel}`,
      ...{ kind, text, put, weight, remedy: { text: mend } },
    });
    const middle = (s.lowUs + s.highUs) / 2;
    const near = (us: number): number => Math.round(middle + 0.4 * (us - middle));
    const next = driven.slice(i + 1).find((o) => o.transmitter === s.transmitter && o.control !== s.control);
    return [
      fault(
        'channel-reversed',
        'reversed at the transmitter',
        `${name} is reversed`,
        [changed(s, { reverse: !s.reverse })],
        3,
        `Turn ${name} round in the transmitter`,
      ),
      fault(
        'no-control',
        'wrong control',
        `${name} has no control`,
        [changed(s, { control: null })],
        2,
        `Give ${name} to ${control}`,
      ),
      fault(
        'short',
        'ends too short',
        `${name} goes from ${near(s.lowUs)} to ${near(s.highUs)} µs only`,
        [changed(s, { lowUs: near(s.lowUs), highUs: near(s.highUs) })],
        2,
        `Set the ends of ${name} to ${s.lowUs} and ${s.highUs} µs`,
      ),
      fault(
        'trim',
        'middle off',
        `the middle of ${name} is 120 µs off`,
        [changed(s, { subTrimUs: Math.min(200, s.subTrimUs + 120) })],
        1,
        `Set the sub-trim of ${name} to ${s.subTrimUs} µs`,
      ),
      ...(next
        ? [
            fault(
              'exchanged',
              'controls exchanged',
              `channels ${s.channel} and ${next.channel} of ${labelOf(rig, s.transmitter)} have each other's control`,
              [changed(s, { control: next.control }), changed(next, { control: s.control })],
              2,
              `Exchange the controls of channels ${s.channel} and ${next.channel}`,
            ),
          ]
        : []),
    ];
  });
};

/** What the radio does without its transmitter, and between two. */
export const radioTold = (rig: Rig): Fault[] => [
  ...rig.failSafes.map((f): Fault => ({
    id: `fail-safe ${f.receiver} ${f.slot}`,
    kind: 'fail-safe not set',
    text: `${labelOf(rig, f.receiver)} has no fail-safe on slot ${f.slot}`,
    put: [{ kind: 'noFailSafe', receiver: f.receiver, slot: f.slot }],
    weight: 2,
    remedy: { text: `Set the fail-safe of slot ${f.slot} at ${labelOf(rig, f.receiver)}` },
  })),
  ...rig.handOvers.map(({ from, to }): Fault => ({
    id: `hand-over ${from} ${to}`,
    kind: 'hand-over not set',
    text: `${labelOf(rig, from)} hands nothing over to ${labelOf(rig, to)}`,
    put: [{ kind: 'noHandOver', from, to }],
    weight: 2,
    remedy: { text: `Set the hand-over of ${labelOf(rig, from)}` },
  })),
];

/** Addresses, and ports that are told what hangs on them. */
export const partTold = (rig: Rig): Fault[] =>
  rig.parts.flatMap((part): Fault[] => [
    ...(part.address === undefined
      ? []
      : [
          {
            id: `address ${part.id}`,
            kind: 'wrong address' as const,
            text: `${part.label} has the maker's address instead of ${part.address}`,
            put: [{ kind: 'note' as const, part: part.id, change: { address: null } }],
            weight: 2,
            remedy: { text: `Give ${part.label} the address ${part.address}` },
          },
        ]),
    ...(part.told === undefined
      ? []
      : [
          {
            id: `told ${part.id}`,
            kind: 'port told otherwise' as const,
            text: `${part.label}: its ports are told nothing`,
            put: [{ kind: 'note' as const, part: part.id, change: { told: null } }],
            weight: 2,
            remedy: { text: `Tell the ports of ${part.label} what hangs on them` },
          },
        ]),
  ]);

/** Settings that lie in the profile which is active, all as another profile has them; a whole part as the maker left it. */
export const partReset = (rig: Rig): Fault[] =>
  rig.parts.flatMap((part): Fault[] => {
    const sheet = sheetOf(rig, part.id);
    const off = sheet.settings.filter((s) => settingOf(sheet, part, s.id) !== s.default);
    const back = (settings: typeof off): Edit[] =>
      settings.map((s) => ({ kind: 'set', part: part.id, setting: s.id, value: s.default }));
    const inProfile = off.filter((s) => s.inProfile);
    const told = rig.bindings.filter((b) => b.part === part.id);
    const reset: Edit[] = [...back(off), ...told.map((b): Edit => ({ kind: 'unbind', part: part.id, fn: b.fn }))];
    return [
      ...(inProfile.length
        ? [
            {
              ...{ id: `profile ${part.id}`, kind: 'other profile' as const, weight: 2 },
              text: `${part.label} works with another profile`,
              put: back(inProfile),
              remedy: { text: `Choose the profile of ${part.label} that was set up` },
            },
          ]
        : []),
      ...(reset.length > 1
        ? [
            {
              ...{ id: `reset ${part.id}`, kind: 'as the maker left it' as const, weight: 1 },
              text: `${part.label} is as the maker left it`,
              put: reset,
              remedy: { text: `Set ${part.label} up anew by its set-up card` },
            },
          ]
        : []),
    ];
  });

/** Each fail-safe on the other thing it may do. */
export const failSafeOtherwise = (rig: Rig): Fault[] =>
  rig.failSafes.map((f): Fault => {
    const does = f.does === 'hold' ? 'value' : 'hold';
    return {
      ...{ id: `fail-safe-other ${f.receiver} ${f.slot}`, kind: 'fail-safe set otherwise', weight: 2 },
      text: `the fail-safe of slot ${f.slot} at ${labelOf(rig, f.receiver)} is set to ${does === 'hold' ? 'hold' : '2000 µs'}`,
      put: [
        {
          kind: 'failSafe',
          failSafe: { receiver: f.receiver, slot: f.slot, does, ...(does === 'value' ? { valueUs: 2000 } : {}) },
        },
      ],
      remedy: { text: `Set the fail-safe of slot ${f.slot} at ${labelOf(rig, f.receiver)} as it was meant` },
    };
  });

/** Each quick channel made a slow one. */
export const channelSlowed = (rig: Rig): Fault[] =>
  rig.shaping
    .filter(
      (s) => s.control !== null && !s.endToEndS && isTakenUp(rig, s) && rig.bindings.some((b) => b.slot === s.channel),
    )
    .map((s): Fault => ({
      ...{ id: `slowed ${s.transmitter} ${s.channel}`, kind: 'channel slowed down', weight: 1 },
      text: `${labelOf(rig, s.transmitter)} channel ${s.channel} takes 8 s from end to end`,
      put: [changed(s, { endToEndS: 8 })],
      remedy: { text: `Take the speed off channel ${s.channel} of ${labelOf(rig, s.transmitter)}` },
    }));
