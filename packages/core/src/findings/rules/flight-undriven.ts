import { beginsAtSource, isAxis, isFlightChain, type Chain } from '../../channels/index.js';
import type { Rig } from '../../rig/index.js';
import { groupBy, listed } from '../../units/index.js';
import type { Rule, RuleResult } from '../finding.js';
import { drivenBeside } from './numbering-base.js';

/**
 * Functions of flight on channels that no control moves, and axes that are told no channel while others of their part are: the craft
 * does not obey there; nor does what drives, floats or steers by a pulse of its own. Who flies sets that; no fix touches it. @source [practice]
 */
export const flightUndrivenRule: Rule = ({ rig, chains }) => {
  const sound = chains.filter((c) => c.transmitter && c.path.every((x) => !x.troubles.length));
  const flown = sound.filter(isFlightChain);
  const told = new Set(flown.filter((c) => c.slot !== null).map((c) => c.part.id));
  const deaf = sound.filter(
    (c) => (movesByItself(c) && isUndriven(rig, chains, c)) || (isFlightChain(c) && isUntold(c) && told.has(c.part.id)),
  );
  return [...groupBy(deaf, (c) => c.part.id)].map(([part, own]): RuleResult => ({
    rule: 'flight-undriven',
    mark: 'watch',
    station: 'channels',
    subjects: [part, ...new Set(own.map((c) => c.transmitter!.id))],
    figures: [
      { name: 'part', value: part },
      { name: 'functions', value: listed(own.map((c) => c.fn.label.toLowerCase())) },
      { name: 'untold', value: listed(own.filter(isUntold).map((c) => c.fn.label.toLowerCase())) },
      { name: 'channels', value: listed([...new Set(own.flatMap((c) => c.slot ?? []))].map(String)) },
      { name: 'count', value: new Set(own.flatMap((c) => c.slot ?? [])).size },
      { name: 'transmitter', value: own[0]!.transmitter!.id },
    ],
    fixes: () => [],
  }));
};

const movesByItself = (c: Chain): boolean => isFlightChain(c) || isAxis(c.fn.what) || c.fn.what === 'drive';

const isUndriven = (rig: Rig, chains: readonly Chain[], c: Chain): boolean =>
  c.slot !== null && c.control === null && c.second === null && drivenBeside(rig, chains, c) === null;

/** What is no axis listens where its sheet says until it is told otherwise. */
const isUntold = (c: Chain): boolean => c.slot === null && isAxis(c.fn.what) && beginsAtSource(c.path);
