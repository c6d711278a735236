import type { Part, Rig } from '../rig/index.js';
import { PULSE, listed } from '../units/index.js';
import { asksOf } from './asks.js';
import { bySecond } from './by-second.js';
import type { Chain } from './chain.js';
import { demandOf } from './demand.js';
import { gatesOf, type Gate } from './gates.js';
import { restPositions, shapePulseUs } from './shaping.js';
import { arrivingUs, sentPulseUs } from './signal-path.js';

/** A gate of a function that stays shut, and why. */
export interface ShutGate {
  gate: Gate;
  why: string;
}

/** A function that works only in some modes needs one of them told, or the mode in which its part starts; and power for its motor. */
export function shutGate(
  rig: Rig,
  chains: readonly Chain[],
  { part, sheet, fn }: Pick<Chain, 'part' | 'sheet' | 'fn'>,
): ShutGate | null {
  for (const gate of gatesOf(sheet, fn)) {
    const why = shutBy(rig, chains, part, gate);
    if (why !== null) return { gate, why };
  }
  return null;
}

function shutBy(rig: Rig, chains: readonly Chain[], part: Part, gate: Gate): string | null {
  // a screen or the device itself reaches every window
  if (asksOf(rig, { part, fn: gate.fn }).some((a) => !a.breaks)) return null;
  const only = `works only in ${listed(gate.windows)}`;
  const source = chains.find((c) => c.part.id === part.id && c.fn.id === gate.fn.id);
  const driven = !source || source.breaks ? null : source.control ? source : bySecond(source);
  if (!driven?.control) return gate.openUntold ? null : `${only}, and nothing tells ${gate.fn.label.toLowerCase()}`;
  const reached = restPositions(driven.control.kind).some((at) => opens(gate, driven, sentPulseUs(driven, at)));
  return reached ? null : `${only}, which ${driven.control.label} does not reach`;
}

/** The gate is open at a width that is sent on the channel of its function. */
function opens({ openBetween, windows }: Gate, source: Chain, sentUs: number | null): boolean {
  if (sentUs === null) return false;
  const demand = demandOf(source.fn, arrivingUs(source, sentUs), source.setup);
  if (!('window' in demand)) return false;
  return demand.window === null ? openBetween : windows.includes(demand.window);
}

/** What the pilot drives, and what only the operator may tell holds it shut while nothing is handed over. */
export function shutToPilot(chains: readonly Chain[], { part, sheet, fn, control }: Chain): ShutGate | null {
  if (!control) return null;
  for (const gate of gatesOf(sheet, fn)) {
    const source = chains.find((c) => c.part.id === part.id && c.fn.id === gate.fn.id);
    if (!source || source.breaks || source.control || !bySecond(source)) continue;
    const restsUs = source.shaping ? shapePulseUs(source.shaping, 0) : PULSE.centreUs;
    if (opens(gate, source, restsUs)) continue;
    const why = `works only in ${listed(gate.windows)}, and the pilot does not tell ${gate.fn.label.toLowerCase()}`;
    return { gate, why };
  }
  return null;
}
