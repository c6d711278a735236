import { oncePerSlices, partsWithSheets, pinKey, type PinRef, type Rig } from '../rig/index.js';
import { Joined } from '../units/index.js';

/** Pins joined by wires, and inside parts by ties and a common ground. */
export interface Nets {
  /** Net number of a pin; undefined for a pin that no wire or tie touches. */
  netOf(at: PinRef): number | undefined;
  joined(a: PinRef, b: PinRef): boolean;
  /** Net number of a part's ground; undefined when the part has no ground pin. */
  groundOf(partId: string): number | undefined;
}

/** All that is read here of a rig. */
const WIRING = ['parts', 'cables', 'sheets'] as const;
const throughParts = oncePerSlices(WIRING, (rig) => joinPins(rig, true));
const bareWiring = oncePerSlices(WIRING, (rig) => joinPins(rig, false));

/**
 * Joins pins over wires.
 * @param through whether ground pins and tied supply pins of one part count as joined; false gives bare wiring
 */
export const findNets = (rig: Rig, through = true): Nets => (through ? throughParts : bareWiring)(rig);

function joinPins(rig: Rig, through: boolean): Nets {
  const joined = new Joined();
  const index = new Map<string, number>();
  const indexOf = (key: string): number => {
    const known = index.get(key);
    if (known !== undefined) return known;
    index.set(key, index.size);
    return index.size - 1;
  };
  const join = (a: string, b: string): void => joined.join(indexOf(a), indexOf(b));

  for (const cable of rig.cables) for (const wire of cable.wires) join(pinKey(wire.from), pinKey(wire.to));
  const grounds = new Map<string, string>();
  for (const { part, sheet } of partsWithSheets(rig)) {
    const own = sheet.ports.flatMap((port) =>
      port.pins.filter((pin) => pin.line === 'ground').map((pin) => `${part.id}.${port.id}.${pin.n}`),
    );
    if (own[0]) grounds.set(part.id, own[0]);
    if (!through) continue;
    for (const key of own) join(own[0]!, key);
    for (const tie of sheet.ties) {
      const [first, ...rest] = tie.map((at) => `${part.id}.${at.port}.${at.pin}`);
      for (const key of rest) join(first!, key);
    }
  }

  const netOf = (at: PinRef): number | undefined => {
    const i = index.get(pinKey(at));
    return i === undefined ? undefined : joined.rootOf(i);
  };
  return {
    netOf,
    joined(a, b) {
      const net = netOf(a);
      return net !== undefined && net === netOf(b);
    },
    groundOf(partId) {
      const i = index.get(grounds.get(partId) ?? '');
      return i === undefined ? undefined : joined.rootOf(i);
    },
  };
}
