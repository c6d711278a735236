/** Each control of each transmitter from end to end, with the slots that must follow it. */
import { slotSight } from '../bench/index.js';
import { airInto, restPositions, shapePulseUs, type Chain } from '../channels/index.js';
import { bringsChannels, hasControls, sentOver, speaksByLead, type Control, type Sheet } from '../parts/index.js';
import { controlName, partsThat, type Part, type Rig, type Shaping } from '../rig/index.js';
import { groupBy, listed, micros } from '../units/index.js';
import type { Conversation } from '../loom/index.js';
import { moveText } from './function-steps.js';
import { SAME_US, type BareStep, type Move } from './step.js';

/** What runs something over its whole way, or arms it, is moved by its own steps alone, which begin slowly. */
const RUNS: ReadonlySet<string> = new Set(['drive', 'arm']);

/** Controls, `transmitter.control`, that flip something at each press, and that may run something. */
interface Controls {
  flips: ReadonlySet<string>;
  runs: ReadonlySet<string>;
}

/**
 * @param chains what the channels do: a control that flips something is moved twice, so that it ends as it was
 */
export function slotSteps(rig: Rig, chains: readonly Chain[], conversations: readonly Conversation[]): BareStep[] {
  const thatDo = (does: (c: Chain) => boolean): Set<string> =>
    new Set(chains.filter((c) => c.control && does(c)).map((c) => `${c.transmitter!.id}.${c.control!.id}`));
  const known: Controls = {
    flips: thatDo((c) => c.fn.takes === 'pulse'),
    runs: thatDo((c) => RUNS.has(c.fn.what)),
  };
  const receivers = partsThat(rig, bringsChannels);
  const heardAt = groupBy(
    receivers.flatMap(({ part, sheet }) => {
      if (speaksByLead(sheet)) return [{ receiver: part, transmitter: part.id }];
      const air = airInto(rig, conversations, part.id);
      return air && !air.troubles.length ? [{ receiver: part, transmitter: air.talker.part.id }] : [];
    }),
    (h) => h.transmitter,
  );
  return partsThat(rig, hasControls).flatMap(({ part, sheet }) => {
    const receiver = heardAt.get(part.id)?.[0]?.receiver;
    return receiver ? controlSteps(rig, { part, sheet }, receiver, known) : [];
  });
}

function controlSteps(
  rig: Rig,
  { part, sheet }: { part: Part; sheet: Sheet },
  receiver: Part,
  { flips, runs }: Controls,
): BareStep[] {
  const carried = sentOver(sheet)?.params.channels ?? MOST_SLOTS;
  const own = rig.shaping.filter(
    // what a slow channel does while it is on its way, its function's own steps tell
    (s) => s.transmitter === part.id && s.control !== null && s.channel <= carried && !s.endToEndS,
  );
  const handed = new Set(rig.handOvers.filter((h) => h.from === part.id).map((h) => h.control));
  return [...groupBy(own, (s) => s.control!)].flatMap(([id, driven]) => {
    const control = sheet.controls.find((c) => c.id === id);
    if (!control || handed.has(id) || runs.has(`${part.id}.${id}`)) return [];
    const marks = restPositions(control.kind);
    const twice = flips.has(`${part.id}.${id}`);
    return [slotStep(rig, part, control, driven, receiver, twice ? [...marks, ...marks] : marks)];
  });
}

const MOST_SLOTS = 16;

function slotStep(
  rig: Rig,
  part: Part,
  control: Control,
  driven: readonly Shaping[],
  receiver: Part,
  marks: readonly number[],
): BareStep {
  const name = controlName(rig, part.id, control.id);
  // on another radio than the pilot's one says which
  const said = name === control.id ? control : { ...control, label: `${part.label}: ${control.label}` };
  const slots = driven.map((s) => s.channel);
  const widths = (to: number): string => listed(driven.map((s) => micros(shapePulseUs(s, to))));
  const moves = marks.map((to): Move => ({
    control: name,
    to,
    reads: driven.map((s) => ({
      sight: slotSight(receiver.id, s.channel),
      near: shapePulseUs(s, to),
      within: SAME_US,
    })),
  }));
  return {
    id: `${part.id}.channel-${control.id}`,
    part: part.id,
    // the label once, then only where it goes
    title: marks.map((to, i) => moveText(said, to).slice(i === 0 ? 0 : said.label.length + 1)).join(', '),
    expectText: `${slots.length === 1 ? 'slot' : 'slots'} ${listed(slots.map(String))} of ${receiver.label}: ${[...new Set(marks)].map(widths).join(', then ')}`,
    ...{ setUp: {}, moves, expects: [] },
    through: [receiver.id],
  };
}
