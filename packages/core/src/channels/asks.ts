/**
 * Who asks a function that is not told by a channel: stick gestures that a controller reads, a screen control of an app, or the
 * device itself. One account of each way from a hand to what it asks for, where `chain.ts` has that of a channel.
 */
import { flies, LINK_WORDS, staysOnGround, type AskedBy, type PartFunction, type Sheet } from '../parts/index.js';
import { isFlown, labelOf, oncePerRig, partsWithSheets, type Part, type Rig } from '../rig/index.js';
import { listed } from '../units/index.js';
import { addressOf, findConversations, networkHops, subnetOf, wayTo, type Conversation } from '../loom/index.js';
import { findChains, type Chain } from './chain.js';
import { stickHolds } from './gesture-pose.js';
import { FLIGHT_AXES, type FlightAxis } from './sticks.js';

/** One step between a hand and a demand. */
export interface AskStep {
  kind: 'hand' | 'relay' | 'gesture' | 'screen' | 'app' | 'network' | 'wire' | 'demand';
  text: string;
  part?: string;
}

/** One way in which one function of one part can be asked, or as far as it goes. */
export interface Ask {
  part: Part;
  sheet: Sheet;
  fn: PartFunction;
  way: AskedBy;
  steps: readonly AskStep[];
  /** Parts it runs through, the asked one last. */
  parts: readonly string[];
  /** Conversations it runs over. */
  path: readonly Conversation[];
  /** Where it breaks, in bench words; null when the hand really reaches the function. */
  breaks: string | null;
}

/** Every way of every function of every part that is not a channel, in the order of the rig and of each sheet. */
export const findAsks = oncePerRig((rig): readonly Ask[] =>
  partsWithSheets(rig).flatMap(({ part, sheet }) =>
    sheet.functions.flatMap((fn) =>
      fn.askedBy.flatMap((way): Ask[] => {
        const base = { part, sheet, fn, way };
        switch (way.by) {
          case 'slot':
            return [];
          case 'gesture':
            return [{ ...base, ...byGesture(rig, part, way) }];
          case 'screen':
            return [{ ...base, ...byScreen(rig, part, fn, way) }];
          case 'device':
            return [{ ...base, ...byDevice(rig, part, sheet, fn, way) }];
        }
      }),
    ),
  ),
);

/** The ways of one function that are no channel, whether they work or not, in the order in which its sheet prefers them. */
export const asksOf = (rig: Rig, { part, fn }: { part: Pick<Part, 'id'>; fn: PartFunction }): Ask[] =>
  findAsks(rig).filter((a) => a.part.id === part.id && a.fn === fn);

type Way<B extends AskedBy['by']> = Extract<AskedBy, { by: B }>;
type Found = Pick<Ask, 'steps' | 'parts' | 'path' | 'breaks'>;
const step = (kind: AskStep['kind'], text: string, part?: string): AskStep => ({
  kind,
  text,
  ...(part === undefined ? {} : { part }),
});

/** The controller reads the four sticks itself and tells the camera; no channel is spent on it. @source [practice] */
function byGesture(rig: Rig, part: Part, way: Way<'gesture'>): Found {
  const told = findConversations(rig).filter(
    (c) => c.listener.part.id === part.id && way.over.includes(c.listener.link.id) && flies(c.talker.sheet),
  );
  const last = told.find((c) => !c.troubles.length) ?? told[0];
  if (!last) return { steps: [], parts: [part.id], path: [], breaks: 'no controller is wired to it' };
  const controller = last.talker.part;
  const { axes, short, first } = sticksOf(rig, controller, way);
  const open = gesture(way);
  return {
    steps: [
      step('hand', 'both sticks', first?.transmitter?.id),
      step('relay', `${controller.label} reads the sticks, disarmed`, controller.id),
      step('gesture', open),
      step('wire', LINK_WORDS[last.kind]),
      step('demand', part.label, part.id),
    ],
    parts: [...new Set([first?.transmitter?.id, first?.path[0]?.talker.part.id, controller.id, part.id])].filter(
      (id) => id !== undefined,
    ),
    path: [...(first?.path ?? []), last],
    breaks: last.troubles.length
      ? `${controller.label} → ${part.label}: ${last.troubles.join(', ')}`
      : axes.length
        ? `no stick gives ${controller.label} ${listed(axes)}`
        : short.length
          ? `at ${controller.label} ${listed(short)} ${short.length > 1 ? 'do' : 'does'} not come far enough for a menu`
          : null,
  };
}

