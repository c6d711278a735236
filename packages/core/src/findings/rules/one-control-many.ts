import {
  betterControl,
  chainsOfWishes,
  controlEdits,
  heardBlindly,
  heardChannels,
  isFlightChain,
  type Chain,
} from '../../channels/index.js';
import { hasControls } from '../../parts/index.js';
import { partsWithSheets, type Edit, type Shaping } from '../../rig/index.js';
import { groupBy, listed } from '../../units/index.js';
import type { Fix, Rule, RuleContext, RuleResult } from '../finding.js';

/**
 * Several channels that follow one control, as a new transmitter sends them. Two ailerons are meant to, and two heads or cameras that
 * were wished for by one control. @source [practice] a new transmitter's first setting
 */
export const oneControlRule: Rule = (context) =>
  partsWithSheets(context.rig)
    .filter(({ sheet }) => hasControls(sheet))
    .flatMap(({ part, sheet }) => {
      const driven = context.rig.shaping.filter((s) => s.transmitter === part.id && s.control);
      return [...groupBy(driven, (s) => s.control).values()].flatMap((same): RuleResult[] => {
        if (same.length < 2 || isMeant(context, part.id, same)) return [];
        return [
          {
            rule: 'one-control-many',
            mark: 'watch',
            station: 'channels',
            subjects: [part.id],
            apart: same[0]!.control!,
            figures: [
              { name: 'control', value: sheet.controls.find((c) => c.id === same[0]!.control)?.label ?? '' },
              { name: 'channels', value: same.map((s) => s.channel).join(', ') },
              {
                name: 'listened to',
                value:
                  heardOf(context, part.id, same)
                    .map((s) => s.channel)
                    .join(', ') || 'none',
              },
            ],
            fixes: () => apart(context, part.id, same),
          },
        ];
      });
    });

const chainsAt = ({ chains }: RuleContext, { transmitter, channel }: Shaping): Chain[] =>
  chains.filter((c) => c.slot === channel && c.transmitter?.id === transmitter);

/** They are to move as one: the same of several parts, which flies the craft or was wished for by that control each. */
function areMeant({ rig, chains }: RuleContext, moved: readonly Chain[], control: string | null): boolean {
  if (new Set(moved.map((c) => c.fn.what)).size !== 1) return false;
  const wished = chainsOfWishes(rig, chains);
  return moved.every((c) => isFlightChain(c) || (control !== null && wished.get(c)?.control === control));
}

/** All of it is heard and meant; what a servo that no sheet tells anything of is led to was meant by whoever led it there. */
function isMeant(context: RuleContext, transmitter: string, same: readonly Shaping[]): boolean {
  const blind = heardBlindly(context.rig, transmitter);
  const moved = same.flatMap((s) => chainsAt(context, s));
  return (
    heardOf(context, transmitter, same).length === same.length &&
    same.every((s) => blind.has(s.channel) || chainsAt(context, s).length > 0) &&
    (moved.length === 0 || areMeant(context, moved, same[0]!.control))
  );
}

function heardOf({ rig, chains }: RuleContext, transmitter: string, same: readonly Shaping[]): Shaping[] {
  const heard = heardChannels(rig, chains, transmitter);
  const taken = rig.handOvers.filter((h) => h.to === transmitter).flatMap((h) => h.channels.map((c) => c.takes));
  return same.filter((s) => heard.has(s.channel) || taken.includes(s.channel));
}

/**
 * Frees every channel that nothing listens to; of those that are listened to the first keeps the control, flight before all, and
 * the others get one of their own. None when there is no control for them.
 */
function apart(context: RuleContext, transmitter: string, same: Shaping[]): Fix[] {
  const { rig, chains } = context;
  const heard = heardOf(context, transmitter, same);
  const flies = (s: Shaping): boolean => chainsAt(context, s).some(isFlightChain);
  const keeps = heard.find(flies) ?? heard[0] ?? same[0]!;
  const idle = same.filter((s) => s !== keeps && !heard.includes(s));
  const asOne = (s: Shaping): boolean =>
    areMeant(context, [...chainsAt(context, s), ...chainsAt(context, keeps)], s.control);
  const others = heard.filter((s) => s !== keeps && !asOne(s));
  if (same.some((s) => s !== keeps && s.locked)) return [];
  const edits: Edit[] = idle.map((s) => ({
    kind: 'shape',
    transmitter,
    channel: s.channel,
    change: { control: null },
  }));
  const taken = new Set<string>();
  for (const row of others) {
    const [chain] = chainsAt(context, row);
    const better = chain && !isFlightChain(chain) ? betterControl(rig, chains, chain) : null;
    if (!chain || !better || taken.has(better.id)) return [];
    taken.add(better.id);
    edits.push(...controlEdits(rig, chains, chain, better.id));
  }
  const said = [
    ...(idle.length ? [`free ${listed(idle.map((s) => String(s.channel)))}`] : []),
    ...(others.length ? [`give ${listed(others.map((s) => String(s.channel)))} another control`] : []),
  ];
  const text = listed(said);
  return edits.length ? [{ label: text.charAt(0).toUpperCase() + text.slice(1), edits }] : [];
}
