import type { Joint, Sheet } from '../parts/index.js';
import { findPart, sheetOf, type Part, type Place, type Rig } from '../rig/index.js';

/** Loop a lead makes round a turning joint, mm of radius. @source [practice] a finger's width, so that it never pulls */
export const LOOP_MM = 25;
/** Share of a lead added so that it never pulls at its plugs. @source [practice] */
export const EASE = 0.1;
/** Plug and bend at both ends together, mm. @source [practice] */
export const ENDS_MM = 40;
/** A lead whose ends have no place. */
const UNKNOWN_MM = 200;

/** How long a lead between two parts must be, mm, and why. */
export interface LeadLength {
  /** Along the frame: forward, right and up one after the other. */
  pathMm: number;
  /** Slack for the joints it crosses. */
  slackMm: number;
  /** Joints crossed, as `part joint`. */
  joints: { part: string; joint: string; turnDeg: number }[];
  /** Path, ends, ease and slack, rounded up to 10 mm. */
  needMm: number;
  /** False when a part has no place, and the length is a guess. */
  placed: boolean;
}

/** Length of a lead between two parts of a rig, from their places and the joints between what they ride on. */
export function leadLength(rig: Rig, a: string, b: string): LeadLength {
  const [from, to] = [findPart(rig, a)?.place, findPart(rig, b)?.place];
  const joints = jointsBetween(rig, a, b);
  const slackMm = Math.ceil(joints.reduce((sum, j) => sum + ((j.turnDeg * Math.PI) / 180) * LOOP_MM, 0));
  if (!from || !to) return { pathMm: 0, slackMm, joints, needMm: up10(UNKNOWN_MM + slackMm), placed: false };
  const pathMm = along(from, to);
  return { pathMm, slackMm, joints, needMm: up10(pathMm * (1 + EASE) + ENDS_MM + slackMm), placed: true };
}

const up10 = (mm: number): number => Math.ceil(mm / 10) * 10;

const along = (a: Place, b: Place): number =>
  Math.abs(a.xMm - b.xMm) + Math.abs(a.yMm - b.yMm) + Math.abs(a.zMm - b.zMm);

/** Joints between two parts: those a lead passes on its way out to what carries the one and not the other. */
function jointsBetween(rig: Rig, a: string, b: string): LeadLength['joints'] {
  const [up, down] = [carriers(rig, a), carriers(rig, b)];
  const key = (j: LeadLength['joints'][number]): string => `${j.part} ${j.joint}`;
  const [mine, others] = [new Set(up.map(key)), new Set(down.map(key))];
  return [...up.filter((j) => !others.has(key(j))), ...down.filter((j) => !mine.has(key(j)))];
}

/** A joint that carries a part, by the part that has it. */
export interface Carrier {
  part: string;
  joint: Joint;
}

/** Joints that carry a part, the one at the frame first: of each part it rides on those from its body out to the joint that is ridden. */
export function carriersOf(rig: Rig, partId: string): Carrier[] {
  const chain: Carrier[] = [];
  const seen = new Set([partId]);
  let at: Part | undefined = findPart(rig, partId);
  while (at?.place?.rides && !seen.has(at.place.rides)) {
    const { rides, joint } = at.place;
    seen.add(rides);
    chain.unshift(...jointsOutTo(sheetOf(rig, rides), joint).map((j) => ({ part: rides, joint: j })));
    at = findPart(rig, rides);
  }
  return chain;
}

const carriers = (rig: Rig, partId: string): LeadLength['joints'] =>
  carriersOf(rig, partId).map(({ part, joint }) => ({
    part,
    joint: joint.label,
    turnDeg: joint.maxDeg - joint.minDeg,
  }));

/**
 * Joints of a part from its body out to one of them, or to its payload: in the order in which each says it carries the next, else
 * as the sheet lists them.
 */
export function jointsOutTo({ joints }: Pick<Sheet, 'joints'>, ridden?: string): Sheet['joints'] {
  const carried = new Set(joints.map((j) => j.carries));
  const told = joints.some((j) => j.carries !== undefined);
  const order: Sheet['joints'] = [];
  let next = joints.find((j) => !carried.has(j.id));
  while (told && next && !order.includes(next)) {
    order.push(next);
    next = joints.find((j) => j.id === order.at(-1)!.carries);
  }
  const all = order.length === joints.length ? order : joints;
  const at = all.findIndex((j) => j.id === ridden);
  return at < 0 ? all : all.slice(0, at + 1);
}

/** Straight distance between two parts, mm; null when one has no place. */
export function apartMm(rig: Rig, a: string, b: string): number | null {
  const [p, q] = [findPart(rig, a)?.place, findPart(rig, b)?.place];
  return p && q ? Math.hypot(p.xMm - q.xMm, p.yMm - q.yMm, p.zMm - q.zMm) : null;
}
