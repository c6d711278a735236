import { boardSettings, cableViews, mergedPlug, type CableView } from '../loom/index.js';
import { gaugeCell } from '../rails/index.js';
import { findPin, inlineText, labelOf, type PinRef, type Rig } from '../rig/index.js';
import { cautionsOf, type Card } from './wiring-card.js';

/** One card a cable to make at the bench, pin to pin with a column to tick, then merged plugs and what to set on the boards. */
export function cableCards(rig: Rig): Card {
  const settings = boardSettings(rig);
  return {
    title: `${rig.name} · cable cards`,
    subtitle: `${rig.kind} · revision ${rig.revision} · ${rig.cables.length} cables`,
    tables: [
      ...cableViews(rig).map((cable) => cableTable(rig, cable)),
      ...rig.merges.map((merge) => mergeTable(rig, merge.id)),
      ...(settings.length
        ? [
            {
              heading: 'To set on the boards',
              note: 'save, read back, then go on',
              columns: ['board', 'setting', 'release first'],
              rows: settings.map((s) => [labelOf(rig, s.part), s.text, s.undoFirst.join(', ')]),
            },
          ]
        : []),
    ],
    cautions: cautionsOf(rig),
  };
}

function cableTable(rig: Rig, cable: CableView): Card['tables'][number] {
  const pin = (at: PinRef): string => `${at.pin} ${findPin(rig, at)?.pin.label ?? ''}`;
  const end = (at: PinRef): string => `${labelOf(rig, at.part)} ${findPin(rig, at)?.port.label ?? ''}`;
  const plugs = cable.ends.map((e) => `${e.family} ${e.pins.length}`).join(' – ');
  return {
    heading: `${cable.id} · ${cable.kind}${cable.marked ? ' · marked adapter' : ''}`,
    note: `${plugs} · ${cable.lengthMm} mm`,
    columns: ['from', 'pin', 'to', 'pin', 'colour', 'AWG · mm²', 'in the wire', 'beeps'],
    rows: cable.wires.map((w) => [
      end(w.from),
      pin(w.from),
      end(w.to),
      pin(w.to),
      w.colour,
      gaugeCell(w.gaugeAwg),
      w.inline ? inlineText(w.inline) : '',
      '',
    ]),
  };
}

function mergeTable(rig: Rig, id: string): Card['tables'][number] {
  const plug = mergedPlug(
    rig,
    rig.merges.find((m) => m.id === id)!,
  );
  return {
    heading: `${plug.label} · ${plug.pins.length} ways, keyed · ${plug.cables.join(', ')}`,
    note: 'one way is blocked, so that the plug goes in one way only',
    columns: ['way', 'cable', 'from', 'to', 'colour', 'AWG · mm²'],
    rows: plug.pins.map(({ n, wire }) => [
      String(n),
      wire?.cable ?? 'blocked',
      wire?.from ?? '',
      wire?.to ?? '',
      wire?.colour ?? '',
      wire ? gaugeCell(wire.gaugeAwg) : '',
    ]),
  };
}
