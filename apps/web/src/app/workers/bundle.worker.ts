import {
  bundleReport,
  commonState,
  newEntries,
  packBundle,
  readBundle,
  type BundleReport,
  type BundledEntry,
  type BundledStates,
} from '@squallmark/core/bundle';
import {
  broughtTogether,
  differences,
  meetingOf,
  type Difference,
  type Edit,
  type Meeting,
  type Rig,
  type Whose,
} from '@squallmark/core/rig';
import { READING_STEPS, readRig } from '@squallmark/core/files';
import type { Problem } from '@squallmark/core/units';
import { expose } from 'comlink';

/** What lies in a ZIP, and what it would change here. */
export interface FoundBundle {
  rig: Rig;
  report: BundleReport;
  /** Its log. */
  entries: readonly BundledEntry[];
  /** Lines of it that are not here. */
  fresh: BundledEntry[];
  states?: BundledStates;
  /** What both did since both had the same rig; null where no such state is known, or nothing was done there since. */
  meeting: Meeting | null;
}

/** The rig of a file, or why it cannot be read. */
interface RigLook {
  rig: Rig | null;
  problems: Problem[];
}

/** What was found in a ZIP, or why it cannot be read. */
interface BundleLook {
  found: FoundBundle | null;
  problems: Problem[];
}

/** A rig with its log, as it lies here. */
interface Here {
  rig: Rig;
  entries: BundledEntry[];
  /** States of it that another machine has had, the oldest first. */
  shared: { mark: string; rig: Rig }[];
}

const api = {
  /** The rig of a rig file; `tell` hears how many of how many steps are done, and what is at work. */
  async read(file: File, tell: (done: number, of: number, step: string) => void): Promise<RigLook> {
    const text = await file.text();
    const reading = readRig(text, (step) => tell(READING_STEPS.indexOf(step), READING_STEPS.length, step));
    return reading.ok ? { rig: reading.value, problems: [] } : { rig: null, problems: reading.problems };
  },
  pack: (rig: Rig, entries: BundledEntry[], states: BundledStates): Uint8Array => packBundle({ rig, entries, states }),
  /** The rig of a ZIP, to be looked for here. */
  idOf(bytes: Uint8Array): string | null {
    const reading = readBundle(bytes);
    return reading.ok ? reading.value.rig.id : null;
  },
  look(bytes: Uint8Array, here: Here | null): BundleLook {
    const reading = readBundle(bytes);
    if (!reading.ok) return { found: null, problems: reading.problems };
    const bundle = reading.value;
    const fresh = newEntries(bundle, here?.entries ?? []);
    const report = bundleReport(bundle, here);
    const common = report.rig === 'changed' ? commonState(here!.shared, bundle.states) : undefined;
    const met = common && meetingOf(common.rig, here!.rig, bundle.rig);
    const meeting = met && (met.free.length || met.clashes.length) ? met : null;
    return { found: { ...bundle, report, fresh, meeting }, problems: [] };
  },
  together: (here: Rig, meeting: Meeting, whose: Whose[]): { edit: Edit | null; problems: readonly string[] } =>
    broughtTogether(here, meeting, whose),
  compare: (before: Rig, after: Rig): Difference[] => differences(before, after),
};

export type BundleWorkerApi = typeof api;

expose(api);
