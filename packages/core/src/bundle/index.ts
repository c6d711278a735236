export {
  bundleReport,
  newEntries,
  packBundle,
  readBundle,
  type Bundle,
  type BundledEntry,
  type BundleReport,
} from './bundle.js';
