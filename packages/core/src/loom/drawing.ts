import type { ElkEdgeSection, ElkNode } from 'elkjs/lib/elk-api.js';
import { findPart, sheetOf, type Rig } from '../rig/index.js';
import { count, groupBy } from '../units/index.js';
import type { CableView } from './cable-view.js';
import { foldId, partsIn } from './drawing-graph.js';

interface BoxPort {
  id: string;
  label: string;
  side: 'left' | 'right';
  x: number;
  y: number;
}

/** A part in the drawing, or all parts of a room of the craft folded into one box. */
export interface DrawnBox {
  /** The part's; of a fold, {@link foldId}. */
  id: string;
  /** The room that is folded; absent for a part. */
  folds?: string;
  label: string;
  summary: string;
  /** Left edge, drawing units. */
  x: number;
  /** Top edge, drawing units. */
  y: number;
  width: number;
  /** Drawing units. */
  height: number;
  ports: BoxPort[];
}

/** One branch of a cable in the drawing. */
export interface DrawnLead {
  cable: string;
  kind: CableView['kind'];
  /** Path of one branch. */
  d: string;
  /** Where its name stands. */
  at: { x: number; y: number };
}

/** The produced drawing: places of boxes, ports and leads, px. */
export interface Drawing {
  width: number;
  /** Drawing units. */
  height: number;
  boxes: DrawnBox[];
  leads: DrawnLead[];
}

/** Coordinates from the layout engine as boxes and paths. */
export function readDrawing(rig: Rig, cables: readonly CableView[], laid: ElkNode): Drawing {
  const boxes = (laid.children ?? []).map((node) => ({ ...headOf(rig, node.id), ...placed(rig, node) }));
  const kindOf = new Map(cables.map((c) => [c.id, c.kind]));
  const taken: Rect[] = boxes.map((b) => ({ x: b.x - 6, y: b.y, width: b.width + 12, height: b.height }));
  const drawn = (laid.edges ?? []).flatMap((edge) =>
    edge.sections?.[0] ? [{ id: edge.id, section: edge.sections[0] }] : [],
  );
  // a short lead has few places for its name, so it chooses first
  const places = new Map<string, Point>();
  const named = [...groupBy(drawn, (e) => e.id.split('/')[0]!)].map(([cable, [first]]) => ({
    cable,
    section: first!.section,
    length: lengthOf(first!.section),
  }));
  for (const { cable, section } of named.sort((a, b) => a.length - b.length))
    places.set(cable, placeName(section, taken));
  const leads = drawn.map(({ id, section }): DrawnLead => {
    const cable = id.split('/')[0]!;
    return { cable, kind: kindOf.get(cable)!, d: pathOf(section), at: places.get(cable)! };
  });
  return { width: laid.width ?? 0, height: laid.height ?? 0, boxes, leads };
}

function headOf(rig: Rig, id: string): Pick<DrawnBox, 'id' | 'folds' | 'label' | 'summary'> {
  const part = findPart(rig, id);
  if (part) return { id, label: part.label, summary: sheetOf(rig, id).summary };
  const room = id.slice(foldId('').length);
  return { id, folds: room, label: room, summary: count(partsIn(rig, room).length, 'part') };
}

function placed(rig: Rig, node: ElkNode): Pick<DrawnBox, 'x' | 'y' | 'width' | 'height' | 'ports'> {
  const { x = 0, y = 0, width = 0, height = 0, ports = [] } = node;
  const labels = new Map(
    findPart(rig, node.id)
      ? sheetOf(rig, node.id).ports.map((p) => [p.id, p.label])
      : rig.parts.map((p) => [p.id, p.label]),
  );
  return {
    x,
    y,
    width,
    height,
    ports: ports.map((p) => {
      const id = p.id.slice(node.id.length + 1);
      const side = p.layoutOptions?.['elk.port.side'] === 'WEST' ? 'left' : 'right';
      return { id, label: labels.get(id) ?? id, side, x: x + (side === 'left' ? 0 : width), y: y + (p.y ?? 0) };
    }),
  };
}

interface Rect extends Point {
  width: number;
  height: number;
}

type Point = { x: number; y: number };
const pointsOf = (s: ElkEdgeSection): Point[] => [s.startPoint, ...(s.bendPoints ?? []), s.endPoint];

const lengthOf = (s: ElkEdgeSection): number =>
  pointsOf(s).reduce(
    (sum, p, i, all) => (i ? sum + Math.abs(p.x - all[i - 1]!.x) + Math.abs(p.y - all[i - 1]!.y) : 0),
    0,
  );

function pathOf(section: ElkEdgeSection): string {
  return pointsOf(section)
    .map((p, i) => `${i ? 'L' : 'M'}${p.x} ${p.y}`)
    .join('');
}

const NAME = { width: 32, height: 18 };

/** How far along a run a name may stand, tried in this order. */
const ALONG = [0.5, 0.35, 0.65, 0.2, 0.8, 0.1, 0.9];

/** A spot on the lead where its name covers no box and no other name; where there is none, the one that covers least. */
function placeName(section: ElkEdgeSection, taken: Rect[]): Point {
  const points = pointsOf(section);
  const runs = points
    .slice(1)
    .map((b, i) => ({ a: points[i]!, b, length: Math.abs(points[i]!.x - b.x) + Math.abs(points[i]!.y - b.y) }))
    .sort((p, q) => q.length - p.length);
  let [least, at, around] = [Infinity, points[0]!, rectAt(points[0]!)];
  for (const { a, b } of runs)
    for (const t of ALONG) {
      const p = { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t };
      const own = rectAt(p);
      let covered = 0;
      for (const rect of taken) covered += overlapArea(rect, own);
      if (covered >= least) continue;
      [least, at, around] = [covered, p, own];
      // none is better than one that covers nothing
      if (covered === 0) {
        taken.push(around);
        return at;
      }
    }
  taken.push(around);
  return at;
}

const rectAt = ({ x, y }: Point): Rect => ({ x: x - NAME.width / 2, y: y - NAME.height / 2, ...NAME });

function overlapArea(a: Rect, b: Rect): number {
  const wide = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x);
  const high = Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y);
  return Math.max(0, wide) * Math.max(0, high);
}
