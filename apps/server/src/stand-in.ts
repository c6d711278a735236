/** A stand-in receiver: what a bus would carry, over a socket, for a bench where the real one is not at hand. */
import { SBUS, SERVO, encodeSbus, pulseUsToCount } from '@squallmark/core/signals';
import { PULSE } from '@squallmark/core/units';
import * as z from 'zod';

/** Time from one frame to the next, ms. @source [practice] 143 frames a second is usual */
const PERIOD_MS = 7;

/** What may be said to it: widths of the sixteen slots, µs. */
const toldSchema = z.strictObject({
  slots: z.array(z.number().min(SERVO.leastUs).max(SERVO.mostUs)).length(SBUS.slots),
});

/** One that listens. */
export interface Listener {
  send(data: Uint8Array<ArrayBuffer> | string): void;
}

/** Every listener gets every frame; any of them may say where the hands are. It beats only while somebody listens. */
export class StandIn {
  private readonly listeners = new Set<Listener>();
  private slots: readonly number[] = new Array<number>(SBUS.slots).fill(PULSE.centreUs);
  private timer: ReturnType<typeof setInterval> | undefined;

  constructor(private readonly every: (run: () => void, ms: number) => ReturnType<typeof setInterval> = setInterval) {}

  join(listener: Listener): void {
    this.listeners.add(listener);
    this.timer ??= this.every(() => this.beat(), PERIOD_MS);
  }

  leave(listener: Listener): void {
    this.listeners.delete(listener);
    if (this.listeners.size) return;
    clearInterval(this.timer);
    this.timer = undefined;
  }

  /** Takes what a listener says; what cannot be read is said back to it and changes nothing. */
  hear(listener: Listener, text: string): void {
    const problem = this.take(text);
    if (problem !== null) listener.send(JSON.stringify({ problem }));
  }

  private take(text: string): string | null {
    let said: unknown;
    try {
      said = JSON.parse(text);
    } catch {
      return 'this is no JSON';
    }
    const told = toldSchema.safeParse(said);
    if (!told.success) return told.error.issues.map((i) => `${i.path.join('.') || 'top'}: ${i.message}`).join('; ');
    this.slots = told.data.slots;
    return null;
  }

  private beat(): void {
    const counts = this.slots.map((us) => pulseUsToCount('micro', us));
    const frame = new Uint8Array(encodeSbus({ slots: counts, digital: [false, false], lost: false, failsafe: false }));
    for (const listener of this.listeners) listener.send(frame);
  }
}
