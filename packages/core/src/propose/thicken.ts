import { GAUGES, rigNetwork, solveRigNetwork, thickestFit, type RailNode } from '../rails/index.js';
import { findPin, samePin, sheetOf, type Cable, type Rig } from '../rig/index.js';

/** Margin a supply should keep at a flat pack and peak draw, V. @source [practice] */
const WANTED_V = 0.25;
/** A lead is made thicker only while its source could leave the load at least this much more, V. */
const GAIN_V = 0.06;

/**
 * The same rig with thicker supply leads where a load would come nearer than a quarter volt to the floor of its band. Only
 * cables named in `free` are touched, only as thick as their plugs take, and only while the leads are what takes the volts.
 */
export function thickenLeads(rig: Rig, free: ReadonlySet<string>): Rig {
  let now = rig;
  // each round makes a lead one gauge thicker, so there are never more rounds than gauges
  for (const _ of GAUGES) {
    const thin = thinCables(now, free);
    if (!thin.size) return now;
    const rounds = now;
    now = { ...now, cables: now.cables.map((c) => (thin.has(c.id) ? thicker(rounds, c) : c)) };
  }
  return now;
}

function thinCables(rig: Rig, free: ReadonlySet<string>): Set<string> {
  const { nodes } = solveRigNetwork(rigNetwork(rig, 'peak'), 0);
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
  return new Set(cables.filter((c) => free.has(c.id) && thickest(rig, c) > fits(rig, c)).map((c) => c.id));
}

/** Volts between a load and the output that feeds it. */
function lostV(nodes: readonly RailNode[], node: RailNode): number {
  const sources = nodes.filter((n) => n.part === node.fedBy && !n.allowed && n.volts >= node.volts);
  return sources.length ? Math.min(...sources.map((n) => n.volts - node.volts)) : 0;
}

const supplyWires = (rig: Rig, cable: Cable): Cable['wires'] =>
  cable.wires.filter((w) => ['supply', 'ground'].includes(findPin(rig, w.from)?.pin.line ?? ''));
const thickest = (rig: Rig, cable: Cable): number => Math.max(0, ...supplyWires(rig, cable).map((w) => w.gaugeAwg));
const fits = (rig: Rig, cable: Cable): number =>
  Math.max(...supplyWires(rig, cable).map((w) => thickestFit(rig, w.from, w.to) ?? 10));

function thicker(rig: Rig, cable: Cable): Cable {
  const next = GAUGES[GAUGES.indexOf(thickest(rig, cable)) + 1] ?? fits(rig, cable);
  const gaugeAwg = Math.max(next, fits(rig, cable));
  const supply = new Set(supplyWires(rig, cable));
  return { ...cable, wires: cable.wires.map((w) => (supply.has(w) ? { ...w, gaugeAwg } : w)) };
}
