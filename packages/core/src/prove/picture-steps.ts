import { networkSight, pictureSight, screenSight } from '../bench/index.js';
import { findChains } from '../channels/index.js';
import { PICTURE_KINDS, screenPictures, sentInto, type Conversation, type LinkEnd } from '../loom/index.js';
import {
  carriesNetwork,
  isNetworkPlug,
  isScreen,
  sees,
  sendsOwnEye,
  sendsPictures,
  type Link,
  type Sheet,
} from '../parts/index.js';
import { oncePerRig, partsWithSheets, portLabel, sheetOf, type Part, type Rig } from '../rig/index.js';
import type { BareStep } from './step.js';

/** Inputs of a part where a picture ends, or leaves the wires: a display, an air unit, a recorder. */
const pictureInputs = oncePerRig((rig: Rig): { part: Part; link: Link }[] =>
  partsWithSheets(rig).flatMap(({ part, sheet }) => {
    // what a screen hands on is seen on it all the same
    const passedOn = new Set(isScreen(sheet) ? [] : sheet.pictures.flatMap((p) => p.inputs));
    return sheet.links
      .filter((l) => PICTURE_KINDS.has(l.kind) && l.way === 'listen' && !passedOn.has(l.id) && !carriesNetwork(sheet))
      .map((link) => ({ part, link }));
  }),
);

/** A channel comes to it, moved or not: which picture it shows is seen when it is switched. One that nobody tells stands at its first input. */
const isSwitched = (rig: Rig, part: string, fn: string | undefined): boolean =>
  findChains(rig).some((c) => c.part.id === part && c.fn.id === fn && c.slot !== null && c.path.length > 0);

/** The part whose picture comes into a plug, through what only passes it on: a gimbal, a converter, a display, the air. */
export function sourceInto(
  rig: Rig,
  conversations: readonly Conversation[],
  part: string,
  link: string | undefined,
): Part | undefined {
  const seen = new Set<string>();
  let [at, into] = [part, link];
  while (!seen.has(`${at} ${into}`)) {
    seen.add(`${at} ${into}`);
    const sender = sentInto(rig, at, into);
    if (sender && sendsOwnEye(sheetOf(rig, sender.id))) return sender;
    if (sender) {
      [at, into] = [sender.id, pictureInOf(sheetOf(rig, sender.id))];
      continue;
    }
    const talker = conversations.find(
      (c) => PICTURE_KINDS.has(c.kind) && c.listener.part.id === at && c.listener.link.id === into,
    )?.talker;
    const passes = talker?.sheet.pictures.find((p) => p.output === talker.link.id);
    if (!talker || !passes) return talker?.part;
    if (passes.inputs.length > 1 && isSwitched(rig, talker.part.id, passes.chosenBy)) return talker.part;
    [at, into] = [talker.part.id, passes.inputs[0]];
  }
  return undefined;
}

/** Plugs by lead where the picture ends that a switcher hands on, as it chooses: of what sends it on, the air is looked at. */
export const shownBehind = (
  rig: Rig,
  conversations: readonly Conversation[],
  switcher: string,
): readonly { part: Part; link: Link }[] =>
  pictureInputs(rig).filter(
    ({ part, link }) =>
      !sendsPictures(sheetOf(rig, part.id)) &&
      !isNetworkPlug(link) &&
      sourceInto(rig, conversations, part.id, link.id)?.id === switcher,
  );

/** The plug by which a sender takes its picture. */
const pictureInOf = ({ links }: Sheet): string | undefined =>
  links.find((l) => PICTURE_KINDS.has(l.kind) && l.way === 'listen')?.id;

/** Cameras on the network behind a plug, the nearest first, over the hubs between. */
function camerasBehind(conversations: readonly Conversation[], part: string, link: string): Part[] {
  const leads = conversations.filter((c) => c.kind === 'ethernet');
  const far = (at: string, by?: string): LinkEnd[] =>
    leads.flatMap(({ talker, listener }) => [
      ...(talker.part.id === at && (by ?? talker.link.id) === talker.link.id ? [listener] : []),
      ...(listener.part.id === at && (by ?? listener.link.id) === listener.link.id ? [talker] : []),
    ]);
  const seen = new Set([part]);
  const cameras: Part[] = [];
  const edge = far(part, link);
  for (const { part: at, sheet } of edge) {
    if (seen.has(at.id)) continue;
    seen.add(at.id);
    if (sees(sheet)) cameras.push(at);
    else if (carriesNetwork(sheet)) edge.push(...far(at.id));
  }
  return cameras;
}

