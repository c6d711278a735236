import type { Rig } from '../rig/index.js';
import { touchesOf } from '../rig/studies.js';
import { channelId, settingId, type CheckStep } from '../prove/index.js';
import type { Fault } from './fault.js';

/**
 * Steps to ask once more after a fault was mended: those that failed, and those that run through what the hands touched for it.
 * By their ids, in the order of the plan.
 */
export function stepsAgain(rig: Rig, fault: Fault, plan: readonly CheckStep[], failed: ReadonlySet<string>): string[] {
  const touched = touchedBy(rig, fault);
  return plan.filter((s) => failed.has(s.id) || s.dependsOn.some((id) => touched.has(id))).map((s) => s.id);
}

/** Names of parts, cables, channels and settings that a fault sits in, as steps name what they run through. */
function touchedBy(rig: Rig, { put, flaws = [] }: Fault): Set<string> {
  const changes = touchesOf(rig, put).changes;
  const known = new Set([...rig.parts, ...rig.cables].map((x) => x.id));
  return new Set(
    [...changes.map(nameOf), ...flaws.map((f) => (f.kind === 'loose' ? f.cable : f.part))].filter(
      (id) => known.has(id) || id.includes(' '),
    ),
  );
}

/** The name of what an edit changes among what a step runs through. */
function nameOf(change: string): string {
  const channel = /^channel (\S+) (\d+)/.exec(change);
  if (channel) return channelId(channel[1]!, Number(channel[2]));
  const setting = /^part ([^/]+)\/setting (.+)$/.exec(change);
  if (setting) return settingId(setting[1]!, setting[2]!);
  return /^(?:part|cable|function|pad|fail-safe|hand-over) ([^/ ]+)/.exec(change)?.[1] ?? '';
}
