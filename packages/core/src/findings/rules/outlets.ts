import { hairV } from '../../units/index.js';
import { areEndsOfAir, cableOf, isAcrossAir, leadLength } from '../../loom/index.js';
import { canBeMade, isSpokenAt, type Source } from '../../parts/index.js';
import { fuseOf, leadGauge, packV, wireOhm, type RailNode, type Rails } from '../../rails/index.js';
import {
  findPin,
  nextId,
  partsWithSheets,
  isSetOn,
  sheetOf,
  type Cable,
  type Part,
  type PinRef,
  type Rig,
} from '../../rig/index.js';

/** A source of the rig with what it gives from full to flat. */
export interface Outlet {
  part: Part;
  source: Source;
  volts: readonly [low: number, high: number];
  plus: PinRef;
  minus: PinRef;
}

export function outletVolts({ regulator, pack, fixedV }: Source): readonly [number, number] {
  if (regulator) return [regulator.volts, regulator.volts];
  if (fixedV !== undefined) return [fixedV, fixedV];
  const cells = pack?.cells ?? 0;
  return [packV(cells, 0, pack?.chemistry), packV(cells, 1, pack?.chemistry)];
}

/** Every source that is switched on and is no thief of a signal lead. */
export function allOutlets(rig: Rig): Outlet[] {
  return partsWithSheets(rig).flatMap(({ part, sheet }) =>
    sheet.sources
      .filter((s) => s.kind !== 'stolen' && isSetOn(sheet, part, s))
      .map((source) => ({
        part,
        source,
        volts: outletVolts(source),
        plus: { part: part.id, ...source.plus },
        minus: { part: part.id, ...source.minus },
      })),
  );
}

/**
 * Outlets that may feed a supply: inside its band full and flat, fed themselves, with current to spare, a plug that a lead joins,
 * and not fed by the very part. Most margin first.
 */
export function outletsFor(rig: Rig, node: RailNode, flat: Rails): Outlet[] {
  const { allowed } = node;
  if (!allowed) return [];
  const supply = sheetOf(rig, node.part).supplies.find((s) => s.id === node.terminal)!;
  const family = portFamily(rig, { part: node.part, ...supply.plus });
  const asks = askedA(rig, node, flat);
  return allOutlets(rig)
    .filter((o) => o.part.id !== node.part && o.volts[1] <= allowed[1])
    .filter((o) => !isAcrossAir(rig, sheetOf(rig, o.part.id), sheetOf(rig, node.part)))
    .filter((o) => !areEndsOfAir(rig, o.part.id, node.part))
    .filter((o) => isForWhatHangs(rig, o, { part: node.part, ...supply.plus }))
    .filter((o) => underLoadV(rig, o, node, asks, flat) >= allowed[0] - hairV(allowed))
    .filter((o) => headRoom(rig, node, o.volts[0]) && isFed(o, flat) && !hangsOn(flat, o.part.id, node.part))
    .filter((o) => canBeMade(portFamily(rig, o.plus), family) && drawnA(flat, o) + asks / o.volts[0] <= o.source.maxA)
    .sort((a, b) => marginOf(b, allowed) - marginOf(a, allowed) || (a.part.id < b.part.id ? -1 : 1));
}

/**
 * A source beside a signal on one plug is there for what hangs on that plug: for a plug that takes its signal too, and where no lead
 * to another part is in it. @source [practice]
 */
function isForWhatHangs(rig: Rig, { plus }: Outlet, at: PinRef): boolean {
  const isSpoken = ({ part, port }: PinRef): boolean => isSpokenAt(sheetOf(rig, part), port);
  if (!isSpoken(plus)) return true;
  const isIn = (end: PinRef): boolean => end.part === plus.part && end.port === plus.port;
  const hanging = rig.cables.filter((c) => c.wires.some((w) => isIn(w.from) || isIn(w.to)));
  const isOurs = (c: Cable): boolean => c.wires.some((w) => w.from.part === at.part || w.to.part === at.part);
  return hanging.length ? hanging.every(isOurs) : isSpoken(at);
}