/** What comes in at a plug: one picture by lead; by network those of all cameras behind it. */
function arrivals(
  rig: Rig,
  conversations: readonly Conversation[],
  part: Part,
  link: Link,
): { camera: Part; sight: string }[] {
  const sight = pictureSight(part.id, link.id);
  if (isNetworkPlug(link)) {
    // what an app shows is looked at there: nobody sees into a radio
    const shown = screenPictures(rig).filter((s) => s.through.includes(part.id));
    const cameras = camerasBehind(conversations, part.id, link.id);
    return cameras
      .filter(({ id }) => !shown.some((s) => s.camera.id === id))
      .map((camera) => ({ camera, sight: cameras.length > 1 ? networkSight(part.id, link.id, camera.id) : sight }));
  }
  const camera = sourceInto(rig, conversations, part.id, link.id);
  return camera && sees(sheetOf(rig, camera.id)) ? [{ camera, sight }] : [];
}

/** Each picture at the end of its wires; what comes through a switcher is seen when it is switched. */
export const arrivingSteps = (rig: Rig, conversations: readonly Conversation[]): BareStep[] =>
  pictureInputs(rig).flatMap(({ part, link }) => {
    const all = arrivals(rig, conversations, part, link);
    const isOneOf = pictureInputs(rig).filter((other) => other.part.id === part.id).length > 1;
    const plug = isOneOf && link.pins.data ? `${portLabel(rig, { part: part.id, port: link.pins.data.port })} of ` : '';
    return all.map(({ camera, sight }, n): BareStep => ({
      id: `${part.id}.picture-${link.id}${n ? `-${camera.id}` : ''}`,
      part: part.id,
      title: `Look at the picture ${all.length > 1 ? `of ${camera.label} ` : ''}that comes into ${plug}${part.label}`,
      expectText: `the picture of ${camera.label}`,
      setUp: {},
      moves: [],
      expects: [{ sight, is: camera.id }],
      through: [camera.id],
    }));
  });

/** Each picture that an app is made to show, in that app. */
export const screenSteps = (rig: Rig): BareStep[] =>
  screenPictures(rig).map(({ screen, camera, through }) => ({
    id: `${screen.id}.screen-${camera.id}`,
    part: screen.id,
    title: `Look at the picture of ${camera.label} on ${screen.label}`,
    expectText: `the picture of ${camera.label}`,
    setUp: {},
    moves: [],
    expects: [{ sight: screenSight(screen.id, camera.id), is: camera.id }],
    through: [...through],
  }));

/** The other pictures of a switcher that only a hand at it can choose: eyes see them, one after the other. */
export const byHandSteps = (rig: Rig, conversations: readonly Conversation[]): BareStep[] =>
  partsWithSheets(rig).flatMap(({ part, sheet }) =>
    sheet.pictures
      .filter((path) => path.inputs.length > 1 && !isSwitched(rig, part.id, path.chosenBy))
      .flatMap((path) => {
        const fn = sheet.functions.find((f) => f.id === path.chosenBy);
        const key = fn?.askedBy.find((way) => way.by === 'device');
        if (!fn || !key) return [];
        return path.inputs.slice(1).flatMap((input): BareStep[] => {
          const camera = sourceInto(rig, conversations, part.id, input);
          if (!camera) return [];
          const by = key.what ?? fn.label;
          return [
            {
              id: `${part.id}.${fn.id}.by-hand-${input}`,
              part: part.id,
              title: `${by[0]!.toUpperCase()}${by.slice(1)} of ${part.label}, until ${camera.label} is shown`,
              expectText: `the picture of ${camera.label}`,
              ...{ setUp: {}, moves: [], expects: [] },
              byEye: true,
              through: [part.id, camera.id],
            },
          ];
        });
      }),
  );
