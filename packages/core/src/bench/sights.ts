/** What can be seen or measured at the bench, each as a name and how to read it: `part.what` → figure, word, or null when it gives no sign. */
import { isNetworkPlug, isWindowed, sees, sendsPictures, type PartFunction } from '../parts/index.js';
import { screenPictures, screensFor } from '../loom/index.js';
import { SBUS } from '../signals/index.js';
import type { Bench, BenchPart } from './compile.js';
import { FLAW_SIGHTS, isFlawed, isKept, SHOWN_FLAWS, stateText } from './flaws.js';
import { leanOf, leanSight, turnersAt } from './looks.js';
import { camerasOver, comesToScreen, isNetwork, pictureInto } from './pictures.js';
import { isAwakeAt } from './run.js';
import { askedSights } from './asked.js';
import { fnSight } from './fn-sight.js';
import { probeSights } from './probes.js';
import { airAt, awayAt, reachM } from './range.js';
import { releaseSights } from './releases.js';
import { tagSights } from './tags.js';
import type { BenchState, ReceiverState, RunState } from './state.js';

/** A figure, a word, whether it runs, or null when it gives no sign. */
export type Seen = number | string | boolean | null;

/** Reads one sight of a bench at a moment. */
export type Getter = (state: BenchState) => Seen;

/** Sight of what a receiver puts out on a slot, µs, counted from 1. */
export const slotSight = (receiver: string, slot: number): string => `${receiver}.slot-${slot}`;
/** Sight of a menu that the sticks open. */
export const menuSight = (part: string, fn: string): string => `${part}.${fn}-menu`;
/** Sight of how many keys it took since it was opened. */
export const keysSight = (part: string, fn: string): string => `${part}.${fn}-keys`;
/** Sight of the ends that a drive knows, and whether it stands at one. */
export const endsSight = (part: string, fn: string): string => `${part}.${fn}-ends`;
/** Sight of the volts at a supply or source of a part. */
export const voltsSight = (part: string, terminal: string): string => `${part}.${terminal}-volts`;
/** Sight of whose picture comes in at a plug. */
export const pictureSight = (part: string, link: string): string => `${part}.${link}-picture`;
/** Sight of one camera's picture at a network plug. */
export const networkSight = (part: string, link: string, camera: string): string => `${part}.${link}-picture-of-${camera}`;
/** Sight of one camera's picture in an app. */
export const screenSight = (screen: string, camera: string): string => `${screen}.screen-picture-of-${camera}`;

const KNOWN = new WeakMap<Bench, { all: Map<string, Getter>; slots: Map<string, Getter> }>();

/** How to read every sight of a bench; slot by slot only where somebody asks. */
export const sightsOf = (bench: Bench): ReadonlyMap<string, Getter> => known(bench).all;

/** How to read one; undefined for what this bench has not. */
export const getterOf = (bench: Bench, sight: string): Getter | undefined => {
  const { all, slots } = known(bench);
  return all.get(sight) ?? slots.get(sight);
};

function known(bench: Bench): { all: Map<string, Getter>; slots: Map<string, Getter> } {
  let of = KNOWN.get(bench);
  if (!of) {
    const all = new Map(bench.parts.flatMap((own) => [...partSights(bench, own)]));
    of = { all, slots: new Map(bench.parts.flatMap(slotSights)) };
    KNOWN.set(bench, of);
  }
  return of;
}

function* partSights(bench: Bench, own: BenchPart): Generator<[string, Getter]> {
  const { index, sheet } = own;
  const { id } = own.part;
  yield [`${id}.feed`, ({ power }) => bench.supplies.at(power.draw)[index]!.feed];
  yield [`${id}.awake`, (state) => isAwakeAt(state, index)];
  yield [`${id}.restarts`, ({ power }) => power.restarts[index]!];
  for (const { id: terminal, volts } of own.terminals) yield [voltsSight(id, terminal), () => volts];
  if (own.does.receives) {
    yield [`${id}.frames`, ({ parts }) => framesOf(parts[index]!.receives!)];
    yield [`${id}.radio`, ({ parts }) => radioState(parts[index]!.receives!)];
  }
  if (own.does.acts) yield* deviceSights(bench, own);
  for (const kind of SHOWN_FLAWS) {
    const { what, has } = FLAW_SIGHTS[kind];
    if (!has(sheet)) continue;
    const text = stateText(bench.rig, bench.flaws, kind, id);
    const reach = reachM(sheet, 'picture');
    // what is well at hand may be too far away
    const isAir = kind === 'disturbed' && text === FLAW_SIGHTS.disturbed.well;
    yield [`${id}.${what}`, awakeOnly(index, isAir ? ({ controls }) => airAt(awayAt(controls), reach) : () => text)];
  }
  yield* tagSights(bench, id);
  yield* releaseSights(bench, own);
  yield* probeSights(bench, own);
  yield* askedSights(bench, own);
  if (sees(sheet) && turnersAt(bench, id).length)
    yield [leanSight(id), (state) => (isAwakeAt(state, index) ? leanOf(bench, state, id) : null)];
  if (sendsPictures(sheet)) yield [`${id}.on-air`, (state) => pictureInto(bench, state, index)?.part ?? null];
  yield* screenSights(bench, own);
  for (const link of own.pictureInputs) {
    yield [pictureSight(id, link), (state) => pictureInto(bench, state, index, link)?.part ?? null];
    if (isNetwork(own, link)) yield* networkSights(bench, own, link);
  }
}