/** Volts that a new lead from an outlet brings at a flat pack and peak draw, below what the source gives by its own sag and the lead's. */
function underLoadV(rig: Rig, o: Outlet, node: RailNode, askedW: number, flat: Rails): number {
  const now = flat.nodes.find((n) => n.part === o.part.id && n.terminal === o.source.id && n.volts > 0);
  const volts = Math.min(o.volts[0], now?.volts ?? o.volts[0]);
  const already = node.fedBy === o.part.id ? 0 : askedW / volts;
  const { needMm } = leadLength(rig, o.part.id, node.part);
  const to = { part: node.part, ...sheetOf(rig, node.part).supplies.find((s) => s.id === node.terminal)!.plus };
  const gaugeAwg = leadGauge(rig, o.plus, to, askedW / volts, needMm, o.source.kind === 'pack');
  return volts - already * o.source.outOhm - (askedW / volts) * wireOhm({ gaugeAwg, lengthMm: 2 * needMm });
}

const marginOf = (o: Outlet, [low, high]: readonly [number, number]): number =>
  Math.min(o.volts[0] - low, high - o.volts[1]);

const portFamily = (rig: Rig, at: PinRef): string => findPin(rig, at)!.port.plug.family;

/** A regulator needs its head room from the new source as well. */
function headRoom(rig: Rig, node: RailNode, lowV: number): boolean {
  return sheetOf(rig, node.part)
    .sources.filter((s) => s.regulator?.fedBy === node.terminal)
    .every((s) => s.kind === 'boost' || s.kind === 'buck-boost' || lowV >= s.regulator!.volts + s.regulator!.dropoutV);
}

function isFed({ part, source }: Outlet, { nodes }: Rails): boolean {
  const fedBy = source.regulator?.fedBy;
  return fedBy === undefined || nodes.some((n) => n.part === part.id && n.terminal === fedBy && n.fedBy !== null);
}

/** Whether a part hangs, over whatever regulators, on another. */
function hangsOn({ nodes }: Rails, part: string, on: string, seen = new Set<string>()): boolean {
  if (seen.has(part)) return false;
  seen.add(part);
  return nodes.some(
    (n) => n.part === part && n.fedBy !== null && (n.fedBy === on || hangsOn({ nodes } as Rails, n.fedBy, on, seen)),
  );
}

const drawnA = ({ nodes }: Rails, o: Outlet): number =>
  nodes.find((n) => n.part === o.part.id && n.terminal === o.source.id)?.amps ?? 0;

/** Power a supply asks at its peak, W; a regulator's input asks what its output gives. */
function askedA(rig: Rig, node: RailNode, flat: Rails): number {
  const supply = sheetOf(rig, node.part).supplies.find((s) => s.id === node.terminal)!;
  if (supply.draw.kind === 'power') return supply.draw.peak;
  if (supply.draw.kind === 'current') return supply.draw.peak * supply.volts[1];
  const now = flat.nodes.find((n) => n.part === node.part && n.terminal === node.terminal);
  return now ? now.volts * now.amps : 0;
}

/** A lead from an outlet to a supply, with its gauge and, at a pack, its fuse. */
export function supplyLead(rig: Rig, outlet: Outlet, node: RailNode, flat: Rails): Cable {
  const supply = sheetOf(rig, node.part).supplies.find((s) => s.id === node.terminal)!;
  const plus = { part: node.part, ...supply.plus };
  const minus = { part: node.part, ...supply.minus };
  const { needMm } = leadLength(rig, outlet.part.id, node.part);
  const amps = askedA(rig, node, flat) / outlet.volts[0];
  const isPack = outlet.source.kind === 'pack';
  const gaugeAwg = leadGauge(rig, outlet.plus, plus, amps, needMm, isPack);
  const fuse = isPack ? fuseOf(rig, gaugeAwg, amps, outlet.plus, plus) : null;
  const wire = { gaugeAwg, lengthMm: needMm };
  return cableOf(nextId('C', rig.cables), [
    {
      from: outlet.plus,
      to: plus,
      colour: 'red',
      ...wire,
      ...(fuse === null ? {} : { inline: { kind: 'fuse', amps: fuse } }),
    },
    { from: outlet.minus, to: minus, colour: 'black', ...wire },
  ]);
}
