/** What is made sure of before anything moves: leads by the meter, pages by reading them, packs and volts. */
import {
  addressSight,
  failSafesSight,
  failSafesText,
  instrumentSight,
  portsSight,
  settingSight,
  shakenSight,
  tensionSight,
  tensionText,
  wheeled,
  throughSight,
  voltsSight,
} from '../bench/index.js';
import { isChoice, isPack } from '../parts/index.js';
import { cablesOn, partsWithSheets, type Cable, type Part, type Rig } from '../rig/index.js';
import { count, listed, lowerFirst, volts } from '../units/index.js';
import type { BareStep, Expect } from './step.js';

/** Every lead beeped through, at as few parts as can be found by taking the one with most leads each time. */
export function leadSteps(rig: Rig): BareStep[] {
  const places = partsWithSheets(rig).map(({ part }) => ({ part, left: new Set(cablesOn(rig, part.id)) }));
  const steps: BareStep[] = [];
  for (;;) {
    const most = places.reduce((a, b) => (isBefore(b, a) ? b : a), places[0]!);
    if (!most?.left.size) return steps;
    const own = [...most.left].sort((a, b) => a.id.localeCompare(b.id, 'en', { numeric: true }));
    steps.push(leadStep(rig, most.part, own));
    for (const { left } of places) for (const cable of own) left.delete(cable);
  }
}

/** A part, and its leads that have not been beeped yet. */
interface Place {
  part: Part;
  left: ReadonlySet<Cable>;
}

/** Between equals their wires decide, then their names: never the order of lists. */
function isBefore(a: Place, b: Place): boolean {
  const wires = ({ left }: Place): number => [...left].reduce((sum, c) => sum + c.wires.length, 0);
  if (a.left.size !== b.left.size) return a.left.size > b.left.size;
  if (!a.left.size) return false;
  return wires(a) !== wires(b) ? wires(a) > wires(b) : a.part.label < b.part.label;
}

function leadStep(rig: Rig, part: Part, own: readonly Cable[]): BareStep {
  const wires = own.reduce((sum, c) => sum + c.wires.length, 0);
  return {
    id: `${part.id}.leads`,
    part: part.id,
    by: 'meter',
    title: `Nothing powered: beep ${listed(own.map((c) => c.id))} at ${part.label}`,
    expectText: `${count(wires, 'wire')} from end to end as drawn, nothing to a neighbour; steady while the plugs are moved`,
    setUp: {},
    moves: [],
    expects: [throughSight, shakenSight].flatMap((sight) => own.map((c) => still(rig, sight(c.id)))),
    dependsOn: [part.id, ...own.map((c) => c.id)],
  };
}

const still = (rig: Rig, sight: string): Expect => ({ sight, is: instrumentSight(rig, sight)?.reads ?? null });

/** The wheel of every drive on its line. @source [practice] */
export const wheelSteps = (rig: Rig): BareStep[] =>
  wheeled(rig).map(({ id, label }) => ({
    ...{ id: `${id}.tension`, part: id, by: 'hand' },
    title: `Nothing powered: lift the line off the wheel of ${label}`,
    expectText: `it ${tensionText([], id)}`,
    ...{ setUp: {}, moves: [] },
    expects: [still(rig, tensionSight(id))],
    dependsOn: [id],
  }));

/** Pages of every part on which something is set, read back. */
export function pageSteps(rig: Rig): BareStep[] {
  const hasFailSafe = ({ id }: Part): boolean => rig.failSafes.some((f) => f.receiver === id);
  return partsWithSheets(rig).flatMap(({ part, sheet }): BareStep[] => {
    const choices = sheet.settings.filter(isChoice);
    const sights = [
      ...choices.map((s) => settingSight(part.id, s.id)),
      ...(part.address === undefined ? [] : [addressSight(part.id)]),
      ...(part.told === undefined ? [] : [portsSight(part.id)]),
      ...(hasFailSafe(part) ? [failSafesSight(part.id)] : []),
    ];
    if (!sights.length) return [];
    const expects = sights.map((s) => still(rig, s));
    const texts = choices.map((s, i) => `${lowerFirst(s.label)} ${isOf(expects[i]!)}`);
    if (part.address !== undefined) texts.push(`address ${part.address}`);
    if (part.told !== undefined) texts.push('its ports told as set up');
    if (hasFailSafe(part)) texts.push(`without radio ${failSafesText(rig, part.id)}`);
    return [
      {
        id: `${part.id}.pages`,
        part: part.id,
        by: 'page',
        title: `Read back what ${part.label} is set to`,
        expectText: listed(texts),
        ...{ setUp: {}, moves: [], expects },
        dependsOn: [part.id, ...choices.map((s) => `${part.id} setting ${s.id}`)],
      },
    ];
  });
}

const isOf = (e: Expect): string => ('is' in e ? String(e.is) : '');

/** Volts at a supply or source as a meter reads them. */
export interface VoltsAt {
  part: string;
  terminal: string;
  /** With flat packs, V. */
  flat: number;
  /** With full ones, V. */
  full: number;
}

/** A meter and its hand. @source [mem] 5 % tells a bad contact from a good one at what most parts draw */
const METER_SHARE = 0.05;
/** A pack this near to full is full: cells of 4.2 V at 4.15 V. @source [mem] */
const FULL_SHARE = 0.012;

/** Volts inside what the packs can give from flat to full: a lead that drops more than it should shows. */
export const voltsExpected = (at: readonly VoltsAt[]): Expect[] =>
  at.flatMap(({ part, terminal, flat, full }): Expect[] => {
    const [low, high] = [Math.min(flat, full), Math.max(flat, full)];
    if (high < 0.2) return [];
    const near = (low + high) / 2;
    return [{ sight: voltsSight(part, terminal), near, within: (high - low) / 2 + METER_SHARE * near }];
  });

/** Each pack as full as a flight wants it. */
export function packSteps(rig: Rig, at: readonly VoltsAt[]): BareStep[] {
  return partsWithSheets(rig)
    .filter(({ sheet }) => isPack(sheet))
    .flatMap(({ part }) => {
      const own = at.filter((v) => v.part === part.id && v.full > 0);
      if (!own.length) return [];
      return [
        {
          id: `${part.id}.full`,
          part: part.id,
          title: `Measure ${part.label}`,
          expectText: `${listed(own.map((v) => volts(v.full)))}, ${part.charge ? 'charged as noted' : 'full'}`,
          ...{ setUp: {}, moves: [] },
          expects: own.map((v) => ({
            sight: voltsSight(part.id, v.terminal),
            near: v.full,
            within: FULL_SHARE * v.full + 0.05,
          })),
        },
      ];
    });
}
