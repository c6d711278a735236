import fc from 'fast-check';
import { SHELF } from '../../src/parts/shelf/index.js';
import { editSchema } from '../../src/rig/edit.js';
import { wayTo } from '../../src/rig/restore.js';
import {
  applyEdits,
  newPart,
  sheetOf,
  type Edit,
  type EditKind,
  type EditOf,
  type Part,
  type PinRef,
  type Rig,
} from '../../src/rig/index.js';

type Arbitraries = { [K in Exclude<EditKind, 'restore'>]: fc.Arbitrary<EditOf<K>> };

/** Edits of every kind: most of them name what the rig has, some what it has not, values in range and just out of it. */
export function anyEdit(rig: Rig): fc.Arbitrary<Edit> {
  const plain = arbitraries(rig);
  return fc.oneof(...(Object.values(plain) as fc.Arbitrary<Edit>[]), restoring(rig));
}

/** What leads from the rig to another one that random edits make of it: all that undoing and doing again can say. */
export function restoring(rig: Rig): fc.Arbitrary<Edit> {
  const some = fc.array(fc.oneof(...(Object.values(arbitraries(rig)) as fc.Arbitrary<Edit>[])), {
    minLength: 1,
    maxLength: 3,
  });
  const fit = some.map((edits) => edits.filter((e) => editSchema.safeParse(e).success));
  return fit.map((edits) => ({ kind: 'restore' as const, at: wayTo(rig, after(rig, edits)) }));
}

function after(rig: Rig, edits: readonly Edit[]): Rig {
  return edits.reduce((now, edit) => {
    try {
      return applyEdits(now, [edit]).rig;
    } catch {
      return now;
    }
  }, rig);
}

/** Kinds that {@link anyEdit} makes. */
export const editKinds = (rig: Rig): string[] => [...Object.keys(arbitraries(rig)), 'restore'];

const some = (ids: readonly string[]): fc.Arbitrary<string> => fc.constantFrom(...ids, 'NOWHERE');
const text = fc.constantFrom('a name', 'Ein längerer Name mit Umlauten äöü', 'x');
const us = fc.integer({ min: 780, max: 2220 });
const maybe = <T>(value: fc.Arbitrary<T>): fc.Arbitrary<T | undefined> => fc.option(value, { nil: undefined });

