import { findsLevel, turns, type PartFunction, type Sheet } from '../parts/index.js';
import { isFlown, partsWithSheets, type Part, type Rig } from '../rig/index.js';
import type { Chain } from './chain.js';
import { poweringIn } from './gates.js';
import { restPositions } from './shaping.js';
import { forward } from './signal-path.js';

/** What makes a gimbal's pan stand for take-off: the control, its place, and the window that place gives. */
export interface Holds {
  chain: Chain;
  /** Position of the control, −1…1. */
  at: number;
  window: string;
}

/** A motor that is told where to stand stands there: only what levels itself, or turns by rate or without end, runs away. */
const mayRunAway = (sheet: Sheet, { takes, joint }: PartFunction): boolean =>
  takes !== 'position' || findsLevel(sheet) || sheet.joints.some((j) => j.id === joint && j.endless === true);

/** Parts on board that turn a camera to and fro and are to be still when the craft takes off. */
export const standsAtTakeOff = (rig: Rig): { part: Part; sheet: Sheet }[] =>
  isFlown(rig)
    ? partsWithSheets(rig).filter(
        ({ sheet }) => turns(sheet) && sheet.functions.some((f) => f.what === 'pan' && mayRunAway(sheet, f)),
      )
    : [];

/**
 * How pan can be made to stand: a power state without it, or a mode in which it follows the nose. Null when no control reaches
 * either. @source [practice] off, pan off or locked for take-off and landing
 */
export function panHolds(chains: readonly Chain[], part: string): Holds | null {
  const own = chains.filter((c) => c.part.id === part && !c.breaks && c.control);
  const pan = chains.find((c) => c.part.id === part && c.fn.what === 'pan');
  const free = new Set(pan?.fn.enabledIn?.windows ?? []);
  const isGate = (chain: Chain): boolean => free.size > 0 && chain.fn.id === pan?.fn.enabledIn?.fn;
  for (const chain of own) {
    if (chain.fn.what !== 'gimbal-power' && !isGate(chain)) continue;
    for (const at of restPositions(chain.control!.kind)) {
      const now = forward(chain, at);
      const window = now && 'window' in now.demand ? now.demand.window : null;
      if (window !== null && (isGate(chain) ? !free.has(window) : !runs(chain, pan, window)))
        return { chain, at, window };
    }
  }
  return null;
}

/** Whether a power state leaves pan its motor: as its sheet says, else as the state is called. */
const runs = ({ fn }: Chain, pan: Chain | undefined, window: string): boolean =>
  fn.powers && pan?.fn.joint !== undefined
    ? poweringIn(fn, pan.fn.joint).includes(window)
    : /\b(all|on|every)\b/i.test(window);
