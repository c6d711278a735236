import type { ElkNode } from 'elkjs/lib/elk-api.js';
import type { Port } from '../parts/index.js';
import { sheetOf, type Rig } from '../rig/index.js';
import type { CableView } from './cable-view.js';

const HEAD = 36;
const ROW = 16;
const CHARS = 6.6;

interface Side {
  part: string;
  port: string;
}

/** Rooms of the craft that are drawn as one box each, by the group of their parts' sheets. */
export type Folded = ReadonlySet<string>;
const NONE: Folded = new Set();

/** Id of the box of a folded room; no part has one like it. */
export const foldId = (room: string): string => `fold ${room}`;

/** The room a part sits in. */
export const roomOf = (rig: Rig, part: string): string => sheetOf(rig, part).group;

/** Where a cable's end is drawn: at the part's port, or at the room's port of that part. */
function drawnAt(rig: Rig, { part, port }: Side, folded: Folded): Side {
  const room = roomOf(rig, part);
  return folded.has(room) ? { part: foldId(room), port: part } : { part, port };
}

const drawable = (rig: Rig) => rig.parts.filter((p) => sheetOf(rig, p.id).ports.length);

/**
 * The rig as a graph for the layout engine. Ports that no cable touches are left out, so that boxes stay small. A folded room has a
 * port for each of its parts that is wired to something outside; leads within it are not drawn.
 */
export function drawingGraph(rig: Rig, cables: readonly CableView[], folded: Folded = NONE): ElkNode {
  const used = new Set(cables.flatMap((c) => c.ends.map((e) => `${e.part}.${e.port}`)));
  const edges = cables.flatMap((cable) =>
    branches(cable).flatMap(([from, to], i) => {
      const [a, b] = [drawnAt(rig, from, folded), drawnAt(rig, to, folded)];
      if (a.part === b.part && a.part !== from.part) return [];
      return [{ id: `${cable.id}/${i}`, sources: [`${a.part}.${a.port}`], targets: [`${b.part}.${b.port}`] }];
    }),
  );
  const talks = new Set(edges.flatMap((e) => e.sources));
  const touched = new Set(edges.flatMap((e) => [...e.sources, ...e.targets]));
  const rooms = [...new Set(drawable(rig).map((p) => roomOf(rig, p.id)))].filter((room) => folded.has(room));
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
    children: [
      ...drawable(rig)
        .filter((p) => !folded.has(roomOf(rig, p.id)))
        .map((part) => boxNode(rig, part.id, used)),
      ...rooms.map((room) => foldNode(rig, room, touched, talks)),
    ],
    edges,
  };
}

/** All parts of a room. */
export const partsIn = (rig: Rig, room: string) => rig.parts.filter((p) => roomOf(rig, p.id) === room);

/** A room as one box: parts that talk to the outside on the right, the others on the left. */
function foldNode(rig: Rig, room: string, touched: ReadonlySet<string>, talks: ReadonlySet<string>): ElkNode {
  const id = foldId(room);
  const parts = partsIn(rig, room).filter((p) => touched.has(`${id}.${p.id}`));
  const onSide = (right: boolean) => parts.filter((p) => talks.has(`${id}.${p.id}`) === right);
  const longest = (right: boolean): number => Math.max(0, ...onSide(right).map((p) => p.label.length));
  const width = Math.max(124, room.length * CHARS + 20, (longest(false) + longest(true)) * 5.8 + 34);
  return nodeOf(id, width, [onSide(false).map((p) => p.id), onSide(true).map((p) => p.id)]);
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
  return nodeOf(partId, width, [of('left').map((p) => p.id), of('right').map((p) => p.id)]);
}

/** A box with its ports in rows, west and east. */
function nodeOf(id: string, width: number, [west, east]: readonly [string[], string[]]): ElkNode {
  const portsOn = (side: 'WEST' | 'EAST', ports: string[]) =>
    ports.map((port, i) => ({
      id: `${id}.${port}`,
      width: 1,
      height: 1,
      x: side === 'WEST' ? 0 : width - 1,
      y: HEAD + 8 + i * ROW,
      layoutOptions: { 'elk.port.side': side },
    }));
  return {
    id,
    width,
    height: HEAD + Math.max(1, west.length, east.length) * ROW + 4,
    layoutOptions: { 'elk.portConstraints': 'FIXED_POS' },
    ports: [...portsOn('WEST', west), ...portsOn('EAST', east)],
  };
}

/** From the first plug to each of the others; a talker's side first, so that signals run to the right. */
function branches(cable: CableView): [Side, Side][] {
  const [first, ...rest] = cable.ends;
  return first ? rest.map((end) => [first, end]) : [];
}
