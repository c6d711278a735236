import { hearsAir, isPack } from '../parts/index.js';
import {
  calledOn,
  safeLine,
  findPart,
  findPin,
  labelOf,
  sheetOf,
  type Cable,
  type Edit,
  type Part,
  type PinRef,
  type Rig,
} from '../rig/index.js';

/** One thing the hands do, in order. */
export interface HandStep {
  kind: 'off' | 'unplug' | 'release' | 'set' | 'plug' | 'back' | 'on' | 'strap';
  text: string;
}

/**
 * Order of hands for a change of wiring: packs off, what is replaced and its leads off, other leads off, plugs that must come off for others and go back, ports and
 * switches set, leads on, antennas before power, packs on, straps bridged at that power-up.
 */
export function orderOfHands(before: Rig, after: Rig, edits: readonly Edit[]): HandStep[] {
  const off = before.cables.filter((c) => !after.cables.some((x) => x.id === c.id));
  const on = after.cables.filter((c) => !before.cables.some((x) => x.id === c.id));
  const settings = edits.filter((e) => e.kind === 'set');
  const ports = edits.filter((e) => e.kind === 'hold' || e.kind === 'release');
  if (!off.length && !on.length && !settings.length && !ports.length) return [];
  const straps = settings.filter((e) => howOf(after, e.part, e.setting) === 'strap at start');
  const lifted = plugsInTheWay(before, after, [...off, ...on]);
  const packs = packLeads(before).filter((c) => after.cables.some((x) => x.id === c.id));
  const toPacks = [...packs, ...packLeads(after).filter((c) => on.includes(c))];
  const gone = replacedParts(before, after);
  const step = (kind: HandStep['kind'], text: string): HandStep => ({ kind, text });
  const antennas = on.filter((c) => isAntenna(after, c));
  return [
    ...(before.cables.length
      ? [step('off', `${safeLine(after).text}. Packs off, and every USB lead out`)]
      : [step('off', `${safeLine(after).text}, packs apart`)]),
    ...packs.map((c) => step('unplug', `${c.id}: pack plug off`)),
    ...gone.flatMap(({ part, cables }) => [
      step('unplug', `${part.label} is no longer used${hearsAir(sheetOf(before, part.id)) ? ': its radio off' : ''}`),
      ...cables.map((c) => step('unplug', `${c.id} off: ${endsText(before, c)}`)),
    ]),
    ...off
      .filter((c) => !gone.some(({ cables }) => cables.includes(c)))
      .map((c) => step('unplug', `${c.id} off: ${endsText(before, c)}`)),
    ...lifted.map((c) => step('unplug', `${c.id} off for now: its plug shares a socket`)),
    ...settings
      .filter((e) => !straps.includes(e))
      .map((e) => step('set', `${labelOf(after, e.part)}: ${settingText(after, e.part, e.setting)} to ${e.value}`)),
    ...antennas.map((c) => step('plug', `${c.id}, before any power: ${endsText(after, c)}`)),
    ...[...on]
      .filter((c) => !antennas.includes(c))
      .sort((a, b) => rankOf(after, a) - rankOf(after, b))
      .map((c) => step('plug', plugText(after, c, toPacks.includes(c)))),
    ...lifted.map((c) => step('back', `${c.id} back on`)),
    ...ports.map((e) =>
      e.kind === 'hold'
        ? step(
            'set',
            `On USB power: ${calledOn(after, e.held.part, 'resources', e.held.resource)} to ${e.held.to}${e.held.baud ? `, ${e.held.baud} baud` : ''}; save, read back`,
          )
        : step('release', `On USB power: release ${calledOn(before, e.part, 'resources', e.resource)} from ${e.to}`),
    ),
    step(
      'on',
      `USB out, then packs on one by one, reading the meter${toPacks.length ? `: ${toPacks.map((c) => c.id).join(', ')}` : ''}`,
    ),
    ...straps.map((e) =>
      step('strap', `${labelOf(after, e.part)}: bridge its control pins at this power-up until it shows ${e.value}`),
    ),
  ];
}

