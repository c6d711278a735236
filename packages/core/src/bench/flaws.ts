/** What is wrong with a bench that no edit of its rig can say. */
import { airSenders, findConversations, untunedScreens } from '../loom/index.js';
import { antennaLinks, drives, eyeLinks, findsLevel, isChoice, sees, sendsPictures, showsAir, worksEye, type PartFunction, type Sheet } from '../parts/index.js';
import { isCarriage, partsThat, type Part, type Rig } from '../rig/index.js';

/** Something wrong that no edit says. */
export type Flaw = PartFlaw | LeadFlaw;

/** Something wrong with a lead that no edit can say: one of its contacts opens now and then, when it is moved. */
export interface LeadFlaw {
  kind: 'loose';
  cable: string;
}

/** Something wrong with a part as it stands there. */
export type PartFlaw =
  /** It does nothing, whatever it is fed. */
  | { kind: 'dead'; part: string }
  /** It was moved while it looked for level. */
  | { kind: 'leaning'; part: string }
  /** What it carries is not balanced: its motors work and hum. */
  | { kind: 'unbalanced'; part: string }
  /** Somebody else sends pictures on its channel. */
  | { kind: 'disturbed'; part: string }
  /** Its wheel sits too loose on the line: it slips, and glides on when it should stand. */
  | { kind: 'slipping'; part: string }
  /** Its wheel sits too tight on the line: it stops at once, and draws more. */
  | { kind: 'tight'; part: string }
  /** Its card has no room left: it keeps no picture that it is asked for. */
  | { kind: 'full'; part: string }
  /** Its settings are gone at power-off. */
  | { kind: 'forgetful'; part: string }
  /** Nothing comes out of one of its outputs. */
  | { kind: 'dead-output'; part: string; link: string }
  /** A regulator gives this share of what it is set to. */
  | { kind: 'drift'; part: string; source: string; share: number };

/** Set in a menu or an app: kept in its memory, where it keeps anything. */
export const remembers = ({ settings }: Sheet): boolean => settings.some((s) => isChoice(s) && (s.how === 'app' || s.how === 'menu'));

/** What its sheet says of it is forgotten on purpose. */
const forgetsByDesign = ({ settings }: Sheet): boolean => settings.some((s) => s.kept === false);

/** Works by what is kept on a card. */
export const isKept = ({ what }: Pick<PartFunction, 'what'>): boolean => what === 'record' || what === 'photo';

/** It sees, and is told by a channel to keep what it sees. */
const keepsPictures = (sheet: Sheet): boolean =>
  sees(sheet) && sheet.functions.some((f) => isKept(f) && f.askedBy.some((way) => way.by === 'slot'));

/** Sights that a flaw shows in, and what they read without it and with it. */
export const FLAW_SIGHTS = {
  leaning: { what: 'horizon', well: 'level', ill: 'leaning', has: findsLevel },
  unbalanced: { what: 'motors', well: 'quiet', ill: 'humming', has: findsLevel },
  disturbed: { what: 'air', well: 'clean', ill: 'breaks up', has: sendsPictures },
  full: { what: 'card', well: 'has room', ill: 'is full', has: keepsPictures },
  forgetful: {
    what: 'after-power-off',
    well: 'as set',
    ill: 'as the maker left it',
    has: (sheet: Sheet) => remembers(sheet) && !forgetsByDesign(sheet),
  },
} as const;

/** Flaws that show in a sight of their own. */
export const SHOWN_FLAWS = Object.keys(FLAW_SIGHTS) as (keyof typeof FLAW_SIGHTS)[];

/** What is seen or heard of a part that is on: a flaw, a picture that nobody is tuned to, or that all is well. */
export function stateText(rig: Rig, flaws: readonly Flaw[], kind: keyof typeof FLAW_SIGHTS, part: string): string {
  const { well, ill } = FLAW_SIGHTS[kind];
  if (isFlawed(flaws, kind, part)) return ill;
  return kind === 'disturbed' && (untunedScreens(rig).some((u) => u.sender.id === part) || isUnseen(rig, flaws, part))
    ? 'noise'
    : well;
}

/** A screen that takes the picture of a sender lacks its antennas, or the sockets of them are dead; where nobody says who takes it, all do. */
function isUnseen(rig: Rig, flaws: readonly Flaw[], sender: string): boolean {
  const senders = airSenders(rig);
  const screens = partsThat(rig, showsAir);
  const isDark = (own: { part: Part; sheet: Sheet }): boolean => isDeaf(rig, flaws, own);
  const own = screens.filter(({ part }) => senders.get(part.id)?.id === sender);
  if (own.length) return own.some(isDark);
  const open = screens.filter(({ part }) => !senders.has(part.id));
  return open.length > 0 && open.every(isDark);
}

/** What has sockets for antennas and none on them, or none that is not dead. */
export function isDeaf(rig: Rig, flaws: readonly Flaw[], { part, sheet }: { part: Part; sheet: Sheet }): boolean {
  const sockets = antennaLinks(sheet);
  return sockets.length > 0 && !sockets.some((l) => worksAntenna(rig, flaws, part.id, l.id));
}

/** An antenna is screwed on a socket, and the socket is not dead. */
export const worksAntenna = (rig: Rig, flaws: readonly Flaw[], part: string, link: string): boolean =>
  findConversations(rig).some(
    ({ kind, talker }) => kind === 'antenna' && talker.part.id === part && talker.link.id === link,
  ) && !flaws.some((f) => f.kind === 'dead-output' && f.part === part && f.link === link);

