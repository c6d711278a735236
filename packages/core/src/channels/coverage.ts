import type { Control, Sheet } from '../parts/index.js';
import { inlineText, partsWithSheets, type Rig, type Wish } from '../rig/index.js';
import type { Chain } from './chain.js';

/** What becomes of a wish with the parts on the bench and the wiring as it stands. */
export interface WishState {
  wish: Wish;
  /** granted: a control reaches it · open: a part offers it · impossible: no part here does */
  state: 'granted' | 'open' | 'impossible';
  why: string;
  part: string | null;
  control: string | null;
  channel: number | null;
  /** Adapters, resistors and inverters on its way, as `cable: what`. */
  with: string[];
  /** Shelf classes that would grant an impossible wish, lightest first; null while no shelf was given. */
  classes: { class: string; name: string; massG: number }[] | null;
}

/** Coverage of the wishes by the chains; `shelf` is searched for classes that would grant the impossible ones. */
export function wishCoverage(rig: Rig, chains: Chain[], shelf: readonly Sheet[] | null): WishState[] {
  const taken = new Set<Chain>();
  return rig.wishes.map((wish) => {
    const offers = chains.filter(
      (c) => c.fn.what === wish.what && (wish.part === undefined || wish.part === c.part.id) && !taken.has(c),
    );
    const reached = offers.find((chain) => !stops(wish, chain)) ?? offers[0];
    if (reached) taken.add(reached);
    const base = { wish, part: reached?.part.label ?? null, with: reached ? extrasOf(rig, reached) : [], classes: [] };
    if (!reached)
      return {
        ...base,
        state: 'impossible',
        why: whyNot(rig),
        control: null,
        channel: null,
        classes: shelf && classesFor(shelf, wish.what),
      };
    const breaks = stops(wish, reached);
    const control = handOf(wish, reached);
    return {
      ...base,
      state: breaks ? 'open' : 'granted',
      why: breaks ?? `${control?.label ?? ''} → channel ${reached.slot} → ${reached.part.label}`,
      control: control?.id ?? null,
      channel: reached.slot,
    };
  });
}

/** The control of whoever is to do it: the camera operator's, where the channel can be handed over. */
const handOf = (wish: Wish, { control, second }: Chain): Control | null =>
  wish.by === 'camera operator' && second ? second.control : control;

/** Why a wish is not granted by a chain; null when it is. */
const stops = (wish: Wish, { breaks, second }: Chain): string | null =>
  breaks ?? (wish.by === 'camera operator' && second ? second.breaks : null);

/** What sits in the leads of a chain besides wire. */
function extrasOf(rig: Rig, chain: Chain): string[] {
  const ends = chain.path.map((c) => [c.talker.part.id, c.listener.part.id]);
  const cables = rig.cables.filter((cable) =>
    ends.some((pair) => pair.every((id) => cable.wires.some((w) => w.from.part === id || w.to.part === id))),
  );
  return cables.flatMap((cable) => {
    const inline = cable.wires.flatMap((w) => (w.inline && w.inline.kind !== 'fuse' ? [inlineText(w.inline)] : []));
    const said = [...(cable.marked ? ['a marked adapter'] : []), ...new Set(inline)];
    return said.map((text) => `${cable.id}: ${text}`);
  });
}

function whyNot(rig: Rig): string {
  const cameras = partsWithSheets(rig).filter(({ sheet }) => sheet.role === 'camera').length;
  return cameras ? 'no part on this bench takes it from a channel' : 'no part that could do it is on this bench';
}

function classesFor(shelf: readonly Sheet[], what: string): NonNullable<WishState['classes']> {
  return shelf
    .filter((sheet) => sheet.functions.some((fn) => fn.what === what))
    .map((sheet) => ({ class: sheet.class, name: sheet.name, massG: sheet.massG }))
    .sort((a, b) => a.massG - b.massG);
}
