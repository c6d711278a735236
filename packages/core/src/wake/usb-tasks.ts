/** Configuring at the desk: packs off, one part at a time on a lead from the computer. */
import { isPack, radiates, type Sheet } from '../parts/index.js';
import { usbBenchLead } from '../parts/shelf/bench-tools.js';
import { rigNetwork, solveRigNetwork } from '../rails/index.js';
import { carryOut, labelOf, nextId, partsWithSheets, type Edit, type Part, type Rig, safeLine } from '../rig/index.js';
import { amps, listed } from '../units/index.js';
import { HANDS_S, ids, task, type WakeTask } from './task.js';

/**
 * One round a part that has a free USB socket: what the lead wakes by itself and by the way, settings made, saved and read back, lead
 * out. Empty where nothing has such a socket. @source [practice] configured on USB at the desk, run on the pack: two supplies
 */
export function usbTasks(rig: Rig): WakeTask[] {
  const desk = deskOf(rig);
  const rounds = configured(rig).map((own) => ({ ...own, fed: fedBy(desk, own.part, own.port) }));
  if (!rounds.length) return [];
  const tasks = [...safe(rig, rounds[0]!.part)];
  tasks.push(...antennas(rig, new Set(rounds.flatMap((r) => r.fed.woken)), tasks));
  for (const { part, sheet, fed } of rounds) tasks.push(...round(rig, part, sheet, fed, tasks));
  return tasks;
}

interface Configured {
  part: Part;
  sheet: Sheet;
  port: string;
}

/** Ports and pads to be given out, or settings that an app makes: a camera's socket for a remote is none of these. */
const isSetUp = ({ resources, settings }: Sheet): boolean =>
  resources.length > 0 || settings.some((s) => s.how === 'app');

/** Parts whose set-up is reached through a USB socket that no lead of the rig holds. */
function configured(rig: Rig): Configured[] {
  const held = new Set(
    rig.cables.flatMap((c) => c.wires.flatMap((w) => [w.from, w.to].map((at) => `${at.part}.${at.port}`))),
  );
  return partsWithSheets(rig).flatMap(({ part, sheet }) => {
    if (!isSetUp(sheet)) return [];
    const link = sheet.links.find(
      (l) =>
        l.kind === 'usb' && l.way !== 'talk' && Object.values(l.pins).every((p) => !held.has(`${part.id}.${p.port}`)),
    );
    const port = link && Object.values(link.pins)[0]?.port;
    return port === undefined ? [] : [{ part, sheet, port }];
  });
}

/** The rig with its packs off. */
const deskOf = (rig: Rig): Rig =>
  carryOut(
    rig,
    partsWithSheets(rig)
      .filter(({ sheet }) => isPack(sheet))
      .map(({ part }): Edit => ({ kind: 'removePart', part: part.id })),
  ).rig;

/** What a lead from the computer feeds. */
interface Fed {
  /** Parts that get what they take: the one it is put into and those it reaches through the wiring. */
  woken: string[];
  /** Asked of the socket, A. */
  amps: number;
}

function fedBy(desk: Rig, { id }: Part, port: string): Fed {
  const lead = nextId('USB', desk.parts);
  const cable = nextId('C', desk.cables);
  const wired = usbBenchLead.sources.flatMap(({ plus, minus }) => [plus, minus]);
  const pins = new Set(
    partsWithSheets(desk)
      .find((p) => p.part.id === id)!
      .sheet.ports.find((p) => p.id === port)!
      .pins.map((p) => p.n),
  );
  const wires = wired
    .filter((at) => pins.has(at.pin))
    .map((at) => ({
      ...{ from: { part: lead, ...at }, to: { part: id, port, pin: at.pin } },
      ...{ colour: '', gaugeAwg: 24, lengthMm: 1000 },
    }));
  const fed = carryOut(desk, [
    {
      kind: 'addPart',
      sheet: usbBenchLead,
      part: {
        id: lead,
        class: usbBenchLead.class,
        label: usbBenchLead.name,
        settings: {},
        onBench: true,
        prepared: [],
      },
    },
    { kind: 'addCable', cable: { id: cable, wires, marked: false, locked: false } },
  ]).rig;
  const rails = solveRigNetwork(rigNetwork(fed), 1);
  return {
    woken: [...new Set(rails.nodes.flatMap((n) => (n.allowed && n.volts >= n.allowed[0] ? [n.part] : [])))],
    amps: rails.nodes.find((n) => n.part === lead)?.amps ?? 0,
  };
}

