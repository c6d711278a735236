import { GAUGES, rigNetwork, solveRigNetwork } from '../rails/index.js';
import { samePin, sheetOf, type Cable, type Rig } from '../rig/index.js';

/** Margin a supply should keep at a flat pack and peak draw, V. @source [practice] */
const WANTED_V = 0.25;
const THICKEST_AWG = 14;

/**
 * The same rig with thicker supply leads where a load would come nearer than a quarter volt to the floor of its band. Only
 * cables named in `free` are touched, and only as far as it gains something.
 */
export function thickenLeads(rig: Rig, free: ReadonlySet<string>): Rig {
  let now = rig;
  // each round makes a lead one gauge thicker, so there are never more rounds than gauges
  for (const _ of GAUGES) {
    const thin = thinCables(now, free);
    if (!thin.size) return now;
    now = { ...now, cables: now.cables.map((c) => (thin.has(c.id) ? thicker(c) : c)) };
  }
  return now;
}

function thinCables(rig: Rig, free: ReadonlySet<string>): Set<string> {
  const { nodes } = solveRigNetwork(rigNetwork(rig, 'peak'), 0);
  const low = nodes.filter(
    (n) => n.kind === 'load' && n.fedBy !== null && n.volts - n.allowed![0] < WANTED_V && n.allowed![1] - n.volts > 0,
  );
  const cables = low.flatMap((node) => {
    const { plus } = sheetOf(rig, node.part).supplies.find((s) => s.id === node.terminal)!;
    const at = { part: node.part, ...plus };
    return rig.cables.filter((c) => c.wires.some((w) => samePin(w.from, at) || samePin(w.to, at)));
  });
  return new Set(cables.filter((c) => free.has(c.id) && thickest(c) > THICKEST_AWG).map((c) => c.id));
}

const isSupply = (wire: Cable['wires'][number]): boolean => wire.colour === 'red' || wire.colour === 'black';
const thickest = (cable: Cable): number => Math.max(...cable.wires.filter(isSupply).map((w) => w.gaugeAwg), 0);

function thicker(cable: Cable): Cable {
  const next = GAUGES[GAUGES.indexOf(thickest(cable)) + 1] ?? THICKEST_AWG;
  return { ...cable, wires: cable.wires.map((w) => (isSupply(w) ? { ...w, gaugeAwg: next } : w)) };
}
