import { carriesA, fuseFor, fuseOf, wireMaxA, type Rails } from '../../rails/index.js';
import { connectorOf } from '../../parts/index.js';
import { findPin, type Rig, type Wire } from '../../rig/index.js';
import { roundTo } from '../../units/index.js';
import type { Figure, Fix, Rule, RuleContext, RuleResult } from '../finding.js';
import type { FigureNames } from '../figure-names.js';
import { bothEnds } from './lead-parts.js';

interface Fused {
  cable: string;
  at: number;
  wire: Wire;
  amps: number;
  peakA: number;
  /** The part that what flows through it comes from. */
  feeder: string;
}

/** Every fuse in a lead with what flows through it at a flat pack and peak draw. */
function fusesOf({ rig, flat }: RuleContext): Fused[] {
  return rig.cables.flatMap((cable) =>
    cable.wires.flatMap((wire, at) =>
      wire.inline?.kind === 'fuse' ? [fuseAt(flat, cable.id, at, wire, wire.inline.amps)] : [],
    ),
  );
}

/** Where nothing flows, the end that comes first by name: a wire may be written from either. */
function fuseAt({ wires }: Rails, cable: string, at: number, wire: Wire, amps: number): Fused {
  const flows = wires.find((w) => w.cable === cable && w.wire === at)?.amps ?? 0;
  const feeder = flows === 0 ? bothEnds(wire)[0] : flows > 0 ? wire.from : wire.to;
  return { cable, at, wire, amps, peakA: Math.abs(flows), feeder: feeder.part };
}

const figuresOf = (rig: Rig, f: Fused): Figure<FigureNames['fuse-too-large']>[] => [
  { name: 'cable', value: f.cable },
  { name: 'fuse', value: f.amps, unit: 'A' },
  { name: 'gauge', value: f.wire.gaugeAwg, unit: 'AWG' },
  { name: 'wire carries', value: wireMaxA(f.wire.gaugeAwg), unit: 'A', source: '[mem] table of chassis wiring' },
  ...plugFigures(rig, f.wire),
  { name: 'amps', value: roundTo(f.peakA, 2), unit: 'A', source: 'network solve' },
];

function plugFigures(rig: Rig, { from, to }: Wire): Figure<'plug carries'>[] {
  const least = Math.min(...[from, to].map((at) => connectorOf(findPin(rig, at)!.port.plug.family).maxA ?? Infinity));
  return Number.isFinite(least)
    ? [{ name: 'plug carries', value: least, unit: 'A', source: '[practice] usual rating of the size' }]
    : [];
}

/** A fuse that lets through more than its wire or its plugs carry: they burn before it does. @source [practice] fuse before wire before plug */
export const fuseTooLargeRule: Rule = (context) =>
  fusesOf(context)
    .filter((f) => f.amps > carriesA(context.rig, f.wire.gaugeAwg, f.wire.from, f.wire.to) + 1e-9)
    .map((f): RuleResult => ({
      rule: 'fuse-too-large',
      mark: 'stop',
      station: 'rails',
      subjects: [f.cable, f.feeder],
      figures: figuresOf(context.rig, f),
      fixes: () => refuse(context.rig, f),
    }));

/** A fuse that the leads' own current at its peak would blow. */
export const fuseTooSmallRule: Rule = (context) =>
  fusesOf(context)
    .filter((f) => f.amps < f.peakA)
    .map((f): RuleResult => ({
      rule: 'fuse-too-small',
      mark: 'watch',
      station: 'rails',
      subjects: [f.cable, f.feeder],
      figures: figuresOf(context.rig, f),
      fixes: () => (f.peakA > 0 && fuseFor(f.peakA) >= f.peakA ? refuse(context.rig, f) : []),
    }));

/** The fuse that fits between the peak and what wire and plugs carry; none where nothing does. */
function refuse(rig: Rig, f: Fused): Fix[] {
  const amps = fuseOf(rig, f.wire.gaugeAwg, f.peakA, f.wire.from, f.wire.to);
  return amps === null
    ? []
    : [
        {
          label: `Fuse ${amps} A`,
          edits: [{ kind: 'setWire', cable: f.cable, wire: f.wire.id ?? f.at, inline: { kind: 'fuse', amps } }],
        },
      ];
}
