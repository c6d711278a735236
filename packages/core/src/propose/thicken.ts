import {
  GAUGES,
  fuseOf,
  rigNetwork,
  solveRigNetwork,
  thickestFit,
  wireMaxA,
  type RailNode,
  type Rails,
} from '../rails/index.js';
import { findCable, wireLine, samePin, sheetOf, type Cable, type Rig, type Wire } from '../rig/index.js';

/** Margin a supply should keep at a flat pack and peak draw, V. @source [practice] */
const WANTED_V = 0.25;
/** A lead is made thicker only while its source could leave the load at least this much more, V. */
const GAIN_V = 0.06;

/**
 * The same rig with thicker supply leads where a load would come nearer than a quarter volt to the floor of its band, or a wire carries
 * more than it may: packs in pair share what each of their leads was made for. Only cables named in `free` are touched, only as thick as
 * their plugs take, and for volts only while the leads are what takes them. Their fuses let pass what then flows.
 */
export function thickenLeads(rig: Rig, free: ReadonlySet<string>): Rig {
  let now = rig;
  // each round makes a lead one gauge thicker, so there are never more rounds than gauges
  for (const _ of GAUGES) {
    const flat = solveRigNetwork(rigNetwork(now, 'peak'), 0);
    const thin = new Set([...thinCables(now, flat), ...hotCables(now, flat)].filter((id) => isThin(now, id, free)));
    const rounds = now;
    if (!thin.size) return fuseLeads(now, flat, free);
    now = { ...now, cables: now.cables.map((c) => (thin.has(c.id) ? thicker(rounds, c) : c)) };
  }
  return fuseLeads(now, solveRigNetwork(rigNetwork(now, 'peak'), 0), free);
}

/** It may be made thicker, and its plugs take more. */
function isThin(rig: Rig, id: string, free: ReadonlySet<string>): boolean {
  const cable = findCable(rig, id)!;
  return free.has(id) && thickest(rig, cable) > fits(rig, cable);
}

/** Cables with a wire that carries more than its gauge may. */
const hotCables = (rig: Rig, { wires }: Rails): string[] =>
  wires
    .filter((w) => Math.abs(w.amps) > wireMaxA(findCable(rig, w.cable)!.wires[w.wire]!.gaugeAwg))
    .map((w) => w.cable);

/** Fuses that would blow at the peak are the next that fit between it and what wire and plugs carry. */
function fuseLeads(rig: Rig, { wires }: Rails, free: ReadonlySet<string>): Rig {
  const blown = wires.filter(({ cable, wire, amps }) => {
    const { inline } = findCable(rig, cable)!.wires[wire]!;
    return free.has(cable) && inline?.kind === 'fuse' && inline.amps < Math.abs(amps);
  });
  if (!blown.length) return rig;
  const refused = (wire: Wire, peakA: number): Wire => {
    const amps = fuseOf(rig, wire.gaugeAwg, peakA, wire.from, wire.to);
    return amps === null ? wire : { ...wire, inline: { kind: 'fuse', amps } };
  };
  const cables = rig.cables.map((c) => {
    const own = blown.filter((b) => b.cable === c.id);
    const amps = (at: number): number | undefined => own.find((b) => b.wire === at)?.amps;
    return own.length
      ? { ...c, wires: c.wires.map((w, at) => (amps(at) === undefined ? w : refused(w, Math.abs(amps(at)!)))) }
      : c;
  });
  return { ...rig, cables };
}

function thinCables(rig: Rig, { nodes }: Rails): string[] {
  const low = nodes.filter(
    (n) => n.kind === 'load' && n.fedBy !== null && n.volts - n.allowed![0] < WANTED_V && n.allowed![1] - n.volts > 0,
  );
  const cables = low
    .filter((node) => lostV(nodes, node) > GAIN_V)
    .flatMap((node) => {
      const { plus } = sheetOf(rig, node.part).supplies.find((s) => s.id === node.terminal)!;
      const at = { part: node.part, ...plus };
      return rig.cables.filter((c) => c.wires.some((w) => samePin(w.from, at) || samePin(w.to, at)));
    });
  return cables.map((c) => c.id);
}

/** Volts between a load and the output that feeds it. */
function lostV(nodes: readonly RailNode[], node: RailNode): number {
  const sources = nodes.filter((n) => n.part === node.fedBy && !n.allowed && n.volts >= node.volts);
  return sources.length ? Math.min(...sources.map((n) => n.volts - node.volts)) : 0;
}

const supplyWires = (rig: Rig, cable: Cable): Cable['wires'] =>
  cable.wires.filter((w) => ['supply', 'ground'].includes(wireLine(rig, w)));
const thickest = (rig: Rig, cable: Cable): number => Math.max(0, ...supplyWires(rig, cable).map((w) => w.gaugeAwg));
const fits = (rig: Rig, cable: Cable): number =>
  Math.max(...supplyWires(rig, cable).map((w) => thickestFit(rig, w.from, w.to) ?? 10));

function thicker(rig: Rig, cable: Cable): Cable {
  const next = GAUGES[GAUGES.indexOf(thickest(rig, cable)) + 1] ?? fits(rig, cable);
  const gaugeAwg = Math.max(next, fits(rig, cable));
  const supply = new Set(supplyWires(rig, cable));
  return { ...cable, wires: cable.wires.map((w) => (supply.has(w) ? { ...w, gaugeAwg } : w)) };
}
