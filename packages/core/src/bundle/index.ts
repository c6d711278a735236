export {
  bundleReport,
  commonState,
  newEntries,
  packBundle,
  readBundle,
  type Bundle,
  type BundledEntry,
  type BundleReport,
  type BundledStates,
} from './bundle.js';
