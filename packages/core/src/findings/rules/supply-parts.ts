import { findConversations, onePins } from '../../loom/index.js';
import { GAUGES, thickestFit, type RailNode, type Rails } from '../../rails/index.js';
import {
  carryOut,
  findPin,
  wireLine,
  labelOf,
  samePin,
  sheetOf,
  wiresAt,
  type Cable,
  type Edit,
  type PinRef,
  type Rig,
  type Wire,
  type WireAt,
} from '../../rig/index.js';
import { roundTo } from '../../units/index.js';
import type { Figure, Fix, RuleContext } from '../finding.js';
import {
  currentWith,
  flatAfter,
  isLow,
  overloadsNothing,
  railsAfter,
  sinksNobody,
  startsAsBefore,
} from './after-edits.js';
import { hotRegulators, type HotRegulator } from './linear-heat.js';
import { allOutlets, outletsFor, supplyLead, type Outlet } from './outlets.js';
import { packsThen } from './pack-pairs.js';
import { fedWrongWay } from './polarity.js';
import { signalWires } from './signal-missing.js';

/** Which plug of a part with several is meant. */
function plugFigure(rig: Rig, node: RailNode): Figure<'plug'>[] {
  const sheet = sheetOf(rig, node.part);
  const ports = (node.allowed ? sheet.supplies : sheet.sources).map((s) => s.plus.port);
  if (new Set(ports).size < 2) return [];
  return [{ name: 'plug', value: sheet.ports.find((p) => p.id === node.port)?.label ?? node.port }];
}

/** Part, plug and allowed band of a supply. */
export function bandFigures(rig: Rig, node: RailNode): Figure<'part' | 'plug' | 'floor' | 'ceiling'>[] {
  return [
    { name: 'part', value: node.part },
    ...plugFigure(rig, node),
    { name: 'floor', value: node.allowed![0], unit: 'V', source: 'part sheet' },
    { name: 'ceiling', value: node.allowed![1], unit: 'V', source: 'part sheet' },
  ];
}

/** Part, plug, volts and amperes of a source. */
export const sourceFigures = (rig: Rig, node: RailNode): Figure<'part' | 'plug' | 'volts' | 'amps'>[] => [
  { name: 'part', value: node.part },
  ...plugFigure(rig, node),
  { name: 'volts', value: roundTo(node.volts, 3), unit: 'V', source: 'network solve' },
  { name: 'amps', value: roundTo(node.amps, 3), unit: 'A', source: 'network solve' },
];

export function supplyPins(rig: Rig, node: RailNode): { plus: PinRef; minus: PinRef } {
  const supply = sheetOf(rig, node.part).supplies.find((s) => s.id === node.terminal)!;
  return { plus: { part: node.part, ...supply.plus }, minus: { part: node.part, ...supply.minus } };
}

export function cablesAt(rig: Rig, node: RailNode): string[] {
  const { plus } = supplyPins(rig, node);
  return [...new Set(wiresAt(rig, plus).map(({ cable }) => cable.id))];
}

/** A lead at a supply has plus and minus changed over: that is the finding, and what the supply then sees follows from it. */
export function isReversed(rig: Rig, node: RailNode): boolean {
  const { plus, minus } = supplyPins(rig, node);
  const meets = (own: PinRef, other: 'supply' | 'ground'): boolean =>
    wiresAt(rig, own).some(({ wire, far }) => findPin(rig, wire[far])?.pin.line === other);
  return meets(plus, 'ground') || meets(minus, 'supply');
}

/** A plus is there and no wire takes the current back. */
export function lacksReturn(rig: Rig, node: RailNode): boolean {
  const { plus, minus } = supplyPins(rig, node);
  return wiresAt(rig, plus).length > 0 && !wiresAt(rig, minus).length;
}

/** What feeds a supply is itself without volts: its own finding says so. */
export function hangsOnDead({ rig, full }: RuleContext, node: RailNode): boolean {
  if (node.fedBy === null) return false;
  // a board lives of the same supply that its own regulator makes over
  const made = new Set(sheetOf(rig, node.fedBy).sources.map((s) => s.regulator?.fedBy));
  const inputs = full.nodes.filter((n) => n.part === node.fedBy && n.allowed && made.has(n.terminal));
  return inputs.length > 0 && inputs.every((n) => n.volts < DEAD_V);
}
/** What stands below this has no volts, V. */
export const DEAD_V = 0.05;

/** The one load of a supply whose switch is wished for: moved off, the switch would switch nothing. */
function isSwitched({ rig, full }: RuleContext, { part, fedBy }: RailNode): boolean {
  const switched = rig.wishes.some((w) => w.what === 'radio-power' && (w.part === undefined || w.part === fedBy));
  if (!switched || fedBy === null || !sheetOf(rig, fedBy).functions.some((f) => f.what === 'radio-power')) return false;
  return full.nodes.every((n) => n.fedBy !== fedBy || n.part === part);
}