/** Parts that lose every lead they had, each with those leads; one lead between two of them goes with the first. */
function replacedParts(before: Rig, after: Rig): { part: Part; cables: Cable[] }[] {
  const at = (rig: Rig, id: string): Cable[] =>
    rig.cables.filter((c) => c.wires.some((w) => w.from.part === id || w.to.part === id));
  const taken = new Set<string>();
  return before.parts.flatMap((part) => {
    if (at(after, part.id).length) return [];
    const cables = at(before, part.id).filter((c) => !taken.has(c.id) && taken.add(c.id));
    return cables.length ? [{ part, cables }] : [];
  });
}

/** A lead that ends on a pack is plugged all but there: the pack's own plug is what puts it on. */
function plugText(rig: Rig, cable: Cable, toPack: boolean): string {
  const made = cable.marked ? ', marked adapter' : '';
  return `${cable.id} on: ${endsText(rig, cable)}${made}${toPack ? '; the pack’s own plug stays off' : ''}`;
}

/** Signals first, then supplies from the loads up, what ends on a pack last. @source [practice] no volts while plugs go on */
function rankOf(rig: Rig, cable: Cable): number {
  const ends = cable.wires.flatMap((w) => [w.from, w.to]);
  if (ends.some((at) => isPack(sheetOf(rig, at.part)))) return 2;
  return ends.some((at) => findPin(rig, at)?.pin.line === 'signal') ? 0 : 1;
}

const isAntenna = (rig: Rig, cable: Cable): boolean =>
  cable.wires.some((w) =>
    [w.from, w.to].some((at) => sheetOf(rig, at.part).links.some((l) => l.kind === 'antenna' && l.way === 'listen')),
  );

const packLeads = (rig: Rig): Cable[] =>
  rig.cables.filter((c) => c.wires.some((w) => [w.from, w.to].some((at) => isPack(sheetOf(rig, at.part)))));

/** Cables that stay, on a socket that a changing cable uses too. */
function plugsInTheWay(before: Rig, after: Rig, changed: Cable[]): Cable[] {
  const sockets = new Set(
    changed
      .flatMap((c) => c.wires.flatMap((w) => [w.from, w.to]))
      .filter((at) => !isLoose(after, at))
      .map((at) => `${at.part}.${at.port}`),
  );
  return before.cables.filter((c) => {
    const stays = after.cables.some((x) => x.id === c.id) && !changed.some((x) => x.id === c.id);
    return stays && c.wires.some((w) => [w.from, w.to].some((at) => sockets.has(`${at.part}.${at.port}`)));
  });
}

/** Outlets and pads take one more wire without anything coming off. */
function isLoose(rig: Rig, at: PinRef): boolean {
  const sheet = findPart(rig, at.part) && sheetOf(rig, at.part);
  const port = sheet?.ports.find((p) => p.id === at.port);
  return port?.plug.family === 'solder pads' || (sheet?.sources.some((s) => s.plus.port === at.port) ?? false);
}

function endsText(rig: Rig, cable: Cable): string {
  const ends = [
    ...new Map(cable.wires.flatMap((w) => [w.from, w.to]).map((at) => [`${at.part}.${at.port}`, at])).values(),
  ];
  return ends
    .map(
      (at) => `${labelOf(rig, at.part)} ${sheetOf(rig, at.part).ports.find((p) => p.id === at.port)?.label ?? at.port}`,
    )
    .join(' – ');
}

const howOf = (rig: Rig, part: string, setting: string) =>
  sheetOf(rig, part).settings.find((s) => s.id === setting)?.how;
const settingText = (rig: Rig, part: string, setting: string): string =>
  (sheetOf(rig, part).settings.find((s) => s.id === setting)?.label ?? setting).toLowerCase();
