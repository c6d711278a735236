import { contactsOhm, type RailNode } from '../../rails/index.js';
import { wireLine, sheetOf, type PinRef, type Rig } from '../../rig/index.js';
import { hairV, roundTo } from '../../units/index.js';
import type { Rule, RuleContext, RuleResult } from '../finding.js';
import { outletVolts } from './outlets.js';
import { bandFigures, cablesAt, thickerFix } from './supply-parts.js';

/** A load under this margin at a flat pack and peak draw is worth a look, V. @source [practice] */
const THIN_V = 0.25;
/** So little is worth a look whatever its source gives, V. @source [practice] */
const HARDLY_V = 0.05;
/** Share of what its source could leave it that a load may lose in leads without a word. @source [practice] */
const LOST_SHARE = 0.4;

/** A load inside its band with little to spare at a flat pack, where it is the leads that take it. */
export const supplyThinRule: Rule = (context) =>
  context.flat.nodes.flatMap((flat, i): RuleResult[] => {
    const full = context.full.nodes[i]!;
    if (flat.kind !== 'load' || !flat.allowed || flat.fedBy === null) return [];
    const inside = [flat, full].every((n) => n.volts <= n.allowed![1] && n.volts >= n.allowed![0] - hairV(n.allowed!));
    const marginV = flat.volts - flat.allowed[0];
    // only what sinks counts: near the upper edge nothing gets worse as the pack empties
    if (!inside || marginV >= THIN_V || marginV >= flat.allowed[1] - flat.volts) return [];
    const best = bestV(context, flat) - flat.allowed[0];
    const wantedV = Math.max(HARDLY_V, (1 - LOST_SHARE) * best);
    return marginV < wantedV ? [thinMargin(context, flat, best, wantedV - marginV)] : [];
  });

/** The most that the source of a supply leaves at a flat pack: what a regulator holds, or the pack at rest, less what plugs take. */
function bestV({ rig, flat }: RuleContext, node: RailNode): number {
  const given = flat.nodes.filter((n) => n.part === node.fedBy && !n.allowed);
  const source = given
    .map((n) => sheetOf(rig, n.part).sources.find((s) => s.id === n.terminal)!)
    .map((s) => outletVolts(s)[0]);
  const most = given.map((n, i) => (n.inDropout ? n.volts : source[i]!)).filter((v) => v <= node.allowed![1]);
  const plugsV = plugsOhm(rig, node) * node.amps;
  return Math.max(node.volts, ...most.map((v) => v - plugsV));
}

/** Contacts of the lead that ends at a supply, there and back, Ω: no thicker wire does anything about them. */
function plugsOhm(rig: Rig, { part, port }: RailNode): number {
  const [cable] = rig.cables.filter((c) => c.wires.some((w) => [w.from, w.to].some((at) => isAt(at, part, port))));
  const own = cable?.wires.filter((w) => wireLine(rig, w) !== 'signal') ?? [];
  return own.reduce((ohm, w) => ohm + contactsOhm(rig, w), 0);
}

const isAt = (at: PinRef, part: string, port: string): boolean => at.part === part && at.port === port;

function thinMargin(context: RuleContext, flat: RailNode, bestMarginV: number, lackV: number): RuleResult {
  return {
    rule: 'supply-thin',
    mark: 'watch',
    station: 'rails',
    subjects: [flat.part, ...cablesAt(context.rig, flat)],
    figures: [
      ...bandFigures(context.rig, flat),
      { name: 'volts', value: roundTo(flat.volts, 3), unit: 'V', source: 'network solve' },
      { name: 'margin', value: roundTo(flat.volts - flat.allowed![0], 3), unit: 'V' },
      { name: 'its source leaves', value: roundTo(bestMarginV, 3), unit: 'V', source: 'part sheet' },
      { name: 'look under', value: THIN_V, unit: 'V', source: '[practice]' },
    ],
    fixes: () => thickerFix(context, flat, flat.volts + lackV),
  };
}
