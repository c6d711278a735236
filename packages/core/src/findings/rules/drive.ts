import { receiversOf, stopUs, stopsDrive } from '../../channels/index.js';
import { drives, type Sheet } from '../../parts/index.js';
import { partsWithSheets, type FailSafe, type Rig } from '../../rig/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** A drive that goes on when the radio is lost: its fail-safe is not stop, or there is none. @source [practice] */
export const driveFailSafeRule: Rule = ({ rig, chains, conversations }) =>
  chains
    .filter((c) => !c.breaks && c.fn.what === 'drive' && c.slot !== null)
    .flatMap((chain) => [...receiversOf(conversations, chain)].map((receiver) => ({ chain, receiver })))
    .flatMap(({ chain, receiver }): RuleResult[] => {
      const set = rig.failSafes.find((f) => f.receiver === receiver && f.slot === chain.slot);
      const valueUs = stopUs(chain);
      if (stopsDrive(chain, set)) return [];
      return [
        {
          rule: 'drive-fail-safe',
          mark: 'stop',
          station: 'channels',
          subjects: [chain.part.id, receiver],
          figures: [
            { name: 'part', value: chain.part.id },
            { name: 'receiver', value: receiver },
            { name: 'slot', value: chain.slot! },
            { name: 'set', value: setText(set) },
            ...(valueUs === null ? [] : [{ name: 'stop' as const, value: valueUs, unit: 'µs', source: 'part sheet' }]),
          ],
          fixes: () =>
            valueUs === null
              ? []
              : [
                  {
                    label: `Stop at ${valueUs} µs`,
                    edits: [{ kind: 'failSafe', failSafe: { receiver, slot: chain.slot!, does: 'value', valueUs } }],
                  },
                ],
        },
      ];
    });

function setText(set: FailSafe | undefined): string {
  if (!set) return 'nothing';
  return set.does === 'value' ? `${set.valueUs} µs` : set.does === 'hold' ? 'stay where it was' : 'fall silent';
}

/** A drive that is told to go, or has a lead to be told by, and whose kill and brake nothing tells. @source [practice] there is a kill switch */
export const driveNoBrakeRule: Rule = ({ rig, chains }) =>
  partsWithSheets(rig)
    .filter(({ sheet }) => drives(sheet) && sheet.functions.some((f) => f.what === 'brake'))
    .flatMap(({ part, sheet }): RuleResult[] => {
      const own = chains.filter((c) => c.part.id === part.id);
      const brake = own.find((c) => c.fn.what === 'brake');
      const goes = own.some((c) => c.fn.what === 'drive' && c.path.length) || hasSignalLead(rig, part.id, sheet);
      if (!goes || !brake?.breaks) return [];
      return [
        {
          rule: 'drive-no-brake',
          mark: 'stop',
          station: 'channels',
          subjects: [part.id],
          figures: [
            { name: 'part', value: part.id },
            { name: 'function', value: brake.fn.label },
            { name: 'why', value: brake.breaks },
          ],
          fixes: () => [],
        },
      ];
    });

/** Some lead ends in a plug of the part that carries what it is told, rightly or not. */
function hasSignalLead({ cables }: Rig, part: string, { links }: Sheet): boolean {
  const ports = new Set(links.filter((l) => l.way !== 'talk').flatMap((l) => Object.values(l.pins).map((p) => p.port)));
  return cables.some((c) => c.wires.some((w) => [w.from, w.to].some((at) => at.part === part && ports.has(at.port))));
}
