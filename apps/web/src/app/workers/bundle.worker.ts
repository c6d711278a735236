import {
  bundleReport,
  newEntries,
  packBundle,
  readBundle,
  type BundleReport,
  type BundledEntry,
} from '@squallmark/core/bundle';
import { differences, type Difference, type Rig } from '@squallmark/core/rig';
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
}

const api = {
  pack: (rig: Rig, entries: BundledEntry[]): Uint8Array => packBundle({ rig, entries }),
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
    return { found: { ...bundle, report: bundleReport(bundle, here), fresh }, problems: [] };
  },
  compare: (before: Rig, after: Rig): Difference[] => differences(before, after),
};

export type BundleWorkerApi = typeof api;

expose(api);
