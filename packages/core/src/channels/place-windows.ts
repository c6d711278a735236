import { isWindowed, type PulseWindow } from '../parts/index.js';
import { PULSE } from '../units/index.js';
import type { EditOf } from '../rig/index.js';
import type { Chain } from './chain.js';
import { restPositions } from './shaping.js';
import { asksAt, forward, arrivingUs } from './signal-path.js';

/** One resting place of a switch and the window it falls in. */
export interface Place {
  /** Position of the control, −1…1. */
  at: number;
  arrivesUs: number;
  window: string | null;
  /** The window it is meant for, where there are as many windows as places. */
  meant: PulseWindow | null;
}

/** Sub-trim up to which a middle is trimmed; further off it gets a curve of its own, so that the ends stay. @source [practice] */
const MOST_TRIM_US = 60;

/** Places of a switch that chooses among windows, low to high; empty for anything else. */
export function placesOf(chain: Chain): Place[] {
  const { fn, control } = chain;
  const isSwitch = control?.kind === 'switch2' || control?.kind === 'switch3';
  if (!control || !isSwitch || !isWindowed(fn) || fn.takes === 'pulse' || control.sprung) return [];
  const windows = sorted(fn.windows ?? []);
  const positions = restPositions(control.kind);
  const turned = (chain.shaping?.reverse ?? false) !== chain.setup.reverse;
  return positions.flatMap((at, i) => {
    const now = forward(chain, at);
    if (!now || !('window' in now.demand)) return [];
    const order = turned ? windows.length - 1 - i : i;
    const meant = windows.length === positions.length ? windows[order]! : null;
    return [{ at, arrivesUs: now.arrivesUs, window: now.demand.window, meant }];
  });
}

/** A button pressed, where neither that nor letting go of it asks for anything; null where one does, and for anything but a button's pulse. */
export function deadPress(chain: Chain): Place | null {
  const { fn, control } = chain;
  const [meant] = fn.windows ?? [];
  if (!control || !meant || fn.takes !== 'pulse') return null;
  const pressed = forward(chain, 1);
  return pressed && !asksAt(chain, -1) && !asksAt(chain, 1)
    ? { at: 1, arrivesUs: pressed.arrivesUs, window: null, meant }
    : null;
}

/** End points that bring a dead press into its window, and letting go as far to the other side; null when out of travel. */
export function pressChange(chain: Chain): EditOf<'shape'>['change'] | null {
  const dead = deadPress(chain);
  const { shaping } = chain;
  if (!dead || !shaping) return null;
  const us = sentFor(chain, middleOf(chain, dead.meant!));
  const away = 2 * PULSE.centreUs - us;
  if (us < PULSE.leastUs || us > PULSE.mostUs) return null;
  const pressesHigh = us > PULSE.centreUs;
  const straight = { ...plainOf(shaping), ...(shaping.points ? { points: null } : {}) };
  const [lowUs, highUs] = pressesHigh ? [away, us] : [us, away];
  return { ...straight, subTrimUs: 0, lowUs, highUs, reverse: !pressesHigh };
}

/** Other functions that one pulse asks, in windows of their own. */
export function samePulse(chain: Chain, chains: readonly Chain[]): Chain[] {
  const input = (c: Chain): string => `${c.part.id} ${c.slot} ${c.path.at(-1)?.listener.link.id}`;
  return chain.carrier === 'pulse' ? chains.filter((c) => c.fn !== chain.fn && input(c) === input(chain)) : [];
}

/**
 * The end point that lets a button, or a switch of two places, rest where neither asks: for a function asked at rest whose one pulse
 * asks another by the press. Null for anything else, and where the middle is somebody's window.
 */
export function restChange(chain: Chain, chains: readonly Chain[]): EditOf<'shape'>['change'] | null {
  const { control, shaping } = chain;
  if (!shaping || (control?.kind !== 'button' && control?.kind !== 'switch2') || !asksAt(chain, -1)) return null;
  const beside = samePulse(chain, chains);
  const at = sentFor(chain, PULSE.centreUs);
  const isFree = [chain, ...beside].every(
    (c) => !c.fn.windows?.some((w) => w.fromUs <= PULSE.centreUs && PULSE.centreUs < w.toUs),
  );
  if (!isFree || asksAt(chain, 1) || !beside.some((c) => asksAt(c, 1))) return null;
  return {
    ...plainOf(shaping),
    ...(shaping.points ? { points: null } : {}),
    [shaping.reverse ? 'highUs' : 'lowUs']: at,
  };
}

const sorted = (windows: readonly PulseWindow[]): PulseWindow[] => [...windows].sort((a, b) => a.fromUs - b.fromUs);

/**
 * End points and middle that bring every place of a switch into its window; null when they are there, or cannot be brought.
 * A middle far off gets a curve of three points, so that the ends are not shifted with it.
 */
