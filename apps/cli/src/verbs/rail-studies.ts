import { cheapestFeeding, type ProgrammeSolver } from '@squallmark/core/propose';
import { gaugeText, type Rails, type RigNetwork } from '@squallmark/core/rails';
import {
  feedChoices,
  firstToGo,
  heatAt,
  leastGauges,
  packRun,
  shortsOf,
  splicePlaces,
  standsText,
  type Yields,
} from '@squallmark/core/rails-studies';
import { labelOf, type Rig } from '@squallmark/core/rig';
import { SHELF } from '@squallmark/core/shelf';
import { amps, num, percent, roundTo, signed, volts, watts } from '@squallmark/core/units';
import loadHighs from 'highs';
import type { Options } from '../shell.js';

/** A study of the supplies: for programs under its own key, and for people line by line. */
export interface RailStudy {
  key: string;
  plain: unknown;
  lines: string[];
}

/** The studies that were asked for, in the order of the help. */
export async function railStudies(
  rig: Rig,
  network: RigNetwork,
  now: Rails,
  { short, heat, packs, gimbalFeed }: Options,
  { margin, feeding }: { margin: number | null; feeding: number | null },
): Promise<RailStudy[]> {
  return [
    ...(short ? [shortStudy(rig, network)] : []),
    ...(heat ? [heatStudy(rig, network, now)] : []),
    ...(packs ? [packStudy(rig, network)] : []),
    ...(margin === null ? [] : [gaugeStudy(rig, network, margin), spliceStudy(rig, network, margin)]),
    ...(gimbalFeed ? [feedStudy(rig)] : []),
    ...(feeding === null ? [] : [await feedingStudy(rig, feeding)]),
  ];
}

const rounded = (value: unknown): unknown =>
  JSON.parse(JSON.stringify(value, (_, x: unknown) => (typeof x === 'number' ? roundTo(x, 4) : x)));

function shortStudy(rig: Rig, network: RigNetwork): RailStudy {
  const plainYields = (y: Yields | null): object | null =>
    y && { ...y, amps: roundTo(y.amps, 2), afterS: roundTo(y.afterS, 6) };
  const shorts = shortsOf(rig, network);
  return {
    key: 'shorts',
    plain: shorts.map(({ fuse, wire, amps: through, ...rest }) => ({
      ...{ ...rest, amps: roundTo(through, 2), fuse: plainYields(fuse), wire: plainYields(wire) },
    })),
    lines: shorts.map((s) => {
      const where = `short at ${labelOf(rig, s.part)}, ${s.terminal}: ${amps(s.amps)}`;
      const y = firstToGo(s);
      if (!y) return `${where}; no fuse blows, the leads stand it`;
      return `${where}; ${s.first === 'fuse' ? 'the fuse' : 'FIRST THE WIRE'} in ${y.cable} after ${standsText(y)}`;
    }),
  };
}

function heatStudy(rig: Rig, network: RigNetwork, now: Rails): RailStudy {
  const { celsius, wires, regulators } = heatAt(rig, network, now);
  const warm = wires.filter((w) => Math.max(w.riseK, w.plugRiseK ?? 0) >= 1);
  const at = (riseK: number): string => `${num(celsius + riseK)} °C (${signed(riseK, 0)} K)`;
  return {
    key: 'heat',
    plain: rounded({ celsius, wires, regulators }),
    lines: [
      ...regulators.map((r) => `${labelOf(rig, r.part)}, ${r.terminal}: ${watts(r.watts)} of heat, ${at(r.riseK)}`),
      ...warm.map((w) => {
        const plug =
          w.plug && (w.plugRiseK ?? 0) >= 1 ? `, plug at ${labelOf(rig, w.plug.part)} ${at(w.plugRiseK!)}` : '';
        return `${w.cable}, wire ${w.wire + 1}: ${amps(w.amps)}, ${at(w.riseK)}${plug}`;
      }),
    ],
  };
}

