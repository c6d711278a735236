import { adaptersToMake } from '../loom/index.js';
import { wireAreaMm2, wireMassG } from '../rails/index.js';
import { findPin, inlineText, labelOf, type PinRef, type Rig } from '../rig/index.js';
import { roundTo } from '../units/index.js';
import type { Table } from './table.js';

const FIELDS = [
  'cable',
  'wire',
  'from',
  'from_port',
  'from_pin',
  'to',
  'to_port',
  'to_pin',
  'colour',
  'gauge_awg',
  'copper_mm2',
  'length_mm',
  'copper_g',
  'in_the_wire',
  'make',
];

/** Every wire to cut, one row each: ends, colour, gauge, length, weight of the copper, what sits in it. */
export function cutList(rig: Rig): Table {
  const make = new Map(adaptersToMake(rig).map((a) => [a.cable, a.text]));
  const end = (at: PinRef): (string | number)[] => [
    labelOf(rig, at.part),
    findPin(rig, at)?.port.label ?? at.port,
    at.pin,
  ];
  const data = rig.cables.flatMap((cable) =>
    cable.wires.map((w, i) => [
      cable.id,
      i + 1,
      ...end(w.from),
      ...end(w.to),
      w.colour,
      w.gaugeAwg,
      roundTo(wireAreaMm2(w.gaugeAwg), 3),
      w.lengthMm,
      roundTo(wireMassG(w), 2),
      w.inline ? inlineText(w.inline) : '',
      i === 0 ? (make.get(cable.id) ?? '') : '',
    ]),
  );
  return { fields: FIELDS, data };
}
