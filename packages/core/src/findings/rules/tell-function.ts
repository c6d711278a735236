import { fillChannels, findChains, type Chain } from '../../channels/index.js';
import { carryOut, nextId, type Edit } from '../../rig/index.js';
import type { Fix, RuleContext } from '../finding.js';
import { wishesKept } from './wishes-kept.js';

/**
 * Wishes for a function that the wiring reaches and gives it a control and a channel; offered only where `mends` holds after and no wish is
 * taken by it.
 * Null where no control or channel is left for it.
 */
export function tellFunction(
  { rig, chains }: RuleContext,
  fn: Chain,
  mends: (now: readonly Chain[]) => boolean,
): Fix | null {
  if (!fn.path.length || fn.path.some((c) => c.troubles.length)) return null;
  const known = rig.wishes.some((w) => w.what === fn.fn.what && (w.part ?? fn.part.id) === fn.part.id);
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
  const wished = wish.length ? carryOut(rig, wish).rig : rig;
  const only = new Set([`${fn.part.id}.${fn.fn.id}`]);
  const { edits, unsolved } = fillChannels(wished, { only, reopen: only });
  if (unsolved || !edits.length) return null;
  const after = carryOut(wished, edits).rig;
  return chains.length && mends(findChains(after)) && wishesKept(rig, after)
    ? { label: `Tell it ${fn.fn.label.toLowerCase()} too`, edits: [...wish, ...edits] }
    : null;
}
