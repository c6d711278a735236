import { fillChannels, findChains, mismatchOf, type Chain } from '../../channels/index.js';
import { applyEdits, nextId, type Edit } from '../../rig/index.js';
import type { Fix, RuleContext } from '../finding.js';

/**
 * Wishes for a function that the wiring reaches and gives it a control and a channel; offered only where `mends` holds after.
 * Null where no control or channel is left for it.
 */
export function tellFunction(
  { rig, chains }: RuleContext,
  fn: Chain,
  mends: (now: readonly Chain[]) => boolean,
): Fix | null {
  if (!fn.path.length || fn.path.some((c) => c.troubles.length)) return null;
  const known = rig.wishes.find((w) => w.what === fn.fn.what && (w.part ?? fn.part.id) === fn.part.id);
  // by the control that was named for it already: what keeps that from reaching is mended there
  if (known?.control && !fn.breaks && !mismatchOf(rig, known, fn)) return null;
  const wish: Edit[] = known
    ? []
    : [
        {
          kind: 'addWish',
          wish: {
            id: nextId('W', rig.wishes),
            what: fn.fn.what,
            label: fn.fn.label,
            by: 'pilot',
            control: null,
            hand: 'either',
            part: fn.part.id,
          },
        },
      ];
  const wished = wish.length ? applyEdits(rig, wish).rig : rig;
  const only = new Set([`${fn.part.id}.${fn.fn.id}`]);
  const { edits, unsolved } = fillChannels(wished, { only, reopen: only });
  if (unsolved || !edits.length) return null;
  const now = findChains(applyEdits(wished, edits).rig);
  return chains.length && mends(now)
    ? { label: `Tell it ${fn.fn.label.toLowerCase()} too`, edits: [...wish, ...edits] }
    : null;
}
