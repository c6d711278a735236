import type { Pin } from '../parts/index.js';
import {
  cablesOn,
  findPin,
  labelOf,
  oncePerRig,
  pinKey,
  sheetOf,
  type Cable,
  type PinRef,
  type Rig,
  type Wire,
} from '../rig/index.js';
import { groupBy } from '../units/index.js';
import { cableKind, type CableKind } from './wire-kind.js';

/** One plug of a cable, with what its pins are and which stay empty. */
export interface CableEnd {
  part: string;
  partLabel: string;
  port: string;
  portLabel: string;
  family: string;
  /** `others`: cables that end on the same pin, or whose lead brings its line. */
  pins: (Pin & { used: boolean; others: string[] })[];
}

/** A cable as the bench sees it: its plugs, its longest wire, what it carries. */
export interface CableView {
  id: string;
  kind: CableKind;
  /** First end is where the cable's first wire starts; a Y lead has three or more. */
  ends: CableEnd[];
  lengthMm: number;
  wires: Wire[];
  marked: boolean;
}

/** Every cable as the bench sees it. Kept for as long as the rig is the same object: many rules look at it. */
export const cableViews = oncePerRig((rig): readonly CableView[] => {
  const byPin = cablesByPin(rig);
  return rig.cables.map((cable) => ({
    id: cable.id,
    kind: cableKind(rig, cable),
    ends: endsOf(rig, cable, byPin),
    lengthMm: Math.max(...cable.wires.map((wire) => wire.lengthMm)),
    wires: cable.wires,
    marked: cable.marked,
  }));
});

type ByPin = ReadonlyMap<string, readonly string[]>;

function cablesByPin(rig: Rig): ByPin {
  const ends = rig.cables.flatMap((c) =>
    c.wires.flatMap((w) => [w.from, w.to]).map((at) => ({ id: c.id, key: pinKey(at) })),
  );
  return new Map([...groupBy(ends, (e) => e.key)].map(([key, list]) => [key, [...new Set(list.map((e) => e.id))]]));
}

function endsOf(rig: Rig, cable: Cable, byPin: ByPin): CableEnd[] {
  const touched = cable.wires.flatMap((wire) => [wire.from]).concat(cable.wires.map((wire) => wire.to));
  const ends = new Map<string, CableEnd>();
  for (const at of touched) {
    const key = `${at.part}.${at.port}`;
    if (!ends.has(key)) ends.set(key, endAt(rig, at, touched, cable.id, byPin));
  }
  return [...ends.values()];
}

function endAt(rig: Rig, at: PinRef, touched: PinRef[], own: string, byPin: ByPin): CableEnd {
  const port = findPin(rig, at)!.port;
  const used = new Set(touched.filter((t) => t.part === at.part && t.port === at.port).map((t) => t.pin));
  return {
    part: at.part,
    partLabel: labelOf(rig, at.part),
    port: at.port,
    portLabel: port.label,
    family: port.plug.family,
    pins: port.pins.map((pin) => ({
      ...pin,
      used: used.has(pin.n),
      others: (byPin.get(pinKey({ part: at.part, port: at.port, pin: pin.n })) ?? []).filter((id) => id !== own),
    })),
  };
}

/** Who holds a serial port or pad of a controller, and what is plugged into it. */
export interface ResourceView {
  part: string;
  id: string;
  label: string;
  kind: 'serial' | 'pad';
  held: { to: string; baud?: number }[];
  cables: string[];
}

/** The board plan of every controller: serial ports, then pads. */
export function boardPlan(rig: Rig): ResourceView[] {
  return rig.parts.flatMap((part) =>
    sheetOf(rig, part.id).resources.map((resource) => {
      const { pin } = resource;
      const touches = (at: PinRef): boolean =>
        at.part === part.id && at.port === resource.port && (pin === undefined || at.pin === pin);
      return {
        part: part.id,
        id: resource.id,
        label: resource.label,
        kind: resource.kind,
        held: rig.held
          .filter((h) => h.part === part.id && h.resource === resource.id)
          .map(({ to, baud }) => ({ to, ...(baud === undefined ? {} : { baud }) })),
        cables: cablesOn(rig, part.id)
          .filter((c) => c.wires.some((w) => touches(w.from) || touches(w.to)))
          .map((c) => c.id),
      };
    }),
  );
}
