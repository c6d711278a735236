import { analyse } from '@squallmark/core/analysis';
import { moverOf, type LadderRow } from '@squallmark/core/channels';
import { assignChannels, type AssignResult } from '@squallmark/core/channels-studies';
import { writeRig } from '@squallmark/core/files';
import { applyEdits, type Rig } from '@squallmark/core/rig';
import { num } from '@squallmark/core/units';
import type { ExitStatus, Options, Shell } from '../shell.js';
import { openRig } from './open-rig.js';

/** The ladder of a rig; `--assign` fills its open rows first. */
export function channels([file = '']: string[], { json, assign, to }: Options, shell: Shell): ExitStatus {
  const rig = openRig(file, shell);
  const result = assign ? assignChannels(rig) : null;
  const now = result?.edits.length ? applyEdits(rig, result.edits).rig : rig;
  if (to !== undefined) shell.write(to, new TextEncoder().encode(writeRig(now)));
  const { rows } = analyse(now).channels;
  if (json) shell.out(JSON.stringify({ rows: rows.map(rowJson), assigned: result }, null, 2));
  else sayAll(rows, result, shell);
  return result?.clash ? 1 : stops(now);
}

const stops = (rig: Rig): ExitStatus =>
  analyse(rig).findings.some((f) => f.station === 'channels' && f.mark === 'stop') ? 1 : 0;

const rowJson = (row: LadderRow): unknown => ({
  channel: row.channel,
  control: row.control?.id ?? null,
  shaping: row.shaping,
  moves: row.moves.map((m) => ({
    part: m.part,
    fn: m.fn.id,
    slot: m.slot,
    deviceName: m.deviceName,
    carrier: m.carrier,
    latency: m.latency,
    resolution: m.resolution,
    breaks: m.breaks,
  })),
});

function sayAll(rows: LadderRow[], result: AssignResult | null, shell: Shell): void {
  for (const row of result?.rows ?? [])
    shell.out(
      `assigned ${row.label}: ${row.controlLabel}, slot ${row.slot}${row.reasons.length ? ` · ${row.reasons.join(', ')}` : ''}`,
    );
  if (result?.clash) {
    shell.out(`◐ not assigned: ${result.clash.why}`);
    for (const what of result.clash.giveUp) shell.out(`    give up ${what}`);
  }
  for (const { label, why } of result?.unreached ?? []) shell.out(`◐ ${label}: ${why}`);
  for (const row of rows) {
    const ends = row.shaping ? `${num(row.shaping.lowUs)}–${num(row.shaping.highUs)} µs` : '';
    const moves = row.moves.map((m) => `${m.partLabel} ${m.fn.label.toLowerCase()} (${m.deviceName})`).join(', ');
    shell.out(`${String(row.channel).padStart(2)}  ${(moverOf(row) ?? '–').padEnd(16)} ${ends.padEnd(13)} ${moves}`);
  }
}
