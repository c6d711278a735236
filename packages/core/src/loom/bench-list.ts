import { flies, hearsAir, turns, connectorOf } from '../parts/index.js';
import { sheetOf, type Rig } from '../rig/index.js';
import { groupBy } from '../units/index.js';
import { cableViews, type CableView } from './cable-view.js';

/** Something to lay on the bench besides the parts. */
export interface BenchItem {
  /** Also what it is ticked by. */
  id: string;
  group: 'Leads' | 'Adapters' | 'Tools';
  text: string;
  count: number;
  ticked: boolean;
}

/** Leads by their plugs, adapters to make, and the tools that this wiring asks for. */
export function benchList(rig: Rig): BenchItem[] {
  const views = cableViews(rig);
  const ticked = new Set(rig.ticked);
  const item = (group: BenchItem['group'], text: string, count: number): BenchItem => ({
    id: text,
    group,
    text,
    count,
    ticked: ticked.has(text),
  });
  const plain = views.filter((c) => adapterText(c) === null);
  const leads = [...groupBy(plain, leadText)].map(([text, list]) => item('Leads', text, list.length));
  const adapters = adaptersToMake(rig).map(({ cable, text }) => item('Adapters', `${cable}: ${text}`, 1));
  return [...leads, ...adapters, ...toolsFor(rig, views).map((text) => item('Tools', text, 1))];
}

function leadText(cable: CableView): string {
  const families = [...new Set(cable.ends.map((e) => `${e.family} ${e.pins.length}`))].sort();
  return `${families.join(' – ')} lead`;
}

/** What makes a lead more than a lead: crossed plugs, a Y, something in a wire. */
function adapterText(cable: CableView): string | null {
  const said: string[] = [];
  if (cable.marked) said.push('crossed, marked');
  if (cable.ends.length > 2) said.push(`Y lead, ${cable.ends.length} plugs`);
  for (const kind of new Set(cable.wires.flatMap((w) => (w.inline ? [w.inline.kind] : []))))
    said.push(`${kind} in the wire`);
  return said.length ? said.join(', ') : null;
}

/** Leads that must be made with care: crossed adapters, Y leads, resistors, inverters, fuses. */
export function adaptersToMake(rig: Rig): { cable: string; text: string }[] {
  return cableViews(rig).flatMap((c) => {
    const text = adapterText(c);
    return text === null ? [] : [{ cable: c.id, text: `${text} · ${leadText(c)}` }];
  });
}

/** @source [practice] */
function toolsFor(rig: Rig, views: readonly CableView[]): string[] {
  const families = new Set(views.flatMap((c) => c.ends.map((e) => e.family)));
  const sheets = rig.parts.map((p) => sheetOf(rig, p.id));
  const small = [...families].some((f) => (connectorOf(f).pitchMm ?? 9) < 2);
  return [
    ...(views.length ? ['Meter'] : []),
    ...(small ? ['Crimp tool for small contacts'] : []),
    ...(families.has('solder pads') || families.has('wire ends') ? ['Soldering iron'] : []),
    ...(sheets.some((s) => flies(s)) ? ['USB lead to configure the controller'] : []),
    ...(sheets.some((s) => turns(s)) ? ['Hex drivers for the gimbal, not magnetic'] : []),
    ...(sheets.some((s) => hearsAir(s)) ? ['Bind plug or button'] : []),
  ];
}
