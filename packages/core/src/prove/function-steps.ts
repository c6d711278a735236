import { fnSight, pictureSight, slotSight } from '../bench/index.js';
import {
  demandOf,
  gatesOf,
  turnedDemand,
  turnsInModes,
  rangeDemand,
  restPositions,
  arrivingUs,
  samePulse,
  sentPulseUs,
  stickGoes,
  windowIndex,
  type Chain,
} from '../channels/index.js';
import { PICTURE_KINDS, saidBy, type Conversation } from '../loom/index.js';
import { bringsChannels, sendsPictures, type Control, type Joint, type PartFunction } from '../parts/index.js';
import { sheetOf } from '../rig/index.js';
import { clamp, num, signed } from '../units/index.js';
import { shownBehind, sourceInto } from './picture-steps.js';
import { SAME_US, WITHIN, type BareStep, type Expect, type Plan } from './step.js';

/** The steps that prove one function by the control that drives it. */
export function stepsOf(plan: Plan, chain: Chain): BareStep[] {
  const setUp = enabling(chain, plan.driven);
  const control = chain.control!;
  switch (chain.fn.takes) {
    case 'position':
      return [
        ...[...slowFirst(chain, control), 1, -1].map((to) => positionStep(chain, control, setUp, to)),
        ...turnedSteps(plan, chain, control),
      ];
    case 'rate':
      return [...[1, -1].map((to) => rateStep(chain, control, setUp, to)), ...turnedSteps(plan, chain, control)];
    case 'pulse':
      // its button asks something else by the same pulse, and never this
      if (!isAsked(chain) && samePulse(chain, plan.driven).some(isAsked)) return [];
      return [true, false].map((on) => pulseStep(plan, chain, control, setUp, on));
    default:
      return restPositions(control.kind).flatMap((to, i) =>
        asksFor(chain, to) < 0 && besideOn(plan, chain).some((c) => c.fn.takes === 'pulse' && asksFor(c, to) >= 0)
          ? []
          : [windowStep(plan, chain, control, setUp, to, i)],
      );
  }
}

/** What else the same width tells. */
const besideOn = ({ driven }: Plan, chain: Chain): Chain[] =>
  driven.filter((c) => c !== chain && c.slot === chain.slot && c.transmitter?.id === chain.transmitter?.id);

/** The window in which a control puts a function, by its place; −1 for none. */
export const asksFor = (chain: Chain, to: number): number =>
  windowIndex(chain.fn, arrivingUs(chain, sentPulseUs(chain, to)!), chain.setup);

/** One end of its control asks for it. */
const isAsked = (chain: Chain): boolean => [1, -1].some((to) => asksFor(chain, to) >= 0);

/** A drive is first run slowly each way, by a control that has a little of it to give. @source [practice] 20–30 % */
export const slowFirst = ({ fn }: Chain, { kind }: Control): number[] =>
  fn.what === 'drive' && (kind === 'stick' || kind === 'slider' || kind === 'knob') ? [SLOWLY, -SLOWLY] : [];
export const SLOWLY = 0.25;

/**
 * Controls that put the part in a state in which the function works: its mode, its power, and nothing else that drives its joint.
 * Of two functions on one control the mode has its way.
 */
export function enabling(chain: Chain, driven: readonly Chain[]): Record<string, number> {
  const own = driven.filter((c) => c.part.id === chain.part.id);
  const gates = gatesOf(chain.sheet, chain.fn).flatMap(({ fn, windows, openBetween }) => {
    const by = own.find((c) => c.fn.id === fn.id);
    if (!by) return [];
    const open = standing(by, (window) => windows.includes(window));
    return open.length || !openBetween ? open : standing(by, () => false, true);
  });
  const turn = turnsInModes(chain.fn) ? chain.fn.turnsTo : undefined;
  const turner = own.find((c) => c.fn.id === turn?.fn);
  const drivers = own.filter((c) => c.fn.id !== chain.fn.id && c.fn.drives && c.fn.drives.joint === chain.fn.joint);
  return Object.fromEntries([
    ...drivers.flatMap((by) => standing(by, (window) => window !== by.fn.drives!.window)),
    ...(turner ? standing(turner, (window) => !turn!.windows.includes(window)) : []),
    ...gates,
  ]);
}

