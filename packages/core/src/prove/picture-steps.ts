import { PICTURE_KINDS, type Conversation } from '../loom/index.js';
import { sees, type Link } from '../parts/index.js';
import { labelOf, oncePerRig, partsWithSheets, sheetOf, type Part, type Rig } from '../rig/index.js';
import type { BareStep } from './step.js';

/** Inputs of a part where a picture ends, or leaves the wires: a display, an air unit, a recorder. */
const pictureInputs = oncePerRig((rig: Rig): { part: Part; link: Link }[] =>
  partsWithSheets(rig).flatMap(({ part, sheet }) => {
    const passedOn = new Set(sheet.pictures.flatMap((p) => p.inputs));
    return sheet.links
      .filter((l) => PICTURE_KINDS.has(l.kind) && l.way === 'listen' && !passedOn.has(l.id))
      .map((link) => ({ part, link }));
  }),
);

/** The part whose picture comes into a plug, through what only passes it on: a gimbal, a converter, a display. */
export function sourceInto(
  conversations: readonly Conversation[],
  part: string,
  link: string | undefined,
): Part | undefined {
  const seen = new Set<string>();
  let [at, into] = [part, link];
  while (!seen.has(`${at} ${into}`)) {
    seen.add(`${at} ${into}`);
    const talker = conversations.find(
      (c) => PICTURE_KINDS.has(c.kind) && c.listener.part.id === at && c.listener.link.id === into,
    )?.talker;
    const passes = talker?.sheet.pictures.find((p) => p.output === talker.link.id);
    if (!talker || !passes || passes.inputs.length > 1) return talker?.part;
    [at, into] = [talker.part.id, passes.inputs[0]];
  }
  return undefined;
}

/** Each picture at the end of its wires; what comes through a switcher is seen when it is switched. */
export const arrivingSteps = (rig: Rig, conversations: readonly Conversation[]): BareStep[] =>
  pictureInputs(rig).flatMap(({ part, link }): BareStep[] => {
    const camera = sourceInto(conversations, part.id, link.id);
    if (!camera || !sees(sheetOf(rig, camera.id))) return [];
    return [
      {
        id: `${part.id}.picture-${link.id}`,
        part: part.id,
        title: `Look at the picture that comes into ${part.label}`,
        expectText: `the picture of ${labelOf(rig, camera.id)}`,
        setUp: {},
        moves: [],
        expects: [{ sight: `${part.id}.${link.id}-picture`, is: camera.id }],
        through: [camera.id],
      },
    ];
  });
