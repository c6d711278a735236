import { DestroyRef, inject, Injectable, signal } from '@angular/core';

/** A key of a station or of the frame, as the foot shows it and `?` lists it. */
export interface KeyBinding {
  /** As pressed: `p`, `Enter`, `[`; letters in lower case. */
  key: string;
  /** As shown; the key in capitals when left out. */
  shown?: string;
  text: string;
  run: (event: KeyboardEvent) => void;
}

/** Keys of the station that is open. Frame keys are the frame's own. */
@Injectable({ providedIn: 'root' })
export class Keys {
  readonly station = signal<KeyBinding[]>([]);

  /** Registers a station's keys for as long as the caller lives. Call in an injection context. */
  use(bindings: KeyBinding[]): void {
    this.station.set(bindings);
    inject(DestroyRef).onDestroy(() => this.station.update((now) => (now === bindings ? [] : now)));
  }

  /** Runs the binding of a plain key press outside of fields. True when there was one. */
  press(event: KeyboardEvent): boolean {
    if (!this.isFree(event)) return false;
    const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
    const binding = this.station().find((b) => b.key === key);
    binding?.run(event);
    return binding !== undefined;
  }

  /** Whether a key is a station's to use: no modifier, and nothing under it that wants it more. */
  isFree(event: KeyboardEvent): boolean {
    return !event.ctrlKey && !event.metaKey && !event.altKey && !isTaken(event);
  }
}

const FIELDS =
  'input:not([type=checkbox]):not([type=range]), textarea, select, [contenteditable], [role=menu], [role=dialog], [role=listbox], [role=combobox]';
const PRESSED = 'button, a, tr[tabindex], summary, [role=button], input[type=checkbox]';
/** What a slider needs for itself. */
const SLIDER_KEYS = ['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown'];

/** Fields keep all their keys; what can be pressed keeps Enter and Space; sliders keep their arrows. */
function isTaken({ key, target }: KeyboardEvent): boolean {
  if (!(target instanceof Element)) return false;
  if (target.closest(FIELDS) !== null) return true;
  if (SLIDER_KEYS.includes(key)) return target.closest('input[type=range]') !== null;
  return (key === 'Enter' || key === ' ') && target.closest(PRESSED) !== null;
}
