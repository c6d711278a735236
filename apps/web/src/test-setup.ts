/** What the browser has and the test environment lacks; runs before any test file is loaded. */
import 'fake-indexeddb/auto';
import { vi } from 'vitest';

// a shared machine may be slow for a while: no test leans on the clock, and what hangs is still found
vi.setConfig({ testTimeout: 900_000, hookTimeout: 900_000 });

Element.prototype.scrollIntoView ??= () => undefined;
