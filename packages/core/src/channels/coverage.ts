import { sees, sendsPictures, type AskedBy, type Control, type Sheet } from '../parts/index.js';
import { findConversations } from '../loom/index.js';
import { cablesOn, inlineText, partsWithSheets, type Rig, type Wish } from '../rig/index.js';
import type { AskStep } from './asks.js';
import type { Chain } from './chain.js';
import { askText, doersOfWishes, type Doer } from './doers.js';
import { shutGate } from './shut-gate.js';

/** What becomes of a wish with the parts on the bench and the wiring as it stands. */
export interface WishState {
  wish: Wish;
  /**
   * granted: driven as it was wished · otherwise: driven, but not by what the wish names · open: a part offers it · impossible:
   * no part here does
   */
  state: 'granted' | 'otherwise' | 'open' | 'impossible';
  why: string;
  /** Who asks; null where nobody could. */
  by: AskedBy['by'] | null;
  /** From the hand to the demand, where no channel is the way. */
  steps: readonly AskStep[];
  part: string | null;
  control: string | null;
  channel: number | null;
  /** Adapters, resistors and inverters on its way, as `cable: what`. */
  with: string[];
  /** Shelf classes that would grant an impossible wish, lightest first; null while no shelf was given. */
  classes: { class: string; name: string; massG: number }[] | null;
}

/** Coverage of the wishes by whoever asks; `shelf` is searched for classes that would grant the impossible ones. */
export function wishCoverage(rig: Rig, chains: readonly Chain[], shelf: readonly Sheet[] | null): WishState[] {
  const doers = doersOfWishes(rig, chains);
  return rig.wishes.map((wish) => {
    const doer = doers.get(wish);
    if (doer) return stateOf(rig, chains, wish, doer);
    return {
      wish,
      state: 'impossible',
      why: whyNot(rig, wish, chains),
      by: null,
      steps: [],
      part: null,
      control: null,
      channel: null,
      with: [],
      classes: shelf && classesFor(shelf, wish.what),
    };
  });
}

function stateOf(rig: Rig, chains: readonly Chain[], wish: Wish, doer: Doer): WishState {
  const { chain, ask, by } = doer;
  const breaks = doer.breaks ?? shutGate(rig, chains, chain)?.why ?? feedsNothing(rig, chain);
  const mismatch = breaks ? null : doer.mismatch;
  const control = ask ? null : handOf(wish, chain);
  const driven = ask ? `${askText(rig, ask)} → ${chain.part.label}` : '';
  return {
    wish,
    part: chain.part.label,
    with: extrasOf(rig, ask ?? chain),
    classes: [],
    by,
    steps: ask?.steps ?? [],
    state: breaks ? 'open' : mismatch ? 'otherwise' : 'granted',
    why:
      breaks ??
      (mismatch
        ? `wished for ${mismatch.named}, driven by ${mismatch.driven}`
        : driven || `${control?.label ?? ''} → channel ${chain.slot} → ${chain.part.label}`),
    control: control?.id ?? null,
    channel: ask ? null : chain.slot,
  };
}

/** A switched supply does something only when something hangs on it. */
function feedsNothing(rig: Rig, { part, sheet, fn }: Pick<Chain, 'part' | 'sheet' | 'fn'>): string | null {
  if (fn.what !== 'radio-power' || !sheet.sources.length || tellsSender(rig, part.id, sheet)) return null;
  const outs = sheet.sources.map((s) => s.plus);
  const used = rig.cables.some((c) =>
    c.wires.some((w) =>
      [w.from, w.to].some((at) => at.part === part.id && outs.some((o) => o.port === at.port && o.pin === at.pin)),
    ),
  );
  return used ? null : `nothing hangs on ${part.label}`;
}

/** Its own sender is told, or one that it speaks to in bytes. */
const tellsSender = (rig: Rig, part: string, sheet: Sheet): boolean =>
  sendsPictures(sheet) ||
  findConversations(rig).some(
    ({ talker, listener, kind }) =>
      kind === 'device-serial' &&
      [talker, listener].some((e) => e.part.id === part) &&
      [talker, listener].some((e) => e.part.id !== part && sendsPictures(e.sheet)),
  );

/** The control of whoever is to do it: the camera operator's, where the channel can be handed over. */
const handOf = (wish: Wish, { control, second }: Chain): Control | null =>
  wish.by === 'camera operator' && second ? second.control : control;

/** What sits in the leads of a chain besides wire. */
function extrasOf(rig: Rig, { path }: Pick<Chain, 'path'>): string[] {
  const between = path.flatMap(({ talker, listener }) => {
    const far = new Set(cablesOn(rig, listener.part.id));
    return cablesOn(rig, talker.part.id).filter((c) => far.has(c));
  });
  return [...new Set(between)].flatMap((cable) => {
    const inline = cable.wires.flatMap((w) => (w.inline && w.inline.kind !== 'fuse' ? [inlineText(w.inline)] : []));
    const said = [...(cable.marked ? ['a marked adapter'] : []), ...new Set(inline)];
    return said.map((text) => `${cable.id}: ${text}`);
  });
}

function whyNot(rig: Rig, { what, part }: Wish, chains: readonly Chain[]): string {
  if (chains.some((c) => c.fn.what === what && (part === undefined || part === c.part.id)))
    return 'what takes it here answers to another wish already';
  return partsWithSheets(rig).some(({ sheet }) => sees(sheet))
    ? 'no part on this bench takes it from a channel'
    : 'no part that could do it is on this bench';
}

function classesFor(shelf: readonly Sheet[], what: string): NonNullable<WishState['classes']> {
  return shelf
    .filter((sheet) => sheet.functions.some((fn) => fn.what === what))
    .map((sheet) => ({ class: sheet.class, name: sheet.name, massG: sheet.massG }))
    .sort((a, b) => a.massG - b.massG);
}
