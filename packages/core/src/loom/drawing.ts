import type { ElkEdgeSection, ElkNode } from 'elkjs/lib/elk-api.js';
import type { Port } from '../parts/index.js';
import { sheetOf, type Rig } from '../rig/index.js';
import type { CableView } from './cable-view.js';

interface BoxPort {
  id: string;
  label: string;
  side: 'left' | 'right';
  x: number;
  y: number;
}

/** A part in the drawing. */
export interface DrawnBox {
  id: string;
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

const HEAD = 36;
const ROW = 16;
const CHARS = 6.6;

interface Side {
  part: string;
  port: string;
}

/** The rig as a graph for the layout engine. Ports that no cable touches are left out, so that boxes stay small. */
export function drawingGraph(rig: Rig, cables: readonly CableView[]): ElkNode {
  const used = new Set(cables.flatMap((c) => c.ends.map((e) => `${e.part}.${e.port}`)));
  return {
    id: 'rig',
    layoutOptions: {
      'elk.algorithm': 'layered',
      'elk.direction': 'RIGHT',
      'elk.edgeRouting': 'ORTHOGONAL',
      'elk.layered.spacing.nodeNodeBetweenLayers': '46',
      'elk.layered.spacing.edgeNodeBetweenLayers': '15',
      'elk.layered.spacing.edgeEdgeBetweenLayers': '9',
      'elk.spacing.nodeNode': '13',
      'elk.spacing.edgeNode': '9',
      'elk.spacing.edgeEdge': '8',
      'elk.layered.nodePlacement.strategy': 'NETWORK_SIMPLEX',
      'elk.layered.compaction.postCompaction.strategy': 'EDGE_LENGTH',
      'elk.padding': '[top=6,left=6,bottom=6,right=6]',
    },
    children: rig.parts.filter((p) => sheetOf(rig, p.id).ports.length).map((part) => boxNode(rig, part.id, used)),
    edges: cables.flatMap((cable) =>
      branches(cable).map(([from, to], i) => ({
        id: `${cable.id}/${i}`,
        sources: [`${from.part}.${from.port}`],
        targets: [`${to.part}.${to.port}`],
      })),
    ),
  };
}

function boxNode(rig: Rig, partId: string, used: Set<string>): ElkNode {
  const sheet = sheetOf(rig, partId);
  const part = rig.parts.find((p) => p.id === partId)!;
  const ports = sheet.ports.filter((p) => used.has(`${partId}.${p.id}`));
  const of = (side: Port['side']): Port[] => ports.filter((p) => p.side === side);
  const longest = (list: Port[]): number => Math.max(0, ...list.map((p) => p.label.length));
  const width = Math.max(
    104,
    part.label.length * CHARS + 20,
    sheet.summary.length * 5.4 + 20,
    (longest(of('left')) + longest(of('right'))) * 5.8 + 34,
  );
  const height = HEAD + Math.max(1, of('left').length, of('right').length) * ROW + 4;
  return {
    id: partId,
    width,
    height,
    layoutOptions: { 'elk.portConstraints': 'FIXED_POS' },
    ports: (['left', 'right'] as const).flatMap((side) =>
      of(side).map((p, i) => ({
        id: `${partId}.${p.id}`,
        width: 1,
        height: 1,
        x: side === 'left' ? 0 : width - 1,
        y: HEAD + 8 + i * ROW,
        layoutOptions: { 'elk.port.side': side === 'left' ? 'WEST' : 'EAST' },
      })),
    ),
  };
}

/** From the first plug to each of the others; a talker's side first, so that signals run to the right. */
function branches(cable: CableView): [Side, Side][] {
  const [first, ...rest] = cable.ends;
  return first ? rest.map((end) => [first, end]) : [];
}

/** Coordinates from the layout engine as boxes and paths. */
export function readDrawing(rig: Rig, cables: readonly CableView[], laid: ElkNode): Drawing {
  const boxes = (laid.children ?? []).map((node): DrawnBox => {
    const sheet = sheetOf(rig, node.id);
    const part = rig.parts.find((p) => p.id === node.id)!;
    return {
      id: node.id,
      label: part.label,
      summary: sheet.summary,
      x: node.x ?? 0,
      y: node.y ?? 0,
      width: node.width ?? 0,
      height: node.height ?? 0,
      ports: (node.ports ?? []).map((p) => {
        const port = sheet.ports.find((s) => `${node.id}.${s.id}` === p.id)!;
        return {
          id: port.id,
          label: port.label,
          side: port.side,
          x: (node.x ?? 0) + (port.side === 'left' ? 0 : (node.width ?? 0)),
          y: (node.y ?? 0) + (p.y ?? 0),
        };
      }),
    };
  });
  const kindOf = new Map(cables.map((c) => [c.id, c.kind]));
  const taken: Rect[] = boxes.map((b) => ({ x: b.x - 6, y: b.y, width: b.width + 12, height: b.height }));
  const drawn = (laid.edges ?? []).flatMap((edge) =>
    edge.sections?.[0] ? [{ id: edge.id, section: edge.sections[0] }] : [],
  );
  // a short lead has few places for its name, so it chooses first
  const places = new Map<string, Point>();
  const named = [...new Map(drawn.map((e) => [e.id.split('/')[0]!, e])).keys()];
  const firstOf = (cable: string) => drawn.find((e) => e.id.split('/')[0] === cable)!;
  for (const cable of named.sort((a, b) => lengthOf(firstOf(a).section) - lengthOf(firstOf(b).section)))
    places.set(cable, placeName(firstOf(cable).section, taken));
  const leads = drawn.map(({ id, section }): DrawnLead => {
    const cable = id.split('/')[0]!;
    return { cable, kind: kindOf.get(cable)!, d: pathOf(section), at: places.get(cable)! };
  });
  return { width: laid.width ?? 0, height: laid.height ?? 0, boxes, leads };
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
  const spots = runs.flatMap(({ a, b }) => ALONG.map((t) => ({ x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t })));
  const around = (p: Point): Rect => ({ x: p.x - NAME.width / 2, y: p.y - NAME.height / 2, ...NAME });
  const covered = (p: Point): number => taken.reduce((sum, rect) => sum + overlapArea(rect, around(p)), 0);
  const at = spots.reduce((best, p) => (covered(p) < covered(best) ? p : best));
  taken.push(around(at));
  return at;
}

function overlapArea(a: Rect, b: Rect): number {
  const wide = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x);
  const high = Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y);
  return Math.max(0, wide) * Math.max(0, high);
}
