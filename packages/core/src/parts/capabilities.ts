import { FLIGHT_WHATS, PICTURE_LINKS } from './kinds.js';
import { isAskedOver, overOf } from './who-asks.js';
import type { Link, LinkKind, PartFunction, PinAt, Setting, Sheet } from './sheet.js';

/** What a part can do, read off what its sheet has; the shelf group it stands in decides nothing. */

const FLIGHT: ReadonlySet<string> = new Set(FLIGHT_WHATS);
const PICTURES: ReadonlySet<string> = new Set(PICTURE_LINKS);

/** A sheet does not change: what it can do is read off it once. */
function oncePerSheet(can: (sheet: Sheet) => boolean): (sheet: Sheet) => boolean {
  const known = new WeakMap<Sheet, boolean>();
  return (sheet) => {
    let answer = known.get(sheet);
    if (answer === undefined) known.set(sheet, (answer = can(sheet)));
    return answer;
  };
}

/** One of the functions that fly the craft itself. */
export const isFlight = ({ what }: Pick<PartFunction, 'what'>): boolean => FLIGHT.has(what);

/** It flies a craft: the sticks come to it, and what it hears it may hand on. */
export const flies = oncePerSheet((sheet) => sheet.functions.some(isFlight));

/** What channels come in by, over a lead. */
const CHANNEL_LEADS: ReadonlySet<LinkKind> = new Set(['pulse', 'sbus', 'ppm', 'crsf']);
/** Kinds in which a box tells on what it hears. */
export const PASSED_ON: ReadonlySet<LinkKind> = new Set([
  'pulse',
  'sbus',
  'ppm',
  'contact',
  'infra-red',
  'ladder',
  'device-serial',
  'can',
]);

/** Does nothing itself with the channels it hears by lead, and tells them on: a decoder of a bus, a trigger box, a box that steers a gimbal and its camera. */
export const passesOn = oncePerSheet(
  ({ functions, controls, links }) =>
    !functions.length &&
    !controls.length &&
    !reachesAir({ links }) &&
    ((links.some((l) => l.way === 'listen' && CHANNEL_LEADS.has(l.kind)) &&
      links.some((l) => l.way !== 'listen' && PASSED_ON.has(l.kind))) ||
      (links.some(bringsWords) && links.some((l) => l.way === 'talk' && CHANNEL_LEADS.has(l.kind)))),
);

/** Channels in words of a desk, or on a pair that many share. */
const bringsWords = ({ kind, way, params }: Link): boolean =>
  way === 'listen' && (kind === 'can' || (kind === 'device-serial' && params?.protocol !== undefined));

/** Puts what comes over a network on a line of bytes, and the other way round. */
export const bridgesBytes = oncePerSheet(
  (sheet) =>
    !sheet.functions.length &&
    !sheet.controls.length &&
    sheet.view === undefined &&
    sheet.links.some((l) => l.kind === 'device-serial') &&
    sheet.links.some((l) => l.kind === 'ethernet'),
);

/** Passes on whichever of several buses lives: a plug for each of two receivers. */
export const choosesBus = (sheet: Sheet): boolean =>
  passesOn(sheet) &&
  sheet.links.some(
    (l, _, all) =>
      l.kind !== 'pulse' &&
      CHANNEL_LEADS.has(l.kind) &&
      all.filter((x) => x.kind === l.kind && x.way === 'listen').length > 1,
  );

/** Passes on and is of no use alone: a trigger box, a decoder. What only reports by bytes what it does, as a speed board, is not between. */
export const isOnlyBetween = (sheet: Sheet): boolean =>
  passesOn(sheet) && sheet.links.some((l) => l.way !== 'listen' && PASSED_ON.has(l.kind) && !DATA_LEADS.has(l.kind));

/** Tells others what it hears: a controller, or what only passes on. */
export const tellsOn = (sheet: Sheet): boolean => flies(sheet) || passesOn(sheet);

