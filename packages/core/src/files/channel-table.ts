import type { Analysis } from '../analysis/index.js';
import type { Table } from './table.js';

const FIELDS = [
  'channel',
  'control',
  'low_us',
  'high_us',
  'sub_trim_us',
  'reverse',
  'dead_band_pct',
  'curve_pct',
  'slot',
  'part',
  'function',
  'device_number',
  'carrier',
];

/** The channel table as rows for a CSV file: one row a channel and function. */
export function channelTable(analysis: Pick<Analysis, 'channels'>): Table {
  const data = analysis.channels.rows.flatMap((row) => {
    const s = row.shaping;
    const left = [
      row.channel,
      row.control?.label ?? '',
      s?.lowUs ?? '',
      s?.highUs ?? '',
      s?.subTrimUs ?? '',
      s ? (s.reverse ? 'yes' : 'no') : '',
      s?.deadBandPct ?? '',
      s?.expoPct ?? '',
    ];
    const moves = row.moves.map((m) => [...left, m.slot, m.partLabel, m.fn.label, m.deviceNumber, m.carrier ?? '']);
    return moves.length ? moves : [[...left, '', '', '', '', '']];
  });
  return { fields: FIELDS, data };
}
