import type { RailNode } from '../../rails/index.js';
import { onePins, tapsOf } from '../../loom/index.js';
import {
  labelOf,
  portLabel,
  samePin,
  sheetOf,
  wiresAt,
  type Cable,
  type Edit,
  type PinRef,
  type Rig,
} from '../../rig/index.js';
import { hairV } from '../../units/index.js';
import type { Fix, RuleContext } from '../finding.js';
import { railsAfter } from './after-edits.js';
import { allOutlets, supplyLead } from './outlets.js';
import { carriedBy, lacksReturn, supplyPins, withSignals } from './supply-parts.js';

/**
 * The plus wire that a lead lacks: one that is there, between a plug of the part and one with volts on it, and has its other wires.
 * @source [practice] a servo lead with its middle wire out
 */
export function plusFixes(context: RuleContext, node: RailNode): Fix[] {
  const { rig } = context;
  const own = onePins(rig, supplyPins(rig, node).plus);
  const fixes = rig.cables.flatMap((cable) =>
    own.flatMap((to) => pinsAcross(rig, cable, to).map((from): Fix => added(cable, from, to))),
  );
  return carriedBy(context, node, fixes).filter(({ edits }) => isRight(context, node, edits));
}

/**
 * The volts that stand beside the signals of another part, where nothing else feeds this: by the lead it hears by, or from a plug of
 * that part that is free.
 */
export function tapFixes(context: RuleContext, node: RailNode): Fix[] {
  const { rig, flat } = context;
  const to = supplyPins(rig, node);
  const fixes = allOutlets(rig)
    .filter((o) => o.part.id !== node.part && o.volts[0] >= node.allowed![0] && o.volts[1] <= node.allowed![1])
    .flatMap((outlet) => {
      const { gaugeAwg } = supplyLead(rig, outlet, node, flat).wires[0]!;
      return tapsOf(rig, outlet.plus, to).map(({ cable, plus }): Fix => {
        const old = rig.cables.find((c) => c.id === cable.id)?.wires.length ?? 0;
        const wires = cable.wires.map((w, i) => (i < old ? w : { ...w, gaugeAwg: Math.min(w.gaugeAwg, gaugeAwg) }));
        const edits = old
          ? wires.slice(old).map((wire): Edit => ({ kind: 'addWire', cable: cable.id, wire }))
          : [{ kind: 'addCable' as const, cable: withSignals(rig, { ...cable, wires }) }];
        return { label: `Feed it from ${labelOf(rig, plus.part)}, ${portLabel(rig, plus)}`, edits };
      });
    });
  return carriedBy(context, node, fixes).filter(({ edits }) => isRight(context, node, edits));
}

/** Plus pins of the plugs to which a lead goes from the plug of a pin, where it has wires there and none on either pin. */
function pinsAcross(rig: Rig, { wires }: Cable, own: PinRef): PinRef[] {
  if (wiresAt(rig, own).length) return [];
  const far = wires.flatMap((w) =>
    [
      [w.from, w.to],
      [w.to, w.from],
    ].flatMap(([a, b]) => (a!.part === own.part && a!.port === own.port ? [b!] : [])),
  );
  const plugs = new Map(far.map((at) => [`${at.part}.${at.port}`, at]));
  return [...plugs.values()].flatMap((plug) => {
    const pins = sheetOf(rig, plug.part).ports.find((p) => p.id === plug.port)?.pins ?? [];
    const pluses = pins.filter((p) => p.line === 'supply').map((p): PinRef => ({ ...plug, pin: p.n }));
    return pluses.filter((at) => !wires.some((w) => samePin(w.from, at) || samePin(w.to, at)));
  });
}

function added({ id, wires }: Cable, from: PinRef, to: PinRef): Fix {
  const [first] = wires;
  const gaugeAwg = Math.min(...wires.map((w) => w.gaugeAwg));
  const wire = { from, to, colour: 'red', gaugeAwg, lengthMm: first!.lengthMm };
  return { label: `Add the plus wire of ${id}`, edits: [{ kind: 'addWire', cable: id, wire }] };
}

/** Fed then, there and back, and not above what it takes with full packs. */
function isRight({ rig }: RuleContext, { part, terminal }: RailNode, edits: Edit[]): boolean {
  const after = railsAfter(rig, edits);
  const now = after.full().nodes.find((n) => n.part === part && n.terminal === terminal);
  return (
    now !== undefined &&
    now.fedBy !== null &&
    now.volts <= now.allowed![1] + hairV(now.allowed!) &&
    !lacksReturn(after.rig, now)
  );
}
