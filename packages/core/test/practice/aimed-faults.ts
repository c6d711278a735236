/**
 * For each rule of the findings, what makes it speak on a rig that has the parts for it: the slips of a bench, and sheets
 * that somebody told otherwise. Each maker gives every way it sees on this rig; none where the rig has nothing for it.
 */
import { analyse } from '../../src/analysis/index.js';
import { findChains, isAxis, isFlightChain, pinnedBy, repeatedBy, type Chain } from '../../src/channels/index.js';
import type { RuleId } from '../../src/findings/index.js';
import { findConversations, resourceOf, type Conversation } from '../../src/loom/index.js';
import {
  drives,
  flies,
  hasControls,
  hearsAir,
  isPack,
  sees,
  sendsPictures,
  type Sheet,
} from '../../src/parts/index.js';
import { SHELF } from '../../src/parts/shelf/index.js';
import {
  applyEdits,
  findPin,
  newPart,
  nextId,
  partsWithSheets,
  samePin,
  serialPairOf,
  wiresAt,
  type Cable,
  type Edit,
  type PinRef,
  type Rig,
} from '../../src/rig/index.js';
import { screenOn, tuning } from '../support/screens.js';

type Ways = (rig: Rig) => Edit[][];

const chainsOf = (rig: Rig): Chain[] => findChains(rig).filter((c) => !c.breaks && c.slot !== null);
const talksOf = (rig: Rig, test: (c: Conversation) => boolean): Conversation[] =>
  findConversations(rig).filter((c) => !c.troubles.length && test(c));
const sheetOfPart = (rig: Rig, part: string): Sheet => rig.sheets[rig.parts.find((p) => p.id === part)!.class]!;
const lineAt = (rig: Rig, at: PinRef): string | undefined => findPin(rig, at)?.pin.line;
const touches = (c: Cable, part: string): boolean => c.wires.some((w) => w.from.part === part || w.to.part === part);
const between = (rig: Rig, a: string, b: string): Cable[] => rig.cables.filter((c) => touches(c, a) && touches(c, b));

const isPair = (c: Conversation): boolean => c.talker.link.pins.send !== undefined;
const isLadder = (c: Conversation): boolean => c.kind === 'ladder';

/** The sheet of a part told otherwise. */
const resheet = (rig: Rig, part: string, change: (sheet: Sheet) => void): Edit[] => {
  const sheet = structuredClone(sheetOfPart(rig, part));
  change(sheet);
  return [{ kind: 'resheet', sheet }];
};

const shape = ({ transmitter, slot }: Chain, change: object): Edit[] => [
  { kind: 'shape', transmitter: transmitter!.id, channel: slot!, change },
];
const bindTo = ({ part, fn, setup }: Chain, slot: number): Edit[] => [
  { kind: 'bind', binding: { ...setup, part: part.id, fn: fn.id, slot } },
];
const bound = (rig: Rig): Chain[] =>
  chainsOf(rig).filter((c) => rig.bindings.some((b) => b.part === c.part.id && b.fn === c.fn.id));

/** Indexes of a cable's wires that are of one of these kinds, last first: they can be taken off one after the other. */
const wiresOf = (rig: Rig, cable: Cable, ...lines: string[]): number[] =>
  cable.wires.flatMap((w, i) => (lines.includes(lineAt(rig, w.from) ?? '') ? [i] : [])).reverse();
const supplyLeads = (rig: Rig): Cable[] =>
  rig.cables.filter((c) => wiresOf(rig, c, 'supply', 'ground').length === c.wires.length);
const setAll = (cable: Cable, change: object): Edit[] =>
  cable.wires.map((_, wire): Edit => ({ kind: 'setWire', cable: cable.id, wire, ...change }));

/** The load draws `times` what its sheet said. */
const hungry =
  (times: number): Ways =>
  (rig) =>
    analyse(rig)
      .rails.now.nodes.filter((n) => n.allowed && n.fedBy !== null)
      .map((n) =>
        resheet(rig, n.part, (s) => {
          const { draw } = s.supplies.find((x) => x.id === n.terminal)!;
          const by = draw.kind === 'resistance' ? 1 / times : times;
          draw.typical *= by;
          draw.peak *= by;
        }),
      );

/** What the source of a part that carries something is told otherwise. */
const source =
  (change: (s: Sheet['sources'][number], amps: number) => void): Ways =>
  (rig) =>
    analyse(rig)
      .rails.now.nodes.filter((n) => !n.allowed && n.amps > 0.05)
      .flatMap((n) =>
        sheetOfPart(rig, n.part).sources.some((s) => s.id === n.terminal && s.regulator)
          ? [
              resheet(rig, n.part, (s) =>
                change(
                  s.sources.find((x) => x.id === n.terminal)!,
                  n.amps,
                ),
              ),
            ]
          : [],
      );

const stretched =
  (gaugeAwg: number, lengthMm: number): Ways =>
  (rig) =>
    supplyLeads(rig).map((c) => setAll(c, { gaugeAwg, lengthMm }));

/** The port of a controller that talks to a device is told otherwise. */
const port =
  (change: (r: Sheet['resources'][number]) => void, test = isPair): Ways =>
  (rig) =>
    talksOf(rig, test).flatMap((c) =>
      [c.talker, c.listener].flatMap((end) => {
        const own = resourceOf(end);
        return own ? [resheet(rig, end.part.id, (s) => change(s.resources.find((r) => r.id === own.id)!))] : [];
      }),
    );