function safe(rig: Rig, first: Part): WakeTask[] {
  const props = task({
    ...{ id: 'usb:safe', part: first.id, seconds: HANDS_S.safe, hands: true },
    text: safeLine(rig).text,
    note: 'a motor can start while it is configured',
  });
  const pack = partsWithSheets(rig).find(({ sheet }) => isPack(sheet))?.part;
  if (!pack) return [props];
  return [
    props,
    task({
      ...{ id: 'usb:packs', part: pack.id, seconds: HANDS_S.safe, hands: true, after: [props.id] },
      text: 'Packs off and away',
      note: 'the computer alone feeds the rig now',
    }),
  ];
}

/** Transmitters that the lead wakes by the way want their antennas all the same. */
function antennas(rig: Rig, woken: ReadonlySet<string>, before: readonly WakeTask[]): WakeTask[] {
  return partsWithSheets(rig)
    .filter(({ part, sheet }) => radiates(sheet) && woken.has(part.id))
    .map(({ part }) =>
      task({
        ...{ id: `${part.id}:antenna`, part: part.id, seconds: HANDS_S.antenna, hands: true, after: ids([...before]) },
        text: `${part.label}: antenna on`,
        note: 'the computer wakes it too; never powered without',
      }),
    );
}

function round(
  rig: Rig,
  part: Part,
  sheet: Sheet,
  { woken, amps: askedA }: Fed,
  before: readonly WakeTask[],
): WakeTask[] {
  const own = (what: string, seconds: number, text: string, note: string, after: string[]): WakeTask =>
    task({
      ...{ id: `${part.id}:${what}`, part: part.id, seconds, hands: true },
      text: `${part.label}: ${text}`,
      note,
      after,
    });
  const others = woken.filter((id) => id !== part.id).map((id) => labelOf(rig, id));
  const lead = own('usb', HANDS_S.switchOn, 'lead from the computer in', feedText(others, askedA), ids([...before]));
  const starts = woken.includes(part.id) ? startsOf(part, sheet, lead.id) : [];
  const after = [starts.at(-1)?.id ?? lead.id];
  const made = own('configure', HANDS_S.configure, 'settings made, saved, read back', 'as its set-up card says', after);
  return [lead, ...starts, made, own('usb-out', HANDS_S.switchOn, 'lead out', 'before any pack goes on', [made.id])];
}

/** What a socket of a computer gives, A. @source [std USB 2.0, mem] */
const SOCKET_A = 0.5;
/** Less than this is no supply, A. */
const DATA_A = 0.001;

function feedText(others: readonly string[], askedA: number): string {
  if (askedA < DATA_A) return 'for its data only: it is fed by its own supply or not at all';
  const too = others.length ? `wakes ${listed(others)} too, which proves nothing about the pack` : 'feeds it alone';
  return askedA > SOCKET_A ? `${too}; ${amps(askedA)} asked, the socket gives ${amps(SOCKET_A)}` : too;
}

function startsOf(part: Part, sheet: Sheet, after: string): WakeTask[] {
  const starts: WakeTask[] = [];
  for (const [i, { text, seconds, still }] of sheet.starts.entries())
    starts.push(
      task({
        ...{ id: `${part.id}:usb-start${i + 1}`, part: part.id, text, seconds, still },
        after: [starts.at(-1)?.id ?? after],
      }),
    );
  return starts;
}
