import { hearsAir, sendsPictures, sheetProblems, speaksAir, type Link, type Sheet } from '../parts/index.js';
import type { Problem } from '../units/index.js';
import { findPin } from './look-up.js';
import type { Part, PinRef, Rig } from './rig.js';
import { valueIn } from '../units/index.js';

/** What a well-formed rig document points at and does not have. Empty when every reference holds. */
export function rigProblems(rig: Rig): Problem[] {
  const problems: Problem[] = [];
  const say = (where: string, what: string): void => void problems.push({ where, what });
  twice(rig.parts, 'parts', say);
  twice(rig.cables, 'cables', say);
  twice(rig.wishes, 'wishes', say);
  for (const [cls, sheet] of Object.entries(rig.sheets)) {
    if (sheet.class !== cls) say(`sheets.${cls}.class`, `is "${sheet.class}", filed under "${cls}"`);
    for (const p of sheetProblems(sheet)) say(`sheets.${cls}.${p.where}`, p.what);
  }
  rig.parts.forEach((part, i) => {
    const sheet = valueIn(rig.sheets, part.class);
    if (!sheet) return say(`parts[${i}].class`, `no sheet "${part.class}" in the file`);
    for (const [id, value] of Object.entries(part.settings)) {
      const setting = sheet.settings.find((s) => s.id === id);
      if (!setting) say(`parts[${i}].settings.${id}`, 'the sheet has no such setting');
      else if (!setting.values.includes(value))
        say(`parts[${i}].settings.${id}`, `"${value}" is not among ${setting.values.join(', ')}`);
    }
  });
  rig.parts.forEach((part, i) => {
    const rides = part.place?.rides;
    if (rides !== undefined && !rig.parts.some((p) => p.id === rides && p.id !== part.id))
      say(`parts[${i}].place.rides`, `no part "${rides}"`);
    const carrier = rig.parts.find((p) => p.id === rides);
    const joint = part.place?.joint;
    if (carrier && joint !== undefined && !valueIn(rig.sheets, carrier.class)?.joints.some((j) => j.id === joint))
      say(`parts[${i}].place.joint`, `"${carrier.label}" has no joint "${joint}"`);
    for (const [port, use] of Object.entries(part.told ?? {})) {
      const own = valueIn(rig.sheets, part.class)?.assignablePorts?.find((a) => a.port === port);
      if (!own) say(`parts[${i}].told.${port}`, 'the sheet has no such port that is told anything');
      else if (use !== 'nothing' && !(own.mayBe as readonly string[]).includes(use))
        say(`parts[${i}].told.${port}`, `"${use}" is not among ${own.mayBe.join(', ')}`);
    }
    const unbound = part.bound === undefined ? null : boundProblem(rig, part, part.bound);
    if (unbound) say(`parts[${i}].bound`, unbound);
    for (const item of part.prepared)
      if (!valueIn(rig.sheets, part.class)?.prep.some((x) => x.id === item))
        say(`parts[${i}].prepared`, `the sheet has no prep item "${item}"`);
  });
  twice(rig.merges, 'merges', say);
  rig.merges.forEach((merge, i) => {
    for (const id of merge.cables)
      if (!rig.cables.some((c) => c.id === id)) say(`merges[${i}].cables`, `no cable ${id}`);
  });
  rig.wishes.forEach((wish, i) => {
    if (wish.part !== undefined && !rig.parts.some((p) => p.id === wish.part))
      say(`wishes[${i}].part`, `no part "${wish.part}"`);
  });
  rig.cables.forEach((cable, i) =>
    cable.wires.forEach((wire, j) => {
      needPin(rig, wire.from, `cables[${i}].wires[${j}].from`, say);
      needPin(rig, wire.to, `cables[${i}].wires[${j}].to`, say);
    }),
  );
  rig.shaping.forEach((row, i) => {
    const controls = sheetFor(rig, row.transmitter)?.controls;
    if (!controls) say(`shaping[${i}].transmitter`, `no part "${row.transmitter}"`);
    else if (row.control && !controls.some((c) => c.id === row.control))
      say(`shaping[${i}].control`, `"${row.transmitter}" has no control "${row.control}"`);
    if (rig.shaping.findIndex((s) => s.transmitter === row.transmitter && s.channel === row.channel) < i) {
      say(`shaping[${i}].channel`, `channel ${row.channel} is there twice`);
    }
  });
  rig.failSafes.forEach(({ receiver, does, valueUs }, i) => {
    if (!sheetFor(rig, receiver)) say(`failSafes[${i}].receiver`, `no part "${receiver}"`);
    if (does === 'value' && valueUs === undefined) say(`failSafes[${i}]`, 'a value is wanted, and no width is given');
  });
  rig.handOvers.forEach(({ from, to, control }, i) => {
    for (const id of [from, to]) if (!sheetFor(rig, id)) say(`handOvers[${i}]`, `no part "${id}"`);
    if (control && !sheetFor(rig, from)?.controls.some((c) => c.id === control))
      say(`handOvers[${i}].control`, `"${from}", which hands over, has no control "${control}"`);
  });
  rig.held.forEach((held, i) => {
    if (!sheetFor(rig, held.part)?.resources.some((r) => r.id === held.resource)) {
      say(`held[${i}]`, `no resource "${held.resource}" on part "${held.part}"`);
    }
  });
  rig.bindings.forEach((binding, i) => {
    if (!sheetFor(rig, binding.part)?.functions.some((f) => f.id === binding.fn)) {
      say(`bindings[${i}]`, `no function "${binding.fn}" on part "${binding.part}"`);
    }
    if (rig.bindings.findIndex((b) => b.part === binding.part && b.fn === binding.fn) < i) {
      say(`bindings[${i}]`, `"${binding.fn}" of part "${binding.part}" is bound twice`);
    }
  });
  return problems;
}

type Say = (where: string, what: string) => void;

function sheetFor(rig: Rig, partId: string) {
  const part = rig.parts.find((p) => p.id === partId);
  return part && valueIn(rig.sheets, part.class);
}

function needPin(rig: Rig, at: PinRef, where: string, say: Say): void {
  if (!findPin(rig, at)) say(where, `no pin ${at.pin} on port "${at.port}" of part "${at.part}"`);
}

const hasRadio = ({ links }: Sheet, way: Link['way']): boolean =>
  links.some((l) => l.kind === 'radio' && (l.way === way || l.way === 'both'));

/** Why a part cannot be bound to what sends by radio; null when it can: a receiver to a transmitter, a screen to its sender. */
export function boundProblem(rig: Rig, part: Part, to: string): string | null {
  const [own, other] = [valueIn(rig.sheets, part.class), sheetFor(rig, to)];
  if (!other) return `no part "${to}"`;
  if (!own || !hasRadio(own, 'listen')) return `"${part.label}" hears no radio`;
  if (hearsAir(own)) return speaksAir(other) ? null : `"${to}" sends nothing a receiver hears`;
  return hasRadio(other, 'talk') || sendsPictures(other) ? null : `"${to}" sends nothing by radio`;
}

function twice(list: readonly { id: string }[], name: string, say: Say): void {
  const seen = new Set<string>();
  list.forEach(({ id }, i) => {
    if (seen.has(id)) say(`${name}[${i}].id`, `"${id}" is there twice`);
    seen.add(id);
  });
}
