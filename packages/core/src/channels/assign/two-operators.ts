import { hasControls, type Control, type Link, type Sheet } from '../../parts/index.js';
import { findConversations } from '../../loom/index.js';
import { carryOut, partsThat, settingOf, type Edit, type HandOver, type Rig } from '../../rig/index.js';
import { findChains } from '../chain.js';
import { doersOfWishes } from '../doers.js';
import { isFlightChain } from '../flight.js';
import { handOverLink } from '../hand-over.js';
import { fillChannels, type FilledRows } from './assign.js';

/** Edits that give the camera to a second transmitter, or why it cannot be; `setUp` are those before channels are assigned. */
export type TwoOperators =
  { ok: true; edits: Edit[]; setUp: Edit[]; handOver: HandOver; assigned: FilledRows } | { ok: false; why: string };

/**
 * Sets up a hand-over between the two transmitters on the bench: sockets, switch, and the camera operator's wishes on the
 * second transmitter. Only channels of those wishes are handed over.
 */
export function setUpTwoOperators(rig: Rig): TwoOperators {
  const all = partsThat(rig, hasControls);
  const first = all.find(({ sheet }) => sheet.links.some((l) => l.kind === 'radio') && trainer(sheet, 'listen'));
  if (!first) return { ok: false, why: 'no transmitter here has a socket that teaches' };
  const second = all.find(({ part }) => part.id !== first.part.id);
  if (!second) return { ok: false, why: 'there is one transmitter on the bench; two operators need two' };
  const edits: Edit[] = [];
  const open = ({ part, sheet }: typeof first, way: Link['way']): void => {
    const when = trainer(sheet, way)?.when;
    if (when && settingOf(sheet, part, when.setting) !== when.value)
      edits.push({ kind: 'set', part: part.id, setting: when.setting, value: when.value });
  };
  open(first, 'listen');
  open(second, 'talk');
  const known = rig.handOvers.find((h) => h.from === first.part.id && h.to === second.part.id);
  const now = carryOut(rig, edits).rig;
  const draft = {
    from: first.part.id,
    to: second.part.id,
    control: known?.control ?? null,
    channels: known?.channels ?? [],
  };
  const over = overWhat(now, draft);
  if (!over)
    return {
      ok: false,
      why: `no trainer lead between ${first.part.label} and ${second.part.label}; Loom's Propose makes one`,
    };
  const control = draft.control ?? freeSwitch(now, first.part.id, first.sheet.controls)?.id ?? null;
  if (!control) return { ok: false, why: `no switch of ${first.part.label} is free to hand over with` };
  const handOver: HandOver = { ...draft, control, over };
  edits.push({ kind: 'handOver', handOver }, { kind: 'school', choice: { operators: 'two' } });
  const assigned = fillChannels(carryOut(rig, edits).rig);
  return { ok: true, setUp: edits, edits: [...edits, ...assigned.edits], handOver, assigned };
}

/** The trainer socket of a transmitter, as one that teaches hears by it, or one that learns talks. */
const trainer = ({ links }: Sheet, way: Link['way']): Link | undefined =>
  links.find((l) => l.kind === 'ppm' && l.way === way);

/** The way that is wired: the lead before the air. */
function overWhat(rig: Rig, draft: Omit<HandOver, 'over'>): HandOver['over'] | null {
  const all = findConversations(rig);
  for (const over of ['trainer lead', 'wireless'] as const) {
    const handOver = { ...draft, over };
    if (handOverLink({ ...rig, handOvers: [handOver] }, all, handOver).path.length) return over;
  }
  return null;
}

/** A latching switch without a channel, two places before three: it must stay where it is put. One that moves what nobody wished for only where there is no other. */
export function freeSwitch(rig: Rig, transmitter: string, controls: readonly Control[]): Control | undefined {
  // a row that moves nothing, as a new transmitter sends them, does not take its control
  const chains = findChains(rig);
  const doing = [...doersOfWishes(rig, chains).values()].filter((d) => d.by === 'slot' && !d.breaks && !d.mismatch);
  const used = new Set([...chains.filter(isFlightChain), ...doing.map((d) => d.chain)].flatMap((c) => c.slot ?? []));
  const rows = rig.shaping.filter((s) => s.transmitter === transmitter && (used.has(s.channel) || s.locked));
  const taken = new Set(rows.map((s) => s.control));
  const wished = new Set(rig.wishes.map((w) => w.control));
  const moving = new Set(
    chains.flatMap((c) => (!c.breaks && c.transmitter?.id === transmitter && c.control ? [c.control.id] : [])),
  );
  const free = controls.filter((c) => !taken.has(c.id) && !wished.has(c.id) && !c.sprung);
  const idle = free.filter((c) => !moving.has(c.id));
  const twoPlaces = (own: readonly Control[]): Control | undefined => own.find((c) => c.kind === 'switch2');
  const threePlaces = (own: readonly Control[]): Control | undefined => own.find((c) => c.kind === 'switch3');
  return twoPlaces(idle) ?? threePlaces(idle) ?? twoPlaces(free) ?? threePlaces(free);
}
