import { bundleReport, packBundle, readBundle, type Bundle, type BundledEntry } from '@squallmark/core/bundle';
import { writeRig } from '@squallmark/core/files';
import { problemText } from '@squallmark/core/units';
import { InputProblem, type ExitStatus, type Options, type Shell } from '../shell.js';
import { openJson, openRig } from './open-rig.js';

/** A rig, and its log where one is given, into one ZIP. */
export function pack([file = '']: string[], { json, log, to }: Options, shell: Shell): ExitStatus {
  if (to === undefined) throw new InputProblem('--out: the ZIP to write is missing');
  const rig = openRig(file, shell);
  const entries = log === undefined ? [] : openLog(log, shell);
  const bytes = packed(log ?? file, { rig, entries });
  shell.write(to, bytes);
  shell.out(
    json
      ? JSON.stringify({ out: to, bytes: bytes.length, rig: rig.id, revision: rig.revision, entries: entries.length })
      : `${rig.name}, revision ${rig.revision}, with ${entries.length} lines of its log: ${to}`,
  );
  return 0;
}

function packed(file: string, bundle: Bundle): Uint8Array {
  try {
    return packBundle(bundle);
  } catch (error) {
    throw new InputProblem(`${file}: ${error instanceof Error ? error.message : String(error)}`);
  }
}

function openLog(file: string, shell: Shell): BundledEntry[] {
  const plain = openJson(file, shell);
  const entries = (plain as { entries?: unknown } | null)?.entries;
  if (!Array.isArray(entries)) throw new InputProblem(`${file}: entries: a log holds a list of them`);
  return entries as BundledEntry[];
}

/** What is in a ZIP, what would change against a rig that is here, and with a folder given, its files. */
export function unpack([file = '']: string[], { json, on, to }: Options, shell: Shell): ExitStatus {
  const reading = readBundle(bytesOf(file, shell));
  if (!reading.ok) throw new InputProblem(reading.problems.map((p) => `${file}: ${problemText(p)}`).join('\n'));
  const bundle = reading.value;
  const here = on === undefined ? null : { rig: openRig(on, shell), entries: [] };
  if (here && here.rig.id !== bundle.rig.id)
    throw new InputProblem(`${on}: id: "${here.rig.id}" is another rig than "${bundle.rig.id}" in ${file}`);
  const report = bundleReport(bundle, here);
  if (to !== undefined) {
    const text = (s: string): Uint8Array => new TextEncoder().encode(s);
    shell.write(`${to}/rig.json`, text(writeRig(bundle.rig)));
    shell.write(`${to}/log.json`, text(`${JSON.stringify({ entries: bundle.entries }, null, 2)}\n`));
  }
  if (json)
    shell.out(JSON.stringify({ ...report, revision: bundle.rig.revision, ...(to === undefined ? {} : { out: to }) }));
  else for (const line of [report.text, ...report.changes.map((c) => `  ${c.text}`)]) shell.out(line);
  return 0;
}

function bytesOf(file: string, shell: Shell): Uint8Array {
  try {
    return shell.read(file);
  } catch (error) {
    throw new InputProblem(`${file}: ${error instanceof Error ? error.message : String(error)}`);
  }
}