function arbitraries(rig: Rig): Arbitraries {
  const part = some(rig.parts.map((p) => p.id));
  const cable = some(rig.cables.map((c) => c.id));
  const wire = fc.integer({ min: 0, max: 4 });
  const sheets = rig.parts.map((p) => ({ part: p.id, sheet: sheetOf(rig, p.id) }));
  const pin = somePin(rig);
  const newWire = fc.record({
    from: pin,
    to: pin,
    colour: fc.constantFrom('red', 'white'),
    gaugeAwg: fc.integer({ min: 20, max: 28 }),
    lengthMm: fc.integer({ min: 10, max: 900 }),
  });
  const someFunction = fc.constantFrom(
    ...sheets.flatMap(({ part: id, sheet }) => sheet.functions.map((f) => ({ part: id, fn: f.id }))),
    { part: 'NOWHERE', fn: 'tilt' },
    { part: rig.parts[0]!.id, fn: 'nothing' },
  );
  const someSetting = fc.constantFrom(
    ...sheets.flatMap(({ part: id, sheet }) =>
      sheet.settings.flatMap((s) => [...s.values, 'nonsense'].map((value) => ({ part: id, setting: s.id, value }))),
    ),
  );
  const control = some(sheets.flatMap(({ sheet }) => sheet.controls.map((c) => c.id)));
  const somePlace = fc.record(
    {
      xMm: fc.constantFrom(0, 120),
      yMm: fc.constantFrom(0, -40),
      zMm: fc.constant(10),
      rides: part,
    },
    { requiredKeys: ['xMm', 'yMm', 'zMm'] },
  );
  const wish = fc.record(
    {
      id: fc.constantFrom('W1', 'W2', 'W90', 'W91'),
      what: fc.constantFrom('tilt', 'record', 'focus'),
      label: text,
      by: fc.constantFrom('pilot' as const, 'camera operator' as const),
      control: fc.option(control),
      hand: fc.constantFrom('either' as const, 'left' as const),
      part,
    },
    { requiredKeys: ['id', 'what', 'label', 'by', 'control', 'hand'] },
  );
  const someHeld = fc.constantFrom(
    ...sheets.flatMap(({ part: id, sheet }) => sheet.resources.map((r) => ({ part: id, resource: r.id }))),
    { part: 'NOWHERE', resource: 'serial1' },
  );
  const slot = fc.integer({ min: 1, max: 16 });

  return {
    rename: fc.record({ kind: fc.constant('rename'), name: text }),
    addPart: fc
      .record({ id: some(['N1', 'N2', rig.parts[0]!.id]), sheet: fc.constantFrom(...SHELF), other: part })
      .chain(({ id, sheet, other }) =>
        fc
          .constantFrom<Partial<Part>[]>(
            {},
            { settings: { nothing: 'x' } },
            { prepared: ['nothing'] },
            { place: { xMm: 0, yMm: 0, zMm: 0, rides: other } },
          )
          .map((more) => ({ kind: 'addPart' as const, part: { ...newPart(id, sheet.class, 'new'), ...more }, sheet })),
      ),
    removePart: fc.record({ kind: fc.constant('removePart'), part }),
    relabel: fc.record({ kind: fc.constant('relabel'), part, label: text }),
    tick: fc.record({ kind: fc.constant('tick'), part, onBench: fc.boolean() }),
    set: someSetting.map((s) => ({ kind: 'set' as const, ...s })),
    addCable: fc
      .record({ id: some(['C90', 'C91', rig.cables[0]!.id]), wires: fc.array(newWire, { minLength: 1, maxLength: 3 }) })
      .map((c) => ({ kind: 'addCable' as const, cable: { ...c, marked: false, locked: false } })),
    removeCable: fc.record({ kind: fc.constant('removeCable'), cable }),
    moveEnd: fc.record({ kind: fc.constant('moveEnd'), cable, wire, end: fc.constantFrom('from', 'to'), pin }),
    removeWire: fc.record({ kind: fc.constant('removeWire'), cable, wire }),
    addWire: fc.record({ kind: fc.constant('addWire'), cable, wire: newWire }),
    setWire: fc.record(
      {
        kind: fc.constant('setWire'),
        cable,
        wire,
        gaugeAwg: fc.integer({ min: 9, max: 37 }),
        lengthMm: fc.integer({ min: 0, max: 20001 }),
        colour: fc.constant('blue'),
        inline: fc.constantFrom(null, { kind: 'inverter' as const }, { kind: 'resistor' as const, ohm: 470 }),
      },
      { requiredKeys: ['kind', 'cable', 'wire'] },
    ),
    crossPair: fc.record({ kind: fc.constant('crossPair'), cable }),
    markAdapter: fc.record({ kind: fc.constant('markAdapter'), cable, marked: fc.boolean() }),
    shape: fc.record({
      kind: fc.constant('shape'),
      transmitter: part,
      channel: fc.integer({ min: 0, max: 17 }),
      change: fc.record(
        {
          control: fc.option(control),
          lowUs: us,
          highUs: us,
          points: fc.option(fc.array(fc.integer({ min: -101, max: 101 }), { minLength: 1, maxLength: 5 })),
          locked: fc.boolean(),
        },
        { requiredKeys: [] },
      ),
    }),
    bind: fc.tuple(someFunction, slot, maybe(us), maybe(us)).map(([to, at, lowUs, highUs]) => ({
      kind: 'bind' as const,
      binding: {
        ...{ ...to, slot: at, reverse: false },
        ...(lowUs === undefined ? {} : { lowUs }),
        ...(highUs === undefined ? {} : { highUs }),
      },
    })),
    tune: fc
      .tuple(someFunction, fc.option(us), fc.option(us))
      .map(([to, lowUs, highUs]) => ({ kind: 'tune' as const, ...to, change: { lowUs, highUs } })),
    failSafe: fc
      .tuple(part, slot, fc.constantFrom('hold' as const, 'value' as const, 'none' as const), maybe(us))
      .map(([receiver, at, does, valueUs]) => ({
        kind: 'failSafe' as const,
        failSafe: { receiver, slot: at, does, ...(valueUs === undefined ? {} : { valueUs }) },
      })),
    noFailSafe: fc.record({ kind: fc.constant('noFailSafe'), receiver: part, slot }),
    handOver: fc.record({
      kind: fc.constant('handOver'),
      handOver: fc.record({
        from: part,
        to: part,
        over: fc.constantFrom('trainer lead', 'wireless'),
        control: fc.option(control),
        channels: fc.array(fc.record({ channel: slot, takes: slot }), { maxLength: 3 }),
      }),
    }),
    noHandOver: fc.record({ kind: fc.constant('noHandOver'), from: part, to: part }),
    unbind: someFunction.map((f) => ({ kind: 'unbind' as const, ...f })),
    hold: someHeld.map((h) => ({ kind: 'hold' as const, held: { ...h, to: 'something' } })),
    release: fc
      .constantFrom(...rig.held, { part: 'NOWHERE', resource: 'serial1', to: 'something' })
      .map((h) => ({ kind: 'release' as const, part: h.part, resource: h.resource, to: h.to })),
    addWish: fc.record({ kind: fc.constant('addWish'), wish }),
    removeWish: fc.record({ kind: fc.constant('removeWish'), wish: some(rig.wishes.map((w) => w.id)) }),
    school: fc.record({
      kind: fc.constant('school'),
      choice: fc.record(
        { gimbalFeed: fc.constantFrom('pack', 'steady'), operators: fc.constantFrom('alone', 'two') },
        { requiredKeys: [] },
      ),
    }),
    setWish: fc
      .tuple(some(rig.wishes.map((w) => w.id)), fc.option(part), fc.option(control))
      .map(([id, of, by]) => ({ kind: 'setWish' as const, wish: id, change: { part: of, control: by } })),
    rigKind: fc.record({ kind: fc.constant('rigKind'), rigKind: text }),
    note: fc
      .tuple(part, fc.option(somePlace), fc.option(fc.constantFrom('4.2', 'four')))
      .map(([of, place, firmware]) => ({ kind: 'note' as const, part: of, change: { place, firmware } })),
    prepare: fc
      .constantFrom(...sheets.flatMap(({ part: id, sheet }) => sheet.prep.map((x) => ({ part: id, item: x.id }))), {
        part: rig.parts[0]!.id,
        item: 'nothing',
      })
      .chain((x) => fc.boolean().map((done) => ({ kind: 'prepare' as const, ...x, done }))),
    tickItem: fc.record({ kind: fc.constant('tickItem'), item: text, on: fc.boolean() }),
    pinStep: fc.record({
      kind: fc.constant('pinStep'),
      step: text,
      text,
      behind: fc.option(text),
      before: fc.option(text),
    }),
    lock: fc.record({ kind: fc.constant('lock'), cable, locked: fc.boolean() }),
    merge: fc.record({
      kind: fc.constant('merge'),
      merge: fc.record({ id: fc.constantFrom('M1', 'M2'), label: text, cables: fc.array(cable, { maxLength: 3 }) }),
    }),
    unmerge: fc.record({ kind: fc.constant('unmerge'), merge: fc.constantFrom('M1', 'M2') }),
    currency: fc.record({ kind: fc.constant('currency'), currency: fc.constantFrom('€', 'Kč') }),
    resheet: fc
      .constantFrom(...sheets.map(({ sheet }) => sheet))
      .chain((sheet) =>
        fc.constantFrom(
          { kind: 'resheet' as const, sheet },
          { kind: 'resheet' as const, sheet: { ...sheet, functions: [], settings: [] } },
          { kind: 'resheet' as const, sheet: { ...sheet, class: 'none-of-these' } },
        ),
      ),
  };
}

function somePin(rig: Rig): fc.Arbitrary<PinRef> {
  const pins = rig.parts.flatMap((p) =>
    sheetOf(rig, p.id).ports.flatMap((port) => port.pins.map((_, i) => ({ part: p.id, port: port.id, pin: i + 1 }))),
  );
  return fc.constantFrom(...pins, { part: rig.parts[0]!.id, port: 'nothing', pin: 1 });
}