/** An input of a controller that brings one function of its own its pulse: what comes in there goes no further. */
export const isOwnPulse = (sheet: Sheet, link: Link): boolean =>
  link.kind === 'pulse' &&
  sheet.functions.some((f) => isFlight(f) && overOf(f).length === 1 && overOf(f)[0] === link.id);

/** It flies, and can hear more than its own axes: what it hears it may hand on. */
export const relays = oncePerSheet(
  (sheet) =>
    flies(sheet) &&
    sheet.links.some(
      (l) =>
        l.way !== 'talk' && (l.kind === 'radio' || l.kind === 'pulse' || BUSES.has(l.kind)) && !isOwnPulse(sheet, l),
    ),
);

/** Kinds that bring many channels at once, of which some may be for others. */
const BUSES: ReadonlySet<LinkKind> = new Set(['sbus', 'ppm', 'crsf', 'can', 'mavlink', 'device-serial']);
/** What a body that turns or pulls does itself. Whatever does more has its outputs for that. */
const OF_A_BODY: ReadonlySet<string> = new Set([
  ...['tilt', 'pan', 'roll-trim', 'gimbal-mode', 'gimbal-power', 'look-down', 'recentre', 'calibrate'],
  ...['drive', 'brake', 'end-stop', 'standby'],
]);

/** What the body does itself, and not the camera or lens on it. */
export const isOfBody = ({ what }: Pick<PartFunction, 'what'>): boolean => OF_A_BODY.has(what);

/** What turns or pulls by a bus, and has outputs besides: a remote head whose socket works the camera on it. */
const handsMoreThrough = oncePerSheet(
  (sheet) =>
    (turns(sheet) || drives(sheet)) &&
    !hasLens(sheet) &&
    sheet.functions.every(isOfBody) &&
    sheet.links.some((l) => l.way !== 'talk' && BUSES.has(l.kind)) &&
    !sheet.links.some((l) => l.way === 'listen' && l.kind === 'pulse'),
);

/** Pulses that come in where nothing of its own is asked by them. */
export const sparePulses = (sheet: Sheet): Link[] =>
  sheet.links.filter((l) => l.kind === 'pulse' && l.way === 'listen' && !isAskedOver(sheet, l.id));

/** Buses on which a box gathers the pulses of several rows. */
const GATHERED: ReadonlySet<LinkKind> = new Set(['sbus', 'ppm']);

/** Puts the pulses of several rows on a bus, each as the slot of its place: behind it a slot is a row. */
export const gathersRows = (sheet: Sheet, { kind, way }: Link): boolean =>
  passesOn(sheet) && way === 'talk' && GATHERED.has(kind) && sparePulses(sheet).length > 1;

/** Kinds in which a box that works by pulses passes another of them on. */
const BY_A_PULSE: ReadonlySet<LinkKind> = new Set(['pulse', 'contact', 'infra-red', 'ladder']);

/** Does something by pulses of its own, and passes others on: a box of lens motors that starts the camera too. */
const handsPulsesThrough = oncePerSheet(
  (sheet) =>
    sheet.functions.length > 0 &&
    !flies(sheet) &&
    !sheet.controls.length &&
    sheet.view === undefined &&
    sparePulses(sheet).length > 0,
);

/** By this output it hands on what is not for itself, channels of its bus or a pulse: by any that it is not told over. */
export const handsThrough = (sheet: Sheet, { id, way, kind }: Pick<Link, 'id' | 'way' | 'kind'>): boolean =>
  way !== 'listen' &&
  ((PASSED_ON.has(kind) && handsMoreThrough(sheet)) || (BY_A_PULSE.has(kind) && handsPulsesThrough(sheet))) &&
  !isAskedOver(sheet, id);

/** Hands channels that are not for itself on to others by some output. */
export const hasThrough = (sheet: Sheet): boolean => sheet.links.some((l) => handsThrough(sheet, l));

/** Tells others only what it is told itself, and whatever that is. */
export const isBetween = (sheet: Sheet): boolean => passesOn(sheet) || hasThrough(sheet);

