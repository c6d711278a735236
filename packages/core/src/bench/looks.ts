/** Where each camera looks, and how its horizon lies, whatever the craft does under it. */
import { sees, type Joint } from '../parts/index.js';
import { clamp } from '../units/index.js';
import { partsThat, sheetOf, type Part, type Rig } from '../rig/index.js';
import {
  chainTurn,
  craftTurn,
  stabilised,
  turnAbout,
  turnersOf,
  within,
  type Hold,
  type Turn,
} from '../scene/index.js';
import type { Bench, BenchPart } from './compile.js';
import { craftAt } from './craft.js';
import { isFlawed } from './flaws.js';
import { isAwakeAt } from './run.js';
import type { BenchState } from './state.js';

/** Sight of how far the horizon of a camera's picture leans, degrees. */
export const leanSight = (camera: string): string => `${camera}.lean`;

/** Where a camera looks, with the angles that its joints take for it. */
export interface Look {
  turn: Turn;
  /** By `part.joint`, degrees. */
  degs: readonly (readonly [joint: string, deg: number])[];
}

/** How far a gimbal leans that was moved while it looked for level, degrees. @source invented for the picture */
const LEAN_DEG = 7;

/** What each mode of a gimbal holds by; one without modes follows the nose. */
const HOLDS: Readonly<Record<string, Hold>> = {
  'follow nose': 'nose',
  'follow craft': 'craft',
  'hold heading': 'heading',
};

/** A joint of a part on the way from the frame to a camera. */
interface Turner {
  own: BenchPart;
  at: number;
  joint: Joint;
}

const TURNERS = new WeakMap<Bench, Map<string, readonly Turner[]>>();

/** What turns a camera, the one at the frame first. */
export function turnersAt(bench: Bench, camera: string): readonly Turner[] {
  const known = TURNERS.get(bench) ?? new Map<string, readonly Turner[]>();
  TURNERS.set(bench, known);
  let own = known.get(camera);
  if (!own) {
    own = turnersOf(bench.rig, camera).flatMap(({ part, joint }): Turner[] => {
      const by = bench.parts.find((p) => p.part.id === part);
      return by ? [{ own: by, at: by.sheet.joints.findIndex((j) => j.id === joint.id), joint }] : [];
    });
    known.set(camera, own);
  }
  return own;
}

/** Where a camera looks at a moment. A gimbal without volts hangs as it lies, and so does a joint whose motor has no power. */
export function lookOf(bench: Bench, state: BenchState, camera: string): Look {
  const craft = craftAt(state);
  const turners = turnersAt(bench, camera);
  const chain = turners.map((t) => ({ joint: t.joint, deg: angleAt(state, t) }));
  const gimbal = turners[0]?.own;
  const fed = bench.supplies.at(state.power.draw);
  const isOn = !gimbal || fed[gimbal.index]!.feed === 'fed';
  const held = chain.map((c, i) => (hasPower(state, turners[i]!) ? c : { ...c, joint: stuck(c.joint, c.deg) }));
  const { turn, degs } = isOn
    ? stabilised(craft, held, holdAt(state, gimbal))
    : { turn: chainTurn(chain, craftTurn(craft)), degs: chain.map((c) => c.deg) };
  const isLeaning = turners.some(({ own }) => isFlawed(bench.flaws, 'leaning', own.part.id));
  return {
    turn: isLeaning ? within(turn, turnAbout([1, 0, 0], LEAN_DEG)) : turn,
    degs: turners.map(({ own, joint }, i) => [`${own.part.id}.${joint.id}`, degs[i]!]),
  };
}

/**
 * How far the horizon of a camera's picture leans, degrees: what the joint that levels it cannot take out of the craft's roll. Whichever
 * way the other joints stand, a gimbal with such a joint keeps it. @source [practice]
 */
export function leanOf(bench: Bench, state: BenchState, camera: string): number {
  const { rollDeg } = craftAt(state);
  const turners = turnersAt(bench, camera);
  const own = turners.find(({ joint }) => levelsBy(joint));
  const isOn = own && bench.supplies.at(state.power.draw)[own.own.index]!.feed === 'fed' && hasPower(state, own);
  const isLeaning = turners.some(({ own: by }) => isFlawed(bench.flaws, 'leaning', by.part.id));
  return rollDeg - (isOn ? takenOut(own.joint, rollDeg) : 0) + (isLeaning ? LEAN_DEG : 0);
}

/** Its axis runs ahead, as far as its sheet or what moves it tells. */
const levelsBy = ({ axis }: Joint): boolean => axis !== undefined && Math.abs(axis[0]) > Math.hypot(axis[1], axis[2]);

/** So much of a roll a joint makes good. */
function takenOut({ freeDeg, minDeg, maxDeg, endless }: Joint, rollDeg: number): number {
  const [least, most] = freeDeg ?? [minDeg, maxDeg];
  // the joint turns against the craft
  return endless ? rollDeg : -clamp(-rollDeg, least, most);
}

const angleAt = (state: BenchState, { own, at, joint }: Turner): number =>
  (isAwakeAt(state, own.index) ? state.parts[own.index]!.does?.joints[at] : undefined) ?? joint.homeDeg;

/** The windows in which its motor has power, one of them is open; nobody says anything, it has. */
function hasPower(state: BenchState, { own, at }: Turner): boolean {
  const answers = state.parts[own.index]!.does?.answers;
  return (own.axes[at]?.powers ?? []).every(({ by, windows }) => {
    const said = answers?.[by];
    return said === undefined || Number.isNaN(said) || windows.includes(said);
  });
}

const stuck = (joint: Joint, deg: number): Joint => ({ ...joint, endless: false, freeDeg: [deg, deg] });

function holdAt(state: BenchState, gimbal: BenchPart | undefined): Hold {
  const at = gimbal?.functions.findIndex(({ fn }) => fn.what === 'gimbal-mode') ?? -1;
  const window = at < 0 ? undefined : state.parts[gimbal!.index]!.does?.answers[at];
  const label = window === undefined ? undefined : gimbal!.functions[at]!.fn.windows?.[window]?.label;
  return (label !== undefined && HOLDS[label]) || 'nose';
}

/**
 * Cameras whose horizon stays level when what carries them is laid over by so much, as far as their sheets tell. Where a channel may take
 * the power of its motors away, none is. @param laid degrees
 */
export const levelled = (rig: Rig, laid: number): Part[] =>
  partsThat(rig, sees).flatMap(({ part }) => {
    const own = turnersOf(rig, part.id).find(({ joint }) => levelsBy(joint));
    const isGated = own && sheetOf(rig, own.part).functions.some((f) => f.powers);
    return own && !isGated && takenOut(own.joint, laid) === laid ? [part] : [];
  });
