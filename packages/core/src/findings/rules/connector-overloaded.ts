import { connectorOf } from '../../parts/index.js';
import type { Rails } from '../../rails/index.js';
import { findCable, findPin, labelOf, portLabel, type PinRef, type Rig } from '../../rig/index.js';
import { groupBy, roundTo } from '../../units/index.js';
import type { Figure, Rule, RuleResult } from '../finding.js';

interface Contact {
  part: string;
  port: string;
  pin: number;
  amps: number;
  cables: string[];
}

/** Plugs with contacts that carry more than their family may, with everything at its peak. */
export const connectorOverloadedRule: Rule = ({ rig, flat }) => {
  const all = contactsOf(rig, flat);
  const over = all.filter((c) => c.amps > (maxAOf(rig, c) ?? Infinity));
  return [...groupBy(over, ({ part, port }) => `${part}.${port}`).values()].map((contacts): RuleResult => {
    const { part, port } = contacts[0]!;
    return {
      rule: 'connector-overloaded',
      mark: 'watch',
      station: 'rails',
      subjects: [part, ...new Set(contacts.flatMap((c) => c.cables))],
      figures: [
        { name: 'part', value: labelOf(rig, part) },
        { name: 'port', value: portLabel(rig, { part, port }) },
        { name: 'family', value: familyOf(rig, contacts[0]!) },
        {
          name: 'amps',
          value: roundTo(Math.max(...contacts.map((c) => c.amps)), 2),
          unit: 'A',
          source: 'network solve',
        },
        {
          name: 'may carry',
          value: maxAOf(rig, contacts[0]!)!,
          unit: 'A',
          source: '[practice] usual rating of the size',
        },
        ...returning(rig, contacts, all),
      ],
      fixes: () => [],
    };
  });
};

/** Where only grounds carry too much: what goes in by the plus of the same plug, since the rest comes back from elsewhere. */
function returning(rig: Rig, over: readonly Contact[], all: readonly Contact[]): Figure<'by its plus'>[] {
  const lineOf = (c: Contact): string => findPin(rig, c)!.pin.line;
  const [{ part, port }] = over as [Contact];
  const plus = all.filter((c) => c.part === part && c.port === port && lineOf(c) === 'supply');
  if (!plus.length || over.some((c) => lineOf(c) !== 'ground')) return [];
  const amps = plus.reduce((sum, c) => sum + c.amps, 0);
  return [{ name: 'by its plus', value: roundTo(amps, 2), unit: 'A', source: 'network solve' }];
}

/** What flows through each contact that a wire sits in, with the leads that bring it. */
function contactsOf(rig: Rig, { wires }: Rails): Contact[] {
  const ends = wires.flatMap(({ cable, wire, amps }) => {
    const { from, to } = findCable(rig, cable)!.wires[wire]!;
    return [from, to].map((at) => ({ at, cable, amps: Math.abs(amps) }));
  });
  return [...groupBy(ends, ({ at }) => `${at.part}.${at.port}.${at.pin}`).values()].map((own) => ({
    ...own[0]!.at,
    amps: own.reduce((sum, e) => sum + e.amps, 0),
    cables: own.map((e) => e.cable),
  }));
}

const familyOf = (rig: Rig, at: PinRef): string => findPin(rig, at)!.port.plug.family;
const maxAOf = (rig: Rig, at: PinRef): number | null => connectorOf(familyOf(rig, at)).maxA;
