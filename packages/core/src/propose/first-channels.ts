import { findChains, type Chain } from '../channels/index.js';
import { applyEdits, nextFree, partsOfRole, shapingOf, type Edit, type Rig, type Wish } from '../rig/index.js';
import type { Control } from '../parts/index.js';

const SLOTS = 16;
const STICK_CHANNELS: readonly (readonly [fn: string, control: string])[] = [
  ['roll', 'right-x'],
  ['pitch', 'right-y'],
  ['throttle', 'left-y'],
  ['yaw', 'left-x'],
];

/**
 * A first channel for every told function that has none: flight on the four sticks, wishes on the control they name or the
 * first free one of a fitting kind. Rows that are there stay. A start, not the best assignment.
 */
export function firstChannels(rig: Rig): Edit[] {
  const transmitter = partsOfRole(rig, 'transmitter').find(({ sheet }) => sheet.links.some((l) => l.kind === 'radio'));
  if (!transmitter) return [];
  const edits: Edit[] = [];
  let now = rig;
  const make = (...more: Edit[]): void => {
    edits.push(...more);
    now = applyEdits(now, more).rig;
  };
  const open = (): Chain[] => {
    const sound = findChains(now).filter((c) => c.path.length > 0 && c.path.every((x) => !x.troubles.length));
    // a pulse pin always repeats some slot: one that repeats another function's is not settled yet
    const shared = (c: Chain): boolean => c.carrier === 'pulse' && sound.some((x) => x !== c && x.slot === c.slot);
    return sound.filter((c) => !c.control || shared(c));
  };
  const free = new FreeRows(() => now, transmitter.part.id, transmitter.sheet.controls);
  for (const chain of open().filter((c) => STICK_CHANNELS.some(([fn]) => fn === c.fn.what))) {
    const at = STICK_CHANNELS.findIndex(([fn]) => fn === chain.fn.what);
    const control = transmitter.sheet.controls.find((c) => c.id === STICK_CHANNELS[at]![1]);
    if (control) make(...rowEdits(now, transmitter.part.id, chain, free.slot(chain, at + 1), control));
  }
  for (const wish of rig.wishes) {
    const chain = open().find((c) => c.fn.what === wish.what && (wish.part === undefined || wish.part === c.part.id));
    const control = chain && free.control(chain, wish);
    if (control) make(...rowEdits(now, transmitter.part.id, chain, free.slot(chain), control));
  }
  return edits;
}

/** Binding, pin slot and shaping that bring one control to one chain. */
function rowEdits(rig: Rig, transmitter: string, chain: Chain, slot: number | null, control: Control): Edit[] {
  if (slot === null) return [];
  const last = chain.path.at(-1)!;
  const pin = last.kind === 'pulse' && !chain.relayed ? last.talker.link.slotSetting : undefined;
  const told: Edit =
    pin === undefined
      ? { kind: 'bind', binding: { part: chain.part.id, fn: chain.fn.id, slot, reverse: false } }
      : { kind: 'set', part: last.talker.part.id, setting: pin, value: String(slot) };
  const driven = shapingOf(rig, transmitter, slot)?.control === control.id;
  return [
    told,
    ...(driven ? [] : [{ kind: 'shape' as const, transmitter, channel: slot, change: { control: control.id } }]),
  ];
}

/** Kinds of control a function likes, best first. @source [practice] */
const LIKES: Record<string, readonly Control['kind'][]> = {
  position: ['slider', 'knob', 'stick'],
  rate: ['knob', 'slider', 'stick'],
  windows: ['switch3', 'switch2', 'knob', 'slider'],
  pulse: ['button', 'switch2', 'switch3'],
};

/** Channels and controls that nothing uses yet. */
class FreeRows {
  constructor(
    private readonly rig: () => Rig,
    private readonly transmitter: string,
    private readonly controls: readonly Control[],
  ) {}

  /** A fixed pin keeps its slot; else the wanted one, else the next that is free from 5 up. */
  slot(chain: Chain, wanted?: number): number | null {
    const last = chain.path.at(-1)!;
    const setting = last.kind === 'pulse' && !chain.relayed ? last.talker.link.slotSetting : undefined;
    const values = last.talker.sheet.settings.find((s) => s.id === setting)?.values;
    if (values?.length === 1) return Number(values[0]);
    const rig = this.rig();
    const taken = new Set([
      ...rig.shaping.filter((s) => s.control !== null).map((s) => s.channel),
      ...rig.bindings.map((b) => b.slot),
    ]);
    if (wanted !== undefined && !taken.has(wanted)) return wanted;
    return nextFree(taken, 5, SLOTS) ?? nextFree(taken, 1, SLOTS);
  }

  control(chain: Chain, wish: Wish): Control | null {
    const used = new Set(
      this.rig()
        .shaping.filter((s) => s.transmitter === this.transmitter)
        .map((s) => s.control),
    );
    const named = this.controls.find((c) => c.id === wish.control);
    if (named && !used.has(named.id)) return named;
    const flying =
      chain.sheet.role !== 'controller' &&
      this.rig().parts.some((p) => this.rig().sheets[p.class]!.role === 'controller');
    const fitting = (LIKES[chain.fn.takes] ?? []).filter((kind) => !(flying && kind === 'stick'));
    const hand = (c: Control): number => (wish.hand === 'either' || c.x < 0.5 === (wish.hand === 'left') ? 0 : 1);
    const two = chain.fn.takes === 'windows' && (chain.fn.windows?.length ?? 0) <= 2;
    const ranked = this.controls
      .filter((c) => !used.has(c.id) && fitting.includes(c.kind))
      .sort((a, b) => hand(a) - hand(b) || kindRank(fitting, a, two) - kindRank(fitting, b, two));
    return ranked[0] ?? null;
  }
}

/** Two windows fit a two-position switch, more want three. */
function kindRank(fitting: readonly Control['kind'][], control: Control, two: boolean): number {
  const swap = two && control.kind === 'switch2' ? -1.5 : 0;
  return fitting.indexOf(control.kind) + swap;
}
