import { Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { beforeEach, describe, expect, it } from 'vitest';
import { KitOf, type TickHarness } from '../../../spec/harnesses';
import { Tick } from './tick';

@Component({
  imports: [Tick],
  template: `<sq-tick [on]="on()" [disabled]="still()" (turned)="asked($event)">Meter</sq-tick>`,
})
class Host {
  readonly on = signal(false);
  readonly still = signal(false);
  refuses = false;
  readonly heard: boolean[] = [];

  asked(wanted: boolean): void {
    this.heard.push(wanted);
    if (!this.refuses) this.on.set(wanted);
  }
}

describe('a tick', () => {
  let host: Host;
  let tick: TickHarness;
  beforeEach(async () => {
    const fixture = TestBed.createComponent(Host);
    host = fixture.componentInstance;
    await fixture.whenStable();
    tick = await new KitOf(fixture).tick('Meter');
  });

  it('is turned on and off by whoever listens', async () => {
    await tick.turn();
    expect([await tick.isOn(), host.on()]).toEqual([true, true]);
    await tick.turn();
    expect([await tick.isOn(), host.on()]).toEqual([false, false]);
    expect(host.heard).toEqual([true, false]);
  });

  it('shows what is so where the change is refused', async () => {
    host.refuses = true;
    await tick.turn();
    expect(host.heard).toEqual([true]);
    expect(await tick.isOn()).toBe(false);
    host.refuses = false;
    await tick.turn();
    expect([await tick.isOn(), host.heard]).toEqual([true, [true, true]]);
  });

  it('cannot be turned while it is still', async () => {
    host.still.set(true);
    expect(await tick.isStill()).toBe(true);
  });
});