/** Over a network several pictures come in at one plug, each for itself. */
const networkSights = (bench: Bench, { part, index }: BenchPart, link: string): [string, Getter][] =>
  bench.parts
    .filter(({ sheet }) => sees(sheet) && sheet.links.some(isNetworkPlug))
    .map((camera) => [
      networkSight(part.id, link, camera.part.id),
      (state) => (camerasOver(bench, state, index, link).includes(camera) ? camera.part.id : null),
    ]);

/** What its apps are made to show, each camera for itself. */
const screenSights = (bench: Bench, { part }: BenchPart): [string, Getter][] =>
  screensFor(bench.rig)
    .filter(({ screen }) => screen.id === part.id)
    .map(({ camera }) => {
      const way = screenPictures(bench.rig).find((s) => s.screen.id === part.id && s.camera.id === camera.id);
      return [screenSight(part.id, camera.id), (state) => (way && comesToScreen(bench, state, way) ? camera.id : null)];
    });

const slotSights = (own: BenchPart): [string, Getter][] =>
  own.does.receives
    ? Array.from({ length: SBUS.slots }, (_, at) => [
        slotSight(own.part.id, at + 1),
        ({ parts }: BenchState) => {
          const us = parts[own.index]!.receives!.pulses[at];
          return us === undefined || Number.isNaN(us) ? null : us;
        },
      ])
    : [];

/** Frames on its lines; of a receiver that has pins only, what it heard. */
const framesOf = ({ lines, heard }: ReceiverState): number =>
  lines.length ? lines.reduce((sum, l) => sum + l.frames, 0) : heard;

const radioState = ({ heard, lost }: ReceiverState): Seen => (heard ? (lost ? 'lost' : 'heard') : null);

/** Answers under `part.fn`, angles under `part.joint-angle`. What nothing was told stays null. */
function* deviceSights({ flaws }: Bench, own: BenchPart): Generator<[string, Getter]> {
  const { index, sheet } = own;
  const isFull = isFlawed(flaws, 'full', own.part.id);
  const { id } = own.part;
  for (const [k, { fn }] of own.menus.entries()) {
    yield [menuSight(id, fn), awakeOnly(index, ({ parts }) => parts[index]!.menus[k]!.at)];
    yield [keysSight(id, fn), awakeOnly(index, ({ parts }) => parts[index]!.menus[k]!.keys)];
  }
  for (const fn of sheet.functions) {
    const at = own.functions.findIndex((heard) => heard.fn.id === fn.id);
    if (fn.takes === 'steps')
      yield [`${id}.${fn.id}-place`, awakeOnly(index, ({ parts }) => parts[index]!.does!.places[at] ?? 0)];
    // with no room on its card nothing begins
    if (isFull && isKept(fn)) yield [fnSight(id, fn.id), awakeOnly(index, () => (fn.takes === 'pulse' ? false : null))];
    else if (fn.takes === 'pulse')
      yield [fnSight(id, fn.id), awakeOnly(index, ({ parts }) => parts[index]!.does!.toggles[at] ?? false)];
    else yield [fnSight(id, fn.id), awakeOnly(index, ({ parts }) => answered(fn, parts[index]!.does!.answers[at]))];
  }
  const ends = own.ends;
  if (ends) yield [endsSight(id, own.functions[ends.drive]!.fn.id), awakeOnly(index, ({ parts }) => endsText(parts[index]!.does!.run!))];
  for (const [j, joint] of sheet.joints.entries())
    yield [`${id}.${joint.id}-angle`, awakeOnly(index, ({ parts }) => parts[index]!.does!.joints[j]!)];
}

/** Which ends are set, as its console says it. */
const endsText = ({ ends }: RunState): string =>
  ends.every(Number.isFinite) ? 'both set' : ends.some(Number.isFinite) ? 'one set' : 'none set';

/** Some drive knows an end of its line, and does not go past it until everything was off. */
export const knowsEnds = ({ parts }: BenchState): boolean =>
  parts.some(({ does }) => does?.run?.ends.some(Number.isFinite));

const awakeOnly =
  (index: number, read: Getter): Getter =>
  (state) =>
    isAwakeAt(state, index) ? read(state) : null;

function answered(fn: PartFunction, answer: number | undefined): Seen {
  if (answer === undefined || Number.isNaN(answer)) return null;
  return isWindowed(fn) ? (fn.windows?.[answer]?.label ?? null) : answer;
}
