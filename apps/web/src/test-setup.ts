/** What the browser has and the test environment lacks; runs before any test file is loaded. */
import 'fake-indexeddb/auto';
import fc from 'fast-check';
import { vi } from 'vitest';

// as in the other runner: random tests begin from one seed
fc.configureGlobal({ seed: 1 });

// a shared machine may be slow for a while: no test leans on the clock, and what hangs is still found
vi.setConfig({ testTimeout: 900_000, hookTimeout: 900_000 });

Element.prototype.scrollIntoView ??= () => undefined;