export function placeChange(chain: Chain): EditOf<'shape'>['change'] | null {
  const places = placesOf(chain);
  const { shaping } = chain;
  if (!shaping || !places.length || places.some((p) => !p.meant)) return null;
  if (places.every((p) => p.window === p.meant!.label)) return null;
  const us = sorted(places.map((p) => p.meant!)).map((w) => sentFor(chain, middleOf(chain, w)));
  if (us.some((w) => w < PULSE.leastUs || w > PULSE.mostUs)) return null;
  const [low, middle, high] = us.length === 3 ? us : [us[0]!, PULSE.centreUs, us[1]!];
  const trim = middle! - PULSE.centreUs;
  const straight = { ...plainOf(shaping), ...(shaping.points ? { points: null } : {}) };
  if (Math.abs(trim) <= MOST_TRIM_US) return { ...straight, subTrimUs: trim, lowUs: low! - trim, highUs: high! - trim };
  const reach = trim < 0 ? PULSE.centreUs - low! : high! - PULSE.centreUs;
  if (Math.abs(trim) > reach) return null;
  const height = Math.round((shaping.reverse ? -1 : 1) * (trim / reach) * 100);
  return { ...straight, subTrimUs: 0, lowUs: low!, highUs: high!, points: [-100, height, 100] };
}

/** A middle nearer than this to the edge of a window may be either side of it, µs. @source [practice] */
export const THIN_US = 10;

/** The middle place of a switch with more places than windows, where it stands on the edge of one; null where it does not. */
export function edgePlace(chain: Chain): (Place & { meant: PulseWindow }) | null {
  const place = placesOf(chain).find((p) => p.at === 0 && !p.meant);
  if (!place) return null;
  const meant = chain.fn.windows!.find((w) => edgeUs(w, place) < THIN_US && (place.window ?? w.label) === w.label);
  return meant ? { ...place, meant } : null;
}

/** What a channel sends that only a second operator moves, before it is handed over, where that stands on the edge of a window. */
export function idleEdge(chain: Chain): (Place & { meant: PulseWindow }) | null {
  if (chain.control || !chain.second || !isWindowed(chain.fn)) return null;
  const place: Place = { at: 0, arrivesUs: arrivingUs(chain, PULSE.centreUs), window: null, meant: null };
  const meant = chain.fn.windows?.find((w) => edgeUs(w, place) < THIN_US);
  return meant ? { ...place, meant } : null;
}

const edgeUs = ({ fromUs, toUs }: PulseWindow, { arrivesUs }: Place): number =>
  Math.min(Math.abs(arrivesUs - fromUs), Math.abs(toUs - arrivesUs));

/** A curve of three points that brings such a middle clear of the edge, on the side where it stands; the ends stay. */
export function edgeChange(chain: Chain): EditOf<'shape'>['change'] | null {
  const place = edgePlace(chain);
  const { shaping, setup } = chain;
  if (!place || !shaping) return null;
  const { fromUs, toUs } = place.meant;
  const isInside = place.window !== null;
  const isLow = Math.abs(place.arrivesUs - fromUs) < Math.abs(toUs - place.arrivesUs);
  const up = (isLow === isInside) !== (setup.reverse !== shaping.reverse);
  const height = Math.round((200 * MOST_TRIM_US) / (shaping.highUs - shaping.lowUs));
  const [low = -100, high = 100] = shaping.points ? [shaping.points[0], shaping.points.at(-1)] : [];
  return { ...plainOf(shaping), points: [low, up ? height : -height, high] };
}

/** What bends a channel's travel, taken out where it is in. */
export function plainOf({
  sharePct,
  shiftPct,
  softPct,
  deadBandPct,
}: NonNullable<Chain['shaping']>): EditOf<'shape'>['change'] {
  return {
    ...(sharePct === undefined || sharePct === 100 ? {} : { sharePct: 100 }),
    ...(shiftPct ? { shiftPct: 0 } : {}),
    ...(softPct ? { softPct: 0 } : {}),
    ...(deadBandPct ? { deadBandPct: 0 } : {}),
  };
}

/** Middle of a window inside the travel that transmitters send, µs, as the device counts. */
function middleOf(chain: Chain, { fromUs, toUs }: PulseWindow): number {
  const [from, to] = chain.setup.reverse ? [3000 - toUs, 3000 - fromUs] : [fromUs, toUs];
  return (Math.max(PULSE.leastUs, from) + Math.min(PULSE.mostUs, to)) / 2;
}

/** Width to send for a width to be seen: buses of two schools lie on straight lines. */
export function sentFor(chain: Chain, wantedUs: number): number {
  const [a, b] = [arrivingUs(chain, PULSE.lowUs), arrivingUs(chain, PULSE.highUs)];
  return Math.round(PULSE.lowUs + ((wantedUs - a) / (b - a)) * (PULSE.highUs - PULSE.lowUs));
}
