import { SHELF } from '../../src/parts/shelf/index.js';
import {
  applyEdits,
  emptyRig,
  newPart,
  type Cable,
  type Edit,
  type Part,
  type PinRef,
  type Rig,
  type Wire,
} from '../../src/rig/index.js';

export const pinAt = (text: string): PinRef => {
  const [part, port, n] = text.split('.');
  return { part: part!, port: port!, pin: Number(n) };
};

/** A cable from lines like `PK.out.1 R5.in.1`; a third word is the colour. */
export function leadOf(id: string, lines: string[], more: Partial<Wire> = {}): Cable {
  const wires = lines.map((line): Wire => {
    const [from, to, colour = 'white'] = line.split(' ');
    return { from: pinAt(from!), to: pinAt(to!), colour, gaugeAwg: 24, lengthMm: 200, ...more };
  });
  return { id, wires, marked: false, locked: false };
}

/** A rig of shelf classes by id, with cables named C1, C2 … in order, and what else is given. */
export function smallRig(
  classes: Record<string, string>,
  cables: (string[] | Cable)[] = [],
  parts: Record<string, Partial<Part>> = {},
  more: Partial<Rig> = {},
): Rig {
  const edits = Object.entries(classes).map(([id, cls]): Edit => {
    const sheet = SHELF.find((s) => s.class === cls);
    if (!sheet) throw new Error(`no class ${cls}`);
    return { kind: 'addPart', part: { ...newPart(id, cls, id), ...parts[id] }, sheet };
  });
  const added = cables.map((c, i): Edit => ({
    kind: 'addCable',
    cable: Array.isArray(c) ? leadOf(`C${i + 1}`, c) : c,
  }));
  return { ...applyEdits(emptyRig('small', 'Small'), [...edits, ...added]).rig, ...more };
}
