import { chainsOfWishes, type Chain } from '../channels/index.js';
import { listed } from '../units/index.js';
import type { Finding, RuleContext, RuleId } from './finding.js';

/** Rules that say why a line is not there at all: what hangs on it has no conversation to be broken. */
const TAKES_THE_LINE: ReadonlySet<RuleId> = new Set(['signal-misplaced', 'plug-mismatch', 'y-two-talkers']);

/**
 * Hangs what follows from one cause under it: a wish that is open only because of a wiring stop is told with that stop, and is no
 * finding of its own. One wrong lead is one finding, with what it silences.
 */
export function gatherCauses(context: RuleContext, findings: Finding[]): Finding[] {
  const chainOf = new Map([...chainsOfWishes(context.rig, context.chains)].map(([chain, wish]) => [wish.label, chain]));
  const stops = findings.filter((f) => f.mark === 'stop');
  const silenced = new Map<Finding, string[]>();
  const left = findings.filter((f) => {
    const label = f.rule === 'wish-open' ? String(f.figures.find((x) => x.name === 'wish')?.value) : null;
    const chain = label === null ? undefined : chainOf.get(label);
    const cause = chain && stops.find((s) => causes(s, chain));
    if (!cause || label === null) return true;
    silenced.set(cause, [...(silenced.get(cause) ?? []), label]);
    return false;
  });
  for (const [cause, labels] of silenced) tellSilenced(cause, labels);
  return left;
}

function causes({ rule, subjects }: Finding, chain: Chain): boolean {
  const bad = chain.path.find((c) => c.troubles.length);
  if (bad) return [bad.talker.part.id, bad.listener.part.id].every((id) => subjects.includes(id));
  return !chain.path.length && TAKES_THE_LINE.has(rule) && subjects.includes(chain.part.id);
}

function tellSilenced(finding: Finding, silences: string[]): void {
  finding.silences = silences;
  finding.text += ` So ${listed(silences)} ${silences.length > 1 ? 'are' : 'is'} not there yet.`;
}