/** A setting that can stand otherwise; one with a single value only says how the part is made. */
export const isChoice = ({ values }: Setting): boolean => values.length > 1;

/** A person holds it and moves its controls. */
export const hasControls = (sheet: Sheet): boolean => sheet.controls.length > 0;

/** A screen with an app runs on it, for showing pictures or for steering. */
export const hasApps = (sheet: Sheet): boolean => (sheet.apps?.length ?? 0) > 0;

/** A person sees on it what comes to it: it has an app, or the sheet's group says so, since by its plugs it could be a box between. */
export const isScreen = (sheet: Sheet): boolean => hasApps(sheet) || sheet.role === 'display';

/** Pictures come to it by lead, and end there: it has no lens, no function, no radio, and nothing comes out of it. */
export const onlyWatches = oncePerSheet(
  (sheet) =>
    sheet.links.length > 0 &&
    sheet.links.every((l) => l.way === 'listen' && (l.kind === 'composite' || l.kind === 'hdmi')) &&
    sheet.view === undefined &&
    !sheet.functions.length &&
    !hasControls(sheet),
);

/** It is held, or stands on the ground: a person moves its controls, or it weighs nothing on board. */
export const staysOnGround = (sheet: Sheet): boolean => sheet.massG === 0 || (hasControls(sheet) && speaksAir(sheet));

/** What it adds to what flies, g. */
export const onBoardG = (sheet: Sheet): number => (staysOnGround(sheet) ? 0 : sheet.massG);

/** Kinds by which what came through the air is handed on. */
const HANDED_ON: ReadonlySet<LinkKind> = new Set([
  'sbus',
  'pulse',
  'ppm',
  'crsf',
  'mavlink',
  'device-serial',
  'can',
  'contact',
  'infra-red',
  'ethernet',
  'usb',
]);

/** Something besides pictures comes out of it. */
export const handsOn = ({ links }: Sheet): boolean => links.some((l) => l.way !== 'listen' && HANDED_ON.has(l.kind));

/** A picture comes into it by a lead. */
export const hasPictureIn = ({ links }: Sheet): boolean =>
  links.some((l) => l.way === 'listen' && PICTURES.has(l.kind) && l.kind !== 'ethernet');

/** A radio over which screens ask, and no transmitter: a phone meets it. */
export const isScreenRadio = ({ functions }: Sheet, { id, kind }: Link): boolean => {
  if (kind !== 'radio') return false;
  const ways = functions.flatMap((f) => f.askedBy.filter((way) => 'over' in way && way.over.includes(id)));
  return ways.some((way) => way.by === 'screen') && !ways.some((way) => way.by === 'slot');
};

/** Hears a transmitter through the air, and puts out what it hears or does it itself. What only shows pictures does not. */
export const hearsAir = oncePerSheet((sheet) => {
  const air = sheet.links.find((l) => l.kind === 'radio' && l.way === 'listen' && !isScreenRadio(sheet, l));
  if (!air) return false;
  return (
    // what comes out of a part with controls is what they say
    (handsOn(sheet) && !hasControls(sheet)) ||
    sheet.functions.some((f) => f.askedBy.some((way) => way.by === 'slot' && way.over.includes(air.id)))
  );
});

/** The radio inside a part, where it is told by it over one of these links: no lead brings what it hears. */
export const ownEar = (sheet: Sheet, over: readonly string[]): Link | undefined =>
  hearsAir(sheet) ? sheet.links.find((l) => l.kind === 'radio' && over.includes(l.id)) : undefined;

/** Kinds by which a desk says where its controls stand; a trainer socket speaks to a transmitter, not to what moves. */
const BY_LEAD: ReadonlySet<LinkKind> = new Set(['sbus', 'pulse', 'crsf', 'can', 'device-serial']);

/** Says where its controls stand over a lead, since it has no radio: a desk beside the head, a joystick by cable. */
export const speaksByLead = oncePerSheet(
  (sheet) =>
    hasControls(sheet) && !reachesAir(sheet) && sheet.links.some((l) => l.way !== 'listen' && BY_LEAD.has(l.kind)),
);

