/**
 * Where a camera looks. Directions are [forward, right, down], angles degrees: positive pan turns right, positive tilt raises the
 * nose, positive roll puts the right side down.
 */
import type { Joint } from '../parts/index.js';

/** A direction or an axis: [forward, right, down]. */
export type Vec3 = readonly [forward: number, right: number, down: number];

/** A turn: a unit quaternion, [x, y, z, w] over [forward, right, down]. */
export type Turn = readonly [x: number, y: number, z: number, w: number];

/** No turn at all. */
export const LEVEL: Turn = [0, 0, 0, 1];

/** A turn about an axis; an axis without a length turns nothing. */
export function turnAbout([x, y, z]: Vec3, deg: number): Turn {
  const length = Math.hypot(x, y, z);
  if (!length) return LEVEL;
  const half = (deg * Math.PI) / 360;
  const s = Math.sin(half) / length;
  return [x * s, y * s, z * s, Math.cos(half)];
}

/** First `outer`, then `inner` within it: a joint that carries another one, or a craft that carries a gimbal. */
export function within([ax, ay, az, aw]: Turn, [bx, by, bz, bw]: Turn): Turn {
  return [
    ax * bw + aw * bx + ay * bz - az * by,
    ay * bw + aw * by + az * bx - ax * bz,
    az * bw + aw * bz + ax * by - ay * bx,
    aw * bw - ax * bx - ay * by - az * bz,
  ];
}

/** A direction after a turn. */
export function turned([qx, qy, qz, qw]: Turn, [x, y, z]: Vec3): Vec3 {
  // v + 2w(q × v) + 2q × (q × v)
  const [tx, ty, tz] = [2 * (qy * z - qz * y), 2 * (qz * x - qx * z), 2 * (qx * y - qy * x)];
  return [x + qw * tx + qy * tz - qz * ty, y + qw * ty + qz * tx - qx * tz, z + qw * tz + qx * ty - qy * tx];
}

/** Axes of joints whose sheet names none, by what they are called. */
const USUAL: readonly (readonly [RegExp, Vec3])[] = [
  [/pan|yaw|heading/i, [0, 0, 1]],
  [/tilt|pitch|lift/i, [0, 1, 0]],
  [/roll|lean/i, [1, 0, 0]],
];

/** Axis of a joint in the frame of what carries it; its `up` turns right, as pan does. Null when nothing tells it. */
export const axisOf = ({ axis, id, label }: Pick<Joint, 'axis' | 'id' | 'label'>): Vec3 | null =>
  axis ?? USUAL.find(([name]) => name.test(id) || name.test(label))?.[1] ?? null;

/** The turn of a chain of joints, the one at the body first. A joint whose axis nothing tells turns nothing. */
export function chainTurn(
  joints: readonly { joint: Pick<Joint, 'axis' | 'id' | 'label'>; deg: number }[],
  body: Turn = LEVEL,
): Turn {
  return joints.reduce((turn, { joint, deg }) => {
    const axis = axisOf(joint);
    return axis ? within(turn, turnAbout(axis, deg)) : turn;
  }, body);
}

/** What a lens sees across at a zoom, degrees: the picture is as much larger as its plane is nearer. */
export const acrossDeg = (wideDeg: number, zoom: number): number =>
  (2 * Math.atan(Math.tan((Math.min(wideDeg, 170) * Math.PI) / 360) / Math.max(1, zoom)) * 180) / Math.PI;