function packStudy(rig: Rig, network: RigNetwork): RailStudy {
  const run = packRun(rig, network);
  const minutes = (m: number | null): string => (m === null ? 'no time known' : `${num(m)} min`);
  return {
    key: 'packs',
    plain: rounded(run),
    lines: [
      `runs ${minutes(run.minutes)} until the first pack has its reserve left; with every pack full ${minutes(run.fullMinutes)}`,
      ...run.packs.map(
        (p) =>
          `${labelOf(rig, p.part)}: ${volts(p.restV)} at rest (${percent(p.fromCharge)}), ${amps(p.firstA)} at first, gives ${num(p.givenAh, 2)} Ah, ${percent(p.share)} of all${p.mostInA > 0.005 ? `; ${amps(p.mostInA)} pushed into it` : ''}`,
      ),
    ],
  };
}

function gaugeStudy(rig: Rig, network: RigNetwork, margin: number): RailStudy {
  const { leads, nowV, thenV, holds } = leastGauges(rig, network, margin);
  const why = { current: 'what it carries', fuse: 'its fuse', pack: 'a pack lead', thinnest: 'thinner is signal wire' };
  const room = (v: number | null): string => (v === null ? 'nothing fed' : `${signed(v, 2)} V`);
  return {
    key: 'gauges',
    plain: rounded({ margin, nowV, thenV, holds, leads }),
    lines: [
      `least room ${room(nowV)} with these leads, ${room(thenV)} with the thinnest that ${holds ? `keep ${num(margin, 2)} V` : 'can be: the margin is not to be had by leads alone'}`,
      ...leads.map(
        (l) =>
          `${l.cable}: ${gaugeText(l.nowAwg)} now, ${gaugeText(l.leastAwg)} will do (${l.bound === 'room' ? `room of ${labelOf(rig, l.load!)}` : why[l.bound]}), ${num(l.nowG, 1)} → ${num(l.leastG, 1)} g`,
      ),
    ],
  };
}

function spliceStudy(rig: Rig, network: RigNetwork, margin: number): RailStudy {
  const places = splicePlaces(rig, network, margin);
  return {
    key: 'splices',
    plain: rounded(places),
    lines: places.map(
      (p) =>
        `${labelOf(rig, p.part)}: ${p.nowMm} mm along ${p.trunk} now, best at ${p.bestMm} mm; least room ${signed(p.nowV, 2)} → ${signed(p.thenV, 2)} V, copper ${num(p.nowG, 1)} → ${num(p.thenG, 1)} g`,
    ),
  };
}

function feedStudy(rig: Rig): RailStudy {
  const sides = feedChoices(rig);
  return {
    key: 'gimbalFeed',
    plain: rounded(sides.map(({ edits, ...side }) => ({ ...side, isNow: edits.length === 0 }))),
    lines: sides.map(
      (s) =>
        `gimbal from ${s.from}: ${volts(s.fullV)} full, ${volts(s.flatV)} flat${s.fits ? '' : ', outside what it takes'}; moves ${volts(s.rippleV)} between usual and peak; ${watts(s.heatW)} of heat; ${s.shares.length ? `shares with ${s.shares.join(', ')}` : 'by itself'}`,
    ),
  };
}

async function feedingStudy(rig: Rig, margin: number): Promise<RailStudy> {
  const set = cheapestFeeding(rig, SHELF, margin, (await loadHighs()) as ProgrammeSolver);
  return {
    key: 'feeding',
    plain: rounded({ margin, ...set }),
    lines: [
      `cheapest set that keeps ${num(margin, 2)} V: ${num(set.massG)} g of regulators and copper (${num(set.nowG)} g now), ${watts(set.heatW)} of heat`,
      ...set.outlets.map(
        (o) =>
          `${o.label}${o.isHere ? '' : ' (from the shelf)'}: ${amps(o.amps)} of ${amps(o.maxA)} → ${o.feeds.join(', ')}`,
      ),
      ...set.leads.map((l) => `lead ${l.from} → ${l.to}: ${amps(l.amps)}, ${gaugeText(l.gaugeAwg)}, ${l.lengthMm} mm`),
      ...(set.unfed.length ? [`nothing suits ${set.unfed.join(', ')}`] : []),
    ],
  };
}
