import { Component, type Type } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { MatSnackBar } from '@angular/material/snack-bar';
import { SwUpdate } from '@angular/service-worker';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { Updates } from '../state/updates';
import { Rooms } from './rooms';

@Component({ selector: 'sq-some-room', template: 'a room' })
class SomeRoom {}

describe('rooms', () => {
  let rooms: Rooms;
  beforeEach(() => {
    TestBed.configureTestingModule({ providers: [{ provide: SwUpdate, useValue: { isEnabled: false } }] });
    rooms = TestBed.inject(Rooms);
  });

  it('count as open from the press on, so that what is typed never reaches the station under them', async () => {
    let fetched: (room: Type<unknown>) => void = () => undefined;
    const opening = rooms.open(new Promise<Type<unknown>>((done) => (fetched = done)), {});
    expect(rooms.isOpen).toBe(true);
    fetched(SomeRoom);
    await opening;
    expect(rooms.isOpen).toBe(true);
    expect(document.body.textContent).toContain('a room');
  });

  it('open one at a time', async () => {
    await rooms.open(Promise.resolve(SomeRoom), {});
    const there = document.querySelectorAll('sq-some-room').length;
    await rooms.open(Promise.resolve(SomeRoom), {});
    expect(document.querySelectorAll('sq-some-room')).toHaveLength(there);
  });

  it('that cannot be fetched are told as a version that is gone, and leave nothing open', async () => {
    await rooms.open(Promise.reject<Type<unknown>>(new Error('no such piece')), {});
    expect(rooms.isOpen).toBe(false);
    expect(TestBed.inject(Updates).news()).toBe('gone');
  });

  it('say in the page for a while what nothing else can show any more', async () => {
    vi.useFakeTimers({ toFake: ['setTimeout'] });
    const gone = (): never => {
      throw new Error('no such piece');
    };
    TestBed.inject(MatSnackBar).open = gone;
    await rooms.say('The server is gone');
    expect(rooms.plainly()).toBe('The server is gone');
    vi.advanceTimersByTime(7999);
    expect(rooms.plainly()).toBe('The server is gone');
    vi.advanceTimersByTime(1);
    expect(rooms.plainly()).toBe('');
    vi.useRealTimers();
  });
});
