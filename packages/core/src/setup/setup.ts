/**
 * Set-up cards: for every part that is configured, what is set on it, in the order in which it is done; what is saved when, what to
 * read back, and what it shows when it is right.
 */
import { arrivingUs, boundReceivers, findChains, isRepeated, sentPulseUs, type Chain } from '../channels/index.js';
import {
  addressOf,
  assignablePort,
  boardSettings,
  findConversations,
  networkHops,
  toldUse,
  wayTo,
  type BoardSetting,
} from '../loom/index.js';
import { hasApps, isChoice, hearsAir, speaksAir, type Sheet } from '../parts/index.js';
import {
  labelOf,
  oncePerRig,
  partsThat,
  partsWithSheets,
  settingOf,
  setupItem,
  type Part,
  type Rig,
} from '../rig/index.js';
import { groupBy, listed, micros, num } from '../units/index.js';

/** One thing to set, in the field's words. */
export interface SetupLine {
  /** Names the line on its part; kept while what it says stays the same kind of thing. */
  id: string;
  text: string;
  /** How or why; empty where there is nothing to say. */
  note: string;
  done: boolean;
}

/** What is set on one part, in order. */
export interface SetupCard {
  part: string;
  label: string;
  lines: SetupLine[];
  /** What it shows when it is right. */
  shows: string[];
}

type Draft = Omit<SetupLine, 'done' | 'note'> & { note?: string; done?: boolean };

/** Cards of the parts on which something is set, in the order of the rig. */
export const setupCards = oncePerRig((rig): SetupCard[] => {
  const ticked = new Set(rig.ticked);
  const boards = groupBy(boardSettings(rig), (s) => s.part);
  return partsWithSheets(rig).flatMap(({ part, sheet }): SetupCard[] => {
    const drafts = [
      ...prepLines(part, sheet),
      ...bindLines(rig, part, sheet),
      ...profileLines(part, sheet),
      ...settingLines(rig, part, sheet),
      ...portLines(rig, part),
      ...boardLines(boards.get(part.id) ?? []),
      ...repeatLines(rig, part),
      ...functionLines(rig, part),
      ...networkLines(rig, part, sheet),
      ...appLines(rig, part, sheet),
    ];
    if (!drafts.length) return [];
    const lines = drafts.map(({ id, text, note = '', done }): SetupLine => ({
      id,
      text,
      note,
      done: done ?? ticked.has(setupItem(part.id, id)),
    }));
    return [{ part: part.id, label: part.label, lines, shows: sheet.cues.map((c) => `${c.when}: ${c.shows}`) }];
  });
});

const prepLines = (part: Part, sheet: Sheet): Draft[] =>
  sheet.prep.map(({ id, text }) => ({ id: `prep ${id}`, text, done: part.prepared.includes(id) }));

/** A receiver among several transmitters answers one of them. @source [practice] */
function bindLines(rig: Rig, part: Part, sheet: Sheet): Draft[] {
  const to = hearsAir(sheet) && partsThat(rig, speaksAir).length > 1 ? boundReceivers(rig).get(part.id) : undefined;
  return to === undefined
    ? []
    : [
        {
          id: 'bound',
          text: `Bound to ${labelOf(rig, to)}`,
          note: 'with the other transmitters off; its lamp says when',
        },
      ];
}

/** Which of several profiles holds what follows. @source [practice] the profile is part of the set-up, checked before each run */
function profileLines(part: Part, { profiles, settings }: Sheet): Draft[] {
  if (!profiles) return [];
  const inside = settings.filter((s) => s.inProfile).map((s) => s.label.toLowerCase());
  return [
    {
      id: 'profile',
      text: `Profile ${part.profile ?? 1} of ${profiles} active`,
      note: inside.length ? `${listed(inside)} lie in it and are forgotten with another` : 'checked before each run',
    },
  ];
}

const HOW: Readonly<Record<Sheet['settings'][number]['how'], string>> = {
  'switch on the device': 'its own switch',
  app: 'its app; save, read back, then go on',
  menu: 'its menu; save before leaving',
  'strap at start': 'held while it gets its power',
};

/** Settings that say something here: not those of plugs that nothing hangs on. */
function settingLines(rig: Rig, part: Part, sheet: Sheet): Draft[] {
  const idle = new Set(
    sheet.links
      .filter((l) => l.slotSetting !== undefined && !isWired(rig, part.id, l.pins.data?.port))
      .map((l) => l.slotSetting!),
  );
  return sheet.settings
    .filter((s) => !idle.has(s.id) && isChoice(s))
    .map((s) => {
      const forgotten = s.kept === false ? 'forgotten at power-off, so set each time' : '';
      return {
        id: `setting ${s.id}`,
        text: `${s.label}: ${settingOf(sheet, part, s.id)}`,
        note: [HOW[s.how], forgotten, s.shows ? `seen at ${s.shows}` : ''].filter(Boolean).join(' · '),
      };
    });
}

const isWired = (rig: Rig, part: string, port: string | undefined): boolean =>
  rig.cables.some((c) => c.wires.some((w) => [w.from, w.to].some((at) => at.part === part && at.port === port)));

