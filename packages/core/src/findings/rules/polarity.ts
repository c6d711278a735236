import { isSeriesWire } from '../../loom/index.js';
import {
  carryOut,
  changedOver,
  endsTogether,
  cablesOn,
  findPin,
  labelOf,
  oncePerRig,
  samePin,
  sheetOf,
  wiresAt,
  type Cable,
  type PinRef,
  type Rig,
} from '../../rig/index.js';
import type { Fix, Rule, RuleResult } from '../finding.js';
import { packsThen } from './pack-pairs.js';

const lineAt = (rig: Rig, at: PinRef) => findPin(rig, at)!.pin.line;
const isSwapped = (rig: Rig, a: PinRef, b: PinRef): boolean => {
  const lines = [lineAt(rig, a), lineAt(rig, b)];
  return lines.includes('supply') && lines.includes('ground') && !isSeriesWire(rig, a, b);
};

/** A plus joined to a ground: swapped polarity, or a short. */
export const polarityRule: Rule = ({ rig }) =>
  rig.cables.flatMap((cable): RuleResult[] => {
    const bad = cable.wires.flatMap((w, i) => (isSwapped(rig, w.from, w.to) ? [i] : []));
    const first = cable.wires[bad[0] ?? -1];
    if (!first) return [];
    return [
      {
        rule: 'polarity',
        mark: 'stop',
        station: 'loom',
        subjects: [cable.id, ...new Set(bad.flatMap((i) => about(rig, cable, cable.wires[i]!)))],
        figures: [
          { name: 'cable', value: cable.id },
          { name: 'from', value: first.from.part },
          { name: 'to', value: first.to.part },
          { name: 'wires', value: bad.length },
        ],
        fixes: () => [polarityFix(rig, cable, bad)],
      },
    ];
  });

const about = (rig: Rig, cable: Cable, wire: Cable['wires'][number]): string[] => [
  wire.from.part,
  wire.to.part,
  ...lifted(rig, cable, wire),
];

/** Parts whose ground is lifted to the plus with that of the one fed the wrong way round: those that share it over another lead. */
function lifted(rig: Rig, cable: Cable, { from, to }: Cable['wires'][number]): string[] {
  return [from, to]
    .filter((at) => isFedAt(rig, at))
    .flatMap(({ part }) =>
      cablesOn(rig, part)
        .filter((c) => c !== cable)
        .flatMap((c) => c.wires)
        .filter((w) => [w.from, w.to].some((at) => at.part === part) && lineAt(rig, w.from) === 'ground')
        .flatMap((w) => [w.from.part, w.to.part]),
    );
}

const isFedAt = (rig: Rig, { part, port }: PinRef): boolean =>
  sheetOf(rig, part).supplies.some((s) => s.plus.port === port);

/** Parts that are fed the wrong way round: whoever gets a ground in common with them has it lifted to their plus. */
export const fedWrongWay = oncePerRig(
  (rig): ReadonlySet<string> =>
    new Set(
      rig.cables
        .flatMap((c) => c.wires)
        .filter((w) => isSwapped(rig, w.from, w.to))
        .flatMap((w) => [w.from, w.to].filter((at) => isFedAt(rig, at)).map((at) => at.part)),
    ),
);

/** Two wrong wires are swapped at the far end; what that does not mend comes off. */
function polarityFix(rig: Rig, cable: Cable, bad: number[]): Fix {
  const [a, b] = bad as [number, number?];
  // where it is fed: what sits in the wire of the plus stays there
  const edits =
    b === undefined
      ? []
      : changedOver(
          cable,
          a,
          b,
          endsTogether(cable.wires[a]!, cable.wires[b]!, (at) => isFedAt(rig, at)),
        );
  if (!edits.length)
    return {
      label: `Take the ${b === undefined ? 'wire' : 'wires'} off${bad.map((i) => leftWithout(rig, cable, i)).join('')}`,
      edits: bad.toReversed().map((wire) => ({ kind: 'removeWire', cable: cable.id, wire })),
    };
  return { label: ['Swap plus and minus', ...packsThen(rig, carryOut(rig, edits).rig)].join('; '), edits };
}

/** Who has no lead at its supply once the wire is off, for the button. */
function leftWithout(rig: Rig, { wires }: Cable, index: number): string {
  const { from, to } = wires[index]!;
  const bare = [from, to].find((at) =>
    sheetOf(rig, at.part).supplies.some((s) =>
      [s.plus, s.minus].some((p) => samePin(at, { part: at.part, ...p }) && wiresAt(rig, at).length === 1),
    ),
  );
  return bare ? `; ${labelOf(rig, bare.part)} then wants a supply` : '';
}
