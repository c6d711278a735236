import type { RailNode, Rails } from '../../rails/index.js';
import { sheetOf, type Rig } from '../../rig/index.js';

/** Heat a small linear regulator gets rid of without a sink, where its sheet does not say, W. @source [practice] 1–2 W */
const HEAT_W = 1.5;

/** A linear regulator that turns more volts into heat than it stands. */
export interface HotRegulator {
  /** Its output at a full pack. */
  node: RailNode;
  /** Volts at its input, V. */
  inputV: number;
  /** The most it gives, A. */
  amps: number;
  /** What it turns into heat, W. */
  heatW: number;
  /** What it gets rid of, W, and who says so. */
  stands: { watts: number; source: string };
}

/** Linear regulators that turn more into heat than they get rid of, at a full pack. @source [derived] volts lost times current */
export function hotRegulators(rig: Rig, full: Rails, flat: Rails): HotRegulator[] {
  return full.nodes.flatMap((node): HotRegulator[] => {
    const source = sheetOf(rig, node.part).sources.find((s) => s.id === node.terminal);
    if (node.allowed || source?.kind !== 'linear' || !source.regulator) return [];
    const { fedBy, heatW: own } = source.regulator;
    const input = full.nodes.find((n) => n.part === node.part && n.terminal === fedBy);
    const peak = flat.nodes.find((n) => n.part === node.part && n.terminal === node.terminal)!;
    const stands = own ? { watts: own, source: 'part sheet' } : { watts: HEAT_W, source: '[practice]' };
    const amps = Math.max(node.amps, peak.amps);
    const heatW = input ? (input.volts - node.volts) * amps : 0;
    return heatW > stands.watts ? [{ node, inputV: input!.volts, amps, heatW, stands }] : [];
  });
}