/** Universal ports that something hangs on, with what each is told. */
function portLines(rig: Rig, own: Part): Draft[] {
  const seen = new Map<string, Draft>();
  for (const c of findConversations(rig))
    for (const [end, other] of [
      [c.talker, c.listener],
      [c.listener, c.talker],
    ] as const) {
      const port = end.part.id === own.id ? assignablePort(end) : undefined;
      if (!port || seen.has(port.port)) continue;
      const label = end.sheet.ports.find((p) => p.id === port.port)?.label ?? port.port;
      seen.set(port.port, {
        id: `port ${port.port}`,
        text: `${label}: ${toldUse(own, port)}`,
        note: [`${other.part.label} hangs on it`, port.showsOnline ? `online shows in ${port.showsOnline}` : '']
          .filter(Boolean)
          .join(' · '),
      });
    }
  return [...seen.values()];
}

/** Serial ports and pads of a controller. @source [practice] save, read back, then go on */
const boardLines = (settings: readonly BoardSetting[]): Draft[] =>
  settings.map((s, i) => ({
    // a pad that two features hold has a line each
    id: `resource ${s.resource}${settings.findIndex((x) => x.resource === s.resource) < i ? ` ${i}` : ''}`,
    text: s.text,
    note: [s.undoFirst.length ? `first release ${listed(s.undoFirst)}` : '', 'save, read back']
      .filter(Boolean)
      .join(' · '),
  }));

/** Which slot each output of a controller or a box repeats, and for whom. */
function repeatLines(rig: Rig, own: Part): Draft[] {
  const lines = new Map<string, Draft>();
  for (const { path, slot, part, fn } of findChains(rig)) {
    const out = path.findIndex((c) => (c.kind === 'pulse' || isRepeated(c)) && c.talker.part.id === own.id);
    if (out < 1 || slot === null) continue;
    const { link, sheet } = path[out]!.talker;
    const port = link.pins.data!.port;
    const label = sheet.ports.find((p) => p.id === port)?.label ?? port;
    const text = `${label} repeats slot ${slot}`;
    const note = `for ${part.label}, ${fn.label.toLowerCase()}`;
    // a box behind it may do several things by one slot
    if (!lines.has(text)) lines.set(text, { id: `repeats ${port}`, text, note });
  }
  return [...lines.values()];
}

/** What each function listens to. @source [practice] end points first; a row left before saving is lost */
function functionLines(rig: Rig, part: Part): Draft[] {
  const told = findChains(rig).filter((c) => c.part.id === part.id && c.carrier && c.slot !== null && !c.breaks);
  if (!told.length) return [];
  const ends: Draft[] = told.some((c) => c.carrier === 'sbus')
    ? [
        {
          id: 'ends',
          text: 'End points of the channels read and set first',
          note: 'before any function is given a slot',
        },
      ]
    : [];
  return [...ends, ...told.map((c) => ({ id: `function ${c.fn.id}`, text: functionText(c), note: functionNote(c) }))];
}

function functionText({ fn, slot, carrier, deviceNumber, deviceName }: Chain): string {
  const named = deviceName !== null && deviceName !== String(slot) ? ` ("${deviceName}" on it)` : '';
  const counted = deviceNumber !== null && deviceNumber !== slot ? `, which it calls ${deviceNumber}` : '';
  const places = fn.windows?.length ? `, ${fn.windows.map((w) => w.label).join(' / ')}` : '';
  return `${fn.label}: ${carrier === 'pulse' ? 'pulse of ' : ''}slot ${slot}${named}${counted}${places}`;
}

function functionNote(chain: Chain): string {
  const { control, setup } = chain;
  const [low, high] = [-1, 1].map((at) => {
    const sent = sentPulseUs(chain, at);
    return sent === null ? null : arrivingUs(chain, sent);
  });
  const span =
    low !== null && high !== null && low !== undefined && high !== undefined ? `${micros(low)} to ${micros(high)}` : '';
  return [
    control ? `by ${control.label}` : '',
    span,
    setup.reverse ? 'reversed' : '',
    chain.carrier === 'sbus' ? 'row saved before the next' : '',
  ]
    .filter(Boolean)
    .join(' · ');
}

/** Its address, and the way to each lens. @source [std RFC 7826] the shape of a stream address */
function networkLines(rig: Rig, part: Part, sheet: Sheet): Draft[] {
  const address = addressOf(rig, part.id);
  const streams = sheet.streams ?? [];
  if (address === undefined) return [];
  return [
    { id: 'address', text: `Address ${address}`, note: 'on one subnet with the others, no address twice' },
    ...streams.map((s) => ({
      id: `stream ${s.id}`,
      text: `${s.lens}: ${s.kind}://${address}${s.path ?? ''}`,
      note: [s.standard ?? '', s.latencyMs === undefined ? '' : `about ${num(s.latencyMs)} ms late`]
        .filter(Boolean)
        .join(' · '),
    })),
  ];
}

/** What each app on it is told of the cameras it reaches, and what it can ask of them. */
function appLines(rig: Rig, part: Part, sheet: Sheet): Draft[] {
  if (!hasApps(sheet)) return [];
  const hops = networkHops(rig);
  const cameras = partsWithSheets(rig).filter(({ part: camera, sheet: own }) => {
    const links = own.links.map((l) => l.id);
    return (own.streams?.length ?? 0) > 0 && wayTo(hops, camera.id, links, (id) => id === part.id) !== null;
  });
  return sheet.apps!.map((app) => ({
    id: `app ${app.id}`,
    text: `${app.name}: ${app.steers.length ? 'shows and steers' : 'shows, steers nothing'}${
      cameras.length
        ? `; told ${cameras.map((c) => `${c.part.label} at ${addressOf(rig, c.part.id) ?? '–'}`).join(', ')}`
        : ''
    }`,
    note: app.shows.map((s) => `${s.kind} by ${s.toldBy}`).join(' · '),
  }));
}
