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

/** Joints between two parts: those of every carrier that one rides on and the other does not. A part rides on its own joints' far side only when it says so. */
function jointsBetween(rig: Rig, a: string, b: string): LeadLength['joints'] {
  const [up, down] = [carriers(rig, a), carriers(rig, b)];
  const crossed = [...up.filter((id) => !down.includes(id)), ...down.filter((id) => !up.includes(id))];
  return crossed.flatMap((id) =>
    sheetOf(rig, id).joints.map((j) => ({ part: id, joint: j.label, turnDeg: j.maxDeg - j.minDeg })),
  );
}

/** Parts whose joints carry this one, from near to far. */
function carriers(rig: Rig, partId: string): string[] {
  const list: string[] = [];
  let at: Part | undefined = findPart(rig, partId);
  while (at?.place?.rides && !list.includes(at.place.rides)) {
    list.push(at.place.rides);
    at = findPart(rig, at.place.rides);
  }
  return list;
}

/** Straight distance between two parts, mm; null when one has no place. */
export function apartMm(rig: Rig, a: string, b: string): number | null {
  const [p, q] = [findPart(rig, a)?.place, findPart(rig, b)?.place];
  return p && q ? Math.hypot(p.xMm - q.xMm, p.yMm - q.yMm, p.zMm - q.zMm) : null;
}
