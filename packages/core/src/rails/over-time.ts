/** A circuit over time. An index of its own: whoever plays a start takes no other study with it. */
export { apart, runTransient } from './circuit/apart.js';
export {
  FED_V,
  type Cycle,
  type Deed,
  type Happening,
  type Life,
  type TransientAsk,
  type TransientRun,
} from './circuit/transient.js';
