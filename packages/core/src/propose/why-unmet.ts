/** Why nothing on the bench meets a demand: by kinds, plugs, levels and names, so that a person knows what to get or to move. */
import { TELLS } from '../channels/index.js';
import { PICTURE_KINDS } from '../loom/index.js';
import { flies, bringsChannels, LINK_WORDS, overOf, type AskedBy, type LinkKind, type Sheet } from '../parts/index.js';
import type { Part, Wish } from '../rig/index.js';
import { listed } from '../units/index.js';
import type { Poser } from './poser.js';

/** Parts named in a reason. */
const MOST_NAMED = 3;

const named = (names: readonly string[]): string =>
  names.length > MOST_NAMED
    ? `${names.slice(0, MOST_NAMED).join(', ')} and ${names.length - MOST_NAMED} more`
    : listed([...names]);

const words = (kinds: Iterable<LinkKind>): string => listed([...new Set(kinds)].map((k) => LINK_WORDS[k]));

/** The leads that came in question and what keeps them off; `otherwise` when none did. */
export const whyNoLead = (poser: Poser, need: string, otherwise: string): string =>
  listed(poser.refused(need)) || otherwise;

/** Why a picture goes nowhere: what it comes as, and who takes that. */
export function whyUnseen(poser: Poser, need: string, part: Part, sheet: Sheet): string {
  const outs = sheet.links.filter((l) => PICTURE_KINDS.has(l.kind) && l.way === 'talk');
  const takers = poser.view.parts.filter(
    (p) =>
      p.part.id !== part.id && p.sheet.links.some((l) => l.way === 'listen' && outs.some((o) => o.kind === l.kind)),
  );
  const comes = `it comes as ${words(outs.map((l) => l.kind))}`;
  const otherwise = takers.length
    ? `${comes}, and ${taken(takers)}`
    : `${comes}, and what shows or sends here takes ${words(
        poser.view.parts.flatMap((p) =>
          p.sheet.links.filter((l) => l.way === 'listen' && PICTURE_KINDS.has(l.kind)).map((l) => l.kind),
        ),
      )}`;
  return whyNoLead(poser, need, otherwise);
}

const taken = (takers: readonly { part: Part }[]): string =>
  `${named(takers.map((t) => t.part.label))} ${takers.length > 1 ? 'have' : 'has'} no plug for it left`;

/** Why a part hears nobody: what it listens to, and what talks here. */
export function whyUnheard(poser: Poser, need: string, part: Part, sheet: Sheet, over: readonly string[]): string {
  const hears = sheet.links.filter((l) => over.includes(l.id));
  const talks = poser.view.parts.flatMap((p) =>
    p.part.id !== part.id && (bringsChannels(p.sheet) || flies(p.sheet))
      ? p.sheet.links.filter((l) => l.way !== 'listen' && TELLS.has(l.kind)).map((l) => l.kind)
      : [],
  );
  const other = talks.length ? `what could tell it here talks ${words(talks)}` : 'no receiver or controller is here';
  const same = talks.some((kind) => hears.some((l) => l.kind === kind));
  const end = same ? 'no plug that talks so is left' : other;
  return whyNoLead(poser, need, `${part.label} is told over ${words(hears.map((l) => l.kind))}, and ${end}`);
}

/** Why a wish finds nobody: no such function here, none that a channel asks, or no lead left to tell it. */
export function whyUntold(poser: Poser, need: string, wish: Wish): string {
  const { parts } = poser.view;
  const asked = parts.filter((p) => wish.part === undefined || p.part.id === wish.part);
  const doers = asked.flatMap(({ part, sheet }) =>
    sheet.functions.filter((f) => f.what === wish.what).map((fn) => ({ part, sheet, fn })),
  );
  if (!doers.length)
    return wish.part === undefined
      ? 'no part here has a function for it'
      : `${named(asked.map((a) => a.part.label))} has no function for it`;
  const told = doers.filter(({ fn }) => overOf(fn).length);
  if (!told.length) {
    const [first] = doers;
    const refused = poser.refused(need);
    if (refused.length) return listed(refused);
    return `${first!.part.label} is asked for it by ${listed(first!.fn.askedBy.map((w) => BY_WORDS[w.by]))}, not by a channel`;
  }
  return whyNoLead(
    poser,
    need,
    listed(
      told.slice(0, MOST_NAMED).map(({ part, sheet, fn }) => {
        const links = sheet.links.filter((l) => overOf(fn).includes(l.id));
        return `the plug by which ${part.label} is told (${words(links.map((l) => l.kind))}) is taken`;
      }),
    ),
  );
}

const BY_WORDS: Readonly<Record<AskedBy['by'], string>> = {
  slot: 'a channel',
  gesture: 'stick gestures',
  screen: 'a screen',
  device: 'its own button',
};
