import type { Analysis } from '../analysis/index.js';
import { cellV, ownShare, type RailNode, type RailRow } from '../rails/index.js';
import { KEPT_CHARGE } from '../rails/studies.js';
import { findPart, labelOf, sheetOf, type Rig } from '../rig/index.js';
import { amps, num, percent, signed, voltBand, volts, watts } from '../units/index.js';
import { FROM, type About, type Ground } from './about.js';

type Rails = Analysis['rails'];

/** Volts of a branch at the charge that is looked at. */
export function aboutVolts(rig: Rig, rails: Rails, { node, label }: RailRow): About {
  const of = { title: `Volts at ${label}`, figure: volts(node.volts) };
  if (node.kind === 'pack') return { ...of, ...packVolts(rig, rails, node) };
  if (node.kind === 'regulator') return { ...of, ...regulatorVolts(rig, rails, node) };
  const feeder = feederOf(rails, node);
  const grounds = feeder
    ? [
        computed(`${labelOf(rig, feeder.part)} gives`, volts(feeder.volts)),
        computed(
          `falls along the leads and what sits in them, there and back, at ${amps(node.amps)}`,
          volts(feeder.volts - node.volts),
        ),
      ]
    : [computed('fed by', 'nothing on this bench')];
  return {
    ...of,
    is: 'What is left between its plus and its minus, as a meter on its own plug would read it.',
    how: 'volts of what feeds it − amps × ohms of the leads',
    grounds: [...grounds, ...bandOf(node)],
  };
}

function packVolts(rig: Rig, rails: Rails, node: RailNode): Omit<About, 'title' | 'figure'> {
  const source = sheetOf(rig, node.part).sources.find((s) => s.id === node.terminal);
  const is = 'What it holds under this load, at its own plug.';
  const inside = { what: 'ohms inside', value: `${num((source?.outOhm ?? 0) * 1000, 1)} mΩ`, source: FROM.sheet };
  if (!source?.pack)
    return { is, how: 'what it holds − amps × ohms inside', grounds: [inside, computed('amps', amps(node.amps))] };
  const { cells, chemistry = 'lithium-polymer' } = source.pack;
  const charge = rails.now.charge * ownShare(findPart(rig, node.part) ?? {}, cells, chemistry);
  return {
    is,
    how: 'cells × volts of a cell at this charge − amps × ohms inside',
    grounds: [
      { what: 'cells in series', value: num(cells), source: FROM.sheet },
      {
        what: `a cell at ${percent(charge)}, at rest`,
        value: volts(cellV(charge, chemistry)),
        source: `curve of ${chemistry} cells, from memory`,
      },
      inside,
      computed('amps', amps(node.amps)),
    ],
  };
}

function regulatorVolts(rig: Rig, rails: Rails, node: RailNode): Omit<About, 'title' | 'figure'> {
  const source = sheetOf(rig, node.part).sources.find((s) => s.id === node.terminal);
  const input = inputOf(rig, rails, node);
  return {
    is: 'What it holds at its output under this load.',
    how: node.inDropout
      ? 'its input has no head room left: the output follows it down'
      : 'what it is set to − amps × ohms of its output',
    grounds: [
      { what: 'set to', value: volts(source?.regulator?.volts ?? 0), source: FROM.sheet },
      { what: 'ohms of its output', value: `${num((source?.outOhm ?? 0) * 1000, 1)} mΩ`, source: FROM.sheet },
      computed('amps', amps(node.amps)),
      ...(input ? [computed('at its input', volts(input.volts))] : []),
      { what: 'head room it needs', value: volts(source?.regulator?.dropoutV ?? 0), source: FROM.sheet },
    ],
  };
}

/** Amps of a branch at the charge that is looked at. */
export function aboutAmps(rig: Rig, rails: Rails, { node, label }: RailRow): About {
  const of = { title: `Amps of ${label}`, figure: amps(node.amps) };
  const draw = sheetOf(rig, node.part).supplies.find((s) => s.id === node.terminal)?.draw;
  if (node.kind === 'load' && draw && draw.kind !== 'regulator') {
    const unit = { power: 'W', current: 'A', resistance: 'Ω' }[draw.kind];
    return {
      ...of,
      is: rails.look.peak ? 'What it draws at its peak.' : 'What it draws as it usually works.',
      how: { power: 'watts ÷ volts there', current: '', resistance: 'volts there ÷ ohms' }[draw.kind],
      grounds: [
        { what: 'draws', value: `${num(draw.typical, 2)} ${unit}`, source: FROM.sheet },
        { what: 'at its peak', value: `${num(draw.peak, 2)} ${unit}`, source: FROM.sheet },
        computed('volts there', volts(node.volts)),
        ...handedOn(rig, rails, node),
      ],
    };
  }
  const fed = rails.now.nodes.filter((n) => n.fedBy === node.part);
  return {
    ...of,
    is: 'What it gives to all that hangs on it.',
    how: fed.length > 1 ? 'the sum of what each draws' : 'what hangs on it draws',
    grounds: [
      ...fed.map((n) => computed(labelOf(rig, n.part), amps(n.amps))),
      { what: 'it may give', value: amps(node.maxA ?? 0), source: FROM.sheet },
    ],
  };
}