const held =
  (to: string, test: (c: Conversation) => boolean): Ways =>
  (rig) =>
    talksOf(rig, test).flatMap((c) => {
      const own = resourceOf(c.talker);
      const part = c.talker.part.id;
      const free = own && !rig.held.some((h) => h.part === part && h.resource === own.id && h.to === to);
      return free ? [[{ kind: 'hold', held: { part, resource: own.id, to } }]] : [];
    });

const leadOff =
  (test: (c: Conversation) => boolean): Ways =>
  (rig) =>
    talksOf(rig, test).map((c) =>
      between(rig, c.talker.part.id, c.listener.part.id).map((cable): Edit => ({
        kind: 'removeCable',
        cable: cable.id,
      })),
    );

const place = (part: string, xMm: number, yMm = 0, zMm = 0): Edit => ({
  kind: 'note',
  part,
  change: { place: { xMm, yMm, zMm } },
});
const antennasOf = (rig: Rig): Conversation[] => talksOf(rig, (c) => c.kind === 'antenna');

const added = (cls: string, id = 'PX'): Edit => {
  const sheet = SHELF.find((s) => s.class === cls)!;
  return { kind: 'addPart', part: newPart(id, cls, sheet.name), sheet };
};

/** A contact by which a camera tells of each photo. */
const addShoe = (sheet: Sheet): void => {
  const plug = { family: 'hot shoe', pins: 1 };
  sheet.ports.push({
    id: 'flash',
    label: 'flash',
    side: 'right',
    plug,
    pins: [{ n: 1, label: 'X', line: 'signal', way: 'out' }],
  });
  sheet.links.push({
    id: 'flash',
    kind: 'contact',
    way: 'talk',
    pins: { data: { port: 'flash', pin: 1 } },
    params: {},
  });
};

/** A place for everything, its lead as long as asked over the straight way between its ends. */
const laidOut = (rig: Rig, cable: Cable, lengthMm: number, rides?: string): Edit[] => {
  const { from, to } = cable.wires[0]!;
  return [
    place(from.part, 0),
    {
      kind: 'note',
      part: to.part,
      change: { place: { xMm: 100, yMm: 100, zMm: 0, ...(rides ? { rides } : {}) } },
    },
    ...setAll(cable, { lengthMm }),
  ];
};

const radioLost =
  (test: (c: Chain) => boolean, does: 'hold' | 'value', valueUs?: (c: Chain) => number): Ways =>
  (rig) =>
    chainsOf(rig)
      .filter((c) => test(c) && c.path[0] && hearsAir(c.path[0].talker.sheet))
      .map((c) => [
        {
          kind: 'failSafe',
          failSafe: {
            receiver: c.path[0]!.talker.part.id,
            slot: c.slot!,
            does,
            ...(valueUs ? { valueUs: valueUs(c) } : {}),
          },
        },
      ]);

const controlOf =
  (test: (c: Chain, kind: string) => boolean): Ways =>
  (rig) =>
    chainsOf(rig).flatMap((c) =>
      sheetOfPart(rig, c.transmitter!.id)
        .controls.filter((x) => x.id !== c.control?.id && test(c, x.kind))
        .map((x) => shape(c, { control: x.id })),
    );

const addresses =
  (second: string): Ways =>
  (rig) => {
    const onNet = partsWithSheets(rig).filter(({ sheet }) => sheet.links.some((l) => l.kind === 'ethernet'));
    if (onNet.length < 2) return [];
    const given = onNet.map(({ part }, i): Edit => ({
      kind: 'note',
      part: part.id,
      change: { address: i ? second : '192.168.7.20' },
    }));
    return [given];
  };

/** A lead of one wire from a pin that talks to one that is heard. */
const oneMore = (rig: Rig, from: PinRef, to: PinRef, cable = 'CX1'): Edit => ({
  kind: 'addCable',
  cable: {
    id: cable,
    wires: [{ from, to, colour: 'green', gaugeAwg: 28, lengthMm: 150 }],
    marked: false,
    locked: false,
  },
});

const outPins = (rig: Rig): PinRef[] =>
  partsWithSheets(rig).flatMap(({ part, sheet }) =>
    sheet.ports.flatMap((p) =>
      p.pins
        .filter((x) => x.line === 'signal' && x.way === 'out')
        .map((x) => ({ part: part.id, port: p.id, pin: x.n })),
    ),
  );

/** A regulator whose limit lies between what its loads draw as they run and what they draw at their floors. */
const limitedStart: Ways = (rig) => {
  const { nodes } = analyse(rig).rails.now;
  return nodes.flatMap(({ kind, part, terminal, volts, amps }) =>
    kind === 'regulator' && amps > 0.02 && volts > 1
      ? [
          resheet(rig, part, (s) => {
            const own = s.sources.find((x) => x.id === terminal)!;
            own.regulator!.limit = { kind: 'constant', amps: amps * 1.02 };
          }),
        ]
      : [],
  );
};

/** An input of a great capacity behind a slow regulator, and beside it a load of which little may fail. */
const greatInrush: Ways = (rig) => {
  const { nodes } = analyse(rig).rails.now;
  const loads = nodes.filter((n) => n.kind === 'load' && n.fedBy !== null && n.marginV! > 0);
  const feeder = (id: string): string | null =>
    nodes.find((n) => n.part === id && n.kind === 'regulator input')?.fedBy ?? null;
  return loads
    .filter((filled) => feeder(filled.fedBy!) !== null)
    .flatMap((filled) =>
      loads
        .filter((l) => l.part !== filled.part && l.fedBy === feeder(filled.fedBy!))
        .map((l) => [
          ...resheet(rig, filled.part, (s) => {
            s.supplies.find((x) => x.id === filled.terminal)!.inrush = { capacitanceUf: 100_000, softStartMs: 0 };
          }),
          ...resheet(rig, l.part, (s) => {
            s.supplies.find((x) => x.id === l.terminal)!.volts[0] = l.volts / 1.025;
          }),
        ]),
    );
};

