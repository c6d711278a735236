import type { SheetDraft } from '../sheet.js';
import type { FunctionDraft } from './define.js';

type Way = NonNullable<SheetDraft['functions']>[number]['askedBy'][number];

/** A function of {@link define.ts} that a screen asks too, or asks alone: after the channel, where there is one. */
export function onScreen(fn: FunctionDraft, over: string[], what: string, alone = false): FunctionDraft {
  const screen: Way = { by: 'screen', over, what };
  if ('askedBy' in fn) return { ...fn, askedBy: alone ? [screen] : [...fn.askedBy, screen] };
  const { over: links, firstSlot, slots, ...rest } = fn;
  const slot: Way = { by: 'slot', over: links, ...(firstSlot ? { firstSlot } : {}), ...(slots ? { slots } : {}) };
  return { ...rest, askedBy: alone ? [screen] : [slot, screen] };
}

/** A function that the device itself has a button or a ring for, after every other way. */
export function atDevice(fn: FunctionDraft, what: string): FunctionDraft {
  const button: Way = { by: 'device', what };
  if ('askedBy' in fn) return { ...fn, askedBy: [...fn.askedBy, button] };
  const { over, firstSlot, slots, ...rest } = fn;
  const slot: Way = { by: 'slot', over, ...(firstSlot ? { firstSlot } : {}), ...(slots ? { slots } : {}) };
  return { ...rest, askedBy: [slot, button] };
}
