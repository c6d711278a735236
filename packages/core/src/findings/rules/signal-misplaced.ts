import { findConversations } from '../../loom/index.js';
import { linksAt, type Pin } from '../../parts/index.js';
import {
  carryOut,
  changedOver,
  endAt,
  findPin,
  sheetOf,
  wiresAt,
  WIRE_ENDS,
  type Cable,
  type PinRef,
  type Rig,
} from '../../rig/index.js';
import type { Fix, Rule, RuleResult } from '../finding.js';
import { groundFix } from './ground-missing.js';

const lineOf = (rig: Rig, at: PinRef): Pin['line'] | undefined => findPin(rig, at)?.pin.line;

/** A wire that joins a signal to a supply or a ground, or an output to an output: each end is judged by its own pin, not by the net they make. */
const isMisplaced = (rig: Rig, { from, to }: { from: PinRef; to: PinRef }): boolean => {
  const lines = [lineOf(rig, from), lineOf(rig, to)];
  return (
    (lines.includes('signal') && (lines.includes('supply') || lines.includes('ground'))) ||
    [from, to].every((at) => onlySays(rig, at))
  );
};

/** An output and nothing else, not one of a pair that is crossed or not. Contacts may lie side by side. */
function onlySays(rig: Rig, at: PinRef): boolean {
  const links = linksAt(sheetOf(rig, at.part), at);
  return (
    findPin(rig, at)?.pin.way === 'out' &&
    links.length > 0 &&
    links.every((l) => l.way === 'talk' && l.pins.hear === undefined && l.kind !== 'contact')
  );
}

/** A picture, pulse, bus or serial signal on the other plug's supply or ground pin, or on another output. */
export const signalMisplacedRule: Rule = ({ rig }) =>
  rig.cables.flatMap((cable): RuleResult[] => {
    const bad = cable.wires.flatMap((w, i) => (isMisplaced(rig, w) ? [i] : []));
    const first = cable.wires[bad[0] ?? -1];
    if (!first) return [];
    const word = (at: PinRef): string => `${findPin(rig, at)!.port.label} ${findPin(rig, at)!.pin.label}`;
    return [
      {
        rule: 'signal-misplaced',
        mark: 'stop',
        station: 'loom',
        subjects: [cable.id, ...new Set(bad.flatMap((i) => WIRE_ENDS.map((end) => cable.wires[i]![end].part)))],
        figures: [
          { name: 'cable', value: cable.id },
          { name: 'from', value: first.from.part },
          { name: 'to', value: first.to.part },
          {
            name: 'wires',
            value: bad.map((i) => `${word(cable.wires[i]!.from)} on ${word(cable.wires[i]!.to)}`).join(', '),
          },
        ],
        fixes: () => swapFix(rig, cable, bad),
      },
    ];
  });

/** Swaps the far ends that are changed over; a lone wire goes to the free pin of its plug that suits it. */
function swapFix(rig: Rig, cable: Cable, bad: number[]): Fix[] {
  for (const end of WIRE_ENDS)
    for (const a of bad)
      for (const b of cable.wires.keys()) {
        if (a === b) continue;
        const [x, y] = [cable.wires[a]!, cable.wires[b]!];
        const other = endAt(y, x[end].part);
        if (!other || !suits(rig, { ...x, [end]: y[other] }) || !suits(rig, { ...y, [other]: x[end] })) continue;
        const text = (at: PinRef): string => findPin(rig, at)!.pin.label;
        const edits = changedOver(cable, a, b, [end, other]);
        return [{ label: `Swap ${text(x[end])} and ${text(y[other])}`, edits }];
      }
  return aloneFix(rig, cable, bad[0]!);
}

const suits = (rig: Rig, { from, to }: { from: PinRef; to: PinRef }): boolean => {
  const [a, b] = [findPin(rig, from)?.pin, findPin(rig, to)?.pin];
  if (!a || a.line !== b?.line) return false;
  return a.line !== 'signal' || a.way === undefined || b.way === undefined || a.way !== b.way || a.way === 'both';
};

function aloneFix(rig: Rig, cable: Cable, at: number): Fix[] {
  const wire = cable.wires[at]!;
  for (const end of WIRE_ENDS) {
    const port = findPin(rig, wire[end])!.port;
    const free = port.pins
      .map((p) => ({ ...wire[end], pin: p.n }))
      .find((pin) => suits(rig, { ...wire, [end]: pin }) && !wiresAt(rig, pin).length);
    if (free)
      return withGround(rig, cable, wire, {
        label: `Move it to ${findPin(rig, free)!.pin.label}`,
        edits: [{ kind: 'moveEnd', cable: cable.id, wire: at, end, pin: free }],
      });
  }
  return [];
}

/** A lead that had no ground beside its signal gets one: without it the signal in its place says nothing either. */
function withGround(rig: Rig, cable: Cable, { from, to }: Cable['wires'][number], fix: Fix): Fix[] {
  const after = carryOut(rig, fix.edits).rig;
  const parts = [from.part, to.part];
  const bare = findConversations(after).find(
    (c) => c.troubles.includes('no ground') && parts.includes(c.talker.part.id) && parts.includes(c.listener.part.id),
  );
  const ground = bare ? groundFix(after, cable.id, bare)[0] : undefined;
  return [ground ? { label: `${fix.label}, and add the ground`, edits: [...fix.edits, ...ground.edits] } : fix];
}