/** Axes of the gestures that no stick gives the controller, those that one gives too little of, and one that a stick gives. */
function sticksOf(
  rig: Rig,
  controller: Part,
  { gestures }: Way<'gesture'>,
): { axes: string[]; short: string[]; first?: Chain } {
  const wanted = FLIGHT_AXES.filter((axis) => gestures.some((g) => g.sticks[axis] !== undefined));
  const flown = findChains(rig).filter((c) => c.part.id === controller.id && !c.breaks && c.control?.kind === 'stick');
  const first = flown[0];
  return {
    axes: wanted.filter((axis) => !flown.some((c) => c.fn.what === axis)),
    short: wanted.filter((axis) => flown.some((c) => c.fn.what === axis && !comesThere(c, axis, gestures))),
    ...(first ? { first } : {}),
  };
}

/** Whether its stick brings an axis to wherever the gestures want it, one end or the other. */
const comesThere = (chain: Chain, axis: FlightAxis, gestures: Way<'gesture'>['gestures']): boolean =>
  gestures.every(({ sticks }) => [1, 0, -1].some((at) => stickHolds(chain, at) === Math.sign(sticks[axis] ?? 0)));

const AXIS_WORDS: Readonly<Record<string, readonly [low: string, high: string]>> = {
  throttle: ['throttle down', 'throttle up'],
  yaw: ['yaw left', 'yaw right'],
  pitch: ['pitch down', 'pitch up'],
  roll: ['roll left', 'roll right'],
};

/** How a gesture is made, in bench words. */
export function gestureText({ sticks, holdS }: Way<'gesture'>['gestures'][number]): string {
  const held = FLIGHT_AXES.flatMap((axis) => {
    const at = sticks[axis];
    if (at === undefined) return [];
    return [at === 0 ? `${axis} to the middle` : AXIS_WORDS[axis]![at < 0 ? 0 : 1]];
  });
  return `${held.join(', ')}${holdS >= 1 ? `, held ${holdS} s` : ''}`;
}

const gesture = ({ gestures }: Way<'gesture'>): string => {
  const open = gestures.find((g) => g.does === 'open') ?? gestures[0]!;
  return gestureText(open);
};

/** Apps that a part runs and that may ask for a kind of function. */
const steering = (sheet: Sheet, fn: PartFunction) => (sheet.apps ?? []).filter((a) => a.steers.includes(fn.what));

/** From an app that can steer it, over the network or a telemetry link, to the part. */
function byScreen(rig: Rig, part: Part, fn: PartFunction, way: Way<'screen'>): Found {
  const hops = networkHops(rig);
  const all = new Map(partsWithSheets(rig).map((p) => [p.part.id, p.sheet]));
  const found = wayTo(hops, part.id, way.over, (id) => steering(all.get(id)!, fn).length > 0);
  if (!found) return { steps: [], parts: [part.id], path: [], breaks: whyNoApp(rig, part, fn, way) };
  const on = found.at(-1)?.to ?? part.id;
  const app = steering(all.get(on)!, fn)[0]!;
  const between = found.slice(0, -1).map((h) => h.to);
  const [own, other] = [addressOf(rig, part.id), addressOf(rig, on)];
  const apart = own !== undefined && other !== undefined && subnetOf(own) !== subnetOf(other);
  return {
    steps: [
      step('hand', way.what),
      step('screen', labelOf(rig, on), on),
      step('app', app.name, on),
      ...between.toReversed().map((id) => step('network', labelOf(rig, id), id)),
      step('demand', part.label, part.id),
    ],
    parts: [on, ...between.toReversed(), part.id],
    path: [],
    breaks: apart ? `${labelOf(rig, on)} is on another subnet than ${part.label}` : null,
  };
}

function whyNoApp(rig: Rig, part: Part, fn: PartFunction, { over }: Way<'screen'>): string {
  const apps = partsWithSheets(rig).filter(({ sheet }) => sheet.apps?.length);
  const hops = networkHops(rig);
  const shown = apps.find(({ part: on }) => wayTo(hops, part.id, over, (id) => id === on.id));
  if (shown) return `${shown.part.label} shows it, and its app steers no ${fn.label.toLowerCase()}`;
  if (!apps.length) return 'no screen with an app is on this bench';
  return (hops.get(part.id) ?? []).some((h) => h.link !== null && over.includes(h.link))
    ? 'no app that steers it is on its network'
    : 'nothing is wired to its network plug';
}

/** What flies is out of reach: a function that has another way is not done by its own button. [practice] that path serves at the bench */
const isAloft = (rig: Rig, sheet: Sheet, { askedBy }: PartFunction): boolean =>
  isFlown(rig) && !staysOnGround(sheet) && askedBy.some((way) => way.by !== 'device');

function byDevice(rig: Rig, part: Part, sheet: Sheet, fn: PartFunction, { what }: Way<'device'>): Found {
  return {
    steps: [step('hand', what ?? `${fn.label} on the device`), step('demand', part.label, part.id)],
    parts: [part.id],
    path: [],
    breaks: isAloft(rig, sheet, fn) ? 'its own button is out of reach in the air' : null,
  };
}
