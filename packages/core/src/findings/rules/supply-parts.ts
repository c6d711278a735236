import { rigNetwork, solveRigNetwork, type RailNode } from '../../rails/index.js';
import { applyEdits, findPin, labelOf, samePin, sheetOf, type Edit, type PinRef, type Rig } from '../../rig/index.js';
import { roundTo } from '../../units/index.js';
import type { Figure, Fix, RuleResult } from '../finding.js';

/** Part and allowed band of a supply. */
export function bandFigures(node: RailNode): RuleResult['figures'] {
  return [
    { name: 'part', value: node.part },
    { name: 'floor', value: node.allowed![0], unit: 'V', source: 'part sheet' },
    { name: 'ceiling', value: node.allowed![1], unit: 'V', source: 'part sheet' },
  ];
}

/** Part, volts and amperes of a source. */
export const sourceFigures = (node: RailNode): Figure[] => [
  { name: 'part', value: node.part },
  { name: 'volts', value: roundTo(node.volts, 3), unit: 'V', source: 'network solve' },
  { name: 'amps', value: roundTo(node.amps, 3), unit: 'A', source: 'network solve' },
];

function supplyPins(rig: Rig, node: RailNode): { plus: PinRef; minus: PinRef } {
  const supply = sheetOf(rig, node.part).supplies.find((s) => s.id === node.terminal)!;
  return { plus: { part: node.part, ...supply.plus }, minus: { part: node.part, ...supply.minus } };
}

export function cablesAt(rig: Rig, node: RailNode): string[] {
  const { plus } = supplyPins(rig, node);
  return rig.cables.filter((c) => c.wires.some((w) => samePin(w.from, plus) || samePin(w.to, plus))).map((c) => c.id);
}

interface Outlet {
  part: string;
  volts: readonly [number, number];
  plus: PinRef;
  minus: PinRef;
}

/** Every source with the volts it gives: a regulator its own, a pack its whole span. */
function outlets(rig: Rig): Outlet[] {
  return rig.parts.flatMap((part) =>
    sheetOf(rig, part.id)
      .sources.filter((source) => source.kind !== 'stolen')
      .map((source) => ({
        part: part.id,
        volts: source.regulator
          ? ([source.regulator.volts, source.regulator.volts] as const)
          : ([3.3 * (source.pack?.cells ?? 0), 4.2 * (source.pack?.cells ?? 0)] as const),
        plus: { part: part.id, ...source.plus },
        minus: { part: part.id, ...source.minus },
      })),
  );
}

const outletsFor = (rig: Rig, node: RailNode): Outlet[] =>
  outlets(rig).filter((o) => o.part !== node.part && o.volts[0] >= node.allowed![0] && o.volts[1] <= node.allowed![1]);

/** Moves the far ends of the supply lead to a source that fits. */
export function moveFixes(rig: Rig, node: RailNode): Fix[] {
  const pins = supplyPins(rig, node);
  return outletsFor(rig, node).flatMap((outlet): Fix[] => {
    const edits: Edit[] = [];
    for (const cable of rig.cables) {
      cable.wires.forEach((wire, i) => {
        for (const [near, far] of [
          ['to', 'from'],
          ['from', 'to'],
        ] as const) {
          if (samePin(wire[near], pins.plus))
            edits.push({ kind: 'moveEnd', cable: cable.id, wire: i, end: far, pin: outlet.plus });
          if (
            samePin(wire[near], pins.minus) &&
            findPin(rig, wire[far])?.pin.line === 'ground' &&
            sameCable(cable.wires, pins.plus)
          ) {
            edits.push({ kind: 'moveEnd', cable: cable.id, wire: i, end: far, pin: outlet.minus });
          }
        }
      });
    }
    return edits.length ? [{ label: `Move to ${labelOf(rig, outlet.part)}`, edits }] : [];
  });
}

const sameCable = (wires: { from: PinRef; to: PinRef }[], pin: PinRef): boolean =>
  wires.some((w) => samePin(w.from, pin) || samePin(w.to, pin));

/** A fresh lead from the first source that fits. */
export function leadFixes(rig: Rig, node: RailNode): Fix[] {
  const outlet = outletsFor(rig, node)[0];
  if (!outlet) return [];
  const pins = supplyPins(rig, node);
  const wire = { gaugeAwg: 22, lengthMm: 200 };
  let n = 1;
  while (rig.cables.some((c) => c.id === `C${n}`)) n++;
  return [
    {
      label: `Lead from ${labelOf(rig, outlet.part)}`,
      edits: [
        {
          kind: 'addCable',
          cable: {
            id: `C${n}`,
            marked: false,
            locked: false,
            wires: [
              { from: outlet.plus, to: pins.plus, colour: 'red', ...wire },
              { from: outlet.minus, to: pins.minus, colour: 'black', ...wire },
            ],
          },
        },
      ],
    },
  ];
}

/** Two gauges thicker on the last lead, with what that really gains. */
export function thickerFix(rig: Rig, flat: RailNode): Fix | null {
  const id = cablesAt(rig, flat)[0];
  const cable = rig.cables.find((c) => c.id === id);
  const now = cable && Math.max(...cable.wires.map((w) => w.gaugeAwg));
  if (!cable || now === undefined || now <= 14) return null;
  const gaugeAwg = Math.max(14, now - 4);
  const edits: Edit[] = cable.wires.map((_, wire) => ({ kind: 'setWire', cable: cable.id, wire, gaugeAwg }));
  const after = solveRigNetwork(rigNetwork(applyEdits(rig, edits).rig, 'peak'), 0).nodes.find(
    (n) => n.part === flat.part && n.terminal === flat.terminal,
  )!;
  const gain = after.volts - flat.volts;
  return gain < 0.005 ? null : { label: `Use ${gaugeAwg} AWG: +${gain.toFixed(2)} V`, edits };
}