/** The same control in a mode that turns a position into a rate, or a rate into a position: the joint goes each way. */
function turnedSteps({ driven }: Plan, chain: Chain, control: Control): BareStep[] {
  const { fn, part, sheet } = chain;
  const joint = sheet.joints.find((j) => j.id === fn.joint);
  const turner = driven.find((c) => c.part.id === part.id && c.fn.id === fn.turnsTo?.fn);
  if (!joint || !turner || !turnsInModes(fn)) return [];
  const setUp = {
    ...enabling(chain, driven),
    ...Object.fromEntries(standing(turner, (window) => fn.turnsTo.windows.includes(window))),
  };
  return [1, -1].map((to) => {
    const value = turnedDemand(fn, joint, rangeDemand(fn, sentPulseUs(chain, to)!, chain.setup));
    const sight = `${part.id}.${joint.id}-angle`;
    const turns = fn.turnsTo.takes === 'rate';
    return {
      id: stepId(chain, `turned.${to}`),
      part: part.id,
      title: moveText(control, to),
      expectText: turns
        ? `${fn.label.toLowerCase()} ${wayText(fn.what, value)}, for as long as it is held`
        : `${fn.label.toLowerCase()} ${signed(value)}°`,
      setUp: turns ? { ...setUp, ...offItsEnd(joint, control, value, to) } : setUp,
      moves: [{ control: control.id, to }],
      expects: [
        turns ? { sight, moves: value > 0 ? 1 : -1, ...roundOf(joint) } : { sight, near: value, within: WITHIN['°'] },
      ],
    };
  });
}

/**
 * Where a control puts a function into a window that serves.
 * @param between none of its windows serves as well
 */
export function standing(
  by: Chain,
  serves: (window: string) => boolean,
  between = false,
): [control: string, at: number][] {
  const at = restPositions(by.control!.kind).find((position) => {
    const demand = demandOf(by.fn, arrivingUs(by, sentPulseUs(by, position)!), by.setup);
    return 'window' in demand && (demand.window === null ? between : serves(demand.window));
  });
  return at === undefined ? [] : [[by.control!.id, at]];
}

const POSITION_WORDS: Record<string, Record<number, string>> = {
  stick: { 1: 'full up or right', [-1]: 'full down or left', 0: 'centred' },
  slider: { 1: 'full up', [-1]: 'full down', 0: 'in the middle' },
  knob: { 1: 'fully right', [-1]: 'fully left', 0: 'in the middle' },
  switch3: { 1: 'up', [-1]: 'down', 0: 'to the middle' },
  switch2: { 1: 'up', [-1]: 'down' },
  button: { 1: 'pressed', [-1]: 'let go' },
};

/** Sticks, and what turns that is called after the way it goes. */
const AXIS_WORDS: Record<string, Record<string, Record<number, string>>> = {
  stick: { x: { 1: 'full right', [-1]: 'full left' }, y: { 1: 'full up', [-1]: 'full down' } },
  knob: { y: { 1: 'fully up', [-1]: 'fully down' } },
};

/** A control taken somewhere, in bench words. */
export function moveText(control: Control, to: number): string {
  const end = Math.sign(to);
  const words = AXIS_WORDS[control.kind]?.[stickGoes(control) ?? '']?.[end] ?? POSITION_WORDS[control.kind]![end]!;
  const some = Math.abs(to) < 1 && to !== 0 ? words.replace(/^full(y)?/, 'a quarter') : words;
  const text = `${control.label} ${some}`;
  return text[0]!.toUpperCase() + text.slice(1);
}

/** What a width must bring a position to: by the sheet's range, inside the limits of the joint where it moves one. */
export function nearAt({ fn, part, sheet, setup }: Chain, pulseUs: number): Extract<Expect, { near: number }> {
  const asked = rangeDemand(fn, pulseUs, setup);
  const within = WITHIN[fn.range!.unit];
  const joint = sheet.joints.find((j) => j.id === fn.joint);
  if (!joint) return { sight: fnSight(part.id, fn.id), near: asked, within };
  return { sight: `${part.id}.${joint.id}-angle`, near: clamp(asked, joint.minDeg, joint.maxDeg), within };
}

