import { isFlightChain, type Chain } from '../../channels/index.js';
import { groupBy, listed } from '../../units/index.js';
import type { Rule, RuleResult } from '../finding.js';
import { drivenBeside } from './numbering-base.js';

/** Functions of flight on channels that no control moves: the craft does not obey there. Who flies sets that; no fix touches it. @source [practice] */
export const flightUndrivenRule: Rule = ({ rig, chains }) => {
  const isDeaf = (c: Chain): boolean =>
    isFlightChain(c) &&
    c.transmitter !== null &&
    c.slot !== null &&
    c.control === null &&
    c.second === null &&
    c.path.every((x) => !x.troubles.length) &&
    drivenBeside(rig, chains, c) === null;
  return [...groupBy(chains.filter(isDeaf), (c) => c.part.id)].map(([part, deaf]): RuleResult => ({
    rule: 'flight-undriven',
    mark: 'watch',
    station: 'channels',
    subjects: [part, ...new Set(deaf.map((c) => c.transmitter!.id))],
    figures: [
      { name: 'part', value: part },
      { name: 'functions', value: listed(deaf.map((c) => c.fn.label.toLowerCase())) },
      { name: 'channels', value: listed([...new Set(deaf.map((c) => String(c.slot)))]) },
      { name: 'count', value: new Set(deaf.map((c) => c.slot)).size },
      { name: 'transmitter', value: deaf[0]!.transmitter!.id },
    ],
    fixes: () => [],
  }));
};
