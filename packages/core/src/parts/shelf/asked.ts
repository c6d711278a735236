import type { SheetDraft } from '../sheet.js';
import type { FunctionDraft } from './define.js';

type Way = NonNullable<SheetDraft['functions']>[number]['askedBy'][number];

/** How a screen asks beside a channel: it alone, before the channel where it can, or after it. */
export type ScreenFirst = 'alone' | 'first' | 'after';

/** A function that a screen asks. */
export function onScreen(fn: FunctionDraft, over: string[], what: string, when: ScreenFirst): FunctionDraft {
  const screen: Way = { by: 'screen', over, what };
  const { ways, rest } = waysOf(fn);
  return { ...rest, askedBy: when === 'alone' ? [screen] : when === 'first' ? [screen, ...ways] : [...ways, screen] };
}

function waysOf(fn: FunctionDraft): { ways: Way[]; rest: Omit<FunctionDraft, 'askedBy' | 'over'> } {
  if ('askedBy' in fn) return { ways: fn.askedBy, rest: fn };
  const { over, firstSlot, slots, ...rest } = fn;
  return { ways: [{ by: 'slot', over, ...(firstSlot ? { firstSlot } : {}), ...(slots ? { slots } : {}) }], rest };
}

/** A function that the device itself has a button or a ring for, after every other way. */
export function atDevice(fn: FunctionDraft, what: string): FunctionDraft {
  const { ways, rest } = waysOf(fn);
  return { ...rest, askedBy: [...ways, { by: 'device', what }] };
}