const secondPack: Ways = (rig) =>
  partsWithSheets(rig)
    .filter(({ sheet }) => isPack(sheet))
    .flatMap(({ part, sheet }) => {
      const id = nextId('P', rig.parts);
      const leads = supplyLeads(rig).filter((c) => touches(c, part.id));
      const wires = leads[0]?.wires.map((w) => ({
        ...w,
        from: w.from.part === part.id ? { ...w.from, part: id } : w.from,
        to: w.to.part === part.id ? { ...w.to, part: id } : w.to,
      }));
      const cells = sheet.sources[0]!.pack?.cells ?? 4;
      return wires
        ? [
            [
              { kind: 'addPart', part: newPart(id, part.class, 'Second pack'), sheet },
              { kind: 'addCable', cable: { ...leads[0]!, id: nextId('C', rig.cables), wires } },
              { kind: 'note', part: id, change: { charge: { volts: cells * 3.7 } } },
            ] satisfies Edit[],
          ]
        : [];
    });

/** A supply fed already gets the lead of another outlet as well. */
const fedTwice: Ways = (rig) => {
  const all = partsWithSheets(rig);
  const sources = all.flatMap(({ part, sheet }) => sheet.sources.map((s) => ({ part: part.id, ...s })));
  const fed = analyse(rig).rails.now.nodes.filter((n) => n.allowed && n.fedBy !== null);
  return fed.flatMap((n) => {
    const supply = sheetOfPart(rig, n.part).supplies.find((s) => s.id === n.terminal)!;
    return sources
      .filter((s) => s.part !== n.part && s.part !== n.fedBy)
      .map((s): Edit[] => {
        const wire = (from: { port: string; pin: number }, to: { port: string; pin: number }, colour: string) => ({
          from: { part: s.part, ...from },
          to: { part: n.part, ...to },
          colour,
          gaugeAwg: 22,
          lengthMm: 150,
        });
        const wires = [wire(s.plus, supply.plus, 'red'), wire(s.minus, supply.minus, 'black')];
        return [{ kind: 'addCable', cable: { id: 'CX2', wires, marked: false, locked: false } }];
      });
  });
};

const inline =
  (test: (kind: string | undefined) => boolean, change: object | null): Ways =>
  (rig) =>
    rig.cables.flatMap((c) =>
      c.wires.flatMap((w, wire): Edit[][] =>
        test(w.inline?.kind) ? [[{ kind: 'setWire', cable: c.id, wire, inline: change as never }]] : [],
      ),
    );

const handedOver =
  (change: (h: Rig['handOvers'][number]) => Edit[]): Ways =>
  (rig) =>
    rig.handOvers.map(change);

const settings =
  (test: (part: string, sheet: Sheet, id: string) => boolean): Ways =>
  (rig) =>
    partsWithSheets(rig).flatMap(({ part, sheet }) =>
      sheet.settings
        .filter((s) => test(part.id, sheet, s.id))
        .flatMap((s) => s.values.map((value): Edit[] => [{ kind: 'set', part: part.id, setting: s.id, value }])),
    );

/** One wire of every lead that can lose it. */
const wireOff =
  (test: (rig: Rig, cable: Cable) => boolean, ...lines: string[]): Ways =>
  (rig) =>
    rig.cables
      .filter((c) => test(rig, c))
      .flatMap((c) => wiresOf(rig, c, ...lines).map((wire): Edit[] => [{ kind: 'removeWire', cable: c.id, wire }]));

/** A bus on the plain RX of another port of the controller. */
const busElsewhere: Ways = (rig) =>
  talksOf(rig, (c) => c.kind === 'sbus' && flies(c.listener.sheet)).flatMap(({ listener: { part, sheet, link } }) =>
    sheet.links
      .filter((l) => l.pins.hear && !sheet.links.some((x) => x.kind === 'sbus' && x.resource === (l.resource ?? l.id)))
      .map((l) =>
        wiresAt(rig, { part: part.id, ...link.pins.data! }).map(({ cable, wire, index }): Edit => ({
          kind: 'moveEnd',
          cable: cable.id,
          wire: index,
          end: wire.from.part === part.id ? 'from' : 'to',
          pin: { part: part.id, ...l.pins.hear! },
        })),
      ),
  );

const crossed: Ways = (rig) =>
  talksOf(rig, (c) => isPair(c)).flatMap((c) =>
    between(rig, c.talker.part.id, c.listener.part.id)
      .filter((x) => serialPairOf(rig, x) !== null)
      .map((x): Edit[] => [{ kind: 'crossPair', cable: x.id }]),
  );

/** The far ends of two wires of a lead changed over. */
const swapped =
  (one: string, other: string): Ways =>
  (rig) =>
    rig.cables.flatMap((c) => {
      const [a, b] = [wiresOf(rig, c, one)[0], wiresOf(rig, c, other)[0]];
      if (a === undefined || b === undefined) return [];
      return [
        [
          { kind: 'moveEnd', cable: c.id, wire: a, end: 'to', pin: c.wires[b]!.to },
          { kind: 'moveEnd', cable: c.id, wire: b, end: 'to', pin: c.wires[a]!.to },
        ] satisfies Edit[],
      ];
    });

