import { applyEdits, emptyRig, newPart, type Edit, type Rig } from '@squallmark/core/rig';
import { SHELF } from '@squallmark/core/shelf';

/** For tests: a transmitter, a receiver and a gimbal on its bus; tilt on a slider, pan on a knob, mode on a switch. */
export function gimbalRig(transmitter = 'transmitter-16', pan = 'right-knob'): Rig {
  const classes = { TX: transmitter, RX: 'receiver-16', GB: 'gimbal-two-axis' };
  const parts = Object.entries(classes).map(([id, cls]): Edit => ({
    kind: 'addPart',
    part: { ...newPart(id, cls, id), settings: id === 'GB' ? { control: 'bus' } : {} },
    sheet: SHELF.find((s) => s.class === cls)!,
  }));
  const wire = (pin: number) => ({
    from: { part: 'RX', port: 'bus', pin },
    to: { part: 'GB', port: 'control', pin },
    colour: 'white',
    gaugeAwg: 24,
    lengthMm: 200,
  });
  const bound = (fn: string, slot: number, control: string): Edit[] => [
    { kind: 'bind', binding: { part: 'GB', fn, slot, reverse: false } },
    { kind: 'shape', transmitter: 'TX', channel: slot, change: { control } },
  ];
  return applyEdits(emptyRig('spec', 'Spec rig'), [
    ...parts,
    { kind: 'addCable', cable: { id: 'C1', wires: [wire(1), wire(3)], marked: false, locked: false } },
    ...bound('tilt', 8, 'left-slider'),
    ...bound('pan', 9, pan),
    ...bound('mode', 10, 'C'),
  ]).rig;
}