/** How a drive's wheel sits on its line, felt with nothing powered. @source [practice] it can just be lifted off the rubber */
const TENSION = { well: 'just lifts off the rubber', slipping: 'lifts off easily', tight: 'does not lift off' } as const;

/** What drives a carriage along a line: its wheel may sit wrongly on it. A motor of what floats or rolls has none. */
export const wheeled = (rig: Rig): Part[] => (isCarriage(rig) ? partsThat(rig, drives).map((p) => p.part) : []);

/** What a hand finds that lifts the line off the wheel of a drive. */
export const tensionText = (flaws: readonly Flaw[], part: string): string =>
  (['slipping', 'tight'] as const).flatMap((kind) => (isFlawed(flaws, kind, part) ? TENSION[kind] : []))[0] ?? TENSION.well;

/** Of a wheel that slips this share of its speed is left, and it glides so long until it stands. @source [mem] */
const GRIPS = 0.6;
const GLIDES_S = 1;

/** A drive whose wheel slips falls short of what it is told, and goes on when it should stand. */
const slippingSheet = (sheet: Sheet): Sheet => ({
  ...sheet,
  functions: sheet.functions.map((f) => {
    if (f.what !== 'drive' || !f.range) return f;
    const range = { ...f.range, from: f.range.from * GRIPS, to: f.range.to * GRIPS };
    const glides = Math.max(Math.abs(range.from), Math.abs(range.to)) / GLIDES_S;
    return { ...f, range, slewPerS: Math.min(f.slewPerS ?? glides, glides) };
  }),
});

/** One whose wheel is too tight takes all the time what it takes at most. */
const tightSheet = (sheet: Sheet): Sheet => ({
  ...sheet,
  supplies: sheet.supplies.map((s) =>
    s.draw.kind === 'regulator' ? s : { ...s, draw: { ...s.draw, typical: s.draw.peak } },
  ),
});

/** Whether a part has a flaw of some kind. */
export const isFlawed = (flaws: readonly Flaw[], kind: string, part: string): boolean =>
  flaws.some((f) => f.kind === kind && f.kind !== 'loose' && f.part === part);

/** What a meter on every wire of a lead says while its plugs are moved. @source [mem] wiggle what works only sometimes */
export const shakenText = (flaws: readonly Flaw[], cable: string): string =>
  flaws.some((f) => f.kind === 'loose' && f.cable === cable)
    ? 'opens now and then while it is moved'
    : 'steady while it is moved';

/** The rig as its sheets would have to be for what comes out of its parts; the rig given is not changed. */
export function flawedRig(rig: Rig, flaws: readonly Flaw[]): Rig {
  return flaws.reduce((now, flaw) => {
    if (flaw.kind === 'dead-output' && !isEarOfScreen(now, flaw))
      return withSheet(now, flaw.part, (s) => ({
        ...s,
        links: withoutOutput(s, flaw.link),
        functions: withoutReach(s, flaw.link),
      }));
    if (flaw.kind === 'slipping') return withSheet(now, flaw.part, slippingSheet);
    if (flaw.kind === 'tight') return withSheet(now, flaw.part, tightSheet);
    if (flaw.kind === 'drift')
      return withSheet(now, flaw.part, (s) => ({
        ...s,
        sources: s.sources.map((o) =>
          o.id === flaw.source && o.regulator
            ? { ...o, regulator: { ...o.regulator, volts: o.regulator.volts * flaw.share } }
            : o,
        ),
      }));
    return now;
  }, rig);
}

/** A socket that only hears says nothing that could be missed; what its screen shows without it is a sight of the sender's. */
const isEarOfScreen = (rig: Rig, { part, link }: { part: string; link: string }): boolean =>
  partsThat(rig, showsAir).some((p) => p.part.id === part && antennaLinks(p.sheet).some((l) => l.id === link));

/** What still works when an output is dead; a radio whose every antenna socket is dead neither reaches nor hears anybody. */
function withoutOutput({ links }: Sheet, dead: string): Sheet['links'] {
  const left = links.filter((l) => l.id !== dead);
  const isDeaf = links.some((l) => l.id === dead && l.kind === 'antenna') && !left.some((l) => l.kind === 'antenna');
  return isDeaf ? left.filter((l) => l.kind !== 'radio') : left;
}

/** What still happens when an output is dead: a trigger that no more reaches its camera takes no picture, whatever its own lamp says. */
function withoutReach(sheet: Sheet, dead: string): Sheet['functions'] {
  const reaching = eyeLinks(sheet);
  if (!reaching.some((l) => l.id === dead) || reaching.length > 1) return sheet.functions;
  return sheet.functions.filter((f) => !worksEye(f));
}

/** One part under a class of its own. */
function withSheet(rig: Rig, id: string, change: (sheet: Sheet) => Sheet): Rig {
  const own = rig.parts.find((p) => p.id === id);
  const sheet = own && rig.sheets[own.class];
  if (!sheet) return rig;
  const cls = `${own.class} of ${id}`;
  const as = (p: Part): Part => (p.id === id ? { ...p, class: cls } : p);
  return {
    ...rig,
    parts: rig.parts.map(as),
    sheets: { ...rig.sheets, [cls]: { ...change(sheet), class: cls } },
  };
}