/** The ports that a switcher's inputs sit on, the cameras' leads to them moved or taken off. */
const switcherInputs =
  (change: (leads: (Cable | undefined)[], part: string, ports: string[]) => Edit[][]): Ways =>
  (rig) =>
    partsWithSheets(rig).flatMap(({ part, sheet }) =>
      sheet.pictures.flatMap((path) => {
        if (!path.chosenBy) return [];
        const ports = path.inputs.map((id) => sheet.links.find((l) => l.id === id)!.pins.data?.port ?? '');
        const on = (p: string) => (c: Cable) =>
          c.wires.some((w) => [w.from, w.to].some((at) => at.part === part.id && at.port === p));
        return change(
          ports.map((p) => rig.cables.find(on(p))),
          part.id,
          ports,
        );
      }),
    );

const movedTo = (cable: Cable, part: string, from: string, to: string): Edit[] =>
  cable.wires.flatMap((w, wire) =>
    (['from', 'to'] as const).flatMap((end): Edit[] =>
      w[end].part === part && w[end].port === from
        ? [{ kind: 'moveEnd', cable: cable.id, wire, end, pin: { ...w[end], port: to } }]
        : [],
    ),
  );

/** The signal of one lead comes by a leg of another, from its output. */
function splitTo(rig: Rig, [output]: PinRef[], [from, to]: PinRef[]): Edit[] {
  const legs = wiresAt(rig, output!);
  const own = wiresAt(rig, from!).filter(({ wire }) => samePin(wire.from, to!) || samePin(wire.to, to!));
  if (legs.length !== 1 || own.length !== 1 || own[0]!.cable.wires.length < 2) return [];
  const { colour, gaugeAwg, lengthMm } = own[0]!.wire;
  return [
    { kind: 'removeWire', cable: own[0]!.cable.id, wire: own[0]!.index },
    { kind: 'addWire', cable: legs[0]!.cable.id, wire: { from: output!, to: to!, colour, gaugeAwg, lengthMm } },
  ];
}

/** A camera's lead to a switcher on another input of it. */
const inputMoved: Ways = switcherInputs((leads, part, ports) =>
  leads.flatMap((lead, i) =>
    lead ? ports.flatMap((to, j) => (leads[j] || j === i ? [] : [movedTo(lead, part, ports[i]!, to)])) : [],
  ),
);

/** Inputs of a switcher chosen by a switch of two places. */
const onTwoPlaces: Ways = controlOf(
  (c, kind) => kind === 'switch2' && c.sheet.pictures.some((p) => p.chosenBy === c.fn.id),
);

