import type { LeadStudy, SupplyStudy } from '@squallmark/core/studies';
import type { Mark } from '@squallmark/core/findings';
import type { Feeding } from '@squallmark/core/propose';
import { gaugeText } from '@squallmark/core/rails';
import { HOT_C, firstToGo, standsText, type FeedChoice, type LeastGauge } from '@squallmark/core/rails-studies';
import { labelOf, type Rig } from '@squallmark/core/rig';
import { amps, listed, num, percent, signed, voltBand, volts, watts } from '@squallmark/core/units';
import type { Column } from '../../kit/table/cell';

export type StudyView = 'spread' | 'shorts' | 'packs' | 'heat' | 'leads' | 'feed' | 'set';

/** One line of a study: its mark, and its figures as they are shown. */
export interface Line {
  key: string;
  mark: Mark;
  cells: Record<string, string>;
}

/** What a view shows: a heading, its columns, what the table as a whole says. */
export interface StudyTable {
  caption: string;
  columns: Column<Line>[];
}

const column = (id: string, head: string, figure = false): Column<Line> => ({
  ...{ id, head, figure },
  text: (r) => r.cells[id]!,
});
const MARK: Column<Line> = { id: 'mark', head: 'Mark', quiet: true };

export const TABLES: Readonly<Record<StudyView, StudyTable>> = {
  spread: {
    caption: 'Volts over 1 000 rigs of the same parts, full pack',
    columns: [
      column('what', 'Part'),
      column('usual', '95 of 100 rigs', true),
      column('worst', 'Everything at its worst', true),
      column('takes', 'Takes', true),
      column('outside', 'Outside', true),
      MARK,
    ],
  },
  shorts: {
    caption: 'A short at each plug',
    columns: [
      column('what', 'Plug'),
      column('amps', 'Flows at once', true),
      column('first', 'Goes first'),
      column('after', 'After', true),
      MARK,
    ],
  },
  packs: {
    caption: 'Packs over a run',
    columns: [
      column('what', 'Pack'),
      column('rest', 'At rest', true),
      column('first', 'At first', true),
      column('into', 'Pushed into it', true),
      column('given', 'Gives', true),
      column('share', 'Its share', true),
      column('left', 'Left', true),
      MARK,
    ],
  },
  heat: {
    caption: 'Warmest wires, plugs and regulators',
    columns: [
      column('what', 'What'),
      column('amps', 'Carries', true),
      column('watts', 'Heat', true),
      column('rise', 'Over the air', true),
      column('celsius', 'So', true),
      MARK,
    ],
  },
  leads: {
    caption: 'Thinnest leads that keep the room',
    columns: [
      column('what', 'Lead'),
      column('now', 'Now', true),
      column('least', 'Will do', true),
      column('grams', 'Copper', true),
      column('bound', 'No thinner for'),
      MARK,
    ],
  },
  feed: {
    caption: 'Gimbal from the pack or from a steady outlet',
    columns: [
      column('what', 'Fed from'),
      column('volts', 'Full to flat', true),
      column('moves', 'Moves by', true),
      column('heat', 'Heat in all', true),
      column('shares', 'Goes dark together with'),
      MARK,
    ],
  },
  set: {
    caption: 'Cheapest regulators that feed everything',
    columns: [
      column('what', 'Outlet'),
      column('where', 'From'),
      column('amps', 'Asked of it', true),
      column('heat', 'Heat', true),
      column('feeds', 'Feeds'),
      MARK,
    ],
  },
};

export function spreadLines(rig: Rig, { bands }: SupplyStudy): Line[] {
  const takes = new Map<string, readonly [number, number]>(
    rig.parts.flatMap((part) =>
      (rig.sheets[part.class]?.supplies ?? []).map((s) => [`${part.id}.${s.id}`, s.volts] as const),
    ),
  );
  return bands.flatMap((b): Line[] => {
    const key = `${b.part}.${b.terminal}`;
    const band = takes.get(key);
    if (!band) return [];
    const beyond = b.leastV < band[0] || b.mostV > band[1];
    const mark = b.outside > 0.025 ? 'stop' : beyond ? 'watch' : 'clear';
    const cells = {
      what: labelOf(rig, b.part),
      usual: voltBand([round(b.lowV), round(b.highV)]),
      worst: voltBand([round(b.leastV), round(b.mostV)]),
      takes: voltBand(band),
      outside: b.outside ? percent(b.outside) : '–',
    };
    return [{ key, mark, cells }];
  });
}

export const shortLines = (rig: Rig, { shorts }: SupplyStudy): Line[] =>
  shorts.map((s): Line => {
    const way = firstToGo(s);
    return {
      key: `${s.part}.${s.terminal}`,
      mark: s.first === 'wire' ? 'watch' : 'clear',
      cells: {
        what: `${labelOf(rig, s.part)}, ${s.terminal}`,
        amps: amps(s.amps),
        first: way ? `${s.first} in ${way.cable}` : 'nothing',
        after: way ? standsText(way) : '',
      },
    };
  });

export const packLines = (rig: Rig, { packs: { packs } }: SupplyStudy): Line[] =>
  packs.map((p): Line => ({
    key: p.part,
    mark: p.mostInA > 1 ? 'watch' : 'clear',
    cells: {
      what: labelOf(rig, p.part),
      rest: `${volts(p.restV)}, ${percent(p.fromCharge)}`,
      first: amps(p.firstA),
      into: p.mostInA > 0.005 ? amps(p.mostInA) : '–',
      given: `${num(p.givenAh, 2)} Ah`,
      share: percent(p.share),
      left: percent(p.toCharge),
    },
  }));

