import { Component, type Type } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { SwUpdate } from '@angular/service-worker';
import { beforeEach, describe, expect, it } from 'vitest';
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
});