/** What a chain's function shows is as it was. */
export function stays({ part, fn }: Chain): Expect {
  return { sight: fnSight(part.id, fn.id), stays: true, within: fn.range ? WITHIN[fn.range.unit] : 0 };
}

const stepId = (chain: Chain, to: number | string): string => `${chain.part.id}.${chain.fn.id}.${to}`;

function positionStep(chain: Chain, control: Control, setUp: Record<string, number>, to: number): BareStep {
  const { fn, part } = chain;
  const expect = nearAt(chain, sentPulseUs(chain, to)!);
  const value = expect.near;
  const unit = fn.range!.unit;
  return {
    id: stepId(chain, to),
    part: part.id,
    title: moveText(control, to),
    expectText: `${fn.label.toLowerCase()} ${unit === '×' ? `${num(value, 1)}×` : `${signed(value)}${spaced(unit)}`}`,
    setUp,
    moves: [{ control: control.id, to }],
    expects: [expect],
  };
}

const spaced = (unit: string): string => (unit === '%' ? ' %' : unit);

function rateStep(chain: Chain, control: Control, setUp: Record<string, number>, to: number): BareStep {
  const { fn, part } = chain;
  const value = rangeDemand(fn, sentPulseUs(chain, to)!, chain.setup);
  const sights: Expect[] = [{ sight: fnSight(part.id, fn.id), near: value, within: WITHIN[fn.range!.unit] }];
  const joint = chain.sheet.joints.find((j) => j.id === fn.joint);
  if (joint) sights.push({ sight: `${part.id}.${joint.id}-angle`, moves: value > 0 ? 1 : -1, ...roundOf(joint) });
  return {
    id: stepId(chain, to),
    part: part.id,
    title: moveText(control, to),
    expectText: `${fn.label.toLowerCase()} ${wayText(fn.what, value)}, ${num(Math.abs(value))}${spaced(fn.range!.unit)}`,
    setUp: { ...setUp, ...(joint ? offItsEnd(joint, control, value, to) : {}) },
    moves: [{ control: control.id, to }],
    expects: sights,
  };
}

/** A joint that rests at an end of its way goes no farther: it is first taken off it by the same control. */
function offItsEnd(joint: Joint, control: Control, value: number, to: number): Record<string, number> {
  const { homeDeg, minDeg, maxDeg, endless } = joint;
  const isAtEnd = value > 0 ? homeDeg >= maxDeg : homeDeg <= minDeg;
  return isAtEnd && !endless ? { [control.id]: -to } : {};
}

/** Which way a rate goes, as one says it of what moves. */
const WAYS: Readonly<Record<string, readonly [up: string, down: string]>> = {
  tilt: ['up', 'down'],
  'look-down': ['up', 'down'],
  zoom: ['in', 'out'],
  focus: ['farther', 'nearer'],
  iris: ['wider', 'narrower'],
  exposure: ['brighter', 'darker'],
  drive: ['forward', 'back'],
};

function wayText(what: string, value: number): string {
  const [up, down] = WAYS[what] ?? ['right', 'left'];
  return value > 0 ? up : down;
}

/** What goes on until it is told again; another pulse function does its thing once each time. */
const RUNS: ReadonlySet<string> = new Set(['record', 'interval']);

function pulseText({ what, label, cue }: PartFunction, on: boolean): string {
  const does = RUNS.has(what) ? (on ? 'starts' : 'stops') : on ? 'once' : 'once more';
  return `${label.toLowerCase()} ${does}${cue ? ` · ${cue}` : ''}`;
}

function pulseStep(plan: Plan, chain: Chain, control: Control, setUp: Record<string, number>, on: boolean): BareStep {
  const { fn, part } = chain;
  // the end of its way at which it acts
  const inside = [1, -1].find((to) => asksFor(chain, to) >= 0) ?? 1;
  // back to the middle, where the other end would ask for something else
  const isMiddle =
    control.kind === 'switch3' && (control.sprung || besideOn(plan, chain).length) && asksFor(chain, 0) < 0;
  const away = isMiddle ? 0 : -inside;
  const flick = control.kind === 'button' ? 'press' : 'flick and back';
  return {
    id: stepId(chain, on ? 'on' : 'off'),
    part: part.id,
    title: `${control.label[0]!.toUpperCase()}${control.label.slice(1)}: ${flick}`,
    expectText: pulseText(fn, on),
    setUp,
    moves: [
      { control: control.id, to: away },
      { control: control.id, to: inside },
      { control: control.id, to: away },
    ],
    expects: [{ sight: fnSight(part.id, fn.id), is: on }],
  };
}