/** By what it sends where its controls stand: its radio, or a desk's lead. */
export const sentOver = (sheet: Sheet): Link | undefined =>
  sheet.links.find((l) => l.kind === 'radio') ??
  (speaksByLead(sheet) ? sheet.links.find((l) => l.way !== 'listen' && BY_LEAD.has(l.kind)) : undefined);

/** Brings channels into the wiring: a receiver, or a desk by its lead. */
export const bringsChannels = (sheet: Sheet): boolean => hearsAir(sheet) || speaksByLead(sheet);

/** Sends what its controls say, for receivers that are bound to it. The radio of a picture sender says nothing to them. */
export const speaksAir = oncePerSheet(
  (sheet) =>
    sheet.links.some((l) => l.kind === 'radio' && l.way === 'talk') &&
    (hasControls(sheet) || !(hasPictureIn(sheet) || sendsOwnEye(sheet))),
);

/** A network both ways is a conversation; only what talks over it sends a picture. */
const isPictureOut = ({ kind, way }: Link): boolean =>
  PICTURES.has(kind) && (kind === 'ethernet' ? way === 'talk' : way !== 'listen');

/** Pictures it makes itself: outputs that no input of its own feeds. */
export const ownPictures = (sheet: Sheet): Link[] =>
  sheet.links.filter((l) => isPictureOut(l) && !sheet.pictures.some((path) => path.output === l.id));

/** It sees: it has a lens, or a picture of its own. What only hands pictures on does not. */
export const sees = oncePerSheet((sheet) => hasLens(sheet) || (ownPictures(sheet).length > 0 && !relaysOnly(sheet)));

/** Ethernet is two-way: what only carries others' pictures over it has addresses to hand on and no lens. */
const relaysOnly = (sheet: Sheet): boolean =>
  sheet.pictures.length > 0 || carriesNetwork(sheet) || (hearsAir(sheet) && sheet.view === undefined);

/** Hands a network on from plug to plug and does nothing else with it: a hub, a feeder. What sends it through the air is an end of it. */
export const carriesNetwork = oncePerSheet(
  (sheet) => sheet.links.filter(isNetworkPlug).length > 1 && !hasLens(sheet) && !hasApps(sheet) && !reachesAir(sheet),
);

/** A picture of its own is told of: a lens, or the streams of one. */
export const hasLens = (sheet: Sheet): boolean => sheet.view !== undefined || (sheet.streams?.length ?? 0) > 0;

export const isNetworkPlug = ({ kind, pins }: Link): boolean => kind === 'ethernet' && pins.data !== undefined;
export const reachesAir = ({ links }: Pick<Sheet, 'links'>): boolean =>
  links.some((l) => l.kind === 'radio' || l.kind === 'antenna');

/** What only data travels by, between a craft and a screen: no channel is told over these alone. */
const DATA_LEADS: ReadonlySet<LinkKind> = new Set(['ethernet', 'mavlink', 'device-serial', 'usb']);

/**
 * Carries a network or telemetry through the air and does nothing else with it: both ends of such a link are alike. It has leads
 * for data and none for channels, no lens, no app, nothing to ask and nothing to hold. One whose radio only hears, and that has more
 * than network plugs, is a receiver.
 */
export const carriesDataByAir = oncePerSheet(
  (sheet) =>
    !sheet.controls.length &&
    !sheet.functions.length &&
    !hasLens(sheet) &&
    !hasApps(sheet) &&
    sheet.links.some((l) => l.kind === 'radio' || (l.kind === 'antenna' && l.way !== 'listen')) &&
    sheet.links.some((l) => DATA_LEADS.has(l.kind)) &&
    sheet.links.every((l) => isAir(l) || l.kind === 'ethernet' || (DATA_LEADS.has(l.kind) && !onlyHears(sheet))),
);
const isAir = ({ kind }: Link): boolean => kind === 'radio' || kind === 'antenna';
const onlyHears = ({ links }: Sheet): boolean => links.some((l) => l.kind === 'radio' && l.way === 'listen');

