import type { Analysis } from '../analysis/index.js';
import { moverOf, type LadderMove, type LadderRow } from '../channels/index.js';
import { isWindowed } from '../parts/index.js';
import { labelOf, type Rig } from '../rig/index.js';
import { groupBy, micros, num } from '../units/index.js';
import { cautionsOf, type Card } from './wiring-card.js';

/** Which stick does what, on paper: channels, windows, fail-safe, hand-over. */
export function channelCard(rig: Rig, analysis: Pick<Analysis, 'channels'>): Card {
  const { rows, latency } = analysis.channels;
  const transmitters = [...groupBy(rows, (r) => r.transmitter)];
  const ladders = (transmitters.length ? transmitters : [['', []] as const]).map(([id, own]) => ({
    heading: transmitters.length > 1 ? `Channels of ${labelOf(rig, id)}` : 'Channels',
    note: latency ? `stick to device ${num(latency.worst)} ms worst, ${num(latency.usual)} ms usual` : '',
    columns: ['channel', 'control', 'sends', 'slot', 'device says', 'moves', 'how'],
    rows: own.flatMap(rowText),
  }));
  const windows = {
    heading: 'Windows',
    note: 'widths as the device sees them',
    columns: ['channel', 'part', 'function', 'window', 'from µs', 'to µs'],
    rows: rows.flatMap((row) => row.moves.filter((m) => isWindowed(m.fn)).flatMap((m) => windowText(row, m))),
  };
  const failSafe = {
    heading: 'Without radio',
    note: '',
    columns: ['receiver', 'slot', 'does'],
    rows: rig.failSafes.map((f) => [
      labelOf(rig, f.receiver),
      String(f.slot),
      f.does === 'value' ? micros(f.valueUs ?? NaN) : f.does === 'hold' ? 'stays where it was' : 'falls silent',
    ]),
  };
  const handOver = {
    heading: 'Two operators',
    note: 'before hand-over the second has no effect; flight channels never move',
    columns: ['from', 'to', 'by', 'channel', 'takes'],
    rows: rig.handOvers.flatMap((h) =>
      h.channels.map((c) => [
        labelOf(rig, h.from),
        labelOf(rig, h.to),
        `${h.over}, ${h.control ?? 'no switch'}`,
        String(c.channel),
        String(c.takes),
      ]),
    ),
  };
  return {
    title: `${rig.name} · channel card`,
    subtitle: `${rig.kind} · revision ${rig.revision} · ${rows.length} channels`,
    tables: [...ladders, ...[windows, failSafe, handOver].filter((t) => t.rows.length)],
    cautions: cautionsOf(rig),
  };
}

function rowText(row: LadderRow): string[][] {
  const { shaping, channelName } = row;
  const sends = shaping
    ? `${micros(shaping.lowUs + shaping.subTrimUs)} – ${micros(shaping.highUs + shaping.subTrimUs)}${shaping.reverse ? ', reversed' : ''}`
    : '';
  const left = [channelName, moverOf(row) ?? 'nothing', sends];
  const moves = row.moves.map((m) => [
    ...left,
    String(m.slot),
    m.deviceName,
    `${m.partLabel} ${m.fn.label.toLowerCase()}`,
    howText(m),
  ]);
  return moves.length ? moves : [[...left, '', '', 'nothing', '']];
}

function howText({ fn, setup, breaks }: LadderMove): string {
  if (breaks) return breaks;
  const range = fn.range ? `${num(fn.range.from, 1)}…${num(fn.range.to, 1)} ${fn.range.unit}` : '';
  return [fn.takes, range, setup.reverse ? 'reversed' : ''].filter(Boolean).join(', ');
}

const windowText = (row: LadderRow, { partLabel, fn }: LadderMove): string[][] =>
  (fn.windows ?? []).map((w) => [row.channelName, partLabel, fn.label, w.label, num(w.fromUs), num(w.toUs)]);