export function packsText({ packs: { minutes, fullMinutes, packs } }: SupplyStudy): string {
  if (minutes === null) return 'No pack gives anything.';
  const lost = (fullMinutes ?? minutes) - minutes;
  const until = `Runs ${num(minutes)} min until the first pack has 30 % left`;
  if (lost < 0.5) return `${until}.`;
  const why = packs.length > 1 ? 'packs full and alike' : 'a full pack';
  return `${until}; ${num(lost)} min less than with ${why}.`;
}

/** Everything that warms by a kelvin or more, the warmest first; of a wire and its plug each by itself. */
export function heatLines(rig: Rig, { heat: { celsius, wires, regulators } }: SupplyStudy): Line[] {
  const line = (key: string, what: string, riseK: number, a: string, w: string): { riseK: number; line: Line } => ({
    riseK,
    line: {
      key,
      mark: celsius + riseK >= HOT_C ? 'watch' : 'clear',
      cells: { what, amps: a, watts: w, rise: `${signed(riseK, 0)} K`, celsius: `${num(celsius + riseK)} °C` },
    },
  });
  return [
    ...regulators.map((r) =>
      line(`${r.part}.${r.terminal}`, `${labelOf(rig, r.part)}, ${r.terminal}`, r.riseK, '', watts(r.watts)),
    ),
    ...wires.map((w) =>
      line(`${w.cable}.${w.wire}`, `${w.cable}, wire ${w.wire + 1}`, w.riseK, amps(w.amps), watts(w.watts)),
    ),
    ...wires.flatMap((w) =>
      w.plug
        ? [
            line(
              `${w.cable}.${w.wire} plug`,
              `${w.cable}, plug at ${labelOf(rig, w.plug.part)}`,
              w.plugRiseK!,
              amps(w.amps),
              '',
            ),
          ]
        : [],
    ),
  ]
    .filter((x) => x.riseK >= 1)
    .sort((a, b) => b.riseK - a.riseK)
    .map((x) => x.line);
}

const BOUNDS: Readonly<Record<Exclude<LeastGauge['bound'], 'room'>, string>> = {
  current: 'what it carries',
  fuse: 'its fuse',
  pack: 'a pack lead',
  thinnest: 'thinner is signal wire',
};

export const leadLines = (rig: Rig, { leads, splices }: LeadStudy): Line[] => [
  ...leads.map((l): Line => ({
    key: l.cable,
    mark: l.leastAwg < l.nowAwg ? 'watch' : 'clear',
    cells: {
      what: l.cable,
      now: gaugeText(l.nowAwg),
      least: gaugeText(l.leastAwg),
      grams: `${num(l.nowG, 1)} → ${num(l.leastG, 1)} g`,
      bound: l.bound === 'room' ? `the room of ${labelOf(rig, l.load!)}` : BOUNDS[l.bound],
    },
  })),
  ...splices.map((s): Line => ({
    key: s.part,
    mark: 'clear',
    cells: {
      what: labelOf(rig, s.part),
      now: `${s.nowMm} mm along ${s.trunk}`,
      least: s.bestMm === s.nowMm ? 'there' : `${s.bestMm} mm`,
      grams: `${num(s.nowG, 1)} → ${num(s.thenG, 1)} g`,
      bound: `room ${signed(s.thenV, 2)} V`,
    },
  })),
];

export function leadsText({ nowV, thenV, holds, marginV, leads }: LeadStudy): string {
  if (nowV === null) return 'Nothing is fed yet.';
  const saved = leads.reduce((sum, l) => sum + l.nowG - l.leastG, 0);
  const then = `Least room ${signed(nowV, 2)} V now, ${signed(thenV!, 2)} V then`;
  if (!holds) return `${then}: leads alone do not keep ${num(marginV, 2)} V.`;
  return `${then}; ${num(Math.abs(saved), 1)} g of copper ${saved < 0 ? 'more' : 'less'}.`;
}

export const feedLines = (sides: readonly FeedChoice[]): Line[] =>
  sides.map((s): Line => ({
    key: s.value,
    mark: s.fits ? 'clear' : 'stop',
    cells: {
      what: `${s.from}${s.edits.length ? '' : ', as now'}`,
      volts: `${volts(s.fullV)} to ${volts(s.flatV)}`,
      moves: volts(s.rippleV),
      heat: watts(s.heatW),
      shares: s.shares.length ? listed(s.shares) : 'nothing',
    },
  }));

export const setLines = ({ outlets }: Feeding): Line[] =>
  outlets.map((o): Line => ({
    key: o.part,
    mark: o.amps > 0.8 * o.maxA ? 'watch' : 'clear',
    cells: {
      what: o.label,
      where: o.isHere ? 'bench' : 'shelf',
      amps: `${amps(o.amps)} of ${amps(o.maxA)}`,
      heat: o.isRegulator ? watts(o.heatW) : '',
      feeds: o.feeds.join(', '),
    },
  }));

export function setText({ massG, nowG, heatW, unfed }: Feeding): string {
  const open = unfed.length ? ` Nothing suits ${listed(unfed)}.` : '';
  return `${num(massG)} g of regulators and copper, ${num(nowG)} g now; ${watts(heatW)} of heat at a full pack.${open}`;
}

const round = (v: number): number => Math.round(v * 100) / 100;