const AIMED: Record<RuleId, Ways> = {
  'supply-range': (rig) => [
    ...partsWithSheets(rig)
      .filter(({ sheet }) => isPack(sheet))
      .flatMap(({ part }) =>
        [2, 12].map((cells) =>
          resheet(rig, part.id, (s) => {
            for (const own of s.sources) if (own.pack) own.pack.cells = cells;
          }),
        ),
      ),
  ],
  'supply-none': wireOff(() => true, 'supply'),
  'supply-thin': stretched(30, 900),
  'regulator-overload': source((s, amps) => void (s.maxA = amps / 2)),
  'regulator-dropout': source((s) => void (s.regulator!.dropoutV = 12)),
  'start-fails': limitedStart,
  'start-resets': greatInrush,
  'back-feed': fedTwice,
  'source-off': settings((_, sheet, id) => sheet.sources.some((s) => s.when?.setting === id)),
  'hdmi-powered': (rig) =>
    talksOf(rig, (c) => c.kind === 'hdmi').map((c) =>
      supplyLeads(rig)
        .filter((x) => touches(x, c.listener.part.id))
        .map((x): Edit => ({ kind: 'removeCable', cable: x.id })),
    ),
  'wire-overloaded': (rig) => [...stretched(36, 100)(rig), ...hungry(4)(rig)],
  'connector-overloaded': hungry(5),
  'starved-splice': (rig) => [...stretched(34, 1500)(rig), ...stretched(26, 3000)(rig)],
  'packs-unequal': secondPack,
  'fuse-missing': inline((k) => k === 'fuse', null),
  'fuse-too-large': inline((k) => k === 'fuse', { kind: 'fuse', amps: 120 }),
  'fuse-too-small': inline((k) => k === 'fuse', { kind: 'fuse', amps: 0.1 }),
  'wire-too-thick': stretched(10, 150),
  'pack-lead-thin': stretched(28, 100),
  'regulator-heat': source((s) => Object.assign(s, { kind: 'linear' }) && void (s.regulator!.heatW = 0.05)),
  'pair-not-crossed': crossed,
  'signal-missing': (rig) =>
    talksOf(rig, (c) => !isPair(c)).flatMap((c) =>
      between(rig, c.talker.part.id, c.listener.part.id).flatMap((x) =>
        wiresOf(rig, x, 'signal').map((wire): Edit[] => [{ kind: 'removeWire', cable: x.id, wire }]),
      ),
    ),
  'pack-unused': (rig) =>
    partsWithSheets(rig)
      .filter(({ sheet }) => isPack(sheet))
      .flatMap(({ part, sheet }) =>
        rig.cables.flatMap((x) =>
          x.wires.flatMap((w, wire): Edit[][] =>
            sheet.sources.some((s) => [w.from, w.to].some((at) => samePin(at, { part: part.id, ...s.plus })))
              ? [[{ kind: 'removeWire', cable: x.id, wire }]]
              : [],
          ),
        ),
      ),
  'pair-half': (rig) =>
    talksOf(rig, (c) => isPair(c)).flatMap((c) =>
      between(rig, c.talker.part.id, c.listener.part.id).flatMap((x) =>
        wiresOf(rig, x, 'signal').map((wire): Edit[] => [{ kind: 'removeWire', cable: x.id, wire }]),
      ),
    ),
  'port-not-set': (rig) => rig.held.map((h) => [{ kind: 'release', part: h.part, resource: h.resource, to: h.to }]),
  'port-too-slow': port((r) => void (r.highestBaud = 1200)),
  'port-listens-only': port((r) => void (r.receiveOnly = true)),
  'port-shared-pins': (rig) =>
    talksOf(rig, (c) => isPair(c)).flatMap((c) => {
      const own = resourceOf(c.talker);
      if (!own) return [];
      const part = c.talker.part.id;
      return [
        [
          ...resheet(rig, part, (s) => void (s.resources.find((r) => r.id === own.id)!.sharedWith = ['compass bus'])),
          { kind: 'hold', held: { part, resource: own.id, to: 'compass bus' } } satisfies Edit,
        ],
      ];
    }),
  'port-labels-disagree': (rig) =>
    rig.held.flatMap((h) =>
      sheetOfPart(rig, h.part)
        .resources.filter(
          (r) =>
            r.kind === 'serial' && !rig.held.some((x) => x.part === h.part && x.resource === r.id && x.to === h.to),
        )
        .map((r): Edit[] => [
          { kind: 'release', part: h.part, resource: h.resource, to: h.to },
          { kind: 'hold', held: { ...h, resource: r.id } },
        ]),
    ),
  'serial-not-inverted': busElsewhere,
  'pad-held': held('LED strip', isLadder),
  'pad-held-twice': (rig) => [...held('telemetry', isPair)(rig), ...held('LED strip', isLadder)(rig)],
  'pad-no-timer': port((r) => void (r.timer = false), isLadder),
  'ladder-resistor': inline((k) => k === 'resistor', null),
  'talkers-collide': (rig) =>
    talksOf(rig, (c) => c.listener.link.pins.data !== undefined && c.kind !== 'antenna').flatMap((c) => {
      const { part, link } = c.listener;
      const heard = { part: part.id, ...link.pins.data! };
      return outPins(rig)
        .filter((p) => p.part !== part.id && p.part !== c.talker.part.id)
        .map((p) => [oneMore(rig, p, heard)]);
    }),
  'y-two-talkers': (rig) =>
    rig.cables.flatMap((c) =>
      wiresOf(rig, c, 'signal').flatMap((i) => {
        const { from, to } = c.wires[i]!;
        const [talks, hears] = findPin(rig, from)?.pin.way === 'out' ? [from, to] : [to, from];
        if (findPin(rig, talks)?.pin.way !== 'out') return [];
        return outPins(rig)
          .filter((p) => p.part !== talks.part && p.part !== hears.part)
          .map((p): Edit[] => [
            {
              kind: 'addWire',
              cable: c.id,
              wire: { from: p, to: hears, colour: 'blue', gaugeAwg: 28, lengthMm: 150 },
            },
          ]);
      }),
    ),
  'wrong-type': settings((_, sheet, id) => sheet.links.some((l) => l.when?.setting === id)),
  'strap-other-type': settings((_, sheet, id) => sheet.settings.some((s) => s.id === id && s.how === 'strap at start')),
  'level-mismatch': (rig) =>
    rig.cables.flatMap((c) =>
      wiresOf(rig, c, 'signal').flatMap((i) => {
        const { from, to } = c.wires[i]!;
        return [from, to].map((at) =>
          resheet(rig, at.part, (s) => {
            const pin = s.ports.find((p) => p.id === at.port)!.pins.find((p) => p.n === at.pin)!;
            if (pin.way === 'in') pin.toleratesV = 1.8;
            else pin.levelV = 9;
          }),
        );
      }),
    ),
  polarity: swapped('supply', 'ground'),
  'signal-misplaced': swapped('signal', 'ground'),
  'look-alike': (rig) =>
    rig.cables.filter((c) => c.marked).map((c) => [{ kind: 'markAdapter', cable: c.id, marked: false }]),
  'plug-mismatch': (rig) =>
    rig.cables.map(({ wires }) => {
      const { to } = wires[0]!;
      return resheet(rig, to.part, (s) => {
        const own = s.ports.find((p) => p.id === to.port)!;
        own.plug.family = own.plug.family === 'hdmi' ? 'ethernet' : 'hdmi';
      });
    }),
  'ground-missing': (rig) =>
    rig.parts.map(({ id }) =>
      rig.cables
        .filter((c) => touches(c, id))
        .flatMap((c) => wiresOf(rig, c, 'ground').map((wire): Edit => ({ kind: 'removeWire', cable: c.id, wire }))),
    ),
  'ground-twice': (rig) =>
    rig.cables.flatMap((c) =>
      wiresOf(rig, c, 'ground').map((i): Edit[] => [
        { kind: 'addCable', cable: { id: 'CX3', wires: [c.wires[i]!], marked: false, locked: false } },
      ]),
    ),
  'port-used-twice': (rig) =>
    rig.cables.flatMap((c) =>
      wiresOf(rig, c, 'signal').map((i): Edit[] => [
        { kind: 'addCable', cable: { id: 'CX4', wires: [c.wires[i]!], marked: false, locked: false } },
      ]),
    ),
  'joint-no-slack': (rig) =>
    partsWithSheets(rig).flatMap(({ part, sheet }) =>
      sheet.joints.length
        ? rig.cables
            .filter((c) => c.wires[0]!.to.part !== part.id && c.wires[0]!.from.part !== c.wires[0]!.to.part)
            .map((c) => laidOut(rig, c, 175, part.id))
        : [],
    ),
  'cable-short': (rig) => rig.cables.map((c) => laidOut(rig, c, 60)),
  'plug-angled': (rig) =>
    rig.cables.map((c) => [
      ...resheet(
        rig,
        c.wires[0]!.from.part,
        (s) => void (s.ports.find((p) => p.id === c.wires[0]!.from.port)!.plug.angled = 'left'),
      ),
      ...laidOut(rig, c, 170),
    ]),
  'antenna-missing': leadOff((c) => c.kind === 'antenna'),
  'antenna-crossed': (rig) =>
    antennasOf(rig).flatMap((a) =>
      antennasOf(rig)
        .filter((b) => b !== a && b.talker.part.id === a.talker.part.id)
        .map((b) => [place(a.listener.part.id, 0, 0), place(b.listener.part.id, 10, 5)]),
    ),
  'antenna-near-compass': (rig) =>
    antennasOf(rig).map((a) => [added('compass'), place('PX', 0), place(a.listener.part.id, 40)]),
  'antenna-screened': (rig) =>
    antennasOf(rig).flatMap((a) =>
      partsWithSheets(rig)
        .filter(({ sheet }) => isPack(sheet))
        .map(({ part }) => [place(part.id, 0), place(a.listener.part.id, 5)]),
    ),
  'magnet-near-compass': (rig) =>
    rig.parts.flatMap(({ id }) => [
      [added('compass'), added('magnetic-driver', 'PY')],
      [added('compass'), ...resheet(rig, id, (s) => void (s.magnetic = true))],
    ]),
  'standard-mix': (rig) =>
    talksOf(rig, (c) => c.kind === 'composite').map((c) =>
      resheet(rig, c.talker.part.id, (s) => {
        const own = s.links.find((l) => l.id === c.talker.link.id)!;
        own.params.standard = own.params.standard === '625/50' ? '525/59.94' : '625/50';
      }),
    ),
  'screen-untuned': (rig) =>
    partsWithSheets(rig)
      .filter(({ sheet }) => sendsPictures(sheet))
      .map(({ part }) => [
        { kind: 'addPart', part: newPart('PX', 'own-screen', 'Screen'), sheet: screenOn('2') },
        ...resheet(rig, part.id, (s) => void s.settings.push(tuning('1'))),
      ]),
  'picture-nowhere': leadOff((c) => sees(c.talker.sheet) && ['composite', 'hdmi'].includes(c.kind)),
  'no-fixed-camera': (rig) => {
    const turns = partsWithSheets(rig).find(({ sheet }) => sheet.joints.length);
    const cameras = partsWithSheets(rig).filter(({ sheet }) => sees(sheet));
    if (!turns || !cameras.length) return [];
    const rides = turns.part.id;
    return [
      cameras
        .filter(({ part }) => part.id !== turns.part.id)
        .map(({ part }): Edit => ({
          kind: 'note',
          part: part.id,
          change: { place: { xMm: 0, yMm: 0, zMm: 0, rides } },
        })),
    ];
  },
  'port-told-other': (rig) => [
    ...partsWithSheets(rig).flatMap(({ part, sheet }) =>
      (sheet.assignablePorts ?? []).map((a): Edit[] => [
        { kind: 'note', part: part.id, change: { told: { ...part.told, [a.port]: 'nothing' } } },
      ]),
    ),
    // a class whose port came to be told in its own page
    ...talksOf(rig, (c) => !flies(c.listener.sheet) && (c.kind === 'sbus' || c.kind === 'pulse')).map(({ listener }) =>
      resheet(rig, listener.part.id, (sheet) => {
        const port = listener.link.pins.data!.port;
        sheet.assignablePorts = [{ port, mayBe: ['bus', 'trigger', 'gimbal'], default: 'nothing' }];
      }),
    ),
  ],
  'address-twice': addresses('192.168.7.20'),
  'subnet-other': addresses('10.0.0.5'),
  'window-missed': (rig) => chainsOf(rig).map((c) => shape(c, { lowUs: 1450, highUs: 1550 })),
  'window-thin': (rig) =>
    chainsOf(rig)
      .filter((c) => c.control?.kind === 'switch3' && c.fn.windows)
      .flatMap((c) =>
        c.fn.windows!.flatMap((w) =>
          [w.fromUs + 5, w.toUs - 5]
            .map((us) => us - 1500)
            .filter((us) => Math.abs(us) <= 200)
            .map((subTrimUs) => shape(c, { subTrimUs })),
        ),
      ),
  'window-unreached': (rig) => [...onTwoPlaces(rig), ...inputMoved(rig)],
  'input-empty': switcherInputs((leads, part, ports) => {
    const out: Edit[][] = leads.flatMap((lead) => (lead ? [[{ kind: 'removeCable', cable: lead.id }]] : []));
    const last = ports.at(-1)!;
    return [
      ...out,
      ...leads.flatMap((lead, i) => (lead && i && !leads.at(-1) ? [movedTo(lead, part, ports[i]!, last)] : [])),
    ];
  }),
  'pulse-from-latch': controlOf((c, kind) => c.fn.takes === 'pulse' && kind === 'switch2'),
  'control-unfit': controlOf((c, kind) => (c.fn.takes === 'rate' ? kind === 'switch2' : kind === 'stick')),
  'one-control-many': (rig) =>
    chainsOf(rig).flatMap((c) =>
      c.control
        ? [6, 11, 15].map((channel): Edit[] => [
            { kind: 'shape', transmitter: c.transmitter!.id, channel, change: { control: c.control!.id } },
          ])
        : [],
    ),
  'two-on-one-slot': (rig) =>
    bound(rig).flatMap((c) => bound(rig).flatMap((d) => (c !== d && c.slot !== d.slot ? [bindTo(c, d.slot!)] : []))),
  'flight-undriven': (rig) =>
    chainsOf(rig).flatMap((c) =>
      isFlightChain(c) ? [shape(c, { control: null }), [{ kind: 'unbind', part: c.part.id, fn: c.fn.id }]] : [],
    ),
  'flight-unfit': (rig) =>
    chainsOf(rig).flatMap((c) => {
      const kind = isAxis(c.fn.what) ? 'switch3' : 'stick';
      const others = c.transmitter ? sheetOfPart(rig, c.transmitter.id).controls.filter((o) => o.kind === kind) : [];
      return isFlightChain(c) ? others.map((o) => shape(c, { control: o.id })) : [];
    }),
  'output-two-slots': (rig) => {
    const on = bound(rig).filter((c) => repeatedBy(c) !== null);
    const ends = ({ path }: Chain): PinRef[] => {
      const { talker, listener } = path.find((x) => x.kind === 'pulse')!;
      return [talker, listener].map(({ part, link }) => ({ part: part.id, ...link.pins.data! }));
    };
    return [
      ...on.flatMap((c) =>
        on.flatMap((d) => (repeatedBy(c) === repeatedBy(d) ? [] : [splitTo(rig, ends(c), ends(d))])),
      ),
      // another function of the same part, told over the same output
      ...on.flatMap((c) =>
        c.sheet.functions.flatMap((f) => {
          if (f.id === c.fn.id || f.what === c.fn.what) return [];
          const told = resheet(rig, c.part.id, (s) => {
            const askedBy = s.functions.find((x) => x.id === f.id)!;
            askedBy.askedBy = [{ by: 'slot', over: [c.path.at(-1)!.listener.link.id] }];
          });
          return [[...told, ...bindTo({ ...c, fn: f }, c.slot! < 16 ? c.slot! + 1 : 15)]];
        }),
      ),
    ];
  },
  'pin-other-slot': (rig) =>
    chainsOf(rig).flatMap((c) =>
      pinnedBy(c) && !isFlightChain(c) ? [bindTo(c, c.slot! < 16 ? c.slot! + 1 : 15)] : [],
    ),
  'numbering-base': (rig) => bound(rig).flatMap((c) => [bindTo(c, c.slot! + 1), bindTo(c, Math.max(1, c.slot! - 1))]),
  'slot-not-allowed': (rig) =>
    bound(rig).map((c) =>
      resheet(rig, c.part.id, (s) => {
        for (const ask of s.functions.find((f) => f.id === c.fn.id)!.askedBy)
          if (ask.by === 'slot') ask.slots = [15, 16].filter((n) => n !== c.slot);
      }),
    ),
  'channel-beyond': (rig) => bound(rig).flatMap((c) => [bindTo(c, 16), bindTo(c, 13)]),
  'flight-shared': (rig) => bound(rig).flatMap((c) => [1, 2, 3, 4].map((slot) => bindTo(c, slot))),
  'stick-mode': (rig) =>
    partsWithSheets(rig).flatMap(({ part, sheet }) =>
      (sheet.settings.find((s) => s.id === 'mode' && hasControls(sheet))?.values ?? []).map((value): Edit[] => [
        { kind: 'set', part: part.id, setting: 'mode', value },
      ]),
    ),
  'wrong-way': (rig) => chainsOf(rig).map((c) => shape(c, { reverse: !c.shaping?.reverse })),
  'moves-nothing': (rig) =>
    chainsOf(rig)
      .filter((c) => c.fn.range !== undefined)
      .flatMap((c) => [
        shape(c, { sharePct: 0 }),
        shape(c, { lowUs: 1495, highUs: 1505 }),
        shape(c, { points: [100, 0, 100] }),
      ]),
  'channel-slow': (rig) =>
    chainsOf(rig)
      .filter((c) => !isFlightChain(c))
      .map((c) => shape(c, { endToEndS: 12 })),
  'goes-at-rest': (rig) =>
    chainsOf(rig)
      .filter((c) => c.fn.takes === 'rate' || c.fn.what === 'drive')
      .flatMap((c) => [
        shape(c, { subTrimUs: 90 }),
        shape(c, { shiftPct: 20 }),
        shape(c, { points: [-100, -30, 100] }),
      ]),
  'fail-safe-acts': (rig) => [
    ...radioLost((c) => c.fn.takes === 'rate', 'hold')(rig),
    ...radioLost(
      (c) => c.fn.takes === 'rate',
      'value',
      () => 1900,
    )(rig),
    ...radioLost(
      (c) => ['record', 'photo', 'radio-power'].includes(c.fn.what) && c.fn.windows !== undefined,
      'value',
      (c) => Math.min(2000, Math.round((c.fn.windows!.at(-1)!.fromUs + c.fn.windows!.at(-1)!.toUs) / 2)),
    )(rig),
  ],
  'hand-over-flight': handedOver((h) => [
    { kind: 'handOver', handOver: { ...h, channels: [...h.channels, { channel: 1, takes: 1 }] } },
  ]),
  'hand-over-broken': handedOver((h) => [{ kind: 'handOver', handOver: { ...h, channels: [] } }]),
  'hand-over-switch': (rig) =>
    rig.handOvers.flatMap((h) =>
      chainsOf(rig)
        .filter((c) => c.transmitter?.id === h.from && c.control?.kind.startsWith('switch'))
        .map((c): Edit[] => [{ kind: 'handOver', handOver: { ...h, control: c.control!.id } }]),
    ),
  'hand-over-empty': (rig) =>
    rig.handOvers.flatMap((h) =>
      h.channels.map(({ takes }): Edit[] => [
        { kind: 'shape', transmitter: h.to, channel: takes, change: { control: null } },
      ]),
    ),
  'operators-idle': handedOver((h) => [{ kind: 'noHandOver', from: h.from, to: h.to }]),
  'mode-untold': (rig) =>
    chainsOf(rig)
      .filter((c) => c.fn.enabledIn)
      .flatMap((c) => [
        ...rig.bindings
          .filter((b) => b.part === c.part.id && b.fn === c.fn.enabledIn!.fn)
          .map((b): Edit[] => [{ kind: 'unbind', part: b.part, fn: b.fn }]),
        ...chainsOf(rig)
          .filter((m) => m.part.id === c.part.id && m.fn.id === c.fn.enabledIn!.fn)
          .map((m) => shape(m, { control: null })),
      ]),
  'take-off-untold': () => [
    [{ kind: 'school', choice: { takeOff: 'locked' } }],
    [{ kind: 'school', choice: { takeOff: 'off' } }],
    [{ kind: 'school', choice: { takeOff: 'pan off' } }],
  ],
  'scale-school': (rig) =>
    talksOf(rig, (c) => c.talker.link.params.scale !== undefined).map((c) =>
      resheet(rig, c.listener.part.id, (s) => {
        const own = s.links.find((l) => l.id === c.listener.link.id)!;
        own.params.scale = c.talker.link.params.scale === 'micro' ? 'percent' : 'micro';
      }),
    ),
  'wish-impossible': () => [
    [
      {
        kind: 'addWish',
        wish: { id: 'WX', what: 'iris', label: 'Iris', by: 'pilot', control: null, hand: 'either' },
      },
    ],
  ],
  'wish-open': (rig) => chainsOf(rig).map((c) => shape(c, { control: null })),
  'wish-otherwise': (rig) =>
    rig.wishes.flatMap((w) =>
      partsWithSheets(rig)
        .filter(({ sheet }) => hasControls(sheet))
        .flatMap(({ sheet }) =>
          sheet.controls.map((c): Edit[] => [{ kind: 'setWish', wish: w.id, change: { control: c.id } }]),
        ),
    ),
  'drive-fail-safe': (rig) => rig.failSafes.map((f) => [{ kind: 'noFailSafe', receiver: f.receiver, slot: f.slot }]),
  'drive-no-brake': (rig) =>
    partsWithSheets(rig)
      .filter(({ sheet }) => drives(sheet))
      .flatMap(({ part, sheet }) => {
        const brake = sheet.functions.find((f) => f.what === 'brake');
        if (!brake) return [];
        const own = findChains(rig).find((c) => c.part.id === part.id && c.fn.id === brake.id);
        return [
          ...rig.bindings
            .filter((b) => b.part === part.id && b.fn === brake.id)
            .map((b): Edit[] => [{ kind: 'unbind', part: b.part, fn: b.fn }]),
          ...(own?.carrier
            ? rig.cables.filter((c) => touches(c, part.id)).map((c): Edit[] => [{ kind: 'removeCable', cable: c.id }])
            : []),
        ];
      }),
  'reach-missing': (rig) =>
    rig.cables.flatMap((c) =>
      wiresOf(rig, c, 'signal').length === c.wires.length ? [[{ kind: 'removeCable', cable: c.id }]] : [],
    ),
  'photo-untold': (rig) =>
    partsWithSheets(rig)
      .filter(({ sheet }) => sees(sheet))
      .map(({ part }): Edit[] => [...resheet(rig, part.id, addShoe), added('position-tagger')]),
  'part-idle': (rig) => rig.cables.map((c) => [{ kind: 'removeCable', cable: c.id }]),
  'radio-none': (rig) => [
    partsWithSheets(rig)
      .filter(({ sheet }) => hasControls(sheet))
      .map(({ part }): Edit => ({ kind: 'removePart', part: part.id })),
  ],
  'bench-missing': (rig) => rig.parts.map(({ id }) => [{ kind: 'tick', part: id, onBench: false }]),
  'prep-open': (rig) =>
    partsWithSheets(rig).flatMap(({ part, sheet }) =>
      sheet.prep.map((item): Edit[] => [{ kind: 'prepare', part: part.id, item: item.id, done: false }]),
    ),
  'firmware-unknown': (rig) => rig.parts.map(({ id }) => [{ kind: 'note', part: id, change: { firmware: null } }]),
  'firmware-old': (rig) => rig.parts.map(({ id }) => [{ kind: 'note', part: id, change: { firmware: '1.0' } }]),
  'board-too-small': (rig) =>
    partsWithSheets(rig).flatMap(({ part, sheet }) =>
      sheet.board ? [resheet(rig, part.id, (s) => void (s.board = 'small'))] : [],
    ),
};

/** Edits that make one rule speak on a rig, the first of at most `most` ways that do; null where none does. */
export function aimedFault(rig: Rig, rule: RuleId, seed: number, most = 8): Edit[] | null {
  const ways = AIMED[rule](rig).filter((edits) => edits.length);
  const speaks = (edits: Edit[]): boolean =>
    analyse(applyEdits(rig, edits).rig).findings.some((f) => f.rule === rule && f.mark !== 'clear');
  // from another place in the list on every rig, so that not always the first lead is the one
  const from = ways.length ? seed % ways.length : 0;
  return [...ways.slice(from), ...ways.slice(0, from)].slice(0, most).find(speaks) ?? null;
}
