import { doersOfWishes, type Doer } from '../channels/index.js';
import { findCable, findPart } from '../rig/index.js';
import { listed } from '../units/index.js';
import type { Finding, RuleContext, RuleId } from './finding.js';

/** Rules that say why a line is not there at all: what hangs on it has no conversation to be broken. */
const TAKES_THE_LINE: ReadonlySet<RuleId> = new Set(['signal-misplaced', 'plug-mismatch', 'y-two-talkers']);

/** What is judged by the currents that flow; while a plus meets a ground, or two sources fight, those are the short's and say nothing. */
const BY_CURRENT: ReadonlySet<RuleId> = new Set([
  'supply-range',
  'supply-thin',
  'regulator-overload',
  'regulator-dropout',
  'regulator-heat',
  'wire-overloaded',
  'connector-overloaded',
  'starved-splice',
  'start-fails',
  'start-resets',
  'fuse-too-small',
]);
const isShort = ({ rule, mark }: Finding): boolean => rule === 'polarity' || (rule === 'back-feed' && mark === 'stop');

/** Leaves out what a short makes of the currents on its copper, and says at the short that it does. */
function withoutShorted({ rig, nets }: RuleContext, findings: Finding[]): Finding[] {
  const shorts = findings.filter(isShort);
  if (!shorts.length) return findings;
  const copperOf = (id: string): (number | undefined)[] =>
    (findPart(rig, id) ? [id] : (findCable(rig, id)?.wires ?? []).flatMap((w) => [w.from.part, w.to.part])).map(
      (part) => nets.groundOf(part),
    );
  const live = new Set(shorts.flatMap((f) => f.subjects.flatMap(copperOf)));
  const left = findings.filter(
    (f) => !BY_CURRENT.has(f.rule) || !f.subjects.flatMap(copperOf).some((net) => live.has(net)),
  );
  if (left.length < findings.length) for (const f of shorts) f.text += ' Currents are judged once it is mended.';
  return left;
}

/**
 * Hangs what follows from one cause under it: a wish that is open only because of a wiring stop is told with that stop, and is no
 * finding of its own. One wrong lead is one finding, with what it silences.
 */
export function gatherCauses(context: RuleContext, findings: Finding[]): Finding[] {
  const doerOf = new Map([...doersOfWishes(context.rig, context.chains)].map(([wish, doer]) => [wish.label, doer]));
  const stops = findings.filter((f) => f.mark === 'stop');
  const silenced = new Map<Finding, string[]>();
  const left = findings.filter((f) => {
    const label = f.rule === 'wish-open' ? String(f.figures.find((x) => x.name === 'wish')?.value) : null;
    const doer = label === null ? undefined : doerOf.get(label);
    const cause = doer && stops.find((s) => causes(s, doer));
    if (!cause || label === null) return true;
    silenced.set(cause, [...(silenced.get(cause) ?? []), label]);
    return false;
  });
  for (const [cause, labels] of silenced) tellSilenced(cause, labels);
  return withoutShorted(context, left);
}

function causes({ rule, subjects }: Finding, { ask, chain }: Doer): boolean {
  const path = ask?.path ?? chain.path;
  const bad = path.find((c) => c.troubles.length);
  if (bad) return [bad.talker.part.id, bad.listener.part.id].every((id) => subjects.includes(id));
  return !path.length && TAKES_THE_LINE.has(rule) && subjects.includes(chain.part.id);
}

function tellSilenced(finding: Finding, silences: string[]): void {
  finding.silences = silences;
  finding.text += ` So ${listed(silences)} ${silences.length > 1 ? 'are' : 'is'} not there yet.`;
}
