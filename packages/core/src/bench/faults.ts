import { findConversations } from '../loom/index.js';
import { cableViews } from '../loom/index.js';
import { applyEdits, labelOf, sheetOf, settingOf, type Edit, type PinRef, type Rig } from '../rig/index.js';

/** A fault that may be put into a rig: edits of the same kind a user makes, carried out on a copy. */
export interface Fault {
  id: string;
  text: string;
  edits: Edit[];
}

/** Every single fault the bench can show on this rig: crossed pairs, open conductors, wrong switches, reversed or stray channels. */
export function possibleFaults(rig: Rig): Fault[] {
  return [...pairFaults(rig), ...openFaults(rig), ...settingFaults(rig), ...channelFaults(rig)];
}

/** The rig with the fault in it. The rig given is not changed. */
export function withFault(rig: Rig, fault: Fault | null): Rig {
  return fault ? applyEdits(rig, fault.edits).rig : rig;
}

function pairFaults(rig: Rig): Fault[] {
  return serialCables(rig).map((id) => ({
    id: `pair-${id}`,
    text: `${id}: serial pair crossed the other way`,
    edits: [{ kind: 'crossPair', cable: id }],
  }));
}

function serialCables(rig: Rig): string[] {
  const serial = new Set(
    findConversations(rig)
      .filter((c) => c.kind === 'device-serial')
      .flatMap((c) =>
        [c.talker, c.listener].flatMap((end) =>
          [end.link.pins.send, end.link.pins.hear].map((at) => `${end.part.id}.${at?.port}.${at?.pin}`),
        ),
      ),
  );
  const isSerial = (at: PinRef): boolean => serial.has(`${at.part}.${at.port}.${at.pin}`);
  return rig.cables
    .filter((c) => c.wires.filter((w) => isSerial(w.from) && isSerial(w.to)).length === 2)
    .map((c) => c.id);
}

function openFaults(rig: Rig): Fault[] {
  return cableViews(rig).flatMap((cable) =>
    cable.wires.map((wire, i) => ({
      id: `open-${cable.id}-${i + 1}`,
      text: `${cable.id}: ${wire.colour} wire to ${labelOf(rig, wire.to.part)} open`,
      edits: [{ kind: 'removeWire' as const, cable: cable.id, wire: i }],
    })),
  );
}

function settingFaults(rig: Rig): Fault[] {
  return rig.parts.flatMap((part) => {
    const sheet = sheetOf(rig, part.id);
    return sheet.settings
      .filter((setting) => setting.how === 'switch on the device')
      .flatMap((setting) =>
        setting.values
          .filter((value) => value !== settingOf(sheet, part, setting.id))
          .map((value) => ({
            id: `set-${part.id}-${setting.id}-${value}`,
            text: `${part.label}: ${setting.label.toLowerCase()} switched to ${value}`,
            edits: [{ kind: 'set' as const, part: part.id, setting: setting.id, value }],
          })),
      );
  });
}

function channelFaults(rig: Rig): Fault[] {
  return rig.bindings.flatMap((binding) => {
    const sheet = sheetOf(rig, binding.part);
    const fn = sheet.functions.find((f) => f.id === binding.fn);
    const name = `${labelOf(rig, binding.part)} ${fn?.label.toLowerCase() ?? binding.fn}`;
    const reversed: Fault = {
      id: `reverse-${binding.part}-${binding.fn}`,
      text: `${name}: reversed`,
      edits: [{ kind: 'bind', binding: { ...binding, reverse: !binding.reverse } }],
    };
    const off: Fault = {
      id: `off-by-one-${binding.part}-${binding.fn}`,
      text: `${name}: listens one slot too high`,
      edits: [{ kind: 'bind', binding: { ...binding, slot: (binding.slot % 16) + 1 } }],
    };
    return fn?.takes === 'pulse' ? [off] : [reversed, off];
  });
}