/** A part, and which of its outlets where it has several. */
function outletText(rig: Rig, { part, source }: Outlet): string {
  const { sources, ports } = sheetOf(rig, part.id);
  const several = new Set(sources.map((s) => s.plus.port)).size > 1;
  const plug = several ? ports.find((p) => p.id === source.plus.port)?.label : undefined;
  return [labelOf(rig, part.id), plug].filter(Boolean).join(', ');
}

/**
 * Part through whose rail a supply is fed: its lead ends on a pin that is one with that part's own supply, as those of a receiver's
 * outputs are. Null for a supply that hands on what it is fed itself.
 */
export function railThrough(rig: Rig, node: RailNode): { part: string; terminal: string } | null {
  const { plus } = supplyPins(rig, node);
  if (onePins(rig, plus).length > 1) return null;
  for (const { wire, far } of wiresAt(rig, plus)) {
    const { part } = wire[far];
    const tied = onePins(rig, wire[far]);
    const supply = sheetOf(rig, part).supplies.find((s) => tied.some((at) => samePin(at, { part, ...s.plus })));
    if (supply && tied.length > 1) return { part, terminal: supply.id };
  }
  return null;
}

/** The first of the supplies that sit on the same pins of a part: one lead feeds them all. */
export function isFirstThere(rig: Rig, node: RailNode): boolean {
  const { supplies } = sheetOf(rig, node.part);
  const own = supplies.find((s) => s.id === node.terminal)!;
  return supplies.find((s) => s.plus.port === own.plus.port && s.plus.pin === own.plus.pin) === own;
}

/** Moves the far ends of a supply lead to a source that fits; a lead that also carries signals stays, and a new one is made. */
export function moveFixes(context: RuleContext, node: RailNode): Fix[] {
  const { rig, flat } = context;
  const pins = supplyPins(rig, node);
  const [own, second] = wiresAt(rig, pins.plus);
  if (!own) return [];
  if (!wiresAt(rig, pins.minus).length) return returnFix(rig, node, own, flat);
  // volts below nothing: some lead before it is changed over, and no move of this one mends that
  if (second || node.volts < -DEAD_V || isSwitched(context, node)) return [];
  const mixed = own.cable.wires.some((w) => wireLine(rig, w) === 'signal');
  const moves = outletsFor(rig, node, flat)
    .filter((o) => !samePin(o.plus, own.wire[own.far]))
    .map((outlet): Fix => {
      const label = `Move to ${outletText(rig, outlet)}`;
      const fresh = supplyLead(rig, outlet, node, flat);
      if (mixed)
        return {
          label,
          edits: [
            { kind: 'removeWire', cable: own.cable.id, wire: own.wire.id ?? own.index },
            { kind: 'addCable', cable: fresh },
          ],
        };
      const [plus] = fresh.wires;
      // as thick and as long as a new lead there would be
      const asGood = (w: Wire): { gaugeAwg: number; lengthMm: number } => ({
        gaugeAwg: Math.min(plus!.gaugeAwg, w.gaugeAwg),
        lengthMm: Math.max(plus!.lengthMm, w.lengthMm),
      });
      const edits: Edit[] = [{ kind: 'moveEnd', cable: own.cable.id, wire: own.index, end: own.far, pin: outlet.plus }];
      own.cable.wires.forEach((w, index) => {
        const end = samePin(w.to, pins.minus) ? 'from' : samePin(w.from, pins.minus) ? 'to' : null;
        if (!end || findPin(rig, w[end])?.pin.line !== 'ground') return;
        edits.push({ kind: 'moveEnd', cable: own.cable.id, wire: index, end, pin: outlet.minus });
        if (plus!.gaugeAwg < w.gaugeAwg || plus!.lengthMm > w.lengthMm)
          edits.push({ kind: 'setWire', cable: own.cable.id, wire: index, ...asGood(w) });
      });
      edits.push({
        kind: 'setWire',
        cable: own.cable.id,
        wire: own.index,
        ...asGood(own.wire),
        inline: plus!.inline ?? null,
      });
      return { label, edits };
    });
  return carriedBy(context, node, moves);
}

/** It was too hot before, and is no hotter: what changes elsewhere moves its volts a little. */
const isAsHot = (now: HotRegulator, then: HotRegulator): boolean =>
  now.node.part === then.node.part && then.heatW < now.heatW * 1.05;

