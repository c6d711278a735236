import { chainsOfWishes, isFlightChain, mismatchOf, repeatedBy, toldOn, type Chain } from '../../channels/index.js';
import { portLabel, type Rig } from '../../rig/index.js';
import { groupBy } from '../../units/index.js';
import type { Fix, Rule, RuleResult } from '../finding.js';

/** Several things on one output of a controller that were given different slots: a pulse is one width, and repeats one of them. @source [derived] */
export const outputTwoSlotsRule: Rule = ({ rig, chains }) => {
  const told = chains.filter((c) => c.slot !== null && c.path.every((x) => !x.troubles.length));
  return [...groupBy(told, repeatedBy)].flatMap(([output, on]): RuleResult[] => {
    if (output === null || new Set(on.map((c) => c.slot)).size < 2) return [];
    const { part, link } = outOf(on[0]!, output);
    return [
      {
        rule: 'output-two-slots',
        mark: 'stop',
        station: 'channels',
        subjects: [part.id, ...new Set(on.map((c) => c.part.id))],
        apart: link.id,
        figures: [
          { name: 'part', value: part.id },
          { name: 'output', value: portLabel(rig, { part: part.id, port: link.pins.data!.port }) },
          {
            name: 'functions',
            value: on.map((c) => `${c.part.label} ${c.fn.label.toLowerCase()} on slot ${c.slot}`).join(', '),
          },
        ],
        fixes: () => together(rig, chains, on),
      },
    ];
  });
};

/** All on the slot of one that is driven, while each still does what was wished of it then. */
function together(rig: Rig, chains: readonly Chain[], on: readonly Chain[]): Fix[] {
  const wishes = chainsOfWishes(rig, chains);
  const lead = on.find((c) => !c.breaks) ?? on[0]!;
  const { slot, transmitter, control, shaping, second, breaks } = lead;
  const isKept = (c: Chain): boolean => {
    const wish = wishes.get(c);
    const then = { ...c, slot, transmitter, control, shaping, second, breaks };
    return !wish || c.breaks !== null || mismatchOf(rig, wish, c) !== null || mismatchOf(rig, wish, then) === null;
  };
  // what drives or flies is set by whoever is responsible for it
  const isMoving = (c: Chain): boolean => isFlightChain(c) || c.fn.what === 'drive' || c.fn.what === 'brake';
  if (on.some(isMoving) || !on.every(isKept)) return [];
  return [{ label: `All of them on slot ${slot}`, edits: toldOn(rig, lead, slot!) }];
}

const outOf = ({ path }: Chain, output: string): Chain['path'][number]['talker'] =>
  path.find(({ talker }) => `${talker.part.id}.${talker.link.id}` === output)!.talker;