/** The worst room of a load from full to flat, or the heat of a regulator; null where a branch has neither. */
export function aboutRoom(rig: Rig, rails: Rails, row: RailRow): About | null {
  const { node, label, worstMarginV, heatW } = row;
  if (worstMarginV !== null)
    return {
      title: `Room at ${label}`,
      figure: `${signed(worstMarginV, 2)} V`,
      is: 'Distance from the nearer edge of what it may have, at the worst: packs full with usual draw, or flat with everything at its peak. Below zero it is outside.',
      how: 'the smaller of volts − floor and ceiling − volts',
      grounds: [
        ...bandOf(node),
        computed(`room now, at ${percent(rails.now.charge)}`, `${signed(node.marginV ?? 0, 2)} V`),
      ],
    };
  const input = inputOf(rig, rails, node);
  if (heatW === null || !input) return null;
  return {
    title: `Heat of ${label}`,
    figure: watts(heatW),
    is: 'What it turns into heat instead of passing it on.',
    how: 'volts × amps at its input − volts × amps at its output',
    grounds: [
      computed('at its input', `${volts(input.volts)} × ${amps(intoA(node, input.volts))}`),
      computed('at its output', `${volts(node.volts)} × ${amps(node.amps)}`),
    ],
  };
}

/** What a part takes besides for what hangs on outputs of its own. */
function handedOn(rig: Rig, { now }: Rails, { part, terminal, volts: inV }: RailNode): Ground[] {
  const outs = sheetOf(rig, part).sources.filter((s) => s.regulator?.fedBy === terminal);
  const own = now.nodes.filter((n) => n.part === part && outs.some((s) => s.id === n.terminal));
  const handedA = own.reduce((sum, n) => sum + intoA(n, inV), 0);
  return own.length ? [computed('and for what it feeds', amps(handedA))] : [];
}

/** What it takes for itself of an input that may feed others of the part, or the part, too, A. */
const intoA = ({ volts: outV, amps: outA, lostW }: RailNode, inputV: number): number =>
  inputV > 0 ? (outV * outA + lostW) / inputV : 0;

/** Minutes until the first rail has only what is kept. */
export function aboutRunTime(rig: Rig, { runMin, now, look }: Rails): About | null {
  if (runMin === null) return null;
  const packs = now.nodes.filter((n) => n.kind === 'pack' && n.amps > 0);
  const capacityOf = ({ part, terminal }: RailNode): number | undefined =>
    sheetOf(rig, part).sources.find((s) => s.id === terminal)?.pack?.capacityMah;
  return {
    title: 'Run time of the payload',
    figure: `${num(runMin)} min`,
    is: `Minutes at ${look.peak ? 'the peak of everything' : 'the usual draw'} and ${num(look.celsius)} °C until the first pack has only its reserve left; motors are in it only as parts of this bench.`,
    how: 'charge above the reserve ÷ amps, summed over slices of the charge',
    grounds: [
      ...packs.flatMap((n) => [
        { what: `${labelOf(rig, n.part)} holds`, value: `${num(capacityOf(n) ?? 0)} mAh`, source: FROM.sheet },
        computed(`${labelOf(rig, n.part)} gives now`, amps(n.amps)),
      ]),
      { what: 'kept for the way home', value: percent(KEPT_CHARGE), source: FROM.practice },
    ],
  };
}

const computed = (what: string, value: string): Ground => ({ what, value, source: FROM.computed });

const bandOf = ({ allowed }: RailNode): Ground[] =>
  allowed ? [{ what: 'it may have', value: voltBand(allowed), source: FROM.sheet }] : [];

/** The output that feeds a supply. */
const feederOf = (rails: Rails, { fedBy }: RailNode): RailNode | undefined =>
  rails.now.nodes.find((n) => n.part === fedBy && (n.kind === 'pack' || n.kind === 'regulator'));

function inputOf(rig: Rig, rails: Rails, { part, terminal }: RailNode): RailNode | undefined {
  const by = sheetOf(rig, part).sources.find((s) => s.id === terminal)?.regulator?.fedBy;
  return rails.now.nodes.find((n) => n.part === part && n.terminal === by && n.allowed !== null);
}