/** Radiates: its antenna links talk. */
export const radiates = (sheet: Sheet): boolean => antennaLinks(sheet).length > 0;
export const antennaLinks = (sheet: Sheet): Link[] =>
  sheet.links.filter((l) => l.kind === 'antenna' && l.way === 'talk');

/** What radiates or hears through it has its foot here. */
export const isAntenna = oncePerSheet((sheet) => sheet.links.some((l) => l.kind === 'antenna' && l.way === 'listen'));

/** The radio of a set in a box of its own: it sends what a desk tells it by a lead, and has nothing else to say. */
export const isRadioModule = oncePerSheet(
  ({ links, controls, functions }) =>
    !controls.length &&
    !functions.length &&
    links.some((l) => l.kind === 'radio' && l.way !== 'listen') &&
    links.some((l) => l.way === 'listen' && CHANNEL_LEADS.has(l.kind)) &&
    links.every((l) => isAir(l) || (l.way !== 'talk' && (CHANNEL_LEADS.has(l.kind) || DATA_LEADS.has(l.kind)))),
);

/** A lens and a sender in one case: no lead brings the picture that it sends. What talks over a network, flies or is steered by hand is none. */
export const sendsOwnEye = oncePerSheet(
  (sheet) =>
    sheet.view !== undefined &&
    !hasPictureIn(sheet) &&
    !hasControls(sheet) &&
    !flies(sheet) &&
    !sheet.links.some(isNetworkPlug) &&
    talksByAir(sheet),
);

/** By a radio that only talks, or by an antenna that nothing else on the sheet speaks of. */
const talksByAir = ({ links }: Sheet): boolean => {
  const radios = links.filter((l) => l.kind === 'radio');
  return radios.length
    ? radios.some((l) => l.way === 'talk')
    : links.some((l) => l.kind === 'antenna' && l.way === 'talk');
};

/**
 * Takes a picture by lead, or sees one itself, and sends it through the air, by an antenna on a foot or by one inside. What carries a
 * network over the air is no sender of pictures.
 */
export const sendsPictures = oncePerSheet(
  (sheet) =>
    sendsOwnEye(sheet) ||
    (hasPictureIn(sheet) &&
      (radiates(sheet) || (!hasControls(sheet) && sheet.links.some((l) => l.kind === 'radio' && l.way === 'talk')))),
);

/** Feels the earth's field: nothing else on a sheet tells such a sensor from others, so the sheet, or its group, says it. */
export const isCompass = ({ compass, role }: Sheet): boolean => compass ?? role === 'compass';

/** Has a fuse in it, as the sheet or its group says: by its plugs it could be an adapter. */
export const isFused = ({ fused, role }: Sheet): boolean => fused ?? role === 'fuse';

/** Takes pictures from the air, by a radio of its own: to show them, or to hand them on by lead. */
export const showsAir = (sheet: Sheet): boolean =>
  sheet.links.some((l) => l.kind === 'radio' && l.way === 'listen' && !isScreenRadio(sheet, l)) &&
  !hearsAir(sheet) &&
  !sendsPictures(sheet);

/** Links that a contact is one of the first pins of. */
export const linksAt = ({ links }: Sheet, { port, pin }: PinAt): Link[] =>
  links.filter(({ pins }) => Object.values(pins).some((p) => p.port === port && p.pin === pin));

/** Something is said or heard at this plug. Signal pins that no link uses, such as the sense lines of a power module, say nothing. */
export const isSpokenAt = ({ links }: Sheet, port: string): boolean =>
  links.some(({ pins, alsoPins }) => [...Object.values(pins), ...(alsoPins ?? [])].some((at) => at?.port === port));

