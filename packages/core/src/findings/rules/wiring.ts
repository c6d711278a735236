import { cableViews } from '../../loom/index.js';
import { findPin, pinKey, sheetOf, type Cable, type Edit, type PinRef, type Rig } from '../../rig/index.js';
import { groupBy } from '../../units/index.js';
import type { Rule, RuleResult } from '../finding.js';

const lineAt = (rig: Rig, at: PinRef) => findPin(rig, at)!.pin.line;
const isSwapped = (rig: Rig, a: PinRef, b: PinRef): boolean => {
  const lines = [lineAt(rig, a), lineAt(rig, b)];
  return lines.includes('supply') && lines.includes('ground');
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
        subjects: [cable.id, first.from.part, first.to.part],
        figures: [
          { name: 'cable', value: cable.id },
          { name: 'from', value: first.from.part },
          { name: 'to', value: first.to.part },
          { name: 'wires', value: bad.length },
        ],
        fixes: [polarityFix(cable, bad)],
      },
    ];
  });

/** Two wrong wires are swapped at the far end; a lone one comes off. */
function polarityFix(cable: Cable, bad: number[]) {
  const [a, b] = bad;
  if (a === undefined || b === undefined)
    return { label: 'Take the wire off', edits: [{ kind: 'removeWire', cable: cable.id, wire: a! } satisfies Edit] };
  const edits: Edit[] = [
    { kind: 'moveEnd', cable: cable.id, wire: a, end: 'to', pin: cable.wires[b]!.to },
    { kind: 'moveEnd', cable: cable.id, wire: b, end: 'to', pin: cable.wires[a]!.to },
  ];
  return { label: 'Swap plus and minus', edits };
}

/** The same two parts joined by ground in two cables: one ground path is asked. @source [practice] */
export const groundTwiceRule: Rule = ({ rig }) => {
  const grounds = rig.cables.flatMap((cable) =>
    cable.wires.flatMap((w, wire) =>
      lineAt(rig, w.from) === 'ground' && lineAt(rig, w.to) === 'ground'
        ? [{ cable: cable.id, wire, pair: [w.from.part, w.to.part].sort().join(' ') }]
        : [],
    ),
  );
  return [...groupBy(grounds, (g) => g.pair).values()].flatMap((same): RuleResult[] => {
    const cables = [...new Set(same.map((g) => g.cable))];
    const last = same.at(-1)!;
    if (cables.length < 2) return [];
    const [a, b] = last.pair.split(' ');
    return [
      {
        rule: 'ground-twice',
        mark: 'watch',
        station: 'loom',
        subjects: [...cables, a!, b!],
        figures: [
          { name: 'cables', value: cables.join(', ') },
          { name: 'from', value: a! },
          { name: 'to', value: b! },
        ],
        fixes: [
          {
            label: `Leave it out of ${last.cable}`,
            edits: [{ kind: 'removeWire', cable: last.cable, wire: last.wire }],
          },
        ],
      },
    ];
  });
};

/** One signal pin in two plugs. A Y lead is one cable and may share a pin; supply pins may be spliced. */
export const portTwiceRule: Rule = ({ rig }) => {
  const uses = rig.cables.flatMap((cable) =>
    cable.wires
      .flatMap((w) => [w.from, w.to])
      .filter((at) => lineAt(rig, at) === 'signal')
      .map((at) => ({ at, cable: cable.id })),
  );
  return [...groupBy(uses, (use) => pinKey(use.at)).values()].flatMap((same): RuleResult[] => {
    const cables = [...new Set(same.map((use) => use.cable))];
    if (cables.length < 2) return [];
    const { part, port } = same[0]!.at;
    return [
      {
        rule: 'port-used-twice',
        mark: 'stop',
        station: 'loom',
        subjects: [part, ...cables],
        figures: [
          { name: 'part', value: part },
          { name: 'port', value: port },
          { name: 'cables', value: cables.join(', ') },
        ],
        fixes: [{ label: `Take ${cables.at(-1)} off`, edits: [{ kind: 'removeCable', cable: cables.at(-1)! }] }],
      },
    ];
  });
};

/** A pad or port given to two features. All must be released before it is given away. @source [practice] */
export const heldTwiceRule: Rule = ({ rig }) =>
  [...groupBy(rig.held, (h) => `${h.part} ${h.resource}`).values()].flatMap((held): RuleResult[] => {
    const [first] = held;
    if (!first || held.length < 2) return [];
    const resource = sheetOf(rig, first.part).resources.find((r) => r.id === first.resource);
    const serial = resource?.kind === 'serial';
    return [
      {
        rule: 'pad-held-twice',
        mark: serial ? 'stop' : 'watch',
        station: 'loom',
        subjects: [first.part],
        figures: [
          { name: 'part', value: first.part },
          { name: 'resource', value: resource?.label ?? first.resource },
          { name: 'holders', value: held.map((h) => h.to).join(', ') },
        ],
        fixes: [
          {
            label: held.length === 2 ? 'Release both' : 'Release all',
            edits: held.map(({ part, resource: id, to }) => ({ kind: 'release', part, resource: id, to })),
          },
        ],
      },
    ];
  });

/** Plugs that mate but carry their lines in another order: wired right, and easily plugged wrong. @source [practice] */
export const lookAlikeRule: Rule = ({ rig }) =>
  cableViews(rig).flatMap((cable): RuleResult[] => {
    const [a, b, more] = cable.ends;
    if (cable.marked || more || a?.family !== b?.family || !a || a.pins.length !== b?.pins.length) return [];
    const order = (end: typeof a): string =>
      end.pins.map((p) => ({ supply: '+', ground: '−', signal: 'S', empty: '·' })[p.line]).join(' ');
    if (order(a) === order(b) || !a.pins.some((p) => p.line === 'supply')) return [];
    return [
      {
        rule: 'look-alike',
        mark: 'watch',
        station: 'loom',
        subjects: [cable.id, a.part, b.part],
        figures: [
          { name: 'cable', value: cable.id },
          { name: 'from', value: a.part },
          { name: 'order from', value: order(a) },
          { name: 'to', value: b.part },
          { name: 'order to', value: order(b) },
        ],
        fixes: [{ label: 'Mark it as adapter', edits: [{ kind: 'markAdapter', cable: cable.id, marked: true }] }],
      },
    ];
  });
