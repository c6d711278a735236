/** How warm wires, plugs and regulators get over what is around them. */
import { connectorOf } from '../parts/index.js';
import { findCable, findPin, type PinRef, type Rig } from '../rig/index.js';
import type { RigNetwork } from './rig-network.js';
import type { Rails } from './solve-rails.js';
import { copperShare, wireMaxA, wireOhm } from './wire.js';

/** One wire with the plugs at its ends. */
export interface WireHeat {
  cable: string;
  /** Place of the wire in it. */
  wire: number;
  /** Through it either way, A. */
  amps: number;
  /** In its copper, W. */
  watts: number;
  /** Over what is around it, K. */
  riseK: number;
  /** Of the warmer of the two plugs over what is around it, K; null where no plug's rating is known. */
  plugRiseK: number | null;
  /** Which end that plug is at. */
  plug: PinRef | null;
}

/** One regulator. */
export interface RegulatorHeat {
  part: string;
  terminal: string;
  /** Turned into heat, W. */
  watts: number;
  /** Of the part over what is around it, K. */
  riseK: number;
}

/** Heat at one operating point. */
export interface RailHeat {
  /** Around the rig, °C. */
  celsius: number;
  wires: WireHeat[];
  regulators: RegulatorHeat[];
}

/** A single wire in free air at its rated current is so much warmer than the air, K. @source [mem] handbook table of chassis wiring */
const WIRE_RISE_K = 35;
/** A contact at its rated current is so much warmer, K. @source [std IEC 60512-5-2, mem] ratings are given for 30 K */
const PLUG_RISE_K = 30;
/**
 * A part in still air gets so many kelvin warmer a watt, times its grams: both faces of a board of about 0.5 g ⁄ cm² at
 * 10 W ⁄ (m²·K). @source [mem]
 */
const KELVIN_GRAMS_A_WATT = 250;
/** From so warm on a hand lets go and insulation ages, °C. @source [mem] */
export const HOT_C = 70;

/** Rise over the surroundings everywhere: with the square of the current in wires and plugs, with the watts in regulators. */
export function heatAt(rig: Rig, network: RigNetwork, rails: Rails): RailHeat {
  const { celsius } = network;
  return {
    celsius,
    wires: rails.wires.map(({ cable, wire, amps }) => wireHeat(rig, cable, wire, Math.abs(amps), celsius)),
    regulators: network.terminals.flatMap((t, i): RegulatorHeat[] => {
      if (t.is !== 'regulator') return [];
      const watts = rails.nodes[i]!.lostW;
      const riseK = (Math.max(0, watts) * KELVIN_GRAMS_A_WATT) / Math.max(1, t.sheet.massG);
      return [{ part: t.part.id, terminal: t.id, watts, riseK }];
    }),
  };
}

function wireHeat(rig: Rig, cable: string, wire: number, amps: number, celsius: number): WireHeat {
  const own = findCable(rig, cable)!.wires[wire]!;
  const plugs = [own.from, own.to].flatMap((at) => {
    const family = findPin(rig, at)?.port.plug.family;
    const maxA = family === undefined ? null : connectorOf(family).maxA;
    return maxA === null ? [] : [{ at, riseK: PLUG_RISE_K * (amps / maxA) ** 2 }];
  });
  const warmest = plugs.reduce<(typeof plugs)[number] | null>((w, p) => (p.riseK > (w?.riseK ?? -1) ? p : w), null);
  return {
    ...{ cable, wire, amps },
    watts: amps ** 2 * wireOhm(own) * copperShare(celsius),
    riseK: WIRE_RISE_K * (amps / wireMaxA(own.gaugeAwg)) ** 2,
    ...{ plugRiseK: warmest?.riseK ?? null, plug: warmest?.at ?? null },
  };
}