/** Those after which the supply has its volts, no other lost its own, nothing carries too much, no regulator is cooked and all come up as before. */
export function carriedBy(context: RuleContext, { part, terminal }: RailNode, moves: readonly Fix[]): Fix[] {
  const { rig, full, flat } = context;
  const hot = hotRegulators(rig, full, flat);
  const does = ({ edits }: Fix): boolean => {
    const after = railsAfter(rig, edits);
    const flatThen = after.flat();
    const own = ({ nodes }: Rails): RailNode | undefined =>
      nodes.find((n) => n.part === part && n.terminal === terminal);
    const low = own(flatThen);
    if (!low || isLow(low) || !sinksNobody(flat, flatThen) || !overloadsNothing(rig, flat, after)) return false;
    // what is lifted by another pack gives more than it says
    const high = own(after.full())!;
    if (high.volts > high.allowed![1]) return false;
    if (hotRegulators(after.rig, after.full(), flatThen).some((then) => !hot.some((now) => isAsHot(now, then))))
      return false;
    return startsAsBefore(context, after);
  };
  return moves.filter(does).map(({ label, edits }) => ({
    label: [label, ...packsThen(rig, carryOut(rig, edits).rig)].join('; '),
    edits,
  }));
}

/**
 * Plus is there and the way back is not: the missing wire beside its plus, and both as thick as what will flow asks for. None with
 * what is fed the wrong way round: the ground would be lifted to its plus, so that is mended first.
 */
function returnFix(rig: Rig, node: RailNode, own: WireAt, flat: Rails): Fix[] {
  const plus = own.wire[own.far];
  const outlet = allOutlets(rig).find((o) => samePin(o.plus, plus));
  if (!outlet || [node.part, outlet.minus.part].some((id) => fedWrongWay(rig).has(id))) return [];
  const wanted = supplyLead(rig, outlet, node, flat).wires[0]!.gaugeAwg;
  const gaugeAwg = Math.min(own.wire.gaugeAwg, wanted);
  const wire = { from: outlet.minus, to: supplyPins(rig, node).minus, colour: 'black', gaugeAwg };
  const back: Edit = { kind: 'addWire', cable: own.cable.id, wire: { ...wire, lengthMm: own.wire.lengthMm } };
  const there: Edit = { kind: 'setWire', cable: own.cable.id, wire: own.index, gaugeAwg };
  return [{ label: 'Add the ground wire', edits: wanted < own.wire.gaugeAwg ? [there, back] : [back] }];
}

/** A fresh lead from the first source that fits. */
export function leadFixes(context: RuleContext, node: RailNode): Fix[] {
  const { rig, flat } = context;
  const pins = supplyPins(rig, node);
  const halfWired = wiresAt(rig, pins.plus).length > 0;
  // a lead that is there and brings nothing must come off first
  if (halfWired) return moveFixes(context, node);
  const leads = outletsFor(rig, node, flat).map((outlet): Fix => ({
    label: `Lead from ${outletText(rig, outlet)}`,
    edits: [{ kind: 'addCable', cable: withSignals(rig, supplyLead(rig, outlet, node, flat)) }],
  }));
  return carriedBy(context, node, leads);
}

/** Where its two plugs could talk, a new lead lets them. */
export function withSignals(rig: Rig, lead: Cable): Cable {
  const after = carryOut(rig, [{ kind: 'addCable', cable: lead }]).rig;
  const own = after.cables.find((c) => c.id === lead.id)!;
  return {
    ...lead,
    wires: [...lead.wires, ...signalWires({ rig: after, conversations: findConversations(after) }, own)],
  };
}

/**
 * The thinnest gauge of the last lead that gives the margin asked for, as far as its plugs take it, with what it gains; none where
 * even the thickest does not.
 */
export function thickerFix({ rig, flat: rails }: RuleContext, flat: RailNode, wantedV: number): Fix[] {
  const cable = rig.cables.find((c) => c.id === cablesAt(rig, flat)[0]);
  const supply = cable?.wires.filter((w) => wireLine(rig, w) !== 'signal') ?? [];
  if (!cable || !supply.length) return [];
  const now = Math.max(...supply.map((w) => w.gaugeAwg));
  const fits = Math.max(...supply.map((w) => thickestFit(rig, w.from, w.to) ?? 10));
  for (const gaugeAwg of GAUGES) {
    if (gaugeAwg >= now || gaugeAwg < fits) continue;
    const edits = cable.wires.flatMap((w, wire): Edit[] =>
      wireLine(rig, w) === 'signal' || w.gaugeAwg <= gaugeAwg
        ? []
        : [{ kind: 'setWire', cable: cable.id, wire: w.id ?? wire, gaugeAwg }],
    );
    const after = flatAfter(rig, edits).nodes.find((n) => n.part === flat.part && n.terminal === flat.terminal)!;
    if (after.volts >= wantedV)
      return [currentWith(rig, rails, `Use ${gaugeAwg} AWG: +${(after.volts - flat.volts).toFixed(2)} V`, edits)];
  }
  return [];
}