/** Joins leads, plus to plus and ground to ground, and does nothing else. */
export const isSplice = (sheet: Sheet): boolean =>
  sheet.ports.length > 2 &&
  sheet.ties.length > 0 &&
  ![sheet.supplies, sheet.sources, sheet.links].some((l) => l.length);

/** Hands on what it is fed, made over or switched, and lives of nothing of it: a regulator, an outlet with a switch. */
export const feedsOthers = (sheet: Sheet): boolean =>
  sheet.supplies.length > 0 &&
  sheet.sources.length > 0 &&
  sheet.supplies.every((s) => s.draw.kind === 'regulator') &&
  !sheet.links.some((l) => PICTURES.has(l.kind));

/** A body of metal, carbon or cells, behind which an antenna hears badly. @source [practice] */
export const screens = (sheet: Sheet): boolean =>
  isPack(sheet) || turns(sheet) || flies(sheet) || drives(sheet) || sendsPictures(sheet);

/** A store of charge in the rig. */
export const isPack = (sheet: Sheet): boolean => sheet.sources.some((s) => s.pack !== undefined);

/** Gives volts by itself, and is no pack: a mains brick. What has its battery inside, or is held, is switched on for itself. */
export const isBrick = (sheet: Sheet): boolean =>
  !isPack(sheet) &&
  !sheet.supplies.length &&
  !sheet.inside?.battery &&
  !hasControls(sheet) &&
  sheet.sources.some((s) => s.fixedV !== undefined);

/** Each of its supplies works without the others, and it has no battery: one of them must be fed, whichever. */
export const wantsOneOf = ({ supplies, inside }: Sheet): boolean =>
  supplies.length > 1 && !inside?.battery && supplies.every((s) => s.optional);

/** Makes volts of its own out of those it is fed. */
export const regulates = (sheet: Sheet): boolean => sheet.sources.some((s) => s.regulator !== undefined);

/** Turns under its own power: a gimbal, a head. */
export const turns = (sheet: Sheet): boolean => sheet.joints.length > 0;

/** Looks for level when it starts, and must not be touched then. */
export const findsLevel = (sheet: Sheet): boolean => turns(sheet) && sheet.starts.some((s) => s.still);

/** Hears pulses, and no function of it says what they do: a speed unit, a rudder, an aileron. */
export const movesUnsaid = oncePerSheet(
  (sheet) =>
    !sheet.functions.length && !passesOn(sheet) && sheet.links.some((l) => l.kind === 'pulse' && l.way === 'listen'),
);

/** Pulls a carriage along its line. */
export const drives = (sheet: Sheet): boolean => sheet.functions.some((f) => f.what === 'drive');

/** A part that works a camera over light, a contact or a lead. */
const REACHES: ReadonlySet<string> = new Set(['infra-red', 'contact', 'usb']);
const reachLinks = (sheet: Sheet): Link[] => sheet.links.filter((l) => REACHES.has(l.kind) && l.way === 'talk');

/** The links by which a box without a lens reaches its camera; contacts hand on to other boxes where it has others. */
export const eyeLinks = (sheet: Sheet): Link[] =>
  sees(sheet) || (flies(sheet) && !sheet.functions.some(worksEye))
    ? []
    : reachLinks(sheet).filter((l, _, all) => l.kind !== 'contact' || all.every((x) => x.kind === 'contact'));

/** What such a box does at its camera: all but what moves the part itself, or flies. */
export const worksEye = (fn: PartFunction): boolean =>
  fn.joint === undefined && !fn.drives && !isOfBody(fn) && !isFlight(fn);

/** A trigger works it over this link: by light or contact whatever listens to them, by USB what has a lens or is a camera by what it does. */
export const isWorkedOver = (sheet: Sheet, link: Link): boolean =>
  REACHES.has(link.kind) &&
  link.way === 'listen' &&
  // a controller's input that no function is told by notes photos
  !(flies(sheet) && !isAskedOver(sheet, link.id)) &&
  (link.kind !== 'usb' || sees(sheet) || sheet.functions.some((f) => f.what === 'photo' || f.what === 'record'));
