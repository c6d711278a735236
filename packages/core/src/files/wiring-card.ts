import type { Analysis } from '../analysis/index.js';
import type { CableView } from '../loom/index.js';
import { gaugeCell } from '../rails/index.js';
import { sheetOf, type PinRef, type Rig } from '../rig/index.js';
import { num } from '../units/index.js';

/** A card to print, free of any PDF library: heading, tables, cautions. */
export interface Card {
  title: string;
  subtitle: string;
  tables: { heading: string; note: string; columns: string[]; rows: string[][] }[];
  cautions: string[];
  /** What is filled in by hand at the end, each on a line of its own to write on. */
  signed?: string[];
}

/** Every cable, wire by wire, with open stops on top: what goes to the bench on paper. */
export function wiringCard(rig: Rig, analysis: Analysis): Card {
  const stops = analysis.findings.filter((f) => f.mark === 'stop');
  const cables = analysis.loom.cables.map((cable) => ({
    heading: `${cable.id} · ${cable.kind} · ${cable.ends.map((e) => `${e.partLabel} ${e.portLabel}`).join(' – ')}`,
    note: [`${cable.lengthMm} mm`, cable.marked ? 'marked adapter' : '', emptyText(cable)].filter(Boolean).join(' · '),
    columns: ['from', 'pin', 'to', 'pin', 'colour', 'AWG · mm²', 'mm'],
    rows: cable.wires.map((w) => [
      ...endText(cable, w.from),
      ...endText(cable, w.to),
      w.colour,
      gaugeCell(w.gaugeAwg),
      num(w.lengthMm),
    ]),
  }));
  const stopTable = {
    heading: 'Not to be switched on yet',
    note: '',
    columns: ['stop', 'why'],
    rows: stops.map((f) => [f.title, f.text]),
  };
  return {
    title: `${rig.name} · wiring card`,
    subtitle: `${rig.kind} · revision ${rig.revision} · ${analysis.loom.cables.length} cables · ${num(analysis.loom.wireMm / 1000, 1)} m of wire`,
    tables: [...(stops.length ? [stopTable] : []), ...cables],
    cautions: cautionsOf(rig),
  };
}

/** The cautions of all sheets, once each, and the standing one. */
export function cautionsOf(rig: Rig): string[] {
  const said = rig.parts.flatMap((part) => sheetOf(rig, part.id).cautions);
  return [...new Set([...said, "A check passed here does not replace the maker's manual or a pre-flight check."])];
}

function endText(cable: CableView, at: PinRef): [string, string] {
  const end = cable.ends.find((e) => e.part === at.part && e.port === at.port)!;
  const pin = end.pins.find((p) => p.n === at.pin)!;
  return [`${end.partLabel} ${end.portLabel}`, `${pin.n} ${pin.label}`];
}

function emptyText(cable: CableView): string {
  const left = cable.ends.flatMap((end) =>
    end.pins.filter((p) => !p.used).map((p) => `${end.partLabel} ${p.n} ${p.label}`),
  );
  return left.length ? `left empty: ${left.join(', ')}` : '';
}
