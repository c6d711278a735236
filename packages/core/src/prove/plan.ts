import {
  demandOf,
  pulseForValue,
  rangeDemand,
  restPositions,
  seenPulseUs,
  sentPulseUs,
  type Chain,
} from '../channels/index.js';
import type { Conversation } from '../loom/index.js';
import type { Control } from '../parts/index.js';
import { partsOfRole, type Rig } from '../rig/index.js';
import { clamp, num, signed } from '../units/index.js';

/** One thing that must be seen for a step to pass. `sight` names it as the bench does. */
export type Expect =
  | { sight: string; is: string | number | boolean | null }
  | { sight: string; near: number; within: number }
  /** Must have moved that way since before the gesture. */
  | { sight: string; moves: 1 | -1 };

/** Move this, expect that. */
export interface CheckStep {
  id: string;
  part: string;
  title: string;
  expectText: string;
  /** Controls that must stand so first, all at once. */
  setUp: Record<string, number>;
  /** Then these, one after the other. */
  moves: { control: string; to: number }[];
  expects: Expect[];
}

/** Degrees, per cent or times by which an answer may miss and still count as reached. */
const WITHIN = { '°': 1.5, '°/s': 2, '%': 3, '×': 0.08 } as const;

/**
 * The check plan of a rig, from its functions: volts first, then the receiver, then one control at a time.
 * What is expected follows from sheets and shaping alone, never from a simulation.
 */
export function checkPlan(rig: Rig, chains: Chain[], conversations: Conversation[]): CheckStep[] {
  const steps = [...powerStep(rig), ...receiverSteps(rig)];
  const driven = chains.filter((chain) => chain.control && chain.shaping);
  const rank = (chain: Chain): number =>
    ORDER.indexOf(
      chain.fn.takes === 'windows' && driven.some((c) => c.fn.enabledIn?.fn === chain.fn.id) ? 'mode' : chain.fn.takes,
    );
  const roles = (chain: Chain): number => (chain.sheet.role === 'controller' ? 0 : 1);
  const sorted = [...driven].sort(
    (a, b) => roles(a) - roles(b) || partRank(rig, a) - partRank(rig, b) || rank(a) - rank(b),
  );
  for (const chain of sorted) steps.push(...stepsOf(rig, chain, driven, conversations));
  return steps;
}

const ORDER = ['mode', 'position', 'rate', 'windows', 'pulse'];
const partRank = (rig: Rig, chain: Chain): number => rig.parts.findIndex((p) => p.id === chain.part.id);

function powerStep(rig: Rig): CheckStep[] {
  const fed = rig.parts.filter((p) => rig.sheets[p.class]!.supplies.length);
  if (!fed.length) return [];
  return [
    {
      id: 'power',
      part: fed[0]!.id,
      title: 'Every part has its volts',
      expectText: `${fed.length} parts inside their bands`,
      setUp: {},
      moves: [],
      expects: fed.map((p) => ({ sight: `${p.id}.feed`, is: 'fed' })),
    },
  ];
}

function receiverSteps(rig: Rig): CheckStep[] {
  return partsOfRole(rig, 'receiver').map(({ part }) => ({
    id: `${part.id}.frames`,
    part: part.id,
    title: `${part.label} answers`,
    expectText: 'bus frames arrive',
    setUp: {},
    moves: [],
    expects: [{ sight: `${part.id}.frames`, moves: 1 }],
  }));
}

function stepsOf(rig: Rig, chain: Chain, driven: Chain[], conversations: Conversation[]): CheckStep[] {
  const setUp = enabling(chain, driven);
  const control = chain.control!;
  switch (chain.fn.takes) {
    case 'position':
      return [1, -1].map((to) => positionStep(chain, control, setUp, to));
    case 'rate':
      return [1, -1].map((to) => rateStep(chain, control, setUp, to));
    case 'pulse':
      return [true, false].map((on) => pulseStep(chain, control, on));
    case 'windows':
      return restPositions(control.kind).map((to, i) => windowStep(rig, chain, control, to, i, conversations));
  }
}

/** Controls that put the part in a mode in which the function works. */
function enabling(chain: Chain, driven: Chain[]): Record<string, number> {
  const need = chain.fn.enabledIn;
  const by = need && driven.find((c) => c.part.id === chain.part.id && c.fn.id === need.fn);
  if (!by) return {};
  const at = restPositions(by.control!.kind).find((position) => {
    const demand = demandOf(by.fn, seenPulseUs(by, sentPulseUs(by, position)!), by.reverse);
    return 'window' in demand && demand.window !== null && need.windows.includes(demand.window);
  });
  return at === undefined ? {} : { [by.control!.id]: at };
}

const POSITION_WORDS: Record<string, Record<number, string>> = {
  stick: { 1: 'full up or right', [-1]: 'full down or left', 0: 'centred' },
  slider: { 1: 'full up', [-1]: 'full down', 0: 'in the middle' },
  knob: { 1: 'fully right', [-1]: 'fully left', 0: 'in the middle' },
  switch3: { 1: 'up', [-1]: 'down', 0: 'to the middle' },
  switch2: { 1: 'up', [-1]: 'down' },
  button: { 1: 'pressed', [-1]: 'let go' },
};

