import type { Sheet } from '../parts/index.js';
import { partsWithSheets, type Rig, type Wish } from '../rig/index.js';
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
  /** Shelf classes that would grant an impossible wish, lightest first. */
  classes: { class: string; name: string; massG: number }[];
}

/** Coverage of the wishes by the chains; `shelf` is searched for classes that would grant the impossible ones. */
export function wishCoverage(rig: Rig, chains: Chain[], shelf: readonly Sheet[]): WishState[] {
  return rig.wishes.map((wish) => {
    const offers = chains.filter((chain) => chain.fn.what === wish.what);
    const reached = offers.find((chain) => !chain.breaks) ?? offers[0];
    const base = { wish, part: reached?.part.label ?? null, classes: [] };
    if (!reached)
      return {
        ...base,
        state: 'impossible',
        why: whyNot(rig),
        control: null,
        channel: null,
        classes: classesFor(shelf, wish.what),
      };
    const control = reached.control?.id ?? null;
    return {
      ...base,
      state: reached.breaks ? 'open' : 'granted',
      why: reached.breaks ?? `${reached.control?.label ?? ''} → channel ${reached.slot} → ${reached.part.label}`,
      control,
      channel: reached.slot,
    };
  });
}

function whyNot(rig: Rig): string {
  const cameras = partsWithSheets(rig).filter(({ sheet }) => sheet.role === 'camera').length;
  return cameras ? 'no part on this bench takes it from a channel' : 'no part that could do it is on this bench';
}

function classesFor(shelf: readonly Sheet[], what: string): WishState['classes'] {
  return shelf
    .filter((sheet) => sheet.functions.some((fn) => fn.what === what))
    .map((sheet) => ({ class: sheet.class, name: sheet.name, massG: sheet.massG }))
    .sort((a, b) => a.massG - b.massG);
}
