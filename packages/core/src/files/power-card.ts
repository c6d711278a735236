import type { Analysis } from '../analysis/index.js';
import { labelOf, type Rig } from '../rig/index.js';
import {
  atPeak,
  gaugeCell,
  rigNetwork,
  solveRigNetwork,
  wireOhm,
  type RailNode,
  type Rails,
  type RigNetwork,
} from '../rails/index.js';
import { firstToGo, railBand, shortsOf, standsText } from '../rails/studies.js';
import { amps, num, roundTo, signed, voltBand } from '../units/index.js';
import type { Table } from './table.js';
import { cautionsOf, type Card } from './wiring-card.js';

/** Volts and amps everywhere, full and flat, and what a short at each plug does, on paper. */
export function powerCard(rig: Rig, { rails }: Pick<Analysis, 'rails'>): Card {
  const { network, full, flat } = bothEnds(rig);
  const run = rails.runMin === null ? '' : ` · runs ${num(rails.runMin)} min with 30 % kept`;
  return {
    title: `${rig.name} · power card`,
    subtitle: `${rig.kind} · revision ${rig.revision}${run}`,
    tables: [
      {
        heading: 'Volts and amps',
        note: 'full pack at usual draw; flat pack with everything at its peak together',
        columns: ['part', 'plug', 'takes or gives', 'full V', 'full A', 'flat V', 'flat A', 'room V'],
        rows: full.nodes.map((n, i) => nodeRow(rig, n, flat.nodes[i]!)),
      },
      {
        heading: 'Leads',
        note: 'greatest current of the two, and heat in the copper',
        columns: ['cable', 'wire', 'AWG · mm²', 'mm', 'A', 'W'],
        rows: wireRows(rig, full, flat),
      },
      {
        heading: 'Short at a plug',
        note: 'a fuse must go before a wire, always',
        columns: ['part', 'plug', 'A', 'goes first', 'after'],
        rows: shortsOf(rig, network).map((s) => {
          const way = firstToGo(s);
          const after = way ? standsText(way) : '';
          const what = way ? `${s.first} in ${way.cable}` : 'nothing: the source holds its limit';
          return [labelOf(rig, s.part), s.terminal, num(s.amps, 1), what, after];
        }),
      },
    ].filter((t, i) => i === 0 || t.rows.length),
    cautions: cautionsOf(rig),
  };
}

function bothEnds(rig: Rig): { network: RigNetwork; full: Rails; flat: Rails } {
  const network = rigNetwork(rig);
  return { network, full: solveRigNetwork(network, 1), flat: solveRigNetwork(atPeak(network), 0) };
}

function nodeRow(rig: Rig, full: RailNode, flat: RailNode): string[] {
  const takes = full.allowed ? voltBand(full.allowed) : full.maxA === null ? '' : `up to ${amps(full.maxA)}`;
  const room = full.marginV === null ? '' : signed(Math.min(full.marginV, flat.marginV!), 2);
  const at = (n: RailNode): string[] => [num(n.volts, 2), num(n.amps, 2)];
  return [labelOf(rig, full.part), full.port, takes, ...at(full), ...at(flat), room];
}

function wireRows(rig: Rig, full: Rails, flat: Rails): string[][] {
  return full.wires.map(({ cable, wire, amps: a }, i) => {
    const own = rig.cables.find((c) => c.id === cable)!.wires[wire]!;
    const most = Math.max(Math.abs(a), Math.abs(flat.wires[i]!.amps));
    return [
      cable,
      String(wire + 1),
      gaugeCell(own.gaugeAwg),
      num(own.lengthMm),
      num(most, 2),
      num(most ** 2 * wireOhm(own), 3),
    ];
  });
}

const FIELDS = [
  ...['part', 'plug', 'terminal', 'kind', 'least_v', 'most_v', 'rated_a', 'full_v', 'full_a', 'flat_v', 'flat_a'],
  ...['low_95_v', 'high_95_v', 'worst_v', 'best_v'],
];

/** One row a supply or source: what it takes, volts and amps full and flat, and the band of 1 000 rigs at full charge. */
export function powerTable(rig: Rig): Table {
  const { network, full, flat } = bothEnds(rig);
  const bands = railBand(network, 1);
  const v = (value: number): number => roundTo(value, 4);
  return {
    fields: FIELDS,
    data: full.nodes.map((n, i) => {
      const [far, band] = [flat.nodes[i]!, bands[i]!];
      return [
        ...[labelOf(rig, n.part), n.port, n.terminal, n.kind, n.allowed?.[0] ?? '', n.allowed?.[1] ?? '', n.maxA ?? ''],
        ...[v(n.volts), v(n.amps), v(far.volts), v(far.amps)],
        ...[v(band.lowV), v(band.highV), v(band.leastV), v(band.mostV)],
      ];
    }),
  };
}