function windowStep(
  plan: Plan,
  chain: Chain,
  control: Control,
  setUp: Record<string, number>,
  to: number,
  index: number,
): BareStep {
  const { rig, conversations } = plan;
  const label = intendedWindow(chain, control, to, index);
  const expects: Expect[] = [{ sight: fnSight(chain.part.id, chain.fn.id), is: label }];
  let seen = label ?? (chain.fn.takes === 'latch' ? 'off' : 'nothing');
  const running = heldBy(plan, chain, label);
  // what arms is moved by no other step: its channel is read here
  const receiver = chain.path[0]?.talker;
  if (chain.fn.what === 'arm' && receiver && bringsChannels(receiver.sheet) && chain.slot !== null) {
    const near = sentPulseUs(chain, to)!;
    expects.push({ sight: slotSight(receiver.part.id, chain.slot), near, within: SAME_US });
  }
  const path = chain.sheet.pictures.find((p) => p.chosenBy === chain.fn.id);
  if (path) {
    const at = chain.fn.windows!.findIndex((w) => w.label === label);
    const camera = sourceInto(rig, conversations, chain.part.id, path.inputs[at]);
    const shows = showsOf(conversations, chain.part.id);
    const sending = [...shows].filter((id) => sendsPictures(sheetOf(rig, id)));
    const screens = shownBehind(rig, conversations, chain.part.id);
    const sights = [...sending.map((id) => `${id}.on-air`), ...screens.map((s) => pictureSight(s.part.id, s.link.id))];
    for (const sight of sights) expects.push({ sight, is: camera?.id ?? null });
    if (sights.length) seen = camera?.label ?? 'black';
  }
  return {
    id: stepId(chain, to),
    part: chain.part.id,
    title: moveText(control, to),
    expectText: `${chain.fn.label.toLowerCase()}: ${seen}${running.length ? ', and the drive stands' : ''}`,
    setUp: { ...setUp, ...Object.fromEntries(running.map((c) => [c.control!.id, SLOWLY])) },
    moves: [{ control: control.id, to }],
    expects: [
      ...expects,
      ...running.map(({ part, fn }) => ({ sight: fnSight(part.id, fn.id), near: 0, within: WITHIN[fn.range!.unit] })),
    ],
  };
}

/** Drives that a window holds: they are asked to go slowly while it is tried, since what stands proves no kill. */
const heldBy = ({ driven }: Plan, chain: Chain, window: string | null): Chain[] =>
  window === null
    ? []
    : driven.filter(
        (c) =>
          c.part.id === chain.part.id &&
          c.transmitter?.id === chain.transmitter?.id &&
          c.control!.id !== chain.control!.id &&
          slowFirst(c, c.control!).length > 0 &&
          gatesOf(c.sheet, c.fn).some((gate) => gate.fn.id === chain.fn.id && !gate.windows.includes(window)),
      );

/** Parts that a part's picture comes to, over whatever is between. */
function showsOf(conversations: readonly Conversation[], from: string): Set<string> {
  const reached = new Set([from]);
  for (const id of reached)
    for (const c of saidBy(conversations, id)) if (PICTURE_KINDS.has(c.kind)) reached.add(c.listener.part.id);
  return reached;
}

/** As many windows as resting places: in order, whether or not the width meets them. Else what the width asks. */
function intendedWindow(chain: Chain, control: Control, to: number, index: number): string | null {
  const windows = [...chain.fn.windows!].sort((a, b) => a.fromUs - b.fromUs);
  const turned = chain.shaping!.reverse !== chain.setup.reverse;
  if (windows.length === restPositions(control.kind).length)
    return windows[turned ? windows.length - 1 - index : index]!.label;
  const demand = demandOf(chain.fn, sentPulseUs(chain, to)!, chain.setup);
  return 'window' in demand ? demand.window : null;
}

/** A whole turn of a joint that has no end. */
const roundOf = ({ endless, minDeg, maxDeg }: Joint): { round?: number } => (endless ? { round: maxDeg - minDeg } : {});