const AXIS_WORDS: Record<string, Record<number, string>> = {
  x: { 1: 'full right', [-1]: 'full left' },
  y: { 1: 'full up', [-1]: 'full down' },
};

function moveText(control: Control, to: number): string {
  const axis = control.kind === 'stick' ? AXIS_WORDS[control.id.slice(-1)]?.[to] : undefined;
  const text = `${control.label} ${axis ?? POSITION_WORDS[control.kind]![to]}`;
  return text[0]!.toUpperCase() + text.slice(1);
}

/** Value the end of the travel must give: by the sheet's range, inside the joint's limits. */
function expectedValue(chain: Chain, to: number): number {
  const asked = rangeDemand(chain.fn, sentPulseUs(chain, to)!, chain.reverse);
  const joint = chain.sheet.joints.find((j) => j.id === chain.fn.joint);
  return joint && chain.fn.takes === 'position' ? clamp(asked, joint.minDeg, joint.maxDeg) : asked;
}

const stepId = (chain: Chain, to: number | string): string => `${chain.part.id}.${chain.fn.id}.${to}`;

function positionStep(chain: Chain, control: Control, setUp: Record<string, number>, to: number): CheckStep {
  const { fn, part } = chain;
  const value = expectedValue(chain, to);
  const unit = fn.range!.unit;
  const sight = fn.joint ? `${part.id}.${fn.joint}-angle` : `${part.id}.${fn.id}`;
  return {
    id: stepId(chain, to),
    part: part.id,
    title: moveText(control, to),
    expectText: `${fn.label.toLowerCase()} ${unit === '×' ? `${num(value, 1)}×` : `${signed(value)}${unit === '%' ? ' %' : unit}`}`,
    setUp,
    moves: [{ control: control.id, to }],
    expects: [{ sight, near: value, within: WITHIN[unit] }],
  };
}

function rateStep(chain: Chain, control: Control, setUp: Record<string, number>, to: number): CheckStep {
  const { fn, part } = chain;
  const value = expectedValue(chain, to);
  const sights: Expect[] = [{ sight: `${part.id}.${fn.id}`, near: value, within: WITHIN['°/s'] }];
  if (fn.joint) sights.push({ sight: `${part.id}.${fn.joint}-angle`, moves: value > 0 ? 1 : -1 });
  return {
    id: stepId(chain, to),
    part: part.id,
    title: moveText(control, to),
    expectText: `${fn.label.toLowerCase()} ${value > 0 ? 'right' : 'left'}, ${num(Math.abs(value))}°/s`,
    setUp,
    moves: [{ control: control.id, to }],
    expects: sights,
  };
}

function pulseStep(chain: Chain, control: Control, on: boolean): CheckStep {
  const { fn, part } = chain;
  const window = fn.windows![0]!;
  const inside = pulseForValue(fn, 0, false) >= window.fromUs ? -1 : 1;
  const flick = control.kind === 'button' ? 'press' : 'flick and back';
  return {
    id: stepId(chain, on ? 'on' : 'off'),
    part: part.id,
    title: `${control.label[0]!.toUpperCase()}${control.label.slice(1)}: ${flick}`,
    expectText: `${fn.label.toLowerCase()} ${on ? 'starts' : 'stops'}${fn.cue ? ` · ${fn.cue}` : ''}`,
    setUp: {},
    moves: [
      { control: control.id, to: -inside },
      { control: control.id, to: inside },
      { control: control.id, to: -inside },
    ],
    expects: [{ sight: `${part.id}.${fn.id}`, is: on }],
  };
}

function windowStep(
  rig: Rig,
  chain: Chain,
  control: Control,
  to: number,
  index: number,
  conversations: Conversation[],
): CheckStep {
  const label = intendedWindow(chain, control, to, index);
  const expects: Expect[] = [{ sight: `${chain.part.id}.${chain.fn.id}`, is: label }];
  let seen = label ?? 'nothing';
  const path = chain.sheet.pictures.find((p) => p.chosenBy === chain.fn.id);
  if (path) {
    const at = chain.fn.windows!.findIndex((w) => w.label === label);
    const camera = conversations.find(
      (c) => c.kind === 'composite' && c.listener.part.id === chain.part.id && c.listener.link.id === path.inputs[at],
    )?.talker.part;
    for (const { part } of partsOfRole(rig, 'video-transmitter'))
      expects.push({ sight: `${part.id}.on-air`, is: camera?.id ?? null });
    seen = camera?.label ?? 'black';
  }
  return {
    id: stepId(chain, to),
    part: chain.part.id,
    title: moveText(control, to),
    expectText: `${chain.fn.label.toLowerCase()}: ${seen}`,
    setUp: {},
    moves: [{ control: control.id, to }],
    expects,
  };
}

/** As many windows as resting places: in order, whether or not the width meets them. Else what the width asks. */
function intendedWindow(chain: Chain, control: Control, to: number, index: number): string | null {
  const windows = [...chain.fn.windows!].sort((a, b) => a.fromUs - b.fromUs);
  const turned = chain.shaping!.reverse !== chain.reverse;
  if (windows.length === restPositions(control.kind).length)
    return windows[turned ? windows.length - 1 - index : index]!.label;
  const demand = demandOf(chain.fn, sentPulseUs(chain, to)!, chain.reverse);
  return 'window' in demand ? demand.window : null;
}
